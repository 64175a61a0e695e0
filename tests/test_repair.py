"""Repairing by hand: what the brushes lay down, and what becomes of it."""

import cv2
import numpy as np
import pytest
from hypothesis import given, settings
from hypothesis import strategies as st
from msgspec.structs import replace

from conftest import build, picture
from woodcock.errors import WoodcockError
from woodcock.media.project_file import load_project, save_project
from woodcock.model import Frame, Tile
from woodcock.pixels.store import PixelStore
from woodcock.rebuild.brushes import Brush, Shift, melted, transplanted
from woodcock.render import LayerPicture, layer_picture
from woodcock.session import extent, filling
from woodcock.session.paint_canvas import PaintCanvas
from woodcock.session.repair import Repair, RepairStroke, anew, transplant

HARD = Brush(40.0, 1.0, 1.0)


def canvas(pixels, tiles=None, corner=(0, 0)):
    """A canvas with an opaque picture."""
    whole = np.dstack([pixels, np.full(pixels.shape[:2], 255, np.uint8)])
    return PaintCanvas(
        LayerPicture(whole, np.zeros(pixels.shape[:2], np.uint8), *corner), tiles or {}
    )


def paint(on, repair, *points):
    stroke = RepairStroke(on, repair, points[0])
    stroke.move(points[1:])
    stroke.lift()


def disc(shape, points, radius):
    """Where a stroke through `points` surely covers, worked out pixel by pixel."""
    y, x = np.mgrid[0 : shape[0], 0 : shape[1]] + 0.5
    away = np.full(shape, np.inf)
    for (ax, ay), (bx, by) in zip(points, points[1:] or points, strict=False):
        for s in np.linspace(0, 1, 200):
            away = np.minimum(away, np.hypot(x - ax - s * (bx - ax), y - ay - s * (by - ay)))
    return away < radius


@pytest.mark.parametrize("mirrored", [False, True])
def test_a_clone_copies_pixel_by_pixel(mirrored):
    photo = picture(400, 300)
    on, points = canvas(photo), [(100, 150), (140, 170), (100, 180), (120, 140)]
    across = 100 + 260 + 1 if mirrored else None
    paint(on, Repair("clone", HARD, Shift(160, -20, across)), *points)
    source = photo[:, ::-1] if mirrored else photo
    by = across - 400 if mirrored else 160  # column x of the copy is column x + by of `source`
    want = np.roll(source, (20, -(-by if mirrored else by)), (0, 1))
    inside, outside = disc(photo.shape[:2], points, 19), ~disc(photo.shape[:2], points, 22)
    np.testing.assert_array_equal(on.picture[inside][:, :3], want[inside])
    np.testing.assert_array_equal(on.picture[outside][:, :3], photo[outside])


def test_a_stroke_that_crosses_itself_is_even():
    on = canvas(np.zeros((200, 200, 3), np.uint8))
    brush = Brush(30.0, 1.0, 0.6)
    colour = Repair("colour", brush, colour=(200, 100, 50))
    paint(on, colour, (40, 40), (150, 150), (150, 40), (40, 150))
    np.testing.assert_array_equal(on.picture[95, 95, :3], (120, 60, 30))  # 60 per cent
    assert on.picture[..., 0].max() == 120


def test_a_transplant_takes_on_the_colours_around():
    """A source that differs by a constant, or by a plane, becomes what was there: the Poisson
    equation's solution for the same gradients and the same border."""
    photo = picture(300, 200, soft=3.0)
    y, x = np.mgrid[0:200, 0:300]
    source = np.clip(photo.astype(int) + (0.1 * x + 15)[..., None], 0, 255).astype(np.uint8)
    whole = np.dstack([photo, np.full((200, 300), 255, np.uint8)])
    weight = (np.hypot(x - 150, y - 100) < 60).astype(np.float32)
    made = transplanted(whole, np.dstack([source, whole[..., 3]]), weight)
    off = np.abs(made.astype(int) - photo)[weight > 0]
    assert off.mean() < 2.5
    assert np.percentile(off, 99) < 8
    photo = picture(300, 200, soft=0.8)
    on, outline = canvas(photo), np.array([(100, 60), (180, 60), (180, 140), (100, 140)], float)
    on.begin()
    transplant(on, outline, Shift(60, 10), None)
    inside, there = np.s_[70:130, 110:170], np.s_[80:140, 170:230]
    made, taken = (cv2.Laplacian(p[..., :3].astype(np.float32), -1) for p in (on.picture, photo))
    assert (
        np.abs(made[inside] - taken[there]).mean() < 0.08 * np.abs(taken[there]).mean()
    )  # 8-bit rounding


