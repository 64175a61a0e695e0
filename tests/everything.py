"""A small project with one of every kind of thing in it."""

from conftest import small_demo
from woodcock.model import Follow
from woodcock.session import acts, airs, bending, carrying, lights, sounds, things
from woodcock.stage import apply_move
from woodcock.texts import tr


def everything(store):
    """The small demo with a moving lens, a card, a title, a texture, a carrier, air, a light, a
    flash, a sound and bend pins: the project, and the ids of its things by kind."""
    project = apply_move(small_demo(store), "push-in", 15.0)
    cut = next(x.id for x in project.layers if x.name == tr("Dinghy"))
    found = {"cut": cut, "background": project.background.id}
    project, found["title"] = things.add_title(project, "A morning")
    project, found["card"] = things.add_card(project)
    project, found["texture"] = things.add_texture(project, "Film dust")
    project, found["carrier"] = carrying.add_carrier(project, [cut], name="Boat and crew")
    project, found["air"] = airs.add_air(project, "Rain")
    project, found["light"] = lights.add_light(project, "Lamp", Follow(cut, 100.0, 60.0))
    project, found["flash"] = lights.add_flash(project, [cut], 0.5, bolt=True)
    project, found["sound"] = sounds.add_made(project, "wind")
    project = bending.add_pin(project, cut, (100.0, 60.0))
    return acts.rename(project, cut, "Dinghy with a lantern and its long mooring rope"), found
