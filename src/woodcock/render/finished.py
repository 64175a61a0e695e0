"""Frames with all that is done to them after they are drawn, in linear light (docs/finish.md)."""

from __future__ import annotations

import logging
from collections.abc import Iterator
from functools import partial

import numpy as np
from numpy.typing import NDArray

from woodcock.compiled import njit
from woodcock.errors import FaultyLight
from woodcock.finish.develop import Darkroom, developed, encoded_smoothly
from woodcock.model import Project
from woodcock.pixels.compiled import OPTIONS
from woodcock.pixels.threads import Stop, by_rows
from woodcock.render.air import Veil, gaps_of, has_air, mists_of
from woodcock.render.atlas import Atlas
from woodcock.render.blurred import Iris, add_to, added_by, lay_behind, put_behind
from woodcock.render.canvas import Canvas, turned_round
from woodcock.render.elements import Element, elements_of
from woodcock.render.film import darkroom_of, exposed, has_film
from woodcock.render.groups import Piece, groups_of
from woodcock.render.light_frame import Window, draw_behind, draw_light, laid_over
from woodcock.render.lights import add_lights, has_lights
from woodcock.render.moment import Moment
from woodcock.render.panes import Panes
from woodcock.render.touches import has_touches, touches_of
from woodcock.stage import scene_at, shutter_looks, value_at
from woodcock.stage.shutter import MOST
from woodcock.texts import tr

_log = logging.getLogger(__name__)


def is_finished(project: Project, time: float) -> bool:
    """Whether anything is done to the frame at a time in seconds after it is drawn."""
    if project.photo is None:
        return False
    lens = project.lens
    blurred = lens.defocus.on or lens.shutter.on or any(x.blur is not None for x in project.layers)
    if blurred:
        return True
    time = project.frame.shown(time)
    return has_air(project, time) or has_touches(project, time) or is_treated(project, time)


def is_treated(project: Project, time: float) -> bool:
    """Whether anything is done to a whole frame at a time in seconds."""
    return has_lights(project, time) or has_film(project, time)


def frame_light(
    project: Project, atlas: Atlas, time: float, size: tuple[int, int]
) -> NDArray[np.float32]:
    """The frame at `time` seconds in linear light, (H, W, 4) float32, with all that is done to it.

    See `finished_light`; where nothing is done it is the drawn frame.
    """
    if is_finished(project, time):
        return finished_light(project, atlas, time, size)
    return draw_light(atlas, scene_at(project, time, size), size).light


def finished_light(
    project: Project,
    atlas: Atlas,
    time: float,
    size: tuple[int, int],
    stop: Stop | None = None,
    looks: int = MOST,
) -> NDArray[np.float32]:
    """The frame at `time` seconds: (H, W, 4) float32 premultiplied linear light.

    It is the mean of what is seen while the shutter is open, at `looks` moments at the most, with
    what lens, film and grade do to it. Raises Cancelled soon after `stop` says so.
    """
    light, room = _treated(project, atlas, time, size, stop, looks)
    if not room.idle:
        developed(light, room, stop)
    return light


def finished_frame(
    project: Project,
    atlas: Atlas,
    time: float,
    out: NDArray[np.uint8],
    cover: NDArray[np.uint8],
    stop: Stop | None = None,
    looks: int = MOST,
) -> None:
    """The same in 8-bit sRGB, into `out` (H, W, 3); see `render_frame`."""
    size = out.shape[1], out.shape[0]
    light, room = _treated(project, atlas, time, size, stop, looks)
    encoded_smoothly(light, room, out, cover, stop)


def _treated(
    project: Project,
    atlas: Atlas,
    time: float,
    size: tuple[int, int],
    stop: Stop | None,
    looks: int,
) -> tuple[NDArray[np.float32], Darkroom]:
    """A frame with all that is done to it, but for what the darkroom still does to its colours."""
    seen = shutter_looks(project, time, size, looks)
    treated = is_treated(project, project.frame.shown(time))
    panes, total = Panes(len(seen.times)), np.empty(0, np.float32)
    for number, after in enumerate(seen.times):
        moment = Moment(project, atlas, time, size, after, seen.open_for / len(seen.times))
        pieces = list(_pieces(moment))
        if treated:
            # What is on the glass is neither lit nor graded, but it has the grain.
            on_glass = [x for x in pieces if isinstance(x, Element) and x.placed.layer.glass]
            pieces = [x for x in pieces if not (isinstance(x, Element) and x.placed.layer.glass)]
            panes.add(on_glass, partial(_group, moment, iris=_iris(moment), stop=stop))
        light = _sample(moment, pieces, stop)
        total = light if number == 0 else np.add(total, light, out=total)
    if len(seen.times) > 1:
        np.multiply(total, np.float32(1 / len(seen.times)), out=total)
    if not _sound(total):
        _log.error("the frame at %.4f s holds values that are no numbers", time)
        raise FaultyLight(
            tr(
                "The frame at {time:.2f} s can't be shown: it came out with values that are no "
                "colours. Switch off the effects that are on there, one by one, to find which.",
                time=time,
            )
        )
    if not treated:
        return total, Darkroom()
    add_lights(Moment(project, atlas, time, size), total, stop)
    total = exposed(project, time, total, stop)
    room = darkroom_of(project, atlas, time, size)
    if panes:
        first = room._replace(grain=None)
        if not first.idle:
            developed(total, first, stop)
        total, room = panes.laid_over(total), Darkroom(grain=room.grain)
    return total, room


