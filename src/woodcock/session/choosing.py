"""Which ready move suits a picture, and how strong: rules that are written down.

In this order, the first that holds:

1. Nothing is told apart: a gentle push in, which shows nothing that is hidden.
2. Lines run to a vanishing point (a lane, rails, a stair): push in.
3. The frame is higher than wide: rise.
4. The subject is cut off by the left or the right border: push in, which never shows that.
5. The subject is small, in the middle, and well before what is behind it: orbit.
6. There is a subject: slide; else a slow drift.

The strength is what makes the nearest layer and the farthest differ by `PARALLAX` of the frame's
width over the clip, within what each move bears.
"""

from __future__ import annotations

import math
from typing import NamedTuple

from woodcock.model import Project, Relief
from woodcock.texts import tr

PARALLAX = 0.042  # of the frame's width
_RATIO = 0.75  # nearest to farthest: beyond it there is hardly any depth
_SMALL, _MIDDLE = 0.30, 0.18  # of the photo; of its width, from the middle
_GENTLE = 6.0  # per cent, where nothing is told apart
_AT = 0.30  # of the frame's width from the middle: where a push in is measured
_BOUNDS = {
    "push-in": (6.0, 22.0), "pull-back": (6.0, 22.0), "slide": (2.0, 12.0), "rise": (2.0, 10.0),
    "orbit": (1.5, 9.0), "slow-drift": (2.0, 9.0), "counter-move": (5.0, 15.0),
}  # fmt: skip


class Sight(NamedTuple):
    """What of a picture decides on its move.

    `subject` is the id of the layer the move is about, "" for none; `share` how much of the photo
    it covers, `aside` how far its middle is from the photo's, as a share of the width, `cut_off`
    whether the left or right border cuts it. `runs_away` means a vanishing point.
    """

    subject: str = ""
    share: float = 0.0
    aside: float = 0.0
    cut_off: bool = False
    runs_away: bool = False


class Choice(NamedTuple):
    """A ready move, its amount in its own unit, and why it suits best: the end of a sentence."""

    move: str
    amount: float
    why: str


def choices(project: Project, sight: Sight) -> tuple[Choice, ...]:
    """Three moves that suit the picture, the best first."""
    moves = _by_rule(project, sight)
    return tuple(Choice(move, amount_for(project, move), why) for move, why in moves)


def _by_rule(project: Project, sight: Sight) -> list[tuple[str, str]]:
    near, far = _ends(project)
    best: tuple[str, str]
    if near / far > _RATIO and not sight.runs_away:
        best = "push-in", tr("as nothing tells near from far")
        others = ("pull-back", "slow-drift")
    elif sight.runs_away:
        best = "push-in", tr("as lines run away from the lens")
        others = ("rise", "slide")
    elif project.frame.height > project.frame.width:
        best = "rise", tr("as the frame is high")
        others = ("push-in", "slide")
    elif sight.subject and sight.cut_off:
        best = "push-in", tr("as a border cuts the subject")
        others = ("counter-move", "rise")
    elif sight.subject and sight.share < _SMALL and sight.aside < _MIDDLE:
        best = "orbit", tr("as the subject stands free in the middle")
        others = ("slide", "push-in")
    elif sight.subject:
        best = "slide", tr("as a subject stands before far things")
        others = ("orbit", "push-in")
    else:
        best = "slow-drift", tr("as there is no one subject")
        others = ("push-in", "rise")
    return [best, *((move, "") for move in others)]


def amount_for(project: Project, move: str) -> float:
    """How strong a move must be for the parallax that is wanted."""
    near, far = _ends(project)
    low, high = _BOUNDS[move]
    if near / far > _RATIO:
        return _GENTLE if move in ("push-in", "pull-back") else low
    nearest = project.in_scene[0].distance  # what ready moves count by
    apart = nearest / near - nearest / far  # of what the lens's travel shifts the nearest layer by
    if move == "orbit":
        lens = project.lens
        turn = PARALLAX * lens.sensor_width / lens.focal_length / apart
        return _within(math.degrees(turn), low, high)
    if move in ("slide", "rise", "slow-drift"):
        return _within(100 * PARALLAX / apart, low, high)
    least, most = low, high
    for _ in range(20):
        middle = (least + most) / 2
        travel = min(nearest * (1 - 1 / (1 + middle / 100)), 0.9 * near)
        grown = near / (near - travel) - far / (far - travel)
        least, most = (middle, most) if grown * _AT < PARALLAX else (least, middle)
    return _within(most, low, high)


def _within(value: float, low: float, high: float) -> float:
    return round(min(max(value, low), high), 2)


def _ends(project: Project) -> tuple[float, float]:
    """How far away the nearest and the farthest part of the photo are.

    Of a photo that is cut the nearest layer counts, not the foremost of the ground.
    """
    photo = [layer for layer in project.layers if layer.own is None]
    layers = [layer for layer in photo if layer.visible] or photo
    near, far = min(layer.distance for layer in layers), 0.0
    for layer in layers:
        relief = layer.relief or Relief(thickness=0.0)
        far = max(far, layer.distance + relief.sits * relief.thickness)
        if len(layers) == 1:
            near -= (1 - relief.sits) * relief.thickness
    return max(near, 0.1), max(far, near)


def knows(move: str) -> bool:
    """Whether `amount_for` can tell how strong a move must be."""
    return move in _BOUNDS
