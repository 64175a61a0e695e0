"""What a fill begins with: whole patches, from the border in, so that deep inside is no mist."""

from pathlib import Path

import cv2
import numpy as np
import pytest

from woodcock.demo import demo_project
from woodcock.pixels.colour import linear_from_srgb, srgb_from_linear
from woodcock.pixels.store import PixelStore
from woodcock.rebuild import fill
from woodcock.rebuild.greedy import fill_greedily
from woodcock.rebuild.holes import grown
from woodcock.separate.redraw import alpha_of

TRUTH = Path(__file__).parent.parent / "demo" / "truth"
SIZE = 1200, 800


def greedily(picture, hole, guided=False, level=0):
    """The picture with its hole filled, and where each pixel came from."""
    flat = np.where(hole[..., None], np.uint8(77), picture)
    if guided:
        flat[..., 3] = picture[..., 3]
    sources = cv2.erode((~hole).view(np.uint8), np.ones((7, 7)), borderValue=0)
    sources[:3] = sources[-3:] = 0
    sources[:, :3] = sources[:, -3:] = 0
    todo, came = hole.copy(), np.stack(np.indices(hole.shape, np.int32), 2)
    places = np.argwhere(sources).astype(np.int32)
    sure = np.float32(1) - hole.astype(np.float32)
    fill_greedily(flat.reshape(len(flat), -1), todo, places, guided, level, sure, came)
    assert not todo.any()
    return flat, came


def test_an_edge_is_carried_through_before_the_plains_beside_it():
    y, x = np.mgrid[0:60, 0:80]
    picture = np.empty((60, 80, 4), np.uint8)
    picture[:] = np.where((y + x > 70)[..., None], (200, 160, 90, 40), (20, 60, 110, 0))
    hole = np.zeros((60, 80), bool)
    hole[18:44, 22:48] = True  # 26 pixels: its middle is out of every patch's sight
    made, came = greedily(picture, hole, level=1)
    np.testing.assert_array_equal(made, picture)
    # Every pixel is a copy of the one it is said to be.
    np.testing.assert_array_equal(made[hole], picture[came[..., 0], came[..., 1]][hole])
    assert not hole[came[..., 0], came[..., 1]].any()


def test_of_equal_patches_the_nearer_is_taken_and_what_guides_stays():
    picture = np.zeros((40, 160, 4), np.uint8)
    picture[:, ::8, :3] = 255  # the same again and again
    hole = np.zeros((40, 160), bool)
    hole[10:30, 70:80] = True
    _, came = greedily(picture, hole, level=50)
    y, x = np.nonzero(hole)
    off = came[hole] - np.stack([y, x], 1)
    assert np.abs(off).sum(1).max() <= 16  # two of its periods: past the hole and half a patch
    assert (off[:, 1] % 8 == 0).all()
    guide = np.random.default_rng(0).integers(0, 255, (40, 160), np.uint8)
    picture[..., 3] = guide
    made, _ = greedily(picture, hole, guided=True)
    np.testing.assert_array_equal(made[..., 3], guide)


@pytest.mark.parametrize("shape", [(slice(0, 30), slice(0, 30)), (slice(20, 60), slice(50, 80))])
def test_a_hole_in_a_corner_is_filled_to_the_last_pixel(shape):
    picture = np.random.default_rng(1).integers(0, 255, (60, 80, 4), np.uint8)
    hole = np.zeros((60, 80), bool)
    hole[shape] = True
    photo = np.ascontiguousarray(picture[..., :3])
    made = fill(photo, hole)
    np.testing.assert_array_equal(made[~hole], photo[~hole])
    deep = cv2.erode(hole.view(np.uint8), np.ones((17, 17)), borderValue=1) > 0
    assert made[deep].std() > 0.5 * photo[hole].std()


def hidden():
    """The demo's shore and sky without what stands before them: (800, 1200, 3) uint8 sRGB."""
    shore, sky = (
        cv2.imread(str(TRUTH / f"{name}-picture.webp"))[..., ::-1] / 255
        for name in ("shore", "sky")
    )
    alpha = cv2.imread(str(TRUTH / "shore-alpha.png"), 0)[..., None] / 255
    light = alpha * linear_from_srgb(shore) + (1 - alpha) * linear_from_srgb(sky)
    return np.rint(srgb_from_linear(light) * 255).astype(np.uint8)


def test_behind_the_demos_posts_water_and_sand_go_on():
    """Shapes of 2 to 8 pixels deep in the hole, where water meets sand: as strong as they are."""
    store = PixelStore()
    project = demo_project(store)
    photo = store.get(project.photo.pixels)[..., :3]
    photo = cv2.resize(photo, SIZE, interpolation=cv2.INTER_AREA)
    masks = [alpha_of(layer.mask, store) for layer in project.layers if layer.mask]
    masks = [cv2.resize(mask, SIZE, interpolation=cv2.INTER_AREA) for mask in masks]
    hole = np.logical_or.reduce([grown(mask, 10) for mask in masks])
    deep = cv2.distanceTransform(hole.view(np.uint8), cv2.DIST_L2, 5) > 12
    deep[:500] = deep[650:] = False

    def shapes(picture):
        near, far = (cv2.GaussianBlur(picture.astype(np.float32), (0, 0), s) for s in (2, 8))
        return (near - far)[deep].std()

    # From a smooth beginning it came to 0.58 and 0.60.
    assert 0.75 < shapes(fill(photo, hole)) / shapes(hidden()) < 1.2
