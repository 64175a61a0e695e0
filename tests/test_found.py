"""What is found in a photo by itself: subject, vanishing point, sky, ground, layers, depth."""

import json
import threading
import time
from pathlib import Path

import cv2
import numpy as np
import pytest
from hypothesis import given, settings
from hypothesis import strategies as st
from scipy.stats import spearmanr
from skimage import data

from conftest import picture
from onnx_file import two_answers, weighing
from test_cutting import overlap
from woodcock.depth import estimate_depth
from woodcock.errors import WoodcockError
from woodcock.media import load_picture
from woodcock.pixels.store import PixelStore
from woodcock.separate.estimators import OnnxEstimator, agreement, looked_closer
from woodcock.separate.layer_set import MOST, Proposed, _nothing_floats, layer_set
from woodcock.separate.scenery import scenery
from woodcock.separate.sky import looks_like_sky
from woodcock.separate.stems import standing_out
from woodcock.separate.study import study
from woodcock.separate.subject import is_sure, subject, subjects
from woodcock.separate.vanishing import vanishing_point
from woodcock.session import acts, chosen
from woodcock.session.chosen import SHIPPED, subject_field
from woodcock.session.cutting import CuttingRoom
from woodcock.session.finding import find_layers, guessed_depth, with_found_layers
from woodcock.session.known_photos import KnownPhotos
from woodcock.session.stroke import Stroke

ROOT = Path(__file__).parent.parent
OUTLINES = json.loads((ROOT / "benchmarks" / "outlines.json").read_text())
TEXTURES = ("brick", "grass", "gravel")


def photograph(name):
    made = {"chelsea": data.cat, "motorcycle": lambda: data.stereo_motorcycle()[0]}
    photo = made.get(name, getattr(data, name, None))()
    return np.ascontiguousarray(photo if photo.ndim == 3 else np.dstack([photo] * 3))


def made_up(name):
    """One of the made-up photographs at about a megapixel, and its true nearness, 1/m."""
    demo = name == "inlet"
    file = "src/woodcock/assets/demo/photo.jpg" if demo else f"demo/photos/{name}.jpg"
    photo = load_picture(ROOT / file)
    photo = cv2.resize(photo, None, fx=0.5, fy=0.5, interpolation=cv2.INTER_AREA)
    depth = "depth.png" if demo else f"{name}-depth.png"
    metres = cv2.imread(str(ROOT / "demo" / "truth" / depth), cv2.IMREAD_UNCHANGED) / 100
    return photo, np.where(metres == 0, 0, 1 / np.maximum(metres, 0.01))


def found_things(photo):
    field, sure, _ = subject_field(photo)
    known = study(photo)
    return known, subjects(known, field) if sure else []


@pytest.fixture(scope="module")
def cuts():
    """Photographs nobody took for this, their subjects found, and outlined by hand."""
    out = {}
    for name in ("astronaut", "camera", "chelsea", "coffee", "motorcycle", "rocket"):
        photo = photograph(name)
        known = study(photo)
        scale = max(photo.shape[:2]) / 1600  # which they were outlined at
        lines = [np.int32(np.asarray(x) * scale) for x in OUTLINES[name]["outlines"]]
        mask = cv2.fillPoly(np.zeros(photo.shape[:2], np.uint8), lines, 255)
        field, sure, _ = subject_field(photo)
        out[name] = subject(known, field) > 127, known.small(mask) > 127, sure
    return out


def test_the_subject_of_photographs_is_what_a_person_outlined(cuts):
    shares = {name: overlap(found, true) for name, (found, true, _) in cuts.items()}
    assert all(sure for _, _, sure in cuts.values())
    assert np.mean(list(shares.values())) > 0.85  # 0.88 as measured
    assert min(shares.values()) > 0.55  # of the rocket the outline has the launch table, too


@pytest.mark.parametrize("name", TEXTURES)
def test_a_texture_has_no_subject_and_no_layers(name):
    photo = photograph(name)
    assert not subject_field(photo).sure
    assert layer_set(study(photo), scenery(photo)) == []


