"""The parts of the window, one by one: numbers, rail, timeline, path, view, theme."""

import re

import cv2
import numpy as np
import pytest
from msgspec.structs import replace
from PySide6.QtCore import QPoint, QPointF, Qt
from PySide6.QtGui import QWheelEvent
from PySide6.QtTest import QTest
from PySide6.QtWidgets import QAbstractButton, QApplication, QComboBox, QLineEdit

from conftest import picture, small_demo
from driver import LEFT, Driver
from woodcock.app import theme
from woodcock.app.controls.fields import DragLabel, Number, refusals
from woodcock.app.metres import format_metres, rounded
from woodcock.app.path_bar import step_state
from woodcock.app.picture.image import hatched
from woodcock.app.rebuild.rebuilt_pictures import stacked
from woodcock.app.state import STEPS
from woodcock.media import save_png
from woodcock.model import Frame
from woodcock.session import acts, finishing
from woodcock.stage import apply_move

CTRL = Qt.KeyboardModifier.ControlModifier


@pytest.fixture(scope="module")
def drive():
    """One window with the demo in it, for tests that put back what they change."""
    driver = Driver()
    project = small_demo(driver.state.document.store)
    driver.state.document.open(acts.set_frame(project, replace(project.frame, seconds=1.0)), None)
    driver.settle()
    yield driver
    driver.close()


@pytest.fixture(autouse=True)
def as_it_was(drive):
    """Every test begins with the same project, step and playhead."""
    project = drive.state.project
    drive.window.activateWindow()
    drive.state.go("Stage")
    drive.state.seek(0)
    drive.state.select("background")
    drive.settle()
    yield
    drive.state.document.act("Put back", project)
    drive.settle()


def luminance(colour):
    """WCAG 2.1, relative luminance."""
    parts = [int(colour[i : i + 2], 16) / 255 for i in (1, 3, 5)]
    light = [p / 12.92 if p <= 0.03928 else ((p + 0.055) / 1.055) ** 2.4 for p in parts]
    return float(np.dot(light, (0.2126, 0.7152, 0.0722)))


def contrast(a, b):
    high, low = sorted((luminance(a), luminance(b)), reverse=True)
    return (high + 0.05) / (low + 0.05)


@pytest.mark.parametrize("look", theme.THEMES.values(), ids=theme.THEMES)
def test_text_has_enough_contrast(look):
    """WCAG 2.1, success criterion 1.4.3: 4.5 to 1."""
    for text in (look.text, look.dim, look.warning):
        for ground in (look.ground, look.panel):
            assert contrast(text, ground) >= 4.5, (text, ground)
    assert contrast(look.text, look.raised) >= 4.5
    assert contrast(look.on_accent, look.accent) >= 4.5
    assert len({look.surround[i : i + 2] for i in (1, 3, 5)}) == 1  # neutral grey
    assert len(set(theme.LAYER_COLOURS)) == len(theme.LAYER_COLOURS) >= acts.COLOURS


def test_every_control_says_what_it_does_and_can_be_reached_by_key(drive):
    for step in STEPS:
        drive.state.go(step)
        drive.settle()
        panel = drive.window.panels[step]
        for kind in (QAbstractButton, Number, QComboBox, QLineEdit):
            for control in panel.findChildren(kind):
                if control.objectName() == "qt_spinbox_lineedit":
                    continue
                name = getattr(control, "text", lambda: "")() or type(control).__name__
                assert control.toolTip(), f"{step}: {name} has no tool tip"
                assert control.focusPolicy() & Qt.FocusPolicy.TabFocus, f"{step}: {name}"
    for button in drive.window.toolbox.findChildren(QAbstractButton):
        assert button.toolTip()
    shortcuts = [
        a.shortcut().toString()
        for a in drive.window.findChildren(type(drive.window.menuBar().actions()[0]))
    ]
    used = [keys for keys in shortcuts if keys]
    assert len(used) == len(set(used)) >= 14


