"""Sound: mixes against NumPy, loudness against the standards' signals, files read back."""

import io
from fractions import Fraction

import numpy as np
import pytest
from msgspec.structs import replace
from scipy.io import wavfile

from conftest import build, picture
from woodcock.errors import InvalidValue, WoodcockError
from woodcock.media import export_video, load_project, save_png, save_project
from woodcock.media.sound_file import decoded, load_sound
from woodcock.media.sound_track import SoundTrack
from woodcock.model import MADE, Delivery, Frame, Key, Made, Mix, Recorded, Sound, Track
from woodcock.pixels.store import PixelStore
from woodcock.session import acts, finishing, sounds
from woodcock.session.airs import remove_effect, set_effect
from woodcock.session.deliver import deliver
from woodcock.session.depends import covered_of, drawn_of, moved_of
from woodcock.session.soundtrack import Soundtrack, seconds_of
from woodcock.sound import RATE
from woodcock.sound.fades import fade_of, looped
from woodcock.sound.limiter import limited
from woodcock.sound.loudness import integrated, loudness_of, true_peak
from woodcock.sound.made import made
from woodcock.sound.mixing import mixed, placed
from woodcock.sound.onsets import onsets
from woodcock.sound.peaks import PEAKS, peaks_of


def sine(hertz, seconds, decibels=0.0, phase=0.0):
    time = np.arange(round(seconds * RATE)) / RATE
    wave = 10 ** (decibels / 20) * np.sin(2 * np.pi * hertz * time + phase)
    return np.stack([wave, wave], 1).astype(np.float32)


def noise(seconds, seed=0, by=0.1):
    return (by * np.random.default_rng(seed).standard_normal((round(seconds * RATE), 2))).astype(
        np.float32
    )


def recorded(store, samples, rate=RATE):
    """16-bit samples as a WAV file in a store, and what they are to the bit."""
    whole = np.rint(np.clip(samples, -1, 1) * 32767).astype(np.int16)
    file = io.BytesIO()
    wavfile.write(file, rate, whole)
    content = np.frombuffer(file.getvalue(), np.uint8)
    return Recorded(store.put(content), len(whole) / rate), whole / np.float32(32768)


def clip(seconds=2.0):
    return build(picture(64, 36), [], Frame(64, 36, 24, seconds))


# Loudness


@pytest.mark.parametrize("level, hertz", [(-23.0, 997.0), (-33.0, 997.0), (-14.0, 1000.0)])
def test_a_sine_on_both_sides_is_as_loud_as_it_is_high(level, hertz):
    """EBU Tech 3341, cases 1 and 2: a stereo sine of so many dBFS measures as many LUFS."""
    assert integrated(sine(hertz, 20, level)) == pytest.approx(level, abs=0.1)


def test_a_sine_on_one_side_is_three_lower():
    """ITU-R BS.1770-4, annex 1: 0 dBFS at 997 Hz in one channel is -3.01 LKFS."""
    one = sine(997, 10)
    one[:, 1] = 0
    assert integrated(one) == pytest.approx(-3.01, abs=0.1)


def test_what_is_quiet_is_gated():
    """EBU Tech 3341, cases 3 and 4: -36, -23, -36 dBFS is -23; also with -72 about them."""
    three = np.concatenate([sine(1000, 10, -36), sine(1000, 60, -23), sine(1000, 10, -36)])
    assert integrated(three) == pytest.approx(-23, abs=0.1)
    five = np.concatenate([sine(1000, 10, -72), three, sine(1000, 10, -72)])
    assert integrated(five) == pytest.approx(-23, abs=0.1)
    assert integrated(np.zeros((RATE, 2), np.float32)) == -np.inf


def test_the_ear_weighs_frequencies_as_the_standard_draws_it():
    """BS.1770-4, figure 4 (read off): about -0.7 at 50 ... 1 kHz reference, +3.3 dB at 10 kHz."""
    base = integrated(sine(1000, 5, -20))
    assert integrated(sine(10_000, 5, -20)) - base == pytest.approx(3.3, abs=0.3)
    assert integrated(sine(40, 5, -20)) - base < -5.5


