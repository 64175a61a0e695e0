"""Depth maps: guessed, read and written, measured under layers, shown."""

import os
from pathlib import Path

import cv2
import numpy as np
import pytest
import tifffile
from hypothesis import given, settings
from hypothesis import strategies as st
from msgspec.structs import replace
from PySide6.QtWidgets import QFileDialog
from scipy.stats import spearmanr

from conftest import blob, build, picture, small_demo
from driver import Driver
from woodcock.demo import demo_project
from woodcock.depth import estimate_depth, metres_of, shown_as, with_layers
from woodcock.depth.look import levels_of, share_of
from woodcock.errors import WoodcockError
from woodcock.media import load_picture
from woodcock.media.depth_file import load_depth, save_depth
from woodcock.media.project_file import load_project, save_project
from woodcock.model import Depth, Frame, Relief
from woodcock.pixels.store import PixelStore
from woodcock.separate.redraw import alpha_of
from woodcock.session import acts, reliefs, staging

TRUTH = Path(__file__).parent.parent / "demo" / "truth"


def test_the_demo_s_depth_is_found_in_order():
    """Rank correlation with the distances the scene was made with."""
    store = PixelStore()
    project = demo_project(store)
    metres = cv2.imread(str(TRUTH / "depth.png"), cv2.IMREAD_UNCHANGED) / 100
    nearness = np.where(metres == 0, 0, 1 / np.maximum(metres, 0.01))
    photo = store.get(project.photo.pixels)[..., :3]
    masks = [alpha_of(layer.mask, store) for layer in project.near_to_far if layer.mask]
    found = estimate_depth(np.ascontiguousarray(photo), masks)
    found = cv2.resize(found, nearness.shape[::-1])
    assert spearmanr(found.ravel(), nearness.ravel())[0] > 0.93  # 0.9535 as measured


@settings(max_examples=30, deadline=None)
@given(st.integers(0, 10**6))
def test_layers_keep_their_order_whatever_is_guessed(seed):
    rng = np.random.default_rng(seed)
    seen = cv2.GaussianBlur(rng.random((60, 90)).astype(np.float32), (0, 0), 5)
    masks = [blob(90, 60, x, 30, 12) for x in (15, 45, 75)]
    found = with_layers(seen, masks)
    levels = [np.median(found[mask > 200]) for mask in masks]
    assert levels == sorted(levels, reverse=True)
    assert found.min() >= 0
    assert found.max() <= 1
    there = [mask > 127 for mask in masks]
    above = [np.maximum.accumulate(x[::-1])[::-1] for x in there]  # than a layer's foot
    free = ~np.logical_or.reduce(above)
    assert np.corrcoef(found[free], seen[free])[0, 1] > 0.9  # there the guess counts
    for mask, over, level in zip(there, above, levels, strict=True):
        behind = over & ~np.logical_or.reduce(there)
        assert found[behind].max() <= level + 0.05  # what is seen above a foot is not nearer
        assert mask.any()


def test_metres_are_even_in_one_over_distance():
    values = np.array([0, 65535, 32767.5])
    np.testing.assert_allclose(metres_of(values, 2.0, 50.0), [50, 2, 1 / ((1 / 2 + 1 / 50) / 2)])


def test_layers_go_where_the_map_has_them(tmp_path):
    masks = [blob(320, 180, 80, 100, 40), blob(320, 180, 230, 80, 40)]
    project, studio = build(picture(), masks)
    with pytest.raises(WoodcockError, match="no depth map"):
        staging.distances_from_depth(project, studio.store)
    values = np.full((90, 160), 2000, np.uint16)
    for number, mask in enumerate(masks):
        values[cv2.resize(mask, (160, 90)) > 0] = (60000, 30000)[number]
    depth = Depth(studio.store.put(values), 2.0, 40.0)
    project = staging.set_depth(project, depth)
    placed = staging.distances_from_depth(project, studio.store)
    want = metres_of(np.array([60000, 30000, 2000]), 2.0, 40.0)
    np.testing.assert_allclose([x.distance for x in placed.near_to_far], want, rtol=1e-6)
    np.testing.assert_array_equal(studio.frame(placed, 0.0), studio.frame(project, 0.0))
    save_project(tmp_path / "a.woodcock", placed, studio.store)
    store = PixelStore()
    assert load_project(tmp_path / "a.woodcock", store) == placed
    np.testing.assert_array_equal(store.get(depth.pixels), values)