def test_a_seam_melts_and_texture_stays():
    rng = np.random.default_rng(4)
    x = np.arange(200)
    flat = np.where(x < 100, 90, 150) + rng.normal(0, 6, (160, 200))
    whole = np.dstack([flat] * 3 + [np.full_like(flat, 255)]).round().astype(np.uint8)
    weight = (np.abs(x - 100) < 25).astype(np.float32)
    made = melted(whole, weight, 50.0)[..., 0].astype(float)
    along = made.mean(axis=0)
    assert np.abs(np.diff(flat.mean(axis=0))).max() > 50
    assert np.abs(np.diff(along)).max() < 8
    rough = (made - along)[:, 80:120].std()
    assert 4.5 < rough < 7.5


def test_smudging_takes_colours_along_and_leaves_evenness():
    even = canvas(np.full((100, 200, 3), 77, np.uint8))
    paint(even, Repair("smudge", Brush(30, 0.8, 0.9)), (40, 50), (150, 50))
    assert (even.picture[..., :3] == 77).all()
    edge = np.zeros((100, 200, 3), np.uint8)
    edge[:, :60] = 200
    on = canvas(edge)
    paint(on, Repair("smudge", Brush(30, 0.8, 0.9)), (45, 50), (90, 50))
    assert on.picture[50, 75, 0] > 60
    assert (on.picture[:, 130:, :3] == 0).all()


def test_filling_anew_is_another_proposal_each_time():
    photo = picture(300, 200)
    on, outline = canvas(photo), np.array([(120, 80), (170, 80), (170, 120), (120, 120)], float)
    boxes = [anew(on.now, outline, seed) for seed in (1, 2, 1)]
    (box, first, weight), (_, second, _), (_, again, _) = boxes
    np.testing.assert_array_equal(first, again)
    assert np.abs(first.astype(int) - second)[weight > 0].mean() > 2
    on.begin()
    on.cover(box, first, weight)
    assert (on.picture[:70, :, :3] == photo[:70]).all()


@settings(max_examples=20, deadline=None)
@given(st.integers(0, 10**6))
def test_what_was_painted_is_kept_apart(seed):
    """Taken off, the picture is as it was; on another fill, it stays; painted twice, it adds up."""
    rng = np.random.default_rng(seed)
    first, second = (rng.integers(0, 256, (300, 520, 3), dtype=np.uint8) for _ in range(2))
    corner = int(rng.integers(-90, 1)), int(rng.integers(-90, 1))
    on = canvas(first, corner=corner)
    for _ in range(3):
        at = [tuple(rng.uniform((0, 0), (420, 200))) for _ in range(3)]
        brush = Brush(rng.uniform(5, 60), rng.uniform(0, 1), rng.uniform(0.2, 1))
        paint(on, Repair("colour", brush, colour=tuple(rng.integers(0, 256, 3))), *at)
        tiles = on.finish()
    other = canvas(second, tiles, corner)
    assert set(tiles) == set(other.finish())
    painted = np.zeros((300, 520, 4), np.uint8)
    for (column, row), tile in tiles.items():
        y, x = np.mgrid[0:256, 0:256]
        y, x = y + row * 256 - corner[1], x + column * 256 - corner[0]
        there = (y >= 0) & (x >= 0) & (y < 300) & (x < 520)
        painted[y[there], x[there]] = tile[there]
    full, none = painted[..., 3] == 255, painted[..., 3] == 0
    np.testing.assert_array_equal(other.picture[full][:, :3], painted[full][:, :3])
    np.testing.assert_array_equal(other.picture[none][:, :3], second[none])
    share = painted[..., 3:] / 255.0
    want = painted[..., :3] * share + second * (1 - share)
    assert np.abs(other.picture[..., :3] - want).max() < 1.01
    list(on.show({}))
    np.testing.assert_array_equal(on.picture[..., :3], first)


