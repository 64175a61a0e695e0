"""Grades against the ASC CDL, an independent colour library, and Reinhard's paper written out."""

import warnings

import numpy as np
import pytest
from hypothesis import given, settings
from hypothesis import strategies as st
from msgspec.structs import replace

from conftest import blob, build, picture
from woodcock.errors import InvalidValue, WoodcockError
from woodcock.finish.balance import balance
from woodcock.finish.cube import read_cube
from woodcock.finish.curve import curve_at
from woodcock.finish.develop import Darkroom, developed, graded
from woodcock.finish.interpolation import look_up_cube, look_up_rows, room_for
from woodcock.finish.match import colours_of, matched
from woodcock.finish.recipe import recipe_of
from woodcock.media import load_project, save_project
from woodcock.model import (
    FILM,
    STRAIGHT,
    Curves,
    Decisions,
    Frame,
    Grade,
    Key,
    Picture,
    Track,
    tracks_of,
)
from woodcock.pixels.colour import linear_from_srgb, srgb_from_linear
from woodcock.pixels.store import PixelStore
from woodcock.render import render_frame, render_light
from woodcock.render.finished import finished_light
from woodcock.session import acts, film, finishing
from woodcock.session.depends import covered_of, moved_of
from woodcock.session.matching import PHOTO, colours_in
from woodcock.session.studio import Studio

with warnings.catch_warnings():
    warnings.simplefilter("ignore")  # of what it would draw with
    import colour

STEP = 1 / 255
COLOURS = np.random.default_rng(5).random((40, 60, 3))
COLOURS[0, :8] = [[r, g, b] for r in (0, 1) for g in (0, 1) for b in (0, 1)]


def through(grade, colours=COLOURS, read=None):
    """What a grade makes of sRGB values (H, W, 3) from 0 to 1."""
    light = np.ones((*colours.shape[:2], 4), np.float32)
    light[..., :3] = linear_from_srgb(colours)
    recipe = recipe_of(grade, 0.0, read or (lambda lut: None))
    developed(light, Darkroom(recipe=recipe))
    return srgb_from_linear(light[..., :3])


def numbers(**values):
    return {name: Track(value) for name, value in values.items()}


def channels(what, values):
    return {f"{what}_{c}": v for c, v in zip(("red", "green", "blue"), values, strict=True)}


CDL = st.tuples(
    *[st.floats(0.2, 3.0)] * 3, *[st.floats(-0.3, 0.3)] * 3, *[st.floats(0.4, 2.5)] * 3,
    st.floats(0.0, 2.0),
)  # fmt: skip


@settings(max_examples=40, deadline=None)
@given(CDL)
def test_decisions_are_the_asc_formulas(values):
    """out = clamp(in x slope + offset) ^ power, then saturation about Rec. 709 luma (CDL 1.2)."""
    slope, offset, power, saturation = values[:3], values[3:6], values[6:9], values[9]
    grade = Grade(on=True, decisions=Decisions(**numbers(
        **channels("slope", slope), **channels("offset", offset), **channels("power", power),
        saturation=saturation,
    )))  # fmt: skip
    want = np.clip(COLOURS * slope + offset, 0, 1) ** np.array(power)
    luma = (want @ [0.2126, 0.7152, 0.0722])[..., None]
    want = np.clip(luma + saturation * (want - luma), 0, 1)
    assert np.abs(through(grade) - want).max() <= 0.5 * STEP


def test_exposure_and_contrast_are_stops_and_a_power_about_the_pivot():
    light = linear_from_srgb(COLOURS)
    made = through(Grade(on=True, exposure=Track(1.5)))
    assert np.abs(made - srgb_from_linear(light * 2**1.5)).max() <= 0.1 * STEP
    grade = Grade(on=True, **numbers(contrast=1.4, pivot=0.3))
    want = srgb_from_linear(0.3 * (light / 0.3) ** 1.4)
    assert np.abs(through(grade) - want).max() <= 0.1 * STEP
    # What was brighter than white comes back when it is made darker.
    bright = np.full((1, 1, 4), 3.0, np.float32)
    developed(bright, Darkroom(recipe=recipe_of(Grade(on=True, exposure=Track(-2.0)), 0.0, None)))
    np.testing.assert_allclose(bright[..., :3], 0.75, atol=1e-4)


