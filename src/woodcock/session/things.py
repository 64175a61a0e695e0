"""Titles, cards, pictures and clips on the stage: acts on a project."""

from __future__ import annotations

from msgspec.structs import replace

from woodcock.errors import InvalidValue, WoodcockError
from woodcock.model import (
    BLENDS,
    Blend,
    Card,
    Clip,
    Layer,
    Own,
    Picture,
    Project,
    Texture,
    Title,
    Track,
)
from woodcock.session.acts import add_layer, free
from woodcock.stage import frame_box
from woodcock.texts import tr, tr_noop

_BETWEEN = 0.5  # of the way, in 1/distance, from the nearest layer to the next


def add_thing(project: Project, own: Own, name: str, glass: bool = False) -> tuple[Project, str]:
    """What is no part of the photo, in the middle of the frame at rest, and its layer's id.

    It stands between the nearest layer and the one behind it, or on the glass. Raises
    WoodcockError without a photo.
    """
    if project.photo is None:
        raise WoodcockError(tr("There is no photo to stand anything before. Open one first."))
    photo, place = project.photo, project.placement
    if not isinstance(own, Texture):
        own = replace(own, x=photo.width * place.x, y=photo.height * place.y)
    project, layer_id = add_layer(project, own, _unused(project, name))
    others = [x.distance for x in project.near_to_far if x.id != layer_id and not x.glass]
    ends = others[:2] if len(others) > 1 else [others[0] / 2, others[0]]
    metres = 1 / (1 / ends[0] + _BETWEEN * (1 / ends[1] - 1 / ends[0]))
    layer = replace(project.layer(layer_id), distance=metres, glass=glass)
    return project.with_layer(layer), layer_id


def _unused(project: Project, name: str) -> str:
    """The name, with a number if something on the stage has it already."""
    name, taken = " ".join(name.split())[:50], {layer.name for layer in project.layers}
    numbered = (f"{name} {number}" for number in range(2, len(taken) + 3))
    return next(x for x in (name, *numbered) if x not in taken)


def add_title(project: Project, text: str = "") -> tuple[Project, str]:
    """A title a tenth of the photo high; without a text it says what it is."""
    height = project.photo.height if project.photo else 1000
    text = text or tr("Title")
    return add_thing(project, Title(text, size=round(height / 10)), text.split("\n")[0])


def add_card(project: Project, covers: bool = False) -> tuple[Project, str]:
    """A white card a third of the photo wide, or one that fills the frame."""
    width = project.photo.width if project.photo else 1500
    side = round(width / 3)
    card = Card(width=side, height=round(side * 2 / 3), covers=covers)
    return add_thing(project, card, tr("Card"))


def add_clip(project: Project, clip: Clip, name: str) -> tuple[Project, str]:
    """A clip on the glass, as large as covers the frame at rest, laid over by Screen at 40 %.

    That is how dust, rain and light leaks are mostly used (common practice, no source).
    """
    project, layer_id = add_thing(project, clip, name, glass=True)
    project = fill_frame(project, layer_id)
    layer = project.layer(layer_id)
    pose = replace(layer.pose, opacity=Track(0.4))
    return project.with_layer(replace(layer, blend="screen", pose=pose)), layer_id


def add_texture(project: Project, preset: str) -> tuple[Project, str]:
    """A texture on the glass (`TEXTURE_PRESETS`) at 40 %, by Screen or as it is used the most."""
    texture, blend = TEXTURE_PRESETS[preset]
    count = sum(x.texture is not None for x in project.layers)
    own = replace(texture, seed=texture.seed + count)
    project, layer_id = add_thing(project, own, tr(preset), glass=True)
    layer = project.layer(layer_id)
    pose = replace(layer.pose, opacity=Track(0.4))
    return project.with_layer(replace(layer, blend=blend, pose=pose)), layer_id


TEXTURE_PRESETS: dict[str, tuple[Texture, Blend]] = {
    tr_noop("Film dust"): (Texture("dust", rate=12.0), "screen"),
    tr_noop("Light leak"): (Texture("leaks", speed=0.05), "screen"),
    tr_noop("Lens dirt"): (Texture("dirt"), "screen"),
    tr_noop("Paper"): (Texture("paper", colour=(255, 249, 238, 255)), "multiply"),
}


def set_own(project: Project, layer_id: str, **values: object) -> Project:
    """Other values of what a layer shows; ValueError where they make no sense."""
    layer = free(project, layer_id)
    own = layer.own
    if own is None:
        raise WoodcockError(
            tr("{name} is a part of the photo: it has nothing to set here.", name=layer.name)
        )
    return project.with_layer(replace(layer, content=replace(own, **values)))


def fill_frame(project: Project, layer_id: str) -> Project:
    """A picture or clip as large as covers the frame at rest, in its middle."""
    layer = free(project, layer_id)
    own = layer.own
    if project.photo is None or not isinstance(own, Picture | Clip):
        raise WoodcockError(
            tr("{name} is no picture or clip: it has no size of that kind.", name=layer.name)
        )
    left, top, width, height = frame_box(project)
    scale = min(max(width / own.width, height / own.height, 0.005), 100.0)
    own = replace(own, scale=scale, x=left + width / 2, y=top + height / 2)
    return project.with_layer(replace(layer, content=own))


def moved_own(layer: Layer, x: float, y: float) -> Layer:
    """The layer with the middle of what it shows at (x, y) in the photo's pixels."""
    own = layer.at_place
    return layer if own is None else replace(layer, content=replace(own, x=x, y=y))


def put_on_glass(project: Project, layer_id: str, glass: bool) -> Project:
    """Before everything, not moved by the lens; or back at its distance."""
    layer = free(project, layer_id)
    if layer.is_background:
        raise WoodcockError(
            tr("The background is behind everything; it can't be put on the glass.")
        )
    return project.with_layer(replace(layer, glass=glass))


def set_blend(project: Project, layer_id: str, blend: str, linear: bool | None = None) -> Project:
    """How a layer is laid over what is behind it, in sRGB or in linear light."""
    layer = project.layer(layer_id)
    if blend not in BLENDS:
        raise InvalidValue(tr("there is no blend mode {blend}", blend=blend))
    how = layer.blend_linear if linear is None else linear
    return project.with_layer(replace(layer, blend=blend, blend_linear=how))
