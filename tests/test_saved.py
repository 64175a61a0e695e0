"""Nothing a hand or a disk does loses work: every gesture is saved, files are never mixed up."""

import os
import stat
import threading

import msgspec
import numpy as np
import pytest
from msgspec.structs import replace
from PIL import Image
from PySide6.QtCore import Qt
from PySide6.QtTest import QTest
from PySide6.QtWidgets import QMessageBox

from conftest import blob, build, picture
from driver import LEFT, RIGHT, Driver
from woodcock import cli, media
from woodcock.app.toolbox import TOOLS
from woodcock.errors import Cancelled, WoodcockError
from woodcock.media import load_project, save_project
from woodcock.media.atomic import replacing
from woodcock.media.contents import pixels_of
from woodcock.media.outputs import with_suffix
from woodcock.model import Card, Depth, Frame, Key, Lens, Pin, Project, Title, Track
from woodcock.pixels.store import PixelStore
from woodcock.session import acts, carrying, rescue, staging


def staged():
    """A photo with two cuts, a picture, a title, a card and a carrier: (project, store)."""
    project, studio = build(
        picture(480, 300), [blob(480, 300, 150, 170, 60), blob(480, 300, 330, 140, 50)],
        Frame(480, 300, 12, 0.5),
    )  # fmt: skip
    store = studio.store
    project, _ = acts.add_picture(project, store.put(picture(90, 70, 3)), (90, 70), "Added")
    project, _ = acts.add_layer(project, Title(x=240, y=60, size=40), "Words")
    project, _ = acts.add_layer(project, Card(x=400, y=240, width=60, height=40), "Card")
    first = next(x.id for x in project.layers if x.name == "Layer 1")
    project, _ = carrying.add_carrier(project, (first,))
    return project, store


@pytest.fixture(scope="module")
def shared():
    driver = Driver()
    yield driver
    driver.close()


@pytest.fixture
def drive(shared):
    project, store = staged()
    for name in pixels_of(project):
        shared.state.document.store.put(store.get(name))
    shared.dismiss()
    shared.state.open(project, None)
    shared.problems.clear()
    shared.settle()
    return shared


@pytest.mark.parametrize("value", [np.float64(1.5), np.float32(1.5), np.array(1.5)])
def test_numbers_of_other_libraries_become_plain_where_they_come_in(value):
    made = [
        Key(value, value), Track(value, (Key(0.0, value),)), Pin((value, value)),
        Lens(aim=(value, value, value)), Card(x=value, soft=value),
    ]  # fmt: skip
    for thing in made:
        assert msgspec.json.decode(msgspec.json.encode(thing), type=type(thing)) == thing
    changed = replace(Lens(), focal_length=np.float64(35.5))
    assert type(changed.focal_length) is float


@pytest.mark.parametrize("wrong", [float("nan"), float("inf"), np.float64("nan")])
def test_numbers_that_no_file_can_hold_are_refused(wrong):
    with pytest.raises(ValueError, match="finite"):
        Key(0.0, wrong)


DRAGGED = {  # on what each step's tools are tried
    "Separate": ("Layer 2", "Background"),
    "Rebuild": ("Layer 2", "Background"),
    "Stage": ("Words", "Card", "Added"),
    "Move": ("Layer 1", "Words", "Card"),
}
# By one short drag, without clicks.
ALTERS_NOTHING = {"look", "bend", "outline", "trace", "transplant", "level"}


@pytest.mark.parametrize("step", DRAGGED)
def test_every_tool_is_dragged_and_what_it_did_is_saved(drive, step, tmp_path):
    state, view = drive.state, drive.window.view
    depth = np.tile(np.linspace(0, 65535, 480).astype(np.uint16), (300, 1))
    pixels = state.document.store.put(depth)
    state.act("A depth map", lambda p: staging.set_depth(p, Depth(pixels)))
    state.go(step)
    busy = set()
    for value, *_ in TOOLS[step]:
        for name in DRAGGED[step]:
            layer = next(x for x in state.project.layers if x.name == name)
            state.select(layer.id)
            drive.press(drive.window.toolbox.buttons[value])
            x, y = (layer.own.x, layer.own.y) if layer.own else (150, 170)
            path = [(x, y), (x + 25, y + 3), (x + 18, y + 20), (x - 5, y + 25), (x, y + 5)]
            for button in (LEFT, RIGHT):
                before = state.project
                drive.draw(path, button)  # looks whether it can be saved
                busy |= {value} if state.project != before else set()
            QTest.keyClick(view, Qt.Key.Key_Escape)
    file = tmp_path / "all.woodcock"
    drive.window.files.save_to(file)
    drive.settle()
    assert load_project(file, PixelStore()) == state.project
    assert {value for value, *_ in TOOLS[step]} - busy <= ALTERS_NOTHING


