"""What guesses at a photo: one protocol for what ships and for learned models from a file."""

from __future__ import annotations

from pathlib import Path
from typing import Protocol

import cv2
import numpy as np
from numpy.typing import NDArray

from woodcock.pixels.onnx import OnnxModel
from woodcock.progress import Progress, report

_SIDE = 320  # pixels of the square a model is given
# What most published models were trained with: the means and spreads of the ImageNet pictures
# (common practice, no source).
_MEAN, _SPREAD = (0.485, 0.456, 0.406), (0.229, 0.224, 0.225)


class Estimator(Protocol):
    """Guesses one number a pixel from a photo."""

    def __call__(
        self, photo: NDArray[np.uint8], progress: Progress | None = None
    ) -> NDArray[np.float32]:
        """(H, W, 3) uint8 sRGB -> (h, w) float32 from 0 to 1, of any size, the photo's shape."""
        ...


class OnnxEstimator:
    """A model from an ONNX file, run by OpenCV.

    Input: one tensor (1, 3, 320, 320) float32, RGB, (value / 255 - mean) / spread with the usual
    ImageNet figures. Output: its first, one number a pixel as (1, 1, h, w) or (1, h, w); the
    largest stands for "most", and the range is stretched to 0..1.
    """

    def __init__(self, path: Path) -> None:
        self._path = Path(path)

    def __call__(
        self, photo: NDArray[np.uint8], progress: Progress | None = None
    ) -> NDArray[np.float32]:
        """Raises WoodcockError with a sentence if the file is missing or is no such model."""
        report(progress, 0.0, f"Asking {self._path.name}")
        model = OnnxModel(
            self._path, f"take one picture of 3 x {_SIDE} x {_SIDE} and give one number a pixel"
        )
        square = cv2.resize(photo, (_SIDE, _SIDE), interpolation=cv2.INTER_AREA)
        given = (square.astype(np.float32) / 255 - np.asarray(_MEAN, np.float32)) / _SPREAD
        answer = model.ask(given.transpose(2, 0, 1)[None])
        while answer.ndim > 2 and answer.shape[0] == 1:
            answer = answer[0]
        if answer.ndim != 2 or not np.isfinite(answer).all():
            raise model.wrong(answer)
        low, high = float(answer.min()), float(answer.max())
        return (answer - low) / max(high - low, 1e-6)
