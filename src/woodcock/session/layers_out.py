"""The layers of a clip as transparent pictures, as they stand at rest, with what was rebuilt."""

from __future__ import annotations

import dataclasses
import math
from collections.abc import Iterator
from dataclasses import dataclass
from pathlib import Path
from typing import Literal, get_args

import cv2
import numpy as np
from msgspec.structs import replace
from numpy.typing import NDArray

from woodcock.media.contents import files_of, pixels_of
from woodcock.media.layered import save_layered
from woodcock.media.layered_parts import LayeredPart
from woodcock.model import UNFINISHED, Defocus, Layer, Placement, Project, Shutter, Track
from woodcock.pixels.colour import encoded, linear_from_srgb
from woodcock.progress import Progress, part, report
from woodcock.render import Atlas, render_frame, render_light
from woodcock.session.acts import still
from woodcock.session.clean_edges import cleaned
from woodcock.session.deliver import straight
from woodcock.session.seen_edges import as_written
from woodcock.session.studio import Studio
from woodcock.texts import tr

Edges = Literal["exact", "clean", "photo"]
EDGES: tuple[Edges, ...] = get_args(Edges)
_MOST_FRAME = 8192  # pixels: a frame's longest side; pictures may be larger


@dataclass(frozen=True)
class LayerWish:
    """How layers go out: 8 or 16 bits, their edges, cropped or whole.

    Edges are "exact", so that all layers together are the photo; "clean", for another background;
    or have the colours of the "photo".
    """

    bits: int = 8
    edges: Edges = "exact"
    cropped: bool = True
    hidden: bool = True  # those that are not visible as well


def save_layers(
    project: Project,
    path: Path,
    studio: Studio,
    wish: LayerWish | None = None,
    progress: Progress | None = None,
) -> None:
    """Write a project's layers as one layered file, or a folder, as the name says, all or nothing.

    At the photo's own size, larger where layers were carried on beyond its borders. Raises
    WoodcockError with a sentence, Cancelled on request.
    """
    wish = wish or LayerWish()
    if path.suffix.lower() == ".exr":
        wish = dataclasses.replace(wish, bits=16)
    deep = path.suffix.lower() == ".exr"
    with studio.store.held((*pixels_of(project), *files_of(project))):
        stage = _Stage.of(project, studio, part(progress, 0.0, 0.5))
        parts = _parts(stage, studio, wish, deep, part(progress, 0.5, 1.0))
        save_layered(path, stage.size, parts, stage.merged())


@dataclass(frozen=True)
class _Stage:
    """The project at rest, a photo pixel a frame pixel, and the atlas it is drawn of.

    `margin` is what is drawn beyond the photo all round, `sides` what of it is wanted.
    """

    project: Project
    atlas: Atlas
    photo: tuple[int, int]
    margin: int
    sides: tuple[int, int, int, int]  # left, top, right, bottom

    @classmethod
    def of(cls, project: Project, studio: Studio, progress: Progress | None) -> _Stage:
        photo = project.photo
        assert photo is not None
        by = min(1.0, _MOST_FRAME / max(photo.width, photo.height))
        size = max(round(photo.width * by), 16), max(round(photo.height * by), 16)
        frame = replace(project.frame, width=size[0], height=size[1])
        plain = still(replace(project, frame=frame, placement=Placement(), **UNFINISHED))
        layers = tuple(_plain(layer) for layer in plain.layers)
        lens = replace(plain.lens, defocus=Defocus(), shutter=Shutter())
        plain = replace(plain, layers=layers, lens=lens, rebuild_all=True)
        sides = [0.0] * 4
        for layer in plain.layers:
            grown = layer.growth
            each = grown.left, grown.top, grown.right, grown.bottom
            sides = [max(pair) for pair in zip(sides, each, strict=True)]
        left, top, right, bottom = (math.ceil(x) for x in sides)
        margin = max(left, top, right, bottom)
        atlas = studio.atlas(plain, progress)
        whole = photo.width, photo.height
        return cls(plain, atlas, whole, margin, (left, top, right, bottom))

    @property
    def size(self) -> tuple[int, int]:
        """(width, height) of what is written."""
        left, top, right, bottom = self.sides
        return self.photo[0] + left + right, self.photo[1] + top + bottom

    def within(self, drawn: NDArray) -> NDArray:
        """The part of a picture with the margin that is written."""
        x, y = self.margin - self.sides[0], self.margin - self.sides[1]
        return drawn[y : y + self.size[1], x : x + self.size[0]]

    def behind(self, layer: Layer) -> NDArray[np.float32]:
        """What is seen where a layer and all before it are not, as large as what is written."""
        order = [x.id for x in self.project.near_to_far]
        farther = set(order[order.index(layer.id) + 1 :])
        drawn = render_light(
            self.project, self.atlas, 0.0, self.photo, layers=farther, margin=self.margin
        )
        return self.within(drawn.light)

    def share(self, layer: Layer, studio: Studio) -> NDArray[np.float32]:
        """How much of each pixel is the layer's, as its edge was told; beyond the photo all."""
        rebuilt = studio.rebuilt(self.project)
        alpha = rebuilt.fills.alphas[rebuilt.numbers(layer.id)[0]]
        for number in rebuilt.numbers(layer.id)[1:]:
            alpha = np.maximum(alpha, rebuilt.fills.alphas[number])
        if alpha.shape[::-1] != self.photo:
            alpha = np.asarray(cv2.resize(alpha, self.photo, interpolation=cv2.INTER_LINEAR))
        left, top, right, bottom = self.sides
        whole = np.pad(alpha, ((top, bottom), (left, right)), constant_values=255)
        return (whole / 255).astype(np.float32)

    def merged(self) -> NDArray[np.uint8]:
        """What all visible layers look like together."""
        if self.size == self.photo:
            return render_frame(self.project, self.atlas, 0.0, self.photo)
        light = render_light(self.project, self.atlas, 0.0, self.photo, margin=self.margin)
        return straight(self.within(light.light), 8)


