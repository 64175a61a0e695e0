"""Cutting tools on made-up pictures whose answer is known."""

import cv2
import numpy as np
import pytest
import skimage.data
from hypothesis import given, settings
from hypothesis import strategies as st

from onnx_file import weighing
from test_cutting import HEIGHT, WIDTH, overlap, painted, things
from woodcock.errors import WoodcockError
from woodcock.model import Mask, Node, Outline
from woodcock.pixels.store import PixelStore
from woodcock.separate import combine, stamp_stroke
from woodcock.separate.alike import HUES, alike, pushed_hues
from woodcock.separate.clean import cleaned
from woodcock.separate.doubts import doubts
from woodcock.separate.estimators import OnnxEstimator
from woodcock.separate.fine import fine_edges
from woodcock.separate.fine_band import fine_band
from woodcock.separate.outline import divided, path, redrawn_outline, turned, within
from woodcock.separate.strands import two_colours
from woodcock.separate.study import study
from woodcock.session import acts
from woodcock.session.cutting import CuttingRoom
from woodcock.session.preferences import Preferences, keep_preferences
from woodcock.session.stroke import Stroke


def reeds(seed=2, count=70):
    """Dark reeds before a bright ground that changes slowly: (photo uint8, true alpha)."""
    rng = np.random.default_rng(seed)
    canvas = np.zeros((1200, 1600), np.uint8)
    for _ in range(count):
        x, lean = rng.uniform(500, 1100), rng.normal(0, 60)
        stalk = [
            (x + lean * t * t, 1200 - 900 * t * rng.uniform(0.97, 1)) for t in (0, 0.4, 0.8, 1)
        ]
        cv2.polylines(canvas, [np.int32(stalk)], False, 255, int(rng.integers(6, 16)), cv2.LINE_AA)
    alpha = cv2.resize(canvas, (800, 600), interpolation=cv2.INTER_AREA) / np.float32(255)
    y, x = np.mgrid[0:600, 0:800] / np.float32(800)
    ground = np.dstack([170 + 60 * y, 180 + 30 * x, 200 - 40 * y])
    strand = np.dstack([80 + 30 * x, 60 + 20 * y, 35 + 0 * x])
    photo = alpha[..., None] * strand + (1 - alpha[..., None]) * ground
    return np.clip(photo + rng.normal(0, 4, photo.shape), 0, 255).astype(np.uint8), alpha


@pytest.mark.parametrize("start", ["nothing", "all of it"])
def test_a_field_of_reeds_comes_out_strand_by_strand(start):
    photo, alpha = reeds()
    known = study(photo)
    there = cv2.dilate(np.uint8(alpha > 0.02), np.ones((61, 61))) > 0  # roughly painted over
    mask = np.uint8(there) * np.uint8(0 if start == "nothing" else 255)
    small = known.small(np.uint8(there) * np.uint8(255)) > 127
    colours = two_colours(known, known.small(mask), small)
    found = fine_edges(photo, mask, there, colours=colours)
    assert overlap(found > 127, alpha > 0.5) > 0.9
    assert np.abs(found / 255 - alpha)[there].mean() < 0.04
    assert (found[~there] == mask[~there]).all()
    everywhere = np.ones_like(small)
    assert two_colours(known, np.full(small.shape, 255, np.uint8), everywhere) is None
    whole = np.full(photo.shape[:2], 255, np.uint8)
    assert (fine_edges(photo, whole, whole > 0) > 250).all()  # nothing is known: the mask stays


