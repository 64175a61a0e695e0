"""Draws the program's icon in the sizes that desktops ask for, from its SVG."""

from __future__ import annotations

import os
from pathlib import Path

os.environ.setdefault("QT_QPA_PLATFORM", "offscreen")

from PySide6.QtCore import QRectF, Qt
from PySide6.QtGui import QGuiApplication, QImage, QPainter
from PySide6.QtSvg import QSvgRenderer

SIZES = (16, 22, 24, 32, 48, 64, 128, 256, 512)
FOLDER = Path(__file__).parents[1] / "src/woodcock/assets/desktop"


def main() -> None:
    application = QGuiApplication([])
    drawing = QSvgRenderer(str(FOLDER / "woodcock.svg"))
    for size in SIZES:
        image = QImage(size, size, QImage.Format.Format_ARGB32_Premultiplied)
        image.fill(Qt.GlobalColor.transparent)
        painter = QPainter(image)
        painter.setRenderHint(QPainter.RenderHint.Antialiasing)
        drawing.render(painter, QRectF(0, 0, size, size))
        painter.end()
        image.save(str(FOLDER / f"woodcock-{size}.png"))
    del application


if __name__ == "__main__":
    main()
