"""The selected clip: when it starts, how fast it runs, what comes after it."""

from __future__ import annotations

from woodcock.app.controls.fields import note
from woodcock.app.stage.own_rows import OwnRows
from woodcock.app.state import State
from woodcock.model import Layer
from woodcock.texts import tr, tr_noop

_AFTERWARDS = {
    "loop": tr_noop("Starts again"),
    "ping-pong": tr_noop("Runs back, and again"),
    "hold": tr_noop("Its last picture stays"),
    "nothing": tr_noop("Nothing"),
}


class ClipRows(OwnRows):
    def __init__(self, state: State) -> None:
        super().__init__(state)
        self.about = note()
        self.column.insertWidget(0, self.about)
        self.number(
            "start",
            tr("Starts at"),
            (-3600, 3600),
            0.1,
            2,
            "s",
            tr("How far into the clip our first frame is"),
        )
        self.number(
            "speed",
            tr("Speed"),
            (-2000, 2000),
            5,
            0,
            "%",
            tr("100 as it was made; less than nothing runs backwards"),
            100,
        )
        self.choice(
            "afterwards", tr("After its end"), _AFTERWARDS, tr("What is seen when it is over")
        )
        self.place()
        self.number(
            "scale",
            tr("Size"),
            (0.5, 10_000),
            1,
            1,
            "%",
            tr("Photo pixels for each of its own"),
            100,
        )
        self.fills()

    def show_values(self, layer: Layer) -> None:
        assert layer.clip is not None
        super().show_values(layer)
        clip = layer.clip
        kind = tr("video") if clip.video else tr("pictures")
        self.about.setText(
            tr(
                "{width}×{height} {kind}, %n frames at {rate:.3g} a second: {seconds:.1f} s.",
                "",
                clip.count,
                width=clip.width,
                height=clip.height,
                kind=kind,
                rate=clip.rate,
                seconds=clip.count / clip.rate,
            )
        )
