import threading

import numpy as np
import pytest
from hypothesis import given
from hypothesis import strategies as st
from msgspec.structs import replace

from conftest import blob, build, picture
from woodcock.errors import Cancelled, WoodcockError
from woodcock.media.contents import pixels_of
from woodcock.model import Delivery, Frame, Mask, Project
from woodcock.pixels.store import PixelStore
from woodcock.progress import report
from woodcock.session import Document, Job, Jobs, acts
from woodcock.session.deliver import deliver
from woodcock.session.recent import recent_files, remember
from woodcock.session.studio import Studio


def named(n):
    return Project(frame=Frame(seconds=1.0 + n))


@given(st.lists(st.one_of(st.integers(0, 5), st.sampled_from(["undo", "redo"])), max_size=40))
def test_undo_and_redo_are_a_walk_along_a_list(steps):
    """Against the plainest model: a list and a place in it."""
    document = Document()
    history, at = [document.project], 0
    for step in steps:
        if step == "undo":
            document.undo()
            at = max(at - 1, 0)
        elif step == "redo":
            document.redo()
            at = min(at + 1, len(history) - 1)
        elif named(step) != history[at]:
            document.act(f"Length {step}", named(step))
            history = [*history[: at + 1], named(step)]
            at += 1
        assert document.project == history[at]
        assert (document.undo_name is None) == (at == 0)
        assert (document.redo_name is None) == (at == len(history) - 1)
        assert document.unsaved == (history[at] != history[0])


def test_a_drag_undoes_as_one_act(tmp_path):
    document, heard = Document(), []
    document.on_change(lambda: heard.append(document.project))
    for n in (1, 2, 3):
        document.act("Drag", named(n), merge="drag")
    document.seal()
    document.act("Drag", named(4), merge="drag")
    assert document.undo_name == "Drag"
    document.undo()
    assert document.project == named(3)
    document.undo()
    assert document.project == Project()
    assert heard[-1] == Project()
    saved = named(3)
    document.redo()
    document.mark_saved(saved, tmp_path / "x")
    assert not document.unsaved


def test_jobs_report_cancel_and_fail():
    jobs, ended, started = Jobs(), [], threading.Event()

    def endless(progress):
        started.set()
        while True:
            report(progress, 0.5, "working")

    job = jobs.start("endless", endless, ended.append)
    waiting = jobs.start("waiting", endless, ended.append)
    started.wait(120)
    assert jobs.running == (job, waiting)
    job.cancel()
    waiting.cancel()
    for cancelled in (job, waiting):
        with pytest.raises(Cancelled):
            cancelled.future.result(5)
    assert job.text == "working"
    assert jobs.start("sum", lambda progress: 1 + 1, ended.append).future.result(5) == 2
    with pytest.raises(WoodcockError, match="No"):
        jobs.start("no", _refuse, ended.append).future.result(5)
    jobs.close()
    assert len(ended) == 4


def test_time_left_comes_from_the_pace(monkeypatch):
    now = [100.0]
    monkeypatch.setattr("woodcock.session.jobs.time.monotonic", lambda: now[0])
    job = Job("work")
    assert job.time_left is None
    now[0] = 110.0
    assert job.progress(0.25, "a quarter") is True
    assert job.time_left.seconds == pytest.approx(30.0) and str(job.time_left) == "about 30 s left"
    job.cancel()
    assert job.progress(0.5, "half") is False


def _refuse(progress):
    raise WoodcockError("No.")


def test_recent_files(tmp_path):
    paths = [tmp_path / f"{n}.jpg" for n in range(12)]
    for path in paths:
        path.touch()
        remember(path)
    remember(paths[5])
    assert recent_files()[0] == paths[5]
    assert len(recent_files()) == 10
    paths[5].unlink()
    assert paths[5] not in recent_files()


def test_projects_refuse_contradictions():
    with pytest.raises(ValueError, match="frame rate"):
        Frame(rate=23)
    with pytest.raises(ValueError, match="16 and 8192"):
        replace(Frame(), width=4)
    with pytest.raises(ValueError, match="600"):
        Frame(seconds=0)


def noisy_mask(project, seed):
    noise = np.random.default_rng(seed).integers(
        0, 256, (project.photo.height, project.photo.width)
    )
    return noise.astype(np.uint8)


def recut(document, seed):
    """A stroke that changes all of the nearest layer's mask."""
    name = document.store.put(noisy_mask(document.project, seed))
    layer = document.project.near_to_far[0]
    document.act("Paint", document.project.with_layer(replace(layer, content=Mask(name))))
    return name


