"""Layers with depth of their own."""

import cv2
import numpy as np
import pytest
import view
from hypothesis import given, settings
from hypothesis import strategies as st
from msgspec.structs import replace

from conftest import blob, build, picture
from woodcock.depth import completed, metres_of
from woodcock.depth.segments import segments_of
from woodcock.depth.slopes import eased
from woodcock.errors import WoodcockError
from woodcock.model import Depth, Lean, Relief, Track
from woodcock.pixels.store import PixelStore
from woodcock.render import find_gaps, find_reveal
from woodcock.session import acts, extent, reliefs
from woodcock.session.studio import Studio
from woodcock.stage import reach_of_relief

W, H = 240, 160


def hills(seed=0, soft=16):
    """A smooth seeded depth map from 0 to 65535."""
    values = np.random.default_rng(seed).normal(size=(H, W)).astype(np.float32)
    values = cv2.GaussianBlur(values, (0, 0), soft)
    values = (values - values.min()) / np.ptp(values)
    return np.rint(values * 65535).astype(np.uint16)


def places():
    """A photo whose colours tell where in it a pixel is: red across, green down."""
    y, x = np.mgrid[0:H, 0:W].astype(np.float32)
    return np.dstack([30 + x / W * 200, 30 + y / H * 200, np.full((H, W), 128)]).astype(np.uint8)


def with_depth(photo, masks, depth, near=3.0, far=30.0):
    project, studio = build(photo, masks)
    pixels = studio.store.put(depth)
    return replace(project, depth=Depth(pixels, near, far)), studio


def moved(project, **pose):
    lens = replace(project.lens, **{name: Track(value) for name, value in pose.items()})
    return replace(project, lens=lens)


@settings(max_examples=60, deadline=None)
@given(st.floats(0.5, 500), st.floats(0, 1), st.floats(0.01, 0.9))
def test_a_relief_is_as_thick_as_it_says_and_sits_where_it_says(distance, sits, share):
    layer = build(picture(32, 32), [])[0].background
    relief = Relief(thickness=min(distance * share, 10_000), sits=sits)
    front, back = reach_of_relief(replace(layer, distance=distance, relief=relief))
    assert back - front == pytest.approx(relief.thickness, rel=1e-6)
    assert front <= distance * (1 + 1e-9) and back >= distance * (1 - 1e-9)
    # 1/distance is even in the surface's value: 0 at the back, 1 at the front.
    seat = (1 / distance - 1 / back) / (1 / front - 1 / back)
    assert seat == pytest.approx(sits, abs=1e-6)


@pytest.mark.parametrize("tilt", [0.0, 20.0])
@pytest.mark.parametrize("pose", [{"x": 0.5, "y": -0.2}, {"z": 1.0, "yaw": 4.0}])
def test_relief_shows_what_a_pinhole_projects(tilt, pose):
    """Points of the surface, projected by cv2.projectPoints, are found where the frame has them.

    The photo's colours tell where in it each frame pixel comes from, within half a pixel.
    """
    project, studio = with_depth(places(), [], hills())
    project = acts.set_distance(project, "background", 8.0)
    project = reliefs.relief_from_map(project, "background", studio.store)
    layer = replace(project.background, lean=Lean(tilt=tilt), relief=project.background.relief)
    layer = replace(layer, relief=replace(layer.relief, cut=1.0, edge=0.0), pivot=(W / 2, H / 2))
    project = moved(project.with_layer(layer), **pose)
    frame = studio.frame(project, 0.0)
    surface = segments_of(hills(), np.ones((H, W), bool), 0.0, 1.0)[-1].surface
    focal = project.lens.focal_length / 36 * W
    y, x = np.mgrid[20 : H - 20 : 7, 20 : W - 20 : 7]
    rays = np.stack([(x + 0.5 - W / 2) / focal, (y + 0.5 - H / 2) / focal, np.ones(x.shape)], -1)
    # Each ray as far as the leaning plane, and from there along itself as the relief has it.
    front, back = reach_of_relief(layer)
    slope = np.tan(np.radians(tilt))
    plane = 8.0 / (1 + slope * rays[..., 1])
    inverse = 1 / back + surface[y, x] * (1 / front - 1 / back)
    points = (rays * (plane / 8.0 / inverse)[..., None]).reshape(-1, 3).astype(np.float64)
    turn = cv2.Rodrigues(np.radians([0.0, pose.get("yaw", 0.0), 0.0]))[0].T
    place = np.array([pose.get(name, 0.0) for name in "xyz"])
    matrix = np.array([[focal, 0, W / 2], [0, focal, H / 2], [0, 0, 1.0]])
    spots = cv2.projectPoints(points, cv2.Rodrigues(turn)[0], -turn @ place, matrix, None)[0][:, 0]
    seen = cv2.remap(frame, (spots - 0.5).astype(np.float32)[None], None, cv2.INTER_LINEAR)[0]
    inside = ((spots > 3) & (spots < (W - 3, H - 3))).all(1)
    assert inside.sum() > 200
    true = places()[y, x].reshape(-1, 3)
    off = np.abs(seen.astype(float) - true)[inside, :2] * (W / 200, H / 200)
    assert np.median(off) < 0.5 and np.percentile(off, 98) < 1.6  # of 8-bit colours


@settings(max_examples=8, deadline=None)
@given(st.integers(0, 99), st.floats(0, 1), st.floats(-30, 30))
def test_at_rest_a_relief_looks_like_the_photo(seed, sits, swing):
    """Bit for bit, whatever its depth and lean."""
    photo = picture(W, H, seed)
    project, studio = with_depth(photo, [blob(W, H, 90, 80, 40)], hills(seed))
    for layer in project.layers:
        relief = Relief(thickness=layer.distance / 2, sits=sits)
        layer = replace(layer, relief=relief, lean=Lean(swing=swing), pivot=(120.0, 160.0))
        project = project.with_layer(layer)
    np.testing.assert_array_equal(studio.frame(project, 0.0), photo)