def test_of_several_answers_the_first_is_taken(tmp_path):
    """OpenCV would give the last one, which in many models is the coarsest."""
    photo = picture(90, 60)
    for number, name in enumerate(("reds", "both")):
        model = weighing([1.0, 0.0, 0.0]) if not number else two_answers()
        (tmp_path / f"{name}.onnx").write_bytes(model)
    one, both = (OnnxEstimator(tmp_path / f"{name}.onnx")(photo) for name in ("reds", "both"))
    np.testing.assert_allclose(both, one, atol=1e-5)


def test_how_sure_an_answer_is():
    field = np.zeros((100, 100), np.float32)
    assert not is_sure(field)
    field[30:60, 40:70] = 0.98
    assert is_sure(field)
    assert not is_sure(field * np.float32(0.5))  # flat
    smeared = np.tile(np.linspace(0, 1, 100, dtype=np.float32) ** 0.5 * 0.69, (100, 1))
    smeared[0, 0] = 0.95
    assert not is_sure(smeared)
    field[:] = 0
    field[0, :20] = 1.0
    assert not is_sure(field)  # a speck


def test_what_is_small_is_looked_at_again_from_closer():
    """The second look is at the thing and little else, and comes back to its place."""
    photo = np.zeros((400, 600, 3), np.uint8)
    photo[100:140, 500:540] = 255
    seen = []

    def look(picture, progress=None):
        seen.append(picture.shape)
        return cv2.resize(picture[..., 0], (320, 320), interpolation=cv2.INTER_AREA) / np.float32(
            255
        )

    field = look(photo)
    closer = looked_closer(look, photo, field)
    height, width = seen[-1][:2]
    assert height < 150 and width < 200
    large = cv2.resize(closer, (600, 400))
    assert large[105:135, 505:535].min() > 0.95
    assert large[:90].max() < 0.05 and large[:, :480].max() < 0.05
    photo[50:380, 30:580] = 255
    assert looked_closer(look, photo, look(photo)).shape == (320, 320)  # large enough as it is


def test_two_looks_agree_where_they_see_one_thing():
    """One that marks what is bright sees the same from farther off; one that marks the widest thing
    in view takes the photo's left side beside its own reflection for another."""
    photo = np.zeros((300, 450, 3), np.uint8)
    photo[90:180, 200:330] = 255
    photo[210:290, 5:95] = 120

    def bright(picture, progress=None):
        return np.float32(cv2.resize(picture[..., 0], (320, 320)) > 200)

    def widest(picture, progress=None):
        _, pieces, stats, _ = cv2.connectedComponentsWithStats(
            (cv2.resize(picture[..., 0], (320, 320)) > 60).view(np.uint8)
        )
        return np.float32(pieces == 1 + stats[1:, cv2.CC_STAT_WIDTH].argmax())

    assert agreement(bright, photo, bright(photo)) > 0.95
    assert widest(photo)[90, 150] == 0 and widest(photo)[130, 180] == 1
    assert agreement(widest, photo, widest(photo)) < 0.1


@settings(max_examples=15, deadline=None)
@given(st.lists(st.integers(8, 26), min_size=1, max_size=3, unique=True), st.integers(0, 99))
def test_single_things_come_largest_first_and_share_nothing(radii, seed):
    photo = np.full((160, 300, 3), 200, np.uint8)
    field = np.zeros((160, 300), np.float32)
    for number, radius in enumerate(radii):
        middle = (50 + 100 * number, 80)
        cv2.circle(photo, middle, radius, (40, 60, 90), -1)
        cv2.circle(field, middle, radius, 0.97, -1)
    noise = np.random.default_rng(seed).normal(0, 3, photo.shape)
    known = study(np.clip(photo + noise, 0, 255).astype(np.uint8))
    found = subjects(known, field)
    areas = [(x > 127).sum() for x in found]
    assert areas == sorted(areas, reverse=True)
    assert np.maximum.reduce(found).sum() == np.sum([x.sum() for x in found])
    largest = max(radii)
    worth = [
        r for r in radii if r * r > 0.13 * largest * largest and np.pi * r * r > 0.004 * 48_000
    ]
    assert len(found) >= len(worth)
    assert areas[0] == pytest.approx(np.pi * largest**2, rel=0.25)


