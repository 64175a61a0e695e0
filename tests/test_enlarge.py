"""Enlarging a photo, and all that was cut from it with it."""

import cv2
import numpy as np
import pytest
import skimage.data
from msgspec.structs import replace

from conftest import blob, build, picture
from onnx_file import doubling
from woodcock.errors import Cancelled, WoodcockError
from woodcock.model import EdgeSettings, Frame, Growth, Mask, Node, Outline, Tile
from woodcock.rebuild.enlarge import OnnxUpscaler, enlarge
from woodcock.session import acts, filling
from woodcock.session.enlarging import enlarged


def psnr(a, b):
    return 10 * np.log10(255**2 / np.mean((a.astype(float) - b) ** 2))


@pytest.mark.parametrize("factor", [1.5, 2, 3])
def test_enlarged_photos_are_closer_to_the_truth_than_lanczos(factor):
    """Pictures of the scikit-image wheel, averaged down and enlarged again."""
    gains = []
    for name in ("coffee", "chelsea", "brick"):
        whole = getattr(skimage.data, name)()
        whole = whole if whole.ndim == 3 else np.dstack([whole] * 3)
        height, width = (side // 6 * 6 for side in whole.shape[:2])
        whole = np.ascontiguousarray(whole[:height, :width, :3])
        size = round(width / factor), round(height / factor)
        small = cv2.resize(whole, size, interpolation=cv2.INTER_AREA)
        made = enlarge(small, (width, height))
        again = cv2.resize(made, size, interpolation=cv2.INTER_AREA)
        assert np.abs(again.astype(int) - small).mean() < 0.7
        lanczos = cv2.resize(small, (width, height), interpolation=cv2.INTER_LANCZOS4)
        gains.append(psnr(made, whole) - psnr(lanczos, whole))
    assert min(gains) > 0.1


def test_an_edge_stays_an_edge():
    edge = np.full((40, 60, 3), 40, np.uint8)
    edge[:, 30:] = 200
    made, lanczos = enlarge(edge, (120, 80)), cv2.resize(edge, (120, 80), None, 0, 0, 4)
    assert lanczos.max() > 210
    assert made.min() >= 30
    assert made.max() <= 210
    deep = enlarge(edge.astype(np.uint16) * 257, (120, 80))
    assert deep.dtype == np.uint16
    assert np.abs(deep / 257.0 - made).max() < 1
    with pytest.raises(Cancelled):
        enlarge(edge, (120, 80), lambda *_: False)


def test_everything_grows_with_the_photo():
    """The frame shows the same as before, with layers, edges, pictures and repairs in place."""
    photo = picture(320, 180, soft=4.0)
    project, studio = build(photo, [blob(320, 180, 110, 90, 45)], Frame(320, 180, 12, 1.0))
    store = studio.store
    near = project.near_to_far[0]
    outline = Outline((Node(10.0, 20.0, (1.0, 2.0), (3.0, 4.0)),), "add", near.mask.pixels)
    mask = Mask(near.mask.pixels, EdgeSettings(soften=4.0, shift=-40.0), outline)
    near = replace(near, content=mask, growth=Growth(10, 20, 30, 40))
    project = project.with_layer(near)
    square = np.zeros((256, 256, 4), np.uint8)
    square[4:34, 205:250] = 250, 30, 30, 255
    project = filling.set_repair(project, "background", (Tile(0, 0, store.put(square)),))
    removed = store.put(blob(320, 180, 40, 40, 8))
    sticker = store.put(picture(60, 30, soft=3.0))
    project, _ = acts.add_picture(project, sticker, (60, 30), "sticker")
    project = filling.set_removed(project, removed)
    before = studio.frame(project, 0.0)
    larger = enlarged(project, 2, store)
    assert (larger.photo.width, larger.photo.height) == (640, 360)
    grown = larger.layer(near.id)
    assert store.get(grown.mask.pixels).shape == (360, 640)
    assert grown.mask.edge.soften == 8.0
    assert grown.mask.edge.shift == -50.0  # the most there is
    assert grown.mask.outline.nodes[0] == Node(20.0, 40.0, (2.0, 4.0), (6.0, 8.0))
    assert grown.growth == Growth(20, 40, 60, 80)
    assert {(tile.column, tile.row) for tile in larger.background.repair} >= {(1, 0)}
    after = studio.frame(larger, 0.0)
    off = np.abs(before.astype(int) - after)
    assert off.mean() < 1.5
    red = np.argwhere((before == (250, 30, 30)).all(axis=2))
    assert len(red) > 500
    assert (np.abs(after[tuple(red.T)].astype(int) - (250, 30, 30)).max(axis=1) < 12).mean() > 0.85
    with pytest.raises(WoodcockError, match="megapixels"):
        enlarged(project, 60, store)
    assert enlarged(project, 1, store) is project


def test_a_model_stands_in(tmp_path):
    """A model that repeats pixels, given piece by piece, repeats those of the whole picture."""
    path, photo = tmp_path / "twice.onnx", picture(150, 300)
    path.write_bytes(doubling(160))
    upscaler = OnnxUpscaler(path)
    twice = upscaler(photo, (300, 600))
    np.testing.assert_array_equal(twice, np.kron(photo, np.ones((2, 2, 1), np.uint8)))
    assert upscaler(photo.astype(np.uint16) * 257, (225, 450)).dtype == np.uint16
    with pytest.raises(WoodcockError, match="not where the preferences say"):
        OnnxUpscaler(tmp_path / "gone.onnx")
    (tmp_path / "no.onnx").write_bytes(b"not a model")
    with pytest.raises(WoodcockError, match="could not be run"):
        OnnxUpscaler(tmp_path / "no.onnx")
