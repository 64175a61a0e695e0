"""Small places with a known answer, each of which a wrong line had once passed unseen."""

import cv2
import numpy as np
import pytest
from msgspec.structs import replace

from conftest import blob, build, picture
from woodcock.depth.segments import segments_of
from woodcock.model import Clip, Frame, Placement, Relief, Track
from woodcock.pixels.store import PixelStore
from woodcock.rebuild import without
from woodcock.rebuild.brushes import Brush
from woodcock.session import acts, carrying, things
from woodcock.session.cutting import CuttingRoom
from woodcock.session.stroke import Stroke
from woodcock.stage import frame_box, photo_rays, scene_at
from woodcock.stage.parallax import strength_of
from woodcock.stage.plan import outline_of, profile_of

W, H = 320, 180


def mottled(cell, seed):
    """A darker half and a lighter one; every fifth patch of each has the other's colour."""
    rng = np.random.default_rng(seed)
    side = np.zeros((240, 360))
    side[:, 180:] = 1
    odd = rng.random((-(-240 // cell), -(-360 // cell))) < 0.2
    odd = np.kron(odd, np.ones((cell, cell)))[:240, :360] > 0
    photo = np.dstack([105.0 + 30 * np.where(odd, 1 - side, side)] * 3)
    return np.clip(photo + rng.normal(0, 4, (240, 360, 1)), 0, 255).astype(np.uint8)


@pytest.mark.parametrize("seed", [1, 2])
def test_a_cut_takes_odd_patches_along_with_what_is_round_them(seed):
    """Neighbours hold together: without their bonds a tenth of the half was left out."""
    store = PixelStore()
    project = acts.new_project(mottled(6, seed), "mottled", store)
    points = ((60.0, 30.0), (60.0, 210.0), (110.0, 210.0), (110.0, 30.0))
    found = CuttingRoom(store).cut(project, Stroke(points, "grow", "new", 24.0))
    inside = found.new[10:-10] > 127
    assert inside[:, 10:150].mean() > 0.97
    assert inside[:, 210:350].mean() < 0.02


def step(far_slope=0.0):
    """Far on the left, rising towards the step by `far_slope`, near on the right of column 120."""
    x = np.arange(240, dtype=np.float64)
    values = np.where(x < 120, 10_000 + far_slope * np.maximum(x - 60, 0), 50_000.0)
    return np.tile(values, (160, 1)).astype(np.uint16)


@pytest.mark.parametrize("far_slope", [0.0, 250.0])
def test_the_strip_is_the_near_side_even_where_the_far_side_rises_to_it(far_slope):
    depth = step(far_slope)
    front, rest = segments_of(depth, np.ones((160, 240), bool))
    columns = np.flatnonzero((front.strip > 0).any(0))
    assert columns.min() in (118, 119, 120, 121) and columns.max() > 126
    low, high = np.percentile(depth, (0.5, 99.5))
    far_end = (depth[80, 119] - low) / (high - low)
    assert np.median(front.surface[:, 122:126]) == pytest.approx(1.0, abs=0.05)
    assert rest.surface[80, 112] == pytest.approx((depth[80, 112] - low) / (high - low), abs=0.08)
    assert rest.surface[80, 123] < far_end + 0.4  # nearly level behind the strip
    assert rest.surface[80, 200] == pytest.approx(1.0, abs=0.02)


def test_a_speck_is_no_segment_and_a_post_is():
    slope = np.tile(np.linspace(10_000, 40_000, 240), (160, 1))  # deep, but nowhere steep
    speck, post = slope.copy(), slope.copy()
    speck[70:75, 40:45] = 55_000
    post[30:130, 40:52] = 55_000
    seen = np.ones((160, 240), bool)
    count = [len(segments_of(x.astype(np.uint16), seen, cut=0.2)) for x in (slope, speck, post)]
    assert count == [1, 1, 2]


def test_a_deleted_carrier_is_gone_and_what_hung_on_it_stays_where_it_is():
    project, _ = build(picture(W, H), [blob(W, H, 110, 110, 45)], Frame(W, H, 12, 1.0))
    near = project.near_to_far[0].id
    project, outer = carrying.add_carrier(project, [near], name="Outer")
    project, inner = carrying.add_carrier(project, [near], name="Inner")
    project = carrying.set_carrier(project, inner, yaw=Track(12.0), x=Track(0.3))
    project = carrying.set_carrier(project, outer, scale=Track(1.2))
    before = next(x for x in scene_at(project, 0.0) if x.id == near).mapping.homography
    rest = carrying.delete_carrier(project, inner)
    assert [x.id for x in rest.carriers] == [outer] and rest.layer(near).carrier == outer
    after = next(x for x in scene_at(rest, 0.0) if x.id == near).mapping.homography
    np.testing.assert_allclose(after / after[2, 2], before / before[2, 2], atol=1e-6)
    none = carrying.delete_carrier(rest, outer)
    assert none.carriers == () and none.layer(near).carrier is None
    last = next(x for x in scene_at(none, 0.0) if x.id == near).mapping.homography
    np.testing.assert_allclose(last / last[2, 2], before / before[2, 2], atol=1e-6)
    lens, own = carrying.add_carrier(project, ["lens"])
    assert lens.lens.carrier == own
    assert carrying.delete_carrier(lens, own).lens.carrier is None


@pytest.mark.parametrize("zoom", [1.0, 2.5])
@pytest.mark.parametrize("size", [(W, H), (H, W)])
def test_a_clip_just_fills_the_frame_however_the_photo_is_placed(zoom, size):
    project, _ = build(picture(W, H), [], Frame(*size, 12, 1.0))
    project = acts.place_photo(project, Placement(zoom, 0.4, 0.6))
    project, name = things.add_clip(project, Clip(("x",), 64, 48, 3, 12.0), "Dust")
    left, top, width, height = project.layer(name).clip.box
    frame = frame_box(project)
    assert left <= frame[0] + 1e-9 and top <= frame[1] + 1e-9
    assert left + width >= frame[0] + frame[2] - 1e-9
    assert top + height >= frame[1] + frame[3] - 1e-9
    assert min(width / frame[2], height / frame[3]) == pytest.approx(1.0)
    assert (left + width / 2, top + height / 2) == pytest.approx(
        (frame[0] + frame[2] / 2, frame[1] + frame[3] / 2)
    )


@pytest.mark.parametrize("level", [9000, 40_000, 64_000])
def test_what_is_removed_from_a_deep_photo_is_as_bright_as_what_is_round_it(level):
    rng = np.random.default_rng(2)
    photo = np.clip(rng.normal(level, 700, (90, 120, 3)), 0, 65535).astype(np.uint16)
    photo[40:52, 50:70] = 65535 - level
    area = np.zeros((90, 120), np.uint8)
    area[38:54, 48:72] = 255
    out = without(photo, area)
    assert out.dtype == np.uint16
    assert np.abs(out[40:52, 50:70].astype(int) - level).mean() < 1500
    outside = cv2.dilate(area, np.ones((5, 5))) == 0
    np.testing.assert_array_equal(out[outside], photo[outside])


@pytest.mark.parametrize("size", [3.0, 17.0, 40.0])
def test_a_hard_brush_is_a_disc_with_a_rim_of_one_pixel(size):
    brush, middle = Brush(size, 1.0, 1.0), (50.3, 49.6)
    box = (0, 0, 100, 100)
    cover = brush.sweep(middle, middle, box)
    assert cover.sum() == pytest.approx(np.pi * size**2 / 4, rel=0.03 if size > 5 else 0.06)
    y, x = np.mgrid[0:100, 0:100] + 0.5
    away = np.hypot(x - middle[0], y - middle[1])
    np.testing.assert_array_equal(cover[away < size / 2 - 0.5], 1)
    np.testing.assert_array_equal(cover[away > size / 2 + 0.5], 0)
    t = np.clip(size / 2 + 0.5 - away, 0, 1)  # the rim is a smooth step, half at the radius
    np.testing.assert_allclose(cover, t * t * (3 - 2 * t), atol=1e-5)
    soft = Brush(size, 0.0, 1.0).sweep(middle, middle, box)
    assert soft.sum() < 0.6 * cover.sum()


def test_the_plan_draws_a_relief_where_its_surface_stands():
    """z = distance / (1 + strength (value - sits)) on each place's ray, and gaps where it ends."""
    project, _ = build(picture(W, H), [], Frame(W, H, 12, 1.0))
    relief = Relief(thickness=3.0, sits=0.25)
    layer = replace(project.background, distance=10.0, relief=relief)
    project = project.with_layer(layer)
    surface = np.tile(np.linspace(0, 1, W, dtype=np.float32), (H, 1))
    there = np.ones((H, W), bool)
    there[:, 150:200] = False
    box = (20.0, 10.0, 280.0, 160.0)
    lines = profile_of(project, layer, 0.0, box, surface, there)
    points = np.concatenate(lines)
    rays = photo_rays(project)
    inverse = np.linalg.inv(rays)
    seen = points / points[:, 2:] @ inverse.T  # the photo's pixels each point lies over
    columns = seen[:, 0] / seen[:, 2]
    values = np.clip(columns.astype(int), 0, W - 1) / (W - 1)
    c = strength_of(relief, 10.0)
    np.testing.assert_allclose(points[:, 2], 10.0 / (1 + c * (values - 0.25)), rtol=2e-3)
    assert columns.min() >= 20 and columns.max() <= 300
    assert not ((columns > 153) & (columns < 198)).any()
    across = [line for line in lines if np.ptp(line[:, 1] / line[:, 2]) < 1e-6]
    assert len(across) == 8  # four lines, each cut in two
    flat = replace(layer, relief=None)
    assert profile_of(project, flat, 0.0, box, surface, there) == []
    corners = outline_of(project, flat, 0.0, box)
    np.testing.assert_allclose(corners[:, 2], 10.0)
    np.testing.assert_allclose(corners[0] / 10.0, rays @ (20.0, 10.0, 1.0), atol=1e-9)
