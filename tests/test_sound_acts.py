"""What is done to sounds, in any order: what is heard is always what the acts say."""

import numpy as np
import pytest
from hypothesis import given, settings
from hypothesis import strategies as st
from msgspec.structs import replace

from test_sound import clip, noise, recorded
from woodcock.errors import WoodcockError
from woodcock.model import EASE_BOTH, LENS, Frame, Key, Made, Recorded, Track, tracks_of
from woodcock.session import acts, airs, finishing, lights, sounds
from woodcock.session.airs import rename_effect
from woodcock.session.soundtrack import frame_of, seconds_of
from woodcock.sound import RATE

PROJECT, STUDIO = clip(2.0)
SOURCE, OWN = recorded(STUDIO.store, noise(1.0, 11))
TIMES = st.floats(-0.5, 2.5)


def heard(project):
    return STUDIO.soundtrack.mix(project).copy()


def placed(start=0.5):
    return sounds.add_sound(PROJECT, SOURCE, "Take", start)


@settings(max_examples=40, deadline=None)
@given(st.lists(st.tuples(TIMES, TIMES), min_size=1, max_size=4))
def test_cut_in_any_order_what_is_left_is_where_it_was(cuts):
    """Each cut keeps a stretch; at the end that stretch alone is heard, to the sample."""
    project, name = placed()
    whole = heard(project)
    for one, other in cuts:
        project = sounds.trim(project, name, min(one, other), max(one, other))
        sound = project.sounds[0]
        assert sound.offset >= 0 and sound.length > 0
        assert sound.offset + sound.length <= sound.source.seconds + 1e-6
        assert sound.start - sound.offset == pytest.approx(0.5, abs=1e-9)
    now = heard(project)
    first, after = round(sound.start * RATE), round(sound.start * RATE) + round(sound.length * RATE)
    inner = slice(max(first + 1, 0), max(after - 1, 0))
    # Where it begins may round to the sample beside the one it began at before.
    assert (
        min(np.abs(now[inner] - np.roll(whole, by, 0)[inner]).max(initial=0) for by in (-1, 0, 1))
        == 0
    )
    assert not now[: max(first, 0)].any() and not now[max(after, 0) :].any()


@settings(max_examples=30, deadline=None)
@given(st.lists(st.floats(0.55, 1.45), min_size=1, max_size=5, unique=True), st.floats(0, 0.4))
def test_split_anywhere_it_sounds_as_before(times, fade):
    """Pieces on whole samples meet without a click, also where the sound fades."""
    project, name = placed()
    project = sounds.fade(project, name, fade, fade)
    before = heard(project)
    for time in times:
        at = round(time * RATE) / RATE
        within = [x for x in project.sounds if x.start + 0.03 < at < x.end - 0.03]
        if not within or at < 0.5 + fade + 0.03 or at > 1.5 - fade - 0.03:
            continue
        project, _ = sounds.split(project, within[0].id, at)
    assert len({x.id for x in project.sounds}) == len(project.sounds)
    assert len({x.name for x in project.sounds}) == len(project.sounds)
    assert sum(x.length for x in project.sounds) == pytest.approx(1.0)
    np.testing.assert_allclose(heard(project), before, atol=1e-6)


@settings(max_examples=30, deadline=None)
@given(TIMES, TIMES)
def test_moved_there_and_back_it_is_the_same_with_its_keys(there, back):
    project, name = placed()
    keys = (Key(0.6, -20.0, EASE_BOTH), Key(1.4, 0.0))
    project = sounds.set_effect(project, name, gain=Track(0.0, keys))
    away = sounds.place(sounds.place(project, name, there), name, back)
    gain = tracks_of(away, name)["gain"]
    assert [k.time - back for k in gain.keys] == pytest.approx([0.1, 0.9])
    home = sounds.place(away, name, 0.5)
    np.testing.assert_allclose(heard(home), heard(project), atol=1e-5)


def test_a_made_sound_made_otherwise_keeps_its_place():
    project, name = sounds.add_made(PROJECT, "thunder", 0.5)
    assert project.sounds[0].start == 0.5 and not project.sounds[0].loop
    assert sounds.remake(project, name, seconds=3.0).sounds[0].length == 3.0
    cut = sounds.trim(project, name, 1.0, 1.5)
    short = sounds.remake(cut, name, seconds=0.8)
    own = short.sounds[0]
    assert (own.start, own.offset) == (1.0, 0.5) and own.length == pytest.approx(0.3)
    strong = sounds.remake(cut, name, intensity=1.0, seed=5).sounds[0]
    assert (strong.length, strong.source.seed) == (0.5, 5)
    take, other = placed()
    with pytest.raises(WoodcockError, match="recording"):
        sounds.remake(take, other, seconds=2.0)


