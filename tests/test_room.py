"""The picture comes first: what has how much of the window, step by step, and is remembered."""

import pytest
from PySide6.QtCore import QPoint, Qt
from PySide6.QtTest import QTest
from PySide6.QtWidgets import QApplication

from conftest import blob, build, picture
from driver import LEFT, Driver
from woodcock.app.state import STEPS
from woodcock.session.layout import Layout, keep_layout, kept_layout
from woodcock.session.state_files import state_folder

FLAT, MOVING = ("Photo", "Separate", "Rebuild"), ("Move", "Finish")


def opened(step="Separate"):
    """A window on a little picture with three cuts."""
    cuts = [blob(320, 180, x, 90, 30) for x in (60, 160, 260)]
    driver = Driver.with_scene(build(picture(), cuts), step)
    driver.state.select(driver.state.project.near_to_far[1].id)
    driver.settle()
    return driver


@pytest.fixture
def drive():
    driver = opened()
    yield driver
    driver.close()


def share(drive):
    """The picture's part of the window's area."""
    view, window = drive.window.view, drive.window
    return view.width() * view.height() / (window.width() * window.height())


def test_the_picture_has_most_of_the_window(drive):
    """55 and 45 % are the design's own numbers."""
    for step in (*FLAT, *MOVING, "Export"):
        drive.press(drive.window.path.buttons[step])
        assert share(drive) >= (0.45 if step in MOVING else 0.55), step
        listed = drive.window.timeline.rows if step in MOVING else drive.window.list.rows
        assert listed.isVisible() or step == "Export"
    drive.window.status.tell("A sentence that is far longer than the window is wide. " * 9)
    for step in STEPS:
        drive.press(drive.window.path.buttons[step])
        assert drive.window.minimumSizeHint().width() <= 1100, step


def test_layers_are_chosen_hidden_and_shown_alone_beside_the_picture(drive):
    state, rows = drive.state, drive.window.list.rows
    names = [line.thing.name for line in rows.lines]
    assert names == [layer.name for layer in state.project.near_to_far]
    row = rows.row(state.project.near_to_far[0].id)
    QTest.mouseClick(rows, LEFT, pos=row.center().toPoint())
    drive.settle()
    assert state.layer == state.project.near_to_far[0]
    QTest.mouseClick(rows, LEFT, pos=rows.eye(row).center().toPoint())
    drive.settle()
    assert not state.layer.visible
    QTest.mouseClick(rows, LEFT, pos=rows.alone(row).center().toPoint())
    drive.settle()
    assert [x.visible for x in state.project.near_to_far] == [True, False, False, False]
    QTest.mouseClick(rows, LEFT, pos=row.topRight().toPoint() + QPoint(-12, 12))
    assert state.opened == frozenset()  # no lanes here that could be opened
    drive.key(Qt.Key.Key_F, Qt.KeyboardModifier.ControlModifier)
    QTest.keyClicks(QApplication.focusWidget(), names[1][:-1].lower() + names[1][-1])
    drive.settle()
    assert [line.thing.name for line in rows.lines] == [names[1]]


def test_each_step_remembers_what_it_shows(drive):
    window, state = drive.window, drive.state
    before = share(drive)
    assert window.rail.isHidden() and window.timeline.isHidden()
    drive.key(Qt.Key.Key_F6)
    assert window.rail.isVisible() and share(drive) < before
    drive.press(window.status.switches["lanes"])
    assert window.timeline.lanes.isVisible() and not window.list.isVisible()
    drive.press(window.path.buttons["Rebuild"])
    assert window.rail.isHidden() and window.timeline.isHidden()
    drive.press(window.path.buttons["Move"])
    drive.key(Qt.Key.Key_F7)
    assert window.timeline.ruler.isVisible() and not window.timeline.lanes.isVisible()
    assert window.list.isVisible()
    drive.press(window.path.buttons["Separate"])
    assert window.rail.isVisible() and window.timeline.lanes.isVisible()
    drive.close()
    again = opened()
    assert again.window.rail.isVisible() and again.window.timeline.lanes.isVisible()
    again.press(again.window.path.buttons["Move"])
    assert not again.window.timeline.lanes.isVisible()
    again.close()
    assert state.step == "Separate"


