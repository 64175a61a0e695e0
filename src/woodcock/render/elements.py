"""What of a scene is drawn by itself: layers, or segments of them, and how wide each is blurred."""

from __future__ import annotations

from collections.abc import Iterator
from dataclasses import dataclass
from dataclasses import replace as changed

import numpy as np
from numpy.typing import NDArray

from woodcock.finish.defocus import SHARP, TILE
from woodcock.model import Project
from woodcock.render.atlas import Atlas
from woodcock.render.circles import WIDEST, circles_at, is_blurred, lens_of_blur
from woodcock.stage import (
    Heights,
    PlacedLayer,
    PlaneMapping,
    ThinLens,
)


@dataclass(frozen=True)
class Element:
    """A layer, or with `segment` one of it, and the circles of confusion it has in the frame.

    `mapping` knows the segment's surface. Without `circles` all of the layer is sharp.
    """

    placed: PlacedLayer
    mapping: PlaneMapping
    segment: int | None
    circles: Circles | None

    @property
    def sharp(self) -> bool:
        return self.circles is None


@dataclass(frozen=True)
class Circles:
    """Diameters in frame pixels, told at every 32nd: `grid` (rows, columns) float32.

    The first is at (`x`, `y`), counted in 32 pixels from the frame's corner.
    """

    grid: NDArray[np.float32]
    x: int
    y: int

    @property
    def widest(self) -> float:
        return float(self.grid.max())

    def part(self, x: int, y: int, width: int, height: int, step: int) -> NDArray[np.float32]:
        """(height, width) of them, every `step`-th from (x, y) on; its borders go on for ever."""
        rows = np.clip(y - self.y + step * np.arange(height), 0, self.grid.shape[0] - 1)
        columns = np.clip(x - self.x + step * np.arange(width), 0, self.grid.shape[1] - 1)
        return np.ascontiguousarray(self.grid[rows[:, None], columns])


def elements_of(
    project: Project,
    atlas: Atlas,
    placed_layers: tuple[PlacedLayer, ...],
    size: tuple[int, int],
) -> Iterator[Element]:
    """The elements of a scene near to far, in a frame of `size` (width, height)."""
    if not placed_layers:
        return
    lens = lens_of_blur(project, placed_layers[0].now)
    for placed in placed_layers:
        layer, segments = placed.layer, atlas.segments.get(placed.id, ())
        if not is_blurred(placed, lens):
            yield Element(placed, placed.mapping, None, None)
            continue
        solid = [n for n, x in enumerate(segments) if x.height_map is not None and not layer.drift]
        numbers: list[int | None] = [*solid] or [None]
        found = []
        for number in numbers:
            mapping = placed.mapping
            if number is not None:
                mapping = changed(mapping, heights=_heights(project, atlas, placed.id, number))
            circles = _circles(project, placed, mapping, lens, size)
            found.append(Element(placed, mapping, number, circles))
        # A layer is drawn as one or segment by segment, never partly both.
        if all(each.circles is None or each.circles.widest <= SHARP for each in found):
            found = [Element(placed, placed.mapping, None, None)]
        yield from found


def _heights(project: Project, atlas: Atlas, layer_id: str, number: int) -> Heights:
    surface = atlas.segments[layer_id][number].height_map
    assert surface is not None and project.photo is not None
    count = surface.width * surface.height
    values = atlas.surfaces[surface.start : surface.start + count]
    size = project.photo.width, project.photo.height
    return Heights(values.reshape(surface.height, surface.width), size)


def _circles(
    project: Project,
    placed: PlacedLayer,
    mapping: PlaneMapping,
    lens: ThinLens | None,
    size: tuple[int, int],
) -> Circles:
    """The circles of confusion in the frame and as far beyond it as they reach into it."""
    width, height = size
    beyond = int(np.ceil(WIDEST * height / 2 / TILE)) + 1
    columns = np.arange(-beyond, -(-width // TILE) + beyond + 1)
    rows = np.arange(-beyond, -(-height // TILE) + beyond + 1)
    lattice = np.stack(np.meshgrid(columns, rows), 2).reshape(-1, 2)
    found = circles_at(project, placed, mapping, lens, (lattice * TILE).astype(np.float64), size)
    grid = found.astype(np.float32).reshape(len(rows), len(columns))
    return Circles(grid, int(columns[0]), int(rows[0]))
