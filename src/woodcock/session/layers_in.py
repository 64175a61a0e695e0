"""A layered picture becomes a project: names, order and places kept, what is missing made up."""

from __future__ import annotations

from collections.abc import Sequence
from typing import Literal, NamedTuple

import cv2
import numpy as np
from msgspec.structs import replace
from numpy.typing import NDArray

from woodcock.errors import WoodcockError
from woodcock.media.layered_parts import Layered, LayeredPart, at_full_size
from woodcock.media.layered_tiff import fills
from woodcock.model import Frame, Layer, Photo, Picture, Placement, Pose, Project, Track
from woodcock.pixels.store import PixelStore
from woodcock.progress import Progress, part, report
from woodcock.rebuild import fill
from woodcock.session.acts import COLOURS, fresh_id
from woodcock.session.framing import frame_for
from woodcock.session.seen_edges import as_seen
from woodcock.stage.distances import starting_distances
from woodcock.stage.placement import aligned_to_pixels, kept_inside
from woodcock.texts import tr

Role = Literal["background", "scene", "glass", "out"]
_REACH = 0.03  # of the picture's longer side: how far a layer is carried on under nearer ones
_COVERS = 250  # alpha of 255 from which a layer hides what is behind it
_CLOSER = 1.002  # a layer stands at least by so much nearer than the one behind it


class Wish(NamedTuple):
    """What becomes of one layer: its name, what it is, how many metres away it stands."""

    name: str
    role: Role
    distance: float


def proposed(layered: Layered) -> tuple[Wish, ...]:
    """What the layers would be by themselves, near to far.

    The farthest that fills the picture and has no hole is the background, else the farthest of
    all. Distances are the file's, if it tells them and they are in order, or spread.
    """
    parts = layered.parts
    whole = [k for k, each in enumerate(parts) if each.blend == "normal" and _fills(each, layered)]
    background = max(whole, default=len(parts) - 1)
    told = [each.distance for each in parts]
    distances = tuple(x for x in told if x is not None and 0.05 <= x <= 10_000)
    if len(distances) < len(parts) or any(np.diff(distances) < 0):
        distances = starting_distances(len(parts))
    names = _named(parts)
    wishes = []
    for number, (name, distance) in enumerate(zip(names, distances, strict=True)):
        role: Role = "scene"
        if number == background:
            role = "background"
        elif number > background:
            role = "out"  # nothing of it is ever seen
        wishes.append(Wish(name, role, distance))
    return tuple(wishes)


def _fills(each: LayeredPart, layered: Layered) -> bool:
    return each.visible and each.opacity == 1.0 and fills(each, layered.size)


def _named(parts: Sequence[LayeredPart]) -> list[str]:
    return [
        " ".join(each.name.split())[:60] or tr("Layer {number}", number=k + 1)
        for k, each in enumerate(parts)
    ]


def imported(
    layered: Layered,
    wishes: Sequence[Wish],
    store: PixelStore,
    name: str = "picture",
    frame: Frame | None = None,
    complete: bool = True,
    seen: bool = True,
    progress: Progress | None = None,
) -> Project:
    """The project of a layered picture, its background the photo, the others pictures of their own.

    `complete` fills what lower layers lack behind nearer ones, as after a cut. `seen` has soft
    edges look as they did where they were made, blended in sRGB. Raises WoodcockError where no
    layer is the background, Cancelled on request.
    """
    chosen = [
        (each, wish) for each, wish in zip(layered.parts, wishes, strict=True) if wish.role != "out"
    ]
    backs = [k for k, (_, wish) in enumerate(chosen) if wish.role == "background"]
    if len(backs) != 1:
        raise WoodcockError(
            tr(
                "One layer must be the background, and only one. Nothing was opened. "
                "Say which one it is."
            )
        )
    back = chosen.pop(backs[0])
    # Depth is the order: whoever wants another order, says so by the distances.
    chosen.sort(key=lambda pair: (pair[1].role != "glass", pair[1].distance))
    chosen.append(back)
    parts = [each for each, _ in chosen]
    names = [wish for _, wish in chosen]
    if seen:
        parts = as_seen(parts, layered.size, part(progress, 0.0, 0.2))
    if complete:
        parts = carried_on(parts, layered.size, part(progress, 0.2, 0.8))
    report(progress, 0.8, tr("Laying the layers"))
    return _project(parts, names, layered.size, store, name, frame, complete)


