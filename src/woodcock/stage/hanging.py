"""Where a light is seen, and which place of what it hangs on is seen somewhere in the frame."""

from __future__ import annotations

from collections.abc import Sequence

import numpy as np
from numpy.typing import NDArray

from woodcock.model import Light, Project
from woodcock.stage.curves import value_at
from woodcock.stage.mapping import PlaneMapping
from woodcock.stage.scene import PlacedLayer, photo_rays, world_to_frame

Spot = tuple[float, float]


def distance_of(project: Project, light: Light, time: float) -> float:
    """How far from the rest pose a light stands by itself; where its layer does if it is hidden."""
    hung = next((x for x in project.layers if x.id == light.layer), None)
    return hung.distance if hung else max(value_at(light.distance, time), 0.05)


def spot_of_light(
    project: Project,
    placed: Sequence[PlacedLayer],
    light: Light,
    time: float,
    size: tuple[int, int],
) -> Spot | None:
    """Where a light is in a frame of `size`, in pixels; None behind the lens.

    `placed` are the layers of the scene at `time` seconds of the clip.
    """
    place = np.array([[value_at(light.x, time), value_at(light.y, time)]])
    hung = next((x for x in placed if x.id == light.layer), None)
    if hung is not None and not _by_height(hung):
        return _known(hung.mapping.to_frame(place))
    return _divided(_view(project, hung, light, time, size), place)


def place_of_light(
    project: Project,
    placed: Sequence[PlacedLayer],
    light: Light,
    time: float,
    size: tuple[int, int],
    spot: Spot,
) -> Spot | None:
    """The place, in the photo's pixels, at which a light would be seen at a `spot` of the frame."""
    at = np.array([spot])
    hung = next((x for x in placed if x.id == light.layer), None)
    if hung is not None and not _by_height(hung):
        return _known(hung.mapping.to_own(at))
    view = _view(project, hung, light, time, size)
    return (
        _divided(np.asarray(np.linalg.inv(view), np.float64), at)
        if abs(np.linalg.det(view)) > 1e-18
        else None
    )


def _by_height(placed: PlacedLayer) -> bool:
    """Whether a light is seen where its own height is, not on the surface."""
    return placed.layer.relief is not None and placed.mapping.pins is None


def _view(
    project: Project, hung: PlacedLayer | None, light: Light, time: float, size: tuple[int, int]
) -> NDArray[np.float64]:
    """(3, 3): from a light's own place to the frame."""
    if hung is not None:
        mapping: PlaneMapping = hung.mapping
        slid = np.eye(3)
        slid[:2, 2] = mapping.slid
        return mapping.at(light.height) @ slid
    metres = distance_of(project, light, time)
    to_world = np.vstack([metres * photo_rays(project), [0.0, 0.0, 1.0]])
    return world_to_frame(project, time, size) @ to_world


def _known(places: NDArray[np.float64]) -> Spot | None:
    x, y = places[0]
    return None if np.isnan(x) or np.isnan(y) else (float(x), float(y))


def _divided(view: NDArray[np.float64], places: NDArray[np.float64]) -> Spot | None:
    x, y, w = view @ (*places[0], 1.0)
    return (float(x / w), float(y / w)) if w > 1e-9 else None
