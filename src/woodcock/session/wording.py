"""Findings in plain sentences, the same in the window and on the command line."""

from __future__ import annotations

from woodcock.model import Project
from woodcock.render import GapReport


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


def _frames(first: int, last: int) -> str:
    return f"in frame {first + 1}" if first == last else f"in frames {first + 1} to {last + 1}"