def test_the_fine_part_of_an_edge_is_found_and_the_plain_part_is_not():
    rng = np.random.default_rng(5)
    alpha = np.zeros((600, 900), np.uint8)
    cv2.circle(alpha, (300, 300), 150, 255, -1)
    for angle in rng.uniform(0, 2 * np.pi, 160):
        out = np.array([np.cos(angle), np.sin(angle)])
        ends = [300 + out * 140, 300 + out * rng.uniform(170, 230)]
        cv2.polylines(alpha, [np.int32(ends)], False, 255, 3, cv2.LINE_AA)
    photo = np.full((600, 900, 3), (190, 200, 210), np.float32)
    photo = np.where(alpha[..., None] > 127, np.float32((70, 50, 40)), photo)
    photo[200:400, 650:800] = (70, 50, 40)  # a plain block beside it
    photo = np.clip(photo + rng.normal(0, 3, photo.shape), 0, 255).astype(np.uint8)
    mask = np.zeros((600, 900), np.uint8)
    cv2.circle(mask, (300, 300), 155, 255, -1)
    mask[200:400, 650:800] = 255
    known = study(photo)
    band = fine_band(known, known.small(mask)).view(np.uint8)
    band = cv2.resize(band, (900, 600), interpolation=cv2.INTER_NEAREST) > 0
    hair = (alpha > 127) & (mask == 0)
    assert band[hair].mean() > 0.25  # some are longer than it looks
    near = cv2.dilate(mask, np.ones((41, 41))) > 0
    assert band[hair & near].mean() > 0.6
    assert not band[:, 600:].any()


def test_clean_colours_hold_nothing_of_the_old_background():
    photo, alpha = reeds()
    eight = np.rint(alpha * 255).astype(np.uint8)
    own = cleaned(photo, eight)
    y, x = np.mgrid[0:600, 0:800] / np.float32(800)
    true = np.dstack([80 + 30 * x, 60 + 20 * y, 35 + 0 * x])
    soft = (eight > 25) & (eight < 230)
    before, after = (np.abs(c.astype(float) - true)[soft].mean() for c in (photo, own))
    assert after < 0.35 * before
    sure = (eight == 0) | (eight == 255)
    assert (own[sure] == photo[sure]).all()


def test_a_brush_has_opacity_and_a_pen_its_pressure():
    line = [(50.0, 100.0), (350.0, 100.0)]
    faint = stamp_stroke((200, 400), line, 40, 1.0, opacity=0.5)
    assert faint.max() == pytest.approx(128, abs=1)
    crossing = [(50.0, 100.0), (350.0, 100.0), (350.0, 101.0), (50.0, 101.0)]
    assert stamp_stroke((200, 400), crossing, 40, 1.0, opacity=0.5).max() == faint.max()
    pen = stamp_stroke((200, 400), line, 40, 1.0, pressures=[0.25, 1.0])
    widths = (pen[:, 60:341:140] > 127).sum(0)
    assert widths[0] < 0.45 * widths[2]
    assert widths[1] == pytest.approx((widths[0] + widths[2]) / 2, abs=3)


def test_removing_what_met_at_soft_edges_leaves_no_line():
    mask = np.zeros((60, 90), np.uint8)
    mask[10:50, 10:80] = 255
    mask = cv2.GaussianBlur(mask, (0, 0), 0.8)
    area = mask.copy()
    area[:, :40] = 0
    left = combine(mask, area, "remove")
    assert not left[:, 43:].any()
    assert (left[:, :39] == mask[:, :39]).all()
    thin = np.zeros((60, 90), np.uint8)
    thin[30, 5:40] = 90  # a faint hair far from what is removed
    assert (combine(thin, area, "remove")[:, :37] == thin[:, :37]).all()


NODES = (
    Node(100, 60, (-40, 0), (40, 0)), Node(300, 120, (0, -60), (0, 60)),
    Node(160, 250, (50, 10), (-50, -10)), Node(60, 180),
)  # fmt: skip


