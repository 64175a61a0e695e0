import threading

import pytest
from hypothesis import given
from hypothesis import strategies as st
from msgspec.structs import replace

from woodcock.errors import Cancelled, WoodcockError
from woodcock.model import Frame, Project
from woodcock.progress import report
from woodcock.session import Document, Job, Jobs
from woodcock.session.recent import recent_files, remember


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
    started.wait(5)
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
    assert job.seconds_left is None
    now[0] = 110.0
    assert job.progress(0.25, "a quarter") is True
    assert job.seconds_left == pytest.approx(30.0)
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
