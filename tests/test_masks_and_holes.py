"""Masks put together, borders, holes, what is painted, seams: properties and known answers."""

import cv2
import numpy as np
import pytest
from hypothesis import given, settings
from hypothesis import strategies as st

from conftest import blob
from woodcock.model import TILE
from woodcock.pixels.colour import decode
from woodcock.pixels.membrane import membrane
from woodcock.pixels.resample import mip_size, shrink
from woodcock.pixels.seam import blended, least_seam, wrapping
from woodcock.rebuild import Plate, assembled, painted_at, with_margin
from woodcock.rebuild.holes import carried_on, grown
from woodcock.separate import combine
from woodcock.separate.border import border_reach, cut_off, snapped

W, H = 120, 90


def half_plane(at, soft=4.0, width=W):
    """Alpha that goes over from 255 to 0 about column `at`."""
    x = np.arange(width) + 0.5
    return np.tile(np.rint(255 * np.clip((at - x) / soft + 0.5, 0, 1)).astype(np.uint8), (H, 1))


places = st.tuples(st.floats(20, 100), st.floats(20, 70), st.floats(6, 25), st.floats(1, 8))


@settings(max_examples=40, deadline=None)
@given(places, places)
def test_masks_added_and_taken_stay_between_the_largest_and_the_least(a, b):
    mask, area = blob(W, H, *a), blob(W, H, *b)
    added, left = combine(mask, area, "add"), combine(mask, area, "remove")
    assert (added.astype(int) >= np.maximum(mask, area).astype(int) - 1).all()
    assert (left <= np.minimum(mask.astype(int), 255 - area.astype(int)) + 1).all()
    np.testing.assert_array_equal(combine(mask, area, "within"), np.minimum(mask, area))
    np.testing.assert_array_equal(combine(mask, area, "replace"), area)
    again = combine(added, area, "add")
    assert (again >= added).all() and (again - added).mean() < 0.3  # no edge is hardened
    assert not combine(left, area, "remove")[area == 255].any()
    assert combine(mask, np.zeros_like(mask), "remove") is not mask
    np.testing.assert_array_equal(combine(mask, np.zeros_like(mask), "remove"), mask)


def test_two_sides_of_one_edge_add_up_and_one_edge_drawn_twice_does_not():
    """Porter and Duff 1984: what alphas say of how they lie over each other is not in them."""
    left = half_plane(60.0)
    right = 255 - left
    assert combine(left, right, "add").min() >= 254  # no line between the two
    np.testing.assert_array_equal(combine(left, left.copy(), "add"), left)
    gap = combine(half_plane(60.0, 1.0), 255 - half_plane(61.5, 1.0), "add", lap=2)
    assert gap.min() > 200  # they missed each other by a pixel and a half
    wide = combine(half_plane(60.0, 1.0), 255 - half_plane(80.0, 1.0), "add", lap=2)
    assert (wide[:, 64:76] == 0).all()  # a gap that was meant stays
    assert combine(None, left, "add") is left
    assert not combine(None, left, "remove").any()
    with pytest.raises(ValueError, match="mode must be one of"):
        combine(left, right, "around")


@pytest.mark.parametrize("turns", [0, 1, 2, 3])
def test_a_cut_snaps_to_the_border_it_comes_close_to(turns):
    mask = np.zeros((200, 300), np.uint8)
    mask[3:120, 100:180] = 255
    got = np.rot90(snapped(np.ascontiguousarray(np.rot90(mask, turns))), -turns)
    assert (got[:4, 105:175] == 255).all()  # carried on to it
    np.testing.assert_array_equal(got[4:], mask[4:])
    far = np.zeros((200, 300), np.uint8)
    far[12:120, 100:180] = 255
    turned = np.ascontiguousarray(np.rot90(far, turns))
    assert snapped(turned) is turned
    assert border_reach(6000) == 18 and border_reach(100) == 4
    side = ("top", "left", "bottom", "right")[turns]
    assert cut_off(np.ascontiguousarray(np.rot90(mask, turns))) == (side,)
    assert cut_off(far) == ()
    assert cut_off(np.full((50, 50), 65535, np.uint16)) == ("left", "top", "right", "bottom")


def test_a_cut_is_grown_by_so_many_pixels():
    mask = np.zeros((101, 101), np.uint8)
    mask[50, 50] = 255
    y, x = np.mgrid[-50:51, -50:51]
    away = np.hypot(x, y)
    hole = grown(mask, 20.0)
    assert hole[away < 19].all() and not hole[away > 21].any()
    np.testing.assert_array_equal(grown(mask, 0.5), mask > 0)
    assert not grown(np.zeros_like(mask), 9.0).any()


def test_a_layer_goes_on_behind_what_stands_before_it():
    """A bar behind a post: where the post hides it, it goes on straight."""
    bar, post = np.zeros((90, 160), np.uint8), np.zeros((90, 160), np.uint8)
    bar[30:60] = 255
    post[:, 70:95] = 255
    seen = np.where(post > 0, 0, bar).astype(np.uint8)
    whole = carried_on(seen, post)
    assert (whole[36:54, 70:95] > 250).all() and not whole[:22, 70:95].any()
    np.testing.assert_array_equal(whole[:, :60], bar[:, :60])
    assert carried_on(seen, np.zeros_like(post)) is seen
    aside = np.zeros_like(post)
    aside[:8, :8] = 255
    assert carried_on(seen, aside) is seen  # nothing of it is hidden there


