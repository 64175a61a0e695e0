"""What a person can do to a project: plain functions from one project to the next.

Raises WoodcockError with a sentence where an act makes no sense.
"""

from __future__ import annotations

import uuid

from msgspec.structs import replace
from numpy.typing import NDArray

from woodcock.errors import WoodcockError
from woodcock.model import (
    MOST_CUTS,
    Content,
    Easing,
    EdgeSettings,
    Frame,
    Layer,
    Mask,
    Outline,
    Photo,
    Picture,
    Placement,
    Project,
    Role,
    Track,
    each_track,
    owners_of,
    tracks_of,
)
from woodcock.pixels.store import PixelStore
from woodcock.session.belongings import without_layer
from woodcock.session.ties import with_ties
from woodcock.stage.distances import starting_distances
from woodcock.stage.moves import without_moves
from woodcock.stage.placement import aligned_to_pixels, kept_inside
from woodcock.texts import tr

MOST_LAYERS = 100
COLOURS = 12
MOST_ZOOM = 20.0


def new_project(
    pixels: NDArray, name: str, store: PixelStore, frame: Frame | None = None
) -> Project:
    """A project around a photo, everything in the background, placed to cover the frame."""
    photo = Photo(store.put(pixels), pixels.shape[1], pixels.shape[0], name)
    frame = frame or Frame()
    placement = aligned_to_pixels(photo, Placement(), (frame.width, frame.height))
    background = Layer("background", tr("Background"), None, starting_distances(1)[0], colour=0)
    return Project(photo, frame, placement, layers=(background,))


def set_frame(project: Project, frame: Frame) -> Project:
    """Another frame; keys keep their place between start and end when the length changes."""
    factor = frame.last / project.frame.last
    project = replace(project, frame=frame)
    if abs(factor - 1) > 1e-9:
        timed = each_track(project, lambda track: track.retimed(factor))
        project = replace(timed, sounds=project.sounds)  # those keep their own time
        flashes = tuple(replace(x, at=x.at * factor) for x in project.flashes)
        project = with_ties(replace(project, flashes=flashes))
    return place_photo(project, project.placement)


def place_photo(project: Project, placement: Placement) -> Project:
    """The photo placed anew, kept over as much of the frame as its zoom allows."""
    if project.photo is None:
        return project
    size = project.frame.width, project.frame.height
    placement = replace(placement, zoom=min(max(placement.zoom, 0.05), MOST_ZOOM))
    placement = kept_inside(project.photo, placement, size)
    placement = aligned_to_pixels(project.photo, placement, size)
    return replace(project, placement=placement)


def add_layer(
    project: Project,
    content: Content,
    name: str | None = None,
    before: str | None = None,
    colour: int | None = None,
) -> tuple[Project, str]:
    """A new layer, just in front of the one with the id `before`, or of all others, and its id.

    Distances that are still the suggested ones are spread anew, unless something moves already;
    distances somebody chose stay.
    """
    if project.photo is None:
        raise WoodcockError(tr("There is no photo to cut yet. Open one first."))
    layer_id, order = new_id(project), project.near_to_far
    if colour is None:
        colour = free_colours(project)[0]
    suggested = starting_distances(len(order))
    untouched = (
        isinstance(content, Mask | Picture)
        and not is_moved(project)
        and all(abs(layer.distance - d) < 1e-6 for layer, d in zip(order, suggested, strict=True))
    )
    place = [layer.id for layer in order].index(before) if before else 0
    far = order[place].distance if before else min(layer.distance for layer in order)
    near = order[place - 1].distance if place and not order[place - 1].glass else 0.0
    new = Layer(
        layer_id,
        name or unused_name(project, tr("Layer"), from_one=True),
        content,
        max(2 / (1 / near + 1 / far) if near else far / 2, 0.1),
        colour=colour,
    )
    if isinstance(content, Mask) and sum(x.mask is not None for x in order) >= MOST_CUTS - 1:
        raise WoodcockError(
            tr(
                "A photo is cut into up to {most} layers. Delete one that is no longer needed.",
                most=MOST_CUTS,
            )
        )
    project = replace(project, layers=(*project.layers, new))
    if untouched:
        distances = starting_distances(len(project.layers))
        for layer, distance in zip(project.near_to_far, distances, strict=True):
            project = project.with_layer(replace(layer, distance=distance))
    return project, layer_id


def is_moved(project: Project) -> bool:
    """Whether anything in the clip has keys, sways, beats or drifts."""
    procedural = any(x.sway or x.beat or x.drift for x in project.layers)
    tracks = (tracks_of(project, owner).values() for owner in owners_of(project))
    return procedural or project.lens.sway is not None or any(t.keys for own in tracks for t in own)


