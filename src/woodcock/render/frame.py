"""One frame of a project. Preview and export both come from here."""

from __future__ import annotations

import os
from collections.abc import Callable, Sequence
from concurrent.futures import ThreadPoolExecutor
from functools import cache

import numpy as np
from numpy.typing import NDArray

from woodcock.model import Project
from woodcock.pixels.colour import srgb8_table
from woodcock.render.atlas import Atlas
from woodcock.render.blending import from_srgb, to_srgb
from woodcock.render.draw_list import draw_list_of
from woodcock.stage import PlacedLayer, scene_at

_BAND = 64  # rows a worker draws at a time
_NO_COVER = np.empty((0, 0), np.uint8)


def render_frame(
    project: Project,
    atlas: Atlas,
    time: float,
    size: tuple[int, int] | None = None,
    *,
    cover: NDArray[np.uint8] | None = None,
) -> NDArray[np.uint8]:
    """The frame at `time` seconds.

    Parameters
    ----------
    atlas : the plates of `project` (`make_atlas`).
    size : (width, height) in pixels; the project's frame by default, same shape if given.
    cover : (height, width) uint8 to receive the coverage, 255 where nothing shows through.

    Returns
    -------
    (height, width, 3) uint8 sRGB over black.
    """
    size = size or (project.frame.width, project.frame.height)
    out = np.zeros((size[1], size[0], 3), np.uint8)
    placed_layers = scene_at(project, time, size)
    draw(atlas, placed_layers, out, _NO_COVER if cover is None else cover)
    return out


def draw(
    atlas: Atlas,
    placed_layers: Sequence[PlacedLayer],
    out: NDArray[np.uint8],
    cover: NDArray[np.uint8],
) -> None:
    """Composite `placed_layers` (near to far) from `atlas` into `out` and `cover`."""
    drawn = draw_list_of(atlas, placed_layers, (out.shape[1], out.shape[0]))
    height = out.shape[0]
    bands = [(top, min(top + _BAND, height)) for top in range(0, height, _BAND)]
    work = [
        _workers().submit(
            _composite(), atlas.pixels, drawn.things, drawn.plates, drawn.to_plate, drawn.share,
            drawn.filled, atlas.surfaces, drawn.parallaxes, drawn.ends, drawn.bounds, drawn.groups,
            srgb8_table(), to_srgb(), from_srgb(), out, cover, top, bottom,
        )
        for top, bottom in bands
    ]  # fmt: skip
    for band in work:
        band.result()


def load_renderer() -> None:
    """Load the compiled kernel now, from any thread; otherwise the first frame does."""
    _composite()


@cache
def _composite() -> Callable[..., None]:
    """The compiled kernel. Numba takes longer to load than the whole window, so it comes late."""
    from woodcock.render.kernel import composite

    return composite


@cache
def _workers() -> ThreadPoolExecutor:
    return ThreadPoolExecutor(os.cpu_count() or 1, thread_name_prefix="render")
