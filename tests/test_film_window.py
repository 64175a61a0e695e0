"""Looks, grade, film and textures in the window, with mouse and keys."""

import numpy as np
import pytest
from PySide6.QtCore import QPoint, Qt, QTimer
from PySide6.QtTest import QTest
from PySide6.QtWidgets import QApplication, QPushButton

from driver import LEFT, Driver
from test_grade import cube_text
from woodcock.app.finish.look_page import SaveLook
from woodcock.app.picture.image import pixels_of
from woodcock.media import save_png
from woodcock.media.contents import files_of
from woodcock.media.contents import pixels_of as pixels_of_project
from woodcock.model import FILM, STRAIGHT, Track, tracks_of
from woodcock.pixels import scopes
from woodcock.render import render_frame
from woodcock.session import film, looks


@pytest.fixture
def drive():
    """Two seconds of the demo at a quarter of its size, in Finish."""
    driver = Driver.in_finish(2.0)
    yield driver
    assert driver.problems == []
    driver.close()


def film_page(drive, name):
    page = drive.finish_page("film")
    names = ["looks", "grade", "grain", "textures"]
    drive.press(page.pages.buttons()[names.index(name)])
    return getattr(page, name)


def frame(drive, time=0.0, project=None):
    state = drive.state
    project = project or state.project
    return render_frame(project, state.studio.atlas(project), time, (480, 270)).astype(int)


def test_a_texture_by_screen_at_40_per_cent(drive, tmp_path):
    state, before = drive.state, frame(drive)
    rows = film_page(drive, "textures")
    assert rows.list.empty.isVisible() and not rows.list.delete.isEnabled()
    drive.pick(rows.list.menu, "Lens dirt")
    layer = state.layer
    assert layer.texture.kind == "dirt" and layer.glass and layer.blend == "screen"
    assert rows.blend.opacity.value() == 40 and rows.list.list.count() == 1
    made = frame(drive)
    assert (made >= before - 1).all() and 0.2 < (made - before).mean() < 12  # Screen only lightens
    drive.type(rows.blend.opacity, "80%")
    assert 1.5 < (frame(drive) - before).mean() / (made - before).mean() < 2.2
    drive.type(rows.rows.numbers["amount"][0], "0")
    np.testing.assert_array_equal(frame(drive), before)
    drive.type(rows.rows.numbers["amount"][0], "150%")
    drive.choose(rows.blend.blend, "Multiply")
    drive.press(rows.blend.glass)
    drive.reopens()
    own = state.layer
    assert (own.blend, own.glass, own.texture.amount) == ("multiply", False, 1.5)
    drive.window.files.save_to(tmp_path / "t.woodcock")
    drive.settle()
    kept = state.project
    drive.window.files.open(tmp_path / "t.woodcock")
    drive.settle()
    assert state.project == kept
    state.select(next(x.id for x in state.project.layers if x.texture))
    drive.settle()
    drive.press(rows.list.delete)
    assert not any(x.texture for x in state.project.layers)


def test_a_picture_of_ones_own_as_a_texture(drive, tmp_path):

    save_png(tmp_path / "streak.png", np.full((40, 60, 3), 90, np.uint8))
    rows = film_page(drive, "textures")
    before = frame(drive)
    ask = next(x for x in rows.list.menu.actions() if "yours" in x.text())
    drive.with_file_dialog(ask.trigger, tmp_path / "streak.png")
    layer = drive.state.layer
    assert layer.clip is not None and layer.glass and layer.blend == "screen"
    want = 255 * (1 - (1 - before / 255) * (1 - 0.4 * 90 / 255))
    inner = slice(20, -20), slice(20, -20)  # its own border is soft
    assert np.abs(frame(drive) - want)[inner].max() < 2.5


