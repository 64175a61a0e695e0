"""The shapes a clip is delivered in: several at once, each with its framing."""

from __future__ import annotations

from PySide6.QtWidgets import QGridLayout, QPushButton, QWidget

from woodcock.app.controls.column import Column
from woodcock.app.controls.fields import note, push
from woodcock.app.state import State
from woodcock.model import CLIP_SHAPES
from woodcock.session.shapes import SHAPE_NAMES, set_shape
from woodcock.texts import tr, tr_noop

_WORDS = {"": tr_noop("As the clip"), "landscape": "16 : 9", "square": "1 : 1", "upright": "4 : 5",
          "portrait": "9 : 16"}  # fmt: skip


class ShapeRows(Column):
    """A button a shape; those that are down are made. The picture shows the one pressed last."""

    def __init__(self, state: State) -> None:
        super().__init__(state)
        row = QWidget()
        grid = QGridLayout(row)
        grid.setContentsMargins(0, 0, 0, 0)
        grid.setSpacing(4)
        self.buttons: dict[str, QPushButton] = {}
        for number, (shape, word) in enumerate(_WORDS.items()):
            button = QPushButton(tr(word))
            button.setCheckable(True)
            button.setStyleSheet("padding: 4px 2px;")
            button.setToolTip(
                tr("{shape}: make it in this shape, too", shape=tr(SHAPE_NAMES[shape]))
            )
            button.clicked.connect(lambda on, shape=shape: self._pressed(shape, bool(on)))
            self.buttons[shape] = button
            if number == 0:
                grid.addWidget(button, 0, 0, 1, 4)
            else:
                grid.addWidget(button, 1, number - 1)
        self.add(row)
        self.about = note()
        self.by_itself = push(
            tr("Frame it by itself"), tr("As it would be framed by itself, with the subject in it"),
            self._by_itself, "scan",
        )  # fmt: skip
        self.add(self.about)
        self.add(self.by_itself)

    def refresh(self) -> None:
        tools, project = self.state.tools, self.state.project
        frame = project.frame
        for shape, button in self.buttons.items():
            button.setChecked(shape in tools.shapes)
            wide, high = CLIP_SHAPES.get(shape, (0, 1))
            same = wide * frame.height == high * frame.width  # that is as the clip
            button.setVisible(not same or shape in tools.shapes)
        looked = tools.shape
        self.about.setVisible(bool(looked))
        self.about.setText(
            tr(
                "{shape}: drag its frame in the picture, or a corner of it; it is kept "
                "with the project.",
                shape=tr(SHAPE_NAMES[looked]),
            )
        )
        self.by_itself.setVisible(any(x.name == looked for x in project.shapes))

    def _pressed(self, shape: str, on: bool) -> None:
        tools = self.state.tools
        left = tools.shapes - {shape} or frozenset({""})
        tools.shapes = tools.shapes | {shape} if on else left
        tools.shape = shape if on else next((x for x in tools.shapes if x), "")
        self.state.touch()

    def _by_itself(self) -> None:
        shape = self.state.tools.shape
        self.state.act(tr("Frame a shape by itself"), lambda p: set_shape(p, shape, None))
