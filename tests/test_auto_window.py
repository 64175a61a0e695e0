"""Ways into the window, a clip made before one's eyes, other proposals, subjects by the key."""

import cv2
import numpy as np
import pytest
from PySide6.QtCore import QMimeData, QPointF, Qt, QUrl
from PySide6.QtGui import QDropEvent
from PySide6.QtTest import QTest
from PySide6.QtWidgets import QFileDialog
from skimage import data

from driver import LEFT, Driver
from woodcock.media import load_picture, save_png
from woodcock.media.project_file import load_project, save_project
from woodcock.model import Frame
from woodcock.pixels.store import PixelStore
from woodcock.session import acts, framing, known_photos
from woodcock.session.auto import KINDS
from woodcock.session.preferences import Preferences, keep_preferences


@pytest.fixture
def drive():
    driver = Driver()
    yield driver
    driver.window.player.stop()
    driver.close()


@pytest.fixture
def cup(tmp_path, monkeypatch):
    """A photograph of a cup, which the file dialog is answered with."""
    path = tmp_path / "cup.png"
    save_png(path, cv2.resize(data.coffee(), (450, 300), interpolation=cv2.INTER_AREA))
    monkeypatch.setattr(QFileDialog, "getOpenFileName", lambda *_: (str(path), ""))
    monkeypatch.setattr(framing, "frame_for", lambda *_: Frame(480, 270, 12, 1.0))
    return path


def made(drive):
    """Wait until the clip is made and plays."""
    maker = drive.window.ways.maker
    drive.until(lambda: not maker.running and (drive.state.playing or maker.stopped))
    return maker


def test_from_the_empty_window_to_a_playing_clip_in_two_acts(drive, cup, tmp_path):
    """The button, and the file dialog, which is answered above."""
    ways, state = drive.window.ways, drive.state
    assert ways.welcome.isVisible() and ways.welcome.make_clip.isVisible()
    steps = []
    state.changed.connect(lambda: steps.append(state.step))
    QTest.mouseClick(ways.welcome.make_clip, LEFT)
    drive.until(lambda: ways.maker.running)
    assert ways.card.isVisible() and ways.card.stop.isVisible()
    drive.until(lambda: not ways.welcome.isVisible())
    maker = made(drive)
    assert not drive.problems and not maker.stopped and state.playing
    kinds = [told.kind for told in maker.done]
    assert kinds == [k for k in KINDS if k in kinds] and kinds[-1] == "rebuild"
    assert [x for x in ("Separate", "Stage", "Rebuild", "Move") if x in steps] == [
        "Separate", "Stage", "Rebuild", "Move"
    ]  # fmt: skip
    assert state.step == "Move"
    assert ways.card.heading.text() == "The clip is ready" and not ways.card.stop.isVisible()
    drive.window.player.stop()
    drive.settle()
    project = state.project
    assert {x.name for x in project.layers} >= {"Subject"}
    assert state.tools.ready in ("slide", "orbit", "push-in")
    moved = [state.studio.frame(project, t).astype(int) for t in (0.0, project.frame.last)]
    assert np.abs(moved[0] - moved[1]).mean() > 1
    path = tmp_path / "made.woodcock"
    save_project(path, project, state.document.store)
    assert load_project(path, PixelStore()) == project
    undone = 0
    while state.document.undo_name:
        assert state.document.undo_name.startswith("Clip: ")
        state.document.undo()
        undone += 1
    assert undone >= 4 and len(state.project.layers) == 1 and state.project.photo is not None


def test_it_can_be_stopped_and_what_is_done_is_kept(drive, cup):
    ways, state = drive.window.ways, drive.state
    ways.make_clip(cup)
    drive.until(lambda: any(told.kind == "layers" for told in ways.maker.done))
    QTest.mouseClick(ways.card.stop, LEFT)
    drive.until(lambda: not ways.maker.running)
    drive.settle()
    assert "kept" in ways.card.note.text() and ways.card.heading.text() == "Made in part"
    assert len(state.project.layers) > 1 and not state.playing and not drive.problems
    drive.press(ways.card.close_)
    assert not ways.card.isVisible()
    state.document.undo()
    ways.maker.start()  # again, from what is there now
    assert ways.maker.running and ways.card.isVisible()
    drive.window.status.cancel.click()  # in the line below the picture
    drive.until(lambda: not ways.maker.running)
    assert ways.maker.stopped.startswith("Stopped")


def test_what_a_hand_does_meanwhile_is_not_written_over(drive, cup):
    ways, state = drive.window.ways, drive.state
    ways.make_clip(cup)
    drive.until(lambda: any(told.kind == "layers" for told in ways.maker.done))
    first = state.project.near_to_far[0].id
    state.act("Rename", lambda p: acts.rename(p, first, "My cup"))
    drive.until(lambda: not ways.maker.running)
    drive.settle()
    assert "by hand" in ways.maker.stopped
    assert state.project.layer(first).name == "My cup"
    assert ways.card.isVisible()
    assert state.document.undo_name == "Rename"
    state.document.mark_saved(state.project, None)
    drive.window.files.close_project()  # the list belongs to the photo
    drive.settle()
    assert not ways.card.isVisible() and ways.welcome.isVisible()


