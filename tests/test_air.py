"""Air: where specks are, what hides them, how they blur; mist by Beer and Lambert."""

from concurrent.futures import ThreadPoolExecutor
from dataclasses import replace as changed
from itertools import pairwise

import numpy as np
import pytest
from msgspec.structs import replace

from conftest import blob, build, picture
from woodcock.finish.swarm import Swarm, swarm_at
from woodcock.finish.wind import blown
from woodcock.model import (
    Air,
    Card,
    Depth,
    Easing,
    Fog,
    Frame,
    Haze,
    Key,
    Lean,
    Lens,
    Overall,
    Picture,
    Relief,
    Specks,
    Stop,
    Track,
)
from woodcock.render import air as airs
from woodcock.render import render_frame
from woodcock.render.finished import finished_light
from woodcock.render.moment import Moment
from woodcock.session import acts
from woodcock.session import airs as air_acts
from woodcock.session.air_presets import AIRS
from woodcock.stage import apply_move, value_at

W, H = 480, 270
FOCAL = 35 / 36 * W
BLACK = (Stop(0.0, (0, 0, 0, 255)),)


def rain(**change):
    """Much rain that stands still, hard-edged, as an air."""
    what = Specks(amount=Track(900.0), smallest=4.0, largest=8.0, fall=Track(0.0))
    own = {x: change.pop(x) for x in list(change) if x in Specks.__struct_fields__}
    return replace(Air("rain", "Rain", replace(what, **own), near=1.0, far=20.0), **change)


def dark(distance=40.0, frame=None):
    """A black photo far away."""
    project, studio = build(np.zeros((H, W, 3), np.uint8), [], frame or Frame(W, H, 12, 1.0))
    return project.with_layer(replace(project.background, distance=distance)), studio


def with_card(project, x, y, width, height, distance, **change):
    project, name = acts.add_layer(project, Card(x, y, width, height, stops=BLACK))
    return project.with_layer(replace(project.layer(name), distance=distance, **change)), name


def light_of(project, studio, time=0.0, size=(W, H)):
    return finished_light(project, studio.atlas(project), time, size)


def grid_of_drops(seed=0):
    """Drops three pixels wide, far from one another, at known distances."""
    rng = np.random.default_rng(seed)
    x, y = np.meshgrid(np.arange(20, W - 10, 20) + 0.5, np.arange(20, H - 10, 20) + 0.5)
    spots = np.stack([x.ravel(), y.ravel()], 1).astype(np.float32)
    metres = np.exp(rng.uniform(np.log(1.2), np.log(30), len(spots))).astype(np.float32)
    order = np.argsort(metres)
    one = np.ones(len(spots), np.float32)
    ends = np.stack([spots, spots], 1)[order]
    return Swarm(
        ends, metres[order], 1.5 * one, 0 * one, one, np.zeros((len(spots), 4), np.float32)
    )


def test_drops_nearer_than_a_layer_are_over_it_and_the_rest_behind(monkeypatch):
    """Known drops, an upright and a leaning layer: those that are seen are counted, exactly."""
    drops = grid_of_drops()
    monkeypatch.setattr(airs, "swarm_at", lambda air, sight: drops)
    project, studio = dark()
    project, _ = with_card(project, 120.0, 135.0, 200.0, 230.0, 4.0)
    project, leaning = with_card(project, 360.0, 135.0, 200.0, 230.0, 8.0)
    lean = Lean(0.0, 50.0)  # its right side away
    project = project.with_layer(replace(project.layer(leaning), lean=lean))
    project = replace(project, airs=(rain(),))
    made = light_of(project, studio)[..., 0]
    x, y = drops.middles.T
    inside = (np.abs(y - 135) < 115) & (np.abs(x - 120) < 100)
    hidden = inside & (drops.metres > 4.0)
    # The plane through (0, 0, 8) turned by 50 degrees: a ray to u = (x - cx) / f meets it at
    # z = 8 / (1 - u tan 50), from geometry.
    away = 8.0 / (1 - (x - W / 2) / FOCAL * np.tan(np.radians(50.0)))
    on_it = (np.abs(x - 360) < 100) & (np.abs(y - 135) < 115)
    hidden |= on_it & (drops.metres > away)
    seen = made[y.astype(int), x.astype(int)] > 0.1
    assert 40 < hidden.sum() < len(x) - 40 and (on_it & hidden).sum() > 5
    np.testing.assert_array_equal(seen, ~hidden)
    # Between two layers only: none before the near one, none behind the leaning one.
    ids = [layer.id for layer in project.near_to_far]
    limited = replace(project, airs=(rain(behind=ids[0], before=ids[1]),))
    made = light_of(limited, studio)[..., 0]
    seen = made[y.astype(int), x.astype(int)] > 0.1
    between = (drops.metres > 4.0) & (drops.metres < away) & ~inside
    off = (np.abs(drops.metres - away) > 0.2) & (np.abs(drops.metres - 4.0) > 0.2)
    np.testing.assert_array_equal(seen[off], between[off])


