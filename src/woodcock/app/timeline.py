"""The timeline: layers near on top at the left, lanes with pegs at the right, the playhead."""

from __future__ import annotations

from PySide6.QtCore import QEvent, QPointF, QRectF, QSize, Qt, Signal
from PySide6.QtGui import (
    QColor,
    QFont,
    QHelpEvent,
    QKeyEvent,
    QMouseEvent,
    QPainter,
    QPaintEvent,
    QPen,
    QPolygonF,
)
from PySide6.QtWidgets import (
    QFrame,
    QHBoxLayout,
    QLabel,
    QLineEdit,
    QScrollArea,
    QToolTip,
    QVBoxLayout,
    QWidget,
)

from woodcock.app import icons, theme
from woodcock.app.fields import tool
from woodcock.app.rail import format_metres
from woodcock.app.state import State
from woodcock.model import LENS_PROPERTIES, Layer, Track
from woodcock.session import acts

LIST = 300  # width of the list of layers
ROW = 24
_PAD = 14


def _pegs(tracks: list[Track]) -> list[float]:
    return sorted({round(key.time, 4) for track in tracks for key in track.keys})


class Ruler(QWidget):
    """Seconds and frames over the lanes; pressing or dragging moves the playhead."""

    def __init__(self, state: State) -> None:
        super().__init__()
        self.state = state
        self.setFixedHeight(30)
        self.setAccessibleName("Time ruler")

    def x_of(self, time: float) -> float:
        last = self.state.project.frame.last
        return _PAD + time / last * (self.width() - 2 * _PAD)

    def paintEvent(self, event: QPaintEvent) -> None:
        look, frame = theme.current(), self.state.project.frame
        painter = QPainter(self)
        painter.setRenderHint(QPainter.RenderHint.Antialiasing)
        font = QFont(self.font())
        font.setPixelSize(11)
        painter.setFont(font)
        step = next((s for s in (0.1, 0.25, 0.5, 1, 2, 5, 10, 30, 60)
                     if frame.last / s * 44 < self.width()), 60.0)  # fmt: skip
        ticks = int(frame.last / step + 1e-6)
        for n in range(ticks + 1):
            x = self.x_of(n * step)
            painter.setPen(QPen(QColor(look.line), 1))
            painter.drawLine(QPointF(x, 20), QPointF(x, 29))
            painter.setPen(QColor(look.dim))
            painter.drawText(
                QRectF(x - 24, 3, 48, 16), Qt.AlignmentFlag.AlignCenter, f"{n * step:g} s"
            )
        x = self.x_of(self.state.time)
        painter.setPen(Qt.PenStyle.NoPen)
        painter.setBrush(QColor(look.accent))
        painter.drawPolygon(QPolygonF([QPointF(x - 6, 18), QPointF(x + 6, 18), QPointF(x, 29)]))

    def mousePressEvent(self, event: QMouseEvent) -> None:
        self.seek(event.position().x())

    def mouseMoveEvent(self, event: QMouseEvent) -> None:
        if event.buttons():
            self.seek(event.position().x())

    def seek(self, x: float) -> None:
        share = (x - _PAD) / max(self.width() - 2 * _PAD, 1)
        self.state.seek(min(max(share, 0.0), 1.0) * self.state.project.frame.last)


