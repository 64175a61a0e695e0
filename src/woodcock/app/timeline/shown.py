"""How a property is shown to people."""

from __future__ import annotations

from dataclasses import dataclass


@dataclass(frozen=True)
class Shown:
    """How a property is shown: its name, unit, factor from the model's value, step, digits."""

    name: str
    unit: str
    factor: float
    step: float
    digits: int
    tip: str

    def text(self, value: float) -> str:
        """A value of the model as people read it."""
        number = f"{value * self.factor:.{self.digits}f}"
        number = number.rstrip("0").rstrip(".") if "." in number else number
        gap = "" if self.unit in ("%", "°", "×", "") else "\u00a0"
        return ("0" if number == "-0" else number) + gap + self.unit

    @property
    def low(self) -> float:
        return 0.0 if self.unit in ("%", "×") or self.name == "Focus" else -10_000.0
