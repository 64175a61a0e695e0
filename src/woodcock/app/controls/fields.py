"""Small controls: numbers with units, sections, buttons with icons."""

from __future__ import annotations

import re
from collections.abc import Callable, Sequence

from PySide6.QtCore import QObject, QSize, Qt, QTimer, Signal
from PySide6.QtGui import QFocusEvent, QKeyEvent, QMouseEvent, QValidator
from PySide6.QtWidgets import (
    QAbstractSpinBox,
    QComboBox,
    QDoubleSpinBox,
    QGridLayout,
    QPushButton,
    QSizePolicy,
    QToolButton,
    QWidget,
)

from woodcock.app import icons, theme
from woodcock.app.controls.plain import Label
from woodcock.app.controls.sums import summed
from woodcock.texts import tr, trimmed

_BY_HAND = (  # not when a window or a menu gives the focus back to what is being typed
    Qt.FocusReason.MouseFocusReason, Qt.FocusReason.TabFocusReason,
    Qt.FocusReason.BacktabFocusReason, Qt.FocusReason.ShortcutFocusReason,
)  # fmt: skip
_UNITS = {"km": 1000.0, "m": 1.0, "cm": 0.01, "mm": 0.001}


_SHORT = 16  # characters


class Refusals(QObject):
    """Where fields say that they did not take what was typed."""

    told = Signal(str)


refusals = Refusals()


class Number(QDoubleSpinBox):
    """A number with a unit: typed ("2.5 m", "250 cm", "115%"), stepped, or dragged by its label.

    `edited` carries values a person set, never those set by the program: changed ones, and on
    Enter also the one that is there already, unrounded, so that a key can be set to it.
    """

    edited = Signal(float)

    def __init__(
        self, low: float, high: float, step: float, decimals: int, unit: str, tip: str
    ) -> None:
        super().__init__()
        self.setRange(low, high)
        self.setSingleStep(step)
        self.setDecimals(decimals)
        self.setSuffix(f" {unit}" if unit and unit not in "%°" else unit)
        self._unit = unit
        self.setToolTip(tip)
        self.setButtonSymbols(QAbstractSpinBox.ButtonSymbols.NoButtons)
        self.setKeyboardTracking(False)
        self.setFocusPolicy(Qt.FocusPolicy.StrongFocus)
        self.setMinimumWidth(theme.px(72))
        self._quiet = self._told = False
        self._refused = ""  # what was typed and can't be taken
        self._exact = 0.0  # what was shown last, of which the field may show fewer digits
        self.valueChanged.connect(self._changed)

    def show_value(self, value: float) -> None:
        """Show a value without telling anybody; what is being typed is left alone."""
        if self.hasFocus() and self.lineEdit().isModified():
            return
        self._quiet = True
        self.setValue(value)
        self._quiet = False
        self._exact = value

    def _changed(self, value: float) -> None:
        if not self._quiet:
            self._told = True
            self.edited.emit(value)

    def keyPressEvent(self, event: QKeyEvent) -> None:
        self._told, meant = False, self._number_in(self.cleanText()) is not None
        super().keyPressEvent(event)
        if event.key() in (Qt.Key.Key_Return, Qt.Key.Key_Enter) and meant and not self._told:
            same = abs(self._exact - self.value()) <= 0.5 * 10.0 ** -self.decimals()
            self.edited.emit(self._exact if same else self.value())

    def textFromValue(self, value: float) -> str:
        return trimmed(value, self.decimals())

    def valueFromText(self, text: str) -> float:
        value = self._number_in(text)
        if value is None:
            return self.value()
        room = 0.5 * 10.0 ** -self.decimals()
        if self.minimum() - room <= value <= self.maximum() + room:
            return value
        if self._refused != text:  # asked for several times in a row
            self._refused = text
            QTimer.singleShot(0, self, self._refuse)
        return self.value()

    def _refuse(self) -> None:
        """Say from where to where it goes; what was there stays."""
        self._refused = ""
        low, high = (
            f"{self.textFromValue(x)}{self.suffix()}" for x in (self.minimum(), self.maximum())
        )
        refusals.told.emit(
            tr(
                "{name} goes from {low} to {high}; it is as it was.",
                name=self.accessibleName() or tr("This number"),
                low=low,
                high=high,
            )
        )
        self._quiet = True
        self.lineEdit().setText(f"{self.textFromValue(self.value())}{self.suffix()}")
        self._quiet = False

    def _number_in(self, text: str) -> float | None:
        """What was typed, in the field's own unit; None if it is no number."""
        match = re.match(r"\s*([-+*/().,\d\s]*[\d.)])\s*([a-z%°]*)", text.lower())
        value = summed(match[1]) if match else None
        if match is None or value is None:
            return None
        if self._unit in _UNITS and match[2] in _UNITS:
            value *= _UNITS[match[2]] / _UNITS[self._unit]
        return value

    def validate(self, text: str, position: int) -> object:
        plausible = re.fullmatch(r"[-+*/().,\d\s]*[a-zA-Z%°/]*\s*[a-zA-Z]*\s*", text)
        state = QValidator.State.Acceptable if plausible else QValidator.State.Invalid
        return state, text, position

    def focusInEvent(self, event: QFocusEvent) -> None:
        super().focusInEvent(event)
        if event.reason() in _BY_HAND:
            QTimer.singleShot(
                0, self, self.selectAll
            )  # the click that came with it sets the cursor

    def wheelEvent(self, event) -> None:  # type: ignore[no-untyped-def]
        if self.hasFocus():
            super().wheelEvent(event)
        else:
            event.ignore()  # the panel scrolls instead


