"""A button that shows a colour and asks for another one."""

from __future__ import annotations

from PySide6.QtCore import Qt, Signal
from PySide6.QtGui import QColor
from PySide6.QtWidgets import QColorDialog, QPushButton

from woodcock.model import Colour


class ColourButton(QPushButton):
    """`picked` carries straight sRGB with alpha, as the dialog changes it; when it is
    cancelled, the colour that was there before."""

    picked = Signal(tuple)

    def __init__(self, tip: str, alpha: bool = True) -> None:
        """Without `alpha` the colour is always full: it can't be made see-through."""
        super().__init__()
        self._alpha = alpha
        self.setToolTip(tip)
        self._colour: Colour = (255, 255, 255, 255)
        self.clicked.connect(self._ask)
        self.show_colour(self._colour)

    @property
    def colour(self) -> Colour:
        return self._colour

    def show_colour(self, colour: Colour) -> None:
        self._colour = colour
        red, green, blue, alpha = colour
        dark = 0.3 * red + 0.59 * green + 0.11 * blue < 140
        share = f"  {alpha * 100 // 255} %" if self._alpha else ""
        self.setText(f"#{red:02x}{green:02x}{blue:02x}{share}")
        self.setStyleSheet(
            f"background: rgb({red}, {green}, {blue}); color: {'white' if dark else 'black'};"
        )

    def _ask(self) -> None:
        before = QColor(*self._colour)
        dialog = QColorDialog(before, self)
        dialog.setAttribute(Qt.WidgetAttribute.WA_DeleteOnClose)
        dialog.setOption(QColorDialog.ColorDialogOption.ShowAlphaChannel, self._alpha)
        dialog.setOption(QColorDialog.ColorDialogOption.DontUseNativeDialog)
        dialog.currentColorChanged.connect(self.pick)
        dialog.rejected.connect(lambda: self.pick(before))
        dialog.open()

    def pick(self, colour: QColor) -> None:
        """Take a colour, as from the dialog."""
        chosen = colour.red(), colour.green(), colour.blue(), colour.alpha()
        if chosen != self._colour:
            self.show_colour(chosen)
            self.picked.emit(chosen)
