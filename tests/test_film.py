"""Grain, falloff, fringes, weave, halation, flicker, and what is on the glass."""

from itertools import pairwise

import numpy as np
import pytest
from msgspec.structs import replace

from conftest import build, picture
from woodcock.finish.bloom import add_bloom
from woodcock.finish.gate import resampled
from woodcock.finish.grain import add_grain, covariance, grain_of
from woodcock.media import load_project, save_project
from woodcock.model import (
    FILM,
    FILM_PARTS,
    Card,
    Film,
    Flicker,
    Frame,
    Fringe,
    Grade,
    Grain,
    Halation,
    Key,
    Lens,
    Stop,
    Track,
    Vignette,
    Weave,
    tracks_of,
    with_tracks,
)
from woodcock.pixels import threads
from woodcock.pixels.colour import linear_from_srgb, srgb_from_linear
from woodcock.pixels.store import PixelStore
from woodcock.render import render_frame
from woodcock.render.film import weave_at
from woodcock.render.finished import finished_light
from woodcock.session import acts, film, finishing
from woodcock.session.depends import covered_of, moved_of

SIGMA = 1 / (2 * np.sqrt(2 * np.log(2)))  # of a Gaussian's width at half its height


def grey(value, width=480, height=270, rate=12, seconds=1.0):
    photo = np.full((height, width, 3), value, np.uint8)
    return build(photo, [], Frame(width, height, rate, seconds))


def with_film(project, **parts):
    return replace(project, film=Film(**parts))


def grain_field(size, height, colour=0.0, strength=0.05, frames=6, side=512):
    """(frames, 3, side, side): grain upon an even grey, as shares of white."""
    out = []
    for index in range(frames):
        own = grain_of(strength, size, colour, 0.5, 1, index, height)
        rows = np.full((side, 3, side), 0.5, np.float32)
        for y in range(side):
            add_grain(own.first, own.second, own.places, own.tones, y, rows[y],
                      np.empty(side, np.float32))  # fmt: skip
        out.append(rows.transpose(1, 0, 2) - 0.5)
    return np.array(out)


@pytest.mark.parametrize("size", [1.0, 1.8, 4.0])
def test_grain_is_as_strong_and_as_wide_as_it_is_set(size):
    """Its deviation, and its spectrum ring by ring: Gaussian grains seen by square pixels."""
    field = grain_field(size, 1080)
    assert field.std() == pytest.approx(0.05, rel=0.03)
    side = field.shape[-1]
    window = np.hanning(side)  # the field does not close at the borders
    window = np.outer(window, window) / np.sqrt((np.outer(window, window) ** 2).mean())
    power = (np.abs(np.fft.fft2(field[:, 0] * window)) ** 2).mean(0) / side**2
    # What is set, aliased as pixels alias it, from its definition in two dimensions.
    f = np.fft.fftfreq(side)
    one = sum(
        np.exp(-((2 * np.pi * size * SIGMA * (f + k)) ** 2)) * np.sinc(f + k) ** 2
        for k in range(-6, 7)
    )
    want = np.outer(one, one)
    want *= 0.05**2 / want.mean()
    ring = np.hypot(*np.meshgrid(f, f))
    for low, high in ((0.01, 0.05), (0.05, 0.1), (0.1, 0.2), (0.2, 0.3)):
        there = (ring >= low) & (ring < high)
        if want[there].mean() > 1e-3 * want.max():
            assert power[there].mean() == pytest.approx(want[there].mean(), rel=0.05)


def test_a_smaller_frame_has_the_grain_of_a_larger_one_made_smaller():
    """Deviation and the covariance of neighbours at 540 lines, of 1080 lines averaged 2 x 2."""
    large, small = grain_field(1.8, 1080), grain_field(1.8, 540)
    side = large.shape[-1] // 2
    halved = large.reshape(len(large), 3, side, 2, side, 2).mean((3, 5))
    assert small.std() == pytest.approx(halved.std(), rel=0.03)
    neighbours = [(x[..., 1:] * x[..., :-1]).mean() for x in (small, halved)]
    assert neighbours[0] == pytest.approx(neighbours[1], rel=0.06)
    # The closed form against the integral of the blurred white noise itself.
    wide = np.arange(-40, 40.001, 0.01)
    bell = np.exp(-(wide**2) / (4 * 0.7**2))
    assert covariance(0.7, 1e-3, 0) / covariance(0.7, 1.0, 0) == pytest.approx(
        1 / ((1 - np.abs(wide))[np.abs(wide) < 1] * bell[np.abs(wide) < 1]).sum() / 0.01, rel=0.01
    )