def test_what_is_on_the_glass_is_before_all_drops(monkeypatch):
    drops = grid_of_drops(3)
    monkeypatch.setattr(airs, "swarm_at", lambda air, sight: drops)
    project, studio = dark()
    project, _ = with_card(project, 240.0, 135.0, 200.0, 120.0, 9.0, glass=True)
    made = light_of(replace(project, airs=(rain(),)), studio)[..., 0]
    x, y = drops.middles.T
    seen = made[y.astype(int), x.astype(int)] > 0.1
    covered = (np.abs(x - 240) < 100) & (np.abs(y - 135) < 60)
    np.testing.assert_array_equal(seen, ~covered)
    assert covered.sum() > 20


def test_a_relief_hides_drops_by_its_own_surface(monkeypatch):
    drops = grid_of_drops(1)
    monkeypatch.setattr(airs, "swarm_at", lambda air, sight: drops)
    project, studio = dark(20.0)
    ramp = np.linspace(0, 65535, W).astype(np.uint16)[None].repeat(H, 0)
    depth = Depth(studio.store.put(np.ascontiguousarray(ramp)), 2.0, 20.0)
    relief = Relief(thickness=18.0, sits=0.0, smooth=0.0)
    project = replace(project, depth=depth, airs=(rain(),))
    project = project.with_layer(replace(project.background, relief=relief))
    made = light_of(project, studio)[..., 0]
    x, y = drops.middles.T
    seen = made[y.astype(int), x.astype(int)] > 0.1
    away = 1 / (1 / 20 + x / W * (1 / 2 - 1 / 20))
    clear = np.abs(np.log(drops.metres / away)) > 0.1
    np.testing.assert_array_equal(seen[clear], (drops.metres < away)[clear])


@pytest.mark.parametrize("turned", [False, True])
def test_the_lens_moves_through_the_drops_as_a_pinhole(turned):
    """Each drop is where a pinhole sees its place in the world, until it is out of the frame."""
    project, _ = dark()
    air = rain(amount=Track(3000.0))

    def seen(z, yaw=0.0, x=0.0):
        lens = Lens(z=Track(z), yaw=Track(yaw), x=Track(x))
        moment = Moment(replace(project, lens=lens), None, 0.0, (W, H))
        return swarm_at(air, moment.sight())

    before = seen(0.0)
    after = seen(1.0, 7.0, 0.3) if turned else seen(1.0)
    places = (before.middles - (W / 2, H / 2)) / FOCAL * before.metres[:, None]
    world = np.column_stack([places, before.metres])
    turn = np.radians(7.0 if turned else 0.0)
    away = world - ((0.3 if turned else 0.0), 0, 1.0)
    axis = np.array([[np.cos(turn), 0, -np.sin(turn)], [0, 1, 0], [np.sin(turn), 0, np.cos(turn)]])
    away = away @ axis.T
    spots = away[:, :2] / away[:, 2:] * FOCAL + (W / 2, H / 2)
    known = {tuple(row): spot for row, spot in zip(after.chance, after.middles, strict=True)}
    found = 0
    for row, spot, metres in zip(before.chance, spots, away[:, 2], strict=True):
        inside = -2 < spot[0] < W + 2 and -2 < spot[1] < H + 2 and 1.2 < metres < 18
        there = known.get(tuple(row))
        if inside and there is not None and np.hypot(*(there - spot)) < 40:
            assert np.hypot(*(there - spot)) < 0.5
            found += 1
        if metres < 0.9 or not (-60 < spot[0] < W + 60):
            assert there is None or np.hypot(*(there - spot)) > 40  # it has left the frame
    assert found > 400


