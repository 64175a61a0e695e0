"""The line below everything: what the hand can do here, what is under way, what is shown."""

from __future__ import annotations

import re
from collections.abc import Callable

from PySide6.QtCore import Qt, QTimer
from PySide6.QtGui import QResizeEvent
from PySide6.QtWidgets import (
    QProgressBar,
    QPushButton,
    QSizePolicy,
    QStatusBar,
    QToolButton,
)

from woodcock.app.controls.fields import tool
from woodcock.app.controls.plain import Label, tip
from woodcock.app.state import HINTS, PICKING, State
from woodcock.app.work import Work
from woodcock.texts import tr

_STAYS = 9000  # ms that something told is to be read


class Sentences(Label):
    """As many whole sentences as there is room for, all of them in the tool tip; however long,
    they make the window no wider."""

    def __init__(self) -> None:
        super().__init__()
        self.setSizePolicy(QSizePolicy.Policy.Ignored, QSizePolicy.Policy.Preferred)
        self.all = ""

    def say(self, text: str) -> None:
        self.all = text
        self.setToolTip(tip(text))
        self.setAccessibleName(text)
        self._fit()

    def resizeEvent(self, event: QResizeEvent) -> None:
        self._fit()

    def _fit(self) -> None:
        shown, metrics = "", self.fontMetrics()
        for sentence in re.split(r"(?<=[.;:?]) ", self.all):
            longer = f"{shown} {sentence}".strip()
            if shown and metrics.horizontalAdvance(longer) > self.width():
                break
            shown = longer
        room = max(self.width(), 1)
        self.setText(metrics.elidedText(shown.rstrip(";:"), Qt.TextElideMode.ElideRight, room))


class StatusLine(QStatusBar):
    """A hint or what was told last, the progress of what runs, and switches for what is shown."""

    def __init__(
        self, state: State, work: Work, switches: dict[str, tuple[str, str, Callable[[], object]]]
    ) -> None:
        super().__init__()
        self._state, self._work = state, work
        self.message = Sentences()
        self._told = QTimer(self, singleShot=True)
        self._told.timeout.connect(self.hint)
        self.progress_text = Label()
        self.progress = QProgressBar()
        self.progress.setRange(0, 1000)
        self.progress.setFixedWidth(180)
        self.progress.setTextVisible(False)
        self.cancel = QPushButton(tr("Cancel"))
        self.cancel.setToolTip(tr("Stop this; nothing half-done is left behind"))
        self.cancel.setStyleSheet("padding: 1px 8px;")
        self.cancel.clicked.connect(self._cancel)
        self.setSizeGripEnabled(False)
        self.setContentsMargins(10, 0, 6, 0)
        self.addWidget(self.message, 1)
        for widget in (self.progress_text, self.progress, self.cancel):
            self.addPermanentWidget(widget)
        self.switches: dict[str, QToolButton] = {}
        for name, (symbol, shown, run) in switches.items():
            button = self.switches[name] = tool(symbol, shown, run, checkable=True)
            button.setStyleSheet("padding: 1px;")
            self.addPermanentWidget(button)
        state.told.connect(self.tell)
        work.progressed.connect(self.show_progress)
        self.show_progress()

    def tell(self, sentence: str) -> None:
        """Say something for a while where the hints are."""
        self._told.start(_STAYS)
        self._say(sentence)

    def refresh(self, shown: dict[str, bool]) -> None:
        """Show the hint, unless something was just told, and which switches are on."""
        if not self._told.isActive():
            self.hint()
        for name, button in self.switches.items():
            button.setChecked(shown[name])

    def hint(self) -> None:
        """What the mouse does in the picture."""
        state, hint = self._state, ""
        if state.project.photo is not None:
            hint = HINTS[state.step]
            if state.step == "Finish":
                hint = PICKING.get(state.tools.finish, hint)
        self._say(tr(hint) if hint else "")

    def _say(self, text: str) -> None:
        self.message.say(text)

    def show_progress(self) -> None:
        job = self._work.shown
        for widget in (self.progress, self.progress_text, self.cancel):
            widget.setVisible(job is not None)
        if job:
            left = job.time_left
            rest = f", {left}" if left and left.seconds >= 1 else ""
            said = job.name if job.text in ("", job.name) else f"{job.name}: {job.text}"
            self.progress_text.setText(said + rest)
            self.progress.setValue(round(job.fraction * 1000))

    def _cancel(self) -> None:
        if self._work.shown:
            self._work.shown.cancel()
