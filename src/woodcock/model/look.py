"""A look: a finish, or parts of one, that can be used in another project."""

from __future__ import annotations

from woodcock.errors import InvalidValue
from woodcock.model.air import Air
from woodcock.model.film import Film
from woodcock.model.grade import Grade
from woodcock.model.layer import Blend
from woodcock.model.light import Bloom, Flash, Haze, Light
from woodcock.model.optics import Defocus, Shutter
from woodcock.model.texture import Texture
from woodcock.model.track import Track
from woodcock.model.value import Value
from woodcock.texts import tr


class LensBlur(Value, frozen=True):
    """What the lens and its shutter blur."""

    defocus: Defocus = Defocus()
    f_number: Track = Track(5.6)
    shutter: Shutter = Shutter()


class Laid(Value, frozen=True):
    """A texture as it lies on the glass."""

    name: str
    texture: Texture
    blend: Blend = "screen"
    blend_linear: bool = False
    opacity: Track = Track(0.4)


class Shine(Value, frozen=True):
    """Lights and flashes; their places are shares of the photo's width and height, 0 to 1."""

    lights: tuple[Light, ...] = ()
    flashes: tuple[Flash, ...] = ()


class Look(Value, frozen=True):
    """The parts it has take the place of a project's own; the others stay as they are.

    Keys are `seconds` of clip apart at the most. A part is None if the look has none.
    """

    name: str
    seconds: float = 6.0
    lens: LensBlur | None = None
    air: tuple[Air, ...] | None = None
    light: Shine | None = None
    haze: Haze | None = None
    bloom: Bloom | None = None
    grade: Grade | None = None
    film: Film | None = None
    textures: tuple[Laid, ...] | None = None

    def _check(self) -> None:
        if not 0 < self.seconds <= 3600:
            raise InvalidValue(tr("the keys of a look lie within an hour"))

    @property
    def parts(self) -> tuple[str, ...]:
        """The names of the parts it has."""
        return tuple(name for name in LOOK_PARTS if getattr(self, name) is not None)


LOOK_PARTS = ("lens", "air", "light", "haze", "bloom", "grade", "film", "textures")
