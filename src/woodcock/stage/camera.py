"""The pinhole lens: angle of view, pose, and what a plane looks like through it."""

from __future__ import annotations

import math

import numpy as np
from numpy.typing import NDArray


def view_angle(focal_length: float, extent: float) -> float:
    """Angle of view in degrees over a sensor extent: 2 atan(extent / 2f), all lengths in mm."""
    return math.degrees(2 * math.atan(extent / (2 * focal_length)))


def focal_pixels(focal_length: float, sensor_width: float, frame_width: int) -> float:
    """The focal length in frame pixels."""
    return focal_length / sensor_width * frame_width


def lens_matrix(focal: float, size: tuple[int, int]) -> NDArray[np.float64]:
    """3x3 projection from lens coordinates to frame pixels, the axis at the frame's middle."""
    return np.array([[focal, 0, size[0] / 2], [0, focal, size[1] / 2], [0, 0, 1.0]])


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
