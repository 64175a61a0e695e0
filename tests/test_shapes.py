"""A clip in other shapes is the same clip through a smaller sensor; two eyes by closed form."""

import msgspec
import numpy as np
import pytest
from msgspec.structs import replace
from PIL import Image

from conftest import blob, build, picture, small_demo
from woodcock.errors import InvalidValue
from woodcock.media import load_project, save_project
from woodcock.model import (
    CLIP_SHAPES,
    ClipShape,
    Defocus,
    Delivery,
    Eye,
    Follow,
    Frame,
    Overall,
    Placement,
    Project,
    Track,
)
from woodcock.pixels.store import PixelStore
from woodcock.render import frame_light, render_light
from woodcock.session import airs
from woodcock.session.deliver import deliver, shown_frame, take_of
from woodcock.session.eyes import eyes_of, window_of
from woodcock.session.purposes import files_of
from woodcock.session.shapes import (
    in_shape,
    placement_in,
    set_shape,
    shape_box,
    subject_box,
)
from woodcock.session.studio import Studio
from woodcock.stage import apply_move, scene_at, world_to_frame
from woodcock.stage.shapes import framed_on, shaped, size_of

W, H = 320, 180


@pytest.fixture(scope="module")
def clip():
    """A photo that fills its 16:9 frame, three layers, the lens turning and going."""
    masks = [blob(W, H, 110, 110, 45), blob(W, H, 220, 80, 40, 6.0)]
    project, studio = build(picture(), masks, rebuild_all=True)
    project = apply_move(project, "orbit", 6)
    overall = Overall(scale=Track(1.1), x=Track(0.02), angle=Track(3.0))
    lens = replace(project.lens, defocus=Defocus(on=True), f_number=Track(1.4), focus=Track(3.0))
    return replace(project, overall=overall, lens=lens), studio


@pytest.mark.parametrize("left", [0, 53, 140])
@pytest.mark.parametrize("plain", [True, False])
def test_a_square_is_the_clip_s_own_pixels(clip, left, plain):
    """As high as the clip and anywhere in it: at every moment a cut-out of the clip's frame."""
    project, studio = clip
    if plain:
        project = replace(project, lens=replace(project.lens, defocus=Defocus()))
    placement = Placement(1.0, (left + H / 2) / W, 0.5)
    square = shaped(project, (H, H), placement)
    assert square.frame.width == square.frame.height == H
    atlas = studio.atlas(project)
    for time in (0.0, 0.4, project.frame.last):
        whole = frame_light(project, atlas, time, (W, H))
        part = frame_light(square, atlas, time, (H, H))
        if plain:
            assert np.abs(whole[:, left : left + H] - part).max() < 2e-5
        else:  # what is out of focus reaches in from beyond the square
            inner = slice(left + 24, left + H - 24)
            assert np.abs(whole[:, inner] - part[:, 24:-24]).max() < 0.004


def test_points_of_the_world_are_in_it_where_the_clip_has_them(clip):
    """Lights and drops are drawn by this; the same drops, as many as in all of the clip's frame."""
    project, studio = clip
    square = shaped(project, (H, H), Placement(1.0, (53 + H / 2) / W, 0.5))
    for time in (0.0, 0.7):
        a, b = world_to_frame(project, time, (W, H)), world_to_frame(square, time, (H, H))
        rng = np.random.default_rng(1)
        world = np.column_stack(
            [rng.uniform(-3, 3, (200, 2)), rng.uniform(1, 30, 200), np.ones(200)]
        )
        seen, own = world @ a.T, world @ b.T
        np.testing.assert_allclose(
            seen[:, :2] / seen[:, 2:] - (53, 0), own[:, :2] / own[:, 2:], atol=1e-8
        )
        np.testing.assert_allclose(seen[:, 2], own[:, 2], atol=1e-9)
    rainy, _ = airs.add_air(project, preset="Rain")
    lens = replace(rainy.lens, defocus=Defocus())
    rainy = replace(rainy, lens=lens, overall=Overall())
    part = shaped(rainy, (H, H), Placement(1.0, (53 + H / 2) / W, 0.5))
    atlas = studio.atlas(rainy)
    whole, own = (frame_light(x, atlas, 0.5, s) for x, s in ((rainy, (W, H)), (part, (H, H))))
    away = np.abs(whole[:, 53 : 53 + H] - own).max(2)
    bare = frame_light(replace(part, airs=()), atlas, 0.5, (H, H))
    drops = np.abs(bare - own).max(2) > 0.02
    assert drops.sum() > 200 and (away[drops] < 0.01).mean() > 0.98