@pytest.mark.parametrize(
    ("unit", "typed", "value"),
    [("m", "2.5 m", 2.5), ("m", "250cm", 2.5), ("m", "0,5", 0.5), ("m", "1.2km", 1200.0),
     ("mm", "35mm", 35.0), ("mm", "3.5 cm", 35.0), ("%", "115%", 115.0), ("°", "-12.5°", -12.5),
     ("m", "nonsense", 7.0), ("m", "1.2.3", 7.0)],
)  # fmt: skip
def test_numbers_take_what_people_type(drive, unit, typed, value):
    number, edits = Number(-10_000, 10_000, 0.1, 2, unit, "tip"), []
    number.show_value(7.0)
    number.edited.connect(edits.append)
    number.show()
    number.activateWindow()
    number.lineEdit().selectAll()
    QTest.keyClicks(number.lineEdit(), typed)
    QTest.keyClick(number.lineEdit(), Qt.Key.Key_Return)
    assert number.value() == pytest.approx(value)
    assert edits == ([] if value == 7.0 else [value])  # told once, by a person only
    number.close()


def test_a_number_out_of_range_is_refused_with_the_range():
    """Typed, in other units too, and as a sum; what was there stays and nobody is told a value."""
    number, said, edited = Number(1000, 12_000, 100, 0, "K", "Warmth"), [], []
    number.setAccessibleName("Warmth")
    refusals.told.connect(said.append)
    number.edited.connect(edited.append)
    number.show_value(6500)
    number.show()
    for text in ("-8", "13000", "5000*3"):
        number.setFocus()
        number.selectAll()
        QTest.keyClicks(number.lineEdit(), text)
        QTest.keyClick(number.lineEdit(), Qt.Key.Key_Return)
        QApplication.processEvents()
        assert number.value() == 6500 and set(edited) <= {6500.0}
        ends = [f"{number.textFromValue(x)} K" for x in (1000, 12_000)]
        assert said == [f"Warmth goes from {ends[0]} to {ends[1]}; it is as it was."], text
        assert number.text().startswith("6")
        said.clear()
    number.selectAll()
    QTest.keyClicks(number.lineEdit(), "1700")
    QTest.keyClick(number.lineEdit(), Qt.Key.Key_Return)
    assert number.value() == 1700 and edited[-1] == 1700
    refusals.told.disconnect(said.append)


def test_a_number_is_dragged_by_its_name(drive):
    number, edits = Number(0, 100, 0.5, 1, "m", "tip"), []
    number.show_value(10)
    number.edited.connect(edits.append)
    label = DragLabel("Distance", number)
    label.show()
    QTest.mousePress(label, LEFT, pos=QPoint(5, 5))
    QTest.mouseMove(label, QPoint(45, 5))
    QTest.mouseRelease(label, LEFT, pos=QPoint(45, 5))
    assert number.value() == pytest.approx(10 + 10 * 0.5)
    assert edits[-1] == number.value()
    label.close()


def test_the_rail_is_logarithmic_and_moves_by_key(drive):
    rail, state = drive.window.rail, drive.state
    ones = [rail.x_of(d) for d in (2, 4, 8, 16)]
    np.testing.assert_allclose(np.diff(ones), np.diff(ones)[0])
    for metres in (1.5, 3.0, 47.0):
        assert rail.metres_at(rail.x_of(metres)) == pytest.approx(metres)
    dinghy = next(x for x in state.project.layers if x.name == "Dinghy")
    QTest.mouseClick(rail, LEFT, pos=rail.slat(dinghy).center().toPoint())
    assert state.selected == dinghy.id
    QTest.keyClick(rail, Qt.Key.Key_Right)
    assert state.project.layer(dinghy.id).distance == pytest.approx(10.5)
    far = QPoint(round(rail.x_of(90.0)), 40)
    drive.drag(rail, [rail.slat(state.project.layer(dinghy.id)).center().toPoint(), far])
    moved = state.project.layer(dinghy.id).distance
    assert moved == pytest.approx(60 / 1.001)  # nothing passes behind the background
    assert [rounded(x) for x in (3.14159, 31.4159, 314.159)] == [3.1, 31, 314]
    assert [format_metres(x) for x in (3, 12.345, 2500)] == ["3 m", "12.3 m", "2.5 km"]


def test_the_timeline_seeks_snaps_and_steps(drive):
    timeline, state = drive.window.timeline, drive.state
    ruler, frame = timeline.ruler, state.project.frame
    drive.drag(ruler, [QPoint(round(ruler.x_of(0)), 10), QPoint(round(ruler.x_of(0.5)), 10)])
    assert state.time == pytest.approx(0.5, abs=0.02)
    assert state.time * frame.rate == pytest.approx(round(state.time * frame.rate))
    QTest.keyClick(drive.window.view, Qt.Key.Key_Right)
    assert state.time == pytest.approx(0.5 + 1 / 30, abs=0.02)
    QTest.keyClick(drive.window.view, Qt.Key.Key_End)
    assert state.time == frame.last
    QTest.keyClick(drive.window.view, Qt.Key.Key_Right)
    assert state.time == frame.last
    peg = QPoint(round(ruler.x_of(0)) + 4, 12)  # a little beside the lens's first peg
    QTest.mouseClick(timeline.lanes, LEFT, pos=peg)
    assert state.time == 0
    names = [entry.thing.name for entry in timeline.rows.entries]
    assert names == ["Reeds", "Posts", "Dinghy", "Background"]  # near on top
    QTest.keyClick(timeline.rows, Qt.Key.Key_Up)
    assert state.layer.name == "Dinghy"


