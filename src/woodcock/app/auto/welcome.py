"""The empty window: two ways in, large."""

from __future__ import annotations

from collections.abc import Callable
from pathlib import Path

from PySide6.QtCore import QRectF, QSize, Qt
from PySide6.QtGui import QColor, QEnterEvent, QPainter, QPaintEvent, QPen, QResizeEvent, QShowEvent
from PySide6.QtWidgets import QAbstractButton, QBoxLayout, QHBoxLayout, QVBoxLayout, QWidget

from woodcock.app import icons, theme
from woodcock.app.auto.lately import Lately
from woodcock.app.controls.fields import push
from woodcock.app.controls.plain import Label
from woodcock.app.controls.plain import tip as plain_tip
from woodcock.app.work import Work
from woodcock.texts import tr

_WIDE, _HIGH, _ICON = 280, 172, 34


class Way(QAbstractButton):
    """A large button: an icon, what it is, and what comes of it."""

    def __init__(self, icon: str, title: str, about: str, tip: str) -> None:
        super().__init__()
        self._icon, self._about = icon, about
        self.setText(title)
        self.setAccessibleName(title)
        self.setAccessibleDescription(about)
        self.setToolTip(plain_tip(tip))
        self.setFixedSize(theme.px(_WIDE), theme.px(_HIGH))
        self.setFocusPolicy(Qt.FocusPolicy.StrongFocus)
        self.setCursor(Qt.CursorShape.PointingHandCursor)

    def sizeHint(self) -> QSize:
        return QSize(theme.px(_WIDE), theme.px(_HIGH))

    def enterEvent(self, event: QEnterEvent) -> None:
        self.update()

    def leaveEvent(self, event: object) -> None:
        self.update()

    def paintEvent(self, event: QPaintEvent) -> None:
        look, px = theme.current(), theme.px
        painter = QPainter(self)
        painter.setRenderHint(QPainter.RenderHint.Antialiasing)
        lit = self.underMouse() or self.hasFocus()
        painter.setPen(QPen(QColor(look.accent if lit else look.line), 2 if lit else 1))
        painter.setBrush(QColor(look.raised if lit and not self.isDown() else look.panel))
        painter.drawRoundedRect(QRectF(self.rect().adjusted(1, 1, -1, -1)), 8, 8)
        icons.icon(self._icon).paint(painter, px(20), px(20), px(_ICON), px(_ICON))
        painter.setFont(theme.font(17, bold=True))
        painter.setPen(QColor(look.text))
        painter.drawText(QRectF(px(20), px(66), px(_WIDE - 40), px(26)), self.text())
        painter.setFont(theme.font(13))
        painter.setPen(QColor(look.dim))
        wrap = Qt.TextFlag.TextWordWrap
        painter.drawText(QRectF(px(20), px(96), px(_WIDE - 40), px(_HIGH - 104)), wrap, self._about)


class Welcome(QWidget):
    """Before there is a photo: work on one, or have a clip made of one."""

    def __init__(
        self, work: Work, open_one: Callable[[], None], make_clip: Callable[[], None],
        open_file: Callable[[Path], None], look_round: Callable[[], None],
    ) -> None:  # fmt: skip
        super().__init__()
        self.lately = Lately(work, open_file)
        self.open_one = Way(
            "folder-open", tr("Open a photo to work on it"),
            tr("Cut it into layers, rebuild what they hid, set them in depth, move the lens."),
            tr("Opens a photo or a project (Ctrl+O)"),
        )  # fmt: skip
        self.make_clip = Way(
            "sparkles",
            tr("Make a clip from a photo now"),
            tr(
                "Subject, layers, depth and move are found for you. All of it can be changed after."
            ),
            tr(
                "Opens a photo and makes a moving clip of it; it can be stopped at any time "
                "(Ctrl+Shift+N)"
            ),
        )
        self.open_one.clicked.connect(lambda: open_one())
        self.make_clip.clicked.connect(lambda: make_clip())
        self._ways = ways = QHBoxLayout()
        ways.setSpacing(18)
        ways.addStretch(1)
        ways.addWidget(self.open_one)
        ways.addWidget(self.make_clip)
        ways.addStretch(1)
        self._note = Label(
            tr(
                "A JPEG, PNG, TIFF or WebP file can be dropped here as well.\n"
                "New here? Look round on a finished clip: six short steps."
            )
        )
        self.tour = push(
            tr("Take the tour"), tr("Opens the demo and shows what is where"), look_round
        )
        self._note.setObjectName("dim")
        self._note.setAlignment(Qt.AlignmentFlag.AlignHCenter)
        column = QVBoxLayout(self)
        column.addStretch(3)
        column.addLayout(ways)
        column.addSpacing(20)
        column.addWidget(self._note)
        column.addSpacing(10)
        column.addWidget(self.tour, 0, Qt.AlignmentFlag.AlignHCenter)
        column.addSpacing(24)
        column.addWidget(self.lately, 0, Qt.AlignmentFlag.AlignHCenter)
        column.addStretch(4)

    def showEvent(self, event: QShowEvent) -> None:
        self.lately.look(self.width())

    def resizeEvent(self, event: QResizeEvent) -> None:
        """Side by side where there is room, else one below the other."""
        roomy = self.width() >= 2 * theme.px(_WIDE) + 40
        beside, below = QBoxLayout.Direction.LeftToRight, QBoxLayout.Direction.TopToBottom
        self._ways.setDirection(beside if roomy else below)
        self.lately.arrange(self.width())
