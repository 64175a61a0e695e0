"""Drift, bend pins, pendulum, flutter and sway of layers."""

import numpy as np
import pytest
from hypothesis import given, settings
from hypothesis import strategies as st
from msgspec.structs import replace

from conftest import blob, brute_force, build, picture
from woodcock.errors import WoodcockError
from woodcock.media.project_file import load_project, save_project
from woodcock.model import Beat, Drift, Frame, Key, Picture, Sway, Title, Track
from woodcock.pixels.seam import least_seam, wrapping
from woodcock.pixels.store import PixelStore
from woodcock.session import acts, bending, motion
from woodcock.stage import Pinned, bent, scene_at, turn_of, velocity_of
from woodcock.stage.beat import beat_at

W, H = 320, 180


def soft_sky(seed=3):
    """A picture that gets brighter from left to right: its borders do not match."""
    return np.clip(picture(W, H, seed) // 2 + np.linspace(0, 120, W)[:, None], 0, 255).astype(
        np.uint8
    )


def test_a_drifting_clip_that_closes_leads_from_its_last_frame_into_its_first():
    project, studio = build(soft_sky(), [blob(W, H, 160, 120, 30)], Frame(W, H, 12, 3.0))
    for drift in (Drift(90, 0, 0.3, True), Drift(150, 200, 0.3, True)):
        moving = motion.set_drift(project, "background", drift)
        count = moving.frame.count
        frames = [studio.frame(moving, moving.frame.time(n)).astype(float) for n in range(count)]
        steps = [np.abs(frames[n] - frames[(n + 1) % count]).mean() for n in range(count)]
        assert min(steps) > 1  # it moves
        assert steps[-1] <= max(steps[:-1])
        assert sum(brute_force(moving, studio)) == 0  # nowhere does it end
        # Nor does any step at the seam: columns side by side differ as they do in the photo.
        jumps = np.abs(np.diff(frames[3], axis=1)).mean((0, 2))
        assert (
            jumps.max() < 2 * np.abs(np.diff(soft_sky().astype(float), axis=1)).mean((0, 2)).max()
        )


def test_what_drifts_goes_as_fast_as_it_is_told_and_is_rebuilt_all_over():
    project, studio = build(soft_sky(), [blob(W, H, 60, 120, 30)], Frame(W, H, 12, 1.0))
    moving = motion.set_drift(project, "background", Drift(36, 0, 0.2))
    first, later = (studio.frame(moving, t) for t in (0.0, 4 / 12))
    np.testing.assert_array_equal(later[:, 132:], first[:, 120:-12])  # 3 px a frame
    hidden = studio.reveal(moving).layers["background"]
    assert hidden.shown[hidden.hidden].all()
    opposite = motion.set_drift(project, "background", Drift(36, 180, 0.2))
    np.testing.assert_array_equal(
        studio.frame(opposite, 4 / 12)[:, 120:-12], studio.frame(opposite, 0.0)[:, 132:]
    )


def test_a_picture_drifts_too_and_a_title_does_not():
    project, studio = build(np.full((H, W, 3), 90, np.uint8), [])
    cloud = np.dstack([picture(100, 60, 5), blob(100, 60, 50, 30, 25)])
    content = Picture(studio.store.put(cloud), 100, 60, 160.0, 90.0, 2.0)
    project, cloud_id = acts.add_layer(project, content)
    moving = motion.set_drift(project, cloud_id, Drift(48, 0, 0.1))
    a, b = (studio.frame(moving, t).astype(int) for t in (0.0, 0.5))
    # It repeats every 180 pixels, all over the frame, and has gone 24 of them.
    np.testing.assert_allclose(a[:, 20:120], a[:, 200:300], atol=1)
    np.testing.assert_allclose(b[:, 24:], a[:, :-24], atol=1)
    assert np.ptp(a[:, 160]) > 60
    project, title = acts.add_layer(project, Title("Mist", x=160.0, y=90.0))
    with pytest.raises(ValueError, match="can drift"):
        motion.set_drift(project, title, Drift())


@settings(max_examples=60, deadline=None)
@given(st.floats(0, 500), st.floats(-360, 360), st.floats(0.02, 0.5), st.floats(0.5, 20))
def test_a_clip_that_closes_is_a_whole_number_of_turns_long(speed, direction, overlap, seconds):
    drift, frame = Drift(speed, direction, overlap, True), Frame(W, H, 24, seconds)
    turn, velocity = turn_of(drift, (W, H)), velocity_of(drift, (W, H), frame)
    for v, length in zip(velocity, turn, strict=True):
        turns = v * frame.count / frame.rate / length if length else v
        assert turns == pytest.approx(round(turns), abs=1e-6)
    assert any(velocity) == (speed > 1e-9 * max(speed, 1) and any(turn))


