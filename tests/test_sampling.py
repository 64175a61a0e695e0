"""The renderer's small parts: the filter, places, emptiness, what a frame's draw list holds."""

import numpy as np
import pytest
from hypothesis import given, settings
from hypothesis import strategies as st
from msgspec.structs import replace

from conftest import blob, build, picture
from reference import catmull_rom
from woodcock.model import Card, Frame, Stop, Title, Track
from woodcock.pixels.colour import linear_from_srgb, srgb_from_linear
from woodcock.rebuild import Plate
from woodcock.render.blocks import BLOCK
from woodcock.render.draw_list import GROUP, draw_list_of, drawable, drawn_of
from woodcock.render.emptiness import nothing_between
from woodcock.render.mips import blocks_of, mips_of
from woodcock.render.sampling import alphas, border_fades, flat_places, sample, weights_of
from woodcock.session import acts
from woodcock.stage import scene_at

W, H = 160, 96


@settings(deadline=None)
@given(st.floats(0, 0.999))
def test_the_filter_is_the_catmull_rom_cubic(t):
    """Keys (1981) with a = -1/2; its weights add up to one."""
    weights = weights_of(np.float32(t))
    np.testing.assert_allclose(weights, catmull_rom(np.array([t + 1, t, 1 - t, 2 - t])), atol=2e-6)
    assert sum(weights) == pytest.approx(1.0, abs=1e-6)


def plate(width=20, height=12, seed=0):
    pixels = np.random.default_rng(seed).integers(0, 65536, (height, width, 4)).astype(np.uint16)
    return pixels, pixels.ravel()


@settings(max_examples=40, deadline=None)
@given(st.floats(-3, 22), st.floats(-3, 14))
def test_a_place_is_sampled_as_the_plain_reference_has_it(u, v):
    pixels, flat = plate()
    height, width = pixels.shape[:2]
    iu, iv = int(np.floor(u)), int(np.floor(v))
    want = np.zeros(4)
    for j in range(-1, 3):
        for i in range(-1, 3):
            weight = catmull_rom(np.array(u - iu - i)) * catmull_rom(np.array(v - iv - j))
            y, x = min(max(iv + j, 0), height - 1), min(max(iu + i, 0), width - 1)
            want += weight * pixels[y, x]
    out = np.zeros((4, 1), np.float32)
    places = np.array([u]), np.array([v])
    identity = np.eye(3).ravel()
    sample(flat, 0, width, height, np.ones(2), *places, 1, identity, 0, 0, out)
    off = max(-0.5 - u, u - (width - 0.5), 0), max(-0.5 - v, v - (height - 0.5), 0)
    fade = max(1 - off[0], 0) * max(1 - off[1], 0)  # over one pixel of the frame
    np.testing.assert_allclose(out[:, 0], want * fade, atol=2)
    alpha, there = np.zeros(1), np.zeros(1)
    alphas(flat, 0, width, height, *places, alpha)
    assert alpha[0] == pytest.approx(want[3] / 65535, abs=1e-5)
    upright = np.zeros(1)
    zero = np.zeros(1)
    border_fades(width, height, *places, zero, zero, identity, upright)
    turned = np.array([1, 1e-9, 0, -1e-9, 1, 0, 0, 0, 1.0])
    border_fades(width, height, *places, zero, zero, turned, there)
    assert there[0] == pytest.approx(fade, abs=1e-6)
    assert upright[0] == (1 if max(off) == 0 else pytest.approx(0, abs=1))


def test_places_behind_the_lens_are_outside_every_plate():
    u, v = np.zeros(3), np.zeros(3)
    flat_places(np.array([1, 0, 0, 0, 1, 0, 0.5, 0, -0.25]), 0, 3, 2, u, v)
    assert (u[0], v[0]) == (-9, -9)
    np.testing.assert_allclose((u[2], v[2]), (2 / 0.75, 2 / 0.75))


