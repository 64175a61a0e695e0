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
from woodcock.render.blending import from_srgb, to_srgb
from woodcock.render.cast import cast_of
from woodcock.render.sheet import Sheet
from woodcock.stage import Standing, scene_at

_BAND = 64  # rows a worker draws at a time
_NO_COVER = np.empty((0, 0), np.uint8)


def render_frame(
    project: Project,
    sheet: Sheet,
    time: float,
    size: tuple[int, int] | None = None,
    *,
    cover: NDArray[np.uint8] | None = None,
) -> NDArray[np.uint8]:
    """The frame at `time` seconds.

    Parameters
    ----------
    sheet : the plates of `project` (`make_sheet`).
    size : (width, height) in pixels; the project's frame by default, same shape if given.
    cover : (height, width) uint8 to receive the coverage, 255 where nothing shows through.

    Returns
    -------
    (height, width, 3) uint8 sRGB over black.
    """
    size = size or (project.frame.width, project.frame.height)
    out = np.zeros((size[1], size[0], 3), np.uint8)
    standings = scene_at(project, time, size)
    draw(sheet, standings, out, _NO_COVER if cover is None else cover)
    return out


def draw(
    sheet: Sheet,
    standings: Sequence[Standing],
    out: NDArray[np.uint8],
    cover: NDArray[np.uint8],
) -> None:
    """Composite `standings` (near to far) from `sheet` into `out` and `cover`."""
    cast = cast_of(sheet, standings, (out.shape[1], out.shape[0]))
    height = out.shape[0]
    bands = [(top, min(top + _BAND, height)) for top in range(0, height, _BAND)]
    drawn = [
        _workers().submit(
            _composite(), sheet.pixels, cast.things, cast.plates, cast.to_plate, cast.share,
            cast.filled, sheet.surfaces, cast.bulges, cast.ends, cast.bounds, cast.segments,
            srgb8_table(), to_srgb(), from_srgb(), out, cover, top, bottom,
        )
        for top, bottom in bands
    ]  # fmt: skip
    for band in drawn:
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
