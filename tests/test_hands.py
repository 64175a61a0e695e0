"""Smaller gestures: keys held, wheels, drops, menus, many layers, the demo tool."""

import subprocess
import sys
import threading
from itertools import pairwise
from pathlib import Path

import av
import numpy as np
import pytest
from msgspec.structs import replace
from PySide6.QtCore import QMimeData, QPoint, QPointF, Qt, QUrl
from PySide6.QtGui import QDragEnterEvent, QDropEvent, QWheelEvent
from PySide6.QtTest import QTest
from PySide6.QtWidgets import QApplication, QMenu

from conftest import blob, picture
from driver import LEFT, Driver
from woodcock.cli import main
from woodcock.media import export_video, save_png
from woodcock.model import Delivery, Mask
from woodcock.session import acts

ROOT = Path(__file__).parent.parent
NO, SHIFT = Qt.KeyboardModifier.NoModifier, Qt.KeyboardModifier.ShiftModifier


@pytest.fixture
def drive(tmp_path):
    """A window with a small photo dropped on it, in Separate."""
    driver = Driver()
    save_png(tmp_path / "small.png", picture(320, 180, 2))
    data = QMimeData()
    data.setUrls([QUrl.fromLocalFile(str(tmp_path / "small.png"))])
    enter = QDragEnterEvent(QPoint(600, 300), Qt.DropAction.CopyAction, data, LEFT, NO)
    QApplication.sendEvent(driver.window, enter)
    assert enter.isAccepted()
    drop = QDropEvent(QPointF(600, 300), Qt.DropAction.CopyAction, data, LEFT, NO)
    QApplication.sendEvent(driver.window, drop)
    driver.settle()
    driver.state.act("Short", lambda p: acts.set_frame(p, small_frame()))
    driver.state.go("Separate")
    driver.settle()
    yield driver
    driver.close()


def small_frame():
    from woodcock.model import Frame

    return Frame(320, 180, 12, 1.0)


def wheel(view, steps, modifier):
    at = QPointF(view.width() / 2, view.height() / 2)
    event = QWheelEvent(
        at, view.mapToGlobal(at), QPoint(), QPoint(0, 120 * steps), Qt.MouseButton.NoButton,
        modifier, Qt.ScrollPhase.NoScrollPhase, False,
    )  # fmt: skip
    QApplication.sendEvent(view, event)