def test_nothing_pops_while_the_lens_goes_through():
    """From frame to frame specks fade in and out a little at a time, wherever blocks end."""
    project, _ = dark()
    air = rain(amount=Track(2500.0), fall=Track(1.0), wander=Track(0.2), wind=Track(0.5))

    def seen(k):
        lens = Lens(z=Track(0.05 * k), x=Track(0.02 * k), yaw=Track(0.3 * k))
        moment = Moment(replace(project, lens=lens), None, k / 30, (W, H))
        found = swarm_at(air, moment.sight())
        x, y = found.middles.T
        inside = (x > 30) & (x < W - 30) & (y > 30) & (y < H - 30) & (found.metres > 1.3)
        known = {}  # by the speck: all its repetitions
        for row, spot, strength, here in zip(
            found.chance, found.middles, found.strength, inside, strict=True
        ):
            known.setdefault(tuple(row), []).append((spot, float(strength), bool(here)))
        return known

    faded = 0
    frames = [seen(k) for k in range(20)]
    for before, after in pairwise(frames):
        for one, other in ((before, after), (after, before)):
            for row, images in one.items():
                for spot, strength, inside in images:
                    if inside:
                        near = [s for at, s, _ in other.get(row, []) if np.hypot(*(at - spot)) < 40]
                        gone = strength - max(near, default=0.0)
                        assert gone < 0.5, (spot, strength, gone)
                        faded += gone > 0.02
    assert faded > 50  # they do come and go


def test_as_many_are_in_the_frame_as_asked_for_near_and_far_alike():
    project, _ = dark()
    for amount, far in ((300.0, 20.0), (4000.0, 60.0)):
        air = rain(amount=Track(amount), far=far)
        moment = Moment(project, None, 0.0, (W, H))
        found = swarm_at(air, moment.sight())
        assert found.strength.sum() == pytest.approx(amount, rel=0.2)
        octaves = np.histogram(np.log2(found.metres), np.arange(0, np.log2(far), 1.0))[0]
        assert octaves.min() > 0.4 * octaves.max()


def test_what_falls_goes_so_far_a_second_and_the_wind_blows_it():
    project, _ = dark()
    air = rain(fall=Track(2.0), wind=Track(1.5), near=2.0, far=3.0)
    found = swarm_at(air, Moment(project, None, 0.0, (W, H), 0.0, 0.1).sight())
    gone = (found.ends[:, 1] - found.ends[:, 0]) * found.metres[:, None] / FOCAL
    pace = gone[:, 1] / 0.2  # each at its own
    assert len(found.metres) > 100 and np.allclose(gone[:, 0], 0.15, atol=1e-3)
    assert pace.min() > 0.6 and pace.max() < 1.4 and pace.mean() == pytest.approx(1.0, abs=0.05)


def test_wind_that_turns_and_swells_is_followed_all_the_way():
    """Keyed speed and heading, against an integral in closed form; gusts come back to it."""
    line = Easing()
    swells = Track(0.0, (Key(0.0, 1.0, line), Key(2.0, 3.0, line)))
    assert blown(rain(wind=swells), 2.0)[0] == pytest.approx(4.0, abs=1e-3)
    assert blown(rain(wind=swells), 1.0)[0] == pytest.approx(1.5, abs=1e-3)
    turns = Track(0.0, (Key(0.0, 0.0, line), Key(2.0, 180.0, line)))
    right, away = blown(rain(wind=Track(1.0), heading=turns), 2.0)
    # A half circle walked at 1 m/s in 2 s: its diameter is 4 / pi, away from the lens.
    assert (right, away) == pytest.approx((0.0, 4 / np.pi), abs=2e-3)
    steady, gusty = rain(wind=Track(2.0)), rain(wind=Track(2.0), gusts=Track(1.0))
    off = [blown(gusty, t)[0] - blown(steady, t)[0] for t in np.arange(0, 30, 0.1)]
    assert 0.3 < np.ptp(off) < 3.0
    speed = np.diff([blown(gusty, t)[0] for t in np.arange(0, 30, 0.02)]) / 0.02
    assert -0.1 < speed.min() < 1.0 and 3.0 < speed.max() < 4.1


