"""A texture laid over the picture, made by code: paper, film dust, light leaks, lens dirt."""

from __future__ import annotations

import math
from typing import ClassVar, Literal, get_args

from woodcock.errors import InvalidValue
from woodcock.model.things import WHITE, Colour
from woodcock.model.value import Limits, Value
from woodcock.texts import tr

TextureKind = Literal["paper", "dust", "leaks", "dirt"]
TEXTURES: tuple[TextureKind, ...] = get_args(TextureKind)
_FLOW = 30.0  # pictures a second of what flows


class Texture(Value, frozen=True, tag="texture"):
    """It fills the frame at rest, whatever its size.

    There is `amount` times as much of it as usual, `size` times as large, of a `colour`. It is
    another one `rate` times a second (0: always the same), and glides, or flows, by `speed` frame
    heights a second. The same `seed` is the same texture.
    """

    kind: TextureKind = "dust"
    amount: float = 1.0
    size: float = 1.0
    colour: Colour = WHITE
    rate: float = 0.0
    speed: float = 0.0
    seed: int = 1

    LIMITS: ClassVar[Limits] = {"colour": (0, 255), "seed": (0, 2**31 - 1)}

    def _check(self) -> None:
        if self.kind not in TEXTURES:
            raise InvalidValue(tr("a texture is one of {all}", all=", ".join(TEXTURES)))
        if not (0 <= self.amount <= 10 and 0.1 <= self.size <= 10):
            raise InvalidValue(
                tr("a texture has 0 to 10 times the usual, 0.1 to 10 times as large")
            )
        if not (0 <= self.rate <= 60 and 0 <= self.speed <= 2):
            raise InvalidValue(tr("a texture changes up to 60 times a second, by up to 2 heights"))

    def picture_at(self, time: float) -> int:
        """The number of the picture of it that shows at `time` seconds."""
        if self.kind == "leaks":
            return round(time * _FLOW) if self.speed else 0
        return math.floor(time * self.rate + 1e-6)

    @staticmethod
    def time_of(picture: int) -> float:
        """When a picture of what flows is shown, in seconds."""
        return picture / _FLOW
