"""A clip delivered: which frames of which project are drawn, and the files they become."""

from __future__ import annotations

import json
import logging
import math
from collections.abc import Iterator
from dataclasses import dataclass
from dataclasses import replace as replace_take
from fractions import Fraction
from pathlib import Path

import numpy as np
from msgspec.structs import replace
from numpy.typing import NDArray

from woodcock.errors import InvalidValue, WoodcockError
from woodcock.media.contents import files_of, pixels_of
from woodcock.media.exr_file import ExrPart
from woodcock.media.sequence import Shown, export_pictures
from woodcock.media.video import export_video
from woodcock.model import Delivery, Project
from woodcock.pixels.colour import encoded
from woodcock.pixels.store import PixelStore
from woodcock.progress import Progress, part
from woodcock.render import Atlas, frame_light, render_frame, render_light
from woodcock.session.closing import closed
from woodcock.session.eyes import both_eyes, eyes_of, joined
from woodcock.session.finishing import unblurred
from woodcock.session.frame_watch import watched
from woodcock.session.shapes import in_shape
from woodcock.session.studio import Studio
from woodcock.sound import RATE
from woodcock.stage.shapes import shaped
from woodcock.texts import tr

_log = logging.getLogger(__name__)
_SAMPLES = 9  # frames by which a palette or a range of depth is chosen
_COARSE = 480  # pixels: the longer side of these
_ROCKING = 2.0  # seconds that looking from one eye to the other and back takes


@dataclass(frozen=True)
class Take:
    """The frames of a delivery: at which `times` of which project, at what size and rate.

    `projects` has one, or two if two eyes see it; a rocking one has one a frame.
    """

    projects: tuple[Project, ...]
    size: tuple[int, int]
    times: tuple[float, ...]
    rate: Fraction

    @property
    def project(self) -> Project:
        return self.projects[0]


def take_of(project: Project, delivery: Delivery, store: PixelStore) -> Take:
    """What is drawn for a delivery of a project with a photo.

    Raises WoodcockError with a sentence for a part or a size that the clip can't have.
    """
    frame = project.frame
    if delivery.start >= frame.seconds:
        raise WoodcockError(
            tr(
                "The clip ends at {seconds:g} s, so no part of it begins at {start:g} s. "
                "Nothing was written.",
                seconds=frame.seconds,
                start=delivery.start,
            )
        )
    try:
        return _take(project, delivery, store)
    except InvalidValue as error:
        reason = str(error)
        raise WoodcockError(
            tr("{first}{why}. Nothing was written.", first=reason[0].upper(), why=reason[1:])
        ) from error


def _take(project: Project, delivery: Delivery, store: PixelStore) -> Take:
    frame = project.frame
    size = frame.width, frame.height
    if delivery.shape:
        lines = delivery.lines or min(size)
        project = in_shape(project, delivery.shape, lines, store)
        size = project.frame.width, project.frame.height
    elif delivery.lines and delivery.lines != min(size):
        by = delivery.lines / min(size)
        size = round(size[0] * by / 2) * 2, round(size[1] * by / 2) * 2
        if by > 1:  # plates with more detail than the clip's own frame asks for
            project = shaped(project, size, project.placement)
    if delivery.clear:
        project = project.with_layer(replace(project.background, visible=False))
    if delivery.shows == "rocking":
        rate = Fraction(delivery.rate or frame.exact)
        long = _ROCKING if delivery.end is None else delivery.end - delivery.start
        count = max(round(long * rate), 2)
        asides = [math.cos(2 * math.pi * k / count) / 2 for k in range(count)]
        projects = eyes_of(project, delivery, asides)
        return Take(projects, size, (min(delivery.start, frame.last),) * count, rate)
    times, rate = times_of(project, delivery)
    return Take(both_eyes(project, delivery), size, times, rate)


def times_of(project: Project, delivery: Delivery) -> tuple[tuple[float, ...], Fraction]:
    """The time of every frame in seconds, and how many are shown a second."""
    frame = project.frame
    own = not delivery.rate or delivery.rate == frame.rate
    rate = frame.exact if own else replace(frame, rate=delivery.rate).exact
    first = round(delivery.start * rate)
    end = frame.seconds if delivery.end is None else min(delivery.end, frame.seconds)
    last = max(round(end * float(rate)), first + 1)
    times = [float(k / rate) for k in range(first, last)]
    if delivery.to_and_fro:
        times += times[-2:0:-1]
    return tuple(times), rate