@pytest.mark.parametrize("kelvin", [2000.0, 3200.0, 5600.0, 9000.0, 20_000.0])
def test_white_balance_is_that_of_an_independent_library(kelvin):
    """Krystek's locus and Bradford's adaptation, both of colour-science."""

    def white(t):
        u, v = colour.temperature.CCT_to_uv_Krystek1985(t)
        bottom = 2 * u - 8 * v + 4
        return colour.xy_to_XYZ(np.array([3 * u / bottom, 2 * v / bottom]))

    adapt = colour.adaptation.matrix_chromatic_adaptation_VonKries(
        white(kelvin), white(6500.0), transform="Bradford"
    )
    space = colour.models.RGB_COLOURSPACE_sRGB
    want = space.matrix_XYZ_to_RGB @ adapt @ space.matrix_RGB_to_XYZ
    np.testing.assert_allclose(balance(kelvin), want, atol=2e-3)
    np.testing.assert_array_equal(balance(6500.0), np.eye(3))


def test_more_kelvin_is_warmer_and_more_tint_is_more_magenta():
    """As every camera has it (common practice, no source)."""
    grey = np.full(3, 0.2)
    warm, magenta = balance(8000.0) @ grey, balance(6500.0, 10.0) @ grey
    assert warm[0] > grey[0] > warm[2]
    assert magenta[1] < grey[1] < min(magenta[0], magenta[2])
    # The light it is set to is made white: balanced twice the other way it is as it was.
    back = balance(6500.0, -10.0) @ magenta
    np.testing.assert_allclose(back, grey, atol=0.004)


def cube_text(values, *, title="", low=None, high=None):
    side = len(values)
    lines = [f'TITLE "{title}"', "# made by a test", f"LUT_3D_SIZE {side}"]
    lines += [f"DOMAIN_MIN {low}"] if low else []
    lines += [f"DOMAIN_MAX {high}"] if high else []
    lines += [" ".join(f"{x:.6f}" for x in row) for row in values.reshape(-1, 3)]
    return "\n".join(lines).encode()


@pytest.mark.parametrize("side", [2, 5, 17, 33])
def test_cube_files_are_read_and_interpolated_as_by_an_independent_library(side, tmp_path):
    """Tetrahedral interpolation and the file's own reader, both of colour-science."""
    values = np.random.default_rng(side).random((side, side, side, 3))
    content = cube_text(values, low="0 0 0", high="1 1 1")
    (tmp_path / "x.cube").write_bytes(content)
    theirs = colour.io.read_LUT_IridasCube(str(tmp_path / "x.cube"))
    spots = np.concatenate(
        [COLOURS.reshape(-1, 3), np.random.default_rng(9).random((20, 1)) * [1, 1, 1]]
    )
    want = theirs.apply(spots, interpolator=colour.algebra.table_interpolation_tetrahedral)
    table = read_cube(content)
    row = np.ascontiguousarray(spots.T, np.float32)
    room = room_for(len(spots))
    look_up_cube(table.cube, table.low, table.high, np.float32(1), row, room)
    assert np.abs(row.T - want).max() <= 0.01 * STEP
    half = np.ascontiguousarray(spots.T, np.float32)
    look_up_cube(table.cube, table.low, table.high, np.float32(0.5), half, room)
    np.testing.assert_allclose(half.T, (spots + want) / 2, atol=1e-5)


