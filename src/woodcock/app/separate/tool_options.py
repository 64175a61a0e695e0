"""How the cutting tool in hand is set: only what that tool uses is shown."""

from __future__ import annotations

from PySide6.QtCore import Qt
from PySide6.QtWidgets import QCheckBox, QFrame, QGridLayout, QSlider, QWidget

from woodcock.app import theme, words
from woodcock.app.controls.fields import Number, note, push
from woodcock.app.controls.option_rows import OptionRows
from woodcock.app.controls.plain import Label
from woodcock.app.state import State
from woodcock.separate.alike import HUES
from woodcock.texts import tr, tr_noop, within

_SAYS = {
    "grow": tr_noop("Paint roughly; the cut grows to the edges. Right button takes back."),
    "touch": tr_noop("Click a thing, again for more of it. Drag a box round a thing."),
    "alike": tr_noop("Click a colour, or drag over several."),
    "fine": tr_noop(
        "Paint over hair, reeds or rope, with some ground around: each strand is found."
    ),
    "trace": tr_noop(
        "Click along an edge. Enter or the first place closes, Backspace takes one back."
    ),
    "outline": tr_noop(
        "Click for corners, drag for curves; the first node closes. Later: drag nodes and "
        "handles, click the line for a new node, Ctrl+click turns a corner round, Delete drops one."
    ),
    "lasso": tr_noop("Draw round a thing."),
    "brush": tr_noop("Paint the mask itself. A pen's pressure sets the width."),
}
_CHIPS = ("#c8413a", "#c9822f", "#b9a92c", "#4d9a45", "#3a9a98", "#4a6cc4", "#8457bd", "#c05590")


class ToolOptions(OptionRows):
    def __init__(self, state: State) -> None:
        super().__init__(state)
        tip = tr("How unlike a colour may be; one step just shows")
        self.tolerance = self.number("tolerance", 1.0, Number(0.5, 100, 1, 1, "", tip))
        self.local = QCheckBox(tr("Only what hangs together"))
        self.local.setToolTip(tr("Take only places that hang together with the clicked one"))
        self.local.toggled.connect(lambda on: self.set("local", on))
        self.opacity = self.covering()
        self.hues = HuePush(state)
        self.rows(
            (
                (tr("Size"), self.brush_size, ("grow", "fine", "brush")),
                (tr("Hardness"), self.hardness, ("brush",)),
                (tr("Opacity"), self.opacity, ("brush",)),
                (tr("Tolerance"), self.tolerance, ("alike",)),
                ("", self.local, ("alike",)),
                ("", self.hues, ("alike",)),
            )
        )

    def refresh(self) -> None:
        tools = self.state.tools
        self.show_tool(tools.separate, tr(_SAYS[tools.separate]))
        self.local.setChecked(tools.local)
        self.hues.refresh()


class HuePush(QWidget):
    """Eight sliders that make hues darker or lighter, for the selection only."""

    def __init__(self, state: State) -> None:
        super().__init__()
        self.state = state
        grid = QGridLayout(self)
        grid.setContentsMargins(0, 0, 0, 0)
        grid.setHorizontalSpacing(2)
        grid.addWidget(note(tr("Hues, for the selection only:")), 0, 0, 1, len(HUES))
        self.sliders: list[QSlider] = []
        for column, (hue, chip) in enumerate(zip(HUES, _CHIPS, strict=True)):
            slider = QSlider(Qt.Orientation.Vertical)
            slider.setRange(-100, 100)
            slider.setFixedHeight(72)
            slider.setToolTip(
                tr(
                    "{hue}: up lighter, down darker, for selecting only",
                    hue=tr(words.HUES[hue]),
                )
            )
            slider.setAccessibleName(tr("Push {hue}", hue=within(tr(words.HUES[hue]))))
            slider.valueChanged.connect(lambda value, at=column: self._push(at, value))
            name = Label(hue[0].upper())
            name.setAlignment(Qt.AlignmentFlag.AlignCenter)
            name.setToolTip(slider.toolTip())
            name.setFont(theme.font(11))
            mark = QFrame()
            mark.setFixedSize(16, 4)
            mark.setStyleSheet(f"background: {chip};")
            grid.addWidget(slider, 1, column, Qt.AlignmentFlag.AlignHCenter)
            grid.addWidget(name, 2, column)
            grid.addWidget(mark, 3, column, Qt.AlignmentFlag.AlignHCenter)
            self.sliders.append(slider)
        self.see = push(tr("Look at the photo in these greys"), tr("Shows what the selection sees"),
                        self._see)  # fmt: skip
        self.even = push(tr("All even"), tr("Push no hue any more"), self._even)
        grid.addWidget(self.see, 4, 0, 1, 5)
        grid.addWidget(self.even, 4, 5, 1, 3)

    def refresh(self) -> None:
        for slider, value in zip(self.sliders, self.state.tools.hues, strict=True):
            slider.blockSignals(True)
            slider.setValue(round(value * 100))
            slider.blockSignals(False)
        self.even.setEnabled(any(self.state.tools.hues))
        self.see.setText(
            tr("Back to the photo")
            if self.state.tools.backdrop == "hues"
            else tr("See it in these greys")
        )

    def _push(self, at: int, value: int) -> None:
        self.state.tools.hues[at] = value / 100
        self.state.touch()

    def _even(self) -> None:
        self.state.tools.hues[:] = [0.0] * len(HUES)
        self.state.touch()

    def _see(self) -> None:
        tools = self.state.tools
        tools.backdrop = "tint" if tools.backdrop == "hues" else "hues"
        self.state.touch()
