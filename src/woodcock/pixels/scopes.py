"""Scopes: where a frame's colours lie, counted."""

from __future__ import annotations

from typing import Literal

import numpy as np
from numpy.typing import NDArray

ScopeKind = Literal["histogram", "waveform", "vectorscope"]
SIDE = 256  # levels


def histogram(frame: NDArray[np.uint8]) -> NDArray[np.int64]:
    """(3, 256): how many pixels of (H, W, 3) have each level, channel by channel."""
    return np.array([np.bincount(frame[..., c].ravel(), minlength=SIDE) for c in range(3)])


def waveform(frame: NDArray[np.uint8], columns: int = SIDE) -> NDArray[np.int64]:
    """(3, 256, columns): the same for each of so many stretches of the frame's width."""
    width = frame.shape[1]
    place = np.arange(width) * columns // width
    out = []
    for c in range(3):
        number = frame[..., c].astype(np.int64) * columns + place
        out.append(np.bincount(number.ravel(), minlength=SIDE * columns).reshape(SIDE, columns))
    return np.array(out)


def vectorscope(frame: NDArray[np.uint8]) -> NDArray[np.int64]:
    """(256, 256): how many pixels have each Cb (to the right) and Cr (up), of ITU-R BT.709.

    Grey is in the middle, at 128.
    """
    at = np.rint(chroma(frame.reshape(-1, 3) / 255) * (SIDE - 1) + SIDE / 2)
    column, row = np.clip(at, 0, SIDE - 1).astype(np.int64).T
    return np.bincount((SIDE - 1 - row) * SIDE + column, minlength=SIDE * SIDE).reshape(SIDE, SIDE)


def chroma(colours: NDArray[np.floating]) -> NDArray[np.float64]:
    """(N, 2) Cb and Cr, -0.5 to 0.5, of (N, 3) R'G'B' from 0 to 1 (ITU-R BT.709-6, item 3.3)."""
    luma = colours @ [0.2126, 0.7152, 0.0722]
    return np.stack([(colours[:, 2] - luma) / 1.8556, (colours[:, 0] - luma) / 1.5748], 1)


def brightness(counts: NDArray[np.int64]) -> NDArray[np.float32]:
    """From 0 to 1, so that few are seen beside many."""
    most = max(int(counts.max()), 1)
    return np.asarray(np.log1p(counts) / np.log1p(most), np.float32)
