"""Stage in the window: leaning, pivots, the lens's aim, and the plan, with mouse and keys."""

import cv2
import numpy as np
import pytest
from msgspec.structs import replace
from PySide6.QtCore import QPoint, QPointF, Qt
from PySide6.QtGui import QWheelEvent
from PySide6.QtTest import QTest
from PySide6.QtWidgets import QApplication

from conftest import blob, build, picture
from driver import LEFT, Driver
from woodcock.app.picture.pointing import layers_at
from woodcock.model import Depth, Frame, Relief, Track
from woodcock.render import render_light
from woodcock.session import acts, carrying, things
from woodcock.stage import lens_at, scene_at


@pytest.fixture
def drive():
    driver = Driver.with_small_demo("Stage", "Posts")
    yield driver
    driver.close()


def test_a_lean_leaves_the_rest_frame_and_moves_the_rest(drive):
    state, panel = drive.state, drive.window.panels["Stage"]
    before = [state.studio.frame(state.project, t) for t in (0.0, state.project.frame.last)]
    drive.type(panel.layer.lean.tilt, "-25°")
    assert state.layer.lean.tilt == -25
    box = drive.window.boxes.of(state.layer)
    foot = box[0] + box[2] / 2, box[1] + box[3]
    assert state.layer.pivot == foot  # unless told otherwise, it leans from its foot
    assert panel.layer.lean.pivot.place == (0.5, 1.0)
    after = [state.studio.frame(state.project, t) for t in (0.0, state.project.frame.last)]
    np.testing.assert_array_equal(after[0], before[0])
    assert np.abs(after[1].astype(int) - before[1]).max() > 20
    drive.press(panel.layer.lean.held)
    drive.settle()
    loose = state.studio.frame(state.project, 0.0)
    assert np.abs(loose.astype(int) - before[0]).max() > 20
    grid = panel.layer.lean.pivot
    QTest.mouseClick(grid, LEFT, pos=grid.spot(0.0, 0.0).toPoint())
    drive.settle()
    assert state.layer.pivot == (box[0], box[1])
    drive.key(Qt.Key.Key_Right, widget=grid)
    assert state.layer.pivot == (box[0] + box[2] / 2, box[1])
    for _ in range(2):
        drive.key(Qt.Key.Key_Z, Qt.KeyboardModifier.ControlModifier)
    assert state.layer.pivot == foot


def test_what_is_set_is_set_for_all_that_are_chosen(drive):
    """Opacity, blend, lock and an angle, each as one act for three layers."""
    state, stage = drive.state, drive.window.panels["Stage"]
    ids = [x.id for x in state.project.near_to_far[:3]]
    state.select(ids[0], frozenset(ids[1:]))
    drive.settle()

    def each(value):
        return {value(state.project.layer(x)) for x in ids}

    before = state.project
    drive.type(stage.layer.stand.over.opacity, "40")
    drive.choose(stage.layer.stand.over.blend, "Multiply")
    assert each(lambda x: (x.pose.opacity.base, x.blend)) == {(0.4, "multiply")}
    drive.press(stage.layer.stand.lock)
    assert each(lambda x: x.locked) == {True}
    assert not state.project.background.locked
    for _ in range(3):
        state.document.undo()
    assert state.project == before


def test_names_in_the_plan_give_way_to_each_other(drive):
    """Six layers and two carriers that stand where others do."""
    state, plan = drive.state, drive.window.plan
    ids = [x.id for x in state.project.near_to_far[:3]]

    def together(project):
        for _ in range(4):
            project, _ = things.add_card(project)
        for layer in project.near_to_far[:6]:
            project = acts.set_distance(project, layer.id, 9.0)
        for _ in range(2):
            project, _ = carrying.add_carrier(project, ids[:1], at=ids[0])
        return project

    assert state.act("All in one place", together)
    drive.settle()
    for view in ("above", "side", "free"):
        drive.press(plan.buttons[view])
        plan.grab()
        names = plan._named
        assert len(names) >= 9
        pairs = [(a, b) for k, a in enumerate(names) for b in names[:k]]
        assert not any(a.intersects(b) for a, b in pairs)


def test_the_pivot_is_dragged_in_the_picture(drive):
    state, view = drive.state, drive.window.view
    grid = drive.window.panels["Stage"].layer.lean.pivot
    QTest.mouseClick(grid, LEFT, pos=grid.spot(0.5, 0.5).toPoint())
    drive.settle()
    mark = view.scene.pivot.spot(view)
    wanted = mark + QPointF(30, -20)
    drive.drag(view, [mark.toPoint(), (mark + QPointF(10, -5)).toPoint(), wanted.toPoint()])
    placed = next(s for s in scene_at(state.project, 0.0) if s.layer.id == state.selected)
    x, y, w = placed.mapping.homography @ (*state.layer.pivot, 1.0)
    shown = view.to_view(x / w, y / w)
    assert (shown - wanted).manhattanLength() < 3
    assert state.document.undo_name == "Pivot of Posts"


@pytest.mark.parametrize("view", ["above", "side", "free"])
def test_layers_are_dragged_in_the_plan(drive, view):
    state, plan = drive.state, drive.window.plan
    drive.press(plan.buttons[view])
    dinghy = next(x for x in state.project.layers if x.name == "Dinghy")
    middle = plan.outline(dinghy).boundingRect().center()
    if view == "free":
        middle = sum(plan.outline(dinghy).toList()[:4], QPointF()) / 4
    ends = [plan.spot(np.array((0.0, 0.0, z))) for z in (10.0, 8.0)]
    drive.drag(plan, [middle.toPoint(), (middle + (ends[1] - ends[0]) / 2).toPoint(),
                      (middle + ends[1] - ends[0]).toPoint()])  # fmt: skip
    assert state.selected == dinghy.id
    assert state.layer.distance == pytest.approx(8.0, abs=0.35)
    assert state.document.undo_name == "Distance of Dinghy"


