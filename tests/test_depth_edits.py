"""Depth maps changed by hand: what each edit does, and the mouse doing it."""

import numpy as np
import pytest
from hypothesis import given, settings
from hypothesis import strategies as st
from PySide6.QtCore import QPointF, Qt
from PySide6.QtTest import QTest
from scipy.ndimage import gaussian_filter

from conftest import blob
from driver import LEFT, RIGHT, Driver
from woodcock.depth.edit import area_of, curved, levelled, raised, ramped, smoothed
from woodcock.depth.fit import evened, fitted


@settings(max_examples=25, deadline=None)
@given(st.lists(st.floats(0, 1), min_size=5, max_size=5).map(sorted))
def test_a_rising_curve_keeps_the_order_and_meets_its_handles(heights):
    values = np.linspace(0, 1, 401, dtype=np.float32)[None]
    out = curved(values, heights)[0]
    assert (np.diff(out) >= -1e-6).all()
    np.testing.assert_allclose(out[::100], heights, atol=2e-3)
    straight = curved(values, (0, 0.25, 0.5, 0.75, 1))
    np.testing.assert_allclose(straight, values, atol=1e-6)


def test_a_blur_smooths_what_is_uneven_and_leaves_steps():
    rng = np.random.default_rng(1)
    step = np.where(np.arange(120) < 60, 0.2, 0.8).astype(np.float32)
    noisy = np.tile(step, (80, 1)) + rng.normal(0, 0.01, (80, 120)).astype(np.float32)
    out = smoothed(noisy, 6)
    flat = out[10:70, 10:40]
    assert flat.std() < 0.003 < noisy[10:70, 10:40].std()
    edge = out[40, 50:70]
    plain = gaussian_filter(noisy, 3)[40, 50:70]
    assert np.diff(edge).max() > 0.5 > np.diff(plain).max()


def test_brush_ramp_and_level():
    values = np.tile(np.linspace(0.2, 0.6, 100, dtype=np.float32), (60, 1))
    stroke = blob(100, 60, 50, 30, 15)
    nearer = raised(values, stroke, 0.1)
    np.testing.assert_allclose((nearer - values)[stroke == 255], 0.1, atol=1e-6)
    np.testing.assert_array_equal(nearer[stroke == 0], values[stroke == 0])
    slope = ramped(values, (10.5, 30.5), (10.5, 50.5))
    assert np.ptp(slope) < 0.01  # both ends are as deep
    slope = ramped(values, (10.5, 30.5), (90.5, 30.5))[30]
    assert (np.diff(slope[12:88], 2) ** 2).max() < 1e-9 and slope[5] == slope[0]
    np.testing.assert_allclose(slope[[10, 90]], values[30, [10, 90]], atol=0.01)
    area = area_of([(20, 10), (60, 10), (60, 40), (20, 40)], (60, 100))
    assert 40 * 30 <= area.sum() <= 41 * 31  # with the outline's own pixels
    level = levelled(values, area)
    assert np.ptp(level[area]) == 0 and (level[~area] == values[~area]).all()


def test_a_fitted_map_has_the_layers_edges():
    """Depth that had bled over a mask's edge, both ways, is back on its side."""
    mask = blob(120, 90, 60, 45, 25, 1.0)
    true = np.where(mask > 127, 0.9, 0.2).astype(np.float32)
    bled = gaussian_filter(true, 4).astype(np.float32)
    out = fitted(bled, [mask], 10.0)
    assert np.abs(out - true).mean() < 0.1 * np.abs(bled - true).mean()
    even = evened(true, [mask], 9.0)
    np.testing.assert_allclose(even, true, atol=1e-5)


@pytest.fixture
def drive():
    driver = Driver.with_small_demo("Stage", "Posts")
    driver.press(driver.window.panels["Stage"].map.map.estimate)
    yield driver
    driver.close()


def depth_of(state):
    return state.document.store.get(state.project.depth.pixels).astype(int)


