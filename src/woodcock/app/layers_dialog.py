"""Opening a layered picture: a row a layer, what it is, and where it stands."""

from __future__ import annotations

from collections.abc import Callable, Sequence

import cv2
import numpy as np
from PySide6.QtCore import QRectF, QSize, Qt
from PySide6.QtGui import QColor, QImage, QKeyEvent, QPainter, QPixmap
from PySide6.QtWidgets import (
    QCheckBox,
    QComboBox,
    QDialog,
    QDialogButtonBox,
    QGridLayout,
    QHBoxLayout,
    QLineEdit,
    QScrollArea,
    QVBoxLayout,
    QWidget,
)

from woodcock.app import words
from woodcock.app.controls.fields import Number, note, push
from woodcock.app.controls.plain import Label
from woodcock.app.picture.image import image_of
from woodcock.media.layered_parts import Layered, LayeredPart
from woodcock.session.layers_in import Role, Wish, proposed
from woodcock.texts import tr, tr_noop, within

_SQUARE = 8  # pixels of the checkerboard
_WIDE, _HIGH = 132, 88  # of a layer's small picture
_ROLES: dict[str, Role] = {
    tr_noop("The background"): "background",
    tr_noop("In the scene"): "scene",
    tr_noop("On the glass"): "glass",
    tr_noop("Left out"): "out",
}


def small_pictures(layered: Layered) -> list[QImage]:
    """Every layer at its place in the whole picture, small; not for the interface thread."""
    return [_small(part, layered.size) for part in layered.parts]


def _small(part: LayeredPart, size: tuple[int, int]) -> QImage:
    by = min(2 * _WIDE / size[0], 2 * _HIGH / size[1])
    high, wide = part.pixels.shape[:2]
    whole_size = max(round(wide * min(by, 1.0)), 1), max(round(high * min(by, 1.0)), 1)
    pixels = np.asarray(cv2.resize(part.pixels, whole_size, interpolation=cv2.INTER_AREA))
    if pixels.dtype != np.uint8:
        pixels = (pixels / 257).astype(np.uint8)
    own = image_of(np.ascontiguousarray(pixels))
    out = QImage(QSize(2 * _WIDE, 2 * _HIGH), QImage.Format.Format_ARGB32_Premultiplied)
    out.fill(Qt.GlobalColor.transparent)
    left, top = _WIDE - size[0] * by / 2, _HIGH - size[1] * by / 2
    painter = QPainter(out)
    painter.setRenderHint(QPainter.RenderHint.SmoothPixmapTransform)
    whole = QRectF(left, top, size[0] * by, size[1] * by)
    _squares(painter, whole)
    painter.setClipRect(whole)
    place = QRectF(left + part.x * by, top + part.y * by, wide * by, high * by)
    painter.drawImage(place, own)
    painter.end()
    return out


def _squares(painter: QPainter, area: QRectF) -> None:
    """A checkerboard without a pixmap, which only the interface thread may have."""
    painter.setClipRect(area)
    painter.fillRect(area, QColor("#8a8a8a"))
    for row in range(0, 2 * _HIGH, _SQUARE):
        for column in range(row % (2 * _SQUARE), 2 * _WIDE, 2 * _SQUARE):
            painter.fillRect(column, row, _SQUARE, _SQUARE, QColor("#707070"))


class LayerRow:
    """The controls of one layer."""

    def __init__(
        self, grid: QGridLayout, at: int, part: LayeredPart, image: QImage, changed: Callable
    ) -> None:
        picture = Label()
        pixmap = QPixmap.fromImage(image)
        pixmap.setDevicePixelRatio(2.0)
        picture.setPixmap(pixmap)
        self.name = QLineEdit()
        self.name.setToolTip(tr("What the layer is called"))
        self.name.setMaxLength(60)
        self.role = QComboBox()
        self.role.setToolTip(
            tr(
                "The background fills what nothing else covers; what is on the glass stays before "
                "everything and does not move with the scene"
            )
        )
        for text, role in _ROLES.items():
            self.role.addItem(tr(text), role)
        self.role.activated.connect(lambda _: changed(self))
        self.distance = Number(0.1, 10_000, 0.1, 2, "m", tr("How far from the lens it stands"))
        high, wide = part.pixels.shape[:2]
        about = [f"{wide} × {high}"]
        about += [tr("hidden")] if not part.visible else []
        about += [within(tr(words.BLENDS[part.blend]))] if part.blend != "normal" else []
        about += [f"{part.opacity:.0%}"] if part.opacity < 1 else []
        self.about = note(", ".join(about))
        names = QVBoxLayout()
        names.setSpacing(2)
        names.addWidget(self.name)
        names.addWidget(self.about)
        grid.addWidget(picture, at, 0)
        grid.addLayout(names, at, 1)
        grid.addWidget(self.role, at, 2)
        grid.addWidget(self.distance, at, 3)

    def show_wish(self, wish: Wish) -> None:
        self.name.setText(wish.name)
        self.role.setCurrentIndex(self.role.findData(wish.role))
        self.distance.show_value(wish.distance)
        self.refresh()

    @property
    def wish(self) -> Wish:
        role: Role = self.role.currentData()
        name = " ".join(self.name.text().split()) or self.name.placeholderText() or tr("Layer")
        return Wish(name, role, self.distance.value())

    def refresh(self) -> None:
        self.distance.setEnabled(self.role.currentData() in ("background", "scene"))