def test_things_and_carriers_dragged_in_poses_and_frames_are_saved(drive, tmp_path):
    state, view = drive.state, drive.window.view
    state.go("Move")
    drive.press(drive.window.toolbox.buttons["layer"])
    carrier = state.project.carriers[0].id
    for owner in (carrier, *(x.id for x in state.project.layers)):
        state.select(owner)
        drive.settle()
        drive.draw([(240, 150), (260, 170)])
    state.tools.move_view = "framing"
    state.touch()
    for framed in ("lens", "layer", "overall"):
        state.tools.framed = framed
        drive.settle()
        drive.drag(view, [(view.width() / 2, view.height() / 2), (view.width() / 2 + 30, 200)])
    file = tmp_path / "poses.woodcock"
    drive.window.files.save_to(file)
    drive.settle()
    assert not drive.problems
    assert load_project(file, PixelStore()) == state.project


def test_a_failed_save_leaves_a_copy_and_says_where(drive, tmp_path):
    drive.window.files.save_to(tmp_path / "missing" / "mine.woodcock")
    drive.settle()
    copy = rescue.rescue_folder() / "mine.woodcock"
    (box,) = drive.window.findChildren(QMessageBox)
    assert str(copy) in box.text()
    box.close()
    assert load_project(copy, PixelStore()) == drive.state.project
    assert drive.state.document.unsaved or drive.state.document.path is None


def test_edits_made_while_a_photo_opens_are_asked_about(drive, tmp_path):
    photo = tmp_path / "other.png"
    Image.fromarray(picture(60, 40, 9)).save(photo)
    drive.state.document.mark_saved(drive.state.project, tmp_path / "kept.woodcock")
    drive.window.files.open(photo)
    drive.state.act("Rename", lambda p: acts.rename(p, "background", "Sky"))
    asked = drive.with_question(lambda: drive.settle(), "Cancel")
    assert asked == ["This project has changes that are not saved."]
    assert drive.state.project.background.name == "Sky"


def test_a_cancelled_opening_opens_nothing(drive, tmp_path, monkeypatch):
    photo = tmp_path / "other.png"
    Image.fromarray(picture(60, 40, 9)).save(photo)
    drive.state.document.mark_saved(drive.state.project, tmp_path / "kept.woodcock")
    before = drive.state.project
    read = media.load_picture
    for _ in range(5):
        cancelled = threading.Event()
        monkeypatch.setattr(
            media, "load_picture", lambda path, late=cancelled: late.wait(20) and read(path)
        )
        drive.window.files.open(photo)
        drive.until(lambda: drive.window.work.shown is not None)
        drive.window.work.shown.cancel()
        cancelled.set()
        drive.settle()
        assert drive.state.project is before


@pytest.mark.parametrize("after", range(0, 12, 2))
def test_a_cancelled_save_leaves_the_file_that_was_there(after, tmp_path):
    project, store = staged()
    file = tmp_path / "a.woodcock"
    save_project(file, project, store)
    old = file.read_bytes()
    reports = []

    def stop(fraction, text):
        reports.append(fraction)
        return len(reports) <= after

    try:
        save_project(file, acts.rename(project, "background", "Sky"), store, stop)
        cancelled = False
    except Cancelled:
        cancelled = True
    assert cancelled == (len(reports) > after)
    assert (file.read_bytes() == old) == cancelled
    assert not [x for x in tmp_path.iterdir() if x != file]


def test_a_cancel_that_comes_too_late_for_a_save_is_told_as_saved(drive, tmp_path, monkeypatch):
    """Whatever the moment, what is said of a save agrees with the disk."""
    file, told = tmp_path / "late.woodcock", []
    drive.state.told.connect(told.append)
    job = drive.window.files.save_to(file)
    job.future.result(20)  # written, but the window has not heard of it yet
    job.cancel()
    drive.settle()
    drive.state.told.disconnect(told.append)
    assert file.exists()
    assert told == ["Saved as late.woodcock."]
    assert not drive.state.document.unsaved


