"""A list of places to step through in the picture: the base of such lists."""

from __future__ import annotations

from typing import NamedTuple

from PySide6.QtCore import QRectF
from PySide6.QtWidgets import QHBoxLayout, QVBoxLayout, QWidget

from woodcock.app.controls.fields import note, push, tool
from woodcock.app.state import State
from woodcock.texts import tr


class Place(NamedTuple):
    """A box in the photo's pixels, what is to be said of it, and the layer it is on, if any."""

    box: QRectF
    says: str
    layer: str | None = None


class PlaceList(QWidget):
    """A button that looks for places, and two that step through what was found.

    What was found holds as long as `subject()` stays the same.
    """

    def __init__(self, state: State, text: str, tip: str, none: str) -> None:
        super().__init__()
        self.state, self._none = state, none
        self._found: tuple[Place, ...] = ()
        self._of: object = None
        self._at = -1
        column, row = QVBoxLayout(self), QHBoxLayout()
        column.setContentsMargins(0, 0, 0, 0)
        column.setSpacing(4)
        row.setSpacing(4)
        self.look = push(text, tip, self.begin, "list-checks")
        self.text = note()
        self.back = tool("chevron-left", tr("The place before"), lambda: self.step(-1))
        self.on = tool("chevron-right", tr("The next place"), lambda: self.step(1))
        row.addWidget(self.look, 1)
        row.addWidget(self.back)
        row.addWidget(self.on)
        column.addLayout(row)
        column.addWidget(self.text)

    def subject(self) -> object:
        """What is looked over; None if there is nothing to."""
        raise NotImplementedError

    def begin(self) -> None:
        """Look for places; `found` takes them."""
        raise NotImplementedError

    def found(self, subject: object, places: tuple[Place, ...]) -> None:
        self._found, self._of, self._at = places, subject, -1
        if places:
            self.step(1)
        self.state.touch()

    def refresh(self) -> None:
        subject = self.subject()
        self.look.setEnabled(subject is not None)
        known = subject is not None and subject == self._of
        for button in (self.back, self.on):
            button.setEnabled(known and bool(self._found))
        if not known:
            text = ""
        elif not self._found:
            text = self._none
        elif self._at < 0:
            text = tr("%n places", "", len(self._found))
        else:
            text = tr(
                "{at} of {found}: {says}",
                at=self._at + 1,
                found=len(self._found),
                says=self._found[self._at].says,
            )
        self.text.setText(text)
        self.text.setVisible(bool(text))

    def step(self, by: int) -> None:
        """On to the next place, or back."""
        if self._found:
            self._at = (self._at + by) % len(self._found) if self._at >= 0 else 0
            place = self._found[self._at]
            if place.layer:
                self.state.select(place.layer)
            self.state.look_at(place.box)
            self.state.touch()
