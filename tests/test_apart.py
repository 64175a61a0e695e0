"""What may crash, hang or take all memory does so in a process apart, and is a sentence here."""

import os
import platform
import signal
import socket
import subprocess
import sys
import threading
import time

import numpy as np
import psutil
import pytest

from woodcock.apart import WALLS, Broke, Helper, pixels, possible, python_command, told
from woodcock.errors import Cancelled, WoodcockError
from woodcock.media.picture import Size

CALLS = """
import ctypes, os, time
from pathlib import Path
import numpy as np
from woodcock.apart.wire import Message
from woodcock.errors import WoodcockError

def echo(asked, tell):
    return Message(asked.data, asked.arrays)

def crash(asked, tell):
    ctypes.string_at(0)

def leave(asked, tell):
    os._exit(3)

def spin(asked, tell):
    while True:
        pass

def sleep(asked, tell):
    time.sleep(60)

def slowly(asked, tell):
    end = time.process_time() + asked.data["seconds"]
    told = 0.0
    while time.process_time() < end:
        if asked.data["telling"] and time.process_time() - told > 0.2:
            told = time.process_time()
            tell(0.5, "at it")
    return Message({})

def eat(asked, tell):
    return Message({}, (np.ones(asked.data["bytes"], np.uint8),))

def write(asked, tell):
    Path(asked.data["path"]).write_bytes(b"x" * 10)

def refuse(asked, tell):
    raise WoodcockError("No, it can't be read.")

def wrong(asked, tell):
    return Message({"x": "y"}, (np.zeros(3, np.complex64),))

def odd(asked, tell):
    raise KeyError("odd")

def attempt(asked, tell):
    # What code that a file had run would do, and which of it was done.
    import ctypes, fcntl, resource, signal, socket, subprocess
    path, parent, port = asked.data["path"], asked.data["parent"], asked.data["port"]
    libc = ctypes.CDLL(None, use_errno=True)

    def called(*words):
        if libc.syscall(*words) < 0:
            raise OSError(ctypes.get_errno(), "refused")

    deeds = {
        "read a file": lambda: open(path).read(),
        "read memory of others": lambda: open(f"/proc/{parent}/mem", "rb"),
        "list a folder": lambda: os.listdir(os.path.dirname(path)),
        "write over a file": lambda: open(path, "w"),
        "make a file": lambda: open(path + ".new", "w"),
        "cut a file": lambda: os.truncate(path, 0),
        "remove a file": lambda: os.unlink(path),
        "rename a file": lambda: os.rename(path, path + ".new"),
        "link to a file": lambda: os.symlink(path, path + ".link"),
        "make a folder": lambda: os.mkdir(path + ".folder"),
        "run a program": lambda: subprocess.run(["/bin/true"]),
        "become a program": lambda: os.execv("/bin/true", ["true"]),
        "fork": lambda: os.fork() or os._exit(0),
        "connect": lambda: socket.create_connection(("127.0.0.1", port), 1),
        "listen": lambda: socket.socket().listen(),
        "a socket without a network": lambda: socket.socket(socket.AF_UNIX),
        "a pair of sockets": lambda: socket.socketpair(),
        "kill": lambda: os.kill(parent, signal.SIGTERM),
        "look whether it lives": lambda: os.kill(parent, 0),
        "queue a signal": lambda: called(129, parent, 0, 0),
        "trace": lambda: called(101, 16, parent, 0, 0),
        "read another's memory": lambda: called(310, parent, 0, 0, 0, 0, 0),
        "io_uring": lambda: called(425, 4, 0),
        "clone3": lambda: called(435, 0, 0),
        "more files": lambda: resource.setrlimit(resource.RLIMIT_NOFILE, (1000, 1000)),
        "more memory": lambda: resource.setrlimit(resource.RLIMIT_DATA, (-1, -1)),
        "another folder": lambda: os.chdir("/tmp") or os.listdir("."),
        "other rights": lambda: os.chmod(path, 0o777),
    }
    done = []
    for name, deed in deeds.items():
        try:
            deed()
        except (OSError, ValueError, subprocess.SubprocessError):
            continue
        done.append(name)
    return Message({"done": done, "tried": len(deeds), "secret": os.environ.get("SECRET")})

def flood(asked, tell):
    return Message({}, tuple(np.zeros(asked.data["bytes"], np.uint8) for _ in range(3)))

def lie(asked, tell):
    return Message({"width": "wide", "height": []})

state = []
def remember(asked, tell):
    state.append(1)
    return Message({"count": len(state)})

CALLS = {f.__name__: f for f in (echo, crash, leave, spin, sleep, slowly, eat, write, refuse, wrong,
                                 odd, remember, attempt, flood, lie)}
"""


