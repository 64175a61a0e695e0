"""The reveal: which hidden pixels of each layer some frame of the clip shows, how long and when.

Nothing is drawn and nothing need be rebuilt for it: a hidden pixel is followed through the frames,
and what stands before it there is looked up in the nearer layers' masks.
"""

from __future__ import annotations

import math
from dataclasses import dataclass

import cv2
import numpy as np
from numpy.typing import NDArray

from woodcock.model import Layer, Project
from woodcock.pixels.store import PixelStore
from woodcock.progress import Progress, report
from woodcock.rebuild.holes import carried_on, grown
from woodcock.render.area import Area
from woodcock.render.circles import blur_reach
from woodcock.render.key import atlas_key
from woodcock.render.occlusion import Occluder, OccluderIndex, followed_places
from woodcock.render.reliefs import segments_by_layer
from woodcock.separate.redraw import alpha_of
from woodcock.stage import PlacedLayer, scene_at
from woodcock.stage.placement import photo_scale
from woodcock.texts import tr

_FINE = 0.5  # places a frame pixel: how closely the photo is looked at
_MOST_PLACES = 1_500_000  # of the grid, whatever the photo's size
_LEAST = 0.5  # places: a blur that reaches less far counts for nothing
_BLOCK, _MARGIN = 16, 24.0  # places a block is wide; photo pixels rebuilt beyond what is shown


@dataclass(frozen=True)
class LayerReveal:
    """What a move shows of a layer's hidden pixels, on a grid over the photo.

    `hidden` (h, w) bool is what nearer layers hide of the layer, with the rim of their cuts that is
    made up as well; `frames` (h, w) uint16 in how many frames each place of it is shown, `first`
    (h, w) uint16 the first of them. `reach` is how far inside a cut a shown place lies at the most,
    in photo pixels; `share` the part of the photo that is hidden by cuts and shown; `by_frame`
    (n,) int64 how many places each frame shows.
    """

    hidden: NDArray[np.bool_]
    frames: NDArray[np.uint16]
    first: NDArray[np.uint16]
    reach: float
    share: float
    by_frame: NDArray[np.int64]

    @property
    def shown(self) -> NDArray[np.bool_]:
        return self.frames > 0

    @property
    def fullest(self) -> int:
        """The frame that shows the most of it."""
        return int(self.by_frame.argmax())


@dataclass(frozen=True)
class Reveal:
    """The reveal of every layer with something hidden, by id; `step` photo pixels a place.

    `areas` are where these layers must be rebuilt: what is shown of them, with a margin.
    """

    layers: dict[str, LayerReveal]
    step: float
    areas: dict[str, Area]


def find_reveal(
    project: Project,
    store: PixelStore,
    progress: Progress | None = None,
    key: str = "",
) -> Reveal:
    """The reveal of the whole clip; raises Cancelled on request, ValueError without a photo.

    What is followed through the frames is kept, and found again, by a `key` that tells all that the
    reveal of the project depends on.
    """
    photo, frame = project.photo, project.frame
    if photo is None:
        raise ValueError("a project without a photo reveals nothing")
    size = frame.width, frame.height
    scale = photo_scale(photo, project.placement, size)
    step = max(1.0, 1 / (_FINE * scale), (photo.width * photo.height / _MOST_PLACES) ** 0.5)
    grid = max(1, round(photo.width / step)), max(1, round(photo.height / step))
    to_photo = np.diag([photo.width / grid[0], photo.height / grid[1], 1.0])
    fronts = [x for x in project.near_to_far if x.mask is not None]
    alphas = {x.id: _small(alpha_of(x.mask, store), grid) for x in fronts if x.mask}
    growth = frame.height / 1080 / scale / step
    scenes = [scene_at(project, frame.time(index), size) for index in range(frame.count)]
    soft = _widest_blur(project, scenes, size, step * scale)
    found: dict[str, LayerReveal] = {}
    covered, hole = np.zeros(grid[::-1], np.uint8), np.zeros(grid[::-1], np.bool_)
    order = [*fronts, project.background]
    still = [x for x in fronts if x.visible and not _slides_or_bends(x)]
    segments = _segments(project, alphas, grid, store, soft)
    index = OccluderIndex(
        [(x.id, segment) for x in still for segment in segments[x.id]], scenes, to_photo
    )
    for number, layer in enumerate(order):
        report(progress, number / len(order), tr("Finding what the move reveals"))
        hidden = hole
        if layer.mask is not None:
            hidden = hole & (carried_on(alphas[layer.id], covered) > 0)
        if hidden.any() and layer.visible and _slides_or_bends(layer):
            # Whatever it hides or shows comes round some time: all of it is wanted.
            all_of_it = np.where(hidden, frame.count, 0).astype(np.uint16)
            by_frame = np.full(frame.count, int(hidden.sum()), np.int64)
            found[layer.id] = _layer_reveal(
                hidden, covered > 127, all_of_it, np.zeros_like(all_of_it), by_frame, step
            )
        elif hidden.any() and layer.visible:
            nearer = [x for x in order[:number] if x.visible and not _slides_or_bends(x)]
            x0, y0, w, h = cv2.boundingRect(hidden.view(np.uint8))
            box = x0, y0, x0 + w, y0 + h
            stack = index.by(box, layer.id, sum(len(segments[x.id]) for x in nearer))
            plane = layer.id, segments[layer.id][-1]

            def follow(
                hidden: NDArray[np.bool_] = hidden, plane: tuple = plane, stack: list = stack
            ) -> NDArray:
                frames, first, by_frame = followed_places(
                    hidden, plane, stack, scenes, to_photo, size
                )
                return np.concatenate([frames[hidden], first[hidden], by_frame]).astype(np.int64)

            kept = store.lasting(("reveal", number, key), follow) if key else follow()
            frames, first = np.zeros((2, *hidden.shape), np.uint16)
            count = np.count_nonzero(hidden)
            frames[hidden], first[hidden] = kept[:count], kept[count : 2 * count]
            frames, first = _spread(hidden, frames, first, soft.get(layer.id, 0.0))
            by_frame = kept[2 * count :]
            found[layer.id] = _layer_reveal(hidden, covered > 127, frames, first, by_frame, step)
        if layer.mask is not None:
            hole = hole | grown(alphas[layer.id], layer.hole_growth * growth)
            covered = np.maximum(covered, alphas[layer.id])
    areas = {layer_id: _area(x.shown, grid[0] / photo.width) for layer_id, x in found.items()}
    return Reveal(found, step, areas)


