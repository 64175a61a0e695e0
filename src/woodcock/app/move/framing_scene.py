"""What of the picture the frame shows at start and end, as rectangles that are dragged."""

from __future__ import annotations

import numpy as np
from msgspec.structs import replace
from PySide6.QtCore import QPointF, QRectF, Qt
from PySide6.QtGui import QColor, QImage, QMouseEvent, QPainter, QPen

from woodcock.app import theme, words
from woodcock.app.picture.flat import FlatPictures, placed
from woodcock.app.picture.image import image_of
from woodcock.app.picture.scenes import Scene, checkerboard
from woodcock.app.picture.view import PictureView
from woodcock.app.state import State
from woodcock.model import LENS, OVERALL, Layer, Project
from woodcock.session import acts
from woodcock.session.framing import Framing, framing_at, set_framing
from woodcock.texts import tr

_NEAR = 12.0  # screen pixels within which a corner is meant
_SHOWN = 1280  # pixels wide at which the frame at rest is drawn
_ROOM = 0.2  # of the frame's size, shown round it


class FramingScene(Scene):
    """The photo in its frame, with a rectangle each for start and end.

    Dragging inside moves one, dragging a corner sizes it.
    """

    def __init__(self, state: State, pictures: FlatPictures) -> None:
        super().__init__(state)
        self._pictures = pictures
        self._held: tuple[str, bool, QPointF, Framing] | None = None

    def size(self) -> tuple[float, float]:
        frame = self.state.project.frame
        return frame.width * (1 + 2 * _ROOM), frame.height * (1 + 2 * _ROOM)

    @property
    def _corner(self) -> QPointF:
        """Where the frame at rest begins in the scene."""
        frame = self.state.project.frame
        return QPointF(frame.width * _ROOM, frame.height * _ROOM)

    @property
    def owner(self) -> str:
        """What the rectangles move: the lens, the selected layer, or the whole clip."""
        if self.state.tools.framed == "clip":
            return OVERALL
        layer = self.state.layer
        return layer.id if layer and self.state.tools.framed == "layer" else LENS

    @property
    def measured(self) -> Layer:
        """The layer whose share of the frame is told: the selected one, unless it is hidden."""
        project, layer = self.state.project, self.state.layer
        if layer is None or layer.glass:
            return project.background
        return layer if layer.visible else project.in_scene[0]

    @property
    def distance(self) -> float:
        return self.measured.distance

    def framing(self, word: str) -> Framing:
        time = 0.0 if word == "start" else self.state.project.frame.last
        return framing_at(self.state.project, self.owner, time, self.distance)

    def box(self, word: str) -> QRectF:
        """A framing rectangle in scene pixels."""
        frame, framing = self.state.project.frame, self.framing(word)
        width, height = frame.width * framing.share, frame.height * framing.share
        corner = self._corner
        return QRectF(
            corner.x() + framing.x - width / 2, corner.y() + framing.y - height / 2, width, height
        )

    def paint(self, painter: QPainter, view: PictureView) -> None:
        frame, look = self.state.project.frame, theme.current()
        to_view, image = view.transform(), self._pictures.photo()
        at_rest = QRectF(self._corner.x(), self._corner.y(), frame.width, frame.height)
        photo = to_view.mapRect(placed(self.state.project).translated(self._corner))
        if image is None:
            checkerboard(painter, photo)
        else:
            painter.drawImage(photo, image)
        own = self.owner not in (LENS, OVERALL)
        rest = self._at_rest("")
        if rest:
            painter.drawImage(to_view.mapRect(at_rest), rest)
        if own:  # what the rectangles move stands out from the rest
            painter.fillRect(photo.united(to_view.mapRect(at_rest)), QColor(0, 0, 0, 130))
            alone = self._at_rest(self.owner)
            if alone:
                painter.drawImage(to_view.mapRect(at_rest), alone)
        painter.setPen(QPen(QColor("#ffffff"), 1, Qt.PenStyle.DotLine))
        painter.setBrush(Qt.BrushStyle.NoBrush)
        painter.drawRect(to_view.mapRect(at_rest))
        for word in ("start", "end"):
            box = to_view.mapRect(self.box(word))
            chosen = self.state.tools.pose == word
            style = Qt.PenStyle.SolidLine if word == "end" else Qt.PenStyle.DashLine
            for colour, width in (("#000000", 4.0), (look.accent if chosen else "#ffffff", 2.0)):
                painter.setPen(QPen(QColor(colour), width, style))
                painter.setBrush(Qt.BrushStyle.NoBrush)
                painter.drawRect(box)
            painter.setPen(QPen(QColor("#000000"), 1))
            painter.setBrush(QColor(look.accent if chosen else "#ffffff"))
            for corner in corners(box):
                painter.drawRect(QRectF(corner.x() - 4, corner.y() - 4, 8, 8))
            self._name(painter, box, word)
        a, b = (to_view.mapRect(self.box(word)).center() for word in ("start", "end"))
        painter.setPen(QPen(QColor("#ffffff"), 1.5, Qt.PenStyle.DotLine))
        painter.drawLine(a, b)

    def _at_rest(self, layer_id: str) -> QImage | None:
        """The frame at rest, of everything or, see-through, of one layer; made off this thread."""
        project, studio = self.state.project, self.state.studio
        still = acts.still(project)
        if layer_id:
            shown = (replace(x, visible=x.id == layer_id) for x in still.layers)
            still = replace(still, layers=tuple(shown))
        width = min(project.frame.width, _SHOWN)
        size = width, max(round(project.frame.height * width / project.frame.width), 2)

        def make() -> QImage | None:
            from woodcock.render import render_frame

            atlas = studio.newest(still)
            if atlas is None:
                return None
            cover = np.empty((size[1], size[0]), np.uint8)
            drawn = render_frame(still, atlas, 0.0, size, cover=cover)
            if not layer_id:
                return image_of(drawn)
            share = np.maximum(cover, 1)[..., None] / np.float32(255)
            straight = np.clip(drawn / share, 0, 255).astype(np.uint8)
            return image_of(np.dstack([straight, cover]))

        key = still, studio.latest(still) is not None
        return self._pictures.picture(f"rest {bool(layer_id)}", key, make)

    def _name(self, painter: QPainter, box: QRectF, word: str) -> None:
        text = tr(
            "{pose}  {share} % of {layer}",
            pose=tr(words.POSES[word]),
            share=round(100 * self.framing(word).share),
            layer=tr("the clip") if self.owner == OVERALL else self.measured.name,
        )
        width = painter.fontMetrics().horizontalAdvance(text) + 16
        right = word == "end"
        left = box.right() - width - 8 if right else box.left() + 8
        place = QRectF(left, box.top() + 8, width, 22)
        painter.setPen(Qt.PenStyle.NoPen)
        painter.setBrush(QColor(0, 0, 0, 165))
        painter.drawRoundedRect(place, 4, 4)
        painter.setPen(QColor("#ffffff"))
        painter.drawText(place, Qt.AlignmentFlag.AlignCenter, text)

    def _hit(self, at: QPointF, view: PictureView) -> tuple[str, bool] | None:
        """The rectangle at a place, and whether it is a corner of it."""
        chosen = self.state.tools.pose
        order = ("start", "end") if chosen == "start" else ("end", "start")
        for word in order:
            near = (QPointF(c - at).manhattanLength() * view.zoom for c in corners(self.box(word)))
            if min(near) < _NEAR:
                return word, True
        inside = [word for word in order if self.box(word).contains(at)]
        return (inside[0], False) if inside else None

    def press(self, at: QPointF, event: QMouseEvent, view: PictureView) -> None:
        hit = self._hit(at, view)
        if hit is None:
            return
        word, corner = hit
        self.state.tools.pose = word
        self.state.seek(self.state.pose_time())
        self.state.touch()
        self._held = word, corner, at, self.framing(word)

    def move(self, at: QPointF, event: QMouseEvent, held: bool, view: PictureView) -> None:
        if not held or self._held is None:
            return
        word, corner, start, before = self._held
        frame = self.state.project.frame
        framing = before._replace(x=before.x + at.x() - start.x(), y=before.y + at.y() - start.y())
        if corner:
            middle = QPointF(before.x, before.y) + self._corner
            along = max(
                abs(at.x() - middle.x()) * 2 / frame.width,
                abs(at.y() - middle.y()) * 2 / frame.height,
            )
            framing = before._replace(share=along)
        time = 0.0 if word == "start" else frame.last
        owner, distance = self.owner, self.distance

        def change(project: Project) -> Project:
            return set_framing(project, owner, time, framing, distance)

        self.state.act(
            tr("Frame the start") if word == "start" else tr("Frame the end"),
            change,
            f"frame {word}",
        )
        view.update()

    def release(self, at: QPointF, event: QMouseEvent, view: PictureView) -> None:
        self._held = None
        self.state.document.seal()
        self.state.touch()

    def cursor(self) -> Qt.CursorShape:
        return Qt.CursorShape.SizeAllCursor


def corners(box: QRectF) -> tuple[QPointF, ...]:
    return box.topLeft(), box.topRight(), box.bottomLeft(), box.bottomRight()
