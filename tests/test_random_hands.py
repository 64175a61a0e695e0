"""Random hands on the real window for some seconds, and the watchdog that looks on."""

import logging
import time

from driver import Driver
from random_hands import Hands
from woodcock.app import theme
from woodcock.app.watchdog import Watchdog
from woodcock.session.journal import journals
from woodcock.session.moments import moments_of
from woodcock.session.records import read_records


def test_random_hands_raise_nothing_and_what_they_did_is_kept(monkeypatch):
    """A short form of `benchmarks/torture.py hands`; what they did is in the journal as it is."""
    import sys
    import threading

    from PySide6.QtCore import QProcess
    from PySide6.QtGui import QDesktopServices
    from PySide6.QtWidgets import QFileDialog, QMenu, QMessageBox

    for owner, names in (
        (QFileDialog, ("getOpenFileName", "getOpenFileNames", "getSaveFileName",
                       "getExistingDirectory")),
        (QDesktopServices, ("openUrl",)), (QProcess, ("startDetached",)),
        (QMessageBox, ("exec", "question", "about")), (QMenu, ("exec",)),
        (sys, ("excepthook", "unraisablehook")), (threading, ("excepthook",)),
    ):  # fmt: skip
        for name in names:
            monkeypatch.setattr(owner, name, getattr(owner, name))  # to be put back
    hands = Hands(3)
    hands.play(5, least=50)
    hands.window.player.stop()
    hands.driver.settle()
    assert hands.raised == []
    assert not [x for x in hands.driver.problems if "inside Woodcock" in x]
    assert len(hands.done) == 7  # clicks, drags, keys and all the others
    keeping, project = hands.window.files.safe.keeping, hands.driver.state.project
    assert keeping.flush()
    if hands.driver.state.document.unsaved:
        (path,) = journals().glob("*/acts")
        assert moments_of(read_records(path))[-1].project == project
    theme.apply(hands.driver.app, theme.DUSK)  # whatever they chose
    hands.driver.close()


def test_the_watchdog_tells_where_the_window_stalled(caplog):
    driver = Driver()
    watchdog = Watchdog()

    def stall(seconds):
        end = time.monotonic() + seconds
        while time.monotonic() < end:
            pass

    for _ in range(10):
        driver.app.processEvents()
        time.sleep(0.02)
    with caplog.at_level(logging.WARNING):
        for seconds in (0.3, 1.0, 3.0, 9.0):  # where others hold the interpreter it sees long ones
            watchdog.stalls.clear()
            stall(seconds)
            driver.settle()
            seen = [took for took, where in watchdog.stalls if "stall" in where.splitlines()[-1]]
            if seen:
                break
    watchdog.close()
    assert 0.8 * seconds < seen[0] < seconds + 1.2
    assert "stalled for" in caplog.text
    driver.close()
