"""The list of the stage: one row the lens, a layer, a carrier, or an opened property."""

from __future__ import annotations

from PySide6.QtCore import QEvent, QPointF, QRectF, Qt, Signal
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
from PySide6.QtWidgets import QLineEdit, QWidget

from woodcock.app import icons, theme
from woodcock.app.context_menus import show_thing_menu
from woodcock.app.controls.plain import show_tip
from woodcock.app.metres import format_metres
from woodcock.app.state import State
from woodcock.app.timeline.lines import Line, lines_of
from woodcock.app.timeline.row_tips import about
from woodcock.app.timeline.track_names import owner_name, shown_of
from woodcock.model import LENS, OVERALL, Air, Carrier, Layer, Sound, effect_by_id, tracks_of
from woodcock.session import acts, arranging
from woodcock.stage import value_at
from woodcock.texts import tr

ROW = 24
_IN = 14  # pixels by which what hangs on a carrier is set in


def list_width() -> int:
    """Pixels that the list of layers beside the lanes is wide."""
    return theme.px(408)


class Rows(QWidget):
    """A row for the lens, for every layer and carrier, and for what is opened of them."""

    ROLE = QAccessible.Role.List

    changed = Signal()  # other rows than before

    def __init__(self, state: State, in_lanes: bool = True) -> None:
        super().__init__()
        self._in_lanes = in_lanes  # with the lens, and with what opens to single lanes
        self.folded: frozenset[str] = frozenset()  # carriers whose things are not shown
        self.wanted = ""  # what is looked for in the list
        self._listed: tuple[object, list[Line]] = (None, [])
        self.state = state
        if in_lanes:
            self.setFixedWidth(list_width())
        self.setFocusPolicy(Qt.FocusPolicy.StrongFocus)
        self.setMouseTracking(True)
        self.setAccessibleName(tr("Layers"))
        self.setWhatsThis(
            tr(
                "The layers, the nearest on top. The eye hides one, the corners show it alone; "
                "drag one up or down to stand it before or behind others."
            )
        )
        self.setAccessibleDescription(
            tr("Up and Down: another one. F2: its name. Menu key: all that can be done with it.")
        )
        self._editor: QLineEdit | None = None
        self._dragged: tuple[str, QPointF] | None = None  # a layer that is being put elsewhere
        self._gap: int | None = None  # above which row it would come
        self._last_look: object = None
        self.refresh()

    def refresh(self) -> None:
        self.setFixedHeight(len(self.lines) * ROW)
        look = self._look()
        if look != self._last_look:  # keys that are retimed leave the list as it is
            self._last_look = look
            self.update()

    def _look(self) -> object:
        """All that the rows show."""
        state = self.state
        shown = [
            (line._replace(thing=None), type(line.thing), line.thing and (
                line.thing.name, line.thing.colour, getattr(line.thing, "visible", True),
                getattr(line.thing, "distance", 0.0), getattr(line.thing, "glass", False),
                getattr(line.thing, "locked", False),
            ))
            for line in self.lines
        ]  # fmt: skip
        # Values of opened properties are those of one project at one time.
        values = (state.project, state.time) if state.opened else None
        focal = state.project.lens.focal_length
        chosen = state.selected, state.also, state.lane
        return shown, chosen, focal, values, theme.current()

    @property
    def lines(self) -> list[Line]:
        """What the rows are now."""
        key = self.state.project, self.folded, self.state.opened, self.wanted
        if self._listed[0] != key:
            lines = lines_of(*key)
            if not self._in_lanes:
                lines = [line for line in lines if line.thing is not None and not line.name]
            self._listed = key, lines
        return self._listed[1]

    @property
    def entries(self) -> list[Line]:
        """The rows of layers and carriers."""
        return [line for line in self.lines if line.thing is not None]

    def look_for(self, wanted: str) -> None:
        """Show only what has this in its name or kind."""
        self.wanted = wanted
        self.refresh()
        self.changed.emit()

    def row(self, owner: str, name: str = "") -> QRectF:
        """The row of a thing or of one property, in widget pixels; ValueError if there is none."""
        number = [(line.owner, line.name) for line in self.lines].index((owner, name))
        return QRectF(0, number * ROW, self.width(), ROW)

    def opens(self, row: QRectF) -> QRectF:
        """Where a row has the sign that opens it to its single properties."""
        return QRectF(self.width() - 22, row.top() + 3, 18, 18)

    def fold(self, row: QRectF, depth: int) -> QRectF:
        """Where a carrier's row has the sign that folds it."""
        return QRectF(54 + _IN * depth, row.top() + 3, 18, 18)

    def eye(self, row: QRectF) -> QRectF:
        """Where a row's shown/hidden sign is."""
        return QRectF(8, row.top() + 3, 18, 18)

    def alone(self, row: QRectF) -> QRectF:
        """Where a row's "show alone" sign is."""
        return QRectF(32, row.top() + 3, 18, 18)

    def spoken(self) -> str:
        thing = self.state.layer or self.state.carrier
        if thing is None:
            return tr("%n things, none selected", "", len(self.entries))
        hidden = "" if getattr(thing, "visible", True) else tr(", hidden")
        return tr(
            "{name}{hidden}, {entries} in the list",
            name=thing.name,
            hidden=hidden,
            entries=len(self.entries),
        )

    def paintEvent(self, event: QPaintEvent) -> None:
        look = theme.current()
        painter = QPainter(self)
        painter.setRenderHint(QPainter.RenderHint.Antialiasing)
        shown = [layer for layer in self.state.project.layers if layer.visible]
        distances = [layer.distance for layer in self.state.project.layers if not layer.glass]
        chosen = {*self.state.chosen, self.state.selected}
        for number, line in enumerate(self.lines):
            row = QRectF(0, number * ROW, self.width(), ROW)
            if not row.intersects(QRectF(event.rect())):
                continue
            thing = line.thing
            if thing and thing.id in chosen:
                painter.fillRect(row, QColor(look.raised))
            if line.owner == self.state.lane and not line.name:
                painter.fillRect(QRectF(0, row.top() + 3, 3, ROW - 6), QColor(look.accent))
            if line.name:
                self._paint_property(painter, row, line)
            elif thing is None:
                self._paint_whole(painter, row, line.owner)
            elif isinstance(thing, Carrier):
                self._paint_carrier(painter, row, thing, line.depth, line.folded)
            else:
                shared = not thing.glass and distances.count(thing.distance) > 1
                only = len(shown) == 1 and shown[0] is thing
                self._paint_name(painter, row, thing, line.depth, only, shared)
            if not line.name and self._in_lanes:
                symbol = "chevron-down" if line.opened else "chevron-right"
                sign = self.opens(row).topLeft()
                painter.drawPixmap(sign, icons.pixmap(symbol, 15, look.dim))
        if self._gap is not None:
            painter.setPen(QPen(QColor(look.accent), 2))
            y = min(max(self._gap * ROW, 1), self.height() - 1)
            painter.drawLine(52, y, self.width() - 8, y)
        if self._in_lanes:
            painter.setPen(QPen(QColor(look.line), 1))
            painter.drawLine(self.width() - 1, 0, self.width() - 1, self.height())

    def _paint_whole(self, painter: QPainter, row: QRectF, owner: str) -> None:
        """The lens, the whole clip, what is in the air or shines."""
        symbol, text = "film", owner_name(self.state.project, owner)
        if owner == LENS:
            symbol, text = (
                "camera",
                tr("Lens  {millimetres:g} mm", millimetres=self.state.project.lens.focal_length),
            )
        elif owner != OVERALL:
            effect = effect_by_id(self.state.project, owner)
            kinds = {Air: "wind", Sound: "volume"}
            symbol = next((x for kind, x in kinds.items() if isinstance(effect, kind)), "sun")
        painter.drawPixmap(QPointF(58, row.top() + 3), icons.pixmap(symbol, 17))
        painter.setPen(QColor(theme.current().text))
        place = QRectF(82, row.top(), self.width() - 110, ROW)
        painter.drawText(place, Qt.AlignmentFlag.AlignVCenter, text)

    def _paint_property(self, painter: QPainter, row: QRectF, line: Line) -> None:
        look, left = theme.current(), 100 + _IN * line.depth
        shown = shown_of(self.state.project, line.owner, line.name)
        value = value_at(tracks_of(self.state.project, line.owner)[line.name], self.state.time)
        painter.setPen(QColor(look.dim))
        painter.drawText(row.adjusted(left, 0, 0, 0), Qt.AlignmentFlag.AlignVCenter, shown.name)
        right = Qt.AlignmentFlag.AlignVCenter | Qt.AlignmentFlag.AlignRight
        painter.setPen(QColor(look.text))
        painter.drawText(row.adjusted(0, 0, -28, 0), right, shown.text(value))

    def _paint_carrier(
        self, painter: QPainter, row: QRectF, carrier: Carrier, depth: int, folded: bool
    ) -> None:
        look, left = theme.current(), 82 + _IN * depth
        symbol = "chevron-right" if folded else "chevron-down"
        sign = self.fold(row, depth)
        painter.drawPixmap(sign.topLeft(), icons.pixmap(symbol, 15, look.text))
        painter.drawPixmap(QPointF(32, row.top() + 4), icons.pixmap("anchor", 15, look.accent))
        painter.setPen(QColor(look.text))
        place = QRectF(left, row.top(), self.width() - left - 26, ROW)
        painter.drawText(place, Qt.AlignmentFlag.AlignVCenter, carrier.name)

    def _paint_name(
        self, painter: QPainter, row: QRectF, layer: Layer, depth: int, only: bool, shared: bool
    ) -> None:
        look, left = theme.current(), 82 + _IN * depth
        eye = icons.pixmap("eye" if layer.visible else "eye-off", 17,
                           look.text if layer.visible else look.dim)  # fmt: skip
        painter.drawPixmap(self.eye(row).topLeft(), eye)
        painter.drawPixmap(
            self.alone(row).topLeft(), icons.pixmap("scan", 17, look.accent if only else look.dim)
        )
        painter.setPen(QPen(QColor(look.ground), 1))
        painter.setBrush(theme.layer_colour(layer.colour))
        painter.drawRoundedRect(QRectF(left - 22, row.top() + 5, 8, 14), 2, 2)
        painter.setPen(QColor(look.text if layer.visible else look.dim))
        # Among equals the one above is in front: the sign says that they share a distance.
        metres = tr("glass") if layer.glass else format_metres(layer.distance) + " =" * shared
        if layer.locked:
            painter.drawPixmap(
                QPointF(self.width() - 40, row.top() + 5), icons.pixmap("lock", 13, look.dim)
            )
        metrics = painter.fontMetrics()
        room = self.width() - left - metrics.horizontalAdvance(metres) - 40
        name = metrics.elidedText(layer.name, Qt.TextElideMode.ElideRight, room)
        painter.drawText(QRectF(left, row.top(), room, ROW), Qt.AlignmentFlag.AlignVCenter, name)
        painter.setPen(QColor(look.dim))
        painter.drawText(
            QRectF(0, row.top(), self.width() - (44 if layer.locked else 28), ROW),
            Qt.AlignmentFlag.AlignVCenter | Qt.AlignmentFlag.AlignRight,
            metres,
        )

    def _at(self, y: float) -> Line | None:
        number = int(y // ROW)
        return self.lines[number] if 0 <= number < len(self.lines) else None

    def mousePressEvent(self, event: QMouseEvent) -> None:
        self.setFocus()
        if event.button() == Qt.MouseButton.RightButton:
            return
        at, line = event.position(), self._at(event.position().y())
        if line is None:
            return
        if self._in_lanes and not line.name and self.opens(self.row(line.owner)).contains(at):
            self.state.open_lane(line.owner)
            return
        if line.thing is None or line.name:
            self.state.choose_lane(line.owner)
            return
        row, thing = self.row(line.owner), line.thing
        if isinstance(thing, Carrier):
            if self.fold(row, line.depth).contains(at):
                self.folded = self.folded ^ {thing.id}
                self.refresh()
                self.changed.emit()
            self.state.select(thing.id)
            return
        if self.eye(row).contains(at):
            word = tr("Hide") if thing.visible else tr("Show", "a hidden layer")
            self.state.act(
                f"{word} {thing.name}",
                lambda p: acts.show_layer(p, thing.id, not thing.visible),
            )
        elif self.alone(row).contains(at):
            self.state.act(
                tr("Show {name} alone", name=thing.name), lambda p: acts.show_alone(p, thing.id)
            )
        else:
            self._dragged = thing.id, at
        held = event.modifiers()
        if held & Qt.KeyboardModifier.ShiftModifier:
            self.state.choose(thing.id, up_to=True)
        elif held & Qt.KeyboardModifier.ControlModifier:
            self.state.choose(thing.id)
        else:
            self.state.select(thing.id)

    def contextMenuEvent(self, event: QContextMenuEvent) -> None:
        line = self._at(event.pos().y())
        at, owner = event.pos(), line.owner if line else ""
        if event.reason() == QContextMenuEvent.Reason.Keyboard:
            owner = self.state.selected or LENS
            if any(x.owner == owner for x in self.lines):
                at = self.row(owner).center().toPoint()
        show_thing_menu(self, at, self.state, owner, self.rename)

    def mouseMoveEvent(self, event: QMouseEvent) -> None:
        if self._dragged is None or not event.buttons() & Qt.MouseButton.LeftButton:
            return
        _, start = self._dragged
        if self._gap is None and (event.position() - start).manhattanLength() < ROW / 2:
            return
        self._gap = min(max(round(event.position().y() / ROW), 0), len(self.lines))
        self.update()

    def mouseReleaseEvent(self, event: QMouseEvent) -> None:
        dragged, gap = self._dragged, self._gap
        self._dragged = self._gap = None
        if dragged is None or gap is None:
            return
        name = dragged[0]
        above = {line.owner for line in self.lines[:gap] if isinstance(line.thing, Layer)}
        order = [x for x in self.state.project.near_to_far if x.id != name]
        before = [number for number, x in enumerate(order, 1) if x.id in above]
        layer, place = self.state.project.layer(name), max(before, default=0)
        self.update()
        if self.state.act(
            tr("Order of {name}", name=layer.name), lambda p: arranging.put_between(p, name, place)
        ):
            now = self.state.project.layer(name).distance
            if now != layer.distance:
                self.state.told.emit(
                    tr(
                        "{name} stands at {distance} now.",
                        name=layer.name,
                        distance=format_metres(now),
                    )
                )

    def mouseDoubleClickEvent(self, event: QMouseEvent) -> None:
        at, line = event.position(), self._at(event.position().y())
        if line and line.thing is not None and not line.name and 74 < at.x() < self.width() - 24:
            self.rename(line.thing)

    def rename(self, thing: Layer | Carrier) -> None:
        """Edit the name of a layer or a carrier in its row."""
        editor = QLineEdit(thing.name, self)
        row = self.row(thing.id)
        editor.setGeometry(78, int(row.top()), self.width() - 150, ROW)
        editor.selectAll()
        editor.show()
        editor.setFocus()
        self._editor = editor

        def done() -> None:
            if self._editor is editor:
                self._editor, name = None, editor.text()
                editor.deleteLater()
                self.state.act(
                    tr("Rename {name}", name=thing.name), lambda p: acts.rename(p, thing.id, name)
                )

        editor.editingFinished.connect(done)

    def keyPressEvent(self, event: QKeyEvent) -> None:
        ids = [line.owner for line in self.entries]
        steps = {Qt.Key.Key_Up: -1, Qt.Key.Key_Down: 1}.get(Qt.Key(event.key()))
        if steps and self.state.selected in ids:
            at = ids.index(self.state.selected) + steps
            self.state.select(ids[min(max(at, 0), len(ids) - 1)])
        elif event.key() == Qt.Key.Key_F2 and (self.state.layer or self.state.carrier):
            thing = self.state.layer or self.state.carrier
            assert thing is not None
            self.rename(thing)
        else:
            super().keyPressEvent(event)

    def event(self, event: QEvent) -> bool:
        if event.type() == QEvent.Type.ToolTip and isinstance(event, QHelpEvent):
            line = self._at(event.pos().y())
            place = QPointF(event.pos())
            show_tip(event.globalPos(), self._about(line, place) if line else "", self)
            return True
        return super().event(event)

    def _about(self, line: Line, at: QPointF) -> str:
        row = self.row(line.owner, line.name)
        signs = {"eye": self.eye, "alone": self.alone}
        signs |= {"lanes": self.opens} if self._in_lanes else {}
        on = next((sign for sign, place in signs.items() if place(row).contains(at)), "")
        return about(self.state.project, line, on)