def test_a_larger_shape_shows_the_same_places_larger(clip):
    """Portrait at twice the size: every layer's places are where a crop enlarged has them."""
    project, _ = clip
    size = 202, 360
    placed = Placement(2 * H / 360 * 1.0, 0.4, 0.5)
    tall = shaped(project, size, placed)
    by = 360 / H
    corner = np.array([0.4 * W - size[0] / by / 2, 0.0])
    for time in (0.0, project.frame.last):
        own = {x.id: x.mapping for x in scene_at(tall, time, size)}
        for placed_layer in scene_at(project, time, (W, H)):
            places = np.random.default_rng(2).uniform(0, 180, (50, 2))
            want = (placed_layer.mapping.to_frame(places) - corner) * by
            np.testing.assert_allclose(own[placed_layer.id].to_frame(places), want, atol=1e-6)
    again = shaped(tall, (W, H), project.placement)
    assert again.lens.crop is None or abs(again.lens.crop.x) < 1e-12
    assert again.lens.sensor_width == pytest.approx(project.lens.sensor_width)


def test_a_shape_holds_the_subject_where_the_photo_lets_it():
    """The whole subject, throughout the move, wherever it stands; never beyond the photo."""
    for x, y, radius in ((60, 90, 30), (160, 60, 40), (270, 120, 25)):
        project, studio = build(picture(), [blob(W, H, x, y, radius)])
        project = apply_move(project, "slide", 4)
        box = subject_box(project, studio.store)
        assert box[0] < x < box[0] + box[2] and box[1] < y < box[1] + box[3]
        for shape in CLIP_SHAPES:
            placed = placement_in(project, shape, studio.store)
            left, top, width, height = shape_box(project, shape, placed)
            assert left >= -0.6 and top >= -0.6  # half a pixel: whole pixels meet whole pixels
            assert left + width <= W + 0.6 and top + height <= H + 0.6
            if box[2] < width and left > 1 and left + width < W - 1:
                assert abs(left + width / 2 - box[0] - box[2] / 2) < 1.5
            if box[2] < width:
                assert left <= max(box[0], 0) + 1
                assert left + width >= min(box[0] + box[2], W) - 1
    # A subject larger than what the clip shows: more of the photo is shown, as far as there is.
    tall = build(picture(300, 600), [])[0].photo
    placed = framed_on(tall, (0, 0, 300, 169), (90, 160), (100, 100, 100, 400))
    assert 90 / (max(90 / 300, 160 / 600) * placed.zoom) == pytest.approx(400 * 1.08 * 9 / 16, 0.01)


def test_the_clip_s_own_shape_is_framed_as_the_clip():
    """Landscape of a landscape clip, wherever the subject stands."""
    project, studio = build(picture(), [blob(W, H, 40, 40, 25)])
    project = replace(project, placement=Placement(1.4, 0.55, 0.5))
    assert placement_in(project, "landscape", studio.store) == project.placement
    assert placement_in(project, "square", studio.store) != project.placement


def test_what_the_subject_is():
    """Large and in the middle before small and aside; never the ground; what is in focus first."""
    ground = np.zeros((H, W), np.uint8)
    ground[120:] = 255
    masks = [blob(W, H, 20, 20, 15), blob(W, H, 180, 80, 40), ground]
    project, studio = build(picture(), masks)
    left, _, width, _ = subject_box(project, studio.store)
    assert left + width / 2 == pytest.approx(180, abs=3)
    small = project.near_to_far[0]
    defocus = Defocus(on=True, follow=Follow(small.id, 20, 20))
    held = replace(project, lens=replace(project.lens, defocus=defocus))
    left, _, width, _ = subject_box(held, studio.store)
    assert left + width / 2 == pytest.approx(20, abs=3)
    hidden = tuple(replace(x, visible=x.mask is None or x.mask == project.near_to_far[2].mask)
                   for x in project.layers)  # fmt: skip
    assert subject_box(replace(project, layers=hidden), studio.store) is None


