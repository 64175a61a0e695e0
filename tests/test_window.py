"""The window, driven by mouse and key events."""

import time
from itertools import pairwise

import av
import cv2
import numpy as np
import pytest
from msgspec.structs import replace
from PIL import Image
from PySide6.QtCore import QPoint, Qt
from PySide6.QtTest import QTest
from PySide6.QtWidgets import QMessageBox

from conftest import picture
from driver import LEFT, RIGHT, Driver
from woodcock.demo import demo_photo
from woodcock.media import load_project, save_png
from woodcock.model import Delivery, Key, Track
from woodcock.pixels.store import PixelStore
from woodcock.stage import value_at

CTRL = Qt.KeyboardModifier.ControlModifier
SHIFT = Qt.KeyboardModifier.ShiftModifier


@pytest.fixture
def drive():
    driver = Driver()
    yield driver
    driver.close()


@pytest.fixture
def cut(drive, tmp_path):
    """A small photo opened and one layer cut from it by lasso."""
    save_png(tmp_path / "small.png", picture(640, 360, 2))
    drive.window.files.open(tmp_path / "small.png")
    drive.settle()
    drive.type(drive.window.panels["Photo"].width_box, "640")
    drive.type(drive.window.panels["Photo"].height_box, "360")
    drive.type(drive.window.panels["Photo"].seconds, "1")
    drive.key(Qt.Key.Key_2, CTRL)
    drive.press(drive.window.toolbox.buttons["lasso"])
    drive.draw([(200, 100), (330, 110), (340, 260), (210, 250)])
    assert len(drive.state.project.layers) == 2
    return drive


def tracked(frames, box):
    """How far the texture in `box` (x0, y0, x1, y1) travels over the clip: median, in pixels.

    Pyramidal Lucas-Kanade (Bouguet 2000, as in OpenCV) from frame to frame.
    """
    grey = [cv2.cvtColor(frame, cv2.COLOR_RGB2GRAY) for frame in frames]
    where = np.zeros_like(grey[0])
    where[box[1] : box[3], box[0] : box[2]] = 255
    start = cv2.goodFeaturesToTrack(grey[0], 60, 0.02, 5, mask=where)
    points, alive = start, np.ones(len(start), bool)
    for before, after in pairwise(grey):
        points, found, _ = cv2.calcOpticalFlowPyrLK(before, after, points, None, winSize=(25, 25))
        alive &= found.ravel() == 1
    assert alive.sum() >= 8
    return np.median((points - start)[alive, 0], axis=0)


def test_from_a_photo_to_a_clip(drive, tmp_path):
    window, state = drive.window, drive.state
    open_photo = window.panels["Photo"].open_button
    drive.with_file_dialog(lambda: QTest.mouseClick(open_photo, LEFT), demo_photo())
    assert state.project.photo.width == 2400
    panel = window.panels["Photo"]
    drive.choose(panel.size_box, "1280 × 720")
    drive.type(panel.seconds, "1 s")

    drive.press(window.path.buttons["Separate"])
    post = [(415, 380), (645, 395), (645, 700), (600, 1590), (330, 1590), (385, 1000)]
    drive.press(window.toolbox.buttons["lasso"])
    drive.draw([*post, post[0]])
    near = state.layer
    drive.type(window.panels["Separate"].layer.name, "Post")
    assert [layer.name for layer in state.project.near_to_far] == ["Post", "Background"]

    drive.press(window.path.buttons["Rebuild"])
    assert state.studio.ready(state.project)  # rebuilt in the background meanwhile
    drive.type(window.panels["Rebuild"].growth, "24")
    assert state.layer.hole_growth == 24
    assert state.studio.ready(state.project)

    drive.press(window.path.buttons["Stage"])
    rail, slat = window.rail, window.rail.slat(state.layer)
    before = window.lens_scene.image
    target = QPoint(round(rail.x_of(5.0)), round(slat.center().y()))
    drive.drag(rail, [slat.center().toPoint(), target])
    distance = state.project.layer(near.id).distance
    assert distance == pytest.approx(5.0, rel=0.05)
    assert window.lens_scene.image is not before  # drawn anew, and the same
    assert window.lens_scene.image == before

    drive.press(window.path.buttons["Move"])
    drive.press(window.panels["Move"].ready.tiles.tiles["slide"])
    drive.type(window.panels["Move"].ready.amount, "8")  # more than is safe, which it begins at
    drive.press(window.panels["Move"].ready.use)
    assert state.project.lens.x.animated

    drive.press(window.path.buttons["Export"])
    fix = window.panels["Export"].gaps.fix
    assert state.gap_report.gaps
    drive.press(fix)
    drive.settle()
    assert state.gap_report.gaps == ()

    clip = tmp_path / "clip.mp4"
    export = window.panels["Export"].make.export
    drive.with_file_dialog(lambda: QTest.mouseClick(export, LEFT), clip)
    assert drive.problems == []
    with av.open(str(clip)) as container:
        frames = [frame.to_ndarray(format="rgb24") for frame in container.decode(video=0)]
    assert len(frames) == 30
    assert frames[0].shape == (720, 1280, 3)
    # The slide starts off the rest pose, so look for the post's ropes and the lighthouse there.
    scale, lens = 1280 / 2400, state.project.lens
    focal = 35 / 36 * 1280
    travel = value_at(lens.x, state.project.frame.last) - value_at(lens.x, 0)
    top = (1600 - 1350) / 2  # the frame shows the photo's 16:9 middle

    def box(x0, y0, x1, y1, metres):
        shift = -value_at(lens.x, 0) * focal / metres
        return [round(v) for v in (x0 * scale + shift, (y0 - top) * scale, x1 * scale + shift,
                                   (y1 - top) * scale)]  # fmt: skip

    moved_near = tracked(frames, box(440, 560, 590, 1100, distance))
    moved_far = tracked(frames, box(880, 540, 1010, 700, 60.0))
    assert moved_near[0] == pytest.approx(-travel * focal / distance, rel=0.05)
    assert moved_near[0] / moved_far[0] == pytest.approx(60.0 / distance, rel=0.10)
    assert np.abs([moved_near[1], moved_far[1]]).max() < 0.5