def test_the_picture_alone_and_back(drive):
    window = drive.window
    drive.key(Qt.Key.Key_F8)
    assert share(drive) > 0.99
    drive.key(Qt.Key.Key_Escape)
    assert share(drive) < 0.9 and window.path.isVisible() and window.side.isVisible()
    drive.press(window.path.buttons["Move"])
    drive.key(Qt.Key.Key_F11)
    assert drive.state.playing and share(drive) > 0.99
    assert window.windowState() & Qt.WindowState.WindowFullScreen
    drive.key(Qt.Key.Key_F11)
    assert not drive.state.playing and window.timeline.lanes.isVisible()
    assert not window.windowState() & Qt.WindowState.WindowFullScreen


def test_edges_are_dragged_and_remembered(drive):
    window, panel = drive.window, drive.window.side.width()
    drive.drag(window.side_edge, [QPoint(2, 100), QPoint(-60, 100)])
    assert window.side.width() == pytest.approx(panel + 62, abs=3)
    drive.drag(window.side_edge, [QPoint(2, 100), QPoint(-5000, 100)])
    assert window.view.width() >= 320 and window.side.width() <= 520
    drive.drag(window.list_edge, [QPoint(50, 2), QPoint(50, -60)])
    high = window.list.height()
    drive.press(window.path.buttons["Move"])
    drive.drag(window.timeline.edge, [QPoint(50, 2), QPoint(50, -80)])
    lanes = window.timeline.height()
    window.resize(1100, 720)
    drive.close()
    again = opened()
    assert again.window.room.restore() and again.window.width() < 1280
    assert again.window.list.height() == high and again.window.side.width() == 520
    again.press(again.window.path.buttons["Move"])
    assert again.window.timeline.height() == pytest.approx(lanes, abs=60)
    QTest.mouseDClick(again.window.side_edge, LEFT)
    again.settle()
    assert again.window.side.width() == panel
    again.close()


def test_a_damaged_layout_is_the_one_that_ships(tmp_path, monkeypatch):
    monkeypatch.setenv("WOODCOCK_STATE", str(tmp_path))
    for said in (
        b"", b"{", b"[]", b'{"panel": "wide"}', b'{"panel": 99999999, "window": "%%%"}',
        b'{"steps": {"Move": 3}}', b'{"lanes_height": -5, "panel": -5, "window": "AAAA"}',
    ):  # fmt: skip
        (state_folder() / "window.json").write_bytes(said)
        found = kept_layout()
        assert 260 <= found.panel <= 520 and found.lanes_height >= 0, said
    driver = opened("Move")
    assert not driver.window.room.restore() and share(driver) > 0.3
    driver.close()
    keep_layout(Layout(panel=300))
    assert kept_layout().panel == 300


def test_the_demo_opens_on_its_moving_clip():
    driver = Driver()
    driver.window.files.open_demo()
    driver.until(lambda: driver.state.playing)
    start = driver.state.time
    driver.until(lambda: driver.state.time != start)
    assert driver.state.step == "Move" and share(driver) >= 0.45
    driver.window.player.stop()
    driver.close()


def test_another_project_begins_with_a_move_that_is_told_as_it_is(drive):
    """The tile said one move, the amount and the words below it the one of the project before."""
    drive.press(drive.window.path.buttons["Move"])
    ready = drive.window.panels["Move"].ready
    at_first = ready.about.text(), ready.amount.value()
    drive.press(ready.tiles.tiles["slide"])
    assert (ready.about.text(), ready.amount.value()) != at_first
    drive.state.open(drive.state.project, None)
    drive.state.go("Move")
    drive.settle()
    assert ready.tiles.tiles["push-in"].isChecked()
    assert (ready.about.text(), ready.amount.value()) == at_first
