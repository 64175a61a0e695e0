"""What of a frame a lens has sharp."""

from __future__ import annotations

import numpy as np
from numpy.typing import NDArray

from woodcock.model import Project
from woodcock.pixels.threads import Stop
from woodcock.render.atlas import Atlas
from woodcock.render.light_frame import render_light
from woodcock.stage import focus_zone


def in_focus(
    project: Project, atlas: Atlas, time: float, size: tuple[int, int], stop: Stop | None = None
) -> NDArray[np.bool_]:
    """(H, W) bool: what lies in the zone that looks sharp, of a frame of `size` (width, height)."""
    metres = render_light(project, atlas, time, size, depth=True, stop=stop).depth
    assert metres is not None
    near, far = focus_zone(project, project.frame.shown(time))
    return (metres >= near) & (metres <= far)