@pytest.mark.parametrize("kind", ["png", "tif", "exr"])
def test_depth_maps_are_read_back_as_they_were_written(tmp_path, kind):
    depth = np.random.default_rng(1).integers(0, 65536, (40, 50)).astype(np.uint16)
    depth[0, :2] = 0, 65535
    path = tmp_path / f"depth.{kind}"
    save_depth(path, depth)
    said = "near is large" if kind == "exr" else None
    assert np.abs(load_depth(path, said).pixels.astype(int) - depth).max() <= 1
    turned = load_depth(path, "near is small").pixels.astype(int)
    assert np.abs(turned + depth - 65535).max() <= 1
    path.write_bytes(path.read_bytes()[:60])
    with pytest.raises(WoodcockError, match="depth"):
        load_depth(path)
    with pytest.raises(WoodcockError):
        load_depth(tmp_path / f"gone.{kind}")
    with pytest.raises(WoodcockError, match="nothing was written"):
        save_depth(tmp_path / "depth.txt", depth)


def test_eight_bits_fill_the_range(tmp_path):
    cv2.imwrite(str(tmp_path / "d.png"), np.arange(256, dtype=np.uint8)[None].repeat(3, 0))
    np.testing.assert_array_equal(load_depth(tmp_path / "d.png").pixels[1], np.arange(256) * 257)


def test_contours_run_where_distances_are_round():
    depth = np.tile(np.linspace(65535, 0, 400).astype(np.uint16), (50, 1))
    lines = shown_as(depth, "contours", 1.0, 100.0)
    metres = metres_of(depth, 1.0, 100.0)[25]
    shown = np.flatnonzero(lines[25, :, 3] == 255)
    for level in levels_of(1.0, 100.0):
        column = int(np.abs(metres - level).argmin())
        assert np.abs(shown - column).min() <= 2
    away = [np.abs(metres[x] / np.array(levels_of(1.0, 100.0)) - 1).min() for x in shown]
    assert np.median(away) < 0.05
    grey = shown_as(depth, "grey", 1.0, 100.0)
    assert (np.diff(grey[0, :, 0].astype(int)) <= 0).all()
    assert share_of(1.0, 1.0, 100.0) == 1
    with pytest.raises(ValueError, match="contours"):
        shown_as(depth, "rainbow", 1.0, 100.0)


def test_a_depth_map_in_the_window(tmp_path, monkeypatch):
    drive = Driver()
    state = drive.state
    state.document.open(small_demo(state.document.store), None)
    state.go("Stage")
    drive.settle()
    rows = drive.window.panels["Stage"].map.map
    drive.bring(rows.use)
    assert not rows.use.isEnabled()
    plain = drive.window.view.grab().toImage()
    drive.press(rows.estimate)
    depth = state.project.depth
    assert depth.near == pytest.approx(0.8 * 2.2)
    assert state.tools.depth_look == "colours"
    assert drive.window.view.grab().toImage() != plain
    for look in ("Grey depth", "Contour lines", "The frame"):
        drive.choose(rows.look, look)
    drive.type(rows.near, "1.5 m")
    drive.type(rows.far, "400")
    assert (state.project.depth.near, state.project.depth.far) == (1.5, 400)
    path = tmp_path / "depth.png"
    monkeypatch.setattr(QFileDialog, "getSaveFileName", lambda *_: (str(path), ""))
    drive.press(rows.save)
    values = state.document.store.get(depth.pixels)
    np.testing.assert_array_equal(load_depth(path).pixels, values)
    drive.press(rows.turn)
    np.testing.assert_array_equal(
        state.document.store.get(state.project.depth.pixels), 65535 - values
    )
    monkeypatch.setattr(QFileDialog, "getOpenFileName", lambda *_: (str(path), ""))
    drive.press(rows.load)
    assert state.project.depth.pixels == depth.pixels
    names = [x.name for x in state.project.near_to_far]
    drive.press(rows.use)
    assert [x.name for x in state.project.near_to_far] == names
    assert state.project.background.distance > 5
    assert state.project.near_to_far[0].distance < 2.2
    path.write_bytes(b"nothing")
    drive.press(rows.load)
    assert drive.problems
    assert state.project.depth.pixels == depth.pixels
    drive.close()


def test_a_depth_map_reaches_as_far_as_the_layers_stand():
    """A background at 12 m is no 186 m thick, and a given range is kept."""
    project, studio = build(picture(), [blob(320, 180, 110, 110, 45)], Frame(320, 180, 12, 1.0))
    near = project.near_to_far[0].id
    project = acts.set_distance(acts.set_distance(project, near, 3.0), "background", 12.0)
    low, high = staging.depth_reach(project)
    assert 1.0 < low < 3.0
    assert 12.0 < high < 50.0
    depth = np.tile(np.linspace(65535, 0, 180).astype(np.uint16)[:, None], (1, 320))
    pixels = studio.store.put(depth)
    project = staging.set_depth(project, Depth(pixels, low, high))
    shaped = reliefs.relief_from_map(project, "background", studio.store).background
    back = shaped.distance + (1 - shaped.relief.sits) * shaped.relief.thickness
    assert shaped.relief.thickness < 3 * 12.0
    assert back < 60.0
    wide = staging.set_depth(project, Depth(pixels, 1.0, 500.0))
    assert staging.depth_reach(wide) == (1.0, 500.0)


