"""Damaged files of every kind end in a sentence, and old files stay readable."""

import io
import json
import zipfile
from pathlib import Path

import numpy as np
import pytest
import tifffile
from hypothesis import HealthCheck, example, given, settings
from hypothesis import strategies as st
from PIL import Image

from conftest import build, picture
from woodcock.errors import WoodcockError
from woodcock.media import load_picture, load_project, save_project
from woodcock.media.layered import load_layered, save_layered
from woodcock.media.layered_parts import LayeredPart
from woodcock.media.picture import decode_png, encode_png
from woodcock.model import KINDS
from woodcock.pixels.store import PixelStore
from woodcock.stage import value_at

VERSION_1 = Path(__file__).parent / "data" / "version-1.json"
quick = settings(
    max_examples=40, deadline=None, suppress_health_check=[HealthCheck.function_scoped_fixture]
)


def encoded(kind):
    out = io.BytesIO()
    if kind == "deep.tif":
        deep = np.random.default_rng(0).integers(0, 65536, (20, 30, 3)).astype(np.uint16)
        tifffile.imwrite(out, deep, photometric="rgb", compression="zlib")
    else:
        form = {"jpg": "JPEG", "png": "PNG", "tif": "TIFF", "webp": "WEBP"}[kind]
        Image.fromarray(picture(30, 20)).save(out, form)
    return out.getvalue()


@pytest.mark.parametrize("kind", ["jpg", "png", "tif", "webp", "deep.tif"])
def test_damaged_pictures_are_read_or_refused_in_a_sentence(kind, tmp_path):
    good = encoded(kind)
    path = tmp_path / f"x.{kind}"

    @quick
    @given(st.integers(0, len(good) - 1), st.integers(1, 255), st.floats(0, 1))
    @example(30, 4, 1.0)  # a deflate stream that breaks off: an error of the codec's own
    def attempt(place, flip, keep):
        data = bytearray(good)
        data[place] ^= flip
        path.write_bytes(data[: max(1, round(len(data) * max(keep, 0.3)))])
        try:
            got = load_picture(path)
        except WoodcockError as refused:
            assert str(refused).endswith(".")
        else:
            assert got.ndim == 3
            assert got.shape[2] in (3, 4)

    attempt()


@pytest.mark.parametrize("kind", [".ora", ".tif", ".json"])
def test_damaged_layers_are_read_or_refused_in_a_sentence(kind, tmp_path):
    """Single bytes of a layered file, or of a folder's list, are wrong, or it is cut short."""
    rgba = np.random.default_rng(0).integers(0, 256, (12, 16, 4)).astype(np.uint8)
    parts = [LayeredPart(name, rgba, 2, 3, 0.5) for name in ("A", "B")]
    path = tmp_path / f"x{kind}" if kind != ".json" else tmp_path / "set"
    save_layered(path, (20, 20), parts, rgba[..., :3])
    path = path / "layers.json" if kind == ".json" else path
    good = path.read_bytes()

    @quick
    @given(st.integers(0, len(good) - 1), st.integers(1, 255), st.floats(0, 1))
    def attempt(place, flip, keep):
        data = bytearray(good)
        data[place] ^= flip
        path.write_bytes(data[: max(1, round(len(data) * max(keep * 1.5, 0.3)))])
        try:
            got = load_layered([path])
        except WoodcockError as refused:
            assert str(refused)[-1] in ".)"
        else:
            assert all(part.pixels.shape[2] == 4 for part in got.parts)

    attempt()


def test_damaged_projects_are_read_or_refused_in_a_sentence(tmp_path):
    project, studio = build(picture(40, 30), [np.full((30, 40), 200, np.uint8)])
    path = tmp_path / "p.woodcock"
    save_project(path, project, studio.store)
    good = path.read_bytes()

    @quick
    @given(st.integers(0, len(good) - 1), st.integers(1, 255))
    def attempt(place, flip):
        data = bytearray(good)
        data[place] ^= flip
        path.write_bytes(data)
        try:
            got = load_project(path, PixelStore())
        except WoodcockError as refused:
            assert str(refused).endswith(".")
        else:
            assert got.photo.width == 40

    attempt()


def test_a_project_of_version_1_stays_readable(tmp_path):
    """A file as the first release wrote it, kept in the repository; never write it anew."""
    path = tmp_path / "old.woodcock"
    masks = {"near": np.zeros((4, 6), np.uint8), "photo": np.full((4, 6, 3), 90, np.uint8)}
    store = PixelStore()
    text = VERSION_1.read_text()
    for name, pixels in masks.items():
        text = text.replace(f"<{name}>", store.put(pixels))
    with zipfile.ZipFile(path, "w") as file:
        file.writestr("project.json", text)
        for pixels in masks.values():
            file.writestr(f"pixels/{store.put(pixels)}.png", encode_png(pixels))
    project = load_project(path, PixelStore())
    near, background = project.near_to_far
    assert (near.name, near.distance, near.sized_at, near.hole_growth) == ("Post", 2.5, 4.0, 12.0)
    assert background.growth.left == 8
    assert project.frame.count == 72
    assert project.lens.focal_length == 50
    assert value_at(project.lens.z, 1.5) == pytest.approx(0.2)
    assert near.pose.scale.keys[1].easing.x1 == 0.42


