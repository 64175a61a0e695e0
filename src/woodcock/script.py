"""The public face: what a script needs to make a clip. See docs/scripting.md.

    import woodcock

    shot = woodcock.open_photo("photo.jpg", size=(1920, 1080), seconds=6)
    shot = woodcock.cut_subject(shot, name="Post", distance=3)
    shot = woodcock.ready_move(shot, "push-in", 12)
    woodcock.export(woodcock.close_gaps(shot), "clip.mp4")

A `Shot` is a value: every function gives a new one and leaves the one it was given. Sizes are
(width, height); pictures are arrays (height, width, channels). Functions that take long report to
`progress(fraction, text)`; where that returns False they raise `Cancelled`.
"""

from __future__ import annotations

from collections.abc import Collection
from dataclasses import dataclass
from os import PathLike
from pathlib import Path
from typing import Literal

import numpy as np
from msgspec.structs import replace
from numpy.typing import NDArray

from woodcock.errors import WoodcockError
from woodcock.media import load_picture, load_project, save_project
from woodcock.media.depth_file import Meaning
from woodcock.media.depth_file import load_depth as _read_depth
from woodcock.model import (
    Depth,
    Frame,
    Mask,
    Project,
    Relief,
    effects_of,
    owners_of,
    tracks_of,
    with_tracks,
)
from woodcock.pixels.colour import encoded
from woodcock.progress import Progress, part
from woodcock.render import GapReport, LightFrame, frame_light, render_light
from woodcock.separate.layer_set import MOST
from woodcock.session import acts, finishing, pegs, reliefs, staging
from woodcock.session.asked import fitting, unknown
from woodcock.session.auto import Wish, auto_project
from woodcock.session.closing import closed
from woodcock.session.cutting import CuttingRoom
from woodcock.session.finding import FLAT, find_layers, guessed_depth, with_found_layers
from woodcock.session.preferences import new_store
from woodcock.session.stroke import Stroke
from woodcock.session.studio import Studio
from woodcock.session.wording import gap_sentences
from woodcock.stage import READY_MOVES, apply_move, scene_at
from woodcock.texts import tr

File = str | PathLike[str]
MOVES = tuple(READY_MOVES)


@dataclass(frozen=True, eq=False)
class Shot:
    """One photograph with its layers and move: the project, and the studio that draws it.

    Shots made from one another share their studio, so that what did not change is not made anew.
    """

    project: Project
    studio: Studio

    @property
    def layers(self) -> tuple[str, ...]:
        """The layers' names, near to far."""
        return tuple(layer.name for layer in self.project.near_to_far)

    @property
    def size(self) -> tuple[int, int]:
        """(width, height) of the frame."""
        return self.project.frame.width, self.project.frame.height

    def id_of(self, name: str) -> str:
        """The id of the nearest layer or carrier, or of the air or light, with this name.

        "lens", "overall" and "distance" (haze and bloom) are their own.
        """
        if name in owners_of(self.project):
            return name
        named = [(x.name, x.id) for x in self.project.near_to_far]
        named += [(x.name, x.id) for x in self.project.carriers]
        named += [(x.name, x.id) for x in effects_of(self.project)]
        for other, found in named:
            if other == name:
                return found
        raise unknown(name, [other for other, _ in named], tr("layer, carrier, air or light"))

    def layer_id(self, name: str) -> str:
        """The id of the nearest layer with this name, or with this id; raises InvalidValue."""
        order = self.project.near_to_far
        found = [x.id for x in order if x.name == name] or [x.id for x in order if x.id == name]
        if not found:
            raise unknown(name, self.layers, tr("layer"))
        return found[0]

    def with_project(self, project: Project) -> Shot:
        """Another project, drawn by the same studio."""
        return Shot(project, self.studio)


def open_photo(
    file: File | NDArray,
    size: tuple[int, int] = (1920, 1080),
    rate: float = 30,
    seconds: float = 6.0,
) -> Shot:
    """A shot of a photo, uncut: a JPEG, PNG, TIFF or WebP file, or an array.

    Parameters
    ----------
    file : a path, or (H, W, 3 or 4) uint8 or uint16 sRGB.
    size : (width, height) of the frame, 16 to 8192 pixels; the photo just covers it.
    rate : frames a second: 12, 23.976, 24, 25, 29.97, 30, 50, 59.94 or 60; those with a part are
        meant as the fractions they stand for.

    Raises WoodcockError for a file that can't be read, InvalidValue for a frame that can't be.

    >>> shot = open_photo(np.zeros((90, 160, 3), np.uint8), size=(160, 90))
    >>> shot.layers
    ('Background',)
    """
    store = new_store()
    pixels = file if isinstance(file, np.ndarray) else load_picture(Path(file))
    name = "photo" if isinstance(file, np.ndarray) else Path(file).stem
    frame = Frame(size[0], size[1], rate, seconds)
    return Shot(acts.new_project(pixels, name, store, frame), Studio(store))


