"""Painting on rebuilt pictures, on a thread of its own; what is painted becomes the layer's."""

from __future__ import annotations

from collections import deque
from collections.abc import Callable
from typing import NamedTuple

import numpy as np
from PySide6.QtCore import QObject, Signal
from PySide6.QtGui import QImage

from woodcock.app.state import State
from woodcock.app.work import Work
from woodcock.model import Layer, Tile
from woodcock.progress import Progress
from woodcock.rebuild.brushes import Look, Point, Shift
from woodcock.render import Rebuilt, layer_picture, tiles_of
from woodcock.session import filling
from woodcock.session.paint_canvas import PaintCanvas
from woodcock.session.repair import Repair, RepairStroke, anew, transplant
from woodcock.texts import tr, tr_noop

NAMES = {
    "clone": tr_noop("Clone"),
    "transplant": tr_noop("Transplant"),
    "blend": tr_noop("Blend"),
    "smudge": tr_noop("Smudge"),
    "colour": tr_noop("Paint a colour"),
    "anew": tr_noop("Fill anew"),
}


class _Stand(NamedTuple):
    """A layer's picture set up to be painted on, and to be shown without copying it."""

    layer: str
    rebuilt: Rebuilt
    canvas: PaintCanvas
    image: QImage


class Repairer(QObject):
    """Everything that touches a canvas runs on the painting thread, one thing after the other."""

    changed = Signal()

    def __init__(self, state: State, work: Work) -> None:
        super().__init__(state)
        self.state, self._work = state, work
        self._stands: dict[str, _Stand] = {}
        self._asked: dict[str, Rebuilt] = {}
        self._painted: dict[str, tuple[Tile, ...]] = {}
        self._stroke: RepairStroke | None = None
        self._points: deque[Point] = deque()
        self._drawing = self._previewing = False
        self._begun = False  # a stroke or a drag is under way: its canvas must stay
        self._next: Callable[[], None] | None = None
        self.seed = 0

    @property
    def layer(self) -> Layer | None:
        """The layer that is painted on: the selected one, if it was cut from the photo."""
        layer = self.state.layer
        return None if layer is None or layer.own else layer

    def stand(self, layer: Layer | None) -> _Stand | None:
        """A layer's picture as it is now; None, or an older one, while it is got ready."""
        if layer is None:
            return None
        project, store = self.state.project, self.state.document.store
        rebuilt, have = self.state.studio.known_rebuilt(project), self._stands.get(layer.id)
        if have and (rebuilt is None or have.rebuilt is rebuilt):
            if self._painted.get(layer.id) != layer.repair:
                self._show(have, layer)
            return have
        if rebuilt is None or self._begun or self._asked.get(layer.id) is rebuilt:
            return have
        self._asked[layer.id] = rebuilt

        def make(progress: Progress) -> PaintCanvas:
            made = layer_picture(rebuilt, layer.id, store, progress)
            canvas = PaintCanvas(made, tiles_of(layer.repair, store))
            _warm(canvas)
            return canvas

        def done(canvas: PaintCanvas) -> None:
            if self._begun:  # asked for once more when it is done
                failed()
                return
            height, width = canvas.picture.shape[:2]
            form = QImage.Format.Format_RGBA8888
            image = QImage(canvas.picture.data, width, height, 4 * width, form)
            kept = {layer.id, self.state.selected, self.state.tools.source_layer}
            self._stands = {k: v for k, v in self._stands.items() if k in kept}
            self._stands[layer.id] = _Stand(layer.id, rebuilt, canvas, image)
            self._painted[layer.id] = layer.repair
            self.changed.emit()
            self.state.touch()

        def failed() -> None:
            self._asked.pop(layer.id, None)

        self._work.run(tr("Setting up"), make, done, self._work.studies, failed)
        return have

    def look(self) -> Look | None:
        """The other layer that copies come from; None: the one that is painted on."""
        layer = self.layer
        wanted = self.state.tools.source_layer
        if not wanted or (layer and wanted == layer.id):
            return None
        stand = self._stands.get(wanted)
        return stand.canvas.now if stand else None

    def begin(self, repair: Repair, at: Point) -> bool:
        """Start a stroke of a brush; False if there is nothing to paint on yet."""
        stand = self._begin()
        if stand is None:
            return False
        self._points.clear()

        def start() -> None:
            self._stroke = RepairStroke(stand.canvas, repair, at)

        self._paint(start)
        return True

    def move(self, at: Point) -> None:
        """Paint on to a further place; those that pile up are painted in one go."""
        self._points.append(at)
        if not self._drawing:
            self._drawing = True
            self._paint(self._draw)

    def _draw(self) -> None:
        self._drawing = False
        points = []
        while self._points:
            points.append(self._points.popleft())
        if self._stroke:
            self._stroke.move(points)

    def lift(self, name: str) -> None:
        """The stroke is finished and becomes part of the layer."""

        def end(canvas: PaintCanvas) -> None:
            self._draw()
            if self._stroke:
                self._stroke.lift()
            self._stroke = None

        self._finish(name, end)

    def give_up(self) -> None:
        """What was begun and not finished comes to nothing."""
        stand = self._stands.get(self.layer.id) if self.layer else None
        self._points.clear()
        self._begun, self._stroke = False, None
        if stand:
            self._paint(stand.canvas.revert)

    def start_area(self) -> bool:
        """An area tool is about to change the picture; False if there is none yet."""
        stand = self._begin()
        if stand is not None:
            self._paint(stand.canvas.begin)
        return stand is not None

    def _begin(self) -> _Stand | None:
        """The picture to be painted on, if it and the one copied from are at hand; else tell."""
        layer, wanted = self.layer, self.state.tools.source_layer
        stand = self.stand(layer)
        if stand is None or (wanted and layer and wanted != layer.id and not self.look()):
            self.state.told.emit(tr("The picture is still being got ready. Try again in a moment."))
            return None
        self._begun = True
        return stand

    def preview(self, outline: np.ndarray, shift: Shift) -> None:
        """Show a transplant while it is dragged; of those that pile up only the last is made."""
        stand, look = self.stand(self.layer), self.look()
        if stand is None:
            return
        self._next = lambda: transplant(stand.canvas, outline, shift, look)
        if not self._previewing:
            self._previewing = True
            self._paint(self._preview)

    def _preview(self) -> None:
        self._previewing = False
        wanted, self._next = self._next, None
        if wanted:
            wanted()

    def transplant(self, outline: np.ndarray, shift: Shift) -> None:
        """Make a transplant part of the layer."""
        look = self.look()
        self._next = None
        self._finish(
            tr(NAMES["transplant"]), lambda canvas: transplant(canvas, outline, shift, look)
        )

    def anew(self, outline: np.ndarray) -> None:
        """Fill an area by another proposal; each time yet another one."""
        stand = self.stand(self.layer)
        if stand is None or not self.start_area():
            return
        self.seed += 1
        seed = self.seed

        self._work.run(
            tr("Filling anew"),
            lambda progress: anew(stand.canvas.now, outline, seed, progress),
            lambda made: self._finish(tr(NAMES["anew"]), lambda canvas: canvas.cover(*made)),
            self._work.studies,
            self.give_up,
        )

    def _finish(self, name: str, end: Callable[[PaintCanvas], object]) -> None:
        layer, store, photo = self.layer, self.state.document.store, self.state.project.photo
        stand = self.stand(layer)
        self._begun = False
        if stand is None or layer is None:
            return

        def make() -> tuple[Tile, ...]:
            end(stand.canvas)
            tiles = stand.canvas.finish()
            return tuple(
                Tile(column, row, store.put(tiles[column, row]))
                for column, row in sorted(tiles, key=lambda place: place[::-1])
            )

        def done(repair: tuple[Tile, ...]) -> None:
            ids = {x.id for x in self.state.project.layers}
            if self.state.project.photo == photo and layer.id in ids:
                self._painted[layer.id] = repair
                self.state.act(name, lambda p: filling.set_repair(p, layer.id, repair))
            self.changed.emit()

        self._work.hand(make, done, self.give_up, thread="brushes")

    def _show(self, stand: _Stand, layer: Layer) -> None:
        """Have what the project says painted, and nothing else: after undo, for one."""
        store, repair = self.state.document.store, layer.repair
        self._painted[layer.id] = repair
        self._paint(lambda: list(stand.canvas.show(tiles_of(repair, store))))

    def _paint(self, work: Callable[[], object]) -> None:
        self._work.hand(work, lambda _: self.changed.emit(), self.give_up, thread="brushes")


def _warm(canvas: PaintCanvas) -> None:
    """Load the compiled loops, so that the first touch of a brush is not late."""
    box = canvas.x, canvas.y, 2, 2
    canvas.begin()
    canvas.cover(box, np.zeros((2, 2, 3), np.uint8), np.zeros((2, 2), np.float32))
    canvas.revert()
