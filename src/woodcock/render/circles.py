"""How wide layers are blurred where: at places of a frame, and how far it reaches at the most."""

from __future__ import annotations

from collections.abc import Sequence

import numpy as np
from numpy.typing import NDArray

from woodcock.finish.circles import of_blur, of_lens
from woodcock.model import Project
from woodcock.stage import PlacedLayer, PlaneMapping, ThinLens, depth_rows, thin_lens, value_at

WIDEST = 0.25  # of the frame's height: no circle of confusion is drawn wider
_ACROSS, _DOWN = 5, 4  # places of a frame that are looked at for the widest


def lens_of_blur(project: Project, time: float) -> ThinLens | None:
    """The lens at `time` seconds, if it blurs what is out of focus."""
    return thin_lens(project, time) if project.lens.defocus.on else None


def is_blurred(placed: PlacedLayer, lens: ThinLens | None) -> bool:
    """Whether a layer can be blurred at all: what is on the glass is not before the lens."""
    seen = lens is not None and not placed.layer.glass
    return (seen or placed.layer.blur is not None) and not placed.mapping.edge_on


def circles_at(
    project: Project,
    placed: PlacedLayer,
    mapping: PlaneMapping,
    lens: ThinLens | None,
    spots: NDArray[np.float64],
    size: tuple[int, int],
    height: float | None = None,
) -> NDArray[np.float64]:
    """(N,): diameters in pixels at (N, 2) pixels of a frame of `size` (width, height).

    By the relief's surface in `mapping`, or as if all of it were at `height`, 0 its back, 1 its
    front.
    """
    on_plane = mapping.seen_on_plane(spots)
    found = np.zeros(len(spots))
    if lens is not None and not placed.layer.glass:
        (z, w), (z_by, w_by) = depth_rows(project, placed)
        k = mapping.height_at(on_plane) if height is None else height - mapping.sits
        there = np.column_stack([on_plane, np.ones(len(spots))])
        metres = (there @ z + k * (there @ z_by)) / (there @ w + k * (there @ w_by))
        zoom = abs(value_at(project.overall.scale, placed.now))
        found = of_lens(lens, metres, size[0] * zoom)
    blur = placed.layer.blur
    if blur is not None:
        assert project.photo is not None
        own = mapping.to_own(spots) if blur.outwards else on_plane
        found = np.hypot(found, of_blur(blur, placed.time, own, size[1], project.photo.height))
    return np.minimum(found, WIDEST * size[1])


def blur_reach(
    project: Project, placed_layers: Sequence[PlacedLayer], size: tuple[int, int]
) -> dict[str, float]:
    """By layer id: how many frame pixels its blur reaches at the most; those that are sharp not."""
    if not placed_layers:
        return {}
    lens = lens_of_blur(project, placed_layers[0].now)
    x, y = np.meshgrid(np.linspace(0, size[0], _ACROSS), np.linspace(0, size[1], _DOWN))
    spots = np.stack([x.ravel(), y.ravel()], 1)
    found = {}
    for placed in placed_layers:
        if is_blurred(placed, lens):
            heights = (None,) if placed.layer.relief is None else (0.0, 1.0)
            found[placed.id] = max(
                float(circles_at(project, placed, placed.mapping, lens, spots, size, h).max()) / 2
                for h in heights
            )
    return found