def test_brush_adds_and_the_right_button_removes(cut):
    state, store = cut.state, cut.state.document.store
    layer_id = state.selected

    def covered():
        return int((store.get(state.project.layer(layer_id).mask.pixels) > 127).sum())

    lassoed = covered()
    assert lassoed == pytest.approx(130 * 150, rel=0.08)
    cut.press(cut.window.toolbox.buttons["brush"])
    cut.type(cut.window.panels["Separate"].options.brush_size, "40")
    cut.draw([(400, 180), (470, 180)])
    brushed = covered()
    assert brushed - lassoed == pytest.approx(70 * 36 + np.pi * 18**2, rel=0.05)  # at 80 % hardness
    cut.draw([(400, 180), (470, 180)], RIGHT)
    assert covered() == pytest.approx(lassoed, abs=60)
    assert state.document.undo_name == "Brush: take from Layer 1"
    for expected in (brushed, lassoed):
        cut.key(Qt.Key.Key_Z, CTRL)
        assert covered() == expected
    cut.key(Qt.Key.Key_Z, CTRL)
    assert len(state.project.layers) == 1
    cut.key(Qt.Key.Key_Z, CTRL | SHIFT)
    assert covered() == lassoed


def test_layers_are_hidden_shown_alone_renamed_and_deleted(cut):
    state, rows = cut.state, cut.window.timeline.rows
    layer = state.layer
    QTest.mouseClick(rows, LEFT, pos=rows.eye(rows.row(layer.id)).center().toPoint())
    assert not state.layer.visible
    QTest.mouseClick(rows, LEFT, pos=rows.eye(rows.row(layer.id)).center().toPoint())
    assert state.layer.visible
    QTest.mouseClick(rows, LEFT, pos=rows.alone(rows.row("background")).center().toPoint())
    assert [x.visible for x in state.project.near_to_far] == [False, True]
    QTest.mouseClick(rows, LEFT, pos=rows.alone(rows.row("background")).center().toPoint())
    assert all(x.visible for x in state.project.layers)
    state.select(layer.id)
    QTest.keyClick(rows, Qt.Key.Key_F2)
    QTest.keyClicks(rows._editor, "Rock")
    QTest.keyClick(rows._editor, Qt.Key.Key_Return)
    assert state.project.layer(layer.id).name == "Rock"
    cut.settle()
    cut.press(cut.window.panels["Separate"].layer.delete)
    assert len(state.project.layers) == 1


def test_dragging_sets_the_end_pose_and_things_follow_the_pointer(cut):
    state, window = cut.state, cut.window
    cut.key(Qt.Key.Key_5, CTRL)
    cut.draw([(300, 200), (310, 205), (340, 220)])
    frame = state.project.frame
    focal = 35 / 36 * 640
    assert value_at(state.project.lens.x, 0) == 0
    shift = -value_at(state.project.lens.x, frame.last) * focal / state.layer.distance
    assert shift == pytest.approx(40, abs=1.0 / window.view.zoom + 0.5)
    assert state.document.undo_name == "Set the end pose"
    cut.turn("poses")
    poses = window.panels["Move"].poses
    cut.type(poses.lens["z"], "50 cm")
    assert value_at(state.project.lens.z, frame.last) == pytest.approx(0.5)
    poses.easing.curve.setFocus()
    cut.type(poses.easing.curve, "0.2, 0.9, 0.4, 1")
    assert state.project.lens.z.keys[0].easing.y1 == 0.9
    cut.turn("layer")
    cut.type(window.panels["Move"].layer.pose["scale"], "115%")
    keys = state.layer.pose.scale.keys
    assert [(k.time, k.value) for k in keys] == [(0.0, 1.0), (state.time, 1.15)]


