"""Layers in, several deliveries out, by mouse and keys, while the work goes on."""

import os

import av
import cv2
import numpy as np
import pytest
from PIL import Image
from PySide6.QtCore import Qt, QTimer
from PySide6.QtTest import QTest
from PySide6.QtWidgets import QFileDialog

from conftest import blob, build, picture
from driver import LEFT, Driver
from woodcock.app.layers_dialog import LayersDialog
from woodcock.media import load_project, save_project
from woodcock.media.layered import load_layered, save_layered
from woodcock.media.layered_parts import LayeredPart
from woodcock.model import Delivery, Frame
from woodcock.pixels.store import PixelStore
from woodcock.session import acts, sounds
from woodcock.session.purposes import PURPOSES

W, H = 320, 180
NAMES = ["Reeds", "Post", "Boat", "Sky"]


def four_layers(path):
    masks = [blob(W, H, 280, 120, 40), blob(W, H, 60, 100, 45), blob(W, H, 170, 80, 40, 6.0)]
    parts = [
        LayeredPart(name, np.dstack([picture(seed=k), mask]))
        for k, (name, mask) in enumerate(zip(NAMES, masks, strict=False))
    ]
    sky = np.dstack([picture(seed=9), np.full((H, W), 255, np.uint8)])
    save_layered(path, (W, H), [*parts, LayeredPart("Sky", sky)], sky[..., :3])
    return path


def shut(tmp_path):
    """A folder that nothing can be written into."""
    folder = tmp_path / "shut"
    if os.geteuid() == 0:  # to whom nothing is forbidden: no folder at all
        folder.write_text("")
    else:
        folder.mkdir(mode=0o500)
    return folder


@pytest.fixture
def drive():
    driver = Driver()
    yield driver
    if driver.window.isVisible():
        for item in driver.window.work.exports.items:
            driver.window.work.exports.queue.cancel(item.id)
        driver.settle()
    driver.close()


def import_layers(drive, path):
    """Open a layered file; the dialog that asks about it."""
    drive.window.files.open(path)
    drive.until(lambda: drive.window.findChildren(LayersDialog))
    dialog = drive.window.findChildren(LayersDialog)[0]
    drive.until(dialog.isVisible)
    return dialog


