"""Name, licence, and the versions of what is at work."""

from __future__ import annotations

from PySide6.QtCore import Qt
from PySide6.QtGui import QGuiApplication
from PySide6.QtWidgets import QDialog, QHBoxLayout, QVBoxLayout, QWidget

from woodcock.app.controls.fields import heading, note, push
from woodcock.app.controls.plain import Label
from woodcock.session.log import versions, walls
from woodcock.texts import tr
from woodcock.version import __version__

_ICON = 96


class AboutDialog(QDialog):
    def __init__(self, parent: QWidget) -> None:
        super().__init__(parent)
        self.setWindowTitle(tr("About Woodcock"))
        self.setAttribute(Qt.WidgetAttribute.WA_DeleteOnClose)
        picture = Label()
        picture.setPixmap(QGuiApplication.windowIcon().pixmap(_ICON, _ICON))
        picture.setAlignment(Qt.AlignmentFlag.AlignTop)
        words = QVBoxLayout()
        words.setSpacing(8)
        words.addWidget(heading(tr("Woodcock {version}", version=__version__)))
        words.addWidget(Label(tr("Turns one still photograph into a short parallax clip.")))
        words.addWidget(Label(
            tr("Free software under the GNU General Public License, version 3 or later.\n"
            "Fonts, icons and the learned model have licences of their own, beside them.")
        ))  # fmt: skip
        self.versions = note("\n".join((*versions(), *walls())))
        self.versions.setTextInteractionFlags(
            Qt.TextInteractionFlag.TextSelectableByMouse
            | Qt.TextInteractionFlag.TextSelectableByKeyboard
        )
        self.versions.setAccessibleName(tr("Versions"))
        words.addWidget(self.versions)
        copy = push(tr("Copy the versions"), tr("Puts them on the clipboard"), self._copy)
        close = push(tr("Close"), tr("Back to the work"), self.accept)
        buttons = QHBoxLayout()
        buttons.addWidget(copy)
        buttons.addStretch(1)
        buttons.addWidget(close)
        words.addSpacing(6)
        words.addLayout(buttons)
        line = QHBoxLayout(self)
        line.setContentsMargins(22, 20, 22, 18)
        line.setSpacing(20)
        line.addWidget(picture)
        line.addLayout(words, 1)

    def _copy(self) -> None:
        QGuiApplication.clipboard().setText(self.versions.text())
