"""Finish, with mouse and keys: focus pulled by clicks, a growing blur, a shutter, held frames."""

import av
import cv2
import numpy as np
import pytest
from msgspec.structs import replace
from PySide6.QtCore import QPoint, QPointF, Qt
from PySide6.QtTest import QTest

from conftest import build, picture
from driver import LEFT, Driver
from woodcock.app.finish.handles import handles_of
from woodcock.app.picture.pointing import layer_at
from woodcock.model import LENS, Delivery, Frame, Mask, tracks_of
from woodcock.session import acts, finishing
from woodcock.session.deliver import deliver
from woodcock.stage import focus_at, photo_to_frame


@pytest.fixture
def drive():
    """Four seconds of the demo at a quarter of its size, in Finish."""
    driver = Driver.in_finish(4.0)
    yield driver
    assert driver.problems == []
    driver.close()


def rows(drive):
    return drive.window.panels["Finish"].lens


def layer(drive, name):
    return next(x for x in drive.state.project.layers if x.name == name)


def click(drive, x, y):
    """Click a place of the frame."""
    QTest.mouseClick(drive.window.view, LEFT, pos=drive.window.view.to_view(x, y).toPoint())
    drive.settle()
    drive.reopens()


def frames_of(path):
    with av.open(str(path)) as made:
        return [frame.to_ndarray(format="rgb24") for frame in made.decode(video=0)]


def test_focus_is_pulled_from_near_to_middle_and_the_far_blurs(drive, tmp_path):
    state, page = drive.state, rows(drive)
    drive.press(page.focus.on)
    drive.type(page.focus.numbers["f_number"], "0.9")
    drive.press(page.when.choice.buttons()[1])  # pegged at the playhead
    posts, dinghy = layer(drive, "Posts"), layer(drive, "Dinghy")
    for seconds, place, metres in ((0.0, (78, 150), posts), (3.0, (245, 160), dinghy)):
        state.seek(seconds)
        drive.press(page.focus.pick)
        click(drive, *place)
        assert focus_at(state.project, seconds) == pytest.approx(metres.distance, rel=1e-6)
        assert not page.focus.pick.isChecked()
    assert [key.time for key in tracks_of(state.project, LENS)["focus"].keys] == [0.0, 3.0]
    drive.type(page.focus.hunting, "20")
    pull = [focus_at(state.project, k / 12) for k in range(48)]
    assert max(pull) > 1.05 * dinghy.distance and pull[-1] == pytest.approx(dinghy.distance)
    state.select(layer(drive, "Background").id)
    state.seek(0.0)
    drive.press(page.blur.on)
    drive.type(page.blur.numbers["blur"], "0")
    state.seek(state.project.frame.last)
    drive.type(page.blur.numbers["blur"], "40")
    path = tmp_path / "pull.mp4"
    deliver(state.project, Delivery(), path, state.studio)
    made = frames_of(path)

    def sharp(frame, left, top, right, bottom):
        grey = cv2.cvtColor(made[frame], cv2.COLOR_RGB2GRAY).astype(np.float32)
        return cv2.Laplacian(grey[top:bottom, left:right], cv2.CV_32F).var()

    post, boat, sky = (60, 90, 100, 240), (190, 130, 330, 180), (130, 80, 200, 130)
    assert sharp(0, *post) > 2 * sharp(46, *post)
    assert sharp(46, *boat) > 2 * sharp(0, *boat)
    assert sharp(46, *sky) < sharp(24, *sky)
    # The exported frames are those of the still picture.
    still = state.studio.frame(state.project, state.project.frame.time(20))
    assert np.abs(made[20].astype(int) - still).mean() < 2.5


def test_the_focus_stays_on_a_layer_and_b_shows_the_picture_without(drive):
    state, page, window = drive.state, rows(drive), drive.window
    plain = window.lens_scene.image.copy()
    drive.press(page.focus.on)
    drive.type(page.focus.numbers["f_number"], "0.7")
    dinghy = layer(drive, "Dinghy")
    drive.choose(page.focus.follow, "Dinghy")
    assert focus_at(state.project, 0.0) == pytest.approx(dinghy.distance)
    assert not page.focus.numbers["focus"].isEnabled()
    moved = replace(dinghy, distance=6.0)
    state.act("Nearer", lambda p: p.with_layer(replace(p.layer(dinghy.id), distance=6.0)))
    drive.settle()
    assert focus_at(state.project, 0.0) == pytest.approx(moved.distance)
    soft = window.lens_scene.image.copy()
    assert soft != plain
    QTest.keyPress(window.view, Qt.Key.Key_B)
    drive.settle()
    assert window.lens_scene.image == plain
    QTest.keyRelease(window.view, Qt.Key.Key_B)
    drive.settle()
    assert window.lens_scene.image == soft
    drive.press(page.focus.sharp)
    assert window.lens_scene.image != soft
    drive.press(page.focus.sharp)
    # Each act is one step back, to the picture as it was.
    while state.document.undo_name:
        state.document.undo()
    drive.settle()
    assert window.lens_scene.image == plain


