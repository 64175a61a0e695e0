"""How fast every layer goes across the frame, where it strobes, where a relief is stretched."""

from __future__ import annotations

from dataclasses import dataclass, replace

import numpy as np
from numpy.typing import NDArray

from woodcock.model import Layer, Project
from woodcock.pixels.store import PixelStore
from woodcock.progress import Progress, report
from woodcock.render import atlas_key, segments_by_layer
from woodcock.session.staging import box_of
from woodcock.stage import Heights, PlaneMapping, scene_at, slid, spots_of
from woodcock.texts import tr

# Common practice, no source: at 24 frames a second and a shutter of 180 degrees a thing should
# take 7 seconds to cross the frame. So many frames it takes at any rate.
CROSSING = 7 * 24
STRETCHED = 1.5  # as wide as in the photo, from which a relief looks stretched
_GRID = 6  # places looked at, across and down
_STEEP = 99.0  # per cent of a surface that is less steep than what is told


@dataclass(frozen=True, eq=False)
class LayerSpeed:
    """By frame: pixels from the one before, by how much the relief is stretched, the way it goes.

    `path` (n, 2) is where the middle of the layer is, in frame pixels.
    """

    speed: NDArray[np.float64]
    stretch: NDArray[np.float64]
    path: NDArray[np.float64]


@dataclass(frozen=True, eq=False)
class SpeedReport:
    """By layer id; `limit` is the pixels a frame from which motion strobes."""

    layers: dict[str, LayerSpeed]
    limit: float

    def strobing(self, layer_id: str) -> bool:
        found = self.layers.get(layer_id)
        return found is not None and bool((found.speed > self.limit).any())

    def stretched(self, layer_id: str) -> bool:
        found = self.layers.get(layer_id)
        return found is not None and bool((found.stretch > STRETCHED).any())


def find_speeds(
    project: Project, store: PixelStore, progress: Progress | None = None
) -> SpeedReport:
    """The speed of what of each layer is in the frame: of its quickest place.

    Raises Cancelled on request.
    """
    frame = project.frame
    size = frame.width, frame.height
    places = {layer.id: _places(project, layer, store) for layer in project.layers}
    steep, heights = steepness(project, store), _heights(project, store)
    speed = {layer.id: np.zeros(frame.count) for layer in project.layers}
    stretch = {layer.id: np.ones(frame.count) for layer in project.layers}
    path = {layer.id: np.full((frame.count, 2), np.nan) for layer in project.layers}
    before: dict[str, NDArray] = {}
    for index in range(frame.count):
        report(progress, index / frame.count, tr("Measuring speeds"))
        now = {}
        for placed in scene_at(project, frame.time(index), size):
            name = placed.layer.id
            mapping = placed.mapping.with_heights(heights.get(name))
            # A drift goes on and on: where its picture wraps nothing jumps.
            mapping = replace(mapping, slid=slid(project, placed.layer, placed.time, wrapped=False))
            spots = now[name] = spots_of(mapping, places[name])
            still = replace(mapping, slid=(0.0, 0.0))
            path[name][index] = still.to_frame(places[name].mean(0)[None])[0]
            if name in before:
                there = _within(before[name], size) | _within(spots, size)
                gone = np.hypot(*(spots - before[name]).T)[there]
                speed[name][index] = gone.max() if gone.size else 0.0
            if mapping.has_parallax:
                stretch[name][index] = stretch_of(mapping, places[name], size, steep.get(name, 0))
        before = now
    layers = {name: LayerSpeed(speed[name], stretch[name], path[name]) for name in speed}
    return SpeedReport(layers, frame.width / CROSSING * _smoothed(project))


def _smoothed(project: Project) -> float:
    """How many times as fast things may go as without motion blur; twice at the usual 180 degrees
    (common practice, no source)."""
    shutter = project.lens.shutter
    if not shutter.on:
        return 1.0
    angles = [key.value for key in shutter.angle.keys] or [shutter.angle.base]
    return 1 + min(max(min(angles), 0.0), 360.0) / 180


def stretch_of(
    mapping: PlaneMapping, places: NDArray[np.float64], size: tuple[int, int], steep: float
) -> float:
    """How many times as wide as in the photo a relief's steepest places are drawn.

    `steep` is how much of the relief's whole depth they rise in a photo pixel.
    """
    back, front = (spots_of(PlaneMapping(end), places) for end in mapping.ends)
    there = _within(back, size) | _within(front, size)
    if not there.any():
        return 1.0
    parallax = float(np.hypot(*(front - back).T)[there].max())
    scale = float(np.sqrt(abs(np.linalg.det(mapping.homography[:2, :2]))))
    scale /= max(abs(mapping.homography[2, 2]), 1e-12)
    return 1 + parallax * steep / max(scale, 1e-9)


def steepness(project: Project, store: PixelStore) -> dict[str, float]:
    """By layer id: of its whole depth, what a relief rises in a photo pixel where it is steep."""
    if project.photo is None or project.depth is None:
        return {}
    found = {}
    for layer_id, segments in segments_by_layer(atlas_key(project), store).items():
        most = 0.0
        for segment in segments:
            down, across = np.gradient(segment.surface)
            step = segment.surface.shape[1] / project.photo.width
            rise = np.hypot(across, down)
            if segment.strip is not None:
                rise = rise[segment.strip > 127]
            if rise.size:
                most = max(most, float(np.percentile(rise, _STEEP)) * step)
        found[layer_id] = most
    return found


def _places(project: Project, layer: Layer, store: PixelStore) -> NDArray[np.float64]:
    """(36, 2): places of a layer in the photo's pixels."""
    left, top, width, height = box_of(project, layer, store)
    across, down = np.meshgrid(
        np.linspace(left, left + width, _GRID), np.linspace(top, top + height, _GRID)
    )
    return np.stack([across.ravel(), down.ravel()], 1)


def _heights(project: Project, store: PixelStore) -> dict[str, Heights]:
    """By layer id: the surface of a relief, the nearest of its segments at every place."""
    if project.photo is None or project.depth is None:
        return {}
    found, size = {}, (project.photo.width, project.photo.height)
    for layer_id, segments in segments_by_layer(atlas_key(project), store).items():
        values = segments[-1].surface
        for segment in reversed(segments[:-1]):
            if segment.strip is not None:
                values = np.where(segment.strip > 127, segment.surface, values)
        found[layer_id] = Heights(values, size)
    return found


def _within(spots: NDArray, size: tuple[int, int]) -> NDArray[np.bool_]:
    return np.asarray(((spots >= 0) & (spots <= size)).all(1))
