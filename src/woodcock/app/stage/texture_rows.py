"""The selected texture: how much, how large, how it moves, of what colour."""

from __future__ import annotations

from woodcock.app.stage.own_rows import OwnRows
from woodcock.app.state import State
from woodcock.model import Layer


class TextureRows(OwnRows):
    def __init__(self, state: State) -> None:
        super().__init__(state)
        self.number("amount", "Amount", (0, 1000), 10, 0, "%", "How much of it, of the usual", 100)
        self.number("size", "Size", (10, 1000), 10, 0, "%", "How large it is, of the usual", 100)
        self.number("rate", "Changes", (0, 60), 1, 0, "/s", "How often a second it is another one; "
                    "0 is never")  # fmt: skip
        self.number("speed", "Moves", (0, 200), 1, 1, "%/s", "How fast it glides or flows, of the "
                    "frame's height", 100)  # fmt: skip
        self.colour("colour", "Colour", "What colour it has")
        seed = self.number("seed", "Seed", (0, 9999), 1, 0, "", "Another number is another one")
        seed.edited.disconnect()
        seed.edited.connect(lambda value: self.set("seed", int(value)))

    def show_values(self, layer: Layer) -> None:
        super().show_values(layer)
        flows = layer.texture is not None and layer.texture.kind == "leaks"
        self.numbers["rate"][0].setEnabled(not flows)
