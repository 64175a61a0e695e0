"""Findings in plain sentences, the same in the window and on the command line."""

from __future__ import annotations

from typing import TYPE_CHECKING

from woodcock.model import Project

if TYPE_CHECKING:
    from woodcock.render import GapReport
    from woodcock.session.speed import SpeedReport


def inside(error: BaseException) -> str:
    """That the program itself is at fault, and what to do about it."""
    return (
        f"Something went wrong inside Woodcock ({type(error).__name__}: {error}). "
        "Help > Copy report has what is needed to mend it."
    )


def gap_sentences(project: Project, report: GapReport) -> tuple[str, ...]:
    """One sentence a finding: which layer, which side, which frames, how far it must grow."""
    lines = []
    for gap in report.gaps:
        name = project.layer(gap.layer).name
        frames = _frames(gap.first, gap.last)
        if gap.side == "inside":
            lines.append(
                f"Gap: up to {gap.pixels} pixels are covered by nothing {frames}: {name} is "
                "hidden, see-through or turned away there."
            )
        else:
            need = f" It must grow by {gap.grow:.0f} px there." if gap.grow is not None else ""
            lines.append(
                f"Gap: {name} does not reach the frame's {gap.side} edge {frames} "
                f"(up to {gap.pixels} pixels).{need}"
            )
    for edge in report.edges:
        layer = project.layer(edge.layer)
        border = "the photo's" if layer.own is None else "its own"
        lines.append(
            f"Edge: {layer.name} is cut off by {border} {edge.side} border, "
            f"which comes into the frame {_frames(edge.first, edge.last)}. "
            f"It should grow by {edge.grow:.0f} px there."
        )
    return tuple(lines) or ("No gaps.",)


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
                f"{layer.name}: strobing, {found.speed[index]:.1f} px a frame at "
                f"{project.frame.time(index):.1f} s; up to {report.limit:.1f} looks smooth."
            )
        if report.stretched(layer.id):
            index = int(found.stretch.argmax())
            lines.append(
                f"{layer.name}: the relief is stretched to {found.stretch[index]:.0%} at "
                f"{project.frame.time(index):.1f} s."
            )
    return tuple(lines)


def speed_sentence(project: Project, report: SpeedReport, layer_id: str, time: float) -> str:
    """A layer's speed at a time, with what is wrong with it; "" where it is not known."""
    found = report.layers.get(layer_id)
    if found is None:
        return ""
    index = min(project.frame.index(time), len(found.speed) - 1)
    text = f"{found.speed[index]:.1f} px a frame here, {found.speed.max():.1f} at the most"
    return text + (f"; above {report.limit:.1f} it strobes" if report.strobing(layer_id) else "")


def _frames(first: int, last: int) -> str:
    return f"in frame {first + 1}" if first == last else f"in frames {first + 1} to {last + 1}"