def _widest_blur(
    project: Project,
    scenes: list[tuple[PlacedLayer, ...]],
    size: tuple[int, int],
    per_place: float,
) -> dict[str, float]:
    """By layer id: how many places its blur reaches, in the frame in which it is widest."""
    most: dict[str, float] = {}
    for placed_layers in scenes:
        for layer_id, reach in blur_reach(project, placed_layers, size).items():
            most[layer_id] = max(most.get(layer_id, 0.0), reach / per_place)
    return most


def _disc(radius: float) -> NDArray[np.uint8]:
    side = 2 * math.ceil(radius) + 1
    return np.asarray(cv2.getStructuringElement(cv2.MORPH_ELLIPSE, (side, side)), np.uint8)


def _spread(
    hidden: NDArray[np.bool_],
    frames: NDArray[np.uint16],
    first: NDArray[np.uint16],
    reach: float,
) -> tuple[NDArray[np.uint16], NDArray[np.uint16]]:
    """What is shown, and when first, of a blurred layer: light comes from round each place."""
    if reach < _LEAST:
        return frames, first
    disc = _disc(reach)
    counted = np.where(hidden, cv2.dilate(frames, disc), 0).astype(np.uint16)
    late = np.where(frames > 0, 65535 - first, 0).astype(np.uint16)
    soonest = 65535 - np.asarray(cv2.dilate(late, disc), np.uint16)
    return counted, np.where(counted > 0, soonest, 0).astype(np.uint16)


def _slides_or_bends(layer: Layer) -> bool:
    """Whether a layer's picture moves within its plane, by drift or by pins."""
    return layer.drift is not None or layer.bend is not None


def _area(shown: NDArray[np.bool_], scale: float) -> Area:
    """What is shown, with a margin, in whole blocks; `scale` is places a photo pixel.

    Blocks, so that a small change of the move seldom asks for another area.
    """
    margin = 2 * round(_MARGIN * scale) + 1
    wanted = cv2.dilate(shown.view(np.uint8), np.ones((margin, margin), np.uint8))
    rows, columns = (-(-side // _BLOCK) for side in wanted.shape)
    padded = np.zeros((rows * _BLOCK, columns * _BLOCK), np.uint8)
    padded[: wanted.shape[0], : wanted.shape[1]] = wanted
    blocks = padded.reshape(rows, _BLOCK, columns, _BLOCK).max((1, 3)) > 0
    return Area(np.packbits(blocks).tobytes(), columns, rows, _BLOCK / scale)


def _segments(
    project: Project,
    alphas: dict[str, NDArray[np.uint8]],
    grid: tuple[int, int],
    store: PixelStore,
    soft: dict[str, float],
) -> dict[str, list[Occluder]]:
    """What of every layer is there to be seen, segment by segment, on a grid of (width, height).

    A blurred one (`soft`: so many places) hides nothing that near its edge.
    """
    found = segments_by_layer(atlas_key(project), store)
    opaque = np.full(grid[::-1], 255, np.uint8)
    out: dict[str, list[Occluder]] = {}
    for layer in project.layers:
        alpha, own, reach = alphas.get(layer.id, opaque), [], soft.get(layer.id, 0.0)
        if layer.id in alphas and reach >= _LEAST:
            alpha = np.asarray(cv2.erode(alpha, _disc(reach)), np.uint8)
        for segment in found.get(layer.id, ()):
            strip = (
                alpha if segment.strip is None else np.minimum(alpha, _small(segment.strip, grid))
            )
            own.append(Occluder(strip, segment.surface))
        out[layer.id] = own or [Occluder(alpha, None)]
    return out


def _small(alpha: NDArray[np.uint8], size: tuple[int, int]) -> NDArray[np.uint8]:
    return np.asarray(cv2.resize(alpha, size, interpolation=cv2.INTER_AREA), np.uint8)


def _layer_reveal(
    hidden: NDArray[np.bool_],
    cut: NDArray[np.bool_],
    frames: NDArray[np.uint16],
    first: NDArray[np.uint16],
    by_frame: NDArray[np.int64],
    step: float,
) -> LayerReveal:
    shown = (frames > 0) & cut
    # A cut that touches the photo's border has no edge there.
    bordered = cv2.copyMakeBorder(cut.view(np.uint8), 1, 1, 1, 1, cv2.BORDER_REPLICATE)
    deep = cv2.distanceTransform(bordered, cv2.DIST_L2, cv2.DIST_MASK_5)[1:-1, 1:-1]
    reach = float(deep[shown].max()) * step if shown.any() else 0.0
    return LayerReveal(hidden, frames, first, reach, float(shown.mean()), by_frame)
