"""Nothing is lost at the window: kills, signals, full disks, other processes, faults of our own."""

import gc
import os
import signal
import subprocess
import sys
import textwrap
import threading
import time

import pytest
from msgspec.structs import replace
from PySide6.QtCore import QEventLoop, QObject, QTimer, qInstallMessageHandler
from PySide6.QtGui import QPainter
from PySide6.QtTest import QTest
from PySide6.QtWidgets import QFileDialog, QLabel, QMessageBox, QPushButton

from conftest import blob, build, picture
from driver import LEFT, Driver
from woodcock.app.moments_dialog import MomentsDialog
from woodcock.app.surprises import Surprises
from woodcock.media.project_file import load_project, save_project
from woodcock.pixels.store import PixelStore
from woodcock.session import project_lock
from woodcock.session.journal import journals
from woodcock.session.project_lock import lock_file, take
from woodcock.session.versions import versions_of

W, H = 320, 180

CHILD = """
import sys, time
sys.path.insert(0, {tests!r})
from pathlib import Path
from PySide6.QtCore import QEventLoop, QTimer, qInstallMessageHandler
from PySide6.QtGui import QPainter
from PySide6.QtWidgets import QApplication
from msgspec.structs import replace
from woodcock.app import main
from woodcock.session.prepare import mark_prepared
mark_prepared()
def step():
    window = next(x for x in QApplication.topLevelWidgets() if isinstance(x, main.MainWindow))
    state = window.state
    if state.project.photo is None or window.ending:
        return
    n = state.project.fill_seed + 1
    state.act(f"Seed {{n}}", lambda p: replace(p, fill_seed=n))
    print(n, flush=True)
    if {dialog} and n == 2:
        window.files.may_leave()
made = main.application()
timer = QTimer(interval=120)
timer.timeout.connect(step)
timer.start()
sys.exit(main.run(Path({path!r})))
"""


@pytest.fixture
def project(tmp_path):
    """A saved project file of 320 x 180 with two cuts."""
    made, studio = build(picture(W, H), [blob(W, H, 100, 90, 40), blob(W, H, 220, 80, 40)])
    path = tmp_path / "work" / "bay.woodcock"
    path.parent.mkdir()
    save_project(path, made, studio.store)
    return path


@pytest.fixture
def drive():
    driver = Driver()
    yield driver
    driver.close()


def at_work(path, until, dialog=False):
    """A process with the window, in which acts are done; returned once it did so many."""
    code = textwrap.dedent(CHILD).format(
        tests=os.path.dirname(__file__), path=str(path), dialog=dialog
    )
    child = subprocess.Popen([sys.executable, "-c", code], stdout=subprocess.PIPE, text=True)
    for line in child.stdout:
        if line.strip() == str(until):
            return child
    raise AssertionError("the window did not come to work")


def offered(driver):
    """The dialog that offers what a crash left, and its buttons by their text."""
    driver.window.files.safe.look_back(driver.window.files.open_by)
    dialog = moments(driver)
    return dialog, {b.text(): b for b in dialog.findChildren(QPushButton)}


def moments(driver):
    """This window's own dialog of moments, once it is there."""

    def shown():
        return [x for x in driver.window.findChildren(MomentsDialog) if x.isVisible()]

    driver.until(shown)
    return shown()[0]


def answer(driver, text, find="Not saved"):
    """Press a button of the box that is open."""
    driver.until(lambda: any(b.windowTitle() == find for b in boxes(driver)))
    (box,) = (b for b in boxes(driver) if b.windowTitle() == find)
    button = next(b for b in box.buttons() if b.text().replace("&", "") == text)
    said = box.text()
    QTest.mouseClick(button, LEFT)
    driver.app.processEvents()
    return said


def boxes(driver):
    return [x for x in driver.window.findChildren(QMessageBox) if x.isVisible()]


