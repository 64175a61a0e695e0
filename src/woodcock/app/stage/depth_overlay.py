"""The photo's depth map over the frame, with a scale in metres."""

from __future__ import annotations

from PySide6.QtCore import QRectF, Qt
from PySide6.QtGui import QColor, QPainter

from woodcock.app import theme
from woodcock.app.picture.flat import FlatPictures
from woodcock.app.picture.image import image_of
from woodcock.app.picture.view import PictureView
from woodcock.app.state import State
from woodcock.depth import depth_pixels, shown_as
from woodcock.depth.look import colour_of, levels_of, share_of
from woodcock.model import Depth
from woodcock.stage import photo_to_frame
from woodcock.texts import number

_ROW = 16.0  # pixels a line of the scale is high


class DepthOverlay:
    def __init__(self, state: State, pictures: FlatPictures) -> None:
        self._state, self._pictures = state, pictures

    def paint(self, painter: QPainter, view: PictureView, area: QRectF) -> None:
        """Draw it where the photo lies in the frame, which fills `area`, if it is to be seen."""
        project, look = self._state.project, self._state.tools.depth_look
        depth, photo = project.depth, project.photo
        if not look or depth is None or photo is None or self._state.step != "Stage":
            return
        store = self._state.document.store
        image = self._pictures.picture(
            "depth", (depth, look),
            lambda: image_of(
                shown_as(depth_pixels(store, depth.pixels), look, depth.near, depth.far)
            ),
        )  # fmt: skip
        if image is None:
            return
        to_frame = photo_to_frame(
            photo, project.placement, (project.frame.width, project.frame.height)
        )
        scale = to_frame[0, 0]
        place = QRectF(to_frame[0, 2], to_frame[1, 2], photo.width * scale, photo.height * scale)
        painter.save()
        painter.setClipRect(area)
        painter.drawImage(view.transform().mapRect(place), image)
        painter.restore()
        if look != "grey":
            self._paint_scale(painter, area, depth)

    @staticmethod
    def _paint_scale(painter: QPainter, area: QRectF, depth: Depth) -> None:
        levels = levels_of(depth.near, depth.far)
        painter.setFont(theme.font(11))
        box = QRectF(area.left() + 8, area.top() + 8, 66, _ROW * len(levels) + 8)
        painter.setPen(Qt.PenStyle.NoPen)
        painter.setBrush(QColor(0, 0, 0, 170))
        painter.drawRoundedRect(box, 4, 4)
        for row, level in enumerate(levels):
            top = box.top() + 4 + row * _ROW
            painter.fillRect(
                QRectF(box.left() + 6, top + 3, 10, 10),
                QColor(*colour_of(share_of(level, depth.near, depth.far))),
            )
            painter.setPen(QColor("white"))
            painter.drawText(
                QRectF(box.left() + 22, top, 42, _ROW), Qt.AlignmentFlag.AlignVCenter,
                f"{number(level)} m",
            )  # fmt: skip
