"""The scene at a time: curves, placement, the lens, distances, ready moves."""

from woodcock.stage.bulge import bulge_of, reach_of_relief, strength_of
from woodcock.stage.camera import lens_matrix, view_angle
from woodcock.stage.carriers import carried, hung, layer_world, moved_by, place_of_carrier
from woodcock.stage.curves import ease, value_at
from woodcock.stage.distances import parallax_spread, starting_distances
from woodcock.stage.focus import focus_zone
from woodcock.stage.moves import READY_MOVES, apply_move
from woodcock.stage.placement import cover_scale, photo_to_frame
from woodcock.stage.scene import Standing, lens_at, lens_in, photo_rays, scene_at
from woodcock.stage.world import pivot_of, world_of

__all__ = [
    "READY_MOVES",
    "Standing",
    "apply_move",
    "bulge_of",
    "carried",
    "cover_scale",
    "ease",
    "focus_zone",
    "hung",
    "layer_world",
    "lens_at",
    "lens_in",
    "lens_matrix",
    "moved_by",
    "parallax_spread",
    "photo_rays",
    "photo_to_frame",
    "pivot_of",
    "place_of_carrier",
    "reach_of_relief",
    "scene_at",
    "starting_distances",
    "strength_of",
    "value_at",
    "view_angle",
    "world_of",
]