def test_grain_shares_its_colour():
    """Of two channels, the share of their variance they have in common is 1 - colour."""
    for colour in (0.0, 0.3, 1.0):
        field = grain_field(1.5, 1080, colour)
        common = np.corrcoef(field[:, 0].ravel(), field[:, 2].ravel())[0, 1]
        assert common == pytest.approx(1 - colour, abs=0.03)


@pytest.mark.parametrize("value", [0, 1, 24, 96, 160, 250, 255])
def test_grain_leaves_the_mean_and_black_and_white_as_they_are(value):
    project, studio = grey(value)
    atlas = studio.atlas(project)
    made = with_film(project, grain=Grain(on=True, strength=Track(0.06)))
    frames = np.array([render_frame(made, atlas, k / 12) for k in range(12)], np.float64)
    assert abs(frames.mean() - value) <= 0.1
    assert frames.std() == 0 if value in (0, 255) else frames.std() > 0.3


def test_grain_is_strongest_at_its_tone():
    """A ramp from black to white: the deviation of every level over many frames."""
    ramp = np.repeat(np.arange(256, dtype=np.uint8)[None, :, None], 256, 0).repeat(3, 2)
    project, studio = build(ramp, [], Frame(256, 256, 12, 1.0))
    atlas = studio.atlas(project)
    for tone in (0.3, 0.6):
        grain = Grain(on=True, strength=Track(0.04), tone=Track(tone), size=Track(6.0))
        made = with_film(project, grain=grain)
        frames = np.array([finished_light(made, atlas, k / 12, (256, 256)) for k in range(12)])
        spread = (srgb_from_linear(frames[..., :3]) - ramp / 255).std((0, 1, 3))
        spread = np.convolve(spread, np.ones(9) / 9, "same")
        assert spread.argmax() / 255 == pytest.approx(tone, abs=0.06)
        assert spread[:4].max() < spread.max() / 10 > spread[-4:].max()


def test_every_frame_has_its_own_grain_and_every_render_the_same(monkeypatch):
    project, studio = grey(110)
    project = with_film(project, grain=Grain(on=True))
    atlas = studio.atlas(project)
    frames = [render_frame(project, atlas, k / 12) for k in range(4)]
    for one, other in pairwise(frames):
        common = np.corrcoef(one.ravel().astype(float), other.ravel().astype(float))[0, 1]
        assert abs(common) < 0.02
    again = [render_frame(project, atlas, k / 12) for k in (3, 2, 1, 0)][::-1]
    np.testing.assert_array_equal(frames, again)
    monkeypatch.setattr(threads, "_cores", lambda: 1)
    np.testing.assert_array_equal(frames[2], render_frame(project, atlas, 2 / 12))
    other = with_film(project, grain=Grain(on=True, seed=2))
    assert (render_frame(other, atlas, 0.0) != frames[0]).mean() > 0.5
    # Held pictures are held, and the film goes on.
    held = finishing.set_held(project, 2)
    assert (render_frame(held, atlas, 1 / 12) != render_frame(held, atlas, 0.0)).any()


def test_the_natural_vignette_is_the_cosine_to_the_fourth_power():
    """In any optics handbook: at the angle that the corner has through this lens."""
    project, studio = grey(188)
    project = replace(project, lens=Lens(focal_length=24.0))
    plain = finished_light(with_film(project, fringe=Fringe(on=True, amount=Track(0.0))),
                           studio.atlas(project), 0.0, (480, 270))  # fmt: skip
    made = with_film(project, vignette=Vignette(on=True, amount=Track(1.0)))
    light = finished_light(made, studio.atlas(made), 0.0, (480, 270))
    y, x = np.mgrid[0:270, 0:480] + 0.5
    away = np.hypot(x - 240, y - 135) * 36.0 / 480
    want = np.cos(np.arctan(away / 24.0)) ** 4
    np.testing.assert_allclose(light[..., 1] / plain[..., 1], want, atol=2e-3)
    set_ = Vignette(on=True, natural=False, amount=Track(0.6), clear=Track(0.5), soft=Track(0.5))
    light = finished_light(
        with_film(project, vignette=set_), studio.atlas(project), 0.0, (480, 270)
    )
    share = light[..., 1] / plain[..., 1]
    assert share[135, 240] == pytest.approx(1, abs=1e-4)
    assert share[0, 0] == pytest.approx(0.4, abs=0.01)
    # Longer lenses see less of it.
    natural = with_film(project, vignette=Vignette(on=True, amount=Track(1.0)))
    longer = replace(natural, lens=Lens(focal_length=200.0))
    assert finished_light(longer, studio.atlas(made), 0.0, (480, 270))[0, 0, 1] > 0.45


