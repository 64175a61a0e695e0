"""What a photo is studied for: regions, neighbours, edges to follow, what stands out, colours."""

import cv2
import numpy as np
import pytest
from hypothesis import given, settings
from hypothesis import strategies as st
from scipy import ndimage

from conftest import blob, picture
from woodcock.errors import Cancelled
from woodcock.separate.alike import alike
from woodcock.separate.doubts import doubts
from woodcock.separate.edge import full_size
from woodcock.separate.local_colour import local_colour
from woodcock.separate.nearness import as_picture, nearness
from woodcock.separate.regions import regions
from woodcock.separate.salient import salient
from woodcock.separate.sky import sky_of
from woodcock.separate.study import eight_bit, study
from woodcock.separate.subject import subject
from woodcock.separate.trace import along_edges, edge_cost

W, H = 300, 200


def red_disc(radius=45, x=150, y=105, noise=5.0):
    """A red disc on a mottled green field: (photo, where it is)."""
    rng = np.random.default_rng(2)
    photo = np.full((H, W, 3), (70.0, 120, 80))
    there = blob(W, H, x, y, radius) > 127
    photo[there] = (180, 50, 40)
    photo += cv2.GaussianBlur(rng.normal(0, noise * 3, photo.shape), (0, 0), 2)
    return np.clip(photo, 0, 255).astype(np.uint8), there


@pytest.fixture(scope="module")
def known():
    photo, there = red_disc()
    return study(photo), photo, there


def test_regions_are_whole_pieces_of_about_one_size_and_keep_to_edges(known):
    lab = cv2.cvtColor(red_disc()[0].astype(np.float32) / 255, cv2.COLOR_RGB2LAB)
    labels = regions(lab, 12)
    count = int(labels.max()) + 1
    assert set(np.unique(labels)) == set(range(count))
    for number in range(count):
        _, pieces = ndimage.label(labels == number)
        assert pieces == 1
    areas = np.bincount(labels.ravel())
    assert 0.4 * 144 < np.median(areas) < 1.8 * 144 and areas.min() >= 144 // 6
    there = known[2]
    both = np.minimum(
        np.bincount(labels.ravel(), there.ravel()), np.bincount(labels.ravel(), ~there.ravel())
    )
    assert both.sum() / labels.size < 0.02  # hardly a pixel is in a region of the other side


def test_neighbours_share_as_many_pixels_as_they_are_counted_for(known):
    found = known[0]
    labels = found.labels
    count = {}
    for a, b in ((labels[:, :-1], labels[:, 1:]), (labels[:-1], labels[1:])):
        for one, other in zip(a[a != b], b[a != b], strict=True):
            pair = (min(one, other), max(one, other))
            count[pair] = count.get(pair, 0) + 1
    assert {tuple(pair) for pair in found.pairs} == set(count)
    for pair, border in zip(found.pairs, found.borders, strict=True):
        assert count[tuple(pair)] == border
    np.testing.assert_array_equal(found.areas, np.bincount(labels.ravel()))
    middle = np.argwhere(labels == 5).mean(0)[::-1]
    np.testing.assert_allclose(found.centres[5], middle, atol=1e-3)
    across = known[2][found.centres[:, 1].astype(int), found.centres[:, 0].astype(int)]
    edge = across[found.pairs[:, 0]] != across[found.pairs[:, 1]]
    assert np.median(found.steps[edge]) > 4 * np.median(found.steps[~edge])


def test_shares_and_sizes_of_a_study(known):
    found, photo, there = known
    share = found.share(np.where(there, np.uint8(255), np.uint8(0)))
    assert share.min() >= 0 and share.max() <= 1 + 1e-6
    assert share @ found.areas == pytest.approx(there.sum())
    large = study(cv2.resize(photo, (W * 6, H * 6)), working=60_000)
    assert large.labels.size <= 60_500 and large.shape == (H * 6, W * 6)
    assert large.scale == pytest.approx((60_000 / (W * H * 36)) ** 0.5, rel=0.01)
    small = large.small(np.full((H * 6, W * 6), 255, np.uint8))
    assert small.shape == large.labels.shape and (small == 255).all()
    deep = photo.astype(np.uint16) * 257
    np.testing.assert_array_equal(eight_bit(deep), photo)
    assert eight_bit(photo).base is photo
    np.testing.assert_allclose(study(deep).lab, found.lab, atol=0.01)
    with pytest.raises(Cancelled):
        study(photo, lambda *_: False)


@settings(max_examples=15, deadline=None)
@given(st.integers(0, 1000))
def test_a_side_s_colour_is_the_mean_round_a_place_weighted_as_it_says(seed):
    rng = np.random.default_rng(seed)
    colours = rng.random((15, 18, 3)).astype(np.float32)
    there, band = rng.random((15, 18)) < 0.6, rng.random((15, 18)) < 0.3
    got = local_colour(colours, there, band, 5)
    weight = there * np.where(band, 0.02, 1.0)
    for y, x in ((7, 9), (6, 4), (10, 12)):
        part = np.s_[y - 2 : y + 3, x - 2 : x + 3]
        total = weight[part].sum() + 1e-6
        want = (colours[part] * weight[part][..., None]).sum((0, 1)) / total
        np.testing.assert_allclose(got[y, x], want, atol=1e-4)