def test_a_look_is_used_by_halves_undone_saved_and_carried(drive, tmp_path):
    state, plain = drive.state, drive.state.project
    page = film_page(drive, "looks")
    drive.until(lambda: all(tile.image is not None for tile in page.tiles.tiles))
    assert len(page.tiles.tiles) == 8
    pictures = [pixels_of(tile.image).astype(int) for tile in page.tiles.tiles]
    means = {tuple(x.mean((0, 1)).round(1)) for x in pictures}
    assert len(means) == 8  # each shows what it makes of this scene
    number = [tile.text() for tile in page.tiles.tiles].index("Silver")
    drive.press(page.tiles.tiles[number])
    whole = frame(drive)
    assert np.ptp(whole, 2).mean() < 1.5 and state.project.grade.on  # no colour
    drive.type(page.amount, "50%")
    half = frame(drive)
    assert 2 < np.ptp(half, 2).mean() < np.ptp(frame(drive, 0.0, plain), 2).mean()
    drive.press(page.tiles.tiles[0])
    assert state.project.bloom.on and page.current.name == "First light"
    drive.key(Qt.Key.Key_Z, Qt.KeyboardModifier.ControlModifier)
    assert state.project.grade.decisions.saturation.base == 0
    drive.key(Qt.Key.Key_Z, Qt.KeyboardModifier.ControlModifier)
    assert state.project == plain and page.current is None
    # A finish of one's own, saved in parts.
    drive.press(page.tiles.tiles[number])
    page.keep("Mine", ["grade"])
    drive.settle()
    assert [tile.text() for tile in page.tiles.tiles][-1] == "Mine"
    drive.press(page.tiles.tiles[-1])
    assert page.drop.isEnabled()
    drive.with_file_dialog(lambda: QTest.mouseClick(page.write, LEFT), tmp_path / "mine.look.json")
    assert (tmp_path / "mine.look.json").exists()
    drive.press(page.drop)
    assert len(page.tiles.tiles) == 8 and not looks.kept_looks(state.document.store)
    drive.with_file_dialog(lambda: QTest.mouseClick(page.open, LEFT), tmp_path / "mine.look.json")
    assert [tile.text() for tile in page.tiles.tiles][-1] == "Mine"


def test_a_looks_table_is_there_when_it_is_wanted_whatever_was_let_go(drive, tmp_path):
    """No project refers to it until then: tidying up must not take it, before or after."""
    state, store = drive.state, drive.state.document.store
    page = film_page(drive, "looks")
    table = cube_text(np.random.default_rng(0).random((5, 5, 5, 3)))
    made = film.set_lut(state.project, FILM, table, "odd", store)
    looks.keep_look(looks.look_of(made, "With a table", ["grade"]), store)
    page.take(next(iter(looks.kept_looks(store))))
    drive.until(lambda: len(page.tiles.tiles) == 9)
    plain = frame(drive)
    for _ in range(2):  # what is fresh stays once
        store.keep_only(pixels_of_project(state.project))
    drive.press(page.tiles.tiles[-1])
    assert page.current.name == "With a table"
    state.seek(0.5)
    drive.settle()
    assert (frame(drive) != plain).mean() > 0.5
    drive.press(page.drop)
    for _ in range(2):
        names = (*pixels_of_project(state.project), *files_of(state.project))
        store.keep_only(names)
    drive.window.files.save_to(tmp_path / "t.woodcock")
    drive.settle()
    kept = state.project
    drive.window.files.open(tmp_path / "t.woodcock")
    drive.settle()
    assert state.project == kept


def test_a_scope_shows_the_frame_that_is_shown_when_its_page_comes_back(drive):
    page = drive.finish_page("film")
    film_page(drive, "grade")
    drive.until(lambda: page.grade.scope.view.counts)
    before = page.grade.scope.view.counts["histogram"]
    film_page(drive, "grain")
    drive.state.act("Dark", lambda p: film.set_grade(p, FILM, exposure=Track(-3.0)))
    drive.settle()
    film_page(drive, "grade")
    drive.until(lambda: (page.grade.scope.view.counts["histogram"] != before).any())
    levels = page.grade.scope.view.counts["histogram"][0]
    assert not levels[105:].any()  # white three stops down is 99


