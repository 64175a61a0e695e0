"""Lights in the scene, flashes, shadow, shimmer, bloom: by geometry and closed forms."""

import numpy as np
import pytest
from msgspec.structs import replace

from conftest import blob, build, picture
from woodcock.finish.bloom import add_bloom
from woodcock.finish.flare import ghost_places, shine_of
from woodcock.finish.flash import brightness_at
from woodcock.finish.shadow import box_blurred
from woodcock.model import (
    Bloom,
    Bolt,
    Card,
    Depth,
    Flare,
    Flash,
    Follow,
    Frame,
    Glow,
    Haze,
    Key,
    Lean,
    Lens,
    Light,
    Rays,
    Relief,
    Shadow,
    Shimmer,
    Stop,
    Track,
)
from woodcock.pixels.store import PixelStore
from woodcock.render import render_frame
from woodcock.render.finished import finished_light
from woodcock.render.lights import nearer_than
from woodcock.render.moment import Moment
from woodcock.session import acts, airs, carrying, finishing, lights
from woodcock.session.light_presets import LIGHTS
from woodcock.session.picked import colour_at, haze_of
from woodcock.stage import apply_move, scene_at, spot_of_light

W, H = 480, 270
FOCAL = 35 / 36 * W


def plain(value=0, distance=40.0, seconds=1.0):
    photo = np.full((H, W, 3), value, np.uint8)
    project, studio = build(photo, [], Frame(W, H, 12, seconds))
    return project.with_layer(replace(project.background, distance=distance)), studio


def with_card(project, x, y, width, height, distance, colour=(0, 0, 0, 255), **change):
    stops = (Stop(0.0, colour),)
    project, name = acts.add_layer(project, Card(x, y, width, height, stops=stops))
    return project.with_layer(replace(project.layer(name), distance=distance, **change)), name


def light_of(project, studio, time=0.0, size=(W, H)):
    return finished_light(project, studio.atlas(project), time, size)


def lit(x, y, distance=20.0, **parts):
    return Light("l", "Light", Track(x), Track(y), Track(distance), **parts)


def rotation(yaw, pitch, roll):
    """Turned right, then up, then clockwise: from the names of the angles."""
    a, b, c = np.radians([yaw, pitch, roll])
    right = np.array([[np.cos(a), 0, np.sin(a)], [0, 1, 0], [-np.sin(a), 0, np.cos(a)]])
    up = np.array([[1, 0, 0], [0, np.cos(b), -np.sin(b)], [0, np.sin(b), np.cos(b)]])
    turn = np.array([[np.cos(c), -np.sin(c), 0], [np.sin(c), np.cos(c), 0], [0, 0, 1]])
    return right @ up @ turn


def test_a_flare_stays_on_its_place_while_the_lens_goes_by():
    """The middle of the light that is added, against a pinhole written out here."""
    project, studio = plain()
    x, y, away = 300.0, 90.0, 12.0
    light = lit(x, y, away, glow=Glow(Track(0.8), Track(0.01)))
    project = replace(project, lights=(light,))
    atlas = studio.atlas(project)
    world = np.array([(x - W / 2) / FOCAL * away, (y - H / 2) / FOCAL * away, away])
    rng = np.random.default_rng(3)
    for _ in range(12):
        px, py, pz = rng.uniform(-0.8, 0.8, 3)
        yaw, pitch, roll = rng.uniform(-6, 6, 3)
        names = {"x": px, "y": py, "z": pz, "yaw": yaw, "pitch": pitch, "roll": roll}
        lens = Lens(**{name: Track(float(value)) for name, value in names.items()})
        seen = rotation(yaw, pitch, roll).T @ (world - (px, py, pz))
        spot = seen[:2] / seen[2] * FOCAL + (W / 2, H / 2)
        made = finished_light(replace(project, lens=lens), atlas, 0.0, (W, H))[..., 0]
        yy, xx = np.mgrid[0:H, 0:W] + 0.5
        weight = np.where(made > 0.3 * made.max(), made, 0)
        middle = np.array([(weight * xx).sum(), (weight * yy).sum()]) / weight.sum()
        assert np.hypot(*(middle - spot)) < 0.5