def test_under_the_whole_clip_a_loop_ends_with_it_and_is_no_longer_than_it_may_be():
    project, name = sounds.add_made(PROJECT, "rain", 1.3)
    rain = project.sounds[0]
    assert (rain.start, rain.end, rain.loop) == (0.0, 2.0, True)
    assert np.abs(heard(project)[RATE // 2 : RATE * 3 // 2]).max() > 0.01
    once = sounds.loop(project, name, False).sounds[0]
    assert once.length == 2.0 and once.fade_in + once.fade_out <= once.length
    late, other = placed(1.75)
    ring = sounds.loop(late, other, True).sounds[0]
    assert ring.end == pytest.approx(2.0)
    longer = sounds.trim(sounds.loop(late, other, True), other, 1.75, 9.0).sounds[0]
    assert longer.length == pytest.approx(7.25)  # a loop has no end of its own


def test_there_is_an_end_to_how_many_there_can_be():
    project = PROJECT
    for _ in range(sounds.MOST_SOUNDS):
        project, _ = sounds.add_sound(project, SOURCE, "Take")
    assert project.sounds[-1].name == f"Take {sounds.MOST_SOUNDS}"
    with pytest.raises(WoodcockError, match="Delete one first"):
        sounds.add_sound(project, SOURCE, "Take")
    with pytest.raises(WoodcockError, match="Open a photo first"):
        sounds.add_sound(replace(PROJECT, photo=None, layers=()), SOURCE, "Take")
    named = rename_effect(project, project.sounds[0].id, "  Steps  on gravel ")
    assert named.sounds[0].name == "Steps on gravel"


def test_another_length_or_rate_leaves_sounds_in_their_own_time():
    project, name = placed()
    project = finishing.set_value(project, name, "gain", -9.0, 1.0)
    project = finishing.set_value(project, LENS, "x", 0.2, 1.0)
    longer = acts.set_frame(project, Frame(64, 36, 30, 5.0))
    assert longer.sounds == project.sounds
    assert tracks_of(longer, LENS)["x"].keys[-1].time > 2
    assert seconds_of(longer) == pytest.approx(5.0)
    assert [frame_of(longer, k) for k in (0, 1, 30)] == [0, 1600, RATE]
    film = acts.set_frame(project, Frame(64, 36, 23.976, 2.0))
    assert frame_of(film, 24) == round(24 * 1001 / 24000 * RATE)


def test_what_is_heard_of_a_flash_goes_with_it():
    """A thousand metres are 2.92 s at 343 m/s (dry air at 20 °C; any handbook of physics)."""
    project, flash = lights.add_flash(PROJECT, [PROJECT.background.id], 0.25, bolt=True)
    project, thunder = sounds.add_made(project, "thunder")
    project = sounds.tie(project, thunder, flash)
    (sound,) = project.sounds
    assert sound.metres == project.flashes[0].bolt.distance
    project = sounds.tie(project, thunder, flash, 1000.0)
    assert project.sounds[0].start == pytest.approx(0.25 + 2.915, abs=1e-3)
    later = airs.set_effect(project, flash, at=1.0)
    assert later.sounds[0].start == pytest.approx(1.0 + 2.915, abs=1e-3)
    longer = acts.set_frame(project, replace(project.frame, seconds=2 * project.frame.seconds))
    assert longer.sounds[0].start == pytest.approx(longer.flashes[0].at + 2.915, abs=1e-3)
    # Dragged by hand it comes from elsewhere; before the flash it is not heard of it.
    near = sounds.place(project, thunder, 0.25 + 1.0)
    assert near.sounds[0].metres == pytest.approx(343.0) and near.sounds[0].flash == flash
    assert sounds.place(project, thunder, 0.0).sounds[0].flash is None
    alone = airs.remove_effect(project, flash)
    assert alone.sounds[0].flash is None and alone.sounds[0].start == project.sounds[0].start


def test_a_source_is_decoded_or_made_once():
    track = STUDIO.soundtrack
    assert track.source(SOURCE) is track.source(Recorded(SOURCE.file, SOURCE.seconds))
    made = Made("room", 0.5)
    assert track.source(made) is track.source(Made("room", 0.5))
    np.testing.assert_array_equal(track.source(SOURCE), OWN)
    project, _ = placed()
    assert track.ready(project) is None
    mixed = track.mix(project)
    assert track.ready(project) is mixed and track.mix(project) is mixed
    louder = sounds.set_mix(project, gain=6.0206, limited=False)
    assert track.ready(louder) is None
    np.testing.assert_allclose(track.mix(louder), 2 * mixed, atol=1e-4)
