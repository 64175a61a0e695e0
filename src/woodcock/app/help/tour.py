"""A first look round on the demo, in six steps; it can be left at any time and taken again."""

from __future__ import annotations

from collections.abc import Callable
from dataclasses import dataclass
from typing import TYPE_CHECKING

from PySide6.QtCore import QEvent, QObject, QPoint, QRect, Qt
from PySide6.QtGui import QColor, QPainter, QPaintEvent, QPen, QShortcut
from PySide6.QtWidgets import QFrame, QHBoxLayout, QVBoxLayout, QWidget

from woodcock.app import theme
from woodcock.app.controls.fields import heading, note, push
from woodcock.app.controls.plain import Label
from woodcock.texts import tr, tr_noop

if TYPE_CHECKING:
    from woodcock.app.window import MainWindow

_WIDE, _GAP, _RIM = 340, 14, 18  # pixels


@dataclass(frozen=True)
class Stop:
    """A step of the tour: what is told, at which step of the work, beside what."""

    title: str
    text: str
    step: str
    beside: str  # a part of the window
    plays: bool = False


STOPS = (
    Stop(
        tr_noop("One photograph, cut into layers"),
        tr_noop(
            "This clip was a single still picture. Near things move more in it than far ones: that "
            "gives it depth. The seven steps of the work are above; go to any of them at any time."
        ),
        "Move",
        "path",
        plays=True,
    ),
    Stop(
        tr_noop("Separate: cut it apart"),
        tr_noop(
            "Drag over a thing and it is cut out, hair and all; the right button takes away again. "
            "The tools are at the left, the layers at the right."
        ),
        "Separate",
        "toolbox",
    ),
    Stop(
        tr_noop("Rebuild: what they hid"),
        tr_noop(
            "Behind every near layer there is a hole. Only what the move will show is filled, and "
            "here you look at it and repair it."
        ),
        "Rebuild",
        "side",
    ),
    Stop(
        tr_noop("Stage: how far away"),
        tr_noop(
            "Every layer is a slat on this rail, at its distance in metres. Drag one: the picture "
            "at rest stays as it is, only the movement changes."
        ),
        "Stage",
        "rail",
    ),
    Stop(
        tr_noop("Move: a start and an end"),
        tr_noop(
            "Set a pose at the start and one at the end, or take a ready move. The pegs in the "
            "lanes are keys; drag them in time. Space plays."
        ),
        "Move",
        "timeline",
    ),
    Stop(
        tr_noop("Export"),
        tr_noop(
            "Here the clip becomes a video, or pictures, or layers for other programs. That was "
            "all: open a photo of your own with Ctrl+O. The guide is under Help, or press F1."
        ),
        "Export",
        "side",
    ),
)


class _Outline(QWidget):
    """A line round what is told of; the mouse goes through it."""

    def __init__(self, parent: QWidget) -> None:
        super().__init__(parent)
        self.setAttribute(Qt.WidgetAttribute.WA_TransparentForMouseEvents)

    def paintEvent(self, event: QPaintEvent) -> None:
        painter = QPainter(self)
        painter.setRenderHint(QPainter.RenderHint.Antialiasing)
        painter.setPen(QPen(QColor(theme.current().accent), 2.5))
        painter.drawRoundedRect(self.rect().adjusted(2, 2, -2, -2), 6, 6)


class Tour(QFrame):
    """The card with the words; `ended` is called when it is left or over."""

    def __init__(self, window: MainWindow, ended: Callable[[], object]) -> None:
        super().__init__(window)
        self.setObjectName("card")
        self._window, self._ended, self.at = window, ended, 0
        self._outline = _Outline(window)
        self.title, self.text = heading(""), note(name="said")
        self.count = Label()
        self.count.setObjectName("dim")
        self.leave = push(tr("Leave"), tr("Ends the tour; it is under Help (Esc)"), self.end)
        self.back = push(
            tr("Back"), tr("The step before (Left)"), lambda: self.show_stop(self.at - 1)
        )
        self.on = push(tr("Next"), tr("The next step (Right)"), self._next)
        self.on.setObjectName("primary")
        buttons = QHBoxLayout()
        buttons.addWidget(self.count)
        buttons.addStretch(1)
        for button in (self.leave, self.back, self.on):
            buttons.addWidget(button)
        self._column = column = QVBoxLayout(self)
        column.setContentsMargins(_RIM, 14, _RIM, 14)
        column.setSpacing(10)
        column.addWidget(self.title)
        column.addWidget(self.text)
        column.addLayout(buttons)
        self.setFixedWidth(theme.px(_WIDE))
        here = Qt.ShortcutContext.WidgetWithChildrenShortcut
        for key, run in (
            ("Esc", self.end),
            ("Left", lambda: self.show_stop(self.at - 1)),
            ("Right", lambda: self.show_stop(self.at + 1)),
        ):
            QShortcut(key, self, run, context=here)
        window.installEventFilter(self)
        self.show_stop(0)

    def show_stop(self, number: int) -> None:
        """Go to a step of the tour, and with it to a step of the work."""
        self.at = min(max(number, 0), len(STOPS) - 1)
        stop, window = STOPS[self.at], self._window
        if window.state.playing != stop.plays:
            window.player.toggle()
        window.state.go(stop.step)
        if not window.room.shown()["rail"] and stop.step == "Stage":
            window.room.switch("rail")
        self.title.setText(tr(stop.title))
        self.text.setText(tr(stop.text))
        self.count.setText(tr("{at} of {all}", at=self.at + 1, all=len(STOPS)))
        self.back.setEnabled(self.at > 0)
        self.on.setText(tr("Next") if self.at < len(STOPS) - 1 else tr("Done"))
        self.setAccessibleName(tr("Tour: {title}", title=tr(stop.title)))
        self._place()
        self.show()
        self.raise_()
        self.on.setFocus()

    def end(self) -> None:
        """Leave the window as it is now."""
        self._window.removeEventFilter(self)
        self._outline.deleteLater()
        self.hide()
        self.deleteLater()
        self._ended()

    def _next(self) -> None:
        if self.at == len(STOPS) - 1:
            self.end()
        else:
            self.show_stop(self.at + 1)

    def _place(self) -> None:
        """Beside what is told of, over the picture: never on it."""
        window = self._window
        told: QWidget = getattr(self._window, STOPS[self.at].beside)
        box = QRect(told.mapTo(window, QPoint(0, 0)), told.size())
        self._outline.setGeometry(box)
        self._outline.show()
        self._outline.raise_()
        inner = self.width() - 2 * _RIM
        self.text.setFixedHeight(self.text.heightForWidth(inner) + 4)  # descenders, too
        self.setFixedHeight(self._column.heightForWidth(self.width()))
        room = QRect(window.view.mapTo(window, QPoint(0, 0)), window.view.size())
        x = min(max(box.center().x() - self.width() // 2, room.left() + _GAP),
                room.right() - self.width() - _GAP)  # fmt: skip
        y = min(max(box.center().y() - self.height() // 2, room.top() + _GAP),
                room.bottom() - self.height() - _GAP)  # fmt: skip
        self.move(x, y)

    def eventFilter(self, watched: QObject, event: QEvent) -> bool:
        if event.type() in (QEvent.Type.Resize, QEvent.Type.LayoutRequest):
            self._place()
        return False