def seen_at(project, time):
    """Where the first light of a project is seen, in a frame of W x H."""
    placed, now = scene_at(project, time, (W, H)), project.frame.shown(time)
    return spot_of_light(project, placed, project.lights[0], now, (W, H))


def test_a_light_hung_on_another_layer_stays_where_it_is_seen():
    """At the playhead, and where it is keyed at every key; back again it has its place again."""
    project, _ = build(picture(W, H), [blob(W, H, 150, 140, 60)], Frame(W, H, 12, 1.0))
    near, far = project.near_to_far
    store = PixelStore()
    depth = np.tile(np.linspace(0, 65535, W).astype(np.uint16), (H, 1))
    project = replace(apply_move(project, "orbit", 20), depth=Depth(store.put(depth), 2.0, 30.0))
    near = replace(near, distance=4.0, relief=Relief(thickness=1.5), lean=Lean(20, 0))
    project = project.with_layer(near)
    project, carrier = carrying.add_carrier(project, [far.id])
    project = carrying.rock(project, carrier, 8.0, 1.0)
    keys = Key(0.0, 60.0), Key(0.5, 120.0), Key(11 / 12, 200.0)
    for track in (Track(100.0), Track(0.0, keys)):
        lit, light = lights.add_light(project, "Lantern", Follow(near.id, 100.0, 140.0, 0.5))
        lit = airs.set_effect(lit, light, x=track)
        times = [0.5] if not track.keys else [0.0, 0.5, 11 / 12]
        before = [seen_at(lit, time) for time in times]
        first = lit.lights[0]
        for layer in (far.id, None, far.id, near.id):
            lit = lights.rehang_light(lit, light, layer, 0.5)
            assert lit.lights[0].layer == layer
            after = [seen_at(lit, time) for time in times]
            assert np.allclose(after, before, atol=1e-3), layer
        assert [k.time for k in lit.lights[0].x.keys] == [k.time for k in track.keys]
        if not track.keys:
            assert first.height != near.relief.sits or lit.lights[0].x.base == pytest.approx(100.0)


def test_a_bolt_ends_where_a_nearer_layer_would_hide_it():
    """A ridge before it, and water below the ridge that is farther away than the bolt."""
    ridge = np.zeros((H, W), np.uint8)
    ridge[130:190] = 255
    project, studio = build(np.full((H, W, 3), 40, np.uint8), [ridge], Frame(W, H, 12, 1.0))
    project, name = lights.add_flash(project, [project.background.id], 0.0, True, studio.store)
    bolt = project.flashes[0].bolt
    assert 130 <= bolt.end[1] <= 136
    dark = replace(project, flashes=())
    lit = light_of(project, studio)[..., 0] - light_of(dark, studio)[..., 0]
    assert lit[60:120].max() > 0.2 and lit[195:].max() < 0.05
    hidden = project.with_layer(replace(project.near_to_far[0], visible=False))
    free = lights.set_bolt(hidden, name, True, studio.store).flashes[0].bolt
    assert free.end == lights.set_bolt(project, name, True).flashes[0].bolt.end


def test_a_light_hung_on_a_layer_goes_with_it():
    project, studio = build(picture(W, H), [blob(W, H, 150, 140, 60)], Frame(W, H, 12, 1.0))
    near, far = project.near_to_far
    pose = replace(near.pose, x=Track(0.0, (Key(0.0, 0.0), Key(1.0, 0.5))))
    project = project.with_layer(replace(near, pose=pose, distance=5.0))
    project, name = lights.add_light(project, "Lantern", Follow(near.id, 150.0, 140.0))
    there = seen_at(project, 11 / 12)
    placed = next(x for x in scene_at(project, 11 / 12, (W, H)) if x.id == near.id)
    shifted = placed.mapping.homography @ (150.0, 140.0, 1.0)
    assert there == pytest.approx(tuple(shifted[:2] / shifted[2]), abs=1e-6)
    assert there[0] > 150 + 0.3 / 5 * FOCAL
    # The layer hidden and set elsewhere, the light is where it stands.
    hidden = project.with_layer(replace(project.layer(near.id), visible=False, distance=7.0))
    assert nearer_than(Moment(hidden, studio.atlas(hidden), 0.0, (W, H)), hidden.lights[0]) == []
    before = replace(hidden, layers=(hidden.layer(near.id), replace(far, distance=6.0)))
    assert nearer_than(Moment(before, studio.atlas(before), 0.0, (W, H)), before.lights[0]) == [0]
    # The layer deleted, the light stays in the scene where the layer stood.
    left = acts.delete_layer(project, near.id).lights[0]
    assert left.layer is None and left.distance.base == 5.0
    assert lights.rehang_light(project, name, None, 0.0).lights[0].distance.base == 5.0