def test_a_click_at_once_after_a_cut_takes_what_is_there_now(drive):
    """A piece off a layer, and a click where it was before its plates are rebuilt."""
    state, page = drive.state, rows(drive)
    dinghy, photo = layer(drive, "Dinghy"), state.project.photo
    store, told = state.document.store, []
    state.told.connect(told.append)
    mask = store.get(dinghy.mask.pixels)
    ys, xs = np.nonzero(mask == 255)
    y, x = (int(v) for v in np.median(np.stack([ys, xs]), axis=1))
    by = photo_to_frame(photo, state.project.placement, (480, 270))
    u, v, w = by @ (x + 0.5, y + 0.5, 1.0)
    place = QPointF(u / w, v / w)
    assert layer_at(state, place) == dinghy.id
    less = mask.copy()
    less[y - 12 : y + 13, x - 12 : x + 13] = 0
    cut = replace(dinghy, content=Mask(store.put(less)))
    drive.press(page.focus.on)
    drive.press(page.focus.pick)
    state.act("A piece off", lambda p: p.with_layer(cut))
    drive.app.processEvents()
    assert not state.studio.ready(state.project)
    view = drive.window.view
    QTest.mouseClick(view, LEFT, pos=view.to_view(place.x(), place.y()).toPoint())
    drive.app.processEvents()
    taken = layer_at(state, place)
    assert taken != dinghy.id
    behind = state.project.layer(taken)
    assert f"Focus on {behind.name}" in told[-1]
    assert focus_at(state.project, 0.0) == pytest.approx(behind.distance, rel=0.01)
    drive.settle()


def test_where_a_blur_grows_from_is_dragged_in_the_picture(drive):
    state, page, view = drive.state, rows(drive), drive.window.view
    state.select(layer(drive, "Background").id)
    drive.press(page.blur.on)
    drive.press(page.blur.outwards)
    photo = state.project.photo
    scale = 480 / photo.width
    start = view.to_view(240, photo.height / 2 * scale - (photo.height * scale - 270) / 2)
    end = view.to_view(400, 200)
    drive.drag(view, [start.toPoint(), end.toPoint(), end.toPoint()])
    blur = layer(drive, "Background").blur
    assert blur.x.base * scale == pytest.approx(400, abs=3)
    before = state.project
    state.document.undo()
    drive.settle()
    assert layer(drive, "Background").blur.x.base == pytest.approx(photo.width / 2)
    state.document.redo()
    assert state.project == before
    # A locked layer keeps its blur.
    name = layer(drive, "Background").id
    assert finishing.switch_blur(state.project, name, False).layer(name).blur is None


def test_chosen_layers_are_blurred_together_about_one_place(drive):
    """Ticked, typed and dragged with three chosen; or everything like one."""
    state, page, view = drive.state, rows(drive), drive.window.view
    ids = [x.id for x in state.project.near_to_far if x.mask][:3]
    state.select(ids[0], frozenset(ids[1:]))
    drive.settle()
    drive.press(page.blur.on)
    drive.type(page.blur.numbers["blur"], "20")
    drive.press(page.blur.outwards)
    drive.type(page.blur.numbers["blur x"], "25")

    def blurs():
        return [state.project.layer(x).blur for x in ids]

    assert {x.amount.base for x in blurs()} == {20.0} and all(x.outwards for x in blurs())
    assert {x.x.base for x in blurs()} == {0.25 * state.project.photo.width}
    assert state.project.background.blur is None
    (handle,) = handles_of(state)
    at = view.to_view(handle.at.x(), handle.at.y())
    drive.drag(view, [at.toPoint(), at.toPoint() + QPoint(30, 10)])
    places = {(x.x.base, x.y.base) for x in blurs()}
    (place,) = places
    assert place[0] > 0.27 * state.project.photo.width
    drive.press(page.blur.all)
    assert {x.blur for x in state.project.layers} == {blurs()[0]}
    drive.press(page.blur.on)
    assert not any(x.blur for x in state.project.layers)
    for _ in range(7):
        state.document.undo()
    drive.settle()
    assert not any(x.blur for x in state.project.layers) and not state.document.undo_name


def test_shutter_and_held_pictures_are_set_and_told(drive):
    state, page = drive.state, rows(drive)
    drive.press(page.shutter.on)
    assert state.project.lens.shutter.on and "Hardly anything" in page.shutter.looks.text()
    state.act("Fast", lambda p: acts.set_start_and_end(p, {"x": (0.0, 3.0)}))
    state.seek(2.0)
    drive.settle()
    assert "the mean of" in page.shutter.looks.text()
    drive.type(page.shutter.numbers["shutter"], "360")
    assert state.project.lens.shutter.angle.base == 360
    drive.choose(page.shutter.held, "2 frames (on twos)")
    assert state.project.frame.held == 2
    state.seek(24 / 12)
    drive.settle()
    image = drive.window.lens_scene.image.copy()
    state.seek(25 / 12)
    drive.settle()
    assert drive.window.lens_scene.image == image
    drive.reopens()


def test_without_a_photo_finish_waits():
    driver = Driver()
    driver.state.go("Finish")
    driver.settle()
    assert not driver.window.panels["Finish"].isEnabled()
    driver.close()


def test_what_is_set_at_the_playhead_is_a_pull_from_what_it_was():
    project, _ = build(picture(64, 36), [], Frame(64, 36, 12, 2.0))
    there = finishing.set_value(project, LENS, "f_number", 2.0, 1.04)
    keys = tracks_of(there, LENS)["f_number"].keys
    assert [(key.time, key.value) for key in keys] == [(0.0, 5.6), (1.0, 2.0)]
    whole = finishing.set_value(there, LENS, "f_number", 500.0)
    assert tracks_of(whole, LENS)["f_number"].keys == () and whole.lens.f_number.base == 64.0
    assert finishing.unfinished(finishing.set_shutter(project, on=True)) == project
