"""The picture: zoom, pan, and handing the mouse to whatever the step does in it."""

from __future__ import annotations

from collections.abc import Iterable, Sequence

from PySide6.QtCore import QEvent, QPointF, QRectF, QSize, Qt, Signal
from PySide6.QtGui import (
    QAccessible,
    QColor,
    QContextMenuEvent,
    QFocusEvent,
    QKeyEvent,
    QMouseEvent,
    QPainter,
    QPaintEvent,
    QPolygonF,
    QResizeEvent,
    QTabletEvent,
    QTransform,
    QWheelEvent,
)
from PySide6.QtWidgets import QWidget

from woodcock.app import theme
from woodcock.app.picture.scenes import Scene
from woodcock.app.state import State
from woodcock.texts import tr

_MARGIN = 14
_MOST_ZOOM = 16.0


class PictureView(QWidget):
    """Shows a scene; the wheel zooms, dragging with the middle button pans."""

    ROLE = QAccessible.Role.Graphic

    resized = Signal()
    zoomed = Signal(float)
    handled = Signal(bool)  # a button went down in the picture, and up again

    def __init__(self, state: State) -> None:
        super().__init__()
        self.state = state
        self.scene: Scene | None = None
        self._zoom = 0.0  # 0: fitted
        self._centre = QPointF()
        self._pan_from: tuple[QPointF, QPointF] | None = None
        self._held = False
        self.pressure = 1.0  # of the pen that is down; a mouse presses fully
        self.setMouseTracking(True)
        self.setFocusPolicy(Qt.FocusPolicy.StrongFocus)
        self.setMinimumSize(320, 200)
        self.setAccessibleName(tr("Picture"))
        self.setWhatsThis(
            tr(
                "The picture of the step: the line below the window says what the hand does in it. "
                "The wheel zooms, the middle button pans."
            )
        )

    def sizeHint(self) -> QSize:
        return QSize(800, 450)

    def show_scene(self, scene: Scene) -> None:
        if scene is not self.scene:
            self.scene = scene
            self.fit()
        self.update()

    def fit(self) -> None:
        """The whole scene in the window."""
        self._zoom = 0.0
        self.update()
        self.zoomed.emit(self.zoom)

    def set_zoom(self, zoom: float, about: QPointF | None = None) -> None:
        """Screen pixels a scene pixel, keeping the place under `about` (view) where it is."""
        about = about or QPointF(self.width() / 2, self.height() / 2)
        fixed = self.to_scene(about)
        self._centre = self.centre
        self._zoom = min(max(zoom, self.fitted * 0.5), _MOST_ZOOM)
        moved = self.to_scene(about)
        self._centre += fixed - moved
        self.update()
        self.zoomed.emit(self.zoom)

    def look_at(self, box: QRectF) -> None:
        """Show a place of the scene with its surroundings."""
        across = max(box.width(), box.height(), 1.0)
        self._zoom = min(max(self.width() / (8 * across), self.fitted), 4.0)
        self._centre = box.center()
        self.update()
        self.zoomed.emit(self.zoom)

    @property
    def fitted(self) -> float:
        width, height = self.scene.size() if self.scene else (0.0, 0.0)
        if not width or not height:
            return 1.0
        return min((self.width() - 2 * _MARGIN) / width, (self.height() - 2 * _MARGIN) / height)

    @property
    def zoom(self) -> float:
        return self._zoom or self.fitted

    @property
    def centre(self) -> QPointF:
        if self._zoom:
            return self._centre
        width, height = self.scene.size() if self.scene else (0.0, 0.0)
        return QPointF(width / 2, height / 2)

    def transform(self) -> QTransform:
        """Scene to view."""
        at = self.centre
        turned = QTransform.fromTranslate(self.width() / 2, self.height() / 2)
        turned.scale(self.zoom, self.zoom)
        turned.translate(-at.x(), -at.y())
        return turned

    def to_scene(self, point: QPointF) -> QPointF:
        return self.transform().inverted()[0].map(point)

    def to_view(self, x: float, y: float) -> QPointF:
        """Where a place in the scene is on the widget."""
        return self.transform().map(QPointF(x, y))

    def line_to_view(self, points: Iterable[Sequence[float]]) -> QPolygonF:
        """The same for a line, of however many places."""
        return self.transform().map(QPolygonF([QPointF(x, y) for x, y in points]))

    def spoken(self) -> str:
        layer = self.state.layer
        chosen = tr(", {name} selected", name=layer.name) if layer else ""
        return f"{self.state.step}{chosen}"

    def paintEvent(self, event: QPaintEvent) -> None:
        painter = QPainter(self)
        painter.fillRect(self.rect(), QColor(theme.current().surround))
        if self.scene is None:
            return
        painter.setRenderHint(QPainter.RenderHint.SmoothPixmapTransform, self.zoom < 3)
        painter.setRenderHint(QPainter.RenderHint.Antialiasing)
        self.scene.paint(painter, self)

    def visible_scene(self) -> QRectF:
        """The part of the scene that the widget shows."""
        return self.transform().inverted()[0].mapRect(QRectF(self.rect()))

    def resizeEvent(self, event: QResizeEvent) -> None:
        self.resized.emit()
        self.zoomed.emit(self.zoom)

    def mousePressEvent(self, event: QMouseEvent) -> None:
        self.setFocus()
        if event.button() == Qt.MouseButton.MiddleButton:
            self._centre, self._zoom = self.centre, self.zoom
            self._pan_from = event.position(), self._centre
            self.setCursor(Qt.CursorShape.ClosedHandCursor)
        elif self.scene and event.button() in (
            Qt.MouseButton.LeftButton, Qt.MouseButton.RightButton
        ):  # fmt: skip
            self._held = True
            self.handled.emit(True)
            self.scene.press(self.to_scene(event.position()), event, self)
            self.update()

    def contextMenuEvent(self, event: QContextMenuEvent) -> None:
        spot, by_key = event.pos(), event.reason() == QContextMenuEvent.Reason.Keyboard
        at = None if by_key else self.to_scene(QPointF(spot))
        if self.scene and self.scene.menu(at, self, spot):
            self._held = False
            self.handled.emit(False)

    def mouseDoubleClickEvent(self, event: QMouseEvent) -> None:
        if self.scene and self.scene.double(self.to_scene(event.position()), self):
            return
        self.mousePressEvent(event)

    def mouseMoveEvent(self, event: QMouseEvent) -> None:
        if self._pan_from:
            start, centre = self._pan_from
            by = event.position() - start
            self._centre = centre - QPointF(by.x() / self.zoom, by.y() / self.zoom)
            self.update()
        elif self.scene:
            self.scene.move(self.to_scene(event.position()), event, self._held, self)
            self.setCursor(self.scene.cursor())

    def mouseReleaseEvent(self, event: QMouseEvent) -> None:
        if self._pan_from and event.button() == Qt.MouseButton.MiddleButton:
            self._pan_from = None
            self.unsetCursor()
        elif self._held and self.scene:
            self._held = False
            self.scene.release(self.to_scene(event.position()), event, self)
            self.handled.emit(False)
            self.update()

    def tabletEvent(self, event: QTabletEvent) -> None:
        """A pen is a mouse that also says how hard it presses."""
        self.pressure = event.pressure() if event.type() != QEvent.Type.TabletRelease else 1.0
        event.ignore()  # the same movement then comes as a mouse's

    def leaveEvent(self, event: object) -> None:
        if self.scene:
            self.scene.leave()
            self.update()

    def wheelEvent(self, event: QWheelEvent) -> None:
        steps = event.angleDelta().y() / 120 or event.angleDelta().x() / 120
        if self.scene and self.scene.wheel(steps, event, self):
            self.update()
        elif steps:
            self.set_zoom(self.zoom * 1.2**steps, event.position())
        event.accept()

    def keyPressEvent(self, event: QKeyEvent) -> None:
        if not (self.scene and self.scene.key(event, True, self)):
            super().keyPressEvent(event)
        self.update()

    def focusOutEvent(self, event: QFocusEvent) -> None:
        if self.scene:
            self.scene.forsake()
        super().focusOutEvent(event)

    def focusNextPrevChild(self, ahead: bool) -> bool:
        if ahead and self.scene and self.scene.tab():
            return True
        return super().focusNextPrevChild(ahead)

    def keyReleaseEvent(self, event: QKeyEvent) -> None:
        if not (self.scene and self.scene.key(event, False, self)):
            super().keyReleaseEvent(event)
        self.update()
