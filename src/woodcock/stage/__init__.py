"""The scene at a time: curves, placement, the lens, distances, ready moves."""

from woodcock.stage.bulge import bulge_of, reach_of_relief, strength_of
from woodcock.stage.camera import lens_matrix, view_angle
from woodcock.stage.curves import ease, value_at
from woodcock.stage.distances import parallax_spread, starting_distances
from woodcock.stage.focus import focus_zone
from woodcock.stage.moves import READY_MOVES, apply_move
from woodcock.stage.placement import cover_scale, photo_to_frame
from woodcock.stage.scene import Standing, lens_at, photo_rays, scene_at
from woodcock.stage.world import pivot_of, world_of

__all__ = [
    "READY_MOVES",
    "Standing",
    "apply_move",
    "bulge_of",
    "cover_scale",
    "ease",
    "focus_zone",
    "lens_at",
    "lens_matrix",
    "parallax_spread",
    "photo_rays",
    "photo_to_frame",
    "pivot_of",
    "reach_of_relief",
    "scene_at",
    "starting_distances",
    "strength_of",
    "value_at",
    "view_angle",
    "world_of",
]