def test_ghosts_lie_on_the_line_through_the_middle_and_have_the_irises_shape():
    flare = Flare(Track(0.0), 0, ring=Track(0.0), ghosts=Track(0.5), count=1, spread=Track(0.0))
    project, studio = plain()
    for x, y in ((90.0, 60.0), (400.0, 40.0), (30.0, 250.0)):
        for seed in range(4):
            own = replace(flare, count=5, spread=Track(1.3), seed=seed)
            places = ghost_places(shine_of(None, own, 0.0).ghosts, (x, y), (W, H))
            along, off = np.array([W / 2 - x, H / 2 - y]), places - (x, y)
            aside = (along[0] * off[:, 1] - along[1] * off[:, 0]) / np.hypot(*along)
            assert np.abs(aside).max() < 1e-9 and len(places) == 5
        light = lit(x, y, flare=replace(flare, ghost_size=Track(0.1)))
        made = light_of(replace(project, lights=(light,)), studio)[..., :3].sum(2)
        yy, xx = np.mgrid[0:H, 0:W] + 0.5
        middle = np.array([(made * xx).sum(), (made * yy).sum()]) / made.sum()
        # One ghost without spread lies at the middle of the frame, six-cornered.
        assert np.hypot(*(middle - (W / 2, H / 2))) < 0.5
        there = made > 0.3 * made.max()
        wide, high = np.ptp(np.flatnonzero(there.any(0))), np.ptp(np.flatnonzero(there.any(1)))
        assert wide / high == pytest.approx(np.sqrt(3) / 2, rel=0.1)


def test_a_light_is_as_strong_as_the_share_of_it_that_is_not_covered():
    """A straight edge slid over a disc: the area of a circle's segment."""
    project, studio = plain()
    size = 0.12
    radius = size * H / 2
    light = lit(W / 2, H / 2, 20.0, size=Track(size), glow=Glow(Track(0.5), Track(0.3)))
    last, before = 2.0, None
    for edge in np.linspace(-1.3, 1.3, 14) * radius:
        there, _ = with_card(project, W / 2 + edge - 120, H / 2, 240.0, 300.0, 5.0)
        there = replace(there, lights=(light,))
        made = light_of(there, studio)[20, 470, 0]
        clear = light_of(replace(project, lights=(light,)), studio)[20, 470, 0]
        d = float(np.clip(edge / radius, -1, 1))
        share = (np.arccos(d) - d * np.sqrt(1 - d * d)) / np.pi
        assert made / clear == pytest.approx(share, abs=0.02 + 0.05 * share)
        assert made / clear <= last + 1e-6
        last = made / clear
        behind, _ = with_card(project, W / 2 + edge - 120, H / 2, 240.0, 300.0, 30.0)
        same = light_of(replace(behind, lights=(light,)), studio)[20, 470, 0]
        before = same if before is None else before
        assert same == pytest.approx(before)  # what is farther covers nothing


def test_a_light_fades_as_it_leaves_the_frame():
    project, studio = plain()
    made = []
    for x in np.linspace(W - 30, W + 60, 19):
        light = lit(x, 100.0, glow=Glow(Track(0.5), Track(2.0)))
        made.append(light_of(replace(project, lights=(light,)), studio)[100, 200, 0])
    steps = -np.diff(made)
    assert steps.min() >= -1e-3 and made[-1] == 0.0
    assert steps.max() < 0.35 * max(made)  # never at once


