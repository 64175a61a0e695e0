"""How a shape frames the clip: its rectangle over the photo, dragged and sized."""

from __future__ import annotations

from msgspec.structs import replace
from PySide6.QtCore import QPointF, QRectF, Qt
from PySide6.QtGui import QColor, QImage, QMouseEvent, QPainter, QPainterPath, QPen

from woodcock.app import theme
from woodcock.app.move.framing_scene import corners
from woodcock.app.picture.flat import FlatPictures, WholePhotoScene
from woodcock.app.picture.scenes import checkerboard, label
from woodcock.app.picture.view import PictureView
from woodcock.app.state import State
from woodcock.model import Placement
from woodcock.session.shapes import SHAPE_NAMES, placement_in, set_shape, shape_box
from woodcock.stage import frame_box
from woodcock.texts import tr

_NEAR = 14.0  # screen pixels within which a corner is meant


class ShapeScene(WholePhotoScene):
    """The photo, the clip's frame in it as it is at the playhead, and the shape that is framed."""

    def __init__(self, state: State, pictures: FlatPictures) -> None:
        super().__init__(state, pictures)
        self.image: QImage | None = None
        self._from: tuple[QPointF, Placement, bool] | None = None

    @property
    def placement(self) -> Placement | None:
        """How the shape is framed; found off the interface thread where it was never set."""
        project, shape = self.state.project, self.state.tools.shape
        if not shape:
            return None
        for each in project.shapes:
            if each.name == shape:
                return each.placement
        store = self.state.document.store
        key = project.photo, project.layers, project.lens, project.frame, project.placement, shape
        found = self.pictures.picture(
            f"shape {shape}", key, lambda: placement_in(project, shape, store)
        )
        return found if isinstance(found, Placement) else None

    @property
    def box(self) -> QRectF | None:
        """The shape's rectangle in the photo's pixels."""
        placement = self.placement
        if placement is None:
            return None
        return QRectF(*shape_box(self.state.project, self.state.tools.shape, placement))

    def times(self) -> tuple[float, ...]:
        return (self.state.time,)

    def take(self, image: QImage, time: float) -> None:
        self.image = image

    def paint(self, painter: QPainter, view: PictureView) -> None:
        to_view = view.transform()
        whole = to_view.mapRect(QRectF(0, 0, *self.size()))
        photo, box = self.pictures.photo(), self.box
        if photo is None:
            checkerboard(painter, whole)
        else:
            painter.drawImage(whole, photo)
        frame = to_view.mapRect(QRectF(*frame_box(self.state.project)))
        if self.image is not None:
            painter.drawImage(frame, self.image)
        if box is None:
            return
        shown = to_view.mapRect(box)
        outside = QPainterPath()
        outside.addRect(whole.united(frame))
        inside = QPainterPath()
        inside.addRect(shown)
        painter.fillPath(outside - inside, QColor(0, 0, 0, 140))
        painter.setBrush(Qt.BrushStyle.NoBrush)
        painter.setPen(QPen(QColor("#ffffff"), 1, Qt.PenStyle.DotLine))
        painter.drawRect(frame)
        accent = theme.current().accent
        for colour, width in (("#000000", 4.0), (accent, 2.0)):
            painter.setPen(QPen(QColor(colour), width))
            painter.drawRect(shown)
        painter.setPen(QPen(QColor("#000000"), 1))
        painter.setBrush(QColor(accent))
        for corner in corners(shown):
            painter.drawRect(QRectF(corner.x() - 4, corner.y() - 4, 8, 8))
        label(painter, shown, tr(SHAPE_NAMES[self.state.tools.shape]))

    def press(self, at: QPointF, event: QMouseEvent, view: PictureView) -> None:
        box, placement = self.box, self.placement
        if box is None or placement is None or event.button() != Qt.MouseButton.LeftButton:
            return
        near = min(QPointF(c - at).manhattanLength() * view.zoom for c in corners(box))
        if near < _NEAR or box.contains(at):
            self._from = at, placement, near < _NEAR

    def move(self, at: QPointF, event: QMouseEvent, held: bool, view: PictureView) -> None:
        photo, box = self.state.project.photo, self.box
        if not held or self._from is None or photo is None or box is None:
            return
        start, before, sizing = self._from
        shape = self.state.tools.shape
        if sizing:
            middle = QPointF(before.x * photo.width, before.y * photo.height)
            along = max(
                abs(at.x() - middle.x()) * 2 / box.width(),
                abs(at.y() - middle.y()) * 2 / box.height(),
            )
            now = self.placement or before
            placed = replace(before, zoom=now.zoom / max(along, 0.02))
        else:
            placed = replace(
                before,
                x=before.x + (at.x() - start.x()) / photo.width,
                y=before.y + (at.y() - start.y()) / photo.height,
            )
        self.state.act(tr("Frame a shape"), lambda p: set_shape(p, shape, placed), f"shape {shape}")
        view.update()

    def release(self, at: QPointF, event: QMouseEvent, view: PictureView) -> None:
        self._from = None
        self.state.document.seal()
        self.state.touch()

    def cursor(self) -> Qt.CursorShape:
        return Qt.CursorShape.SizeAllCursor