class Rows(QWidget):
    """One row for the lens and one for every layer: name at the left, lane at the right."""

    def __init__(self, state: State, ruler: Ruler) -> None:
        super().__init__()
        self.state, self._ruler = state, ruler
        self.setFocusPolicy(Qt.FocusPolicy.StrongFocus)
        self.setMouseTracking(True)
        self.setAccessibleName("Layers and lanes")
        self._editor: QLineEdit | None = None
        self.refresh()

    def refresh(self) -> None:
        self.setFixedHeight((len(self.layers) + 1) * ROW)
        self.update()

    @property
    def layers(self) -> tuple[Layer, ...]:
        return self.state.project.near_to_far

    def row(self, layer_id: str) -> QRectF:
        """A layer's row, in widget pixels."""
        number = [layer.id for layer in self.layers].index(layer_id) + 1
        return QRectF(0, number * ROW, self.width(), ROW)

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
        shown = [layer for layer in self.layers if layer.visible]
        for number, layer in enumerate(self.layers, 1):
            row = QRectF(0, number * ROW, self.width(), ROW)
            if layer.id in self.state.chosen:
                painter.fillRect(row, QColor(look.raised))
            if layer.id == self.state.selected and len(self.state.chosen) > 1:
                painter.fillRect(QRectF(0, row.top() + 3, 3, ROW - 6), QColor(look.accent))
            self._paint_name(painter, row, layer, len(shown) == 1 and shown[0] is layer)
            pose = [getattr(layer.pose, name) for name in layer.pose.__struct_fields__]
            self._paint_lane(painter, row, _pegs(pose), theme.layer_colour(layer.colour))
        painter.setPen(QPen(QColor(look.line), 1))
        painter.drawLine(LIST, 0, LIST, self.height())
        if self.layers:
            x = LIST + self._ruler.x_of(self.state.time)
            painter.setPen(QPen(QColor(look.accent), 1.4))
            painter.drawLine(QPointF(x, 0), QPointF(x, self.height()))

    def _paint_name(self, painter: QPainter, row: QRectF, layer: Layer, only: bool) -> None:
        look = theme.current()
        eye = icons.pixmap("eye" if layer.visible else "eye-off", 17,
                           look.text if layer.visible else look.dim)  # fmt: skip
        painter.drawPixmap(self.eye(row).topLeft(), eye)
        painter.drawPixmap(
            self.alone(row).topLeft(), icons.pixmap("scan", 17, look.accent if only else look.dim)
        )
        painter.setPen(QPen(QColor(look.ground), 1))
        painter.setBrush(theme.layer_colour(layer.colour))
        painter.drawRoundedRect(QRectF(60, row.top() + 5, 8, 14), 2, 2)
        painter.setPen(QColor(look.text if layer.visible else look.dim))
        metres = format_metres(layer.distance)
        metrics = painter.fontMetrics()
        room = LIST - 82 - metrics.horizontalAdvance(metres) - 22
        name = metrics.elidedText(layer.name, Qt.TextElideMode.ElideRight, room)
        painter.drawText(QRectF(82, row.top(), room, ROW), Qt.AlignmentFlag.AlignVCenter, name)
        painter.setPen(QColor(look.dim))
        painter.drawText(
            QRectF(0, row.top(), LIST - 12, ROW),
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

    def _at(self, y: float) -> Layer | None:
        number = int(y // ROW) - 1
        return self.layers[number] if 0 <= number < len(self.layers) else None

    def mousePressEvent(self, event: QMouseEvent) -> None:
        self.setFocus()
        at, layer = event.position(), self._at(event.position().y())
        if at.x() > LIST:
            pose = [getattr(layer.pose, n) for n in layer.pose.__struct_fields__] if layer else None
            near = [time for time in (_pegs(pose) if pose is not None else self._lens_pegs())
                    if abs(LIST + self._ruler.x_of(time) - at.x()) < 7]  # fmt: skip
            if near:
                self.state.seek(near[0])
            else:
                self._ruler.seek(at.x() - LIST)
        if layer is None:
            return
        row = self.row(layer.id)
        if self.eye(row).contains(at):
            word = "Hide" if layer.visible else "Show"
            self.state.act(
                f"{word} {layer.name}",
                lambda p: acts.show_layer(p, layer.id, not layer.visible),
            )
        elif self.alone(row).contains(at):
            self.state.act(f"Show {layer.name} alone", lambda p: acts.show_alone(p, layer.id))
        held = event.modifiers()
        if held & Qt.KeyboardModifier.ShiftModifier:
            self.state.choose(layer.id, up_to=True)
        elif held & Qt.KeyboardModifier.ControlModifier:
            self.state.choose(layer.id)
        else:
            self.state.select(layer.id)

    def mouseDoubleClickEvent(self, event: QMouseEvent) -> None:
        layer = self._at(event.position().y())
        if layer and 56 < event.position().x() < LIST:
            self.rename(layer)

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
        ids = [layer.id for layer in self.layers]
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
            at, layer = QPointF(event.pos()), self._at(event.pos().y())
            text = "The lens: pegs are the times at which its pose is set."
            if layer:
                row = self.row(layer.id)
                text = f"{layer.name}: double-click or F2 renames it."
                if self.eye(row).contains(at):
                    text = "Show or hide this layer."
                elif self.alone(row).contains(at):
                    text = "Show this layer alone, or all of them again."
                elif at.x() > LIST:
                    text = f"{layer.name}: pegs are the times at which its pose is set."
            QToolTip.showText(event.globalPos(), text, self)
            return True
        return super().event(event)


class Timeline(QFrame):
    """Transport, ruler and rows."""

    play = Signal()

    def __init__(self, state: State) -> None:
        super().__init__()
        self.setObjectName("timeline")
        self.state = state
        self.ruler = Ruler(state)
        self.rows = Rows(state, self.ruler)
        self.play_button = tool("play", "Play or pause (Space)", self.play.emit)
        self.clock = QLabel()
        self.clock.setToolTip("The playhead: seconds, and which frame of how many")
        self.clock.setObjectName("dim")
        bar = QHBoxLayout()
        bar.setContentsMargins(8, 0, 8, 0)
        bar.setSpacing(2)
        bar.addWidget(tool("skip-back", "To the start (Home)", lambda: state.seek(0)))
        bar.addWidget(tool("step-back", "One frame back (Left)", lambda: self._step(-1)))
        bar.addWidget(self.play_button)
        bar.addWidget(tool("step-forward", "One frame on (Right)", lambda: self._step(1)))
        bar.addWidget(
            tool("skip-forward", "To the end (End)", lambda: state.seek(state.project.frame.last))
        )
        bar.addStretch(1)
        bar.addWidget(self.clock)
        transport = QWidget()
        transport.setLayout(bar)
        transport.setFixedWidth(LIST)
        head = QHBoxLayout()
        head.setContentsMargins(0, 0, 9, 0)
        head.setSpacing(0)
        head.addWidget(transport)
        head.addWidget(self.ruler, 1)
        self.scroll_area = QScrollArea()
        self.scroll_area.setWidget(self.rows)
        self.scroll_area.setWidgetResizable(True)
        self.scroll_area.setVerticalScrollBarPolicy(Qt.ScrollBarPolicy.ScrollBarAlwaysOn)
        self.scroll_area.setHorizontalScrollBarPolicy(Qt.ScrollBarPolicy.ScrollBarAlwaysOff)
        layout = QVBoxLayout(self)
        layout.setContentsMargins(0, 1, 0, 0)
        layout.setSpacing(0)
        layout.addLayout(head)
        layout.addWidget(self.scroll_area, 1)
        self.setFixedHeight(150)
        state.changed.connect(self.refresh)
        state.time_changed.connect(self.refresh_time)
        self.refresh()

    def sizeHint(self) -> QSize:
        return QSize(900, 150)

    def refresh(self) -> None:
        self.rows.refresh()
        icons.put(self.play_button, "pause" if self.state.playing else "play")
        self.refresh_time()

    def refresh_time(self) -> None:
        frame = self.state.project.frame
        index = round(self.state.time * frame.rate) + 1
        self.clock.setText(f"{self.state.time:.2f} s · {index}/{frame.count}")
        self.ruler.update()
        self.rows.update()

    def _step(self, frames: int) -> None:
        self.state.seek(self.state.time + frames / self.state.project.frame.rate)
