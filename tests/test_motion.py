"""Easings beyond curves, loops, sway, and one layer's motion for others."""

import numpy as np
import pytest
from hypothesis import given, settings
from hypothesis import strategies as st
from msgspec.structs import replace

from conftest import blob, build, picture
from driver import Driver
from woodcock.errors import WoodcockError
from woodcock.model import EASINGS, LENS, LINEAR, Easing, Key, Sway, Track
from woodcock.session import acts, arranging, motion
from woodcock.stage import ease, scene_at, value_at
from woodcock.stage.sway import sway_at


@pytest.mark.parametrize("name", EASINGS)
def test_every_easing_starts_at_its_start_and_ends_at_its_end(name):
    assert ease(EASINGS[name], 0.0) == 0.0
    assert ease(EASINGS[name], 1.0) == 1.0
    values = np.array([ease(EASINGS[name], p) for p in np.linspace(0, 0.9999, 2000)])
    if name == "Hold":
        assert not values.any()
    else:
        assert np.abs(np.diff(values)).max() < 0.01 and values[-1] == pytest.approx(1, abs=2e-3)
    if name in ("Overshoot", "Spring"):
        assert values.max() > 1.05
    with pytest.raises(ValueError, match="one of"):
        Easing(kind="bounce")


@given(st.floats(0, 40))
def test_a_loop_starts_again_and_ping_pong_runs_back(time):
    keys = Key(1.0, 0.0, LINEAR), Key(3.0, 10.0, LINEAR)
    gone = max(time - 1, 0)
    assert value_at(Track(0.0, keys), time) == pytest.approx(min(gone, 2) * 5)
    turn = gone % 2 if gone > 2 else gone
    assert value_at(Track(0.0, keys, "loop"), time) == pytest.approx(turn * 5, abs=1e-6)
    there = gone % 4
    back = min(there, 4 - there)
    assert value_at(Track(0.0, keys, "ping-pong"), time) == pytest.approx(back * 5, abs=1e-6)


@settings(max_examples=6, deadline=None)
@given(st.integers(0, 10**6), st.floats(1, 4))
def test_sway_is_the_same_every_time_small_smooth_and_starts_at_rest(seed, rate):
    sway = Sway(0.02, 0.5, rate, seed)
    assert not any(sway_at(sway, 0.0).values())
    times = np.arange(0, 8, 1 / 60)
    x = np.array([sway_at(sway, t)["x"] for t in times])
    assert np.array_equal(x, [sway_at(sway, t)["x"] for t in times])
    assert np.abs(x).max() < 2.6 * 0.02 and x.std() > 0.002
    # No jump between frames: less than what its quickest part, four turns a unit, could move.
    assert np.abs(np.diff(x)).max() < 0.02 * 12 * rate / 60 + 1e-9
    other = np.array([sway_at(replace(sway, seed=seed + 1), t)["x"] for t in times])
    assert np.abs(x - other).max() > 0.002


def test_sway_moves_near_things_more():
    project, _ = build(picture(), [blob(320, 180, 100, 90, 40)])
    near, far = project.near_to_far
    project = motion.set_sway(project, LENS, 0.05, 0.0, 1.0)
    shifts = {near.id: 0.0, far.id: 0.0}
    for time in np.linspace(0, project.frame.last, 12):
        for placed in scene_at(project, float(time)):
            x, _, w = placed.mapping.homography @ (160, 90, 1.0)
            shifts[placed.layer.id] = max(shifts[placed.layer.id], abs(x / w - 160))
    assert shifts[near.id] / shifts[far.id] == pytest.approx(far.distance / near.distance, rel=0.1)
    assert motion.set_sway(project, LENS, 0.0, 0.0, 1.0).lens.sway is None


@settings(max_examples=20, deadline=None)
@given(st.floats(-0.4, 0.4), st.floats(-1, 1), st.floats(6, 30))
def test_motion_by_distance_is_what_a_lens_that_moves_would_show(ahead, aside, distance):
    """A near layer's motion that equals a travel of the lens, taken on by a farther one.

    Closed form: after a travel of dz ahead and dx aside, what is at z is larger by z / (z - dz).
    """
    project, _ = build(picture(), [blob(320, 180, 100, 90, 40), blob(320, 180, 200, 90, 30)])
    near, far = project.near_to_far[:2]
    project = acts.set_distance(project, far.id, distance)
    near = project.layer(near.id)
    last = project.frame.last
    project = acts.set_pose_key(project, near.id, "scale", 0.0, 1.0)
    project = acts.set_pose_key(project, near.id, "x", 0.0, 0.0)
    grown = near.distance / (near.distance - ahead)
    project = acts.set_pose_key(project, near.id, "scale", last, grown)
    project = acts.set_pose_key(project, near.id, "x", last, aside)
    copied = motion.copy_motion(project, near.id, [far.id], 1.0, True).layer(far.id)
    assert value_at(copied.pose.scale, last) == pytest.approx(distance / (distance - ahead))
    assert value_at(copied.pose.x, last) == pytest.approx(aside)
    other = motion.copy_motion(project, near.id, [far.id], -0.5).layer(far.id)
    assert value_at(other.pose.scale, last) == pytest.approx(grown**-0.5)
    assert value_at(other.pose.x, last) == pytest.approx(-0.5 * aside)
    with pytest.raises(WoodcockError, match="locked"):
        motion.copy_motion(arranging.lock(project, far.id, True), near.id, [far.id])


def test_motion_in_the_window():
    drive = Driver.with_small_demo("Move", "Posts")
    try:
        state, panel = drive.state, drive.window.panels["Move"]
        state.seek(state.project.frame.last)
        drive.settle()
        drive.turn("layer")
        motions = panel.layer.motion
        drive.type(panel.layer.pose["scale"], "120%")
        drive.choose(motions.after, "Runs back")
        assert state.layer.pose.scale.afterwards == "ping-pong"
        boat = next(x for x in state.project.layers if x.name == "Dinghy")
        state.select(boat.id)
        drive.settle()
        drive.choose(motions.source, "Posts")
        drive.press(motions.copy)
        wanted = 10 / (10 - 3 * (1 - 1 / 1.2))
        assert value_at(state.layer.pose.scale, state.time) == pytest.approx(wanted, rel=1e-3)
        drive.turn("poses")
        drive.type(panel.poses.metres, "3 cm")
        assert state.project.lens.sway.metres == pytest.approx(0.03)
        drive.type(panel.poses.metres, "0")
        assert state.project.lens.sway is None and not drive.problems
    finally:
        drive.close()