def test_a_killed_window_s_work_is_offered_and_comes_back(project, drive, tmp_path):
    child = at_work(project, 32)
    child.send_signal(signal.SIGKILL)
    done = max(int(line) for line in ["32", *child.stdout.read().split()])
    child.wait()
    assert lock_file(project).exists()
    dialog, buttons = offered(drive)
    assert list(buttons) == ["Open it", "Throw it away", "Not now"] or "Open it" in buttons
    texts = [x.text() for x in dialog.findChildren(QLabel)]
    assert "bay.woodcock" in texts and any("Last act: Seed" in text for text in texts)
    assert any(x.pixmap() and not x.pixmap().isNull()
               for x in dialog.findChildren(QLabel))  # fmt: skip
    QTest.mouseClick(buttons["Not now"], LEFT)
    drive.settle()
    dialog, buttons = offered(drive)  # again
    QTest.mouseClick(buttons["Open it"], LEFT)
    drive.until(lambda: drive.state.project.photo is not None)
    drive.settle()
    state = drive.state
    # Acts come every 0.12 s here: those of the last 3 s may not be written yet.
    assert done - 25 <= state.project.fill_seed <= done
    assert state.document.unsaved and state.document.path == project
    assert len(list(journals().iterdir())) == 1  # this window's own has it now
    job = drive.window.files.save()
    drive.until(job.future.done)
    drive.settle()
    assert load_project(project, PixelStore()) == state.project
    assert not drive.problems


@pytest.mark.parametrize("number", [signal.SIGTERM, signal.SIGINT, signal.SIGHUP])
def test_signals_end_like_closing_and_keep_the_journal(project, drive, number):
    asking = number == signal.SIGTERM  # with a question open: no act comes after it
    child = at_work(project, 2, dialog=asking)
    time.sleep(0.3)
    began = time.monotonic()
    child.send_signal(number)
    assert child.wait(120) == 0
    assert time.monotonic() - began < 60
    assert not lock_file(project).exists()
    _, buttons = offered(drive)
    QTest.mouseClick(buttons["Open it"], LEFT)
    drive.until(lambda: drive.state.project.photo is not None)
    # All of it: ending writes what was not written yet.
    done = [int(line) for line in child.stdout.read().split()]
    assert drive.state.project.fill_seed == max([2, *done])


def test_a_window_closed_before_it_has_its_lock_leaves_none(project, monkeypatch):
    """On a slow disk."""

    def slowly(path):
        time.sleep(0.4)
        return take(path)

    driver = Driver()
    driver.settle()
    monkeypatch.setattr(project_lock, "take", slowly)
    driver.window.files.open(project)
    driver.until(lambda: driver.state.document.path == project)
    assert not lock_file(project).exists()  # it is being taken
    driver.window.end()
    assert not driver.window.isVisible() and not lock_file(project).exists()
    driver.close()


def test_what_is_thrown_away_is_gone(project, drive):
    child = at_work(project, 32)
    child.kill()
    child.wait()
    _, buttons = offered(drive)
    QTest.mouseClick(buttons["Throw it away"], LEFT)
    drive.settle()
    assert not [x for x in drive.window.findChildren(MomentsDialog) if x.isVisible()]
    assert not boxes(drive), boxes(drive)[0].text()
    drive.until(lambda: not list(journals().glob("*/acts")))


def test_earlier_saves_are_brought_back_by_one_act(project, drive):
    files, state = drive.window.files, drive.state
    files.open(project)
    drive.until(lambda: state.document.path == project)
    for seed in (1, 2, 3):
        state.act(f"Seed {seed}", lambda p, seed=seed: replace(p, fill_seed=seed))
        job = files.save()
        drive.until(job.future.done)
        drive.settle()
    drive.until(lambda: len(versions_of(project)) == 3)
    drive.menu("earlier") if hasattr(drive, "menu") else files.safe.earlier_saves()
    dialog = moments(drive)
    back = [b for b in dialog.findChildren(QPushButton) if b.text() == "Bring it back"]
    assert len(back) == 3
    QTest.mouseClick(back[2], LEFT)
    drive.until(lambda: state.project.fill_seed == 1)
    assert state.document.unsaved and state.document.undo_name.startswith("Bring back")
    state.document.undo()
    assert state.project.fill_seed == 3 and not state.document.unsaved


