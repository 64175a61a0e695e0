"""Alpha, foreground and background at the edge of a cut: against known answers, and by promise."""

import cv2
import edges
import numpy as np
import pytest
from hypothesis import given, settings
from hypothesis import strategies as st
from pymatting import estimate_foreground_ml
from PySide6.QtCore import Qt
from skimage import data

from conftest import blob, build
from driver import Driver
from woodcock.app.rebuild.rebuilt_pictures import RebuiltPictures
from woodcock.errors import Cancelled
from woodcock.matting.closed_form import matte
from woodcock.matting.colours import colours_of_both
from woodcock.matting.edge import solved_edge
from woodcock.matting.separability import separability
from woodcock.model import Frame, Tile
from woodcock.pixels.colour import decode, encode8, linear_from_srgb
from woodcock.pixels.tiles import tiles_of
from woodcock.rebuild import Cut, build_plates, make_fills
from woodcock.rebuild import edges as cut_edges
from woodcock.rebuild.pieces import made_anew
from woodcock.render.layer_pictures import layer_picture
from woodcock.session import acts, filling
from woodcock.session.studio import Studio
from woodcock.stage import apply_move

W, H = 300, 200


def photo_of(picture_, width=W, height=H):
    return np.ascontiguousarray(picture_[:height, :width, :3])


def laid(front, behind, alpha):
    """Two photographs mixed in linear light, as a lens mixes them: (h, w, 3) uint8."""
    near, far = decode(front).astype(float), decode(behind).astype(float)
    share = alpha[..., None]
    return encode8(np.rint(share * near + (1 - share) * far).astype(np.uint16))


@pytest.fixture(scope="module")
def case():
    """(photo, true alpha, front, behind): a coffee cup's colours on a rocket's, its edge 3 px."""
    front, behind = photo_of(data.coffee()), photo_of(data.rocket())
    alpha = blob(W, H, 150, 100, 60, 3.0) / 255.0
    return laid(front, behind, alpha), alpha, front, behind


def hard(alpha, by):
    """A cut by a person who is `by` pixels off."""
    disc = cv2.getStructuringElement(cv2.MORPH_ELLIPSE, (2 * abs(by) + 1,) * 2)
    mask = np.uint8(alpha > 0.5) * 255
    return cv2.GaussianBlur((cv2.dilate if by > 0 else cv2.erode)(mask, disc), (0, 0), 1.0)


def solve(photo, mask, growth=7.0, open_=None, known=None):
    every = np.ones(mask.shape, bool)
    return solved_edge(
        decode(photo), mask, every if open_ is None else open_,
        every if known is None else known, growth,
    )  # fmt: skip


def test_a_wish_is_followed_as_firmly_as_it_is_held(case):
    photo, alpha, *_ = case
    colours = photo.astype(np.float32) / 255
    band = cv2.dilate(np.uint8((alpha > 0) & (alpha < 1)), np.ones((9, 9))) > 0
    wish = np.where(band, np.float32(0.3), np.round(alpha)).astype(np.float32)
    free = matte(colours, wish, band)
    off = []
    for held in (1e-4, 1e-1, 1e3):
        found = matte(colours, wish, band, held=np.full(alpha.shape, held, np.float32))
        off.append(float(np.abs(found - wish)[band].mean()))
        np.testing.assert_array_equal(found[~band], wish[~band])
    assert off[0] > off[1] > off[2] and off[2] < 2e-3
    assert np.abs(free - alpha)[band].mean() < 0.05 < np.abs(wish - alpha)[band].mean()
    # Held by what is true already, the answer is no farther from it than without.
    true = matte(colours, alpha.astype(np.float32), band,
                 held=np.full(alpha.shape, 0.1, np.float32))  # fmt: skip
    assert np.abs(true - alpha).sum() < np.abs(free - alpha).sum()


