"""Projects as they were at some moment, a row each: what was left of a crash, earlier saves."""

from __future__ import annotations

from collections.abc import Callable, Sequence
from typing import NamedTuple

from PySide6.QtCore import QSize, Qt
from PySide6.QtGui import QImage, QPixmap
from PySide6.QtWidgets import (
    QDialog,
    QFrame,
    QGridLayout,
    QHBoxLayout,
    QPushButton,
    QScrollArea,
    QVBoxLayout,
    QWidget,
)

from woodcock.app.controls.fields import note, push
from woodcock.app.controls.plain import Label
from woodcock.texts import tr

PICTURE = 200  # pixels, of a row's picture
_WIDE, _ROW = 640, 140


class Choice(NamedTuple):
    """A button of a row: what it says, what it does to the work, and what runs.

    One that `ends` closes the dialog first; else its row goes.
    """

    text: str
    tip: str
    run: Callable[[], object]
    ends: bool = True


class MomentRow(NamedTuple):
    image: QImage | None
    heading: str
    detail: str
    choices: Sequence[Choice]


class MomentsDialog(QDialog):
    """Rows with pictures and buttons; `leave` is called where it is closed without one."""

    def __init__(
        self,
        parent: QWidget,
        title: str,
        about: str,
        rows: Sequence[MomentRow],
        leave_text: str,
        leave: Callable[[], object] = lambda: None,
    ) -> None:
        super().__init__(parent)
        self.setWindowTitle(title)
        self.setAttribute(Qt.WidgetAttribute.WA_DeleteOnClose)
        self._rows = len(rows)
        column = QVBoxLayout(self)
        column.setContentsMargins(18, 16, 18, 16)
        column.setSpacing(12)
        text = note(about)
        text.setMinimumHeight(text.heightForWidth(_WIDE - 36))
        column.addWidget(text)
        inside = QVBoxLayout()
        inside.setContentsMargins(0, 0, 0, 0)
        inside.setSpacing(8)
        for row in rows:
            inside.addWidget(self._row(row))
        inside.addStretch(1)
        body = QWidget()
        body.setLayout(inside)
        area = QScrollArea()
        area.setWidgetResizable(True)
        area.setFrameShape(QFrame.Shape.NoFrame)
        area.setHorizontalScrollBarPolicy(Qt.ScrollBarPolicy.ScrollBarAlwaysOff)
        area.setWidget(body)
        column.addWidget(area, 1)
        self.leave = push(leave_text, "", self.reject)
        last = QHBoxLayout()
        last.addStretch(1)
        last.addWidget(self.leave)
        column.addLayout(last)
        self.rejected.connect(leave)
        height = min(len(rows), 3) * (_ROW + 8) + text.minimumHeight() + 100
        self.resize(_WIDE, height)
        first = body.findChild(QPushButton)
        if first is not None:
            first.setDefault(True)
            first.setFocus()

    def _row(self, row: MomentRow) -> QWidget:
        frame = QFrame()
        frame.setObjectName("row")
        frame.setFixedHeight(_ROW)
        grid = QGridLayout(frame)
        grid.setContentsMargins(8, 6, 8, 6)
        grid.setHorizontalSpacing(14)
        picture = Label()
        picture.setFixedWidth(PICTURE)
        picture.setAlignment(Qt.AlignmentFlag.AlignCenter)
        if row.image is not None:
            room = QSize(PICTURE, _ROW - 12)
            image = row.image.scaled(
                room,
                Qt.AspectRatioMode.KeepAspectRatio,
                Qt.TransformationMode.SmoothTransformation,
            )
            picture.setPixmap(QPixmap.fromImage(image))
        else:
            picture.setText(tr("no picture"))
        grid.addWidget(picture, 0, 0, 3, 1)
        heading = Label(row.heading)
        heading.setObjectName("heading")
        heading.setWordWrap(True)
        detail = note()
        detail.setText(row.detail)
        grid.addWidget(heading, 0, 1)
        grid.addWidget(detail, 1, 1, Qt.AlignmentFlag.AlignTop)
        buttons = QHBoxLayout()
        buttons.setSpacing(10)
        for choice in row.choices:
            buttons.addWidget(push(choice.text, choice.tip, self._chosen(choice, frame)))
        buttons.addStretch(1)
        grid.addLayout(buttons, 2, 1)
        grid.setRowStretch(1, 1)
        grid.setColumnStretch(1, 1)
        return frame

    def _chosen(self, choice: Choice, frame: QFrame) -> Callable[[], None]:
        def chosen() -> None:
            self._rows -= 1
            frame.hide()
            if choice.ends or not self._rows:
                self.accept()
            choice.run()

        return chosen
