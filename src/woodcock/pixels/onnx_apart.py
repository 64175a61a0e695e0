"""A learned model, in whatever process."""

from __future__ import annotations

from collections.abc import Sequence

import cv2
import numpy as np
from numpy.typing import NDArray

from woodcock.apart.server import Tell
from woodcock.apart.wire import Message


class Network:
    """The model in the bytes of an ONNX file; cv2.error if there is none."""

    def __init__(self, content: NDArray[np.uint8]) -> None:
        self._network = cv2.dnn.readNetFromONNX(content)

    def __call__(self, given: NDArray[np.float32]) -> NDArray:
        """Its first answer to one tensor."""
        self._network.setInput(given)
        # Without a name OpenCV gives the last of several answers, which need not be the main.
        first = self._network.getUnconnectedOutLayersNames()[0]
        return np.asarray(self._network.forward(first), np.float32)

    def layers(self, given: NDArray[np.float32], names: Sequence[str]) -> list[NDArray]:
        """Its layers of these names for one tensor, without the first axis."""
        self._network.setInput(given)
        return [np.asarray(found[0], np.float32) for found in self._network.forward(list(names))]


_loaded: list[Network] = []  # the one of this process


def load(asked: Message, tell: Tell) -> Message:
    """Have these bytes as the model from now on."""
    _loaded[:] = [Network(asked.arrays[0])]
    return Message({})


def ask(asked: Message, tell: Tell) -> Message:
    return Message({}, (_loaded[0](asked.arrays[0]),))


CALLS = {"load": load, "ask": ask}
