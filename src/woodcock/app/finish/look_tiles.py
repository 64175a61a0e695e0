"""Looks as tiles: each shows this scene as it would make it."""

from __future__ import annotations

from PySide6.QtCore import Signal
from PySide6.QtGui import QImage
from PySide6.QtWidgets import QButtonGroup, QGridLayout, QWidget

from woodcock.app.controls.picture_tile import PictureTile
from woodcock.app.picture.image import image_of
from woodcock.app.state import State
from woodcock.app.work import Work
from woodcock.model import Look, Project
from woodcock.session.looks import with_look
from woodcock.texts import tr

_COLUMNS, _WIDE, _HIGH, _NAME = 2, 124, 70, 16


class LookTile(PictureTile):
    """What a look makes of the scene, and its name."""

    def __init__(self, name: str) -> None:
        super().__init__(name, _WIDE, _HIGH, _NAME)
        self.image: QImage | None = None
        self.setToolTip(
            tr("Give the clip the look “{name}”, as strongly as is set below", name=name)
        )

    def shown(self) -> QImage | None:
        return self.image


class LookTiles(QWidget):
    """All looks in a grid, drawn off the interface thread, one after the other."""

    picked = Signal(int)

    def __init__(self, state: State, work: Work) -> None:
        super().__init__()
        self._state, self._work = state, work
        self._grid = QGridLayout(self)
        self._grid.setContentsMargins(0, 0, 0, 0)
        self._grid.setSpacing(4)
        self._group = QButtonGroup(self)
        self._group.idClicked.connect(self.picked)
        self.tiles: list[LookTile] = []
        self._looks: tuple[Look, ...] = ()
        self._of: object = None

    def show_looks(self, looks: tuple[Look, ...], chosen: int) -> None:
        """Show these looks, `chosen` by its number marked, -1 for none."""
        if looks != self._looks:
            for tile in self.tiles:
                self._group.removeButton(tile)
                tile.deleteLater()
            self._looks, self.tiles, self._of = looks, [], None
            for number, look in enumerate(looks):
                tile = LookTile(tr(look.name))
                self._group.addButton(tile, number)
                self._grid.addWidget(tile, number // _COLUMNS, number % _COLUMNS)
                self.tiles.append(tile)
        self._group.setExclusive(False)
        for number, tile in enumerate(self.tiles):
            tile.setChecked(number == chosen)
        self._group.setExclusive(True)

    def want(self, base: Project) -> None:
        """Have pictures of a project as each look makes it, at the playhead."""
        atlas, time = self._state.studio.latest(base), self._state.time
        key = base, atlas
        if atlas is None or (self._of is not None and self._of == key):
            return
        self._of = key
        for number, look in enumerate(self._looks):
            self._draw(key, number, look, base, time)

    def _draw(self, key: object, number: int, look: Look, base: Project, time: float) -> None:
        studio = self._state.studio

        def make() -> QImage | None:
            from woodcock.render import render_frame

            made = with_look(base, look)
            atlas = studio.newest(made)
            if atlas is None or self._of is not key:
                return None
            frame = made.frame
            high = max(2, round(2 * _HIGH))
            size = max(2, round(high * frame.width / frame.height)), high
            return image_of(render_frame(made, atlas, time, size))

        def done(image: QImage | None) -> None:
            if image is not None and self._of is key and number < len(self.tiles):
                self.tiles[number].image = image
                self.tiles[number].update()

        self._work.hand(make, done)
