"""One frame of a project. Preview and export both come from here."""

from __future__ import annotations

import numpy as np
from numpy.typing import NDArray

from woodcock.model import Project
from woodcock.pixels.threads import Stop
from woodcock.render.atlas import Atlas
from woodcock.render.drawing import draw
from woodcock.render.finished import finished_frame, is_finished
from woodcock.stage import scene_at
from woodcock.stage.shutter import MOST

_NO_COVER = np.empty((0, 0), np.uint8)


def render_frame(
    project: Project,
    atlas: Atlas,
    time: float,
    size: tuple[int, int] | None = None,
    *,
    cover: NDArray[np.uint8] | None = None,
    stop: Stop | None = None,
    looks: int | None = None,
) -> NDArray[np.uint8]:
    """The frame at `time` seconds, with all that is done to it.

    Parameters
    ----------
    atlas : the plates of `project` (`make_atlas`).
    size : (width, height) in pixels; the project's frame by default, same shape if given.
    cover : (height, width) uint8 to receive the coverage, 255 where nothing shows through.
    stop : whether the frame is no longer wanted; then Cancelled is raised soon.
    looks : at how many moments it is looked at while the shutter is open, at the most; None is as
        often as what moves asks for.

    Returns
    -------
    (height, width, 3) uint8 sRGB over black.
    """
    size = size or (project.frame.width, project.frame.height)
    out = np.zeros((size[1], size[0], 3), np.uint8)
    cover = _NO_COVER if cover is None else cover
    if is_finished(project, time):
        finished_frame(project, atlas, time, out, cover, stop, looks or MOST)
    else:
        draw(atlas, scene_at(project, time, size), out, cover, stop)
    return out
