"""What stands on the stage that is no part of the photo, ready to be drawn."""

from __future__ import annotations

from collections.abc import Callable
from dataclasses import dataclass, field
from typing import Protocol

import cv2
import msgspec
import numpy as np
from numpy.typing import NDArray

from woodcock.locks import Lock, new_lock
from woodcock.model import Card, Clip, Growth, Layer, Own, Picture, Project, Texture, Title, Track
from woodcock.pixels.colour import premultiplied
from woodcock.pixels.resample import mip_size, shrink
from woodcock.pixels.store import PixelStore
from woodcock.progress import Progress, report
from woodcock.rebuild import Plate, extended
from woodcock.render.mips import MipLevel, blocks_of, mips_of
from woodcock.render.wrap import Wrap, wrap_of, wrapped
from woodcock.separate.redraw import picture_alpha
from woodcock.stage import scene_at
from woodcock.stage.curves import value_at
from woodcock.stage.placement import photo_to_frame
from woodcock.texts import tr
from woodcock.things import draw_card, draw_texture, draw_title, glide_of

_RIM = 2  # pixels round a picture of its own
_MOMENTS = 5  # of the clip at which it is looked how large a thing becomes
_KEPT = 12  # frames of a clip that are kept ready
_FLYING = 256  # pixels: the longer side of a picture of something that flies
_SPARE = 1.5  # more than a picture is ever shown at, as with plates

Box = tuple[float, float, float, float]


class ClipFrames(Protocol):
    """Where a clip's frames come from."""

    def frame(self, index: int) -> NDArray[np.uint8]:
        """(height, width, 3 or 4) uint8 straight sRGB."""


class ThingKey(msgspec.Struct, frozen=True):
    """What a thing's pixels depend on: where it stands does not matter.

    It is drawn at 2 ** (`fine` / 2) pixels a photo pixel; a picture is kept at 2 ** (`fine` / 2) of
    its own size, at most 1, for more is never seen. `frame` is the frame at
    rest in the photo's pixels, for a card that fills it. `wrap` is how a picture repeats in its own
    pixels, if it drifts, and `growth` how many of these it is carried on beyond its borders.
    """

    content: Own
    fine: int = 0
    frame: Box | None = None
    wrap: Wrap | None = None
    growth: Growth = Growth()


@dataclass(frozen=True)
class Step:
    """One size of a piece: (h, w, 4) uint16 premultiplied linear light, and which blocks hold any.

    `level` counts from the piece's own start.
    """

    pixels: NDArray[np.uint16]
    filled: NDArray[np.uint8]
    level: MipLevel


@dataclass(frozen=True)
class Piece:
    """A part of a thing that fades by itself, from its largest size to its smallest."""

    steps: tuple[Step, ...]


@dataclass
class Thing:
    """The pieces of a thing; those of a clip are made frame by frame."""

    key: ThingKey
    pieces: tuple[Piece, ...] = ()
    frames: ClipFrames | None = None
    _made: dict[int, Piece] = field(default_factory=dict)
    _lock: Lock = field(default_factory=new_lock)

    def at(self, layer: Layer, time: float) -> list[tuple[Piece, float]]:
        """What shows of it at `time` seconds, and how opaque each piece is."""
        if layer.clip is not None:
            index = layer.clip.frame_at(time)
            return [] if index is None or self.frames is None else [(self._frame(index), 1.0)]
        if layer.texture is not None:
            return [(self._frame(layer.texture.picture_at(time)), 1.0)]
        if layer.title is None or layer.title.units == "all":
            share = 1.0 if layer.title is None else value_at(layer.title.shown, time)
            return [(piece, min(max(share, 0.0), 1.0)) for piece in self.pieces]
        come = value_at(layer.title.shown, time) * len(self.pieces)
        shares = [min(max(come - number, 0.0), 1.0) for number in range(len(self.pieces))]
        return [(p, s) for p, s in zip(self.pieces, shares, strict=True) if s > 0]

    def at_hand(self, layer: Layer, time: float) -> list[tuple[Piece, float]] | None:
        """The same, if nothing has to be drawn or decoded for it; else None."""
        if layer.clip is None and layer.texture is None:
            return self.at(layer, time)
        index = layer.texture.picture_at(time) if layer.texture else None
        index = layer.clip.frame_at(time) if layer.clip else index
        with self._lock:
            made = None if index is None else self._made.get(index)
        return None if made is None else [(made, 1.0)]

    def from_photo(self, layer: Layer, time: float) -> NDArray[np.float64]:
        """(3, 3): the photo's pixels to the thing's own at a time, in which its pieces are."""
        own = layer.own
        if isinstance(own, Picture | Clip):
            left, top, _, _ = own.box
            s = 1 / own.scale
            return np.array([[s, 0.0, -left * s], [0.0, s, -top * s], [0.0, 0.0, 1.0]])
        x, y = (0.0, 0.0) if own is None or isinstance(own, Texture) else (own.x, own.y)
        if self.key.frame is not None:
            left, top, width, height = self.key.frame
            x, y = left + width / 2, top + height / 2
            if isinstance(own, Texture):
                right, down = glide_of(own, (width, height), time)
                x, y = x + right, y + down
        return np.array([[1.0, 0.0, -x], [0.0, 1.0, -y], [0.0, 0.0, 1.0]])

    def _frame(self, index: int) -> Piece:
        with self._lock:
            if index in self._made:
                return self._made[index]
        piece = self._drawn(index)
        with self._lock:
            self._made[index] = piece
            while len(self._made) > _KEPT:
                del self._made[next(iter(self._made))]
        return piece

    def _drawn(self, index: int) -> Piece:
        content, frame = self.key.content, self.key.frame
        if isinstance(content, Texture):
            assert frame is not None
            made = draw_texture(content, frame[2:], 2 ** (self.key.fine / 2), index)
            return _piece(Plate(made.pixels, made.x, made.y), made.scale, made.scale)
        assert self.frames is not None
        return _piece(_rimmed(premultiplied(self.frames.frame(index))), 1.0, 1.0)


