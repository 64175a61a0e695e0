"""The whole project as one value."""

from __future__ import annotations

from typing import ClassVar

import msgspec

from woodcock.errors import InvalidValue
from woodcock.model.air import Air
from woodcock.model.carrier import Carrier, Matrix, check_hang
from woodcock.model.film import Film
from woodcock.model.grade import Grade
from woodcock.model.layer import Layer
from woodcock.model.light import Bloom, Flash, Haze, Light
from woodcock.model.optics import Crop, Defocus, Eye, Shutter
from woodcock.model.overall import Overall
from woodcock.model.photo import Frame, Photo, Placement
from woodcock.model.procedural import Sway
from woodcock.model.shape import ClipShape
from woodcock.model.sound import Mix, Sound
from woodcock.model.track import Track
from woodcock.model.value import Limits, Value
from woodcock.texts import tr, tr_noop

SUFFIX = ".woodcock"  # of project files
_DEEPEST = 32  # carriers that hang on one another
# Of each kind of things; and pixels of a layer, with what is added to it at its sides.
_MOST = {
    "layers": (500, tr_noop("layers")), "carriers": (500, tr_noop("carriers")),
    "airs": (100, tr_noop("airs")), "lights": (200, tr_noop("lights")),
    "flashes": (200, tr_noop("flashes")), "sounds": (500, tr_noop("sounds")),
    "markers": (2000, tr_noop("markers")), "shapes": (100, tr_noop("shapes")),
}  # fmt: skip
_MOST_GROWN = 400_000_000
LENS_PROPERTIES = ("x", "y", "z", "yaw", "pitch", "roll")


class Lens(Value, frozen=True):
    """A pinhole lens: focal length and sensor width in mm, pose tracks in metres and degrees.

    x right, y down, z away from the lens; all zero is the rest pose. Positive yaw turns right,
    positive pitch looks up, positive roll turns the lens clockwise. It turns towards `aim`, a point
    in metres, as it travels, so that what is there stays where it is in the frame. What stands
    `held_size` metres from the rest pose keeps its size: the focal length follows the travel.
    `zoom` is how many times as long as at rest the focal length is. It is focused `focus` metres
    away. It may hang on a carrier, as layers do, and `sway`. `defocus` and `shutter`
    are what blurs. `crop` and `eye` are set while a part of the frame is delivered, or what one of
    two eyes sees.
    """

    focal_length: float = 35.0
    sensor_width: float = 36.0
    x: Track = Track()
    y: Track = Track()
    z: Track = Track()
    yaw: Track = Track()
    pitch: Track = Track()
    roll: Track = Track()
    zoom: Track = Track(1.0)
    focus: Track = Track(10.0)
    f_number: Track = Track(5.6)
    aim: tuple[float, float, float] | None = None
    held_size: float | None = None
    carrier: str | None = None
    hang: Matrix | None = None
    sway: Sway | None = None
    defocus: Defocus = Defocus()
    shutter: Shutter = Shutter()
    crop: Crop | None = None
    eye: Eye | None = None

    LIMITS: ClassVar[Limits] = {
        "x": (-1e5, 1e5),
        "y": (-1e5, 1e5),
        "z": (-1e5, 1e5),
        "yaw": (-1e5, 1e5),
        "pitch": (-1e5, 1e5),
        "roll": (-1e5, 1e5),
        "zoom": (0.001, 1000),
        "focus": (0, 1e6),
        "f_number": (0, 10_000),
        "aim": (-1e6, 1e6),
    }

    def _check(self) -> None:
        if not 4 <= self.focal_length <= 1000:
            raise InvalidValue(tr("a focal length lies between 4 and 1000 mm"))
        if not 1 <= self.sensor_width <= 100:
            raise InvalidValue(tr("a sensor is 1 to 100 mm wide"))
        if self.aim is not None and self.aim[2] < 0.05:
            raise InvalidValue(tr("the lens can only aim at what is before it"))
        check_hang(self.hang)
        if self.held_size is not None and self.held_size < 0.05:
            raise InvalidValue(tr("what keeps its size must be before the lens"))


class Depth(Value, frozen=True):
    """A depth map of the photo: `pixels` is the content hash of an (h, w) uint16 array.

    0 is `far` metres away, 65535 `near`, evenly in 1/distance between.
    """

    pixels: str
    near: float = 1.0
    far: float = 1000.0

    def _check(self) -> None:
        if not 0.05 <= self.near < self.far <= 100_000:
            raise InvalidValue(tr("a depth map reaches from 0.05 m to 100 km, near before far"))


# The parts of a project that finish its frames, all of them off.
UNFINISHED = {
    "airs": (), "lights": (), "flashes": (), "haze": Haze(), "bloom": Bloom(), "grade": Grade(),
    "film": Film(),
}  # fmt: skip