def test_a_relief_of_one_depth_is_a_plane_there():
    """Frame and reveal are those of a flat layer at the relief's back."""
    photo, masks = picture(W, H), [blob(W, H, 120, 80, 40)]
    flat, studio = with_depth(photo, masks, np.full((H, W), 30_000, np.uint16))
    near = flat.near_to_far[0]
    curved = flat.with_layer(replace(near, relief=Relief(1.0, sits=1.0)))
    _, back = reach_of_relief(curved.layer(near.id))
    flat = acts.set_distance(flat, near.id, back)
    frames, reveals = [], []
    for project in (flat, curved):
        project = moved(project, x=0.3, z=0.2)
        frames.append(Studio(studio.store).frame(project, 0.0).astype(int))
        reveals.append(find_reveal(project, studio.store).layers["background"].shown)
    assert np.abs(frames[0] - frames[1]).max() <= 2
    assert np.mean(reveals[0] != reveals[1]) < 2e-4 and reveals[0].any()


def test_a_step_in_depth_is_cut_and_not_stretched():
    """Beside a near red thing on a far blue wall nothing purple is seen, and no gap."""
    photo = np.full((H, W, 3), (40, 60, 200), np.uint8)
    photo[50:110, 90:150] = 200, 40, 40
    depth = np.full((H, W), 6_000, np.uint16)
    depth[50:110, 90:150] = 60_000
    for soft in (0, 1.5):
        blurred = cv2.GaussianBlur(depth, (0, 0), soft) if soft else depth
        project, studio = with_depth(photo, [], blurred)
        project = acts.set_distance(project, "background", 6.0)
        project = reliefs.relief_from_map(project, "background", studio.store)
        project = acts.set_start_and_end(project, {"x": (0.0, 0.05)})
        project = extent.grow_layers(project, studio.gaps(project).growths)
        assert not find_gaps(project, studio.atlas(project), studio.store).gaps
        frame = studio.frame(project, project.frame.last).astype(int)
        between = (np.abs(frame - photo[0, 0]).max(2) > 40) & (
            np.abs(frame - photo[80, 120]).max(2) > 40
        )
        # A soft edge, one or two pixels wide, is all that may be between the two.
        assert cv2.erode(between.astype(np.uint8), np.ones((4, 4), np.uint8)).max() == 0
        red = frame[..., 0] > 150
        assert 0.9 < red.sum() / 3600 < 1.12
        columns = np.flatnonzero(red[80])
        assert 107 < columns.mean() < 114  # it moved with its own depth


@settings(max_examples=20, deadline=None)
@given(st.integers(0, 99), st.floats(0.01, 0.2))
def test_eased_surfaces_are_nowhere_steeper_and_else_the_same(seed, slope):
    values = np.random.default_rng(seed).random((30, 40)).astype(np.float32)
    out = eased(values, slope)
    assert np.abs(np.diff(out, axis=0)).max() <= slope + 1e-5
    assert np.abs(np.diff(out, axis=1)).max() <= slope + 1e-5
    np.testing.assert_allclose(eased(out, slope), out, atol=1e-5)
    assert out.min() >= values.min() - 1e-6 and out.max() <= values.max() + 1e-6


def test_what_was_not_measured_is_as_far_as_its_farther_side():
    depth = np.tile(np.array([5, 5, 0, 0, 2, 2], np.float32), (4, 1))
    known = depth > 0
    np.testing.assert_array_equal(completed(depth, known)[0], [5, 5, 2, 2, 2, 2])
    known[1] = False
    assert 2 <= completed(depth, known)[1, 2] <= 5  # a row of nothing is bridged


def test_a_relief_is_as_thick_as_the_map_says_or_says_why_not():
    depth = np.zeros((H, W), np.uint16)
    depth[:, 100:] = 65535
    project, studio = with_depth(picture(W, H), [blob(W, H, 100, 80, 50)], depth, 4.0, 8.0)
    near = project.near_to_far[0]
    project = reliefs.relief_from_map(project, near.id, studio.store)
    front, back = reach_of_relief(project.layer(near.id))
    assert back / front == pytest.approx(metres_of(np.array(0), 4, 8) / 4, rel=0.01)
    with pytest.raises(WoodcockError, match="no depth map"):
        reliefs.relief_from_map(replace(project, depth=None), near.id, studio.store)
    covered = project.with_layer(replace(near, distance=50.0))
    front_mask = replace(near, id="front", distance=1.0)
    covered = replace(covered, layers=(*covered.layers, front_mask))
    with pytest.raises(WoodcockError, match="Nothing is seen"):
        reliefs.relief_from_map(covered, near.id, studio.store)
    assert reliefs.change_relief(project, near.id, sits=7.0).layer(near.id).relief.sits == 1.0


def test_a_real_view_from_beside_is_met():
    """Middlebury 2014 "Motorcycle" (`benchmarks/view.py`), 3 layers; planes reach 17.6 dB, 0.54."""
    left, right, disparity = view.pair()
    store = PixelStore()
    project = view.with_relief(view.scene(left, disparity, 3, store), store, edge=1.0, cut=0.05)
    frame, _, _ = view.seen_from(project, store, {"x": view.BASELINE})
    decibels, alike = view.scores(frame, right)
    assert decibels > 23.0 and alike > 0.85