def test_a_seam_goes_where_it_costs_least_and_a_turn_meets_itself():
    cost = np.ones((20, 12), np.float32)
    way = [5, 6, 6, 7, 6, 5, 4, 4, 3, 4, 5, 5, 6, 7, 8, 8, 7, 6, 6, 5]
    cost[np.arange(20), way] = 0
    assert least_seam(cost).tolist() == way
    sky = soft_sky().astype(np.float32)
    turn = wrapping(sky, 240)
    assert turn.shape == (H, 240, 3)
    np.testing.assert_allclose(turn[:, 80:], sky[:, 80:240])
    step = np.abs(turn[:, 0] - turn[:, -1]).mean()
    assert step < 1.5 * np.abs(np.diff(sky, axis=1)).mean((0, 2)).max()
    np.testing.assert_allclose(turn[:, 0], sky[:, 240], atol=2)  # goes on from column 239


places = st.lists(
    st.tuples(st.floats(40, 280), st.floats(30, 150)), min_size=1, max_size=7, unique=True
)


@settings(max_examples=80, deadline=None)
@given(places, st.floats(-60, 60), st.floats(-40, 40), st.floats(-170, 170), st.booleans())
def test_pins_moved_as_one_move_the_layer_as_one(at, across, down, degrees, turning):
    """Identity, translation and rotation, as moving least squares must (Schaefer et al. 2006)."""
    before = np.array([complex(*place) for place in at])
    if (
        len(before) > 1
        and np.abs(np.subtract.outer(before, before))[~np.eye(len(before), dtype=bool)].min() < 2
    ):
        return
    everywhere = np.random.default_rng(1).uniform((0, 0), (W, H), (50, 2)) @ (1, 1j)
    shift = across + 1j * down
    free = np.full(len(before), np.nan)
    np.testing.assert_allclose(bent(Pinned(before, before, free, 0.0), everywhere), everywhere)
    moved = bent(Pinned(before, before + shift, free, 0.0), everywhere + shift)
    np.testing.assert_allclose(moved, everywhere, atol=1e-6)
    if len(before) < 2 and not turning:
        return  # one pin alone turns nothing
    turn = np.exp(1j * np.radians(degrees))
    angles = np.full(len(before), np.radians(degrees)) if turning else free
    turned = bent(Pinned(before, before * turn + shift, angles, 0.0), everywhere * turn + shift)
    np.testing.assert_allclose(turned, everywhere, atol=0.1)


def test_far_from_the_pins_nothing_moves_and_near_them_it_is_smooth():
    before = np.array([100 + 90j, 120 + 60j])
    pins = Pinned(before, before + np.array([12 - 5j, 0]), np.array([np.nan, np.nan]), 70.0)
    x, y = np.meshgrid(np.arange(W), np.arange(H))
    grid = x + 1j * y
    there = bent(pins, grid)
    far = np.min([np.abs(grid - p) for p in (*pins.before, *pins.after)], 0) > 70
    np.testing.assert_array_equal(there[far], grid[far])
    assert abs(bent(pins, pins.after) - pins.before).max() < 1e-3
    gone = there - grid
    assert np.abs(np.diff(gone, axis=1)).max() < 0.9  # never folds over itself


def test_a_bent_layer_in_the_frame():
    project, studio = build(picture(), [blob(W, H, 160, 90, 40)])
    near = project.near_to_far[0].id
    last = project.frame.last
    plain = studio.frame(project, 0.0)
    for place in ((150.0, 90.0), (180.0, 100.0)):
        project = bending.add_pin(project, near, place)
    np.testing.assert_array_equal(studio.frame(project, 0.0), plain)  # pins that hold
    project = bending.set_reach(project, near, 0.0)
    for number in (1, 2):
        project = bending.move_pin(project, near, number, last, (9.0, -4.0))
    np.testing.assert_array_equal(studio.frame(project, 0.0), plain)
    moved = studio.frame(project, last)
    inside = np.s_[70:110, 140:180]
    np.testing.assert_allclose(
        moved[66:106, 149:189].astype(int), plain[inside].astype(int), atol=1
    )
    # Turned as a whole about a far pin, it is all there: as the layer turned by its pose.
    about = replace(project.layer(near), bend=None, pivot=(20.0, 90.0))
    posed = acts.set_pose_key(project.with_layer(about), near, "angle", last, 40.0)
    alone = bending.add_pin(project.with_layer(replace(about, bend=None)), near, (20.0, 90.0))
    pinned = bending.turn_pin(bending.set_reach(alone, near, 0.0), near, 1, last, 40.0)
    a, b = (studio.frame(p, last).astype(int) for p in (posed, pinned))
    assert np.abs(a - b).mean() < 1 and np.abs(a - plain).mean() > 3
    assert project.layer(near).bend.pins[0].x.keys[0].value == 0.0  # the start stays as it was
    turned = bending.turn_pin(project, near, 1, last, 30.0)
    assert np.abs(studio.frame(turned, last).astype(int) - moved).max() > 20
    with pytest.raises(WoodcockError, match="can't drift"):
        motion.set_drift(project, near, Drift())
    with pytest.raises(WoodcockError, match="can't be bent"):
        bending.add_pin(motion.set_drift(project, "background", Drift()), "background", (1.0, 1.0))
    gone = bending.delete_pin(bending.delete_pin(project, near, 2), near, 1)
    assert gone.layer(near).bend is None
    project, title = acts.add_layer(project, Title("A", x=9.0, y=9.0))
    with pytest.raises(WoodcockError, match="can be bent"):
        bending.add_pin(project, title, (1.0, 1.0))


