"""How fast a layer goes, drawn in its lane; where it strobes or stretches, marked."""

from __future__ import annotations

from typing import TYPE_CHECKING

import numpy as np
from PySide6.QtCore import QPointF, QRectF, Qt
from PySide6.QtGui import QColor, QPainter, QPen, QPolygonF

from woodcock.app import theme
from woodcock.app.ruler import Ruler

if TYPE_CHECKING:
    from woodcock.app.state import State

_ROOM = 11.0  # pixels the speed at which motion strobes is high


def paint_speed(painter: QPainter, row: QRectF, layer_id: str, state: State, ruler: Ruler) -> None:
    """A hill as high as the layer is fast; hatched red-brown where it strobes."""
    report = state.speed_report
    found = report.layers.get(layer_id) if report else None
    if report is None or found is None or found.speed.max() < 0.02 * report.limit:
        return
    look, frame, foot = theme.current(), state.project.frame, row.bottom() - 4
    step = max(1, len(found.speed) // 240)
    hill = QPolygonF([QPointF(ruler.x_of(0), foot)])
    for index in range(0, len(found.speed), step):
        high = min(found.speed[index : index + step].max() / report.limit, 1.5) * _ROOM
        hill.append(QPointF(ruler.x_of(frame.time(index)), foot - high))
    hill.append(QPointF(ruler.x_of(frame.last), foot))
    faint = QColor(look.dim)
    faint.setAlpha(60)
    painter.setPen(Qt.PenStyle.NoPen)
    painter.setBrush(faint)
    painter.drawPolygon(hill)
    wrong = found.speed > report.limit
    painter.setPen(QPen(QColor(look.warning), 3))
    for first, last in _runs(wrong):
        a, b = (ruler.x_of(frame.time(index)) for index in (max(first - 1, 0), last))
        painter.drawLine(QPointF(a, row.top() + 3), QPointF(b, row.top() + 3))


def speed_text(state: State, layer_id: str, time: float) -> str:
    """A layer's speed at a time, in words, with what is wrong with it."""
    report = state.speed_report
    found = report.layers.get(layer_id) if report else None
    if report is None or found is None:
        return ""
    index = min(round(time * state.project.frame.rate), len(found.speed) - 1)
    text = f": {found.speed[index]:.1f} px a frame here, {found.speed.max():.1f} at the most"
    if report.strobing(layer_id):
        text += f"; above {report.limit:.1f} it strobes"
    return text


def warnings(state: State) -> list[str]:
    """What strobes or stretches, a sentence each."""
    report = state.speed_report
    if report is None:
        return []
    out = []
    for layer in state.project.near_to_far:
        found = report.layers.get(layer.id)
        if found is None:
            continue
        if report.strobing(layer.id):
            index = int(found.speed.argmax())
            out.append(
                f"{layer.name} strobes: {found.speed[index]:.1f} px a frame at "
                f"{state.project.frame.time(index):.1f} s; up to {report.limit:.1f} looks smooth."
            )
        if report.stretched(layer.id):
            index = int(found.stretch.argmax())
            out.append(
                f"The relief of {layer.name} is stretched to {found.stretch[index]:.0%} at "
                f"{state.project.frame.time(index):.1f} s."
            )
    return out


def _runs(flags: np.ndarray) -> list[tuple[int, int]]:
    """First and last index of each run of true values."""
    edges = np.flatnonzero(np.diff(np.concatenate([[0], flags.view(np.int8), [0]])))
    return [(int(a), int(b) - 1) for a, b in edges.reshape(-1, 2)]
