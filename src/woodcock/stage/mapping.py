"""Where something is in the frame: its own pixels to frame pixels, and back.

Between the two lies the plane. A place of a layer's own picture is moved by its bend pins, then
slid; the plane is seen through a homography A. A relief adds parallax of rank one: where the
surface has the value v, the place p of the plane is seen at (A + (v - sits) B) p, plane plus
parallax (Irani and Anandan, ECCV 1996). All who draw, measure or point ask this one object.
"""

from __future__ import annotations

from collections.abc import Iterable
from dataclasses import dataclass, field, replace
from functools import cached_property
from typing import Protocol, TypeVar

import numpy as np
from numpy.typing import NDArray

from woodcock.stage.bend import Pinned, bent

_EDGE_ON = 1e-18  # determinant of a homography below which nothing is seen
_IN_FRONT = 1e-9
_STEPS = 24  # of the fixed points below; what is smooth has converged long before


class Mapping(Protocol):
    """Of anything that has a place in the frame: a layer, a particle, a light, another shot."""

    def to_frame(self, places: NDArray[np.float64]) -> NDArray[np.float64]:
        """(N, 2) places in its own pixels to frame pixels; NaN behind the lens."""

    def to_own(self, spots: NDArray[np.float64]) -> NDArray[np.float64]:
        """(N, 2) frame pixels to its own pixels; NaN where it isn't seen."""


class InFrame(Protocol):
    """Something that is drawn at a moment. Near to far is the order of `distance`."""

    @property
    def id(self) -> str: ...

    @property
    def distance(self) -> float:
        """Metres from the lens's rest pose; less than nothing on the glass."""

    @property
    def opacity(self) -> float: ...

    @property
    def mapping(self) -> Mapping: ...


_E = TypeVar("_E", bound=InFrame)


def near_to_far(elements: Iterable[_E]) -> tuple[_E, ...]:
    """Whatever is in the frame in the order of its distance; equals stay as they are."""
    return tuple(sorted(elements, key=lambda element: element.distance))


def spots_of(mapping: Mapping, places: NDArray[np.float64]) -> NDArray[np.float64]:
    """(N, 2): where places of anything are in the frame; far outside behind the lens."""
    return np.nan_to_num(mapping.to_frame(places), nan=-1e9)


@dataclass(frozen=True, eq=False)
class Heights:
    """A relief's surface over the photo: `values` (h, w) float32, 0 its back and 1 its front.

    `size` is the photo's (width, height).
    """

    values: NDArray[np.float32]
    size: tuple[int, int]

    def at(self, places: NDArray[np.float64]) -> NDArray[np.float64]:
        """The values at (N, 2) places in the photo's pixels, bilinear; beyond its border they
        repeat."""
        h, w = self.values.shape
        x = np.clip(places[:, 0] * (w / self.size[0]) - 0.5, 0, w - 1.001)
        y = np.clip(places[:, 1] * (h / self.size[1]) - 0.5, 0, h - 1.001)
        x, y = np.nan_to_num(x), np.nan_to_num(y)
        ix, iy = x.astype(int), y.astype(int)
        fx, fy = x - ix, y - iy
        above = (1 - fx) * self.values[iy, ix] + fx * self.values[iy, ix + 1]
        below = (1 - fx) * self.values[iy + 1, ix] + fx * self.values[iy + 1, ix + 1]
        return np.asarray((1 - fy) * above + fy * below)


