"""What mouse and keys do in the lanes: choose, move, stretch, copy, delete."""

from __future__ import annotations

from typing import TYPE_CHECKING

from PySide6.QtCore import QPoint, QPointF, QRectF, Qt
from PySide6.QtGui import QKeyEvent, QKeySequence, QMouseEvent

from woodcock.app.context_menus import show_peg_menu
from woodcock.app.timeline.lines import Line
from woodcock.app.timeline.rows import ROW
from woodcock.model import Project
from woodcock.session import pegs as keys
from woodcock.session.pegs import Cutting, Peg
from woodcock.texts import tr

if TYPE_CHECKING:
    from woodcock.app.timeline.lanes import Lanes

_NEAR, _SNAP, _FEW = 7.0, 6.0, 3.0  # pixels: to hit a peg, to snap to another, to be a drag

_ALT, _CTRL = Qt.KeyboardModifier.AltModifier, Qt.KeyboardModifier.ControlModifier


class LaneHand:
    """One press, drag and release at a time; the project at the press is what is changed."""

    def __init__(self, lanes: Lanes) -> None:
        self.lanes = lanes
        self.state = lanes.state
        self.band: QRectF | None = None
        self._from: QPointF | None = None
        self._held: Peg | None = None
        self._grip: int | None = None
        self._before: tuple[Project, frozenset[Peg]] | None = None
        self._dragged = False
        self._cuttings: tuple[Cutting, ...] = ()

    def peg_at(self, at: QPointF) -> tuple[Line, list[Peg]] | None:
        """The line and the pegs under the pointer."""
        line = self.lanes.at(at.y())
        if line is None:
            return None
        near = [
            (abs(self.lanes.ruler.x_of(time) - at.x()), here)
            for time, here in self.lanes.pegs(line).items()
        ]
        reach, here = min(near, key=lambda pair: pair[0], default=(_NEAR, []))
        return (line, here) if reach < _NEAR else None

    def press(self, event: QMouseEvent) -> None:
        at, held = event.position(), event.modifiers()
        self._from, self._dragged, self._grip, self._held = at, False, None, None
        line = self.lanes.at(at.y())
        if line is not None:
            self.state.choose_lane(line.owner)
        found = self.peg_at(at)
        if found is None and line is not None and self._take_sound(line, at):
            self._from = None
            return
        grips = self.lanes.grips()
        if found is None and grips and line and self._picked(line):
            near = [number for number, x in enumerate(grips) if abs(x - at.x()) < _NEAR]
            if near:
                self._grip = near[0]
        if found is not None:
            here = frozenset(found[1])
            if not (held & _ALT or self.state.tools.split):
                here = keys.joined(self.state.project, here)
            if held & _CTRL:
                self.state.pick(self.state.pegs ^ here)
            elif not here <= self.state.pegs:
                self.state.pick(here)
            self._held = found[1][0]
        elif self._grip is None and not held & _CTRL:
            self.state.pick(frozenset())
        self._before = self.state.project, self.state.pegs

    def choose_at(self, at: QPointF) -> None:
        """Choose the lane and the keys at a place, unless these are among the chosen ones."""
        line = self.lanes.at(at.y())
        if line is not None:
            self.state.choose_lane(line.owner)
        found = self.peg_at(at)
        here = frozenset(found[1]) if found else frozenset()
        if not self.state.tools.split:
            here = keys.joined(self.state.project, here)
        if not here or not here <= self.state.pegs:
            self.state.pick(here)

    def show_menu(self, at: QPoint) -> None:
        """What can be done with the chosen keys."""
        state = self.state

        def copy() -> None:
            self._cuttings = keys.copied(state.project, state.pegs)

        paste = (lambda: self._paste(self._cuttings, state.lane)) if self._cuttings else None
        show_peg_menu(self.lanes, at, state, copy, paste)

    def _take_sound(self, line: Line, at: QPointF) -> bool:
        """Take hold of a sound in its lane."""
        sound = None if line.name else self.lanes.sounds.sound(line.owner)
        return sound is not None and self.lanes.sounds.press(at, self._row(line), sound)

    def _row(self, line: Line) -> QRectF:
        return QRectF(0, self.lanes.rows.lines.index(line) * ROW, self.lanes.width(), ROW)

    def _picked(self, line: Line) -> bool:
        return any(self.state.pegs.issuperset(here) for here in self.lanes.pegs(line).values())

    def move(self, event: QMouseEvent) -> None:
        at = event.position()
        if self.lanes.sounds.move(at):
            return
        if self._from is None or self._before is None:
            self._show_cursor(at)
            return
        if not self._dragged and (at - self._from).manhattanLength() < _FEW:
            return
        self._dragged = True
        if self._held is not None:
            self._shift(at)
        elif self._grip is not None:
            self._stretch(at)
        else:
            self.band = QRectF(self._from, at).normalized()
            self.state.pick(self._inside(self.band))
        self.lanes.update()

    def _shift(self, at: QPointF) -> None:
        assert self._from is not None and self._before is not None and self._held is not None
        ruler = self.lanes.ruler
        project, chosen = self._before
        to = ruler.time_of(at.x()) - ruler.time_of(self._from.x()) + self._held.time
        by = self._snapped(to) - self._held.time
        self._act(tr("Move keys"), lambda: keys.moved(project, chosen, by))

    def _stretch(self, at: QPointF) -> None:
        assert self._before is not None and self._grip is not None
        project, chosen = self._before
        times = sorted({peg.time for peg in chosen})
        about, end = (times[-1], times[0]) if self._grip == 0 else (times[0], times[-1])
        outwards = 11 if self._grip == 0 else -11
        to = self._snapped(self.lanes.ruler.time_of(at.x() + outwards))
        factor = (to - about) / (end - about)
        self._act(tr("Stretch keys"), lambda: keys.stretched(project, chosen, about, factor))

    def _snapped(self, time: float) -> float:
        """The nearest other key, marker or the playhead, if one is near; else just this time."""
        assert self._before is not None
        project, chosen = self._before
        others = {peg.time for peg in keys.all_pegs(project) if peg not in chosen}
        reach = _SNAP * self.lanes.ruler.seconds_a_pixel
        fixed = *project.markers, self.state.time, 0.0, project.frame.last
        return keys.snapped(time, (*others, *fixed), reach)

    def _inside(self, band: QRectF) -> frozenset[Peg]:
        found: set[Peg] = set()
        for number, line in enumerate(self.lanes.rows.lines):
            if not QRectF(band.left(), number * ROW + 4, band.width(), ROW - 8).intersects(band):
                continue
            for time, here in self.lanes.pegs(line).items():
                if band.left() <= self.lanes.ruler.x_of(time) <= band.right():
                    found.update(here)
        split = self.state.tools.split
        return frozenset(found) if split else keys.joined(self.state.project, found)

    def release(self, event: QMouseEvent) -> None:
        if self.lanes.sounds.release() or self._from is None:
            return
        if not self._dragged:
            ruler = self.lanes.ruler
            at = self._held.time if self._held else ruler.time_of(event.position().x())
            self.state.seek(at)
        self.state.document.seal()
        self.band = self._from = self._before = None
        self.lanes.update()

    def _act(self, name: str, change) -> None:  # type: ignore[no-untyped-def]
        made: list[frozenset[Peg]] = []

        def act(_: Project) -> Project:
            project, pegs = change()
            made.append(pegs)
            return project

        if self.state.act(name, act, f"{name} {id(self._before)}") and made:
            self.state.pick(made[0])

    def key(self, event: QKeyEvent) -> bool:
        """Use a key; False passes it on."""
        state, chosen = self.state, self.state.pegs
        if event.matches(QKeySequence.StandardKey.Copy) and chosen:
            self._cuttings = keys.copied(state.project, chosen)
        elif event.matches(QKeySequence.StandardKey.Cut) and chosen:
            self._cuttings = keys.copied(state.project, chosen)
            state.act(tr("Cut keys"), lambda p: keys.deleted(p, chosen))
        elif event.matches(QKeySequence.StandardKey.Paste) and self._cuttings:
            self._paste(self._cuttings, state.lane)
        elif event.key() == Qt.Key.Key_D and event.modifiers() & _CTRL and chosen:
            self._paste(keys.copied(state.project, chosen), None)
        elif event.key() in (Qt.Key.Key_Delete, Qt.Key.Key_Backspace) and chosen:
            state.act(tr("Delete keys"), lambda p: keys.deleted(p, chosen))
        elif event.matches(QKeySequence.StandardKey.SelectAll):
            state.pick(frozenset(keys.all_pegs(state.project)))
        elif event.key() == Qt.Key.Key_Escape and chosen:
            state.pick(frozenset())
        elif event.key() in (Qt.Key.Key_Return, Qt.Key.Key_Enter):
            self._pick_here()
        elif event.key() in (Qt.Key.Key_Up, Qt.Key.Key_Down) and not event.modifiers():
            self._next_lane(-1 if event.key() == Qt.Key.Key_Up else 1)
        elif event.modifiers() & _ALT and chosen:
            step = {Qt.Key.Key_Left: -1, Qt.Key.Key_Right: 1}.get(Qt.Key(event.key()))
            if step is None:
                return False
            by, project = state.project.frame.time(step), state.project
            self._act(tr("Move keys by a frame"), lambda: keys.moved(project, chosen, by))
            state.document.seal()
        else:
            return False
        return True

    def _pick_here(self) -> None:
        """Choose the keys of the lane that are at the playhead, or none."""
        time, lane = self.state.time, self.state.lane
        here = {p for p in keys.all_pegs(self.state.project)
                if p.owner == lane and abs(p.time - time) < keys.SAME}  # fmt: skip
        self.state.pick(frozenset(here))

    def _next_lane(self, step: int) -> None:
        owners = list(dict.fromkeys(line.owner for line in self.lanes.rows.lines))
        at = owners.index(self.state.lane) + step if self.state.lane in owners else 0
        self.state.choose_lane(owners[min(max(at, 0), len(owners) - 1)])

    def _paste(self, cuttings: tuple[Cutting, ...], onto: str | None) -> None:
        project, time = self.state.project, self.state.time
        self._act(tr("Put keys in"), lambda: keys.pasted(project, cuttings, time, onto))
        self.state.document.seal()

    def _show_cursor(self, at: QPointF) -> None:
        line, grips = self.lanes.at(at.y()), self.lanes.grips()
        near = grips is not None and any(abs(x - at.x()) < _NEAR for x in grips)
        shape = Qt.CursorShape.ArrowCursor
        sound = self.lanes.sounds.sound(line.owner) if line and not line.name else None
        if line is not None and sound is not None:
            shape = self.lanes.sounds.cursor(at, self._row(line), sound)
        if near and line and self._picked(line):
            shape = Qt.CursorShape.SizeHorCursor
        self.lanes.setCursor(shape)