def test_depth_is_painted_ramped_and_levelled_by_mouse(drive):
    state, toolbox = drive.state, drive.window.toolbox
    panel = drive.window.panels["Stage"].map.tools
    start = depth_of(state)
    drive.press(toolbox.buttons["raise"])
    assert state.tools.depth_look == "colours"
    drive.type(panel.brush_size, "60")
    drive.draw([(900, 700), (1000, 720)])
    nearer = depth_of(state) - start
    assert nearer.max() > 3000 and nearer.min() == 0 and (nearer > 0).mean() < 0.1
    drive.draw([(900, 700), (1000, 720)], RIGHT)
    back = depth_of(state)
    assert np.abs(back - start).max() <= 2
    panel.alone.click()
    drive.settle()
    drive.draw([(300, 600), (1700, 600)])  # right across: only the posts take it on
    changed = depth_of(state) != back
    columns = np.flatnonzero(changed.any(axis=0)) / changed.shape[1]
    assert len(columns) and columns.max() < 0.45
    panel.alone.click()
    drive.press(toolbox.buttons["ramp"])
    drive.draw([(960, 1000), (960, 200)])
    rows = depth_of(state)
    assert np.ptp(rows, axis=1).max() <= 1 and rows[-20, 0] > rows[20, 0]
    assert state.document.undo_name == "Ramp in depth"
    drive.key(Qt.Key.Key_Z, Qt.KeyboardModifier.ControlModifier)
    drive.press(toolbox.buttons["level"])
    before = depth_of(state)
    drive.draw([(600, 500), (900, 500), (900, 800), (600, 800)])
    flat = depth_of(state) != before
    assert 0.01 < flat.mean() < 0.1 and not drive.problems
    assert state.document.undo_name == "Level depth"


def test_curve_blur_and_fit_by_mouse(drive):
    state, panel = drive.state, drive.window.panels["Stage"].map.tools
    start = depth_of(state)
    middle, up = panel.curve.handle(2), QPointF(0, -20)
    QTest.mousePress(panel.curve, LEFT, pos=middle.toPoint())
    for share in (0.5, 1.0):
        QTest.mouseMove(panel.curve, (middle + up * share).toPoint())
        drive.settle()
    QTest.mouseRelease(panel.curve, LEFT, pos=(middle + up).toPoint())
    drive.settle()
    nearer = depth_of(state)
    middling = np.abs(start / 65535 - 0.5) < 0.2
    assert (nearer - start)[middling].min() > 3000
    drive.key(Qt.Key.Key_Z, Qt.KeyboardModifier.ControlModifier)
    np.testing.assert_array_equal(depth_of(state), start)  # the whole drag is one act
    drive.press(panel.blur)
    assert np.abs(np.diff(depth_of(state), axis=1)).sum() < np.abs(np.diff(start, axis=1)).sum()
    drive.press(panel.fit)
    assert state.document.undo_name == "Fit depth to the layers"


def test_relief_is_given_measured_and_taken_back(drive):
    state, panel = drive.state, drive.window.panels["Stage"]
    rest = state.studio.frame(state.project, 0.0)
    end = state.studio.frame(state.project, state.project.frame.last)
    drive.press(panel.layer.relief.on)
    drive.settle()
    relief = state.layer.relief
    assert relief.thickness > 0.1 and state.document.undo_name == "Relief of Posts"
    np.testing.assert_array_equal(state.studio.frame(state.project, 0.0)[:, 900:], rest[:, 900:])
    bulging = state.studio.frame(state.project, state.project.frame.last)
    assert np.abs(bulging.astype(int) - end).max() > 20
    drive.type(panel.layer.relief.values["thickness"], "50 cm")
    assert state.layer.relief.thickness == pytest.approx(0.5)
    drive.type(panel.layer.relief.values["sits"], "0%")
    assert drive.window.rail.relief(state.layer).left() < drive.window.rail.slat(state.layer).left()
    assert drive.window.plan.profile(state.layer)
    drive.press(panel.layer.relief.on)
    drive.settle()
    assert state.layer.relief is None


def test_several_layers_are_spread_and_the_focus_dragged(drive):
    state, plan, panel = drive.state, drive.window.plan, drive.window.panels["Stage"]
    names = {x.name: x.id for x in state.project.layers}
    rows = drive.window.timeline.rows
    drive.type(panel.layer.distance, "6 m")
    for name in ("Reeds", "Dinghy"):
        at = rows.row(names[name]).topLeft() + QPointF(120, 8)
        QTest.mouseClick(rows, LEFT, Qt.KeyboardModifier.ControlModifier, at.toPoint())
    drive.settle()
    assert set(state.chosen) == {names[n] for n in ("Reeds", "Posts", "Dinghy")}
    drive.press(panel.scene.spread)
    near, middle, far = (
        state.project.layer(names[n]).distance for n in ("Reeds", "Posts", "Dinghy")
    )
    assert 1 / middle == pytest.approx((1 / near + 1 / far) / 2, rel=1e-3)
    assert state.project.background.distance == 60
    drive.type(panel.lens.focus, "12 m")
    spots = [plan.spot(np.array((3.0, 0.0, z))) for z in (12.0, 8.0)]
    assert plan.hit(spots[0]) == "focus"
    drive.drag(plan, [spot.toPoint() for spot in (spots[0], (spots[0] + spots[1]) / 2, spots[1])])
    assert state.project.lens.focus.base == pytest.approx(8.0, abs=0.3)
