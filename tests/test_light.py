"""Frames in linear light: what is encoded from them, layers alone, margins, depth, stopping."""

import numpy as np
import pytest
from msgspec.structs import replace

from conftest import blob, build, picture
from test_relief import hills
from woodcock.errors import Cancelled
from woodcock.model import Card, Depth, Frame, Lean, Relief, Stop, Track
from woodcock.pixels.colour import encoded, srgb_from_linear
from woodcock.pixels.threads import by_rows, together
from woodcock.render import laid_over, render_frame, render_light
from woodcock.session import acts
from woodcock.stage import scene_at

W, H = 192, 108


def staged():
    """Three cuts, a card that screens, one that multiplies, a lens that has moved and turned."""
    masks = [blob(W, H, 60, 60, 30), blob(W, H, 120, 50, 34, 8.0)]
    project, studio = build(picture(W, H), masks, Frame(W, H, 12, 1.0))
    for blend, linear, metres in (("screen", False, 4.0), ("multiply", True, 20.0)):
        stops = Stop(0.0, (240, 160, 60, 200)), Stop(1.0, (40, 60, 120, 120))
        card = Card(90.0, 50.0, 110.0, 70.0, soft=12.0, fill="linear", stops=stops)
        project, name = acts.add_layer(project, card)
        layer = replace(project.layer(name), blend=blend, blend_linear=linear, distance=metres)
        project = project.with_layer(layer)
    lens = replace(project.lens, x=Track(0.2), z=Track(0.4), yaw=Track(3.0))
    return replace(project, lens=lens), studio


def test_encoded_light_is_the_frame_and_its_alpha_is_the_coverage():
    project, studio = staged()
    atlas, cover = studio.atlas(project), np.empty((H, W), np.uint8)
    frame = render_frame(project, atlas, 0.0, cover=cover)
    light = render_light(project, atlas, 0.0).light
    assert light.dtype == np.float32
    again = encoded(light[..., :3], 8)
    assert (again != frame).mean() < 1e-4 and np.abs(again.astype(int) - frame).max() <= 1
    np.testing.assert_array_equal(np.rint(light[..., 3] * 255), cover)
    ten = encoded(light[..., :3], 10)
    assert ten.dtype == np.uint16
    np.testing.assert_allclose(ten / 1023, srgb_from_linear(light[..., :3]), atol=0.5 / 1023)
    with pytest.raises(ValueError, match="bits"):
        encoded(light, 7)


def test_layers_drawn_alone_and_laid_over_each_other_are_the_frame():
    """Porter and Duff's over is associative, and a blend mode needs only what is behind it."""
    project, studio = staged()
    atlas = studio.atlas(project)
    whole = render_light(project, atlas, 0.0).light
    out = np.zeros((H, W, 4), np.float32)
    for placed in reversed(scene_at(project, 0.0)):
        alone = render_light(project, atlas, 0.0, layers=[placed.id]).light
        out = laid_over(alone, out, placed.layer.blend, placed.layer.blend_linear)
    np.testing.assert_allclose(out, whole, atol=2e-4)
    assert render_light(project, atlas, 0.0, layers=[]).light.max() == 0


def test_a_margin_goes_on_with_the_picture_and_changes_none_of_it():
    project, studio = staged()
    atlas = studio.atlas(project)
    plain = render_light(project, atlas, 0.0, depth=True)
    wide = render_light(project, atlas, 0.0, margin=20, depth=True)
    assert wide.light.shape == (H + 40, W + 40, 4) and wide.margin == 20
    np.testing.assert_allclose(wide.light[20:-20, 20:-20], plain.light, atol=1e-4)
    np.testing.assert_allclose(wide.depth[20:-20, 20:-20], plain.depth, rtol=1e-4)
    # What lies in the margin is what a frame 20 px to the left shows: a shift of its own.
    beyond = wide.light[20:-20, :20]
    assert beyond[..., 3].max() > 0.9 and np.abs(np.diff(wide.light[60, 10:30, 0])).max() < 0.2