def test_the_path_tells_each_step(drive):
    state = drive.state
    told = {step: step_state(state, step)[0] for step in STEPS}
    assert told == {
        "Photo": "1920×1080", "Separate": "4 layers", "Rebuild": "rebuilt", "Stage": "2.2 to 60 m",
        "Move": "moving", "Finish": "as it is", "Export": "1 s · 30 fps",
    }  # fmt: skip
    for number, step in enumerate(STEPS, 1):
        QTest.keyClick(drive.window, Qt.Key(Qt.Key.Key_0.value + number), CTRL)
        drive.app.processEvents()
        assert state.step == step
        assert drive.window.path.buttons[step].isChecked()
    state.act("Far", lambda p: acts.set_start_and_end(acts.still(p), {"x": (0.0, 9.0)}))
    drive.settle()
    assert step_state(state, "Export") == ("1 gap", True)
    state.act("Soft", lambda p: finishing.set_defocus(finishing.set_shutter(p, on=True), on=True))
    assert step_state(state, "Finish") == ("focus, shutter", False)
    state.act("Still", acts.still)
    assert step_state(state, "Move") == ("no move yet", True)


def test_zooming_keeps_the_place_under_the_pointer(drive):
    view = drive.window.view
    at = QPointF(300, 180)
    before = view.to_scene(at)
    for _ in range(3):
        wheel = QWheelEvent(
            at, view.mapToGlobal(at), QPoint(), QPoint(0, 120), Qt.MouseButton.NoButton,
            Qt.KeyboardModifier.NoModifier, Qt.ScrollPhase.NoScrollPhase, False,
        )  # fmt: skip
        QApplication.sendEvent(view, wheel)
    after = view.to_scene(at)
    assert view.zoom == pytest.approx(view.fitted * 1.2**3)
    assert (after - before).manhattanLength() < 1e-6
    drive.drag(view, [QPoint(300, 180), QPoint(340, 200)], Qt.MouseButton.MiddleButton)
    panned = view.to_scene(QPointF(340, 200))
    assert (panned - before).manhattanLength() < 1e-6
    QTest.keyClick(drive.window, Qt.Key.Key_0, CTRL)
    assert view.zoom == view.fitted
    view.set_zoom(1000)
    assert view.zoom == 16  # 1600 %
    view.fit()


def test_a_click_in_the_picture_selects_what_is_nearest_there(drive):
    state, view = drive.state, drive.window.view
    scale = 1920 / 2400  # places in the full-size photo
    for photo_x, photo_y, name in ((500, 1000, "Posts"), (1300, 940, "Dinghy"),
                                   (1500, 300, "Background")):  # fmt: skip
        place = view.to_view(photo_x * scale, (photo_y - 125) * scale)
        QTest.mouseClick(view, LEFT, pos=place.toPoint())
        assert state.layer.name == name


def test_the_lens_tools_do_what_they_say(drive):
    state, window = drive.state, drive.window
    drive.state.act("Still", acts.still)
    drive.key(Qt.Key.Key_5, CTRL)
    start, frame = (900, 500), state.project.frame
    drags = (("push", (900, 380), "z"), ("turn", (780, 500), "yaw"), ("turn", (900, 620), "pitch"),
             ("roll", (800, 500), "roll"))  # fmt: skip
    for name, to, track in drags:
        drive.press(window.toolbox.buttons[name])
        drive.draw([start, ((start[0] + to[0]) / 2, (start[1] + to[1]) / 2), to])
        keys = getattr(state.project.lens, track).keys
        assert [k.time for k in keys] == [0.0, frame.last]
        assert keys[0].value == 0
        assert keys[1].value > 0, name
    drive.turn("poses")
    drive.press(window.panels["Move"].poses.choice.buttons()[0])
    assert state.tools.pose == "start"
    assert state.time == 0
    drive.press(window.toolbox.buttons["slide"])
    drive.draw([start, (850, 500), (800, 500)])
    assert state.project.lens.x.keys[0].value > 0
    assert state.project.lens.x.keys[-1].value == 0