def test_a_picture_is_bent_too():
    project, studio = build(np.full((H, W, 3), 90, np.uint8), [])
    content = Picture(studio.store.put(picture(100, 60, 5)), 100, 60, 160.0, 90.0, 1.0)
    project, name = acts.add_layer(project, content)
    project = bending.set_reach(bending.add_pin(project, name, (160.0, 90.0)), name, 0.0)
    project = bending.move_pin(project, name, 1, project.frame.last, (30.0, 12.0))
    before, after = (studio.frame(project, t).astype(int) for t in (0.0, project.frame.last))
    np.testing.assert_allclose(after[72:132, 140:240], before[60:120, 110:210], atol=1)
    assert (after[60:70] == 90).all()


def test_a_bent_background_that_leaves_the_frame_is_a_gap():
    project, studio = build(picture(160, 90), [], Frame(160, 90, 12, 0.5))
    project = bending.set_reach(
        bending.add_pin(project, "background", (80.0, 45.0)), "background", 0
    )
    project = bending.move_pin(project, "background", 1, project.frame.last, (12.0, 0.0))
    counts = brute_force(project, studio)
    (gap,) = studio.gaps(project).gaps
    assert gap.pixels == max(counts) > 90 * 10 and counts[0] == 0


@given(st.floats(0.1, 8), st.floats(0, 60))
def test_a_pendulum_swings_as_a_sine_and_wings_never_beat_past_their_amount(rate, time):
    degrees, away = beat_at(Beat("pendulum", 12.0, rate), time)
    assert degrees == pytest.approx(12 * np.sin(2 * np.pi * rate * time), abs=1e-6) and away == 0
    flutter = Beat("flutter", 50.0, rate, 4)
    assert beat_at(flutter, 0.0) == (0.0, 0.0)
    assert -1e-9 <= beat_at(flutter, time)[1] <= 50.0 * 1.45
    assert beat_at(flutter, time) == beat_at(flutter, time)


def test_layers_sway_less_the_farther_they_are_and_swing_about_their_pivot():
    project, _ = build(picture(), [blob(W, H, 160, 90, 40)])
    near = project.near_to_far[0]
    for layer in project.layers:
        project = motion.set_sway(project, layer.id, 0.04, 0.0, 1.0)
    shifts = {}
    for time in np.linspace(0, project.frame.last, 12):
        for placed in scene_at(project, float(time)):
            x, _, w = placed.mapping.homography @ (160, 90, 1.0)
            shifts.setdefault(placed.layer.distance, []).append(abs(x / w - 160))
    (z1, a), (z2, b) = sorted((z, max(s)) for z, s in shifts.items())
    assert a / b == pytest.approx(z2 / z1, rel=1e-6)
    swung = project.with_layer(
        replace(near, pivot=(100.0, 40.0), beat=Beat("pendulum", 30.0, 0.25))
    )
    placed = next(s for s in scene_at(swung, 1 - 1e-9) if s.layer.id == near.id)
    for spot, wanted in (((100, 40), (100, 40)), ((110, 40), (108.66, 45.0))):
        u, v, w = placed.mapping.homography @ (*spot, 1.0)
        assert (u / w, v / w) == pytest.approx(wanted, abs=0.01)


def test_all_of_it_is_saved_and_read_again(tmp_path):
    project, studio = build(picture(), [blob(W, H, 160, 90, 40)])
    near = project.near_to_far[0].id
    project = bending.turn_pin(bending.add_pin(project, near, (150.0, 90.0)), near, 1, 0.5, 10.0)
    project = motion.set_drift(project, "background", Drift(20, 30, 0.2, True))
    project = motion.set_beat(project, near, Beat("flutter", 20.0, 2.0, 7))
    project = motion.set_sway(project, "overall", 0.01, 0.2)
    smooth = Track(0.0, (Key(0.0, 1.0), Key(0.5, 2.0)), "loop", True)
    project = replace(project, lens=replace(project.lens, x=smooth, sway=Sway(0.02, 0.1, 0.7, 3)))
    save_project(tmp_path / "all.woodcock", project, studio.store)
    assert load_project(tmp_path / "all.woodcock", PixelStore()) == project
