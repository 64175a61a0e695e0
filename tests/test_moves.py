"""Moves against closed forms, safe travel against every frame, framing against the lens."""

import math

import numpy as np
import pytest
from hypothesis import given, settings
from hypothesis import strategies as st
from msgspec.structs import replace

from conftest import blob, brute_force, build, picture
from woodcock.model import (
    EASINGS,
    LENS,
    OVERALL,
    Card,
    Depth,
    Frame,
    Overall,
    Relief,
    Track,
    tracks_of,
)
from woodcock.render import render_frame
from woodcock.session import acts, extent, poses
from woodcock.session.choosing import amount_for, knows
from woodcock.session.framing import Framing, framing_at, set_framing
from woodcock.session.safe_travel import CLOSE, COARSE, extension_for, safe_travel
from woodcock.session.speed import find_speeds
from woodcock.session.used_move import used_amount, with_amount
from woodcock.stage import READY_MOVES, apply_move, scene_at, value_at

W, H = 320, 180
F = 35 / 36 * W
SPOTS = [(40.0, 30.0), (160.0, 90.0), (250.0, 150.0)]


@pytest.fixture(scope="module")
def staged():
    project, studio = build(picture(), [blob(W, H, 110, 110, 45), blob(W, H, 190, 80, 40, 6.0)])
    for layer, metres in zip(project.near_to_far, (2.0, 5.0, 12.5), strict=True):
        project = acts.set_distance(project, layer.id, metres)
    return project, studio


@pytest.mark.parametrize("move", sorted(READY_MOVES))
def test_a_hidden_layer_and_one_on_the_glass_count_for_no_move(staged, move):
    """Nor for its strength, nor for what the lens does."""
    project, _ = staged
    plain = apply_move(project, move, 8)
    for change in ({"visible": False}, {"glass": True}):
        more, name = acts.add_layer(project, Card(width=50, height=50))
        extra = replace(more.layer(name), distance=0.5, **change)
        moved = apply_move(replace(project, layers=(*project.layers, extra)), move, 8)
        assert replace(moved.lens, sway=plain.lens.sway) == plain.lens
        assert moved.lens.sway == plain.lens.sway
        assert [x.pose for x in moved.layers[:-1]] == [x.pose for x in plain.layers]
        assert amount_of(moved, move) == amount_of(plain, move)


@pytest.mark.parametrize("move", sorted(READY_MOVES))
def test_the_amount_in_use_is_told_and_another_keeps_keys_and_easing(staged, move):
    project, _ = staged
    moved = apply_move(project, move, 3.55)
    assert used_amount(moved, move) == pytest.approx(3.55, rel=1e-3)
    assert used_amount(project, move) is None
    others = {"slide": "rise"}
    assert used_amount(moved, others.get(move, "slide")) is None
    lens = [LENS, *(x.id for x in moved.carriers), *(x.id for x in moved.layers)]
    edited = poses.pose_put_in(moved, lens, 0.3)
    edited = acts.set_easing(edited, EASINGS["Overshoot"])
    assert used_amount(edited, move) == pytest.approx(3.55, rel=1e-3)
    more = with_amount(edited, move, 7.1)
    assert used_amount(more, move) == pytest.approx(7.1, rel=1e-3)
    before, after = (
        [(k.time, k.easing) for o in lens for t in tracks_of(p, o).values() for k in t.keys]
        for p in (edited, more)
    )
    assert before == after
    fresh = with_amount(project, move, 7.1)
    assert fresh == apply_move(project, move, 7.1)


def amount_of(project, move):
    return amount_for(project, move) if knows(move) else None


def seen(project, time):
    """{distance: [(x, y) of each spot]} in the frame at a time."""
    out = {}
    for placed in scene_at(project, time):
        places = [placed.mapping.homography @ (*spot, 1.0) for spot in SPOTS]
        out[placed.layer.distance] = [(u / w, v / w) for u, v, w in places]
    return out


def against(project, camera):
    """All frames against a pinhole: `camera(time)` gives place, turn (3x3) and focal pixels."""
    for index in range(project.frame.count):
        time = project.frame.time(index)
        place, turn, focal = camera(time)
        for distance, spots in seen(project, time).items():
            for (x, y), found in zip(SPOTS, spots, strict=True):
                point = np.array([(x - W / 2) / F, (y - H / 2) / F, 1.0]) * distance
                u, v, w = turn.T @ (point - place)
                wanted = W / 2 + focal * u / w, H / 2 + focal * v / w
                np.testing.assert_allclose(found, wanted, atol=0.05)


def about_y(degrees):
    a = math.radians(degrees)
    return np.array([[math.cos(a), 0, math.sin(a)], [0, 1, 0], [-math.sin(a), 0, math.cos(a)]])


