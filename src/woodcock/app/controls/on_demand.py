"""Widgets that are built when they are first asked for: most are not needed at once."""

from __future__ import annotations

from collections.abc import Callable, Mapping
from typing import Generic, TypeVar

from PySide6.QtWidgets import QWidget

_Built = TypeVar("_Built", bound=QWidget)


class OnDemand(dict[str, _Built], Generic[_Built]):
    """By name; `has` tells of all that can be had, the dict itself of those that are built."""

    def __init__(
        self,
        makers: Mapping[str, Callable[[], _Built]],
        built: Callable[[_Built], object] = lambda _: None,
    ) -> None:
        super().__init__()
        self._makers, self._then = makers, built

    def has(self, name: str) -> bool:
        return name in self._makers

    def __missing__(self, name: str) -> _Built:
        widget = self[name] = self._makers[name]()
        self._then(widget)
        return widget