def test_rays_are_cast_where_nothing_stands_in_their_way():
    project, studio = plain()
    light = lit(240.0, 40.0, 30.0, rays=Rays(Track(1.0), Track(1.5)))
    project = replace(project, lights=(light,))
    free = light_of(project, studio)[..., 0]
    there, _ = with_card(project, 240.0, 100.0, 60.0, 30.0, 5.0)
    made = light_of(there, studio)[..., 0]
    assert made[240, 240] < 0.75 * free[240, 240]  # in the card's shade
    np.testing.assert_allclose(made[60:240:30, 440], free[60:240:30, 440], rtol=0.05)
    assert free[100, 240] > free[200, 240] > 0


def test_bloom_keeps_the_sum_of_the_light_it_spreads():
    frame = np.zeros((256, 256, 4), np.float32)
    frame[128, 128, :3] = 5.0
    for radius in (0.004, 0.02, 0.05):
        made = frame.copy()
        add_bloom(made, 1.0, radius, 0.5)
        added = (made - frame)[..., 0]
        assert added.sum() == pytest.approx(0.5 * 4.0, rel=0.02)
        yy, xx = np.mgrid[0:256, 0:256] + 0.5
        spread = np.sqrt((added * ((xx - 128.5) ** 2 + (yy - 128.5) ** 2)).sum() / added.sum() / 2)
        # Two Gaussians one after the other, the second three times as wide, share of it 0.35.
        sigma = radius * 256
        assert spread == pytest.approx(sigma * np.sqrt(0.65 + 0.35 * 10), rel=0.15)
    made = np.full((90, 120, 4), 0.5, np.float32)
    add_bloom(made, 0.8, 0.05, 1.0)
    np.testing.assert_array_equal(made, np.float32(0.5))


def test_a_box_blur_counts_parts_of_pixels():
    step = np.zeros((5, 60), np.float32)
    step[:, 30:] = 1
    for width in (1.0, 2.5, 7.3):
        made = box_blurred(step, width, 1.0)[2, 10:50]
        x = np.arange(10, 50) + 0.5
        ideal = np.clip((x - 30) / width + 0.5, 0, 1)
        np.testing.assert_allclose(made, ideal, atol=0.5 / width + 1e-6)
        assert made.sum() == pytest.approx(20, abs=1e-3)


@pytest.mark.parametrize("soft", [3.0, 9.0])
@pytest.mark.parametrize("size", [(W, H), (2 * W, 2 * H)])
def test_the_shadow_of_a_square_is_its_box_blur(soft, size):
    """A square card at 10 m before a white wall at 20 m, by a light of known width."""
    project, studio = plain(255, 20.0)
    low = 8.0
    shadow = Shadow(Track(0.8), Track(-90.0), Track(low), Track(soft))  # the light is at the left
    project, _ = with_card(project, 120.0, H / 2, 90.0, 90.0, 10.0, shadow=shadow)
    made = light_of(project, studio, size=size)[..., 0]
    by = size[0] / W
    gap = 1 - 10 / 20
    shift = np.tan(np.radians(low)) * FOCAL * gap
    wide = 2 * np.tan(np.radians(soft / 2)) * FOCAL * gap

    def ramp(x, low, high):
        """A box of `wide` over a stretch: how much of it is covered."""
        begin, end = np.maximum(x - wide / 2, low), np.minimum(x + wide / 2, high)
        return np.maximum(end - begin, 0) / wide

    x = (np.arange(size[0]) + 0.5) / by
    y = (np.arange(size[1]) + 0.5) / by
    across = ramp(x, 75 + shift, 165 + shift)
    down = ramp(y, H / 2 - 45, H / 2 + 45)
    ideal = 1 - 0.8 * across[None] * down[:, None]
    beside = np.ones_like(made, bool)
    beside[int((H / 2 - 47) * by) : int((H / 2 + 47) * by), int(73 * by) : int(167 * by)] = False
    assert (ideal[beside] < 0.5).sum() > 100 * by
    assert np.abs(made - ideal)[beside].max() < 0.03
    assert np.abs(made - ideal)[beside].mean() < 0.001


