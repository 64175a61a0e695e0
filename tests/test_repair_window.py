"""Repairing by hand in the window, with mouse and keys."""

import numpy as np
import pytest
from msgspec.structs import replace
from PySide6.QtCore import QPoint, Qt
from PySide6.QtTest import QTest
from PySide6.QtWidgets import QPushButton

from driver import LEFT, RIGHT, Driver
from woodcock.model import Growth
from woodcock.session import acts, filling

SKY, SHORE = (450, 60), (150, 330)  # of the quarter-size demo: 600 x 400 pixels


@pytest.fixture
def drive():
    driver = Driver.with_small_demo("Rebuild", "Background")
    yield driver
    driver.close()


def take(drive, tool, size=40, hardness=1.0, opacity=1.0):
    drive.press(drive.window.toolbox.buttons[tool])
    tools = drive.state.tools
    tools.size, tools.hardness, tools.opacity = size, hardness, opacity
    drive.state.touch()
    drive.settle()


def picked(drive, place):
    """Right-click a place of the picture."""
    view = drive.window.view
    QTest.mouseClick(view, RIGHT, pos=view.to_view(*place).toPoint())
    drive.settle()


def shown(drive):
    """The picture that is painted on: the background within the photo's borders."""
    repairer = drive.window.repairer
    canvas = repairer.stand(repairer.layer).canvas
    drive.settle()
    return canvas.now((0, 0, 600, 400))[..., :3].astype(int)


def test_clone_and_transplant_are_undone_and_outlive_another_fill(drive):
    state, view = drive.state, drive.window.view
    take(drive, "clone")
    as_made = shown(drive)
    drive.draw([(150, 300), (160, 300)])
    assert not state.project.background.repair  # nothing was picked yet: it says so
    assert "Right-click" in drive.window.status.message.all
    picked(drive, SKY)
    drive.draw([(150, 300), (170, 300), (190, 310)])
    assert state.document.undo_name == "Clone"
    cloned = shown(drive)
    dx, dy = SKY[0] - 150, SKY[1] - 300
    there = np.s_[295:306, 145:186]
    moved = np.s_[295 + dy : 306 + dy, 145 + dx : 186 + dx]
    # The pointer falls on whole screen pixels, so on a place within one of the picture's.
    best = min(
        np.abs(cloned[there] - np.roll(as_made, (y, x), (0, 1))[moved]).mean()
        for y in (-1, 0, 1) for x in (-1, 0, 1)
    )  # fmt: skip
    assert best < 0.01

    take(drive, "transplant")
    drive.draw([(60, 200), (110, 200), (110, 240), (60, 240), (60, 202)])
    assert state.document.undo_name == "Clone"  # an area alone changes nothing
    drive.draw([(85, 220), (200, 150), (300, 110)])
    assert state.document.undo_name == "Transplant"
    both = shown(drive)
    assert np.abs(both - cloned)[205:235, 65:105].mean() > 3
    assert np.abs(both - cloned)[:190].max() == 0

    made = state.studio.known_rebuilt(state.project)
    state.go("Stage")  # and away, and back, while it is filled by another proposal
    state.act("Try another fill", filling.try_another_fill)
    drive.settle()
    state.go("Rebuild")
    drive.settle()
    again = shown(drive)
    assert state.studio.known_rebuilt(state.project) is not made
    assert np.abs(again - as_made).max() > 20
    np.testing.assert_array_equal(again[there], both[there])
    inner = np.s_[205:235, 65:105]
    np.testing.assert_array_equal(again[inner], both[inner])

    for what, want in (("Transplant", both), ("Clone", cloned), ("Demo project", as_made)):
        drive.key(Qt.Key.Key_Z, Qt.KeyboardModifier.ControlModifier)
        if want is not both:
            assert np.abs(shown(drive) - want).max() <= 1, what  # painted in one go, or in two
    assert not state.project.background.repair
    drive.key(Qt.Key.Key_Z, Qt.KeyboardModifier.ControlModifier | Qt.KeyboardModifier.ShiftModifier)
    assert np.abs(shown(drive) - cloned).max() <= 1
    drive.press(drive.window.panels["Rebuild"].bare)
    np.testing.assert_array_equal(shown(drive), as_made)
    assert not drive.problems
    assert view.scene.areas.area is None  # the tool was put away