class Project(Value, frozen=True):
    """A photograph, the layers cut from it, the lens and the frame.

    `layers` always holds exactly one background once there is a photo. Their order in the tuple
    decides nothing but ties: depth is the order (`near_to_far`). `rebuild_all` has everything
    hidden rebuilt, not only what the move shows; another `fill_seed` is another proposal, and with
    `whole_pieces` large holes are filled from whole pieces of the photo. `removed`
    is the content hash of an 8-bit mask (photo height, photo width) of what is taken out of the
    photo and made up anew; `depth` is a depth map of the photo;
    `overall` is the second move, of everything at once. `airs`, `lights`, `flashes`, `haze`,
    `bloom`, `grade` and `film` are what finishes its frames, `sounds` what is heard under them.
    `markers` are times in seconds that keys are set to. `shapes` are how it is framed where it is
    delivered in another shape than the frame's, as far as that was set.
    """

    photo: Photo | None = None
    frame: Frame = Frame()
    placement: Placement = Placement()
    lens: Lens = Lens()
    layers: tuple[Layer, ...] = ()
    rebuild_all: bool = False
    fill_seed: int = 0
    whole_pieces: bool = False
    removed: str | None = None
    depth: Depth | None = None
    carriers: tuple[Carrier, ...] = ()
    overall: Overall = Overall()
    airs: tuple[Air, ...] = ()
    lights: tuple[Light, ...] = ()
    flashes: tuple[Flash, ...] = ()
    haze: Haze = Haze()
    bloom: Bloom = Bloom()
    grade: Grade = Grade()
    film: Film = Film()
    sounds: tuple[Sound, ...] = ()
    mix: Mix = Mix()
    markers: tuple[float, ...] = ()
    shapes: tuple[ClipShape, ...] = ()

    LIMITS: ClassVar[Limits] = {"fill_seed": (0, 2**31 - 1), "markers": (-3600, 3600)}

    def _check(self) -> None:
        backgrounds = sum(layer.is_background for layer in self.layers)
        if backgrounds != (1 if self.photo else 0):
            raise InvalidValue(tr("a project with a photo has exactly one background layer"))
        for kind, (most, name) in _MOST.items():
            if len(getattr(self, kind)) > most:
                raise InvalidValue(
                    tr("a project has up to {most} {things}", most=most, things=tr(name))
                )
        if self.photo is not None:
            _check_grown(self.photo, self.layers)
        every = self.layers, self.carriers, self.airs, self.lights, self.flashes, self.sounds
        names = [thing.id for things in every for thing in things]
        if len(set(names)) != len(names):
            raise InvalidValue(tr("two things share an id"))
        known = {carrier.id: carrier for carrier in self.carriers}
        things: list[Lens | Layer | Carrier] = [self.lens, *self.layers, *self.carriers]
        for thing in things:
            passed: set[str] = set()
            hung = thing.carrier
            while hung is not None:
                if hung not in known or hung in passed or len(passed) >= _DEEPEST:
                    raise InvalidValue(
                        tr(
                            "what hangs on a carrier must end at one that hangs on none, "
                            "after up to {most} others",
                            most=_DEEPEST,
                        )
                    )
                passed.add(hung)
                hung = known[hung].carrier

    @property
    def near_to_far(self) -> tuple[Layer, ...]:
        """What is on the glass, then the rest by distance; among equals the later is in front."""
        numbered = enumerate(self.layers)

        def place(item: tuple[int, Layer]) -> tuple[bool, float, int]:
            number, layer = item
            return not layer.glass, 0.0 if layer.glass else layer.distance, -number

        return tuple(layer for _, layer in sorted(numbered, key=place))

    @property
    def in_scene(self) -> tuple[Layer, ...]:
        """The visible layers that the lens moves past, near to far; all, where none is visible."""
        stands = [x for x in self.near_to_far if not x.glass]
        return tuple([x for x in stands if x.visible] or stands)

    @property
    def background(self) -> Layer:
        return next(layer for layer in self.layers if layer.is_background)

    def layer(self, layer_id: str) -> Layer:
        """The layer with this id; KeyError if there is none."""
        for layer in self.layers:
            if layer.id == layer_id:
                return layer
        raise KeyError(layer_id)

    def carrier(self, carrier_id: str) -> Carrier:
        """The carrier with this id; KeyError if there is none."""
        for carrier in self.carriers:
            if carrier.id == carrier_id:
                return carrier
        raise KeyError(carrier_id)

    def with_carrier(self, carrier: Carrier) -> Project:
        """This project with `carrier` in place of the one with its id."""
        carriers = tuple(carrier if old.id == carrier.id else old for old in self.carriers)
        return msgspec.structs.replace(self, carriers=carriers)

    def with_layer(self, layer: Layer) -> Project:
        """This project with `layer` in place of the one with its id."""
        layers = tuple(layer if old.id == layer.id else old for old in self.layers)
        return msgspec.structs.replace(self, layers=layers)


def _check_grown(photo: Photo, layers: tuple[Layer, ...]) -> None:
    """Raises InvalidValue where what is added at the sides makes a picture far too large."""
    for grown in (layer.growth for layer in layers):
        wide = photo.width + grown.left + grown.right
        high = photo.height + grown.top + grown.bottom
        if wide * high > max(_MOST_GROWN, 2 * photo.width * photo.height):
            raise InvalidValue(
                tr(
                    "a layer with what is added at its sides has up to {most:.0f} megapixels",
                    most=_MOST_GROWN / 1e6,
                )
            )