def open_project(file: File) -> Shot:
    """The shot in a project file; raises WoodcockError with a sentence if it can't be read."""
    store = new_store()
    return Shot(load_project(Path(file), store), Studio(store))


def save(shot: Shot, file: File) -> None:
    """Write the project with all its pixels, all or nothing."""
    save_project(Path(file), shot.project, shot.studio.store)


def cut(
    shot: Shot,
    mask: NDArray[np.uint8],
    name: str | None = None,
    distance: float | None = None,
) -> Shot:
    """A new layer in front of all others: what `mask` ((H, W) uint8, the photo's size) covers.

    `distance` is metres; without one, suggested distances are spread anew.

    >>> shot = open_photo(np.zeros((90, 160, 3), np.uint8), size=(160, 90))
    >>> mask = np.zeros((90, 160), np.uint8)
    >>> mask[20:80, 40:90] = 255
    >>> cut(shot, mask, "Post", distance=3.0).layers
    ('Post', 'Background')
    """
    photo = shot.project.photo
    assert photo is not None
    mask = np.asarray(mask)
    if mask.dtype != np.uint8 or mask.shape != (photo.height, photo.width):
        raise WoodcockError(
            tr(
                "A mask for this photo is {height} rows of {width} 8-bit values; this one is "
                "{shape} {dtype}. Nothing was cut.",
                height=photo.height,
                width=photo.width,
                shape=mask.shape,
                dtype=mask.dtype,
            )
        )
    project, layer = acts.add_layer(shot.project, Mask(shot.studio.store.put(mask)), name)
    shot = shot.with_project(project)
    return shot if distance is None else set_distance(shot, layer, distance)


def cut_subject(
    shot: Shot,
    name: str | None = None,
    distance: float | None = None,
    progress: Progress | None = None,
) -> Shot:
    """A new layer: what the photo is of, as far as it is found; with the fine edges it has.

    Raises WoodcockError where nothing stands out.
    """
    room, project = CuttingRoom(shot.studio.store), shot.project
    found = room.cut(project, Stroke((), "subject", "new"), part(progress, 0.0, 0.5))
    if found is None or found.new is None:
        raise WoodcockError(tr("No subject was found in this photo. Nothing was cut."))
    shot = cut(shot, found.new, name, distance)
    layer = shot.project.near_to_far[0].id if distance is None else shot.layer_id(shot.layers[0])
    stroke = Stroke((), "fine", "add", layer=layer)
    finer = room.cut(shot.project, stroke, part(progress, 0.5, 1.0))
    if finer is None or finer.mask is None:
        return shot
    store = shot.studio.store
    return shot.with_project(acts.set_mask(shot.project, layer, store.put(finer.mask)))


def cut_layers(shot: Shot, progress: Progress | None = None) -> Shot:
    """The photo cut into a whole set of layers, as found: subjects, ground, far, sky.

    Raises WoodcockError where nothing tells near from far.
    """
    photo, store = shot.project.photo, shot.studio.store
    assert photo is not None
    found = find_layers(photo, CuttingRoom(store), store, progress)
    if not found:
        raise WoodcockError(tr(FLAT))
    return shot.with_project(with_found_layers(shot.project, found))


def set_distance(shot: Shot, layer: str, metres: float) -> Shot:
    """A layer at so many metres from the lens; it keeps its place and size in the frame."""
    return shot.with_project(acts.set_distance(shot.project, shot.layer_id(layer), metres))


def load_depth(shot: Shot, file: File, meaning: Meaning | None = None) -> Shot:
    """The photo's depth map from a PNG, TIFF or EXR file.

    `meaning` is "metres", "near is large" or "near is small", where the file doesn't say.
    """
    found = _read_depth(Path(file), meaning)
    near, far = staging.depth_reach(shot.project)
    depth = Depth(shot.studio.store.put(found.pixels), found.near or near, found.far or far)
    return shot.with_project(staging.set_depth(shot.project, depth))


def estimate_depth(shot: Shot, progress: Progress | None = None) -> Shot:
    """The photo's depth map guessed from what can be seen, and from the layers and their order."""
    project, store = shot.project, shot.studio.store
    found = guessed_depth(project, CuttingRoom(store), store, progress)
    near, far = staging.depth_reach(project)
    return shot.with_project(staging.set_depth(project, Depth(store.put(found), near, far)))


def set_relief(shot: Shot, layer: str, thickness: float | None = None, sits: float = 0.5) -> Shot:
    """A layer as a surface by the depth map, so many metres thick; None: as thick as the map says.

    `sits` is what of it stands at the layer's distance: 0 its back, 1 its front. Raises
    WoodcockError where there is no depth map.
    """
    layer_id = shot.layer_id(layer)
    if shot.project.depth is None:
        raise WoodcockError(tr("There is no depth map yet. Estimate one, or load one, first."))
    if thickness is None:
        return shot.with_project(reliefs.relief_from_map(shot.project, layer_id, shot.studio.store))
    relief = Relief(thickness=thickness, sits=sits)
    return shot.with_project(reliefs.set_relief(shot.project, layer_id, relief))


