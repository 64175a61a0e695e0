"""What a thin lens has sharp, and how wide the blur of the rest is."""

from __future__ import annotations

import math
from typing import NamedTuple

import numpy as np
from msgspec.structs import replace
from numpy.typing import NDArray

from woodcock.model import Follow, Lens, Project, Track
from woodcock.stage.carriers import layer_world
from woodcock.stage.curves import value_at
from woodcock.stage.scene import LensAt, depth_of, lens_in, photo_rays

_SHARP = 1500  # the sensor's diagonal to the largest blur that passes for sharp (common practice)
_DIAGONAL = math.hypot(3, 2) / 3  # of a 3:2 sensor, to its width
NEAREST, FARTHEST = 0.1, 10_000.0  # metres at which a lens can be focused


class ThinLens(NamedTuple):
    """A lens at a moment; lengths in mm, `aperture` is its diameter, `focus` in metres."""

    focal_length: float
    aperture: float
    sensor_width: float
    focus: float

    def circles(self, metres: NDArray[np.float64]) -> NDArray[np.float64]:
        """How wide points so many metres away become, in sensor widths; any shape.

        The circle of confusion of a thin lens with the focal length f and the aperture A that is
        focused at s: A f / (s - f) |z - s| / z, as any handbook of optics has it.
        """
        f, s = self.focal_length, max(1000 * self.focus, 1.01 * self.focal_length)
        z = np.maximum(1000 * np.asarray(metres, np.float64), 1e-3)
        most = self.aperture * f / (s - f) / self.sensor_width
        off = np.where(np.isinf(z), 1.0, np.abs(np.where(np.isinf(z), 0.0, z) - s) / z)
        return most * off


def thin_lens(project: Project, time: float) -> ThinLens:
    """The project's lens at `time` seconds, focused where it is then."""
    lens, now = project.lens, lens_in(project, time)
    aperture = now.focal_length / max(value_at(lens.f_number, time), 0.5)
    return ThinLens(now.focal_length, aperture, lens.sensor_width, focus_at(project, time, now))


def focus_at(project: Project, time: float, now: LensAt | None = None) -> float:
    """How many metres from the lens it is focused: as keyed, or at what it follows.

    Between keys it goes evenly in 1 / distance, as a focus ring about does (common practice, no
    source), so that it may be pulled to infinity.
    """
    follow = project.lens.defocus.follow
    known = follow is not None and any(layer.id == follow.layer for layer in project.layers)
    if follow is not None and known:
        away = distance_to(project, follow, time, now)
    else:
        away = 1 / max(value_at(_reciprocal(project.lens.focus), time), 1 / FARTHEST)
    return min(max(away, NEAREST), FARTHEST)


def distance_to(project: Project, place: Follow, time: float, now: LensAt | None = None) -> float:
    """How many metres from the lens, along its axis, a place of a layer is."""
    now, layer = now or lens_in(project, time), project.layer(place.layer)
    world, relief = layer_world(project, layer, time, photo_rays(project))
    at = np.array([place.x, place.y, 1.0])
    sits = layer.relief.sits if layer.relief is not None else 0.0
    point = world @ at + (place.height - sits) * (relief @ at)
    return depth_of(now, point[:3] / point[3])


def _reciprocal(track: Track) -> Track:
    def turned(value: float) -> float:
        return 1 / min(max(value, NEAREST), FARTHEST)

    keys = tuple(replace(key, value=turned(key.value)) for key in track.keys)
    return replace(track, base=turned(track.base), keys=keys)


def focus_zone(project: Project, time: float) -> tuple[float, float]:
    """From where to where, in metres from the lens, things look sharp; the end may be infinite.

    The depth of field of a thin lens, as any handbook of optics has it: with the focal length f,
    the f-number N, the greatest blur c and the hyperfocal distance H = f^2 / (N c) + f, focused at
    s, it reaches from s (H - f) / (H + s - 2 f) to s (H - f) / (H - s).
    """
    lens = thin_lens(project, time)
    blur = lens.sensor_width * _DIAGONAL / _SHARP
    f, s = lens.focal_length, max(1000 * lens.focus, lens.focal_length * 1.01)  # millimetres
    hyperfocal = f * lens.aperture / blur + f
    near = s * (hyperfocal - f) / (hyperfocal + s - 2 * f)
    far = s * (hyperfocal - f) / (hyperfocal - s) if s < hyperfocal else math.inf
    return near / 1000, far / 1000


def focused(lens: Lens, metres: float) -> Lens:
    """The lens focused at one distance, following nothing."""
    away = Track(min(max(metres, NEAREST), FARTHEST))
    return replace(lens, focus=away, defocus=replace(lens.defocus, follow=None))
