"""What a plan shows beside the layers: distances, the lens, what it sees and where it is sharp."""

from __future__ import annotations

import math
from itertools import pairwise
from typing import TYPE_CHECKING

import numpy as np
from PySide6.QtCore import QPointF, QRectF, Qt
from PySide6.QtGui import QColor, QPainter, QPen, QPolygonF

from woodcock.app import theme
from woodcock.app.metres import format_metres
from woodcock.model import Layer
from woodcock.stage import (
    carried,
    focus_at,
    focus_zone,
    lens_in,
    photo_rays,
    pivot_of,
    place_of_carrier,
)
from woodcock.stage.plan import frustum_of, reach_of, rounded_step
from woodcock.texts import tr

if TYPE_CHECKING:
    from woodcock.app.stage.plan import Plan

_NEAR, _HEAD = 8.0, 40.0  # pixels: a hit, the row of buttons


def paint_ground(painter: QPainter, plan: Plan) -> None:
    """Lines at round distances from the rest pose."""
    look, project = theme.current(), plan.state.project
    scale, _ = plan.scale()
    step = rounded_step(max(60 / scale, 1e-3))
    half = reach_of(project) * 4
    side = plan.view == "side"
    lines = np.zeros((60, 3, 3))  # both ends and the middle of each
    lines[..., 2] = step * np.arange(1, 61)[:, None]
    lines[:, :2, int(side)] = (-half, half)
    drawn = plan.line(lines.reshape(-1, 3))
    for number in range(60):
        z, (a, b, at) = step * (number + 1), (drawn.at(3 * number + k) for k in range(3))
        if not QRectF(a, b).normalized().adjusted(-1, -1, 1, 1).intersects(QRectF(plan.rect())):
            continue
        painter.setPen(QPen(QColor(look.line), 1, Qt.PenStyle.DotLine))
        painter.drawLine(a, b)
        painter.setPen(QColor(look.dim))
        place = QPointF(at.x() + 3, plan.height() - 8) if side else QPointF(8, at.y() - 3)
        if place.y() > _HEAD + 10:
            painter.drawText(place, format_metres(z))


def paint_frustum(painter: QPainter, plan: Plan) -> None:
    look, project = theme.current(), plan.state.project
    now = lens_in(project, plan.state.time)
    far = project.near_to_far[-1].distance * 1.5
    ends = plan.line(np.vstack([frustum_of(project, now, far), now.place]))
    *corners, lens = (ends.at(k) for k in range(5))
    fill = QColor(look.accent)
    fill.setAlpha(12)
    painter.setPen(Qt.PenStyle.NoPen)
    painter.setBrush(fill)
    for a, b in ((0, 1), (1, 2), (2, 3), (3, 0)):
        painter.drawPolygon(QPolygonF([lens, corners[a], corners[b]]))
    painter.setPen(QPen(QColor(look.accent), 1))
    for corner in corners:
        painter.drawLine(lens, corner)
    if project.lens.aim is not None:
        at = plan.spot(np.array(project.lens.aim))
        painter.setPen(QPen(QColor(look.accent), 1, Qt.PenStyle.DashLine))
        painter.drawLine(lens, at)
        painter.setPen(QPen(QColor(look.accent), 1.6))
        painter.drawEllipse(at, 6, 6)
        painter.drawLine(at - QPointF(9, 0), at + QPointF(9, 0))
        painter.drawLine(at - QPointF(0, 9), at + QPointF(0, 9))


def paint_lens(painter: QPainter, plan: Plan) -> None:
    look, project = theme.current(), plan.state.project
    path = plan.line(plan.path)
    if path.size() > 1:
        painter.setBrush(Qt.BrushStyle.NoBrush)
        painter.setPen(QPen(QColor(look.accent), 2))
        painter.drawPolyline(path)
    painter.setBrush(QColor(look.ground))
    painter.setPen(QPen(QColor(look.accent), 1.5))
    for end in (path.first(), path.last()):
        painter.drawEllipse(end, 4, 4)
    painter.setBrush(QColor(look.accent))
    painter.setPen(QPen(QColor(look.ground), 1.5))
    painter.drawEllipse(plan.spot(lens_in(project, plan.state.time).place), 7, 7)


