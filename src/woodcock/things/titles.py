"""Titles drawn at any size, as a whole or word by word or letter by letter."""

from __future__ import annotations

import math
from typing import NamedTuple

import cv2
import numpy as np
from numpy.typing import NDArray
from PIL import Image, ImageDraw, ImageFont

from woodcock.model import Title
from woodcock.things.drawn import Drawn, over, painted, stored
from woodcock.things.fonts import font_file

_MOST = 4096  # pixels a side that are drawn at the most
_MOST_IN_ALL = 8_000_000  # pixels of all units
_WIDE, _FINE = 32.0, 8.0  # pixels of a blur that is made of a smaller picture, and how wide there
_STROKE = 64.0  # pixels of an outline that is made by distance
_EM = 100.0  # pixels of a letter's square that sizes are found with
_RIM = 2  # free pixels round what is drawn, for the resampling filter
_REACH = 3.0  # of a shadow's blur


class _Letter(NamedTuple):
    text: str
    x: float
    baseline: float
    unit: int


def title_box(title: Title) -> tuple[float, float, float, float]:
    """Left, top, width and height in the photo's pixels: the lines, without outline and shadow."""
    left, top, right, bottom = _extent(title, *_laid_out(title, _EM), _EM)
    by = title.size / _EM
    return title.x + left * by, title.y + top * by, (right - left) * by, (bottom - top) * by


def draw_title(title: Title, scale: float) -> list[Drawn]:
    """The title's units, each by itself, at `scale` pixels a photo pixel (less if that is huge)."""
    scale = min(scale, _largest(title))
    letters, font = _laid_out(title, title.size * scale)
    return [_drawn(title, group, font, scale) for group in _in_units(letters)]


def _largest(title: Title) -> float:
    """The largest scale at which it is drawn, outline, shadow and all units counted."""
    letters, font = _laid_out(title, _EM)
    scale = _EM / title.size
    boxes = [_extent_of(title, group, font, scale)[2:] for group in _in_units(letters)]
    sizes = np.array(boxes or [(1, 1)], float)
    area = sizes.prod(axis=1).sum()
    return scale * float(min(_MOST / sizes.max(), math.sqrt(_MOST_IN_ALL / area)))


def _in_units(letters: list[_Letter]) -> list[list[_Letter]]:
    """What comes in together."""
    count = 1 + max((letter.unit for letter in letters), default=-1)
    groups: list[list[_Letter]] = [[] for _ in range(count)]
    for letter in letters:
        groups[letter.unit].append(letter)
    return [group for group in groups if group]


def _laid_out(title: Title, em: float) -> tuple[list[_Letter], ImageFont.FreeTypeFont]:
    """Every visible letter's place in pixels from the title's middle, letters being `em` high."""
    font = ImageFont.truetype(
        str(font_file(title.font, title.style)), max(em, 1.0),
        layout_engine=ImageFont.Layout.BASIC,
    )  # fmt: skip
    lines = title.text.split("\n")
    ascent, descent = font.getmetrics()
    step = title.line_height * em
    top = -((len(lines) - 1) * step + ascent + descent) / 2
    letters: list[_Letter] = []
    words = unit = 0
    half = _widest(title, font, title.spacing * em) / 2
    for number, line in enumerate(lines):
        gap = title.spacing * em
        width = font.getlength(line) + gap * max(len(line) - 1, 0)
        x = {"left": -half, "right": half - width}.get(title.align, -width / 2)
        fresh, ends = True, _ends(line, font)
        for at, text in enumerate(line):
            if text.isspace():
                fresh = True
                continue
            if fresh:
                words, fresh = words + 1, False
            unit = {"words": words - 1, "letters": len(letters)}.get(title.units, 0)
            place = x + ends[at] - font.getlength(text) + gap * at
            letters.append(_Letter(text, place, top + ascent + number * step, unit))
    return letters, font


def _ends(line: str, font: ImageFont.FreeTypeFont) -> list[float]:
    """Where each letter ends: after the one before by its own width, and what the two are moved."""
    found: list[float] = []
    for at, text in enumerate(line):
        before = line[at - 1] if at else ""
        step = font.getlength(before + text) - (font.getlength(before) if at else 0.0)
        found.append((found[-1] if found else 0.0) + step)
    return found


