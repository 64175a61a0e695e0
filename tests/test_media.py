import errno
import io
import struct
import zipfile

import av
import cv2
import imagecodecs
import msgspec
import numpy as np
import pytest
import tifffile
from PIL import Image, ImageOps

from conftest import build, picture
from woodcock.errors import Cancelled, WoodcockError
from woodcock.media import export_video, load_picture, load_project, save_png, save_project
from woodcock.media.picture import encode_png
from woodcock.model import Delivery, Growth
from woodcock.pixels.store import PixelStore
from woodcock.session import acts
from woodcock.session.deliver import deliver
from woodcock.session.studio import Studio
from woodcock.stage import apply_move


@pytest.mark.parametrize("orientation", range(1, 9))
def test_exif_orientation_is_that_of_pillow(tmp_path, orientation):
    path = tmp_path / "turned.png"
    exif = Image.Exif()
    exif[0x0112] = orientation
    Image.fromarray(picture(40, 30)).save(path, exif=exif)
    expected = np.asarray(ImageOps.exif_transpose(Image.open(path)))
    np.testing.assert_array_equal(load_picture(path), expected)


def test_eight_and_sixteen_bit_grey_and_alpha(tmp_path):
    colour = picture(50, 40, soft=4.0)
    deep = np.random.default_rng(0).integers(0, 65536, (40, 50, 4)).astype(np.uint16)
    formats = {"a.jpg": {"quality": 95, "subsampling": 0}, "a.webp": {"lossless": True}}
    for name, options in {**formats, "a.png": {}, "a.tif": {}}.items():
        Image.fromarray(colour).save(tmp_path / name, **options)
        got = load_picture(tmp_path / name)
        assert got.dtype == np.uint8
        # WebP and PNG and TIFF are exact; JPEG at 95 loses a few levels.
        assert np.abs(got.astype(int) - colour).mean() < (3 if name == "a.jpg" else 1e-9)
    Image.fromarray(colour[..., 0]).save(tmp_path / "grey.png")
    np.testing.assert_array_equal(load_picture(tmp_path / "grey.png")[..., 2], colour[..., 0])
    (tmp_path / "deep.png").write_bytes(encode_png(deep))
    np.testing.assert_array_equal(load_picture(tmp_path / "deep.png"), deep)
    for options in ({}, {"compression": "zlib"}, {"planarconfig": "separate"}):
        data = np.moveaxis(deep[..., :3], 2, 0) if options.get("planarconfig") else deep[..., :3]
        tifffile.imwrite(tmp_path / "deep.tif", data, photometric="rgb", **options)
        np.testing.assert_array_equal(load_picture(tmp_path / "deep.tif"), deep[..., :3])
    tifffile.imwrite(tmp_path / "grey16.tif", deep[..., 0])
    np.testing.assert_array_equal(load_picture(tmp_path / "grey16.tif")[..., 1], deep[..., 0])
    full = np.dstack([colour, np.full(colour.shape[:2], 255, np.uint8)])
    Image.fromarray(full).save(tmp_path / "idle.png")
    assert load_picture(tmp_path / "idle.png").shape[2] == 3
    full[:10, :, 3] = 0
    Image.fromarray(full).save(tmp_path / "used.png")
    np.testing.assert_array_equal(load_picture(tmp_path / "used.png"), full)


@pytest.mark.parametrize("deep", [False, True])
def test_embedded_profile_is_converted(tmp_path, deep):
    """Display P3 (Apple's primaries, D65, the sRGB curve), by the matrices of SMPTE RP 177."""

    def to_xyz(primaries, white=(0.3127, 0.3290)):
        columns = np.array([[x / y, 1, (1 - x - y) / y] for x, y in primaries]).T
        target = np.array([white[0] / white[1], 1, (1 - sum(white)) / white[1]])
        return columns * np.linalg.solve(columns, target)

    p3 = to_xyz([(0.680, 0.320), (0.265, 0.690), (0.150, 0.060)])
    srgb = to_xyz([(0.640, 0.330), (0.300, 0.600), (0.150, 0.060)])
    from woodcock.pixels.colour import linear_from_srgb, srgb_from_linear

    colour = np.array([160, 110, 90]) / 255
    expected = srgb_from_linear(np.linalg.inv(srgb) @ p3 @ linear_from_srgb(colour))
    profile = imagecodecs.cms_profile(
        "rgb", whitepoint=[0.3127, 0.3290, 1.0], gamma=None,
        primaries=[0.680, 0.320, 1.0, 0.265, 0.690, 1.0, 0.150, 0.060, 1.0],
        transferfunction=np.rint(linear_from_srgb(np.linspace(0, 1, 4096)) * 65535).astype("u2"),
    )  # fmt: skip
    path = tmp_path / "p3.tif"
    most = 65535 if deep else 255
    patch = np.broadcast_to(np.rint(colour * most), (20, 20, 3)).astype("u2" if deep else "u1")
    tifffile.imwrite(path, patch, photometric="rgb", iccprofile=profile)
    got = load_picture(path)
    assert got.dtype == patch.dtype
    np.testing.assert_allclose(got[5, 5] / most, expected, atol=1.6 / 255)
    assert np.abs(got[5, 5] / most - colour).max() > 3 / 255