def test_the_lens_is_dragged_and_aims(drive):
    state, plan, panel = drive.state, drive.window.plan, drive.window.panels["Stage"]
    state.seek(state.project.frame.last)
    drive.settle()
    drive.choose(panel.lens.aim, "Dinghy")
    aim = np.array(state.project.lens.aim)
    assert aim[2] == pytest.approx(10.0)
    now = lens_at(state.project.lens, state.time)
    spot = plan.spot(now.place)
    assert plan.hit(spot) == "lens"
    scale = (plan.spot(np.array((1.0, 0, 0))) - plan.spot(np.zeros(3))).x()
    drive.drag(plan, [spot.toPoint(), (spot + QPointF(scale / 4, 0)).toPoint(),
                      (spot + QPointF(scale / 2, 0)).toPoint()])  # fmt: skip
    moved = lens_at(state.project.lens, state.time)
    assert moved.place[0] - now.place[0] == pytest.approx(0.5, abs=2.5 / scale)
    assert moved.place[2] == pytest.approx(now.place[2], abs=1.5 / scale)
    assert lens_at(state.project.lens, 0.0).place[0] == 0.0  # the start stays
    seen = moved.turn.T @ (aim - moved.place)
    rest = aim[:2] / aim[2]
    np.testing.assert_allclose(seen[:2] / seen[2], rest, atol=1e-9)
    spot = plan.spot(aim)
    assert plan.hit(spot) == "aim"
    drive.drag(plan, [spot.toPoint(), (spot - QPointF(0, 20)).toPoint()])
    assert state.project.lens.aim[2] > aim[2]
    assert panel.lens.aim.currentText() == "A place of its own"
    drive.choose(panel.lens.keep, "Posts")
    assert state.project.lens.held_size == 3.0
    drive.choose(panel.lens.keep, "Nothing")
    drive.choose(panel.lens.aim, "Nothing")
    assert state.project.lens.aim is state.project.lens.held_size is None
    drive.type(panel.lens.sensor, "24 mm")
    assert state.project.lens.sensor_width == 24


def test_the_plan_zooms_pans_and_turns(drive):
    plan = drive.window.plan
    place = np.array((0.4, 0.0, 6.0))
    at = plan.spot(place)
    event = QWheelEvent(at, plan.mapToGlobal(at), QPoint(), QPoint(0, 240),
                        Qt.MouseButton.NoButton, Qt.KeyboardModifier.NoModifier,
                        Qt.ScrollPhase.NoScrollPhase, False)  # fmt: skip
    QApplication.sendEvent(plan, event)
    assert (plan.spot(place) - at).manhattanLength() < 1.5
    before = plan.spot(np.zeros(3))
    drive.drag(plan, [(20, 300), (50, 320)])
    assert (plan.spot(np.zeros(3)) - before - QPointF(30, 20)).manhattanLength() < 1.5
    drive.press(plan.buttons["free"])
    turned = list(plan.turn)
    drive.drag(plan, [(15, 380), (75, 400)])
    assert plan.turn != turned
    drive.state.go("Move")
    drive.settle()
    assert not plan.isVisible()


def test_a_click_takes_the_relief_that_is_drawn_there_and_not_its_plane():
    """One side of a relief stands far out: seen from the left it hangs over its flat layer's
    edge, seen from the right the background shows where its plane would be."""
    project, studio = build(picture(480, 270), [blob(480, 270, 216, 135, 70)],
                            Frame(480, 270, 12, 1.0))  # fmt: skip
    near = next(x for x in project.near_to_far if x.mask).id
    ramp = np.tile(np.linspace(0, 65535, 480).astype(np.uint16), (270, 1))
    layer = replace(project.layer(near), distance=3.0,
                    relief=Relief(thickness=1.2, sits=0.0, cut=1.0))  # fmt: skip
    project = replace(project.with_layer(layer), depth=Depth(studio.store.put(ramp), 2.0, 8.0))
    project = acts.set_distance(project, "background", 30.0)
    drive = Driver.with_scene((project, studio))
    state, view = drive.state, drive.window.view
    y, x = np.mgrid[0:270, 0:480] + 0.5
    for aside, hangs in ((-0.2, True), (0.2, False)):
        state.act("Aside", lambda p, a=aside: replace(p, lens=replace(p.lens, x=Track(a))))
        state.select("background")
        drive.settle()
        (placed,) = (s for s in scene_at(state.project, 0.0) if s.id == near)
        atlas = state.studio.atlas(state.project)
        alpha = render_light(state.project, atlas, 0.0, layers=[near]).light[..., 3]
        flat = placed.mapping.frame_to_plane(np.stack([x.ravel(), y.ravel()], 1))
        away = np.hypot(*(flat - (216, 135)).T).reshape(270, 480)
        where = ((alpha > 0.95) & (away > 74)) if hangs else ((alpha < 0.02) & (away < 66))
        where = cv2.erode(where.astype(np.uint8), np.ones((5, 5))) > 0
        assert where.sum() > 100
        row, column = np.argwhere(where)[where.sum() // 2]
        spot = view.to_view(column + 0.5, row + 0.5).toPoint()
        assert (near in layers_at(state, QPointF(column + 0.5, row + 0.5))) == hangs
        QTest.mouseClick(view, LEFT, pos=spot)
        drive.settle()
        assert state.selected == (near if hangs else "background")
    drive.close()
