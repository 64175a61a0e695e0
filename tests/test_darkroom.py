"""The pass over a finished frame: its tables, its eight bits, and what is on the glass."""

import numpy as np
import pytest
from hypothesis import given, settings
from hypothesis import strategies as st
from msgspec.structs import replace

from conftest import build, picture
from woodcock.errors import Cancelled
from woodcock.finish.develop import Darkroom, developed, encoded_smoothly, graded
from woodcock.finish.grain import grain_of
from woodcock.finish.recipe import NOTHING, does_something, recipe_of
from woodcock.finish.tables import from_light, look_up, srgb, table_of, to_light
from woodcock.model import (
    BLENDS,
    Bloom,
    Card,
    Curves,
    Decisions,
    Film,
    Frame,
    Fringe,
    Grade,
    Halation,
    Lut,
    Match,
    Stop,
    Track,
    Vignette,
)
from woodcock.pixels.colour import linear_from_srgb
from woodcock.render import render_frame
from woodcock.render.finished import finished_light, is_finished
from woodcock.session import acts, film, lights, things

NO_COVER = np.empty((0, 0), np.uint8)
VALUES = np.random.default_rng(0).random(4000)


def looked_up(table, values):
    row = np.array(values, np.float32)
    look_up(table, row, np.empty_like(row))
    return row


def frame_of(values, height=64, width=96):
    light = np.ones((height, width, 4), np.float32)
    light[..., :3] = np.resize(values, (height, width, 3))
    return light


@settings(max_examples=60, deadline=None)
@given(st.lists(st.floats(0.0, 15.75, width=32), min_size=1, max_size=64), st.floats(0.4, 3.0))
def test_a_table_gives_what_its_function_does_at_every_argument(values, power):
    """Powers and the sRGB curve, from 0 to 16, for any argument."""
    values = np.array(values, np.float32)
    found = looked_up(from_light()[0], values)
    want = srgb(values)
    np.testing.assert_allclose(found, want, atol=3e-5, rtol=3e-5)
    back = looked_up(to_light()[0], found)
    np.testing.assert_allclose(back, values, atol=2e-5, rtol=2e-4)
    made = looked_up(table_of(lambda x: x**power)[0], np.minimum(values, 1.0))
    np.testing.assert_allclose(made, np.minimum(values, 1.0) ** power, atol=2.5e-3)


def test_tables_know_nothing_below_0_and_above_16():
    found = looked_up(from_light()[0], [-3.0, 0.0, 16.0, 400.0])
    assert found[0] == found[1] == 0 and found[2] == found[3] > 2


@pytest.mark.parametrize("value", [0.0, 1.3, 77.4, 128.0, 200.77, 254.9, 255.0])
def test_eight_bits_are_as_often_the_upper_step_as_the_value_is_near_it(value):
    """And a value on a step is that step everywhere: no pattern on what nothing was done to."""
    light = frame_of(linear_from_srgb(np.array(value / 255)), 200, 300)
    out = np.zeros((200, 300, 3), np.uint8)
    encoded_smoothly(light, Darkroom(), out, NO_COVER)
    assert out.mean() == pytest.approx(value, abs=0.02)
    assert set(np.unique(out)) <= {int(value), min(int(value) + 1, 255)}
    if value == int(value):
        assert (out == value).all()


def test_every_eight_bit_value_comes_back_and_alpha_is_the_cover():
    steps = np.arange(256, dtype=np.uint8)
    light = np.ones((4, 256, 4), np.float32)
    light[..., :3] = linear_from_srgb(steps / 255)[None, :, None]
    light[..., 3] = (steps / 255)[None]
    out, cover = np.zeros((4, 256, 3), np.uint8), np.zeros((4, 256), np.uint8)
    encoded_smoothly(light, Darkroom(), out, cover)
    np.testing.assert_array_equal(out[2, :, 1], steps)
    np.testing.assert_array_equal(cover[3], steps)


def test_in_one_go_or_in_two_the_frame_is_the_same():
    """Grade then grain, as where something is on the glass, against both in one pass."""
    grade = Grade(
        on=True, exposure=Track(0.4), contrast=Track(1.2), temperature=Track(5000.0),
        vibrance=Track(0.3), curves=Curves(master=((0.0, 0.05), (0.6, 0.5), (1.0, 1.0))),
        decisions=Decisions(slope_green=Track(1.1), power_red=Track(0.8)),
    )  # fmt: skip
    recipe = recipe_of(grade, 0.0, None)
    grain = grain_of(0.03, 1.8, 0.3, 0.4, 2, 5, 64)
    room = Darkroom(1.1, np.linspace(1, 0.6, 33).astype(np.float32), recipe, grain)
    once, twice = (frame_of(VALUES**2) for _ in range(2))
    developed(once, room)
    developed(twice, room._replace(grain=None))
    developed(twice, Darkroom(grain=grain))
    np.testing.assert_allclose(srgb(once), srgb(twice), atol=3e-4)
    eight = np.zeros((64, 96, 3), np.uint8)
    encoded_smoothly(frame_of(VALUES**2), room, eight, NO_COVER)
    want = np.clip(srgb(once[..., :3]), 0, 1) * 255
    assert np.abs(eight - want).max() <= 1.05