def test_a_shape_set_by_hand_is_kept_saved_and_taken_off(clip, tmp_path):
    project, studio = clip
    held = set_shape(project, "square", Placement(1.5, 0.9, 0.1))
    placed = placement_in(held, "square", studio.store)
    assert placed.zoom == 1.5
    left, top, width, _ = shape_box(held, "square", placed)
    assert left + width <= W + 0.6 and top >= -0.6  # kept inside the photo
    save_project(tmp_path / "a.woodcock", held, studio.store)
    assert load_project(tmp_path / "a.woodcock", PixelStore()) == held
    other = in_shape(held, "square", 120, studio.store)
    assert (other.frame.width, other.frame.height, other.placement) == (120, 120, placed)
    assert set_shape(held, "square", None) == project
    for bad in ({"name": "round"}, {"placement": Placement(0.005)}):
        with pytest.raises(InvalidValue):
            replace(held.shapes[0], **bad)
    text = msgspec.json.encode(replace(project, shapes=(ClipShape("portrait", Placement()),)))
    assert msgspec.json.decode(text, type=Project).shapes[0].name == "portrait"


def test_sizes_of_shapes():
    assert [size_of(name, 1080) for name in CLIP_SHAPES] == [
        (1920, 1080), (1080, 1080), (1080, 1350), (1080, 1920),
    ]  # fmt: skip


def test_several_shapes_of_one_clip_have_no_gap(tmp_path):
    """Portrait and square of a landscape clip whose frame is a part of the photo only."""
    store = PixelStore()
    project = small_demo(store)
    project = replace(project, frame=Frame(192, 108, 12, 0.5))
    studio = Studio(store)
    for shape in ("square", "portrait"):
        deliver(project, Delivery("png", shape=shape, lines=108), tmp_path / shape, studio)
        pictures = sorted((tmp_path / shape).iterdir())
        assert len(pictures) == 6
        for path in pictures:
            with Image.open(path) as image:
                assert image.size == size_of(shape, 108)
                pixels = np.asarray(image.convert("RGB"))
            assert (pixels.max(2) > 0).all()  # a gap is black


# Two eyes


@pytest.fixture(scope="module")
def stage():
    """Two flat layers whose distances are known, the lens on its way."""
    masks = [blob(W, H, 90, 90, 40), blob(W, H, 230, 90, 40)]
    project, studio = build(picture(), masks)
    return apply_move(project, "push-in", 10), studio


@pytest.mark.parametrize("window", [2.0, 5.0, 60.0])
def test_disparity_by_closed_form(stage, window):
    """f b (1/Z - 1/window) in pixels for every layer (any text on stereo geometry)."""
    project, _ = stage
    delivery = Delivery(shows="side by side", base=0.065, window=window)
    left, right = take_of(project, delivery, stage[1].store).projects
    focal = project.lens.focal_length / project.lens.sensor_width * W
    for time in (0.0, 0.5, project.frame.last):
        ways = [{x.id: x.mapping for x in scene_at(eye, time, (W, H))} for eye in (left, right)]
        away = {x.id: x.distance for x in scene_at(project, time, (W, H))}
        gone = float(world_to_frame(project, time, (W, H))[2] @ (0, 0, 0, 1))
        for layer in project.layers:
            places = np.array([[80.0, 60.0], [200.0, 120.0]])
            a, b = (way[layer.id].to_frame(places) for way in ways)
            want = focal * 0.065 * (1 / (away[layer.id] + gone) - 1 / window)
            np.testing.assert_allclose(a[:, 0] - b[:, 0], want, atol=0.05)
            np.testing.assert_allclose(a[:, 1], b[:, 1], atol=1e-9)  # nothing up or down