def test_peaks_between_samples_are_found():
    """BS.1770-4, annex 2: a quarter of the rate at 45 degrees has samples at -3.01, the wave 0."""
    wave = sine(RATE / 4, 1, 0.0, np.pi / 4)
    assert 20 * np.log10(np.abs(wave).max()) == pytest.approx(-3.01, abs=0.01)
    assert true_peak(wave[1000:-1000]) == pytest.approx(0.0, abs=0.3)


def test_the_limiter_holds_peaks_and_leaves_what_is_below_to_the_bit():
    calm = sine(440, 1, -6)
    np.testing.assert_array_equal(limited(calm), calm)
    loud = noise(3, 4, 0.2)
    loud[RATE : RATE + 2400] *= 12
    made_ = limited(loud)
    assert true_peak(made_) <= -1.0 + 0.02
    far = np.r_[0 : RATE - 1000, RATE + 60_000 : 3 * RATE]
    level = np.abs(made_[far]).sum() / np.abs(loud[far]).sum()
    assert level > 0.97
    # It is the same gain on both sides, and never a jump.
    gain = made_[np.abs(loud) > 0.01] / loud[np.abs(loud) > 0.01]
    assert gain.max() <= 1.0 + 1e-6
    pair = (np.abs(loud) > 0.02).all(1)
    sides = made_[pair] / loud[pair]
    np.testing.assert_allclose(sides[:, 0], sides[:, 1], rtol=1e-3)


def test_two_targets_at_a_click_are_met():
    project, studio = clip(6.0)
    project, name = sounds.add_made(project, "surf")
    for target in sounds.TARGETS.values():
        loud = studio.soundtrack.loudness(project).integrated
        project = sounds.to_loudness(project, loud, target)
        found = studio.soundtrack.loudness(project)
        assert found.integrated == pytest.approx(target, abs=0.5) and found.peak <= -0.98
    with pytest.raises(WoodcockError, match="Nothing is heard"):
        sounds.to_loudness(set_effect(project, name, visible=False), -np.inf, -14.0)


# Mixing