def test_one_dimensional_tables_and_domains(tmp_path):
    """Read and applied as by colour-science; values beyond the domain take its ends."""
    values = np.sort(np.random.default_rng(1).random((9, 3)), 0)
    lines = ["LUT_1D_SIZE 9", "DOMAIN_MIN -0.5 0 0", "DOMAIN_MAX 1.5 1 2"]
    lines += [" ".join(map(str, row)) for row in values]
    table = read_cube("\r\n".join(lines).encode())
    row = np.ascontiguousarray(COLOURS.reshape(-1, 3).T, np.float32)
    spots = row.T.copy()
    look_up_rows(table.rows, table.low, table.high, np.float32(1), row)
    for c, (low, high) in enumerate(((-0.5, 1.5), (0, 1), (0, 2))):
        want = np.interp(spots[:, c], np.linspace(low, high, 9), values[:, c])
        np.testing.assert_allclose(row[c], want, atol=1e-5)


@pytest.mark.parametrize("wrong", [
    b"", b"LUT_3D_SIZE 2\n0 0 0", b"LUT_3D_SIZE 2\n" + b"0 0 0\n" * 9, b"LUT_3D_SIZE 1\n0 0 0",
    b"LUT_3D_SIZE 900\n0 0 0", b"LUT_3D_SIZE 2\n" + b"0 x 0\n" * 8, b"\xff\xfe\x00rubbish",
    b"LUT_3D_SIZE 2\nDOMAIN_MIN 1 1 1\n" + b"0 0 0\n" * 8, b"LUT_3D_SIZE\n", b"LUT_3D_SIZE nan\n",
    b"LUT_3D_SIZE 2\n" + b"0 inf 0\n" * 8, b"LUT_3D_SIZE 2\nLUT_1D_SIZE 2\n" + b"0 0 0\n" * 8,
    b"LUT_3D_SIZE 2\nDOMAIN_MIN 0 0\n" + b"0 0 0\n" * 8,
])  # fmt: skip
def test_what_is_no_lookup_table_gets_a_sentence_and_changes_nothing(wrong):
    project, studio = build(picture(64, 36), [], Frame(64, 36, 12, 1.0))
    with pytest.raises(WoodcockError, match="can't be used as a lookup table"):
        film.set_lut(project, FILM, wrong, "wrong.cube", studio.store)


def test_curves_go_through_their_points_and_never_overshoot():
    """Steps of points in order stay in order; the master comes first."""
    points = ((0.0, 0.1), (0.3, 0.2), (0.35, 0.7), (0.8, 0.7), (1.0, 0.9))
    value = np.linspace(0, 1, 2001)
    made = curve_at(points, value)
    assert (np.diff(made) >= -1e-12).all() and made.min() == 0.1 and made.max() == 0.9
    np.testing.assert_allclose(curve_at(points, np.array([x for x, _ in points])),
                               [y for _, y in points], atol=1e-12)  # fmt: skip
    red = ((0.0, 1.0), (1.0, 0.0))
    graded_ = through(Grade(on=True, curves=Curves(master=points, red=red)))
    want = curve_at(points, COLOURS)
    want[..., 0] = 1 - want[..., 0]
    assert np.abs(graded_ - want).max() <= 0.1 * STEP
    half = through(Grade(on=True, curves=Curves(master=points, red=red, amount=Track(0.5))))
    assert np.abs(half - (COLOURS + want) / 2).max() <= 0.1 * STEP
    for wrong in (((0, 0),), ((0, 0), (0, 1)), ((0.5, 0), (0.2, 1)), ((0, 0), (1, 1.2))):
        with pytest.raises(InvalidValue):
            Curves(master=wrong)


def test_vibrance_reaches_the_pale_more_than_the_strong_and_no_grey():
    pale, strong = np.array([[[0.5, 0.45, 0.4]]]), np.array([[[0.9, 0.1, 0.05]]])
    grey = np.full((1, 1, 3), 0.37)
    grade = Grade(on=True, vibrance=Track(0.8))

    def spread(x):
        return (x.max() - x.min()) / 1.0

    gains = [spread(through(grade, x)) / spread(x) for x in (pale, strong)]
    assert gains[0] > 1.4 and gains[0] > gains[1] + 0.3
    np.testing.assert_allclose(through(grade, grey), grey, atol=0.05 * STEP)