@pytest.fixture
def helper(tmp_path, monkeypatch):
    (tmp_path / "calls_apart.py").write_text(CALLS)
    monkeypatch.setenv("PYTHONPATH", str(tmp_path))
    made = Helper("calls_apart")
    yield made
    made.close()


def test_numbers_texts_and_arrays_go_there_and_back(helper):
    rng = np.random.default_rng(0)
    arrays = [rng.integers(0, 255, (7, 5, 3)).astype(np.uint8), rng.random((2, 9), np.float32),
              np.zeros((0, 4), np.uint16), np.float64(3.5) * np.ones(()),
              rng.integers(0, 9, 3_000_000).astype(np.uint16)]  # fmt: skip
    got = helper.ask("echo", {"a": [1, 2.5, "ü", None]}, arrays, most=10**8)
    assert got.data == {"a": [1, 2.5, "ü", None]}
    for sent, came in zip(arrays, got.arrays, strict=True):
        assert came.dtype == sent.dtype
        np.testing.assert_array_equal(came, sent)


@pytest.mark.parametrize("call, why", [
    ("crash", "crashed"), ("leave", "crashed"), ("spin", "too long"), ("sleep", "too long"),
    ("odd", "KeyError"), ("wrong", "no sense"),
])  # fmt: skip
def test_whatever_becomes_of_it_is_told_and_the_next_call_works(helper, call, why):
    assert helper.ask("remember").data == {"count": 1}
    began = time.monotonic()
    with pytest.raises(Broke, match=why):
        helper.ask(call)
    assert time.monotonic() - began < 60
    count = 2 if call == "odd" else 1  # after a mere error it is the same process
    assert helper.ask("remember").data == {"count": count}


def test_it_gets_so_much_memory_and_no_more(helper):
    assert (
        helper.ask("eat", {"bytes": 50_000_000}, memory=100_000_000, most=50_000_000)
        .arrays[0]
        .nbytes
        == 5e7
    )
    with pytest.raises(Broke, match="too much memory"):
        helper.ask("eat", {"bytes": 300_000_000}, memory=100_000_000)
    assert (
        helper.ask("eat", {"bytes": 300_000_000}, memory=900_000_000, most=300_000_000)
        .arrays[0]
        .nbytes
        == 3e8
    )


def test_work_that_tells_how_far_it_is_may_take_long(helper):
    with pytest.raises(Broke, match="too long"):
        helper.ask("slowly", {"seconds": 20, "telling": False})
    told = []
    helper.ask(
        "slowly", {"seconds": 3, "telling": True}, progress=lambda *x: told.append(x) or True
    )
    assert told[0] == (0.5, "at it")
    began = time.monotonic()
    with pytest.raises(Cancelled):
        helper.ask("slowly", {"seconds": 99, "telling": True}, progress=lambda *_: False)
    assert time.monotonic() - began < 60


def test_it_writes_no_file_and_refuses_in_sentences(helper, tmp_path):
    with pytest.raises(Broke):
        helper.ask("write", {"path": str(tmp_path / "out")})
    assert not (tmp_path / "out").exists() or not (tmp_path / "out").stat().st_size
    with pytest.raises(WoodcockError, match=r"^No, it can't be read\.$"):
        helper.ask("refuse")