def test_layers_in_three_deliveries_out_and_a_cut_meanwhile(drive, tmp_path, monkeypatch):
    """One delivery fails, in a folder that can't be written; the others are made, the cut stays."""
    dialog = import_layers(drive, four_layers(tmp_path / "inlet.ora"))
    assert [row.name.text() for row in dialog.rows] == NAMES
    assert [row.role.currentText() for row in dialog.rows] == ["In the scene"] * 3 + [
        "The background"
    ]
    assert not dialog.rows[0].about.text().startswith("0")
    drive.type(dialog.rows[1].name, "Leaning post")
    drive.type(dialog.rows[1].distance, "4 m")
    QTest.mouseClick(dialog.buttons.buttons()[0], LEFT)
    drive.settle()
    state, window = drive.state, drive.window
    assert [x.name for x in state.project.near_to_far] == ["Reeds", "Leaning post", "Boat", "Sky"]
    assert state.project.near_to_far[1].distance == 4.0 and state.step == "Stage"
    state.act("Short", lambda p: acts.set_frame(p, Frame(320, 180, 12, 1.0)))
    drive.press(window.path.buttons["Move"])
    drive.press(window.panels["Move"].ready.tiles.tiles["slide"])
    drive.press(window.panels["Move"].ready.use)
    assert state.project.lens.x.animated
    drive.press(window.path.buttons["Export"])
    page = window.panels["Export"].make
    names = {"web": tmp_path / "web.mp4", "loop": shut(tmp_path) / "loop.webp",
             "stills": tmp_path / "stills"}  # fmt: skip
    moved = state.project
    work = window.work.exports
    work.queue.pause(True)
    for purpose, path in names.items():
        page.purpose.setCurrentIndex(list(PURPOSES).index(purpose))
        page.purpose.activated.emit(page.purpose.currentIndex())
        monkeypatch.setattr(QFileDialog, "getSaveFileName", lambda *_, p=path, **__: (str(p), ""))
        drive.with_question(lambda: QTest.mouseClick(page.export, LEFT), "Export as it is")
    assert [x.state for x in work.items] == ["waiting"] * 3
    assert window.panels["Export"].pages.buttons()[1].text() == "Queue (3)"
    work.queue.pause(False)

    QTest.mouseClick(window.path.buttons["Separate"], LEFT)
    drive.app.processEvents()
    view, before = window.view, len(state.project.layers)
    state.select("background")
    state.tools.mode = "new"
    drive.app.processEvents()
    spots = [view.to_view(x, y).toPoint() for x, y in ((20, 20), (60, 24), (100, 20))]
    QTest.mousePress(view, LEFT, pos=spots[0])
    for spot in spots[1:]:
        QTest.mouseMove(view, spot)
        drive.app.processEvents()
    QTest.mouseRelease(view, LEFT, pos=spots[-1])
    drive.settle()
    assert len(state.project.layers) == before + 1  # cut while they were made
    assert [x.state for x in work.items] == ["done", "failed", "done"]
    assert "may not be written" in work.items[1].told or "does not exist" in work.items[1].told
    with av.open(str(names["web"])) as box:
        assert box.streams.video[0].frames == 12
    assert len(list(names["stills"].iterdir())) == 12
    with Image.open(names["stills"] / "stills_0006.png") as image:  # as it was when queued
        assert (np.asarray(image) == state.studio.frame(moved, 5 / 12)).all()

    QTest.mouseClick(window.path.buttons["Export"], LEFT)
    drive.press(window.panels["Export"].pages.buttons()[1])
    rows = list(window.panels["Export"].queue.rows.values())
    assert [row.told.objectName() for row in rows] == ["dim", "warning", "dim"]
    assert rows[0].open.isVisible() and not rows[1].open.isVisible()
    opened = []
    monkeypatch.setattr("woodcock.app.export.queue_page.show_file", opened.append)
    drive.press(rows[0].folder)
    drive.press(rows[0].open)
    assert opened == [tmp_path, names["web"]]
    (tmp_path / "shut").unlink() if os.geteuid() == 0 else (tmp_path / "shut").chmod(0o700)
    (tmp_path / "shut").mkdir(exist_ok=True)
    drive.press(rows[1].again)
    drive.until(lambda: all(x.state == "done" for x in work.items))
    with Image.open(names["loop"]) as image:
        assert image.n_frames == 2 * 12 - 2
    drive.settle()
    drive.press(window.panels["Export"].queue.clear)
    assert work.items == () and window.panels["Export"].queue.empty.isVisible()


def test_gaps_are_asked_about_before_an_export(drive, tmp_path, monkeypatch):
    """Known ones, and those that are still looked for; growing the layers is what Enter does."""
    project, studio = build(picture(W, H), [], Frame(160, 90, 12, 0.5))
    state, exports = drive.state, drive.window.work.exports
    state.document.store = studio.store
    state.document.open(acts.set_start_and_end(project, {"x": (0.0, 1.0)}), None)
    state.go("Export")
    drive.settle()
    assert state.gap_report.gaps
    clips = iter(tmp_path / f"{name}.mp4" for name in "abcde")
    monkeypatch.setattr(QFileDialog, "getSaveFileName", lambda *_, **__: (str(next(clips)), ""))
    press = drive.window.exporting.export  # as its key and its button do
    asked = drive.with_question(press, "Cancel")
    assert "must grow by" in asked[0] and not exports.items
    drive.with_question(press, "Export as it is")
    drive.settle()
    assert [x.state for x in exports.items] == ["done"] and not state.document.undo_name

    def enter(tries=100):
        box = drive.app.activeModalWidget()
        if box is not None:
            QTest.keyClick(box, Qt.Key.Key_Return)
        elif tries:
            QTimer.singleShot(30, lambda: enter(tries - 1))

    state.act("Farther", lambda p: acts.set_start_and_end(p, {"x": (0.0, 1.2)}))
    drive.settle()
    QTimer.singleShot(30, enter)
    press()
    drive.until(lambda: len(exports.items) == 2 and exports.items[1].state == "done")
    assert state.document.undo_name == "Close the gaps" and not state.gap_report.gaps
    # What is still being looked for is waited for: nothing is asked when there is none.
    state.act("Nearer", lambda p: acts.set_start_and_end(p, {"x": (0.0, 0.9)}))
    assert state.gap_report is None
    drive.with_question(press, "Wait for it")
    drive.until(lambda: len(exports.items) == 3 and exports.items[2].state == "done")