def test_one_thing_after_the_other_is_cut_until_none_is_left():
    photo = load_picture(ROOT / "demo/photos/still.jpg")
    photo = cv2.resize(photo, (900, 600), interpolation=cv2.INTER_AREA)
    store = PixelStore()
    project, room = acts.new_project(photo, "still", store), CuttingRoom(store)
    masks = []
    for _ in range(8):
        try:
            found = room.cut(project, Stroke((), "subject", "new")).new
        except WoodcockError as error:
            assert "has a layer already" in str(error)
            break
        masks.append(found)
        project, _ = acts.add_layer(project, acts.Mask(store.put(found)))
    assert 2 <= len(masks) <= 6
    assert (masks[0] > 127).sum() > (masks[1] > 127).sum()
    assert sum((mask > 127).astype(int) for mask in masks).max() == 1
    assert room.more_subjects(project) == 0


def test_the_computed_finder_stands_in_where_the_model_is_missing_or_unsure(monkeypatch, tmp_path):
    photo = np.full((200, 300, 3), 190, np.uint8)
    cv2.circle(photo, (150, 100), 45, (200, 40, 30), -1)
    monkeypatch.setattr(chosen, "SHIPPED", tmp_path / "gone.onnx")
    field, sure, _ = subject_field(photo)
    assert not sure
    round_ = np.hypot(*(np.mgrid[0:200, 0:300] - np.array([100, 150])[:, None, None])) < 45
    assert (
        overlap(
            subject(study(photo), field) > 127, study(photo).small(round_ * np.uint8(255)) > 127
        )
        > 0.9
    )


def test_a_photo_is_looked_at_once(monkeypatch):
    store, asked = PixelStore(), []
    project = acts.new_project(photograph("coffee"), "cup", store)
    real = subject_field

    def counted(*given):
        asked.append(1)
        return real(*given)

    monkeypatch.setattr("woodcock.session.known_photos.subject_field", counted)
    photos = KnownPhotos(store)
    assert photos.known_subjects(project.photo) is None
    things = photos.standing(project.photo)
    photos.scenery(project.photo)
    assert photos.known_subjects(project.photo).things == things
    assert len(asked) == 1


@settings(max_examples=12, deadline=None)
@given(st.floats(0.25, 0.75), st.floats(0.2, 0.6), st.integers(0, 99))
def test_lines_that_run_to_a_point_give_it_away(x, y, seed):
    rng = np.random.default_rng(seed)
    photo = np.full((420, 640, 3), 150, np.uint8)
    point = np.array([x * 640, y * 420])
    for angle in np.linspace(0.1, 2 * np.pi, 26):
        way = np.array([np.cos(angle), np.sin(angle)])
        ends = [tuple(int(v) for v in point + way * r) for r in (60, 900)]
        cv2.line(photo, *ends, tuple(int(v) for v in rng.integers(0, 90, 3)), 3, cv2.LINE_AA)
    found = vanishing_point(photo)
    assert found is not None
    assert (found.x, found.y) == pytest.approx((x, y), abs=0.02)


@pytest.mark.parametrize("name", ["brick", "coffee", "motorcycle", "astronaut"])
def test_no_point_where_lines_run_nowhere(name):
    assert vanishing_point(photograph(name)) is None


def test_skies_have_a_sky_s_colours():
    for colour, sky in (
        ((135, 190, 235), True), ((245, 246, 248), True), ((20, 30, 70), True),
        ((250, 225, 190), True), ((90, 60, 40), False), ((20, 80, 80), False),
        ((120, 120, 120), False), ((70, 120, 50), False),
    ):  # fmt: skip
        known = study(np.full((40, 60, 3), colour, np.uint8))
        assert looks_like_sky(known, np.ones(known.count, bool)) is sky, colour


def scene_of(bands, thing=None):
    """Bands of colour from above with grain, (share of the height, colour); a dark thing in it."""
    rng, photo = np.random.default_rng(4), np.zeros((400, 600, 3), np.float32)
    top = 0
    for share, colour, rough in bands:
        end = top + round(400 * share)
        photo[top:end] = np.array(colour) + rng.normal(0, rough, (end - top, 600, 3))
        top = end
    if thing:
        x, y, w, h = thing
        photo[y : y + h, x : x + w] = (150, 40, 30)
    photo = cv2.GaussianBlur(photo, (0, 0), 0.7)
    return np.clip(photo, 0, 255).astype(np.uint8)


