"""A disk that fails at any call, in any way: nothing is lost but the last act."""

import shutil
import time
import zipfile

import numpy as np
import pytest
from msgspec.structs import replace

from conftest import build, picture
from faults import FAULTS, failing
from woodcock.errors import WoodcockError
from woodcock.media import load_project, save_project
from woodcock.media.layered import save_layered
from woodcock.media.layered_parts import LayeredPart
from woodcock.media.sequence import export_pictures
from woodcock.pixels.store import PixelStore
from woodcock.session import acts
from woodcock.session.journal import Journal, journals, left_behind
from woodcock.session.kept_queue import KeptQueue
from woodcock.session.moments import Moment, moments_of, plain
from woodcock.session.records import read_records
from woodcock.session.state_files import state_folder
from woodcock.session.versions import keep_version, open_version, versions_of

RGBA = np.full((12, 16, 4), 90, np.uint8)


@pytest.fixture(scope="module")
def works():
    """A project before and after a stroke, and a store with the pixels of both."""
    project, studio = build(picture(90, 60), [np.full((60, 90), 200, np.uint8)])
    near = next(x for x in project.layers if x.mask)
    mask = studio.store.get(near.mask.pixels).copy()
    mask[10:30, 10:40] = 255
    painted = acts.set_mask(project, near.id, studio.store.put(mask))
    return project, painted, studio.store


def every_fault(kind, start, work, check):
    """Runs `work` from `start` again and again, each time with another call failing; `check` is
    told whether it went well. How many calls there were."""
    at = 0
    while True:
        at += 1
        assert at < 400
        start()
        with failing(kind, at) as faults:
            try:
                work()
                went_well = True
            except (WoodcockError, OSError) as error:
                went_well = False
                assert not isinstance(error, WoodcockError) or str(error).endswith(".")
        check(went_well)
        if faults.count < at:
            assert went_well
            return at - 1


def half_files(folder):
    return [x.name for x in folder.rglob("*") if "~part" in x.name or x.name.endswith(".part")]


@pytest.mark.parametrize("kind", FAULTS)
@pytest.mark.parametrize("way", ["quick", "whole", "elsewhere"])
def test_a_save_leaves_the_project_before_or_after_it(kind, way, works, tmp_path):
    before, after, store = works
    path, other = tmp_path / "p.woodcock", tmp_path / "q.woodcock"
    stamp = save_project(path, before, store)
    kept = path.read_bytes()
    stamps = []

    def start():
        path.unlink()
        path.write_bytes(kept)
        other.unlink(missing_ok=True)
        told = path.stat()
        stamps[:] = [stamp._replace(inode=told.st_ino, changed=told.st_mtime_ns)]

    def work():
        goal, since = (other if way == "elsewhere" else path), stamps[0]
        save_project(goal, after, store, since=None if way == "whole" else since)

    def check(went_well):
        goal = other if way == "elsewhere" else path
        if way == "elsewhere":
            assert load_project(path, PixelStore()) == before
        if went_well or goal.exists():
            found = load_project(goal, PixelStore())
            assert found == after if went_well else found in (before, after)

    assert every_fault(kind, start, work, check) >= 4
    assert len(half_files(tmp_path)) <= 1  # where taking it away was what failed
    assert zipfile.is_zipfile(path)


@pytest.mark.parametrize("kind", FAULTS)
def test_the_journal_has_every_act_but_the_last(kind, works, tmp_path, monkeypatch):
    before, after, store = works
    monkeypatch.setenv("WOODCOCK_STATE", str(tmp_path / "state"))
    first, last = Moment(time.time(), "First", before), Moment(time.time(), "Last", after)
    held = []

    def start():
        if held:
            held.pop().close(keep=False)
        shutil.rmtree(state_folder(), ignore_errors=True)
        journal = Journal()
        journal.write(first, store)
        held.append(journal)

    def check(went_well):
        held[0].write(replace(last, act="Again"), store)  # the disk works again
        held.pop().close(keep=True)
        (left,) = left_behind()
        whole = ["Again", "Last", "First"]
        names = [x.act for x in left.moments]
        assert names == whole or (not went_well and names == ["Again", "First"])
        assert left.open(PixelStore()).project == after
        left.discard()

    assert every_fault(kind, start, lambda: held[0].write(last, store), check) >= 6


