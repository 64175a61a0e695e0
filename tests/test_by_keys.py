"""The window by keys alone, and as a screen reader is told of it."""

import numpy as np
import pytest
from msgspec.structs import replace
from PySide6.QtCore import Qt
from PySide6.QtGui import QAccessible
from PySide6.QtTest import QTest
from PySide6.QtWidgets import QApplication, QWidget

from conftest import blob, build, picture
from driver import Driver
from everything import everything
from walk import places
from woodcock.model import Depth, Title, tracks_of
from woodcock.session import acts, things
from woodcock.session.pegs import all_pegs

KEY, NONE = Qt.Key, Qt.KeyboardModifier.NoModifier
ALT = Qt.KeyboardModifier.AltModifier


@pytest.fixture(scope="module")
def full():
    """A window with one of everything, and what it is."""
    driver = Driver()
    project, things = everything(driver.state.document.store)
    driver.state.document.open(project, None)
    driver.settle()
    yield driver, things
    driver.close()


@pytest.fixture
def drive():
    cuts = [blob(320, 180, x, 90, 30) for x in (60, 160, 260)]
    driver = Driver.with_scene(build(picture(), cuts), "Stage")
    driver.state.select(driver.state.project.near_to_far[0].id)
    driver.settle()
    yield driver
    driver.close()


def reachable(window):
    """What the Tab key should come to."""
    return {
        x for x in window.findChildren(QWidget)
        if x.isVisible() and x.isEnabled() and x.window() is window
        and x.focusPolicy() & Qt.FocusPolicy.TabFocus and x.focusProxy() is None
    }  # fmt: skip


def tabbed(drive):
    """What the Tab key comes to, in order, until it is where it began."""
    window, seen = drive.window, []
    window.activateWindow()
    window.path.buttons[drive.state.step].setFocus()
    while (here := QApplication.focusWidget()) not in seen:
        seen.append(here)
        assert len(seen) < 400
        assert window.focusNextPrevChild(True)
    return seen


def test_tab_comes_to_everything_and_everything_has_a_name_and_a_role(full):
    drive, things = full
    count, silent, left = 0, set(), set()
    for place in places(drive, things, kinds=("cut",)):
        seen = tabbed(drive)
        count += len(seen)
        left |= {f"{place}: {x!r}" for x in reachable(drive.window) - set(seen)}
        for widget in seen:
            said = QAccessible.queryAccessibleInterface(widget)
            named = said.text(QAccessible.Text.Name)
            own = type(widget).__module__.startswith("woodcock")
            if not named or said.role() in (QAccessible.Role.NoRole, QAccessible.Role.Client):
                silent.add(f"{place}: {type(widget).__name__} {named!r} {said.role()}")
            if own and hasattr(widget, "spoken") and not said.text(QAccessible.Text.Value):
                silent.add(f"{place}: {type(widget).__name__} says nothing of what it shows")
    assert count > 500
    assert not left, "\n".join(sorted(left))
    assert not silent, "\n".join(sorted(silent))


def test_widgets_that_draw_themselves_say_what_is_selected(drive):
    window, state = drive.window, drive.state
    layer = state.project.near_to_far[0]

    def value(widget):
        return QAccessible.queryAccessibleInterface(widget).text(QAccessible.Text.Value)

    for widget in (window.rail, window.plan):
        assert value(widget).startswith(f"{layer.name}, {layer.distance:.3g} m, 1 of 4")
    assert value(window.list.rows).startswith(layer.name)
    drive.key(KEY.Key_Down, NONE, window.rail)
    assert state.layer == state.project.near_to_far[1] and state.layer.name in value(window.rail)
    window.view.setFocus()
    assert state.layer.name in value(window.view)
    state.go("Move")
    drive.settle()
    state.seek(0.5)
    assert value(window.timeline.ruler) == "0.50 s, frame 7 of 12"


