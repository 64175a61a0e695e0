"""Opening something else while work is under way: the window waits for none of it."""

import os
import shutil
import time

import numpy as np

from conftest import blob, picture
from driver import Driver
from woodcock import locks
from woodcock.model import Frame, Mask
from woodcock.pixels.disk_cache import DiskCache
from woodcock.pixels.store import PixelStore
from woodcock.session import acts
from woodcock.session.studio import Studio


def test_what_was_rebuilt_is_found_on_disk_by_the_next_start(tmp_path):
    """To the bit; also by layers of other ids. What is damaged, or in the way, is made anew."""

    def start():
        disk = DiskCache(tmp_path / "cache", 100_000_000)
        store, made = PixelStore(disk=disk), []
        get = disk.get
        disk.get = lambda key: found if (found := get(key)) is not None else made.append(key)
        project, studio = project_of(store, 5, (450, 300)), Studio(store)
        studio.finish(project)
        frames = [studio.frame(project, time) for time in (0.0, 0.5)]
        return np.stack(frames), made

    first, made = start()
    assert {key[0] for key in made} >= {"edge", "fill", "reveal", "extended"} - {"extended"}
    again, made = start()
    small = [key for key in made if key[0] not in ("edge",)]  # next to nothing is not kept
    assert np.array_equal(first, again) and not small
    files = [path for path in (tmp_path / "cache").glob("??/*") if path.is_file()]
    for number, path in enumerate(files):
        data = path.read_bytes()
        path.write_bytes((data[:-9], b"", data[:40] + b"x" + data[41:], data[::-1])[number % 4])
    again, made = start()
    assert np.array_equal(first, again) and len(made) >= len(files)
    shutil.rmtree(tmp_path / "cache")
    (tmp_path / "cache").write_text("in the way")
    again, _ = start()
    assert np.array_equal(first, again)


def test_the_cache_holds_so_much_and_what_was_used_last_stays(tmp_path):
    disk = DiskCache(tmp_path, 1_000_000)
    for number in range(30):
        disk.put(number, np.full(100_000, number, np.uint8))
        os.utime(disk._path(number), (number, number)) if disk._path(number).exists() else None
        assert disk.get(0) is not None  # it is asked for all the time
    held = sum(path.stat().st_size for path in tmp_path.glob("??/*"))
    assert held <= 1_100_000
    assert disk.get(29)[0] == 29 and disk.get(5) is None
    two = DiskCache(tmp_path, 1_000_000)
    assert np.array_equal(two.get(29), disk.get(29)) and two.get("other") is None
    none = DiskCache(tmp_path / "none", 0)
    none.put(1, np.zeros(9999))
    assert none.get(1) is None and not (tmp_path / "none").exists()


def project_of(store, seed, size=(900, 600), cuts=3):
    """A photo in layers, put anew: what was open before was let go."""
    width, height = size
    project = acts.new_project(picture(width, height, seed), "p", store, Frame(480, 320, 12, 1.0))
    for number in range(cuts):
        x, y = width * (0.25 + 0.25 * number), height * 0.6
        mask = blob(width, height, x, y, height * 0.25)
        project, _ = acts.add_layer(project, Mask(store.put(mask)))
    return acts.set_start_and_end(project, {"x": (0.0, 0.3)})


def test_another_project_opens_at_any_moment_of_the_first_one_s_making():
    """The first takes seconds to rebuild; the second comes earlier or later in that.

    The window waits for no lock of the making: those waits are counted, for a watch would tell
    what else the machine did.
    """
    driver = Driver()
    state, store = driver.state, driver.state.document.store
    caught = 0
    for moment in range(10):
        state.open(project_of(store, moment), None)
        state.go("Stage")
        driver.until(lambda: driver.window.work.jobs.running, 20)
        end = time.monotonic() + 0.05 + 0.25 * moment
        while time.monotonic() < end:
            driver.app.processEvents()
            time.sleep(0.002)
        caught += bool(driver.window.work.jobs.running)
        second = project_of(store, 100 + moment, (300, 200), 0)
        locks.WatchedLock.waits = ()
        state.open(second, None)
        for _ in range(40):
            driver.app.processEvents()
            time.sleep(0.005)
        assert max((wait for wait, _ in locks.WatchedLock.waits), default=0.0) < 0.1
        assert state.project == second
    driver.settle()
    assert state.studio.ready(second) and caught >= 8
    driver.close()
