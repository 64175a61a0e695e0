"""Two whole jobs through the window by mouse and keys: acts of hand, and what each waits for.

The photographs ship in the wheels of scikit-image and scikit-learn. Run as `jobs.py [FOLDER]`: the
clips are left in FOLDER.
"""

from __future__ import annotations

import os
import sys
import tempfile
import time
from itertools import pairwise
from pathlib import Path

os.environ.setdefault("QT_QPA_PLATFORM", "offscreen")
os.environ["WOODCOCK_STATE"] = tempfile.mkdtemp()

import cv2
import numpy as np
from PySide6.QtCore import QPoint, Qt
from PySide6.QtTest import QTest
from PySide6.QtWidgets import QApplication
from skimage import data
from sklearn.datasets import load_sample_image

from woodcock.app.main import application
from woodcock.app.window import MainWindow
from woodcock.model import Delivery

_QUIET = 12  # turns of the event loop without anything under way
_LEFT = Qt.MouseButton.LeftButton


class Hand:
    """A hand on the window that counts its acts and the seconds it waits."""

    def __init__(self) -> None:
        self.app = application()
        self.window = MainWindow()
        self.window.resize(1280, 800)
        self.window.show()
        self.state = self.window.state
        self.acts, self.waited, self.behind = 0, 0.0, 0.0
        self.answers: list[float] = []  # from the end of a stroke until its area is shown
        self.strokes: list[float] = []  # until it is cut to the pixel
        self.problems: list[str] = []
        self.state.failed.connect(self.problems.append)

    def until(self, condition, limit: float = 600) -> float:
        """Let the window live on until something holds; how long that took."""
        start = time.perf_counter()
        while not condition():
            self.app.processEvents()
            if time.perf_counter() - start > limit:
                raise TimeoutError("it did not happen in time")
            time.sleep(0.001)
        return time.perf_counter() - start

    def pause(self, seconds: float) -> None:
        end = time.perf_counter() + seconds
        self.until(lambda: time.perf_counter() > end)

    def close(self) -> None:
        self.state.document.mark_saved(self.state.project, Path(tempfile.mkdtemp()) / "unsaved")
        self.window.close()

    def rest(self) -> None:
        """All that was set going is done: nobody need wait for it, it is counted apart."""
        quiet = 0

        def still() -> bool:
            nonlocal quiet
            idle = self.window.work.idle and not self.window.previews.busy
            quiet = quiet + 1 if idle else 0
            return quiet > _QUIET

        self.behind += self.until(still)

    def open(self, path: Path) -> None:
        self.acts += 1
        self.window.files.open(path)
        self.waited += self.until(lambda: self.state.project.photo is not None)

    def step(self, number: int) -> None:
        self.acts += 1
        QTest.keyClick(
            self.window, Qt.Key(Qt.Key.Key_0 + number), Qt.KeyboardModifier.ControlModifier
        )
        self.app.processEvents()

    def press(self, button, until=lambda: True) -> None:
        self.acts += 1
        self.until(button.isEnabled)
        QTest.mouseClick(button, _LEFT)
        self.waited += self.until(until)

    def type(self, field, text: str) -> None:
        self.acts += 1
        field.setFocus()
        field.lineEdit().selectAll()
        QTest.keyClicks(field.lineEdit(), text)
        QTest.keyClick(field.lineEdit(), Qt.Key.Key_Return)
        self.app.processEvents()

    def draw(self, places) -> None:
        """A stroke through places of the photo, as shares of its sides, at a hand's pace."""
        self.acts += 1
        view, photo = self.window.view, self.state.project.photo
        spots = [view.to_view(x * photo.width, y * photo.height).toPoint() for x, y in places]
        QTest.mousePress(view, _LEFT, pos=spots[0])
        for a, b in pairwise(spots):
            for share in range(1, 9):
                QTest.mouseMove(
                    view, a + QPoint((b - a).x() * share // 8, (b - a).y() * share // 8)
                )
                self.pause(0.012)
        cutter, answers, start = self.window.cutter, [], time.perf_counter()
        link = cutter.changed.connect(lambda: answers.append(time.perf_counter() - start))
        QTest.mouseRelease(view, _LEFT, pos=spots[-1])
        took = self.until(lambda: not cutter.busy, 60)
        cutter.changed.disconnect(link)
        self.answers.append(min([*answers, took]))
        self.strokes.append(took)
        self.waited += took

    def export(self, path: Path) -> None:
        self.acts += 1
        self.window.work.exports.add(Delivery(), path)
        start = time.perf_counter()
        self.until(lambda: not self.window.work.exports.running and path.exists())
        self.waited += time.perf_counter() - start

    def say(self, name: str) -> None:
        slowest = ""
        if self.strokes:
            slowest = (
                f", {len(self.strokes)} strokes shown after {max(self.answers) * 1000:.0f} ms at "
                f"most, cut after {max(self.strokes) * 1000:.0f}"
            )
        print(
            f"{name}: {self.acts} acts, {self.waited:.1f} s waited{slowest}, "
            f"{self.behind:.1f} s behind the hand; {self.problems or 'no complaint'}",
            flush=True,
        )


def _kept(folder: Path, name: str, picture: np.ndarray, width: int) -> Path:
    height = round(picture.shape[0] * width / picture.shape[1])
    large = cv2.resize(picture, (width, height), interpolation=cv2.INTER_CUBIC)
    path = folder / f"{name}.jpg"
    cv2.imwrite(str(path), large[..., ::-1])
    return path


def counter_move(folder: Path) -> None:
    """A portrait: the subject grows from 100 to 115 % while the background shrinks from 115."""
    hand = Hand()
    hand.open(_kept(folder, "astronaut", data.astronaut(), 2048))
    hand.step(2)
    panel = hand.window.panels["Separate"]
    hand.press(panel.find_subject, lambda: len(hand.state.project.layers) == 2)
    hand.step(5)
    hand.rest()
    ready = hand.window.panels["Move"].ready
    hand.press(ready.tiles.tiles["counter-move"])
    hand.press(ready.use)
    hand.rest()
    hand.export(folder / "counter-move.mp4")
    hand.say("counter-move")
    hand.close()


STROKES = (  # of a tower over a lake: bushes, two trees, the tower, near to far
    ((0.12, 0.93), (0.25, 0.9), (0.36, 0.97)),
    ((0.93, 0.48), (0.95, 0.65), (0.96, 0.92)),
    ((0.03, 0.5), (0.02, 0.65), (0.02, 0.85)),
    ((0.32, 0.2), (0.31, 0.4), (0.33, 0.58), (0.36, 0.8)),
)


def five_layers(folder: Path) -> None:
    """A landscape: five layers by growing strokes, a slide, gaps closed, exported."""
    hand = Hand()
    hand.open(_kept(folder, "china", load_sample_image("china.jpg"), 2560))
    hand.step(2)
    hand.rest()
    panel = hand.window.panels["Separate"]
    hand.type(panel.options.brush_size, "60")
    for number, places in enumerate(STROKES):
        if number:
            hand.press(panel.modes.buttons()[0])
        hand.draw(places)
        x, y = places[-1]
        hand.draw(((x, y), (x + 0.02, y + 0.01)))  # a correction at once, behind it
    hand.step(5)
    hand.rest()
    ready = hand.window.panels["Move"].ready
    hand.press(ready.tiles.tiles["slide"])
    hand.press(ready.use)
    hand.step(7)
    hand.rest()
    export = hand.window.panels["Export"]
    if export.gaps.fix.isVisible():
        hand.press(export.gaps.fix)
        hand.rest()
    hand.export(folder / "five-layers.mp4")
    hand.say(f"{len(hand.state.project.layers)} layers")
    hand.close()


if __name__ == "__main__":
    target = Path(sys.argv[1] if len(sys.argv) > 1 else tempfile.mkdtemp())
    target.mkdir(parents=True, exist_ok=True)
    counter_move(target)
    five_layers(target)
    QApplication.processEvents()
    os._exit(0)
