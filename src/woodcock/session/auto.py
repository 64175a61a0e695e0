"""From a photo to a finished project with nobody's help."""

from __future__ import annotations

from numpy.typing import NDArray

from woodcock.model import Frame, Mask, Project
from woodcock.pixels.store import PixelStore
from woodcock.progress import Progress, part
from woodcock.separate import rough_split
from woodcock.session import acts
from woodcock.session.closing import closed
from woodcock.session.studio import Studio
from woodcock.stage import READY_MOVES, apply_move


def auto_project(
    photo: NDArray,
    name: str,
    studio: Studio,
    frame: Frame | None = None,
    move: str = "push-in",
    amount: float | None = None,
    progress: Progress | None = None,
) -> Project:
    """A project with a rough near layer, a ready move, and every gap closed.

    Parameters
    ----------
    photo : (H, W, 3 or 4) sRGB, 8 or 16 bit.
    move : a key of READY_MOVES; `amount` in per cent, its usual one by default.
    """
    store: PixelStore = studio.store
    project = acts.new_project(photo, name, store, frame)
    near = rough_split(photo, progress=part(progress, 0.0, 0.2))
    project, _ = acts.add_layer(project, Mask(store.put(near)), "Near")
    project = apply_move(project, move, READY_MOVES[move].usual if amount is None else amount)
    return closed(project, studio, part(progress, 0.2, 1.0))
