"""Scene to frame: plates on sheets, the renderer, the gap analysis."""

from woodcock.render.frame import load_renderer, render_frame
from woodcock.render.gaps import Edge, Gap, GapReport, find_gaps
from woodcock.render.sheet import Sheet, SheetKey, make_sheet, sheet_key

__all__ = [
    "Edge",
    "Gap",
    "GapReport",
    "Sheet",
    "SheetKey",
    "find_gaps",
    "load_renderer",
    "make_sheet",
    "render_frame",
    "sheet_key",
]
