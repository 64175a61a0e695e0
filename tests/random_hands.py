"""A person who presses, drags and types at random on the real window."""

from __future__ import annotations

import random
import sys
import threading
import time
import traceback

from PySide6.QtCore import QPoint, QPointF, QProcess, Qt, QTimer
from PySide6.QtGui import QAction, QDesktopServices, QWheelEvent
from PySide6.QtTest import QTest
from PySide6.QtWidgets import (
    QAbstractButton,
    QApplication,
    QDialog,
    QFileDialog,
    QMenu,
    QMenuBar,
    QMessageBox,
)

from driver import Driver
from woodcock.app.surprises import Surprises
from woodcock.app.watchdog import Watchdog

LEFT, RIGHT = Qt.MouseButton.LeftButton, Qt.MouseButton.RightButton
_KEY, _HELD = Qt.Key, Qt.KeyboardModifier
KEYS = (
    *(getattr(_KEY, f"Key_{name}") for name in (
        "Space", "Left", "Right", "Up", "Down", "Home", "End", "Delete", "Tab", "Return", "Escape",
    )),
    *(_KEY(code) for code in range(_KEY.Key_A.value, _KEY.Key_Z.value + 1)),
    *(_KEY(code) for code in range(_KEY.Key_0.value, _KEY.Key_9.value + 1)),
)  # fmt: skip
HELD = (
    *(_HELD.NoModifier,) * 5, _HELD.ControlModifier, _HELD.ShiftModifier,
    _HELD.ControlModifier | _HELD.ShiftModifier,
)  # fmt: skip
NOT = ("&Quit", "&Close the project", "&Open …", "Make a clip")  # menu entries that end the play


