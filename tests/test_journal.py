"""What a crash leaves is found: the journal, earlier saves, whose a project file is."""

import json
import os
import random
import signal
import subprocess
import sys
import textwrap
import time

import pytest
from msgspec.structs import replace

from at_work import project_of, stroked
from woodcock.errors import WoodcockError
from woodcock.media.project_file import open_project, save_project
from woodcock.model import Project
from woodcock.pixels.store import PixelStore
from woodcock.session import Document
from woodcock.session.journal import Journal, journals, left_behind
from woodcock.session.keeping import Keeping
from woodcock.session.leftovers import clear_up
from woodcock.session.moments import Moment, moments_of, plain
from woodcock.session.pool import Pool
from woodcock.session.project_lock import Holder, ProjectLock, check_free, lock_file, take
from woodcock.session.recent import remember
from woodcock.session.records import append_record, read_records, write_records
from woodcock.session.small import small_picture
from woodcock.session.versions import open_version, tidy, versions_of


@pytest.fixture
def work():
    """(project, store): a photo with a cut."""
    return project_of(160, 90, 1)


def kept(project, store, acts=3, root=None):
    """A journal with some acts in it, as a process leaves it that is killed."""
    journal = Journal(root)
    for number in range(acts):
        journal.write(Moment(float(number), f"Act {number}", project), store)
        project = stroked(project, store, number + 1)
    journal._lock.close()
    return journal


def test_what_a_process_left_is_found_with_its_pixels_and_once_only(work):
    project, store = work
    kept(project, store)
    (left,) = left_behind()
    assert left_behind() == []  # it belongs to whoever found it
    moment = left.open(found := PixelStore())
    assert (moment.act, moment.at) == ("Act 2", 2.0)
    assert all(name in found for name in moment.names)
    image = small_picture(moment.project, found.get, 80)
    assert image.shape == (45, 80, 3)
    left.give_back()
    (again,) = left_behind()
    again.discard()
    assert left_behind() == [] and not any(journals().iterdir())


def test_new_pixels_are_written_once(work):
    project, store = work
    journal = kept(project, store, 1)
    times = {x.name: x.stat().st_mtime_ns for x in Pool().folder.glob("*.*")}
    assert len(times) == 2
    os.utime(Pool().folder / next(iter(times)), ns=(5, 5))
    other = Journal()
    other.write(Moment(9.0, "Move", replace(project, fill_seed=4)), store)
    assert (Pool().folder / next(iter(times))).stat().st_mtime_ns == 5
    assert journal.folder != other.folder


@pytest.mark.parametrize("damage", ["cut", "flipped", "zeros", "pixels", "pixels gone"])
def test_a_damaged_journal_is_used_up_to_its_damage(work, damage):
    project, store = work
    journal = kept(project, store)
    path = journal.folder / "acts"
    data, last = path.read_bytes(), moments_of(read_records(path))[-1]
    pool = Pool()
    if damage == "cut":
        path.write_bytes(data[:-7])
    elif damage == "flipped":
        path.write_bytes(data[:-20] + bytes([data[-20] ^ 1]) + data[-19:])
    elif damage == "zeros":
        path.write_bytes(data[:-300] + bytes(300))
    else:
        newest = set(last.names) - set(moments_of(read_records(path))[-2].names)
        (file,) = (pool.folder / f"{name}.png" for name in newest)
        file.unlink() if damage == "pixels gone" else file.write_bytes(file.read_bytes()[:-60])
    (left,) = left_behind()
    assert left.open(PixelStore()).act == "Act 1"
    left.discard()


def test_a_journal_with_nothing_unsaved_and_one_of_rubbish_go(work):
    project, store = work
    journal = Journal()
    journal.write(Moment(1.0, "Cut", project), store)
    journal.write(Moment(2.0, "Cut", project, "/x.woodcock", None, saved=True), store)
    journal._lock.close()
    rubbish = journals() / "1.1-0"
    rubbish.mkdir(parents=True)
    (rubbish / "acts").write_bytes(os.urandom(5000))
    assert left_behind() == []
    assert not any(journals().iterdir())


def test_the_journal_stays_small(work, monkeypatch):
    monkeypatch.setattr("woodcock.session.journal._MOST", 20_000)
    project, store = work
    journal = Journal()
    for number in range(40):
        project = stroked(project, store, number)
        journal.write(Moment(float(number), "Stroke", project), store)
        assert (journal.folder / "acts").stat().st_size < 30_000
    tidy()
    names = {name for x in moments_of(read_records(journal.folder / "acts")) for name in x.names}
    assert {path.stem for path in Pool().folder.glob("*.*")} == names
    journal.close(keep=False)
    tidy()
    assert not list(Pool().folder.glob("*.*"))


