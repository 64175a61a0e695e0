"""What the net sees as evidence for strokes: it helps where it is sure, and is silent where not."""

import numpy as np
import pytest

from conftest import blob, picture
from woodcock.separate.cue import Seen, boxes_about, evidence, seen_by
from woodcock.separate.grow import Marks, grow, regions
from woodcock.separate.study import study
from woodcock.session.chosen import seen_in


@pytest.fixture(scope="module")
def known():
    photo = picture(480, 320)
    thing = blob(480, 320, 240, 160, 90) > 127
    photo[thing] = photo[thing] // 2 + 60
    return study(photo), photo, thing


def shown(known, field, inner=None, edge=None):
    """A look at all of a photo that says this of its regions."""
    inner = np.zeros((known.count, 2), np.float32) if inner is None else inner
    edge = np.zeros(known.count, bool) if edge is None else edge
    return Seen(field.astype(np.float32), inner, edge, known.areas)


def sides(known, thing):
    return known.share(np.where(thing, np.uint8(255), np.uint8(0))) > 0.5


def test_evidence_is_symmetric_and_nothing_told_is_nothing(known):
    known, _, thing = known
    inside = sides(known, thing)
    rng = np.random.default_rng(0)
    inner = rng.normal(0, 1, (known.count, 40)).astype(np.float32)
    inner[:, :12] += 2 * inside[:, None]
    seen = [shown(known, 0.3 + 0.4 * inside, inner)]
    near, far = inside & (rng.random(known.count) < 0.5), ~inside
    one, other = evidence(seen, near, far), evidence(seen, far, near)
    np.testing.assert_allclose(one.lean, -other.lean, atol=1e-4)
    assert one.sure == pytest.approx(other.sure, abs=1e-6)
    assert one.lean[inside].mean() > 1 > -1 > one.lean[~inside].mean()
    flat = [shown(known, np.full(known.count, 0.4))]
    told = evidence(flat, near, far)
    assert np.abs(told.lean).max() < 1e-5 and told.sure < 1e-5
    nothing = np.zeros(known.count, bool)
    assert evidence(seen, nothing, far).sure == evidence(seen, near, nothing).sure == 0


def test_numbers_that_tell_nothing_are_not_trusted(known):
    known, _, thing = known
    rng = np.random.default_rng(1)
    noise = rng.normal(0, 1, (known.count, 322)).astype(np.float32)
    flat = np.full(known.count, 0.5)
    inside = sides(known, thing)
    told = evidence([shown(known, flat, noise)], inside, ~inside)
    assert told.sure < 0.15 and np.abs(told.lean).mean() < 0.6
    telling = noise.copy()
    telling[:, :120] += 3 * inside[:, None]
    assert evidence([shown(known, flat, telling)], inside, ~inside).sure > 3 * told.sure


def test_with_a_net_that_says_nothing_a_stroke_takes_what_it_took(known):
    known, _, _ = known
    wanted = blob(480, 320, 240, 160, 12)
    silent = [shown(known, np.full(known.count, 0.5))]
    for begins in (True, False):
        marks = Marks(wanted, reach=120.0, begins=begins)
        with_it, without = regions(known, marks, looks=silent), regions(known, marks)
        np.testing.assert_array_equal(with_it.near, without.near)
        np.testing.assert_array_equal(with_it.free, without.free)


def test_the_look_that_tells_the_strokes_apart_and_is_not_cut_off_has_the_say(known):
    known, _, thing = known
    inside, rim = sides(known, thing), known.centres[:, 0] < 20
    near = inside & (known.centres[:, 1] < 160)
    right, blind = shown(known, 0.9 * inside), shown(known, np.full(known.count, 0.9))
    cut_off = shown(known, 0.9 * (inside | rim), edge=rim)
    for looks in ([right, blind, cut_off], [cut_off, right], [blind, right]):
        told = evidence(looks, near, ~inside & ~rim)
        assert ((told.lean > 0) == inside).mean() > 0.999
        assert told.sure > 0.85


def test_boxes_hold_what_they_are_about_and_change_in_steps():
    shape, rng, seen = (400, 600), np.random.default_rng(2), set()
    for _ in range(200):
        low = rng.uniform(0, (500, 300))
        high = low + rng.uniform(1, 100, 2)
        for room, (left, top, right, bottom) in zip(
            (0.3, 1), boxes_about(low, high, (0.3, 1), shape), strict=True
        ):
            assert 0 <= left <= low[0] and high[0] <= right <= 600
            assert 0 <= top <= low[1] and high[1] <= bottom <= 400
            wide = max(*(high - low), 40)
            assert right - left <= high[0] - low[0] + 2 * (room + 0.25) * wide + 2
    for low in ((-900.0, 50.0), (5000.0, 5000.0)):  # a stroke beside the photo
        ((left, top, right, bottom),) = boxes_about(
            np.array(low), np.array(low) + 20, (0.3,), shape
        )
        assert 0 <= left < right <= 600 and 0 <= top < bottom <= 400
    for length in range(100, 220, 2):  # as a stroke is drawn
        seen.add(
            *boxes_about(np.array([80.0, 90.0]), np.array([80.0 + length, 120.0]), (0.8,), shape)
        )
    assert len(seen) < 16


def test_what_is_seen_lies_where_it_is(known):
    known, _, _ = known
    height, width = known.labels.shape
    across = np.tile(np.linspace(0, 1, 80, dtype=np.float32), (40, 1))
    seen = seen_by(known, across, [across[None] * 9 - 4])
    np.testing.assert_allclose(seen.field, known.centres[:, 0] / width, atol=0.02)
    assert np.corrcoef(seen.inner[:, 0], known.centres[:, 0])[0, 1] > 0.999
    assert seen.inner.shape == (known.count, 3) and not seen.edge.any()
    box = 60, 0, 300, height
    part = seen_by(known, across, [], box)
    here = (known.centres[:, 0] > 62) & (known.centres[:, 0] < 298)
    np.testing.assert_allclose(part.field[here], (known.centres[here, 0] - 60) / 240, atol=0.02)
    outside = (known.centres[:, 0] < 58) | (known.centres[:, 0] > 302)
    assert here.any() and outside.any() and not part.field[outside].any()
    x, y = known.centres[part.edge].T
    assert ((x < 74) | (x > 286)).all() and y.min() < 20  # not where the photo itself ends


def test_the_net_that_ships_tells_a_cat_from_what_it_sits_on():
    from skimage import data

    photo = np.ascontiguousarray(data.cat())
    known = study(photo)
    seen = seen_in(photo, known)
    assert seen.inner.shape == (known.count, 5 * 64 + 2)
    face = np.zeros(known.labels.shape, np.uint8)
    face[130:150, 140:300] = 255  # along the eyes and the forehead
    marks = Marks(face, reach=90.0, begins=True)
    alone = grow(known, marks)
    grown = regions(known, marks, looks=[seen])
    taken = grown.near[known.labels]
    assert taken.mean() > 1.5 * (alone > 0).mean()  # more of the cat than its colours tell
    assert not taken[:, -12:].any() and taken[130:150, 140:300].all()
