"""The scene at a time: every layer's homography and opacity, near to far."""

from __future__ import annotations

import math
from dataclasses import dataclass, replace
from typing import NamedTuple

import numpy as np
from numpy.typing import NDArray

from woodcock.model import LENS_PROPERTIES, Layer, Lean, Lens, Project, Track
from woodcock.stage.bend import is_bent, pinned
from woodcock.stage.camera import focal_pixels, lens_matrix, rotation, towards
from woodcock.stage.carriers import carried, layer_world
from woodcock.stage.curves import value_at
from woodcock.stage.drift import slid
from woodcock.stage.mapping import PlaneMapping, near_to_far
from woodcock.stage.overall import overall_at
from woodcock.stage.parallax import parallax_of
from woodcock.stage.placement import photo_to_frame
from woodcock.stage.sway import sway_at
from woodcock.stage.world import pivot_of, posed, unmoved, world_of

_STILL, _UPRIGHT, _AT_HOME = np.eye(4), Lean(), Track(0.0)


class PlacedLayer(NamedTuple):
    """A layer at one moment: how opaque it is, how far away, and where in the frame.

    `time` is its own, which is held for some frames; `now` is the scene's.
    """

    layer: Layer
    mapping: PlaneMapping
    opacity: float
    time: float
    distance: float
    now: float

    @property
    def id(self) -> str:
        return self.layer.id


def lens_pose(lens: Lens, time: float) -> dict[str, float]:
    """The lens's x, y, z (metres) and yaw, pitch, roll (degrees) at `time` seconds, as keyed."""
    return {name: value_at(getattr(lens, name), time) for name in LENS_PROPERTIES}


@dataclass(frozen=True)
class LensAt:
    """The lens at one moment: where it is (3,), how it is turned (3, 3), its focal length in mm."""

    place: NDArray[np.float64]
    turn: NDArray[np.float64]
    focal_length: float


def lens_at(lens: Lens, time: float) -> LensAt:
    """The lens at `time` seconds, turned towards its aim, its zoom holding what it is to hold."""
    pose = lens_pose(lens, time)
    for name, by in sway_at(lens.sway, time).items():
        pose[name] += by
    place = np.array([pose["x"], pose["y"], pose["z"]])
    turn = rotation(pose["yaw"], pose["pitch"], pose["roll"])
    if lens.aim is not None and place.any():
        aim = np.array(lens.aim)
        turn = towards(aim - place) @ towards(aim).T @ turn
    focal = lens.focal_length * max(value_at(lens.zoom, time), 0.05)
    if lens.held_size is not None:
        # What stands at that distance keeps its size: the thin lens's image is f / distance.
        focal *= max(lens.held_size - place[2], 0.05) / lens.held_size
    return LensAt(place, turn, focal)


def lens_in(project: Project, time: float) -> LensAt:
    """The lens at `time` seconds as its carriers have it, in the world."""
    now, carriers = lens_at(project.lens, time), carried(project, project.lens, time)
    if project.lens.eye is not None:
        aside = now.turn @ (project.lens.eye.aside, 0.0, 0.0)
        now = replace(now, place=now.place + aside)
    if np.array_equal(carriers, np.eye(4)):
        return now
    linear = carriers[:3, :3] / np.cbrt(np.linalg.det(carriers[:3, :3]))
    return LensAt(
        carriers[:3, :3] @ now.place + carriers[:3, 3], linear @ now.turn, now.focal_length
    )