@pytest.mark.parametrize("preset", sorted(AIRS))
def test_same_seed_same_frames_in_any_order_and_from_any_thread(preset):
    project, studio = build(picture(W, H), [blob(W, H, 200, 140, 70)], Frame(W, H, 12, 1.0))
    project, name = air_acts.add_air(project, preset)
    project = apply_move(project, "push-in", 10)
    atlas = studio.atlas(project)
    times = [0.0, 0.25, 0.5, 0.75]
    frames = {t: render_frame(project, atlas, t) for t in times}
    with ThreadPoolExecutor(4) as pool:
        again = list(pool.map(lambda t: render_frame(project, atlas, t), times[::-1]))
    for t, frame in zip(times[::-1], again, strict=True):
        np.testing.assert_array_equal(frames[t], frame)
    other = air_acts.set_effect(project, name, seed=77)
    assert (render_frame(other, atlas, 0.5) != frames[0.5]).mean() > 1e-4
    assert (frames[0.25] != frames[0.5]).mean() > 1e-4


@pytest.mark.parametrize("distance", [10.0, 20.0, 40.0])
@pytest.mark.parametrize("density", [0.01, 0.05])
def test_fog_lets_through_what_beer_and_lambert_say(distance, density):
    photo = np.full((H, W, 3), 255, np.uint8)
    project, studio = build(photo, [], Frame(W, H, 12, 1.0))
    project = project.with_layer(replace(project.background, distance=distance))
    fog = Fog(Track(density), Track(0.0))
    project = replace(project, airs=(Air("f", "Fog", fog, near=0, far=1e3, colour=(0, 0, 0, 255)),))
    made = light_of(project, studio)[..., :3]
    np.testing.assert_allclose(made, np.exp(-density * distance), atol=1 / 255)
    hazy = Haze(True, (0, 0, 0, 255), Track(density), Track(4.0))
    made = light_of(replace(project, airs=(), haze=hazy), studio)[..., :3]
    np.testing.assert_allclose(made, np.exp(-density * (distance - 4.0)), atol=1 / 255)


def test_haze_and_fog_follow_a_relief_pixel_by_pixel():
    photo = np.full((H, W, 3), 255, np.uint8)
    project, studio = build(photo, [], Frame(W, H, 12, 1.0))
    ramp = np.linspace(0, 65535, W).astype(np.uint16)[None].repeat(H, 0)
    depth = Depth(studio.store.put(np.ascontiguousarray(ramp)), 2.0, 20.0)
    relief = Relief(thickness=18.0, sits=0.0, smooth=0.0)
    project = replace(project, depth=depth, haze=Haze(True, (0, 0, 0, 255), Track(0.05), Track(1)))
    layer = replace(project.background, distance=20.0, relief=relief)
    project = project.with_layer(layer)
    x = np.arange(W) + 0.5
    away = 1 / (1 / 20 + x / W * (1 / 2 - 1 / 20))
    for blurred in (False, True):
        lens = replace(project.lens, f_number=Track(0.8), focus=Track(4.0))
        if blurred:
            lens = replace(lens, defocus=replace(lens.defocus, on=True))
        made = light_of(replace(project, lens=lens), studio)[100:170, 20:-20, 0]
        true = np.exp(-0.05 * (away - 1))[20:-20]
        np.testing.assert_allclose(made, np.broadcast_to(true, made.shape), atol=0.012)


def test_mist_hides_specks_by_their_own_distance(monkeypatch):
    """Before a black wall in black fog, a drop z metres away is exp(-k z) of what it was."""
    drops = grid_of_drops(2)
    monkeypatch.setattr(airs, "swarm_at", lambda air, sight: drops)
    project, studio = dark()
    clear = replace(project, airs=(rain(),))
    fog = Air("f", "Fog", Fog(Track(0.08), Track(0.0)), near=0, far=1e3, colour=(0, 0, 0, 255))
    x, y = drops.middles.T.astype(int)
    before = light_of(clear, studio)[y, x, 0]
    for covered in (False, True):  # in one gap, and in two
        there = replace(clear, airs=(rain(), fog))
        if covered:  # a thing that is elsewhere parts the air in two
            there, _ = with_card(there, -900.0, 135.0, 40.0, 40.0, 6.0)
        made = light_of(there, studio)[y, x, 0]
        np.testing.assert_allclose(made / before, np.exp(-0.08 * drops.metres), atol=4e-3)


