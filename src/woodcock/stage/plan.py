"""The scene drawn from above, from the side, or from anywhere: metres to a plan, and back."""

from __future__ import annotations

import math
from dataclasses import dataclass

import numpy as np
from numpy.typing import NDArray

from woodcock.model import Layer, Project
from woodcock.stage.camera import rotation
from woodcock.stage.carriers import layer_world
from woodcock.stage.scene import LensAt, lens_in, photo_rays

_STEPS = 24  # places of the lens's path
_FINE, _COARSE = 40, 4  # places of a relief's lines, and how many of them there are


@dataclass(frozen=True)
class PlanView:
    """Where a plan is looked at from, without perspective: `axes` (2, 3) from metres to the plan.

    The plan's first axis points right, its second down, both in metres.
    """

    axes: NDArray[np.float64]

    def on_plan(self, points: NDArray[np.float64]) -> NDArray[np.float64]:
        """(N, 3) points to (N, 2) on the plan."""
        return points @ self.axes.T

    def along(self, direction: tuple[float, float, float], moved: tuple[float, float]) -> float:
        """How far along a direction something goes that is moved on the plan: metres.

        0 where the direction points at the one who looks.
        """
        shown = self.axes @ np.array(direction)
        length = float(shown @ shown)
        return float(shown @ moved) / length if length > 1e-4 else 0.0


ABOVE = PlanView(np.array([[1.0, 0, 0], [0, 0, -1.0]]))
SIDE = PlanView(np.array([[0, 0, 1.0], [0, 1.0, 0]]))


def free_view(yaw: float, pitch: float) -> PlanView:
    """From anywhere: `yaw` degrees round the vertical, `pitch` degrees down on the scene."""
    return PlanView((rotation(yaw, -pitch, 0.0).T)[:2])


def outline_of(
    project: Project, layer: Layer, time: float, box: tuple[float, float, float, float]
) -> NDArray[np.float64] | None:
    """The corners of a layer's `box` (left, top, width, height in the photo) in the world: (4, 3).

    None where it leans so far that a corner lies behind the lens.
    """
    left, top, width, height = box
    corners = np.array(
        [
            (left, top, 1.0),
            (left + width, top, 1.0),
            (left + width, top + height, 1.0),
            (left, top + height, 1.0),
        ]
    )
    points = corners @ layer_world(project, layer, time, photo_rays(project))[0].T
    if (points[:, 3] < 1e-6).any():
        return None
    return points[:, :3] / points[:, 3:]


def profile_of(
    project: Project,
    layer: Layer,
    time: float,
    box: tuple[float, float, float, float],
    surface: NDArray[np.float32],
    there: NDArray[np.bool_],
) -> list[NDArray[np.float64]]:
    """Lines across and down a layer's relief in the world, within its `box`: (N, 3) each.

    `surface` (h, w) is 0 at its back and 1 at its front, over the whole photo; `there`, of any
    size, is where the photo has the layer.
    """
    if layer.relief is None or project.photo is None:
        return []
    left, top, width, height = box
    rays = photo_rays(project)
    flat, parallax = layer_world(project, layer, time, rays)
    fine, coarse = np.linspace(0.01, 0.99, _FINE), np.linspace(0.1, 0.9, _COARSE)
    lines = []
    for along, across in ((0, 1), (1, 0)):
        for fixed in coarse:
            share = np.empty((_FINE, 2))
            share[:, along], share[:, across] = fine, fixed
            at = share * (width, height) + (left, top)
            in_photo = at / (project.photo.width, project.photo.height)
            pixels = np.column_stack([at, np.ones(_FINE)])
            out = (_looked_up(surface, in_photo) - layer.relief.sits)[:, None] * (
                pixels @ parallax.T
            )
            points = pixels @ flat.T + out
            seen = _looked_up(there, in_photo) & (points[:, 3] > 1e-6)
            # One line for every stretch in which the layer is there.
            ends = np.flatnonzero(np.diff(seen.astype(int), prepend=0, append=0))
            lines += [
                points[a:b, :3] / points[a:b, 3:]
                for a, b in zip(ends[::2], ends[1::2], strict=True)
            ]
    return lines


def _looked_up(values: NDArray, shares: NDArray[np.float64]) -> NDArray:
    """What a picture (h, w) has at places given as shares of its width and height."""
    x, y = (
        np.clip((shares[:, k] * values.shape[1 - k]).astype(int), 0, values.shape[1 - k] - 1)
        for k in (0, 1)
    )
    return values[y, x]


def frustum_of(project: Project, now: LensAt, far: float) -> NDArray[np.float64]:
    """Where the frame's corners are at `far` metres from the lens: (4, 3)."""
    across = project.lens.sensor_width / now.focal_length / 2
    down = across * project.frame.height / project.frame.width
    rays = np.array(
        [(-across, -down, 1), (across, -down, 1), (across, down, 1), (-across, down, 1)]
    )
    return now.place + far * (rays @ now.turn.T)


def path_of(project: Project) -> NDArray[np.float64]:
    """The lens's way over the whole clip: (N, 3), one place if it stays."""
    times = np.linspace(0, project.frame.last, _STEPS)
    places = np.array([lens_in(project, float(t)).place for t in times])
    return places if np.ptp(places, axis=0).max() > 1e-6 else places[:1]


def reach_of(project: Project) -> float:
    """How many metres of the scene a plan shows at first.

    A background far behind everything else would make all the rest small: it is left out.
    """
    placed = (x for x in project.near_to_far if x.visible and not x.glass)
    distances = [layer.distance for layer in placed] or [10.0]
    if len(distances) > 1 and distances[-1] > 3 * distances[-2]:
        return distances[-2] * 1.5
    return distances[-1] * 1.15


def rounded_step(metres: float) -> float:
    """A round distance of about `metres`, for a plan's lines: 1, 2 or 5 times a power of 10."""
    power = 10.0 ** math.floor(math.log10(metres))
    return next(n * power for n in (1, 2, 5, 10) if n * power >= metres * 0.99)
