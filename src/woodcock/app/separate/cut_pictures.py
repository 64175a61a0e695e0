"""Pictures for the Separate step: tints, cut-outs, masks, made off the interface thread."""

from __future__ import annotations

from collections.abc import Callable

import cv2
import numpy as np
from numpy.typing import NDArray
from PySide6.QtCore import QRectF
from PySide6.QtGui import QImage

from woodcock.app import theme
from woodcock.app.picture.flat import FlatPictures, bytes_of
from woodcock.app.picture.image import image_of
from woodcock.app.picture.piece import Piece, Shown, limited, piece_for
from woodcock.app.state import State
from woodcock.model import Layer
from woodcock.separate.alike import pushed_hues
from woodcock.separate.clean import cleaned
from woodcock.separate.redraw import alpha_of, picture_alpha


class CutPictures:
    def __init__(self, state: State, pictures: FlatPictures) -> None:
        self.state, self._pictures = state, pictures
        self._piece = Piece(0, 0, 1, 1)

    def look(self, visible: QRectF, zoom: float) -> None:
        """The pictures that are asked for next are to show this much of the photo."""
        photo = self.state.project.photo
        if photo is not None:
            self._piece = piece_for((photo.width, photo.height), visible, zoom)

    def _picture(self, kind: str, key: object, make: Callable[[Piece], NDArray]) -> Shown | None:
        """The picture of a kind for the present piece; `make(piece)` gives its pixels."""
        piece = self._piece
        return self._pictures.picture(
            kind, (key, piece), lambda: Shown(image_of(make(piece)), piece)
        )

    def photo(self) -> Shown | None:
        photo, store = self.state.project.photo, self.state.document.store
        if photo is None:
            return None
        if self._piece.whole:
            whole = self._pictures.photo()
            return Shown(whole, self._piece) if whole else None
        pixels = photo.pixels
        return self._picture(
            "photo piece", pixels, lambda piece: piece.of(bytes_of(store.get(pixels)))
        )

    def tint(self) -> Shown | None:
        """Every shown layer's colour over it, the selected one's strongest."""
        project, store = self.state.project, self.state.document.store
        layers = [(x, x.mask) for x in project.near_to_far[::-1] if x.mask and x.visible]
        chosen = self.state.selected
        key = tuple((mask, x.colour, x.id == chosen) for x, mask in layers)
        if not layers:
            return None

        def make(piece: Piece) -> NDArray:
            height, width = piece.of(alpha_of(layers[0][1], store)).shape
            out = np.zeros((height, width, 4), np.uint8)
            for layer, cut in layers:  # far to near: the nearer colour stays on top
                mask = piece.of(alpha_of(cut, store))
                colour = theme.layer_colour(layer.colour)
                strength = 0.55 if layer.id == chosen else 0.22
                there = mask > 8
                out[there, :3] = colour.red(), colour.green(), colour.blue()
                out[there, 3] = mask[there] * strength
            return out

        return self._picture("tint", key, make)

    def alone(self, layer: Layer, kind: str, bare: bool = False) -> Shown | None:
        """A layer cut out, or its `bare` alpha; for the background, what no layer claims.

        The cut-out's edge colours are its own, as the clip will show them, unless the person
        wants the photo's.
        """
        project = self.state.project
        if project.photo is None or layer.own is not None:
            return None
        photo, store = project.photo.pixels, self.state.document.store
        masks = [layer.mask] if layer.mask else [x.mask for x in project.layers if x.mask]
        inverse, clean = layer.is_background, self.state.tools.clean

        def make(piece: Piece) -> NDArray:
            colour = piece.of(bytes_of(store.get(photo)))[..., :3]
            alpha = np.zeros(colour.shape[:2], np.uint8)
            for mask in masks:
                assert mask is not None
                alpha = np.maximum(alpha, piece.of(alpha_of(mask, store)))
            alpha = 255 - alpha if inverse else alpha
            if bare:
                return np.dstack([alpha] * 3)
            return np.dstack([cleaned(colour, alpha) if clean else colour, alpha])

        key = photo, tuple(masks), inverse, bare, clean
        return self._picture(kind, key, make)

    def own(self, layer: Layer) -> QImage | None:
        """A layer's own picture."""
        assert layer.picture is not None
        picture, store = layer.picture, self.state.document.store

        def make() -> QImage:
            pixels = bytes_of(store.get(picture.pixels))
            alpha = picture_alpha(picture, store)
            if alpha is not None:
                alpha = np.minimum(alpha, pixels[..., 3]) if pixels.shape[2] == 4 else alpha
                pixels = np.dstack([pixels[..., :3], alpha])
            return image_of(limited(pixels))

        return self._pictures.picture(
            f"own {layer.id}", (picture.pixels, picture.mask, picture.edge), make
        )

    def greys(self) -> Shown | None:
        """The photo's lightness as a selection by colour sees it."""
        photo, store = self.state.project.photo, self.state.document.store
        if photo is None:
            return None
        hues = tuple(self.state.tools.hues)

        def make(piece: Piece) -> NDArray:
            colours = piece.of(bytes_of(store.get(photo.pixels)))[..., :3]
            lab: NDArray = cv2.cvtColor(colours.astype(np.float32) / 255, cv2.COLOR_RGB2LAB)
            light = np.clip(pushed_hues(lab, hues)[..., 0], 0, 100) * 2.55
            return np.dstack([np.rint(light).astype(np.uint8)] * 3)

        return self._picture("greys", (photo.pixels, hues), make)