@pytest.mark.parametrize("angle", [20.0, 140.0])
def test_a_traced_line_runs_along_the_edge_between_its_ends(known, angle):
    """A third of the way round the disc: every point within two pixels of its rim."""
    found = known[0]
    cost = edge_cost(found)
    assert cost.min() >= 0.02 - 1e-6 and cost.max() <= 1.03
    ends = [
        (150 + 45 * np.cos(np.radians(a)), 105 + 45 * np.sin(np.radians(a)))
        for a in (angle, angle + 110)
    ]
    line = along_edges(cost, *ends)
    away = np.hypot(line[:, 0] - 150, line[:, 1] - 105)
    assert np.abs(away - 45).max() < 3 and np.abs(away - 45).mean() < 1.5
    np.testing.assert_allclose(line[0], np.floor(ends[0]) + 0.5, atol=1.0)
    np.testing.assert_allclose(line[-1], np.floor(ends[1]) + 0.5, atol=1.0)
    straight = along_edges(np.ones_like(cost), (10, 10), (60, 10))
    assert np.ptp(straight[:, 1]) < 1e-3 and len(straight) == 51


def test_what_the_photo_is_of_is_found_and_a_plain_one_is_of_nothing_much(known):
    found, photo, there = known
    field = salient(photo)
    assert field.shape[0] <= H and field.min() >= 0 and field.max() <= 1 + 1e-6
    inner = as_picture(field, (W, H))
    assert inner[there].mean() > 3 * inner[~there].mean()
    mask = subject(found, field) > 127
    assert (mask & there).sum() / (mask | there).sum() > 0.9


def test_sky_is_smooth_and_reaches_down_from_the_upper_border():
    rng = np.random.default_rng(0)
    y = np.linspace(0, 1, H)[:, None, None]
    photo = np.broadcast_to((150 + 60 * y) * (0.8, 0.95, 1.1), (H, W, 3)).copy()
    ground = np.clip(rng.normal(80, 30, (H, W, 3)), 0, 255)
    photo[110:] = cv2.GaussianBlur(ground, (0, 0), 1)[110:]
    photo = np.clip(photo, 0, 255).astype(np.uint8)
    found = study(photo)
    sky = sky_of(found)[found.labels]
    assert sky[:95].mean() > 0.9 and sky[125:].mean() < 0.1
    near = as_picture(nearness(photo), (W, H))
    assert near[:90].mean() < 0.2 and near[180:].mean() > near[125:140].mean()


def test_colours_alike_are_taken_by_how_far_they_are_apart(known):
    """Distances in L*a*b* (CIE 1976), with lightness counting 0.6."""
    lab = np.zeros((40, 200, 3), np.float32)
    lab[..., 0] = 50
    lab[..., 1] = np.linspace(0, 60, 200)  # 0.3 a column
    taken = alike(lab, [(100.0, 20.0)], 9.0)
    columns = np.flatnonzero(taken[20] > 127)
    assert 60 < len(columns) < 85 and abs(columns.mean() - 100) < 2  # 9 / 0.3 either way, and fade
    lab[..., 1] = 0
    lab[..., 0] = np.linspace(20, 80, 200)
    lighter = np.flatnonzero(alike(lab, [(100.0, 20.0)], 9.0)[20] > 127)
    assert len(lighter) == pytest.approx(len(columns) / 0.6, rel=0.1)
    two = np.zeros((40, 200, 3), np.float32)
    two[:, 90:110] = 60
    everywhere = alike(two, [(10.0, 20.0)], 5.0)
    assert (everywhere[:, 150] == 255).all()
    here = alike(two, [(10.0, 20.0)], 5.0, local=True)
    assert (here[:, 20] == 255).all() and not here[:, 150].any()
    assert alike(two, [], 5.0).max() == 0


def test_an_edge_at_full_size_lies_where_the_colours_change():
    """A mask found at a sixth of the size: its edge at full size is within a pixel of the truth."""
    photo, _ = red_disc()
    large = cv2.resize(photo, (W * 6, H * 6), interpolation=cv2.INTER_CUBIC)
    found = study(large, working=W * H)
    rough = np.where(blob(*found.labels.shape[::-1], 150, 105, 46.0) > 127, np.uint8(255),
                     np.uint8(0))  # fmt: skip
    mask = full_size(found, large, rough)
    area = mask.astype(float).sum() / 255
    assert (area / np.pi) ** 0.5 == pytest.approx(6 * 45, abs=3.0)  # a pixel less than was said
    y, x = np.mgrid[0 : H * 6, 0 : W * 6] + 0.5
    away = np.hypot(x - 900, y - 630)
    assert (mask[away < 6 * 45 - 12] > 250).all() and (mask[away > 6 * 45 + 24] < 6).all()
    nothing = np.zeros_like(rough)
    assert not full_size(found, large, nothing).any()


def test_what_looks_wrong_in_a_mask_is_pointed_out_and_a_good_one_is_left_alone(known):
    found, _, there = known
    good = np.where(there, np.uint8(255), np.uint8(0))
    assert doubts(found, good) == () and doubts(found, np.zeros_like(good)) == ()
    stray = good.copy()
    stray[20:27, 40:47] = 255
    (one,) = doubts(found, stray)
    assert one.kind == "stray"
    assert one.x <= 43 <= one.x + one.width and one.y <= 23 <= one.y + one.height
    fringed = np.where(blob(W, H, 150, 105, 49) > 127, np.uint8(255), np.uint8(0))
    fringed[:105] = good[:105]
    assert any(d.kind == "fringe" and d.y > 90 for d in doubts(found, fringed))
    assert len(doubts(found, stray, most=0)) == 0


def test_regions_of_a_photograph_like_picture_cover_all_of_it():
    lab = cv2.cvtColor(picture(240, 160, 3).astype(np.float32) / 255, cv2.COLOR_RGB2LAB)
    one, two = regions(lab, 14), regions(lab, 14)
    np.testing.assert_array_equal(one, two)  # on any number of threads the same
    assert one.shape == (160, 240) and one.min() == 0
    finer = regions(lab, 7)
    assert finer.max() > 2.5 * one.max()