def test_moving_back_to_rest_and_easing(drive):
    state, panel = drive.state, drive.window.panels["Move"]
    drive.key(Qt.Key.Key_5, CTRL)
    drive.turn("poses")
    drive.choose(panel.poses.easing.box, "Linear")
    assert {k.easing.x2 for k in state.project.lens.z.keys} == {1.0}
    drive.turn("ready")
    drive.type(panel.ready.amount, "30")
    assert state.project.lens.z.keys[-1].value == pytest.approx(2.2 * (1 - 1 / 1.3))
    drive.turn("poses")
    drive.type(panel.poses.easing.curve, "1, 2, x")
    assert "four numbers" in drive.problems[-1]
    for box in drive.window.findChildren(QApplication.activeModalWidget().__class__):
        box.close()
    drive.turn("layer")
    drive.type(panel.layer.pose["opacity"], "40")
    drive.press(panel.layer.unset["opacity"])
    assert not state.layer.pose.opacity.keys


def test_gaps_are_hatched_and_nothing_else():
    plain = picture(64, 48)
    cover = np.full((48, 64), 255, np.uint8)
    np.testing.assert_array_equal(hatched(plain.copy(), cover), plain)
    cover[:, :10] = 254
    marked = hatched(plain.copy(), cover)
    np.testing.assert_array_equal(marked[:, 10:], plain[:, 10:])
    assert len(np.unique(marked[:, :10].reshape(-1, 3), axis=0)) == 2


def test_rebuild_shows_the_photo_again_when_all_plates_are_stacked(drive):
    state = drive.state
    atlas = state.studio.atlas(state.project)
    ids = [layer.id for layer in state.project.near_to_far]
    photo = state.document.store.get(state.project.photo.pixels)
    np.testing.assert_array_equal(stacked(atlas, ids, (600, 400))[..., :3], photo)
    alone = stacked(atlas, ids[:1], (600, 400))
    mask = state.document.store.get(state.project.near_to_far[0].mask.pixels)
    sure = cv2.erode(mask, np.ones((11, 11), np.uint8)) == 255
    assert sure.any() and (alone[..., 3][sure] == 255).all()


def test_themes_change_while_it_runs(drive):
    before = drive.window.grab().toImage()
    light = next(a for a in drive.window.findChildren(type(drive.window.menuBar().actions()[0]))
                 if "Paper (light)" in a.text())  # fmt: skip
    light.trigger()
    drive.settle()
    assert drive.window.grab().toImage() != before
    for button in drive.window.findChildren(QAbstractButton):
        if button.property("symbol") and not button.isChecked():
            drawn = button.icon().pixmap(18).toImage()
            inked = [drawn.pixelColor(x, y) for x in range(18) for y in range(18)]
            dark = max(colour.lightness() for colour in inked if colour.alpha() > 200)
            assert dark < 100 or button.objectName() == "primary", button.toolTip()
    next(a for a in drive.window.findChildren(type(light)) if "Dusk (dark)" in a.text()).trigger()
    drive.settle()
    assert theme.current() is theme.DUSK


def test_rebuild_tells_and_draws_what_the_move_reveals(drive):
    state, view = drive.state, drive.window.view
    drive.key(Qt.Key.Key_3, CTRL)
    panel = drive.window.panels["Rebuild"]
    says = r"Background: up to (\d+)\xa0px .* ([\d.]+)\xa0% .*all of it rebuilt"
    found = re.search(says, panel.reveal.text())
    assert found
    reveal = state.studio.known_reveal(state.project).layers["background"]
    assert int(found[1]) == round(reveal.reach)
    assert float(found[2]) == pytest.approx(reveal.share * 100, abs=0.05)
    state.select("background")
    drive.settle()
    before = view.grab().toImage()
    drive.press(panel.overlay)
    rows, columns = np.nonzero(reveal.frames == reveal.frames.max())
    step = 600 / reveal.frames.shape[1]
    at = view.to_view(columns[0] * step + step / 2, rows[0] * step + step / 2).toPoint()
    assert view.grab().toImage().pixel(at) != before.pixel(at)
    drive.press(panel.overlay)
    assert view.grab().toImage().pixel(at) == before.pixel(at)
    first = state.studio.frame(state.project, state.project.frame.last)
    drive.press(panel.another)
    second = state.studio.frame(state.project, state.project.frame.last)
    assert (first != second).any()
    drive.press(panel.pieces)
    assert state.project.whole_pieces and state.studio.ready(state.project)
    drive.key(Qt.Key.Key_Z, CTRL)
    assert not panel.pieces.isChecked()
    drive.press(panel.all)
    assert state.project.rebuild_all
    assert state.studio.ready(state.project)
    for _ in range(2):
        drive.key(Qt.Key.Key_Z, CTRL)
    again = state.studio.frame(state.project, state.project.frame.last)
    np.testing.assert_array_equal(again, first)
    drive.press(panel.fullest)
    assert state.step == "Move"
    assert round(state.time * state.project.frame.rate) == reveal.fullest


