"""Opening something else while work is under way: the window waits for none of it."""

import os
import shutil
import time

import numpy as np
from PIL import Image
from PySide6.QtCore import QMimeData, QPointF, QProcess, Qt, QUrl
from PySide6.QtGui import QDropEvent

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


def test_nothing_of_the_last_project_is_shown_over_the_next_photo(monkeypatch):
    """No tint, no cut, while those of the next one are still being made."""
    driver = Driver()
    state, store = driver.state, driver.state.document.store
    state.open(project_of(store, 1, (300, 200), 1), None)
    state.go("Separate")
    driver.settle()
    scene = driver.window.view.scene
    assert scene._cut.tint() is not None
    waiting = []
    monkeypatch.setattr(driver.window.work, "hand", lambda *call, **_: waiting.append(call))
    state.open(acts.new_project(picture(300, 200, 2), "b", store), None)
    state.go("Separate")
    driver.app.processEvents()
    assert scene._cut.tint() is None and scene.pictures.photo() is None and waiting
    monkeypatch.undo()
    driver.close()


def test_a_question_is_asked_once_however_often_the_window_changes():
    """While plates are made and gaps looked for, a hundred touches add no job."""
    driver = Driver()
    state, store = driver.state, driver.state.document.store
    state.open(project_of(store, 7), None)
    state.go("Stage")
    driver.until(lambda: driver.window.work.jobs.running)
    most = 0
    for _ in range(100):
        state.touch()
        driver.app.processEvents()
        time.sleep(0.01)
        most = max(most, len(driver.window.work.jobs.running))
    assert 1 <= most <= 3
    driver.settle()
    driver.close()


def drop(driver, *paths):
    """Drop files on the window."""
    mime = QMimeData()
    mime.setUrls([QUrl.fromLocalFile(str(path)) for path in paths])
    action, button = Qt.DropAction.CopyAction, Qt.MouseButton.LeftButton
    none = Qt.KeyboardModifier.NoModifier
    event = QDropEvent(QPointF(600, 300), action, mime, button, none)
    driver.window.dropEvent(event)
    driver.settle()


def test_folders_and_many_files_are_opened_or_told_truly(tmp_path, monkeypatch):
    """Six JPEGs in a folder, other spellings, files of other kinds, beside a photo and without."""
    folder = tmp_path / "walk"
    folder.mkdir()
    for name in ("b2.JPG", "b10.jpeg", "a.jpg", "c.tif", "d.Jpg", "e.jpg"):
        Image.fromarray(picture(120, 80)).save(folder / name, "TIFF" if "tif" in name else "JPEG")
    (folder / "notes.txt").write_text("no photograph")
    driver, told, started = Driver(), [], []
    monkeypatch.setattr(QProcess, "startDetached", lambda *call: started.append(call))
    driver.state.told.connect(told.append)
    drop(driver, folder)
    assert driver.state.project.photo.name == "a" and "6 photographs" in told[0]
    assert not driver.problems and not started
    drop(driver, folder / "notes.txt")
    assert "notes.txt can't be opened" in driver.problems.pop()
    drop(driver, folder / "b2.JPG", folder / "c.tif", folder / "notes.txt")
    assert [x.name for x in driver.state.project.layers if x.picture] == ["b2", "c"]
    assert any(x.startswith("1 file of another kind was left") for x in told)
    driver.close()
    driver = Driver()
    drop(driver, folder / "b2.JPG", folder / "c.tif")
    assert driver.state.project.photo.name == "b2" and len(started) == 1
    driver.close()


def test_the_step_and_the_frame_of_what_was_left_are_known_again(tmp_path):
    driver = Driver()
    state, files, store = driver.state, driver.window.files, driver.state.document.store
    one = project_of(store, 3, (300, 200), 1)
    state.open(one, None)
    files.save_to(tmp_path / "a.woodcock")
    driver.settle()
    state.go("Finish")
    Image.fromarray(picture(200, 120)).save(tmp_path / "b.png")
    files.open(tmp_path / "b.png")
    driver.until(lambda: state.project.photo.name == "b")
    driver.settle()
    panel = driver.window.panels["Photo"]
    assert state.step == "Photo" and "480 × 320, 12 fps, 1 s" in panel.last.text()
    drive_frame = state.project.frame
    driver.press(panel.last)
    assert state.project.frame == one.frame != drive_frame and not panel.last.isVisible()
    state.document.mark_saved(state.project, None)
    files.open(tmp_path / "a.woodcock")
    driver.until(lambda: state.project.photo.name == "p")
    driver.settle()
    assert state.step == "Finish"
    driver.close()


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
        driver.until(lambda: driver.window.work.jobs.running)
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
        assert max((wait for wait, _ in locks.WatchedLock.waits), default=0.0) < 0.5
        assert state.project == second
    driver.settle()
    assert state.studio.ready(second) and caught >= 4
    driver.close()
