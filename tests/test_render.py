import numpy as np
import pytest
from hypothesis import given, settings
from hypothesis import strategies as st
from msgspec.structs import replace

import reference
from conftest import blob, build, picture
from woodcock.model import Frame, Key, Placement, Track
from woodcock.pixels.colour import decode, encode8, linear_from_srgb, srgb_from_linear
from woodcock.session import acts, filling
from woodcock.stage import apply_move


def test_srgb_known_values_and_round_trip():
    """IEC 61966-2-1: the two branches meet at 0.04045; mid grey 0.5 is 0.21404 linear."""
    assert linear_from_srgb(0.5) == pytest.approx(0.214041, abs=1e-6)
    assert linear_from_srgb(0.04045) == pytest.approx(0.04045 / 12.92)
    values = np.linspace(0, 1, 1001)
    np.testing.assert_allclose(srgb_from_linear(linear_from_srgb(values)), values, atol=1e-6)
    eight = np.arange(256, dtype=np.uint8)
    np.testing.assert_array_equal(encode8(decode(eight)), eight)


@settings(max_examples=12, deadline=None)
@given(st.integers(0, 10**6), st.integers(1, 4), st.floats(0, 30))
def test_the_rest_frame_is_the_photo_to_the_bit(seed, layers, growth):
    """Whatever the masks (soft, overlapping, cut off, arbitrary noise) and the fills are like."""
    rng = np.random.default_rng(seed)
    photo = picture(160, 90, seed)
    masks = []
    for _ in range(layers):
        x, y, r = rng.uniform(0, 160), rng.uniform(0, 90), rng.uniform(3, 60)
        mask = blob(160, 90, x, y, r, rng.uniform(0.5, 20))
        masks.append(np.minimum(mask, rng.integers(0, 256, mask.shape).astype(np.uint8))
                     if rng.random() < 0.3 else mask)  # fmt: skip
    project, studio = build(photo, masks)
    for layer in project.layers:
        if layer.mask:
            project = filling.set_hole_growth(project, layer.id, growth * 12)  # a 90-line frame
    np.testing.assert_array_equal(studio.frame(project, 0.0), photo)


def test_rest_frame_at_one_to_one_within_a_larger_photo():
    photo = picture(300, 200)
    project, studio = build(photo, [blob(300, 200, 140, 90, 40)], Frame(160, 90, 12, 1.0))
    zoom = 1 / (160 / 300)
    project = acts.place_photo(project, Placement(zoom, 0.51, 0.43))
    at = round(0.43 * 200 - 45), round(0.51 * 300 - 80)
    got = studio.frame(project, 0.0)
    np.testing.assert_array_equal(got, photo[at[0] : at[0] + 90, at[1] : at[1] + 160])
    deep = np.random.default_rng(0).integers(0, 65536, (90, 160, 3)).astype(np.uint16)
    project, studio = build(deep, [blob(160, 90, 70, 40, 30)])
    assert np.abs(studio.frame(project, 0).astype(int) - np.rint(deep / 257.0)).max() <= 1


POSES = {
    "in": {"z": 0.5},
    "aside": {"x": 0.07, "y": -0.04, "z": 0.2},
    "turned": {"x": 0.1, "yaw": 4.0, "pitch": -3.0, "roll": 6.0, "z": 0.6},
}


@pytest.mark.parametrize("pose", POSES.values(), ids=POSES)
def test_fast_renderer_agrees_with_the_plain_one(scene, pose):
    project, studio = scene
    lens = replace(project.lens, **{name: Track(value) for name, value in pose.items()})
    project = replace(project, lens=lens)
    near = project.near_to_far[0]
    project = acts.set_pose_key(project, near.id, "scale", 0.0, 1.1)
    project = acts.set_pose_key(project, near.id, "opacity", 0.0, 0.7)
    atlas = studio.atlas(project)
    expected, covered = reference.render(project, atlas, 0.0, (320, 180))
    got = studio.frame(project, 0.0)
    inside = covered > 0.999  # beyond the photo's border it is a matter of taste
    assert inside.mean() > 0.8
    assert np.abs(got / 255.0 - expected)[inside].max() <= 1 / 255


def test_shrinking_averages(scene):
    """Band-limited pictures at 40 % against a box filter of 8 x 8 samples a pixel."""
    photo = picture(320, 180, 5, soft=6.0)
    project, studio = build(photo, [blob(320, 180, 150, 90, 50, 12.0)])
    atlas = studio.atlas(project)
    expected, _ = reference.render(project, atlas, 0.0, (128, 72), oversample=8)
    got = studio.frame(project, 0.0, (128, 72))
    off = np.abs(got / 255.0 - expected)
    assert off.mean() <= 0.5 / 255
    assert off.max() <= 6 / 255  # beside cuts, where premultiplied layers are filtered one by one
    # A checkerboard of single pixels must become even grey of the mean light, not moire.
    board = np.where((np.indices((180, 320)).sum(axis=0) % 2)[..., None], 255, 0)
    board = np.repeat(board, 3, axis=2).astype(np.uint8)
    project, studio = build(board, [])
    grey = studio.frame(project, 0.0, (64, 36))
    assert abs(grey.mean() - 188) <= 1  # sRGB of half the light: 187.5
    assert np.abs(grey.astype(int) - 188).max() <= 8


def test_depth_is_the_order_and_hidden_layers_go(scene):
    project, studio = scene
    near, middle, _ = project.near_to_far
    swapped = acts.set_distance(project, near.id, 20.0)
    assert swapped.near_to_far[0] == middle
    np.testing.assert_array_equal(studio.frame(swapped, 0), studio.frame(project, 0))
    hidden = acts.show_layer(project, near.id, False)
    changed = np.any(studio.frame(hidden, 0) != studio.frame(project, 0), axis=2)
    mask = studio.store.get(near.mask.pixels)
    assert changed[mask > 250].mean() > 0.9
    assert changed[mask == 0].mean() < 0.1


def test_preview_and_export_size_give_the_same_pixels_every_time(scene):
    project, studio = scene
    moved = apply_move(project, "push-in", 15)
    first = studio.frame(moved, 0.5)
    again = build(
        picture(), [studio.store.get(x.mask.pixels) for x in project.near_to_far if x.mask]
    )
    other = replace(again[0], lens=moved.lens)
    np.testing.assert_array_equal(first, again[1].frame(other, 0.5))
    np.testing.assert_array_equal(first, studio.frame(moved, 0.5, (320, 180)))


def test_opacity_fades_over_what_is_behind(scene):
    project, studio = scene
    near = project.near_to_far[0]
    track = Track(1.0, (Key(0.0, 1.0), Key(project.frame.last, 0.0)))
    faded = project.with_layer(replace(near, pose=replace(near.pose, opacity=track)))
    gone = studio.frame(faded, project.frame.last)
    np.testing.assert_array_equal(
        gone, studio.frame(acts.show_layer(project, near.id, False), project.frame.last)
    )
