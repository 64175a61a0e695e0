"""What a fill is put together from: surroundings, what goes on through a hole, pieces, slopes."""

import itertools

import numpy as np
import pytest
from hypothesis import given, settings
from hypothesis import strategies as st

from conftest import blob, build, picture
from woodcock.depth.completion import completed
from woodcock.depth.slopes import eased
from woodcock.model import Frame
from woodcock.rebuild import fill
from woodcock.rebuild.fill import surroundings
from woodcock.rebuild.pieces import filled_in_pieces
from woodcock.rebuild.settle import from_outside
from woodcock.render.area import Area
from woodcock.render.weak import weak_places
from woodcock.session import acts
from woodcock.stage import apply_move


def ramp(width, height, noise=0.0, seed=0):
    """A colour ramp across, under grey noise."""
    across = np.linspace(40, 200, width)[None, :, None]
    tint = np.array([1.0, 0.8, 0.6])
    rng = np.random.default_rng(seed)
    values = across * tint + rng.normal(0, noise, (height, width, 1)) if noise else across * tint
    return np.clip(np.broadcast_to(values, (height, width, 3)), 0, 255).astype(np.uint8)


def hole_in(width, height, x, y, w, h):
    hole = np.zeros((height, width), bool)
    hole[y : y + h, x : x + w] = True
    return hole


def test_what_is_looked_at_holds_the_hole_and_room_round_it():
    hole = hole_in(2000, 1500, 900, 700, 50, 30)
    rows, columns = surroundings(hole, ~hole)
    assert rows.start < 700 - 40 and rows.stop > 730 + 40
    assert columns.start < 900 - 40 and columns.stop > 950 + 40
    assert (rows.stop - rows.start) * (columns.stop - columns.start) < 2000 * 1500 / 2
    corner = hole_in(2000, 1500, 0, 0, 20, 20)
    rows, columns = surroundings(corner, ~corner)
    assert rows.start == columns.start == 0
    far = np.zeros_like(hole)
    far[:, 1900:] = True  # all that may be copied lies at the other end
    assert surroundings(hole, far) == (slice(0, 1500), slice(0, 2000))
    near = np.zeros_like(hole)
    near[:, 1150:1250] = True  # not beside the hole, but not far either
    rows, columns = surroundings(hole, near)
    assert near[rows, columns].mean() >= 0.02
    assert (rows.stop - rows.start) * (columns.stop - columns.start) < 2000 * 1500 / 2


