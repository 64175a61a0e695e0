"""The queue: one after the other, as the clip was when it was queued, kept across a crash."""

import os
import signal
import subprocess
import sys
import threading
import time
from pathlib import Path

import av
import msgspec
import pytest
from msgspec.structs import replace
from PIL import Image

from conftest import blob, build, picture
from woodcock.model import Delivery, Frame
from woodcock.pixels.store import PixelStore
from woodcock.session import acts
from woodcock.session.kept_queue import KeptQueue
from woodcock.session.queue import Queue
from woodcock.session.studio import Studio
from woodcock.stage import apply_move

W, H = 160, 90
SHORT = Delivery("png", end=0.2)


@pytest.fixture
def clip():
    project, studio = build(picture(W, H), [blob(W, H, 70, 50, 28)], Frame(W, H, 12, 1.0))
    return apply_move(project, "slide", 3), studio


@pytest.fixture
def queue(clip):
    made = Queue(clip[1].store)
    yield made
    made.close()


def states(queue):
    return [item.state for item in queue.items]


def wait(condition, limit=240):
    end = time.monotonic() + limit
    while not condition():
        assert time.monotonic() < end, "it did not happen in time"
        time.sleep(0.005)


def long_one(project):
    return acts.set_frame(project, replace(project.frame, seconds=200.0))


def test_one_after_the_other_and_a_failure_stops_nobody(clip, queue, tmp_path):
    project, _ = clip
    queue.add(project, SHORT, tmp_path / "a")
    queue.add(project, Delivery(), tmp_path / "none" / "b.mp4")
    queue.add(project, SHORT, tmp_path / "c")
    assert queue.wait(240)
    assert states(queue) == ["done", "failed", "done"]
    assert "does not exist" in queue.items[1].told and not queue.items[0].told
    assert sorted(x.name for x in tmp_path.iterdir()) == ["a", "c"]
    assert queue.items[0].seconds > 0 and queue.running is None and not queue.busy
    (tmp_path / "none").mkdir()
    queue.retry(queue.items[1].id)
    assert queue.wait(240) and states(queue) == ["done", "done", "done"]
    with av.open(str(tmp_path / "none" / "b.mp4")) as box:
        assert box.streams.video[0].frames == 12


def test_it_is_made_as_it_was_when_queued(clip, queue, tmp_path):
    """Whatever becomes of the clip, and even once its pictures are tidied away."""
    project, studio = clip
    queue.pause(True)
    queue.add(project, SHORT, tmp_path / "a")
    queue.add(acts.still(project), SHORT, tmp_path / "b")
    want = [studio.frame(x, 0.0) for x in (project, acts.still(project))]
    studio.store.keep_only([])
    studio.store.keep_only([])
    queue.pause(False)
    assert queue.wait(240) and states(queue) == ["done", "done"]
    for name, frame in zip("ab", want, strict=True):
        with Image.open(tmp_path / name / f"{name}_0001.png") as image:
            assert (frame == image).all()
    photo = project.photo.pixels
    studio.store.keep_only([])
    assert photo not in studio.store  # what is done holds nothing any more


def test_pausing_goes_on_where_it_was(clip, queue, tmp_path):
    project, _ = clip
    queue.add(long_one(project), Delivery(lines=46), tmp_path / "a.mp4")
    wait(lambda: queue.running is not None and queue.running.fraction > 0.25)
    queue.pause(True)
    time.sleep(0.1)
    still = queue.running.fraction
    time.sleep(0.2)
    assert queue.running.fraction == still and queue.paused
    queue.pause(False)
    wait(lambda: queue.running.fraction > still)
    queue.hold(True)  # a hand is at work
    time.sleep(0.1)
    still = queue.running.fraction
    time.sleep(0.2)
    assert queue.running.fraction == still
    queue.hold(False)
    wait(lambda: queue.running.fraction > still)
    queue.pause(True)
    queue.cancel(queue.items[0].id)  # also while it rests
    wait(lambda: states(queue) == ["stopped"])
    assert list(tmp_path.iterdir()) == []


def test_order_and_what_is_taken_off(clip, queue, tmp_path):
    project, _ = clip
    made = []

    class Told(Queue):
        def _made(self, item, job):
            made.append(item.title)
            return super()._made(item, job)

    own = Told(clip[1].store)
    own.pause(True)
    names = [own.add(project, SHORT, tmp_path / x) for x in "abcd"]
    own.move(names[3], -2)
    own.move(names[0], 99)
    own.cancel(names[1])
    own.pause(False)
    assert own.wait(240)
    assert made == ["d", "c", "a"]
    own.remove(names[1])
    assert [x.title for x in own.items] == ["d", "c", "a"]
    own.close()


def test_a_fault_inside_is_told_and_the_next_goes_on(clip, queue, tmp_path, monkeypatch):
    project, _ = clip
    faults = [ZeroDivisionError("oh"), MemoryError()]

    def faulty(*args):
        if faults:
            raise faults.pop(0)
        return real(*args)

    from woodcock.session import queue as module

    real = module.deliver
    monkeypatch.setattr(module, "deliver", faulty)
    for name in "abc":
        queue.add(project, SHORT, tmp_path / name)
    assert queue.wait(240)
    assert states(queue) == ["failed", "failed", "done"]
    assert "inside Woodcock" in queue.items[0].told and "memory" in queue.items[1].told


