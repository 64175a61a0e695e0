"""A layer: a part of the photo at a distance, with a pose of its own."""

from __future__ import annotations

from typing import ClassVar, Literal, cast, get_args

from woodcock.errors import InvalidValue
from woodcock.model.carrier import Matrix, check_hang
from woodcock.model.edge import EdgeSettings
from woodcock.model.grade import Grade
from woodcock.model.light import Shadow, Shimmer
from woodcock.model.limits import HOLE_GROWTH
from woodcock.model.optics import Blur
from woodcock.model.photo import check_held
from woodcock.model.pins import Bend
from woodcock.model.procedural import Beat, Drift, Sway
from woodcock.model.relief import Relief
from woodcock.model.texture import Texture
from woodcock.model.things import Card, Clip, Title
from woodcock.model.track import Track
from woodcock.model.value import Limits, Value
from woodcock.texts import tr

Kind = Literal["cut", "background", "picture", "title", "card", "clip", "texture"]
KINDS: tuple[Kind, ...] = get_args(Kind)
MOST_LEAN = 75.0  # degrees
Blend = Literal[
    "normal", "multiply", "screen", "overlay", "darken", "lighten", "color-dodge", "color-burn",
    "hard-light", "soft-light", "difference", "exclusion", "hue", "saturation", "color",
    "luminosity", "plus-lighter",
]  # fmt: skip
BLENDS: tuple[Blend, ...] = get_args(Blend)
Role = Literal["", "subject", "near", "ground", "middle", "far", "sky"]
ROLES: tuple[Role, ...] = get_args(Role)
CutMode = Literal["add", "remove", "within"]
TILE = 256  # photo pixels: the side of a square of what is painted on a layer


class Node(Value, frozen=True):
    """A node of an outline in the photo's pixels; its two handles are relative to it."""

    x: float
    y: float
    before: tuple[float, float] = (0.0, 0.0)
    after: tuple[float, float] = (0.0, 0.0)

    LIMITS: ClassVar[Limits] = {
        "x": (-1e6, 1e6),
        "y": (-1e6, 1e6),
        "before": (-1e6, 1e6),
        "after": (-1e6, 1e6),
    }


class Outline(Value, frozen=True):
    """A closed path of cubic Bezier curves, and the mask it was drawn on.

    `mode` is what it does to the mask `under` (a content hash; None: there was none yet). What was
    painted since is the difference to the mask's pixels, so the outline stays editable.
    """

    nodes: tuple[Node, ...] = ()
    mode: CutMode = "add"
    under: str | None = None


class Mask(Value, frozen=True, tag="cut"):
    """A soft cut: content hash of an 8-bit alpha (photo height, photo width), and its edge.

    `outline` is the path that was drawn last, if any.
    """

    pixels: str
    edge: EdgeSettings = EdgeSettings()
    outline: Outline | None = None


class Growth(Value, frozen=True):
    """Picture added beyond the photo's borders, in the photo's pixels, side by side."""

    left: float = 0.0
    top: float = 0.0
    right: float = 0.0
    bottom: float = 0.0

    LIMITS: ClassVar[Limits] = {
        "left": (0, 30_000),
        "top": (0, 30_000),
        "right": (0, 30_000),
        "bottom": (0, 30_000),
    }

    def at_least(self, other: Growth) -> Growth:
        """The larger of the two on every side."""
        return Growth(
            max(self.left, other.left),
            max(self.top, other.top),
            max(self.right, other.right),
            max(self.bottom, other.bottom),
        )


class Tile(Value, frozen=True):
    """A square of what was painted on a layer's rebuilt picture.

    `pixels` is the content hash of a (256, 256, 4) uint8 sRGB array whose corner lies at
    256 * (`column`, `row`) in the photo's pixels; alpha is how fully it replaces what is there.
    """

    column: int
    row: int
    pixels: str

    LIMITS: ClassVar[Limits] = {"column": (-1000, 1000), "row": (-1000, 1000)}


