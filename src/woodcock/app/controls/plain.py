"""Texts shown as they are, whatever they look like: names come from files that others made.

Qt takes a text that looks like HTML for HTML, and loads what it refers to. Labels, boxes and tips
that may hold such a text are made here, and no others (tests/test_plain.py walks the window).
"""

from __future__ import annotations

from html import escape

from PySide6.QtCore import QPoint, Qt
from PySide6.QtGui import Qt as QtText
from PySide6.QtWidgets import QLabel, QMessageBox, QToolTip, QWidget


class Label(QLabel):
    def __init__(self, text: str = "", parent: QWidget | None = None) -> None:
        super().__init__(parent)
        self.setTextFormat(Qt.TextFormat.PlainText)
        self.setText(text)


class Box(QMessageBox):
    """A question, or something to be told; `picture` is the sign beside it."""

    def __init__(
        self, parent: QWidget | None, picture: QMessageBox.Icon, title: str = "", text: str = ""
    ) -> None:
        super().__init__(parent)
        self.setTextFormat(Qt.TextFormat.PlainText)
        self.setIcon(picture)
        self.setWindowTitle(title)
        self.setText(text)

    def setInformativeText(self, text: str) -> None:
        super().setInformativeText(text)
        for label in self.findChildren(QLabel):  # it has just been made
            label.setTextFormat(Qt.TextFormat.PlainText)

    @classmethod
    def agreed(cls, parent: QWidget | None, title: str, text: str) -> bool:
        """Whether a person says yes to a question."""
        box = cls(parent, QMessageBox.Icon.Question, title, text)
        yes, no = QMessageBox.StandardButton.Yes, QMessageBox.StandardButton.No
        box.setStandardButtons(yes | no)
        box.setDefaultButton(yes)
        return QMessageBox.StandardButton(box.exec()) == yes


def tip(text: str) -> str:
    """A text as a tip, which knows no other way to be told that it is plain."""
    if not QtText.mightBeRichText(text):
        return text
    return f'<span style="white-space: pre-wrap">{escape(text)}</span>'


def show_tip(place: QPoint, text: str, widget: QWidget) -> None:
    QToolTip.showText(place, tip(text), widget)


def menu_text(text: str) -> str:
    """A text in a menu or on a button, where "&" is a mark."""
    return text.replace("&", "&&")
