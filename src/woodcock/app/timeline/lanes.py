"""The lanes: pegs at the times at which something is keyed, line by line beside the list."""

from __future__ import annotations

from PySide6.QtCore import QEvent, QPointF, QRectF, Qt
from PySide6.QtGui import (
    QAccessible,
    QColor,
    QContextMenuEvent,
    QHelpEvent,
    QKeyEvent,
    QMouseEvent,
    QPainter,
    QPaintEvent,
    QPen,
)
from PySide6.QtWidgets import QWidget

from woodcock.app import theme
from woodcock.app.controls.plain import show_tip
from woodcock.app.state import State
from woodcock.app.timeline.lane_hand import LaneHand
from woodcock.app.timeline.lines import Line
from woodcock.app.timeline.peg_picture import PEG_WIDE, peg_picture
from woodcock.app.timeline.rows import ROW, Rows
from woodcock.app.timeline.ruler import Ruler
from woodcock.app.timeline.sound_lanes import SoundLanes
from woodcock.app.timeline.speed_marks import SpeedMarks
from woodcock.app.timeline.track_names import owner_name, shown_of
from woodcock.app.work import Work
from woodcock.model import (
    DISTANCE,
    FILM,
    LENS,
    OVERALL,
    Carrier,
    Layer,
    Track,
    effect_by_id,
    thing_by_id,
    tracks_of,
)
from woodcock.session.pegs import Peg
from woodcock.session.wording import speed_sentence
from woodcock.texts import number, tr

GRIP = 11  # pixels beyond the outermost chosen pegs at which they are stretched