def _widest(title: Title, font: ImageFont.FreeTypeFont, gap: float) -> float:
    lines = title.text.split("\n")
    return max(font.getlength(line) + gap * max(len(line) - 1, 0) for line in lines)


def _extent(
    title: Title, letters: list[_Letter], font: ImageFont.FreeTypeFont, em: float
) -> tuple[float, float, float, float]:
    """Left, top, right and bottom of the lines, in pixels from the title's middle."""
    lines = title.text.count("\n") + 1
    ascent, descent = font.getmetrics()
    half = ((lines - 1) * title.line_height * em + ascent + descent) / 2
    wide = max(_widest(title, font, title.spacing * em), em / 2) / 2
    return -wide, -half, wide, half


def _extent_of(
    title: Title, letters: list[_Letter], font: ImageFont.FreeTypeFont, scale: float
) -> tuple[int, int, int, int]:
    """Left, top, width and height of a unit with all that belongs to it, in pixels."""
    outline = title.outline * scale
    places = np.array([(x.x, x.baseline, x.x, x.baseline) for x in letters])
    boxes = places + [font.getbbox(x.text, anchor="ls") for x in letters]
    boxes += [-outline, -outline, outline, outline]
    shadow = title.shadow_colour[3] > 0
    reach = _REACH * title.shadow * scale if shadow else 0.0
    dx, dy = (title.shadow_x * scale, title.shadow_y * scale) if shadow else (0.0, 0.0)
    x0 = math.floor(boxes[:, 0].min() - reach + min(dx, 0)) - _RIM
    y0 = math.floor(boxes[:, 1].min() - reach + min(dy, 0)) - _RIM
    x1 = math.ceil(boxes[:, 2].max() + reach + max(dx, 0)) + _RIM
    y1 = math.ceil(boxes[:, 3].max() + reach + max(dy, 0)) + _RIM
    return x0, y0, x1 - x0, y1 - y0


def _drawn(
    title: Title, letters: list[_Letter], font: ImageFont.FreeTypeFont, scale: float
) -> Drawn:
    x0, y0, width, height = _extent_of(title, letters, font, scale)
    outline, size = title.outline * scale, (width, height)
    shadow = title.shadow_colour[3] > 0

    def covered(stroke: float) -> NDArray[np.float32]:
        picture: Image.Image = Image.new("L", size)
        draw = ImageDraw.Draw(picture)
        for letter in letters:
            draw.text(
                (letter.x - x0, letter.baseline - y0), letter.text, 255, font, anchor="ls",
                stroke_width=stroke,
            )  # fmt: skip
        return np.asarray(picture, np.float32) / np.float32(255)

    letters_cover = covered(0)
    light = painted(letters_cover, title.colour)
    if outline > 0:
        round_it = covered(outline) if outline <= _STROKE else _grown(letters_cover, outline)
        light = over(light, painted(round_it, title.outline_colour))
    if shadow:
        shape = light[..., 3] / 65535
        dx, dy = title.shadow_x * scale, title.shadow_y * scale
        moved = cv2.warpAffine(shape, np.array([[1.0, 0, dx], [0, 1.0, dy]]), size)
        if title.shadow > 0:
            moved = _blurred(np.asarray(moved, np.float32), max(title.shadow * scale, 0.3))
        light = over(light, painted(moved.astype(np.float32), title.shadow_colour))
    return Drawn(stored(light), x0, y0, scale)


def _grown(cover: NDArray[np.float32], reach: float) -> NDArray[np.float32]:
    """What lies up to `reach` pixels from what is covered."""
    outside = (cover < 0.5).view(np.uint8)
    far = cv2.distanceTransform(outside, cv2.DIST_L2, cv2.DIST_MASK_PRECISE)
    return np.clip(np.float32(reach + 0.5) - far, 0, 1).astype(np.float32)


def _blurred(cover: NDArray[np.float32], sigma: float) -> NDArray[np.float32]:
    if sigma <= _WIDE:
        return np.asarray(cv2.GaussianBlur(cover, (0, 0), sigma), np.float32)
    height, width = cover.shape
    by = _FINE / sigma
    size = max(round(width * by), 1), max(round(height * by), 1)
    small = cv2.resize(cover, size, interpolation=cv2.INTER_AREA)
    small = cv2.GaussianBlur(small, (0, 0), _FINE)
    return np.asarray(
        cv2.resize(small, (width, height), interpolation=cv2.INTER_LINEAR), np.float32
    )
