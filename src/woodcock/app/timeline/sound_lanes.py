"""Sounds in their lanes: their waveforms, moved, trimmed and faded by the mouse."""

from __future__ import annotations

from typing import TYPE_CHECKING, Literal

import numpy as np
from PySide6.QtCore import QPointF, QRectF, Qt
from PySide6.QtGui import QColor, QPainter, QPainterPath, QPen, QPolygonF

from woodcock.app import theme
from woodcock.app.state import State
from woodcock.app.timeline.ruler import Ruler
from woodcock.app.work import Work
from woodcock.model import Project, Sound, effect_by_id
from woodcock.session import sounds
from woodcock.session.pegs import snapped
from woodcock.texts import tr

if TYPE_CHECKING:
    from collections.abc import Callable

    from numpy.typing import NDArray

Grip = Literal["start", "end", "in", "out", "body"]
_NEAR, _SNAP = 6.0, 6.0  # pixels
_PEAKS = 200  # a second, as in woodcock.sound.peaks
_FADE = 4.0  # half the side of the handle of a fade


class SoundLanes:
    """What is drawn and done in the lanes of sounds."""

    def __init__(self, state: State, ruler: Ruler, work: Work, update: Callable[[], None]) -> None:
        self._state, self._ruler, self._work, self._update = state, ruler, work, update
        self._peaks: dict[object, NDArray[np.float32] | None] = {}
        self._waves: dict[str, tuple[object, QPainterPath]] = {}
        self._held: tuple[Grip, Sound, Project, float] | None = None

    def sound(self, owner: str) -> Sound | None:
        found = effect_by_id(self._state.project, owner)
        return found if isinstance(found, Sound) else None

    def box(self, sound: Sound, row: QRectF) -> QRectF:
        """Where in its row a sound is, as far as it lies in the clip."""
        frame = self._state.project.frame
        left = self._ruler.x_of(max(sound.start, 0.0))
        right = self._ruler.x_of(min(sound.end, frame.seconds))
        return QRectF(left, row.top() + 2, max(right - left, 2.0), row.height() - 4)

    def paint(self, painter: QPainter, row: QRectF, sound: Sound) -> None:
        look, box = theme.current(), self.box(sound, row)
        chosen = sound.id == self._state.tools.sound
        ground = QColor(look.good)
        ground.setAlpha(70 if sound.visible else 25)
        painter.fillRect(box, ground)
        peaks = self._known(sound)
        if peaks is not None:
            painter.save()
            painter.setClipRect(box)
            painter.translate(0.0, box.center().y())
            ink = QColor(look.text)
            ink.setAlpha(170 if sound.visible else 70)
            painter.fillPath(self._wave(box, sound, peaks), ink)
            painter.restore()
        painter.setPen(QPen(QColor(look.accent if chosen else look.line), 1.6 if chosen else 1))
        painter.setBrush(Qt.BrushStyle.NoBrush)
        painter.drawRect(box)
        painter.setRenderHint(QPainter.RenderHint.Antialiasing)
        painter.setPen(QPen(QColor(look.text), 1))
        into, out_of = self._fades(sound, box)
        painter.drawLine(box.bottomLeft(), into)
        painter.drawLine(out_of, box.bottomRight())
        if chosen:
            painter.setBrush(QColor(look.text))
            for spot in (into, out_of):
                painter.drawRect(QRectF(spot.x() - 3, spot.y() - 1, 6, 6))
        painter.setRenderHint(QPainter.RenderHint.Antialiasing, False)

    def _fades(self, sound: Sound, box: QRectF) -> tuple[QPointF, QPointF]:
        """Where the handles of its fades are."""
        into = self._ruler.x_of(sound.start + sound.fade_in)
        out_of = self._ruler.x_of(sound.end - sound.fade_out)
        return (
            QPointF(min(max(into, box.left()), box.right()), box.top()),
            QPointF(min(max(out_of, box.left()), box.right()), box.top()),
        )

    def _wave(self, box: QRectF, sound: Sound, peaks: NDArray[np.float32]) -> QPainterPath:
        """Its peaks about zero; worked out anew only when it, or the room for it, is another."""
        ends = box.left(), box.right(), box.height()
        key = sound, ends, self._ruler.x_of(0.0), self._ruler.seconds_a_pixel, len(peaks)
        known = self._waves.get(sound.id)
        if known is None or known[0] != key:
            known = self._waves[sound.id] = key, self._drawn(box, sound, peaks)
        return known[1]

    def _drawn(self, box: QRectF, sound: Sound, peaks: NDArray[np.float32]) -> QPainterPath:
        """Its peaks, of its highest, about zero and as faded; loops go round."""
        x = np.arange(int(box.left()), int(box.right()) + 1)
        time = (x - self._ruler.x_of(0.0)) * self._ruler.seconds_a_pixel
        own = time - sound.start + sound.offset
        if sound.loop:
            turn = max(sound.available - min(sound.crossfade, sound.available / 2), 0.01)
            own = sound.offset + (own - sound.offset) % turn
        wide = max(int(self._ruler.seconds_a_pixel * _PEAKS), 1)
        place = np.clip((own * _PEAKS).astype(int), 0, max(len(peaks) - 1, 0))
        peaks = peaks / max(float(peaks.max()), 1e-6)
        most = peaks[place]
        for step in range(1, wide):
            most = np.maximum(most, peaks[np.minimum(place + step, len(peaks) - 1)])
        inside = np.minimum(time - sound.start, sound.end - time)
        for fade, gone in (
            (sound.fade_in, time - sound.start), (sound.fade_out, sound.end - time),
        ):  # fmt: skip
            if fade > 0:
                most = most * np.clip(gone / fade, 0, 1)
        high = np.where(inside < 0, 0, np.sqrt(most)) * (box.height() / 2 - 1)
        path = QPainterPath()
        spots = list(zip(x.tolist(), high.tolist(), strict=True))
        upper = [QPointF(a, -b) for a, b in spots]
        lower = [QPointF(a, b) for a, b in spots[::-1]]
        path.addPolygon(QPolygonF(upper + lower))
        return path

    def _known(self, sound: Sound) -> NDArray[np.float32] | None:
        """The peaks of its source; asked for if they are not known."""
        source = sound.source
        if source not in self._peaks:
            self._peaks[source] = None
            studio = self._state.studio

            def found(peaks: NDArray[np.float32]) -> None:
                self._peaks[source] = peaks
                self._update()

            self._work.hand(lambda: studio.soundtrack.peaks(source), found, thread="ears")
        return self._peaks[source]

    def grip_at(self, at: QPointF, row: QRectF, sound: Sound) -> Grip | None:
        """What of a sound is under the pointer."""
        box = self.box(sound, row)
        into, out_of = self._fades(sound, box)
        if at.y() < box.top() + 9:
            for grip, spot in (("in", into), ("out", out_of)):
                if abs(spot.x() - at.x()) < _NEAR and sound.id == self._state.tools.sound:
                    return grip  # type: ignore[return-value]
        if abs(box.left() - at.x()) < _NEAR:
            return "start"
        if abs(box.right() - at.x()) < _NEAR:
            return "end"
        return "body" if box.contains(at) else None

    def press(self, at: QPointF, row: QRectF, sound: Sound) -> bool:
        """Take hold of a sound; False if it is not there."""
        grip = self.grip_at(at, row, sound)
        if grip is None:
            return False
        if self._state.tools.sound != sound.id:
            self._state.tools.sound = sound.id
            self._state.touch()
        self._held = grip, sound, self._state.project, at.x()
        return True

    def move(self, at: QPointF) -> bool:
        """Drag what is held; False if nothing is."""
        if self._held is None:
            return False
        grip, sound, before, start = self._held
        by = (at.x() - start) * self._ruler.seconds_a_pixel
        name = sound.id
        if grip == "body":
            to = self._snapped(sound, sound.start + by)
            ends = self._snapped(sound, sound.end + by) - sound.length
            if abs(to - sound.start - by) < 1e-9:
                to = ends
            self._act(tr("Move", "an act"), before, lambda: sounds.place(before, name, to))
        elif grip == "start":
            to = self._snapped(sound, sound.start + by)
            self._act(tr("Trim"), before, lambda: sounds.trim(before, name, to, sound.end))
        elif grip == "end":
            to = self._snapped(sound, sound.end + by)
            self._act(tr("Trim"), before, lambda: sounds.trim(before, name, sound.start, to))
        else:
            into = sound.fade_in + (by if grip == "in" else 0.0)
            out_of = sound.fade_out - (by if grip == "out" else 0.0)
            self._act(tr("Fade"), before, lambda: sounds.fade(before, name, into, out_of))
        return True

    def release(self) -> bool:
        held, self._held = self._held, None
        if held is not None:
            self._state.document.seal()
        return held is not None

    def cursor(self, at: QPointF, row: QRectF, sound: Sound) -> Qt.CursorShape:
        grip = self.grip_at(at, row, sound)
        shapes = {None: Qt.CursorShape.ArrowCursor, "body": Qt.CursorShape.OpenHandCursor}
        return shapes.get(grip, Qt.CursorShape.SizeHorCursor)

    def _snapped(self, sound: Sound, time: float) -> float:
        """A marker, the playhead, another sound's end or the clip's, if one is near."""
        project = self._state.project
        others = [x for other in project.sounds if other.id != sound.id
                  for x in (other.start, other.end)]  # fmt: skip
        places = (*others, *project.markers, self._state.time, 0.0, project.frame.seconds)
        return snapped(time, places, _SNAP * self._ruler.seconds_a_pixel)

    def _act(self, word: str, before: Project, change: Callable[[], Project]) -> None:
        assert self._held is not None
        sound = self._held[1]
        self._state.act(f"{word} {sound.name}", lambda _: change(), f"{word} {id(before)}")