def test_a_frame_no_longer_wanted_is_given_up():
    with pytest.raises(Cancelled):
        developed(frame_of(VALUES, 400, 400), Darkroom(0.5), stop=lambda: True)


def test_what_says_nothing_is_told_from_what_does():
    assert not does_something(None, 0.0) and not does_something(Grade(on=True), 0.0)
    lut, match = Lut("x", "x"), Match((0.0,) * 6, (0.0,) * 6)
    for change in (
        {"exposure": Track(0.01)}, {"tint": Track(1.0)}, {"vibrance": Track(-0.1)}, {"lut": lut},
        {"contrast": Track(0.99)}, {"curves": Curves(red=((0.0, 0.0), (1.0, 0.99)))},
        {"decisions": Decisions(saturation=Track(0.9))}, {"match": match},
        {"decisions": Decisions(offset_blue=Track(0.001))},
    ):  # fmt: skip
        assert does_something(Grade(on=True, **change), 0.0), change
        assert not does_something(Grade(on=False, **change), 0.0)
        assert not does_something(Grade(on=True, amount=Track(0.0), **change), 0.0)
    assert not does_something(Grade(on=True, lut=replace(lut, amount=Track(0.0))), 0.0)
    assert not does_something(Grade(on=True, match=replace(match, amount=Track(0.0))), 0.0)
    assert NOTHING.amount == 1


def test_colours_no_display_has_stay_colours():
    """A strong warm balance on saturated blue: nothing below black, no grey turned round."""
    light = np.ones((1, 3, 4), np.float32)
    light[0, :, :3] = [[0, 0, 1], [1, 0, 0], [0.2, 0.2, 0.2]]
    graded(light, recipe_of(Grade(on=True, temperature=Track(20_000.0)), 0.0, None))
    assert (light >= 0).all() and np.isfinite(light).all()
    assert light[0, 2, 0] > light[0, 2, 2]


@pytest.mark.parametrize("part", [
    {"vignette": Vignette(on=True, amount=Track(1.0))},
    {"fringe": Fringe(on=True, amount=Track(6.0))},
    {"halation": Halation(on=True, amount=Track(1.0), threshold=Track(0.4))},
])  # fmt: skip
def test_a_preview_is_the_export_made_smaller(part):
    project, studio = build(picture(480, 270, soft=4.0), [], Frame(480, 270, 12, 1.0))
    made = replace(project, film=Film(**part))
    large, small = (
        finished_light(made, studio.atlas(made), 0.0, size)[..., :3]
        for size in ((480, 270), (240, 135))
    )
    halved = large[: 135 * 2, :480].reshape(135, 2, 240, 2, 3).mean((1, 3))
    plain = finished_light(project, studio.atlas(project), 0.0, (240, 135))[..., :3]
    done = np.abs(halved - plain).mean()
    assert np.abs(small - halved)[2:-2, 2:-2].mean() < 0.25 * done


def with_cards(*blends):
    """An even picture with cards on the glass, one over the other, near first."""
    project, studio = build(np.full((90, 160, 3), 120, np.uint8), [], Frame(160, 90, 12, 1.0))
    colours = ((200, 80, 40, 255), (60, 160, 220, 160))
    for blend, colour in zip(blends[::-1], colours, strict=False):
        stops = (Stop(0.0, colour),)
        project, name = acts.add_layer(project, Card(80.0, 45.0, 80.0, 60.0, stops=stops))
        project = project.with_layer(replace(project.layer(name), glass=True, blend=blend))
    return project, studio


@pytest.mark.parametrize("blend", [x for x in BLENDS if x not in ("hue", "color")])
def test_the_glass_looks_the_same_whether_the_frame_is_treated_or_not(blend):
    """A bloom that nothing reaches sends the frame through all of it, and changes nothing."""
    project, studio = with_cards(blend, "normal")
    treated = replace(project, bloom=Bloom(on=True, threshold=Track(9.0)))
    assert is_finished(treated, 0.0) and not is_finished(project, 0.0)
    frames = [render_frame(x, studio.atlas(x), 0.0).astype(int) for x in (project, treated)]
    assert np.abs(frames[0] - frames[1]).max() <= 1


def test_textures_before_lights_and_after_the_grade():
    """A light's glow does not brighten a card on the glass, nor does the grade darken it."""
    project, studio = with_cards("normal")
    lit, _ = lights.add_light(project, "Halo")
    lit = film.set_grade(lit, "film", exposure=Track(-3.0))
    frame = render_frame(lit, studio.atlas(lit), 0.0)
    np.testing.assert_array_equal(frame[45, 80], [200, 80, 40])
    assert frame[5, 5].max() < 70
    paper, _ = things.add_texture(lit, "Paper")
    over = render_frame(paper, studio.atlas(paper), 0.0)
    assert (over[45, 80] <= [200, 80, 40]).all() and over[45, 80].max() > 150
