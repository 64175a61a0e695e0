"""Memory and faults in the window: what is let go, what is told, what goes on all the same."""

import logging

import numpy as np
import pytest
from msgspec.structs import replace
from PySide6.QtCore import QPointF, Qt

from conftest import blob, build, picture
from driver import Driver
from woodcock.media import save_project
from woodcock.model import Depth, Frame, Mask, Relief
from woodcock.session import acts
from woodcock.session.log import start_logging

W, H = 480, 300


def scene_of(seed):
    masks = [blob(W, H, 180, 170, 70), blob(W, H, 330, 140, 50)]
    return build(picture(W, H, seed), masks, Frame(W, H, 12, 0.5))


@pytest.fixture
def drive():
    driver = Driver.with_scene(scene_of(1), "Stage")
    yield driver
    driver.close()


def test_projects_opened_in_turn_take_no_more_memory_each_time(drive, tmp_path):
    state, store = drive.state, drive.state.document.store
    paths, sizes = [], []
    for seed in range(3):
        project, studio = scene_of(seed + 2)
        paths.append(tmp_path / f"{seed}.woodcock")
        save_project(paths[-1], project, studio.store)
    for path in (*paths, paths[0]):
        drive.window.files.open(path)
        drive.until(lambda p=path: state.document.path == p)
        drive.settle()
        sizes.append(store.bytes)
        assert state.studio.latest(state.project) is not None  # drawn, not only opened
        assert state.studio.frame(state.project, 0.2).shape == (H, W, 3)
    assert max(sizes) < 1.15 * min(sizes) and max(sizes) < 2.5 * W * H * 3
    assert not drive.problems
    drive.key(Qt.Key.Key_Z, Qt.KeyboardModifier.ControlModifier)  # nothing to undo: no harm
    assert state.document.path == paths[0]


def test_undo_that_lost_its_beginning_says_so_and_goes_back_as_far_as_it_can(drive):
    state, told = drive.state, []
    state.told.connect(told.append)
    near = next(x for x in state.project.near_to_far if x.mask).id
    state.document.undo_bytes = state.document.store.bytes + 400_000
    rng = np.random.default_rng(0)
    for number in range(8):
        noise = rng.integers(0, 256, (H, W)).astype(np.uint8)
        name = state.document.store.put(noise)
        layer = replace(state.project.layer(near), content=Mask(name))
        assert state.act(f"Paint {number}", lambda p, x=layer: p.with_layer(x))
    lost = [text for text in told if "can't be undone any more" in text]
    assert lost and "MB are free again" in lost[0]
    steps = 0
    while state.document.undo_name:
        drive.key(Qt.Key.Key_Z, Qt.KeyboardModifier.ControlModifier)
        steps += 1
        assert steps < 9
    assert 1 <= steps < 8
    drive.settle()
    assert state.studio.frame(state.project, 0.0).shape == (H, W, 3)
    assert not drive.problems


def test_a_fault_inside_a_job_is_told_logged_and_the_window_lives_on(drive):
    start_logging()
    state = drive.state
    wrong = Depth(state.document.store.put(np.full((H, W), 0.5, np.float32)), 2.0, 30.0)
    layer = replace(state.project.background, relief=Relief(thickness=4.0))
    state.act("Bad depth", lambda p: replace(p.with_layer(layer), depth=wrong))
    drive.until(lambda: drive.problems)
    assert "a depth map is (h, w) uint16" in drive.problems[0]
    assert "Help > Copy report" in drive.problems[0] and "Your work is kept" in drive.problems[0]
    drive.dismiss()
    drive.settle()
    drive.window.work.state.touch()
    drive.settle()
    assert len(drive.problems) == 1  # told once, and not tried again and again
    state.document.undo()
    drive.problems.clear()
    drive.settle()
    assert state.project.depth is None and not drive.problems
    near = state.project.near_to_far[0].id
    state.act("Nearer", lambda p: acts.set_distance(p, near, 2.0))
    drive.settle()
    assert state.gap_report is not None and state.studio.ready(state.project)
    logged = [h for h in logging.getLogger("woodcock").handlers if hasattr(h, "baseFilename")]
    with open(logged[0].baseFilename) as file:
        text = file.read()
    assert "Traceback" in text and "depth_pixels" in text


def test_a_preview_that_is_out_of_date_makes_room_for_the_next_one(drive):
    """Of many moments of a drag only the last is sure to be drawn; none that is old comes after."""
    state, drawn = drive.state, []
    drive.window.previews.drawn.connect(lambda image, time: drawn.append(state.project))
    near = next(x for x in state.project.near_to_far if x.mask)
    for step in range(12):
        metres = 2.0 + 0.1 * step
        state.act("Nearer", lambda p, m=metres: acts.set_distance(p, near.id, m), "drag")
        drive.app.processEvents()
    drive.settle()
    assert drawn and drawn[-1] == state.project
    image = drive.window.lens_scene.image
    want = state.studio.frame(state.project, state.time, (image.width(), image.height()))
    middle = QPointF(image.width() / 2, image.height() / 2).toPoint()
    colour = image.pixelColor(middle)
    got = colour.red(), colour.green(), colour.blue()
    assert np.abs(np.array(got) - want[middle.y(), middle.x()]).max() <= 1
