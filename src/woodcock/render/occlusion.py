"""Hidden places followed through the frames: in which of them does light come from them."""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass
from functools import cached_property

import cv2
import numpy as np
from numpy.typing import NDArray

from woodcock.compiled import njit
from woodcock.pixels.threads import stretches, together
from woodcock.render.atlas import HeightMap
from woodcock.render.bending import NO_BEND
from woodcock.render.parallax_lookup import (
    RELIEF,
    place_on_plane,
    relief_of,
    set_surface,
    surface_at,
)
from woodcock.stage import PlacedLayer

_STRETCHES = 16  # of places, worked on at once
# Of many layers only those that come near are followed: looked for in so many frames, with room
# for what lies between them, in frame pixels.
_FEW, _LOOKS, _ROOM = 12, 24, 48.0
_CELLS = 24  # across and down, in which movement is bounded
_DIAGONAL, _SPARE = 1.45, 2.5  # from steps across and down to a way; places to spare
_SEEN = 4 / 255  # light that must come through for a pixel to be shown


@dataclass(frozen=True, eq=False)
class Occluder:
    """What hides: (h, w) uint8 alpha on the grid of places, and its segment's surface, if any."""

    alpha: NDArray[np.uint8]
    surface: NDArray[np.float32] | None = None

    @cached_property
    def box(self) -> tuple[int, int, int, int]:
        """Left, top, right and bottom of where it is at all; nothing where it is nowhere."""
        x, y, w, h = cv2.boundingRect(self.alpha)
        return x, y, x + w, y + h

    @cached_property
    def depth(self) -> NDArray[np.float32]:
        """How many places it is to where it lets light through."""
        solid = np.ascontiguousarray(self.alpha > 255 * (1 - _SEEN)).view(np.uint8)
        ended: NDArray = cv2.copyMakeBorder(solid, 1, 1, 1, 1, cv2.BORDER_CONSTANT, value=0)
        away = cv2.distanceTransform(ended, cv2.DIST_L2, cv2.DIST_MASK_PRECISE)
        return np.asarray(away[1:-1, 1:-1], np.float32)


