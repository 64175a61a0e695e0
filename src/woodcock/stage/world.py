"""Where a layer's pixels are in the world: metres, x right, y down, z away from the rest pose."""

from __future__ import annotations

import math

import numpy as np
from numpy.typing import NDArray

from woodcock.model import Layer, Pose
from woodcock.stage.beat import beat_at
from woodcock.stage.camera import rotation
from woodcock.stage.curves import value_at
from woodcock.stage.sway import sway_at

_PLAIN = Pose()
_LEVER = 0.5  # of its distance: about half of what a usual lens sees of the world there


def world_of(layer: Layer, time: float, rays: NDArray[np.float64]) -> NDArray[np.float64]:
    """(4, 3): photo pixels (x, y, 1) to homogeneous points in the world at `time` seconds.

    `rays` (3, 3) are the photo's pixels as seen from the rest pose: (x, y, 1) to (right, down, 1)
    at one metre. A layer that holds its framing, leaning or not, lies on these rays, so that it
    looks the same from the rest pose wherever it stands.
    """
    return posed(layer, time, rays) @ unposed(layer, rays)


def pivot_of(layer: Layer, rays: NDArray[np.float64]) -> NDArray[np.float64]:
    """(3,): the point in the world about which a layer is posed and leans.

    Without one of its own it lies in the lens's axis.
    """
    size = layer.distance if layer.sized_at is None else layer.sized_at
    ray = np.array([0.0, 0.0, 1.0]) if layer.pivot is None else rays @ (*layer.pivot, 1.0)
    return np.array([size * ray[0], size * ray[1], layer.distance])


def unposed(layer: Layer, rays: NDArray[np.float64]) -> NDArray[np.float64]:
    """(4, 3): the same before the layer's pose."""
    if layer.sized_at is None and layer.lean.held:
        # Each ray as far as the leaning plane.
        normal = _leaning(layer)[:, 2]
        facing = normal @ pivot_of(layer, rays)
        out = np.empty((4, 3))
        out[:3] = abs(facing) * rays
        out[3] = np.copysign(1.0, facing) * (normal @ rays)  # seen from either side
        return out
    size = layer.distance if layer.sized_at is None else layer.sized_at
    flat = np.vstack([size * rays, rays[2]])
    flat[2] = layer.distance * rays[2]
    if not (layer.lean.tilt or layer.lean.swing):
        return flat
    return _about(pivot_of(layer, rays), _leaning(layer)) @ flat


def _leaning(layer: Layer) -> NDArray[np.float64]:
    """Positive tilt leans the top away, positive swing the right side."""
    return rotation(-layer.lean.swing, -layer.lean.tilt, 0.0)


def posed(layer: Layer, time: float, rays: NDArray[np.float64]) -> NDArray[np.float64]:
    """(4, 4): the layer's pose at a time."""
    if unmoved(layer):
        return np.eye(4)
    names = layer.pose.__struct_fields__
    pose = {name: value_at(getattr(layer.pose, name), time) for name in names}
    if layer.sway is not None:
        hand = sway_at(layer.sway, time)
        pose["angle"] += hand["roll"]
        if layer.pivot is None:
            pose["x"] += hand["x"]
            pose["y"] += hand["y"]
        else:  # it is held there: what would move it turns it about that point
            lever = _LEVER * layer.distance
            pose["angle"] += math.degrees(math.atan(hand["x"] / lever))
    turned, away = beat_at(layer.beat, time)
    pose["angle"] += turned
    pose["swing"] += away
    lean = _leaning(layer)
    turn = rotation(-pose["swing"], -pose["tilt"], 0.0) @ rotation(0.0, 0.0, pose["angle"])
    stretch = np.diag([*layer.stretch, 1.0])
    moved = _about(pivot_of(layer, rays), lean @ turn @ stretch @ lean.T * pose["scale"])
    moved[:3, 3] += pose["x"], pose["y"], pose["z"]
    return moved


def unmoved(layer: Layer) -> bool:
    """Whether a layer has no pose of its own at any time."""
    plain = layer.pose == _PLAIN and layer.stretch == (1.0, 1.0)
    return plain and layer.sway is None and layer.beat is None


def _about(point: NDArray[np.float64], linear: NDArray[np.float64]) -> NDArray[np.float64]:
    """(4, 4): a linear map about a point."""
    out = np.eye(4)
    out[:3, :3] = linear
    out[:3, 3] = point - linear @ point
    return out
