"""The scene at a time: every layer's homography and opacity, near to far."""

from __future__ import annotations

from dataclasses import dataclass

import numpy as np
from numpy.typing import NDArray

from woodcock.model import LENS_PROPERTIES, Layer, Lens, Project
from woodcock.stage.camera import focal_pixels, homography, lens_matrix, rotation
from woodcock.stage.curves import value_at
from woodcock.stage.placement import photo_to_frame


@dataclass(frozen=True)
class Standing:
    """A layer at one moment: `to_frame` is 3x3 from photo to frame pixels (continuous)."""

    layer: Layer
    to_frame: NDArray
    opacity: float


def lens_pose(lens: Lens, time: float) -> dict[str, float]:
    """The lens's x, y, z (metres) and yaw, pitch, roll (degrees) at `time` seconds."""
    return {name: value_at(getattr(lens, name), time) for name in LENS_PROPERTIES}


def scene_at(
    project: Project, time: float, size: tuple[int, int] | None = None
) -> tuple[Standing, ...]:
    """The visible layers near to far at `time` seconds, for a frame of `size` (width, height).

    `size` defaults to the project's own frame; a preview asks for a smaller one of the same shape.
    """
    if project.photo is None:
        return ()
    size = size or (project.frame.width, project.frame.height)
    lens = project.lens
    focal = focal_pixels(lens.focal_length, lens.sensor_width, size[0])
    projection = lens_matrix(focal, size)
    pose = lens_pose(lens, time)
    turn = rotation(pose["yaw"], pose["pitch"], pose["roll"])
    place = np.array([pose["x"], pose["y"], pose["z"]])
    at_rest = photo_to_frame(project.photo, project.placement, size)
    still = not np.any(place) and np.array_equal(turn, np.eye(3))
    standings = []
    for layer in project.near_to_far:
        if not layer.visible:
            continue
        to_frame = _to_frame(layer, time, projection, turn, place, at_rest, still)
        opacity = min(max(value_at(layer.pose.opacity, time), 0.0), 1.0)
        standings.append(Standing(layer, to_frame, opacity))
    return tuple(standings)


def _to_frame(
    layer: Layer,
    time: float,
    projection: NDArray,
    turn: NDArray,
    place: NDArray,
    at_rest: NDArray,
    still: bool,
) -> NDArray:
    x, y = value_at(layer.pose.x, time), value_at(layer.pose.y, time)
    scale, angle = value_at(layer.pose.scale, time), value_at(layer.pose.angle, time)
    unposed = (x, y, scale, angle) == (0.0, 0.0, 1.0, 0.0) and layer.sized_at is None
    if still and unposed:
        return at_rest  # exactly, so that the rest frame is the photo to the bit
    # Frame pixels at rest -> metres in the layer's plane. Held framing enlarges with distance.
    sized = layer.distance if layer.sized_at is None else layer.sized_at
    in_plane = sized * (np.linalg.inv(projection) @ at_rest)
    a = np.radians(angle)
    posed = np.array(
        [
            [scale * np.cos(a), -scale * np.sin(a), x],
            [scale * np.sin(a), scale * np.cos(a), y],
            [0.0, 0.0, 1.0],
        ]
    )
    in_plane[2] = (0.0, 0.0, 1.0)
    plane = posed @ in_plane
    plane[2] = (0.0, 0.0, layer.distance)
    return homography(projection, turn, place, plane)


def in_front(to_frame: NDArray, corners: NDArray) -> bool:
    """Whether all `corners` ((N, 2), the plane's own pixels) lie in front of the lens."""
    return bool(np.all(corners @ to_frame[2, :2] + to_frame[2, 2] > 1e-6))
