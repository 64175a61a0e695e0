"""What is kept between sessions: any bytes in any of its files stop nothing else; only its owner
can look into it; where it can't be written the window opens all the same."""

import json
import os
import stat
import subprocess
import sys
import textwrap
import time
from pathlib import Path

import numpy as np
import pytest
from hypothesis import HealthCheck, given, settings
from hypothesis import strategies as st

from conftest import build, picture
from woodcock.errors import WoodcockError
from woodcock.media import processes, save_project
from woodcock.media.atomic import replacing, sweep
from woodcock.model import Frame
from woodcock.pixels.store import PixelStore
from woodcock.session import project_lock, recent
from woodcock.session.document import Document
from woodcock.session.journal import Journal, left_behind
from woodcock.session.keeping import Keeping
from woodcock.session.kept_queue import KeptQueue
from woodcock.session.keys import keep_key, kept_keys
from woodcock.session.layout import Layout, keep_layout, kept_layout
from woodcock.session.leftovers import clear_up
from woodcock.session.moments import Moment, plain
from woodcock.session.preferences import Preferences, keep_preferences, preferences
from woodcock.session.project_lock import Holder, ProjectLock, lock_file, take
from woodcock.session.records import append_record, read_records
from woodcock.session.state_files import cannot_keep, state_folder, told_of
from woodcock.session.versions import keep_version, versions_of

SMALL = (
    "preferences.json", "keys.json", "window.json", "recent.json", "steps.json", "frame.json",
    "queue/1/queue.json", "queue/1/x.moment", "queue/2/queue.json", "journal/1.2.abc-0/acts",
    "journal/9/acts", "versions/0123", "pixels/0123.png", "lock",
)  # fmt: skip
NUMBERS = st.sampled_from(
    [0, -1, 2**63, 1e300, -1e300, float("nan"), float("inf"), float("-inf"), 0.5, "", "a\0b", None]
)
VALUES = st.recursive(
    NUMBERS | st.text(max_size=8),
    lambda inner: st.lists(inner, max_size=6) | st.dictionaries(st.text(max_size=6), inner),
    max_leaves=12,
)
LOCKS = st.tuples(st.text(max_size=5) | NUMBERS, NUMBERS, NUMBERS, st.text(max_size=5), NUMBERS)
CONTENTS = (
    st.binary(max_size=300)
    | (VALUES | LOCKS).map(lambda value: json.dumps(value).encode())
    | st.sampled_from([b"[" * 100_000, b'{"a":' * 50_000, b"rec1" * 100, b"9" * 5000, b"[1e999]"])
)


def small_project(tmp_path, name="p.woodcock"):
    project, studio = build(picture(40, 30), [np.full((30, 40), 200, np.uint8)])
    path = tmp_path / name
    return project, studio.store, path, save_project(path, project, studio.store)


@settings(max_examples=150, deadline=None, suppress_health_check=list(HealthCheck))
@given(where=st.sampled_from(SMALL), content=CONTENTS)
def test_any_bytes_in_any_file_stop_nothing_else(where, content, tmp_path_factory, monkeypatch):
    tmp_path = tmp_path_factory.mktemp("any")
    monkeypatch.setenv("WOODCOCK_STATE", str(tmp_path / "state"))
    root = state_folder()
    project, store, path, stamp = small_project(tmp_path)
    keep_version(Moment(time.time(), "Save", project, str(path), plain(stamp), saved=True))
    journal = Journal()
    journal.write(Moment(time.time(), "Paint", project), store)
    journal.close(keep=True)
    keep_key("undo", "Ctrl+J")
    keep_layout(Layout(panel=333))
    keep_preferences(Preferences(theme="paper"))
    recent.remember(path)
    recent.keep_frame(Frame(seconds=3))
    bad = lock_file(path) if where == "lock" else root / where
    bad.parent.mkdir(parents=True, exist_ok=True)
    bad.write_bytes(content)
    os.utime(bad, (1, 1))

    left = left_behind()
    assert [x.moment.act for x in left] == ["Paint"] and left[0].open(PixelStore())
    assert len(versions_of(path)) == 1
    assert kept_keys() == {"undo": "Ctrl+J"} or where == "keys.json"
    assert kept_layout().panel == 333 or where == "window.json"
    assert preferences().theme == "paper" or where == "preferences.json"
    assert recent.recent_files() == (path,) or where == "recent.json"
    assert recent.last_frame() == Frame(seconds=3) or where == "frame.json"
    recent.step_of(path)
    queue = KeptQueue()
    queue.items()
    queue.close()
    try:
        project_lock.check_free(path)
    except WoodcockError:
        assert where == "lock"
    got = take(path)
    assert isinstance(got, ProjectLock) or (where == "lock" and isinstance(got, Holder))
    if isinstance(got, Holder):
        assert got.sentence
    clear_up()
    left[0].give_back()
    for text in told_of():
        assert text.endswith(".")


