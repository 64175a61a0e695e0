"""Frames with all that is done to them after they are drawn, in linear light (docs/finish.md)."""

from __future__ import annotations

from collections.abc import Iterator

import numpy as np
from numpy.typing import NDArray

from woodcock.model import Project
from woodcock.pixels.threads import Stop, by_rows
from woodcock.render.air import Between, Veil, gaps_of, has_air, mists_of
from woodcock.render.atlas import Atlas
from woodcock.render.blurred import Iris, add_to, added_by, lay_behind, put_behind
from woodcock.render.canvas import Canvas, turned_round
from woodcock.render.elements import Element, elements_of
from woodcock.render.light_frame import Window, draw_behind, draw_light, laid_over
from woodcock.render.lights import add_lights, has_lights
from woodcock.render.moment import Moment
from woodcock.render.touches import has_touches, touches_of
from woodcock.stage import scene_at, shutter_looks, value_at
from woodcock.stage.shutter import MOST

Piece = Element | Between


def is_finished(project: Project, time: float) -> bool:
    """Whether anything is done to the frame at a time in seconds after it is drawn."""
    if project.photo is None:
        return False
    lens = project.lens
    blurred = lens.defocus.on or lens.shutter.on or any(x.blur is not None for x in project.layers)
    if blurred:
        return True
    time = project.frame.shown(time)
    return has_air(project, time) or has_touches(project, time) or has_lights(project, time)


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
    the lights and the bloom of the lens. Raises Cancelled soon after `stop` says so.
    """
    total: NDArray[np.float32] | None = None
    seen = shutter_looks(project, time, size, looks)
    for after in seen.times:
        moment = Moment(project, atlas, time, size, after, seen.open_for / len(seen.times))
        light = _sample(moment, stop)
        total = light if total is None else np.add(total, light, out=total)
    assert total is not None
    if len(seen.times) > 1:
        np.multiply(total, np.float32(1 / len(seen.times)), out=total)
    add_lights(Moment(project, atlas, time, size), total, stop)
    return total


def _sample(moment: Moment, stop: Stop | None) -> NDArray[np.float32]:
    """What is seen at one moment."""
    defocus, now = moment.project.lens.defocus, moment.now
    iris = Iris(
        defocus.blades if defocus.on else 0,
        value_at(defocus.angle, now),
        max(value_at(defocus.highlights, now), 0.0) if defocus.on else 0.0,
    )
    back: NDArray[np.float32] | None = None  # its alpha is what it lets through
    for group in _groups(list(_pieces(moment)))[::-1]:
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


def _groups(pieces: list[Piece]) -> list[list[Piece]]:
    """Stretches of pieces, near to far, that are laid over what is behind them together.

    What bends what is behind it ends one.
    """
    groups: list[list[Piece]] = []
    for piece in pieces:
        last = groups[-1][-1] if groups else None
        if last is not None and _together(last, piece):
            groups[-1].append(piece)
        else:
            groups.append([piece])
    return groups


def _together(last: Piece, piece: Piece) -> bool:
    if not isinstance(last, Element) and last.bends:
        return False
    one, other = (x.placed.layer if isinstance(x, Element) else None for x in (last, piece))
    if one is not None and other is not None and one.id == other.id:
        return True
    return (one is None or one.blend == "normal") and (other is None or other.blend == "normal")


def _group(
    moment: Moment, group: list[Piece], iris: Iris, stop: Stop | None
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