@pytest.mark.parametrize("kind", FAULTS)
def test_earlier_saves_stay(kind, works, tmp_path, monkeypatch):
    before, after, store = works
    monkeypatch.setenv("WOODCOCK_STATE", str(tmp_path / "state"))
    path = tmp_path / "p.woodcock"
    stamp = plain(save_project(path, before, store))
    saves = [Moment(time.time() + k, f"Save {k}", before, str(path), stamp, saved=True)
             for k in range(6)]  # fmt: skip
    new = Moment(time.time() + 9, "New", after, str(path), stamp, saved=True)
    for count in (2, 5):  # it is appended, or the oldest goes

        def start(count=count):
            shutil.rmtree(state_folder(), ignore_errors=True)
            for each in saves[:count]:
                keep_version(each)

        def work():
            journal = Journal()
            journal.gather(new, store)
            keep_version(new)
            journal.close(keep=False)

        def check(went_well, count=count):
            names = [x.act for x in versions_of(path)]
            assert ("New" in names) or not went_well
            assert len([x for x in names if x != "New"]) >= min(count, 4)
            for moment in versions_of(path):
                if moment.act != "New" or went_well:
                    open_version(moment, PixelStore())

        assert every_fault(kind, start, work, check) >= 4


@pytest.mark.parametrize("kind", FAULTS)
def test_the_queue_has_what_it_had(kind, works, tmp_path, monkeypatch):
    before, after, store = works
    monkeypatch.setenv("WOODCOCK_STATE", str(tmp_path / "state"))

    def queue_of(project, names):
        kept = []
        queue = KeptQueue()
        queue.keep(project, store, kept.append)
        items = lambda: [{"snapshot": x, "path": "x.mp4"} for x in [*names, *kept]]  # noqa: E731
        queue.save(items)
        queue.close()
        return [*names, *kept]

    first = []

    def start():
        shutil.rmtree(state_folder(), ignore_errors=True)
        first[:] = queue_of(before, [])

    def check(went_well):
        queue = KeptQueue()
        names = [x["snapshot"] for x in queue.items()]
        assert first[0] in names
        loads = [queue.load(name, PixelStore()) for name in names]
        assert before in loads and all(x in (before, after) for x in loads)
        queue.close()

    assert every_fault(kind, start, lambda: queue_of(after, first), check) >= 8


@pytest.mark.parametrize("kind", FAULTS)
@pytest.mark.parametrize("what", ["x.ora", "x.tif", "set", "frames"])
def test_what_is_exported_is_there_whole_or_as_it_was(kind, what, tmp_path):
    parts = [LayeredPart("A", RGBA), LayeredPart("B", RGBA)]
    goal = tmp_path / what
    before = {}

    def export(value):
        if what == "frames":
            export_pictures(goal, [RGBA[..., :3] + np.uint8(value)] * 3, 3, ".png")
        else:
            save_layered(goal, (16, 12), parts, RGBA)

    def files():
        if goal.is_dir():
            return {x.name: x.read_bytes() for x in goal.iterdir()}
        return {goal.name: goal.read_bytes()} if goal.exists() else {}

    def start():
        shutil.rmtree(tmp_path)
        tmp_path.mkdir()
        if what == "frames":
            export(0)
        elif what != "set":
            goal.write_bytes(b"what was there before")
        before.clear()
        before.update(files())

    def check(went_well):
        now = files()
        if went_well:
            assert now != before or what == "set"
        elif what != "frames":  # pictures take each other's places one by one
            assert now == before
        else:
            assert set(now) == set(before)
        assert len(half_files(tmp_path)) <= 1

    assert every_fault(kind, start, lambda: export(5), check) >= 5


def test_the_layer_that_fails_does_fail():
    """Each kind of fault is seen by whoever writes."""
    import os
    from pathlib import Path

    path = state_folder() / "probe"
    path.parent.mkdir(parents=True, exist_ok=True)
    for kind in ("ENOSPC", "EIO", "EACCES"):
        with failing(kind, 2), pytest.raises(OSError):
            path.write_bytes(b"x" * 100)
    with failing("short", 2) as faults:
        Path(path).write_bytes(b"x" * 100)
    assert faults.failed and path.read_bytes() == b"x" * 100  # what was cut short is written on
    with failing("EIO", 1), pytest.raises(OSError):
        os.replace(path, path)
    assert journals() and moments_of(read_records(path)) == []
