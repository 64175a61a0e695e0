"""The lens, the photo's place in the frame, the second move, the plan: by their formulas."""

import math

import numpy as np
import pytest
from hypothesis import given, settings
from hypothesis import strategies as st
from msgspec.structs import replace

from conftest import blob, build, picture
from woodcock.errors import InvalidValue, WoodcockError
from woodcock.model import Frame, Lean, Overall, Photo, Placement, Project, Sway, Track
from woodcock.session import acts, staging
from woodcock.stage import (
    corners_of,
    cover_scale,
    focus_zone,
    frame_box,
    lens_in,
    lens_matrix,
    photo_rays,
    photo_to_frame,
    pivot_of,
    scene_at,
    view_angle,
    world_of,
)
from woodcock.stage.camera import focal_pixels, rotation, towards
from woodcock.stage.overall import overall_at
from woodcock.stage.placement import aligned_to_pixels, kept_inside, photo_scale
from woodcock.stage.plan import (
    ABOVE,
    SIDE,
    free_view,
    frustum_of,
    path_of,
    reach_of,
    rounded_step,
)

W, H = 320, 180


@pytest.fixture
def two():
    """A cut at 4 m before a background at 20 m."""
    project, _ = build(picture(W, H), [blob(W, H, 110, 100, 40)], Frame(W, H, 12, 1.0))
    project = acts.set_distance(project, "background", 20.0)
    return acts.set_distance(project, project.near_to_far[0].id, 4.0)


def moved(project, **lens):
    return replace(project, lens=replace(project.lens, **{k: Track(v) for k, v in lens.items()}))


@pytest.mark.parametrize(
    ("focal", "degrees"), [(24, 73.7), (35, 54.4), (50, 39.6), (85, 23.9), (200, 10.3)]
)
def test_angles_of_view_are_those_of_any_handbook(focal, degrees):
    """Horizontal, on 36 mm: the tables printed with lenses."""
    assert view_angle(focal, 36.0) == pytest.approx(degrees, abs=0.06)
    # And through the projection: what lies at half that angle is on the frame's edge.
    matrix = lens_matrix(focal_pixels(focal, 36.0, 1920), (1920, 1080))
    x, _, w = matrix @ (math.tan(math.radians(degrees / 2)), 0.0, 1.0)
    assert x / w == pytest.approx(1920, abs=1.5)


@settings(max_examples=60, deadline=None)
@given(st.floats(-170, 170), st.floats(-80, 80), st.floats(-170, 170))
def test_turns_are_rotations_in_the_order_roll_pitch_yaw(yaw, pitch, roll):
    turn = rotation(yaw, pitch, roll)
    np.testing.assert_allclose(turn @ turn.T, np.eye(3), atol=1e-12)
    assert np.linalg.det(turn) == pytest.approx(1.0)
    by_steps = rotation(yaw, 0, 0) @ rotation(0, pitch, 0) @ rotation(0, 0, roll)
    np.testing.assert_allclose(turn, by_steps, atol=1e-12)
    ahead = turn @ (0.0, 0.0, 1.0)
    np.testing.assert_allclose(towards(ahead) @ (0.0, 0.0, 1.0), ahead, atol=1e-9)
    assert (towards(ahead) @ (1.0, 0.0, 0.0))[1] == pytest.approx(0, abs=1e-9)  # level


def test_right_is_right_up_is_up_and_turned_is_clockwise():
    assert (rotation(10, 0, 0) @ (0, 0, 1.0))[0] > 0  # x right
    assert (rotation(0, 10, 0) @ (0, 0, 1.0))[1] < 0  # y down
    x, y, _ = rotation(0, 0, 10) @ (1.0, 0, 0)
    assert x > 0 and y > 0  # clockwise on the screen: right goes down