def dots(width=480, height=270):
    photo = np.full((height, width, 3), 20, np.uint8)
    for y, x in ((8, 8), (8, width - 9), (height - 9, 8), (height // 2, width // 2)):
        photo[y - 1 : y + 2, x - 1 : x + 2] = 230
    return build(photo, [], Frame(width, height, 12, 1.0))


def centre(light, y, x, reach=9):
    """Where a dot is, channel by channel: (3, 2)."""
    part = light[max(y - reach, 0) : y + reach + 1, max(x - reach, 0) : x + reach + 1, :3]
    part = np.maximum(part - np.median(part, (0, 1)), 0)
    yy, xx = np.mgrid[0 : part.shape[0], 0 : part.shape[1]]
    total = part.sum((0, 1))
    place = np.stack([(part * yy[..., None]).sum((0, 1)), (part * xx[..., None]).sum((0, 1))], 1)
    return place / total[:, None] + [max(y - reach, 0), max(x - reach, 0)]


def test_fringes_are_as_wide_as_set_in_the_corners_and_none_in_the_middle():
    project, studio = dots()
    atlas = studio.atlas(project)
    made = with_film(project, fringe=Fringe(on=True, amount=Track(4.0)))
    light = finished_light(made, atlas, 0.0, (480, 270))
    corner, middle = centre(light, 8, 8), centre(light, 135, 240)
    apart = np.hypot(*(corner[0] - corner[2]))
    share = np.hypot(232, 127) / np.hypot(240, 135)
    assert apart == pytest.approx(2 * 4.0 * 270 / 1080 * share, rel=0.1)
    assert np.abs(middle - middle.mean(0)).max() < 0.02
    # Nothing comes in from beyond the border: an even picture stays even.
    even, own = grey(90)
    made = with_film(even, fringe=Fringe(on=True, amount=Track(8.0)), weave=Weave(on=True))
    frame = render_frame(made, own.atlas(made), 0.5)
    np.testing.assert_array_equal(frame, np.full_like(frame, 90))


def test_the_gate_weaves_within_its_bounds_and_takes_the_picture_with_it():
    project, studio = dots()
    weave = Weave(on=True, amount=Track(12.0), seed=4)
    made = with_film(project, weave=weave)
    atlas, seen = studio.atlas(project), []
    for index in range(8):
        light = finished_light(made, atlas, index / 12, (480, 270))
        seen.append(centre(light, 135, 240)[1] - centre(
            finished_light(with_film(project, weave=replace(weave, amount=Track(1e-9))), atlas,
                           index / 12, (480, 270)), 135, 240)[1])  # fmt: skip
    want = np.array([weave_at(weave, 12.0, k, 12.0)[::-1] for k in range(8)]) * 270 / 1080
    np.testing.assert_allclose(seen, want, atol=0.05)
    every = np.array([weave_at(weave, 1.0, k, 24.0) for k in range(2000)])
    assert np.abs(every).max() <= 2.0 and 0.4 < every.std() < 1.0
    assert np.abs(every.mean(0)).max() < 0.1


def test_resampling_in_place_changes_nothing_and_by_whole_pixels_shifts():
    light = np.random.default_rng(0).random((40, 60, 4)).astype(np.float32)
    np.testing.assert_allclose(resampled(light, (1, 1, 1), (0, 0)), light, atol=1e-6)
    moved = resampled(light, (1, 1, 1), (3, -2))
    np.testing.assert_allclose(moved[2:-4, 5:-5], light[4:-2, 2:-8], atol=1e-5)
    # A straight ramp stays straight at any scale: the kernel reproduces lines (Keys 1981).
    ramp = np.repeat(np.linspace(0, 1, 60, dtype=np.float32)[None, :, None], 40, 0).repeat(4, 2)
    wider = resampled(np.ascontiguousarray(ramp), (1.1, 1.1, 1.1), (0, 0))
    slope = np.diff(wider[20, 5:-5, 1])
    np.testing.assert_allclose(slope, 1 / 59 / 1.1, rtol=1e-3)


def test_halation_is_red_about_what_is_bright_and_keeps_its_light():
    light = np.zeros((200, 300, 4), np.float32)
    light[90:110, 140:160, :3] = 1.0
    plain, tinted = light.copy(), light.copy()
    add_bloom(plain, 0.5, 0.03, 1.0)
    add_bloom(tinted, 0.5, 0.03, 1.0, np.array([1.0, 0.2, 0.1], np.float32))
    added = [(x - light)[..., :3].sum((0, 1)) for x in (plain, tinted)]
    np.testing.assert_allclose(added[1], added[0] * [1.0, 0.2, 0.1], rtol=1e-3)
    project, studio = dots()
    made = with_film(project, halation=Halation(on=True, amount=Track(0.8)))
    atlas = studio.atlas(project)
    before, after = (finished_light(x, atlas, 0.0, (480, 270)) for x in (project, made))
    ring = (after - before)[135 - 6 : 135 + 7, 240 - 6 : 240 + 7, :3]
    assert ring[..., 0].sum() > 3 * ring[..., 2].sum() > 0


def test_flicker_is_even_over_the_frame_and_another_on_every_one():
    project, studio = build(picture(160, 90), [], Frame(160, 90, 24, 1.0))
    atlas = studio.atlas(project)
    made = with_film(project, flicker=Flicker(on=True, amount=Track(0.2)))
    plain = finished_light(project, atlas, 0.0, (160, 90))[..., :3]
    stops = []
    for index in range(24):
        light = finished_light(made, atlas, index / 24, (160, 90))[..., :3]
        gain = light[plain > 0.02] / plain[plain > 0.02]
        assert gain.std() < 2e-3
        stops.append(np.log2(gain.mean()))
    assert np.abs(stops).max() <= 0.4 and np.std(stops) > 0.08 and len(set(stops)) == 24


def test_what_is_on_the_glass_is_neither_graded_nor_lit_but_has_the_grain():
    """A title card before a dark grade: it keeps its colour, and its blend mode."""
    project, studio = grey(120)
    stops = (Stop(0.0, (200, 60, 30, 255)),)
    card = Card(240.0, 135.0, 120.0, 80.0, stops=stops)
    project, name = acts.add_layer(project, card)
    project = project.with_layer(replace(project.layer(name), glass=True))
    made = replace(project, grade=Grade(on=True, exposure=Track(-2.0)))
    made = with_film(made, vignette=Vignette(on=True, amount=Track(1.0)))
    frame = render_frame(made, studio.atlas(made), 0.0)
    np.testing.assert_array_equal(frame[135, 240], [200, 60, 30])
    assert frame[135, 100].max() < 90
    screen = made.with_layer(replace(made.layer(name), blend="screen"))
    frame = render_frame(screen, studio.atlas(screen), 0.0)
    behind = render_frame(made, studio.atlas(made), 0.0)[135, 100] / 255
    dim = srgb_from_linear(linear_from_srgb(np.array(120 / 255)) / 4)
    want = 1 - (1 - dim) * (1 - np.array([200, 60, 30]) / 255)
    assert behind.max() <= dim + 0.01
    assert np.abs(frame[135, 240] / 255 - want).max() < 0.012
    grainy = with_film(made, grain=Grain(on=True, strength=Track(0.1)))
    part = render_frame(grainy, studio.atlas(grainy), 0.0)[110:160, 200:280].astype(float)
    assert part[..., 0].std() > 4
    # With an open shutter a moving card is the mean of its places, laid over what was graded.
    moving = replace(project.layer(name).pose, x=Track(0.0, (Key(0.0, 0.0), Key(1.0, 4.0))))
    moved = made.with_layer(replace(made.layer(name), pose=moving))
    moved = finishing.set_shutter(moved, on=True)
    frame = render_frame(moved, studio.atlas(moved), 0.5).astype(int)
    reds = np.unique(frame[135, :, 0])
    assert reds.max() > 195 and ((reds > 110) & (reds < 190)).sum() > 4


def test_film_is_off_at_first_light_when_on_keyed_and_saved(tmp_path):
    project, studio = build(picture(192, 108), [], Frame(192, 108, 12, 1.0))
    atlas = studio.atlas(project)
    plain = render_frame(project, atlas, 0.25)
    for part in FILM_PARTS:
        made = film.set_film(project, part, on=True)
        frame = render_frame(made, atlas, 0.25)
        assert (frame != plain).any(), part
        drawn = np.abs(frame.astype(int) - plain).mean()
        assert drawn < 12 and abs(frame.mean() - plain.mean()) < 12, part
        owner = {name for name in tracks_of(made, FILM) if name.startswith(part)}
        assert owner
        off = film.set_film(made, part, on=False)
        np.testing.assert_array_equal(render_frame(off, atlas, 0.25), plain)
        assert covered_of(made) == covered_of(project) and moved_of(made) == moved_of(project)
        keyed = {x: Track(0.1, (Key(0.0, 0.1), Key(0.5, 0.2))) for x in owner}
        keyed = with_tracks(made, FILM, keyed)
        assert all(tracks_of(keyed, FILM)[x].keys for x in owner)
        path = tmp_path / f"{part}.woodcock"
        save_project(path, keyed, studio.store)
        assert load_project(path, PixelStore()) == keyed