def middle(drive):
    """The colour in the middle of the picture as it is shown."""
    drive.settle()
    image = drive.window.view.grab().toImage()
    colour = image.pixelColor(image.width() // 2, image.height() // 2)
    return np.array([colour.red(), colour.green(), colour.blue()])


def test_a_dropped_photo_is_cut_looked_at_and_compared(drive):
    state, view = drive.state, drive.window.view
    assert state.project.photo.name == "small"
    plain = middle(drive)
    drive.press(drive.window.toolbox.buttons["lasso"])
    drive.draw([(120, 60), (200, 60), (200, 120), (120, 120)])
    tinted = middle(drive)
    assert np.abs(tinted - plain).max() > 15
    QTest.keyPress(view, Qt.Key.Key_B)  # the photo as it is, as long as the key is held
    assert np.abs(middle(drive) - plain).max() <= 2
    QTest.keyRelease(view, Qt.Key.Key_B)
    assert np.abs(middle(drive) - tinted).max() <= 2
    panel = drive.window.panels["Separate"]
    drive.choose(panel.backdrop, "Cut out on black")
    assert np.abs(middle(drive) - plain).max() <= 2
    state.select("background")
    assert middle(drive).max() <= 2  # what the layer claims is missing from the background
    drive.choose(panel.backdrop, "Cut out on white")
    assert middle(drive).min() >= 253


def test_escape_gives_up_a_stroke_and_the_wheel_sets_the_brush(drive):
    state, view = drive.state, drive.window.view
    start = view.to_view(100, 60).toPoint()
    QTest.mousePress(view, LEFT, pos=start)
    for step in range(1, 6):
        QTest.mouseMove(view, start + QPoint(20 * step, 15 * (step % 3)))
    QTest.keyClick(view, Qt.Key.Key_Escape)
    QTest.mouseRelease(view, LEFT, pos=start + QPoint(100, 40))
    drive.settle()
    assert len(state.project.layers) == 1
    size, zoom = state.tools.size, view.zoom
    wheel(view, 2, SHIFT)
    assert state.tools.size == pytest.approx(size * 1.12**2)
    assert view.zoom == zoom
    wheel(view, 1, NO)
    assert view.zoom == pytest.approx(zoom * 1.2)
    drive.hover(view, QPoint(300, 150))
    drive.settle()
    drive.press(drive.window.toolbox.buttons["brush"])
    drive.draw([(30, 30)])  # one touch is a dot
    layer = state.layer
    dot = state.document.store.get(layer.mask.pixels) > 127
    assert dot.sum() == pytest.approx(np.pi * (state.tools.size * 0.45) ** 2, rel=0.15)


def test_strokes_drawn_faster_than_they_are_worked_out_all_count(drive):
    """Three strokes while the worker is held up; each starts from what the one before it left."""
    drive.press(drive.window.toolbox.buttons["lasso"])
    drive.draw([(40, 40), (120, 40), (120, 120), (40, 120)])
    state, store, layer = drive.state, drive.state.document.store, drive.state.layer
    held = threading.Event()
    drive.window.work.hand(held.wait, lambda _: None)
    view = drive.window.view
    drive.window.toolbox.buttons["brush"].click()
    for x in (180, 220, 260):
        QTest.mouseClick(view, LEFT, pos=view.to_view(x, 80).toPoint())
    assert state.project.layer(layer.id).mask == layer.mask  # nothing was computed meanwhile
    held.set()
    drive.settle()
    mask = store.get(state.project.layer(layer.id).mask.pixels)
    assert all(mask[80, x] == 255 for x in (80, 180, 220, 260))
    for left in (3, 2, 1):
        drive.key(Qt.Key.Key_Z, Qt.KeyboardModifier.ControlModifier)
        mask = store.get(state.project.layer(layer.id).mask.pixels)
        assert sum(mask[80, x] == 255 for x in (80, 180, 220, 260)) == left
    held.clear()
    drive.window.work.hand(held.wait, lambda _: None)
    QTest.mouseClick(view, LEFT, pos=view.to_view(180, 80).toPoint())
    state.act("Delete", lambda p: acts.delete_layer(p, layer.id))
    held.set()
    drive.settle()
    assert "was deleted" in drive.problems[-1]


def test_a_failing_preview_is_told_and_the_next_one_comes(drive, monkeypatch):
    def broken(*_, **__):
        raise MemoryError

    drive.state.go("Stage")
    drive.settle()
    with monkeypatch.context() as patch:
        patch.setattr("woodcock.app.picture.previews.hatched", broken)
        drive.state.seek(0.5)
        drive.settle()
    assert "not enough memory" in drive.problems[-1]
    drawn = drive.window.previews.count
    drive.state.seek(0.25)
    drive.settle()
    assert drive.window.previews.count > drawn


def test_typed_numbers_undo_one_by_one(drive):
    drive.state.go("Stage")
    drive.settle()
    focal = drive.window.panels["Stage"].lens.focal
    for typed in ("50", "85"):
        drive.type(focal, typed)
    for expected in (50, 35):
        drive.key(Qt.Key.Key_Z, Qt.KeyboardModifier.ControlModifier)
        assert drive.state.project.lens.focal_length == expected


def test_saving_does_not_wait_for_an_export_and_closing_asks(drive, tmp_path):
    state, window = drive.state, drive.window
    state.act("Long", lambda p: acts.set_frame(p, replace(p.frame, seconds=120.0)))
    window.work.exports.add(Delivery(), tmp_path / "long.mp4")
    window.files.save_to(tmp_path / "saved.woodcock")
    drive.until(lambda: not state.document.unsaved)
    assert window.work.exports.running
    asked = drive.with_question(window.close, "Cancel")
    assert "still being made" in asked[0]
    assert window.isVisible()
    drive.with_question(window.close, "Stop it and close")
    assert not window.isVisible()
    assert not (tmp_path / "long.mp4").exists()


def test_removing_from_nothing_is_refused_in_a_sentence(drive):
    drive.draw([(120, 60), (200, 60), (200, 120)], Qt.MouseButton.RightButton)
    assert "Nothing to remove from" in drive.problems[-1]
    drive.state.select("background")
    with_menu = drive.window.actions_by_name
    assert with_menu["undo"].isEnabled()
    assert with_menu["undo"].text().endswith("Short")
    assert not with_menu["redo"].isEnabled()


def test_recent_files_are_in_the_menu(drive):
    menu = next(m for m in drive.window.findChildren(QMenu) if "recent" in m.title())
    menu.aboutToShow.emit()
    assert [action.text() for action in menu.actions()] == ["small.png"]


def test_twelve_layers_find_room(drive):
    state, store = drive.state, drive.state.document.store
    for number in range(11):
        mask = Mask(store.put(blob(320, 180, 20 + 28 * number, 90, 14)))
        state.act("Cut", lambda p, m=mask, n=number: acts.add_layer(p, m, f"Thing {n + 1}")[0])
    drive.press(drive.window.path.buttons["Move"])
    drive.key(Qt.Key.Key_F6)
    rail, rows = drive.window.rail, drive.window.timeline.rows
    order = state.project.near_to_far
    assert len(order) == 12
    slats = [rail.slat(layer) for layer in order]
    assert all(a.right() < b.left() for a, b in pairwise(slats))
    assert slats[0].left() > 50  # clear of the lens
    assert slats[-1].right() < rail.width()
    last = rows.row(order[-1].id)
    assert last.bottom() <= rows.height()
    assert drive.window.timeline.scroll_area.verticalScrollBar().maximum() > 0
    tops = [rows.row(layer.id).top() for layer in order]
    assert tops == sorted(tops)
    state.act("One too many", lambda p: acts.add_layer(p, order[0].mask)[0])
    assert "12 layers" in drive.problems[-1]


def test_odd_frames_lose_a_row_not_the_export(tmp_path):
    frames = [picture(65, 49, n) for n in range(3)]
    export_video(tmp_path / "odd.mp4", frames, 3, (65, 49), 24)
    with av.open(str(tmp_path / "odd.mp4")) as container:
        stream = container.streams.video[0]
        assert (stream.width, stream.height) == (64, 48)
        assert sum(1 for _ in container.decode(stream)) == 3
    with pytest.raises(ValueError, match="2 frames came instead of 3"):
        export_video(tmp_path / "short.mp4", frames[:2], 3, (65, 49), 24)
    assert not (tmp_path / "short.mp4").exists()


def test_interrupting_the_command_line_leaves_nothing(tmp_path, monkeypatch, capsys):
    def interrupted(*_):
        raise KeyboardInterrupt

    save_png(tmp_path / "p.png", picture(64, 48))
    monkeypatch.setattr("woodcock.media.video._write", interrupted)
    arguments = ["auto", str(tmp_path / "p.png"), "-o", str(tmp_path / "c.mp4"), "--quiet"]
    assert main([*arguments, "--seconds", "0.2", "--size", "64x48"]) == 130
    assert "nothing half-done" in capsys.readouterr().err
    assert [path.name for path in tmp_path.iterdir()] == ["p.png"]


def test_the_demo_tool_exports_without_a_display():
    """What `make demo` runs where there is no display, of a clip of a second."""
    import os

    hidden = {k: v for k, v in os.environ.items() if k not in ("DISPLAY", "WAYLAND_DISPLAY")}
    done = subprocess.run(
        [sys.executable, str(ROOT / "tools" / "demo.py"), "1"],
        env=hidden,
        capture_output=True,
        text=True,
    )
    assert done.returncode == 0, done.stderr
    assert "demo.mp4" in done.stdout
    with av.open(str(ROOT / "build/demo/demo.mp4")) as container:
        assert sum(1 for _ in container.decode(video=0)) == 30
    assert (ROOT / "build/demo/window.png").stat().st_size > 50_000