def test_what_stands_in_the_window_is_seen_in_one_place(stage):
    project, studio = stage
    near = project.near_to_far[0]
    still = replace(project, lens=replace(project.lens, z=Track()))
    delivery = Delivery(shows="anaglyph", base=0.3, window=near.distance)
    take = take_of(still, delivery, studio.store)
    atlas = studio.atlas(take.project)
    assert studio.atlas(take.projects[1]) is atlas  # both eyes of one atlas
    eyes = [render_light(x, atlas, 0.0, (W, H), layers={near.id}).light for x in take.projects]
    assert np.abs(eyes[0] - eyes[1]).max() < 0.002
    frame = shown_frame(take, 0, delivery, atlas, (1.0, 2.0))
    photo = studio.store.get(project.photo.pixels)
    inside = blob(W, H, 90, 90, 40) == 255
    assert np.abs(frame[inside].astype(int) - photo[inside]).max() <= 2
    assert np.abs(frame[20:60, 260:].astype(int) - photo[20:60, 260:]).max() > 10
    assert window_of(project, Delivery()) == near.distance
    turned = replace(still, lens=replace(still.lens, yaw=Track(20.0)))
    one, two = eyes_of(turned, delivery, (-0.5, 0.5))
    way = two.lens.eye.aside - one.lens.eye.aside
    places = [world_to_frame(x, 0.0, (W, H)) for x in (one, two)]
    centre = [np.linalg.solve(p[:, :3], -p[:, 3]) for p in places]
    np.testing.assert_allclose(np.linalg.norm(centre[1] - centre[0]), way)
    assert centre[1][2] < centre[0][2]  # to the lens's own right, which is turned


def test_both_eyes_in_one_picture(stage, tmp_path):
    project, studio = stage
    sizes = {"side by side": (2 * W, H), "over under": (W, 2 * H), "anaglyph": (W, H),
             "left eye": (W, H), "right eye": (W, H)}  # fmt: skip
    shown = {}
    for shows, size in sizes.items():
        name = shows.replace(" ", "-")
        deliver(project, Delivery("png", shows, end=0.1), tmp_path / name, studio)
        with Image.open(tmp_path / name / f"{name}_0001.png") as image:
            assert image.size == size
            shown[shows] = np.asarray(image)
    left, right = shown["left eye"], shown["right eye"]
    np.testing.assert_array_equal(shown["side by side"], np.concatenate([left, right], 1))
    np.testing.assert_array_equal(shown["over under"], np.concatenate([left, right], 0))
    np.testing.assert_array_equal(shown["anaglyph"][..., 0], left[..., 0])
    np.testing.assert_array_equal(shown["anaglyph"][..., 1:], right[..., 1:])
    assert (left.max(2) > 0).all() and (right.max(2) > 0).all()  # no gap at either border


def test_a_file_for_each_eye(tmp_path):
    delivery = Delivery("png", "two files")
    left, right = files_of(tmp_path / "a.b", delivery)
    assert (left[0].name, right[0].name) == ("a-left.b", "a-right.b")
    assert (left[1].shows, right[1].shows) == ("left eye", "right eye")
    assert files_of(tmp_path / "a", Delivery()) == [(tmp_path / "a", Delivery())]


def test_rocking_comes_round_to_where_it_began(stage):
    project, studio = stage
    delivery = Delivery("gif", "rocking", rate=24, start=0.2, end=1.2)
    take = take_of(project, delivery, studio.store)
    assert len(take.times) == len(take.projects) == 24 and set(take.times) == {0.2}
    asides = [x.lens.eye.aside for x in take.projects]
    assert asides[0] == pytest.approx(0.0325) and asides[12] == pytest.approx(-0.0325)
    np.testing.assert_allclose(asides[1:], asides[:0:-1], atol=1e-12)


def test_eyes_that_make_no_sense():
    with pytest.raises(InvalidValue):
        Eye(0.03, 0.0)