def test_both_colours_are_as_good_as_the_papers_own_code_finds_them(case):
    """Germer et al. 2020 as their authors publish it, in PyMatting, on the same true alpha."""
    photo, alpha, front, behind = case
    light = linear_from_srgb(photo / 255.0).astype(np.float32)
    soft = (alpha > 0.02) & (alpha < 0.98)
    every = np.ones(alpha.shape, bool)
    ours = colours_of_both(light, alpha.astype(np.float32), every, every)
    theirs = estimate_foreground_ml(light.astype(float), alpha, return_background=True)
    for mine, other, truth in zip(ours, theirs, (front, behind), strict=True):
        true = linear_from_srgb(truth / 255.0)
        error, known = (np.abs(x - true)[soft].mean() for x in (mine, other))
        assert error <= 1.15 * known, (error, known)
    mixed = alpha[..., None] * ours[0] + (1 - alpha[..., None]) * ours[1]
    assert np.abs(mixed - light)[soft].mean() < 0.01


def test_colours_that_are_not_to_be_believed_have_no_say(case):
    photo, alpha, *_ = case
    light = linear_from_srgb(photo / 255.0).astype(np.float32)
    known = np.ones(alpha.shape, bool)
    known[60:140, 190:230] = False
    spoiled = light.copy()
    spoiled[~known] = (1, 0, 1)
    wanted = np.ones(alpha.shape, bool)
    given_ = alpha.astype(np.float32), wanted, known
    for a, b in zip(colours_of_both(light, *given_), colours_of_both(spoiled, *given_),
                    strict=True):  # fmt: skip
        np.testing.assert_allclose(a, b, atol=2e-3)


