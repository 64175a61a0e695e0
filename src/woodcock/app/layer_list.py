"""The layer list beside the picture, in steps that show no lanes."""

from __future__ import annotations

from PySide6.QtCore import Qt
from PySide6.QtWidgets import QFrame, QLineEdit, QScrollArea, QVBoxLayout

from woodcock.app.state import State
from woodcock.app.timeline.rows import ROW, Rows
from woodcock.texts import tr

_HEAD, _FEWEST, _MOST = 40, 4, 7  # pixels above the rows; rows shown unless a person wants others


class LayerList(QFrame):
    """Every layer with eye, alone, colour, name and distance, near on top."""

    def __init__(self, state: State) -> None:
        super().__init__()
        self.setObjectName("layers")
        self._chosen = 0  # pixels high as a person wants it; 0: as the rows need
        self.rows = Rows(state, in_lanes=False)
        self.search = search_field(self.rows)
        self._scroll = QScrollArea()
        self._scroll.setWidget(self.rows)
        self._scroll.setWidgetResizable(True)
        self._scroll.setAlignment(Qt.AlignmentFlag.AlignTop)
        self._scroll.setHorizontalScrollBarPolicy(Qt.ScrollBarPolicy.ScrollBarAlwaysOff)
        self._scroll.setFocusPolicy(Qt.FocusPolicy.NoFocus)
        column = QVBoxLayout(self)
        column.setContentsMargins(0, 4, 0, 0)
        column.setSpacing(4)
        line = QVBoxLayout()
        line.setContentsMargins(10, 2, 10, 0)
        line.addWidget(self.search)
        column.addLayout(line)
        column.addWidget(self._scroll, 1)
        state.changed.connect(self.refresh)
        self.rows.changed.connect(self.refresh)
        self.refresh()

    def set_height(self, pixels: int) -> None:
        """So high; 0: as the rows need."""
        if pixels != self._chosen:
            self._chosen = pixels
            self.refresh()

    def refresh(self) -> None:
        self.rows.refresh()
        rows = min(max(len(self.rows.lines), _FEWEST), _MOST)
        self.setFixedHeight(max(self._chosen, _HEAD + 2 * ROW) if self._chosen
                            else _HEAD + rows * ROW)  # fmt: skip


def search_field(rows: Rows) -> QLineEdit:
    """The field that looks for something in a list."""
    field = QLineEdit()
    field.setPlaceholderText(tr("Find …"))
    field.setClearButtonEnabled(True)
    field.setToolTip(
        tr('Shows only what has this in its name or kind: "post", "title", "card: sun" (Ctrl+F)')
    )
    field.setAccessibleName(tr("Find in the list"))
    field.textChanged.connect(rows.look_for)
    return field
