"""What may crash, hang or take all memory does so in a process apart, and is a sentence here."""

import os
import signal
import sys
import threading
import time

import numpy as np
import psutil
import pytest

from woodcock.apart import Broke, Helper
from woodcock.errors import Cancelled, WoodcockError

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

state = []
def remember(asked, tell):
    state.append(1)
    return Message({"count": len(state)})

CALLS = {f.__name__: f for f in (echo, crash, leave, spin, sleep, slowly, eat, write, refuse, wrong,
                                 odd, remember)}
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
    got = helper.ask("echo", {"a": [1, 2.5, "ü", None]}, arrays)
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
    assert time.monotonic() - began < 8
    count = 2 if call == "odd" else 1  # after a mere error it is the same process
    assert helper.ask("remember").data == {"count": count}


def test_it_gets_so_much_memory_and_no_more(helper):
    assert helper.ask("eat", {"bytes": 50_000_000}, memory=100_000_000).arrays[0].nbytes == 5e7
    with pytest.raises(Broke, match="too much memory"):
        helper.ask("eat", {"bytes": 300_000_000}, memory=100_000_000)
    assert helper.ask("eat", {"bytes": 300_000_000}, memory=900_000_000).arrays[0].nbytes == 3e8


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
        helper.ask("slowly", {"seconds": 20, "telling": True}, progress=lambda *_: False)
    assert time.monotonic() - began < 5


def test_it_writes_no_file_and_refuses_in_sentences(helper, tmp_path):
    with pytest.raises(Broke):
        helper.ask("write", {"path": str(tmp_path / "out")})
    assert not (tmp_path / "out").exists() or not (tmp_path / "out").stat().st_size
    with pytest.raises(WoodcockError, match=r"^No, it can't be read\.$"):
        helper.ask("refuse")


def test_it_ends_with_whoever_asked_it(helper):
    helper.ask("remember")
    process = psutil.Process(helper._process.pid)
    helper.close()
    process.wait(5)
    code = (
        "import os, time; from woodcock.apart import Helper; h = Helper('calls_apart');"
        "h.ask('remember'); print(h._process.pid, flush=True); time.sleep(60)"
    )
    import subprocess

    parent = subprocess.Popen([sys.executable, "-c", code], stdout=subprocess.PIPE, text=True)
    process = psutil.Process(int(parent.stdout.readline()))
    parent.send_signal(signal.SIGKILL)
    parent.wait()
    process.wait(5)


def test_calls_from_several_threads_wait_for_each_other(helper):
    found = []

    def ask(number):
        found.append(helper.ask("echo", {"n": number}, [np.full(400_000, number, np.uint8)]))

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
        idle._process.wait(5)
    for _ in range(20):  # asked just as it ends
        time.sleep(0.29)
        assert idle.ask("echo", {"a": 1}).data == {"a": 1}
    idle.close()
