import numpy as np
import pytest
from hypothesis import given
from hypothesis import strategies as st
from scipy.optimize import brentq

from woodcock.model import EASE_BOTH, LINEAR, Easing, Key, Track
from woodcock.stage import ease, value_at

unit = st.floats(0, 1)
free = st.floats(-2, 3)


@given(unit, free, unit, free, unit)
def test_ease_solves_the_bezier_of_css_easing_level_1(x1, y1, x2, y2, progress):
    """Section 2.2: the curve's y where its x is the progress; solved independently by brentq."""

    def bezier(a, b, s):
        return 3 * (1 - s) ** 2 * s * a + 3 * (1 - s) * s**2 * b + s**3

    got = ease(Easing(x1, y1, x2, y2), progress)
    s = 0.0 if progress == 0 else brentq(lambda s: bezier(x1, x2, s) - progress, 0, 1, xtol=1e-15)
    # Where the curve stands nearly upright, y is known only as well as x divided by its slope.
    near = [bezier(y1, y2, np.clip(s + d, 0, 1)) for d in (-1e-4, 0, 1e-4)]
    assert min(near) - 1e-6 <= got <= max(near) + 1e-6


@pytest.mark.parametrize(
    ("curve", "progress", "wanted"),
    [
        ((0.5, 1.0, 0.5, 1.0), -0.5, -1.0),  # along the tangent to the first control point
        ((0.0, 0.0, 0.5, 1.0), -0.5, -1.0),  # that lies on the start: to the second
        ((0.0, 0.0, 0.0, 0.0), -0.5, -0.5),  # both do: to the end
        ((0.0, 1.0, 0.5, 1.0), -0.5, 0.0),  # straight up: the value stays
        ((0.5, 0.0, 0.5, 0.0), 1.5, 2.0),
        ((0.5, 0.0, 1.0, 1.0), 1.5, 2.0),
        ((0.5, 0.0, 1.0, 0.5), 1.5, 1.0),
        ((0.0, 1.0, 1.0, 0.0), 0.0, 0.0),
        ((0.0, 1.0, 1.0, 0.0), 1.0, 1.0),
    ],
)
def test_inputs_outside_the_curve_follow_its_tangents(curve, progress, wanted):
    """CSS Easing Functions Level 1, section 2.2 (its rules from memory)."""
    assert ease(Easing(*curve), progress) == pytest.approx(wanted)


def test_named_easings():
    assert ease(LINEAR, 0.3) == 0.3
    # ease-in-out at a half is a half by symmetry; "ease" at a half: 0.8024 (from memory of the
    # values browsers give; no published table).
    assert ease(EASE_BOTH, 0.5) == pytest.approx(0.5, abs=1e-9)
    assert ease(Easing(0.25, 0.1, 0.25, 1.0), 0.5) == pytest.approx(0.8024, abs=1e-4)


@given(st.lists(st.tuples(st.integers(0, 400), st.floats(-50, 50)), min_size=1, max_size=8,
                unique_by=lambda key: key[0]), st.floats(-1, 50))  # fmt: skip
def test_a_track_meets_its_keys_and_holds_its_ends(keys, time):
    keys = sorted(keys)
    track = Track(7.0, tuple(Key(t / 10, v, LINEAR) for t, v in keys))
    for t, v in keys:
        assert value_at(track, t / 10) == v
    expected = np.interp(time, [t / 10 for t, _ in keys], [v for _, v in keys])
    assert value_at(track, time) == pytest.approx(expected, abs=1e-9)


def test_setting_and_deleting_keys():
    track = Track(2.0).with_key(Key(1.0, 5.0)).with_key(Key(0.0, 3.0)).with_key(Key(1.0, 6.0))
    assert [(k.time, k.value) for k in track.keys] == [(0.0, 3.0), (1.0, 6.0)]
    assert value_at(track.without_key(0.0).without_key(1.0), 9) == 6.0
    with pytest.raises(ValueError, match="order"):
        Track(0.0, (Key(1.0, 0.0), Key(1.0, 1.0)))
    with pytest.raises(ValueError, match="x1"):
        Easing(1.5, 0, 1, 1)
