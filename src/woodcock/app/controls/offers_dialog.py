"""A row of running pictures to pick one of."""

from __future__ import annotations

from collections.abc import Iterator
from typing import TYPE_CHECKING, NamedTuple

import numpy as np
from PySide6.QtCore import QTimer, Signal
from PySide6.QtGui import QImage
from PySide6.QtWidgets import QDialog, QGridLayout, QHBoxLayout, QPushButton, QVBoxLayout, QWidget

from woodcock.app import theme
from woodcock.app.controls.picture_tile import PictureTile
from woodcock.app.controls.plain import Label
from woodcock.app.picture.image import image_of
from woodcock.app.work import Work
from woodcock.model import Project
from woodcock.progress import Progress, report
from woodcock.texts import tr

if TYPE_CHECKING:
    from woodcock.render import Atlas

_NAME = 22  # pixels below a picture for its name
_FRAMES, _PACE = 24, 80  # of a running picture; ms each


class Words(NamedTuple):
    """Of an offer: its name, its tip, and what is said below it."""

    name: str
    tip: str
    says: str


class Offer(NamedTuple):
    """The clip of `project` drawn from `atlas`, and what is said of it.

    Of its frames a `part` is shown: left, top, width and height as shares.
    """

    project: Project
    atlas: Atlas
    words: Words
    part: tuple[float, float, float, float] = (0.0, 0.0, 1.0, 1.0)


class RunningTile(PictureTile):
    """A small clip that runs to and fro."""

    def __init__(self, size: tuple[int, int]) -> None:
        super().__init__("", *size, _NAME)
        self.setCheckable(False)
        self.setEnabled(False)
        self.images: list[QImage] = []
        self._at = 0

    def step(self) -> None:
        self._at += 1
        self.update()

    def shown(self) -> QImage | None:
        if not self.images:
            return None
        around = 2 * len(self.images) - 2
        at = self._at % max(around, 1)
        return self.images[min(at, around - at)]


class OffersDialog(QDialog):
    """Offers come as they are drawn; a click picks one.

    They are `count` pictures of at most `size`, in `columns`; `how` is what to do with them, and
    `leave` the button that picks none.
    """

    _drawn = Signal(int, object, object)

    def __init__(
        self,
        window: QWidget,
        work: Work,
        title: str,
        how: str,
        leave: str,
        count: int,
        columns: int,
        size: tuple[int, int],
    ) -> None:
        super().__init__(window)
        self.setWindowTitle(title)
        self.tiles = [RunningTile(size) for _ in range(count)]
        self.reasons = [Label() for _ in range(count)]
        self._how, self._size = how, size
        grid = QGridLayout()
        grid.setSpacing(14)
        for number, (tile, reason) in enumerate(zip(self.tiles, self.reasons, strict=True)):
            tile.clicked.connect(lambda _=False, number=number: self.pick(number))
            reason.setObjectName("dim")
            reason.setWordWrap(True)
            reason.setFixedWidth(theme.px(size[0]))
            column = QVBoxLayout()
            column.addWidget(tile)
            column.addWidget(reason)
            column.addStretch(1)
            grid.addLayout(column, *divmod(number, columns))
        self.note = Label(tr("Drawing them …"))
        stay = QPushButton(leave)
        stay.setToolTip(tr("Change nothing"))
        stay.clicked.connect(self.reject)
        below = QHBoxLayout()
        below.addWidget(self.note, 1)
        below.addWidget(stay)
        body = QVBoxLayout(self)
        body.setContentsMargins(18, 18, 18, 14)
        body.setSpacing(14)
        body.addLayout(grid)
        body.addLayout(below)
        self._drawn.connect(self.take)
        self._clock = QTimer(self, interval=_PACE)
        self._clock.timeout.connect(self._tick)
        self._clock.start()
        job = work.run(tr("Drawing proposals"), self._draw, lambda _: None, work.studies,
                       quietly=True)  # fmt: skip
        self.finished.connect(lambda _: job.cancel())

    def offers(self, progress: Progress | None) -> Iterator[Offer]:
        """What is offered, made off the interface thread."""
        raise NotImplementedError

    def pick(self, number: int) -> None:
        """Have that one."""
        raise NotImplementedError

    def _draw(self, progress: Progress) -> None:
        from woodcock.render import render_frame

        count, done = len(self.tiles), 0.0

        def onward(fraction: float, text: str) -> bool:
            nonlocal done
            done = max(done, fraction)  # making one and drawing it take turns
            return progress(done, text)

        for number, offer in enumerate(self.offers(onward)):
            frame, images = offer.project.frame, []
            left, top, wide, high = offer.part
            scale = min(self._size[0] / (frame.width * wide), self._size[1] / (frame.height * high))
            size = max(2, round(frame.width * scale)), max(2, round(frame.height * scale))
            x, y = round(left * size[0]), round(top * size[1])
            here = slice(y, y + round(high * size[1])), slice(x, x + round(wide * size[0]))
            for step in range(_FRAMES):
                report(onward, (number + 0.8 + 0.2 * step / _FRAMES) / count, tr("Drawing"))
                time = frame.last * step / (_FRAMES - 1)
                drawn = render_frame(offer.project, offer.atlas, time, size)
                images.append(image_of(np.ascontiguousarray(drawn[here])))
            self._drawn.emit(number, offer.words, images)

    def take(self, number: int, words: Words, images: list[QImage]) -> None:
        """Show one that was drawn."""
        tile = self.tiles[number]
        tile.images = images
        tile.setText(words.name)
        tile.setAccessibleName(words.name)
        tile.setToolTip(words.tip)
        tile.setEnabled(True)
        self.reasons[number].setText(words.says)
        self.note.setText(self._how)

    def _tick(self) -> None:
        for tile in self.tiles:
            tile.step()
