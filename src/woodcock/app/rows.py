"""The list of the stage and its lanes: one row a layer, a carrier, the lens."""

from __future__ import annotations

from PySide6.QtCore import QEvent, QPointF, QRectF, Qt
from PySide6.QtGui import QColor, QHelpEvent, QKeyEvent, QMouseEvent, QPainter, QPaintEvent, QPen
from PySide6.QtWidgets import QLineEdit, QToolTip, QWidget

from woodcock.app import icons, theme
from woodcock.app.entries import KIND_NAMES, Entry, entries_of
from woodcock.app.rail import format_metres
from woodcock.app.ruler import Ruler
from woodcock.app.state import State
from woodcock.model import CARRIER_PROPERTIES, LENS_PROPERTIES, Carrier, Layer, Track
from woodcock.session import acts

LIST = 336  # width of the list of layers
ROW = 24
_IN = 14  # pixels by which what hangs on a carrier is set in


def _pegs(tracks: list[Track]) -> list[float]:
    return sorted({round(key.time, 4) for track in tracks for key in track.keys})


def pegs_of(thing: Layer | Carrier) -> list[float]:
    """The times at which something of a thing is keyed."""
    if isinstance(thing, Carrier):
        return _pegs([getattr(thing, name) for name in CARRIER_PROPERTIES])
    tracks = [getattr(thing.pose, name) for name in thing.pose.__struct_fields__]
    return _pegs([*tracks, thing.title.shown] if thing.title else tracks)