def test_code_that_a_file_had_run_reaches_nothing(helper, tmp_path, monkeypatch):
    """By landlock(7) and seccomp(2), as far as this kernel has them; the numbers of calls are those
    of x86-64."""
    if possible() != WALLS or platform.machine() != "x86_64":
        pytest.skip(f"this system has only {possible()}")
    monkeypatch.setenv("SECRET", "token")
    path = tmp_path / "letter.txt"
    path.write_text("dear")
    with socket.socket() as listening:
        listening.bind(("127.0.0.1", 0))
        listening.listen()
        about = {"path": str(path), "parent": os.getpid(), "port": listening.getsockname()[1]}
        got = helper.ask("attempt", about).data
    assert got["done"] == [] and got["tried"] == 28 and got["secret"] is None
    assert path.read_text() == "dear"
    assert {x.name for x in tmp_path.iterdir()} == {"letter.txt", "calls_apart.py"}


def test_what_it_answers_is_bounded_before_it_is_taken(helper):
    """A helper that may take much answers with more than was asked for."""
    before = psutil.Process().memory_info().rss
    with pytest.raises(Broke, match="more than it was asked for"):
        helper.ask("flood", {"bytes": 100_000_000}, memory=900_000_000, most=50_000_000)
    assert psutil.Process().memory_info().rss - before < 50_000_000
    with pytest.raises(Broke, match="no sense"):
        told(helper.ask("lie"), Size)
    with pytest.raises(Broke, match="no sense"):
        pixels(helper.ask("flood", {"bytes": 10}, most=100))


def test_nothing_in_the_working_folder_is_run(tmp_path, monkeypatch):
    """Modules called like Python's own, and like ours, beside the photo."""
    for name in ("json", "io", "cv2", "woodcock", "random", "ctypes"):
        (tmp_path / f"{name}.py").write_text(f"open({str(tmp_path / 'ran')!r}, 'a').write('x')")
    monkeypatch.chdir(tmp_path)
    monkeypatch.setenv("PYTHONPATH", f":.:{os.environ.get('PYTHONPATH', '')}:")
    helper = Helper("woodcock.media.pictures_apart")
    with pytest.raises(WoodcockError):
        helper.ask("head", {"name": "x"}, [np.zeros(4, np.uint8)])
    helper.close()
    entry = subprocess.run(
        [*python_command("woodcock"), "--version"], capture_output=True, text=True, cwd=tmp_path,
        env={**os.environ, "PYTHONPATH": ""},
    )  # fmt: skip
    assert entry.returncode == 0 and not (tmp_path / "ran").exists()


def test_it_ends_with_whoever_asked_it(helper):
    helper.ask("remember")
    process = psutil.Process(helper._process.pid)
    helper.close()
    process.wait(120)
    code = (
        "import os, time; from woodcock.apart import Helper; h = Helper('calls_apart');"
        "h.ask('remember'); print(h._process.pid, flush=True); time.sleep(60)"
    )
    parent = subprocess.Popen([sys.executable, "-c", code], stdout=subprocess.PIPE, text=True)
    process = psutil.Process(int(parent.stdout.readline()))
    parent.send_signal(signal.SIGKILL)
    parent.wait()
    process.wait(120)


def test_calls_from_several_threads_wait_for_each_other(helper):
    found = []

    def ask(number):
        found.append(
            helper.ask("echo", {"n": number}, [np.full(400_000, number, np.uint8)], most=400_000)
        )

    threads = [threading.Thread(target=ask, args=(n,)) for n in range(8)]
    for each in threads:
        each.start()
    for each in threads:
        each.join()
    assert sorted(x.data["n"] for x in found) == list(range(8))
    assert all((x.arrays[0] == x.data["n"]).all() for x in found)
    assert helper.starts == 1 and os.getpid() != helper._process.pid


def test_a_helper_that_nobody_asks_ends_and_is_there_again(helper):
    idle = Helper("calls_apart", idle=0.3)
    for number in range(1, 4):
        assert idle.ask("remember").data == {"count": 1}  # a new one knows nothing
        assert idle.starts == number
        idle._process.wait(120)
    for _ in range(20):  # asked just as it ends
        time.sleep(0.29)
        assert idle.ask("echo", {"a": 1}).data == {"a": 1}
    idle.close()