def add_picture(
    project: Project, pixels: str, size: tuple[int, int], name: str
) -> tuple[Project, str]:
    """A picture of its own as a layer in front, and its id.

    One of the photo's size lies on it pixel by pixel; another fills half the photo's height and
    lies in its middle, to be placed by hand. `pixels` is the stored picture's name, `size` its
    width and height.
    """
    if project.photo is None:
        raise WoodcockError(tr("There is no photo to lay a picture on yet. Open one first."))
    photo, (width, height) = project.photo, size
    fits = (height, width) == (photo.height, photo.width)
    scale = 1.0 if fits else 0.5 * min(photo.height / height, photo.width / width)
    scale = min(max(scale, 0.005), 100.0)
    picture = Picture(pixels, width, height, photo.width / 2, photo.height / 2, scale)
    return add_layer(project, picture, " ".join(name.split())[:60] or None)


def place_picture(project: Project, layer_id: str, picture: Picture) -> Project:
    """The layer's own picture elsewhere, or at another size."""
    return project.with_layer(replace(free(project, layer_id), content=picture))


def new_id(project: Project) -> str:
    """An id for one more layer; WoodcockError if there is no room for one."""
    if len(project.layers) >= MOST_LAYERS:
        raise WoodcockError(
            tr(
                "The stage holds up to {most} things. Delete one that is no longer needed.",
                most=MOST_LAYERS,
            )
        )
    return fresh_id()


def fresh_id() -> str:
    """An id that nothing has yet."""
    return uuid.uuid4().hex[:8]


def free_colours(project: Project) -> list[int]:
    """The colours that the fewest layers have."""
    taken = [layer.colour for layer in project.layers]
    least = min(taken.count(number) for number in range(COLOURS))
    return [number for number in range(COLOURS) if taken.count(number) == least]


def free(project: Project, layer_id: str) -> Layer:
    """The layer, unless it is locked: then WoodcockError."""
    layer = project.layer(layer_id)
    if layer.locked:
        raise WoodcockError(tr("{name} is locked. Unlock it to change it.", name=layer.name))
    return layer


def unused_name(project: Project, word: str, *, from_one: bool = False) -> str:
    names = {layer.name for layer in project.layers} | ({word} if from_one else set())
    return next(x for x in (word, *(f"{word} {n}" for n in range(1, 200))) if x not in names)


def delete_layer(project: Project, layer_id: str) -> Project:
    """Without the layer; its part of the photo falls to the background."""
    if project.layer(layer_id).is_background:
        raise WoodcockError(tr("The background holds what no layer claims; it can't be deleted."))
    project = without_layer(project, layer_id)
    return replace(project, layers=tuple(x for x in project.layers if x.id != layer_id))


def duplicate_layer(project: Project, layer_id: str) -> tuple[Project, str]:
    """A copy of the layer just in front of it, to be cut differently, and its id."""
    layer = project.layer(layer_id)
    if layer.is_background:
        raise WoodcockError(tr("The background is what no layer claims; it can't be duplicated."))
    copy = replace(
        layer,
        id=new_id(project),
        name=tr("{name} copy", name=layer.name)[:60],
        colour=free_colours(project)[0],
        distance=max(layer.distance * 0.99, 0.1),
    )
    return replace(project, layers=(*project.layers, copy)), copy.id


def rename(project: Project, thing_id: str, name: str) -> Project:
    """A layer or a carrier by another name; an empty one leaves it as it was."""
    name = " ".join(name.split())[:60]
    if not name:
        return project
    if any(carrier.id == thing_id for carrier in project.carriers):
        return project.with_carrier(replace(project.carrier(thing_id), name=name))
    return project.with_layer(replace(project.layer(thing_id), name=name))


def show_layer(project: Project, layer_id: str, visible: bool) -> Project:
    return project.with_layer(replace(project.layer(layer_id), visible=visible))


def show_alone(project: Project, layer_id: str) -> Project:
    """Only this layer shown; if it is the only one already, all of them."""
    alone = all(layer.visible == (layer.id == layer_id) for layer in project.layers)
    layers = tuple(replace(x, visible=alone or x.id == layer_id) for x in project.layers)
    return replace(project, layers=layers)


def set_mask(
    project: Project,
    layer_id: str,
    pixels: str,
    outline: Outline | None = None,
    *,
    edge_done: bool = False,
) -> Project:
    """The layer with other mask pixels; a layer that is gone stays gone.

    Its edge settings are kept unless they are in the pixels already, its outline unless another
    was drawn.
    """
    layer = next((layer for layer in project.layers if layer.id == layer_id), None)
    if layer is None:
        raise WoodcockError(
            tr("The layer was deleted before the stroke was done. Nothing was changed.")
        )
    mask = replace(layer.mask or Mask(pixels), pixels=pixels)
    if outline is not None or edge_done:
        mask = replace(mask, outline=outline)
    if edge_done:
        mask = replace(mask, edge=EdgeSettings())
    return project.with_layer(replace(layer, content=mask))


def set_role(project: Project, layer_id: str, role: Role) -> Project:
    """What a layer is in the picture."""
    return project.with_layer(replace(project.layer(layer_id), role=role))