def test_a_membrane_keeps_what_is_known_and_is_flat_between_equals():
    rng = np.random.default_rng(1)
    values = rng.random((60, 80)).astype(np.float32)
    known = rng.random((60, 80)) < 0.3
    out = membrane(values, known)
    np.testing.assert_array_equal(out[known], values[known])
    assert out.min() >= values[known].min() - 1e-5 and out.max() <= values[known].max() + 1e-5
    frame = np.ones((60, 80), bool)
    frame[10:50, 15:65] = False
    ramp = np.tile(np.linspace(0, 1, 80, dtype=np.float32), (60, 1))
    filled = membrane(ramp, frame)  # a ramp is harmonic: Laplace's equation gives it back
    assert np.abs(filled - ramp).max() < 0.05
    np.testing.assert_allclose(membrane(np.full((9, 9, 3), 0.4, np.float32), frame[:9, :9]), 0.4)
    assert membrane(ramp, np.zeros_like(frame)).max() == 0


def test_the_least_seam_is_the_cheapest_of_all():
    """Against all paths of a small field, tried one by one."""
    rng = np.random.default_rng(4)
    for _ in range(12):
        cost = rng.random((6, 5)).astype(np.float32)
        best = np.inf
        for start in range(5):
            paths = [((start,), float(cost[0, start]))]
            for y in range(1, 6):
                paths = [
                    ((*path, x), total + float(cost[y, x]))
                    for path, total in paths
                    for x in range(max(path[-1] - 1, 0), min(path[-1] + 2, 5))
                ]
            best = min(best, min(total for _, total in paths))
        seam = least_seam(cost)
        assert (np.abs(np.diff(seam)) <= 1).all()
        assert float(cost[np.arange(6), seam].sum()) == pytest.approx(best, abs=1e-5)


def test_what_is_blended_is_either_picture_at_its_border_and_goes_on_round():
    rng = np.random.default_rng(2)
    left, right = (cv2.GaussianBlur(rng.random((64, 48, 3)).astype(np.float32), (0, 0), 3)
                   for _ in range(2))  # fmt: skip
    out = blended(left, right)
    assert np.abs(out[:, 0] - left[:, 0]).max() < 0.02
    assert np.abs(out[:, -1] - right[:, -1]).max() < 0.02
    picture = cv2.GaussianBlur(rng.random((64, 200, 3)).astype(np.float32), (0, 0), 3)
    turn = wrapping(picture, 150)
    assert turn.shape == (64, 150, 3)
    step = np.abs(np.diff(picture, axis=1)).max()
    assert np.abs(turn[:, 0] - turn[:, -1]).max() < 1.6 * step  # no jump where it meets itself
    np.testing.assert_array_equal(turn[:, 60:140], picture[:, 60:140])


def tile(colour, alpha=255):
    return np.full((TILE, TILE, 4), (*colour, alpha), np.uint8)


def test_painted_squares_lie_where_they_say_at_any_size():
    tiles = {(0, 0): tile((200, 100, 50)), (-1, 1): tile((10, 20, 30), 128)}
    box = (-100, 200, 300, 200)
    whole = assembled(tiles, box)
    assert whole.shape == (200, 300, 4)
    np.testing.assert_array_equal(whole[10, 150], (200, 100, 50, 255))
    np.testing.assert_array_equal(whole[100, 50], (10, 20, 30, 128))
    assert not whole[100, 150].any()  # right of the second and below the first
    assert painted_at({}, box, (300, 200)) is None
    small = painted_at(tiles, box, (150, 100))
    np.testing.assert_array_equal(small[5, 100], (200, 100, 50, 255))
    np.testing.assert_allclose(small[50, 25], (10, 20, 30, 128), atol=2)
    assert np.abs(small[27, 54:146, :3].astype(int) - (200, 100, 50)).max() <= 3  # no dark rims


def test_a_margin_holds_what_was_grown_and_painted_and_nothing_of_it_comes_within():
    inner = Plate(np.full((40, 60, 4), 30_000, np.uint16), 0, 0)
    grown_pixels = np.full((60, 80, 4), 10_000, np.uint16)
    grown_pixels[..., 3] = 65535
    both = with_margin(inner, Plate(grown_pixels, -10, -10), (60, 40), 1.0, {})
    assert (both.x, both.y) == (-10, -10) and both.pixels.shape == (60, 80, 4)
    np.testing.assert_array_equal(both.pixels[10:50, 10:70], inner.pixels)
    assert (both.pixels[:10, :, 0] == 10_000).all()
    painted = with_margin(
        inner, Plate(grown_pixels, -10, -10), (60, 40), 1.0, {(-1, -1): tile((255, 0, 0))}
    )
    assert tuple(painted.pixels[4, 4]) == (65535, 0, 0, 65535)
    np.testing.assert_array_equal(painted.pixels[10:50, 10:70], inner.pixels)
    assert (painted.pixels[55, 75, :3] == 10_000).all()


@pytest.mark.parametrize("level", [0, 1, 2, 3, 6])
def test_mip_levels_are_half_an_octave_apart_and_keep_the_light(level):
    size = mip_size((1920, 1080), level)
    assert size[0] == pytest.approx(1920 / 2 ** (level / 2), abs=1)
    rng = np.random.default_rng(level)
    light = (rng.random((90, 160, 4)) * 65535).astype(np.uint16)
    small = shrink(light, mip_size((160, 90), level))
    np.testing.assert_allclose(small.mean((0, 1)), light.mean((0, 1)), rtol=0.01)
    if level == 2:  # a whole octave is the mean of four
        np.testing.assert_allclose(small, decode_free_mean(light), atol=1)


def decode_free_mean(light):
    return light.reshape(45, 2, 80, 2, 4).astype(float).mean((1, 3))


def test_codes_of_every_depth_are_decoded_to_the_same_light():
    codes = np.arange(256, dtype=np.uint8)
    np.testing.assert_array_equal(decode(codes), decode(codes.astype(np.uint16) * 257))