def test_the_amount_goes_from_as_it_was_to_all_of_it():
    grade = Grade(on=True, exposure=Track(1.0), curves=Curves(blue=((0.0, 0.3), (1.0, 0.8))))
    whole = through(grade)
    part = through(replace(grade, amount=Track(0.25)))
    assert np.abs(part - (0.75 * COLOURS + 0.25 * whole)).max() <= 0.1 * STEP


def reinhard(source, own, other):
    """The paper's equations as they are printed there, one after the other."""
    lms = (
        source
        @ np.array([[0.3811, 0.5783, 0.0402], [0.1967, 0.7244, 0.0782], [0.0241, 0.1288, 0.8444]]).T
    )
    big_l, big_m, big_s = np.log10(lms).T
    l = (big_l + big_m + big_s) / np.sqrt(3)  # noqa: E741
    a = (big_l + big_m - 2 * big_s) / np.sqrt(6)
    b = (big_l - big_m) / np.sqrt(2)
    l, a, b = (  # noqa: E741
        other[k + 3] / own[k + 3] * (x - own[k]) + other[k] for k, x in enumerate((l, a, b))
    )
    l, a, b = l * np.sqrt(3) / 3, a * np.sqrt(6) / 6, b * np.sqrt(2) / 2  # noqa: E741
    lms = 10 ** np.stack([l + a + b, l + a - b, l - 2 * a], -1)
    return (
        lms
        @ np.array(
            [[4.4679, -3.5873, 0.1193], [-1.2186, 2.3809, -0.1624], [0.0497, -0.2439, 1.2045]]
        ).T
    )


def test_matching_is_reinhards_transfer():
    """Against the paper's printed equations, its inverse rounded to four places there."""
    one, two = (linear_from_srgb(picture(80, 60, seed) / 255).reshape(-1, 3) for seed in (1, 2))
    two = np.clip(two * [0.4, 0.7, 1.1] + 0.02, 0, 1)
    even = np.ones(len(one))
    own, other = colours_of(one, even), colours_of(two, even)
    made = matched(one, own, other)
    np.testing.assert_allclose(made, reinhard(one, own, other), atol=0.01)
    np.testing.assert_allclose(colours_of(made, even), other, atol=0.02)


def test_a_picture_from_elsewhere_matches_the_photo(tmp_path):
    """In a rendered frame: its colours' means and spreads come to those of the photo."""
    photo = np.clip(picture(320, 180, 3) * 0.5 + [20, 60, 90], 0, 255).astype(np.uint8)
    strange = np.clip(picture(160, 90, 4) * [1.2, 0.8, 0.5], 0, 255).astype(np.uint8)
    project, studio = build(photo, [], Frame(320, 180, 12, 1.0))
    own = Picture(studio.store.put(strange), 160, 90, 160.0, 90.0, 1.0)
    project, layer = acts.add_layer(project, own, "Elsewhere")
    colours = [colours_in(project, which, studio.store) for which in (layer, PHOTO)]
    made = film.match(project, layer, *colours, "the photo")

    def seen(project):
        frame = render_frame(project, studio.atlas(project), 0.0)[50:130, 85:235]
        return colours_of(linear_from_srgb(frame / 255).reshape(-1, 3), np.ones(80 * 150))

    before, after = (np.abs(np.subtract(seen(x), colours[1])) for x in (project, made))
    assert before[:3].max() > 0.1 and after.max() < 0.06 and (after[:3] < before[:3] / 3).all()
    half = finishing.set_value(made, layer, "grade match amount", 0.5)
    part = np.abs(np.subtract(seen(half), colours[1]))
    assert after[0] < part[0] < before[0]
    # The photo itself stays as it is.
    corner = [render_frame(x, studio.atlas(x), 0.0)[:30, :60] for x in (project, made)]
    np.testing.assert_array_equal(*corner)
    save_project(tmp_path / "matched.woodcock", made, studio.store)
    assert load_project(tmp_path / "matched.woodcock", PixelStore()) == made


