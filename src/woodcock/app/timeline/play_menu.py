"""How the clip is played: pace, direction, size, range, start and end shown through."""

from __future__ import annotations

from PySide6.QtWidgets import QMenu, QToolButton

from woodcock.app.state import State
from woodcock.texts import tr, tr_noop

_PACES = {
    1.0: tr_noop("Real time"),
    0.5: tr_noop("Half speed"),
    0.25: tr_noop("Quarter speed"),
    2.0: tr_noop("Double speed"),
    -1.0: tr_noop("Backwards"),
    -0.5: tr_noop("Backwards at half speed"),
}


class PlayMenu(QToolButton):
    """Shows the pace; a press opens all there is to choose."""

    def __init__(self, state: State) -> None:
        super().__init__()
        self.state = state
        self.setObjectName("flat")
        self.setText("1×")
        self.setToolTip(
            tr("How the clip is played: pace, range, size, start and end shown through")
        )
        self.setAccessibleName(tr("How the clip is played"))
        self.setPopupMode(QToolButton.ToolButtonPopupMode.InstantPopup)
        menu = QMenu(self)
        self.paces = {pace: menu.addAction(tr(text)) for pace, text in _PACES.items()}
        for pace, action in self.paces.items():
            action.setCheckable(True)
            action.triggered.connect(lambda _=False, pace=pace: self._set_pace(pace))
        menu.addSeparator()
        self.first = menu.addAction(tr("Play from the playhead on"))
        self.first.triggered.connect(lambda: self._range(0))
        self.last = menu.addAction(tr("Play up to the playhead"))
        self.last.triggered.connect(lambda: self._range(1))
        self.all = menu.addAction(tr("Play the whole clip"))
        self.all.triggered.connect(lambda: state.play_range(None))
        menu.addSeparator()
        self.full = menu.addAction(tr("Full size, as exported"))
        self.onion = menu.addAction(tr("Show start and end through the picture"))
        for action, name in ((self.full, "full_size"), (self.onion, "onion")):
            action.setCheckable(True)
            action.triggered.connect(lambda on, name=name: self._switch(name, on))
        self.setMenu(menu)

    def refresh(self) -> None:
        pace, tools = self.state.pace, self.state.tools
        number = {0.5: "½", 0.25: "¼"}.get(abs(pace), f"{abs(pace):g}")
        self.setText(f"{'−' if pace < 0 else ''}{number}×")
        for value, action in self.paces.items():
            action.setChecked(value == pace)
        self.all.setEnabled(self.state.range is not None)
        self.full.setChecked(tools.full_size)
        self.onion.setChecked(tools.onion)

    def _set_pace(self, pace: float) -> None:
        self.state.pace = pace
        self.state.touch()

    def _range(self, end: int) -> None:
        ends = list(self.state.played)
        ends[end] = self.state.project.frame.index(self.state.time)
        if ends[0] < ends[1]:
            self.state.play_range((ends[0], ends[1]))
        else:
            self.state.told.emit(tr("A range begins before it ends: put the playhead elsewhere."))

    def _switch(self, name: str, on: bool) -> None:
        setattr(self.state.tools, name, on)
        self.state.touch()