def test_banks_of_mist_stay_where_they_are_as_the_lens_goes_by():
    """Along the lens's axis the mist between two places is the same, wherever it is seen from."""
    project, _ = dark()
    air = Air("f", "Fog", Fog(Track(0.05), Track(1.0), 8.0), near=0.0, far=60.0)

    def between(z):
        lens = Lens(z=Track(z))
        moment = Moment(replace(project, lens=lens), None, 0.0, (W, H))
        thick = airs.thickness_of_fog(air, moment.sight())
        step = np.log(thick.far / thick.near) / (len(thick.slices) - 1)
        at = thick.near * np.exp(step * np.arange(len(thick.slices)))
        middle = thick.slices[:, thick.slices.shape[1] // 2, thick.slices.shape[2] // 2]
        return np.interp(np.array([12.0, 20.0, 30.0, 45.0]) - z, at, middle)

    here, there = np.diff(between(0.0)), np.diff(between(1.5))
    np.testing.assert_allclose(there, here, rtol=0.2)
    assert abs(here / (8, 10, 15) - 0.05).max() > 0.01  # it does lie in banks


def test_low_mist_lies_low():
    project, studio = dark(40.0)
    low = Fog(Track(0.05), Track(0.0), 6.0, 0.5, 1.5)
    project = replace(project, airs=(Air("f", "Mist", low, near=0.0, far=100.0),))
    made = light_of(project, studio)[..., 0].mean(1)
    horizon = H // 2
    assert made[horizon + 10] > 4 * made[20]  # nothing to see of it up in the sky
    assert made[-1] < 0.7 * made[horizon + 10]  # and less near the feet than far away


@pytest.mark.parametrize("f_number", [1.0, 2.8])
def test_specks_out_of_focus_become_the_iris_and_keep_their_light(f_number):
    project, studio = dark()
    project = replace(project, airs=(rain(amount=Track(250.0), near=3.0),))
    sharp = light_of(project, studio)[..., 0]
    defocus = replace(project.lens.defocus, on=True)
    lens = replace(project.lens, defocus=defocus, f_number=Track(f_number), focus=Track(1.5))
    soft = light_of(replace(project, lens=lens), studio)[..., 0]
    assert soft[20:-20, 20:-20].sum() == pytest.approx(sharp[20:-20, 20:-20].sum(), rel=0.1)
    assert soft.max() < 0.9 * sharp.max()


def test_a_longer_streak_is_as_much_fainter():
    project, studio = dark()
    totals = []
    for streak in (0.0, 90.0, 360.0):
        air = rain(amount=Track(300.0), fall=Track(1.0), streak=streak, near=3.0)
        made = light_of(replace(project, airs=(air,)), studio)[..., 0]
        totals.append((made[10:-10, 10:-10].sum(), made.max()))
    assert totals[1][0] == pytest.approx(totals[0][0], rel=0.1)
    assert totals[2][0] == pytest.approx(totals[0][0], rel=0.1)
    assert totals[2][1] < totals[1][1] < totals[0][1]


def test_drops_bend_what_is_behind_them_and_nothing_else(monkeypatch):
    """A ramp behind one round drop: its right half shows what is left of its middle."""
    one = np.ones(1, np.float32)
    spots = np.full((1, 2, 2), (240.0, 135.0), np.float32)
    drop = Swarm(spots, 2 * one, 20 * one, 0 * one, one, np.zeros((1, 4), np.float32))
    monkeypatch.setattr(airs, "swarm_at", lambda air, sight: drop)
    ramp = np.linspace(0, 255, W).astype(np.uint8)[None, :, None].repeat(H, 0).repeat(3, 2)
    project, studio = build(np.ascontiguousarray(ramp), [], Frame(W, H, 12, 1.0))
    plain = replace(project, airs=(rain(amount=Track(1.0), brightness=Track(0.0)),))
    bent = replace(plain, airs=(rain(refraction=Track(24.0), brightness=Track(0.0)),))
    frames = [light_of(x, studio)[..., 0] for x in (project, plain, bent)]
    photo, still, made = frames
    away = np.hypot(*(np.stack(np.meshgrid(np.arange(W) + 0.5 - 240, np.arange(H) + 0.5 - 135))))
    np.testing.assert_array_equal(made[away > 23], photo[away > 23])
    by = 24.0 * H / 1080
    # Half way out the drop shows what lies by the lens's whole strength nearer its middle.
    row, column = 135, 252
    shift = 2.6 * by * (12.5 / 20.5) * (1 - (12.5 / 20.5) ** 2)
    share = still[row, column] / photo[row, column]
    at = np.interp(column - shift, np.arange(W), photo[row])
    assert made[row, column] / share == pytest.approx(at, rel=0.02)
    assert np.abs(made[away < 15] / share - photo[away < 15]).max() > 0.01


def test_the_second_move_carries_the_snow_along():
    """The finished picture enlarged twofold and shifted: so is every flake."""
    project, _ = dark()
    air = rain()
    sight = Moment(project, None, 0.0, (W, H)).sight()
    plain = swarm_at(air, sight)
    second = Overall(scale=Track(2.0), x=Track(0.1), angle=Track(90.0))
    moved = swarm_at(air, Moment(replace(project, overall=second), None, 0.0, (W, H)).sight())
    known = {tuple(row): k for k, row in enumerate(plain.chance)}
    pairs = [(k, known[tuple(row)]) for k, row in enumerate(moved.chance) if tuple(row) in known]
    there, here = (np.array(x) for x in zip(*pairs, strict=True))
    off = plain.middles[here] - (W / 2, H / 2)
    expected = 2 * np.stack([-off[:, 1], off[:, 0]], 1) + (W / 2 + 0.1 * W, H / 2)
    same = np.hypot(*(moved.middles[there] - expected).T) < 50  # not another repetition
    assert same.sum() > 50
    np.testing.assert_allclose(moved.middles[there][same], expected[same], atol=0.05)
    np.testing.assert_allclose(moved.radius[there], 2 * plain.radius[here], rtol=1e-3)


def test_blended_layers_blend_with_the_air_behind_them_and_not_before():
    """White paper that multiplies leaves mist and drops as they are; black hides those behind."""
    project, studio = build(picture(W, H), [], Frame(W, H, 12, 1.0))
    project = project.with_layer(replace(project.background, distance=40.0))
    fog = Air("f", "Fog", Fog(Track(0.04), Track(0.8)), near=0.0, far=60.0)
    project = replace(project, airs=(rain(refraction=Track(5.0)), fog))
    before = light_of(project, studio)
    for colour in (255, 0):
        stops = (Stop(0.0, (colour, colour, colour, 255)),)
        there, name = acts.add_layer(project, Card(240.0, 135.0, 900.0, 900.0, stops=stops))
        paper = replace(there.layer(name), distance=6.0, blend="multiply")
        made = light_of(there.with_layer(paper), studio)
        if colour == 255:
            np.testing.assert_allclose(made[..., :3], before[..., :3], atol=0.03)
            assert np.abs(made - before).mean() < 2e-3
        else:
            nearer = replace(project.airs[0], before=name), replace(fog, before=name)
            alone = light_of(replace(there.with_layer(paper), airs=nearer), studio)
            np.testing.assert_allclose(made, alone, atol=0.03)
            assert alone[..., :3].max() > 0.2  # drops before it


def test_leaves_and_pictures_tumble_and_are_hidden_like_specks():
    project, studio = dark()
    mark = np.zeros((40, 60, 4), np.uint8)
    mark[10:30, 5:55] = (250, 30, 30, 255)
    own = Picture(studio.store.put(mark), 60, 40, 0, 0)
    leaves = rain(kind="leaves", amount=Track(80.0), smallest=60.0, largest=90.0, spin=0.5)
    given = replace(leaves, what=replace(leaves.what, picture=own))
    there = replace(project, airs=(given,))
    made = light_of(there, studio)
    red, green = made[..., 0].sum(), made[..., 1].sum()
    assert red > 100 and green < 0.1 * red  # its own colours
    drawn = light_of(replace(project, airs=(leaves,)), studio)
    assert drawn[..., 1].sum() > 100
    assert np.abs(light_of(there, studio, 0.5) - made).max() > 0.2  # it has turned
    covered, _ = with_card(there, W / 2, H / 2, 2 * W, 2 * H, 0.9)
    assert light_of(covered, studio)[..., :3].max() < 1e-4


def test_leaves_out_of_focus_keep_their_light():
    """As the lens opens they grow softer and larger, and as much fainter."""
    project, studio = dark()
    leaves = rain(kind="leaves", amount=Track(60.0), smallest=40.0, largest=50.0, near=3.0)
    project = replace(project, airs=(leaves,))
    sharp = light_of(project, studio)[20:-20, 20:-20, 0]
    defocus = replace(project.lens.defocus, on=True)
    lens = replace(project.lens, defocus=defocus, f_number=Track(1.0), focus=Track(1.2))
    soft = light_of(replace(project, lens=lens), studio)[20:-20, 20:-20, 0]
    assert soft.sum() == pytest.approx(sharp.sum(), rel=0.15)
    assert soft.max() < 0.7 * sharp.max()


def test_air_without_anything_changes_no_bit_and_costs_no_pass():
    project, studio = build(picture(W, H), [blob(W, H, 200, 140, 70)], Frame(W, H, 12, 1.0))
    atlas, plain = studio.atlas(project), None
    plain = render_frame(project, atlas, 0.5)
    fog = Air("f", "Fog", Fog(Track(0.0)))
    nothing = [
        rain(amount=Track(0.0)), rain(opacity=Track(0.0)), rain(visible=False), fog,
        replace(fog, what=Fog(), opacity=Track(0.0)),
    ]  # fmt: skip
    for air in nothing:
        there = replace(project, airs=(air,))
        np.testing.assert_array_equal(render_frame(there, atlas, 0.5), plain)


def test_acts_keep_airs_in_order_and_let_go_of_layers_that_are_deleted():
    project, _ = build(picture(W, H), [blob(W, H, 200, 140, 70)], Frame(W, H, 12, 1.0))
    near = project.near_to_far[0].id
    project, name = air_acts.add_air(project, "Rain")
    project, second = air_acts.add_air(project, "Rain")
    assert [x.name for x in project.airs] == ["Rain", "Rain 2"]
    project = air_acts.limit_air(project, name, 30.0, 2.0)
    project = air_acts.set_sizes(project, name, 9.0, 1.0)
    air = project.airs[0]
    assert (air.near, air.far, air.what.smallest, air.what.largest) == (2.0, 30.0, 1.0, 9.0)
    project = air_acts.set_effect(project, name, behind=near)
    project = acts.delete_layer(project, near)
    assert project.airs[0].behind is None
    project = air_acts.remove_effect(project, second)
    assert [x.id for x in project.airs] == [name]
    assert value_at(air.wind, 0.0) == value_at(AIRS["Rain"].wind, 0.0)
    moment = changed(Moment(project, None, 0.0, (W, H)), after=0.1)
    assert moment.between("gone", None) == (0, 1)


def test_a_hidden_layer_still_limits_the_air():
    """Rain behind a thing stays behind where it stood while that is looked past."""
    project, studio = dark()
    project, near = with_card(project, 240.0, 135.0, 300.0, 200.0, 4.0)
    project, _ = with_card(project, 240.0, 135.0, 80.0, 60.0, 9.0)
    project = replace(project, airs=(rain(behind=near),))
    seen = light_of(project, studio)[..., 0]
    hidden = acts.show_layer(project, near, False)
    made = light_of(hidden, studio)[..., 0]
    everywhere = light_of(replace(hidden, airs=(rain(),)), studio)[..., 0]
    assert made.sum() < 0.9 * everywhere.sum()
    beside = np.ones((H, W), bool)
    beside[30:240, 85:395] = False
    np.testing.assert_allclose(made[beside], seen[beside], atol=1e-6)