def set_edge(project: Project, layer_id: str, edge: EdgeSettings) -> Project:
    """How the edge of the layer's mask is redrawn; the mask itself stays."""
    layer = project.layer(layer_id)
    if layer.picture is not None and layer.picture.mask is not None:
        return project.with_layer(replace(layer, content=replace(layer.picture, edge=edge)))
    if layer.mask is None:
        raise WoodcockError(
            tr("{name} has no edge of its own. Select a layer that was cut.", name=layer.name)
        )
    return project.with_layer(replace(layer, content=replace(layer.mask, edge=edge)))


def set_distance(project: Project, layer_id: str, metres: float) -> Project:
    """The layer at another distance, as far as it can go.

    With hold framing its size in the frame stays; without, its size in metres does. What was cut
    from the photo can't pass behind the background, which fills what it hides; everything else
    can stand there.
    """
    low, high = _room(project, free(project, layer_id))
    return project.with_layer(
        replace(project.layer(layer_id), distance=min(max(metres, low), high))
    )


def type_distance(project: Project, layer_id: str, metres: float) -> Project:
    """The same where just that distance is meant: WoodcockError where it can't stand there."""
    layer = free(project, layer_id)
    low, high = _room(project, layer)
    if metres > high * (1 + 1e-9) and layer.mask is not None:
        raise WoodcockError(
            tr(
                "{name} was cut from the photo: it can't stand behind the background "
                "({distance:.3g} m), which shows what it hides. Its distance is as it was. "
                "Move the background farther away first.",
                name=layer.name,
                distance=project.background.distance,
            )
        )
    if metres < low * (1 - 1e-9) and layer.is_background:
        raise WoodcockError(
            tr(
                "The background shows what cut layers hide, so it stands behind them (here "
                "farther than {low:.3g} m). Its distance is as it was. Move them nearer first.",
                low=low,
            )
        )
    return set_distance(project, layer_id, metres)


def _room(project: Project, layer: Layer) -> tuple[float, float]:
    """The nearest and the farthest a layer can stand."""
    if layer.is_background:
        cuts = [x.distance * 1.001 for x in project.layers if x.mask is not None]
        return max([0.1, *cuts]), 10_000.0
    return 0.1, 10_000.0 if layer.mask is None else project.background.distance / 1.001


def hold_framing(project: Project, layer_id: str, hold: bool) -> Project:
    """Whether the layer keeps its size in the frame while its distance changes."""
    layer = free(project, layer_id)
    return project.with_layer(replace(layer, sized_at=None if hold else layer.distance))


def set_focal_length(project: Project, millimetres: float) -> Project:
    return replace(project, lens=replace(project.lens, focal_length=min(max(millimetres, 8), 400)))


def set_lens_key(project: Project, name: str, time: float, value: float) -> Project:
    """One property of the lens keyed at a time, with the easing its track already has."""
    track = getattr(project.lens, name).keyed(time, value)
    return replace(project, lens=replace(project.lens, **{name: track}))


def set_pose_key(project: Project, layer_id: str, name: str, time: float, value: float) -> Project:
    """One property of a layer's pose keyed at a time."""
    layer = free(project, layer_id)
    if name == "opacity":
        value = min(max(value, 0.0), 1.0)
    if name == "scale":
        value = min(max(value, 0.01), 50.0)
    track = getattr(layer.pose, name).keyed(time, value)
    return project.with_layer(replace(layer, pose=replace(layer.pose, **{name: track})))


def set_opacity(project: Project, layer_id: str, time: float, opacity: float) -> Project:
    """How opaque a layer is: a key at `time` if it has keys, else throughout."""
    layer = free(project, layer_id)
    if layer.pose.opacity.keys:
        return set_pose_key(project, layer_id, "opacity", time, opacity)
    pose = replace(layer.pose, opacity=Track(min(max(opacity, 0.0), 1.0)))
    return project.with_layer(replace(layer, pose=pose))


def delete_pose_key(project: Project, layer_id: str, name: str, time: float) -> Project:
    layer = free(project, layer_id)
    track = getattr(layer.pose, name).without_key(time)
    return project.with_layer(replace(layer, pose=replace(layer.pose, **{name: track})))


def set_easing(project: Project, easing: Easing) -> Project:
    """The same easing on every segment of every track that moves."""
    return each_track(project, lambda track: track.eased(easing))


def set_start_and_end(project: Project, values: dict[str, tuple[float, float]]) -> Project:
    """Start and end of lens properties, by name."""
    for name, (start, end) in values.items():
        project = set_lens_key(project, name, 0.0, start)
        project = set_lens_key(project, name, project.frame.last, end)
    return project


def still(project: Project) -> Project:
    """The lens at rest and steady, layers plain, carriers where they were put: no move."""
    plain = without_moves(project)
    carriers = tuple(
        each_track(x, lambda t: Track(t.base) if t.keys else t) for x in plain.carriers
    )
    return replace(plain, lens=replace(plain.lens, sway=None), carriers=carriers)