@dataclass(frozen=True, eq=False)
class PlaneMapping:
    """Of a layer, whose own pixels are the photo's.

    `homography` (3, 3) leads from its plane to frame pixels (continuous) and `parallax` (3, 3) is
    what a relief adds to it for each unit its surface is above `sits`. It has `slid` so many photo
    pixels right and down; `pins` are those that bend it now. `heights` is the surface of the relief
    whose places are asked for; without, the plane's are.
    """

    homography: NDArray[np.float64]
    parallax: NDArray[np.float64] = field(default_factory=lambda: np.zeros((3, 3)))
    sits: float = 0.0
    slid: tuple[float, float] = (0.0, 0.0)
    pins: Pinned | None = None
    heights: Heights | None = None

    @property
    def edge_on(self) -> bool:
        """Whether nothing of it can be seen: the lens is in its plane."""
        return bool(abs(np.linalg.det(self.homography)) < _EDGE_ON)

    @cached_property
    def has_parallax(self) -> bool:
        """Whether a relief shows: not in the rest pose."""
        return bool(self.parallax.any())

    @property
    def bent(self) -> bool:
        return self.pins is not None

    def at(self, value: float) -> NDArray[np.float64]:
        """(3, 3): from the plane to frame pixels where the relief has this value."""
        if not self.has_parallax:
            return self.homography
        return self.homography + (value - self.sits) * self.parallax

    @cached_property
    def ends(self) -> tuple[NDArray[np.float64], NDArray[np.float64]]:
        """From the plane to frame pixels at a relief's back and front; twice the same if flat."""
        return self.at(0.0), self.at(1.0)

    @cached_property
    def epipole(self) -> tuple[NDArray[np.float64], NDArray[np.float64]]:
        """(3,) each: e and s with `homography`^-1 `parallax` = e s^T.

        Parallax moves places of the plane along lines through e. ValueError where there is none.
        """
        if not self.has_parallax:
            raise ValueError("a flat layer has no parallax")
        # It is of rank one: its columns all point at the epipole.
        most = np.abs(self.parallax).sum(axis=0).argmax()
        towards = self.parallax[:, most] / np.abs(self.parallax[:, most]).max()
        along = self.parallax.T @ towards / (towards @ towards)
        return np.linalg.solve(self.homography, towards), along

    @property
    def own_from_plane(self) -> NDArray[np.float64]:
        """(3, 3): the slide taken back; the pins have no matrix."""
        return np.array([[1.0, 0.0, -self.slid[0]], [0.0, 1.0, -self.slid[1]], [0.0, 0.0, 1.0]])

    def with_heights(self, heights: Heights | None) -> PlaneMapping:
        """The same for a relief's surface."""
        return replace(self, heights=heights)

    def moved(self, then: NDArray[np.float64]) -> PlaneMapping:
        """The same in a frame that is moved by a homography (3, 3), such as by a margin."""
        return replace(self, homography=then @ self.homography, parallax=then @ self.parallax)

    def plane_to_frame(self, places: NDArray[np.float64]) -> NDArray[np.float64]:
        """(N, 2) places of the plane to frame pixels; NaN behind the lens."""
        return _divided(_homogeneous(places) @ self.homography.T)

    def frame_to_plane(self, spots: NDArray[np.float64]) -> NDArray[np.float64]:
        """(N, 2) frame pixels to places of the plane; NaN where it isn't seen."""
        if self.edge_on:
            return np.full((len(spots), 2), np.nan)
        return _divided(_homogeneous(spots) @ np.linalg.inv(self.homography).T)

    def to_frame(self, places: NDArray[np.float64]) -> NDArray[np.float64]:
        """(N, 2) places in the photo's pixels to frame pixels; NaN behind the lens."""
        on_plane = self._bent_forwards(places) + self.slid
        if self.heights is None or not self.has_parallax:
            return self.plane_to_frame(on_plane)
        seen, k = _homogeneous(on_plane), self.heights.at(places) - self.sits
        return _divided(seen @ self.homography.T + k[:, None] * (seen @ self.parallax.T))

    def to_own(self, spots: NDArray[np.float64]) -> NDArray[np.float64]:
        """(N, 2) frame pixels to the places of the photo that are seen there; NaN where none is."""
        return self._from_plane(self.seen_on_plane(spots))

    def seen_on_plane(self, spots: NDArray[np.float64]) -> NDArray[np.float64]:
        """(N, 2): the same on the plane, where the pins and the slide have taken them."""
        flat = self.frame_to_plane(spots)
        if self.heights is None or not self.has_parallax:
            return flat
        # With q the flat layer's place, the relief's lies on the line from q to the epipole:
        # p = q - m e, m = k (s q) / (1 + k (s e)), found by fixed point: surfaces rise gently.
        epipole, along = self.epipole
        q = _homogeneous(spots) @ np.linalg.inv(self.homography).T
        sq, se, on_plane = q @ along, float(along @ epipole), flat
        for _ in range(_STEPS):
            k = self.heights.at(self._from_plane(on_plane)) - self.sits
            m = k * sq / (1 + k * se)
            on_plane = _divided(q - m[:, None] * epipole)
        return on_plane

    def height_at(self, on_plane: NDArray[np.float64]) -> NDArray[np.float64]:
        """(N,): how far from where it `sits` a relief is at places of the plane; 0 if flat."""
        if self.heights is None:
            return np.zeros(len(on_plane))
        return self.heights.at(self._from_plane(on_plane)) - self.sits

    def scale_at(self, place: tuple[float, float]) -> float:
        """Frame pixels that a photo pixel of the plane is wide at a place; 0 behind the lens.

        The square root of the Jacobian's area.
        """
        u, v, w = self.homography @ (*place, 1.0)
        return area_scale(self.homography, np.array([u, v]), float(w)) if w > _IN_FRONT else 0.0

    def _from_plane(self, places: NDArray[np.float64]) -> NDArray[np.float64]:
        """The slide, then the pins taken back."""
        own = places - self.slid
        if self.pins is None:
            return own
        there = bent(self.pins, own[:, 0] + 1j * own[:, 1])
        return np.stack([there.real, there.imag], 1)

    def _bent_forwards(self, places: NDArray[np.float64]) -> NDArray[np.float64]:
        """Where the pins take places: `bent` turned round by fixed point."""
        if self.pins is None:
            return places
        own = places[:, 0] + 1j * places[:, 1]
        there = bent(self.pins.backwards, own)
        for _ in range(_STEPS):
            there = there + (own - bent(self.pins, there))
        return np.stack([there.real, there.imag], 1)


def _homogeneous(places: NDArray[np.float64]) -> NDArray[np.float64]:
    return np.column_stack([places, np.ones(len(places))])


def _divided(points: NDArray[np.float64]) -> NDArray[np.float64]:
    w = np.where(points[:, 2] > _IN_FRONT, points[:, 2], np.nan)
    return np.asarray(points[:, :2] / w[:, None])


def area_scale(matrix: NDArray, at: NDArray, w: float) -> float:
    """How many times as wide a homography makes what it takes to `at` / `w`, by its area."""
    du = (matrix[:2, 0] * w - matrix[2, 0] * at) / w**2
    dv = (matrix[:2, 1] * w - matrix[2, 1] * at) / w**2
    return float(np.sqrt(abs(du[0] * dv[1] - du[1] * dv[0])))