@pytest.mark.parametrize("size", [(300, 200), (1400, 900)])
def test_colours_and_roughness_are_carried_through_a_hole(size):
    """A ramp is harmonic, so it goes on straight; noise of s has, less a blur's, its energy."""
    width, height = size
    photo = ramp(width, height, 6.0)
    hole = hole_in(width, height, width // 3, height // 3, width // 4, height // 3)
    spoilt = photo.copy()
    spoilt[hole] = (255, 0, 255)  # never read
    around = from_outside(spoilt, hole)
    again = from_outside(photo, hole)
    np.testing.assert_array_equal(around.colours, again.colours)
    colours = around.colours_of(hole.shape).astype(float)
    assert np.abs(colours - ramp(width, height))[hole].mean() < 6
    clear = from_outside(photo, np.zeros_like(hole)).energy
    assert np.median(around.energy) == pytest.approx(np.median(clear), rel=0.15)
    assert 15 < np.median(around.energy) < 36  # of 6 squared, what a blur of a pixel takes away
    flat = from_outside(ramp(width, height), hole).energy
    assert np.median(flat) < 1


def test_holes_far_apart_are_filled_each_by_itself_and_only_what_changed_again():
    photo = picture(600, 300, 5)
    left, right = hole_in(600, 300, 60, 100, 40, 40), hole_in(600, 300, 480, 120, 50, 30)
    kept, made = {}, []

    def reuse(key, make):
        if key not in kept:
            made.append(key)
            kept[key] = make()
        return kept[key]

    both = filled_in_pieces(photo, left | right, reuse=reuse)
    assert len(made) == 2
    outside = ~(left | right)
    np.testing.assert_array_equal(both.picture[outside], photo[outside])
    assert not both.doubt[outside].any()
    larger = right | hole_in(600, 300, 470, 120, 60, 30)
    again = filled_in_pieces(photo, left | larger, reuse=reuse)
    assert len(made) == 3  # the left one is as it was
    np.testing.assert_array_equal(again.picture[left], both.picture[left])
    near = hole_in(600, 300, 108, 100, 20, 40)  # eight pixels from the left one
    filled_in_pieces(photo, left | near, reuse=reuse)
    assert len(made) == 4  # these two are one
    alone = filled_in_pieces(photo, left | right)
    np.testing.assert_array_equal(alone.picture, both.picture)


def test_a_fill_is_the_same_whatever_lies_in_the_hole_and_however_often():
    photo = picture(240, 160, 8)
    hole = blob(240, 160, 120, 80, 28) > 0
    spoilt = photo.copy()
    spoilt[hole] = np.random.default_rng(1).integers(0, 255, (int(hole.sum()), 3))
    one = fill(photo, hole, seed=3)
    np.testing.assert_array_equal(one, fill(spoilt, hole, seed=3))
    assert (one != fill(photo, hole, seed=4)).any()
    nothing = np.zeros_like(hole)
    np.testing.assert_array_equal(fill(photo, nothing), photo)


@settings(max_examples=15, deadline=None)
@given(st.integers(0, 10_000), st.floats(0.02, 0.4))
def test_an_eased_surface_is_the_mean_of_the_two_that_enclose_it(seed, slope):
    """By brute force: the lowest surface of that slope above it, and the highest below."""
    values = np.random.default_rng(seed).random((7, 9)).astype(np.float32)
    places = list(itertools.product(range(7), range(9)))

    def away(a, b):
        dy, dx = abs(a[0] - b[0]), abs(a[1] - b[1])
        return max(dy, dx) - min(dy, dx) + min(dy, dx) * 2**0.5  # along rows and diagonals

    above, below = np.empty_like(values), np.empty_like(values)
    for place in places:
        reach = [slope * away(place, other) for other in places]
        above[place] = max(values[o] - r for o, r in zip(places, reach, strict=True))
        below[place] = min(values[o] + r for o, r in zip(places, reach, strict=True))
    np.testing.assert_allclose(eased(values, slope), (above + below) / 2, atol=1e-5)


def test_what_was_not_measured_takes_the_farther_side():
    depth = np.full((40, 60), 0.8, np.float32)
    depth[:, 30:] = 0.2
    known = np.ones((40, 60), bool)
    known[10:30, 25:36] = False
    depth[~known] = np.nan
    out = completed(np.nan_to_num(depth), known)
    np.testing.assert_array_equal(out[known], depth[known])
    assert (out[14:26, 27:34] < 0.5).mean() > 0.9


def test_an_area_of_blocks_is_the_same_at_any_size():
    blocks = np.zeros((3, 5), bool)
    blocks[1, 2] = blocks[2, 4] = True
    area = Area(np.packbits(blocks).tobytes(), 5, 3, 16.0)
    whole = area.at(75, 44, 1.0)
    np.testing.assert_array_equal(np.argwhere(whole).min(0), (16, 32))
    assert whole[16:32, 32:48].all() and not whole[:16].any()
    assert whole[32:44, 64:75].all()  # the last ones are cut short
    half = area.at(38, 22, 0.5)
    np.testing.assert_array_equal(half, whole[::2, ::2][:22, :38])


def test_the_worst_places_are_where_doubt_is_shown_longest():
    masks = [blob(320, 180, 100, 100, 36), blob(320, 180, 240, 90, 30)]
    project, studio = build(picture(320, 180, 4), masks, Frame(320, 180, 12, 1.0))
    project = acts.set_distance(project, project.near_to_far[0].id, 2.0)
    project = apply_move(project, "slide", 8)
    rebuilt, reveal = studio.rebuilt(project), studio.reveal(project)
    found = weak_places(rebuilt, reveal, {}, studio.store)
    assert 1 <= len(found) <= 20
    for place in found:
        shown = reveal.layers[place.layer]
        assert 0 < place.frames <= project.frame.count and 0 <= place.first < 12
        assert place.doubt > 0
        x, y = place.x + place.size / 2, place.y + place.size / 2
        assert -place.size <= x <= 320 + place.size and -place.size <= y <= 180 + place.size
        assert shown.frames.any()
    ranks = [place.frames * place.doubt for place in found]
    assert ranks[0] >= 0.3 * max(ranks)  # the first is among the worst, by area as well