def metres_scene():
    """A floor that runs from 2 m to 40 m, with a post at 3 m: (60, 80) float32."""
    floor = np.tile(np.geomspace(40, 2, 60, dtype=np.float32)[:, None], (1, 80))
    floor[10:50, 30:36] = 3.0
    return floor


def exr_with_text(data, name, text):
    """An EXR file with a string attribute more: the table of chunk offsets follows the header."""
    place = 8
    while data[place]:
        end = data.index(b"\0", data.index(b"\0", place) + 1) + 1
        place = end + 4 + int.from_bytes(data[end : end + 4], "little")
    more = name + b"\0string\0" + len(text).to_bytes(4, "little") + text
    table = place + 1
    count = (int.from_bytes(data[table : table + 8], "little") - table) // 8
    offsets = np.frombuffer(data, np.uint64, count, table) + np.uint64(len(more))
    return data[:place] + more + b"\0" + offsets.tobytes() + data[table + 8 * count :]


@pytest.mark.parametrize("kind", ["tif", "exr"])
def test_metres_stay_metres_where_the_file_says_so(tmp_path, kind):
    metres, path = metres_scene(), tmp_path / f"depth.{kind}"
    if kind == "tif":
        tifffile.imwrite(path, metres, description="depth in metres")
    else:
        os.environ["OPENCV_IO_ENABLE_OPENEXR"] = "1"
        data = cv2.imencode(".exr", metres)[1].tobytes()
        path.write_bytes(exr_with_text(data, b"units", b"m"))
    found = load_depth(path)
    assert (found.near, found.far) == (pytest.approx(2.0), pytest.approx(40.0))
    np.testing.assert_allclose(metres_of(found.pixels, 2.0, 40.0), metres, rtol=1e-3)
    assert found.pixels[30, 32] > found.pixels[0, 0]  # near is large inside


def test_numbers_that_say_nothing_are_asked_about(tmp_path):
    metres, path = metres_scene(), tmp_path / "depth.tif"
    metres[5, 5:9] = 0, np.nan, -1, np.inf  # not known, of any sensor
    tifffile.imwrite(path, metres)
    with pytest.raises(WoodcockError, match="what its numbers mean"):
        load_depth(path)
    found = load_depth(path, "metres")
    whole = metres_of(found.pixels, found.near, found.far)
    np.testing.assert_allclose(whole[5, 5:9], metres[5, 3], rtol=0.02)
    large, small = (load_depth(path, m) for m in ("near is large", "near is small"))
    assert large.near is None and large.pixels[0, 0] > large.pixels[-1, 0]
    assert small.pixels[0, 0] < small.pixels[-1, 0]
    tifffile.imwrite(path, np.zeros((4, 4), np.float32))
    with pytest.raises(WoodcockError, match="no value that is known"):
        load_depth(path, "metres")
    with pytest.raises(WoodcockError, match="depth map"):  # no photo, and not all white
        load_picture(path)


def test_a_map_of_another_kind_is_refused_wherever_it_comes_from(tmp_path):
    project, studio = build(picture(), [])
    wrong = Depth(studio.store.put(np.full((180, 320), 0.5, np.float32)), 2.0, 50.0)
    project = staging.set_depth(project, wrong)
    layer = replace(project.background, relief=Relief(thickness=2.0))
    with pytest.raises(TypeError, match="uint16"):
        studio.atlas(project.with_layer(layer))
    with pytest.raises(TypeError, match="uint16"):
        staging.distances_from_depth(project, studio.store)
    with pytest.raises(TypeError, match="uint16"):
        save_depth(tmp_path / "d.png", np.zeros((4, 4), np.float32))


def test_the_window_asks_what_the_numbers_mean(tmp_path, monkeypatch, scene):
    drive, path = Driver.with_scene(scene), tmp_path / "depth.tif"
    tifffile.imwrite(path, metres_scene())
    monkeypatch.setattr(QFileDialog, "getOpenFileName", lambda *_: (str(path), ""))
    rows = drive.window.panels["Stage"].map.map
    drive.with_question(lambda: drive.press(rows.load), "Metres")
    assert (drive.state.project.depth.near, drive.state.project.depth.far) == (2.0, 40.0)
    drive.with_question(lambda: drive.press(rows.load), "Cancel")
    assert drive.state.project.depth.near == 2.0 and not drive.problems
    drive.close()


@pytest.mark.parametrize("kind", ["f2", "f4", "f8", "u1", "u2"])
def test_a_depth_tiff_of_any_kind_of_number_is_read(kind, tmp_path):
    """Pillow opens only some of them: sizes are told by the reader that reads the values."""
    values = (np.arange(40 * 60).reshape(40, 60) / 10 + 1).astype(kind)
    tifffile.imwrite(tmp_path / "d.tif", values)
    got = load_depth(tmp_path / "d.tif", "near is large").pixels
    assert got.shape == (40, 60) and got[-1, -1] > got[20, 0] > got[0, 0]
