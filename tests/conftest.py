"""Small projects and the window for the tests."""

from __future__ import annotations

import faulthandler
import os
import shutil
import sys
from functools import cache

os.environ.setdefault("QT_QPA_PLATFORM", "offscreen")
os.environ.setdefault("OPENBLAS_NUM_THREADS", "1")  # the workers share the cores
os.environ["WOODCOCK_LANGUAGE"] = "en"  # whatever the machine speaks

import cv2
import numpy as np
import pytest
from msgspec.structs import replace

from woodcock import locks, texts
from woodcock.demo import demo_project
from woodcock.model import Frame, Growth, Mask
from woodcock.pixels.store import PixelStore
from woodcock.render import render_frame
from woodcock.session import acts
from woodcock.session import preferences as kept
from woodcock.session.prepare import mark_prepared
from woodcock.session.studio import Studio

locks.watch(True)  # before anything makes one
LONG = (  # the files that take longest, in this order: no worker is left with one at the end
    "test_walk", "test_auto_window", "test_sound_window", "test_defocus", "test_air_window",
    "test_cli", "test_hostile", "test_hands", "test_widgets", "test_film_window", "test_saved",
    "test_texts", "test_context_menus", "test_move_window", "test_depth_edits", "test_window",
    "test_things_window", "test_things", "test_auto", "test_depth", "test_repair_window",
)  # fmt: skip
SLOW = (  # those of the others that need no window and take longest all the same
    "test_cutting", "test_found", "test_deliveries", "test_gaps", "test_faults", "test_privacy",
    "test_reveal", "test_sound_acts", "test_cut_demo", "test_enlarge", "test_sound", "test_journal",
    "test_apart", "test_moves", "test_relief", "test_script", "test_edges", "test_air",
    "test_rebuild", "test_queue", "test_quick_saves", "test_state_files", "test_shutter",
    "test_fine_cuts",
)  # fmt: skip


def pytest_addoption(parser):
    parser.addoption("--quick", action="store_true", help="without windows, and what takes long")


def pytest_collection_modifyitems(config, items):
    if config.getoption("--quick"):
        long = {*LONG, *SLOW}
        items[:] = [x for x in items if not (hasattr(x.module, "Driver") or x.path.stem in long)]
    rank = {name: place for place, name in enumerate(LONG)}
    items.sort(key=lambda item: rank.get(item.path.stem, len(rank)))


def pytest_configure(config):
    config.real_stderr = os.dup(2)  # which tests' output does not go to


@pytest.hookimpl(wrapper=True)
def pytest_runtest_teardown(item):
    """A test's time limit ends where it fails: what hangs in clearing up ends the worker."""
    faulthandler.dump_traceback_later(300, exit=True, file=item.config.real_stderr)
    try:
        return (yield)
    finally:
        faulthandler.cancel_dump_traceback_later()


def picture(width=320, height=180, seed=0, soft=1.0):
    """A colourful seeded picture with detail down to about `soft` pixels."""
    rng = np.random.default_rng(seed)
    values = rng.normal(0, 1, (height, width, 3)).astype(np.float32)
    fine = cv2.GaussianBlur(values, (0, 0), soft)
    broad = cv2.GaussianBlur(values, (0, 0), 24)
    both = fine / fine.std() * 18 + broad / broad.std() * 40 + 120
    return np.clip(both, 0, 255).astype(np.uint8)


def blob(width, height, x, y, radius, soft=2.0):
    """A round mask with a soft edge."""
    yy, xx = np.mgrid[0:height, 0:width] + 0.5
    away = np.hypot(xx - x, yy - y)
    return np.rint(np.clip((radius - away) / soft + 0.5, 0, 1) * 255).astype(np.uint8)


def build(photo, masks, frame=None, **project_changes):
    """A staged project over `photo` with layers near to far cut by `masks`: (project, studio)."""
    import msgspec

    store = PixelStore()
    frame = frame or Frame(photo.shape[1], photo.shape[0], 12, 1.0)
    project = acts.new_project(photo, "test", store, frame)
    for mask in masks[::-1]:
        project, _ = acts.add_layer(project, Mask(store.put(mask)))
    return msgspec.structs.replace(project, **project_changes), Studio(store)


def brute_force(project, studio):
    """Open pixels of every frame, from the coverage of the real renderer."""
    atlas, frame = studio.atlas(project), project.frame
    counts = []
    for index in range(frame.count):
        cover = np.zeros((frame.height, frame.width), np.uint8)
        render_frame(project, atlas, frame.time(index), cover=cover)
        counts.append(int((cover < 255).sum()))
    return counts


def small_demo(store):
    """The demo at a quarter of its size, so that it is rebuilt at once."""
    project, pixels = _small_demo(texts.language())
    for array in pixels:
        store.put(array)
    return project


@cache
def _small_demo(language):
    """The project in a language, and its pixels."""
    store, pixels = PixelStore(), []
    project = demo_project(store)
    size = project.photo.width // 4, project.photo.height // 4

    def smaller(name):
        pixels.append(cv2.resize(store.get(name), size, interpolation=cv2.INTER_AREA))
        return store.put(pixels[-1])

    whole = smaller(project.photo.pixels)
    photo = replace(project.photo, pixels=whole, width=size[0], height=size[1])
    layers = tuple(
        replace(x, content=x.mask and Mask(smaller(x.mask.pixels)), growth=Growth(15, 15, 15, 15))
        for x in project.layers
    )
    return replace(project, photo=photo, layers=layers), pixels


@pytest.fixture
def scene():
    """A 320x180 photo cut into near, middle and background."""
    photo = picture()
    masks = [blob(320, 180, 110, 110, 45), blob(320, 180, 190, 80, 40, 6.0)]
    return build(photo, masks)


@pytest.fixture(autouse=True)
def nobody_waits():
    """The interface thread never waits for a lock that work holds. A second is far more than a lock
    is held for on a busy machine, and far less than work takes."""
    locks.WatchedLock.waits = ()
    yield
    long = [wait for wait in locks.WatchedLock.waits if wait[0] > 1.0]
    assert not long, "the interface thread waited for a lock"


@pytest.fixture(scope="module", autouse=True)
def nothing_is_left_open():
    """A dialog that a file's tests leave open would get the next one's answers."""
    yield
    widgets = sys.modules.get("PySide6.QtWidgets")
    running = widgets and widgets.QApplication.instance()
    left = running and widgets.QApplication.activeModalWidget()
    if left:
        left.close()
        raise AssertionError(f"left open: {left!r} {getattr(left, 'text', left.windowTitle)()!r}")


@pytest.fixture(scope="session", autouse=True)
def first_state(tmp_path_factory):
    """What windows that several tests share remember, and a folder for what was rebuilt.

    That is named by what it was made from, so all tests of all workers may use it. Nothing is
    compiled ahead."""
    base, state = tmp_path_factory.getbasetemp(), tmp_path_factory.mktemp("state")
    rebuilt = (base.parent if "PYTEST_XDIST_WORKER" in os.environ else base) / "rebuilt"
    with pytest.MonkeyPatch.context() as patch:
        patch.setenv("WOODCOCK_STATE", str(state))
        patch.setattr(kept, "cache_folder", lambda: rebuilt)
        mark_prepared()
        yield state


@pytest.fixture(autouse=True)
def own_state(tmp_path_factory, monkeypatch, first_state):
    """What is remembered goes to a folder of the test's own."""
    own = tmp_path_factory.mktemp("state")
    shutil.copy(first_state / "prepared", own)
    monkeypatch.setenv("WOODCOCK_STATE", str(own))