class Pose(Value, frozen=True):
    """A layer's own animated pose.

    `scale` is a factor, `x`, `y` and `z` are metres (right, down, away), `angle` is degrees
    clockwise, `tilt` and `swing` are degrees by which its top and its right side turn away;
    `opacity` runs from 0 to 1. All turn and scale about its pivot. `relief` is how many times as
    thick as set its relief is.
    """

    scale: Track = Track(1.0)
    x: Track = Track(0.0)
    y: Track = Track(0.0)
    angle: Track = Track(0.0)
    opacity: Track = Track(1.0)
    tilt: Track = Track(0.0)
    swing: Track = Track(0.0)
    z: Track = Track(0.0)
    relief: Track = Track(1.0)

    LIMITS: ClassVar[Limits] = {
        "scale": (-1000, 1000),
        "opacity": (0, 1),
        "x": (-1e5, 1e5),
        "y": (-1e5, 1e5),
        "z": (-1e5, 1e5),
        "angle": (-1e5, 1e5),
        "tilt": (-1e5, 1e5),
        "swing": (-1e5, 1e5),
        "relief": (-1000, 1000),
    }


class Lean(Value, frozen=True):
    """How a layer leans about its pivot, in degrees: `tilt` its top, `swing` its right side away.

    While `held`, it looks from the rest pose as if it did not lean.
    """

    tilt: float = 0.0
    swing: float = 0.0
    held: bool = True

    def _check(self) -> None:
        if not (abs(self.tilt) <= MOST_LEAN and abs(self.swing) <= MOST_LEAN):
            raise InvalidValue(tr("a layer leans by at most {most:g} degrees", most=MOST_LEAN))


class Picture(Value, frozen=True, tag="picture"):
    """A picture that is no part of the photo, and where it lies on it.

    `pixels` is the content hash of an (height, width, 3 or 4) sRGB array; its middle lies at
    (`x`, `y`) in the photo's pixels, `scale` of which are as wide as one of its own. `mask` is the
    content hash of an 8-bit alpha (height, width), what is kept of it; None is all. Its `edge` is
    redrawn as a cut's is, in the picture's own pixels.
    """

    pixels: str
    width: int
    height: int
    x: float
    y: float
    scale: float = 1.0
    mask: str | None = None
    edge: EdgeSettings = EdgeSettings()

    LIMITS: ClassVar[Limits] = {
        "x": (-1e6, 1e6),
        "y": (-1e6, 1e6),
        "width": (1, 30_000),
        "height": (1, 30_000),
    }

    def _check(self) -> None:
        if not 0.005 <= self.scale <= 100:
            raise InvalidValue(tr("a picture is shown at 0.5 to 10,000 per cent of its size"))

    @property
    def box(self) -> tuple[float, float, float, float]:
        """Left, top, width and height in the photo's pixels."""
        width, height = self.width * self.scale, self.height * self.scale
        return self.x - width / 2, self.y - height / 2, width, height


AtPlace = Picture | Title | Card | Clip  # what lies at a place of the photo
Own = AtPlace | Texture  # what is no part of the photo
Content = Mask | Own


