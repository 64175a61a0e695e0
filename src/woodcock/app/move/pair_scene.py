"""Start and end of the clip side by side; dragging in either sets that pose."""

from __future__ import annotations

from PySide6.QtCore import QPointF, QRectF, Qt
from PySide6.QtGui import QImage, QMouseEvent, QPainter

from woodcock.app import theme, words
from woodcock.app.move.pose_drag import PoseDrag
from woodcock.app.picture.scenes import Scene, checkerboard, label, outline
from woodcock.app.picture.view import PictureView
from woodcock.app.state import State
from woodcock.texts import number, tr

_APART = 0.03  # of a frame's width

_SHIFT = Qt.KeyboardModifier.ShiftModifier


class PairScene(Scene):
    """Two frames; the one with the accent is the pose that numbers set, too."""

    def __init__(self, state: State) -> None:
        super().__init__(state)
        self.images: dict[float, QImage] = {}
        self.drag = PoseDrag(state)

    def size(self) -> tuple[float, float]:
        frame = self.state.project.frame
        return frame.width * (2 + _APART), float(frame.height)

    def box(self, word: str) -> QRectF:
        """Where the start or the end is, in scene pixels."""
        frame = self.state.project.frame
        left = 0.0 if word == "start" else frame.width * (1 + _APART)
        return QRectF(left, 0, frame.width, frame.height)

    def times(self) -> tuple[float, ...]:
        ends = (0.0, self.state.project.frame.last)
        return ends if self.state.tools.pose == "start" else ends[::-1]

    def take(self, image: QImage, time: float) -> None:
        self.images[round(time, 4)] = image

    @property
    def dragging(self) -> bool:
        return self.drag.under_way

    def paint(self, painter: QPainter, view: PictureView) -> None:
        last = self.state.project.frame.last
        for word, time in (("start", 0.0), ("end", last)):
            area = view.transform().mapRect(self.box(word))
            image = self.images.get(round(time, 4))
            if image is None:
                checkerboard(painter, area)
            else:
                painter.drawImage(area, image)
            chosen = self.state.tools.pose == word
            outline(painter, area, theme.current().accent if chosen else "#000000", 1.5)
            text = f"{tr(words.POSES[word])}, {number(time, '.2f')} s"
            label(painter, area, tr("{pose}: drag to set it", pose=text) if chosen else text)

    def press(self, at: QPointF, event: QMouseEvent, view: PictureView) -> None:
        for word, time in (("start", 0.0), ("end", self.state.project.frame.last)):
            if self.box(word).contains(at):
                self.state.tools.pose = word
                self.state.seek(time)
                self.state.touch()
                self.drag.press(at, event.position(), time)

    def move(self, at: QPointF, event: QMouseEvent, held: bool, view: PictureView) -> None:
        if held:
            self.drag.move(at, event.position(), bool(event.modifiers() & _SHIFT))

    def release(self, at: QPointF, event: QMouseEvent, view: PictureView) -> None:
        self.drag.release()
        self.state.touch()

    def cursor(self) -> Qt.CursorShape:
        return Qt.CursorShape.SizeAllCursor