def test_the_other_brushes_and_filling_anew(drive):
    state = drive.state
    take(drive, "colour", hardness=1.0)
    before = shown(drive)
    picked(drive, SKY)
    wanted = before[SKY[1] - 2 : SKY[1] + 3, SKY[0] - 2 : SKY[0] + 3].reshape(-1, 3)
    assert np.abs(wanted - state.tools.colour).sum(axis=1).min() == 0
    drive.draw([SHORE, (SHORE[0] + 30, SHORE[1])])
    np.testing.assert_array_equal(shown(drive)[SHORE[1], SHORE[0] + 15], state.tools.colour)
    for tool, opacity in (("smudge", 0.9), ("blend", 1.0)):
        last = shown(drive)
        take(drive, tool, 50, 0.5, opacity)
        drive.draw([(SHORE[0] - 30, SHORE[1]), (SHORE[0] + 10, SHORE[1] + 3)])
        assert np.abs(shown(drive) - last).max() > 5, tool
        assert state.document.undo_name == tool.capitalize()
    take(drive, "anew")
    last = shown(drive)
    drive.draw([(260, 330), (320, 330), (320, 370), (260, 370), (260, 332)])
    first = shown(drive)
    assert state.document.undo_name == "Fill anew"
    drive.key(Qt.Key.Key_Return, widget=drive.window.view)
    second = shown(drive)
    inner = np.s_[335:365, 265:315]
    assert np.abs(first - last)[inner].mean() > 1
    assert np.abs(second - first)[inner].mean() > 1
    assert np.abs(second - last)[:320].max() == 0


def test_copies_come_from_another_layer_and_strokes_can_be_given_up(drive):
    state, view = drive.state, drive.window.view
    take(drive, "clone", 20)
    posts = next(x for x in state.project.layers if x.name == "Posts")
    drive.choose(drive.window.panels["Rebuild"].options.source, "Posts")
    assert state.tools.source_layer == posts.id
    alpha = state.document.store.get(posts.mask.pixels)
    y, x = (int(v) for v in np.argwhere(alpha[40:-40, 40:-40] == 255)[200] + 40)
    picked(drive, (x, y))
    before = shown(drive)
    drive.draw([(420, 100), (421, 100)])
    own = drive.window.repairer.look()((x - 2, y - 2, 5, 5))[..., :3].reshape(-1, 3).astype(int)
    assert np.abs(own - shown(drive)[100, 420]).sum(axis=1).min() <= 6
    state.document.undo()
    drive.settle()
    QTest.mousePress(view, LEFT, pos=view.to_view(420, 100).toPoint())
    QTest.mouseMove(view, view.to_view(440, 100).toPoint() + QPoint(2, 0))
    drive.key(Qt.Key.Key_Escape, widget=view)
    QTest.mouseRelease(view, LEFT, pos=view.to_view(440, 100).toPoint())
    np.testing.assert_array_equal(shown(drive), before)
    assert state.document.redo_name == "Clone"  # giving up left no act behind


