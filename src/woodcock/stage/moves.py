"""Ready moves: one amount each, written as ordinary keys."""

from __future__ import annotations

import math
from collections.abc import Callable
from dataclasses import dataclass
from typing import TypeVar

import numpy as np
from msgspec.structs import replace

from woodcock.model import (
    EASE_BOTH,
    LENS_PROPERTIES,
    LINEAR,
    Carrier,
    Easing,
    Key,
    Layer,
    Lens,
    Project,
    Sway,
    Track,
)
from woodcock.stage.placement import photo_to_frame
from woodcock.stage.scene import photo_rays
from woodcock.stage.world import pivot_of
from woodcock.texts import tr, tr_noop

ORBIT = "orbit"  # the carrier about which the lens orbits


@dataclass(frozen=True)
class ReadyMove:
    """A move with one amount: what it is called, what it does, the amount's meaning and unit.

    `usual` is an amount to begin with, `most` the largest that makes sense.
    """

    id: str
    name: str
    about: str
    amount: str
    usual: float
    make: Callable[[_Stage, float], Project]
    unit: str = "%"
    most: float = 200.0


@dataclass(frozen=True)
class _Stage:
    """A project without a move, the layer the move is about, and the easing it is to have."""

    project: Project
    subject: Layer
    easing: Easing

    def ramp(self, start: float, end: float) -> Track:
        last = self.project.frame.last
        return Track(start, (Key(0.0, start, self.easing), Key(last, end, self.easing)))

    def lens(self, **ends: tuple[float, float]) -> Project:
        tracks = {name: self.ramp(a, b) for name, (a, b) in ends.items()}
        lens: Lens = replace(self.project.lens, **tracks)
        return replace(self.project, lens=lens)

    @property
    def nearest(self) -> float:
        return self.project.in_scene[0].distance

    def travel_in(self, amount: float) -> float:
        """How far the lens goes in for the nearest layer to grow by `amount` per cent."""
        return self.nearest * (1 - 1 / (1 + amount / 100))

    def travel_across(self, amount: float) -> float:
        """How far the lens goes aside for the nearest layer to shift by that % of the width."""
        lens = self.project.lens
        return amount / 100 * lens.sensor_width / lens.focal_length * self.nearest


def apply_move(
    project: Project,
    move_id: str,
    amount: float,
    easing: Easing = EASE_BOTH,
    subject: str | None = None,
) -> Project:
    """`project` with the move's keys on lens and layers, in place of the ones they had.

    `amount` counts as the move says; `subject` is the id of the layer it is about, by default the
    nearest one that was cut. KeyError if there is no move `move_id`.
    """
    plain = without_moves(project)
    return READY_MOVES[move_id].make(_Stage(plain, _subject(plain, subject), easing), amount)


def without_moves(project: Project) -> Project:
    """`project` with the lens at rest and every layer's scale, place and angle plain."""
    still = {name: Track() for name in LENS_PROPERTIES}
    lens = replace(project.lens, **still, zoom=Track(1.0))
    above = {x.id: x.carrier for x in project.carriers}.get(ORBIT)
    if lens.carrier == ORBIT:
        lens = replace(lens, carrier=above)
    carriers = tuple(_off_orbit(x, above) for x in project.carriers if x.id != ORBIT)
    plain = {name: Track() for name in ("x", "y", "z", "angle", "tilt", "swing")}
    layers = tuple(
        replace(_off_orbit(layer, above), pose=replace(layer.pose, scale=Track(1.0), **plain))
        for layer in project.layers
    )
    return replace(project, lens=lens, layers=layers, carriers=carriers)


_Hung = TypeVar("_Hung", Layer, Carrier)


def _off_orbit(thing: _Hung, above: str | None) -> _Hung:
    """What somebody hung on the orbit's carrier hangs on what that hung on."""
    return replace(thing, carrier=above) if thing.carrier == ORBIT else thing


def _subject(project: Project, wanted: str | None) -> Layer:
    order = project.in_scene
    cut = [layer for layer in order if not layer.is_background]
    chosen = [layer for layer in project.layers if layer.id == wanted and not layer.glass]
    return (chosen or cut or order)[0]


def _push_in(stage: _Stage, amount: float) -> Project:
    return stage.lens(z=(0.0, stage.travel_in(amount)))


def _pull_back(stage: _Stage, amount: float) -> Project:
    return stage.lens(z=(stage.travel_in(amount), 0.0))


def _slide(stage: _Stage, amount: float) -> Project:
    half = stage.travel_across(amount) / 2
    return stage.lens(x=(-half, half))


def _rise(stage: _Stage, amount: float) -> Project:
    return stage.lens(y=(0.0, -stage.travel_across(amount)))


def _orbit(stage: _Stage, amount: float) -> Project:
    """The lens hangs on a carrier at the subject that turns: its way is a true arc."""
    x, y, z = (float(v) for v in pivot_of(stage.subject, photo_rays(stage.project)))
    above = stage.project.lens.carrier
    orbit = Carrier(
        ORBIT, tr("Orbit of {name}", name=stage.subject.name)[:60], (x, y, z), carrier=above
    )
    orbit = replace(orbit, yaw=stage.ramp(-amount / 2, amount / 2))
    lens = replace(stage.project.lens, carrier=ORBIT)
    return replace(stage.project, lens=lens, carriers=(*stage.project.carriers, orbit))


def _tilt(stage: _Stage, amount: float) -> Project:
    return stage.lens(pitch=(-amount / 2, amount / 2))