def test_another_proposal_is_picked_by_its_running_picture(drive, cup):
    ways, state = drive.window.ways, drive.state
    ways.make_clip(cup)
    made(drive)
    drive.window.player.stop()
    drive.settle()
    before, layers = state.project, state.project.layers
    drive.press(ways.card.propose)
    dialog = ways.proposals
    drive.until(lambda: all(tile.isEnabled() for tile in dialog.tiles))
    names = [tile.text() for tile in dialog.tiles]
    assert len(set(names)) == 3
    tile = dialog.tiles[1]
    assert len(tile.images) > 10
    shown = set()
    for _ in range(2 * len(tile.images) - 2):  # to and fro, from wherever its clock has it
        tile.step()
        shown.add(tile.shown().cacheKey())
    assert len(shown) == len(tile.images)
    QTest.mouseClick(tile, LEFT)
    drive.until(lambda: state.document.undo_name.startswith("Move: "))
    drive.window.player.stop()
    drive.settle()
    assert state.project.lens != before.lens or state.project.carriers != before.carriers
    assert [x.mask for x in state.project.layers] == [x.mask for x in layers]
    assert not state.studio.gaps(state.project).gaps
    state.document.undo()
    assert state.project == before
    QTest.mouseClick(ways.card.propose, LEFT)
    assert not ways.proposals.tiles[0].images
    ways.proposals.reject()  # while they are being drawn
    drive.settle()
    assert not ways.proposals.tiles[-1].images
    assert state.project == before and not drive.problems


def test_proposals_are_offered_in_move_too(drive, cup):
    ways = drive.window.ways
    drive.window.files.open(cup)
    drive.settle()
    drive.state.go("Move")
    drive.settle()
    drive.press(drive.window.panels["Move"].ready.propose)
    drive.until(lambda: all(tile.isEnabled() for tile in ways.proposals.tiles))
    ways.proposals.reject()


def test_a_file_that_is_no_photo_leaves_the_empty_window(drive, tmp_path):
    path = tmp_path / "no.jpg"
    path.write_bytes(b"no picture")
    drive.window.ways.make_clip(path)
    drive.settle()
    assert "no.jpg" in drive.problems.pop()
    assert drive.window.ways.welcome.isVisible() and drive.state.project.photo is None


def test_the_ways_in_are_reached_by_keys(drive, monkeypatch):
    welcome, asked = drive.window.ways.welcome, []
    monkeypatch.setattr(
        QFileDialog, "getOpenFileName", lambda *given: asked.append(given[1]) or ("", "")
    )
    QTest.keyClick(drive.window.view, Qt.Key.Key_Tab)
    for way in (welcome.open_one, welcome.make_clip):
        way.setFocus()
        assert way.hasFocus() and way.accessibleName() and way.toolTip()
        QTest.keyClick(way, Qt.Key.Key_Space)
    assert asked == ["Open a photo or a project", "Make a clip from a photo"]


def test_several_dropped_photos_are_a_project_each(drive, cup, tmp_path, monkeypatch):
    started = []
    monkeypatch.setattr(
        "woodcock.app.files.QProcess.startDetached", lambda *given: started.append(given)
    )
    other = tmp_path / "b.png"
    save_png(other, np.full((60, 90, 3), 90, np.uint8))
    mime = QMimeData()
    mime.setUrls([QUrl.fromLocalFile(str(x)) for x in (cup, other)])
    drop = QDropEvent(QPointF(200, 200), Qt.DropAction.CopyAction, mime, LEFT,
                      Qt.KeyboardModifier.NoModifier)  # fmt: skip
    drive.window.dropEvent(drop)
    drive.settle()
    assert drive.state.project.photo.name == "cup"
    assert [given[1][-1] for given in started] == [str(other)]


def test_tab_cuts_the_next_thing_that_stands_out(drive, tmp_path):
    from pathlib import Path

    photo = load_picture(Path(__file__).parent.parent / "demo/photos/still.jpg")
    path = tmp_path / "still.png"
    save_png(path, cv2.resize(photo, (900, 600), interpolation=cv2.INTER_AREA))
    state, told = drive.state, []
    state.told.connect(told.append)
    drive.window.files.open(path)
    drive.settle()
    state.go("Separate")
    drive.settle()
    panel = drive.window.panels["Separate"]
    drive.press(panel.find_subject)
    assert [x.name for x in state.project.near_to_far][:-1] == ["Subject"]
    assert any("Tab cuts the next" in x for x in told)
    view = drive.window.view
    assert view.hasFocus()
    areas = []
    for count in range(2, 9):
        if not drive.window.cutter.more:
            break
        drive.key(Qt.Key.Key_Tab, widget=view)
        assert len(state.project.layers) == count + 1
    assert len(state.project.layers) >= 3
    for layer in state.project.layers:
        if layer.mask:
            areas.append(int((state.document.store.get(layer.mask.pixels) > 127).sum()))
    assert areas[0] == max(areas)
    assert view.hasFocus()
    QTest.keyClick(view, Qt.Key.Key_Tab)
    assert not view.hasFocus()  # Tab leads on again
    drive.press(panel.find_subject)
    assert "has a layer already" in drive.problems.pop()


