"""Findings in plain sentences, the same in the window and on the command line."""

from __future__ import annotations

from typing import TYPE_CHECKING

from woodcock.model import Project
from woodcock.texts import tr, tr_noop

if TYPE_CHECKING:
    from woodcock.render import GapReport
    from woodcock.session.speed import SpeedReport

_SIDES = {
    "left": tr_noop("left"),
    "right": tr_noop("right"),
    "top": tr_noop("top"),
    "bottom": tr_noop("bottom"),
}


def inside(error: BaseException) -> str:
    """That the program itself is at fault, and what to do about it."""
    return tr(
        "Something went wrong inside Woodcock ({name}: {error}). Help > Copy report "
        "has what is needed to mend it.",
        name=type(error).__name__,
        error=error,
    )


def gap_sentences(project: Project, report: GapReport) -> tuple[str, ...]:
    """One sentence a finding: which layer, which side, which frames, how far it must grow."""
    lines = []
    for gap in report.gaps:
        name = project.layer(gap.layer).name
        frames = _frames(gap.first, gap.last)
        if gap.side == "inside":
            lines.append(
                tr(
                    "Gap: up to {pixels} pixels are covered by nothing {frames}: {name} is hidden, "
                    "see-through or turned away there.",
                    pixels=gap.pixels,
                    frames=frames,
                    name=name,
                )
            )
        else:
            need = (
                tr(" It must grow by {grow:.0f} px there.", grow=gap.grow)
                if gap.grow is not None
                else ""
            )
            lines.append(
                tr(
                    "Gap: {name} does not reach the frame's {side} edge {frames} (up to {pixels} "
                    "pixels).{need}",
                    name=name,
                    side=tr(_SIDES[gap.side]),
                    frames=frames,
                    pixels=gap.pixels,
                    need=need,
                )
            )
    for edge in report.edges:
        layer = project.layer(edge.layer)
        border = tr("the photo's") if layer.own is None else tr("its own")
        lines.append(
            tr(
                "Edge: {name} is cut off by {border} {side} border, which comes into the frame "
                "{frames}. It should grow by {grow:.0f} px there.",
                name=layer.name,
                border=border,
                side=tr(_SIDES[edge.side]),
                frames=_frames(edge.first, edge.last),
                grow=edge.grow,
            )
        )
    return tuple(lines) or (tr("No gaps."),)


def motion_sentences(project: Project, report: SpeedReport) -> tuple[str, ...]:
    """What strobes or stretches, a sentence each; none if nothing does."""
    lines = []
    for layer in project.near_to_far:
        found = report.layers.get(layer.id)
        if found is None:
            continue
        if report.strobing(layer.id):
            index = int(found.speed.argmax())
            lines.append(
                tr(
                    "{name}: strobing, {speed:.1f} px a frame at {time:.1f} s; up to {limit:.1f} "
                    "looks smooth.",
                    name=layer.name,
                    speed=found.speed[index],
                    time=project.frame.time(index),
                    limit=report.limit,
                )
            )
        if report.stretched(layer.id):
            index = int(found.stretch.argmax())
            lines.append(
                tr(
                    "{name}: the relief is stretched to {stretch:.0%} at {time:.1f} s.",
                    name=layer.name,
                    stretch=found.stretch[index],
                    time=project.frame.time(index),
                )
            )
    return tuple(lines)


def speed_sentence(project: Project, report: SpeedReport, layer_id: str, time: float) -> str:
    """A layer's speed at a time, with what is wrong with it; "" where it is not known."""
    found = report.layers.get(layer_id)
    if found is None:
        return ""
    index = min(project.frame.index(time), len(found.speed) - 1)
    text = tr(
        "{speed:.1f} px a frame here, {max:.1f} at the most",
        speed=found.speed[index],
        max=found.speed.max(),
    )
    return text + (
        tr("; above {limit:.1f} it strobes", limit=report.limit)
        if report.strobing(layer_id)
        else ""
    )


def _frames(first: int, last: int) -> str:
    return (
        tr("in frame {first}", first=first + 1)
        if first == last
        else tr("in frames {first} to {last}", first=first + 1, last=last + 1)
    )
