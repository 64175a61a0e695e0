"""Two eyes: the lens a little to the left and to the right, converging by shift."""

from __future__ import annotations

from collections.abc import Sequence

from msgspec.structs import replace

from woodcock.model import Delivery, Eye, Project

_TWO = ("side by side", "over under", "anaglyph")


def window_of(project: Project, delivery: Delivery) -> float:
    """How many metres away what both eyes see in one place is: where the nearest layer stands."""
    if delivery.window is not None:
        return delivery.window
    stand = [layer.distance for layer in project.layers if layer.visible and not layer.glass]
    return max(min(stand, default=10.0), 0.05)


def eyes_of(project: Project, delivery: Delivery, asides: Sequence[float]) -> tuple[Project, ...]:
    """The project as seen from so many bases to the right of the lens; all hidden is rebuilt."""
    window = window_of(project, delivery)
    # All of it: what two eyes see of what is hidden differs, and both are drawn of one atlas.
    project = replace(project, rebuild_all=True)
    return tuple(
        replace(project, lens=replace(project.lens, eye=Eye(delivery.base * aside, window)))
        for aside in asides
    )


def both_eyes(project: Project, delivery: Delivery) -> tuple[Project, ...]:
    """What a delivery shows of a project: as it is, or as one eye sees it, or as both do."""
    if delivery.shows in _TWO:
        return eyes_of(project, delivery, (-0.5, 0.5))
    if delivery.shows in ("left eye", "right eye", "two files"):
        return eyes_of(project, delivery, (-0.5 if delivery.shows == "left eye" else 0.5,))
    return (project,)


def joined(size: tuple[int, int], shows: str) -> tuple[int, int]:
    """(width, height) of what is delivered of frames of `size`."""
    width, height = size
    if shows == "side by side":
        return 2 * width, height
    return (width, 2 * height) if shows == "over under" else (width, height)
