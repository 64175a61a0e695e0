"""The curves of the chosen properties: keys and easing handles, dragged."""

from __future__ import annotations

import math
from functools import lru_cache
from itertools import pairwise
from typing import NamedTuple

from PySide6.QtCore import QPointF, QRectF, Qt
from PySide6.QtGui import (
    QAccessible,
    QColor,
    QKeyEvent,
    QMouseEvent,
    QPainter,
    QPaintEvent,
    QPen,
    QPolygonF,
)
from PySide6.QtWidgets import QWidget

from woodcock.app import theme
from woodcock.app.state import State
from woodcock.app.timeline.lane_hand import LaneHand
from woodcock.app.timeline.ruler import Ruler
from woodcock.app.timeline.track_names import owner_name, shown_of
from woodcock.model import Easing, Project, Track, owners_of, tracks_of
from woodcock.session import pegs as keys
from woodcock.session.pegs import Peg
from woodcock.stage import value_at
from woodcock.texts import tr

_NEAR, _TOP, _BOTTOM = 8.0, 26.0, 14.0
_SAMPLES = 360  # of a curve that is drawn
_NUDGE = 0.02  # of the height, a key press
_ALT = Qt.KeyboardModifier.AltModifier
_DASHES = (Qt.PenStyle.SolidLine, Qt.PenStyle.DashLine, Qt.PenStyle.DotLine,
           Qt.PenStyle.DashDotLine)  # fmt: skip


class Curve(NamedTuple):
    """A track that is drawn, and the values at the bottom and the top of the view.

    These are times `sign`, which is -1 where people think of up as more and the model of less.
    """

    owner: str
    name: str
    track: Track
    low: float
    high: float
    sign: float


@lru_cache(maxsize=256)
def _sampled(track: Track, last: float) -> tuple[float, ...]:
    """A track's values, evenly over a clip: a repaint for the playhead works out none anew."""
    return tuple(value_at(track, last * n / _SAMPLES) for n in range(_SAMPLES + 1))