def thing_keys(project: Project) -> dict[str, ThingKey]:
    """Id -> key, of every layer that is no part of the photo, and of pictures that fly."""
    if project.photo is None:
        return {}
    flying = {x.id: x.specks.picture for x in project.airs if x.specks and x.specks.picture}
    out = {name: _flying_key(picture) for name, picture in flying.items()}
    own = [layer for layer in project.layers if layer.own is not None]
    if not own:
        return out
    scales = _largest(project) if any(layer.clip is None for layer in own) else {}
    size = project.frame.width, project.frame.height
    to_frame = photo_to_frame(project.photo, project.placement, size)
    width, height = size[0] / to_frame[0, 0], size[1] / to_frame[1, 1]
    frame = -to_frame[0, 2] / to_frame[0, 0], -to_frame[1, 2] / to_frame[1, 1], width, height
    for layer in own:
        if layer.title:
            plain = msgspec.structs.replace(layer.title, x=0.0, y=0.0, shown=Track(1.0))
            out[layer.id] = ThingKey(plain, _fine(scales.get(layer.id, 1.0)))
        elif layer.card:
            card = msgspec.structs.replace(layer.card, x=0.0, y=0.0)
            box = frame if card.covers else None
            out[layer.id] = ThingKey(card, _fine(scales.get(layer.id, 1.0)), box)
        elif layer.picture:
            picture = msgspec.structs.replace(layer.picture, x=0.0, y=0.0, scale=1.0)
            needed = scales.get(layer.id, 1.0) * layer.picture.scale * _SPARE
            wrap = wrap_of(project, layer)
            if wrap is not None:
                wrap = _all_over(wrap, layer.picture, frame)
            growth = _unwrapped(_own_growth(layer.growth, layer.picture.scale), wrap)
            out[layer.id] = ThingKey(picture, min(_fine(needed), 0), None, wrap, growth)
        elif layer.texture:
            out[layer.id] = ThingKey(layer.texture, _fine(to_frame[0, 0]), frame)
        elif layer.clip:
            plain_clip = Clip(layer.clip.files, layer.clip.width, layer.clip.height,
                              layer.clip.count, layer.clip.rate, layer.clip.video)  # fmt: skip
            out[layer.id] = ThingKey(plain_clip)
    return out


def _flying_key(picture: Picture) -> ThingKey:
    """A picture small enough for something that flies by."""
    plain = msgspec.structs.replace(picture, x=0.0, y=0.0, scale=1.0)
    return ThingKey(plain, min(_fine(_FLYING / max(picture.width, picture.height)), 0))


def _own_growth(growth: Growth, scale: float) -> Growth:
    """A growth in the photo's pixels in those of a picture that is shown at `scale`."""
    sides = growth.left, growth.top, growth.right, growth.bottom
    return Growth(*(float(np.ceil(side / scale)) for side in sides))


def _unwrapped(growth: Growth, wrap: Wrap | None) -> Growth:
    """A growth, but for the way a picture repeats: it has no borders there."""
    if wrap is None:
        return growth
    across, down = (0.0 if turn else 1.0 for turn in wrap.turn)
    return Growth(
        growth.left * across, growth.top * down, growth.right * across, growth.bottom * down
    )


