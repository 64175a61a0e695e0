"""Small pictures of projects, to be told apart by."""

from __future__ import annotations

from collections.abc import Callable

import cv2
import numpy as np
from numpy.typing import NDArray

from woodcock.model import Project

_LINE = (255, 255, 255)


def small_picture(
    project: Project, get: Callable[[str], NDArray], side: int = 240
) -> NDArray[np.uint8] | None:
    """The photo, up to `side` pixels wide and high, with its cuts outlined: (h, w, 3) uint8 sRGB.

    `get` gives the pixels of a name; what it raises for missing ones comes through. None without a
    photo.
    """
    if project.photo is None:
        return None
    photo = get(project.photo.pixels)
    by = min(side / max(photo.shape[:2]), 1.0)
    size = max(round(photo.shape[1] * by), 1), max(round(photo.shape[0] * by), 1)
    resized = np.asarray(cv2.resize(photo[..., :3], size, interpolation=cv2.INTER_AREA))
    eight = resized if resized.dtype == np.uint8 else resized / 257
    small: NDArray[np.uint8] = np.ascontiguousarray(eight, np.uint8)
    for layer in project.near_to_far[::-1]:
        if layer.mask is not None and layer.visible:
            mask = cv2.resize(get(layer.mask.pixels), size, interpolation=cv2.INTER_AREA)
            found, _ = cv2.findContours(
                (mask > 127).astype(np.uint8), cv2.RETR_EXTERNAL, cv2.CHAIN_APPROX_NONE
            )
            cv2.drawContours(small, found, -1, (0, 0, 0), 3, cv2.LINE_AA)
            cv2.drawContours(small, found, -1, _LINE, 1, cv2.LINE_AA)
    return small
