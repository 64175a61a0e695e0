import numpy as np
import pytest
from hypothesis import given
from hypothesis import strategies as st

from conftest import picture
from woodcock.separate import combine, lasso, rough_split, stamp_stroke


def test_lasso_has_the_area_of_its_polygon():
    points = [(20.0, 10.0), (90.0, 25.0), (70.5, 80.0), (30.0, 60.0)]
    x, y = np.array(points).T
    area = abs(np.dot(x, np.roll(y, 1)) - np.dot(y, np.roll(x, 1))) / 2  # the shoelace formula
    mask = lasso((100, 120), points)
    assert mask.sum() / 255 == pytest.approx(area, rel=0.03)
    assert ((mask > 0) & (mask < 255)).any()  # a soft edge
    assert not lasso((100, 120), points[:2]).any()


def test_brush_size_and_hardness():
    hard = stamp_stroke((200, 200), [(100, 100)], 80, 1.0)
    assert np.sqrt((hard > 127).sum() / np.pi) == pytest.approx(40, abs=1)
    soft = stamp_stroke((200, 200), [(100, 100)], 80, 0.0)
    assert soft.sum() < 0.7 * hard.sum()
    line = stamp_stroke((200, 200), [(50, 100), (150, 100)], 20, 0.5)
    assert (line[100, 50:150] == 255).all()
    assert np.ptp(line[94, 60:140]) == 0  # no bumps along the stroke
    assert not stamp_stroke((50, 50), [(-300.0, -300.0)], 20).any()


@given(st.integers(0, 255), st.integers(0, 255))
def test_combining_masks(a, b):
    mask, area = np.full((2, 2), a, np.uint8), np.full((2, 2), b, np.uint8)
    assert (combine(mask, area, "add") == max(a, b)).all()
    left, kept = combine(mask, area, "remove"), min(a, 255 - b)
    assert (left == kept).all() or (kept < 128 < b + 1 and not left.any())  # a faint line
    assert (combine(mask, area, "within") == min(a, b)).all()
    assert (combine(mask, area, "replace") == b).all()
    once = combine(mask, area, "remove")
    np.testing.assert_array_equal(combine(once, area, "remove"), once)


def test_rough_split_finds_a_plain_subject():
    photo = picture(300, 200, 4)
    photo[70:190, 100:200] = (220, 60, 20)
    mask = rough_split(photo)
    truth = np.zeros((200, 300), bool)
    truth[70:190, 100:200] = True
    near = mask > 127
    assert (near & truth).sum() / (near | truth).sum() > 0.7
    assert 0.03 < rough_split(np.full((90, 160, 3), 77, np.uint8)).mean() / 255 < 0.75
