"""Gaps: frame pixels that nothing covers, and layers whose cut-off edge comes into the frame."""

from __future__ import annotations

import math
from collections.abc import Callable
from dataclasses import dataclass, field

import msgspec
import numpy as np

from woodcock.model import Growth, Layer, Project
from woodcock.pixels.store import PixelStore
from woodcock.progress import Progress, report
from woodcock.render.atlas import Atlas
from woodcock.render.circles import blur_reach
from woodcock.render.coverage import open_pixels
from woodcock.render.edges import Box, box_of_edges, sides_cut_off
from woodcock.stage import PlacedLayer, PlaneMapping, photo_to_frame, scene_at
from woodcock.texts import tr

_FEW = 9  # frames that are looked at first
_SPARE = 2.0  # photo pixels grown beyond the least that is needed
_STILL = 1e-6  # photo pixels that are no movement


class Gap(msgspec.Struct, frozen=True):
    """Frames `first` to `last` in which up to `pixels` frame pixels are covered by nothing.

    `side` is left, top, right, bottom, or "inside" where a layer is hidden, see-through, or turned
    away; `grow` is by how many photo pixels `layer` must reach further on that side, None if
    growing does not help.
    """

    layer: str
    side: str
    first: int
    last: int
    pixels: int
    grow: float | None


class CutOffEdge(msgspec.Struct, frozen=True):
    """Frames in which a layer's picture, cut off by the photo's border, ends inside the frame."""

    layer: str
    side: str
    first: int
    last: int
    grow: float


class Room(msgspec.Struct, frozen=True):
    """How many photo pixels of a layer's picture no frame reaches, side by side.

    Less than nothing where some frame looks past its end.
    """

    layer: str
    left: float
    top: float
    right: float
    bottom: float


class GapReport(msgspec.Struct, frozen=True):
    """What a whole clip shows that it should not, and how much room it leaves."""

    frames: int
    gaps: tuple[Gap, ...] = ()
    edges: tuple[CutOffEdge, ...] = ()
    rooms: tuple[Room, ...] = ()

    @property
    def growths(self) -> dict[str, Growth]:
        """Layer id -> the growth that closes every gap and hides every edge that growing can."""
        wanted: dict[str, dict[str, float]] = {}
        found: tuple[Gap | CutOffEdge, ...] = (*self.gaps, *self.edges)
        for item in found:
            if item.grow is not None:
                sides = wanted.setdefault(item.layer, {})
                sides[item.side] = max(sides.get(item.side, 0.0), item.grow)
        return {layer: Growth(**sides) for layer, sides in wanted.items()}


@dataclass
class _Finding:
    first: int
    last: int
    pixels: int
    grow: float | None

    def add(self, frame: int, pixels: int, grow: float | None) -> None:
        self.first, self.last = min(self.first, frame), max(self.last, frame)
        self.pixels = max(self.pixels, pixels)
        self.grow = None if grow is None or self.grow is None else max(self.grow, grow)


@dataclass
class _Findings:
    found: dict[tuple[str, str], _Finding] = field(default_factory=dict)

    @property
    def in_order(self) -> list[tuple[tuple[str, str], _Finding]]:
        return sorted(self.found.items(), key=lambda each: each[1].first)

    def add(self, layer: str, side: str, frame: int, pixels: int, grow: float | None) -> None:
        key = layer, side
        if key in self.found:
            self.found[key].add(frame, pixels, grow)
        else:
            self.found[key] = _Finding(frame, frame, pixels, grow)


@dataclass(frozen=True)
class FrameFlaws:
    """What one frame shows that it should not.

    `open` is how many of its pixels nothing covers; `edges` by how much cut-off layers lack, by
    layer id and side; `room` how far each layer reaches beyond the frame, `reach` how far its blur
    does.
    """

    placed_layers: tuple[PlacedLayer, ...]
    open: int
    edges: dict[str, dict[str, float]]
    room: dict[str, dict[str, float]]
    reach: dict[str, float]