def _all_over(wrap: Wrap, picture: Picture, frame: Box) -> Wrap:
    """How a picture repeats in its own pixels: over the frame at rest, and half of it around."""
    own = 1 / picture.scale
    left, top, width, height = picture.box
    room_x, room_y = frame[2] / 2, frame[3] / 2
    margin = Growth(
        max(left - frame[0] + room_x, 0.0) * own,
        max(top - frame[1] + room_y, 0.0) * own,
        max(frame[0] + frame[2] + room_x - left - width, 0.0) * own,
        max(frame[1] + frame[3] + room_y - top - height, 0.0) * own,
    )
    turn = wrap.turn[0] * own, wrap.turn[1] * own
    return Wrap((picture.width, picture.height), turn, margin)


def make_thing(
    key: ThingKey,
    store: PixelStore,
    open_clip: Callable[[Clip], ClipFrames] | None = None,
    progress: Progress | None = None,
) -> Thing:
    """Draw it, or have its pixels ready; raises Cancelled on request."""
    report(progress, 0.0, tr("Preparing what stands on the stage"))
    content, scale = key.content, 2 ** (key.fine / 2)
    if isinstance(content, Title):
        drawn = draw_title(content, scale)
    elif isinstance(content, Card):
        drawn = [draw_card(content, scale, key.frame or (0.0, 0.0, 1.0, 1.0))]
    elif isinstance(content, Picture):
        size = mip_size((content.width, content.height), -key.fine)
        small = shrink(premultiplied(_kept(content, store)), size)
        across, down = size[0] / content.width, size[1] / content.height
        pixels, x, y = _carried_on(small, key.growth, (across, down), store, progress)
        if key.wrap is not None:
            plate, (across, down) = wrapped(Plate(pixels, x, y), (across, down), key.wrap)
        else:
            plate = _rimmed(pixels, x, y)
        return Thing(key, (_piece(plate, across, down),))
    else:
        frames = open_clip(content) if open_clip and isinstance(content, Clip) else None
        return Thing(key, (), frames)
    pieces = (_piece(Plate(x.pixels, x.x, x.y), x.scale, x.scale) for x in drawn)
    return Thing(key, tuple(pieces))


def _piece(plate: Plate, across: float, down: float) -> Piece:
    """A piece of so many pixels for each of the thing's own."""
    steps = [
        Step(pixels, blocks_of(pixels), level)
        for pixels, level in mips_of(plate, np.diag([across, down, 1.0]), 0, 0)
    ]
    return Piece(tuple(steps))


def _kept(picture: Picture, store: PixelStore) -> NDArray:
    """A picture's pixels with what was cut away from it see-through."""
    pixels: NDArray = store.get(picture.pixels)
    kept = picture_alpha(picture, store)
    if kept is None:
        return pixels
    full = np.iinfo(pixels.dtype).max
    alpha = np.rint(kept * (full / 255)).astype(pixels.dtype)
    if pixels.shape[2] == 4:
        alpha = np.minimum(alpha, pixels[..., 3])
    return np.dstack([pixels[..., :3], alpha])


def _carried_on(
    pixels: NDArray[np.uint16],
    growth: Growth,
    scale: tuple[float, float],
    store: PixelStore,
    progress: Progress | None,
) -> tuple[NDArray[np.uint16], int, int]:
    """A picture made up beyond its borders, and where its corner then is."""
    if growth == Growth():
        return pixels, 0, 0
    across, down = scale
    sides = (
        int(np.ceil(growth.left * across)), int(np.ceil(growth.top * down)),
        int(np.ceil(growth.right * across)), int(np.ceil(growth.bottom * down)),
    )  # fmt: skip
    return extended(pixels, sides, 0, store.lasting, progress), -sides[0], -sides[1]


def _rimmed(pixels: NDArray[np.uint16], x: int = 0, y: int = 0) -> Plate:
    """With a free rim, so that the resampling filter fades it out within the plate."""
    free = cv2.copyMakeBorder(pixels, *(_RIM,) * 4, cv2.BORDER_CONSTANT, value=(0, 0, 0, 0))
    return Plate(np.ascontiguousarray(free, np.uint16), x - _RIM, y - _RIM)


def _largest(project: Project) -> dict[str, float]:
    """Layer id -> the most frame pixels that a photo pixel of it ever takes up."""
    size = project.frame.width, project.frame.height
    out: dict[str, float] = {}
    for time in np.linspace(0.0, project.frame.last, _MOMENTS):
        for placed in scene_at(project, float(time), size):
            own = placed.layer.own
            if isinstance(own, Title | Card | Picture):
                scale = placed.mapping.scale_at((own.x, own.y))
                out[placed.id] = max(out.get(placed.id, 0.0), scale)
    return out


def _fine(scale: float) -> int:
    """The half-octave at or above a scale."""
    return int(np.clip(np.ceil(2 * np.log2(max(scale, 1e-3)) - 1e-6), -12, 12))
