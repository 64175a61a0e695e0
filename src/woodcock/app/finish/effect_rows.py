"""Rows about the chosen air, light, flash or sound: the base."""

from __future__ import annotations

from typing import Generic, TypeVar

from woodcock.app.finish.timed_rows import TimedRows
from woodcock.app.state import State
from woodcock.model import Effect, effect_by_id
from woodcock.session import airs

_E = TypeVar("_E", bound=Effect)


class EffectRows(TimedRows, Generic[_E]):
    """Rows about what the tool setting `chosen` names, if it is of a `kind`."""

    def __init__(self, state: State, chosen: str, kind: type[_E]) -> None:
        super().__init__(state)
        self._chosen, self._kind = chosen, kind

    @property
    def effect(self) -> _E | None:
        found = effect_by_id(self.state.project, getattr(self.state.tools, self._chosen))
        return found if isinstance(found, self._kind) else None

    def owner(self) -> str | None:
        return self.effect.id if self.effect else None

    def change(self, name: str, value: object, part: str = "") -> None:
        """Set a value of it, or of a part of it, as one act as long as it is the same value."""
        own = self.effect
        if own is not None:
            self.state.act(
                own.name,
                lambda p: airs.set_effect(p, own.id, part, **{name: value}),
                f"{own.id} {part} {name}",
            )
