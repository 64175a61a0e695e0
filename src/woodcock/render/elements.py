"""What of a scene is drawn by itself: layers, or segments of them, and how wide each is blurred."""

from __future__ import annotations

from collections.abc import Iterator, Sequence
from dataclasses import dataclass
from dataclasses import replace as changed

import cv2
import numpy as np
from numpy.typing import NDArray

from woodcock.finish.defocus import SHARP, TILE
from woodcock.model import Project
from woodcock.pixels.threads import Stop
from woodcock.render.atlas import Atlas
from woodcock.render.circles import WIDEST, circles_at, is_blurred, lens_of_blur
from woodcock.render.light_frame import Window, draw_window
from woodcock.render.touches import Touch
from woodcock.stage import (
    Heights,
    PlacedLayer,
    PlaneMapping,
    ThinLens,
    depth_rows,
)


@dataclass(frozen=True)
class Element:
    """A layer, or with `segment` one of it, and the circles of confusion it has in the frame.

    `mapping` knows the segment's surface. Without `circles` all of the layer is sharp. `touches`
    are done to it by itself; `depths` are its `stage.depth_rows` if one of them wants to know.
    """

    placed: PlacedLayer
    mapping: PlaneMapping
    segment: int | None
    circles: Circles | None
    touches: tuple[Touch, ...] = ()
    depths: NDArray[np.float64] | None = None

    @property
    def plain(self) -> bool:
        """Whether it is drawn as without any effects."""
        return self.circles is None and not self.touches

    @property
    def local(self) -> bool:
        """Whether it is sharp and each of its pixels touched by itself, whatever its distance."""
        return self.circles is None and all(x.local and not x.deep for x in self.touches)

    @property
    def shaded(self) -> bool:
        """Whether it is sharp and all that is done to it makes it darker."""
        return self.local and all(touch.shade is not None for touch in self.touches)

    def shade(self, window: Window) -> NDArray[np.float32]:
        """(H, W): by how much it is darker in a window, if it is `shaded`."""
        first, *rest = (touch.shade(window) for touch in self.touches if touch.shade is not None)
        for each in rest:
            first = first * each
        return np.ascontiguousarray(first, np.float32)

    @property
    def box(self) -> tuple[int, int, int, int] | None:
        """Where in the frame its touches do anything, if they do so in a part of it only."""
        boxes = [touch.box for touch in self.touches]
        known = [box for box in boxes if box is not None]
        if len(known) < len(boxes):
            return None
        ends = np.array(known)
        left, top = (int(x) for x in ends[:, :2].min(0))
        right, bottom = (int(x) for x in ends[:, 2:].max(0))
        return left, top, right, bottom

    def drawn(
        self, atlas: Atlas, size: tuple[int, int], window: Window, stop: Stop | None = None
    ) -> NDArray[np.float32]:
        """A window of it in linear light, (H, W, 4), with what is done to it, not yet blurred."""
        rows = None if self.depths is None else [self.depths]
        light, metres = draw_window(atlas, [self.placed], size, window, self.segment, rows, stop)
        if metres is not None:
            metres = _to_the_edge(metres)
        for touch in self.touches:
            light = touch.work(light, metres, window)
        return light


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


def _to_the_edge(metres: NDArray[np.float32]) -> NDArray[np.float32]:
    """Distances also where less than half of a pixel is covered: of what is beside it."""
    wider = np.asarray(cv2.erode(metres, np.ones((5, 5), np.uint8)), np.float32)
    return np.where(np.isfinite(metres), metres, wider)


def elements_of(
    project: Project,
    atlas: Atlas,
    placed_layers: tuple[PlacedLayer, ...],
    size: tuple[int, int],
    touches: Sequence[tuple[Touch, ...]] = (),
) -> Iterator[Element]:
    """The elements of a scene near to far, in a frame of `size` (width, height).

    `touches` are what is done to each layer by itself.
    """
    for number, placed in enumerate(placed_layers):
        own = touches[number] if touches else ()
        rows = depth_rows(project, placed) if any(touch.deep for touch in own) else None
        for element in _elements(project, atlas, placed, size):
            yield changed(element, touches=own, depths=rows) if own else element


def _elements(
    project: Project, atlas: Atlas, placed: PlacedLayer, size: tuple[int, int]
) -> Iterator[Element]:
    """A layer, or what of it is blurred by itself."""
    lens = lens_of_blur(project, placed.now)
    layer, segments = placed.layer, atlas.segments.get(placed.id, ())
    if not is_blurred(placed, lens):
        yield Element(placed, placed.mapping, None, None)
        return
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