def test_light_goes_above_white_where_lights_add_up_in_linear_light():
    project, studio = build(picture(W, H), [], Frame(W, H, 12, 1.0))
    for _ in range(3):
        white = Card(covers=True, stops=(Stop(0.0, (255, 255, 255, 255)),))
        project, name = acts.add_layer(project, white)
        layer = replace(project.layer(name), blend="plus-lighter", blend_linear=True)
        project = project.with_layer(layer)
    light = render_light(project, studio.atlas(project), 0.0).light
    assert light[..., :3].min() >= 2.99 and light[..., 3].max() == 1
    assert studio.frame(project, 0.0).min() == 255


@pytest.mark.parametrize("z", [0.0, 1.5])
def test_depth_is_the_metres_to_what_is_seen(z):
    """Planes at their distance less the lens's way; a leaning one by its own plane's equation."""
    project, studio = build(picture(W, H), [blob(W, H, 96, 54, 30)], Frame(W, H, 12, 1.0))
    near = next(x for x in project.near_to_far if x.mask)
    project = project.with_layer(replace(near, distance=4.0))
    project = replace(project, lens=replace(project.lens, z=Track(z)))
    depth = render_light(project, studio.atlas(project), 0.0, depth=True).depth
    assert depth[54, 96] == pytest.approx(4.0 - z, rel=1e-5)
    assert depth[5, 5] == pytest.approx(project.background.distance - z, rel=1e-5)
    leaning = project.with_layer(replace(project.background, lean=Lean(tilt=30.0)))
    tall = render_light(leaning, studio.atlas(leaning), 0.0, depth=True).depth
    # A plane through (0, 0, d) leaning back by 30 degrees: Z = d + Y tan 30 upwards, Y = y Z / f.
    d, focal = project.background.distance, 35 / 36 * W
    up = (H / 2 - 5.5) / focal
    if z == 0:
        assert tall[5, 5] == pytest.approx(d / (1 - up * np.tan(np.radians(30))), rel=1e-4)


def test_depth_of_a_relief_is_known_at_rest_too():
    """z = distance / (1 + strength (value - sits)): even in 1 / distance, as in the depth map."""
    project, studio = build(picture(W, H), [], Frame(W, H, 12, 1.0))
    project = replace(project, depth=Depth(studio.store.put(hills(4, 30)), 3.0, 30.0))
    layer = replace(project.background, distance=10.0, relief=Relief(thickness=4.0, cut=1.0))
    project = project.with_layer(layer)
    atlas = studio.atlas(project)
    depth = render_light(project, atlas, 0.0, depth=True).depth
    surface = atlas.surfaces
    span = 1 / depth.min() - 1 / depth.max()
    assert depth.max() - depth.min() == pytest.approx(4.0 * np.ptp(surface), rel=0.1)
    seen = (1 / depth - 1 / depth.max()) / span  # 0 to 1 between what is seen of it
    found = seen.ravel()[:: H // 3]
    assert len(np.unique(np.round(found, 2))) > 20
    np.testing.assert_array_equal(
        studio.frame(project, 0.0), studio.store.get(project.photo.pixels)
    )
    moved = replace(project, lens=replace(project.lens, x=Track(1e-6)))
    again = render_light(moved, atlas, 0.0, depth=True).depth
    np.testing.assert_allclose(again, depth, rtol=2e-3)  # nothing jumps as it begins to move


def test_a_frame_nobody_wants_any_more_is_left_unfinished():
    project, studio = staged()
    atlas, asked = studio.atlas(project), []

    def stop():
        asked.append(1)
        return len(asked) > 3

    with pytest.raises(Cancelled):
        render_frame(project, atlas, 0.0, (W * 10, H * 10), stop=stop)
    assert len(asked) <= 6  # of 17 bands


def test_work_in_parts_may_call_work_in_parts_and_tells_the_first_error():
    done = np.zeros((40, 60_000), np.int32)

    def one(number):
        by_rows(lambda rows: done[number, rows].__iadd__(1), 60_000, 1)

    together(one, range(40))
    assert (done == 1).all()

    def wrong(number):
        if number == 5:
            raise IndexError("five")

    with pytest.raises(IndexError, match="five"):
        together(wrong, range(40))
    together(wrong, [])
