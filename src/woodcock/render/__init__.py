"""Scene to frame: plates on sheets, the renderer, the gap analysis."""

from woodcock.render.frame import load_renderer, render_frame
from woodcock.render.gaps import Edge, Gap, GapReport, find_gaps
from woodcock.render.reveal import Area, LayerReveal, Reveal, find_reveal
from woodcock.render.sheet import Sheet, SheetKey, make_sheet, sheet_key

__all__ = [
    "Area",
    "Edge",
    "Gap",
    "GapReport",
    "LayerReveal",
    "Reveal",
    "Sheet",
    "SheetKey",
    "find_gaps",
    "find_reveal",
    "load_renderer",
    "make_sheet",
    "render_frame",
    "sheet_key",
]
