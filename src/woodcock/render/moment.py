"""A scene at one moment of an open shutter, and where in it layers are."""

from __future__ import annotations

import math
from dataclasses import dataclass
from functools import cached_property

import numpy as np
from msgspec.structs import replace
from numpy.typing import NDArray

from woodcock.finish.swarm import Sight
from woodcock.finish.veil import HERE, Plane
from woodcock.model import Air, Lens, Overall, Project
from woodcock.render.atlas import Atlas
from woodcock.render.circles import lens_of_blur
from woodcock.render.light_frame import Window, draw_window
from woodcock.stage import PlacedLayer, depth_rows, scene_at, world_to_frame
from woodcock.stage.camera import focal_pixels, whole_of

_COARSE = 4  # frame pixels a pixel of the picture in which a relief's distances are looked up


@dataclass(frozen=True)
class Moment:
    """What is seen `after` seconds after the frame at `time`, in a frame of `size`.

    `open_for` is how many seconds of the open shutter this moment stands for, 0 if there is no
    motion blur. `placed` are the layers near to far.
    """

    project: Project
    atlas: Atlas
    time: float
    size: tuple[int, int]
    after: float = 0.0
    open_for: float = 0.0

    @cached_property
    def placed(self) -> tuple[PlacedLayer, ...]:
        return scene_at(self.project, self.time, self.size, self.after)

    @cached_property
    def now(self) -> float:
        """Seconds of the clip: of the first frame if pictures are held."""
        return self.project.frame.shown(self.time) + self.after

    @cached_property
    def planes(self) -> tuple[Plane, ...]:
        """How far away each layer is in the frame; of a relief, its front."""
        return tuple(plane_of(self.project, each) for each in self.placed)

    @cached_property
    def focal(self) -> float:
        """The focal length at rest, in frame pixels."""
        lens = self.project.lens
        return focal_pixels(lens.focal_length, lens.sensor_width, self.size[0])

    @cached_property
    def _surfaces(self) -> dict[int, NDArray[np.float32]]:
        """The reliefs' distances that were asked for, by the layer's number."""
        return {}

    @cached_property
    def at_rest(self) -> dict[str, PlacedLayer]:
        """The same layers as the lens saw them from its rest pose, by id."""
        lens = self.project.lens
        still = Lens(lens.focal_length, lens.sensor_width, crop=lens.crop)
        seen = replace(self.project, lens=still, overall=Overall())
        return {x.id: x for x in scene_at(seen, self.time, self.size, self.after)}

    def sight(self, streak: float = 0.0) -> Sight:
        """How the lens sees the air; without motion blur, as by a shutter of `streak` degrees."""
        frame = self.project.frame
        long = self.open_for or streak / 360 / float(frame.exact)
        times = self.now - long / 2, self.now + long / 2
        views = [world_to_frame(self.project, time, self.size) for time in times]
        lens = lens_of_blur(self.project, self.now)
        whole = whole_of(self.size, self.project.lens.crop)
        return Sight(self.size, np.stack(views), times, self.focal, lens, whole)

    def metres(self, number: int, spots: NDArray[np.float64]) -> NDArray[np.float64]:
        """(N,): how far away a layer is at (N, 2) frame pixels, by its relief where it has one."""
        flat = self.planes[number].metres(spots)
        if self.placed[number].layer.relief is None:
            return flat
        if number not in self._surfaces:
            self._surfaces[number] = self._surface(number)
        surface = self._surfaces[number]
        x, y = (spots / _COARSE).astype(np.int64).T
        found = surface[np.clip(y, 0, len(surface) - 1), np.clip(x, 0, surface.shape[1] - 1)]
        return np.where(np.isfinite(found), found, flat)

    def _surface(self, number: int) -> NDArray[np.float32]:
        """(h, w): the distances of a relief at every fourth pixel."""
        placed, (width, height) = self.placed[number], self.size
        window = Window(0, 0, -(-width // _COARSE), -(-height // _COARSE), _COARSE)
        rows = [depth_rows(self.project, placed)]
        _, found = draw_window(self.atlas, [placed], self.size, window, None, rows)
        assert found is not None
        return found

    def between(self, behind: str | None, before: str | None) -> tuple[int, int]:
        """The first and the last gap that lies behind one layer and before another.

        Gap k is before the k-th layer; a layer that is not seen is no limit.
        """
        ids = [x.id for x in self.placed]
        first = ids.index(behind) + 1 if behind in ids else 0
        last = ids.index(before) if before in ids else len(ids)
        return first, last

    def hidden_limits(self, air: Air) -> tuple[float, float]:
        """From how far to how far an air reaches by the layers that limit it but are hidden."""
        away = {x.id: x.distance for x in self.project.layers if not (x.visible or x.glass)}
        return away.get(air.behind or "", 0.0), away.get(air.before or "", math.inf)


def plane_of(project: Project, placed: PlacedLayer) -> Plane:
    """How far away a layer, or the front of its relief, is at the pixels of the frame."""
    if placed.layer.glass or placed.mapping.edge_on:
        return HERE
    (z, w), (z_by, w_by) = depth_rows(project, placed)
    mapping, front = placed.mapping, 0.0
    if placed.layer.relief is not None and not placed.layer.drift:
        front = 1.0 - mapping.sits
    matrix = mapping.at(mapping.sits + front)
    if abs(np.linalg.det(matrix)) < 1e-18:
        return HERE
    back = np.linalg.inv(matrix)
    rows = np.stack([z + front * z_by, w + front * w_by]) @ back
    return Plane(rows)