@settings(max_examples=60, deadline=None)
@given(
    st.integers(40, 4000), st.integers(40, 4000), st.floats(0.2, 6), st.floats(0, 1),
    st.floats(0, 1),
)  # fmt: skip
def test_a_photo_covers_the_frame_as_far_as_its_zoom_allows(width, height, zoom, x, y):
    photo, size = Photo("x", width, height, "p"), (640, 360)
    scale = cover_scale(photo, size)
    assert width * scale >= 640 - 1e-6 and height * scale >= 360 - 1e-6
    assert min(width * scale - 640, height * scale - 360) == pytest.approx(0, abs=1e-6)
    placement = kept_inside(photo, Placement(zoom, x, y), size)
    left, top, _ = photo_to_frame(photo, placement, size) @ (0, 0, 1.0)
    right, bottom, _ = photo_to_frame(photo, placement, size) @ (width, height, 1.0)
    if zoom >= 1:
        assert left <= 1e-6 and top <= 1e-6 and right >= 640 - 1e-6 and bottom >= 360 - 1e-6
    for low, high, side in ((left, right, 640), (top, bottom, 360)):
        if high - low < side:  # too small on this axis: in the middle of it
            assert (low + high) / 2 == pytest.approx(side / 2, abs=1e-6)


def test_at_one_to_one_photo_and_frame_pixels_coincide():
    photo, size = Photo("x", 641, 363, "p"), (320, 180)
    zoom = 1 / cover_scale(photo, size)
    placed = aligned_to_pixels(photo, Placement(zoom, 0.503, 0.4991), size)
    assert photo_scale(photo, placed, size) == pytest.approx(1.0)
    place = photo_to_frame(photo, placed, size)[:2, 2]
    np.testing.assert_allclose(place, np.round(place), atol=1e-9)
    assert abs(placed.x - 0.503) * 641 <= 0.5 and abs(placed.y - 0.4991) * 363 <= 0.5
    other = Placement(2.0, 0.5, 0.5)
    assert aligned_to_pixels(photo, other, size) is other


def test_the_frame_box_is_what_the_frame_shows_at_rest(two):
    project = acts.place_photo(two, Placement(2.0, 0.4, 0.55))
    left, top, width, height = frame_box(project)
    to_frame = photo_to_frame(project.photo, project.placement, (W, H))
    for x, y, at in ((left, top, (0, 0)), (left + width, top + height, (W, H))):
        np.testing.assert_allclose((to_frame @ (x, y, 1.0))[:2], at, atol=1e-9)
    np.testing.assert_array_equal(corners_of(project.photo)[4], (W / 2, H / 2))
    np.testing.assert_array_equal(corners_of(project.photo)[[0, 8]], [(0, 0), (W, H)])


def test_depth_of_field_is_the_thin_lens_s():
    """50 mm at f/8 focused at 5 m, blur 0.0288 mm (1/1500 of the diagonal), written out in mm."""
    project, _ = build(picture(W, H), [])
    lens = replace(project.lens, focal_length=50.0, focus=Track(5.0), f_number=Track(8.0))
    blur = 36 * math.hypot(3, 2) / 3 / 1500
    hyperfocal = 50 * 50 / (8 * blur) + 50
    near, far = focus_zone(Project(lens=lens), 0.0)
    assert near == pytest.approx(5000 * (hyperfocal - 50) / (hyperfocal + 5000 - 100) / 1000)
    assert far == pytest.approx(5000 * (hyperfocal - 50) / (hyperfocal - 5000) / 1000)
    assert 3.3 < near < 3.6 and 8.5 < far < 10.5
    # Focused at the hyperfocal distance it reaches from half of that to infinity.
    near, far = focus_zone(Project(lens=replace(lens, focus=Track(hyperfocal / 1000))), 0.0)
    assert near == pytest.approx(hyperfocal / 2000, rel=0.01) and far == math.inf
    wide = focus_zone(Project(lens=replace(lens, f_number=Track(1.4))), 0.0)
    assert 4.0 < wide[0] < 5 < wide[1] < 6.0


