"""Scene to frame: plates on sheets, the renderer, the gap analysis."""

from woodcock.render.area import Area
from woodcock.render.frame import load_renderer, render_frame
from woodcock.render.gaps import Edge, Gap, GapFinder, GapReport, find_gaps
from woodcock.render.key import SheetKey, sheet_key
from woodcock.render.layer_picture import LayerPicture, layer_picture
from woodcock.render.rebuilt import Rebuilt, rebuild
from woodcock.render.reliefs import leaves_by_layer
from woodcock.render.reveal import LayerReveal, Reveal, find_reveal
from woodcock.render.sheet import Sheet, make_sheet, tiles_of
from woodcock.render.things import ClipFrames, Thing, ThingKey, make_thing, thing_keys

__all__ = [
    "Area",
    "ClipFrames",
    "Edge",
    "Gap",
    "GapFinder",
    "GapReport",
    "LayerPicture",
    "LayerReveal",
    "Rebuilt",
    "Reveal",
    "Sheet",
    "SheetKey",
    "Thing",
    "ThingKey",
    "find_gaps",
    "find_reveal",
    "layer_picture",
    "leaves_by_layer",
    "load_renderer",
    "make_sheet",
    "make_thing",
    "rebuild",
    "render_frame",
    "sheet_key",
    "thing_keys",
    "tiles_of",
]