def _sound(light: NDArray[np.float32]) -> bool:
    """Whether a picture (H, W, 4) is of numbers alone."""
    found: list[bool] = []
    bits = np.ascontiguousarray(light).view(np.uint32)
    by_rows(lambda rows: found.append(_finite(bits[rows])), *light.shape[:2])
    return all(found)


@njit(**OPTIONS)
def _finite(bits):
    """By the exponent (IEEE 754): compiled for speed, no other test for a NaN is kept."""
    full = np.uint32(0x7F800000)
    for y in range(bits.shape[0]):
        for x in range(bits.shape[1]):
            for c in range(bits.shape[2]):
                if bits[y, x, c] & full == full:
                    return False
    return True


def _iris(moment: Moment) -> Iris:
    defocus, now = moment.project.lens.defocus, moment.now
    return Iris(
        defocus.blades if defocus.on else 0,
        value_at(defocus.angle, now),
        max(value_at(defocus.highlights, now), 0.0) if defocus.on else 0.0,
    )


def _sample(moment: Moment, pieces: list[Piece], stop: Stop | None) -> NDArray[np.float32]:
    """What is seen of these pieces at one moment."""
    iris = _iris(moment)
    back: NDArray[np.float32] | None = None  # its alpha is what it lets through
    for group in groups_of(pieces)[::-1]:
        front = _group(moment, group, iris, stop)
        if back is None:
            back = front
            continue
        if not isinstance(group[-1], Element):
            group[-1].bend(back, stop)
        first = group[0]
        layer = first.placed.layer if isinstance(first, Element) else None
        if layer is None or layer.blend == "normal":
            put_behind(front, back)
            back = front
        else:
            over = turned_round(front), turned_round(back)
            back = turned_round(laid_over(*over, layer.blend, layer.blend_linear))
    if back is None:
        return np.zeros((*moment.size[::-1], 4), np.float32)
    return turned_round(back)


def _pieces(moment: Moment) -> Iterator[Piece]:
    """All that is in the frame, near to far."""
    mists = mists_of(moment)
    gaps, touches = gaps_of(moment, mists), touches_of(moment, mists)
    for gap, placed, own in zip(gaps, moment.placed, touches, strict=False):
        yield from gap
        yield from elements_of(moment.project, moment.atlas, (placed,), moment.size, (own,))
    yield from gaps[-1]


def _group(
    moment: Moment, group: list[Piece], iris: Iris, stop: Stop | None = None
) -> NDArray[np.float32]:
    """A group by itself; its alpha is what it lets through.

    What is drawn plainly side by side is drawn at once, as without any effects.
    """
    canvas = Canvas(moment.atlas, moment.size, stop)
    for piece in group:
        if isinstance(piece, Veil):
            canvas.lay_veil(piece.light)
        elif not isinstance(piece, Element):
            piece.lay(canvas.light, stop)
        elif piece.plain:
            canvas.lay(piece.placed)
        elif piece.shaded:
            left, top, right, bottom = piece.box or (0, 0, *moment.size)
            dark = piece.shade(Window(left, top, right - left, bottom - top))
            canvas.lay_shaded(piece.placed, dark, (left, top))
        elif piece.local:
            _put_touched(moment, piece, canvas.light, stop)
        elif piece.circles is None:
            light = piece.drawn(moment.atlas, moment.size, Window.around(moment.size), stop)
            put_behind(canvas.light, turned_round(light))
        else:
            lay_behind(moment.atlas, piece, iris, canvas.light, stop)
    return canvas.light


def _put_touched(
    moment: Moment, element: Element, out: NDArray[np.float32], stop: Stop | None
) -> None:
    """Put a sharp element behind `out`, its light touched pixel by pixel as far as it is seen."""
    left, top, right, bottom = element.box or (0, 0, *moment.size)
    here = out[top:bottom, left:right]
    before, light = np.empty_like(here), np.empty_like(here)
    by_rows(lambda rows: np.copyto(before[rows], here[rows]), *here.shape[:2])
    draw_behind(moment.atlas, [element.placed], out, stop)
    by_rows(lambda rows: added_by(here[rows], before[rows], light[rows]), *here.shape[:2])
    window = Window(left, top, right - left, bottom - top)
    for touch in element.touches:
        light = touch.work(light, None, window)
    by_rows(lambda rows: add_to(before[rows], light[rows], here[rows]), *here.shape[:2])