def test_an_outline_can_be_divided_and_changed_without_losing_what_was_painted_since():
    before = within((HEIGHT, WIDTH), Outline(NODES))
    for index in range(4):
        more = divided(NODES, index, 0.3)
        assert len(more) == 5
        after = within((HEIGHT, WIDTH), Outline(more))
        # de Casteljau's construction leaves the path where it was.
        assert np.abs(after.astype(int) - before).mean() < 0.15
    corner = turned(NODES, 0)
    assert corner[0].after == (0.0, 0.0)
    assert turned(corner, 0)[0].after != (0.0, 0.0)
    assert len(path(NODES)) > 90
    since = before.copy()
    since[20:40, 400:440] = 255  # painted afterwards
    since[150:160, 150:200] = 0
    moved = (Node(100, 20, (-40, 0), (40, 0)), *NODES[1:])
    changed = redrawn_outline(since, None, Outline(NODES), Outline(moved))
    assert (changed[20:40, 400:440] == 255).all()
    assert not changed[152:158, 152:198].any()
    assert changed[30:50, 90:110].mean() > 150 > before[30:50, 90:110].mean()
    kept = redrawn_outline(changed, None, Outline(moved), Outline(NODES))
    assert np.abs(kept.astype(int) - since).max() == 0


def test_hues_pushed_apart_can_be_told_apart():
    lab = cv2.cvtColor(np.float32([[[0.6, 0.3, 0.3], [0.6, 0.42, 0.3]]]), cv2.COLOR_RGB2LAB)
    lab = cv2.resize(lab, (80, 40), interpolation=cv2.INTER_NEAREST)
    pushes = [0.0] * 8
    pushes[HUES.index("red")], pushes[HUES.index("orange")] = -1.0, 1.0
    pushed = pushed_hues(lab, pushes)
    assert (pushed[:, :40, 0] < lab[:, :40, 0] - 20).all()
    assert (pushed[..., 1:] == lab[..., 1:]).all()
    assert pushed_hues(lab, ()) is lab
    everything, reds = (alike(colours, [(5, 20)], 25) > 127 for colours in (lab, pushed))
    assert everything[:, 60:].all()  # too tolerant to tell them apart, until one is pushed
    assert reds[:, :30].all()
    assert not reds[:, 50:].any()


def test_doubtful_places_are_found_and_a_clean_mask_has_none():
    photo, leaf, _ = things()
    known = study(photo)
    clean = known.small(np.uint8(leaf) * np.uint8(255))
    assert [d.kind for d in doubts(known, clean)] == []
    wrong = leaf.copy()
    cv2.circle(wrong_ := wrong.view(np.uint8), (125, 172), 20, 1, -1)  # the hole is forgotten
    wrong_[300:306, 20:26] = 1  # a stray piece
    found = doubts(known, known.small(wrong_ * np.uint8(255)))
    kinds = {d.kind for d in found}
    assert {"gap", "stray"} <= kinds
    gap = next(d for d in found if d.kind == "gap")
    assert abs(gap.x + gap.width / 2 - 125) < 14
    assert abs(gap.y + gap.height / 2 - 172) < 14
    fringed = cv2.dilate(np.uint8(leaf) * np.uint8(255), np.ones((11, 11), np.uint8))
    assert "fringe" in {d.kind for d in doubts(known, known.small(fringed))}


def test_a_learned_model_stands_in_by_its_path(tmp_path):
    photo, _, ball = things()
    path_ = tmp_path / "reds.onnx"
    path_.write_bytes(weighing([1.0, -0.5, -0.5]))  # the redder, the more subject
    field = OnnxEstimator(path_)(photo)
    assert field.shape == (320, 320)
    assert (field.min(), field.max()) == (0.0, 1.0)
    red = cv2.resize(np.uint8(ball), (320, 320)) > 0
    assert field[red].mean() > field[~red].mean() + 0.4
    store = PixelStore()
    project = acts.new_project(photo, "things", store)
    plain = CuttingRoom(store).cut(project, Stroke((), "subject", "new")).new
    keep_preferences(Preferences(subject_model=str(path_)))
    store = PixelStore()
    project = acts.new_project(photo, "things", store)
    told = CuttingRoom(store)
    assert overlap(told.cut(project, Stroke((), "subject", "new")).new > 127, ball) > 0.85
    assert overlap(plain > 127, ball) < 0.85
    (tmp_path / "no.onnx").write_bytes(b"not a model")
    with pytest.raises(WoodcockError, match="could not be run"):
        OnnxEstimator(tmp_path / "no.onnx")(photo)
    with pytest.raises(WoodcockError, match="not where the preferences say"):
        OnnxEstimator(tmp_path / "gone.onnx")(photo)