def _plain(layer: Layer) -> Layer:
    """Nothing done to it that is no part of its picture."""
    return replace(layer, blur=None, shadow=None, shimmer=None, grade=None)


def _parts(
    stage: _Stage, studio: Studio, wish: LayerWish, deep: bool, progress: Progress | None
) -> Iterator[LayeredPart]:
    layers = [x for x in stage.project.near_to_far if x.visible or wish.hidden]
    for number, layer in enumerate(layers):
        report(
            progress,
            number / len(layers),
            tr("Layer {number} of {layers}", number=number + 1, layers=len(layers)),
        )
        yield _part(stage, studio, layer, wish, deep)
    report(progress, 1.0, tr("Done"))


def _part(stage: _Stage, studio: Studio, layer: Layer, wish: LayerWish, deep: bool) -> LayeredPart:
    """One layer by itself, fully opaque; how opaque it is goes with it."""
    pose = replace(layer.pose, opacity=Track(1.0))
    alone = stage.project.with_layer(replace(layer, visible=True, blend="normal", pose=pose))
    drawn = render_light(
        alone, stage.atlas, 0.0, stage.photo, layers={layer.id}, margin=stage.margin, depth=deep
    )
    light, depth = stage.within(drawn.light), None
    opacity = min(max(layer.pose.opacity.base, 0.0), 1.0)
    plain = layer.blend == "normal" and layer.visible and opacity == 1.0
    if wish.edges == "clean" and layer.mask is not None:
        light = cleaned(light, stage.share(layer, studio))
    if plain and wish.edges != "photo" and not deep:  # in OpenEXR it is light that is mixed
        light = as_written(light, stage.behind(layer))
    if drawn.depth is not None:
        depth = np.ascontiguousarray(stage.within(drawn.depth))
    pixels = straight(light, wish.bits)
    if wish.edges == "photo" and layer.mask is not None:
        _uncleaned(pixels, stage, studio)
    distance = None if layer.glass else layer.distance
    about = opacity, layer.visible, layer.blend, distance
    if not wish.cropped:
        return LayeredPart(layer.name, pixels, 0, 0, *about, depth)
    x, y, width, height = cv2.boundingRect((pixels[..., 3] > 0).astype(np.uint8))
    width, height = max(width, 1), max(height, 1)
    rows, columns = slice(y, y + height), slice(x, x + width)
    pixels = np.ascontiguousarray(pixels[rows, columns])
    depth = None if depth is None else np.ascontiguousarray(depth[rows, columns])
    return LayeredPart(layer.name, pixels, x, y, *about, depth)


def _uncleaned(pixels: NDArray, stage: _Stage, studio: Studio) -> None:
    """The photo's own colours where a layer is half transparent, with all that shines through."""
    photo = stage.project.photo
    assert photo is not None
    left, top, _, _ = stage.sides
    inner = pixels[top : top + photo.height, left : left + photo.width]
    full = np.iinfo(pixels.dtype).max
    edge = (inner[..., 3] > 0) & (inner[..., 3] < full)
    own = studio.store.get(photo.pixels)[edge][:, :3]
    if own.dtype != pixels.dtype:
        most = np.iinfo(own.dtype).max
        light = linear_from_srgb(own / most).astype(np.float32)
        own = encoded(light, 8 if pixels.dtype == np.uint8 else 16)
    inner[edge, :3] = own
