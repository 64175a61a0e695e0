"""What colours a layer has, so that one can be made like another."""

from __future__ import annotations

import cv2
import numpy as np
from numpy.typing import NDArray

from woodcock.errors import WoodcockError
from woodcock.finish.match import Six, colours_of
from woodcock.media.clips import open_clip
from woodcock.model import Project
from woodcock.pixels.colour import linear_from_srgb
from woodcock.pixels.store import PixelStore
from woodcock.separate.redraw import picture_alpha
from woodcock.texts import tr

PHOTO = ""  # in place of a layer's id: the whole photo
_SIDE = 512  # pixels that colours are told from, a side


def colours_in(project: Project, like: str, store: PixelStore) -> Six:
    """Means and spreads of the colours of a layer, or of the photo (`finish.match`).

    Takes a moment for large pictures. WoodcockError for what has no picture.
    """
    pixels, weights = _small(*_picture(project, like, store))
    if not weights.sum() > 0:
        raise WoodcockError(
            tr("Nothing of that layer is to be seen, so it has no colours to match.")
        )
    light = linear_from_srgb(pixels / (65535.0 if pixels.dtype == np.uint16 else 255.0))
    return colours_of(light.reshape(-1, 3), weights.ravel())


def _picture(project: Project, like: str, store: PixelStore) -> tuple[NDArray, NDArray | None]:
    """A picture (H, W, 3 or 4), and how far each pixel counts, if not all do."""
    photo = project.photo
    if photo is None:
        raise WoodcockError(tr("There is no photo whose colours could be matched. Open one first."))
    if like == PHOTO:
        return store.get(photo.pixels), None
    layer = project.layer(like)
    if layer.picture is not None:
        return store.get(layer.picture.pixels), picture_alpha(layer.picture, store)
    if layer.clip is not None:
        return open_clip(layer.clip, store).frame(0), None
    if layer.mask is not None:
        return store.get(photo.pixels), store.get(layer.mask.pixels)
    if layer.is_background:
        taken = np.zeros((photo.height, photo.width), np.uint8)
        for other in project.layers:
            if other.mask is not None:
                taken = np.maximum(taken, store.get(other.mask.pixels))
        return store.get(photo.pixels), 255 - taken
    raise WoodcockError(
        tr("{name} is drawn, not photographed: it has no colours to match.", name=layer.name)
    )


def _small(pixels: NDArray, mask: NDArray | None) -> tuple[NDArray, NDArray[np.float64]]:
    """Colours (h, w, 3) and weights (h, w) of a picture made small."""
    step = max(max(pixels.shape[:2]) // _SIDE, 1)
    size = pixels.shape[1] // step, pixels.shape[0] // step
    small = pixels if step == 1 else cv2.resize(pixels, size, interpolation=cv2.INTER_AREA)
    weights = np.ones(small.shape[:2])
    if small.shape[2] == 4:
        weights *= small[..., 3]
    if mask is not None:
        weights *= cv2.resize(mask, small.shape[1::-1], interpolation=cv2.INTER_AREA)
    return small[..., :3], weights
