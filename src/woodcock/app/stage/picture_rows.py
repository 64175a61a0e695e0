"""The selected picture: where it lies and how large it is."""

from __future__ import annotations

from woodcock.app.stage.own_rows import OwnRows
from woodcock.app.state import State
from woodcock.texts import tr


class PictureRows(OwnRows):
    def __init__(self, state: State) -> None:
        super().__init__(state)
        self.place()
        self.number(
            "scale",
            tr("Size"),
            (0.5, 10_000),
            1,
            1,
            "%",
            tr("Photo pixels for each of its own (Shift+wheel in Separate)"),
            100,
        )
        self.fills()