def test_a_project_that_is_open_elsewhere_is_a_copy_or_only_looked_at(project, drive, tmp_path):
    before = project.read_bytes()
    child = at_work(project, 1)
    files, state = drive.window.files, drive.state
    try:
        files.open(project)
        drive.until(lambda: state.document.read_only)
        said = answer(drive, "Only look", "Open elsewhere")
        assert str(child.pid) in said
        assert "only looked at" in drive.window.windowTitle()
        drive.settle()
        job = files.save_to(project)  # by whatever way
        drive.until(job.future.done)
        assert "another Woodcock" in answer(drive, "Not now")
        state.document.open(load_project(project, state.document.store), None)
        drive.settle()
        files.open(project)
        drive.until(lambda: state.document.read_only)
        answer(drive, "Work on a copy", "Open elsewhere")
        assert state.document.path is None and state.document.unsaved
        job = files.save_to(tmp_path / "copy.woodcock")
        drive.until(job.future.done)
        drive.settle()
        assert not state.document.unsaved
    finally:
        child.kill()
        child.wait()
    assert project.read_bytes() == before


def test_a_file_that_others_changed_is_asked_about(project, drive, tmp_path, monkeypatch):
    files, state = drive.window.files, drive.state
    files.open(project)
    drive.until(lambda: state.document.path == project)
    state.act("Seed", lambda p: replace(p, fill_seed=5))
    project.write_bytes(project.read_bytes() + b"!")
    files.save()
    assert "changed by another program" in answer(drive, "Not now")
    assert project.read_bytes().endswith(b"!") and state.document.unsaved
    elsewhere = tmp_path / "mine.woodcock"
    monkeypatch.setattr(QFileDialog, "getSaveFileName", lambda *_: (str(elsewhere), ""))
    files.save()
    answer(drive, "Save elsewhere …")
    drive.until(lambda: not state.document.unsaved)
    assert load_project(elsewhere, PixelStore()).fill_seed == 5
    assert project.read_bytes().endswith(b"!")
    drive.settle()
    elsewhere.write_bytes(elsewhere.read_bytes() + b"!")
    state.act("Seed", lambda p: replace(p, fill_seed=6))
    files.save()
    answer(drive, "Write over it")
    drive.until(lambda: not state.document.unsaved)
    assert load_project(elsewhere, PixelStore()).fill_seed == 6


def test_a_full_disk_costs_nothing_and_saving_elsewhere_is_one_click(
    project, drive, tmp_path, monkeypatch
):
    files, state = drive.window.files, drive.state
    files.open(project)
    drive.until(lambda: state.document.path == project)
    before = project.read_bytes()
    state.act("Seed", lambda p: replace(p, fill_seed=5))
    real, elsewhere = os.pwrite, tmp_path / "else.woodcock"

    def full(file, data, place):
        if os.path.samestat(os.fstat(file), project.stat()):
            raise OSError(28, "No space left on device")
        return real(file, data, place)

    monkeypatch.setattr(os, "pwrite", full)
    monkeypatch.setattr(QFileDialog, "getSaveFileName", lambda *_: (str(elsewhere), ""))
    files.save()
    said = answer(drive, "Save elsewhere …")
    assert "disk is full" in said and "copy of your work was kept" in said
    drive.until(lambda: not state.document.unsaved)
    assert project.read_bytes() == before
    assert load_project(elsewhere, PixelStore()) == state.project
    assert state.document.path == elsewhere


class Odd(Exception):
    """What no part of the program expects."""


