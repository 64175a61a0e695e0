"""A place of the picture that is pointed out."""

from __future__ import annotations

from PySide6.QtGui import QPainter

from woodcock.app import theme
from woodcock.app.picture.scenes import outline
from woodcock.app.picture.view import PictureView
from woodcock.app.state import State


def paint_spot(painter: QPainter, view: PictureView, state: State) -> None:
    """A frame round the place, seen on any picture."""
    if state.spot:
        box = view.transform().mapRect(state.spot).adjusted(-6, -6, 6, 6)
        outline(painter, box, "#000000", 3.4)
        outline(painter, box, theme.current().accent, 1.8)