def test_strokes_split_merge_and_leave_what_was_painted_before():
    photo, _, _ = things()
    store = PixelStore()
    project = acts.new_project(photo, "things", store)
    room = CuttingRoom(store)

    def stored(layer, stroke):
        nonlocal project
        outcome = room.cut(project, stroke)
        name = store.put(outcome.mask if outcome.new is None else outcome.new)
        room.remember(project, stroke, name)
        if layer is None:
            project, layer = acts.add_layer(project, Mask(name))
        else:
            project = acts.set_mask(project, layer, name, None)
        return layer, store.get(name)

    over = ((80.0, 125.0), (120.0, 130.0), (200.0, 195.0), (250.0, 185.0))
    first, mask = stored(None, Stroke(over, "grow", "new", 14))
    # Taking away beside what was painted leaves it: the leaf's upper half is spared.
    _, less = stored(first, Stroke(((120.0, 200.0), (160.0, 215.0)), "grow", "remove", 20,
                                   layer=first))  # fmt: skip
    spared = painted([(80, 125), (120, 130), (200, 195), (250, 185)], 8) > 0
    assert (less[spared] > 127).mean() > 0.97
    assert (less > 127).sum() < (mask > 127).sum()

    within = room.cut(project, Stroke(((80.0, 125.0), (120.0, 130.0)), "grow", "within", 14,
                                      layer=first))  # fmt: skip
    assert (within.mask <= less).all()
    assert (within.mask > 127).any()

    half = Stroke(((0.0, 0.0), (170.0, 0.0), (170.0, 320.0), (0.0, 320.0)), "lasso", "split",
                  layer=first)  # fmt: skip
    split = room.cut(project, half)
    assert not (split.mask[:, :168] > 127).any()
    assert (np.maximum(split.mask, split.new) == less).mean() > 0.99
    project = acts.set_mask(project, first, store.put(split.mask), None)
    project, second = acts.add_layer(project, Mask(store.put(split.new)))
    merged = room.cut(project, Stroke((), "mask", "merge", layer=first, other=second))
    assert merged.gone == second
    assert overlap(merged.mask > 127, less > 127) > 0.99


