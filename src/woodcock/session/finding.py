"""What is found in a photo with nobody's help, as changes of a project: layers, and depth."""

from __future__ import annotations

from collections.abc import Sequence
from typing import NamedTuple

import numpy as np
from numpy.typing import NDArray

from woodcock.depth import estimate_depth
from woodcock.model import Mask, Photo, Project, Role
from woodcock.pixels.store import PixelStore
from woodcock.progress import Progress, part, report
from woodcock.separate.edge import full_size
from woodcock.separate.layer_set import MOST, layer_set
from woodcock.separate.redraw import alpha_of
from woodcock.separate.study import eight_bit
from woodcock.session import acts
from woodcock.session.chosen import nearness_estimator
from woodcock.session.cutting import CuttingRoom
from woodcock.session.stroke import Stroke
from woodcock.texts import tr, tr_noop

FLAT = tr_noop("Nothing tells near from far in this photo, so no layers were cut.")


class FoundLayer(NamedTuple):
    """A layer: its name, its mask's name in the store ("" for the background), and its kind.

    The kind is one of those of `separate.layer_set`.
    """

    name: str
    mask: str
    kind: Role


def find_layers(
    photo: Photo,
    room: CuttingRoom,
    store: PixelStore,
    progress: Progress | None = None,
    subject_only: bool = False,
    most: int = MOST,
) -> list[FoundLayer]:
    """A whole set of layers, near to far, the last one the background; none where all is flat.

    With `subject_only` the subjects and the rest, else up to `most` layers. Raises Cancelled on
    request, WoodcockError if a model the preferences name can't be run.
    """
    known = room.study(photo, part(progress, 0.0, 0.3))
    things = room.photos.standing(photo, part(progress, 0.3, 0.6))
    seen = room.photos.scenery(photo, part(progress, 0.6, 0.7))
    found = layer_set(known, seen, things, most, part(progress, 0.7, 0.8))
    if subject_only:
        found = [layer for layer in found if layer.kind == "subject"]
    elif not found:
        return []
    pixels, out = store.get(photo.pixels), []
    for number, layer in enumerate(found if subject_only else found[:-1]):
        report(progress, 0.8 + 0.2 * number / len(found), tr("Drawing {name}", name=layer.name))
        mask = store.put(full_size(known, pixels, layer.mask))
        out.append(FoundLayer(layer.name, mask, layer.kind))
    if not out:
        return []
    if subject_only:
        return [*out, FoundLayer(tr("Far"), "", "far")]
    return [*out, FoundLayer(found[-1].name, "", found[-1].kind)]


def with_found_layers(project: Project, found: Sequence[FoundLayer]) -> Project:
    """The layers cut, each in front of those behind it.

    A background that has its first name is named, too.
    """
    for layer in found[-2::-1]:
        name = acts.unused_name(project, layer.name)
        project, layer_id = acts.add_layer(project, Mask(layer.mask), name)
        project = acts.set_role(project, layer_id, layer.kind)
    background = project.background
    if background.name in ("Background", tr("Background")):
        project = acts.rename(project, background.id, acts.unused_name(project, found[-1].name))
    return acts.set_role(project, background.id, found[-1].kind)


def with_fine_edges(
    project: Project,
    layer_id: str,
    room: CuttingRoom,
    store: PixelStore,
    progress: Progress | None = None,
) -> Project:
    """The layer with the true alpha of its hair, seeds and twigs, where it has any."""
    outcome = room.cut(project, Stroke((), "fine", "add", layer=layer_id), progress)
    if outcome is None or outcome.mask is None:
        return project
    return acts.set_mask(project, layer_id, store.put(outcome.mask))


def guessed_depth(
    project: Project, room: CuttingRoom, store: PixelStore, progress: Progress | None = None
) -> NDArray[np.uint16]:
    """A depth map of the photo, (h, w), 65535 the nearest: from all that is seen and was cut.

    Raises Cancelled on request, WoodcockError if a model the preferences name can't be run.
    """
    photo = project.photo
    assert photo is not None
    masks = [alpha_of(x.mask, store) for x in project.near_to_far if x.mask]
    things = () if masks else room.photos.standing(photo, part(progress, 0.0, 0.6))
    pixels = np.ascontiguousarray(eight_bit(store.get(photo.pixels)))
    found = estimate_depth(pixels, masks, nearness_estimator(), things, part(progress, 0.6, 1.0))
    return np.rint(found * 65535).astype(np.uint16)
