"""Keys moved, stretched, copied; poses put in, held, swapped, run backwards; smooth paths."""

import numpy as np
import pytest
from hypothesis import given, settings
from hypothesis import strategies as st
from msgspec.structs import replace

import woodcock
from conftest import blob, build, picture
from everything import everything
from woodcock.errors import WoodcockError
from woodcock.model import (
    EASINGS,
    LENS,
    LINEAR,
    OVERALL,
    Easing,
    Frame,
    Key,
    Pin,
    Track,
    owners_of,
    tracks_of,
    with_tracks,
)
from woodcock.pixels.store import PixelStore
from woodcock.session import arranging, bending, finishing, lights, pegs, poses
from woodcock.session.studio import Studio
from woodcock.stage import value_at
from woodcock.stage.curves import split_easing

FRAME = Frame(160, 90, 12, 5.0)


def keyed(tracks):
    """A project whose lens has tracks of {name: [(frame, value)...]}."""
    project, _ = build(picture(160, 90), [blob(160, 90, 80, 45, 20)], FRAME)
    made = {
        name: Track(0.0, tuple(Key(at / 12, value) for at, value in sorted(keys)))
        for name, keys in tracks.items()
    }
    return with_tracks(project, LENS, made)


several = st.dictionaries(
    st.sampled_from(["x", "y", "z", "yaw"]),
    st.lists(st.tuples(st.integers(0, 59), st.floats(-5, 5)), min_size=1, max_size=9,
             unique_by=lambda key: key[0]),
    min_size=1,
)  # fmt: skip


@settings(max_examples=40, deadline=None)
@given(several, st.floats(-6, 6), st.floats(0, 3), st.integers(0, 59), st.data())
def test_retimed_keys_keep_their_order_their_values_and_stay_on_frames(
    tracks, by, factor, about, data
):
    project = keyed(tracks)
    every = sorted(pegs.pegs_of(project, LENS))
    chosen = frozenset(data.draw(st.lists(st.sampled_from(every), min_size=1, unique=True)))
    for after, now in (
        pegs.moved(project, chosen, by),
        pegs.stretched(project, chosen, about / 12, factor),
    ):
        assert len(now) == len(chosen)
        for name in tracks:
            old = [pegs.key_at(project, p).value for p in sorted(chosen) if p.name == name]
            new = [pegs.key_at(after, p).value for p in sorted(now) if p.name == name]
            assert old == new  # none lost, none passed another
        for peg in now:
            assert peg.time * 12 == pytest.approx(round(peg.time * 12))
            assert 0 <= peg.time <= FRAME.last + 1e-9
    inside = max(-min(p.time for p in chosen), min(by, FRAME.last - max(p.time for p in chosen)))
    frames = round(inside * 12) / 12
    there, now = pegs.moved(project, frozenset(every), frames)
    if len(now) == len(every) and now == {p._replace(time=p.time + frames) for p in every}:
        back, _ = pegs.moved(there, now, -frames)
        for name in tracks:
            a, b = (tracks_of(p, LENS)[name] for p in (project, back))
            np.testing.assert_allclose([k.time for k in a.keys], [k.time for k in b.keys])


def test_a_pose_stays_together_and_stretching_is_about_the_other_end():
    project = keyed({"x": [(0, 0.0), (24, 1.0)], "z": [(0, 0.0), (24, 2.0), (40, 3.0)]})
    one = pegs.Peg(LENS, "x", 2.0)
    pose = pegs.joined(project, [one])
    assert {peg.name for peg in pose} == {"x", "z"}
    _, now = pegs.moved(project, pose, 0.5)
    assert {peg.time for peg in now} == {2.5}
    alone, _ = pegs.moved(project, {one}, 0.5)  # split on purpose
    assert [k.time for k in alone.lens.z.keys][1] == 2.0
    _, now = pegs.stretched(project, pegs.joined(project, pegs.all_pegs(project)), 0.0, 1.2)
    assert sorted({round(peg.time * 12) for peg in now}) == [0, 29, 48]
    eased = pegs.eased(project, pose, EASINGS["Spring"])
    assert eased.lens.x.keys[1].easing == eased.lens.z.keys[1].easing == EASINGS["Spring"]
    gone = pegs.deleted(project, pegs.joined(project, pegs.all_pegs(project)))
    assert gone.lens.x == Track(1.0) and gone.lens.z == Track(3.0)  # what stood last stays