class GapFinder:
    """Looks at the frames of a clip, in any order.

    A frame that the opaque background covers from corner to corner is settled by geometry; of
    every other one the coverage is worked out at the frame's own size.
    """

    def __init__(self, project: Project, atlas: Atlas, store: PixelStore) -> None:
        photo = project.photo
        if photo is None:
            raise ValueError("a project without a photo has no frames")
        self.project, self.atlas = project, atlas
        self._touching = sides_cut_off(project, store)
        self._boxes = {layer.id: box_of_edges(project, layer) for layer in project.layers}
        self._at_rest = {
            x.id: _at_rest(project, x, self._boxes[x.id]) for x in project.layers if x.own
        }
        self._opaque = store.get(photo.pixels).shape[2] == 3
        self._size = project.frame.width, project.frame.height

    def edges(self, index: int) -> dict[str, dict[str, float]]:
        """By how much cut-off layers lack in a frame, by layer id and side."""
        edges: dict[str, dict[str, float]] = {}
        placed_layers = scene_at(self.project, self.project.frame.time(index), self._size)
        reach = blur_reach(self.project, placed_layers, self._size)
        for placed in placed_layers:
            if self._touching.get(placed.id):
                own, box = reach.get(placed.id, 0.0), self._boxes[placed.id]
                shown = self._shown(placed, _beyond(placed, self._size, box, own))
                if shown:
                    edges[placed.id] = shown
        return edges

    def _shown(self, placed: PlacedLayer, beyond: dict[str, float] | None) -> dict[str, float]:
        """By how much a layer lacks on the sides at which it is cut off, farther in than at rest.

        What of its own ends right at the frame's border there shows no edge yet.
        """
        touching = self._touching.get(placed.id)
        if not touching or beyond is None or placed.opacity <= 0:
            return {}
        rest = self._at_rest.get(placed.id, {})
        lacks = _lacks(placed, beyond)
        still = {side for side, past in rest.items() if beyond[side] <= past + _STILL}
        return {x: lack for x, lack in lacks.items() if x in touching and x not in still}

    def frame(self, index: int, count: bool = True) -> FrameFlaws:
        """What one frame shows; without `count`, `open` only says whether there are any."""
        size = self._size
        placed_layers = scene_at(self.project, self.project.frame.time(index), size)
        reach = blur_reach(self.project, placed_layers, size)
        # Where its picture ends beyond the border it goes on there (`blurred`): nothing is dark.
        reach.pop(self.project.background.id, None)
        edges: dict[str, dict[str, float]] = {}
        room: dict[str, dict[str, float]] = {}
        sure = False
        for placed in placed_layers:
            layer = placed.layer
            beyond = _beyond(placed, size, self._boxes[layer.id], reach.get(layer.id, 0.0))
            lacks = None if beyond is None else _lacks(placed, beyond)
            if beyond is not None and (layer.own is None or self._touching.get(layer.id)):
                room[layer.id] = {side: -float(past) for side, past in beyond.items()}
            if layer.is_background:
                full = placed.opacity >= 1.0 and not placed.mapping.bent
                sure = full and self._opaque and lacks is not None and not lacks
            shown = self._shown(placed, beyond)
            if shown:
                edges[layer.id] = shown
        left = 0
        if not sure:
            left = open_pixels(self.atlas, placed_layers, size, self._opaque, count)
        return FrameFlaws(placed_layers, left, edges, room, reach)


def find_gaps(
    project: Project,
    atlas: Atlas,
    store: PixelStore,
    progress: Progress | None = None,
    count: bool = True,
    told: Callable[[GapReport], None] | None = None,
) -> GapReport:
    """Every gap and every showing edge of the clip; raises Cancelled on request.

    Without `count`, which is slow where much is open, gaps have no true number of pixels. A few
    frames from all over the clip are looked at first: what they show is `told` then, of so many
    frames.
    """
    if project.photo is None:
        return GapReport(0)
    frame, finder = project.frame, GapFinder(project, atlas, store)
    gaps, edges = _Findings(), _Findings()
    room: dict[str, dict[str, float]] = {}
    few = sorted({round(k * (frame.count - 1) / (_FEW - 1)) for k in range(_FEW)})
    order = [*few, *(k for k in range(frame.count) if k not in set(few))]
    for number, index in enumerate(order):
        report(progress, number / frame.count, tr("Looking for gaps"))
        if told is not None and number == len(few) < frame.count:
            told(_reported(number, gaps, edges, room))
        flaws = finder.frame(index, count)
        for layer_id, free in flaws.room.items():
            sides = room.setdefault(layer_id, {})
            for side, pixels in free.items():
                sides[side] = min(sides.get(side, math.inf), pixels)
        for layer_id, lacks in flaws.edges.items():
            for side, lack in lacks.items():
                edges.add(layer_id, side, index, 0, lack)
        if flaws.open:
            _blame(gaps, project, flaws, (frame.width, frame.height), index)
    return _reported(frame.count, gaps, edges, room)


