"""What is worked out once about a photo, so that every later stroke is answered at once."""

from __future__ import annotations

from dataclasses import dataclass

import cv2
import numpy as np
from numpy.typing import NDArray
from scipy import sparse

from woodcock.progress import Progress, report
from woodcock.separate.likeness import Counts, counted
from woodcock.separate.regions import regions
from woodcock.texts import tr

WORKING = 1_500_000  # pixels of the working size
_REGION = 10  # working pixels across


@dataclass(frozen=True, eq=False)
class Study:
    """A photo at working size, cut into `count` regions that know their neighbours.

    `lab` (h, w, 3) float32 and `labels` (h, w) int32 are at working size; `shape` is the photo's.
    `features` (count, 4) float32: mean L*, a*, b* and texture, in units of about one just
    noticeable step. `centres` (count, 2) are x, y and `areas` pixels, at working size. `pairs`
    (m, 2) are neighbours, `borders` (m,) the pixels they share, `steps` (m,) how unlike they are,
    and `counts` how often each region has which colour.
    """

    shape: tuple[int, int]
    lab: NDArray[np.float32]
    labels: NDArray[np.int32]
    features: NDArray[np.float32]
    centres: NDArray[np.float32]
    areas: NDArray[np.float32]
    pairs: NDArray[np.int32]
    borders: NDArray[np.float32]
    steps: NDArray[np.float32]
    counts: Counts

    @property
    def count(self) -> int:
        return len(self.features)

    @property
    def scale(self) -> float:
        """Working pixels a photo pixel."""
        return self.labels.shape[1] / self.shape[1]

    def share(self, mask: NDArray) -> NDArray[np.float32]:
        """How much of each region a working-size mask (h, w), 0 to 255, covers: (count,) 0..1."""
        there = np.flatnonzero(mask)
        total = np.bincount(self.labels.ravel()[there], mask.ravel()[there], self.count)
        return (total / (255 * self.areas)).astype(np.float32)

    def small(self, mask: NDArray[np.uint8]) -> NDArray[np.uint8]:
        """A mask of the photo's size at working size."""
        size = self.labels.shape[1], self.labels.shape[0]
        small: NDArray = cv2.resize(mask, size, interpolation=cv2.INTER_AREA)
        return small


def eight_bit(photo: NDArray) -> NDArray[np.uint8]:
    """The photo's colours as (H, W, 3) uint8 sRGB."""
    colours = photo[..., :3]
    return colours if colours.dtype == np.uint8 else (colours >> 8).astype(np.uint8)


def study(photo: NDArray, progress: Progress | None = None, working: int = WORKING) -> Study:
    """Study a photo: (H, W, 3 or 4) uint8 or uint16 sRGB. Takes about a second."""
    report(progress, 0.0, tr("Studying the photo"))
    height, width = photo.shape[:2]
    scale = min(1.0, (working / (height * width)) ** 0.5)
    size = max(1, round(width * scale)), max(1, round(height * scale))
    colours = cv2.resize(photo[..., :3], size, interpolation=cv2.INTER_AREA)
    full = np.float32(255 if photo.dtype == np.uint8 else 65535)
    lab = cv2.cvtColor(colours.astype(np.float32) / full, cv2.COLOR_RGB2LAB)
    report(progress, 0.2, tr("Studying the photo"))
    smooth: NDArray = cv2.bilateralFilter(lab, 5, 8.0, 1.5)
    labels = regions(smooth, _REGION)
    report(progress, 0.8, tr("Studying the photo"))
    return _described((height, width), lab, labels)


def _described(shape: tuple[int, int], lab: NDArray, labels: NDArray[np.int32]) -> Study:
    flat, count = labels.ravel(), int(labels.max()) + 1
    areas = np.bincount(flat, minlength=count).astype(np.float32)

    def mean(values: NDArray) -> NDArray:
        return np.bincount(flat, values.ravel(), count) / areas

    light = lab[..., 0]
    local = cv2.GaussianBlur(light, (0, 0), 2.5)
    rough = cv2.GaussianBlur(np.abs(light - local), (0, 0), 3.0)
    features = np.stack([*(mean(lab[..., c]) for c in range(3)), 6 * np.log1p(mean(rough))], 1)
    y, x = np.mgrid[0 : labels.shape[0], 0 : labels.shape[1]]
    pairs, borders, steps = _neighbours(lab, labels, features.astype(np.float32))
    return Study(
        shape,
        lab,
        labels,
        features.astype(np.float32),
        np.stack([mean(x), mean(y)], 1).astype(np.float32),
        areas,
        pairs,
        borders,
        steps,
        counted(lab, labels, features[:, 3], areas),
    )


def _neighbours(
    lab: NDArray, labels: NDArray[np.int32], features: NDArray
) -> tuple[NDArray[np.int32], NDArray[np.float32], NDArray[np.float32]]:
    """Which regions touch, over how many pixels, and how unlike they are (colour and edge)."""
    count = int(labels.max()) + 1
    ends, jumps = [], []
    for axis in (0, 1):
        before = np.s_[:-1, :] if axis == 0 else np.s_[:, :-1]
        after = np.s_[1:, :] if axis == 0 else np.s_[:, 1:]
        differ = labels[before] != labels[after]
        ends.append(np.stack([labels[before][differ], labels[after][differ]], 1))
        jumps.append(np.linalg.norm(lab[before][differ] - lab[after][differ], axis=1))
    both, jump = np.sort(np.concatenate(ends), axis=1), np.concatenate(jumps)
    shape = (count, count)
    shared = sparse.coo_matrix((np.ones(len(both)), both.T), shape).tocsr().tocoo()
    edge = sparse.coo_matrix((jump, both.T), shape).tocsr().tocoo()
    pairs = np.stack([shared.row, shared.col], 1).astype(np.int32)
    borders = shared.data.astype(np.float32)
    unlike = np.linalg.norm(features[pairs[:, 0]] - features[pairs[:, 1]], axis=1)
    steps = 0.6 * unlike + 0.4 * (edge.data / shared.data)
    return pairs, borders, steps.astype(np.float32)
