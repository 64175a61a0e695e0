"""How a property is shown to people."""

from __future__ import annotations

from dataclasses import dataclass

from woodcock.texts import tr, trimmed


@dataclass(frozen=True)
class Shown:
    """How a property is shown: its name, unit, factor from the model's value, step, digits, tool
    tip; texts as `tr_noop` marks them, with `{number}` and `{channel}` put into the name."""

    called: str
    measure: str
    factor: float
    step: float
    digits: int
    says: str
    pin: int = 0
    channel: str = ""

    @property
    def name(self) -> str:
        return tr(self.called, number=self.pin, channel=tr(self.channel) if self.channel else "")

    @property
    def unit(self) -> str:
        return tr(self.measure) if self.measure else ""

    @property
    def tip(self) -> str:
        return tr(self.says)

    def text(self, value: float) -> str:
        """A value of the model as people read it."""
        gap = "" if self.measure in ("%", "°", "×", "") else "\u00a0"
        return trimmed(value * self.factor, self.digits) + gap + self.unit

    @property
    def low(self) -> float:
        return 0.0 if self.measure in ("%", "×") or self.called == "Focus" else -10_000.0