class Rows(QWidget):
    """A row for the lens and for every layer and carrier: name at the left, lane at the right."""

    def __init__(self, state: State, ruler: Ruler) -> None:
        super().__init__()
        self.folded: frozenset[str] = frozenset()  # carriers whose things are not shown
        self.wanted = ""  # what is looked for in the list
        self._listed: tuple[object, list[Entry]] = (None, [])
        self.state, self._ruler = state, ruler
        self.setFocusPolicy(Qt.FocusPolicy.StrongFocus)
        self.setMouseTracking(True)
        self.setAccessibleName("Layers and lanes")
        self._editor: QLineEdit | None = None
        self.refresh()

    def refresh(self) -> None:
        self.setFixedHeight((len(self.entries) + 1) * ROW)
        self.update()

    @property
    def entries(self) -> list[Entry]:
        """What the rows are now."""
        key = self.state.project, self.folded, self.wanted
        if self._listed[0] != key:
            self._listed = key, entries_of(*key)
        return self._listed[1]

    def look_for(self, wanted: str) -> None:
        """Show only what has this in its name or kind."""
        self.wanted = wanted
        self.refresh()

    def row(self, thing_id: str) -> QRectF:
        """The row of a layer or a carrier, in widget pixels; ValueError if it is not shown."""
        number = [entry.thing.id for entry in self.entries].index(thing_id) + 1
        return QRectF(0, number * ROW, self.width(), ROW)

    def fold(self, row: QRectF, depth: int) -> QRectF:
        """Where a carrier's row has the sign that folds it."""
        return QRectF(54 + _IN * depth, row.top() + 3, 18, 18)

    def eye(self, row: QRectF) -> QRectF:
        """Where a row's shown/hidden sign is."""
        return QRectF(8, row.top() + 3, 18, 18)

    def alone(self, row: QRectF) -> QRectF:
        """Where a row's "show alone" sign is."""
        return QRectF(32, row.top() + 3, 18, 18)

    def paintEvent(self, event: QPaintEvent) -> None:
        look = theme.current()
        painter = QPainter(self)
        painter.setRenderHint(QPainter.RenderHint.Antialiasing)
        top = QRectF(0, 0, self.width(), ROW)
        self._paint_lane(painter, top, self._lens_pegs(), QColor(look.accent))
        painter.drawPixmap(QPointF(58, 3), icons.pixmap("camera", 17))
        painter.setPen(QColor(look.text))
        text = f"Lens  {self.state.project.lens.focal_length:g} mm"
        painter.drawText(QRectF(82, 0, LIST - 90, ROW), Qt.AlignmentFlag.AlignVCenter, text)
        shown = [layer for layer in self.state.project.layers if layer.visible]
        distances = [layer.distance for layer in self.state.project.layers if not layer.glass]
        for number, (thing, depth, folded) in enumerate(self.entries, 1):
            row = QRectF(0, number * ROW, self.width(), ROW)
            if thing.id in (*self.state.chosen, self.state.selected):
                painter.fillRect(row, QColor(look.raised))
            if thing.id == self.state.selected and len(self.state.chosen) > 1:
                painter.fillRect(QRectF(0, row.top() + 3, 3, ROW - 6), QColor(look.accent))
            if isinstance(thing, Carrier):
                self._paint_carrier(painter, row, thing, depth, folded)
            else:
                shared = not thing.glass and distances.count(thing.distance) > 1
                only = len(shown) == 1 and shown[0] is thing
                self._paint_name(painter, row, thing, depth, only, shared)
            self._paint_lane(painter, row, pegs_of(thing), theme.layer_colour(thing.colour))
        painter.setPen(QPen(QColor(look.line), 1))
        painter.drawLine(LIST, 0, LIST, self.height())
        if self.entries:
            x = LIST + self._ruler.x_of(self.state.time)
            painter.setPen(QPen(QColor(look.accent), 1.4))
            painter.drawLine(QPointF(x, 0), QPointF(x, self.height()))

    def _paint_carrier(
        self, painter: QPainter, row: QRectF, carrier: Carrier, depth: int, folded: bool
    ) -> None:
        look, left = theme.current(), 82 + _IN * depth
        symbol = "chevron-right" if folded else "chevron-down"
        sign = self.fold(row, depth)
        painter.drawPixmap(sign.topLeft(), icons.pixmap(symbol, 15, look.text))
        painter.drawPixmap(QPointF(32, row.top() + 4), icons.pixmap("anchor", 15, look.accent))
        painter.setPen(QColor(look.text))
        place = QRectF(left, row.top(), LIST - left - 8, ROW)
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
        metres = "glass" if layer.glass else format_metres(layer.distance) + " =" * shared
        if layer.locked:
            painter.drawPixmap(
                QPointF(LIST - 22, row.top() + 5), icons.pixmap("lock", 13, look.dim)
            )
        metrics = painter.fontMetrics()
        room = LIST - left - metrics.horizontalAdvance(metres) - 22
        name = metrics.elidedText(layer.name, Qt.TextElideMode.ElideRight, room)
        painter.drawText(QRectF(left, row.top(), room, ROW), Qt.AlignmentFlag.AlignVCenter, name)
        painter.setPen(QColor(look.dim))
        painter.drawText(
            QRectF(0, row.top(), LIST - (26 if layer.locked else 12), ROW),
            Qt.AlignmentFlag.AlignVCenter | Qt.AlignmentFlag.AlignRight,
            metres,
        )

    def _paint_lane(
        self, painter: QPainter, row: QRectF, pegs: list[float], colour: QColor
    ) -> None:
        look = theme.current()
        middle = row.center().y()
        left, right = LIST + self._ruler.x_of(0), LIST + self._ruler.x_of(
            self.state.project.frame.last
        )  # fmt: skip
        painter.setPen(QPen(QColor(look.line), 1))
        painter.drawLine(QPointF(left, row.bottom() - 4), QPointF(right, row.bottom() - 4))
        places = [LIST + self._ruler.x_of(time) for time in pegs]
        if len(places) > 1:
            faint = QColor(colour)
            faint.setAlpha(90)
            painter.setPen(QPen(faint, 3))
            painter.drawLine(
                QPointF(places[0], row.bottom() - 4), QPointF(places[-1], row.bottom() - 4)
            )
        for x in places:  # a peg: a small upright pin with a round head
            painter.setPen(QPen(colour, 2))
            painter.drawLine(QPointF(x, middle - 2), QPointF(x, row.bottom() - 4))
            painter.setPen(QPen(QColor(look.ground), 1))
            painter.setBrush(colour)
            painter.drawEllipse(QPointF(x, middle - 4), 4.2, 4.2)

    def _lens_pegs(self) -> list[float]:
        return _pegs([getattr(self.state.project.lens, name) for name in LENS_PROPERTIES])

    def _at(self, y: float) -> Entry | None:
        number = int(y // ROW) - 1
        return self.entries[number] if 0 <= number < len(self.entries) else None

    def mousePressEvent(self, event: QMouseEvent) -> None:
        self.setFocus()
        at, entry = event.position(), self._at(event.position().y())
        if at.x() > LIST:
            pegs = pegs_of(entry.thing) if entry else self._lens_pegs()
            near = [time for time in pegs
                    if abs(LIST + self._ruler.x_of(time) - at.x()) < 7]  # fmt: skip
            if near:
                self.state.seek(near[0])
            else:
                self._ruler.seek(at.x() - LIST)
        if entry is None:
            return
        row, thing = self.row(entry.thing.id), entry.thing
        if isinstance(thing, Carrier):
            if self.fold(row, entry.depth).contains(at):
                self.folded = self.folded ^ {thing.id}
                self.refresh()
            self.state.select(thing.id)
            return
        if self.eye(row).contains(at):
            word = "Hide" if thing.visible else "Show"
            self.state.act(
                f"{word} {thing.name}",
                lambda p: acts.show_layer(p, thing.id, not thing.visible),
            )
        elif self.alone(row).contains(at):
            self.state.act(f"Show {thing.name} alone", lambda p: acts.show_alone(p, thing.id))
        held = event.modifiers()
        if held & Qt.KeyboardModifier.ShiftModifier:
            self.state.choose(thing.id, up_to=True)
        elif held & Qt.KeyboardModifier.ControlModifier:
            self.state.choose(thing.id)
        else:
            self.state.select(thing.id)

    def mouseDoubleClickEvent(self, event: QMouseEvent) -> None:
        entry = self._at(event.position().y())
        if entry and isinstance(entry.thing, Layer) and 74 < event.position().x() < LIST:
            self.rename(entry.thing)

    def rename(self, layer: Layer) -> None:
        """Edit the layer's name in its row."""
        editor = QLineEdit(layer.name, self)
        row = self.row(layer.id)
        editor.setGeometry(78, int(row.top()), LIST - 150, ROW)
        editor.selectAll()
        editor.show()
        editor.setFocus()
        self._editor = editor

        def done() -> None:
            if self._editor is editor:
                self._editor = None
                name = editor.text()
                editor.deleteLater()
                self.state.act(
                    f"Rename {layer.name}", lambda p: acts.rename_layer(p, layer.id, name)
                )

        editor.editingFinished.connect(done)

    def keyPressEvent(self, event: QKeyEvent) -> None:
        ids = [entry.thing.id for entry in self.entries]
        steps = {Qt.Key.Key_Up: -1, Qt.Key.Key_Down: 1}.get(Qt.Key(event.key()))
        if steps and self.state.selected in ids:
            at = ids.index(self.state.selected) + steps
            self.state.select(ids[min(max(at, 0), len(ids) - 1)])
        elif event.key() == Qt.Key.Key_F2 and self.state.layer:
            self.rename(self.state.layer)
        else:
            super().keyPressEvent(event)

    def event(self, event: QEvent) -> bool:
        if event.type() == QEvent.Type.ToolTip and isinstance(event, QHelpEvent):
            at, entry = QPointF(event.pos()), self._at(event.pos().y())
            text = "The lens: pegs are the times at which its pose is set."
            layer = entry.thing if entry else None
            if isinstance(layer, Carrier):
                text = f"{layer.name}: what is listed below it hangs on it, and goes along."
            elif layer:
                row = self.row(layer.id)
                kind = KIND_NAMES[layer.kind]
                text = f"{layer.name}: {kind}; double-click or F2 renames it."
                if self.eye(row).contains(at):
                    text = "Show or hide this layer."
                elif self.alone(row).contains(at):
                    text = "Show this layer alone, or all of them again."
                elif at.x() > LIST:
                    text = f"{layer.name}: pegs are the times at which its pose is set."
            QToolTip.showText(event.globalPos(), text, self)
            return True
        return super().event(event)
