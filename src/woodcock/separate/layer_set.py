"""A whole set of layers proposed for a photo: subjects, near things, ground, middle, far, sky."""

from __future__ import annotations

from collections.abc import Sequence
from itertools import pairwise
from typing import NamedTuple

import cv2
import numpy as np
from numpy.typing import NDArray

from woodcock.model import Role
from woodcock.progress import Progress, report
from woodcock.separate.grow import Marks, grow
from woodcock.separate.nearness import as_picture
from woodcock.separate.scenery import Scenery
from woodcock.separate.stems import standing_out
from woodcock.separate.study import Study
from woodcock.texts import tr, tr_noop

MOST = 6  # layers
_LOOSE = 18  # working pixels beside a border in which it may still move
_LEAST = 0.008  # of the photo: a smaller layer is none
_SUBJECTS = 2  # the most that become layers by themselves
_GROUND = (0.06, 0.80)  # of the photo: less is no ground, more is a wall or a texture
_APART = 0.25  # in nearness between two groups of things, from which they are two layers
_BEFORE = 0.12  # in nearness: by so much nearer than the subject a thing stands before it
# A border is really seen where the colours beside it, each over so many working pixels, are so many
# L*a*b* steps apart; ground is a layer of its own only up to a border this ragged: rows a column.
_BESIDE, _SEEN, _RAGGED = 41, 9.0, 1.2
# Of a border, the share that must lie at edges in focus; that is, so much of the contrast about it
# lies within one working pixel.
_SHARP, _IN_FOCUS = 0.7, 0.14
_BEFORE_SKY = 4.0, 0.45  # steps and share before the sky, where haze softens them
_FLOATS = 0.003  # of the photo: a smaller piece of a layer must hang on the rest of it
_RISES = 0.02  # of the height: how far above the ground's end a thing that stands on it rises
_ROUNDS = 30
_STOOD_ON = ("near", "ground", "middle")  # stalks, reeds and masts go whole with these

_NAMES: dict[Role, str] = {
    "subject": tr_noop("Subject"),
    "near": tr_noop("Near"),
    "ground": tr_noop("Ground"),
    "middle": tr_noop("Middle"),
    "far": tr_noop("Far"),
    "sky": tr_noop("Sky"),
}


class Proposed(NamedTuple):
    """A layer: what it is called, its mask (h, w) uint8 at working size, and what it is.

    `kind` is subject, near, ground, middle, far or sky.
    """

    name: str
    mask: NDArray[np.uint8]
    kind: Role


def layer_set(
    study: Study,
    seen: Scenery,
    subjects: Sequence[NDArray[np.uint8]] = (),
    most: int = MOST,
    progress: Progress | None = None,
) -> list[Proposed]:
    """Layers near to far that share the photo between them; the last one is the background.

    Two to `most`, and a border between two of them only where one is seen in the photo; none where
    nothing tells near from far.

    Parameters
    ----------
    subjects : (h, w) uint8 at working size, 0 or 255, the largest first.
    """
    report(progress, 0.0, tr("Proposing layers"))
    shape = study.labels.shape
    free = np.ones(shape, np.bool_)
    found: list[_Part] = []
    for thing in subjects[:_SUBJECTS]:
        found.append(("subject", (thing > 127) & free))
        free &= thing <= 127
    near = as_picture(seen.near, (shape[1], shape[0]))
    sky, ground = (
        cv2.resize(area.view(np.uint8), shape[::-1], interpolation=cv2.INTER_NEAREST) > 0
        for area in (seen.sky, seen.ground)
    )
    if seen.vanishing or not _is_even(ground, free):
        ground = np.zeros_like(ground)  # one surface with what rises from it
    parts = _parts(study, near, sky & free, ground & free, free, found, seen.vanishing is None)
    parts = _with_borders(study, parts)
    while len(parts) + len(found) > most and (len(parts) > 1 or len(found) > 1):
        parts, found = _fewer(study, parts, found)
    if len(parts) + len(found) < 2:
        return []
    return _named(study, _in_order(found, parts), progress)


_Part = tuple[Role, NDArray[np.bool_]]


def _parts(
    study: Study,
    near: NDArray[np.float32],
    sky: NDArray[np.bool_],
    ground: NDArray[np.bool_],
    free: NDArray[np.bool_],
    subjects: list[_Part],
    in_groups: bool,
) -> list[_Part]:
    """What is no subject, near to far: near things, ground, middle, far, sky.

    What stands is told apart by its nearness where it stands `in_groups`.
    """
    if not _GROUND[0] < float(ground.mean()) < _GROUND[1]:
        ground = np.zeros_like(ground)
    if float(sky.mean()) < _LEAST:
        sky = np.zeros_like(sky)
    rest = free & ~sky & ~ground
    parts: list[_Part] = []
    level = max((float(np.median(near[x])) for _, x in subjects if x.any()), default=None)
    if level is not None and in_groups:
        before = _pieces(study, rest & (near > level + _BEFORE), rest)
        if before.mean() > _LEAST:
            parts.append(("near", before))
            rest &= ~before
    if ground.any():
        lying = _lying(rest, ground)
        ground, rest = ground | lying, rest & ~lying
    parts.append(("ground", ground))
    if rest.any():
        limit = _limit(near[rest]) if in_groups else None
        if limit is not None:
            middle = _pieces(study, rest & (near > limit), rest)
            parts.append(("middle" if level is not None or ground.any() else "near", middle))
            rest &= ~middle
        parts.append(("far", rest))
    parts.append(("sky", sky))
    return [part for part in parts if part[1].mean() > _LEAST]