@settings(max_examples=12, deadline=None)
@given(st.integers(0, 10**6), st.floats(0.0, 0.2), st.floats(0.5, 2.0))
def test_separability_is_the_distance_of_two_normal_distributions(seed, apart, wider):
    """For equal covariances S it is d S^-1 d / 8, for equal means half the log of the ratio of
    determinants (Bhattacharyya 1943, from memory; Fukunaga, Statistical Pattern Recognition)."""
    rng = np.random.default_rng(seed)
    depth = np.where(np.arange(W) < W // 2, 20.0, -20.0)[None].repeat(H, 0).astype(np.float32)
    sigma, noise = 0.05, 2e-4
    colours = 0.5 + rng.normal(0, sigma, (H, W, 3))
    colours[depth < 0] = 0.5 + apart + rng.normal(0, sigma * wider, (H * W // 2, 3))
    found = separability(colours.astype(np.float32), depth, 7.0)
    one, other = sigma**2 + noise, (sigma * wider) ** 2 + noise
    both = (one + other) / 2
    truth = 3 * apart**2 / both / 8 + 1.5 * np.log(both / np.sqrt(one * other))
    middle = found[40:-40, W // 2 - 3 : W // 2 + 3]
    # Where the two meet; some hundreds of samples on either side.
    assert np.abs(np.median(middle) - truth) < 0.15 * truth + 0.06
    assert found[:, :40].max() == 0  # nothing of the other side is near


@pytest.mark.parametrize("by", [-4, -2, 2, 4])
def test_a_cut_that_is_off_becomes_the_true_edge(case, by):
    photo, alpha, _, behind = case
    mask = hard(alpha, by)
    edge = solve(photo, mask)
    assert np.abs(edge.alpha / 255 - alpha).sum() < 0.25 * np.abs(mask / 255 - alpha).sum()
    light = np.dstack([decode(photo), np.full((H, W), 65535, np.uint16)])
    plates = build_plates(make_fills(light, [Cut(mask, 7.0)]))
    seen = encode8(plates[-1].pixels[..., :3]).astype(int)
    soft = (alpha > 0.02) & (alpha < 0.5)
    left, was = (np.abs(x.astype(int) - behind)[soft].mean() for x in (seen, photo))
    assert left < 0.5 * was, (left, was)  # of what would stay behind without any of this


@pytest.mark.parametrize("ground", ["grass", "gravel", "brick"])
def test_a_cut_through_ground_of_one_kind_stays_as_it_was_drawn(ground):
    photo = np.dstack([photo_of(np.dstack([getattr(data, ground)()] * 3))])
    mask = hard(blob(W, H, 150, 100, 60) / 255, 2)
    edge = solve(photo, mask)
    inside, outside = (cv2.distanceTransform(np.uint8(x), cv2.DIST_L2, 5)
                       for x in (mask > 127, mask < 128))  # fmt: skip
    band = np.maximum(inside, outside) <= 7
    assert np.abs(edge.alpha.astype(int) - mask)[band].mean() < 20
    assert (np.abs(edge.alpha.astype(int) - mask)[band] > 80).mean() < 0.06


def test_what_a_person_means_holds(case):
    """A cut said to be right, an edge far softer than an error, and where it may not be wrong."""
    photo, alpha, *_ = case
    mask = hard(alpha, 2)
    exact = solve(photo, mask, growth=0.0)
    # Less than a hundredth is nothing, more than 98 are all.
    assert np.abs(exact.alpha.astype(int) - mask).max() <= 5
    feather = cv2.GaussianBlur(mask, (0, 0), 16)
    soft = solve(photo, feather).alpha.astype(int)
    assert np.abs(soft - feather)[(feather > 5) & (feather < 250)].mean() < 6
    meant = np.zeros(mask.shape, bool)
    meant[:, :150] = True
    half = solve(photo, mask, open_=~meant).alpha.astype(int)
    assert np.abs(half - mask)[:, :140].max() <= 5
    assert np.abs(half - mask)[:, 160:].max() > 100


def test_what_is_hidden_is_never_looked_at(case):
    photo, alpha, *_ = case
    mask, known = hard(alpha, 2), np.ones(alpha.shape, bool)
    known[:, 170:] = False
    spoiled = photo.copy()
    spoiled[:, 170:] = (0, 255, 0)
    a, b = (solve(x, mask, known=known) for x in (photo, spoiled))
    clear = np.zeros_like(known)
    clear[:, :140] = True
    assert np.abs(a.alpha.astype(int) - b.alpha)[clear].max() <= 3
    assert np.abs(b.alpha.astype(int) - mask)[~known].max() <= 5  # it holds there as it is


@settings(max_examples=20, deadline=None)
@given(st.integers(0, 10**6), st.integers(8, 64), st.integers(0, 20))
def test_tiles_hold_every_wanted_pixel_once_with_room(seed, size, room):
    rng = np.random.default_rng(seed)
    wanted = rng.random((int(rng.integers(1, 90)), int(rng.integers(1, 90)))) < 0.02
    count = np.zeros(wanted.shape, int)
    for inner, outer, within in tiles_of(wanted, size, room):
        count[inner] += 1
        np.testing.assert_array_equal(wanted[outer][within], wanted[inner])
        for axis in (0, 1):
            assert outer[axis].start == max(0, inner[axis].start - room)
            assert outer[axis].stop >= min(wanted.shape[axis], inner[axis].stop + room)
    assert (count[wanted] == 1).all() and count.max(initial=0) <= 1


def told(photo, mask, reuse=made_anew, progress=None):
    light, cover = decode(photo), np.zeros(mask.shape, np.uint8)
    return cut_edges.told_by_photo(light, mask, 7.0, cover, None, reuse, progress)


def test_an_edge_is_the_same_in_squares_and_solved_once(case, monkeypatch):
    photo, alpha, *_ = case
    mask = hard(alpha, 2)
    whole = told(photo, mask)
    monkeypatch.setattr(cut_edges, "_TILE", 64)
    kept, made = {}, []

    def reuse(key, make):
        if key not in kept:
            made.append(key)
            kept[key] = make()
        return kept[key]

    parts = told(photo, mask, reuse)
    off = np.abs(parts.alpha.astype(int) - whole.alpha)
    assert off.mean() < 0.3 and np.percentile(off[(mask > 0) & (mask < 255)], 99) <= 24
    assert (np.diff(parts.places) > 0).all()
    many = len(made)
    again = told(photo, mask, reuse)
    np.testing.assert_array_equal(again.alpha, parts.alpha)
    np.testing.assert_array_equal(again.behind, parts.behind)
    assert len(made) == many
    changed = mask.copy()
    changed[150:, :] = 0  # a stroke at one side
    told(photo, changed, reuse)
    assert many < len(made) < 2 * many
    with pytest.raises(Cancelled):
        told(photo, mask, progress=lambda *_: False)


def natural(depth, seed=0):
    """A photograph as the renderer has it, 8- or 16-bit."""
    small = photo_of(data.astronaut()[90:, 60:])
    if depth == 8:
        return small
    rng = np.random.default_rng(seed)
    return (small.astype(np.uint16) << 8) + rng.integers(0, 256, small.shape, dtype=np.uint16)


def stacked(plates, first=0):
    """Plates over one another at rest: (h, w, 3) float light in 0 to 65535."""
    out = np.zeros((H, W, 3))
    for plate in plates[first:][::-1]:
        h, w = plate.pixels.shape[:2]
        here = out[plate.y : plate.y + h, plate.x : plate.x + w]
        pixels = plate.pixels.astype(float)
        here[:] = pixels[..., :3] + (1 - pixels[..., 3:] / 65535) * here
    return out


@settings(max_examples=10, deadline=None)
@given(st.integers(0, 10**6), st.sampled_from([8, 16]), st.sampled_from([0.0, 3.0, 7.0, 20.0]))
def test_at_rest_cuts_that_meet_and_overlap_give_the_photo(seed, depth, growth):
    rng = np.random.default_rng(seed)
    photo = natural(depth, seed)
    light = np.dstack([decode(photo), np.full((H, W), 65535, np.uint16)])
    first = blob(W, H, rng.uniform(40, 260), rng.uniform(20, 180), rng.uniform(20, 70), 3.0)
    line = int(rng.integers(60, 240))
    left, right = first.copy(), 255 - first
    left[:, line:] = 0
    right[:, :line] = 0  # these meet along a line, and along the first
    over = blob(W, H, line, 100, rng.uniform(10, 60), 6.0)
    cuts = [Cut(mask, growth) for mask in (over, left, right)]
    plates = build_plates(make_fills(light, cuts))
    for plate in plates:
        assert (plate.pixels[..., :3] <= plate.pixels[..., 3:]).all()
    assert np.abs(stacked(plates) - light[..., :3]).max() <= 2.5  # of 65,535
    if depth == 8:
        at_rest = encode8(np.rint(stacked(plates)).astype(np.uint16))
        np.testing.assert_array_equal(at_rest, photo)


def test_nothing_of_a_red_thing_stays_behind_it_and_nothing_far_from_it_changes():
    """A thing of one colour that the background has not, cut too large and too small: behind it
    is less of that colour than a hundredth, and beyond the cut's error the photo itself."""
    behind = photo_of(data.astronaut()[:, 200:])
    behind = np.dstack([behind[..., 1]] * 3)  # grey
    alpha = blob(W, H, 150, 100, 60, 3.0) / 255.0
    red = np.broadcast_to(np.uint8((230, 20, 20)), behind.shape)
    photo = laid(red, behind, alpha)
    light = np.dstack([decode(photo), np.full((H, W), 65535, np.uint16)])
    away = np.abs(np.hypot(*(np.mgrid[0:H, 0:W] + 0.5 - np.array([100, 150])[:, None, None])) - 60)
    for by in (-2, 0, 2):
        mask = hard(alpha, by) if by else np.rint(alpha * 255).astype(np.uint8)
        plates = build_plates(make_fills(light, [Cut(mask, 7.0)]))
        background = plates[-1].pixels.astype(float)
        excess = (background[..., 0] - background[..., 1]) / 65535
        assert excess[away < 12].mean() < 0.01, by
        # A ring of it would be one pixel in thirty.
        assert np.percentile(excess, 99) < 0.03 and np.percentile(excess, 99.9) < 0.2, by
        outside = (away > 14) & (alpha == 0)
        np.testing.assert_array_equal(plates[-1].pixels[outside], light[outside])


@pytest.mark.parametrize("number", [0, 5], ids=["smooth", "hairy"])
def test_a_moved_cut_has_no_halo(number):
    """Two of the benchmark's composites: far better than plain practice, and by how much."""
    (composite,) = edges.composites(only=(number,))
    for off, halo, rim in (("true", 37.0, 24.0), ("+2", 27.5, 23.0)):
        ((ours, theirs),) = edges.scores(composite, off, moves=("slid",))
        assert ours[0] >= max(halo, theirs[0] + 2), (off, ours, theirs)
        assert ours[1] >= max(rim, theirs[1]), (off, ours, theirs)


def test_what_is_painted_in_the_band_holds_and_comes_back(tmp_path):
    """Paint on the background right beside a cut: it is what shows when the cut moves away."""
    photo = natural(8)
    mask = blob(W, H, 150, 100, 50, 3.0)
    project, studio = build(photo, [mask], Frame(W, H, 12, 1.0), rebuild_all=True)
    tile = np.zeros((256, 256, 4), np.uint8)
    tile[60:140, 90:130] = (20, 240, 60, 255)  # across the cut's left edge
    painted = filling.set_repair(project, "background", (Tile(0, 0, studio.store.put(tile)),))
    behind = acts.show_layer(painted, painted.near_to_far[0].id, False)
    frame = studio.frame(behind, 0.0)
    np.testing.assert_array_equal(
        frame[60:140, 90:130], np.broadcast_to((20, 240, 60), (80, 40, 3))
    )
    bare = studio.frame(acts.show_layer(project, project.near_to_far[0].id, False), 0.0)
    outside = np.ones((H, W), bool)
    outside[60:140, 90:130] = False
    np.testing.assert_array_equal(frame[outside], bare[outside])
    at_rest = studio.frame(painted, 0.0)
    sure = cv2.erode(mask, np.ones((25, 25), np.uint8)) == 255
    np.testing.assert_array_equal(at_rest[sure], photo[sure])


def test_what_was_removed_leaves_no_ring_beside_a_cut():
    """A thing taken out across a cut's edge: at rest the photo without it, in both layers."""
    photo, mask = natural(8), blob(W, H, 150, 100, 50, 3.0)
    project, studio = build(photo, [mask], Frame(W, H, 12, 1.0), rebuild_all=True)
    gone = np.zeros((H, W), np.uint8)
    gone[90:120, 80:125] = 255
    removed = filling.set_removed(project, studio.store.put(gone))
    frame = studio.frame(removed, 0.0)
    far = cv2.dilate(gone, np.ones((7, 7), np.uint8)) == 0
    np.testing.assert_array_equal(frame[far], photo[far])
    assert (frame[~far] != photo[~far]).any()


def test_the_picture_to_paint_on_is_what_the_clip_shows():
    """Beside an edge before a plain wall too, where what is behind is made up though alpha is 0."""
    rng = np.random.default_rng(1)
    wall = np.uint8(np.clip(150 + rng.normal(0, 1, (H, W, 1)) + np.zeros(3), 0, 255))
    alpha = blob(W, H, 150, 100, 50, 2.0) / 255.0
    photo = laid(np.broadcast_to(np.uint8((60, 20, 20)), wall.shape), wall, alpha)
    blurred = cv2.GaussianBlur(photo, (0, 0), 1.5).astype(int)
    photo = np.uint8(np.clip(2 * photo.astype(int) - blurred, 0, 255))  # sharpened: a bright line
    mask = np.uint8(np.rint(alpha * 255))
    project, studio = build(photo, [mask], Frame(W, H, 12, 1.0), rebuild_all=True)
    project = filling.set_hole_growth(project, project.near_to_far[0].id, 30.0)
    rebuilt = studio.rebuilt(project)
    fills = rebuilt.fills
    ring = (fills.unsure[-1] == 255) & (fills.covers[-1] == 0)
    assert ring.sum() > 300
    behind = layer_picture(rebuilt, "background", studio.store)
    shown = studio.frame(acts.show_layer(project, project.near_to_far[0].id, False), 0.0)
    np.testing.assert_array_equal(behind.pixels[..., :3], shown)
    assert (behind.made[ring] == 255).all()
    # The line is gone from the wall: no pixel of it is as bright as it was.
    assert shown[ring].max() < photo[ring].max() - 8


@pytest.fixture
def pushed():
    """A large cut that the move hardly looks behind."""
    photo = natural(8)
    project, studio = build(photo, [blob(W, H, 150, 100, 80, 3.0)], Frame(W, H, 12, 1.0))
    return apply_move(project, "push-in", 6), studio


def test_what_no_frame_shows_is_filled_too_and_no_frame_changes(pushed):
    project, studio = pushed
    frames = [studio.frame(project, t) for t in (0.0, 0.5, 0.9)]
    first = studio.rebuilt(project)
    assert not studio.finished(project) and studio.ready(project)
    studio.finish(project)
    assert studio.finished(project) and studio.ready(project)
    last = studio.rebuilt(project)
    for t, frame in zip((0.0, 0.5, 0.9), frames, strict=True):
        np.testing.assert_array_equal(studio.frame(project, t), frame)
    hidden = first.fills.unsure[-1] == 255
    changed = (first.fills.behind.picture != last.fills.behind.picture).any(axis=2)
    assert changed.any() and not changed[~hidden].any()

    def detail(picture):
        grey = picture.astype(np.float32).mean(axis=2)
        return np.abs(grey - cv2.GaussianBlur(grey, (0, 0), 2))[changed].mean()

    seen = photo_detail(studio.store.get(project.photo.pixels))
    before, after = (detail(x.fills.behind.picture) for x in (first, last))
    assert before < 0.25 * seen < 0.5 * seen < after  # mist, then texture
    # What is painted asks for nothing to be filled again, and stays finished.
    tile = np.zeros((256, 256, 4), np.uint8)
    tile[90:110, 140:160] = (20, 240, 60, 255)
    painted = filling.set_repair(project, "background", (Tile(0, 0, studio.store.put(tile)),))
    studio.atlas(painted)
    assert studio.rebuilt(painted) is last and studio.finished(painted)
    with pytest.raises(Cancelled):
        Studio(studio.store).finish(project, lambda *_: False)


def photo_detail(photo):
    grey = photo.astype(np.float32).mean(axis=2)
    return np.abs(grey - cv2.GaussianBlur(grey, (0, 0), 2)).mean()


def test_the_window_fills_the_rest_when_hands_rest_and_outlines_what_it_made(pushed):
    """By mouse: the outline is ticked, the edge said to be right, and both change the picture."""
    drive = Driver.with_scene(pushed, "Rebuild")
    try:
        state, panel = drive.state, drive.window.panels["Rebuild"]
        state.select(state.project.near_to_far[0].id)
        drive.settle()
        assert state.studio.finished(state.project)
        assert panel.hint.text().startswith("Every hole")
        bare = drive.window.view.grab().toImage()
        drive.press(panel.outlined)
        outlined = drive.window.view.grab().toImage()
        assert outlined != bare
        pictures = RebuiltPictures(state, drive.window.view.scene.pictures)
        drive.until(lambda: pictures.outlines(alone=False) is not None)
        made, partly = pictures.outlines(alone=False)
        assert partly.boundingRect().contains(made.boundingRect())
        assert partly.boundingRect().width() > made.boundingRect().width()
        drive.type(panel.growth, "60")
        before = state.studio.rebuilt(state.project).fills
        drive.type(panel.growth, "0")
        after = state.studio.rebuilt(state.project).fills
        mask = state.document.store.get(state.project.near_to_far[0].mask.pixels)
        sure = (mask < 3) | (mask > 250)
        np.testing.assert_array_equal(after.alphas[0] > 127, mask > 127)
        assert (np.abs(after.alphas[0].astype(int) - mask)[sure] <= 5).all()
        assert (before.alphas[0] != after.alphas[0]).any()
        drive.key(Qt.Key.Key_Z, Qt.KeyboardModifier.ControlModifier)
        assert state.project.near_to_far[0].hole_growth != 0
        assert not drive.problems
    finally:
        drive.close()
