"""The Outline tool: a path of Bezier curves, editable afterwards."""

from __future__ import annotations

import numpy as np
from msgspec.structs import replace
from PySide6.QtCore import QPointF, QRectF, Qt
from PySide6.QtGui import QColor, QKeyEvent, QMouseEvent, QPainter, QPen

from woodcock.app import theme
from woodcock.app.picture.hand import Hand, near
from woodcock.app.picture.view import PictureView
from woodcock.app.separate.cutter import Cutter
from woodcock.app.state import State
from woodcock.model import Node, Outline
from woodcock.separate.outline import divided, drawn, turned
from woodcock.session.stroke import Stroke

_NEAR = 9  # screen pixels within which a node, a handle or the curve is meant


class OutlineHand(Hand):
    """Draws a path node by node; then its nodes and handles can be dragged."""

    def __init__(self, state: State, cutter: Cutter) -> None:
        super().__init__(state)
        self._cutter = cutter
        self._begun: list[Node] = []  # of a path that is not closed yet
        self._moved: tuple[str, tuple[Node, ...]] | None = None  # layer, until its mask has them
        self._grip: tuple[str, int] | None = None  # "node", "before" or "after", and which
        self._chosen: int | None = None
        self._pointer: QPointF | None = None

    @property
    def nodes(self) -> tuple[Node, ...]:
        """The nodes of the selected layer's outline as they are shown."""
        layer = self.state.layer
        if layer is None or layer.mask is None or layer.mask.outline is None:
            return ()
        if self._moved and self._moved[0] == layer.id:
            return self._moved[1]
        return layer.mask.outline.nodes

    def press(self, at: QPointF, event: QMouseEvent, view: PictureView) -> None:
        spot = view.to_view(at.x(), at.y())
        if not self._begun and self._grasp(spot, event, view):
            return
        if len(self._begun) > 1 and near(spot, _shown(self._begun[0], view), _NEAR):
            self._close(event.button() == Qt.MouseButton.RightButton)
            return
        self._begun.append(Node(at.x(), at.y()))
        self._grip = "begun", len(self._begun) - 1

    def _grasp(self, spot: QPointF, event: QMouseEvent, view: PictureView) -> bool:
        """Take hold of what lies under the pointer of a finished outline."""
        layer, nodes = self.state.layer, self.nodes
        if layer is None:
            return False
        for index, node in enumerate(nodes):
            for side in ("before", "after"):
                if getattr(node, side) != (0.0, 0.0) and near(
                    spot, _shown(node, view, side), _NEAR
                ):
                    self._grip = side, index
                    return True
            if near(spot, _shown(node, view), _NEAR):
                self._grip, self._chosen = ("node", index), index
                if event.modifiers() & Qt.KeyboardModifier.ControlModifier:
                    self._moved = layer.id, turned(nodes, index)
                return True
        for index, node in enumerate(nodes):
            line = view.line_to_view(drawn(node, nodes[(index + 1) % len(nodes)]).tolist())
            away = [(line.at(k) - spot).manhattanLength() for k in range(line.size())]
            best = int(np.argmin(away))
            if away[best] < _NEAR:
                self._moved = layer.id, divided(nodes, index, best / len(away))
                self._grip, self._chosen = ("node", index + 1), index + 1
                return True
        return False

    def move(self, at: QPointF, held: bool, view: PictureView) -> None:
        self._pointer = at
        if not held or self._grip is None:
            return
        kind, index = self._grip
        if kind == "begun":
            node = self._begun[index]
            along = at.x() - node.x, at.y() - node.y
            self._begun[index] = replace(node, before=(-along[0], -along[1]), after=along)
            return
        layer, nodes = self.state.layer, list(self.nodes)
        if layer is None or index >= len(nodes):
            return
        node = nodes[index]
        if kind == "node":
            nodes[index] = replace(node, x=at.x(), y=at.y())
        else:
            nodes[index] = _with_handle(node, kind, (at.x() - node.x, at.y() - node.y))
        self._moved = layer.id, tuple(nodes)

    def release(self, at: QPointF, view: PictureView) -> None:
        self._grip = None
        self._change()

    def _change(self) -> None:
        """Have the mask follow the nodes."""
        layer = self.state.layer
        if layer and layer.mask and layer.mask.outline and self._moved:
            nodes = self._moved[1]
            if nodes == layer.mask.outline.nodes:
                self._moved = None
                return
            stroke = Stroke((), "outline", "edit", layer=layer.id, outline=Outline(nodes))
            self._cutter.take(stroke, self._settled)

    def _settled(self) -> None:
        if self._grip is None:
            self._moved = None

    def key(self, event: QKeyEvent, view: PictureView) -> bool:
        if event.key() in (Qt.Key.Key_Return, Qt.Key.Key_Enter) and len(self._begun) > 1:
            self._close(False)
        elif event.key() == Qt.Key.Key_Escape and self._begun:
            self.give_up()
        elif event.key() == Qt.Key.Key_Backspace and self._begun:
            self._begun.pop()
        elif event.key() in (Qt.Key.Key_Backspace, Qt.Key.Key_Delete):
            return self._drop_chosen()
        else:
            return False
        return True

    def _drop_chosen(self) -> bool:
        layer, nodes, chosen = self.state.layer, self.nodes, self._chosen
        if layer is None or chosen is None or not 2 < len(nodes) > chosen:
            return False
        self._moved, self._chosen = (layer.id, nodes[:chosen] + nodes[chosen + 1 :]), None
        self._change()
        return True

    def _close(self, remove: bool) -> None:
        nodes, self._begun = tuple(self._begun), []
        mode = "remove" if remove else self.state.tools.stroke
        outline = Outline(nodes)
        self._cutter.take(Stroke((), "outline", mode, layer=self.state.selected, outline=outline))

    def give_up(self) -> None:
        self._begun, self._grip, self._moved, self._chosen = [], None, None, None

    def paint(self, painter: QPainter, view: PictureView) -> None:
        nodes, closed = (tuple(self._begun), False) if self._begun else (self.nodes, True)
        if not nodes:
            return
        path = [(x, y) for a, b in _pairs(nodes, closed) for x, y in drawn(a, b).tolist()]
        if not closed and self._pointer is not None:
            ahead = Node(self._pointer.x(), self._pointer.y())
            path += [(x, y) for x, y in drawn(nodes[-1], ahead).tolist()]
        elif closed:
            path.append(path[0])
        line = view.line_to_view(path)
        painter.setBrush(Qt.BrushStyle.NoBrush)
        for colour, width in (("#000000", 3.0), ("#ffffff", 1.4)):
            painter.setPen(QPen(QColor(colour), width))
            painter.drawPolyline(line)
        for index, node in enumerate(nodes):
            self._paint_node(painter, view, node, index == self._chosen)

    def _paint_node(self, painter: QPainter, view: PictureView, node: Node, chosen: bool) -> None:
        accent, spot = QColor(theme.current().accent), _shown(node, view)
        for side in ("before", "after"):
            if getattr(node, side) != (0.0, 0.0):
                end = _shown(node, view, side)
                painter.setPen(QPen(accent, 1.4))
                painter.drawLine(spot, end)
                painter.setPen(QPen(QColor("#000000"), 1))
                painter.setBrush(QColor("#ffffff"))
                painter.drawEllipse(end, 3.5, 3.5)
        painter.setPen(QPen(QColor("#000000"), 1))
        painter.setBrush(accent if chosen else QColor("#ffffff"))
        painter.drawRect(QRectF(spot.x() - 4, spot.y() - 4, 8, 8))


def _pairs(nodes: tuple[Node, ...], closed: bool) -> list[tuple[Node, Node]]:
    following = (*nodes[1:], nodes[0]) if closed else nodes[1:]
    return list(zip(nodes, following, strict=False))


def _with_handle(node: Node, side: str, along: tuple[float, float]) -> Node:
    """The node with one handle moved; if it was smooth the other one turns along."""
    other = "after" if side == "before" else "before"
    before, kept = np.array(getattr(node, side)), np.array(getattr(node, other))
    lengths = np.linalg.norm(before) * np.linalg.norm(kept)
    node = replace(node, **{side: along})
    if lengths and before @ kept < -0.999 * lengths:
        turned_to = -np.array(along) / max(float(np.hypot(*along)), 1e-9) * np.linalg.norm(kept)
        node = replace(node, **{other: (float(turned_to[0]), float(turned_to[1]))})
    return node


def _shown(node: Node, view: PictureView, side: str = "") -> QPointF:
    dx, dy = getattr(node, side) if side else (0.0, 0.0)
    return view.to_view(node.x + dx, node.y + dy)