def test_a_shadow_lies_on_what_it_falls_on_and_grows_with_the_gap():
    project, studio = plain(255, 20.0)
    shadow = Shadow(Track(1.0), Track(0.0), Track(10.0), Track(0.5))  # the light is above
    project, card = with_card(project, 240.0, 100.0, 60.0, 60.0, 10.0, shadow=shadow)

    def middle(there):
        """The middle of the shadow: below the card, away from the wall's end."""
        made = 1 - light_of(there, studio)[..., 0]
        made[:132] = made[:, 440:] = 0
        yy, xx = np.mgrid[0:H, 0:W] + 0.5
        return (made * yy).sum() / made.sum(), (made * xx).sum() / made.sum()

    y, x = middle(project)
    lens = replace(project.lens, x=Track(1.0))
    moved_y, moved_x = middle(replace(project, lens=lens))
    assert moved_x - x == pytest.approx(-FOCAL / 20, abs=0.6)  # as the wall, not as the card
    assert moved_y == pytest.approx(y, abs=0.6)
    nearer = project.with_layer(replace(project.layer(card), distance=16.0))
    assert middle(nearer)[0] < y
    far = project.with_layer(replace(project.background, distance=400.0))
    assert light_of(far, studio)[..., 0][140:].min() > 0.99  # none on the sky
    asked = far.with_layer(replace(far.layer(card), shadow=replace(shadow, sky=True)))
    assert light_of(asked, studio)[..., 0][140:].min() < 0.1