def starts_of(data):
    """Where records begin."""
    return [k for k in range(len(data)) if data[k : k + 4] == b"rec1"]


def test_bytes_of_records_in_any_state_are_read_or_passed_over(tmp_path):
    path, rng = tmp_path / "records", random.Random(3)
    contents = [bytes([n]) * (n * 37) for n in range(12)]
    write_records(path, contents[:4])
    for content in contents[4:]:
        append_record(path, content)
    whole = path.read_bytes()
    assert read_records(path) == contents
    ends = [*starts_of(whole)[1:], len(whole)]
    for _ in range(400):
        data = bytearray(whole)
        place = rng.randrange(len(data))
        data[place] ^= 1 << rng.randrange(8)
        path.write_bytes(data[: rng.randrange(len(data))])
        got = read_records(path)
        assert got == [x for x in contents if x in got]  # whole ones, in order
        assert len(got) >= sum(end <= len(path.read_bytes()) for end in ends) - 1
    assert read_records(tmp_path / "none") == []


def test_acts_are_kept_within_two_seconds_and_a_busy_hand_is_not_forgotten(work):
    project, store = work
    document = Document(project, store)
    keeping = Keeping(document)
    end, number, kept = time.monotonic() + 60, 0, []
    while len(kept) < 3:  # without a pause
        number += 1
        document.act(f"Stroke {number}", replace(document.project, fill_seed=number))
        time.sleep(0.02)
        kept = [x for path in journals().glob("*/acts") for x in moments_of(read_records(path))]
        assert time.monotonic() < end, "nothing is kept while the hand is busy"
    assert keeping.flush()
    (path,) = journals().glob("*/acts")
    found = moments_of(read_records(path))
    assert found[-1].act == f"Stroke {number}"
    assert len(found) < number / 4  # and not every movement is written
    document.undo()
    assert keeping.flush()
    assert moments_of(read_records(path))[-1].project == document.project
    keeping.close(keep=False)
    assert not any(journals().iterdir())


def test_a_disk_that_fails_is_told_once_and_again_when_it_works(work, monkeypatch):
    project, store = work
    told = []
    document = Document(project, store)
    keeping = Keeping(document, told.append)

    def broken(*_):
        raise OSError(28, "No space left on device")

    monkeypatch.setattr("woodcock.session.keeping._RETRY", 0.3)
    with monkeypatch.context() as patch:
        patch.setattr("woodcock.session.journal.append_record", broken)
        for number in (1, 2):
            document.act("Move", replace(project, fill_seed=number))
            assert keeping.flush()
        assert len(told) == 1 and "disk is full" in told[0] and told[0].endswith("Save your work.")
        document.act("Move", replace(project, fill_seed=3))
        assert keeping.flush()
    end = time.monotonic() + 120
    while len(told) < 2 and time.monotonic() < end:  # by itself: nobody has to do anything
        time.sleep(0.02)
    assert len(told) == 2 and "kept again" in told[1]
    keeping.close(keep=True)
    (left,) = left_behind()
    assert left.open(PixelStore()).project.fill_seed == 3
    left.discard()


def test_of_an_opened_project_the_journal_needs_only_what_is_new(work, tmp_path):
    """The file has the rest; once there is time it is copied, for others may change the file."""
    project, store = work
    path = tmp_path / "a.woodcock"
    save_project(path, project, store)
    got = open_project(path, own := PixelStore())
    journal, changed = Journal(), stroked(got.project, own, 7)
    moment = Moment(1.0, "Stroke", changed, str(path), plain(got.stamp))
    journal.write(moment, own)
    assert len(list(Pool().folder.glob("*.*"))) == 1
    journal._lock.close()
    (left,) = left_behind()
    assert left.open(PixelStore()).project == changed
    assert journal.gather(moment, own, lambda: True) is False  # acts come first
    assert journal.gather(moment, own)
    path.write_bytes(b"another's")
    assert left.open(PixelStore()).project == changed
    left.discard()


def test_the_last_five_saves_can_be_brought_back(work, tmp_path):
    project, store = work
    path, document = tmp_path / "a.woodcock", Document(project, store)
    keeping, saves, stamp = Keeping(document), [], None
    for number in range(1, 8):
        document.act(f"Stroke {number}", stroked(document.project, store, number))
        saves.append(document.project)
        stamp = save_project(path, document.project, store, since=stamp)
        document.mark_saved(document.project, path, stamp)
        keeping.saved(document.project, path, stamp, document.undo_name)
    assert keeping.flush()
    keeping.close(keep=False)
    path.write_bytes(b"gone")
    tidy()
    found = versions_of(path)
    assert [x.project for x in found] == saves[:1:-1]
    assert [x.act for x in found] == [f"Stroke {n}" for n in (7, 6, 5, 4, 3)]
    for moment in found:
        open_version(moment, PixelStore())
    for file in Pool().folder.glob("*.png"):
        file.unlink()
    with pytest.raises(WoodcockError, match="Not all"):
        open_version(found[0], PixelStore())