class Lanes(QWidget):
    """A lane for every row of the list."""

    ROLE = QAccessible.Role.List

    def __init__(self, state: State, ruler: Ruler, rows: Rows, work: Work) -> None:
        super().__init__()
        self.state, self.ruler, self.rows = state, ruler, rows
        self.sounds = SoundLanes(state, ruler, work, self.update)
        self.hand = LaneHand(self)
        self._speeds = SpeedMarks(state, ruler)
        self._known: dict[str, tuple[object, dict[str, dict[float, list[Peg]]]]] = {}
        self.setFocusPolicy(Qt.FocusPolicy.StrongFocus)
        self.setMouseTracking(True)
        self.setAccessibleName(tr("Lanes"))
        self.setWhatsThis(
            tr(
                "A lane for everything that moves: its pegs are keys. Drag them in time, drag a "
                "frame round several, drag the brackets to stretch them."
            )
        )
        self.setAccessibleDescription(
            tr(
                "Up and Down: another lane. Return: choose its keys at the playhead. "
                "Alt+Left and Alt+Right: move them. Delete: take them off."
            )
        )
        self.refresh()

    def refresh(self) -> None:
        self.setFixedHeight(len(self.rows.lines) * ROW)
        self.update()

    def pegs(self, line: Line) -> dict[float, list[Peg]]:
        """The pegs of a line by time; worked out anew only when its owner changed."""
        project, owner = self.state.project, line.owner
        source: object = thing_by_id(project, owner) or effect_by_id(project, owner)
        if owner in (LENS, OVERALL):
            source = project.lens if owner == LENS else project.overall
        elif owner == DISTANCE:
            source = project.haze, project.bloom
        elif owner == FILM:
            source = project.grade, project.film
        known = self._known.get(owner)
        if known is None or known[0] is not source:
            known = self._known[owner] = source, _pegs_by_line(tracks_of(project, owner), owner)
        return known[1].get(line.name, {})

    def colour(self, line: Line) -> QColor:
        thing = line.thing
        if thing is None and line.owner not in (LENS, OVERALL):
            thing = thing_by_id(self.state.project, line.owner)
        return theme.layer_colour(thing.colour) if thing else QColor(theme.current().accent)

    def place(self, line: Line, time: float) -> QPointF:
        """Where a peg's head is, in widget pixels."""
        number = self.rows.lines.index(line)
        return QPointF(self.ruler.x_of(time), number * ROW + ROW / 2 - 4)

    def grips(self) -> tuple[float, float] | None:
        """The places from left to right at which the chosen pegs are stretched."""
        times = {round(peg.time, 3) for peg in self.state.pegs}
        if len(times) < 2:
            return None
        return self.ruler.x_of(min(times)) - GRIP, self.ruler.x_of(max(times)) + GRIP

    def spoken(self) -> str:
        lane, chosen = self.state.lane, self.state.pegs
        times = ", ".join(
            f"{number(time, '.2f')} s" for time in sorted({peg.time for peg in chosen})[:5]
        )
        keys_there = sum(len(track.keys) for track in tracks_of(self.state.project, lane).values())
        name = owner_name(self.state.project, lane)
        return tr("{name}, %n keys, ", "", keys_there, name=name) + (
            tr("chosen at {times}", times=times) if times else tr("none chosen")
        )

    def paintEvent(self, event: QPaintEvent) -> None:
        look = theme.current()
        painter = QPainter(self)
        grips = self.grips()
        self._speeds.refresh()
        seen, chosen = QRectF(event.rect()), {*self.state.chosen, self.state.selected}
        for at, line in enumerate(self.rows.lines):
            row = QRectF(0, at * ROW, self.width(), ROW)
            if row.intersects(seen):
                self._paint_lane(painter, row, line, line.owner in chosen, grips)
        x = self.ruler.x_of(self.state.time)
        painter.setPen(QPen(QColor(look.accent), 1.4))
        painter.drawLine(QPointF(x, 0), QPointF(x, self.height()))
        if self.hand.band is not None:
            painter.setPen(QPen(QColor(look.text), 1, Qt.PenStyle.DashLine))
            painter.setBrush(Qt.BrushStyle.NoBrush)
            painter.drawRect(self.hand.band)

    def _paint_lane(
        self,
        painter: QPainter,
        row: QRectF,
        line: Line,
        chosen: bool,
        grips: tuple[float, float] | None,
    ) -> None:
        look, colour = theme.current(), self.colour(line)
        if chosen and line.thing is not None:
            painter.fillRect(row, QColor(look.raised))
        foot, left = row.bottom() - 4, self.ruler.x_of(0)
        right = self.ruler.x_of(self.state.project.frame.last)
        if not line.name and isinstance(line.thing, Layer):
            self._speeds.paint(painter, row, line.owner)
        painter.fillRect(QRectF(left, foot, right - left, 1), QColor(look.line))
        sound = None if line.name else self.sounds.sound(line.owner)
        if sound is not None:
            self.sounds.paint(painter, row, sound)
        pegs = self.pegs(line)
        pixel = self.ruler.seconds_a_pixel
        if len(pegs) > 1:
            faint = QColor(colour)
            faint.setAlpha(90)
            start, end = left + min(pegs) / pixel, left + max(pegs) / pixel
            painter.fillRect(QRectF(start, foot - 1, end - start, 3), faint)
        picked, name = 0, colour.name()
        ratio = self.devicePixelRatioF()
        pictures = [peg_picture(name, chosen, ratio) for chosen in (False, True)]
        for time, here in pegs.items():
            whole = self.state.pegs.issuperset(here)
            picked += whole
            x = left + time / pixel - PEG_WIDE / 2
            painter.drawPixmap(QPointF(x, row.top()), pictures[whole])
        if grips and picked:
            painter.setPen(QPen(QColor(look.text), 2))
            for x, inwards in zip(grips, (3, -3), strict=True):  # brackets
                top, bottom = row.top() + 4, row.bottom() - 4
                painter.drawLine(QPointF(x, top), QPointF(x, bottom))
                painter.drawLine(QPointF(x, top), QPointF(x + inwards, top))
                painter.drawLine(QPointF(x, bottom), QPointF(x + inwards, bottom))

    def at(self, y: float) -> Line | None:
        number, lines = int(y // ROW), self.rows.lines
        return lines[number] if 0 <= number < len(lines) else None

    def mousePressEvent(self, event: QMouseEvent) -> None:
        self.setFocus()
        if event.button() == Qt.MouseButton.LeftButton:  # a menu would take the release
            self.hand.press(event)

    def mouseMoveEvent(self, event: QMouseEvent) -> None:
        self.hand.move(event)

    def mouseReleaseEvent(self, event: QMouseEvent) -> None:
        self.hand.release(event)

    def contextMenuEvent(self, event: QContextMenuEvent) -> None:
        if event.reason() != QContextMenuEvent.Reason.Keyboard:
            self.hand.choose_at(QPointF(event.pos()))
        self.hand.show_menu(event.pos())

    def keyPressEvent(self, event: QKeyEvent) -> None:
        if not self.hand.key(event):
            super().keyPressEvent(event)

    def event(self, event: QEvent) -> bool:
        if event.type() == QEvent.Type.ToolTip and isinstance(event, QHelpEvent):
            line = self.at(event.pos().y())
            show_tip(event.globalPos(), self._about(line, event.pos().x()), self)
            return True
        return super().event(event)

    def _about(self, line: Line | None, x: float) -> str:
        if line is None:
            return ""
        project = self.state.project
        if not line.name and self.sounds.sound(line.owner) is not None:
            return tr(
                "{owner}: drag it to another time, drag its ends to cut it, drag the "
                "squares at its upper corners to fade it. Pegs are keys.",
                owner=owner_name(project, line.owner),
            )
        name = owner_name(project, line.owner)
        if line.name:
            name += f", {shown_of(project, line.owner, line.name).name.lower()}"
        else:
            report, time = self.state.speed_report, self.ruler.time_of(x)
            speed = speed_sentence(project, report, line.owner, time) if report else ""
            name += f": {speed}" if speed else ""
        whose = tr(" and all that hangs on it") if isinstance(line.thing, Carrier) else ""
        return tr(
            "{name}{whose}. Pegs are keys: drag them, drag a frame round several, drag the "
            "brackets to stretch them. Alt takes one property by itself.",
            name=name,
            whose=whose,
        )


def _pegs_by_line(tracks: dict[str, Track], owner: str) -> dict[str, dict[float, list[Peg]]]:
    """The pegs of each track, and of all of them under no name, by time."""
    found: dict[str, dict[float, list[Peg]]] = {"": {}}
    for name, track in tracks.items():
        for key in track.keys:
            peg, time = Peg(owner, name, key.time), round(key.time, 3)
            found[""].setdefault(time, []).append(peg)
            found.setdefault(name, {}).setdefault(time, []).append(peg)
    return found