def test_what_is_painted_out_is_gone_from_the_clip_and_comes_back(drive):
    state, view = drive.state, drive.window.view
    drive.key(Qt.Key.Key_3, CTRL)
    before = state.studio.frame(state.project, 0.0).astype(int)
    drive.press(drive.window.toolbox.buttons["remove"])
    panel = drive.window.panels["Rebuild"]
    drive.type(panel.options.brush_size, "14 px")
    drive.draw([(228, 132), (226, 168)])  # the lighthouse, at a quarter of the photo's size
    removed = state.document.store.get(state.project.removed)
    assert removed[150, 227] == 255
    after = state.studio.frame(state.project, 0.0).astype(int)
    changed = np.argwhere(np.abs(after - before).max(2) > 12)
    assert len(changed) > 50
    place = np.median(changed, axis=0) / (1920 / 600)  # another fill may differ a little elsewhere
    assert abs(place[1] - 227) < 12
    assert state.document.undo_name == "Remove"
    drive.draw([(228, 132), (226, 168)], Qt.MouseButton.RightButton)
    assert state.project.removed is None
    np.testing.assert_array_equal(state.studio.frame(state.project, 0.0), before)
    drive.key(Qt.Key.Key_Z, CTRL)
    # Two strokes, the second before the first is taken in: neither is lost.
    for x in (60, 500):
        ends = [view.to_view(x, y).toPoint() for y in (60, 80)]
        QTest.mousePress(view, LEFT, pos=ends[0])
        QTest.mouseMove(view, ends[1])
        QTest.mouseRelease(view, LEFT, pos=ends[1])
    drive.settle()
    both = state.document.store.get(state.project.removed)
    assert both[70, 60] == both[70, 500] == both[150, 227] == 255
    drive.press(panel.restore)
    assert state.project.removed is None
    drive.press(drive.window.toolbox.buttons["look"])
    assert view.scene.cursor() == Qt.CursorShape.ArrowCursor


def test_frame_and_photo_controls(drive, tmp_path):
    state = drive.state
    plain = acts.new_project(
        picture(600, 400), "plain", state.document.store, Frame(640, 360, 30, 1.0)
    )
    state.document.act("A plain photo", apply_move(plain, "push-in", 10))
    drive.key(Qt.Key.Key_1, CTRL)
    panel = drive.window.panels["Photo"]
    drive.choose(panel.size_box, "1080 × 1920")
    assert (state.project.frame.width, state.project.frame.height) == (1080, 1920)
    drive.choose(panel.rate, "25")
    assert state.project.frame.rate == 25
    assert state.project.lens.z.keys[-1].time == pytest.approx(state.project.frame.last)
    drive.type(panel.zoom, "130%")
    assert state.project.placement.zoom == pytest.approx(1.3)
    buttons = {b.text(): b for b in panel.findChildren(QAbstractButton) if b.text()}
    drive.press(buttons["Fit"])
    assert "does not cover" in panel.advice.text()
    drive.press(buttons["1:1"])
    assert state.project.placement.zoom == pytest.approx(400 / 1920)
    drive.press(buttons["Cover"])
    assert state.project.placement.zoom == 1.0
    tiny = replace(state.project.frame, width=1440, height=810)
    state.act("Large", lambda p: acts.set_frame(p, tiny))
    drive.settle()
    assert re.search(r"2\.4 times as large", panel.advice.text())
    drive.type(panel.factor, "1.2")
    drive.press(panel.enlarge)
    assert (state.project.photo.width, state.project.photo.height) == (720, 480)
    assert re.search(r"2\.0 times as large", panel.advice.text())
    drive.key(Qt.Key.Key_Z, CTRL)
    assert state.project.photo.width == 600
    save_png(tmp_path / "x.png", picture(8, 8))