def cut_document(**how):
    photo = picture(320, 180)
    project, studio = build(photo, [blob(320, 180, 100, 90, 40)])
    return Document(project, studio.store, **how)


def test_photos_opened_in_turn_leave_nothing_behind():
    document, sizes, gone = Document(), [], []
    for seed in range(4):
        project = acts.new_project(picture(400, 300, seed), "p", document.store)
        document.open(project, None)
        sizes.append(document.store.bytes)
        gone.append(project.photo.pixels)
    assert max(sizes) == min(sizes) == 400 * 300 * 3
    with pytest.raises(Cancelled):  # whoever still asks works for what is open no more
        document.store.get(gone[0])
    with pytest.raises(KeyError):
        document.store.get("never put")
    assert document.store.put(picture(400, 300, 0)) == gone[0]  # and back again
    np.testing.assert_array_equal(document.store.get(gone[0]), picture(400, 300, 0))


def test_undo_keeps_to_its_room_and_says_what_it_let_go():
    document, told = cut_document(undo_bytes=900_000), []
    document.on_undo_lost(told.append)
    first = document.project.near_to_far[0].mask.pixels
    names = [recut(document, seed) for seed in range(20)]  # some 57 kB each
    assert told and "can't be undone" in told[0] and "MB" in told[0]
    assert document.store.bytes <= 900_000
    assert first not in document.store and names[0] not in document.store
    np.testing.assert_array_equal(document.store.get(names[-1]), noisy_mask(document.project, 19))
    steps = 0
    while document.undo_name:
        document.undo()
        mask = document.project.near_to_far[0].mask.pixels
        np.testing.assert_array_equal(
            document.store.get(mask), noisy_mask(document.project, names.index(mask))
        )
        steps += 1
    assert 5 < steps < 19


def test_what_a_project_needs_itself_is_never_let_go():
    document = cut_document(undo_bytes=1000)
    name = recut(document, 1)
    recut(document, 2)
    assert document.undo_name is None and name not in document.store
    for pixels in pixels_of(document.project):
        assert document.store.get(pixels).size


def test_what_can_be_redone_no_more_is_freed_and_what_was_undone_is_not():
    document = cut_document()
    one = recut(document, 1)
    document.undo()
    assert one in document.store
    document.redo()
    document.undo()
    two = recut(document, 2)
    assert one not in document.store and two in document.store


def test_masks_that_share_tiles_keep_them_when_one_goes():
    store = PixelStore(unpacked=1)
    mask = np.random.default_rng(0).integers(0, 255, (300, 600)).astype(np.uint8)
    other = mask.copy()
    other[:40, :40] = 7
    a, b = store.put(mask), store.put(other)
    free = store.size_of(a)
    before = store.bytes
    store.drop([a])
    assert before - store.bytes == pytest.approx(free, rel=0.01) and 0 < free < mask.nbytes / 2
    np.testing.assert_array_equal(store.get(b), other)


def test_an_export_goes_on_though_another_project_is_opened(tmp_path):
    document = cut_document()
    studio, project = Studio(document.store), document.project
    opened = []

    def tell(fraction, text):
        if fraction > 0.2 and not opened:
            opened.append(1)
            document.open(acts.new_project(picture(64, 48), "n", document.store), None)
            assert project.photo.pixels in document.store
        return True

    deliver(project, Delivery(), tmp_path / "clip.mp4", studio, tell)
    assert opened and (tmp_path / "clip.mp4").stat().st_size > 1000
    assert project.photo.pixels not in document.store


def test_what_is_loaded_while_another_opens_is_there_when_its_turn_comes():
    """Two files opened at once: the first one's opening must not sweep away the second's pixels."""
    document = Document()
    document.open(acts.new_project(picture(400, 300, 0), "before", document.store), None)
    first = acts.new_project(picture(400, 300, 1), "one", document.store)
    second = acts.new_project(picture(400, 300, 2), "two", document.store)  # loaded meanwhile
    never = document.store.put(picture(400, 300, 3))  # loaded, and cancelled then
    document.open(first, None)
    document.open(second, None)
    np.testing.assert_array_equal(document.store.get(second.photo.pixels), picture(400, 300, 2))
    assert first.photo.pixels not in document.store and never not in document.store
    assert document.store.bytes == 400 * 300 * 3
