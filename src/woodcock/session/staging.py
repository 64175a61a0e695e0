"""How layers lean and about what they turn, and what the lens holds on to: acts on a project."""

from __future__ import annotations

import cv2
import numpy as np
from msgspec.structs import replace

from woodcock.model import MOST_LEAN, Layer, Lean, Photo, Project
from woodcock.pixels.store import PixelStore
from woodcock.separate.redraw import alpha_of
from woodcock.session.acts import set_distance
from woodcock.stage import parallax_spread, photo_rays, pivot_of

Box = tuple[float, float, float, float]  # left, top, width, height in the photo's pixels


def box_of(layer: Layer, photo: Photo, store: PixelStore) -> Box:
    """The part of the photo that a layer takes up."""
    if layer.picture is not None:
        return layer.picture.box
    if layer.mask is not None:
        x, y, w, h = cv2.boundingRect((alpha_of(layer.mask, store) > 127).view(np.uint8))
        if w and h:
            return x, y, w, h
    return 0.0, 0.0, photo.width, photo.height


def set_lean(project: Project, layer_id: str, tilt: float, swing: float, held: bool) -> Project:
    """The layer leaning about its pivot, in degrees; more than is possible is cut short."""
    tilt, swing = (min(max(angle, -MOST_LEAN), MOST_LEAN) for angle in (tilt, swing))
    return project.with_layer(replace(project.layer(layer_id), lean=Lean(tilt, swing, held)))


def set_pivot(project: Project, layer_id: str, pivot: tuple[float, float] | None) -> Project:
    """The place in the photo about which a layer is posed and leans; None: the lens's axis."""
    return project.with_layer(replace(project.layer(layer_id), pivot=pivot))


def aim_at(project: Project, layer_id: str | None) -> Project:
    """The lens turning towards a layer's pivot as it travels, or towards nothing."""
    if layer_id is None:
        return set_aim(project, None)
    x, y, z = (float(v) for v in pivot_of(project.layer(layer_id), photo_rays(project)))
    return set_aim(project, (x, y, z))


def set_aim(project: Project, aim: tuple[float, float, float] | None) -> Project:
    """The point, in metres, towards which the lens turns as it travels."""
    return replace(project, lens=replace(project.lens, aim=aim))


def hold_size(project: Project, layer_id: str | None) -> Project:
    """The focal length following the lens's travel so that a layer keeps its size, or nothing."""
    held = None if layer_id is None else project.layer(layer_id).distance
    return replace(project, lens=replace(project.lens, held_size=held))


def set_sensor_width(project: Project, millimetres: float) -> Project:
    lens = replace(project.lens, sensor_width=min(max(millimetres, 1.0), 100.0))
    return replace(project, lens=lens)


def spread_evenly(project: Project) -> Project:
    """Nearest and farthest stay; those between are spread evenly in parallax, that is in 1/z."""
    order = project.near_to_far
    places = parallax_spread(order[0].distance, order[-1].distance, len(order))
    for layer, metres in zip(order, places, strict=True):
        project = set_distance(project, layer.id, metres)
    return project
