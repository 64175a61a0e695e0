"""Work that is done without end, until somebody kills it."""

from __future__ import annotations

from msgspec.structs import replace

from conftest import blob, build, picture
from woodcock.media.project_file import save_project
from woodcock.model import Mask
from woodcock.session import Document
from woodcock.session import keeping as keeping_module
from woodcock.session.keeping import Keeping


def project_of(width, height, cuts):
    """(project, store) of a photo with so many cuts."""
    masks = [blob(width, height, width * (n + 1) / (cuts + 1), height / 2, height / 5)
             for n in range(cuts)]  # fmt: skip
    project, studio = build(picture(width, height), masks)
    return project, studio.store


def stroked(project, store, at):
    """The project after a stroke on its nearest cut."""
    layer = next(x for x in project.layers if x.mask)
    mask = store.get(layer.mask.pixels).copy()
    mask[at % len(mask), :] = at % 251
    return project.with_layer(replace(layer, content=Mask(store.put(mask))))


def keep_saving(project, store, path, told):
    """Save after every stroke; `told(number)` after each save."""
    stamp, number = None, 0
    told(0)
    while True:
        number += 1
        project = replace(stroked(project, store, number), fill_seed=number)
        stamp = save_project(path, project, store, since=stamp)
        told(number)


def keep_acting(project, store, told):
    """Act after act; `told(number)` when each was to be on the disk."""
    keeping_module._QUIET = keeping_module._LATEST = 0.0
    document = Document(project, store)
    keeping, number = Keeping(document), 0
    told(0)
    while True:
        number += 1
        changed = replace(stroked(document.project, store, number), fill_seed=number)
        document.act(f"Act {number}", changed)
        keeping.flush()
        told(number)
