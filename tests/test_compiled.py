"""Compiled loops on disk, written by several processes at the same time."""

import multiprocessing
import subprocess
import sys
import textwrap

from woodcock.compiled import CacheFile

PROCESSES, EACH = 4, 25


def _fill(folder, writer, start):
    start.wait()
    for number in range(EACH):
        CacheFile(folder, "loop", "stamp").save((writer, number), [writer, number])


def test_each_loop_finds_its_own_file_whoever_wrote_at_the_same_time(tmp_path):
    """Without the lock two writers give different loops the same file, or lose one of the two."""
    context = multiprocessing.get_context("spawn")
    start = context.Barrier(PROCESSES)
    workers = [
        context.Process(target=_fill, args=(str(tmp_path), n, start)) for n in range(PROCESSES)
    ]
    for worker in workers:
        worker.start()
    for worker in workers:
        worker.join(60)
        assert worker.exitcode == 0
    kept = CacheFile(str(tmp_path), "loop", "stamp")
    for writer in range(PROCESSES):
        for number in range(EACH):
            assert kept.load((writer, number)) == [writer, number]
    files = list(tmp_path.glob("*.nbc"))
    assert len(files) == PROCESSES * EACH
    assert CacheFile(str(tmp_path), "loop", "other stamp").load((0, 0)) is None


def test_where_no_lock_can_be_had_it_is_compiled_all_the_same(tmp_path, monkeypatch):
    monkeypatch.setattr("fcntl.flock", lambda *_: (_ for _ in ()).throw(OSError("no locks here")))
    CacheFile(str(tmp_path), "loop", "stamp").save("a", 1)
    assert CacheFile(str(tmp_path), "loop", "stamp").load("a") == 1


def test_our_loops_are_kept_that_way(tmp_path):
    """Every loop of ours, looked at in a process of its own that runs one of them."""
    code = """
    import numpy as np
    import woodcock.rebuild.patches, woodcock.render.kernel, woodcock.finish.grain
    import gc
    from numba.core.dispatcher import Dispatcher
    from woodcock.compiled import CacheFile
    found = [x for x in gc.get_objects() if isinstance(x, Dispatcher)
             and x.py_func.__module__.startswith("woodcock")]
    kept = [x for x in found if hasattr(x._cache, "_cache_file")]
    wrong = [x.py_func.__name__ for x in kept if not isinstance(x._cache._cache_file, CacheFile)]
    print(len(kept), wrong)
    """
    ran = subprocess.run(
        [sys.executable, "-c", textwrap.dedent(code)], capture_output=True, text=True, timeout=120
    )
    count, wrong = ran.stdout.split(maxsplit=1)
    assert int(count) > 20 and wrong.strip() == "[]", ran.stderr


def test_loops_run_where_no_cache_can_be_written(tmp_path, monkeypatch):
    """The program's folder and the home are read-only: Numba itself raises RuntimeError."""
    from numba.core import caching

    from woodcock.compiled import njit

    def nowhere(self):
        raise OSError("read-only")

    for kind in (caching.InTreeCacheLocator, caching.UserWideCacheLocator):
        monkeypatch.setattr(kind, "ensure_cache_path", nowhere)
    monkeypatch.setattr(caching.config, "CACHE_DIR", "")
    monkeypatch.setattr(sys, "dont_write_bytecode", True)
    (tmp_path / "some_loops.py").write_text("def twice(x):\n    return 2 * x\n")
    monkeypatch.syspath_prepend(str(tmp_path))
    import some_loops

    assert njit(cache=True)(some_loops.twice)(21) == 42
    assert not (tmp_path / "__pycache__").exists()