def test_a_torn_record_hides_none_that_come_after(tmp_path):
    path = tmp_path / "acts"
    for number in range(3):
        append_record(path, b"record %d" % number)
    whole = path.read_bytes()
    path.write_bytes(whole[:-4])  # the last was cut short, as when the power goes
    for number in range(3, 6):
        append_record(path, b"record %d" % number)
    assert read_records(path) == [b"record %d" % n for n in (0, 1, 3, 4, 5)]
    broken = bytearray(path.read_bytes())
    broken[14] ^= 255
    path.write_bytes(broken)
    assert read_records(path) == [b"record %d" % n for n in (1, 3, 4, 5)]


def owner(where, process=None):
    mine = processes.this_process()
    return mine._replace(where=where, process=process or mine.process)


def held_by(path, who, age=0.0):
    file = lock_file(path)
    file.write_text(json.dumps([*who, time.time()]))
    os.utime(file, (time.time() - age,) * 2)


def test_a_lock_of_another_namespace_or_machine_lives_by_its_heartbeat(tmp_path):
    """A process of that number may live here, or none: it says nothing of theirs."""
    path = tmp_path / "p.woodcock"
    mine = processes.this_process()
    elsewhere = mine._replace(host="elsewhere", where="1" * 12)
    for who in (owner("0" * 12), owner("0" * 12, 4_000_000), elsewhere):
        held_by(path, who, age=60)
        assert isinstance(take(path), Holder)
        held_by(path, who, age=-60)  # a clock a little ahead
        assert isinstance(take(path), Holder)
        for age in (1200, -1200, -1e8):  # a clock ahead makes none immortal
            held_by(path, who, age)
            got = take(path)
            assert isinstance(got, ProjectLock)
            got.release()
    held_by(path, owner(mine.where, 4_000_000))  # of this system, and gone
    assert isinstance(take(path), ProjectLock)


def test_another_namespace_s_half_written_files_are_left_to_it(tmp_path):
    ours, theirs = owner(processes.this_process().where, 4_000_000), owner("0" * 12, 4_000_000)
    for who in (ours, theirs):
        (tmp_path / f".clip~part-{who.text}-abcd.mp4").write_bytes(b"half")
    (tmp_path / ".clip~part-77.88-abcd.mp4").write_bytes(b"half")  # as earlier versions named it
    assert sweep(tmp_path) == 1
    for path in tmp_path.iterdir():
        os.utime(path, (time.time() - 8 * 24 * 3600,) * 2)
    assert sweep(tmp_path) == 2 and not list(tmp_path.iterdir())


