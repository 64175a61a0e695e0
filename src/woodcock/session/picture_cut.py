"""A picture of its own cut like the photo: for its strokes it is the photo."""

from __future__ import annotations

import dataclasses

import numpy as np
from msgspec.structs import replace
from numpy.typing import NDArray

from woodcock.errors import WoodcockError
from woodcock.model import Layer, Mask, Outline, Photo, Picture, Project
from woodcock.pixels.store import PixelStore
from woodcock.progress import Progress
from woodcock.session.acts import free
from woodcock.session.cutting import CuttingRoom
from woodcock.session.stroke import Stroke
from woodcock.texts import tr

# Strokes that cut pictures: Trace follows the photo's edges while it is drawn.
KINDS = ("grow", "touch", "alike", "fine", "lasso", "outline", "brush", "subject")


def as_photo(picture: Picture, layer_id: str, store: PixelStore, taking: bool) -> Project:
    """A project in which the picture is the photo, and what is kept of it a layer.

    A whole picture that something is taken from is a layer all over.
    """
    photo = Photo(picture.pixels, picture.width, picture.height, "picture")
    mask = picture.mask
    if mask is None and taking:
        mask = store.put(np.full((picture.height, picture.width), 255, np.uint8))
    layers = [Layer("background", "Background", None, 10.0)]
    if mask is not None:
        layers.append(Layer(layer_id, "Picture", Mask(mask), 5.0))
    return Project(photo, layers=tuple(layers))


def stroke_on(picture: Picture, stroke: Stroke) -> Stroke:
    """A stroke drawn on the photo in the picture's own pixels."""
    left, top, _, _ = picture.box
    points = tuple(
        ((x - left) / picture.scale, (y - top) / picture.scale) for x, y in stroke.points
    )
    mode = "add" if stroke.mode == "new" else stroke.mode
    outline = stroke.outline and _moved(stroke.outline, picture)
    size = stroke.size / picture.scale
    return dataclasses.replace(stroke, points=points, size=size, mode=mode, outline=outline)


def _moved(outline: Outline, picture: Picture) -> Outline:
    (left, top, _, _), by = picture.box, 1 / picture.scale
    nodes = tuple(
        replace(
            node,
            x=(node.x - left) * by,
            y=(node.y - top) * by,
            before=(node.before[0] * by, node.before[1] * by),
            after=(node.after[0] * by, node.after[1] * by),
        )
        for node in outline.nodes
    )
    return replace(outline, nodes=nodes)


def cut_picture(
    layer: Layer,
    stroke: Stroke,
    room: CuttingRoom,
    store: PixelStore,
    progress: Progress | None = None,
) -> NDArray[np.uint8] | None:
    """What a stroke leaves of a layer's picture: (height, width) uint8; None if it covers nothing.

    Raises WoodcockError for strokes that cut the photo only, Cancelled on request.
    """
    assert layer.picture is not None
    if stroke.kind not in KINDS or stroke.mode in ("split", "merge"):
        raise WoodcockError(
            tr(
                "This cuts the photo only. {name} is as it was; use Grow, Touch, the lasso, the "
                "outline or a brush on it.",
                name=layer.name,
            )
        )
    own = stroke_on(layer.picture, stroke)
    if own.kind == "fine" and layer.picture.mask is None:
        raise WoodcockError(
            tr("{name} is whole: it has no edge yet. Cut it with a stroke first.", name=layer.name)
        )
    if own.kind == "subject":
        return _subject_of(layer, own, room, store, progress)
    taking = own.mode in ("remove", "within")
    project = as_photo(layer.picture, layer.id, store, taking)
    known = len(project.layers) > 1
    own = dataclasses.replace(
        own, layer=layer.id if known else None, mode=own.mode if known else "new"
    )
    outcome = room.cut(project, own, progress)
    if outcome is None:
        return None
    return outcome.mask if outcome.mask is not None else outcome.new


def _subject_of(
    layer: Layer, stroke: Stroke, room: CuttingRoom, store: PixelStore, progress: Progress | None
) -> NDArray[np.uint8] | None:
    """What the picture is of, as far as that is kept of it by now."""
    picture = layer.picture
    assert picture is not None
    whole = as_photo(replace(picture, mask=None), layer.id, store, False)
    outcome = room.cut(whole, dataclasses.replace(stroke, layer=None, mode="new"), progress)
    if outcome is None or outcome.new is None:
        return None
    return np.minimum(outcome.new, store.get(picture.mask)) if picture.mask else outcome.new


def set_picture_mask(project: Project, layer_id: str, mask: str | None) -> Project:
    """What is kept of a layer's picture, by the name of its stored mask; None is all of it."""
    layer = free(project, layer_id)
    if layer.picture is None:
        raise WoodcockError(tr("{name} is no picture of its own.", name=layer.name))
    return project.with_layer(replace(layer, content=replace(layer.picture, mask=mask)))
