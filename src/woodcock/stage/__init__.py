"""The scene at a time: curves, placement, the lens, distances, ready moves."""

from woodcock.stage.bend import Pinned, bent, is_bent, pinned
from woodcock.stage.camera import lens_matrix, view_angle
from woodcock.stage.carriers import carried, hung, layer_world, moved_by, place_of_carrier
from woodcock.stage.curves import ease, split_easing, value_at
from woodcock.stage.distances import parallax_spread, starting_distances
from woodcock.stage.drift import drift_box, slid, turn_of, velocity_of
from woodcock.stage.focus import ThinLens, distance_to, focus_at, focus_zone, focused, thin_lens
from woodcock.stage.hanging import distance_of, place_of_light, spot_of_light
from woodcock.stage.mapping import (
    Heights,
    InFrame,
    Mapping,
    PlaneMapping,
    near_to_far,
    spots_of,
)
from woodcock.stage.moves import READY_MOVES, apply_move
from woodcock.stage.parallax import parallax_of, reach_of_relief, strength_of
from woodcock.stage.placement import corners_of, cover_scale, frame_box, photo_to_frame
from woodcock.stage.scene import (
    PlacedLayer,
    depth_of,
    depth_rows,
    lens_at,
    lens_in,
    photo_rays,
    scene_at,
    world_to_frame,
)
from woodcock.stage.shutter import Looks, shutter_looks
from woodcock.stage.travel import integral, travelled
from woodcock.stage.world import pivot_of, world_of

__all__ = [
    "READY_MOVES",
    "Heights",
    "InFrame",
    "Looks",
    "Mapping",
    "Pinned",
    "PlacedLayer",
    "PlaneMapping",
    "ThinLens",
    "apply_move",
    "bent",
    "carried",
    "corners_of",
    "cover_scale",
    "depth_of",
    "depth_rows",
    "distance_of",
    "distance_to",
    "drift_box",
    "ease",
    "focus_at",
    "focus_zone",
    "focused",
    "frame_box",
    "hung",
    "integral",
    "is_bent",
    "layer_world",
    "lens_at",
    "lens_in",
    "lens_matrix",
    "moved_by",
    "near_to_far",
    "parallax_of",
    "parallax_spread",
    "photo_rays",
    "photo_to_frame",
    "pinned",
    "pivot_of",
    "place_of_carrier",
    "place_of_light",
    "reach_of_relief",
    "scene_at",
    "shutter_looks",
    "slid",
    "split_easing",
    "spot_of_light",
    "spots_of",
    "starting_distances",
    "strength_of",
    "thin_lens",
    "travelled",
    "turn_of",
    "value_at",
    "velocity_of",
    "view_angle",
    "world_of",
    "world_to_frame",
]