def _lying(rest: NDArray[np.bool_], ground: NDArray[np.bool_]) -> NDArray[np.bool_]:
    """What lies on the ground: pieces that do not rise above its far end."""
    tops = ground.argmax(0)[ground.any(0)]
    end = float(np.quantile(tops, 0.15)) - _RISES * len(ground)
    _, pieces, stats, _ = cv2.connectedComponentsWithStats(rest.view(np.uint8))
    flat = stats[:, cv2.CC_STAT_TOP] > end
    flat[0] = False
    return np.asarray(flat[pieces])


def _pieces(study: Study, area: NDArray[np.bool_], rest: NDArray[np.bool_]) -> NDArray[np.bool_]:
    """The larger, smooth pieces of an area that are seen to end against the rest about them."""
    kernel = cv2.getStructuringElement(cv2.MORPH_ELLIPSE, (_LOOSE + 1,) * 2)
    smooth = cv2.morphologyEx(area.view(np.uint8), cv2.MORPH_OPEN, kernel)
    count, pieces, stats, _ = cv2.connectedComponentsWithStats(smooth)
    out = np.zeros_like(area)
    for number in range(1, count):
        if stats[number, cv2.CC_STAT_AREA] > 0.4 * _LEAST * area.size:
            piece = pieces == number
            if _step(study, piece, rest & ~piece) > _SEEN:
                out |= piece
    return out


def _limit(values: NDArray[np.float32]) -> float | None:
    """Between two groups of values (one-dimensional k-means); None where they are one group."""
    centres = np.quantile(values, (0.85, 0.15)).astype(np.float64)
    for _ in range(_ROUNDS):
        limit = centres.mean()
        groups = values[values > limit], values[values <= limit]
        moved = np.array([g.mean() if len(g) else c for g, c in zip(groups, centres, strict=True)])
        if np.allclose(moved, centres, atol=1e-4):
            break
        centres = moved
    if centres[0] - centres[1] < _APART:
        return None
    return float(centres.mean())


def _with_borders(study: Study, parts: list[_Part]) -> list[_Part]:
    """Parts joined to the one behind them where no border between the two is seen, or where it lies
    in a blur: it is no place to cut at."""
    out: list[_Part] = []
    focus = _focus(study)
    for kind, area in parts[::-1]:
        behind = out[-1] if out else None
        if behind is not None:
            least, sharp = _BEFORE_SKY if behind[0] == "sky" else (_SEEN, _SHARP)
            seen = _step(study, area, behind[1]) >= least
            if not seen or _sharp(focus, area, behind[1]) < sharp:
                out[-1] = ("far", area | behind[1])
                continue
        out.append((kind, area))
    return out[::-1]


def _fewer(
    study: Study, parts: list[_Part], subjects: list[_Part]
) -> tuple[list[_Part], list[_Part]]:
    """One layer less: the two parts that differ least joined, or without the last subject."""
    if len(parts) < 2:
        (kind, area), *rest = parts
        return [(kind, area | subjects[-1][1]), *rest], subjects[:-1]
    steps = [_step(study, a[1], b[1]) for a, b in pairwise(parts)]
    number = int(np.argmin(steps))
    joined: _Part = ("far", parts[number][1] | parts[number + 1][1])
    return [*parts[:number], joined, *parts[number + 2 :]], subjects


def _step(study: Study, one: NDArray[np.bool_], other: NDArray[np.bool_]) -> float:
    """How many L*a*b* steps the colours differ on the two sides of a border; 0 without one."""
    kernel = np.ones((15, 15), np.uint8)
    wide = [cv2.dilate(x.view(np.uint8), kernel) > 0 for x in (one, other)]
    border = wide[0] & wide[1]
    if not border.any():
        return 0.0
    own, behind = (_about(study.lab, side)[border] for side in (one, other))
    return float(np.linalg.norm(own - behind, axis=1).mean())


def _focus(study: Study) -> NDArray[np.float32]:
    """How sharp the sharpest edge near each pixel is: the share of all contrast there that lies
    within one pixel, (h, w)."""
    window = np.ones((2 * _LOOSE + 1,) * 2, np.uint8)
    steps = [cv2.Sobel(study.lab, cv2.CV_32F, dx, dy, scale=1 / 8) for dx, dy in ((1, 0), (0, 1))]
    steep: NDArray = cv2.dilate(np.abs(steps).max((0, 3)), window)
    contrast = (cv2.dilate(study.lab, window) - cv2.erode(study.lab, window)).max(2)
    return np.asarray(steep / np.maximum(contrast, 1.0), np.float32)


