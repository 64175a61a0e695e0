"""The flat photo: pictures of it for the screen, and placing it in the frame."""

from __future__ import annotations

from collections.abc import Callable
from typing import Any, TypeVar

import msgspec
import numpy as np
from PySide6.QtCore import QObject, QPointF, QRectF, Qt, Signal
from PySide6.QtGui import QColor, QImage, QKeyEvent, QMouseEvent, QPainter, QWheelEvent

from woodcock.app import theme
from woodcock.app.picture.image import image_of
from woodcock.app.picture.piece import limited
from woodcock.app.picture.scenes import Scene, checkerboard, outline
from woodcock.app.picture.view import PictureView
from woodcock.app.state import State
from woodcock.app.work import Work
from woodcock.model import Project
from woodcock.session import acts
from woodcock.stage.placement import photo_scale
from woodcock.texts import tr

_T = TypeVar("_T")


class FlatPictures(QObject):
    """Pictures of the photo made for the screen, off the interface thread, by what they show."""

    ready = Signal()

    def __init__(self, state: State, work: Work) -> None:
        super().__init__(state)
        self._state, self._work = state, work
        self._made: dict[str, tuple[object, Any]] = {}
        self._asked: dict[str, object] = {}
        self._opening = state.openings  # of the project they are of

    def picture(self, kind: str, key: object, make: Callable[[], _T]) -> _T | None:
        """The picture of a kind; an older one of the same project, or None, while `make()` works on
        the new one."""
        if self._opening != self._state.openings:
            self._opening, self._made, self._asked = self._state.openings, {}, {}
        have = self._made.get(kind)
        if (have is None or have[0] != key) and self._asked.get(kind) != key:
            self._asked[kind] = key

            opening = self._opening

            def done(image: _T | None) -> None:
                asked = self._asked.get(kind) == key and opening == self._opening
                if image is not None and asked:
                    self._made[kind] = key, image
                    self.ready.emit()

            self._work.hand(make, done)
        return have[1] if have else None

    def photo(self) -> QImage | None:
        photo = self._state.project.photo
        if photo is None:
            return None
        store = self._state.document.store
        return self.picture(
            "photo", photo.pixels, lambda: image_of(limited(bytes_of(store.get(photo.pixels))))
        )


def placed(project: Project) -> QRectF:
    """Where the photo lies in its frame, in frame pixels."""
    photo, frame = project.photo, project.frame
    if photo is None:
        return QRectF()
    scale = photo_scale(photo, project.placement, (frame.width, frame.height))
    left = frame.width / 2 - scale * project.placement.x * photo.width
    top = frame.height / 2 - scale * project.placement.y * photo.height
    return QRectF(left, top, scale * photo.width, scale * photo.height)


def bytes_of(pixels: np.ndarray) -> np.ndarray:
    """A picture in eight bits."""
    return pixels if pixels.dtype == np.uint8 else (pixels >> 8).astype(np.uint8)


class PlaceScene(Scene):
    """Photo step: the photo in its frame; dragging moves it, the wheel enlarges it."""

    def __init__(self, state: State, pictures: FlatPictures) -> None:
        super().__init__(state)
        self._pictures = pictures
        self._from: tuple[QPointF, float, float] | None = None

    def size(self) -> tuple[float, float]:
        frame = self.state.project.frame
        return float(frame.width), float(frame.height)

    def paint(self, painter: QPainter, view: PictureView) -> None:
        project, image = self.state.project, self._pictures.photo()
        width, height = self.size()
        frame = view.transform().mapRect(QRectF(0, 0, width, height))
        painter.fillRect(frame, QColor("black"))
        checkerboard(painter, frame)
        if project.photo and image:
            area = view.transform().mapRect(placed(project))
            painter.setOpacity(0.35)
            painter.drawImage(area, image)
            painter.setOpacity(1.0)
            painter.save()
            painter.setClipRect(frame)
            painter.drawImage(area, image)
            painter.restore()
        outline(painter, frame, theme.current().accent, 1.5)

    def press(self, at: QPointF, event: QMouseEvent, view: PictureView) -> None:
        placement = self.state.project.placement
        self._from = at, placement.x, placement.y

    def move(self, at: QPointF, event: QMouseEvent, held: bool, view: PictureView) -> None:
        project = self.state.project
        if not (held and self._from and project.photo):
            return
        start, x, y = self._from
        frame = project.frame
        scale = photo_scale(project.photo, project.placement, (frame.width, frame.height))
        moved = msgspec.structs.replace(
            project.placement,
            x=x - (at.x() - start.x()) / (scale * project.photo.width),
            y=y - (at.y() - start.y()) / (scale * project.photo.height),
        )
        self.state.act(tr("Place the photo"), lambda p: acts.place_photo(p, moved), "place")
        view.update()

    def release(self, at: QPointF, event: QMouseEvent, view: PictureView) -> None:
        self._from = None
        self.state.document.seal()

    def wheel(self, steps: float, event: QWheelEvent, view: PictureView) -> bool:
        if event.modifiers() & Qt.KeyboardModifier.ControlModifier:
            return False
        placement = self.state.project.placement
        zoomed = msgspec.structs.replace(placement, zoom=placement.zoom * 1.03**steps)
        self.state.act(tr("Enlarge the photo"), lambda p: acts.place_photo(p, zoomed), "zoom")
        return True

    def cursor(self) -> Qt.CursorShape:
        return Qt.CursorShape.SizeAllCursor


class WholePhotoScene(Scene):
    """A scene in the photo's own pixels; while B is held it shows the plain photo."""

    def __init__(self, state: State, pictures: FlatPictures) -> None:
        super().__init__(state)
        self.pictures = pictures

    def size(self) -> tuple[float, float]:
        photo = self.state.project.photo
        return (float(photo.width), float(photo.height)) if photo else (16.0, 9.0)

    def key(self, event: QKeyEvent, down: bool, view: PictureView) -> bool:
        if event.key() == Qt.Key.Key_B and not event.isAutoRepeat():
            self.plain = down
            return True
        return False
