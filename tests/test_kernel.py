"""The kernel at its limits: whole shifts, half turns, edges, order, opacity, coverage."""

import numpy as np
import pytest
from hypothesis import given, settings
from hypothesis import strategies as st
from msgspec.structs import replace

import reference
from conftest import blob, build, picture
from woodcock.model import Frame, Track
from woodcock.rebuild import Cut, build_plates, make_fills
from woodcock.render import render_frame
from woodcock.render.coverage import open_pixels
from woodcock.render.draw_list import chosen_levels
from woodcock.session import acts
from woodcock.stage import scene_at

WIDTH, HEIGHT = 128, 72
FOCAL = 35 / 36 * WIDTH


def plain(photo=None, masks=()):
    photo = picture(WIDTH, HEIGHT, 1) if photo is None else photo
    return build(photo, list(masks), Frame(WIDTH, HEIGHT, 12, 1.0))


def posed(project, **values):
    lens = replace(project.lens, **{name: Track(value) for name, value in values.items()})
    return replace(project, lens=lens)


@settings(max_examples=20, deadline=None)
@given(st.integers(-60, 60), st.integers(-30, 30))
def test_whole_pixel_shifts_move_pixels_untouched(right, down):
    project, studio = plain()
    photo = studio.store.get(project.photo.pixels)
    metres = project.background.distance / FOCAL
    got = studio.frame(posed(project, x=right * metres, y=down * metres), 0.0)
    expected = np.zeros_like(photo)
    source = photo[max(down, 0) : HEIGHT + min(down, 0), max(right, 0) : WIDTH + min(right, 0)]
    top, left = max(-down, 0), max(-right, 0)
    expected[top : top + source.shape[0], left : left + source.shape[1]] = source
    # A shift of a whole number of pixels comes out of metres, so it is whole to 1e-12 only.
    assert np.abs(got[1:-1, 1:-1].astype(int) - expected[1:-1, 1:-1]).max() <= 1


def test_half_and_full_turns():
    project, studio = plain()
    photo = studio.store.get(project.photo.pixels)
    upside_down = studio.frame(posed(project, roll=180.0), 0.0)
    assert np.abs(upside_down.astype(int) - photo[::-1, ::-1]).max() <= 1
    assert np.abs(studio.frame(posed(project, roll=360.0), 0.0).astype(int) - photo).max() <= 1


def test_directions_are_what_the_words_say():
    """A bright spot in the middle goes left when the lens turns right, down when it looks up."""
    photo = np.full((HEIGHT, WIDTH, 3), 20, np.uint8)
    photo[34:38, 62:66] = 250
    project, studio = plain(photo)

    def spot(**pose):
        bright = studio.frame(posed(project, **pose), 0.0).max(axis=2) > 120
        y, x = np.nonzero(bright)
        return x.mean() - 63.5, y.mean() - 35.5

    assert spot(yaw=5)[0] == pytest.approx(-FOCAL * np.tan(np.radians(5)), abs=0.5)
    assert spot(pitch=5)[1] == pytest.approx(FOCAL * np.tan(np.radians(5)), abs=0.5)
    assert spot(x=5)[0] == pytest.approx(-FOCAL * 5 / 60, abs=0.5)
    assert spot(y=-5)[1] == pytest.approx(FOCAL * 5 / 60, abs=0.5)  # up: things go down
    layer = project.background
    turned = replace(layer.pose, angle=Track(90.0), x=Track(60 / FOCAL * 20))
    moved = project.with_layer(replace(layer, pose=turned))
    bright = studio.frame(moved, 0.0).max(axis=2) > 120
    assert np.nonzero(bright)[1].mean() - 63.5 == pytest.approx(20, abs=0.5)