def test_what_was_made_up_is_looked_at(drive):
    state, view, panel = drive.state, drive.window.view, drive.window.panels["Rebuild"]
    drive.press(panel.another)
    drive.key(Qt.Key.Key_W, widget=view)
    count = len(panel.weak._found)
    assert count > 1
    assert panel.weak.text.text().startswith(f"1 of {count}: ")
    first = state.spot
    assert view.visible_scene().contains(first)
    drive.key(Qt.Key.Key_W, widget=view)
    assert state.spot != first
    assert state.layer.name in panel.weak.text.text()
    drive.press(panel.weak.back)
    assert state.spot == first
    view.fit()
    plain = drive.window.grab().toImage()
    panel.outlined.click()
    drive.settle()
    assert drive.window.grab().toImage() != plain
    panel.flicker.click()
    seen = set()
    drive.until(lambda: seen.add(view.scene.plain) or len(seen) == 2)
    panel.flicker.click()
    drive.settle()
    assert not view.scene.plain
    reveal = state.studio.known_reveal(state.project)
    most = max(reveal.layers.values(), key=lambda x: x.by_frame.max())
    drive.key(Qt.Key.Key_F, widget=view)
    assert state.step == "Move"
    assert round(state.time * state.project.frame.rate) == most.fullest
    assert state.spot is None


def test_growing_beyond_the_borders(drive):
    state, rows = drive.state, drive.window.panels["Rebuild"].beyond
    drive.press(rows.trim)
    assert state.project.background.growth == Growth()
    drive.type(rows.sides["left"], "30")
    drive.type(rows.sides["bottom"], "12 px")
    assert state.project.background.growth == Growth(left=30, bottom=12)
    units = {button.text(): button for button in rows.findChildren(QPushButton)}
    drive.press(units["Per cent"])
    assert rows.sides["left"].text() == "5%"
    drive.type(rows.sides["right"], "10%")
    assert state.project.background.growth == Growth(left=30, right=60, bottom=12)
    drive.press(units["The whole photo"])
    others = [x for x in state.project.layers if not x.is_background]
    before = [x.growth for x in others]
    drive.type(rows.sides["top"], "2.5%")
    assert all(x.growth.top == 10 for x in state.project.layers)
    grown = [state.project.layer(x.id).growth for x in others]
    assert grown == [replace(growth, top=10.0) for growth in before]
    drive.press(rows.trim)
    assert all(x.growth == Growth() for x in state.project.layers)
    state.act("Slide", lambda p: acts.set_start_and_end(p, {"x": (-4.0, 4.0)}))
    drive.settle()
    assert rows.says.text() == "The frame looks past a border."
    drive.press(rows.needed)
    drive.settle()
    assert rows.says.text() == "The move needs no more than this."
    assert state.project.background.growth != Growth()


def test_a_fill_that_is_ready_in_the_midst_of_a_stroke_does_not_take_it_away(drive):
    state, view = drive.state, drive.window.view
    take(drive, "colour", 30)
    state.tools.colour = 10, 200, 30
    shown(drive)
    made = state.studio.known_rebuilt(state.project)
    places = [view.to_view(x, 300).toPoint() for x in (140, 170, 200)]
    QTest.mousePress(view, LEFT, pos=places[0])
    QTest.mouseMove(view, places[1])
    state.act("Try another fill", filling.try_another_fill)
    state.studio.atlas(state.project)  # what runs by itself would wait for the hand
    drive.settle()
    assert state.studio.known_rebuilt(state.project) not in (None, made)
    view.repaint()
    QTest.mouseMove(view, places[2])
    QTest.mouseRelease(view, LEFT, pos=places[2])
    drive.settle()
    assert state.document.undo_name == "Paint a colour"
    after = shown(drive)
    assert drive.window.repairer.stand(state.layer).rebuilt is not made
    np.testing.assert_array_equal(after[300, 145:196], np.tile((10, 200, 30), (51, 1)))


def test_nothing_is_copied_from_a_layer_that_is_not_ready(drive):
    state = drive.state
    take(drive, "clone", 20)
    picked(drive, SKY)
    drive.window.repairer.look = lambda: None  # the other layer's picture is still on its way
    state.tools.source_layer = next(x.id for x in state.project.layers if x.name == "Posts")
    drive.draw([(420, 100), (430, 100)])
    assert not state.project.background.repair
    assert "still being got ready" in drive.window.status.message.all
