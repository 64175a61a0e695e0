"""Scene to frame: plates on atlases, the renderer, the gap analysis."""

from typing import TYPE_CHECKING

from woodcock.lazy import lazily

if TYPE_CHECKING:
    from woodcock.render.area import Area
    from woodcock.render.atlas import Atlas, make_atlas, tiles_of
    from woodcock.render.drawing import load_renderer
    from woodcock.render.finished import frame_light
    from woodcock.render.focus import in_focus
    from woodcock.render.frame import render_frame
    from woodcock.render.gaps import CutOffEdge, Gap, GapFinder, GapReport, find_gaps
    from woodcock.render.key import AtlasKey, atlas_key
    from woodcock.render.layer_pictures import LayerPicture, layer_picture
    from woodcock.render.light_frame import LightFrame, laid_over, render_light
    from woodcock.render.rebuilt import Rebuilt, rebuild
    from woodcock.render.reliefs import segments_by_layer
    from woodcock.render.reveal import LayerReveal, Reveal, find_reveal
    from woodcock.render.things import ClipFrames, Thing, ThingKey, make_thing, thing_keys

__all__ = [
    "Area",
    "Atlas",
    "AtlasKey",
    "ClipFrames",
    "CutOffEdge",
    "Gap",
    "GapFinder",
    "GapReport",
    "LayerPicture",
    "LayerReveal",
    "LightFrame",
    "Rebuilt",
    "Reveal",
    "Thing",
    "ThingKey",
    "atlas_key",
    "find_gaps",
    "find_reveal",
    "frame_light",
    "in_focus",
    "laid_over",
    "layer_picture",
    "load_renderer",
    "make_atlas",
    "make_thing",
    "rebuild",
    "render_frame",
    "render_light",
    "segments_by_layer",
    "thing_keys",
    "tiles_of",
]
__getattr__ = lazily(
    __name__,
    {
        "Area": "area",
        "Atlas": "atlas",
        "AtlasKey": "key",
        "ClipFrames": "things",
        "CutOffEdge": "gaps",
        "Gap": "gaps",
        "GapFinder": "gaps",
        "GapReport": "gaps",
        "LayerPicture": "layer_pictures",
        "LayerReveal": "reveal",
        "LightFrame": "light_frame",
        "Rebuilt": "rebuilt",
        "Reveal": "reveal",
        "Thing": "things",
        "ThingKey": "things",
        "atlas_key": "key",
        "find_gaps": "gaps",
        "find_reveal": "reveal",
        "frame_light": "finished",
        "in_focus": "focus",
        "laid_over": "light_frame",
        "layer_picture": "layer_pictures",
        "load_renderer": "drawing",
        "make_atlas": "atlas",
        "make_thing": "things",
        "rebuild": "rebuilt",
        "render_frame": "frame",
        "render_light": "light_frame",
        "segments_by_layer": "reliefs",
        "thing_keys": "things",
        "tiles_of": "atlas",
    },
)
