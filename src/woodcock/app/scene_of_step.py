"""What the picture shows in each step; the code of most is loaded when they are first looked at."""

from __future__ import annotations

from typing import TYPE_CHECKING

from woodcock.app.picture.flat import PlaceScene
from woodcock.app.picture.scenes import Scene

if TYPE_CHECKING:
    from woodcock.app.window import MainWindow


def make_scene(window: MainWindow, step: str) -> Scene:
    """The scene of a step, or of another way to look that Move and Export have."""
    state, pictures, work = window.state, window.pictures, window.work
    if step == "Photo":
        return PlaceScene(state, pictures)
    if step == "Separate":
        from woodcock.app.separate.cut_scene import CutScene

        return CutScene(state, pictures, window.cutter, work)
    if step == "Rebuild":
        from woodcock.app.rebuild.rebuild_scene import RebuildScene

        return RebuildScene(state, pictures, window.repairer, work)
    if step == "both":
        from woodcock.app.move.pair_scene import PairScene

        return PairScene(state)
    if step == "framing":
        from woodcock.app.move.framing_scene import FramingScene

        return FramingScene(state, pictures)
    if step == "shape":
        from woodcock.app.export.shape_scene import ShapeScene

        return ShapeScene(state, pictures)
    return window.lens_scene