def _reported(
    frames: int, gaps: _Findings, edges: _Findings, room: dict[str, dict[str, float]]
) -> GapReport:
    """What was found in so many frames, in the order in which it is seen."""
    return GapReport(
        frames,
        tuple(
            Gap(layer, side, f.first, f.last, f.pixels, f.grow)
            for (layer, side), f in gaps.in_order
        ),
        tuple(
            CutOffEdge(layer, side, f.first, f.last, f.grow or 0.0)
            for (layer, side), f in edges.in_order
        ),
        tuple(Room(layer, **sides) for layer, sides in room.items()),
    )


def _blame(
    gaps: _Findings,
    project: Project,
    flaws: FrameFlaws,
    size: tuple[int, int],
    index: int,
) -> None:
    assert project.photo is not None
    pixels = flaws.open
    background = next((s for s in flaws.placed_layers if s.layer.is_background), None)
    if background is None:
        gaps.add(project.background.id, "inside", index, pixels, None)
        return
    reach = flaws.reach.get(background.id, 0.0)
    beyond = _beyond(background, size, box_of_edges(project, background.layer), reach)
    lacks = {} if beyond is None else _lacks(background, beyond)
    if not lacks:
        gaps.add(background.layer.id, "inside", index, pixels, None)
        return
    for side, lack in lacks.items():
        gaps.add(background.layer.id, side, index, pixels, lack)


def _lacks(placed: PlacedLayer, beyond: dict[str, float]) -> dict[str, float]:
    """How far the layer must be grown on the sides where the frame looks past its end."""
    growth = placed.layer.growth
    return {
        side: math.ceil(past + getattr(growth, side) + _SPARE)
        for side, past in beyond.items()
        if past > 1e-6
    }


def _at_rest(project: Project, layer: Layer, box: Box) -> dict[str, float]:
    """By how many photo pixels the frame looks beyond a layer's own picture in the rest frame."""
    photo, size = project.photo, (project.frame.width, project.frame.height)
    assert photo is not None
    mapping = PlaneMapping(photo_to_frame(photo, project.placement, size))
    return _beyond(PlacedLayer(layer, mapping, 1.0, 0.0, 0.0, 0.0), size, box, 0.0) or {}


def _beyond(
    placed: PlacedLayer, size: tuple[int, int], box: Box, reach: float
) -> dict[str, float] | None:
    """By how many photo pixels the frame looks beyond the layer's picture, side by side.

    Its blur looks `reach` frame pixels farther. None where the frame looks past the plane's
    horizon, which no growth covers.
    """
    corners = np.array(
        [
            (x, y)
            for x in (0.5 - reach, size[0] - 0.5 + reach)
            for y in (0.5 - reach, size[1] - 0.5 + reach)
        ],
        np.float64,
    )
    mapping, places = placed.mapping, []
    for to_frame in mapping.ends if mapping.has_parallax else mapping.ends[:1]:
        if abs(np.linalg.det(to_frame)) < 1e-18:
            return None
        back = np.linalg.inv(to_frame)
        if not (corners @ back[2, :2] + back[2, 2] > 1e-6).all():
            return None
        at_end = np.column_stack([corners, np.ones(4)]) @ back.T
        places.append(at_end[:, :2] / at_end[:, 2:])
    seen = np.concatenate(places)
    growth = placed.layer.growth
    return {
        "left": box[0] - seen[:, 0].min() - growth.left,
        "top": box[1] - seen[:, 1].min() - growth.top,
        "right": seen[:, 0].max() - box[0] - box[2] - growth.right,
        "bottom": seen[:, 1].max() - box[1] - box[3] - growth.bottom,
    }