def test_a_mix_of_two_files_is_their_sum_to_the_sample():
    """Placed, cut, one 6 dB down and panned: against NumPy, sample by sample."""
    store = PixelStore()
    one, a = recorded(store, noise(1.0, 1))
    two, b = recorded(store, noise(1.5, 2))
    track = Soundtrack(store)
    first = Sound("a", "a", one, 1.0, start=0.25)
    second = Sound("b", "b", two, 0.75, start=0.5, offset=0.5)
    made_ = mixed([first, second], lambda x: track.source(x.source), 2.0)
    want = np.zeros((2 * RATE, 2), np.float32)
    want[RATE // 4 : RATE // 4 + RATE] += a
    want[RATE // 2 : RATE // 2 + RATE * 3 // 4] += b[RATE // 2 : RATE // 2 + RATE * 3 // 4]
    np.testing.assert_array_equal(made_, want)
    early = replace(first, start=-0.5)
    made_ = mixed([early], lambda x: track.source(x.source), 1.0)
    np.testing.assert_array_equal(made_[: RATE // 2], a[RATE // 2 :])
    quiet = placed(replace(first, gain=Track(-6.0206), pan=Track(1.0)), a)
    np.testing.assert_allclose(quiet[:, 1], a[:, 1] / 2, atol=1e-6)
    assert np.abs(quiet[:, 0]).max() < 1e-7
    assert not mixed([replace(first, visible=False)], lambda x: a, 1.0).any()


def test_keyed_gain_and_fades_follow_their_curves():
    even = np.ones((2 * RATE, 2), np.float32)
    keys = (Key(1.0, -40.0), Key(3.0, 0.0))
    sound = Sound("a", "a", Made("rain"), 2.0, start=1.0, gain=Track(0.0, keys))
    made_ = placed(sound, even)[:, 0]
    assert made_[RATE] == pytest.approx(0.1, rel=0.01) and made_[-1] == pytest.approx(1, rel=0.01)
    plain = replace(sound, gain=Track(), fade_in=0.5, fade_out=1.0)
    for curve, half in (("linear", 0.5), ("power", np.sqrt(0.5)), ("smooth", 0.5)):
        made_ = placed(replace(plain, curve=curve), even)[:, 0]
        assert made_[RATE // 4] == pytest.approx(half, abs=0.01) and made_[0] < 0.001
        assert made_[-RATE // 2] == pytest.approx(half, abs=0.01)
        assert (made_[RATE // 2 : RATE] == 1).all()
    power = fade_of(1000, "power") ** 2 + fade_of(1000, "power")[::-1] ** 2
    np.testing.assert_allclose(power, 1, atol=1e-6)


def test_a_loop_has_no_seam_and_no_dip():
    """Noise looped over a lap: as loud across the seam as within; the first turn is itself."""
    own = noise(1.0, 3)
    long = looped(own, 4 * RATE, RATE // 5)
    assert len(long) == 4 * RATE
    np.testing.assert_array_equal(long[: RATE - RATE // 5], own[: RATE - RATE // 5])
    level = np.sqrt((long.reshape(-1, 2400, 2) ** 2).mean((1, 2)))
    assert level.min() > 0.85 * level.mean() and level.max() < 1.15 * level.mean()
    np.testing.assert_array_equal(looped(own, RATE // 2, 0), own[: RATE // 2])


def test_sounds_are_placed_trimmed_and_split_without_a_change_of_what_is_heard():
    project, studio = clip(3.0)
    source, own = recorded(studio.store, noise(2.0, 5))
    project, name = sounds.add_sound(project, source, "Take", 0.5)
    heard = studio.soundtrack.mix(project).copy()
    two, second = sounds.split(project, name, 1.25)
    np.testing.assert_array_equal(studio.soundtrack.mix(two), heard)
    assert two.sounds[1].id == second and two.sounds[1].name == "Take 2"
    cut = sounds.trim(project, name, 0.75, 2.0)
    made_ = studio.soundtrack.mix(cut)
    inner = slice(round(0.75 * RATE), 2 * RATE)
    np.testing.assert_array_equal(made_[inner], heard[inner])
    assert not made_[: inner.start].any() and not made_[inner.stop :].any()
    # Back to all there is, and no farther.
    whole = sounds.trim(cut, name, -5.0, 50.0)
    assert (whole.sounds[0].start, whole.sounds[0].end) == pytest.approx((0.5, 2.5))
    np.testing.assert_array_equal(studio.soundtrack.mix(whole), heard)
    moved = sounds.place(project, name, 1.0)
    np.testing.assert_array_equal(studio.soundtrack.mix(moved)[RATE:], own)
    for time in (0.4, 2.6):
        with pytest.raises(WoodcockError, match="nothing was split"):
            sounds.split(project, name, time)
    ring = sounds.loop(project, name, True)
    assert ring.sounds[0].end == pytest.approx(3.0)
    assert np.abs(studio.soundtrack.mix(ring)[-RATE // 4 :]).max() > 0.05
    with pytest.raises(WoodcockError, match="loop"):
        sounds.split(ring, name, 1.0)
    assert sounds.loop(ring, name, False).sounds[0].length == pytest.approx(2.0)
    assert not remove_effect(project, name).sounds
    faded = sounds.fade(project, name, 1.5, 9.0).sounds[0]
    assert faded.fade_in + faded.fade_out == pytest.approx(faded.length)


# Made by code


@pytest.mark.parametrize("kind", MADE)
def test_made_sounds_are_the_same_for_a_seed_as_long_and_as_strong_as_set(kind):
    short = made(Made(kind, 2.0, 0.5, 3))
    assert short.shape == (2 * RATE, 2) and np.isfinite(short).all()
    np.testing.assert_array_equal(short, made(Made(kind, 2.0, 0.5, 3)))
    assert (made(Made(kind, 2.0, 0.5, 4)) != short).any()
    assert made(Made(kind, 0.7)).shape == (round(0.7 * RATE), 2)
    soft, strong = (loudness_of(made(Made(kind, 4.0, i))) for i in (0.1, 0.9))
    assert -55 < soft.integrated < strong.integrated + 0.5 and strong.peak < 0
    sides = np.corrcoef(short.T)[0, 1]
    assert sides < 0.995  # it has width
    assert abs(float(short.mean())) < 0.01


def test_made_sounds_are_what_they_are_called():
    """By what the ear tells: rain is bright, thunder low, crickets sing, a whoosh passes."""

    def middle(samples):
        power = np.abs(np.fft.rfft(samples.mean(1))) ** 2
        hertz = np.fft.rfftfreq(len(samples), 1 / RATE)
        return float((power * hertz).sum() / power.sum())

    own = {kind: made(Made(kind, 6.0, 0.6)) for kind in MADE}
    centre = {kind: middle(x) for kind, x in own.items()}
    assert centre["thunder"] < 400 < centre["rain"] and centre["wind"] < centre["rain"]
    assert 3500 < centre["crickets"] < 5600
    passing = np.abs(own["whoosh"])
    assert (
        0.45 < np.abs(passing).sum(1).cumsum().searchsorted(passing.sum() / 2) / len(passing) < 0.7
    )
    early, late = (passing[part].sum(0) for part in (slice(0, 2 * RATE), slice(-2 * RATE, None)))
    assert early[0] > early[1] and late[1] > late[0]
    # The thunder's clap comes first; fire crackles: peaks far above its mean.
    for intensity in (0.1, 0.5, 1.0):
        for seed in range(1, 9):
            clap = np.abs(made(Made("thunder", 7.0, intensity, seed))).max(1)
            level = clap.reshape(-1, RATE // 20).mean(1)
            # It is there at once, and never twice as loud later on.
            assert level[:2].max() > 0.3 * level.max() and level[:12].max() > 0.6 * level.max()
            assert level[-1] < 0.2 * level.max()
    assert np.abs(own["fire"]).max() / np.sqrt((own["fire"] ** 2).mean()) > 6


# Files


@pytest.mark.parametrize("codec, name, exact", [
    ("pcm_s16le", "x.wav", True), ("flac", "x.flac", True), ("libmp3lame", "x.mp3", False),
    ("libopus", "x.ogg", False), ("libopus", "x.opus", False), ("aac", "x.m4a", False),
])  # fmt: skip
def test_files_of_every_kind_are_read(codec, name, exact, tmp_path):
    import av

    own = sine(440, 1.0, -12)
    own[:, 1] *= 0.5
    with av.open(str(tmp_path / name), "w") as box:
        stream = box.add_stream(codec, rate=RATE, layout="stereo")
        whole = np.rint(own * 32767).astype(np.int16)
        frame = av.AudioFrame.from_ndarray(whole.reshape(1, -1), format="s16", layout="stereo")
        frame.sample_rate = RATE
        box.mux(stream.encode(frame))
        box.mux(stream.encode(None))
    store = PixelStore()
    found = load_sound(tmp_path / name, store)
    samples = Soundtrack(store).source(found)
    assert found.seconds == pytest.approx(1.0, abs=0.06)
    if exact:
        np.testing.assert_array_equal(samples, whole / np.float32(32768))
    level = np.sqrt((samples[RATE // 4 : RATE * 3 // 4] ** 2).mean(0))
    want = np.sqrt((own**2).mean(0))
    np.testing.assert_allclose(level, want, rtol=0.06)  # LAME takes a twentieth off


def test_one_channel_is_heard_on_both_sides_and_other_rates_come_to_48_khz():
    file = io.BytesIO()
    time = np.arange(22_050) / 22_050
    wavfile.write(file, 22_050, (0.25 * np.sin(2 * np.pi * 500 * time)).astype(np.float32))
    samples = decoded(np.frombuffer(file.getvalue(), np.uint8))
    assert len(samples) == pytest.approx(RATE, abs=50)
    np.testing.assert_array_equal(samples[:, 0], samples[:, 1])
    assert np.abs(samples).max() == pytest.approx(0.25, rel=0.02)


def test_what_is_no_sound_gets_a_sentence(tmp_path):
    (tmp_path / "a.wav").write_bytes(b"RIFFnothing of the kind")
    (tmp_path / "b.mp3").write_bytes(b"")
    wavfile.write(tmp_path / "empty.wav", RATE, np.zeros((0, 2), np.int16))
    save_png(tmp_path / "c.png", picture(32, 32))
    for name in ("a.wav", "b.mp3", "empty.wav", "c.png", "missing.ogg"):
        with pytest.raises(WoodcockError, match=r"Nothing was added|does not exist"):
            load_sound(tmp_path / name, PixelStore())
    for wrong in ({"length": 0.0}, {"offset": 99.0}, {"curve": "steep"}, {"fade_in": -1.0}):
        with pytest.raises(InvalidValue):
            Sound("a", "a", Made("rain", 5.0), **{"length": 2.0, **wrong})


@pytest.mark.parametrize("suffix", [".mp4", ".mkv", ".mov"])
def test_a_container_gets_the_sound_it_wants_and_gives_it_back(suffix, tmp_path):
    """AAC, Opus or samples: as long, and a click at the same place."""
    import av

    own = noise(1.0, 1, 0.002)
    own[RATE // 2 : RATE // 2 + 200] += 0.7
    path = tmp_path / f"x{suffix}"
    with av.open(str(path), "w") as box:
        track = SoundTrack(box, suffix, own)
        track.write_until(Fraction(1, 3))
        track.close()
    samples = decoded(np.frombuffer(path.read_bytes(), np.uint8))
    assert abs(len(samples) - RATE) <= 1024
    click = int(np.abs(samples).max(1).argmax())
    assert abs(click - RATE // 2 - 100) < 480  # within 10 ms


def test_an_export_is_as_long_as_its_pictures_and_in_step_with_a_flash(tmp_path):
    """A white frame and a click under it, read back: within 10 ms; the length within a frame."""
    import av

    rate, count, bright = Fraction(30_000, 1001), 60, 31
    frames = [np.full((36, 64, 3), 255 if k == bright else 16, np.uint8) for k in range(count)]
    sound = np.zeros((round(count / rate * RATE), 2), np.float32)
    start = round(bright / rate * RATE)
    sound[start : start + 240] = 0.8 * np.sign(np.sin(np.arange(240) / 4))[:, None]
    path = tmp_path / "x.mp4"
    export_video(path, iter(frames), count, (64, 36), rate, sound=sound)
    with av.open(str(path)) as box:
        video, audio = box.streams.video[0], box.streams.audio[0]
        assert audio.codec_context.name == "aac" and audio.rate == RATE
        long = [float(x.duration * x.time_base) for x in (video, audio)]
        assert abs(long[0] - float(count / rate)) < 1e-3
        assert abs(long[1] - long[0]) <= 1024 / RATE + 1e-3
        seen = [(f.time, f.to_ndarray(format="gray").mean()) for f in box.decode(video)]
    flash = max(seen, key=lambda pair: pair[1])[0]
    samples = decoded(np.frombuffer(path.read_bytes(), np.uint8))
    with av.open(str(path)) as box:
        first = next(box.decode(box.streams.audio[0])).time
    heard = first + np.abs(samples).max(1).argmax() / RATE
    assert 0 <= heard - flash < 0.010 + 240 / RATE
    quiet = tmp_path / "quiet.mp4"
    export_video(quiet, iter(frames), count, (64, 36), rate)
    with av.open(str(quiet)) as box:
        assert not box.streams.audio


def test_a_clip_with_nothing_to_be_heard_has_no_sound(tmp_path):
    import av

    project, studio = clip(0.5)
    project, name = sounds.add_made(project, "room")
    for heard in (True, False):
        project = set_effect(project, name, visible=heard)
        deliver(project, Delivery(), tmp_path / "x.mp4", studio)
        with av.open(str(tmp_path / "x.mp4")) as box:
            assert bool(box.streams.audio) == heard


def test_sounds_are_saved_and_frames_don_t_depend_on_them(tmp_path):
    project, studio = clip()
    source, _ = recorded(studio.store, noise(0.5, 5))
    made_, name = sounds.add_sound(project, source, "Take", 0.25)
    made_, _ = sounds.add_made(made_, "wind")
    made_ = finishing.set_value(made_, name, "gain", -99.0, 0.5)
    made_ = sounds.set_mix(sounds.mark(made_, [0.5, 1.0]), gain=-3.0)
    assert made_.sounds[0].gain.keys[-1].value == -60.0  # within limits
    save_project(tmp_path / "s.woodcock", made_, studio.store)
    store = PixelStore()
    again = load_project(tmp_path / "s.woodcock", store)
    assert again == made_ and again.mix == Mix(-3.0)
    np.testing.assert_array_equal(Soundtrack(store).mix(again), studio.soundtrack.mix(made_))
    for key in (drawn_of, covered_of, moved_of):
        assert key(made_) == key(project)


# Beats and length


def test_beats_are_found_where_they_are_and_nowhere_else():
    """Clicks and drum-like bursts in noise: every one within 10 ms, no other."""
    chance = np.random.default_rng(8)
    own, times = noise(6.0, 7, 0.004), np.array([0.31, 0.9, 1.42, 2.0, 2.77, 3.5, 4.1, 5.25])
    for number, time in enumerate(times):
        at, long = round(time * RATE), round(0.15 * RATE)
        fall = np.exp(-np.arange(long) / (0.03 * RATE))
        tone = np.sin(np.arange(long) * (0.01 + 0.004 * number)) + 0.5 * chance.standard_normal(
            long
        )
        own[at : at + long] += (0.3 * fall * tone)[:, None].astype(np.float32)
    found = np.array(onsets(own))
    assert len(found) == len(times)
    np.testing.assert_allclose(found, times, atol=0.010)
    assert onsets(np.zeros((RATE, 2), np.float32)) == () == onsets(own[:100])
    assert len(onsets(sine(300, 3, -10))) <= 1


def test_markers_come_from_beats_and_the_length_from_a_sound():
    project, studio = clip(6.0)
    own = noise(3.0, 1, 0.002)
    for time in (0.5, 1.0, 2.0):
        own[round(time * RATE) :][:900] += 0.5
    source, _ = recorded(studio.store, own)
    project, name = sounds.add_sound(project, source, "Beat", 1.0)
    project = sounds.trim(project, name, 1.25, 3.5)
    beats = studio.soundtrack.beats(project.sounds[0])
    np.testing.assert_allclose(beats, [1.5, 2.0, 3.0], atol=0.012)
    project = sounds.mark(sounds.mark(project, beats), [*beats, 5.0, -1.0, 99.0])
    assert len(project.markers) == 4 and list(project.markers) == sorted(project.markers)
    moved = sounds.move_marker(project, project.markers[0], 0.25)
    assert moved.markers[0] == 0.25 and len(moved.markers) == 4
    assert sounds.unmark(project, beats[1]).markers == tuple(
        x for x in project.markers if abs(x - beats[1]) > 0.02
    )
    assert sounds.unmark(project).markers == ()
    project = finishing.set_value(project, name, "gain", -6.0, 2.0)
    keyed = acts.set_lens_key(acts.set_lens_key(project, "z", 0.0, 0.0), "z", 5.9583, 1.0)
    long = sounds.as_long_as(keyed, name)
    assert long.frame.seconds == pytest.approx(3.5) and seconds_of(long) == pytest.approx(3.5)
    assert long.sounds == keyed.sounds and long.lens.z.keys[-1].time < 3.5


def test_peaks_to_draw_hold_every_loud_moment():
    own = noise(1.0, 2, 0.01)
    own[12_345] = 0.9
    peaks = peaks_of(own)
    assert len(peaks) == PEAKS and peaks.max() == np.float32(0.9)
    assert peaks.argmax() == 12_345 * PEAKS // RATE
