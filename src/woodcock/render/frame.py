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
from woodcock.pixels.resample import STEP
from woodcock.render.bulging import FIELDS, row_of
from woodcock.render.sheet import Rung, Sheet
from woodcock.stage import Standing, scene_at

_SHARP = 1.25  # source pixels a frame pixel up to which one rung is sampled alone
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
    size = out.shape[1], out.shape[0]
    shown = [
        (standing, leaf, *chosen_rungs(leaf.ladder, standing, size))
        for standing in standings
        if drawable(standing)
        for leaf in sheet.leaves[standing.layer.id]
    ]
    count = len(shown)
    bulges, ends = np.zeros((count, FIELDS)), np.zeros((count, 2, 9))
    plates = np.zeros((2 * count, 5), np.int64)
    to_plate = np.zeros((count, 2, 9))
    share = np.zeros((count, 2), np.float32)
    for i, (standing, leaf, large, small, mix, *matrices) in enumerate(shown):
        for j, rung in enumerate((large, small)):
            plates[i + j * count] = (
                rung.start, rung.width, rung.height, rung.blocks, rung.block_columns
            )  # fmt: skip
            to_plate[i, j] = matrices[j].ravel()
        share[i] = standing.opacity, mix
        ends[i] = to_plate[i, 0]
        if leaf.ground is not None and standing.bulges:
            bulges[i] = row_of(standing, leaf.ground, large.from_photo)
            for end in range(2):
                ends[i, end] = (large.from_photo @ _back(standing.at(end))).ravel()
    height = out.shape[0]
    bands = [(top, min(top + _BAND, height)) for top in range(0, height, _BAND)]
    drawn = [
        _workers().submit(
            _composite(), sheet.pixels, plates, to_plate, share, sheet.filled, sheet.surfaces,
            bulges, ends, srgb8_table(), out, cover, top, bottom,
        )
        for top, bottom in bands
    ]  # fmt: skip
    for band in drawn:
        band.result()


def drawable(standing: Standing) -> bool:
    """Whether a layer can be seen at all: not faded out, and not edge on to the lens."""
    return standing.opacity > 0 and abs(np.linalg.det(standing.to_frame)) > 1e-18


def chosen_rungs(
    ladder: tuple[Rung, ...], standing: Standing, size: tuple[int, int]
) -> tuple[Rung, Rung, float, NDArray, NDArray]:
    """What a layer is sampled from, of a ladder, in a frame of `size` (width, height).

    Returns the rung that suits its scale, the next smaller one, how much of that to mix in, and
    the 3x3 matrices from frame pixel indices to pixel indices in the two.
    """
    centre = size[0] / 2, size[1] / 2
    back = np.linalg.inv(
        standing.to_frame
    )  # its third coordinate is 1 / depth: < 0 behind the lens
    large, small, mix = _rungs(ladder, back, centre)
    back = _back(standing.to_frame)
    return large, small, mix, large.from_photo @ back, small.from_photo @ back


def _back(to_frame: NDArray) -> NDArray[np.float64]:
    """From frame pixel indices to the photo's pixels."""
    to_centres = np.array([[1.0, 0, 0.5], [0, 1.0, 0.5], [0, 0, 1.0]])
    return np.linalg.inv(to_frame) @ to_centres


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


def _rungs(
    ladder: tuple[Rung, ...], back: NDArray, centre: tuple[float, float]
) -> tuple[Rung, Rung, float]:
    """The rung that suits a homography, the next smaller one, and how much of that to mix in.

    The mix rises from 0 at 1.25 source pixels a frame pixel to 1 where the next rung takes over,
    so that a slow move changes its sharpness smoothly instead of in steps.
    """
    photo_pixels = _local_scale(back, centre)
    for large, small in zip(ladder, (*ladder[1:], ladder[-1]), strict=True):
        ratio = photo_pixels * large.scale
        if ratio < STEP * (1 - 1e-9) or large is small:
            break
    mix = min(max((ratio - _SHARP) / (STEP - _SHARP), 0.0), 1.0) if large is not small else 0.0
    return large, small, mix


def _local_scale(back: NDArray, centre: tuple[float, float]) -> float:
    """Photo pixels a frame pixel at the frame's middle (square root of the Jacobian's area)."""
    x, y = centre
    u, v, w = back @ (x, y, 1.0)
    if abs(w) < 1e-12:
        return 1.0
    du = (back[:2, 0] * w - back[2, 0] * np.array([u, v])) / w**2
    dv = (back[:2, 1] * w - back[2, 1] * np.array([u, v])) / w**2
    return float(np.sqrt(abs(du[0] * dv[1] - du[1] * dv[0])))