def _sharp(focus: NDArray[np.float32], one: NDArray[np.bool_], other: NDArray[np.bool_]) -> float:
    """The share of a border's length near which there is an edge in focus; 0 without one."""
    kernel = np.ones((3, 3), np.uint8)
    border = (cv2.dilate(one.view(np.uint8), kernel) > 0) & other
    return float((focus[border] > _IN_FOCUS).mean()) if border.any() else 0.0


def _about(lab: NDArray[np.float32], side: NDArray[np.bool_]) -> NDArray[np.float32]:
    """The mean colour of one side about each pixel."""
    share, window = side.astype(np.float32), (_BESIDE, _BESIDE)
    mean = cv2.blur(lab * share[..., None], window)
    return np.asarray(mean / np.maximum(cv2.blur(share, window), 1e-3)[..., None])


def _is_even(ground: NDArray[np.bool_], free: NDArray[np.bool_]) -> bool:
    """Whether ground ends in a line, such as a shore's or a floor's, and not in a ragged edge."""
    top = np.where(ground.any(0), ground.argmax(0), len(ground))
    shown = free[np.minimum(np.maximum(top - 3, 0), len(ground) - 1), np.arange(len(top))]
    step = np.abs(np.diff(top))[shown[1:] & shown[:-1]]
    return bool(len(step)) and float(np.minimum(step, 60).mean()) < _RAGGED


def _in_order(subjects: list[_Part], parts: list[_Part]) -> list[_Part]:
    """Near things stand before the subjects, all else behind them."""
    before = [part for part in parts if part[0] == "near" and subjects]
    behind = [part for part in parts if part not in before]
    return [*before, *subjects, *behind]


def _named(study: Study, parts: list[_Part], progress: Progress | None) -> list[Proposed]:
    """Borders drawn to the photo's edges, and names that say what each layer is."""
    nearer = np.zeros(study.labels.shape, np.uint8)
    out: list[Proposed] = []
    for number, (kind, area) in enumerate(parts):
        report(progress, number / len(parts), tr("Proposing layers"))
        if number == len(parts) - 1:
            own = 255 - nearer
        elif kind == "subject":
            own = np.where(nearer > 0, np.uint8(0), area.view(np.uint8) * np.uint8(255))
        else:
            own = np.where(nearer > 0, np.uint8(0), _settled(study, area | (nearer > 0)))
            if kind in _STOOD_ON:
                own[standing_out(study, own > 0, (own == 0) & (nearer == 0))] = 255
        nearer = np.maximum(nearer, own)
        if number == len(parts) - 1 or (own > 0).mean() > _LEAST / 2:
            same = sum(x.kind == kind for x in out)
            name = tr(_NAMES[kind]) if not same else f"{tr(_NAMES[kind])} {same + 1}"
            out.append(Proposed(name, own, kind))
    return _nothing_floats(out)


def _nothing_floats(found: list[Proposed]) -> list[Proposed]:
    """Small pieces of a layer, cut off from it with farther things all about them, go to those: a
    seed head whose stalk stays behind would hang in the air. What shows through a hole stays."""
    which = np.argmax([layer.mask > 127 for layer in found], 0).astype(np.uint8)
    for number, layer in enumerate(found[:-1]):
        if layer.kind == "subject":
            continue
        count, pieces, stats, _ = cv2.connectedComponentsWithStats((which == number).view(np.uint8))
        largest = int(stats[1:, cv2.CC_STAT_AREA].max(initial=0))
        for piece in range(1, count):
            x, y, w, h, area = stats[piece]
            ends = x == 0 or y == 0 or x + w == which.shape[1] or y + h == which.shape[0]
            if ends or area == largest or area > _FLOATS * which.size:
                continue
            here = (slice(y - 1, y + h + 1), slice(x - 1, x + w + 1))
            own = (pieces[here] == piece).view(np.uint8)
            about = (cv2.dilate(own, np.ones((3, 3), np.uint8)) > own) & (which[here] != number)
            behind = int(np.bincount(which[here][about], minlength=1).argmax())
            if behind > number:
                which[here][own > 0] = behind
    masks = [(which == number).view(np.uint8) * np.uint8(255) for number in range(len(found))]
    return [layer._replace(mask=mask) for layer, mask in zip(found, masks, strict=True)]


def _settled(study: Study, rough: NDArray[np.bool_]) -> NDArray[np.uint8]:
    """The border of a rough area drawn to the photo's edges near it."""
    flat = rough.view(np.uint8) * np.uint8(255)
    if not rough.any() or rough.all():
        return flat
    kernel = np.ones((2 * _LOOSE + 1,) * 2, np.uint8)
    inside: NDArray = cv2.erode(flat, kernel)
    outside: NDArray = 255 - cv2.dilate(flat, kernel)
    if not inside.any():
        return flat
    return grow(study, Marks(inside, outside))