def test_copied_keys_go_to_other_owners_and_locked_layers_refuse():
    project = keyed({"x": [(0, 0.0), (24, 1.0)], "y": [(12, 0.5)]})
    cuttings = pegs.copied(project, frozenset(pegs.all_pegs(project)))
    layer = project.near_to_far[0].id
    pasted, now = pegs.pasted(project, cuttings, 1.0, layer)
    pose = pasted.layer(layer).pose
    # A track without keys keeps what the start shows.
    assert [(k.time, k.value) for k in pose.x.keys] == [(0.0, 0.0), (1.0, 0.0), (3.0, 1.0)]
    assert [(k.time, k.value) for k in pose.y.keys] == [(0.0, 0.0), (2.0, 0.5)] and len(now) == 3
    late, now = pegs.pasted(project, cuttings, 3.5)  # what would lie past the end stays out
    assert len(now) == 2 and late.lens.x.keys[-1].time == pytest.approx(3.5)
    with pytest.raises(WoodcockError, match="None of the copied keys"):
        pegs.pasted(project, pegs.copied(project, {pegs.Peg(LENS, "y", 1.0)}), 9.0)
    with pytest.raises(WoodcockError, match="locked"):
        pegs.pasted(arranging.lock(project, layer, True), cuttings, 0.0, layer)
    assert pegs.neighbour(project, [LENS], 1.0, True) == 2.0
    assert pegs.neighbour(project, [LENS], 1.0, False) == 0.0
    assert pegs.neighbour(project, [layer], 1.0, False) is None
    assert pegs.snapped(1.02, [0.0, 1.0], 0.05) == 1.0 and pegs.snapped(1.2, [1.0], 0.05) == 1.2


def test_every_track_is_found_and_put_back_by_its_owner():
    project = keyed({"x": [(0, 1.0)]})
    layer = project.near_to_far[0].id
    project = bending.add_pin(project, layer, (80.0, 45.0))
    for owner in owners_of(project):
        tracks = tracks_of(project, owner)
        other = {
            name: Track(track.base * (1 - n / 1000) or n / 1000)  # within the limits of each
            for n, (name, track) in enumerate(tracks.items(), 1)
        }
        assert tracks_of(with_tracks(project, owner, other), owner) == other
        assert with_tracks(project, owner, tracks) == project
    assert set(tracks_of(project, OVERALL)) == {"scale", "x", "y", "angle"}
    assert "pin 1 turn" in tracks_of(project, layer)
    assert project.layer(layer).bend.pins == (Pin((80.0, 45.0)),)


# Handles that do not cross: others need more than a cubic-bezier once they are divided.
curve = st.builds(Easing, st.floats(0.01, 0.5), st.floats(0.05, 0.95), st.floats(0.5, 0.99),
                  st.floats(0.05, 0.95))  # fmt: skip


@settings(max_examples=60, deadline=None)
@given(curve, st.integers(1, 58), st.floats(-3, 3), st.floats(-3, 3))
def test_a_pose_put_in_changes_nothing_and_reversing_twice_neither(easing, at, start, end):
    project = keyed({})
    track = Track(0.0, (Key(0.0, start, easing), Key(FRAME.last, end, easing)))
    project = with_tracks(project, LENS, {"x": track})
    more = poses.pose_put_in(project, [LENS], at / 12)
    assert len(more.lens.x.keys) == 3
    times = np.linspace(0, FRAME.last, 40)
    before = [value_at(track, t) for t in times]
    np.testing.assert_allclose([value_at(more.lens.x, t) for t in times], before, atol=2e-5)
    back = poses.reversed_in_time(more, [LENS])
    values = [value_at(back.lens.x, FRAME.last - t) for t in times]
    np.testing.assert_allclose(values, before, atol=2e-5)
    swapped = poses.swapped(project, [LENS]).lens.x
    assert [k.value for k in swapped.keys] == [end, start]
    assert split_easing(EASINGS["Hold"], 0.5) == (EASINGS["Hold"],) * 2