class LayersDialog(QDialog):
    """What becomes of the layers of a picture; `wishes` when it was accepted."""

    def __init__(self, window: QWidget, layered: Layered, images: Sequence[QImage]) -> None:
        super().__init__(window)
        self.setWindowTitle(tr("Open layers"))
        self.layered = layered
        self.resize(720, 600)
        body = QVBoxLayout(self)
        body.setContentsMargins(18, 16, 18, 16)
        body.setSpacing(10)
        width, height = layered.size
        count = len(layered.parts)
        body.addWidget(
            note(
                tr(
                    "{width} × {height} pixels, %n layers, the nearest on top. What is "
                    "nearer stands before what is farther.",
                    "",
                    count,
                    width=width,
                    height=height,
                )
            )
        )
        inner = QWidget()
        inner.setObjectName("panel")
        grid = QGridLayout(inner)
        grid.setContentsMargins(10, 10, 10, 10)
        grid.setHorizontalSpacing(12)
        grid.setVerticalSpacing(8)
        grid.setColumnStretch(1, 1)
        self.rows = [
            LayerRow(grid, at, part, image, self._changed)
            for at, (part, image) in enumerate(zip(layered.parts, images, strict=True))
        ]
        grid.setRowStretch(count, 1)
        area = QScrollArea()
        area.setWidget(inner)
        area.setWidgetResizable(True)
        area.setHorizontalScrollBarPolicy(Qt.ScrollBarPolicy.ScrollBarAlwaysOff)
        body.addWidget(area, 1)
        for wish, row in zip(proposed(layered), self.rows, strict=True):
            row.show_wish(wish)
        self.complete = QCheckBox(tr("Fill what a layer lacks where nearer ones hide it"))
        self.complete.setToolTip(tr("As after a cut: what is seen stays as it is"))
        self.complete.setChecked(True)
        self.seen = QCheckBox(tr("Soft edges look as they did"))
        self.seen.setToolTip(
            tr(
                "Other programs mix colours as they are written, Woodcock mixes light; without "
                "this, soft edges look thinner or thicker than they did"
            )
        )
        self.seen.setChecked(True)
        body.addWidget(self.complete)
        body.addWidget(self.seen)
        self.problem = note(" ".join(layered.notes), "warning")
        self.problem.setVisible(bool(layered.notes))
        body.addWidget(self.problem)
        self.turn = push(
            tr("Turn the order round"), tr("The nearest becomes the farthest"), self._turn
        )
        self.buttons = QDialogButtonBox(
            QDialogButtonBox.StandardButton.Open | QDialogButtonBox.StandardButton.Cancel
        )
        self.buttons.accepted.connect(self._accept)
        self.buttons.rejected.connect(self.reject)
        foot = QHBoxLayout()
        foot.addWidget(self.turn)
        foot.addStretch(1)
        foot.addWidget(self.buttons)
        body.addLayout(foot)

    def keyPressEvent(self, event: QKeyEvent) -> None:
        """Enter ends what is typed in a field, no more."""
        if event.key() not in (Qt.Key.Key_Return, Qt.Key.Key_Enter):
            super().keyPressEvent(event)

    @property
    def wishes(self) -> list[Wish]:
        """What each layer of the picture is to be, in its order."""
        return [row.wish for row in self.rows]

    def _changed(self, row: LayerRow) -> None:
        """Only one is the background."""
        if row.wish.role == "background":
            for other in self.rows:
                if other is not row and other.wish.role == "background":
                    other.role.setCurrentIndex(other.role.findData("scene"))
                    other.refresh()
        row.refresh()

    def _turn(self) -> None:
        """Distances the other way round; the farthest is the background."""
        distances = [row.distance.value() for row in self.rows][::-1]
        for row, distance in zip(self.rows, distances, strict=True):
            row.distance.show_value(distance)
        far = max(self.rows, key=lambda row: row.distance.value())
        far.role.setCurrentIndex(far.role.findData("background"))
        self._changed(far)

    def _accept(self) -> None:
        roles = [wish.role for wish in self.wishes]
        if roles.count("background") == 1:
            self.accept()
            return
        self.problem.setText(tr("One layer must be the background. Say which one it is."))
        self.problem.setVisible(True)