class CurveView(QWidget):
    """Each curve has the whole height: its least value is at the bottom, its largest at the top."""

    ROLE = QAccessible.Role.Chart

    def __init__(self, state: State, ruler: Ruler, hand: LaneHand) -> None:
        super().__init__()
        self.state, self.ruler, self._hand = state, ruler, hand
        self.setFocusPolicy(Qt.FocusPolicy.StrongFocus)
        self.setMinimumHeight(120)
        self.setMouseTracking(True)
        self.setAccessibleName(tr("Curves"))
        self.setAccessibleDescription(
            tr(
                "Return: choose the keys at the playhead. Up and Down: their value. "
                "Alt+Left and Alt+Right: their time."
            )
        )
        self.setToolTip(
            tr(
                "Drag keys to another time or value, and the handles of the chosen keys to another "
                "easing. Alt takes one property by itself."
            )
        )
        self._held: tuple[Curve, Peg, int, QPointF] | None = None  # 0 is the key, 1 and 2 handles
        self._before: tuple[Project, list[Curve], frozenset[Peg]] | None = None

    @property
    def curves(self) -> list[Curve]:
        """Those of the chosen keys; without any, of all that moves in the chosen lane."""
        if self._before is not None:  # while dragging the view stays as it was
            old = {(c.owner, c.name): (c.low, c.high) for c in self._before[1]}
            return [self._curve(*where, *span) for where, span in old.items()]
        wanted = sorted({(peg.owner, peg.name) for peg in self.state.pegs})
        project = self.state.project
        if not wanted and self.state.lane in owners_of(project):
            tracks = tracks_of(project, self.state.lane)
            wanted = [(self.state.lane, name) for name, track in tracks.items() if track.keys]
        return [self._curve(owner, name) for owner, name in wanted]

    def _curve(
        self, owner: str, name: str, low: float | None = None, high: float | None = None
    ) -> Curve:
        track = tracks_of(self.state.project, owner)[name]
        sign = math.copysign(1.0, shown_of(self.state.project, owner, name).factor)
        if low is None or high is None:
            last = self.state.project.frame.last
            values = [*_sampled(track, last), *(key.value for key in track.keys)]
            for a, b in pairwise(track.keys):  # room for their handles, too
                reach = (a.easing.y1, a.easing.y2) if a.easing.kind == "bezier" else ()
                values += [a.value + y * (b.value - a.value) for y in reach]
            low, high = min(v * sign for v in values), max(v * sign for v in values)
            if high - low < 1e-6:
                low, high = low - 0.5, high + 0.5
        return Curve(owner, name, track, low, high, sign)

    def place(self, curve: Curve, time: float, value: float) -> QPointF:
        room = self.height() - _TOP - _BOTTOM
        share = (value * curve.sign - curve.low) / (curve.high - curve.low)
        x = self.ruler.x_of(0) + time / self.ruler.seconds_a_pixel
        return QPointF(x, self.height() - _BOTTOM - share * room)

    def value_of(self, curve: Curve, y: float) -> float:
        room = max(self.height() - _TOP - _BOTTOM, 1.0)
        shown = curve.low + (self.height() - _BOTTOM - y) / room * (curve.high - curve.low)
        return shown * curve.sign

    def handles(self, curve: Curve) -> list[tuple[Peg, int, QPointF]]:
        """The easing handles of the chosen keys, and of the ways that lead to them."""
        out = []
        for a, b in pairwise(curve.track.keys):
            peg = Peg(curve.owner, curve.name, a.time)
            ends = {peg, Peg(curve.owner, curve.name, b.time)}
            if a.easing.kind != "bezier" or a.value == b.value or not ends & self.state.pegs:
                continue
            for number, (x, y) in enumerate(
                ((a.easing.x1, a.easing.y1), (a.easing.x2, a.easing.y2)), 1
            ):
                time, value = a.time + x * (b.time - a.time), a.value + y * (b.value - a.value)
                out.append((peg, number, self.place(curve, time, value)))
        return out

    def spoken(self) -> str:
        said = []
        for curve in self.curves:
            shown = shown_of(self.state.project, curve.owner, curve.name)
            chosen = [
                k
                for k in curve.track.keys
                if Peg(curve.owner, curve.name, k.time) in self.state.pegs
            ]
            at = ", ".join(
                tr("{text} at {time:.2f} s", text=shown.text(k.value), time=k.time) for k in chosen
            )
            said.append(f"{shown.name}: " + (at or tr("%n keys", "", len(curve.track.keys))))
        return "; ".join(said) or tr("Nothing moves in this lane")

    def paintEvent(self, event: QPaintEvent) -> None:
        look = theme.current()
        painter = QPainter(self)
        painter.setRenderHint(QPainter.RenderHint.Antialiasing)
        painter.fillRect(self.rect(), QColor(look.ground))
        painter.setPen(QPen(QColor(look.line), 1))
        for share in (0.0, 0.5, 1.0):
            y = self.height() - _BOTTOM - share * (self.height() - _TOP - _BOTTOM)
            painter.drawLine(QPointF(0, y), QPointF(self.width(), y))
        curves = self.curves
        for number, curve in enumerate(curves):
            self._paint_curve(painter, curve, number)
        self._paint_names(painter, curves)
        x = self.ruler.x_of(self.state.time)
        painter.setPen(QPen(QColor(look.accent), 1.4))
        painter.drawLine(QPointF(x, 0), QPointF(x, self.height()))

    def _paint_curve(self, painter: QPainter, curve: Curve, number: int) -> None:
        look, colour = theme.current(), theme.layer_colour(number + 1)
        last = self.state.project.frame.last
        values = _sampled(curve.track, last)
        left, right = self.ruler.x_of(0.0), self.ruler.x_of(last)
        bottom, high = self.height() - _BOTTOM, self.height() - _TOP - _BOTTOM
        up = high * curve.sign / (curve.high - curve.low)
        base = bottom + curve.low * curve.sign * up
        step = (right - left) / _SAMPLES
        path = QPolygonF([QPointF(left + n * step, base - v * up) for n, v in enumerate(values)])
        painter.setPen(QPen(colour, 2, _DASHES[number % len(_DASHES)]))
        painter.setBrush(Qt.BrushStyle.NoBrush)
        painter.drawPolyline(path)
        handles = self.handles(curve)
        by_peg = {key.time: self.place(curve, key.time, key.value) for key in curve.track.keys}
        after = dict(zip(by_peg, list(by_peg)[1:], strict=False))
        for peg, which, at in handles:
            root = by_peg[peg.time] if which == 1 else by_peg[after[peg.time]]
            painter.setPen(QPen(QColor(look.text), 1))
            painter.drawLine(root, at)
            painter.setBrush(QColor(look.ground))
            painter.drawEllipse(at, 4, 4)
        for time, at in by_peg.items():
            chosen = Peg(curve.owner, curve.name, time) in self.state.pegs
            painter.setPen(QPen(QColor(look.text if chosen else look.ground), 1.6))
            painter.setBrush(colour)
            painter.drawEllipse(at, 5.4 if chosen else 4.2, 5.4 if chosen else 4.2)

    def _paint_names(self, painter: QPainter, curves: list[Curve]) -> None:
        painter.setFont(theme.font(11))
        x = 10.0
        if not curves:
            painter.setPen(QColor(theme.current().dim))
            text = tr(
                "Nothing of {owner} moves yet.",
                owner=owner_name(self.state.project, self.state.lane),
            )
            painter.drawText(self.rect(), Qt.AlignmentFlag.AlignCenter, text)
        several = len({curve.owner for curve in curves}) > 1
        for number, curve in enumerate(curves):
            shown = shown_of(self.state.project, curve.owner, curve.name)
            name = f"{owner_name(self.state.project, curve.owner)}, " if several else ""
            text = (f"{name}{shown.name}  {shown.text(curve.low * curve.sign)} … "
                    f"{shown.text(curve.high * curve.sign)}")  # fmt: skip
            painter.setPen(QPen(theme.layer_colour(number + 1), 2, _DASHES[number % len(_DASHES)]))
            painter.drawLine(QPointF(x, 12), QPointF(x + 22, 12))
            painter.setPen(QColor(theme.current().text))
            width = painter.fontMetrics().horizontalAdvance(text)
            painter.drawText(QRectF(x + 28, 3, width + 4, 18), Qt.AlignmentFlag.AlignVCenter, text)
            x += width + 48

    def _hit(self, at: QPointF) -> tuple[Curve, Peg, int, QPointF] | None:
        found = []
        for curve in self.curves:
            for peg, which, place in self.handles(curve):
                found.append(((place - at).manhattanLength(), (curve, peg, which, place)))
            for key in curve.track.keys:
                place = self.place(curve, key.time, key.value)
                peg = Peg(curve.owner, curve.name, key.time)
                found.append(((place - at).manhattanLength() - 1, (curve, peg, 0, place)))
        reach, hit = min(found, key=lambda pair: pair[0], default=(_NEAR, None))
        return hit if reach < _NEAR else None

    def keyPressEvent(self, event: QKeyEvent) -> None:
        up = {Qt.Key.Key_Up: 1, Qt.Key.Key_Down: -1}.get(Qt.Key(event.key()))
        if up and self.state.pegs and not event.modifiers():
            self._raise_chosen(up * _NUDGE)
        elif not self._hand.key(event):
            super().keyPressEvent(event)

    def _raise_chosen(self, share: float) -> None:
        """Move the chosen keys up by a share of the height."""
        by = {(c.owner, c.name): share * (c.high - c.low) * c.sign for c in self.curves}

        def change(project: Project) -> Project:
            for peg in self.state.pegs:
                value = keys.key_at(project, peg).value + by[peg.owner, peg.name]
                project = keys.valued(project, {peg}, value)
            return project

        self.state.act(tr("Values of keys"), change, "curve by key")

    def mousePressEvent(self, event: QMouseEvent) -> None:
        self.setFocus()
        hit = self._hit(event.position())
        if hit is None:
            self.ruler.seek(event.position().x())
            return
        curves = self.curves
        peg = hit[1]
        alone = bool(event.modifiers() & _ALT) or self.state.tools.split
        here = frozenset({peg}) if alone else keys.joined(self.state.project, {peg})
        if hit[2] == 0 and not here <= self.state.pegs:
            self.state.pick(here)
        self._held, self._before = hit, (self.state.project, curves, here)

    def mouseMoveEvent(self, event: QMouseEvent) -> None:
        if self._held is None or self._before is None:
            return
        curve, peg, which, _ = self._held
        at, (project, _, here) = event.position(), self._before
        chosen: list[frozenset[Peg]] = []

        def change(_: Project) -> Project:
            if which:
                return keys.eased(project, here, self._easing(curve, peg, which, at))
            frame = project.frame
            by = frame.time(frame.index(self.ruler.time_of(at.x()))) - peg.time
            made = keys.valued(project, {peg}, self.value_of(curve, at.y()))
            made, now = keys.moved(made, here, by)
            chosen.append(now)
            return made

        name = tr("Easing") if which else tr("Move keys")
        if self.state.act(name, change, f"curve {id(self._before)}") and chosen:
            self.state.pick(chosen[0])

    def _easing(self, curve: Curve, peg: Peg, which: int, at: QPointF) -> Easing:
        a = keys.key_at(self._before[0], peg) if self._before else curve.track.keys[0]
        later = [key for key in curve.track.keys if key.time > peg.time + keys.SAME]
        b = later[0]
        x = (self.ruler.time_of(at.x()) - a.time) / (b.time - a.time)
        y = (self.value_of(curve, at.y()) - a.value) / (b.value - a.value)
        x, y, easing = min(max(x, 0.0), 1.0), min(max(y, -3.0), 4.0), a.easing
        if which == 1:
            return Easing(x, y, easing.x2, easing.y2)
        return Easing(easing.x1, easing.y1, x, y)

    def mouseReleaseEvent(self, event: QMouseEvent) -> None:
        self._held = self._before = None
        self.state.document.seal()
        self.update()
