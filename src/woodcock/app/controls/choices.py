"""A row of buttons of which one is down."""

from __future__ import annotations

from collections.abc import Callable

from PySide6.QtWidgets import QButtonGroup, QHBoxLayout, QPushButton, QWidget

from woodcock.texts import tr

_ROOMY, _LETTERS = 3, 22  # more buttons, or letters, in a row have less room each


def choices(
    options: dict[str, tuple[str, str]], chosen: str, pick: Callable[[str], None]
) -> tuple[QWidget, QButtonGroup]:
    """A row of buttons of which one is down: {value: (text, tool tip)}, as `tr_noop` marks."""
    row_widget = QWidget()
    row = QHBoxLayout(row_widget)
    row.setContentsMargins(0, 0, 0, 0)
    row.setSpacing(4)
    group = QButtonGroup(row_widget)
    letters = sum(len(tr(text)) for text, _ in options.values())
    tight = len(options) > _ROOMY or letters > _LETTERS
    for value, (text, tip) in options.items():
        button = QPushButton(tr(text))
        button.setCheckable(True)
        if tight:
            button.setStyleSheet("padding: 4px 2px;")
        button.setChecked(value == chosen)
        button.setToolTip(tr(tip))
        button.setProperty("value", value)
        button.clicked.connect(lambda _=False, value=value: pick(value))
        group.addButton(button)
        row.addWidget(button)
    return row_widget, group


def show_choice(group: QButtonGroup, value: str) -> None:
    for button in group.buttons():
        if button.property("value") == value:
            button.setChecked(True)