def test_a_neutral_grade_is_none_to_the_bit_whoever_it_belongs_to():
    project, studio = build(picture(160, 90), [blob(160, 90, 70, 50, 30)], Frame(160, 90, 12, 1.0))
    atlas, plain = studio.atlas(project), None
    plain = render_frame(project, atlas, 0.5)
    near = project.near_to_far[0].id
    table = cube_text(np.random.default_rng(0).random((3, 3, 3, 3)))
    unused = film.set_lut(project, FILM, table, "unused", studio.store)
    unused = finishing.set_value(unused, FILM, "grade lut amount", 0.0)
    strong = replace(Grade(on=True, exposure=Track(2.0)), amount=Track(0.0))
    for changed in (
        film.set_grade(project, FILM), film.set_grade(project, near), unused,
        replace(project, grade=strong), replace(project, grade=replace(strong, on=False)),
        film.set_curve(project, near, "master", STRAIGHT),
    ):  # fmt: skip
        assert changed != project
        np.testing.assert_array_equal(render_frame(changed, studio.atlas(changed), 0.5), plain)


def test_a_layers_grade_reaches_it_alone_and_its_soft_edge_too():
    """Through a half covering edge: over(graded layer, background) in linear light."""
    mask = blob(160, 90, 80, 45, 30, soft=12.0)
    project, studio = build(picture(160, 90), [mask], Frame(160, 90, 12, 1.0))
    near = project.near_to_far[0].id
    made = film.set_grade(project, near, exposure=Track(-1.0))
    atlas = studio.atlas(project)
    before, after = (finished_light(x, atlas, 0.0, (160, 90)) for x in (project, made))
    light = np.array(before)
    own = render_light(project, atlas, 0.0, (160, 90), layers=[near]).light
    want = light[..., :3] - 0.5 * own[..., :3]
    assert (own[..., 3] > 0.02).any() and np.abs(after[..., :3] - want).max() < 2e-3
    outside = own[..., 3] == 0
    np.testing.assert_array_equal(after[outside], before[outside])


def test_what_is_premultiplied_is_graded_as_if_it_covered_all():
    recipe = recipe_of(Grade(on=True, contrast=Track(1.6), temperature=Track(4500.0)), 0.0, None)
    light = np.ones((20, 30, 4), np.float32)
    light[..., :3] = np.random.default_rng(3).random((20, 30, 3))
    thin = light * np.linspace(0.05, 1, 30, dtype=np.float32)[None, :, None]
    graded(light, recipe)
    graded(thin, recipe)
    np.testing.assert_allclose(thin[..., :3], light[..., :3] * thin[..., 3:], atol=1e-5)


def test_grades_are_keyed_saved_and_cost_no_gap_search(tmp_path):
    """An exposure from key to key halves the light midway; a table and a curve come back."""
    project, studio = build(picture(160, 90), [], Frame(160, 90, 12, 2.0))
    table = cube_text(np.random.default_rng(0).random((3, 3, 3, 3)))
    project = film.set_lut(project, FILM, table, "Evening", studio.store)
    project = finishing.set_value(project, FILM, "grade lut amount", 0.0)
    project = film.set_curve(project, FILM, "green", ((1.0, 1.0), (0.0, 0.0), (0.4, 0.4)))
    keys = (Key(0.0, 0.0), Key(2.0, -2.0))
    project = film.set_grade(project, FILM, exposure=Track(0.0, keys))
    assert "grade exposure" in tracks_of(project, FILM)
    atlas = studio.atlas(project)
    start, middle = (finished_light(project, atlas, t, (160, 90))[..., :3] for t in (0.0, 1.0))
    np.testing.assert_allclose(middle, start / 2, atol=2e-3)
    save_project(tmp_path / "graded.woodcock", project, studio.store)
    store = PixelStore()
    again = load_project(tmp_path / "graded.woodcock", store)
    assert again == project
    whole = finishing.set_value(again, FILM, "grade lut amount", 1.0)
    frames = [render_frame(whole, own.atlas(whole), 0.0) for own in (studio, Studio(store))]
    np.testing.assert_array_equal(*frames)
    plain = film.plain_grade(project, FILM)
    assert covered_of(project) == covered_of(plain) and moved_of(project) == moved_of(plain)