def test_versions_give_way_where_there_is_no_room(work, tmp_path, monkeypatch):
    project, store = work
    keeping = Keeping(Document(project, store))
    for name in ("old", "new"):
        path = tmp_path / f"{name}.woodcock"
        stamp = save_project(path, project, store)
        keeping.saved(project, path, stamp, "Cut")
        assert keeping.flush()
        project = stroked(project, store, 3)
        time.sleep(0.02)
    keeping.close(keep=False)
    room = sum(x.stat().st_size for x in Pool().folder.iterdir())
    monkeypatch.setattr("woodcock.session.versions._ROOM", room - 10)
    tidy()
    assert versions_of(tmp_path / "old.woodcock") == []
    (moment,) = versions_of(tmp_path / "new.woodcock")
    open_version(moment, PixelStore())


CHILD = """
import sys
sys.path.insert(0, {tests!r})
from pathlib import Path
from at_work import keep_acting, keep_saving, project_of
project, store = project_of(160, 90, 2)
told = lambda number: print(number, flush=True)
path = {path!r}
keep_saving(project, store, Path(path), told) if path else keep_acting(project, store, told)
"""


def killed_at_work(path, seconds):
    """The last thing that a working process told of before it was killed."""
    code = textwrap.dedent(CHILD).format(tests=os.path.dirname(__file__), path=str(path or ""))
    child = subprocess.Popen([sys.executable, "-c", code], stdout=subprocess.PIPE, text=True)
    assert child.stdout.readline() == "0\n"
    time.sleep(seconds)
    child.send_signal(signal.SIGKILL)
    lines = child.stdout.read().split("\n")[:-1]
    child.wait()
    return max((int(line) for line in lines), default=0)


def test_a_killed_process_loses_at_most_the_act_in_progress():
    rng = random.Random(5)
    for _ in range(3):
        act = killed_at_work(None, rng.uniform(0.05, 0.5))
        (left,) = left_behind()
        assert left.open(PixelStore()).project.fill_seed in (act, act + 1)
        left.discard()


def test_a_killed_save_leaves_a_file_that_opens_and_nothing_else(tmp_path):
    path, rng = tmp_path / "a.woodcock", random.Random(6)
    for _ in range(3):
        saved = killed_at_work(path, rng.uniform(0.05, 0.5))
        assert open_project(path, PixelStore()).project.fill_seed in (saved, saved + 1)
        remember(path)
        clear_up()
        assert [x.name for x in tmp_path.iterdir()] == [path.name]
        path.unlink()


def test_a_project_belongs_to_one_process_at_a_time(tmp_path):
    path = tmp_path / "a.woodcock"
    code = (
        "from pathlib import Path; from woodcock.session.project_lock import take; import time;"
        f"print(type(take(Path({str(path)!r}))).__name__, flush=True); time.sleep(60)"
    )
    other = subprocess.Popen([sys.executable, "-c", code], stdout=subprocess.PIPE, text=True)
    assert other.stdout.readline() == "ProjectLock\n"
    held = take(path)
    assert isinstance(held, Holder) and held.owner.process == other.pid
    assert str(other.pid) in held.sentence and held.owner.host in held.sentence
    with pytest.raises(WoodcockError, match="another Woodcock"):
        check_free(path)
    other.kill()
    other.wait()
    check_free(path)
    mine = take(path)  # of a process that is gone: stale
    assert isinstance(mine, ProjectLock) and isinstance(take(path), ProjectLock)
    mine.release()
    assert not lock_file(path).exists()


def test_another_machine_s_lock_holds_while_it_is_renewed(tmp_path):
    path = tmp_path / "a.woodcock"
    lock_file(path).write_text(json.dumps(["elsewhere", 17, 5, time.time()]))
    assert isinstance(take(path), Holder)
    old = time.time() - 3600
    os.utime(lock_file(path), (old, old))
    assert isinstance(take(path), ProjectLock)
    for rubbish in (b"", b"[1]", b"\xff" * 9, b"[" * 5000):
        lock_file(path).write_bytes(rubbish)
        os.utime(lock_file(path), (old, old))
        assert isinstance(take(path), ProjectLock)
    folder = tmp_path / "none"
    assert take(folder / "a.woodcock") is None  # nowhere to write a lock: nobody is kept out


def test_an_empty_window_keeps_nothing():
    keeping = Keeping(document := Document())
    document.open(Project(), None)
    assert keeping.flush()
    keeping.close(keep=True)
    assert not journals().exists()
