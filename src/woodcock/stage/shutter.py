"""When a shutter that is open for a while is looked through: as often as what moves asks for."""

from __future__ import annotations

import math
from dataclasses import replace
from typing import NamedTuple

import numpy as np

from woodcock.model import Project
from woodcock.stage.curves import value_at
from woodcock.stage.drift import slid
from woodcock.stage.mapping import PlaneMapping, spots_of
from woodcock.stage.scene import PlacedLayer, scene_at

APART = 1.5  # pixels that the fastest place goes between two looks
MOST = 48  # looks a frame
_ACROSS, _DOWN = 9, 6  # places of the frame that are followed


class Looks(NamedTuple):
    """Seconds after a frame's own time, and whether there should have been more of them.

    The shutter is open for `open_for` seconds; 0 if there is no motion blur.
    """

    times: tuple[float, ...]
    capped: bool = False
    open_for: float = 0.0


def shutter_looks(project: Project, time: float, size: tuple[int, int], most: int = MOST) -> Looks:
    """When the frame of `size` (width, height) at `time` seconds is looked at.

    So often that nothing visible goes farther than a pixel and a half between two, and at most
    `most` times.
    """
    shutter = project.lens.shutter
    turn = min(max(value_at(shutter.angle, time), 0.0), 360.0) if shutter.on else 0.0
    if turn == 0.0:
        return Looks((0.0,))
    long = turn / 360 / float(project.frame.exact)
    begins = -long / 2 if shutter.centred else 0.0
    wanted = max(math.ceil(_farthest(project, time, size, begins, long) / APART), 1)
    count = min(wanted, most)
    times = tuple(begins + long * (k + 0.5) / count for k in range(count))
    return Looks((0.0,) if times == (0.0,) else times, wanted > most, long)


def _farthest(
    project: Project, time: float, size: tuple[int, int], begins: float, long: float
) -> float:
    """How many pixels the fastest place of the frame goes while the shutter is open."""
    ends = [
        {x.id: x for x in scene_at(project, time, size, begins + long * share)}
        for share in (0.0, 0.5, 1.0)
    ]
    return max(
        (
            _gone(project, one, ends[k + 1][name], size)
            + _gone(project, ends[k + 1][name], one, size)
            for k in (0, 1)
            for name, one in ends[k].items()
            if name in ends[k + 1]
        ),
        default=0.0,
    )


def _gone(project: Project, one: PlacedLayer, other: PlacedLayer, size: tuple[int, int]) -> float:
    """How far what of a layer is in the frame goes from one moment to another."""
    x, y = np.meshgrid(np.linspace(0, size[0], _ACROSS), np.linspace(0, size[1], _DOWN))
    spots = np.stack([x.ravel(), y.ravel()], 1)
    most = 0.0
    for before, after in zip(_ends(project, one), _ends(project, other), strict=True):
        own = before.to_own(spots)
        there = np.isfinite(own).all(1)
        if there.any():
            gone = spots_of(after, own[there]) - spots[there]
            most = max(most, float(np.hypot(*gone.T).max()))
    return min(most, 4.0 * size[0])


def _ends(project: Project, placed: PlacedLayer) -> list[PlaneMapping]:
    """A layer's plane, or a relief's back and front; a drift goes on and on."""
    mapping = placed.mapping
    mapping = replace(mapping, slid=slid(project, placed.layer, placed.time, wrapped=False))
    if placed.layer.relief is None:
        return [mapping]
    still = np.zeros((3, 3))
    return [replace(mapping, homography=end, parallax=still) for end in mapping.ends]