def test_names_with_dots_and_other_encodings_are_saved_and_opened(drive, tmp_path):
    assert with_suffix(tmp_path / "Trip 2.1", ".woodcock").name == "Trip 2.1.woodcock"
    drive.with_file_dialog(drive.window.files.save_as, tmp_path / "Trip 2.1")
    assert (tmp_path / "Trip 2.1.woodcock").exists()
    bare = tmp_path / "Trip 2.2"  # as saved by an earlier version
    (tmp_path / "Trip 2.1.woodcock").rename(bare)
    before = drive.state.project
    drive.window.files.open(bare)
    drive.settle()
    assert not drive.problems
    assert drive.state.project == before
    assert drive.state.document.path == bare
    latin = tmp_path / os.fsdecode("m\xfcnchen.png".encode("latin-1"))
    Image.fromarray(picture(60, 40, 9)).save(tmp_path / "x.png")
    (tmp_path / "x.png").rename(latin)
    drive.window.files.open(latin)
    drive.settle()
    assert not drive.problems
    drive.window.files.save_to(tmp_path / "latin.woodcock")
    drive.settle()
    assert load_project(tmp_path / "latin.woodcock", PixelStore()).photo.width == 60


def test_another_project_begins_at_its_beginning_and_can_be_closed(drive, tmp_path):
    state = drive.state
    state.go("Move")
    state.seek(0.4)
    state.tools.page, state.tools.pose = "poses", "start"
    state.tools.backdrop = "black"
    state.act("Frame", lambda p: acts.set_frame(p, Frame(720, 1280, 24, 3.0)))
    state.play_range((1, 3))
    photo = tmp_path / "other.png"
    Image.fromarray(picture(60, 40, 9)).save(photo)
    state.document.mark_saved(state.project, tmp_path / "kept.woodcock")
    drive.window.files.open(photo)
    drive.settle()
    assert (state.time, state.tools.page, state.tools.pose) == (0.0, "ready", "end")
    assert state.range is None
    assert state.project.frame == Frame()
    assert state.tools.backdrop == "black"  # how a person likes to look stays
    state.document.mark_saved(state.project, tmp_path / "kept.woodcock")
    drive.window.activateWindow()
    drive.app.processEvents()
    drive.key(Qt.Key.Key_W, Qt.KeyboardModifier.ControlModifier)
    assert state.project == Project()


# ---- files as the shell and the system see them


def test_results_never_take_the_place_of_what_they_are_made_from(tmp_path, capsys):
    project, store = staged()
    file, photo = tmp_path / "p.woodcock", tmp_path / "p.jpg"
    save_project(file, project, store)
    Image.fromarray(picture(64, 48)).save(photo)
    link = tmp_path / "link.mp4"
    link.symlink_to(file)
    before = file.read_bytes(), photo.read_bytes()
    tried = [
        ["export", str(file), "-o", str(file)],
        ["export", str(file), "-o", str(link)],
        ["frame", str(file), "-o", str(file)],
        ["auto", str(photo), "-o", str(photo)],
        ["auto", str(photo), "-o", str(tmp_path / "c.mp4"), "--save", str(photo)],
    ]
    for words in tried:
        assert cli.main([*words, "--quiet"]) == 3
        assert capsys.readouterr().err.endswith(".\n")
    assert (file.read_bytes(), photo.read_bytes()) == before
    assert sorted(x.name for x in tmp_path.iterdir()) == ["link.mp4", "p.jpg", "p.woodcock"]


def test_writing_goes_through_links_keeps_permissions_and_spares_devices(tmp_path):
    real = tmp_path / "store" / "real.txt"
    real.parent.mkdir()
    real.write_text("old")
    real.chmod(0o600)
    link = tmp_path / "link.txt"
    link.symlink_to(real)
    with replacing(link) as temporary:
        temporary.write_text("new")
    assert link.is_symlink()
    assert real.read_text() == "new"
    assert stat.S_IMODE(real.stat().st_mode) == 0o600
    pipe = tmp_path / "pipe"
    os.mkfifo(pipe)
    with pytest.raises(WoodcockError, match="device"), replacing(pipe) as temporary:
        temporary.write_text("new")
    assert stat.S_ISFIFO(pipe.stat().st_mode)
