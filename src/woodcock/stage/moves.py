"""Ready moves: one amount each, written as ordinary keys."""

from __future__ import annotations

from collections.abc import Callable
from dataclasses import dataclass

import msgspec

from woodcock.model import EASE_BOTH, LENS_PROPERTIES, Easing, Key, Layer, Lens, Project, Track


@dataclass(frozen=True)
class ReadyMove:
    """A move with one amount in per cent: what it is called, what it does, its usual amount."""

    id: str
    name: str
    about: str
    usual: float
    make: Callable[[Project, float, Easing], Project]


def apply_move(
    project: Project, move_id: str, amount: float, easing: Easing = EASE_BOTH
) -> Project:
    """`project` with the move's keys on lens and layers, in place of the ones they had.

    `amount` is in per cent; KeyError if there is no move `move_id`.
    """
    return READY_MOVES[move_id].make(without_moves(project), amount, easing)


def without_moves(project: Project) -> Project:
    """`project` with the lens at rest and every layer's scale, place and angle plain."""
    still = {name: Track() for name in LENS_PROPERTIES}
    lens = msgspec.structs.replace(project.lens, **still)
    layers = tuple(
        msgspec.structs.replace(
            layer,
            pose=msgspec.structs.replace(
                layer.pose,
                scale=Track(1.0),
                x=Track(),
                y=Track(),
                angle=Track(),
                tilt=Track(),
                swing=Track(),
            ),
        )
        for layer in project.layers
    )
    return msgspec.structs.replace(project, lens=lens, layers=layers)


def _ramp(project: Project, start: float, end: float, easing: Easing) -> Track:
    return Track(start, (Key(0.0, start, easing), Key(project.frame.last, end, easing)))


def _lens(project: Project, easing: Easing, **ends: tuple[float, float]) -> Project:
    tracks = {name: _ramp(project, a, b, easing) for name, (a, b) in ends.items()}
    lens: Lens = msgspec.structs.replace(project.lens, **tracks)
    return msgspec.structs.replace(project, lens=lens)


def _nearest(project: Project) -> float:
    return min(layer.distance for layer in project.layers)


def _travel_in(project: Project, amount: float) -> float:
    """How far the lens goes in for the nearest layer to grow by `amount` per cent."""
    return _nearest(project) * (1 - 1 / (1 + amount / 100))


def _travel_across(project: Project, amount: float) -> float:
    """How far the lens goes aside for the nearest layer to shift by `amount` % of the width."""
    lens = project.lens
    return amount / 100 * lens.sensor_width / lens.focal_length * _nearest(project)


def _push_in(project: Project, amount: float, easing: Easing) -> Project:
    return _lens(project, easing, z=(0.0, _travel_in(project, amount)))


def _pull_back(project: Project, amount: float, easing: Easing) -> Project:
    return _lens(project, easing, z=(_travel_in(project, amount), 0.0))


def _slide(project: Project, amount: float, easing: Easing) -> Project:
    half = _travel_across(project, amount) / 2
    return _lens(project, easing, x=(-half, half))


def _rise(project: Project, amount: float, easing: Easing) -> Project:
    travel = _travel_across(project, amount)
    return _lens(project, easing, y=(0.0, -travel))


def _counter(project: Project, amount: float, easing: Easing) -> Project:
    """Near layers grow by `amount` per cent as the background shrinks back from that much.

    Common practice, no source: near 100 to 115 %, background 115 to 100 %; layers between stand
    between, by their place in the order.
    """
    order = [layer for layer in project.near_to_far if layer.own is None]
    grown = 1 + amount / 100

    def scaled(layer: Layer) -> Layer:
        share = order.index(layer) / max(len(order) - 1, 1)
        start, end = 1 + (grown - 1) * share, grown + (1 - grown) * share
        pose = msgspec.structs.replace(layer.pose, scale=_ramp(project, start, end, easing))
        return msgspec.structs.replace(layer, pose=pose)

    return msgspec.structs.replace(project, layers=tuple(scaled(x) for x in project.layers))


READY_MOVES: dict[str, ReadyMove] = {
    move.id: move
    for move in (
        ReadyMove("push-in", "Push in", "The lens goes in: near things grow most.", 15, _push_in),
        ReadyMove("pull-back", "Pull back", "The lens goes back to the photo.", 15, _pull_back),
        ReadyMove("slide", "Slide", "The lens goes across, from left to right.", 8, _slide),
        ReadyMove("rise", "Rise", "The lens goes up: near things sink.", 6, _rise),
        ReadyMove(
            "counter-move", "Counter-move",
            "Near layers grow while the background shrinks; the lens stays.", 15, _counter,
        ),
    )
}  # fmt: skip