@pytest.mark.parametrize("version", [1, 2, 3, 4, 5, 6, 7])
def test_projects_of_every_format_open_and_are_saved_in_the_present_one(version, tmp_path):
    store = PixelStore()
    project = load_project(VERSION_1.with_name(f"version-{version}.woodcock"), store)
    layers = {layer.kind: layer for layer in project.layers}
    assert set(layers) == set(KINDS) - (set() if version >= 5 else {"texture"})
    assert layers["cut"].mask.outline.mode == "within" and layers["cut"].own is None
    assert layers["picture"].own.scale == 1.5
    assert store.get(layers["picture"].own.mask).shape == (10, 20)
    assert (layers["title"].own.text, layers["title"].own.units) == ("Hello", "letters")
    assert (layers["card"].own.shape, layers["card"].blend) == ("ellipse", "hard-light")
    assert (layers["clip"].own.count, layers["clip"].own.afterwards) == (2, "ping-pong")
    if version >= 3:
        assert layers["cut"].blur.amount.base == 12 and project.frame.held == 2
        assert project.lens.defocus.follow.layer == layers["cut"].id
        assert project.lens.shutter.angle.keys[0].easing.kind == "hunting"
    if version >= 4:
        leaves, mist = project.airs
        assert leaves.behind == layers["cut"].id and leaves.gusts.keys[1].value == 0.6
        assert store.get(leaves.what.picture.pixels) is not None and mist.fog.height == 1.2
        light, flash = project.lights[0], project.flashes[0]
        assert light.flare.count == 9 and light.rays is not None and flash.bolt.seed == 1
        assert layers["cut"].shadow.sky and layers["background"].shimmer.area[1] == (30.0, 2.0)
        assert project.haze.colour == (1, 2, 3, 255) and project.bloom.on
    if version >= 5:
        grade, film = project.grade, project.film
        assert grade.exposure.keys[1].value == 0.5 and grade.curves.master[1] == (0.5, 0.55)
        assert store.get(grade.lut.file).tobytes().startswith(b"LUT_3D_SIZE 2")
        assert layers["cut"].grade.match.own[0] == -0.5 and film.grain.on and not film.weave.on
        assert layers["texture"].glass and layers["texture"].texture.rate == 12
        beep, wind = project.sounds
        assert beep.gain.keys[-1].value == -6 and (wind.source.kind, wind.loop) == ("wind", True)
        assert project.mix.gain == -2 and project.markers == (0.1, 0.25)
    if version >= 6:
        assert [shape.name for shape in project.shapes] == ["square", "portrait"]
        assert project.shapes[0].placement.zoom == 1.25
    if version >= 7:
        assert layers["cut"].role == "subject" and layers["picture"].own.edge.soften == 2
        beep = project.sounds[0]
        assert (beep.flash, beep.metres) == (project.flashes[0].id, 343.0)
    save_project(tmp_path / "again.woodcock", project, store)
    assert load_project(tmp_path / "again.woodcock", PixelStore()) == project
    with zipfile.ZipFile(tmp_path / "again.woodcock") as file:
        assert b'"version": 7' in file.read("project.json")


def test_a_layer_of_two_kinds_is_damaged(tmp_path):
    """In format 1 a layer had a field for each kind; two at once were refused then too."""
    path, old = tmp_path / "both.woodcock", VERSION_1.with_name("version-1.woodcock")
    with zipfile.ZipFile(old) as file, zipfile.ZipFile(path, "w") as out:
        for name in file.namelist():
            data = file.read(name)
            if name == "project.json":
                project = json.loads(data)
                layers = project["project"]["layers"]
                title = next(x["title"] for x in layers if x["title"])
                next(x for x in layers if x["mask"])["title"] = title
                data = json.dumps(project)
            out.writestr(name, data)
    with pytest.raises(WoodcockError, match="damaged"):
        load_project(path, PixelStore())


@pytest.mark.parametrize("deep", [False, True])
@pytest.mark.parametrize("channels", [0, 3, 4])
def test_png_bytes_hold_every_kind_of_pixels(deep, channels):
    shape = (9, 7) if channels == 0 else (9, 7, channels)
    values = np.random.default_rng(1).integers(0, 65536 if deep else 256, shape)
    values = values.astype(np.uint16 if deep else np.uint8)
    np.testing.assert_array_equal(decode_png(encode_png(values)), values)
    own = np.asarray(Image.open(io.BytesIO(encode_png(values))))  # another reader's view
    if not deep:
        np.testing.assert_array_equal(own, values)
    with pytest.raises(ValueError, match="PNG"):
        decode_png(b"not a picture")