def test_the_queue_by_its_buttons_and_what_closing_leaves(drive, tmp_path):
    state, window = drive.state, drive.window
    scene = picture()
    project = acts.new_project(scene, "x", state.document.store, Frame(W, H, 12, 60.0))
    state.document.open(project, None)
    state.go("Export")
    panel = window.panels["Export"]
    QTest.mouseClick(panel.pages.buttons()[1], LEFT)
    drive.settle()
    for name in "abc":
        window.work.exports.add(Delivery(), tmp_path / f"{name}.mp4")
    drive.until(lambda: window.work.exports.running)
    drive.until(lambda: panel.queue.rows and panel.queue.pause.isEnabled())
    QTest.mouseClick(panel.queue.pause, LEFT)
    drive.until(lambda: panel.queue.pause.text() == "Go on")
    rows = list(panel.queue.rows.values())
    drive.until(lambda: rows[1].down.isVisible())
    assert not rows[1].up.isVisible()  # the first of those that wait
    QTest.mouseClick(rows[2].up, LEFT)
    items = window.work.exports
    drive.until(lambda: [x.title for x in items.items] == ["a.mp4", "c.mp4", "b.mp4"])
    QTest.mouseClick(rows[1].stop, LEFT)
    drive.until(lambda: window.work.exports.items[2].state == "stopped")
    asked = drive.with_question(window.close, "Cancel")
    assert len(asked) == 1 and "still being made" in asked[0]
    drive.with_question(window.close, "Stop it and close")
    assert not any(tmp_path.glob("*.mp4"))
    again = Driver()
    again.window.work.exports.look_back()
    again.app.processEvents()
    assert "3 exports were not finished" in again.window.status.message.all
    again.state.go("Export")
    panel = again.window.panels["Export"]
    again.press(panel.pages.buttons()[1])
    assert [row.item.state for row in panel.queue.rows.values()] == ["stopped"] * 3
    assert panel.queue.again.isVisible()
    for row in list(panel.queue.rows.values()):
        again.press(row.drop)
    assert panel.queue.empty.isVisible()
    again.close()


