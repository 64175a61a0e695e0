"""The inspector: one panel a step, in plain controls."""

from __future__ import annotations

from PySide6.QtCore import Qt
from PySide6.QtWidgets import QFrame, QScrollArea, QStackedWidget, QVBoxLayout, QWidget

from woodcock.app.controls.column import Column, seal
from woodcock.app.controls.fields import heading
from woodcock.app.controls.on_demand import OnDemand
from woodcock.app.state import State
from woodcock.texts import tr


class Panel(Column):
    """A panel's base: a heading, then rows; `refresh` shows the state again."""

    def __init__(self, state: State, title: str) -> None:
        super().__init__(state)
        self.setObjectName("panel")
        self.column.setContentsMargins(14, 12, 14, 12)
        self.column.setSpacing(8)
        self.column.addWidget(heading(tr(title)))

    def end(self) -> None:
        """The panel is complete."""
        self.column.addStretch(1)
        seal(self.state, self)

    def bring(self, widget: QWidget) -> None:
        """Scroll so that what `widget` heads is to be seen."""
        view = self.parentWidget()
        area = view.parentWidget() if view else None
        if isinstance(area, QScrollArea):
            self.column.activate()
            area.verticalScrollBar().setValue(widget.y() - 12)


class Inspector(QFrame):
    """Shows the panel of the present step."""

    def __init__(self, state: State, panels: OnDemand[Panel]) -> None:
        super().__init__()
        self.setObjectName("inspector")
        self.state, self.panels = state, panels
        self._stack = QStackedWidget()
        self._places: dict[str, QScrollArea] = {}
        layout = QVBoxLayout(self)
        layout.setContentsMargins(0, 0, 0, 0)
        layout.addWidget(self._stack)
        self.refresh()
        state.changed.connect(self.refresh)
        state.time_changed.connect(self._refresh_present)

    def refresh(self) -> None:
        step = self.state.step
        if step not in self._places:
            scroll = QScrollArea()
            scroll.setWidget(self.panels[step])
            scroll.setWidgetResizable(True)
            scroll.setHorizontalScrollBarPolicy(Qt.ScrollBarPolicy.ScrollBarAlwaysOff)
            scroll.setFocusPolicy(Qt.FocusPolicy.NoFocus)
            self._stack.addWidget(scroll)
            self._places[step] = scroll
        self._stack.setCurrentWidget(self._places[step])
        self._refresh_present()

    def _refresh_present(self) -> None:
        self.panels[self.state.step].refresh()