class DragLabel(Label):
    """A number's name; dragging it sideways changes the number."""

    def __init__(self, text: str, number: Number) -> None:
        super().__init__(text)
        self._number = number
        self._from: tuple[float, float] | None = None
        self.setCursor(Qt.CursorShape.SizeHorCursor)
        self.setToolTip(number.toolTip() + tr("\nDrag sideways to change it."))
        self.setBuddy(number)

    def mousePressEvent(self, event: QMouseEvent) -> None:
        self._from = event.globalPosition().x(), self._number.value()

    def mouseMoveEvent(self, event: QMouseEvent) -> None:
        if self._from:
            steps = round((event.globalPosition().x() - self._from[0]) / 4)
            self._number.setValue(self._from[1] + steps * self._number.singleStep())

    def mouseReleaseEvent(self, event: QMouseEvent) -> None:
        self._from = None
        self._number.editingFinished.emit()


class Form(QGridLayout):
    """Names on the left, controls on the right."""

    def __init__(self) -> None:
        super().__init__()
        self.setContentsMargins(0, 0, 0, 0)
        self.setHorizontalSpacing(8)
        self.setVerticalSpacing(6)
        self.setColumnStretch(1, 1)

    def row(self, name: str, control: QWidget) -> QWidget:
        label = DragLabel(name, control) if isinstance(control, Number) else Label(name)
        label.setMinimumWidth(theme.px(86))
        if not control.accessibleName():
            control.setAccessibleName(name)
        at = self.rowCount()
        self.addWidget(label, at, 0)
        self.addWidget(control, at, 1)
        return control

    def wide(self, control: QWidget) -> QWidget:
        self.addWidget(control, self.rowCount(), 0, 1, 2)
        return control


def narrow(box: QComboBox) -> QComboBox:
    """A list whose longest entry does not make the panel wider."""
    box.setSizeAdjustPolicy(QComboBox.SizeAdjustPolicy.AdjustToMinimumContentsLengthWithIcon)
    box.setMinimumContentsLength(8)
    return box


def offer(box: QComboBox, entries: Sequence[tuple[str, object]]) -> None:
    """Have a list show these texts and values; what is chosen stays, if it is still there.

    Some of them are names that a person gave: however long, they make the panel no wider.
    """
    narrow(box)
    have = [(box.itemText(k), box.itemData(k)) for k in range(box.count())]
    if have == list(entries):
        return
    chosen = box.currentData()
    box.clear()
    for text, value in entries:
        box.addItem(text, value)
    box.setCurrentIndex(max(box.findData(chosen), 0) if entries else -1)


def short(name: str) -> str:
    """A name that a person gave, as a part of a line in a panel."""
    return name if len(name) <= _SHORT else f"{name[:_SHORT].rstrip()} …"


def heading(text: str) -> Label:
    label = Label(text)
    label.setObjectName("heading")
    return label


def section(text: str) -> Label:
    label = Label(text)
    label.setObjectName("section")
    label.setIndent(0)
    return label


def note(text: str = "", name: str = "dim") -> Label:
    """A wrapped line of explanation."""
    label = Label(text)
    label.setObjectName(name)
    label.setWordWrap(True)
    label.setSizePolicy(QSizePolicy.Policy.Preferred, QSizePolicy.Policy.Minimum)
    return label


def push(text: str, tip: str, clicked: Callable[[], object], symbol: str = "") -> QPushButton:
    button = QPushButton(text)
    button.setToolTip(tip)
    button.clicked.connect(lambda: clicked())
    if symbol:
        icons.put(button, symbol)
    return button


def tool(
    symbol: str, tip: str, clicked: Callable[[], object], checkable: bool = False
) -> QToolButton:
    """A flat button with an icon; its tool tip's first line is also its spoken name."""
    button = QToolButton()
    button.setObjectName("flat")
    button.setIconSize(QSize(18, 18))
    button.setToolTip(tip)
    button.setAccessibleName(tip.split("\n")[0])
    button.setCheckable(checkable)
    icons.put(button, symbol)
    button.clicked.connect(lambda: clicked())
    return button
