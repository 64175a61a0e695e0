"""Safe travel: how far a ready move can go with no gap and no stretched relief."""

from __future__ import annotations

import math
import time
from collections.abc import Callable
from typing import NamedTuple

import numpy as np

from woodcock.model import EASE_BOTH, Easing, Growth, Project
from woodcock.pixels.store import PixelStore
from woodcock.progress import Progress, report
from woodcock.render import Atlas, GapFinder, find_gaps
from woodcock.session.speed import STRETCHED, steepness, stretch_of
from woodcock.stage import READY_MOVES, apply_move, corners_of
from woodcock.texts import tr

CLOSE = 1.004  # how much farther than the limit something is known to be wrong
COARSE = 1.15  # the same where there is no time for more
_FEW = 9  # frames looked at first: both ends and some between
_LEAST = 1e-3  # amount below which a move is none


class Limit(NamedTuple):
    """Up to which amount nothing is wrong, and what is wrong beyond it.

    `layer` is the id of the layer at fault; `why` is "gap", "relief" or "edge"; `amount` is
    infinite where nothing ever is.
    """

    amount: float
    layer: str = ""
    why: str = ""


class SafeTravel(NamedTuple):
    """How far a move can go: until a gap shows or a relief tears, until a cut-off edge shows."""

    limit: Limit
    edge: Limit


def safe_travel(
    project: Project,
    move_id: str,
    atlas: Atlas,
    store: PixelStore,
    easing: Easing = EASE_BOTH,
    subject: str | None = None,
    progress: Progress | None = None,
    seconds: float = math.inf,
) -> SafeTravel:
    """The largest amounts of a ready move; raises Cancelled on request.

    At the limit there is nothing wrong in any frame, at `CLOSE` times the limit there is; at
    `COARSE` times, from so many `seconds` on.
    """
    end = time.monotonic() + seconds

    def made(amount: float) -> Project:
        return apply_move(project, move_id, amount, easing, subject)

    look = _Look(atlas, store, steepness(project, store), project.frame.count)
    limits: list[Limit] = []
    for number, edges in enumerate((False, True)):
        most = READY_MOVES[move_id].most
        if edges and limits[0].amount < most:
            most = max(limits[0].amount, _LEAST)

        def steps(done: int, number: int = number) -> None:
            report(progress, (number + min(done / 40, 1.0)) / 2, tr("Finding the safe travel"))

        limits.append(_limit(made, most, look, edges, steps, end))
    return SafeTravel(*limits)


def _limit(
    made: Callable[[float], Project],
    most: float,
    look: _Look,
    edges: bool,
    steps: Callable[[int], None],
    end: float,
) -> Limit:
    """The largest amount with nothing wrong.

    Bisected over the few frames in which something is likely to be wrong, then all of them are
    looked at; what is wrong in another one joins the few, and the search goes on below.
    """
    high, wrong, done = most, look.wrong(made(most), edges, every=True), 0
    while wrong is not None:
        low = 0.0
        while high > max(low * (CLOSE if time.monotonic() < end else COARSE), _LEAST):
            steps(done := done + 1)
            middle = (low * high) ** 0.5 if low > _LEAST else high / 2
            found = look.wrong(made(middle), edges)
            if found is None:
                low = middle
            else:
                high, wrong = middle, found
        found = look.wrong(made(low), edges, every=True)
        if found is None:
            return Limit(low, *wrong)
        high, wrong = low, found
    return Limit(float("inf"))


class _Look:
    """Looks for what is wrong, first where something was wrong before."""

    def __init__(
        self, atlas: Atlas, store: PixelStore, steep: dict[str, float], count: int
    ) -> None:
        self._atlas, self._store, self._steep = atlas, store, steep
        self._order = tuple(dict.fromkeys((count - 1, 0, *_spread(count))))
        self._few = list(self._order[:_FEW])

    def wrong(self, project: Project, edges: bool, every: bool = False) -> tuple[str, str] | None:
        """The layer at fault and why, None if the few, or all, frames are well.

        `edges`: only cut-off ones.
        """
        finder = GapFinder(project, self._atlas, self._store)
        for index in (*self._few, *(self._order if every else ())):
            fault = self._fault(finder, project, index, edges)
            if fault is not None:
                if index in self._few:
                    self._few.remove(index)
                self._few.insert(0, index)
                return fault
        return None

    def _fault(
        self, finder: GapFinder, project: Project, index: int, edges: bool
    ) -> tuple[str, str] | None:
        """What is wrong in one frame."""
        if edges:
            found = finder.edges(index)
            return (next(iter(found)), "edge") if found else None
        flaws, size = finder.frame(index, count=False), (project.frame.width, project.frame.height)
        if flaws.open:
            return project.background.id, "gap"
        for placed in flaws.placed_layers:
            name = placed.layer.id
            if placed.mapping.has_parallax and project.photo is not None:
                places = corners_of(project.photo)
                wide = stretch_of(placed.mapping, places, size, self._steep.get(name, 0.0))
                if wide > STRETCHED:
                    return name, "relief"
        return None


def _spread(count: int) -> list[int]:
    """0 to count - 1, every part of it early: the bits of a counter read backwards."""
    bits = max(count - 1, 1).bit_length()
    places = np.arange(1 << bits)
    turned = sum(((places >> k) & 1) << (bits - 1 - k) for k in range(bits))
    return [int(n) for n in np.atleast_1d(turned) if n < count]


def extension_for(
    project: Project, move_id: str, amount: float, atlas: Atlas, store: PixelStore,
    easing: Easing = EASE_BOTH, subject: str | None = None, progress: Progress | None = None,
) -> dict[str, Growth]:  # fmt: skip
    """By how much which layers must be extended for that amount; by layer id."""
    moved = apply_move(project, move_id, amount, easing, subject)
    return find_gaps(moved, atlas, store, progress, count=False).growths