def laid_over(front, back, size=(900, 600), seed=0):
    """A photograph in a plain round shape over another: (photo uint8, mask uint8 of the shape)."""
    front, back = (
        cv2.resize(x[..., :3], size, interpolation=cv2.INTER_CUBIC).astype(np.float32)
        for x in (front, back)
    )
    canvas = np.zeros((size[1] * 3, size[0] * 3), np.uint8)
    cv2.ellipse(canvas, (size[0] * 3 // 2, size[1] * 3 // 2), (840, 690), 20, 0, 360, 255, -1)
    alpha = cv2.resize(canvas, size, interpolation=cv2.INTER_AREA)
    share = alpha[..., None] / np.float32(255)
    photo = share * front + (1 - share) * back
    photo += np.random.default_rng(seed).normal(0, 2, photo.shape)
    return np.clip(photo, 0, 255).astype(np.uint8), alpha


@pytest.mark.parametrize(
    ("front", "back"),
    [("chelsea", "coffee"), ("coffee", "chelsea"), ("astronaut", "rocket"), ("rocket", "coffee")],
)
def test_finding_fine_edges_leaves_a_plain_cut_of_a_photograph_alone(front, back):
    """The inside of a textured thing stays solid, and nothing of its ground is won."""
    photo, mask = laid_over(*(getattr(skimage.data, name)() for name in (front, back)))
    store = PixelStore()
    project = acts.new_project(photo, "x", store)
    project, layer = acts.add_layer(project, Mask(store.put(mask)))
    found = CuttingRoom(store).cut(project, Stroke((), "fine", "add", layer=layer)).mask
    apart = np.abs(found.astype(int) - mask)
    assert apart.sum() / 255 < 0.003 * (mask > 127).sum()
    inside = (mask > 127).view(np.uint8)
    deep, far = (cv2.distanceTransform(x, cv2.DIST_L2, 5) for x in (inside, 1 - inside))
    scale = study(photo).scale
    assert not apart[(deep > 25 / scale) | (far > 73 / scale)].any()


def test_a_wide_band_has_no_seam_where_it_was_solved_in_parts(monkeypatch):
    """A glow that fades over 200 pixels: whatever parts it falls into, it fades without a step."""
    y, x = np.mgrid[0:480, 0:640].astype(np.float32)
    alpha = np.clip((300 - np.hypot(x - 320, y - 240)) / 200, 0, 1)[..., None]
    clean = alpha * np.float32((230, 200, 120)) + (1 - alpha) * np.float32((30, 60, 90))
    noise = np.random.default_rng(1).normal(0, 5, clean.shape)
    photo = np.clip(clean + noise, 0, 255).astype(np.uint8)
    band = (alpha[..., 0] > 0) & (alpha[..., 0] < 1)
    mask = np.where(band, 128, np.rint(alpha[..., 0] * 255)).astype(np.uint8)
    monkeypatch.setattr("woodcock.separate.fine._TILE", 160)
    found = fine_edges(photo, mask, band).astype(float)
    across, down = np.abs(np.diff(found, axis=1)), np.abs(np.diff(found, axis=0))
    for steps in (across, down.T):
        usual = np.median(steps[:, 100:-100].mean(0))
        seams = [steps[:, 160 * k - 1].mean() for k in (1, 2)]
        assert max(seams) < 2 * usual + 0.5


@pytest.mark.parametrize("lap", [1, 3])
@given(st.integers(8, 40), st.floats(0.5, 1.3), st.integers(0, 5), st.booleans())
@settings(max_examples=40, deadline=None)
def test_two_halves_of_a_thing_meet_without_a_line_and_leave_none(lap, at, soft, gap, upright):
    """Cut in two parts that miss each other by up to 2 `lap`, in either order, and taken again."""
    whole = np.zeros((80, 80), np.uint8)
    cv2.circle(whole, (40, 40), 30, 255, -1)
    gap = min(gap, 2 * lap)
    first, second = whole.copy(), whole.copy()
    first[:, 20 + at :] = 0
    second[:, : 20 + at + gap] = 0
    one, two, all_ = (cv2.GaussianBlur(x, (0, 0), soft) for x in (first, second, whole))
    if upright:
        one, two, all_ = (np.ascontiguousarray(x.T) for x in (one, two, all_))
    both = combine(one, two, "add", lap)
    inside = cv2.erode(whole, np.ones((13, 13), np.uint8)) > 0
    assert both[inside if not upright else inside.T].min() > 220
    assert combine(both, combine(one, two, "add", lap), "remove", lap).max() < 128
    taken = combine(all_, two, "remove", lap)
    left = combine(taken, one, "remove", lap)
    assert left.max() < 10 or gap > 0
    np.testing.assert_array_equal(combine(one, one, "add", lap), one)  # nothing hardens


def test_what_a_viewer_would_see_first_is_listed_first_and_ten_places_at_most():
    """A piece of the ground left in a photograph's cut, and a texture that is the thing's own."""
    photo, mask = laid_over(skimage.data.chelsea(), skimage.data.coffee())
    ground = cv2.resize(skimage.data.coffee(), (900, 600), interpolation=cv2.INTER_CUBIC)
    leaked = np.zeros_like(mask)
    cv2.circle(leaked, (180, 200), 45, 255, -1)  # of the ground beside it, taken as well
    photo[leaked > 0] = ground[leaked > 0]
    whole = np.maximum(mask, leaked)
    known = study(photo)
    found = doubts(known, known.small(whole))
    assert 1 <= len(found) <= 10
    first = found[0]
    x, y = first.x + first.width / 2, first.y + first.height / 2
    assert np.hypot(x - 180, y - 200) < 60
    assert len(doubts(known, known.small(mask))) <= len(found)