def painted_scene(scene, box, colour=(250, 20, 20)):
    """The scene with a rectangle (x, y, width, height) painted on its background."""
    project, studio = scene
    rebuilt = studio.rebuilt(project)
    on = PaintCanvas(layer_picture(rebuilt, project.background.id, studio.store), {})
    on.begin()
    whole = np.ones((box[3], box[2]), np.float32)
    on.cover(box, np.broadcast_to(np.uint8(colour), (*whole.shape, 3)), whole)
    tiles = on.finish()
    repair = tuple(Tile(*place, studio.store.put(tile)) for place, tile in tiles.items())
    return filling.set_repair(project, project.background.id, repair), studio


def test_paint_shows_where_its_layer_does(scene):
    """At rest, only where the layer is seen; behind the near ones it waits until they move."""
    project, studio = scene
    photo = studio.store.get(project.photo.pixels)
    before = studio.frame(project, 0.0)
    np.testing.assert_array_equal(before, photo)
    made = studio.rebuilt(project)
    painted, _ = painted_scene(scene, (60, 90, 200, 20))
    at_rest = studio.frame(painted, 0.0)
    assert studio.rebuilt(painted) is made  # nothing is filled again for a stroke
    changed = (at_rest != photo).any(axis=2)
    cover = made.fills.covers[-1]
    assert not changed[cover == 255].any()
    assert cover[90:110, 60:260].max() == 255 and changed[95:105, 240:255].all()
    np.testing.assert_array_equal(at_rest[100, 250], (250, 20, 20))
    alone = tuple(replace(x, visible=x.is_background) for x in painted.layers)
    bare = replace(painted, layers=alone)
    behind = studio.frame(bare, 0.0)
    np.testing.assert_array_equal(behind[100, 70:250], np.broadcast_to((250, 20, 20), (180, 3)))


def test_paint_reaches_beyond_the_borders_and_into_smaller_plates():
    photo = picture(640, 360)
    project, studio = build(photo, [], Frame(160, 90, 12, 1.0))
    grown = extent.grow_layer(project, "background", type(project.background.growth)(60, 0, 0, 0))
    painted, _ = painted_scene((grown, studio), (-60, 100, 120, 80), (20, 220, 30))
    atlas = studio.atlas(painted)
    level = atlas.segments["background"][-1].mips[0]
    pixels = atlas.pixels[level.start : level.start + level.width * level.height * 4]
    pixels = pixels.reshape(level.height, level.width, 4)
    x, y, _ = level.from_photo @ (-30.0, 140.0, 1.0)
    green = pixels[round(y), round(x)]
    assert level.scale <= 0.5
    assert green[1] > 4 * max(green[0], green[2])


def test_repairs_are_saved_and_wrong_ones_refused(tmp_path, scene):
    painted, studio = painted_scene(scene, (60, 90, 100, 20))
    save_project(tmp_path / "a.woodcock", painted, studio.store)
    store = PixelStore()
    assert load_project(tmp_path / "a.woodcock", store) == painted
    for tile in painted.background.repair:
        np.testing.assert_array_equal(store.get(tile.pixels), studio.store.get(tile.pixels))
    wrong = Tile(0, 0, studio.store.put(np.zeros((8, 8, 4), np.uint8)))
    odd = filling.set_repair(painted, "background", (wrong,))
    save_project(tmp_path / "b.woodcock", odd, studio.store)
    with pytest.raises(WoodcockError, match="damaged"):
        load_project(tmp_path / "b.woodcock", PixelStore())
