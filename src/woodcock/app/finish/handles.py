"""What can be dragged in the picture in Finish: where a blur grows from, lights, flashes, bolts."""

from __future__ import annotations

from collections.abc import Callable, Iterator
from itertools import product
from typing import NamedTuple

import numpy as np
from PySide6.QtCore import QPointF

from woodcock.app.picture.pointing import mapping_of, place_of, spot
from woodcock.app.state import State
from woodcock.model import Blur, Flash, Layer, Light, Project, effect_by_id
from woodcock.session import airs, finishing
from woodcock.stage import (
    photo_rays,
    place_of_light,
    scene_at,
    spot_of_light,
    value_at,
    world_to_frame,
)
from woodcock.texts import tr

Place = tuple[float, float]
Act = Callable[[Project], Project]


class Handle(NamedTuple):
    """Something at a place of the frame that can be dragged to another one.

    `moved` makes the project in which it is at a place of the frame; None if it can't be there.
    """

    name: str
    at: QPointF
    moved: Callable[[QPointF], Act | None]
    key: str


def handles_of(state: State) -> Iterator[Handle]:
    """The handles that are shown at the playhead, the nearest to the hand last."""
    if state.step != "Finish" or state.playing or state.project.photo is None:
        return
    page = state.tools.finish_page
    if page == "lens":
        yield from _blur(state)
    elif page == "light" and state.tools.light_page == "scene":
        chosen = effect_by_id(state.project, state.tools.light)
        if isinstance(chosen, Light) and chosen.visible:
            yield from _light(state, chosen)
        elif isinstance(chosen, Flash) and chosen.visible:
            yield from _flash(state, chosen)


def blurred(state: State) -> tuple[Layer, Blur] | None:
    """The selected layer and its blur, if that grows from a place and can be dragged."""
    layer = state.layer
    shown = state.step == "Finish" and state.tools.finish_page == "lens" and not state.playing
    if not shown or layer is None or layer.blur is None or not layer.blur.outwards:
        return None
    return layer, layer.blur


def _time(state: State) -> float | None:
    """At which time what is dragged is keyed, if it is."""
    return state.key_time


def _placed(state: State, owners: list[str], names: tuple[str, str], place: Place) -> Act:
    """The act by which two tracks of owners get the values of a place."""
    time = _time(state)

    def act(project: Project) -> Project:
        for owner, (name, value) in product(owners, zip(names, place, strict=True)):
            project = finishing.set_value(project, owner, name, value, time)
        return project

    return act


def _on_layer(state: State, layer_id: str, place: Place) -> QPointF | None:
    """Where a place of a layer is in the frame."""
    mapping = mapping_of(state, layer_id)
    found = place_of(mapping.to_frame(np.array([place]))) if mapping else None
    return QPointF(*found) if found else None


def _under(state: State, layer_id: str, at: QPointF) -> Place | None:
    """Which place of a layer is under one of the frame."""
    mapping = mapping_of(state, layer_id)
    return place_of(mapping.to_own(spot(at))) if mapping else None


def _in_scene(state: State, place: Place, metres: float) -> QPointF | None:
    """Where a place of the photo, so far away, is in the frame."""
    project, frame = state.project, state.project.frame
    world = np.array([*(metres * (photo_rays(project) @ (*place, 1.0))), 1.0])
    u, v, w = world_to_frame(project, frame.shown(state.time), (frame.width, frame.height)) @ world
    return QPointF(u / w, v / w) if w > 1e-9 else None


def _photo_place(state: State, at: QPointF, metres: float) -> Place | None:
    """The place of the photo that, so far away, is seen at one of the frame."""
    project, frame = state.project, state.project.frame
    view = world_to_frame(project, frame.shown(state.time), (frame.width, frame.height))
    to_plane = view @ np.vstack([metres * photo_rays(project), [0.0, 0.0, 1.0]])
    u, v, w = np.linalg.inv(to_plane) @ (at.x(), at.y(), 1.0)
    return (float(u / w), float(v / w)) if abs(w) > 1e-12 else None


def _blur(state: State) -> Iterator[Handle]:
    found = blurred(state)
    if found is None:
        return
    layer, blur = found
    place = value_at(blur.x, state.time), value_at(blur.y, state.time)
    here = _on_layer(state, layer.id, place)

    def moved(at: QPointF) -> Act | None:
        there = _under(state, layer.id, at)
        if there is None:
            return None
        chosen = [state.project.layer(x) for x in state.chosen]
        about = [x.id for x in chosen if x.blur and x.blur.outwards]
        return _placed(state, about, ("blur x", "blur y"), there)

    if here is not None:
        yield Handle(tr("Blur of {name}", name=layer.name), here, moved, f"blur place {layer.id}")


def _light(state: State, light: Light) -> Iterator[Handle]:
    project, frame = state.project, state.project.frame
    placed, now = scene_at(project, state.time), frame.shown(state.time)
    size = frame.width, frame.height
    here = spot_of_light(project, placed, light, now, size)

    def moved(at: QPointF) -> Act | None:
        there = place_of_light(project, placed, light, now, size, (at.x(), at.y()))
        return None if there is None else _placed(state, [light.id], ("x", "y"), there)

    if here is not None:
        yield Handle(light.name, QPointF(*here), moved, f"light place {light.id}")


def _flash(state: State, flash: Flash) -> Iterator[Handle]:
    known = [name for name in flash.layers if any(x.id == name for x in state.project.layers)]
    layer = known[0] if known else state.project.background.id
    place = value_at(flash.x, state.time), value_at(flash.y, state.time)
    here = _on_layer(state, layer, place)

    def moved(at: QPointF) -> Act | None:
        there = _under(state, layer, at)
        return None if there is None else _placed(state, [flash.id], ("x", "y"), there)

    if here is not None and value_at(flash.reach, state.time) > 0:
        yield Handle(flash.name, here, moved, f"flash place {flash.id}")
    bolt = flash.bolt
    for end in ("start", "end") if bolt is not None else ():
        assert bolt is not None
        here = _in_scene(state, getattr(bolt, end), bolt.distance)

        def ended(at: QPointF, end: str = end) -> Act | None:
            assert bolt is not None
            there = _photo_place(state, at, bolt.distance)
            change = {end: there}
            return (
                None
                if there is None
                else (lambda p: airs.set_effect(p, flash.id, "bolt", **change))
            )

        if here is not None:
            yield Handle(
                tr("Bolt of {name}", name=flash.name), here, ended, f"bolt {end} {flash.id}"
            )
