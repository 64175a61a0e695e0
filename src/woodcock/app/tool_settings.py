"""The tool of each step and how it is set."""

from __future__ import annotations

from dataclasses import dataclass, field

from woodcock.model import Delivery


@dataclass
class ToolSettings:
    """The tool of each step and how it is set."""

    separate: str = "grow"
    mode: str = "add"
    held_mode: str = ""  # while its key is held
    new_layer: bool = True
    size: float = 60.0  # photo pixels
    hardness: float = 0.8
    opacity: float = 1.0
    cut_picture: bool = False  # strokes cut the selected picture, else it is placed
    tolerance: float = 12.0  # L*a*b* steps
    local: bool = True
    move: str = "slide"
    pose: str = "end"
    backdrop: str = "tint"
    clean: bool = True  # edge colours shown without the old background
    loupe: bool = False
    hues: list[float] = field(default_factory=lambda: [0.0] * 8)  # -1 darker to 1 lighter
    rebuild: str = "look"
    rebuild_view: str = "behind"
    sources: str = "not"  # from here, or "from" here: what the brush for it paints
    reveal: bool = False  # what the move reveals, drawn over the picture
    outlined: bool = False  # what was made up, outlined
    flicker: bool = False  # between the photo and the picture
    stage: str = "arrange"
    stage_page: str = "layer"  # of the Stage panel
    depth_amount: float = 0.1  # how much the depth brush changes, of the whole map
    depth_layer: bool = False  # edits of the depth map stop at the selected layer's edge
    onion: bool = False  # start and end shown through the picture
    full_size: bool = False  # frames for playing as large as they are exported
    move_view: str = "playhead"  # or both poses, or what the frame shows of the picture
    framed: str = "lens"  # what the framing rectangles move
    page: str = "ready"  # of the Move panel
    ready: str = "push-in"  # the ready move in hand
    split: bool = False  # keys of one pose are moved and eased one by one
    pin: int = 1  # the chosen bend pin, from 1
    curves: bool = False  # in place of the lanes
    finish_page: str = "lens"
    finish: str = ""  # the tool in hand in Finish
    export_page: str = "make"
    purpose: str = "web"  # what the clip is made for
    delivery: Delivery | None = None  # its details; None: as the purpose has them
    shapes: frozenset[str] = frozenset({""})  # that are made at once; "": the clip's own
    shape: str = ""  # whose framing is looked at
    air: str = ""  # the chosen air
    air_part: str = "what"  # what of it is set
    light: str = ""  # the chosen light or flash
    light_part: str = "glow"
    light_page: str = "scene"  # or what falls on layers
    film_page: str = "looks"
    sound: str = ""  # the chosen sound
    graded: str = "clip"  # or the selected layer
    grade_part: str = "tone"
    channel: str = "master"  # whose curve is drawn
    scope: str = "histogram"
    pegged: bool = False  # what is set in Finish is keyed at the playhead
    sharp: bool = False  # what is in focus, striped
    safe: bool = False  # lines where titles are safe
    depth_look: str = ""  # how the depth map is shown in Stage; empty: it is not
    aligned: bool = True  # strokes of a clone keep their distance to the source
    mirrored: bool = False
    source_layer: str = ""  # whose picture repairs copy from; empty: the one that is painted on
    colour: tuple[int, int, int] = (128, 128, 128)  # sRGB

    @property
    def stroke(self) -> str:
        """What a stroke does in Separate: as set, or as the key that is held says."""
        return self.held_mode or self.mode

    def for_another(self) -> ToolSettings:
        """The settings for another project: how a person paints and looks stays, no more."""
        return ToolSettings(**{name: getattr(self, name) for name in _PERSONAL})


_PERSONAL = (
    "separate", "size", "hardness", "opacity", "tolerance", "local", "backdrop", "clean", "loupe",
    "full_size", "safe", "colour",
)  # fmt: skip
