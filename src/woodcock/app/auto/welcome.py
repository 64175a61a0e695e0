"""The empty window: two ways in, large."""

from __future__ import annotations

from collections.abc import Callable

from PySide6.QtCore import QRectF, QSize, Qt
from PySide6.QtGui import QColor, QEnterEvent, QFont, QPainter, QPaintEvent, QPen
from PySide6.QtWidgets import QAbstractButton, QHBoxLayout, QLabel, QVBoxLayout, QWidget

from woodcock.app import icons, theme

_WIDE, _HIGH, _ICON = 280, 172, 34


class Way(QAbstractButton):
    """A large button: an icon, what it is, and what comes of it."""

    def __init__(self, icon: str, title: str, about: str, tip: str) -> None:
        super().__init__()
        self._icon, self._about = icon, about
        self.setText(title)
        self.setAccessibleName(title)
        self.setAccessibleDescription(about)
        self.setToolTip(tip)
        self.setFixedSize(_WIDE, _HIGH)
        self.setFocusPolicy(Qt.FocusPolicy.StrongFocus)
        self.setCursor(Qt.CursorShape.PointingHandCursor)

    def sizeHint(self) -> QSize:
        return QSize(_WIDE, _HIGH)

    def enterEvent(self, event: QEnterEvent) -> None:
        self.update()

    def leaveEvent(self, event: object) -> None:
        self.update()

    def paintEvent(self, event: QPaintEvent) -> None:
        look = theme.current()
        painter = QPainter(self)
        painter.setRenderHint(QPainter.RenderHint.Antialiasing)
        lit = self.underMouse() or self.hasFocus()
        painter.setPen(QPen(QColor(look.accent if lit else look.line), 2 if lit else 1))
        painter.setBrush(QColor(look.raised if lit and not self.isDown() else look.panel))
        painter.drawRoundedRect(QRectF(1, 1, _WIDE - 2, _HIGH - 2), 8, 8)
        icons.icon(self._icon).paint(painter, 20, 20, _ICON, _ICON)
        title = QFont(self.font())
        title.setPixelSize(17)
        title.setWeight(QFont.Weight.DemiBold)
        painter.setFont(title)
        painter.setPen(QColor(look.text))
        painter.drawText(QRectF(20, 66, _WIDE - 40, 26), self.text())
        text = QFont(self.font())
        text.setPixelSize(13)
        painter.setFont(text)
        painter.setPen(QColor(look.dim))
        wrap = Qt.TextFlag.TextWordWrap
        painter.drawText(QRectF(20, 96, _WIDE - 40, _HIGH - 104), wrap, self._about)


class Welcome(QWidget):
    """Before there is a photo: work on one, or have a clip made of one."""

    def __init__(self, open_one: Callable[[], None], make_clip: Callable[[], None]) -> None:
        super().__init__()
        self.open_one = Way(
            "folder-open", "Open a photo to work on it",
            "Cut it into layers, rebuild what they hid, set them in depth, move the lens.",
            "Opens a photo or a project (Ctrl+O)",
        )  # fmt: skip
        self.make_clip = Way(
            "sparkles", "Make a clip from a photo now",
            "Subject, layers, depth and move are found for you. All of it can be changed after.",
            "Opens a photo and makes a moving clip of it; it can be stopped at any time "
            "(Ctrl+Shift+N)",
        )  # fmt: skip
        self.open_one.clicked.connect(lambda: open_one())
        self.make_clip.clicked.connect(lambda: make_clip())
        ways = QHBoxLayout()
        ways.setSpacing(18)
        ways.addStretch(1)
        ways.addWidget(self.open_one)
        ways.addWidget(self.make_clip)
        ways.addStretch(1)
        self._note = QLabel(
            "A JPEG, PNG, TIFF or WebP file can be dropped here as well.\n"
            "Help > Demo project shows what can come of one."
        )
        self._note.setObjectName("dim")
        self._note.setAlignment(Qt.AlignmentFlag.AlignHCenter)
        column = QVBoxLayout(self)
        column.addStretch(3)
        column.addLayout(ways)
        column.addSpacing(20)
        column.addWidget(self._note)
        column.addStretch(4)