def test_pan_dolly_orbit_and_dolly_zoom_are_those_of_a_pinhole(staged):
    """By the definition of perspective projection; no part of the program's own camera is used."""
    project, _ = staged
    still, last = np.eye(3), project.frame.last
    pan = acts.set_start_and_end(project, {"yaw": (-4.0, 6.0)})
    against(pan, lambda t: (np.zeros(3), about_y(value_at(pan.lens.yaw, t)), F))
    dolly = apply_move(project, "push-in", 30)
    against(dolly, lambda t: (np.array([0, 0, value_at(dolly.lens.z, t)]), still, F))
    subject = project.near_to_far[1]
    orbit = apply_move(project, "orbit", 10, subject=subject.id)
    turns = orbit.carrier("orbit").yaw
    assert (turns.keys[0].value, turns.keys[-1].value) == (-5, 5)

    def round_it(time):
        turn = about_y(value_at(turns, time))
        centre = np.array([0, 0, subject.distance])
        return centre - turn @ centre, turn, F

    against(orbit, round_it)
    zoom = apply_move(project, "dolly-zoom", 25, subject=subject.id)

    def follow(time):
        gone = value_at(zoom.lens.z, time)
        return np.array([0, 0, gone]), still, F * (subject.distance - gone) / subject.distance

    against(zoom, follow)
    np.testing.assert_allclose(seen(zoom, last)[5.0], SPOTS, atol=1e-6)  # the subject stays
    assert np.abs(np.subtract(seen(zoom, last)[12.5], SPOTS)).max() > 5


def test_near_things_move_as_much_more_as_they_are_nearer(staged):
    project, _ = staged
    slide = apply_move(project, "slide", 10)
    start, end = (seen(slide, t) for t in (0.0, slide.frame.last))
    shift = {z: end[z][0][0] - start[z][0][0] for z in (2.0, 5.0, 12.5)}
    assert shift[2.0] / shift[5.0] == pytest.approx(5.0 / 2.0)
    assert shift[2.0] / shift[12.5] == pytest.approx(12.5 / 2.0)


@pytest.mark.parametrize("move", sorted(READY_MOVES))
def test_a_ready_move_is_ordinary_keys_and_is_taken_away_again(move, staged):
    project, studio = staged
    moved = apply_move(project, move, READY_MOVES[move].usual)
    frames = [studio.frame(moved, t) for t in (0.0, 0.5, moved.frame.last)]
    assert max(int(np.ptp([frame[k] for frame in frames])) for k in (20, 90)) > 10
    again = apply_move(moved, "push-in", 10)
    plain = apply_move(project, "push-in", 10)
    assert replace(again.lens, sway=None) == plain.lens and again.carriers == plain.carriers
    assert [x.pose for x in again.layers] == [x.pose for x in plain.layers]
    still = acts.still(moved)
    assert (still.lens, still.carriers) == (project.lens, project.carriers)


@settings(max_examples=14, deadline=None)
@given(st.sampled_from(sorted(READY_MOVES)), st.floats(1.0, 1.3), st.integers(0, 99))
def test_at_the_safe_limit_there_is_no_gap_and_just_beyond_there_is(move, zoom, seed):
    rng = np.random.default_rng(seed)
    masks = [blob(160, 90, *rng.uniform((20, 20), (140, 70)), rng.uniform(10, 30))]
    project, studio = build(picture(160, 90), masks, Frame(160, 90, 12, 0.75))
    project = acts.place_photo(project, replace(project.placement, zoom=zoom))
    for layer, metres in zip(project.near_to_far, sorted(rng.uniform(1, 20, 2)), strict=True):
        project = acts.set_distance(project, layer.id, metres)
    travel = safe_travel(project, move, studio.atlas(project), studio.store)
    limit, edge = travel
    if math.isinf(limit.amount):
        assert sum(brute_force(apply_move(project, move, READY_MOVES[move].most), studio)) == 0
        return
    assert limit.why == "gap" and limit.layer == "background"
    beyond = max(limit.amount * 1.02, 1e-3 * CLOSE)
    assert sum(brute_force(apply_move(project, move, limit.amount), studio)) == 0
    assert sum(brute_force(apply_move(project, move, beyond), studio)) > 0
    assert edge.amount >= 0


def test_a_limit_that_must_be_told_soon_is_safe_all_the_same(staged):
    project, studio = staged
    atlas = studio.atlas(project)
    exact, soon = (
        safe_travel(project, "slide", atlas, studio.store, seconds=x)[0].amount
        for x in (np.inf, 0.0)
    )
    assert exact / COARSE <= soon <= exact * CLOSE
    assert not studio.gaps(apply_move(project, "slide", soon)).gaps