def test_space_plays_in_a_loop_without_slowing_down(cut):
    cut.key(Qt.Key.Key_5, CTRL)
    cut.press(cut.window.panels["Move"].ready.use)
    seen = []
    cut.state.time_changed.connect(lambda: seen.append((time.monotonic(), cut.state.time)))
    QTest.keyClick(cut.window.view, Qt.Key.Key_Space)
    end = time.monotonic() + 2.4
    while time.monotonic() < end:
        cut.app.processEvents()
        time.sleep(0.002)
    QTest.keyClick(cut.window.view, Qt.Key.Key_Space)
    assert not cut.state.playing
    turns = sum(b < a for (_, a), (_, b) in pairwise(seen))
    assert turns >= 2  # round more than twice in 2.4 s: the clip's own second is kept
    # Dropped frames are allowed, a playhead that lags behind the clock is not.
    (t0, first), (t1, last) = seen[0], seen[-1]
    assert (t1 - t0) - (last - first) == pytest.approx(round((t1 - t0) - (last - first)), abs=0.2)


def test_placing_a_portrait_photo_turned_by_exif(drive, tmp_path):
    exif = Image.Exif()
    exif[0x0112] = 6
    Image.fromarray(picture(600, 400)).save(tmp_path / "upright.jpg", exif=exif)
    drive.window.files.open(tmp_path / "upright.jpg")
    drive.settle()
    assert (drive.state.project.photo.width, drive.state.project.photo.height) == (400, 600)
    drive.draw([(900, 500), (900, 600), (900, 700)])
    placed = drive.state.project.placement
    assert placed.y == pytest.approx(0.5 - 200 / (1920 / 400) / 600, abs=0.005)
    assert placed.x == pytest.approx(0.5)
    drive.key(Qt.Key.Key_Z, CTRL)
    assert drive.state.project.placement.y == pytest.approx(0.5)


def test_saving_recent_files_and_the_question_at_the_end(cut, tmp_path):
    path = tmp_path / "saved.woodcock"
    cut.with_file_dialog(lambda: QTest.keyClick(cut.window, Qt.Key.Key_S, CTRL), path)
    assert load_project(path, PixelStore()) == cut.state.project
    assert not cut.state.document.unsaved
    cut.state.act("Change", lambda p: replace(p, lens=replace(p.lens, focal_length=50)))
    asked = cut.with_question(cut.window.close, "Cancel")
    assert "not saved" in asked[0]
    assert cut.window.isVisible()
    cut.with_question(cut.window.close, "Save")
    assert not cut.window.isVisible()
    assert load_project(path, PixelStore()).lens.focal_length == 50


def test_failures_are_told_and_lose_nothing(cut, tmp_path):
    kept = cut.state.project
    (tmp_path / "bad.woodcock").write_bytes(b"PK damaged")
    cut.state.document.mark_saved(kept, None)
    cut.window.files.open(tmp_path / "bad.woodcock")
    cut.settle()
    cut.window.work.exports.add(Delivery(), tmp_path / "none" / "x.mp4")
    cut.settle()
    assert "does not exist" in cut.window.status.message.all
    cut.window.files.save_to(tmp_path / "none" / "x.woodcock")
    cut.settle()
    assert len(cut.problems) == 1
    assert "damaged" in cut.problems[0]
    boxes = {box.text(): box for box in cut.window.findChildren(QMessageBox)}
    unsaved = next(box for text, box in boxes.items() if "does not exist" in text)
    assert "Save elsewhere …" in [x.text().replace("&", "") for x in unsaved.buttons()]
    assert cut.state.project == kept
    for box in boxes.values():
        box.close()


def test_cancelling_an_export_leaves_no_file(cut, tmp_path):
    cut.type(cut.window.panels["Photo"].seconds, "60")
    cut.window.work.exports.add(Delivery(), tmp_path / "long.mp4")
    end = time.monotonic() + 30
    while not (cut.window.status.cancel.isVisible() and cut.window.status.progress.value() > 20):
        cut.app.processEvents()
        assert time.monotonic() < end
    QTest.mouseClick(cut.window.status.cancel, LEFT)
    cut.settle()
    assert [path.name for path in tmp_path.iterdir()] == ["small.png"]
    assert "cancelled" in cut.window.status.message.all


def test_what_could_not_be_saved_is_not_begun():
    """More keys than a file holds: told at the act, and nothing of it is done."""
    drive = Driver.with_small_demo("Move", "Dinghy")
    before = drive.state.project
    keys = tuple(Key(n / 1000, 0.001 * n) for n in range(400_000))
    many = replace(before.lens, x=Track(0.0, keys))
    assert not drive.state.act("Many keys", lambda project: replace(project, lens=many))
    assert "150,000 keys" in drive.problems.pop() and drive.state.project == before
    drive.close()