def test_shapes_are_framed_in_the_picture_and_kept(drive, tmp_path, monkeypatch):
    """Square and portrait at once; the square dragged and sized, saved, opened, made."""
    state, window = drive.state, drive.window
    photo = cv2.resize(picture(480, 320), (640, 427))
    project = acts.new_project(photo, "x", state.document.store, Frame(W, H, 12, 0.5))
    state.document.open(project, None)
    state.go("Export")
    drive.settle()
    page = window.panels["Export"].make
    drive.press(page.shapes.buttons["portrait"])
    drive.press(page.shapes.buttons["square"])
    drive.press(page.shapes.buttons[""])
    assert state.tools.shapes == {"portrait", "square"}
    assert page.export.text() == "Export 2 shapes …"
    drive.press(page.shapes.buttons["square"])
    drive.press(page.shapes.buttons["square"])
    scene = window.view.scene
    drive.until(lambda: scene.box is not None)
    box = scene.box
    assert box.width() == pytest.approx(box.height(), abs=1)
    middle = box.center()
    drive.draw([(middle.x(), middle.y()), (middle.x() - 90, middle.y())])
    assert scene.box.center().x() == pytest.approx(middle.x() - 90, abs=2)
    assert state.document.undo_name == "Frame a shape"
    corner, middle = scene.box.bottomRight(), scene.box.center()
    half = (corner - middle) * 0.6
    to = middle + half
    drive.draw([(corner.x(), corner.y()), (corner.x() - 20, corner.y() - 20), (to.x(), to.y())])
    assert scene.box.width() == pytest.approx(2 * half.x(), abs=4)
    drive.draw([(to.x() - 40, to.y() - 40), (-500, to.y() - 40)])
    assert scene.box.left() > -1  # it stays in the photo
    held = state.project
    save_project(tmp_path / "a.woodcock", held, state.document.store)
    assert load_project(tmp_path / "a.woodcock", PixelStore()) == held
    # One name for both, typed with its folder: each is called after its shape, too.
    drive.with_question(
        lambda: drive.with_file_dialog(window.exporting.export, tmp_path / "x.mp4"),
        "Export as it is",
    )
    assert {x.file.parent for x in window.work.exports.items} == {tmp_path}
    panel = window.panels["Export"]
    drive.press(panel.pages.buttons()[1])
    shown = [row.place.toolTip() for row in panel.queue.rows.values()]
    assert sorted(shown) == [str(tmp_path / "x-portrait.mp4"), str(tmp_path / "x-square.mp4")]
    drive.press(panel.pages.buttons()[0])
    drive.settle()
    for shape, size in (("square", (180, 180)), ("portrait", (180, 320))):
        with av.open(str(tmp_path / f"x-{shape}.mp4")) as file:
            stream = file.streams.video[0]
            assert (stream.width, stream.height, stream.frames) == (*size, 6)
            first = next(file.decode(stream)).to_ndarray(format="rgb24").astype(float)
        if shape == "square":
            seen = scene.box
            part = photo[round(seen.top()) : round(seen.bottom()),
                         round(seen.left()) : round(seen.right())]  # fmt: skip
            want = cv2.resize(part, size, interpolation=cv2.INTER_AREA).astype(float)
            # Of the same place: nearer to it than to the photo's middle.
            other = cv2.resize(photo[:, 106:533], size, interpolation=cv2.INTER_AREA)
            luma = np.array([0.2126, 0.7152, 0.0722])
            near, far = (np.abs((first - x) @ luma).mean() for x in (want, other))
            assert near < far / 3
    drive.press(page.shapes.by_itself)
    assert state.project.shapes == ()


def test_details_offer_what_goes_together(drive, tmp_path):
    state, window = drive.state, drive.window
    project = acts.new_project(picture(), "x", state.document.store, Frame(W, H, 12, 2.0))
    state.document.open(sounds.add_made(project, "surf")[0], None)
    state.go("Export")
    drive.settle()
    page = window.panels["Export"].make
    drive.press(page.more)
    rows = page.details
    assert rows.sound.isVisible() and rows.quality.isVisible() and not rows.loops.isVisible()
    drive.choose(rows.format, "GIF")
    assert rows.loops.isVisible() and rows.dither.isVisible() and rows.clear.isVisible()
    assert not rows.sound.isVisible() and not rows.bits.isVisible()
    drive.press(rows.clear)
    drive.press(rows.to_and_fro)
    drive.type(rows.loops, "3")
    drive.type(rows.start, "0.5")
    drive.type(rows.end, "0.25")  # before the start: just after it
    assert state.tools.delivery == Delivery(
        "gif", clear=True, to_and_fro=True, loops=3, start=0.5, end=0.54
    )
    drive.type(rows.end, "2")
    assert state.tools.delivery.end is None
    drive.choose(rows.format, "H.264")  # holds no transparency: it is let go
    assert state.tools.delivery.format == "h264" and not state.tools.delivery.clear
    drive.choose(rows.shows, "Two eyes, side by side")
    assert rows.base.isVisible() and rows.window_at.isVisible()
    drive.type(rows.base, "80")
    drive.type(rows.window_at, "3 m")
    delivery = state.tools.delivery
    assert (delivery.base, delivery.window, delivery.shows) == (0.08, 3.0, "side by side")
    drive.until(lambda: "frames" in page.cost.text() and "About" in page.cost.text())
    assert "kB" in page.cost.text() or "MB" in page.cost.text()


