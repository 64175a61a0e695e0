"""The selected clip: when it starts, how fast it runs, what comes after it."""

from __future__ import annotations

from woodcock.app.controls.fields import note
from woodcock.app.stage.own_rows import OwnRows
from woodcock.app.state import State
from woodcock.model import Layer

_AFTERWARDS = {
    "loop": "Starts again",
    "ping-pong": "Runs back, and again",
    "hold": "Its last picture stays",
    "nothing": "Nothing",
}


class ClipRows(OwnRows):
    def __init__(self, state: State) -> None:
        super().__init__(state)
        self.about = note()
        self.column.insertWidget(0, self.about)
        self.number("start", "Starts at", (-3600, 3600), 0.1, 2, "s", "How far into the clip our "
                    "first frame is")  # fmt: skip
        self.number("speed", "Speed", (-2000, 2000), 5, 0, "%", "100 as it was made; less than "
                    "nothing runs backwards", 100)  # fmt: skip
        self.choice("afterwards", "After its end", _AFTERWARDS, "What is seen when it is over")
        self.place()
        self.number("scale", "Size", (0.5, 10_000), 1, 1, "%", "Photo pixels for each of its own",
                    100)  # fmt: skip
        self.fills()

    def show_values(self, layer: Layer) -> None:
        assert layer.clip is not None
        super().show_values(layer)
        clip = layer.clip
        kind = "video" if clip.video else "pictures"
        self.about.setText(
            f"{clip.width}×{clip.height} {kind}, {clip.count} frames at {clip.rate:.3g} a second: "
            f"{clip.count / clip.rate:.1f} s."
        )
