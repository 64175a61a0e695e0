"""Large holes filled from whole pieces of the picture."""

import cv2
import numpy as np
import pytest

from conftest import blob, picture
from woodcock.errors import Cancelled
from woodcock.pixels.colour import UNIT, decode, encode8
from woodcock.rebuild import extended, fill
from woodcock.rebuild.shifts import like_itself, shifted

W, H, ACROSS, DOWN = 360, 270, 45, 36  # and how far apart its stones lie


def wall():
    """A wall of stones, all alike, each with its own texture: what is hidden in it is known."""
    stone = np.random.default_rng(5).normal(0, 22, (DOWN, ACROSS, 3))
    stone = cv2.GaussianBlur(stone, (0, 0), 1.2) * 2 + (150, 130, 110)
    stone[:4] = stone[:, :4] = (70, 66, 60)
    tiled = np.tile(stone, (H // DOWN + 1, W // ACROSS, 1))[:H, :W]
    return np.uint8(np.clip(tiled, 0, 255))


def given(photo):
    """With the channel of texture that patches are compared in."""
    return np.dstack([photo, np.zeros(photo.shape[:2], np.uint8)])


HOLE = np.zeros((H, W), np.bool_)
HOLE[70:200, 100:260] = True


def test_a_wall_is_like_itself_by_whole_stones():
    shifts, _ = like_itself(given(wall()), ~HOLE, 0)
    assert len(shifts) > 10
    off = np.abs(shifts / (DOWN, ACROSS) - np.rint(shifts / (DOWN, ACROSS))) * (DOWN, ACROSS)
    assert (off.max(1) <= 1).mean() > 0.8


def test_a_large_hole_in_it_is_filled_stone_by_stone():
    """Three stones and a half each way: no patch from the border in reaches the middle."""
    photo = wall()
    blind = np.where(HOLE[..., None], np.uint8(255), photo)
    made = fill(blind, HOLE, pieces=True)
    np.testing.assert_array_equal(made[~HOLE], photo[~HOLE])
    wrong = np.abs(made.astype(int) - photo).max(2)[HOLE]
    assert (wrong <= 12).mean() > 0.9
    np.testing.assert_array_equal(
        fill(np.where(HOLE[..., None], 0, photo), HOLE, pieces=True), made
    )


def test_what_may_not_be_copied_is_not():
    """A red sign on the wall, which may not be copied, is not in the hole; else it might be."""
    photo, sign = wall(), np.zeros((H, W), np.bool_)
    sign[20:60, 20:330] = True
    photo[sign] = (220, 20, 20)
    source = shifted(given(photo), HOLE, ~HOLE & ~sign, *like_itself(given(photo), ~HOLE, 0), 0)
    known = source[:, 0] >= 0
    assert known.mean() > 0.95
    assert (~HOLE & ~sign)[tuple(source[known].T)].all()


def test_small_holes_are_filled_as_without_it():
    photo, hole = picture(240, 160, 6), blob(240, 160, 120, 80, 12) > 0
    np.testing.assert_array_equal(fill(photo, hole, pieces=True), fill(photo, hole))


def test_it_hears_of_a_cancel():
    with pytest.raises(Cancelled):
        fill(wall(), HOLE, pieces=True, progress=lambda done, _: done < 0.1)


def test_a_wall_goes_on_stone_by_stone_beyond_the_border():
    """What is added at a side of the photo fits what was there."""
    photo = wall()
    light = np.dstack([decode(photo), np.full((H, W), UNIT, np.uint16)])
    wide = extended(light, (2 * ACROSS, 0, 0, 0), pieces=True)
    np.testing.assert_array_equal(wide[:, 2 * ACROSS :], light)
    made = encode8(np.ascontiguousarray(wide[:, : 2 * ACROSS, :3])).astype(int)
    wrong = np.abs(made - photo[:, : 2 * ACROSS]).max(2)
    assert (wrong <= 12).mean() > 0.9