def test_a_guess_is_called_one(drive, tmp_path):
    path, told = tmp_path / "sand.png", []
    save_png(path, np.dstack([data.gravel()] * 3))
    drive.state.told.connect(told.append)
    drive.window.files.open(path)
    drive.settle()
    drive.state.go("Separate")
    drive.settle()
    drive.press(drive.window.panels["Separate"].find_subject)
    assert any("this is a guess" in x for x in told) or drive.problems
    drive.problems.clear()
    count = len(drive.state.project.layers)
    drive.press(drive.window.panels["Separate"].propose)
    assert len(drive.state.project.layers) == count
    assert "Nothing tells near from far" in told[-1]


def test_what_two_looks_disagree_on_is_told(drive, cup, monkeypatch):
    told, real = [], known_photos.subject_field
    monkeypatch.setattr(known_photos, "subject_field", lambda *x: real(*x)._replace(doubt=True))
    drive.state.told.connect(told.append)
    drive.window.files.open(cup)
    drive.settle()
    drive.state.go("Separate")
    drive.settle()
    panel = drive.window.panels["Separate"]
    for button in (panel.find_subject, panel.propose):
        told.clear()
        drive.press(button)
        assert any("farther off" in x for x in told)
        drive.state.document.undo()
    drive.state.document.mark_saved(drive.state.project, None)
    drive.window.ways.make_clip(cup)
    drive.until(lambda: len(drive.window.ways.maker.done) > 0)
    assert "in doubt" in drive.window.ways.maker.done[0].says
    drive.window.ways.maker.stop()
    drive.until(lambda: not drive.window.ways.maker.running)


def test_the_photo_is_looked_at_before_the_click(drive, cup, monkeypatch):
    """Opening Separate looks the photo over quietly; the click is then answered from that."""
    asked = []
    real = known_photos.subject_field

    def counted(*given):
        asked.append(1)
        return real(*given)

    monkeypatch.setattr(known_photos, "subject_field", counted)
    drive.window.files.open(cup)
    drive.settle()
    assert not asked
    drive.state.go("Separate")
    drive.settle()
    assert asked == [1] and not drive.problems
    drive.press(drive.window.panels["Separate"].find_subject)
    assert asked == [1] and len(drive.state.project.layers) == 2
    drive.state.go("Stage")
    drive.settle()
    drive.press(drive.window.panels["Stage"].map.map.estimate)
    assert asked == [1] and drive.state.project.depth is not None


def test_a_model_that_fails_is_told_on_the_click_and_not_before(drive, cup, tmp_path):
    broken = tmp_path / "broken.onnx"
    broken.write_bytes(b"no model")
    keep_preferences(Preferences(subject_model=str(broken)))
    drive.window.files.open(cup)
    drive.settle()
    drive.state.go("Separate")
    drive.settle()
    assert not drive.problems
    drive.press(drive.window.panels["Separate"].find_subject)
    assert "could not be run" in drive.problems.pop()
    assert len(drive.state.project.layers) == 1
    drive.state.document.mark_saved(drive.state.project, None)
    drive.window.ways.make_clip(cup)
    drive.until(lambda: bool(drive.problems))
    drive.until(lambda: not drive.window.ways.maker.running)
    assert "could not be run" in drive.problems.pop()
    assert drive.state.project.photo is not None and drive.window.ways.maker.stopped
    keep_preferences(Preferences())


def test_clips_are_made_one_after_the_other(drive, cup, tmp_path):
    """A second photo while the first is made: asked about, then made from the start."""
    ways, state = drive.window.ways, drive.state
    ways.make_clip(cup)
    drive.until(lambda: len(ways.maker.done) > 1)
    state.document.mark_saved(state.project, None)
    other = tmp_path / "other.png"
    save_png(other, cv2.resize(data.coffee()[:, ::-1], (300, 200)))
    ways.maker.stop()
    drive.until(lambda: not ways.maker.running)
    drive.settle()
    state.document.mark_saved(state.project, None)
    ways.make_clip(other)
    drive.until(lambda: state.project.photo.name == "other" and ways.maker.running)
    maker = made(drive)
    assert not maker.stopped and state.project.photo.name == "other"
    assert ways.card.isVisible() and ways.card.heading.text() == "The clip is ready"
