"""What was opened lately, as small pictures in the empty window."""

from __future__ import annotations

from collections.abc import Callable
from pathlib import Path

from PySide6.QtCore import Qt
from PySide6.QtGui import QImage
from PySide6.QtWidgets import QGridLayout, QWidget

from woodcock.app import theme
from woodcock.app.controls.fields import section
from woodcock.app.controls.picture_tile import PictureTile
from woodcock.app.work import Work
from woodcock.session.recent import recent_files, small_of
from woodcock.texts import tr

_WIDE, _HIGH, _NAME, _GAP = 132, 88, 20, 10
_MOST = 5


class FileTile(PictureTile):
    """A file opened lately, with its small picture as a PNG."""

    def __init__(self, path: Path, small: bytes | None) -> None:
        super().__init__(path.stem, _WIDE, _HIGH, _NAME)
        self.setCheckable(False)
        self.setFocusPolicy(Qt.FocusPolicy.StrongFocus)
        self.setCursor(Qt.CursorShape.PointingHandCursor)
        self.setToolTip(tr("Opens {path}", path=path))
        self.setAccessibleName(tr("Open {name}", name=path.name))
        self._image = QImage.fromData(small) if small else None
        room = theme.px(_WIDE) - 4
        name = self.fontMetrics().elidedText(path.stem, Qt.TextElideMode.ElideMiddle, room)
        self.setText(name)

    def shown(self) -> QImage | None:
        return self._image


class Lately(QWidget):
    """As many of them in one row as there is room for; nothing where there are none."""

    def __init__(self, work: Work, open_file: Callable[[Path], None]) -> None:
        super().__init__()
        self._work, self._open = work, open_file
        self._found: dict[Path, bytes | None] = {}
        self.tiles: dict[Path, FileTile] = {}
        self._grid = QGridLayout(self)
        self._grid.setContentsMargins(0, 0, 0, 0)
        self._grid.setSpacing(_GAP)
        self._title = section(tr("Opened lately"))
        self._grid.addWidget(self._title, 0, 0, 1, _MOST)

    def look(self, room: int) -> None:
        """Look what there is, and show it in a width of `room` pixels: a file may be on a disk that
        does not answer, and the window waits for none."""

        def found(files: dict[Path, bytes | None]) -> None:
            self._found = files
            self.arrange(room)

        def files() -> dict[Path, bytes | None]:
            return {path: small_of(path) for path in recent_files()}

        self._work.hand(files, found, thread="ears")

    def arrange(self, room: int) -> None:
        """Show as many as fit into a width of `room` pixels."""
        fits = min((room - 2 * _GAP) // (theme.px(_WIDE) + _GAP), _MOST)
        paths = list(self._found)[: max(fits, 0)]
        self.setVisible(bool(paths))
        if paths == list(self.tiles):
            return
        for tile in self.tiles.values():
            self._grid.removeWidget(tile)
            tile.deleteLater()
        self.tiles = {path: FileTile(path, self._found[path]) for path in paths}
        for number, (path, tile) in enumerate(self.tiles.items()):
            tile.clicked.connect(lambda _=False, path=path: self._open(path))
            self._grid.addWidget(tile, 1, number)