def test_a_held_pose_stands_still_and_the_rest_makes_room():
    project = keyed({"x": [(0, 0.0), (30, 1.0), (59, 2.0)]})
    held = poses.pose_held(project, [LENS], 30 / 12, 1.0).lens.x
    assert value_at(held, 30 / 12) == value_at(held, 3.2) == value_at(held, 3.5) == 1.0
    assert value_at(held, FRAME.last) == 2.0
    mirrored = poses.mirrored(project, [LENS]).lens.x
    assert [k.value for k in mirrored.keys] == [0.0, -1.0, -2.0]
    one_end = poses.set_pose(keyed({}), LENS, 0.0, {"z": 0.5}).lens.z
    assert [(k.time, k.value) for k in one_end.keys] == [(0.0, 0.5), (FRAME.last, 0.0)]


def test_a_smooth_path_goes_through_its_poses_without_a_corner():
    keys = [(0, 0.0), (20, 1.0), (30, -1.0), (50, 2.0)]
    project = keyed({"x": keys})
    eased = poses.evened(project, [LENS])
    track = replace(eased.lens.x.eased(LINEAR), smooth=True)
    for at, value in keys:
        assert value_at(track, at / 12) == pytest.approx(value)
    for at, _ in keys[1:-1]:  # as fast before a pose as after it, which a straight track is not
        left, right = ((value_at(track, at / 12 + d) - value_at(track, at / 12 - 1e-5 + d)) / 1e-5
                       for d in (0.0, 1e-5))  # fmt: skip
        assert left == pytest.approx(right, abs=1e-2)
    even = Track(0.0, tuple(Key(float(n), v, LINEAR) for n, v in enumerate((3.0, 1.0, 4.0, 2.0))),
                 smooth=True)  # fmt: skip
    # Catmull and Rom 1974: halfway between two of four even points.
    assert value_at(even, 1.5) == pytest.approx((-3.0 + 9 * 1.0 + 9 * 4.0 - 2.0) / 16)
    held = Track(0.0, (Key(0.0, 1.0), Key(1.0, 1.0), Key(2.0, 5.0)), smooth=True)
    assert value_at(held, 0.5) == 1.0  # what is held does not swing


@pytest.fixture(scope="module")
def whole():
    """A project with one of everything, blurred and shadowed too."""
    store = PixelStore()
    project, found = everything(store)
    cut = found["cut"]
    project = finishing.switch_blur(project, cut, True)
    return lights.switch_shimmer(lights.switch_shadow(project, cut, True), cut, True)


def _by_script(project, owner, name, time, value):
    shot = woodcock.Shot(project, Studio(PixelStore()))
    return woodcock.key(shot, owner, name, time, value).project


WAYS = {
    "typed in Finish": lambda p, o, n, t, v: finishing.set_value(p, o, n, v, t),
    "typed in Move": lambda p, o, n, t, v: poses.set_pose(p, o, t, {n: v}),
    "script": _by_script,
}


@pytest.mark.parametrize("way", WAYS)
def test_a_value_set_at_a_time_changes_nothing_that_other_keys_or_the_start_show(whole, way):
    """Of every property of everything: the start, and each key there is, show what they did."""
    last, tried = whole.frame.last, 0
    for owner in owners_of(whole):
        for name, track in tracks_of(whole, owner).items():
            for time in (whole.frame.time(whole.frame.index(last / 2)), last):
                low, high = finishing.LIMITS.get(name, (0.1, 2.0))
                value = min(max(0.5 * (value_at(track, time) + 1), low), high)
                made = tracks_of(WAYS[way](whole, owner, name, time, value), owner)[name]
                assert value_at(made, time) == pytest.approx(value), (owner, name)
                kept = [0.0, *(key.time for key in track.keys if abs(key.time - time) > 1e-3)]
                for at in kept:
                    assert value_at(made, at) == value_at(track, at), (owner, name, time)
                tried += 1
    assert tried > 250


def test_what_is_switched_on_at_a_time_is_not_there_at_the_start(whole):
    project = finishing.switch_blur(whole, "background", True)
    project = finishing.coming_at(project, "background", "blur", 2.0)
    track = tracks_of(project, "background")["blur"]
    assert value_at(track, 0.0) == 0 and value_at(track, 2.0) == 12
    assert finishing.coming_at(whole, "background", "opacity", None) == whole
