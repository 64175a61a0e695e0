"""Places of the selected layer's edge that look wrong, to step through."""

from __future__ import annotations

from PySide6.QtCore import QRectF
from PySide6.QtWidgets import QHBoxLayout, QVBoxLayout, QWidget

from woodcock.app.cutter import Cutter
from woodcock.app.fields import note, push, tool
from woodcock.app.state import State
from woodcock.model import Mask
from woodcock.separate.doubts import Doubt

_SAYS = {
    "stray": "a stray piece",
    "gap": "background left inside",
    "fringe": "a fringe of background",
}


class DoubtList(QWidget):
    def __init__(self, state: State, cutter: Cutter) -> None:
        super().__init__()
        self.state, self._cutter = state, cutter
        self._found: tuple[Doubt, ...] = ()
        self._of: Mask | None = None  # the mask that was looked over
        self._at = -1
        column, row = QVBoxLayout(self), QHBoxLayout()
        column.setContentsMargins(0, 0, 0, 0)
        column.setSpacing(4)
        row.setSpacing(4)
        self.look = push(
            "Look it over", "Lists places that look wrong: stray pieces, background left inside, "
            "fringes of the background's colours", self._look, "list-checks",
        )  # fmt: skip
        self.text = note()
        self.back = tool("chevron-left", "The place before", lambda: self._step(-1))
        self.on = tool("chevron-right", "The next place", lambda: self._step(1))
        row.addWidget(self.look, 1)
        row.addWidget(self.back)
        row.addWidget(self.on)
        column.addLayout(row)
        column.addWidget(self.text)

    def refresh(self) -> None:
        layer = self.state.layer
        mask = layer.mask if layer else None
        self.look.setEnabled(mask is not None)
        known = mask is not None and mask == self._of
        for button in (self.back, self.on):
            button.setEnabled(known and bool(self._found))
        if not known:
            text = ""
        elif not self._found:
            text = "Nothing looks wrong."
        elif self._at < 0:
            text = f"{len(self._found)} places"
        else:
            text = f"{self._at + 1} of {len(self._found)}: {_SAYS[self._found[self._at].kind]}"
        self.text.setText(text)
        self.text.setVisible(bool(text))

    def _look(self) -> None:
        layer = self.state.layer
        mask = layer.mask if layer else None

        def done(found: tuple[Doubt, ...]) -> None:
            self._found, self._of, self._at = found, mask, -1
            if found:
                self._step(1)
            self.state.touch()

        self._cutter.look_for_doubts(done)

    def _step(self, by: int) -> None:
        if self._found:
            self._at = (self._at + by) % len(self._found) if self._at >= 0 else 0
            doubt = self._found[self._at]
            self.state.look_at(QRectF(doubt.x, doubt.y, doubt.width, doubt.height))
            self.state.touch()