def test_blocks_tell_where_something_is_and_their_neighbours():
    picture_ = np.zeros((70, 100, 4), np.uint16)
    picture_[40, 50, 3] = 1
    blocks = blocks_of(picture_).reshape(-(-70 // BLOCK), -(-100 // BLOCK))
    row, column = 40 // BLOCK, 50 // BLOCK
    want = np.zeros_like(blocks)
    want[row - 1 : row + 2, column - 1 : column + 2] = 1
    np.testing.assert_array_equal(blocks, want)
    levels = list(mips_of(Plate(picture_, 0, 0), np.eye(3), 0, 0))
    level = levels[0][1]
    record = np.zeros((), [("width", "i8"), ("height", "i8"), ("blocks", "i8"),
                           ("block_columns", "i8"), ("start", "i8")])  # fmt: skip
    for name in record.dtype.names:
        record[name] = getattr(level, name)

    def empty(*spots):
        u, v = (np.array(x, np.float64) for x in zip(*spots, strict=True))
        return bool(nothing_between(blocks.ravel(), record[()], u, v, len(u)))

    assert not empty((50, 40), (51, 41)) and empty((2, 2), (20, 10))
    assert empty((-40, -40), (-20, -20)) and not empty((0, 0), (99, 69))


def test_levels_lie_one_after_the_other_and_lead_from_the_photo():
    pixels = np.full((256, 400, 4), 65535, np.uint16)
    start = blocks = 0
    for number, (small, level) in enumerate(mips_of(Plate(pixels, -8, 4), np.eye(3), 0, 0)):
        assert (level.start, level.blocks) == (start, blocks)
        assert small.shape[:2] == (level.height, level.width)
        assert level.scale == pytest.approx(2 ** (-number / 2))
        # The plate's corner, (-8, 4) in the photo, is the corner of each level's first pixel.
        np.testing.assert_allclose((level.from_photo @ (-8, 4, 1))[:2], (-0.5, -0.5), atol=1e-9)
        far = level.from_photo @ (392, 260, 1)
        np.testing.assert_allclose(far[:2], (level.width - 0.5, level.height - 0.5), atol=1e-9)
        start += small.size
        blocks += level.block_columns * -(-level.height // BLOCK)
    assert number >= 4 and min(small.shape[:2]) >= 48


@pytest.fixture
def staged():
    project, studio = build(picture(W, H), [blob(W, H, 70, 50, 25)], Frame(W, H, 12, 1.0))
    stops = (Stop(0.0, (255, 200, 0, 255)),)
    for blend in ("normal", "screen", "screen"):
        project, name = acts.add_layer(project, Card(80.0, 48.0, 60.0, 40.0, stops=stops))
        project = project.with_layer(replace(project.layer(name), blend=blend))
    return project, studio


def test_neighbours_without_a_blend_mode_are_drawn_together(staged):
    project, studio = staged
    atlas = studio.atlas(project)
    placed = scene_at(project, 0.0)
    drawn = draw_list_of(atlas, placed, (W, H))
    modes = [(int(g["first"]), int(g["after"]), int(g["mode"])) for g in drawn.groups]
    assert drawn.groups.dtype == GROUP
    assert [after - first for first, after, _ in modes] == [1, 1, 3]  # two screens, the rest
    assert [bool(mode) for *_, mode in modes] == [True, True, False]
    assert drawn.plates["thing"].sum() == 3 and len(drawn.things) > 0
    assert (drawn.levels["width"] > 0).all() and drawn.depths.shape == (0, 4, 3)


def test_what_can_t_be_seen_is_not_drawn(staged):
    project, studio = staged
    atlas = studio.atlas(project)
    cut = next(x for x in project.near_to_far if x.mask)
    faded = project.with_layer(replace(cut, pose=replace(cut.pose, opacity=Track(0.0))))
    away = project.with_layer(replace(cut, pose=replace(cut.pose, x=Track(400.0))))
    edge_on = project.with_layer(replace(cut, pose=replace(cut.pose, swing=Track(90.0))))
    for changed in (faded, away, edge_on):
        placed = next(x for x in scene_at(changed, 0.0) if x.id == cut.id)
        assert drawn_of(atlas, placed, (W, H)) == []
    assert not drawable(next(x for x in scene_at(faded, 0.0) if x.id == cut.id))
    placed = next(x for x in scene_at(project, 0.0) if x.id == cut.id)
    (one,) = drawn_of(atlas, placed, (W, H))
    x0, x1, y0, y1 = one.bounds
    assert x0 <= 45 and x1 >= 95 and y0 <= 25 and y1 >= 75  # all of the blob
    assert x1 - x0 < 75 and y1 - y0 < 75  # and little else


def test_a_title_s_units_come_in_one_after_the_other(staged):
    project, studio = staged
    title = Title("one two", 80.0, 48.0, size=20.0, units="words", shown=Track(0.75))
    project, name = acts.add_layer(project, title)
    thing = studio.atlas(project).things[name]
    shares = [share for _, share in thing.at(project.layer(name), 0.0)]
    assert shares == pytest.approx([1.0, 0.5])  # the first is there, the second half
    own = thing.from_photo(project.layer(name), 0.0)
    np.testing.assert_allclose(own @ (80.0, 48.0, 1.0), (0, 0, 1))


@given(st.floats(0, 1))
def test_srgb_codes_lead_to_light_and_back(value):
    """IEC 61966-2-1, both ways."""
    light = linear_from_srgb(np.array([value]))
    assert srgb_from_linear(light)[0] == pytest.approx(value, abs=1e-7)
    want = value / 12.92 if value <= 0.04045 else ((value + 0.055) / 1.055) ** 2.4
    assert light[0] == pytest.approx(want)