SKY, HILLS, FIELD = (
    (0.4, (150, 190, 235), 1.5), (0.2, (50, 80, 60), 7), (0.4, (170, 150, 90), 14)
)  # fmt: skip


def test_layers_are_named_for_what_they_are_and_share_the_photo():
    photo = scene_of((SKY, HILLS, FIELD), (260, 190, 70, 170))
    known = study(photo)
    thing = np.zeros((400, 600), np.uint8)
    thing[190:360, 260:330] = 255
    small = cv2.resize(thing, known.labels.shape[::-1], interpolation=cv2.INTER_NEAREST)
    found = layer_set(known, scenery(photo, [small]), [small])
    assert found[0].kind == "subject"
    assert found[-1].kind == "sky" and found[-1].name == "Sky"
    assert 3 <= len(found) <= MOST
    assert (np.sum([x.mask > 127 for x in found], axis=0) == 1).all()
    names = [x.name for x in found]
    assert len(set(names)) == len(names)
    sky = cv2.resize(found[-1].mask, (600, 400)) > 127
    assert sky[:150].mean() > 0.97 and sky[175:].mean() < 0.03
    ground = next((x for x in found if x.kind == "ground"), None)
    if ground is not None:
        there = cv2.resize(ground.mask, (600, 400)) > 127
        assert there[260:, :240].mean() > 0.9 and there[:230].mean() < 0.05
    fewer = layer_set(known, scenery(photo, [small]), [small], most=2)
    assert fewer[0].kind == "subject" and len(fewer) == 2


def test_small_pieces_hang_on_their_layer_or_go_to_what_lies_behind_them():
    which = np.full((400, 600), 3, np.uint8)  # 0 subject, 1 near, 2 middle, 3 far
    which[200:, :] = 2
    which[300:, :250] = 1
    cv2.circle(which, (450, 120), 9, 1, -1)  # a seed head before the sky; its stalk is not cut
    cv2.circle(which, (500, 300), 9, 1, -1)  # one before the middle
    cv2.circle(which, (520, 80), 40, 1, -1)  # large enough to be a thing
    cv2.rectangle(which, (300, 150), (360, 380), 0, -1)
    cv2.circle(which, (330, 250), 8, 2, -1)  # a hole in the subject
    cv2.circle(which, (594, 40), 9, 1, -1)  # comes in from outside the frame
    kinds = ("subject", "near", "middle", "far")
    found = [Proposed(x, np.uint8(255) * (which == k), x) for k, x in enumerate(kinds)]
    after = np.argmax([x.mask > 127 for x in _nothing_floats(found)], 0)
    assert after[120, 450] == 3 and after[300, 500] == 2
    assert after[80, 520] == 1 and after[40, 598] == 1 and after[250, 330] == 2
    assert (after != which).sum() == (which == 1)[100:140, 430:470].sum() * 2


@pytest.mark.parametrize("colour", [(90, 75, 40), (225, 205, 150)])
def test_stalks_go_whole_with_the_ground_they_stand_on_or_not_at_all(colour):
    """Each with its head; nothing of what stands in the smooth sky alone, and no line along it."""
    rng = np.random.default_rng(3)
    photo = np.full((600, 900, 3), (150, 175, 215), np.uint8)
    photo[400:] = (150, 130, 90)
    photo = cv2.GaussianBlur(photo, (0, 0), 1.5).astype(np.float32) + rng.normal(0, 3, photo.shape)
    photo[400:] += cv2.GaussianBlur(rng.normal(0, 60, (200, 900, 1)), (0, 0), 2)[..., None]
    stalks = []
    for foot, lean, high in ((100, 20, 90), (300, -60, 200), (330, 40, 150), (600, 0, 260)):
        one = np.zeros(photo.shape[:2], np.uint8)
        head = (foot + lean, 400 - high)
        cv2.line(one, (foot, 470), head, 255, 3, cv2.LINE_AA)
        cv2.ellipse(one, head, (7, 18), 0, 0, 360, 255, -1, cv2.LINE_AA)
        stalks.append(one)
    bird = np.zeros_like(one)
    cv2.ellipse(bird, (750, 200), (20, 4), 15, 0, 360, 255, -1, cv2.LINE_AA)
    for share in (*stalks, bird):
        photo += (share[..., None] / 255) * (np.float32(colour) - photo)
    known = study(np.clip(photo, 0, 255).astype(np.uint8))
    ground = np.zeros(photo.shape[:2], np.bool_)
    ground[402:] = True
    found = standing_out(known, ground, ~ground)
    for one in stalks:
        assert found[(one > 200) & ~ground].mean() > 0.9
    every = cv2.dilate(np.maximum.reduce(stalks), np.ones((5, 5), np.uint8)) > 0
    every[398:402] = True  # the ground's own soft border
    assert not (found & ~every).any() and not found[bird > 0].any()
    cluttered = np.clip(
        photo + cv2.GaussianBlur(rng.normal(0, 200, photo.shape), (0, 0), 3), 0, 255
    )
    taken = standing_out(study(cluttered.astype(np.uint8)), ground, ~ground)
    assert taken.mean() < 0.002


