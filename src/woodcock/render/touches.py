"""What is done to a layer by itself before it is blurred and laid over what is behind it.

In this order: it is graded, it shimmers, shadows fall on it, a flash lights it, and what of it is
farther away than its front is seen through as much more air.
"""

from __future__ import annotations

import math
from collections.abc import Callable, Iterator, Sequence
from dataclasses import replace as changed
from typing import NamedTuple

import cv2
import numpy as np
from numpy.typing import NDArray

from woodcock.finish.circles import LINES
from woodcock.finish.develop import graded
from woodcock.finish.flash import brightness_at, light_up
from woodcock.finish.recipe import Recipe, does_something, recipe_of
from woodcock.finish.shadow import box_blurred, darken
from woodcock.finish.shimmer import shimmered
from woodcock.finish.veil import Thickness, veil_within
from woodcock.model import SKY, Flash, Project, Shadow, Shimmer
from woodcock.pixels.colour import linear_colour
from woodcock.render.air import Mist
from woodcock.render.cast import Cast
from woodcock.render.film import reading_from
from woodcock.render.light_frame import Window
from woodcock.render.moment import Moment
from woodcock.stage import PlacedLayer, value_at
from woodcock.stage.mapping import area_scale

Light = NDArray[np.float32]
Box = tuple[int, int, int, int]
_FEATHER = 0.02  # photo heights over which an area that shimmers ends
_TO_CENTRES = np.array([[1.0, 0, 0.5], [0, 1.0, 0.5], [0, 0, 1.0]])


class Touch(NamedTuple):
    """Something done to a layer's light (H, W, 4) in a window of the frame.

    If it is `deep` it wants to know how far away its pixels are, (H, W) metres. If it is `local`
    each pixel's light is made from its own alone, in proportion; then `box` (left, top, right,
    bottom) is where in the frame it does anything, None for everywhere. What only makes it darker
    tells by how much, (H, W) in a window, as `shade`.
    """

    work: Callable[[Light, NDArray[np.float32] | None, Window], Light]
    deep: bool = False
    local: bool = True
    box: Box | None = None
    shade: Callable[[Window], NDArray[np.float32]] | None = None


def has_touches(project: Project, time: float) -> bool:
    """Whether anything is done to a layer by itself at a time in seconds."""
    own = any(
        _shimmers(x.shimmer, time) or _casts(x.shadow, time) or does_something(x.grade, time)
        for x in project.layers
    )
    return own or any(flash.layers and _lights(flash, time) for flash in project.flashes)


def touches_of(moment: Moment, mists: Sequence[Mist]) -> list[tuple[Touch, ...]]:
    """What is done to each layer, near to far."""
    return [tuple(_touches(moment, number, mists)) for number in range(len(moment.placed))]


def _touches(moment: Moment, number: int, mists: Sequence[Mist]) -> Iterator[Touch]:
    placed, now = moment.placed[number], moment.now
    layer = placed.layer
    if placed.mapping.edge_on:
        return
    recipe = recipe_of(layer.grade, now, reading_from(moment.atlas.store))
    if recipe is not None:
        yield Touch(_grade(recipe))
    if layer.shimmer is not None and _shimmers(layer.shimmer, now):
        yield Touch(_shimmer(moment, placed, layer.shimmer), local=False)
    for nearer in moment.placed[:number]:
        shadow = nearer.layer.shadow
        if shadow is not None and _casts(shadow, now) and not (nearer.layer.glass or layer.glass):
            touch = _shadow(moment, nearer, placed, shadow)
            if touch is not None:
                yield touch
    for flash in moment.project.flashes:
        if layer.id in flash.layers and _lights(flash, now):
            yield Touch(_flash(moment, placed, flash))
    if layer.relief is not None:
        for thick, first, last in mists:
            # It is in the air before it and in that behind it.
            if first <= number < last:
                yield Touch(_air_within(moment, number, thick), deep=True)


def _shimmers(shimmer: Shimmer | None, time: float) -> bool:
    return shimmer is not None and value_at(shimmer.amount, time) > 0


def _casts(shadow: Shadow | None, time: float) -> bool:
    return shadow is not None and value_at(shadow.amount, time) > 0


def _lights(flash: Flash, time: float) -> bool:
    return flash.visible and brightness_at(flash, time) > 0


def _to_own(placed: PlacedLayer, window: Window) -> NDArray[np.float64]:
    """(3, 3): pixel indices of a window to places of the photo on the layer."""
    to_window = window.from_frame @ placed.mapping.homography
    return np.asarray(placed.mapping.own_from_plane @ np.linalg.inv(to_window) @ _TO_CENTRES)


def _air_within(moment: Moment, number: int, thick: Thickness) -> Callable[..., Light]:
    plane, width = moment.planes[number], moment.size[0]

    def seen(light: Light, metres: NDArray | None, window: Window) -> Light:
        assert metres is not None
        nearer, step = plane.moved(window.from_frame), float(window.step)
        corner = window.x * step, window.y * step
        veil_within(thick, nearer, metres, light, (*corner, step), width)
        return light

    return seen


def _grade(recipe: Recipe) -> Callable[..., Light]:
    def work(light: Light, _: NDArray | None, window: Window) -> Light:
        graded(light, recipe)
        return light

    return work