class Layer(Value, frozen=True):
    """A layer: cut from the photo by a mask, or a picture, title, card, clip or texture of its
    own.

    The background's `content` is None: it holds what no other layer claims.

    `distance` is metres from the rest pose. `sized_at` is None while the layer holds its framing;
    otherwise the distance at which its size equals the photo's.
    `pivot` is the place in the photo's pixels about which it is posed and leans; None is the
    place in the lens's axis. `relief` is its own depth; None is flat.
    `stretch` is by how much it is wider and higher than in the photo, about the pivot; less than
    nothing mirrors it. On the
    `glass` it is before everything and the lens does not move it. `blend` is how it is laid over
    what is behind it (W3C Compositing and Blending Level 1), in sRGB or in linear light. It hangs
    on the `carrier` with that id; `hang` is where it was hung relative to that, None for as it is.
    `repair` is what was painted by hand on its rebuilt picture, by row and column.
    It may `sway`, `beat` about its pivot, `drift` for ever, and `bend` by pins.
    `hole_growth` is by how much its cut may be off, in pixels of a 1080-line frame: so far on both
    sides of it the photo tells what is the layer and what is behind it. `sources` is the content
    hash of an 8-bit picture of the photo's size: from where the hole it leaves is not to be filled
    (128) and from where alone (255).
    `blur` is by how much it is blurred beside what the lens does. Its own movement is `held` for so
    many frames at a time. It may cast a `shadow`, `shimmer` and have a `grade` of its own.
    `role` is what it is in the picture, as far as that was found; "" is not known.
    """

    id: str
    name: str
    content: Content | None
    distance: float
    colour: int = 0
    visible: bool = True
    sized_at: float | None = None
    hole_growth: float = HOLE_GROWTH
    sources: str | None = None
    growth: Growth = Growth()
    pose: Pose = Pose()
    repair: tuple[Tile, ...] = ()
    pivot: tuple[float, float] | None = None
    lean: Lean = Lean()
    relief: Relief | None = None
    stretch: tuple[float, float] = (1.0, 1.0)
    glass: bool = False
    blend: Blend = "normal"
    blend_linear: bool = False
    carrier: str | None = None
    hang: Matrix | None = None
    locked: bool = False
    sway: Sway | None = None
    beat: Beat | None = None
    drift: Drift | None = None
    bend: Bend | None = None
    blur: Blur | None = None
    held: int = 1
    shadow: Shadow | None = None
    shimmer: Shimmer | None = None
    grade: Grade | None = None
    role: Role = ""

    LIMITS: ClassVar[Limits] = {
        "colour": (0, 1000),
        "sized_at": (0.01, 1e6),
        "hole_growth": (0, 500),
        "pivot": (-1e6, 1e6),
    }

    def _check(self) -> None:
        if self.blend not in BLENDS:
            raise InvalidValue(tr("a layer is blended by one of {all}", all=", ".join(BLENDS)))
        if self.glass and self.is_background:
            raise InvalidValue(tr("the background can't be on the glass"))
        if not 0.05 <= self.distance <= 100_000:
            raise InvalidValue(tr("a distance lies between 0.05 m and 100 km"))
        check_held(self.held)
        check_hang(self.hang)
        if not all(0.1 <= abs(factor) <= 10 for factor in self.stretch):
            raise InvalidValue(tr("a layer is stretched to between a tenth and ten times its size"))

    @property
    def is_background(self) -> bool:
        return self.content is None

    @property
    def own(self) -> Own | None:
        """What it shows that is no part of the photo."""
        return None if isinstance(self.content, Mask) else self.content

    @property
    def at_place(self) -> AtPlace | None:
        """The same if it has a place of its own."""
        return None if isinstance(self.own, Texture) else self.own

    @property
    def mask(self) -> Mask | None:
        return self.content if isinstance(self.content, Mask) else None

    @property
    def picture(self) -> Picture | None:
        return self.content if isinstance(self.content, Picture) else None

    @property
    def title(self) -> Title | None:
        return self.content if isinstance(self.content, Title) else None

    @property
    def card(self) -> Card | None:
        return self.content if isinstance(self.content, Card) else None

    @property
    def clip(self) -> Clip | None:
        return self.content if isinstance(self.content, Clip) else None

    @property
    def texture(self) -> Texture | None:
        return self.content if isinstance(self.content, Texture) else None

    @property
    def covers(self) -> bool:
        """Whether it fills the frame at rest, whatever its size."""
        return self.texture is not None or (self.card is not None and self.card.covers)

    @property
    def laid(self) -> bool:
        """Whether it is a texture that lies over the whole picture."""
        return self.texture is not None and self.glass

    @property
    def kind(self) -> Kind:
        if self.content is None:
            return "background"
        return cast(Kind, self.content.__struct_config__.tag)
