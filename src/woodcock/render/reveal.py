"""The reveal: which hidden pixels of each layer some frame of the clip shows, how long and when.

Nothing is drawn and nothing need be rebuilt for it: a hidden pixel is followed through the frames,
and what stands before it there is looked up in the nearer layers' masks.
"""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass

import cv2
import msgspec
import numpy as np
from numba import njit
from numpy.typing import NDArray

from woodcock.model import Layer, Project
from woodcock.pixels.store import PixelStore
from woodcock.pixels.threads import stretches, together
from woodcock.progress import Progress, report
from woodcock.rebuild.holes import carried_on, closeness
from woodcock.separate.redraw import alpha_of
from woodcock.stage import Standing, scene_at
from woodcock.stage.placement import photo_scale

_FINE = 0.5  # places a frame pixel: how closely the photo is looked at
_MOST_PLACES = 1_500_000  # of the grid, whatever the photo's size
_BLOCK, _MARGIN = 16, 24.0  # places a block is wide; photo pixels rebuilt beyond what is shown
_STRETCHES = 16  # of places, worked on at once
_SEEN = 4 / 255  # light that must come through for a pixel to be shown


class Area(msgspec.Struct, frozen=True):
    """Blocks of the photo, `size` photo pixels wide each, as bits row by row."""

    bits: bytes
    columns: int
    rows: int
    size: float

    def at(self, width: int, height: int, step: float) -> NDArray[np.bool_]:
        """The area over the photo at `step` pixels a photo pixel: (height, width) bool."""
        count = self.columns * self.rows
        blocks = np.unpackbits(np.frombuffer(self.bits, np.uint8))[:count]
        blocks = blocks.reshape(self.rows, self.columns)
        across, down = (
            np.minimum(np.arange(side) / (self.size * step), limit - 1).astype(np.int32)
            for side, limit in ((width, self.columns), (height, self.rows))
        )
        return blocks[down[:, None], across].view(np.bool_)


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


def find_reveal(project: Project, store: PixelStore, progress: Progress | None = None) -> Reveal:
    """The reveal of the whole clip; raises Cancelled on request, ValueError without a photo."""
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
    found: dict[str, LayerReveal] = {}
    covered, hole = np.zeros(grid[::-1], np.uint8), np.zeros(grid[::-1], np.bool_)
    order = [*fronts, project.background]
    for number, layer in enumerate(order):
        report(progress, number / len(order), "Finding what the move reveals")
        hidden = hole
        if layer.mask is not None:
            hidden = hole & (carried_on(alphas[layer.id], covered) > 0)
        if hidden.any() and layer.visible:
            nearer = [x for x in order[:number] if x.visible]
            followed = _followed(layer, nearer, hidden, alphas, scenes, to_photo, size)
            found[layer.id] = _layer_reveal(hidden, covered > 127, *followed, step)
        if layer.mask is not None:
            hole = hole | (closeness(alphas[layer.id], layer.hole_growth * growth) > 0)
            covered = np.maximum(covered, alphas[layer.id])
    areas = {layer_id: _area(x.shown, grid[0] / photo.width) for layer_id, x in found.items()}
    return Reveal(found, step, areas)


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


def _small(alpha: NDArray[np.uint8], size: tuple[int, int]) -> NDArray[np.uint8]:
    return np.asarray(cv2.resize(alpha, size, interpolation=cv2.INTER_AREA), np.uint8)


def _followed(
    layer: Layer,
    nearer: Sequence[Layer],
    hidden: NDArray[np.bool_],
    alphas: dict[str, NDArray[np.uint8]],
    scenes: Sequence[Sequence[Standing]],
    to_photo: NDArray[np.float64],
    size: tuple[int, int],
) -> tuple[NDArray[np.uint16], NDArray[np.uint16], NDArray[np.int64]]:
    """In how many frames each hidden place is shown, the first of them; places by frame."""
    places = np.argwhere(hidden).astype(np.int32)
    stack = np.array([alphas[x.id] for x in nearer], np.uint8).reshape(-1, *hidden.shape)
    to_frame = np.zeros((len(scenes), 3, 3))
    to_nearer = np.zeros((len(scenes), len(nearer), 3, 3))
    opacity = np.zeros((len(scenes), len(nearer)))
    back = np.linalg.inv(to_photo)
    for index, standings in enumerate(scenes):
        here = {standing.layer.id: standing for standing in standings}
        own = here[layer.id]
        if own.opacity > 0:
            to_frame[index] = own.to_frame @ to_photo
        for number, x in enumerate(nearer):
            other = here[x.id]
            if abs(np.linalg.det(other.to_frame)) > 1e-18:
                opacity[index, number] = other.opacity
                to_nearer[index, number] = back @ np.linalg.inv(other.to_frame) @ to_frame[index]
    frames, first = np.zeros((2, len(places)), np.uint16)
    by_frame = np.zeros((_STRETCHES, len(scenes)), np.int64)
    ends = stretches(len(places), _STRETCHES)

    def follow(number: int) -> None:
        here = slice(*ends[number])
        _follow(
            places[here], stack, to_frame, to_nearer, opacity, size[0], size[1], frames[here],
            first[here], by_frame[number],
        )  # fmt: skip

    together(follow, range(_STRETCHES))
    out = np.zeros((2, *hidden.shape), np.uint16)
    out[0][hidden], out[1][hidden] = frames, first
    return out[0], out[1], by_frame.sum(0)


@njit(cache=True, nogil=True, fastmath=True)
def _follow(places, stack, to_frame, to_nearer, opacity, width, height, frames, first, by_frame):
    """Count for each place the frames in which light comes from it; the places by frame."""
    rows, columns = stack.shape[1:]
    for i in range(len(places)):
        x, y = places[i, 1] + 0.5, places[i, 0] + 0.5
        for t in range(len(to_frame)):
            m = to_frame[t]
            w = m[2, 0] * x + m[2, 1] * y + m[2, 2]
            if w <= 1e-9:
                continue
            u, v = m[0, 0] * x + m[0, 1] * y + m[0, 2], m[1, 0] * x + m[1, 1] * y + m[1, 2]
            if u < 0 or v < 0 or u > width * w or v > height * w:
                continue
            left = 1.0
            for k in range(len(stack)):
                if opacity[t, k] <= 0:
                    continue
                n = to_nearer[t, k]
                w = n[2, 0] * x + n[2, 1] * y + n[2, 2]
                if w <= 1e-12:
                    continue
                a = (n[0, 0] * x + n[0, 1] * y + n[0, 2]) / w
                b = (n[1, 0] * x + n[1, 1] * y + n[1, 2]) / w
                if a < 0 or b < 0 or a >= columns or b >= rows:
                    continue
                left *= 1 - opacity[t, k] * stack[k, int(b), int(a)] / 255
                if left < _SEEN:
                    break
            if left >= _SEEN:
                if frames[i] == 0:
                    first[i] = t
                frames[i] += 1
                by_frame[t] += 1


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