def _flash(moment: Moment, placed: PlacedLayer, flash: Flash) -> Callable[..., Light]:
    photo, now = moment.project.photo, moment.now
    assert photo is not None
    gain = linear_colour(flash.colour) * np.float32(brightness_at(flash, now))
    place = value_at(flash.x, now), value_at(flash.y, now)
    reach = max(value_at(flash.reach, now), 0.0) * photo.height

    def lit(light: Light, _: NDArray | None, window: Window) -> Light:
        light_up(light, _to_own(placed, window), gain, place, reach)
        return light

    return lit


def _shimmer(moment: Moment, placed: PlacedLayer, shimmer: Shimmer) -> Callable[..., Light]:
    photo, time = moment.project.photo, placed.time
    assert photo is not None
    wide = max(value_at(shimmer.size, time), 1e-3) * photo.height
    turn = time * value_at(shimmer.speed, time)
    pixels = value_at(shimmer.amount, time) * moment.size[1] / LINES

    def wavering(light: Light, _: NDArray | None, window: Window) -> Light:
        by = _to_own(placed, window)
        share = _share(shimmer, by, light.shape[:2], photo.height)
        amount = pixels / window.step
        return shimmered(light, by, amount, (wide, wide / shimmer.flat), turn, share, shimmer.seed)

    return wavering


def _share(
    shimmer: Shimmer, by: NDArray[np.float64], shape: tuple[int, int], photo_height: int
) -> NDArray[np.float32]:
    """How much of a shimmer each pixel has: none outside its area, less on the far side."""
    share = np.ones(shape, np.float32)
    top, bottom = 0.0, float(photo_height)
    if shimmer.area:
        corners = np.array(shimmer.area)
        top, bottom = corners[:, 1].min(), corners[:, 1].max()
        there = np.column_stack([corners, np.ones(len(corners))]) @ np.linalg.inv(by).T
        spots = there[:, :2] / there[:, 2:]
        mask = np.zeros(shape, np.uint8)
        cv2.fillPoly(mask, [np.rint(np.clip(spots, -1e4, 1e4) * 16).astype(np.int32)], 255,
                     cv2.LINE_AA, 4)  # fmt: skip
        scale = 1 / max(area_scale(by, np.array([by[0, 2], by[1, 2]]), by[2, 2]), 1e-6)
        width = 1 + 2 * _FEATHER * photo_height * scale
        # Nothing at its border, all of it so far inside.
        inner = box_blurred(np.asarray(mask / 255, np.float32), width)
        share = np.asarray(np.clip(2 * inner - 1, 0, 1), np.float32)
    if shimmer.nearer > 0:
        y, x = np.mgrid[0 : shape[0], 0 : shape[1]].astype(np.float32)
        row, last = by[1].astype(np.float32), by[2].astype(np.float32)
        own = (row[0] * x + row[1] * y + row[2]) / (last[0] * x + last[1] * y + last[2])
        near = np.clip((own - top) / max(bottom - top, 1.0), 0, 1)
        share = share * (1 - shimmer.nearer * (1 - near))
    return np.ascontiguousarray(share, np.float32)


def _shadow(
    moment: Moment,
    caster: PlacedLayer,
    placed: PlacedLayer,
    shadow: Shadow,
) -> Touch | None:
    """The shadow of one layer on another; None if none falls there."""
    rest, own = moment.at_rest.get(caster.id), moment.at_rest.get(placed.id)
    if rest is None or own is None or own.mapping.edge_on or placed.mapping.edge_on:
        return None
    gap = 1 - max(rest.distance, 1e-3) / max(own.distance, 1e-3)
    if gap <= 0 or (own.distance >= SKY and not shadow.sky):
        return None
    now, focal = moment.now, moment.focal
    side = math.radians(value_at(shadow.side, now))
    far = math.tan(math.radians(min(max(value_at(shadow.low, now), 0.0), 80.0))) * focal * gap
    soft = 2 * math.tan(math.radians(min(max(value_at(shadow.soft, now), 0.0), 120.0) / 2))
    shift = np.array([[1.0, 0, -far * math.sin(side)], [0, 1.0, far * math.cos(side)], [0, 0, 1.0]])
    # From the layer that it falls on, as that was at rest, to where it is seen now.
    moves = placed.mapping.homography @ np.linalg.inv(own.mapping.homography)
    middle = np.array([moment.size[0] / 2, moment.size[1] / 2, 1.0])
    u, v, w = moves @ middle
    penumbra = soft * focal * gap * area_scale(moves, np.array([u, v]), w)
    amount = value_at(shadow.amount, now)
    mapping = changed(
        rest.mapping, homography=moves @ shift @ rest.mapping.homography, parallax=np.zeros((3, 3))
    )
    cast = Cast(moment, caster._replace(mapping=mapping), penumbra)
    box = cast.box()
    if box is None:
        return None

    def fallen(light: Light, metres: NDArray | None, window: Window) -> Light:
        dark = cast.within(window)
        if metres is not None and not shadow.sky:
            dark = dark * (metres < SKY)
        darken(light, dark, amount)
        return light

    def shade(window: Window) -> NDArray[np.float32]:
        return 1 - np.float32(min(max(amount, 0.0), 1.0)) * cast.within(window)

    deep = placed.layer.relief is not None and not shadow.sky
    return Touch(fallen, deep, box=box, shade=shade)
