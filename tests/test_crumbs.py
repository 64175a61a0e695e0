"""What a cut leaves of a few pixels: gone with it, unless a hand meant it."""

import numpy as np

from woodcock.separate.crumbs import crumbs, swept


def scene():
    """A thing of 200 x 150 with a hole of 12 x 12 and one of 40 x 40; a piece beside it."""
    mask = np.zeros((300, 400), bool)
    mask[50:200, 50:250] = True
    mask[100:112, 100:112] = mask[120:160, 180:220] = False
    mask[220:232, 300:312] = True
    return mask


def test_small_holes_and_pieces_go_and_larger_ones_stay():
    mask = scene()
    want = mask.copy()
    want[100:112, 100:112], want[220:232, 300:312] = True, False
    assert (swept(mask) == want).all()
    # What is thing and what is not may be exchanged.
    assert (swept(~mask) == ~want).all()


def test_what_a_hand_meant_or_is_elsewhere_stays():
    mask = scene()
    taken, nothing = mask.copy(), np.zeros_like(mask)
    found = crumbs(~mask, taken, mask, nothing)
    hole = nothing.copy()
    hole[100:112, 100:112] = True
    assert (found == hole).all()
    meant = nothing.copy()
    meant[105, 105] = True
    assert not crumbs(~mask, taken, mask, meant).any()
    taken[:, :200] = False  # the hole is not beside it
    assert not crumbs(~mask, taken, mask, nothing).any()


def test_a_correction_leaves_no_crumbs_along_its_seam():
    """Two areas that meet with gaps of a few pixels, as of regions: the rest is one piece."""
    left, right = np.zeros((2, 300, 400), bool)
    left[50:250, 50:200], right[50:250, 200:350] = True, True
    for y in range(60, 240, 20):
        right[y : y + 6, 200:206] = False
    both = left | right
    found = both | crumbs(~both, right, both, left & False)
    assert found[50:250, 50:350].all() and found.sum() == 200 * 300