def test_extending_what_limits_a_move_lets_it_go_on(staged):
    project, studio = staged
    atlas = studio.atlas(project)
    limit, _ = safe_travel(project, "slide", atlas, studio.store)
    amount = limit.amount + 5
    growths = extension_for(project, "slide", amount, atlas, studio.store)
    assert "background" in growths
    grown = apply_move(extent.grow_layers(project, growths), "slide", amount)
    assert sum(brute_force(grown, studio)) == 0


def test_a_relief_that_would_tear_limits_the_travel(staged):
    project, studio = staged
    hill = np.zeros((H, W), np.uint16)
    hill[:, 95:125] = np.linspace(0, 60000, 30).astype(np.uint16)
    hill[:, 125:] = 60000
    project = replace(project, depth=Depth(studio.store.put(hill), 2.0, 50.0))
    near = project.near_to_far[0]
    thick = replace(near, relief=Relief(thickness=1.5, cut=1.0))
    project = project.with_layer(thick)
    project = extent.grow_layers(
        project, {x.id: replace(x.growth, left=200.0, right=200.0) for x in project.layers}
    )
    limit, _ = safe_travel(project, "slide", studio.atlas(project), studio.store)
    assert limit.why == "relief" and limit.layer == near.id
    far = find_speeds(apply_move(project, "slide", limit.amount * 1.1), studio.store)
    assert far.stretched(near.id)
    assert not find_speeds(apply_move(project, "slide", limit.amount), studio.store).stretched(
        near.id
    )


@settings(max_examples=25, deadline=None)
@given(st.floats(60, 260), st.floats(40, 140), st.floats(0.3, 1.5),
       st.sampled_from([LENS, OVERALL, ""]), st.booleans())  # fmt: skip
def test_framing_shows_just_that(x, y, share, owner, at_end):
    project, _ = build(picture(), [blob(W, H, 110, 110, 45)])
    layer = project.near_to_far[0]
    project = project.with_layer(replace(layer, pivot=(30.0, 50.0)))
    owner = owner or layer.id
    time = project.frame.last if at_end else 0.0
    wanted = Framing(x, y, share)
    framed = set_framing(project, owner, time, wanted, layer.distance)
    assert framing_at(framed, owner, time, layer.distance) == pytest.approx(wanted)
    placed = next(s for s in scene_at(framed, time) if s.layer.id == layer.id)
    for sx, sy in ((-1, -1), (1, -1), (1, 1), (0, 0)):
        place = x + sx * share * W / 2, y + sy * share * H / 2, 1.0
        u, v, w = placed.mapping.homography @ place
        assert (u / w, v / w) == pytest.approx((W / 2 * (1 + sx), H / 2 * (1 + sy)), abs=1e-6)
    other = 0.0 if at_end else project.frame.last
    rest = framing_at(framed, owner, other, layer.distance)
    assert rest == pytest.approx(Framing(W / 2, H / 2, 1.0))


def test_the_whole_clip_moves_as_one_picture(staged):
    """Against the untouched frame moved by whole pixels, and scaled about its middle."""
    project, studio = staged
    moved = replace(project, overall=Overall(x=Track(32 / W), y=Track(-9 / W)))
    plain, shifted = (studio.frame(p, 0.0) for p in (project, moved))
    np.testing.assert_array_equal(shifted[:-9, 32:], plain[9:, :-32])
    assert not shifted[:, :31].any()
    assert studio.gaps(moved).gaps  # its rim is a gap like any other
    scaled = replace(project, overall=Overall(scale=Track(2.0), angle=Track(90.0)))
    for placed, before in zip(scene_at(scaled, 0.0), scene_at(project, 0.0), strict=True):
        u, v, w = (
            placed.mapping.homography
            @ np.linalg.inv(before.mapping.homography)
            @ (W / 2 + 10, H / 2, 1.0)
        )
        assert (u / w, v / w) == pytest.approx((W / 2, H / 2 + 20))
    at_rest = poses.set_pose(project, "overall", project.frame.last, {"scale": 1.2})
    atlas = studio.atlas(project)
    np.testing.assert_array_equal(render_frame(at_rest, atlas, 0.0), plain)


def test_speeds_are_pixels_a_frame(staged):
    project, studio = staged
    slide = acts.set_easing(apply_move(project, "slide", 24), acts.Easing())
    report = find_speeds(slide, studio.store)
    near = project.near_to_far[0].id
    even = 0.24 * W / (project.frame.count - 1)
    np.testing.assert_allclose(report.layers[near].speed[1:], even, rtol=1e-6)
    assert report.limit == pytest.approx(W / 168)  # 7 s across the frame at 24 a second
    assert report.strobing(near) and not report.strobing("background")