def test_the_dialog_for_a_look_offers_what_is_in_use(drive):
    page = film_page(drive, "looks")
    drive.press(page.tiles.tiles[1])
    seen = []

    def answer():
        dialog = QApplication.activeModalWidget()
        assert isinstance(dialog, SaveLook)
        seen.append(dialog.parts)
        QTest.keyClicks(dialog.name, "Grey harbour")
        QTest.mouseClick(dialog.boxes["film"], LEFT, pos=QPoint(10, 8))
        save = next(b for b in dialog.findChildren(QPushButton) if "Save" in b.text())
        QTest.mouseClick(save, LEFT)

    QTimer.singleShot(100, answer)
    QTest.mouseClick(page.save, LEFT)
    drive.settle()
    assert seen == [["grade", "film"]]
    kept = looks.kept_looks(drive.state.document.store)
    assert [(x.name, x.parts) for x in kept.values()] == [("Grey harbour", ("grade",))]


def test_the_clip_is_graded_by_numbers_curve_and_table(drive, tmp_path):
    state, before = drive.state, frame(drive)
    page = film_page(drive, "grade")
    rows = page.rows
    assert not rows.body.isVisible()
    drive.press(rows.on)
    np.testing.assert_array_equal(frame(drive), before)
    tone = rows.rows["tone"]
    drive.type(tone.numbers["grade exposure"], "-1")
    assert state.project.grade.exposure.base == -1 and frame(drive).mean() < before.mean()
    # Pegged at the playhead: it goes over from what it was.
    drive.press(rows.when.choice.buttons()[1])
    state.seek(1.0)
    drive.settle()
    drive.type(tone.numbers["grade exposure"], "1")
    keys = tracks_of(state.project, FILM)["grade exposure"].keys
    assert [(k.time, k.value) for k in keys] == [(0.0, -1.0), (1.0, 1.0)]
    drive.press(rows.when.choice.buttons()[0])
    drive.press(rows.parts.buttons()[1])
    balance = rows.rows["balance"]
    drive.type(balance.numbers["grade decisions slope_red"], "1.2")
    drive.type(balance.all["slope"], "1.2667")  # the mean of the three goes up by 0.2
    cdl = state.project.grade.decisions
    own = [getattr(cdl, f"slope_{c}").base for c in ("red", "green", "blue")]
    assert own == pytest.approx([1.4, 1.2, 1.2], abs=0.02)
    # A curve: a point made by a click, dragged up; taken off by a key, and by dragging it out.
    drive.press(rows.parts.buttons()[2])
    curves = rows.rows["curves"]
    drive.press(curves.channels.buttons()[2])
    edit = curves.edit
    start = edit.spot(0.5, 0.5)
    drive.drag(edit, [start.toPoint(), edit.spot(0.5, 0.7).toPoint()])
    points = state.project.grade.curves.green
    assert len(points) == 3 and points[1] == pytest.approx((0.5, 0.7), abs=0.01)
    drive.key(Qt.Key.Key_Up, widget=edit)
    assert state.project.grade.curves.green[1][1] == pytest.approx(points[1][1] + 0.01, abs=1e-6)
    drive.key(Qt.Key.Key_Delete, widget=edit)
    assert state.project.grade.curves.green == STRAIGHT
    drive.drag(edit, [start.toPoint(), edit.spot(0.5, 0.7).toPoint()])
    far = edit.rect().bottomRight() + QPoint(200, 200)
    drive.drag(edit, [edit.spot(0.5, 0.7).toPoint(), far])
    assert state.project.grade.curves.green == STRAIGHT
    # A table from a file, and a file that is none.
    drive.press(rows.parts.buttons()[3])
    table = rows.rows["table"]
    good, bad = tmp_path / "odd.cube", tmp_path / "bad.cube"
    good.write_bytes(cube_text(np.random.default_rng(0).random((5, 5, 5, 3))))
    bad.write_text("nothing of the kind")
    drive.with_file_dialog(lambda: QTest.mouseClick(table.open, LEFT), good)
    assert state.project.grade.lut.name == "odd" and "odd" in table.about.text()
    kept = state.project
    table.load(bad)
    drive.settle()
    assert state.project == kept and "can't be used" in drive.problems.pop()
    drive.press(table.none)
    assert state.project.grade.lut is None
    drive.press(rows.plain)
    np.testing.assert_array_equal(frame(drive), before)