class Hands:
    """Hands on a window with the small demo in it; the same `seed` does the same, as far as the
    window's own pace lets it."""

    def __init__(self, seed=0):
        self.rng = random.Random(seed)
        self.driver = Driver.with_small_demo("Separate", "Dinghy")
        self.window = self.driver.window
        self.raised, self.done = [], {}
        self.surprises = Surprises(self.driver.state)
        self.surprises._raised.connect(self.raised.append)
        self.surprises.install()
        QFileDialog.getOpenFileName = QFileDialog.getSaveFileName = lambda *_: ("", "")
        QFileDialog.getOpenFileNames = lambda *_: ([], "")
        QFileDialog.getExistingDirectory = lambda *_: ""
        QDesktopServices.openUrl = lambda *_: True
        QProcess.startDetached = lambda *_: True
        QMessageBox.exec = lambda box: None
        QMessageBox.question = lambda *_: QMessageBox.StandardButton.No
        QMenu.exec = QMessageBox.about = lambda *_: None
        # A button's menu waits for an answer inside the click that opens it.
        self.impatient = QTimer(self.window, interval=150)
        self.impatient.timeout.connect(self.answer)
        self.impatient.start()

    def play(self, seconds, least=0):
        """Act for so many seconds, and at `least` so many times; the stalls that were seen."""
        watchdog = Watchdog()
        end = time.monotonic() + seconds
        acts = (self.click, self.click, self.click, self.drag, self.drag, self.key, self.key,
                self.wheel, self.button, self.menu, self.step)  # fmt: skip
        while time.monotonic() < end or sum(self.done.values()) < least:
            act = self.rng.choice(acts)
            self.done[act.__name__] = self.done.get(act.__name__, 0) + 1
            try:
                act()
                self.breathe()
            except Exception as error:  # of a handler that was called from here
                traceback.clear_frames(error.__traceback__)  # a painter may be in them
                self.raised.append(error)
            self.answer()
        watchdog.close()
        return watchdog.stalls

    def breathe(self):
        for _ in range(self.rng.choice((1, 1, 2, 20))):
            self.driver.app.processEvents()
            time.sleep(0.002)

    def answer(self):
        """Close what asks for something."""
        for _ in range(5):
            popup = QApplication.activePopupWidget()
            modal = popup or QApplication.activeModalWidget()
            if modal is None:
                return
            if isinstance(modal, QDialog) and self.rng.random() < 0.3:
                modal.accept()
            else:
                modal.close()
            self.driver.app.processEvents()

    def target(self):
        """A widget of the window under a place, and the place in it."""
        size = self.window.size()
        place = QPoint(self.rng.randrange(size.width()), self.rng.randrange(size.height()))
        child = self.window.childAt(place)
        if child is None or isinstance(child, QMenuBar):
            return self.window.view, QPoint(self.rng.randrange(300), self.rng.randrange(300))
        return child, child.mapFrom(self.window, place)

    def click(self):
        widget, place = self.target()
        button = self.rng.choice((LEFT, LEFT, LEFT, RIGHT))
        QTest.mouseClick(widget, button, self.rng.choice(HELD), place)

    def drag(self):
        widget, place = self.target()
        button, held = self.rng.choice((LEFT, LEFT, RIGHT)), self.rng.choice(HELD)
        QTest.mousePress(widget, button, held, place)
        for _ in range(self.rng.randrange(1, 8)):
            place += QPoint(self.rng.randrange(-60, 60), self.rng.randrange(-60, 60))
            QTest.mouseMove(widget, place)
            self.driver.app.processEvents()
        QTest.mouseRelease(widget, button, held, place)

    def key(self):
        key, held = self.rng.choice(KEYS), self.rng.choice(HELD)
        leaves = key in (Qt.Key.Key_Q, Qt.Key.Key_W, Qt.Key.Key_O, Qt.Key.Key_N)
        if not (leaves and held & Qt.KeyboardModifier.ControlModifier):
            QTest.keyClick(QApplication.focusWidget() or self.window, key, held)

    def wheel(self):
        widget, place = self.target()
        by, held = QPoint(0, self.rng.choice((-120, 120, 240))), self.rng.choice(HELD)
        event = QWheelEvent(
            QPointF(place), QPointF(widget.mapToGlobal(place)), QPoint(), by,
            Qt.MouseButton.NoButton, held, Qt.ScrollPhase.NoScrollPhase, False,
        )  # fmt: skip
        QApplication.sendEvent(widget, event)

    def button(self):
        shown = [x for x in self.window.findChildren(QAbstractButton) if x.isVisible()]
        if shown:  # none where the picture is alone
            QTest.mouseClick(self.rng.choice(shown), LEFT)

    def menu(self):
        actions = [x for x in self.window.findChildren(QAction)
                   if x.isEnabled() and x.text() and not x.text().startswith(NOT)]  # fmt: skip
        self.rng.choice(actions).trigger()

    def step(self):
        self.driver.state.go(self.rng.choice(("Photo", "Separate", "Rebuild", "Stage", "Move",
                                              "Finish", "Export")))  # fmt: skip


def play(seconds, seed=0):
    """What came of it, in a sentence; the places of what was raised and of long stalls beside."""
    hooks = sys.excepthook, threading.excepthook, sys.unraisablehook
    hands = Hands(seed)
    try:
        stalls = hands.play(seconds)
        inside = [x for x in hands.driver.problems if "inside Woodcock" in x]
        hands.driver.state.playing = False
    finally:
        sys.excepthook, threading.excepthook, sys.unraisablehook = hooks
    for error in hands.raised[:5]:
        print(f"  raised {type(error).__name__}: {error}")
    for sentence in inside[:5]:
        print(f"  told {sentence}")
    for took, where in sorted(stalls, reverse=True)[:5]:
        print(f"  {1000 * took:.0f} ms at\n{where}")
    longest = max((took for took, _ in stalls), default=0.0)
    return (
        f"random hands for {seconds:.0f} s: {sum(hands.done.values())} acts, raised "
        f"{len(hands.raised)}, told as faults {len(inside)}, stalls over 0.1 s {len(stalls)}, "
        f"longest {1000 * longest:.0f} ms"
    )