def _project(
    parts: Sequence[LayeredPart],
    wishes: Sequence[Wish],
    size: tuple[int, int],
    store: PixelStore,
    name: str,
    frame: Frame | None,
    complete: bool,
) -> Project:
    back = parts[-1]
    high, wide = back.pixels.shape[:2]
    covers = back.x <= 0 and back.y <= 0 and back.x + wide >= size[0] and back.y + high >= size[1]
    # A background that reaches beyond the picture is kept whole: it is room to move.
    corner = (back.x, back.y) if covers else (0, 0)
    pixels = back.pixels if covers else at_full_size(back, size)
    holes = np.asarray(pixels[..., 3] != np.iinfo(pixels.dtype).max)
    removed = None
    if complete and holes.any() and not holes.all():
        removed = store.put(holes.astype(np.uint8) * 255)
    if removed is not None or not holes.any():
        pixels = np.ascontiguousarray(pixels[..., :3])
    photo = Photo(store.put(pixels), pixels.shape[1], pixels.shape[0], name)
    frame = frame or frame_for(replace(photo, width=size[0], height=size[1]))
    layers = [
        Layer(
            "background", wishes[-1].name, None, wishes[-1].distance, visible=back.visible,
            pose=Pose(opacity=Track(back.opacity)),
        )
    ]  # fmt: skip
    farthest = wishes[-1].distance
    for number in range(len(parts) - 2, -1, -1):
        each, wish = parts[number], wishes[number]
        high, wide = each.pixels.shape[:2]
        x, y = each.x - corner[0] + wide / 2, each.y - corner[1] + high / 2
        farthest = min(wish.distance, farthest / _CLOSER) if wish.role == "scene" else farthest
        layers.append(
            Layer(
                fresh_id(), wish.name, Picture(store.put(each.pixels), wide, high, x, y),
                max(farthest, 0.05), colour=len(layers) % COLOURS, visible=each.visible,
                pose=Pose(opacity=Track(each.opacity)), blend=each.blend,
                glass=wish.role == "glass",
            )
        )  # fmt: skip
    placement = _placed(photo, corner, size, frame)
    return Project(photo, frame, placement, layers=tuple(layers), removed=removed)


def _placed(
    photo: Photo, corner: tuple[int, int], size: tuple[int, int], frame: Frame
) -> Placement:
    """So that the frame is filled by the picture itself, not by what reaches beyond it."""
    whole = frame.width, frame.height
    cover = max(whole[0] / photo.width, whole[1] / photo.height)
    zoom = max(whole[0] / size[0], whole[1] / size[1]) / cover
    x = (size[0] / 2 - corner[0]) / photo.width
    y = (size[1] / 2 - corner[1]) / photo.height
    return aligned_to_pixels(photo, kept_inside(photo, Placement(zoom, x, y), whole), whole)


def carried_on(
    parts: Sequence[LayeredPart], size: tuple[int, int], progress: Progress | None = None
) -> list[LayeredPart]:
    """Layers near to far, each but the last carried on where nearer ones hide what it lacks.

    Only as far as a move may show it, and where a nearer layer hides it completely; holes that lie
    within a layer are closed. What is seen stays as it is.
    """
    width, height = size
    hidden = np.zeros((height, width), np.uint8)
    out: list[LayeredPart] = []
    for number, each in enumerate(parts):
        report(progress, number / len(parts), tr("Filling what nearer layers hide"))
        last = number == len(parts) - 1
        done = part(progress, number / len(parts), (number + 1) / len(parts))
        plain = each.blend == "normal" and each.visible and each.opacity == 1.0
        out.append(each if last or not plain else _carried(each, hidden, size, done))
        if plain:
            hidden = np.maximum(hidden, (_alpha(each, size) >= _COVERS).astype(np.uint8))
    return out


def _carried(
    each: LayeredPart, hidden: NDArray[np.uint8], size: tuple[int, int], progress: Progress | None
) -> LayeredPart:
    alpha = _alpha(each, size)
    own = (alpha >= _COVERS).astype(np.uint8)
    if not own.any() or not (hidden & (1 - own)).any():
        return each
    safe = np.asarray(cv2.erode(hidden, np.ones((3, 3), np.uint8))) > 0
    reach = max(2.0, _REACH * max(size))
    away = cv2.distanceTransform(1 - own, cv2.DIST_L2, 5)
    hole = safe & (alpha < 255) & ((away <= reach) | _within(own))
    if not hole.any():
        return each
    x, y, wide, high = cv2.boundingRect(((alpha > 0) | hole).astype(np.uint8))
    rows, columns = slice(y, y + high), slice(x, x + wide)
    pixels = np.ascontiguousarray(at_full_size(each, size)[rows, columns])
    colours, deep = pixels[..., :3], pixels.dtype == np.uint16
    plain = (colours >> 8).astype(np.uint8) if deep else np.ascontiguousarray(colours)
    hole = hole[rows, columns]
    made = fill(plain, hole, allowed=own[rows, columns] > 0, progress=progress)
    new = made[hole].astype(np.uint16) * 257 if deep else made[hole]
    pixels[hole, :3], pixels[hole, 3] = new, np.iinfo(pixels.dtype).max
    return each._replace(pixels=pixels, x=x, y=y)


def _within(own: NDArray[np.uint8]) -> NDArray[np.bool_]:
    """What a layer lacks that it surrounds on all sides."""
    rim = cv2.copyMakeBorder(own, 1, 1, 1, 1, cv2.BORDER_CONSTANT, value=0)
    cv2.floodFill(rim, None, (0, 0), 2)
    return np.asarray(rim[1:-1, 1:-1] == 0)


def _alpha(each: LayeredPart, size: tuple[int, int]) -> NDArray[np.uint8]:
    alpha = at_full_size(each, size)[..., 3]
    return alpha if alpha.dtype == np.uint8 else (alpha >> 8).astype(np.uint8)
