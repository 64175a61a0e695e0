"""The mouse on titles, cards, pictures and clips in the lens view: dragging, and typing."""

from __future__ import annotations

import numpy as np
from PySide6.QtCore import QPointF, QRectF, Qt
from PySide6.QtGui import QColor, QFocusEvent, QKeyEvent, QPainter, QPen
from PySide6.QtWidgets import QPlainTextEdit

from woodcock.app import theme
from woodcock.app.picture.pointing import layer_at, layers_at, mapping_of, place_of, spot
from woodcock.app.picture.view import PictureView
from woodcock.app.state import State
from woodcock.model import Layer, Project
from woodcock.session import acts, things
from woodcock.stage import PlaneMapping
from woodcock.texts import tr

_SAFE = (0.035, 0.05)  # of width and height: action and title safe areas (SMPTE ST 2046-1)


class ThingHand:
    def __init__(self, state: State) -> None:
        self._state = state
        self._grip: tuple[str, QPointF] | None = None
        self.editor: TitleEditor | None = None

    @property
    def held(self) -> bool:
        return self._grip is not None

    def take(self, at: QPointF) -> bool:
        """Take hold of the thing at a place of the frame, if there is one that can be moved.

        The selected one, even where something stands before it; else the nearest.
        """
        found = layer_at(self._state, at)
        if self._state.layer is not None and self._state.layer.own is not None:
            chosen = self._state.layer.id
            found = chosen if chosen in layers_at(self._state, at) else found
        layer = self._state.project.layer(found) if found else None
        own = layer.at_place if layer else None
        if layer is None or own is None or layer.locked:
            return False
        self._state.select(layer.id)
        place = self._in_photo(layer.id, at)
        if place is None:
            return False
        self._grip = layer.id, QPointF(own.x - place[0], own.y - place[1])
        return True

    def drag(self, at: QPointF) -> None:
        """Put what is held under a place of the frame."""
        if self._grip is None:
            return
        name, grip = self._grip
        place = self._in_photo(name, at)
        if place is None:
            return
        x, y = place[0] + grip.x(), place[1] + grip.y()
        layer = self._state.project.layer(name)

        def change(project: Project) -> Project:
            moved = things.moved_own(acts.free(project, name), x, y)
            return project.with_layer(moved)

        self._state.act(tr("Move {name}", name=layer.name), change, f"move {name}")

    def let_go(self) -> None:
        self._grip = None

    def type_at(self, at: QPointF, view: PictureView) -> bool:
        """Begin to type in the title at a place of the frame, if there is one."""
        found = layer_at(self._state, at)
        layer = self._state.project.layer(found) if found else None
        mapping = mapping_of(self._state, found) if found else None
        if layer is None or layer.title is None or layer.locked or mapping is None:
            return False
        self._state.select(layer.id)
        self.editor = TitleEditor(self._state, view, layer, mapping)
        return True

    def _in_photo(self, name: str, at: QPointF) -> tuple[float, float] | None:
        mapping = mapping_of(self._state, name)
        return None if mapping is None else place_of(mapping.frame_to_plane(spot(at)))

    def paint_safe(self, painter: QPainter, area: QRectF) -> None:
        """Where it is safe to have action, and titles."""
        painter.setBrush(Qt.BrushStyle.NoBrush)
        for share in _SAFE:
            across, down = share * area.width(), share * area.height()
            box = area.adjusted(across, down, -across, -down)
            for colour, style in (("#000000", Qt.PenStyle.SolidLine), ("#ffffff", _DASHED)):
                painter.setPen(QPen(QColor(colour), 1, style))
                painter.drawRect(box)


_DASHED = Qt.PenStyle.DashLine


class TitleEditor(QPlainTextEdit):
    """A title's words where they are in the picture; Escape or a click elsewhere ends it."""

    def __init__(
        self, state: State, view: PictureView, layer: Layer, mapping: PlaneMapping
    ) -> None:
        from woodcock.things import title_box  # late: the window opens without Pillow

        super().__init__(view)
        assert layer.title is not None
        self._state, self._layer = state, layer.id
        left, top, width, height = title_box(layer.title)
        ends = np.array([(left, top), (left + width, top + height)], np.float64)
        spots = [view.to_view(float(x), float(y)) for x, y in mapping.plane_to_frame(ends)]
        box = QRectF(spots[0], spots[1]).normalized().adjusted(-16, -8, 16, 12).toRect()
        self.setGeometry(box.united(box.adjusted(0, 0, max(0, 180 - box.width()), 0)))
        font = self.font()
        lines = layer.title.text.count("\n") + 1
        font.setPixelSize(max(12, round(0.72 * box.height() / lines / layer.title.line_height)))
        self.setFont(font)
        accent = theme.current().accent
        self.setStyleSheet(
            f"background: rgba(0, 0, 0, 150); color: white; border: 1px solid {accent};"
        )
        self.setPlainText(layer.title.text)
        self.selectAll()
        self.textChanged.connect(self._typed)
        self.show()
        self.setFocus()

    def _typed(self) -> None:
        if any(layer.id == self._layer for layer in self._state.project.layers):
            text = self.toPlainText()
            self._state.act(tr("Type a title"), lambda p: things.set_own(p, self._layer, text=text),
                            f"type {self._layer}")  # fmt: skip

    def keyPressEvent(self, event: QKeyEvent) -> None:
        if event.key() == Qt.Key.Key_Escape:
            self._end()
        else:
            super().keyPressEvent(event)

    def focusOutEvent(self, event: QFocusEvent) -> None:
        super().focusOutEvent(event)
        self._end()

    def _end(self) -> None:
        self.hide()
        self._state.document.seal()
        self.deleteLater()
