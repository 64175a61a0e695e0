"""What guesses at a photo: one protocol for what ships and for learned models from a file."""

from __future__ import annotations

from pathlib import Path
from typing import Protocol

import cv2
import numpy as np
from numpy.typing import NDArray

from woodcock.pixels.onnx import OnnxModel
from woodcock.progress import Progress, report
from woodcock.texts import tr

_SIDE = 320  # pixels of the square a model is given
# What most published models were trained with: the means and spreads of the ImageNet pictures
# (common practice, no source).
_MEAN, _SPREAD = (0.485, 0.456, 0.406), (0.229, 0.224, 0.225)
# A second look is taken at what with this margin fills at most so much of the photo, and is
# believed by so much beside the first.
_MARGIN, _CLOSE, _TRUST = 0.3, 0.5, 0.65
_AROUND = 1 / 3  # of a side: what a photo is given all round to be seen from farther off


class Estimator(Protocol):
    """Guesses one number a pixel from a photo."""

    def __call__(
        self, photo: NDArray[np.uint8], progress: Progress | None = None
    ) -> NDArray[np.float32]:
        """(H, W, 3) uint8 sRGB -> (h, w) float32 from 0 to 1, of any size, the photo's shape."""
        ...


class OnnxEstimator:
    """A model from an ONNX file, run by OpenCV.

    Input: one tensor (1, 3, 320, 320) float32, RGB, (value / the picture's largest - mean) / spread
    with the usual ImageNet figures. Output: its first, one number a pixel as (1, 1, h, w) or
    (1, h, w); the largest stands for "most", and the range is stretched to 0..1. With `shares`
    an answer that lies within 0..1 stays: how large it is says how sure the model is. One that is
    `ours` ships with the program; others run in a process apart.
    """

    def __init__(self, path: Path, shares: bool = False, ours: bool = False) -> None:
        self._path, self._shares, self._ours = Path(path), shares, ours

    def __call__(
        self, photo: NDArray[np.uint8], progress: Progress | None = None
    ) -> NDArray[np.float32]:
        """Raises WoodcockError with a sentence if the file is missing or is no such model."""
        report(progress, 0.0, tr("Asking {name}", name=self._path.name))
        model = OnnxModel(
            self._path,
            tr("take one picture of 3 x {side} x {side} and give one number a pixel", side=_SIDE),
            self._ours,
        )
        answer = model.ask(as_asked(photo))
        while answer.ndim > 2 and answer.shape[0] == 1:
            answer = answer[0]
        if answer.ndim != 2 or not np.isfinite(answer).all():
            raise model.wrong(answer)
        low, high = float(answer.min()), float(answer.max())
        if self._shares and low >= 0 and high <= 1:
            return answer
        return (answer - low) / max(high - low, 1e-6)


def as_asked(photo: NDArray[np.uint8]) -> NDArray[np.float32]:
    """A picture (H, W, 3) uint8 sRGB as such models take it: (1, 3, 320, 320)."""
    square = cv2.resize(photo, (_SIDE, _SIDE), interpolation=cv2.INTER_AREA)
    bright = max(float(square.max()), 1.0)
    given = (square.astype(np.float32) / bright - np.asarray(_MEAN, np.float32)) / _SPREAD
    return np.ascontiguousarray(given.transpose(2, 0, 1)[None], np.float32)


def looked_closer(
    look: Estimator,
    photo: NDArray[np.uint8],
    field: NDArray[np.float32],
    progress: Progress | None = None,
) -> NDArray[np.float32]:
    """What `look` found in a photo, looked at again from closer by where it is small in it.

    Returns a field at least as fine as `field` (h, w); raises what the estimator raises.
    """
    height, width = photo.shape[:2]
    x, y, w, h = cv2.boundingRect((field > 0.5 * field.max()).view(np.uint8))
    across, down = width / field.shape[1], height / field.shape[0]
    left, right = _room(x * across, (x + w) * across, width)
    top, bottom = _room(y * down, (y + h) * down, height)
    if (right - left) * (bottom - top) > _CLOSE * width * height:
        return field
    nearer = look(np.ascontiguousarray(photo[top:bottom, left:right]), progress)
    scale = max(nearer.shape[0] / (bottom - top), nearer.shape[1] / (right - left))
    scale = min(scale, 1.0)
    out: NDArray[np.float32] = np.asarray(
        cv2.resize(field, None, fx=scale * across, fy=scale * down), np.float32
    )
    box = [round(v * scale) for v in (left, top, right, bottom)]
    here = out[box[1] : box[3], box[0] : box[2]]
    closer = np.asarray(cv2.resize(nearer, here.shape[::-1]), np.float32)
    here += np.float32(_TRUST) * (closer - here)
    return out


def agreement(
    look: Estimator,
    photo: NDArray[np.uint8],
    field: NDArray[np.float32],
    progress: Progress | None = None,
) -> float:
    """How far `look` finds the same from farther off: 0 nothing of it, 1 all of it and no more.

    The photo (H, W, 3) uint8 stands smaller in its own reflection; what is marked there beside what
    `field` (h, w) marks, as intersection over union. Raises what the estimator raises.
    """
    shorter = min(1.0, 2 * _SIDE / max(photo.shape[:2]))
    small = cv2.resize(photo, None, fx=shorter, fy=shorter, interpolation=cv2.INTER_AREA)
    down, across = (round(_AROUND * side) for side in small.shape[:2])
    wide = cv2.copyMakeBorder(small, down, down, across, across, cv2.BORDER_REFLECT)
    answer = look(np.asarray(wide, np.uint8), progress)
    y, x = (round(n * _AROUND / (1 + 2 * _AROUND)) for n in answer.shape)
    farther = answer[y : answer.shape[0] - y, x : answer.shape[1] - x]
    here = field > 0.5
    there = cv2.resize(farther, here.shape[::-1], interpolation=cv2.INTER_LINEAR) > 0.5
    return float((here & there).sum() / max((here | there).sum(), 1))


def _room(low: float, high: float, end: int) -> tuple[int, int]:
    """A little more than from `low` to `high`, within 0 to `end`."""
    more = _MARGIN * (high - low) + 0.04 * end
    return int(max(0, low - more)), int(min(end, high + more))