def focus_line(plan: Plan) -> QPolygonF:
    """The plane that is in focus, as far as the frame sees it, on the widget."""
    project, time = plan.state.project, plan.state.time
    now = lens_in(project, time)
    corners = frustum_of(project, now, focus_at(project, time))
    return plan.line(corners)


def paint_focus(painter: QPainter, plan: Plan) -> None:
    """The plane in focus, and, from above and from the side, the zone that looks sharp."""
    look, project, time = theme.current(), plan.state.project, plan.state.time
    now, (near, far) = lens_in(project, time), focus_zone(project, time)
    far = min(far, 20 * reach_of(project))
    ends = [frustum_of(project, now, metres) for metres in (near, far)]
    fill = QColor(look.accent)
    fill.setAlpha(26)
    painter.setPen(Qt.PenStyle.NoPen)
    painter.setBrush(fill)
    if plan.view != "free":
        a, b = (0, 1) if plan.view == "above" else (0, 3)
        sides = (ends[0][a], ends[0][b], ends[1][b], ends[1][a])
        painter.drawPolygon(plan.line(np.array(sides)))
    painter.setBrush(Qt.BrushStyle.NoBrush)
    painter.setPen(QPen(QColor(look.accent), 1.4, Qt.PenStyle.DashDotLine))
    line = focus_line(plan)
    painter.drawPolygon(line)
    painter.setPen(QColor(look.text))
    plan.write(painter, line.boundingRect().topRight() + QPointF(-36, -4), tr("focus"))


def paint_relief(painter: QPainter, plan: Plan, layer: Layer, colour: QColor) -> None:
    """A layer's surface, as lines across it and down it."""
    lines = plan.profile(layer)
    painter.setBrush(Qt.BrushStyle.NoBrush)
    faint = QColor(colour)
    faint.setAlpha(150)
    painter.setPen(QPen(faint, 1.2))
    for line in lines:
        painter.drawPolyline(plan.line(line))


def paint_carriers(painter: QPainter, plan: Plan) -> None:
    """Every carrier as a hook, with lines to what hangs on it."""
    look, project, time = theme.current(), plan.state.project, plan.state.time
    rays = photo_rays(project)
    for carrier in project.carriers:
        at = plan.spot(place_of_carrier(project, carrier, time))
        painter.setPen(QPen(QColor(look.dim), 1, Qt.PenStyle.DotLine))
        for layer in project.layers:
            if layer.carrier == carrier.id:
                hung = carried(project, layer, time) @ (*pivot_of(layer, rays), 1.0)
                painter.drawLine(at, plan.spot(hung[:3]))
        for other in project.carriers:
            if other.carrier == carrier.id:
                painter.drawLine(at, plan.spot(place_of_carrier(project, other, time)))
        chosen = carrier.id == plan.state.selected
        painter.setBrush(QColor(look.accent if chosen else look.ground))
        painter.setPen(QPen(QColor(look.accent if chosen else look.text), 1.6))
        painter.drawPolygon(QPolygonF([at + QPointF(x, y) for x, y in ((-6, -5), (6, -5), (0, 6))]))
        painter.setPen(QColor(look.text if chosen else look.dim))
        plan.write(painter, at + QPointF(9, 4), carrier.name)


def touches(shape: QPolygonF, at: QPointF, filled: bool = True) -> bool:
    """Whether a place lies near a shape's outline, or in it if it is `filled`."""
    if filled and shape.containsPoint(at, Qt.FillRule.OddEvenFill):
        return True
    for a, b in pairwise([*shape.toList(), shape.first()]):
        along, rel = b - a, at - a
        length = QPointF.dotProduct(along, along)
        share = min(max(QPointF.dotProduct(rel, along) / length, 0.0), 1.0) if length else 0.0
        off = rel - along * share
        if math.hypot(off.x(), off.y()) < _NEAR:
            return True
    return False
