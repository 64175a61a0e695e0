"""What is being done to make a clip by itself, over a corner of the picture."""

from __future__ import annotations

from collections.abc import Callable

from PySide6.QtCore import Qt
from PySide6.QtWidgets import QFrame, QGridLayout, QHBoxLayout, QLabel, QPushButton, QVBoxLayout

from woodcock.app import theme
from woodcock.app.auto.clip_maker import STEPS, ClipMaker
from woodcock.app.controls.plain import Label
from woodcock.texts import tr

_WIDE = 360
_MARKS = {"done": "✓", "doing": "…", "waits": "·"}


class StepsCard(QFrame):
    """A line a step, with what was found; Stop while it runs, then other proposals."""

    def __init__(self, maker: ClipMaker, propose: Callable[[], None]) -> None:
        super().__init__()
        self._maker = maker
        self.setObjectName("card")
        self.setFixedWidth(theme.px(_WIDE))
        self.heading = Label()
        self.heading.setObjectName("heading")
        grid = QGridLayout()
        grid.setHorizontalSpacing(8)
        grid.setVerticalSpacing(3)
        grid.setColumnStretch(1, 1)
        self.lines: dict[str, tuple[QLabel, QLabel]] = {}
        for row, (kind, (name, _)) in enumerate(STEPS.items()):
            mark, text = Label(), Label(tr(name))
            text.setWordWrap(True)
            mark.setAlignment(Qt.AlignmentFlag.AlignTop | Qt.AlignmentFlag.AlignHCenter)
            mark.setFixedWidth(14)
            grid.addWidget(mark, row, 0)
            grid.addWidget(text, row, 1)
            self.lines[kind] = mark, text
        self.note = Label()
        self.note.setWordWrap(True)
        self.stop = QPushButton(tr("Stop here"))
        self.stop.setToolTip(tr("End now; what is done so far is kept"))
        self.stop.clicked.connect(maker.stop)
        self.propose = QPushButton(tr("Other proposals …"))
        self.propose.setToolTip(tr("Three moves that suit this picture, running, to pick from"))
        self.propose.clicked.connect(propose)
        self.close_ = QPushButton(tr("Close"))
        self.close_.setToolTip(tr("Put this list away; the clip stays as it is"))
        self.close_.clicked.connect(maker.put_away)
        buttons = QHBoxLayout()
        for button in (self.stop, self.propose, self.close_):
            buttons.addWidget(button)
        buttons.addStretch(1)
        column = QVBoxLayout(self)
        column.setContentsMargins(14, 12, 14, 12)
        column.setSpacing(8)
        column.addWidget(self.heading)
        column.addLayout(grid)
        column.addWidget(self.note)
        column.addLayout(buttons)
        maker.changed.connect(self.refresh)
        self.refresh()

    def refresh(self) -> None:
        maker = self._maker
        self.setVisible(maker.shown)
        if not maker.shown:
            return
        done = {told.kind: told.says for told in maker.done}
        ended = not maker.running
        for kind, (mark, text) in self.lines.items():
            how = "done" if kind in done else "doing" if kind == maker.doing else "waits"
            mark.setText(_MARKS[how])
            says = done.get(kind, "")
            for label in (mark, text):  # at the end only what was found and chosen
                label.setVisible(bool(says) or not ended)
            name = tr(STEPS[kind][0])
            text.setText(f"{name}: {says}" if says else name)
            text.setObjectName("dim" if how == "waits" else "")
            text.style().polish(text)
        heading = tr("The clip is ready") if not maker.stopped else tr("Made in part")
        self.heading.setText(tr("Making a clip") if maker.running else heading)
        self.note.setText(maker.stopped or tr("All of it can be changed in the steps above."))
        self.note.setVisible(ended)
        self.stop.setVisible(maker.running)
        self.propose.setVisible(ended and "move" in done)
        self.close_.setVisible(ended)
        self.adjustSize()