def test_a_blurred_background_is_one_layer_and_the_same_in_focus_is_not():
    """Shallow depth of field: a border across the blur would show as soon as it moves."""
    sharp = scene_of((SKY, HILLS, FIELD))
    thing = np.zeros((400, 600), np.uint8)
    thing[190:360, 260:330] = 255
    kinds = []
    for behind in (sharp, cv2.GaussianBlur(sharp, (0, 0), 16)):
        photo = behind.copy()
        photo[thing > 0] = scene_of((SKY, HILLS, FIELD), (260, 190, 70, 170))[thing > 0]
        known = study(photo)
        small = cv2.resize(thing, known.labels.shape[::-1], interpolation=cv2.INTER_NEAREST)
        kinds.append([x.kind for x in layer_set(known, scenery(photo, [small]), [small])])
    assert len(kinds[0]) >= 3 and kinds[1] == ["subject", "far"]


def test_where_no_border_is_seen_there_is_none():
    """Fog over water: sky and sea of one colour stay one."""
    fog = ((0.5, (205, 210, 215), 1.5), (0.5, (203, 208, 213), 1.5))
    photo = scene_of(fog, (260, 150, 70, 150))
    known = study(photo)
    small = np.zeros(known.labels.shape, np.uint8)
    scale = known.scale
    small[int(150 * scale) : int(300 * scale), int(260 * scale) : int(330 * scale)] = 255
    found = layer_set(known, scenery(photo, [small]), [small])
    assert len(found) == 2


TRUE_DEPTH = {"inlet": 0.89, "street": 0.88, "tabletop": 0.92, "stair": 0.75}


@pytest.mark.parametrize("name", TRUE_DEPTH)
def test_depth_is_guessed_in_the_true_order(name):
    """Rank correlation with the distances the scenes were made with; nothing is cut."""
    photo, near = made_up(name)
    _, things = found_things(photo)
    guess = cv2.resize(estimate_depth(photo, things=things), near.shape[::-1])
    found = spearmanr(guess[::3, ::3].ravel(), near[::3, ::3].ravel())[0]
    assert found > TRUE_DEPTH[name]  # 0.90, 0.91, 0.95 and 0.79 as measured


def test_the_depth_of_a_real_room_is_guessed_in_order():
    """Middlebury 2014 "Motorcycle" (Scharstein et al., GCPR 2014), with its measured disparity."""
    photo, _, disparity = data.stereo_motorcycle()
    known = np.isfinite(disparity)
    _, things = found_things(photo)
    masks = [np.uint8(known & (disparity >= 40)) * 255,
             np.uint8(known & (disparity >= 22) & (disparity < 40)) * 255]  # fmt: skip
    for cut, least in (((), 0.75), (masks, 0.85)):
        guess = cv2.resize(estimate_depth(photo, cut, things=things), disparity.shape[::-1])
        assert spearmanr(guess[known][::7], disparity[known][::7])[0] > least


