"""Safe travel: how far a ready move can go with no gap and no stretched relief."""

from __future__ import annotations

from collections.abc import Iterator
from typing import NamedTuple

import numpy as np

from woodcock.model import EASE_BOTH, Easing, Growth, Project
from woodcock.pixels.store import PixelStore
from woodcock.progress import Progress, report
from woodcock.render import GapFinder, Sheet, find_gaps
from woodcock.session.speed import STRETCHED, steepness, stretch_of
from woodcock.stage import READY_MOVES, apply_move, corners_of

CLOSE = 1.004  # how much farther than the limit something is known to be wrong
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
    sheet: Sheet,
    store: PixelStore,
    easing: Easing = EASE_BOTH,
    subject: str | None = None,
    progress: Progress | None = None,
) -> SafeTravel:
    """The largest amounts of a ready move; raises Cancelled on request.

    Found by bisection with every frame looked at: at the limit there is nothing wrong in any
    frame, at `CLOSE` times the limit there is.
    """

    def made(amount: float) -> Project:
        return apply_move(project, move_id, amount, easing, subject)

    look = _Look(sheet, store, steepness(project, store))
    limits: list[Limit] = []
    for number, edges in enumerate((False, True)):
        most = READY_MOVES[move_id].most
        if edges and limits[0].amount < most:
            most = max(limits[0].amount, _LEAST)
        wrong = look.wrong(made(most), edges)
        low, high, steps = 0.0, most, 0
        while wrong is not None and high > max(low * CLOSE, _LEAST):
            steps += 1
            report(progress, (number + min(steps / 14, 1.0)) / 2, "Finding the safe travel")
            middle = (low * high) ** 0.5 if low > _LEAST else high / 2
            found = look.wrong(made(middle), edges)
            if found is None:
                low = middle
            else:
                high, wrong = middle, found
        limits.append(Limit(float("inf")) if wrong is None else Limit(low, *wrong))
    return SafeTravel(*limits)


class _Look:
    """Looks for what is wrong, first where something was wrong before."""

    def __init__(self, sheet: Sheet, store: PixelStore, steep: dict[str, float]) -> None:
        self._sheet, self._store, self._steep = sheet, store, steep
        self._first = 0

    def wrong(self, project: Project, edges: bool) -> tuple[str, str] | None:
        """The layer at fault and why, None if all frames are well; `edges`: only cut-off ones."""
        finder = GapFinder(project, self._sheet, self._store)
        size = project.frame.width, project.frame.height
        for index in self._order(project.frame.count):
            if edges:
                found = finder.edges(index)
                fault = (next(iter(found)), "edge") if found else None
            else:
                flaws = finder.frame(index)
                fault = (project.background.id, "gap") if flaws.open else None
                for standing in flaws.standings if fault is None else ():
                    name = standing.layer.id
                    if standing.bulges and project.photo is not None:
                        places = corners_of(project.photo)
                        wide = stretch_of(standing, places, size, self._steep.get(name, 0.0))
                        if wide > STRETCHED:
                            fault = name, "relief"
            if fault is not None:
                self._first = index
                return fault
        return None

    def _order(self, count: int) -> Iterator[int]:
        """All frames: where it was wrong before, the ends, then the rest far apart."""
        first = min(self._first, count - 1)
        yield from dict.fromkeys((first, count - 1, 0, *_spread(count)))


def _spread(count: int) -> list[int]:
    """0 to count - 1, every part of it early: the bits of a counter read backwards."""
    bits = max(count - 1, 1).bit_length()
    places = np.arange(1 << bits)
    turned = sum(((places >> k) & 1) << (bits - 1 - k) for k in range(bits))
    return [int(n) for n in np.atleast_1d(turned) if n < count]


def extension_for(
    project: Project, move_id: str, amount: float, sheet: Sheet, store: PixelStore,
    easing: Easing = EASE_BOTH, subject: str | None = None,
) -> dict[str, Growth]:  # fmt: skip
    """By how much which layers must be extended for that amount; by layer id."""
    moved = apply_move(project, move_id, amount, easing, subject)
    return find_gaps(moved, sheet, store).growths