def test_a_holder_in_a_real_other_namespace_keeps_its_lock(tmp_path):
    """Made with unshare(1): its process is number 1 there."""
    code = textwrap.dedent(f"""
        import time
        from pathlib import Path
        from woodcock.session.project_lock import take
        from woodcock.media.atomic import replacing
        path = Path({str(tmp_path / "p.woodcock")!r})
        assert take(path).path == path
        with replacing(path) as part:
            print("there", flush=True)
            time.sleep(60)
    """)
    command = ["unshare", "--pid", "--fork", "--kill-child", sys.executable, "-c", code]
    child = subprocess.Popen(command, stdout=subprocess.PIPE, stderr=subprocess.DEVNULL, text=True)
    try:
        if child.stdout.readline().strip() != "there":
            pytest.skip("this system makes no namespaces")
        assert isinstance(take(tmp_path / "p.woodcock"), Holder)
        assert sweep(tmp_path) == 0
        assert len(list(tmp_path.iterdir())) == 2
    finally:
        child.kill()
        child.wait()


def test_what_is_kept_is_closed_to_others(tmp_path):
    old = os.umask(0o000)
    try:
        state_folder().mkdir(parents=True, exist_ok=True)
        state_folder().chmod(0o777)  # as an earlier version, or a careless hand, left it
        project, store, path, stamp = small_project(tmp_path)
        document = Document(store=store)
        keeping = Keeping(document)
        document.open(project, path, stamp=stamp)
        document.act("Empty", project.__class__())
        document.act("Again", project)
        keeping.saved(project, path, stamp, "Save")
        assert keeping.flush()
        keep_preferences(Preferences())
        keep_layout(Layout())
        recent.remember(path)
        recent.keep_small(path, picture(20, 20))
        queue = KeptQueue()
        queue.keep(project, store, lambda name: None)
        queue.close()
        keeping.close(keep=True)
    finally:
        os.umask(old)
    seen = 0
    for entry in (state_folder(), *state_folder().rglob("*")):
        mode = stat.S_IMODE(entry.stat().st_mode)
        assert mode == (0o700 if entry.is_dir() else 0o600), entry
        seen += 1
    assert seen > 12
    assert stat.S_IMODE(path.stat().st_mode) == 0o666  # a project is as the person's umask says


NOWHERE = """
import os, time
os.environ["QT_QPA_PLATFORM"] = "offscreen"
import everything
from woodcock.app.main import application
from woodcock.app.window import MainWindow
app, window, told, failed = application(), MainWindow(), [], []
window.state.told.connect(told.append)  # before a loop runs: it is told once
window.state.failed.connect(failed.append)
window.show()
end = time.monotonic() + 100
while not any("can't be written" in x for x in told) and time.monotonic() < end:
    app.processEvents()
    time.sleep(0.005)
project, things = everything.everything(window.state.document.store)
window.state.document.open(project, None)
window.state.act("Empty", lambda project: project)
app.processEvents()
print(any("can't be written" in x for x in told), window.isVisible(), failed, flush=True)
os._exit(0)
"""


def test_a_home_that_can_t_be_written_opens_a_window():
    """No state folder, and no XDG_RUNTIME_DIR."""
    own = {k: v for k, v in os.environ.items() if k != "XDG_RUNTIME_DIR"}
    run = subprocess.run(
        [sys.executable, "-c", NOWHERE], capture_output=True, text=True, timeout=240,
        cwd=Path(__file__).parent, env={**own, "WOODCOCK_STATE": "/proc/nowhere/woodcock"},
    )  # fmt: skip
    assert run.stdout == "True True []\n", run.stderr[-2000:]


def test_a_state_folder_that_can_be_written_is_not_complained_of():
    assert cannot_keep() == [] and not list(state_folder().glob("probe*"))


def test_nothing_is_written_through_another_s_link(tmp_path, monkeypatch):
    """In a folder for all, such as /tmp: a link there may be anybody's."""
    target, link = tmp_path / "letter.txt", tmp_path / "clip.mp4"
    target.write_text("dear")
    link.symlink_to(target)
    with replacing(link) as part:  # our own: what it leads to is replaced
        part.write_text("new")
    assert link.is_symlink() and target.read_text() == "new"
    if os.geteuid():
        pytest.skip("only root can give a link away")
    os.lchown(link, 12345, -1)
    with pytest.raises(WoodcockError, match="somebody else"), replacing(link) as part:
        part.write_text("other")
    assert target.read_text() == "new"
