"""The demo project that ships with the program: a made-up photo, cut into four layers."""

from __future__ import annotations

from importlib import resources
from pathlib import Path

import cv2

from woodcock.errors import WoodcockError
from woodcock.media import load_picture
from woodcock.model import Follow, Growth, Mask, Project, Track
from woodcock.pixels.store import PixelStore
from woodcock.session import acts, airs, extent, film, lights, sounds
from woodcock.stage import apply_move
from woodcock.texts import tr, tr_noop

_LAYERS = (
    ("dinghy.png", tr_noop("Dinghy"), 10.0),
    ("posts.png", tr_noop("Posts"), 3.0),
    ("reeds.png", tr_noop("Reeds"), 2.2),
)
_ROOM = 60.0  # photo pixels added all round, so that the slight rise shows no edge


def demo_photo() -> Path:
    """The demo photo's file; WoodcockError if this installation came without it."""
    path = Path(str(resources.files("woodcock") / "assets" / "demo" / "photo.jpg"))
    if not path.exists():
        raise WoodcockError(tr("This installation of Woodcock came without its demo."))
    return path


def demo_project(store: PixelStore) -> Project:
    """The demo: reeds at 2.2 m, posts at 3, a dinghy at 10, the rest at 60; a push-in that rises.

    Its pixels go into `store`.
    """
    photo = demo_photo()
    project = acts.new_project(load_picture(photo), tr("Dawn on the inlet"), store)
    distances = {}
    for file, name, metres in _LAYERS:
        mask = cv2.imread(str(photo.with_name(file)), cv2.IMREAD_GRAYSCALE)
        if mask is None:
            raise WoodcockError(tr("This installation of Woodcock came without its demo."))
        project, layer_id = acts.add_layer(project, Mask(store.put(mask)), tr(name))
        distances[layer_id] = metres
    for layer_id, metres in distances.items():
        project = acts.set_distance(project, layer_id, metres)
    project = apply_move(project, "push-in", 14)
    project = acts.set_start_and_end(project, {"y": (0.0, -0.06)})
    room = Growth(_ROOM, _ROOM, _ROOM, _ROOM)
    return extent.grow_layer(project, project.background.id, room)


def finished_demo(store: PixelStore) -> Project:
    """The same as it is opened: mist over the water, the lantern lit, slight grain, and surf."""
    project = demo_project(store)
    project, mist = airs.add_air(project, "Ground mist")
    project = airs.set_effect(project, mist, "what", **_MIST)
    project = airs.set_effect(project, mist, colour=_MIST_COLOUR)
    dinghy = next(layer.id for layer in project.layers if layer.name == tr("Dinghy"))
    project, _ = lights.add_light(project, "Lantern", Follow(dinghy, *_LANTERN), _LANTERN_COLOUR)
    project = lights.set_bloom(project, on=True, amount=Track(0.25), radius=Track(0.012))
    project = film.set_film(project, "grain", on=True, strength=Track(0.012))
    project, surf = sounds.add_made(project, "surf")
    return sounds.remake(project, surf, intensity=0.3)


_MIST = {"density": Track(0.012), "height": 0.9, "level": 1.1, "size": 4.0}
_MIST_COLOUR = (233, 228, 226, 255)
_LANTERN = 1176.0, 635.0
_LANTERN_COLOUR = (255, 190, 110, 255)