def test_a_layers_colours_and_those_it_is_matched_to(drive):
    state, before = drive.state, frame(drive)
    rows = film_page(drive, "grade").rows
    drive.choose(rows.whose, "Posts")
    assert state.layer.name == "Posts" and rows.match.isVisible()
    drive.choose(rows.match.like, "Like Dinghy")
    drive.press(rows.match.go)
    grade = state.layer.grade
    assert grade.match.like == "Dinghy" and grade.match.amount.base == 1.0
    made = frame(drive)
    moved = np.abs(made - before).max(2) > 3
    assert 0.02 < moved.mean() < 0.4
    drive.type(rows.match.numbers["grade match amount"], "0")
    np.testing.assert_array_equal(frame(drive), before)
    drive.choose(rows.whose, "The picture")
    assert not rows.match.isVisible() and rows.owner() == FILM


def test_grain_and_the_rest_of_film_are_switched_and_set(drive):
    state, before = drive.state, frame(drive)
    rows = film_page(drive, "grain").rows
    for part, box in rows.on.items():
        assert not rows.rows[part].isVisible()
        drive.press(box)
        assert rows.rows[part].isVisible() and getattr(state.project.film, part).on
    drive.type(rows.numbers["grain strength"], "5%")
    drive.type(rows.seeds["grain"], "7")
    grain = state.project.film.grain
    assert (grain.strength.base, grain.seed) == (0.05, 7)
    assert not rows.numbers["vignette clear"].isEnabled()
    drive.press(rows.natural)
    assert rows.numbers["vignette clear"].isEnabled()
    drive.reopens()
    assert (frame(drive) != before).mean() > 0.5
    for box in rows.on.values():
        drive.press(box)
    np.testing.assert_array_equal(frame(drive), before)


def test_scopes_count_what_is_shown(drive):
    """Of the picture in the window: the histogram's sums, and where greys lie."""
    page = film_page(drive, "grade")
    drive.state.seek(0.5)
    drive.settle()
    drive.until(lambda: page.scope.view.counts)
    shown = pixels_of(drive.window.lens_scene.image)
    step = max(shown.shape[1] // 480, 1)
    want = scopes.histogram(np.ascontiguousarray(shown[::step, ::step]))
    drive.until(lambda: (page.scope.view.counts["histogram"] == want).all())
    for button in page.scope.kinds.buttons():
        drive.press(button)
        grabbed = pixels_of(page.scope.view.grab().toImage())
        assert len(np.unique(grabbed.reshape(-1, 3), axis=0)) > 40


def test_scopes_of_known_pictures():
    """75 % colour bars lie in the targets of BT.709; a ramp is a diagonal in the waveform."""
    frame = np.zeros((64, 256, 3), np.uint8)
    frame[...] = np.arange(256, dtype=np.uint8)[None, :, None]
    assert (scopes.histogram(frame) == 64).all()
    wave = scopes.waveform(frame, 256)
    assert (wave[:, np.arange(256), np.arange(256)] == 64).all() and wave.sum() == 3 * frame[
        ..., 0
    ].size
    circle = scopes.vectorscope(frame)
    assert circle[127, 128] == circle.sum()  # all of it grey
    red = np.zeros((4, 4, 3), np.uint8)
    red[..., 0] = 191
    row, column = np.argwhere(scopes.vectorscope(red))[0]
    # Cb and Cr of 75 % red: -0.2126 / 1.8556 x 0.75 and 0.5 x 0.75 (ITU-R BT.709-6).
    assert column == pytest.approx(128 - 255 * 0.0859, abs=1)
    assert row == pytest.approx(127 - 255 * 0.375, abs=1)