def ready_move(shot: Shot, move: str, amount: float | None = None) -> Shot:
    """A ready move, one of MOVES; `amount` in its own unit, its usual one by default."""
    if move not in READY_MOVES:
        raise WoodcockError(
            tr("There is no move called {move}. There are: {all}.", move=move, all=", ".join(MOVES))
        )
    amount = READY_MOVES[move].usual if amount is None else amount
    return shot.with_project(apply_move(shot.project, move, amount))


def key(shot: Shot, owner: str, name: str, time: float, value: float) -> Shot:
    """A key on a property of a layer, a carrier, "lens" or "overall", at `time` seconds.

    The first one of a property keeps what is there at the start, as a key at 0.

    >>> shot = open_photo(np.zeros((90, 160, 3), np.uint8), size=(160, 90))
    >>> moving = key(key(shot, "lens", "z", 0, 0.0), "lens", "z", 5.9, 0.4)
    >>> len(moving.project.lens.z.keys)
    2
    """
    owner_id = shot.id_of(owner)
    names = tracks_of(shot.project, owner_id)
    if name not in names:
        raise unknown(name, names, tr("property of {owner}", owner=owner))
    value = fitting(name, value, finishing.LIMITS.get(name, (-1e9, 1e9)))
    track = names[name].keyed(time, value)
    return shot.with_project(
        with_tracks(pegs.unlocked(shot.project, owner_id), owner_id, {name: track})
    )


def make_clip(
    shot: Shot,
    layers: int = MOST,
    subject: bool = False,
    move: str = "",
    amount: float | None = None,
    finished: bool = True,
    progress: Progress | None = None,
) -> tuple[Shot, tuple[str, ...]]:
    """All of it found and chosen for an uncut shot, and sentences about what was.

    At most `layers` are cut, of the subject only if `subject`. Without a `move` or an `amount`
    those are taken that suit. `finished` is with slight depth of field and grain. No gap is left.
    """
    if move and move not in READY_MOVES:
        raise WoodcockError(
            tr("There is no move called {move}. There are: {all}.", move=move, all=", ".join(MOVES))
        )
    wish = Wish(layers, subject, move, amount, finished=finished)
    room = CuttingRoom(shot.studio.store)
    project, found = auto_project(shot.project, room, shot.studio, wish, progress)
    return shot.with_project(project), tuple(x for x in found if x)


def find_gaps(shot: Shot, progress: Progress | None = None) -> GapReport:
    """What the clip shows that it should not, and how far layers must grow to hide it."""
    return shot.studio.gaps(shot.project, progress)


def told(shot: Shot, report: GapReport) -> tuple[str, ...]:
    """A report in sentences."""
    return gap_sentences(shot.project, report)


def close_gaps(shot: Shot, progress: Progress | None = None) -> Shot:
    """Layers grown until nothing is left that growing can close."""
    return shot.with_project(closed(shot.project, shot.studio, progress))


def frame(
    shot: Shot,
    time: float,
    size: tuple[int, int] | None = None,
    bits: Literal[8, 10, 12, 16] = 8,
    progress: Progress | None = None,
) -> NDArray[np.uint8] | NDArray[np.uint16]:
    """The frame at `time` seconds: (height, width, 3) sRGB over black; uint16 above 8 bits.

    `size` is (width, height), of the frame's shape; the frame's own by default. Deeper frames hold
    values from 0 to 2 ** bits - 1.
    """
    atlas = shot.studio.atlas(shot.project, progress)
    if bits == 8:
        return shot.studio.frame(shot.project, time, size)
    size = size or (shot.project.frame.width, shot.project.frame.height)
    return encoded(frame_light(shot.project, atlas, time, size)[..., :3], bits)


def light(
    shot: Shot,
    time: float,
    size: tuple[int, int] | None = None,
    layers: Collection[str] | None = None,
    margin: int = 0,
    depth: bool = False,
) -> LightFrame:
    """The frame, or some layers by themselves, in linear light; with `depth` in metres as well."""
    ids = None if layers is None else {shot.layer_id(name) for name in layers}
    atlas = shot.studio.atlas(shot.project)
    return render_light(shot.project, atlas, time, size, layers=ids, margin=margin, depth=depth)


def where(shot: Shot, layer: str, places: NDArray[np.float64], time: float) -> NDArray[np.float64]:
    """(N, 2): where places of the photo on a layer are in the frame; NaN behind the lens."""
    layer_id = shot.layer_id(layer)
    placed = (x for x in scene_at(shot.project, time) if x.id == layer_id)
    found = next(placed, None)
    if found is None:
        return np.full((len(places), 2), np.nan)
    return found.mapping.to_frame(np.asarray(places, np.float64))


def resized(shot: Shot, size: tuple[int, int], rate: float | None = None) -> Shot:
    """The same shot with a frame of another size (width, height), or another rate."""
    frame = shot.project.frame
    made = replace(frame, width=size[0], height=size[1], rate=rate or frame.rate)
    return shot.with_project(acts.set_frame(shot.project, made))
