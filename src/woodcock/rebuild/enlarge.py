"""Enlarging a picture that is too small: what ships, and learned models from a file."""

from __future__ import annotations

from pathlib import Path
from typing import Protocol

import cv2
import numpy as np
from numpy.typing import NDArray

from woodcock.pixels.onnx import OnnxModel
from woodcock.progress import Progress, part, report
from woodcock.texts import tr

_ROUNDS = 6  # of back-projection
_OVER = 0.05  # of the local range by which values may go beyond it: no halos at edges
_TILE, _OVERLAP = 128, 16  # pixels a learned model is asked for at once, and round them
_MOST_TIMES = 8  # that a model may make a picture larger


class Upscaler(Protocol):
    """Enlarges pictures."""

    def __call__(
        self, picture: NDArray, size: tuple[int, int], progress: Progress | None = None
    ) -> NDArray:
        """(H, W, 3) uint8 or uint16 sRGB -> (height, width, 3) of `size` = (width, height)."""
        ...


def enlarge(picture: NDArray, size: tuple[int, int], progress: Progress | None = None) -> NDArray:
    """A larger picture, as sharp as it can be without halos.

    Lanczos, then iterative back-projection (Irani and Peleg, CVGIP 1991): averaged down again it
    gives the picture it was made from. Values stay within those of their neighbours, so that edges
    stay edges. Raises Cancelled on request.

    Parameters
    ----------
    picture : (H, W, 3) uint8 or uint16 sRGB.
    size : (width, height), no smaller than the picture.

    Returns
    -------
    (height, width, 3), dtype kept.
    """
    out = np.empty((size[1], size[0], picture.shape[2]), picture.dtype)
    for channel in range(picture.shape[2]):
        own = part(progress, channel / picture.shape[2], (channel + 1) / picture.shape[2])
        out[..., channel] = _channel(picture[..., channel], size, own)
    return out


def _channel(values: NDArray, size: tuple[int, int], progress: Progress | None) -> NDArray:
    small = values.astype(np.float32)
    kernel = np.ones((3, 3), np.uint8)
    low, high = _sized(cv2.erode(small, kernel), size), _sized(cv2.dilate(small, kernel), size)
    room = (high - low) * np.float32(_OVER)
    low -= room
    high += room
    del room
    out = _sized(small, size, cv2.INTER_LANCZOS4)
    for number in range(_ROUNDS):
        report(progress, number / _ROUNDS, tr("Enlarging the photo"))
        off = small - _sized(out, (small.shape[1], small.shape[0]), cv2.INTER_AREA)
        out += _sized(off, size, cv2.INTER_CUBIC)
        np.clip(out, low, high, out=out)
    most = np.iinfo(values.dtype).max
    return np.asarray(np.rint(np.clip(out, 0, most)), values.dtype)


def _sized(values: NDArray, size: tuple[int, int], how: int = cv2.INTER_LINEAR) -> NDArray:
    return np.asarray(cv2.resize(values, size, interpolation=how), np.float32)


class OnnxUpscaler:
    """A model from an ONNX file, run by OpenCV.

    Input: one tensor (1, 3, 160, 160) float32, RGB from 0 to 1. Output: its first, the same some
    whole number of times larger. The picture is given to it piece by piece; sixteen bits become
    eight.
    """

    def __init__(self, path: Path) -> None:
        side = _TILE + 2 * _OVERLAP
        self._model = OnnxModel(
            Path(path),
            tr(
                "take one picture of 3 x {side} x {side} (RGB, 0 to 1) and give a larger one",
                side=side,
            ),
        )

    def __call__(
        self, picture: NDArray, size: tuple[int, int], progress: Progress | None = None
    ) -> NDArray:
        """Raises WoodcockError with a sentence if the file is no such model."""
        deep = picture.dtype == np.uint16
        eight = (picture >> 8).astype(np.uint8) if deep else picture
        height, width = eight.shape[:2]
        rows, columns = -(-height // _TILE), -(-width // _TILE)
        padded = cv2.copyMakeBorder(
            eight, _OVERLAP, rows * _TILE - height + _OVERLAP, _OVERLAP,
            columns * _TILE - width + _OVERLAP, cv2.BORDER_REFLECT_101,
        )  # fmt: skip
        out: NDArray[np.uint8] | None = None
        for number in range(rows * columns):
            report(progress, number / (rows * columns), tr("Asking {name}", name=self._model.name))
            y, x = (n * _TILE for n in divmod(number, columns))
            side = _TILE + 2 * _OVERLAP
            piece = padded[y : y + side, x : x + side].astype(np.float32) / 255
            answer = self._model.ask(piece.transpose(2, 0, 1)[None])
            times = answer.shape[-1] // side
            square = answer.shape == (1, 3, side * times, side * times)
            if not square or not 1 <= times <= _MOST_TIMES:
                raise self._model.wrong(answer)
            if out is None:
                out = np.empty((rows * _TILE * times, columns * _TILE * times, 3), np.uint8)
            made = np.rint(np.clip(answer[0].transpose(1, 2, 0), 0, 1) * 255).astype(np.uint8)
            inner = slice(_OVERLAP * times, (_OVERLAP + _TILE) * times)
            here = slice(y * times, (y + _TILE) * times), slice(x * times, (x + _TILE) * times)
            out[here] = made[inner, inner]
        assert out is not None
        whole = out[: height * times, : width * times]
        fits = cv2.INTER_AREA if times * width >= size[0] else cv2.INTER_LANCZOS4
        sized = np.asarray(cv2.resize(whole, size, interpolation=fits))
        return sized.astype(np.uint16) * 257 if deep else sized