def deliver(
    project: Project,
    delivery: Delivery,
    path: Path,
    studio: Studio,
    progress: Progress | None = None,
) -> None:
    """Write the clip to `path` as the delivery says, all or nothing: a file, or a folder.

    Layers that end within another shape, or within what another eye sees, are carried on first.
    Raises WoodcockError with a sentence, Cancelled on request.
    """
    with studio.store.held((*pixels_of(project), *files_of(project))):
        take = take_of(project, delivery, studio.store)
        if take.project.lens.crop != project.lens.crop or take.project.lens.eye:
            take = _closed(take, studio, part(progress, 0.0, 0.1))
        atlas = studio.atlas(take.project, part(progress, 0.1, 0.2))
        sound = _heard(project, delivery, take, studio)
        write_take(path, delivery, take, atlas, sound, part(progress, 0.2, 1.0))
    _log.info("delivered %d frames to %s", len(take.times), path)


def _closed(take: Take, studio: Studio, progress: Progress | None) -> Take:
    """The take with layers carried on so that no eye sees past them."""
    layers, last = take.project.layers, len(take.projects) // 2
    asked = [take.project] if len(take.projects) == 1 else [take.project, take.projects[last]]
    for number, project in enumerate(asked):
        done = part(progress, number / len(asked), (number + 1) / len(asked))
        layers = closed(replace(project, layers=layers), studio, done).layers
    projects = tuple(replace(x, layers=layers) for x in take.projects)
    return Take(projects, take.size, take.times, take.rate)


def _heard(
    project: Project, delivery: Delivery, take: Take, studio: Studio
) -> NDArray[np.float32] | None:
    """The samples under a delivery: none under what comes back, or rocks."""
    still = delivery.to_and_fro or delivery.shows == "rocking"
    if not (delivery.sound and delivery.facts.sound) or still:
        return None
    if not any(sound.visible for sound in project.sounds):
        return None
    first = round(take.times[0] * RATE)
    long = round(len(take.times) / float(take.rate) * RATE)
    mix = studio.soundtrack.mix(project)[first : first + long]
    return mix if len(mix) else None


def write_take(
    path: Path,
    delivery: Delivery,
    take: Take,
    atlas: Atlas,
    sound: NDArray[np.float32] | None = None,
    progress: Progress | None = None,
) -> None:
    """Draw the frames of a take and write them to `path`, all or nothing."""
    count, facts = len(take.times), delivery.facts
    reach = depth_reach(take, atlas) if delivery.shows == "depth" else (1.0, 2.0)
    frames = shown_frames(take, delivery, atlas, reach)
    if facts.picture:
        beside = {}
        if delivery.shows == "depth" and delivery.format != "exr":
            beside["depth.json"] = _told(reach)
        export_pictures(path, frames, count, facts.picture, progress, beside)
        return
    samples = sampled(take, delivery, atlas, reach) if delivery.format == "gif" else ()
    size = joined(take.size, delivery.shows)
    pictures = (frame for frame in frames if not isinstance(frame, ExrPart))
    export_video(path, pictures, count, size, take.rate, delivery, progress, sound, samples)


def shown_frames(
    take: Take, delivery: Delivery, atlas: Atlas, reach: tuple[float, float]
) -> Iterator[Shown]:
    """The frames of a take one after the other, as a delivery shows them.

    Raises WoodcockError at one that came out broken (`frame_watch.watched`).
    """

    def plain(number: int) -> Shown:
        projects = tuple(unblurred(x) for x in take.projects)
        return shown_frame(replace_take(take, projects=projects), number, delivery, atlas, reach)

    frames = (shown_frame(take, k, delivery, atlas, reach) for k in range(len(take.times)))
    depth = delivery.shows == "depth"
    yield from watched(frames, take.project, take.times, None if depth else plain)


def shown_frame(
    take: Take, number: int, delivery: Delivery, atlas: Atlas, reach: tuple[float, float]
) -> Shown:
    """One of them; `reach` is from where to where depth is told, in metres."""
    time = take.times[number]
    rocks = delivery.shows == "rocking"
    seen = [take.projects[number]] if rocks else list(take.projects)
    if delivery.shows == "depth":
        return _depth(seen[0], time, take.size, delivery, atlas, reach)
    if delivery.format == "exr":
        return _light(seen, time, take.size, delivery, atlas)
    pictures = [_picture(x, time, take.size, delivery, atlas) for x in seen]
    return pictures[0] if len(pictures) == 1 else both(pictures[0], pictures[1], delivery.shows)


def _picture(
    project: Project, time: float, size: tuple[int, int], delivery: Delivery, atlas: Atlas
) -> NDArray:
    """(H, W, 3) sRGB over black, or (H, W, 4) straight where it is clear; 8 or 16 bits."""
    if delivery.bits == 8 and not delivery.clear:
        return render_frame(project, atlas, time, size)
    light: NDArray = frame_light(project, atlas, time, size)
    bits = 8 if delivery.bits == 8 else 16
    if not delivery.clear:
        return encoded(light[..., :3], bits)
    return straight(light, bits)