def test_what_can_t_be_estimated_says_why_in_its_place(drive):
    """No box is in the way; what is put right is told again, also once the queue is empty."""
    state, window = drive.state, drive.window
    project = acts.new_project(picture(), "x", state.document.store, Frame(640, 32, 12, 0.5))
    state.document.open(project, None)
    state.go("Export")
    drive.settle()
    page = window.panels["Export"].make
    drive.press(page.more)
    drive.choose(page.details.lines, "2160")
    drive.until(lambda: "8192 pixels" in page.cost.text())
    assert drive.problems == []
    drive.choose(page.details.lines, "As the clip")
    drive.until(lambda: page.cost.text().startswith("About"))


def test_layers_out_by_the_button(drive, tmp_path, monkeypatch):
    state, window = drive.state, drive.window
    path = four_layers(tmp_path / "in.ora")
    QTest.mouseClick(import_layers(drive, path).buttons.buttons()[0], LEFT)
    drive.settle()
    state.go("Export")
    drive.settle()
    panel = window.panels["Export"]
    drive.press(panel.pages.buttons()[2])
    for text, name in (("OpenRaster", "out.ora"), ("A folder", "out")):
        drive.choose(panel.layers.kind, text)
        where = tmp_path / name
        monkeypatch.setattr(QFileDialog, "getSaveFileName", lambda *_, w=where, **__: (str(w), ""))
        drive.press(panel.layers.write)
        back = load_layered([where])
        assert [x.name for x in back.parts] == NAMES and back.size == (W, H)
    assert "layers are in" in window.status.message.all and not drive.problems


def test_an_order_that_is_wrong_is_turned_and_one_without_background_asked(drive, tmp_path):
    dialog = import_layers(drive, four_layers(tmp_path / "in.ora"))
    before = [row.distance.value() for row in dialog.rows]
    QTest.mouseClick(dialog.turn, LEFT)
    assert [row.distance.value() for row in dialog.rows] == before[::-1]
    assert dialog.rows[0].role.currentText() == "The background"
    QTest.mouseClick(dialog.turn, LEFT)
    drive.choose(dialog.rows[0].role, "Left out")
    drive.choose(dialog.rows[3].role, "In the scene")
    QTest.mouseClick(dialog.buttons.buttons()[0], LEFT)
    assert dialog.isVisible() and "must be the background" in dialog.problem.text()
    drive.choose(dialog.rows[2].role, "The background")
    QTest.mouseClick(dialog.buttons.buttons()[0], LEFT)
    drive.settle()
    assert drive.state.project.background.name == "Boat"
    assert "Reeds" not in [x.name for x in drive.state.project.layers]


def test_a_damaged_layered_file_leaves_the_work_as_it_is(drive, tmp_path):
    state = drive.state
    state.document.open(acts.new_project(picture(), "x", state.document.store), None)
    kept = state.project
    (tmp_path / "bad.ora").write_bytes(b"PK\x03\x04 damaged")
    drive.window.files.open(tmp_path / "bad.ora")
    drive.settle()
    assert "damaged" in drive.problems[-1] and state.project == kept
    drive.dismiss()
