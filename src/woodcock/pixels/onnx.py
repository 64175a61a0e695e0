"""Asking a learned model from an ONNX file, run by OpenCV."""

from __future__ import annotations

from pathlib import Path

import cv2
import numpy as np
from numpy.typing import NDArray

from woodcock.errors import WoodcockError


class OnnxModel:
    """A model; raises WoodcockError with a sentence if the file is missing or is no such model.

    `wants` says what it must take and give, as the end of a sentence that begins with "It must".
    """

    def __init__(self, path: Path, wants: str) -> None:
        self.name, self._wants = path.name, wants
        if not path.is_file():
            raise WoodcockError(
                f"The model {path.name} is not where the preferences say. Nothing was "
                "changed. Choose it again there, or clear the field to use what ships."
            )
        try:
            self._network = cv2.dnn.readNetFromONNX(str(path))
        except cv2.error as error:
            raise self._refusal() from error

    def ask(self, given: NDArray) -> NDArray[np.float32]:
        """The model's first answer to one tensor."""
        try:
            self._network.setInput(np.ascontiguousarray(given, np.float32))
            # Without a name OpenCV gives the last of several answers, which need not be the main.
            first = self._network.getUnconnectedOutLayersNames()[0]
            return np.asarray(self._network.forward(first), np.float32)
        except cv2.error as error:
            raise self._refusal() from error

    def _refusal(self) -> WoodcockError:
        return WoodcockError(
            f"{self.name} could not be run as a model for pictures. Nothing was changed. "
            f"It must {self._wants}."
        )

    def wrong(self, answer: NDArray) -> WoodcockError:
        """What to say of an answer that is none."""
        return WoodcockError(
            f"{self.name} gave an answer of shape {answer.shape}. Nothing was changed. "
            f"It must {self._wants}."
        )