@settings(max_examples=25, deadline=None)
@given(
    st.floats(-0.4, 0.4), st.floats(-0.2, 0.2), st.floats(-1, 2.5), st.floats(-12, 12),
    st.floats(-20, 20), st.floats(0.2, 1), st.sampled_from([(128, 72), (64, 36), (96, 54)]),
)  # fmt: skip
def test_open_pixels_are_the_renderer_s_own_coverage(x, y, z, yaw, roll, opacity, size):
    """The quick count against the drawn coverage, whatever the pose; one pixel in 500 may differ
    where a border passes through pixel centres."""
    project, studio = plain(
        masks=[blob(WIDTH, HEIGHT, 20, 30, 25), blob(WIDTH, HEIGHT, 110, 60, 30)]
    )
    project = posed(project, x=x * 8, y=y * 8, z=z, yaw=yaw, roll=roll)
    near = project.near_to_far[0]
    project = acts.set_pose_key(project, near.id, "opacity", 0.0, opacity)
    atlas = studio.atlas(project)
    cover = np.empty((size[1], size[0]), np.uint8)
    render_frame(project, atlas, 0.0, size, cover=cover)
    drawn = int((cover < 255).sum())
    counted = open_pixels(atlas, scene_at(project, 0.0, size), size, opaque=True)
    assert abs(drawn - counted) <= max(2, cover.size // 500)


def test_behind_the_lens_nothing_is_drawn():
    project, studio = plain(masks=[blob(WIDTH, HEIGHT, 64, 36, 20)])
    past = posed(project, z=10.0)  # in front of the near layer by 7 m
    kept = acts.show_layer(past, past.near_to_far[0].id, False)
    np.testing.assert_array_equal(studio.frame(past, 0.0), studio.frame(kept, 0.0))
    away = posed(project, yaw=180.0)
    assert not studio.frame(away, 0.0).any()
    assert not studio.frame(posed(project, z=70.0), 0.0).any()


def test_layers_off_to_the_side_and_of_one_pixel():
    mask = np.zeros((HEIGHT, WIDTH), np.uint8)
    mask[0, 0] = mask[-1, -1] = 255
    project, studio = plain(masks=[mask, np.zeros_like(mask)])
    photo = studio.store.get(project.photo.pixels)
    np.testing.assert_array_equal(studio.frame(project, 0.0), photo)
    assert studio.frame(posed(project, x=3.0, z=1.0), 0.0).shape == photo.shape


def test_mip_levels_follow_the_scale():
    project, studio = plain()
    atlas = studio.atlas(project)
    widths = {}
    for size in ((128, 72), (90, 51), (64, 36)):
        (placed,) = scene_at(project, 0.0, size)
        large, small, mix, *_ = chosen_levels(
            atlas.segments[placed.layer.id][-1].mips, placed, (size[0] / 2, size[1] / 2)
        )
        widths[size] = large.width
        assert small.width <= large.width
        assert 0 <= mix <= 1
    assert widths == {(128, 72): 128, (90, 51): 128, (64, 36): 91}  # 48 px high is the smallest


@settings(max_examples=15, deadline=None)
@given(st.integers(0, 10**6))
def test_plates_are_colours_and_stack_to_each_clean_picture(seed):
    """Alpha is the mask beyond what it may be wrong by, colour at most alpha, and any number of
    nearest layers may go: the rest still stacks to one and the same picture outside the holes."""
    rng = np.random.default_rng(seed)
    light = rng.integers(0, 65536, (40, 60, 4)).astype(np.uint16)
    light[..., 3] = 65535
    masks = [blob(60, 40, rng.uniform(0, 60), rng.uniform(0, 40), rng.uniform(4, 20), 3.0)
             for _ in range(3)]  # fmt: skip
    plates = build_plates(make_fills(light, [Cut(mask, 4.0) for mask in masks]))
    whole = []
    for plate in plates:
        full = np.zeros((40, 60, 4))
        h, w = plate.pixels.shape[:2]
        full[plate.y : plate.y + h, plate.x : plate.x + w] = plate.pixels / 65535.0
        assert (full[..., :3] <= full[..., 3:] + 1e-9).all()
        whole.append(full)
    for mask, full in zip(masks, whole, strict=False):
        away = np.maximum(blob_distance(np.uint8(mask > 127)), blob_distance(np.uint8(mask < 128)))
        sure = (away > 6) & ((mask == 0) | (mask == 255))
        assert (full[sure, 3] >= mask[sure] / 255.0 - 1e-4).all()
    for first in range(4):
        out = np.zeros((40, 60, 3))
        for full in whole[first:][::-1]:
            out = full[..., :3] + (1 - full[..., 3:]) * out
        clear = np.ones((40, 60), bool)
        for mask in masks[:first]:
            clear &= blob_distance(mask) > 6
        np.testing.assert_allclose(out[clear], (light[..., :3] / 65535.0)[clear], atol=4e-5)


def blob_distance(mask):
    import cv2

    return cv2.distanceTransform((mask == 0).astype(np.uint8), cv2.DIST_L2, cv2.DIST_MASK_PRECISE)


def test_the_reference_itself_is_right():
    """Keys' kernel: partition of unity, and it reproduces a quadratic between its samples."""
    t = np.linspace(0, 1, 11)
    taps = np.array([reference.catmull_rom(t - n) for n in (-1, 0, 1, 2)])
    np.testing.assert_allclose(taps.sum(axis=0), 1, atol=1e-12)
    squares = np.array([1.0, 0.0, 1.0, 4.0])
    np.testing.assert_allclose(squares @ taps, t**2, atol=1e-12)