@pytest.mark.parametrize("place", ["handler", "timer", "paint", "job", "hand", "thread", "act"])
def test_whatever_is_raised_anywhere_is_a_sentence_and_the_window_lives(
    project, drive, place, monkeypatch
):
    window, state = drive.window, drive.state
    hooks = sys.excepthook, threading.excepthook, sys.unraisablehook
    from_qt = []
    told = qInstallMessageHandler(lambda kind, context, text: from_qt.append(text))
    Surprises(state).install()
    try:
        window.files.open(project)
        drive.until(lambda: state.document.path == project)
        state.act("Seed", lambda p: replace(p, fill_seed=5))

        def fail(*_):
            raise Odd("on purpose")

        with monkeypatch.context() as patch:
            if place == "handler":
                state.time_changed.connect(fail)
                state.seek(0.5)
                state.time_changed.disconnect(fail)
            elif place == "timer":
                timer = QTimer(window, singleShot=True)
                timer.timeout.connect(fail)
                timer.start(0)
            elif place == "paint":

                def paint(self, _):
                    painter = QPainter(self)
                    painter.fillRect(self.rect(), 0)
                    fail()

                patch.setattr(type(window.rail), "paintEvent", paint)
                window.rail.update()
                loop = QEventLoop()  # as the program's own: `processEvents` would raise it here
                QTimer.singleShot(200, loop.quit)
                loop.exec()
            elif place == "job":
                window.work.run("Trying", fail, lambda _: None)
            elif place == "hand":
                window.work.hand(fail, lambda _: None)
            elif place == "thread":
                threading.Thread(target=fail).start()
            else:
                assert not state.act("Odd", fail)
            drive.until(lambda: drive.problems)
            drive.settle()
        assert not [text for text in from_qt if "active painter" in text]  # it would crash soon
        assert len(drive.problems) == 1  # once, however often
        assert "(Odd: " in drive.problems[0] and "on purpose" in drive.problems[0]
        assert "kept" in drive.problems[0] or "Nothing was changed" in drive.problems[0]
        for box in boxes(drive):
            QTest.mouseClick(box.buttons()[0], LEFT)
        state.act("Seed", lambda p: replace(p, fill_seed=6))
        assert window.files.safe.keeping.flush()
        job = window.files.save()
        drive.until(job.future.done)
        assert load_project(project, PixelStore()).fill_seed == 6
        log = journals().parent / "woodcock.log"
        assert not log.exists() or "Odd" in log.read_text()
    finally:
        qInstallMessageHandler(told)
        sys.excepthook, threading.excepthook, sys.unraisablehook = hooks


def closed_while_stuck(drive, project, told):
    """Close a window with jobs that hear of no cancel, as on a disk that is gone, and then tell
    `told`: what lets them go, later."""
    window, state = drive.window, drive.state
    window.files.open(project)
    drive.until(lambda: state.document.path == project)
    stop = threading.Event()
    window.work.run("Stuck", lambda _: stop.wait(120), told.append)
    window.work.hand(lambda: stop.wait(120), told.append)
    state.act("Seed", lambda p: replace(p, fill_seed=5))
    began = time.monotonic()
    asked = drive.with_question(window.close, "Don't save")
    assert time.monotonic() - began < 60 and not window.isVisible()
    assert len(asked) == 1
    return stop


def test_closing_during_work_that_does_not_stop_ends_in_time(project, drive):
    """The window closes anyway, and what ends after it has nobody to tell: a process that went on
    crashed in its next window."""
    told, before = [], set(threading.enumerate())
    stop = closed_while_stuck(drive, project, told)
    stuck = set(threading.enumerate()) - before
    stop.set()
    for thread in stuck:
        thread.join(20)
    drive.app.processEvents()
    assert stuck and told == []
    drive.close()
    drive.window = drive.state = None
    gc.collect()
    after = Driver.with_small_demo("Move", "Dinghy")
    assert after.window.isVisible()
    after.close()


def test_all_that_signals_comes_to_belongs_to_the_window(project, drive):
    """So that no thread that holds the last reference to it destroys it."""
    drive.window.files.open(project)
    drive.until(lambda: drive.state.document.path == project)
    for step in ("Separate", "Rebuild", "Stage", "Move", "Finish", "Export"):
        drive.state.go(step)
        drive.app.processEvents()
    mine = {name: x for name, x in vars(drive.window).items() if isinstance(x, QObject)}
    assert {"state", "work", "previews", "cutter", "boxes", "player", "heard"} <= set(mine)
    for name, thing in mine.items():
        above = thing
        while above.parent() is not None:
            above = above.parent()
        assert above is drive.window, name


def test_what_is_on_the_screen_is_not_said_again(drive):
    for sentence in ("It can't be drawn.", "It can't be drawn.", "Another fault."):
        drive.state.failed.emit(sentence)
        drive.app.processEvents()
    assert sorted(box.text() for box in boxes(drive)) == ["Another fault.", "It can't be drawn."]
    for box in boxes(drive):
        box.close()
    drive.app.processEvents()
    drive.state.failed.emit("It can't be drawn.")  # it was read, and it is so again
    drive.app.processEvents()
    assert len(boxes(drive)) == 1
    boxes(drive)[0].close()