class OccluderIndex:
    """Which of many occluders come over places of a layer in some frame; the rest need no look."""

    def __init__(
        self,
        occluders: Sequence[tuple[str, Occluder]],
        scenes: Sequence[Sequence[PlacedLayer]],
        to_photo: NDArray[np.float64],
    ) -> None:
        self._occluders, self._to_photo = occluders, to_photo
        looks = scenes[:: max(len(scenes) // _LOOKS, 1)] if len(occluders) > _FEW else scenes[:0]
        self._looks = [{placed.layer.id: placed for placed in look} for look in looks]
        boxes = [occluder.box for _, occluder in occluders]
        self._reaches = [
            _reach([look[name] for name, _ in occluders], boxes, to_photo) for look in self._looks
        ]

    def by(
        self, box: tuple[int, int, int, int], own: str, count: int
    ) -> list[tuple[str, Occluder]]:
        """Those of the first `count` occluders that meet a box of places of the layer `own`."""
        if not self._looks:
            return list(self._occluders[:count])
        meets = np.zeros(count, np.bool_)
        for look, (lows, highs) in zip(self._looks, self._reaches, strict=True):
            low, high = _reach([look[own]], [box], self._to_photo)
            meets |= ((lows[:count] <= high + _ROOM) & (highs[:count] >= low - _ROOM)).all(1)
        return [self._occluders[int(number)] for number in np.flatnonzero(meets)]


def _reach(
    placed_layers: Sequence[PlacedLayer], boxes: Sequence[tuple[int, ...]], to_photo: NDArray
) -> tuple[NDArray, NDArray]:
    """The lowest and highest frame pixels, (n, 2) each, that boxes of places come to lie on."""
    x, y = (
        np.array([(b[0], b[2], b[0], b[2]) for b in boxes]),
        np.array([(b[1], b[1], b[3], b[3]) for b in boxes]),
    )
    corners = np.stack([x, y, np.ones_like(x)], 1).astype(np.float64)  # (n, 3, 4)
    spots = []
    for end in range(2):
        there = (
            np.array([placed.mapping.ends[end] for placed in placed_layers]) @ to_photo @ corners
        )
        w = there[:, 2:]
        spots.append(np.where(w > 1e-9, there[:, :2] / np.where(w > 1e-9, w, 1.0), np.nan))
    both = np.concatenate(spots, axis=2)
    behind = np.isnan(both).any((1, 2), keepdims=True)[:, :, 0]  # may be anywhere
    low, high = (np.where(behind, end, edge) for end, edge in (
        (-np.inf, np.nan_to_num(both).min(2)), (np.inf, np.nan_to_num(both).max(2))
    ))  # fmt: skip
    return low, high


def followed_places(
    hidden: NDArray[np.bool_],
    own: tuple[str, Occluder],
    nearer: Sequence[tuple[str, Occluder]],
    scenes: Sequence[Sequence[PlacedLayer]],
    to_photo: NDArray[np.float64],
    size: tuple[int, int],
) -> tuple[NDArray[np.uint16], NDArray[np.uint16], NDArray[np.int64]]:
    """In how many frames each hidden place is shown, the first of them; places by frame.

    Parameters
    ----------
    hidden : (h, w) bool, the places; `to_photo` (3, 3) leads from them to the photo's pixels.
    own, nearer : the layer they are of, and what may hide them, by layer id.
    scenes : the layers in every frame, of `size` (width, height).
    """
    stack = np.array([occluder.alpha for _, occluder in nearer], np.uint8).reshape(
        -1, *hidden.shape
    )
    count = len(scenes)
    to_frame, parallax = np.zeros((2, count, 3, 3))
    back = np.zeros((count, len(nearer), 9))
    opacity = np.zeros((count, len(nearer)))
    reliefs = np.zeros((count, len(nearer)), RELIEF)
    to_place = np.asarray(np.linalg.inv(to_photo), np.float64)
    surfaces, height_maps = _height_maps(
        [own[1], *(occluder for _, occluder in nearer)], to_photo, hidden.shape
    )
    sits, looks = 0.0, np.zeros((count, 2, 3, 3))
    behind = np.zeros((count, len(nearer), 2, 3, 3))  # the same for a relief's front and back
    for index, placed_layers in enumerate(scenes):
        here = {placed.layer.id: placed for placed in placed_layers}
        mine = here[own[0]]
        mapping = mine.mapping
        looks[index] = [end @ to_photo for end in mapping.ends]
        sits = mapping.sits
        if mine.opacity > 0:
            to_frame[index] = mapping.homography @ to_photo
            parallax[index] = mapping.parallax @ to_photo
        for number, (name, _) in enumerate(nearer):
            other, height_map = here[name], height_maps[number + 1]
            if other.mapping.edge_on:
                continue
            opacity[index, number] = other.opacity
            ends = [to_place @ _inverse(end) for end in other.mapping.ends]
            behind[index, number] = ends
            back[index, number] = (to_place @ np.linalg.inv(other.mapping.homography)).ravel()
            if height_map is not None and other.mapping.has_parallax:
                reliefs[index, number] = relief_of(other.mapping, height_map, to_place)
    asked = hidden & ~_never_shown(
        [occluder for _, occluder in nearer], opacity, looks, behind, hidden.shape
    )
    places = np.argwhere(asked).astype(np.int32)
    values = _values(surfaces, height_maps[0], to_place, places)
    frames, first = np.zeros((2, len(places)), np.uint16)
    by_frame = np.zeros((_STRETCHES, count), np.int64)
    ends = stretches(len(places), _STRETCHES)

    def follow(number: int) -> None:
        here = slice(*ends[number])
        _follow(
            places[here], values[here] - sits, stack, to_frame, parallax, back, opacity, surfaces,
            reliefs, NO_BEND.nodes, *size, frames[here], first[here],
            by_frame[number],
        )  # fmt: skip

    together(follow, range(_STRETCHES))
    out = np.zeros((2, *hidden.shape), np.uint16)
    out[0][asked], out[1][asked] = frames, first
    return out[0], out[1], by_frame.sum(0)


def _never_shown(
    occluders: Sequence[Occluder],
    opacity: NDArray,
    looks: NDArray,
    behind: NDArray,
    shape: tuple[int, ...],
) -> NDArray[np.bool_]:
    """Places that some layer hides in every frame: deeper in it than anything moves there.

    `looks` (t, 2, 3, 3) lead from places to frame pixels, `behind` (t, n, 2, 3, 3) from there to
    the places of the n nearer layers, for the front and the back of what has relief. How far
    things move against each other is worked out on a coarse grid.
    """
    high, wide = shape[:2]
    never = np.zeros((high, wide), np.bool_)
    y, x = np.linspace(0, high, _CELLS + 1), np.linspace(0, wide, _CELLS + 1)
    spots = np.stack([*(v.ravel() for v in np.meshgrid(x, y)), np.ones((_CELLS + 1) ** 2)])
    seen = looks @ spots
    for number, occluder in enumerate(occluders):
        if not len(opacity) or opacity[:, number].min() < 1:
            continue
        far = np.zeros(spots.shape[1])
        for end in range(2):
            there = behind[:, number, end, None] @ seen
            with np.errstate(divide="ignore", invalid="ignore"):
                off = np.abs(there[..., :2, :] / there[..., 2:, :] - spots[:2])
            off = np.where(there[..., 2:, :] > 1e-9, off, np.inf)
            far = np.maximum(far, np.nan_to_num(off, nan=np.inf).max(axis=(0, 1)).max(axis=0))
        most = cv2.dilate(far.reshape(_CELLS + 1, -1), np.ones((2, 2)), anchor=(0, 0))[:-1, :-1]
        most = np.minimum(most, 1e6).astype(np.float32)
        bound = cv2.resize(most, (wide, high), interpolation=cv2.INTER_NEAREST)
        never |= occluder.depth > _DIAGONAL * bound + _SPARE
    return never


def _inverse(matrix: NDArray) -> NDArray:
    """The inverse; nothing at all where there is none."""
    flat = abs(np.linalg.det(matrix)) < 1e-18
    return np.zeros((3, 3)) if flat else np.linalg.inv(matrix)


def _height_maps(
    occluders: Sequence[Occluder], to_photo: NDArray, shape: tuple[int, ...]
) -> tuple[NDArray[np.float32], list[HeightMap | None]]:
    """All surfaces one after the other, and where each is."""
    width, height = shape[1] * to_photo[0, 0], shape[0] * to_photo[1, 1]  # of the photo
    flat, start = [np.zeros(1, np.float32)], 1
    height_maps: list[HeightMap | None] = []
    for occluder in occluders:
        if occluder.surface is None:
            height_maps.append(None)
            continue
        h, w = occluder.surface.shape
        place = np.array([[w / width, 0, -0.5], [0, h / height, -0.5], [0, 0, 1.0]])
        height_maps.append(HeightMap(start, w, h, place))
        flat.append(occluder.surface.ravel())
        start += occluder.surface.size
    return np.concatenate(flat), height_maps


def _values(
    surfaces: NDArray, height_map: HeightMap | None, to_place: NDArray, places: NDArray
) -> NDArray[np.float64]:
    """The surface's values at all places; 0 for a flat layer."""
    out = np.zeros(len(places))
    if height_map is not None:
        relief = np.zeros((), RELIEF)
        set_surface(relief, height_map, to_place)
        _look(surfaces, relief[()], places, out)
    return out


@njit(cache=True, nogil=True)
def _look(surfaces, relief, places, out):
    for i in range(len(places)):
        out[i] = surface_at(surfaces, relief, places[i, 1] + 0.5, places[i, 0] + 0.5)


@njit(cache=True, nogil=True, fastmath=True, error_model="numpy")
def _follow(
    places, values, stack, to_frame, parallax, back, opacity, surfaces, reliefs, nodes,
    width, height, frames,
    first, by_frame,
):  # fmt: skip
    """Count for each place the frames in which light comes from it; the places by frame."""
    high, wide = stack.shape[1:]
    for i in range(len(places)):
        x, y, out = places[i, 1] + 0.5, places[i, 0] + 0.5, values[i]
        for t in range(len(to_frame)):
            m, k = to_frame[t], parallax[t]
            w = m[2, 0] * x + m[2, 1] * y + m[2, 2]
            u, v = m[0, 0] * x + m[0, 1] * y + m[0, 2], m[1, 0] * x + m[1, 1] * y + m[1, 2]
            if out != 0:
                w += out * (k[2, 0] * x + k[2, 1] * y + k[2, 2])
                u += out * (k[0, 0] * x + k[0, 1] * y + k[0, 2])
                v += out * (k[1, 0] * x + k[1, 1] * y + k[1, 2])
            if w <= 1e-9 or u < 0 or v < 0 or u > width * w or v > height * w:
                continue
            left = 1.0
            for j in range(len(stack)):
                if opacity[t, j] <= 0:
                    continue
                n = back[t, j]
                if reliefs[t, j].width > 0:
                    relief = reliefs[t, j]
                    a, b = place_on_plane(surfaces, relief, nodes, None, n, u / w, v / w)
                else:
                    q = n[6] * u + n[7] * v + n[8] * w
                    if q <= 1e-12:
                        continue
                    a = (n[0] * u + n[1] * v + n[2] * w) / q
                    b = (n[3] * u + n[4] * v + n[5] * w) / q
                if a < 0 or b < 0 or a >= wide or b >= high:
                    continue
                left *= 1 - opacity[t, j] * stack[j, int(b), int(a)] / 255
                if left < _SEEN:
                    break
            if left >= _SEEN:
                if frames[i] == 0:
                    first[i] = t
                frames[i] += 1
                by_frame[t] += 1