def test_bad_pictures_get_a_sentence(tmp_path):
    def refused(name, match):
        with pytest.raises(WoodcockError, match=match) as raised:
            load_picture(tmp_path / name)
        assert str(raised.value).endswith(".")

    refused("none.jpg", "does not exist")
    (tmp_path / "text.jpg").write_text("hello")
    refused("text.jpg", "not a picture")
    refused("", "folder")
    Image.fromarray(picture(200, 100)).save(tmp_path / "cut.png")
    data = (tmp_path / "cut.png").read_bytes()
    (tmp_path / "cut.png").write_bytes(data[: len(data) // 2])
    refused("cut.png", "damaged")
    out = io.BytesIO()
    Image.fromarray(picture(200, 100)).save(out, "JPEG")
    (tmp_path / "cut.jpg").write_bytes(out.getvalue()[:2000])
    refused("cut.jpg", "damaged")
    Image.new("CMYK", (20, 20)).save(tmp_path / "print.jpg")
    refused("print.jpg", "CMYK")
    huge = struct.pack(">II5B", 20000, 15000, 8, 2, 0, 0, 0)
    chunk = b"IHDR" + huge
    import zlib

    idat = b"IDAT" + zlib.compress(b"\0" * 1000)
    parts = [struct.pack(">I", len(c) - 4) + c + struct.pack(">I", zlib.crc32(c))
             for c in (chunk, idat)]  # fmt: skip
    (tmp_path / "huge.png").write_bytes(b"\x89PNG\r\n\x1a\n" + b"".join(parts))
    refused("huge.png", "300 megapixels")


def test_project_comes_back_the_same(scene, tmp_path):
    project, studio = scene
    project = apply_move(project, "counter-move", 12)
    path = tmp_path / "a.woodcock"
    save_project(path, project, studio.store)
    store = PixelStore()
    assert load_project(path, store) == project
    np.testing.assert_array_equal(
        store.get(project.photo.pixels), studio.store.get(project.photo.pixels)
    )
    names = zipfile.ZipFile(path).namelist()
    assert names[0] == "project.json"
    assert all(name.endswith(".png") for name in names[1:])
    assert len(list(tmp_path.iterdir())) == 1


def test_layers_of_their_own_pictures_are_kept_and_rendered_where_they_lie(tmp_path):
    photo = picture(320, 180)
    project, studio = build(photo, [])
    exact = np.dstack([picture(320, 180, 3), np.zeros((180, 320), np.uint8)])
    exact[40:90, 60:130, 3] = 255
    small = picture(50, 40, 8)
    for name, pixels in (("exact", exact), ("small", small)):
        size = pixels.shape[1], pixels.shape[0]
        project, layer_id = acts.add_picture(project, studio.store.put(pixels), size, name)
    placed = msgspec.structs.replace(project.layer(layer_id).picture, x=225.0, y=120.0, scale=1.0)
    project = acts.place_picture(project, layer_id, placed)
    expected = photo.copy()
    expected[40:90, 60:130] = exact[40:90, 60:130, :3]
    expected[100:140, 200:250] = small
    np.testing.assert_array_equal(studio.frame(project, 0.0), expected)
    save_project(tmp_path / "a.woodcock", project, studio.store)
    store = PixelStore()
    back = load_project(tmp_path / "a.woodcock", store)
    assert back == project
    np.testing.assert_array_equal(Studio(store).frame(back, 0.0), expected)


def test_damaged_or_newer_projects_get_a_sentence(scene, tmp_path):
    project, studio = scene
    path = tmp_path / "a.woodcock"
    save_project(path, project, studio.store)
    good = path.read_bytes()

    def refused(match):
        with pytest.raises(WoodcockError, match=match):
            load_project(path, PixelStore())

    for length in (0, 10, len(good) // 2, len(good) - 30):
        path.write_bytes(good[:length])
        refused("damaged")
    flipped = bytearray(good)
    flipped[len(good) // 2] ^= 0xFF
    path.write_bytes(flipped)
    refused("damaged")
    for text, match in (
        ('{"format": "woodcock-project", "version": 99}', "newer Woodcock"),
        ('{"format": "other"}', "not a Woodcock project"),
        ('{"format": "woodcock-project", "version": 1, "project": {"layers": 3}}', "damaged"),
    ):
        with zipfile.ZipFile(path, "w") as file:
            file.writestr("project.json", text)
        refused(match)
    path.unlink()
    refused("does not exist")


def test_a_full_disk_leaves_the_old_file(scene, tmp_path, monkeypatch):
    project, studio = scene
    path = tmp_path / "a.woodcock"
    save_project(path, project, studio.store)
    before = path.read_bytes()

    def full(_):
        raise OSError(errno.ENOSPC, "No space left on device")

    monkeypatch.setattr("woodcock.media.atomic.os.fsync", full)
    for save in (
        lambda: save_project(path, acts.still(project), studio.store),
        lambda: save_png(path, picture(10, 10)),
        lambda: deliver(project, Delivery(), path, studio),
    ):
        with pytest.raises(WoodcockError, match=r"disk is full.*unchanged"):
            save()
    assert path.read_bytes() == before
    assert len(list(tmp_path.iterdir())) == 1
    with pytest.raises(WoodcockError, match="does not exist"):
        save_png(tmp_path / "no" / "x.png", picture(10, 10))


def test_exported_video_read_back(scene, tmp_path):
    project, studio = scene
    project = apply_move(project, "push-in", 10)
    path = tmp_path / "clip.mp4"
    seen = []
    deliver(project, Delivery(), path, studio, lambda fraction, text: seen.append(fraction) or True)
    assert seen == sorted(seen)
    assert seen[-1] == 1.0
    with av.open(str(path)) as container:
        stream = container.streams.video[0]
        frames = [frame.to_ndarray(format="rgb24") for frame in container.decode(stream)]
        context = stream.codec_context
        assert (stream.width, stream.height, stream.average_rate) == (320, 180, 12)
        assert context.name == "h264"
        assert context.profile == "High"
        assert context.pix_fmt == "yuv420p"
        # ITU-T H.273 code points: 1 is BT.709 for all three; range 1 is limited.
        tags = context.color_primaries, context.color_trc, context.colorspace, context.color_range
        assert [int(tag) for tag in tags] == [1, 1, 1, 1]
    assert len(frames) == project.frame.count
    photo = studio.store.get(project.photo.pixels).astype(float)
    # Brightness only: 4:2:0 halves the colour detail, of which this test picture has too much.
    error = np.mean(((frames[0] - photo) @ (0.2126, 0.7152, 0.0722)) ** 2)
    assert 10 * np.log10(255**2 / error) >= 38
    data = path.read_bytes()
    assert data.index(b"moov") < data.index(b"mdat")  # fast start
    assert b"avcC\x01\x64" in data  # AVCProfileIndication 100: High


def test_video_colours_are_truly_converted(tmp_path):
    """BT.709: Y' = 16 + 219 (0.2126 R + 0.7152 G + 0.0722 B), read from the decoded planes."""
    colours = [(255, 255, 255), (0, 0, 0), (200, 40, 30), (30, 180, 60), (20, 50, 220)]
    frame = np.repeat(np.array(colours, np.uint8), 32, axis=0)[None].repeat(64, axis=0)
    path = tmp_path / "bars.mp4"
    export_video(path, [frame] * 3, 3, (160, 64), 25)
    with av.open(str(path)) as container:
        luma = next(container.decode(video=0)).to_ndarray()[:64, :160]
    for index, (r, g, b) in enumerate(colours):
        expected = 16 + 219 * (0.2126 * r + 0.7152 * g + 0.0722 * b) / 255
        assert luma[32, index * 32 + 16] == pytest.approx(expected, abs=2)


def test_cancelled_export_leaves_nothing(scene, tmp_path):
    project, studio = scene
    with pytest.raises(Cancelled):
        deliver(
            project,
            Delivery(),
            tmp_path / "clip.mp4",
            studio,
            lambda fraction, text: fraction < 0.5,
        )
    assert list(tmp_path.iterdir()) == []


def test_demo_first_frame_survives_the_codec(tmp_path):
    from woodcock.demo import demo_project
    from woodcock.session.studio import Studio

    store = PixelStore()
    from msgspec.structs import replace

    demo = demo_project(store)
    bare = replace(demo.background, growth=Growth())  # at rest the layers make no difference
    project = acts.set_frame(replace(demo, layers=(bare,)), build(picture(), [])[0].frame)

    project = acts.set_frame(project, replace(project.frame, width=1920, height=1080, seconds=0.2))
    studio = Studio(store)
    deliver(project, Delivery(), tmp_path / "demo.mp4", studio)
    with av.open(str(tmp_path / "demo.mp4")) as container:
        first = next(container.decode(video=0)).to_ndarray(format="rgb24").astype(float)
    photo = store.get(project.photo.pixels)[125:1475]  # the 16:9 middle
    expected = cv2.resize(photo, (1920, 1080), interpolation=cv2.INTER_AREA)
    still = studio.frame(project, 0.0)
    psnr = 10 * np.log10(255**2 / np.mean((first - still) ** 2))
    assert psnr >= 38
    assert 10 * np.log10(255**2 / np.mean((expected - still.astype(float)) ** 2)) > 38
