"""The selected texture: how much, how large, how it moves, of what colour."""

from __future__ import annotations

from woodcock.app.stage.own_rows import OwnRows
from woodcock.app.state import State
from woodcock.model import Layer
from woodcock.texts import tr


class TextureRows(OwnRows):
    def __init__(self, state: State) -> None:
        super().__init__(state)
        self.number(
            "amount", tr("Amount"), (0, 1000), 10, 0, "%", tr("How much of it, of the usual"), 100
        )
        self.number(
            "size", tr("Size"), (10, 1000), 10, 0, "%", tr("How large it is, of the usual"), 100
        )
        self.number(
            "rate",
            tr("Changes"),
            (0, 60),
            1,
            0,
            "/s",
            tr("How often a second it is another one; 0 is never"),
        )
        self.number(
            "speed",
            tr("Moves"),
            (0, 200),
            1,
            1,
            "%/s",
            tr("How fast it glides or flows, of the frame's height"),
            100,
        )
        self.colour("colour", tr("Colour"), tr("What colour it has"))
        seed = self.number(
            "seed", tr("Seed"), (0, 9999), 1, 0, "", tr("Another number is another one")
        )
        seed.edited.disconnect()
        seed.edited.connect(lambda value: self.set("seed", int(value)))

    def show_values(self, layer: Layer) -> None:
        super().show_values(layer)
        flows = layer.texture is not None and layer.texture.kind == "leaks"
        self.numbers["rate"][0].setEnabled(not flows)
