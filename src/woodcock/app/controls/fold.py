"""A section of a panel that folds away under its title, and stays so."""

from __future__ import annotations

from PySide6.QtCore import QSize, Qt
from PySide6.QtWidgets import QToolButton, QWidget

from woodcock.app import icons
from woodcock.app.controls.column import Column
from woodcock.app.state import State
from woodcock.texts import tr


class Fold(Column):
    """A title that shows or hides what is below it; `shut` is how it stands until it is clicked.

    `name` tells it from all others, such as "Stage, lean".
    """

    def __init__(self, state: State, name: str, title: str, *parts: QWidget,
                 shut: bool = False) -> None:  # fmt: skip
        super().__init__(state)
        self._name, self._shut = name, shut
        self.title = QToolButton()
        self.title.setObjectName("fold")
        self.title.setText(title)
        self.title.setToolTip(tr("Shows or hides this section"))
        self.title.setToolButtonStyle(Qt.ToolButtonStyle.ToolButtonTextBesideIcon)
        self.title.setIconSize(QSize(14, 14))
        self.title.clicked.connect(self._switch)
        self.add(self.title)
        self._content = Column(state)
        for part in parts:
            self._content.add(part)
        self.add(self._content)
        self._show()

    @property
    def shut(self) -> bool:
        return self._shut != (self._name in self.state.folds)

    def _switch(self) -> None:
        self.state.folds ^= {self._name}
        self._show()

    def _show(self) -> None:
        self._content.setVisible(not self.shut)
        icons.put(self.title, "chevron-right" if self.shut else "chevron-down")