def test_from_many_threads_at_once(clip, queue, tmp_path):
    project, _ = clip
    threads = [
        threading.Thread(target=queue.add, args=(project, SHORT, tmp_path / f"{k}"))
        for k in range(8)
    ]
    for thread in threads:
        thread.start()
    for thread in threads:
        thread.join()
    assert queue.wait(240) and states(queue) == ["done"] * 8


def test_closing_keeps_what_was_not_made(clip, tmp_path):
    """It is listed as stopped, made when asked for, from the project as it was, then forgotten."""
    project, studio = clip
    root = tmp_path / "kept"
    queue = Queue(studio.store, studio, KeptQueue(root))
    queue.add(project, SHORT, tmp_path / "a", "first")
    assert queue.wait(240)
    queue.add(long_one(project), Delivery(), tmp_path / "b.mp4", "second")
    queue.add(project, SHORT, tmp_path / "c", "third")
    wait(lambda: queue.running is not None and queue.running.fraction > 0.2)
    queue.close()
    assert not (tmp_path / "b.mp4").exists()
    again = Queue(PixelStore(), None, KeptQueue(root))
    assert [(x.title, x.state) for x in again.items] == [
        ("second", "stopped"),
        ("third", "stopped"),
    ]
    assert "closed" in again.items[0].told and not again.busy
    again.remove(again.items[0].id)
    again.retry(again.items[0].id)
    assert again.wait(240) and states(again) == ["done"]
    with Image.open(tmp_path / "c" / "c_0001.png") as image:
        assert (studio.frame(project, 0.0) == image).all()
    again.close()
    assert sorted(x.name for x in (root / "1").iterdir()) == ["lock", "queue.json"]
    assert KeptQueue(root).items() == []


_SCRIPT = """
import sys, time
sys.path.insert(0, {tests!r})
from pathlib import Path
from conftest import blob, build, picture
from woodcock.model import Delivery, Frame
from woodcock.session.kept_queue import KeptQueue
from woodcock.session.queue import Queue
project, studio = build(picture(160, 90), [blob(160, 90, 70, 50, 28)], Frame(160, 90, 12, 300.0))
queue = Queue(studio.store, None, KeptQueue(Path({root!r})))
for name in ("a.mp4", "b.mp4"):
    queue.add(project, Delivery(), Path({out!r}) / name)
while not all(item.snapshot for item in queue.items) or queue.running is None:
    time.sleep(0.01)
queue._kept._thread.submit(lambda: None).result()
print("going", flush=True)
time.sleep(600)
"""


def test_a_crash_loses_nothing_of_the_queue(tmp_path):
    """Killed in the middle: its list is taken up by the next process, not while it lives."""
    root, out = tmp_path / "kept", tmp_path / "out"
    out.mkdir()
    code = _SCRIPT.format(tests=str(Path(__file__).parent), root=str(root), out=str(out))
    with subprocess.Popen([sys.executable, "-c", code], stdout=subprocess.PIPE, text=True) as child:
        assert child.stdout.readline().strip() == "going"
        beside = KeptQueue(root)
        assert beside.items() == [] and beside.folder.name == "2"
        os.kill(child.pid, signal.SIGKILL)
        child.wait()
    beside.close()
    queue = Queue(PixelStore(), None, KeptQueue(root))
    assert [(x.title, x.state) for x in queue.items] == [("a", "stopped"), ("b", "stopped")]
    assert not (root / "2").exists()  # taken over
    item = queue.items[0]
    with queue._wake:
        queue._items = [replace(item, delivery=SHORT, path=str(out / "a"))]
    queue.retry(item.id)
    assert queue.wait(240) and states(queue) == ["done"]
    queue.close()


@pytest.mark.parametrize(
    "text", ["", "{", "[1, null, {}]", '[{"id": "a", "title": 1}]', '{"a": 1}', "[" * 10_000]
)
def test_a_list_that_is_damaged_is_used_as_far_as_it_goes(clip, tmp_path, text):
    project, studio = clip
    kept = KeptQueue(tmp_path)
    kept.close()
    (tmp_path / "1" / "queue.json").write_text(text)
    queue = Queue(studio.store, None, KeptQueue(tmp_path))
    assert queue.items == ()
    queue.add(project, SHORT, tmp_path / "a")
    assert queue.wait(240) and states(queue) == ["done"]
    queue.close()


def test_a_kept_project_that_is_gone_is_told(clip, tmp_path):
    project, studio = clip
    queue = Queue(studio.store, None, KeptQueue(tmp_path / "kept"))
    queue.pause(True)
    queue.add(project, SHORT, tmp_path / "a")
    queue.close()
    for path in (tmp_path / "kept" / "1").glob("*.moment"):
        path.unlink()
    again = Queue(PixelStore(), None, KeptQueue(tmp_path / "kept"))
    again.retry(again.items[0].id)
    assert again.wait(240) and states(again) == ["failed"]
    assert "gone or damaged" in again.items[0].told
    again.close()


def test_a_folder_that_can_t_be_written_costs_no_delivery(clip, tmp_path):
    project, studio = clip
    (tmp_path / "file").write_text("no folder")
    queue = Queue(studio.store, Studio(studio.store), KeptQueue(tmp_path / "file"))
    queue.add(project, SHORT, tmp_path / "a")
    assert queue.wait(240) and states(queue) == ["done"]
    queue.close()
    assert msgspec.json.encode(queue.items[0].delivery)
