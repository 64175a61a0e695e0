"""Frames, and single layers, in linear light: what effects work on before a frame is encoded."""

from __future__ import annotations

from collections.abc import Collection, Sequence
from typing import NamedTuple

import numpy as np
from numpy.typing import NDArray

from woodcock.model import Blend, Project
from woodcock.pixels.threads import Stop, together
from woodcock.render.atlas import Atlas
from woodcock.render.blending import MODES, NORMAL, blend_rows, from_srgb, to_srgb
from woodcock.render.draw_list import Part, draw_list_of
from woodcock.render.drawing import bands, kernel
from woodcock.stage import PlacedLayer, depth_rows, scene_at

_NO_DEPTH, NO_VEIL = np.empty((0, 0), np.float32), np.empty((0, 0, 4), np.float32)


class LightFrame(NamedTuple):
    """A frame that is `margin` pixels larger all round than what is asked for in the end.

    `light` (H, W, 4) float32 is premultiplied linear RGBA, in which 1 is white and more than that
    is brighter; its alpha is the coverage. `depth` (H, W) float32 is metres from the lens, along
    its axis, to what covers half of a pixel or more: 0 on the glass, infinite where nothing does;
    None where it was not asked for.
    """

    light: NDArray[np.float32]
    depth: NDArray[np.float32] | None = None
    margin: int = 0


def render_light(
    project: Project,
    atlas: Atlas,
    time: float,
    size: tuple[int, int] | None = None,
    *,
    layers: Collection[str] | None = None,
    margin: int = 0,
    depth: bool = False,
    stop: Stop | None = None,
) -> LightFrame:
    """The frame at `time` seconds in linear light, or only the `layers` with these ids.

    `size` (width, height) is without the `margin` that is drawn beyond it all round. Raises
    Cancelled soon after `stop` says so.
    """
    size = size or (project.frame.width, project.frame.height)
    placed = [each for each in scene_at(project, time, size) if layers is None or each.id in layers]
    depths = [depth_rows(project, each) for each in placed] if depth else None
    return draw_light(atlas, placed, size, margin, depths, stop)


class Window(NamedTuple):
    """A part of a frame: its corner and size in pixels of `step` frame pixels each.

    Whole steps from the frame's corner, and beyond its borders too.
    """

    x: int
    y: int
    width: int
    height: int
    step: int = 1

    @classmethod
    def around(cls, size: tuple[int, int], margin: int = 0) -> Window:
        """A whole frame of `size` (width, height) with a margin."""
        return cls(-margin, -margin, size[0] + 2 * margin, size[1] + 2 * margin)

    def drawn_at(self, step: int) -> Window:
        """The same part in pixels of fewer frame pixels."""
        x, y, width, height = (value * self.step // step for value in self[:4])
        return Window(x, y, width, height, step)

    @property
    def from_frame(self) -> NDArray[np.float64]:
        """(3, 3): frame pixels to its own."""
        by = 1 / self.step
        return np.array([[by, 0.0, -self.x], [0.0, by, -self.y], [0.0, 0.0, 1.0]])


def draw_light(
    atlas: Atlas,
    placed_layers: Sequence[PlacedLayer],
    size: tuple[int, int],
    margin: int = 0,
    depths: Sequence[NDArray[np.float64]] | None = None,
    stop: Stop | None = None,
) -> LightFrame:
    """Composite `placed_layers` (near to far) over nothing; `depths` are their `depth_rows`."""
    window = Window.around(size, margin)
    light, away = draw_window(atlas, placed_layers, size, window, None, depths, stop)
    return LightFrame(light, away, margin)


def draw_window(
    atlas: Atlas,
    placed_layers: Sequence[PlacedLayer],
    size: tuple[int, int],
    window: Window,
    segment: int | None = None,
    depths: Sequence[NDArray[np.float64]] | None = None,
    stop: Stop | None = None,
) -> tuple[NDArray[np.float32], NDArray[np.float32] | None]:
    """A window of a frame of `size` (width, height), and the metres there if `depths` are given.

    With a `segment`, only that one of each layer, by number from near to far. See `LightFrame`.
    """
    then, wide, high = window.from_frame, window.width, window.height
    if window[:2] != (0, 0) or window.step != 1:
        placed_layers = [x._replace(mapping=x.mapping.moved(then)) for x in placed_layers]
    x, y, _ = then @ (size[0] / 2, size[1] / 2, 1.0)
    part = Part((float(x), float(y)), segment)
    drawn = draw_list_of(atlas, placed_layers, (wide, high), depths, part)
    light = np.empty((high, wide, 4), np.float32)
    away = _NO_DEPTH if depths is None else np.full((high, wide), np.inf, np.float32)
    composite = kernel().composite_light

    def band(rows: tuple[int, int]) -> None:
        composite(atlas.pixels, atlas.surfaces, drawn, to_srgb(), from_srgb(), light, away, *rows)

    together(band, bands(high, wide), stop)
    away[away >= kernel().NOTHING] = np.inf
    return light, None if depths is None else away


def draw_behind(
    atlas: Atlas,
    placed_layers: Sequence[PlacedLayer],
    out: NDArray[np.float32],
    stop: Stop | None = None,
    veil: NDArray[np.float32] = NO_VEIL,
    shade: NDArray[np.float32] = _NO_DEPTH,
    corner: tuple[int, int] = (0, 0),
) -> None:
    """Composite `placed_layers` (near to far) behind what is in a frame (H, W, 4) already.

    `out` is premultiplied light, and in place of alpha what it still lets through. Before them is a
    `veil` (`finish.veil.lay_veil`); they are as much darker as `shade` (h, w) tells from the
    `corner` (x, y) on.
    """
    height, width = out.shape[:2]
    drawn = draw_list_of(atlas, placed_layers, (width, height))
    composite = kernel().composite_behind

    def band(rows: tuple[int, int]) -> None:
        composite(
            atlas.pixels, atlas.surfaces, drawn, to_srgb(), from_srgb(), out, veil, shade,
            *corner, *rows,
        )  # fmt: skip

    together(band, bands(height, width), stop)


def laid_over(
    front: NDArray[np.float32],
    back: NDArray[np.float32],
    blend: Blend = "normal",
    linear: bool = False,
) -> NDArray[np.float32]:
    """`front` over `back`, (H, W, 4) float32 premultiplied linear RGBA each.

    Porter and Duff's over, or a blend mode of W3C Compositing and Blending Level 1, in sRGB or in
    linear light; what is above 1 stays so in "normal" alone, the other modes know no more than
    white.
    """
    if MODES[blend] == NORMAL:
        return front + (1 - front[..., 3:]) * back
    out = np.empty_like(back)
    tables = to_srgb(), from_srgb()

    def rows(part: tuple[int, int]) -> None:
        blend_rows(front, back, out, MODES[blend], linear, *tables, *part)

    together(rows, bands(*back.shape[:2]))
    return out