def straight(light: NDArray, bits: int) -> NDArray:
    """(H, W, 4) straight sRGB of premultiplied light, with 8 or 16 bits.

    Light that lies over nothing, such as a glow, becomes as opaque as it is bright.
    """
    most = 255 if bits == 8 else 65535
    alpha = np.clip(np.maximum(light[..., 3:], light[..., :3].max(2, keepdims=True)), 0.0, 1.0)
    colours = encoded(light[..., :3] / np.maximum(alpha, np.float32(1e-6)), bits)
    shares = np.rint(alpha * most).astype(colours.dtype)
    return np.concatenate([np.where(shares > 0, colours, 0), shares], axis=2)


def _light(
    seen: list[Project], time: float, size: tuple[int, int], delivery: Delivery, atlas: Atlas
) -> ExrPart:
    """A frame in linear light, with depth in metres where one eye sees it."""
    lights = [frame_light(project, atlas, time, size) for project in seen]
    if len(lights) == 2:
        return ExrPart(both(lights[0], lights[1], delivery.shows))
    depth = render_light(seen[0], atlas, time, size, depth=True).depth
    return ExrPart(lights[0], depth)


def both(left: NDArray, right: NDArray, shows: str) -> NDArray:
    """What two eyes see in one picture."""
    if shows == "anaglyph":  # red before the left eye, cyan before the right (common practice)
        out = right.copy()
        out[..., 0] = left[..., 0]
        if out.shape[2] == 4:
            out[..., 3] = np.maximum(left[..., 3], right[..., 3])
        return out
    return np.concatenate([left, right], axis=1 if shows == "side by side" else 0)


def _depth(
    project: Project,
    time: float,
    size: tuple[int, int],
    delivery: Delivery,
    atlas: Atlas,
    reach: tuple[float, float],
) -> Shown:
    """How far away what is seen is: metres in EXR, else grey, even in 1/distance, near is white."""
    light = render_light(project, atlas, time, size, depth=True)
    depth = light.depth
    assert depth is not None
    if delivery.format == "exr":
        return ExrPart(light.light, depth)
    near, far = reach
    with np.errstate(divide="ignore"):
        shares = (1 / np.maximum(depth, 1e-3) - 1 / far) / (1 / near - 1 / far)
    grey = np.clip(shares, 0.0, 1.0)
    if delivery.bits == 8:
        picture: NDArray = np.rint(grey * 255).astype(np.uint8)
    else:
        picture = np.rint(grey * 65535).astype(np.uint16)
    return picture if delivery.facts.picture else np.repeat(picture[..., None], 3, axis=2)


def depth_reach(take: Take, atlas: Atlas) -> tuple[float, float]:
    """The nearest and the farthest that anything in a take is, in metres, with a little room."""
    found = []
    for number in _spread(take):
        light = render_light(take.project, atlas, take.times[number], coarse(take.size), depth=True)
        assert light.depth is not None
        found.append(light.depth[np.isfinite(light.depth) & (light.depth > 0)])
    metres = np.concatenate(found)
    if not metres.size:
        return 1.0, 1000.0
    near, far = float(metres.min()) * 0.98, float(metres.max()) * 1.02
    return near, max(far, near * 1.05)


def sampled(
    take: Take, delivery: Delivery, atlas: Atlas, reach: tuple[float, float]
) -> list[NDArray[np.uint8]]:
    """Some frames from all over a take, small."""
    small = Take(take.projects, coarse(take.size), take.times, take.rate)
    frames = (shown_frame(small, k, delivery, atlas, reach) for k in _spread(take))
    return [frame for frame in frames if not isinstance(frame, ExrPart)]


def _spread(take: Take) -> list[int]:
    count = len(take.times)
    return sorted({round(k * (count - 1) / (_SAMPLES - 1)) for k in range(_SAMPLES)})


def coarse(size: tuple[int, int]) -> tuple[int, int]:
    """A size of the same shape, no larger than what is looked at quickly."""
    by = min(1.0, _COARSE / max(size))
    return max(round(size[0] * by), 16), max(round(size[1] * by), 16)


def _told(reach: tuple[float, float]) -> bytes:
    """What a folder of depth pictures says about them."""
    near, far = reach
    text = {
        "near": near,
        "far": far,
        "unit": "metres",
        "meaning": "the largest value is near, 0 is far, even in 1/distance between",
    }
    return json.dumps(text, indent=2).encode()