def test_a_flash_lights_chosen_layers_only_and_falls_off():
    project, studio = build(
        np.full((H, W, 3), 100, np.uint8), [blob(W, H, 150, 140, 60)], Frame(W, H, 24, 2.0)
    )
    far = project.background
    dark = light_of(project, studio)[..., 0]
    project, name = lights.add_flash(project, [far.id], 1.0)
    project = airs.set_effect(
        project, name, kind="keys", strength=Track(2.0), colour=(255, 255, 255, 255),
        reach=Track(0.5), x=Track(400.0), y=Track(135.0),
    )  # fmt: skip
    made = light_of(project, studio)[..., 0] / dark
    np.testing.assert_allclose(made[120:160, 130:170], 1.0, atol=1e-4)  # the subject stays dark
    assert made[135, 400] == pytest.approx(3.0, rel=1e-3)
    assert made[135, 400 - H // 2] == pytest.approx(2.0, rel=0.01)  # half of it that far away


def test_lightning_flickers_twice_and_is_over():
    for seed in range(6):
        flash = Flash("f", "Flash", at=1.0, strength=Track(1.0), seed=seed)
        times = np.arange(0, 3, 0.002)
        values = np.array([brightness_at(flash, t) for t in times])
        peaks = (values[1:-1] > values[:-2]) & (values[1:-1] >= values[2:]) & (values[1:-1] > 0.05)
        assert 2 <= peaks.sum() <= 3
        assert values[times < 0.98].max() == 0 and values[times > 2.2].max() == 0
        assert 0.8 < values.max() < 1.8
    other = np.array([brightness_at(replace(flash, seed=9), t) for t in times])
    assert np.abs(other - values).max() > 0.1


def test_a_flash_keeps_its_place_when_the_clip_gets_longer():
    project, _ = plain(seconds=2.0)
    project, _ = lights.add_flash(project, [project.background.id], 0.5)
    longer = acts.set_frame(project, replace(project.frame, seconds=4.0))
    share = 0.5 / project.frame.last
    assert longer.flashes[0].at == pytest.approx(share * longer.frame.last)
    seeded = lights.reseed_flash(lights.set_bolt(longer, longer.flashes[0].id, True),
                                 longer.flashes[0].id, 7)  # fmt: skip
    assert (seeded.flashes[0].seed, seeded.flashes[0].bolt.seed) == (7, 7)


def test_a_lamp_flickers_all_the_time_and_the_same_way():
    flash = Flash("f", "Lamp", kind="lamp", strength=Track(1.0))
    values = np.array([brightness_at(flash, t) for t in np.arange(0, 8, 0.01)])
    assert values.min() >= 0 and values.max() <= 1 and values.std() > 0.15
    assert np.abs(np.diff(values)).max() < 0.25  # no jumps
    again = [brightness_at(flash, t) for t in np.arange(0, 8, 0.01)[::-1]]
    np.testing.assert_array_equal(values[::-1], again)
    assert np.abs(values - [brightness_at(replace(flash, seed=2), t) for t in
                            np.arange(0, 8, 0.01)]).max() > 0.2  # fmt: skip


def test_a_bolt_stands_between_the_layers_and_shines():
    project, studio = plain(20, 60.0)
    bolt = Bolt((240.0, 5.0), (250.0, 250.0), 30.0, width=0.01)
    flash = Flash("f", "Flash", at=0.0, strength=Track(3.0), bolt=bolt)
    there, _ = with_card(replace(project, flashes=(flash,)), 240.0, 60.0, 400.0, 60.0, 10.0)
    made = light_of(there, studio, 0.0)[..., 0]
    assert made[150:].max() > 1 and made[35:85, 60:420].max() < 0.02
    behind, _ = with_card(replace(project, flashes=(flash,)), 240.0, 60.0, 400.0, 60.0, 40.0)
    assert light_of(behind, studio, 0.0)[35:85, 60:420, 0].max() > 1


def test_a_shimmer_stays_in_its_area_and_moves_by_no_more_than_its_amount():
    ramp = np.linspace(0, 255, W).astype(np.uint8)[None, :, None].repeat(H, 0).repeat(3, 2)
    project, studio = build(np.ascontiguousarray(ramp), [], Frame(W, H, 12, 1.0))
    area = ((100.0, 100.0), (400.0, 100.0), (400.0, 250.0), (100.0, 250.0))
    shimmer = Shimmer(Track(16.0), Track(0.08), area=area, nearer=1.0)
    still = light_of(project, studio)[..., 0]
    project = project.with_layer(replace(project.background, shimmer=shimmer))
    frames = [light_of(project, studio, t)[..., 0] for t in (0.0, 0.5)]
    slope = np.gradient(still, axis=1)
    for made in frames:
        np.testing.assert_array_equal(made[:98], still[:98])
        np.testing.assert_array_equal(made[:, :98], still[:, :98])
        by = np.abs(made - still)[100:250, 102:398] / slope[100:250, 102:398]
        assert by.max() < 16.0 * H / 1080 * 1.15
        top, bottom = by[10:40].mean(), by[100:140].mean()
        assert bottom > 2 * top > 0
    assert np.abs(frames[0] - frames[1]).max() > 1e-3


def test_nothing_to_do_changes_no_bit():
    project, studio = build(picture(W, H), [blob(W, H, 200, 140, 70)], Frame(W, H, 12, 1.0))
    near, far = project.near_to_far
    zero = Track(0.0)
    layers = [
        near, replace(near, shadow=Shadow(zero)), replace(near, shimmer=Shimmer(zero)),
    ]  # fmt: skip
    off = [project.with_layer(x) for x in layers]
    off += [
        replace(project, lights=(replace(LIGHTS["Low sun"][1], id="l", strength=zero),)),
        replace(project, lights=(lit(100.0, 100.0),)),
        replace(project, flashes=(Flash("f", "F", (far.id,), strength=zero),)),
        replace(project, flashes=(Flash("f", "F", (far.id,), at=0.9),)),
        replace(project, haze=Haze(True, density=zero)),
        replace(project, bloom=Bloom(True, amount=zero)),
    ]
    for extra in (lambda p: p, lambda p: finishing.set_defocus(p, on=True)):
        base = render_frame(extra(project), studio.atlas(project), 0.0)
        for there in off:
            made = render_frame(extra(there), studio.atlas(project), 0.0)
            np.testing.assert_array_equal(made, base)


def test_everything_at_once_is_the_same_on_every_run_and_smaller_in_a_preview():
    project, studio = build(picture(W, H), [blob(W, H, 200, 140, 70)], Frame(W, H, 12, 1.0))
    near, far = project.near_to_far
    project = apply_move(project, "orbit", 5)
    for preset in ("Rain", "Dust", "Fog banks"):
        project, _ = airs.add_air(project, preset)
    for preset in LIGHTS:
        project, _ = lights.add_light(project, preset, Follow(far.id, 300.0, 60.0))
    project, _ = lights.add_flash(project, [far.id], 0.0, bolt=True)
    project = lights.switch_shadow(project, near.id, True)
    project = lights.switch_shimmer(project, far.id, True)
    project = lights.set_bloom(lights.set_haze(project, on=True), on=True)
    project = finishing.set_shutter(finishing.set_defocus(project, on=True), on=True)
    atlas = studio.atlas(project)
    for time in (0.0, 0.5):
        one, two = (render_frame(project, atlas, time) for _ in range(2))
        np.testing.assert_array_equal(one, two)
    import cv2

    large = finished_light(project, atlas, 0.25, (2 * W, 2 * H))[..., :3]
    small = finished_light(project, atlas, 0.25, (W, H))[..., :3]
    shrunk = cv2.resize(large, (W, H), interpolation=cv2.INTER_AREA)
    off = np.clip(small, 0, 1) - np.clip(shrunk, 0, 1)
    assert 10 * np.log10(1 / (off**2).mean()) > 30


def test_a_sun_rises_with_its_light_on_it():
    project, studio = plain(30, 60.0, 3.0)
    project, name = lights.add_disc(project)
    light = project.lights[0]
    assert light.id == name and project.layer(light.layer).card.shape == "ellipse"
    assert project.layer(light.layer).distance < 60.0
    atlas, heights = studio.atlas(project), []
    for time in (0.0, 1.5, 35 / 12):
        spot = seen_at(project, time)
        frame = finished_light(project, atlas, time, (W, H))[..., 0]
        heights.append(spot[1])
        assert frame[int(spot[1]), int(spot[0])] > 0.6
    assert heights[0] > heights[1] > heights[2] and heights[0] - heights[2] > 0.25 * H


def test_haze_is_read_from_the_photo_it_was_put_on():
    """A made-up scene seen through known haze (Koschmieder): its colour and density come back."""
    rng = np.random.default_rng(5)
    near = rng.uniform(0, 0.5, (H, W, 3))
    near[rng.random((H, W)) < 0.1] = 0.0  # dark things are everywhere
    away, density, air = 80.0, 0.012, np.array([0.62, 0.68, 0.75])
    through = np.exp(-density * away)
    light = near * through + air * (1 - through)
    light[:60] = air  # the sky
    from woodcock.pixels.colour import srgb_from_linear

    photo = np.rint(srgb_from_linear(light) * 255).astype(np.uint8)
    project, studio = build(photo, [], Frame(W, H, 12, 1.0))
    project = project.with_layer(replace(project.background, distance=away))
    found = haze_of(project, studio.store)
    expected = srgb_from_linear(air) * 255
    np.testing.assert_allclose(found.colour[:3], expected, atol=6)
    assert found.density.base == pytest.approx(density, rel=0.35)
    warm = np.full((H, W, 3), (200, 120, 40), np.uint8)
    project, studio = build(warm, [], Frame(W, H, 12, 1.0))
    red, green, blue, _ = colour_at(project, studio.store, 100, 100, 5)
    assert red == 255 and red > green > blue


def test_a_light_belongs_to_its_owner_wherever_it_is_keyed():
    project, _ = plain()
    project, name = lights.add_light(project, "Low sun")
    for track, value in (("flare ghosts", 0.3), ("glow size", 0.2), ("strength", 99.0)):
        project = finishing.set_value(project, name, track, value, 0.5)
    light = project.lights[0]
    assert light.flare.ghosts.keys[-1].value == 0.3 and light.glow.size.keys[-1].value == 0.2
    assert light.strength.keys[-1].value == 50.0
    project = lights.switch_part(project, name, "flare", False)
    assert project.lights[0].flare is None
    project = finishing.set_value(project, "distance", "haze density", 0.5)
    assert project.haze.density.base == 0.5