def _dolly_zoom(stage: _Stage, amount: float) -> Project:
    """Size in the frame is f / distance: the focal length follows so that the subject keeps its."""
    away = stage.subject.distance
    travel = min(away * amount / 100, away * 0.95, stage.nearest * 0.95)
    return stage.lens(z=(0.0, travel), zoom=(1.0, (away - travel) / away))


def _counter(stage: _Stage, amount: float) -> Project:
    """Near layers grow by `amount` per cent as the background shrinks back from that much.

    Common practice, no source: near 100 to 115 %, background 115 to 100 %; layers between stand
    between, by their place in the order.
    """
    order = [layer for layer in stage.project.near_to_far if layer.own is None]
    stands = [layer for layer in stage.project.in_scene if layer.own is None] or order
    grown = 1 + amount / 100

    def scaled(layer: Layer) -> Layer:
        if layer in stands:
            nearer = stands.index(layer)
        else:  # a hidden one goes along
            nearer = sum(x.distance < layer.distance for x in stands)
        share = min(nearer / max(len(stands) - 1, 1), 1.0)
        start, end = 1 + (grown - 1) * share, grown + (1 - grown) * share
        return replace(layer, pose=replace(layer.pose, scale=stage.ramp(start, end)))

    layers = tuple(x if x.own else scaled(x) for x in stage.project.layers)
    return replace(stage.project, layers=layers)


def _pop_out(stage: _Stage, amount: float) -> Project:
    """The subject's top leans out of the picture about its foot, the rest turns back a third.

    Common practice, no source: 20 to 30 degrees, with everything else turned back by about 10.
    """
    project = stage.project
    assert project.photo is not None
    size = project.frame.width, project.frame.height
    back = np.linalg.inv(photo_to_frame(project.photo, project.placement, size))
    foot = tuple(float(v) for v in (back @ (size[0] / 2, size[1], 1.0))[:2])

    def leaning(layer: Layer) -> Layer:
        if layer.glass:
            return layer
        angle = -amount if layer.id == stage.subject.id else amount / 3
        pose = replace(layer.pose, tilt=stage.ramp(0.0, angle))
        return replace(layer, pose=pose, pivot=layer.pivot or (foot[0], foot[1]))

    return replace(project, layers=tuple(leaning(layer) for layer in project.layers))


def _slow_drift(stage: _Stage, amount: float) -> Project:
    """An even slide with a little push, such as one hardly notices."""
    half = stage.travel_across(amount) / 2
    even = _Stage(stage.project, stage.subject, LINEAR)
    return even.lens(x=(-half, half), z=(0.0, stage.travel_in(amount)))


def _handheld(stage: _Stage, amount: float) -> Project:
    """The nearest layer sways by `amount` per cent of the frame's width, the rest less."""
    metres = min(stage.travel_across(amount), 1.0)
    degrees = min(math.degrees(math.atan(amount / 400)), 20.0)
    lens = replace(stage.project.lens, sway=Sway(metres, degrees))
    return replace(stage.project, lens=lens)


_GROWS = tr_noop("How much the nearest layer grows")
_SHIFTS = tr_noop("How far the nearest layer shifts, in per cent of the frame's width")

READY_MOVES: dict[str, ReadyMove] = {
    move.id: move
    for move in (
        ReadyMove(
            "push-in",
            tr_noop("Push in"),
            tr_noop("The lens goes in: near things grow most."),
            _GROWS,
            15,
            _push_in,
        ),
        ReadyMove(
            "pull-back",
            tr_noop("Pull back"),
            tr_noop("The lens goes back to the photo."),
            _GROWS,
            15,
            _pull_back,
        ),
        ReadyMove(
            "slide",
            tr_noop("Slide"),
            tr_noop("The lens goes across, from left to right."),
            _SHIFTS,
            8,
            _slide,
        ),
        ReadyMove(
            "rise",
            tr_noop("Rise"),
            tr_noop("The lens goes up: near things sink."),
            _SHIFTS,
            6,
            _rise,
        ),
        ReadyMove(
            "orbit",
            tr_noop("Orbit"),
            tr_noop("The lens goes round the selected layer."),
            tr_noop("By how many degrees it goes round"),
            4,
            _orbit,
            "°",
            60,
        ),
        ReadyMove(
            "tilt",
            tr_noop("Tilt"),
            tr_noop("The lens looks from below to above, and stays where it is."),
            tr_noop("By how many degrees it is tilted"),
            3,
            _tilt,
            "°",
            40,
        ),
        ReadyMove(
            "dolly-zoom",
            tr_noop("Dolly zoom"),
            tr_noop(
                "The selected layer keeps its size as the lens goes in: what is behind it recedes."
            ),
            tr_noop("How much of the way to it the lens goes"),
            15,
            _dolly_zoom,
            "%",
            90,
        ),
        ReadyMove(
            "counter-move",
            tr_noop("Counter-move"),
            tr_noop("Near layers grow while the background shrinks; the lens stays."),
            _GROWS,
            15,
            _counter,
        ),
        ReadyMove(
            "pop-out",
            tr_noop("Pop-out"),
            tr_noop("The selected layer leans out of the picture while the rest turns back."),
            tr_noop("By how many degrees it leans"),
            20,
            _pop_out,
            "°",
            60,
        ),
        ReadyMove(
            "slow-drift",
            tr_noop("Slow drift"),
            tr_noop("Hardly a move: an even slide with a little push."),
            _SHIFTS,
            3,
            _slow_drift,
        ),
        ReadyMove(
            "handheld",
            tr_noop("Handheld"),
            tr_noop("The lens sways as in a hand, less on far things."),
            tr_noop("How far the nearest layer sways, in per cent of the frame's width"),
            1,
            _handheld,
            "%",
            20,
        ),
    )
}