def test_a_layer_and_the_lens_are_moved_in_the_plan_by_arrows(drive):
    state, plan = drive.state, drive.window.plan
    layer = state.project.near_to_far[0]
    plan.setFocus()
    drive.key(KEY.Key_Up, NONE, plan)  # seen from above, up is away from the lens
    assert state.project.layer(layer.id).distance > layer.distance
    drive.key(KEY.Key_Down, NONE, plan)
    back = state.project.layer(layer.id).distance
    assert back == pytest.approx(layer.distance, rel=0.02)
    drive.key(KEY.Key_PageDown, NONE, plan)
    assert state.layer == state.project.near_to_far[1]
    drive.key(KEY.Key_Right, ALT, plan)
    assert state.project.lens.x.animated and state.project.layer(layer.id).distance == back
    state.document.undo()
    assert not state.project.lens.x.animated
    state.act("Title", lambda p: things.add_thing(p, Title("Here"), "Here", glass=True)[0])
    state.select(next(x.id for x in state.project.layers if x.glass))
    before = state.project
    drive.key(KEY.Key_Up, NONE, plan)  # what is on the glass stands nowhere
    assert state.project == before and not drive.problems


def test_keys_in_time_are_chosen_moved_and_raised_without_the_mouse(drive):
    state, timeline = drive.state, drive.window.timeline
    state.act("Key", lambda p: acts.set_lens_key(p, "x", 0.0, 0.0))
    state.act("Key", lambda p: acts.set_lens_key(p, "x", 0.5, 0.4))
    state.go("Move")
    drive.settle()
    lanes = timeline.lanes
    lanes.setFocus()
    while state.lane != "lens":
        before = state.lane
        drive.key(KEY.Key_Up, NONE, lanes)
        assert state.lane != before
    state.seek(0.5)
    drive.key(KEY.Key_Return, NONE, lanes)
    assert {(p.name, p.time) for p in state.pegs} == {("x", 0.5)}
    drive.key(KEY.Key_Right, ALT, lanes)
    frame = state.project.frame.time(1)
    assert [k.time for k in state.project.lens.x.keys] == pytest.approx([0.0, 0.5 + frame])
    state.tools.curves = True
    state.touch()
    drive.settle()
    curves = timeline.curves
    QTest.keyClick(curves, KEY.Key_Up)
    QTest.keyClick(curves, KEY.Key_Up)
    drive.settle()
    raised = state.project.lens.x.keys[1].value
    assert raised == pytest.approx(0.4 + 2 * 0.02 * 0.4, rel=0.1) and len(all_pegs(state.project))
    state.document.undo()
    assert state.project.lens.x.keys[1].value == 0.4  # both presses were one act
    drive.key(KEY.Key_Delete, NONE, curves)
    assert len(tracks_of(state.project, "lens")["x"].keys) == 1


def test_the_depth_curve_and_edges_by_keys(drive):
    state, window = drive.state, drive.window
    wide = window.side.width()
    window.side_edge.setFocus()
    drive.key(KEY.Key_Left, NONE, window.side_edge)
    assert window.side.width() == wide + 16
    drive.key(KEY.Key_Home, NONE, window.side_edge)
    assert window.side.width() == wide
    drive.window.panels["Stage"].turn("map")
    drive.settle()
    ramp = np.linspace(0, 65535, 320).astype(np.uint16)[None].repeat(180, 0)
    depth = Depth(state.document.store.put(np.ascontiguousarray(ramp)), 2.0, 50.0)
    state.act("Map", lambda p: replace(p, depth=depth))
    drive.settle()
    box = window.panels["Stage"].map.tools.curve
    before = state.document.store.get(state.project.depth.pixels).astype(float)
    drive.key(KEY.Key_Up, NONE, box)
    after = state.document.store.get(state.project.depth.pixels).astype(float)
    change = (after - before) / 65535
    middle, ends = change[:, 150:170], change[:, [0, -1]]
    assert middle.mean() == pytest.approx(0.05, abs=0.01) and np.abs(ends).max() < 0.005