def test_a_held_layer_lies_on_the_photo_s_own_rays(two):
    """Whatever it leans by, each of its pixels is on the ray of that pixel of the photo."""
    rays = photo_rays(two)
    for lean in (Lean(), Lean(30.0, 0.0), Lean(-20.0, 35.0)):
        layer = replace(two.near_to_far[0], lean=lean, pivot=(100.0, 90.0))
        for spot in ((10.0, 10.0), (160.0, 90.0), (300.0, 170.0)):
            x, y, z, w = world_of(layer, 0.0, rays) @ (*spot, 1.0)
            ray = rays @ (*spot, 1.0)
            np.testing.assert_allclose((x / z, y / z), ray[:2] / ray[2], atol=1e-9)
            assert z / w > 0
        pivot = pivot_of(layer, rays)
        x, y, z, w = world_of(layer, 0.0, rays) @ (100.0, 90.0, 1.0)
        np.testing.assert_allclose((x / w, y / w, z / w), pivot, atol=1e-9)
        assert pivot[2] == layer.distance


def test_the_second_move_scales_moves_and_turns_about_the_frame_s_middle():
    size = (400, 200)
    assert overall_at(Overall(), 0.0, size) is None
    assert overall_at(Overall(scale=Track(1.0)), 0.0, size) is None
    matrix = overall_at(Overall(Track(2.0), Track(0.1), Track(-0.05)), 0.0, size)
    np.testing.assert_allclose((matrix @ (200, 100, 1.0))[:2], (200 + 40, 100 - 20))
    np.testing.assert_allclose((matrix @ (210, 100, 1.0))[:2], (200 + 40 + 20, 100 - 20))
    turned = overall_at(Overall(angle=Track(90.0)), 0.0, size)
    np.testing.assert_allclose((turned @ (210, 100, 1.0))[:2], (200, 110), atol=1e-9)
    swaying = Overall(sway=Sway(0.01, 0.0, 0.7, 4))
    gone = [overall_at(swaying, t, size)[:2, 2] for t in np.linspace(0.1, 20, 80)]
    assert 1 < np.abs(gone).max() <= 2 * 0.01 * 400  # a metre is a frame's width


def test_the_plan_is_the_world_from_above_and_from_the_side():
    points = np.array([(1.0, 2.0, 3.0), (-1.0, 0.0, 10.0)])
    np.testing.assert_allclose(ABOVE.on_plan(points), [(1, -3), (-1, -10)])  # the far is up
    np.testing.assert_allclose(SIDE.on_plan(points), [(3, 2), (10, 0)])
    np.testing.assert_allclose(free_view(0, 90).on_plan(points), ABOVE.on_plan(points), atol=1e-9)
    assert ABOVE.along((0, 0, 1.0), (0.3, -2.0)) == pytest.approx(2.0)
    assert ABOVE.along((0, 1.0, 0), (0.3, -2.0)) == 0  # points at the one who looks
    view = free_view(35, 20)
    np.testing.assert_allclose(view.axes @ view.axes.T, np.eye(2), atol=1e-9)


def test_the_plan_shows_what_the_lens_takes_in_and_where_it_goes(two):
    corners = frustum_of(two, lens_in(two, 0.0), 5.0)
    wide = 5.0 * 36 / two.lens.focal_length
    assert np.ptp(corners[:, 0]) == pytest.approx(wide)
    assert np.ptp(corners[:, 1]) == pytest.approx(wide * H / W)
    turned = moved(two, yaw=90.0, x=2.0)
    np.testing.assert_allclose(frustum_of(turned, lens_in(turned, 0.0), 5.0)[:, 0], 7.0)
    assert path_of(two).shape == (1, 3)
    going = acts.set_start_and_end(two, {"z": (0.0, 1.5)})
    path = path_of(going)
    assert len(path) > 5 and path[-1][2] == pytest.approx(1.5) and (np.diff(path[:, 2]) >= 0).all()
    assert reach_of(two) == pytest.approx(4.0 * 1.5)  # a background far behind is left out
    near = acts.set_distance(two, "background", 9.0)
    assert reach_of(near) == pytest.approx(9.0 * 1.15)