def scene_at(
    project: Project, time: float, size: tuple[int, int] | None = None, after: float = 0.0
) -> tuple[PlacedLayer, ...]:
    """The visible layers near to far at `time` seconds, for a frame of `size` (width, height).

    `size` defaults to the project's own frame; a preview asks for a smaller one of the same shape.
    Where a picture is held for some frames it is the first one's, but everything is seen `after`
    seconds later, as through a shutter that is open for some time.
    """
    if project.photo is None:
        return ()
    size = size or (project.frame.width, project.frame.height)
    frame, shown = project.frame, project.frame.shown(time)
    now_at = shown + after
    at_rest = photo_to_frame(project.photo, project.placement, size)
    lens, now = project.lens, lens_in(project, now_at)
    still = not now.place.any() and np.array_equal(now.turn, np.eye(3))
    still = still and now.focal_length == lens.focal_length
    rays = photo_rays(project, size)
    view = _view(lens, now, size)
    at_focal = focal_pixels(lens.focal_length, lens.sensor_width, size[0])
    pane = lens_matrix(at_focal, size, lens.crop) @ np.eye(
        3, 4
    )  # what is on the glass is seen from rest
    overall = overall_at(project.overall, now_at, size, lens.crop)
    found: list[PlacedLayer] = []
    for layer in project.near_to_far:
        if not layer.visible:
            continue
        held = max(layer.held, frame.held)
        time = now_at if held == frame.held else frame.shown(shown, held) + after
        hangs = layer.carrier is not None or layer.hang is not None
        carriers = carried(project, layer, now_at) if hangs else _STILL
        # Exactly, so that the rest frame is the photo to the bit.
        as_photo = (still or layer.glass) and _as_photographed(layer, time)
        as_photo = as_photo and not (hangs and (carriers != _STILL).any())
        looked = pane if layer.glass else view
        to_frame = at_rest if as_photo else looked @ carriers @ world_of(layer, time, rays)
        opacity = min(max(value_at(layer.pose.opacity, time), 0.0), 1.0)
        flat = as_photo or layer.relief is None or layer.drift is not None
        parallax = np.zeros((3, 3)) if flat else looked @ carriers @ parallax_of(layer, time, rays)
        # Depth is the order, wherever a carrier has taken a thing.
        away = layer.distance
        if hangs or layer.pose.z != _AT_HOME:
            pivot = np.array((*pivot_of(layer, rays), 1.0))
            away = float(carriers[2] @ posed(layer, time, rays) @ pivot)
        if overall is not None:
            to_frame, parallax = overall @ to_frame, overall @ parallax
        bend = layer.bend
        pins = pinned(bend, time) if bend is not None and is_bent(bend, time) else None
        sits = layer.relief.sits if layer.relief else 0.0
        mapping = PlaneMapping(to_frame, parallax, sits, slid(project, layer, time), pins)
        distance = -math.inf if layer.glass else away
        found.append(PlacedLayer(layer, mapping, opacity, time, distance, now_at))
    return near_to_far(found)


def _view(lens: Lens, now: LensAt, size: tuple[int, int]) -> NDArray[np.float64]:
    focal = focal_pixels(now.focal_length, lens.sensor_width, size[0])
    shift = focal * lens.eye.aside / lens.eye.window if lens.eye else 0.0
    to_frame = lens_matrix(focal, size, lens.crop, shift)
    return to_frame @ now.turn.T @ np.column_stack([np.eye(3), -now.place])


def world_to_frame(project: Project, time: float, size: tuple[int, int]) -> NDArray[np.float64]:
    """(3, 4): points of the world to frame pixels at `time` seconds, with the second move.

    The third coordinate of what it makes is the distance from the lens along its axis.
    """
    view, overall = _view(project.lens, lens_in(project, time), size), project.overall
    moved = overall_at(overall, time, size, project.lens.crop)
    return view if moved is None else moved @ view


def photo_rays(project: Project, size: tuple[int, int] | None = None) -> NDArray[np.float64]:
    """(3, 3): photo pixels (x, y, 1) to (right, down, 1) at one metre from the rest pose."""
    if project.photo is None:
        raise ValueError("a project without a photo has no rays")
    size = size or (project.frame.width, project.frame.height)
    focal = focal_pixels(project.lens.focal_length, project.lens.sensor_width, size[0])
    at_rest = photo_to_frame(project.photo, project.placement, size)
    rays = np.linalg.inv(lens_matrix(focal, size, project.lens.crop)) @ at_rest
    rays[2] = 0.0, 0.0, 1.0
    return rays


def _as_photographed(layer: Layer, time: float) -> bool:
    """Whether the layer, seen from the rest pose, looks as it does in the photo."""
    if unmoved(layer) and layer.lean == _UPRIGHT:
        return layer.sized_at is None
    if (layer.sway is not None or layer.beat is not None) and time != 0:
        return False
    held = layer.stretch == (1.0, 1.0)
    held = held and layer.sized_at is None and (layer.lean.held or layer.lean == type(layer.lean)())
    pose = layer.pose
    still = pose.x, pose.y, pose.z, pose.angle, pose.tilt, pose.swing
    plain = (value_at(x, time) == 0.0 for x in still)
    return held and value_at(pose.scale, time) == 1.0 and all(plain)


def depth_of(now: LensAt, point: NDArray[np.float64]) -> float:
    """How many metres from the lens, along its axis, a point (3,) of the world is."""
    return float(now.turn.T[2] @ (point - now.place))


def depth_rows(project: Project, placed: PlacedLayer) -> NDArray[np.float64]:
    """(2, 2, 3): how far places of a layer's plane are from the lens, along its axis.

    With the first pair (z, w), a place p is z p / w p metres away; what a relief adds to the two
    for each unit above `sits` is the second pair. What is on the glass is 0 metres away.
    """
    if placed.layer.glass:
        return np.array([[[0.0, 0.0, 0.0], [0.0, 0.0, 1.0]], np.zeros((2, 3))])
    now, own = lens_in(project, placed.now), placed.time
    world, relief = layer_world(project, placed.layer, placed.now, photo_rays(project), own)
    axis = now.turn.T[2] @ np.column_stack([np.eye(3), -now.place])
    relief = np.zeros((4, 3)) if placed.layer.drift else relief  # its picture slides along it
    return np.array([[axis @ world, world[3]], [axis @ relief, relief[3]]])
