"""The pinhole lens: angle of view, pose, and what a plane looks like through it."""

from __future__ import annotations

import math

import numpy as np
from numpy.typing import NDArray

from woodcock.model import Crop


def view_angle(focal_length: float, extent: float) -> float:
    """Angle of view in degrees over a sensor extent: 2 atan(extent / 2f), all lengths in mm."""
    return math.degrees(2 * math.atan(extent / (2 * focal_length)))


def focal_pixels(focal_length: float, sensor_width: float, frame_width: int) -> float:
    """The focal length in frame pixels."""
    return focal_length / sensor_width * frame_width


def axis_in(size: tuple[int, int], crop: Crop | None = None) -> tuple[float, float]:
    """Where the lens's axis meets a frame of `size` (width, height), in its pixels."""
    x, y = (crop.x, crop.y) if crop else (0.0, 0.0)
    return size[0] / 2 + x * size[0], size[1] / 2 + y * size[0]


def whole_of(size: tuple[int, int], crop: Crop | None = None) -> tuple[float, float]:
    """(width, height) of the whole that a frame of `size` is a part of, in its pixels."""
    return (size[0] * crop.width, size[1] * crop.height) if crop else (size[0], size[1])


def lens_matrix(
    focal: float, size: tuple[int, int], crop: Crop | None = None, shift: float = 0.0
) -> NDArray[np.float64]:
    """3x3 projection from lens coordinates to frame pixels, moved `shift` of them to the right."""
    x, y = axis_in(size, crop)
    return np.array([[focal, 0, x + shift], [0, focal, y], [0, 0, 1.0]])


def rotation(yaw: float, pitch: float, roll: float) -> NDArray[np.float64]:
    """Lens-to-world rotation from degrees: roll first, then pitch, then yaw (right, up, turned)."""
    a, b, c = (math.radians(angle) for angle in (yaw, pitch, roll))
    about_y = np.array([[math.cos(a), 0, math.sin(a)], [0, 1, 0], [-math.sin(a), 0, math.cos(a)]])
    about_x = np.array([[1, 0, 0], [0, math.cos(b), -math.sin(b)], [0, math.sin(b), math.cos(b)]])
    about_z = np.array([[math.cos(c), -math.sin(c), 0], [math.sin(c), math.cos(c), 0], [0, 0, 1]])
    return about_y @ about_x @ about_z


def towards(direction: NDArray[np.float64]) -> NDArray[np.float64]:
    """Lens-to-world rotation that looks along `direction` (3,), level: yaw and pitch, no roll."""
    x, y, z = direction
    yaw, pitch = math.atan2(x, z), math.atan2(-y, math.hypot(x, z))
    return rotation(math.degrees(yaw), math.degrees(pitch), 0.0)
