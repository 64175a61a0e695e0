"""What a screen reader is told of the widgets that draw themselves.

Such a widget has a `ROLE` and a method `spoken()`: what it shows of the selection, in words.
"""

from __future__ import annotations

from PySide6.QtCore import QObject
from PySide6.QtGui import QAccessible, QAccessibleEvent, QAccessibleInterface
from PySide6.QtWidgets import QAccessibleWidget, QWidget


class _Spoken(QAccessibleWidget):
    def text(self, kind: QAccessible.Text) -> str:
        if kind == QAccessible.Text.Value:
            said: str = self.widget().spoken()  # type: ignore[attr-defined]
            return said
        return super().text(kind)


def _interface(_: str, thing: QObject) -> QAccessibleInterface | None:
    if not isinstance(thing, QWidget) or not hasattr(thing, "spoken"):
        return None  # Qt knows it
    return _Spoken(thing, thing.ROLE, thing.accessibleName())  # type: ignore[attr-defined]


def teach() -> None:
    """Have screen readers ask here; once a process."""
    QAccessible.installFactory(_interface)


def tell(widget: QWidget | None) -> None:
    """Have what a widget shows read out anew, if anybody listens."""
    if widget is not None and QAccessible.isActive() and hasattr(widget, "spoken"):
        event = QAccessibleEvent(widget, QAccessible.Event.ValueChanged)
        QAccessible.updateAccessibility(event)