@given(st.floats(1e-3, 1e4))
def test_a_plan_s_lines_are_at_round_distances(metres):
    step = rounded_step(metres)
    lead = step / 10 ** math.floor(math.log10(step) + 1e-9)
    assert min(abs(lead - n) for n in (1, 2, 5, 10)) < 1e-6
    assert 0.98 * metres <= step < 2.6 * metres


def test_the_lens_aims_holds_sizes_and_focuses_as_it_is_told(two):
    near = two.near_to_far[0]
    aimed = staging.aim_at(two, near.id)
    assert aimed.lens.aim == pytest.approx(tuple(pivot_of(near, photo_rays(two))))
    away = moved(aimed, x=1.0, y=-0.5)
    spot = next(p for p in scene_at(away, 0.0) if p.id == near.id).mapping.plane_to_frame(
        np.array([[W / 2, H / 2]])
    )
    np.testing.assert_allclose(spot, [[W / 2, H / 2]], atol=1e-6)  # it stays in the middle
    assert staging.aim_at(aimed, None).lens.aim is None
    held = moved(staging.hold_size(two, near.id), z=1.5)
    wide = [p.mapping.scale_at((W / 2, H / 2)) for p in scene_at(held, 0.0)]
    assert wide[0] == pytest.approx(1.0, rel=1e-6) and wide[1] < 0.75
    assert staging.hold_size(held, None).lens.held_size is None
    focused = staging.set_focus(two, 7.5, 2.8).lens
    assert (focused.focus.base, focused.f_number.base) == (7.5, 2.8)
    assert staging.set_focus(two, 0.0, 900.0).lens.f_number.base == 64
    assert staging.set_sensor_width(two, 500.0).lens.sensor_width == 100


def test_layers_are_spread_evenly_in_parallax(two):
    project = two
    for number in range(3):
        mask = two.near_to_far[0].mask
        project, name = acts.add_layer(project, mask, f"Cut {number}")
        project = acts.set_distance(project, name, 5.0 + number)
    ids = [x.id for x in project.near_to_far]
    even = staging.spread_evenly(project, ids)
    nearness = [1 / x.distance for x in even.near_to_far]
    np.testing.assert_allclose(np.diff(nearness), np.diff(nearness)[0], rtol=1e-9)
    ends = even.near_to_far[0].distance, even.background.distance
    assert ends == pytest.approx((4.0, 20.0))
    # The lens moves sideways: the shifts are then evenly apart.
    shifts = [p.mapping.plane_to_frame(np.array([[W / 2, H / 2]]))[0, 0]
              for p in scene_at(moved(even, x=0.2), 0.0)]  # fmt: skip
    np.testing.assert_allclose(np.diff(shifts), np.diff(shifts)[0], rtol=1e-6)


def test_what_can_t_stand_there_says_so_or_stops_short(two):
    near = two.near_to_far[0].id
    assert acts.set_distance(two, near, 50.0).layer(near).distance < 20.0
    with pytest.raises(WoodcockError, match="can't stand behind the background"):
        acts.type_distance(two, near, 50.0)
    with pytest.raises(WoodcockError, match="stands behind them"):
        acts.type_distance(two, "background", 1.0)
    with pytest.raises(InvalidValue, match="leans by at most"):
        Lean(80.0)
    leant = staging.set_lean(two, near, 400.0, -400.0, True).layer(near).lean
    assert (leant.tilt, leant.swing) == (75.0, -75.0)
    set_free = acts.hold_framing(two, near, False)
    twice = acts.set_distance(set_free, near, 8.0)
    size = next(p for p in scene_at(twice, 0.0) if p.id == near).mapping.scale_at((160, 90))
    assert size == pytest.approx(0.5)  # as far again, half as large
    assert acts.hold_framing(twice, near, True).layer(near).sized_at is None
