"""How a person arranged the window, step by step; kept between sessions."""

from __future__ import annotations

from pathlib import Path

import msgspec
from msgspec.structs import replace

from woodcock.session.state_files import keep_state, read_state, state_folder

_HIGH = 4000
PANEL = (260, 520)  # pixels that the panel may be wide


class StepLayout(msgspec.Struct, frozen=True):
    """What a step shows below the picture."""

    rail: bool = False
    lanes: bool = False


_STEPS = {  # the others need neither: the picture has the room
    "Stage": StepLayout(rail=True),
    "Move": StepLayout(lanes=True),
    "Finish": StepLayout(lanes=True),
}


class Layout(msgspec.Struct, frozen=True):
    """All of it; sizes in pixels, 0 where they follow from what is shown.

    `window` is the toolkit's own word for the window's place and size, base64.
    """

    steps: dict[str, StepLayout] = {}
    panel: int = 290
    list_height: int = 0
    lanes_height: int = 0
    window: str = ""
    folded: frozenset[str] = frozenset()
    toured: bool = False  # the tour was taken, or left

    def of(self, step: str) -> StepLayout:
        return self.steps.get(step) or _STEPS.get(step, StepLayout())

    def with_step(self, step: str, shown: StepLayout) -> Layout:
        return replace(self, steps={**self.steps, step: shown})


def kept_layout() -> Layout:
    """The layout as it was last kept; the one that ships if there is none, or it is damaged."""
    found = read_state(_file(), Layout) or Layout()
    return replace(
        found, panel=min(max(found.panel, PANEL[0]), PANEL[1]),
        list_height=min(max(found.list_height, 0), _HIGH),
        lanes_height=min(max(found.lanes_height, 0), _HIGH),
    )  # fmt: skip


def keep_layout(layout: Layout) -> None:
    """Keep it; where that is not possible it lasts as long as the program runs."""
    keep_state(_file(), layout)


def _file() -> Path:
    return state_folder() / "window.json"
