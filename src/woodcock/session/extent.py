"""How far layers reach: beyond the photo's borders, enlarged, stretched. Acts on a project."""

from __future__ import annotations

import math
from typing import TYPE_CHECKING

from msgspec.structs import replace

from woodcock.model import Card, Growth, Project
from woodcock.session.acts import free
from woodcock.stage import frame_box
from woodcock.things import solid_box

if TYPE_CHECKING:
    from woodcock.render import GapReport

_SLIVER = 1.0  # photo pixels between a pivot and an edge that enlarging can't move
_SPARE = 1.001  # more than the least that covers


def grow_layer(project: Project, layer_id: str, growth: Growth) -> Project:
    """The layer carried on beyond its borders by at least `growth`, in the photo's pixels.

    A card is made larger by so much; a clip, or a card that fills the frame, is enlarged until it
    reaches as far.
    """
    layer = project.layer(layer_id)
    if layer.card is not None and not layer.card.covers:
        card = _larger(layer.card, growth)
        # The larger it is, the coarser it may be drawn, and the softer its edge is.
        card = _larger(card, _lost(layer.card, card))
        return project.with_layer(replace(layer, content=card))
    if layer.card is not None:
        _, _, width, height = solid_box(layer.card, frame_box(project))
        factor = _factor(width, height, growth)
        scale = layer.pose.scale.scaled(factor)
        return project.with_layer(replace(layer, pose=replace(layer.pose, scale=scale)))
    if layer.clip is not None:
        _, _, width, height = layer.clip.box
        larger = layer.clip.scale * _factor(width, height, growth)
        clip = replace(layer.clip, scale=min(larger, 100.0))
        return project.with_layer(replace(layer, content=clip))
    return project.with_layer(replace(layer, growth=layer.growth.at_least(growth)))


def _larger(card: Card, growth: Growth) -> Card:
    """A card that reaches further by at least as much: by even numbers of pixels, so that its other
    edges keep their place among the pixels it is drawn with."""
    sides = {x: 2 * math.ceil(getattr(growth, x) / 2 - 1e-9) for x in growth.__struct_fields__}
    growth = Growth(**sides)
    return replace(
        card,
        x=card.x + (growth.right - growth.left) / 2,
        y=card.y + (growth.bottom - growth.top) / 2,
        width=card.width + growth.left + growth.right,
        height=card.height + growth.top + growth.bottom,
    )


def _lost(before: Card, after: Card) -> Growth:
    """By how much more a card's edge takes away of it than it took before."""
    nowhere = 0.0, 0.0, 1.0, 1.0
    edges = [(card.width - solid_box(card, nowhere)[2]) / 2 for card in (before, after)]
    more = max(edges[1] - edges[0], 0.0)
    return Growth(more, more, more, more)


def _factor(width: float, height: float, growth: Growth) -> float:
    """How many times as large something about its middle must be to reach further by so much."""
    across, down = max(growth.left, growth.right), max(growth.top, growth.bottom)
    return max(1 + 2 * across / width, 1 + 2 * down / height)


def close_gaps(project: Project, report: GapReport) -> Project:
    """Every layer grown as the report asks; gaps that growth can't close are left."""
    return grow_layers(project, report.growths)


def grow_layers(project: Project, growths: dict[str, Growth]) -> Project:
    """Layers, by id, carried on by at least as much."""
    for layer_id, growth in growths.items():
        project = grow_layer(project, layer_id, growth)
    return project


def set_stretch(project: Project, layer_id: str, wider: float, higher: float) -> Project:
    """The layer stretched about its pivot, as factors; more than is possible is cut short."""
    stretch = min(max(wider, 0.1), 10.0), min(max(higher, 0.1), 10.0)
    return project.with_layer(replace(free(project, layer_id), stretch=stretch))


def cover_by_enlarging(project: Project, layer_id: str, report: GapReport) -> Project:
    """The layer enlarged about its pivot until no frame looks past its end."""
    layer, photo = project.layer(layer_id), project.photo
    room = next((room for room in report.rooms if room.layer == layer_id), None)
    if room is None or photo is None:
        return project
    x, y = layer.pivot or (photo.width * project.placement.x, photo.height * project.placement.y)
    growth = layer.growth
    reach = {
        "left": x + growth.left,
        "top": y + growth.top,
        "right": photo.width - x + growth.right,
        "bottom": photo.height - y + growth.bottom,
    }
    factor = max(
        (have - getattr(room, side)) / have for side, have in reach.items() if have > _SLIVER
    )
    if factor <= 1:
        return project
    scale = layer.pose.scale.scaled(factor * _SPARE)
    return project.with_layer(replace(layer, pose=replace(layer.pose, scale=scale)))


def set_growths(project: Project, growths: dict[str, Growth]) -> Project:
    """How far layers, by id, reach beyond the photo's borders."""
    for layer_id, growth in growths.items():
        project = project.with_layer(replace(project.layer(layer_id), growth=growth))
    return project