def test_what_stands_on_ground_is_as_near_as_its_foot():
    """Of two posts of one height the one whose foot is lower is nearer, whatever its top."""
    photo = scene_of((SKY, (0.6, *FIELD[1:])))
    posts = []
    for x, foot in ((120, 380), (420, 270)):
        photo[foot - 120 : foot, x : x + 40] = (90, 40, 30)
        mask = np.zeros((400, 600), np.uint8)
        mask[foot - 120 : foot, x : x + 40] = 255
        posts.append(mask)
    guess = cv2.resize(estimate_depth(photo, things=posts), (600, 400))
    levels = [float(np.median(guess[mask > 0])) for mask in posts]
    assert levels[0] > levels[1] + 0.15
    for mask, level in zip(posts, levels, strict=True):
        foot = np.flatnonzero(mask.any(1))[-1]
        assert abs(float(guess[foot + 4, 250:350].mean()) - level) < 0.2  # the ground beside it


def test_found_layers_and_depth_become_a_project(tmp_path):
    photo = cv2.resize(load_picture(ROOT / "demo/photos/tabletop.jpg"), (900, 600))
    store = PixelStore()
    project, room = acts.new_project(photo, "table", store), CuttingRoom(store)
    found = find_layers(project.photo, room, store)
    made = with_found_layers(project, found)
    assert [x.name for x in made.near_to_far] == [x.name for x in found]
    assert made.background.name == found[-1].name != "Background"
    depth = guessed_depth(made, room, store)
    assert depth.dtype == np.uint16 and depth.max() > 60_000
    again = with_found_layers(made, found)  # beside what was there
    names = [x.name for x in again.layers]
    assert len(set(names)) == len(names) == 2 * len(found) - 1
    only = find_layers(project.photo, room, store, subject_only=True)
    assert {x.kind for x in only[:-1]} == {"subject"}
    assert [x.mask for x in only[:-1]] == [x.mask for x in found if x.kind == "subject"]


def test_the_model_ships_with_its_licence_and_note():
    assert SHIPPED.is_file() and SHIPPED.stat().st_size < 4_000_000
    for name in ("LICENSE-Apache-2.0", "README.md"):
        assert (SHIPPED.parent / name).read_text()


def test_threads_that_ask_at_once_look_once(monkeypatch):
    store, made = PixelStore(), []
    project = acts.new_project(picture(200, 120), "p", store)
    real = study

    def slow(*given):
        made.append(1)
        time.sleep(0.05)
        return real(*given)

    monkeypatch.setattr("woodcock.session.known_photos.study", slow)
    photos, found = KnownPhotos(store), []
    threads = [
        threading.Thread(target=lambda: found.append(photos.study(project.photo))) for _ in range(4)
    ]
    for thread in threads:
        thread.start()
    for thread in threads:
        thread.join()
    assert made == [1] and all(x is found[0] for x in found)
    others = [acts.new_project(picture(60, 40, seed), "q", store).photo for seed in (1, 2, 3)]
    for other in others:
        photos.study(other)
    assert not photos.ready(project.photo) and photos.ready(others[-1])  # the last two are kept


def test_layers_beyond_what_a_photo_can_be_cut_into_are_refused():
    photo = cv2.resize(load_picture(ROOT / "demo/photos/tabletop.jpg"), (600, 400))
    store = PixelStore()
    project, room = acts.new_project(photo, "table", store), CuttingRoom(store)
    found = find_layers(project.photo, room, store)
    with pytest.raises(WoodcockError, match="up to"):
        for _ in range(12):
            project = with_found_layers(project, found)
    assert len(project.layers) > len(found)  # those before stay whole


@pytest.mark.parametrize("size", [(12, 16), (40, 900), (900, 40)])
def test_odd_pictures_are_looked_at_without_fuss(size):
    for photo in (np.random.default_rng(0).integers(0, 255, (*size, 3), dtype=np.uint8),
                  np.zeros((*size, 3), np.uint8), np.full((*size, 3), 255, np.uint8)):  # fmt: skip
        _, things = found_things(photo)
        seen = scenery(photo, things)
        assert np.isfinite(seen.near).all() and 0 <= seen.near.min() <= seen.near.max() <= 1
        layers = layer_set(study(photo), seen, things)
        assert sum((x.mask > 127).astype(int) for x in layers).max() == 1 if layers else True
        guess = estimate_depth(photo, things=things)
        assert np.isfinite(guess).all()
