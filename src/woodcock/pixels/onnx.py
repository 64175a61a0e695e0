"""Asking a learned model from an ONNX file, run by OpenCV."""

from __future__ import annotations

from pathlib import Path

import cv2
import numpy as np
from numpy.typing import NDArray

from woodcock.apart import Broke, Helper
from woodcock.errors import WoodcockError
from woodcock.pixels.onnx_apart import Network
from woodcock.reading import read_whole
from woodcock.texts import tr, tr_noop

_MOST = 1_000_000_000  # bytes of a model
_ROOM, _TIMES = 380_000_000, 12  # bytes it may take, and for each of its file
_ANSWER = 64_000_000  # bytes of its answer
_LOADING, _PATIENCE = 3.0, 60.0  # seconds of the processor to be loaded, and for an answer


class OnnxModel:
    """A model; raises WoodcockError with a sentence if the file is missing or is no such model.

    `wants` says what it must take and give, as the end of a sentence that begins with "It must".
    One that is not `ours`, but a person's, runs in a process apart: OpenCV can crash over it.
    """

    def __init__(self, path: Path, wants: str, ours: bool = False) -> None:
        self.name, self._wants = path.name, wants
        try:
            content = read_whole(path, tr_noop("model"), _MOST)
        except WoodcockError as error:
            raise WoodcockError(
                tr(
                    "The model {name} is not where the preferences say, or too large. Nothing was "
                    "changed. Choose it again there, or clear the field to use what ships.",
                    name=path.name,
                )
            ) from error
        self._memory = _ROOM + _TIMES * content.nbytes
        self._network: Network | None = None
        self._helper = Helper("woodcock.pixels.onnx_apart")  # its process ends with it
        try:
            if ours:
                self._network = Network(content)
            else:
                self._helper.ask("load", {}, [content], memory=self._memory, seconds=_LOADING)
        except (Broke, cv2.error) as error:
            self._helper.close()
            raise self._refusal(error) from error

    def _answer(self, given: NDArray) -> NDArray:
        if self._network is not None:
            return self._network(given)
        got = self._helper.ask(
            "ask", {}, [given], memory=self._memory, seconds=_PATIENCE, most=_ANSWER
        )
        if len(got.arrays) != 1:
            raise Broke(tr("it gave no answer"))
        return got.arrays[0]

    def ask(self, given: NDArray) -> NDArray[np.float32]:
        """The model's first answer to one tensor."""
        try:
            return np.asarray(self._answer(np.ascontiguousarray(given, np.float32)), np.float32)
        except (Broke, cv2.error) as error:
            self._helper.close()
            raise self._refusal(error) from error

    def _refusal(self, why: object) -> WoodcockError:
        return WoodcockError(
            tr(
                "{name} could not be run as a model for pictures ({why}). Nothing was changed. "
                "It must {wants}.",
                name=self.name,
                why=why,
                wants=self._wants,
            )
        )

    def wrong(self, answer: NDArray) -> WoodcockError:
        """What to say of an answer that is none."""
        return WoodcockError(
            tr(
                "{name} gave an answer of shape {shape}. Nothing was changed. It must {wants}.",
                name=self.name,
                shape=answer.shape,
                wants=self._wants,
            )
        )
