"""Layered pictures out and in: by an independent reader, and by plain zip and XML."""

import io
import json
import os
import struct
import time
import zipfile
import zlib
from xml.etree import ElementTree

import cv2
import numpy as np
import OpenEXR
import psutil
import pyora
import pytest
import tifffile
from msgspec.structs import replace
from PIL import Image

from conftest import blob, build, picture
from woodcock.errors import Cancelled, WoodcockError
from woodcock.media.layered import is_layered, load_layered, save_layered
from woodcock.media.layered_parts import LayeredPart, safe_names
from woodcock.media.picture import encode_png
from woodcock.model import Growth, Track
from woodcock.pixels.colour import linear_from_srgb, srgb_from_linear
from woodcock.session import acts, things
from woodcock.session.layers_out import EDGES, LayerWish, save_layers
from woodcock.stage import apply_move

W, H = 160, 90


def rgba(width, height, seed, bits=8):
    rng = np.random.default_rng(seed)
    most = 256 if bits == 8 else 65536
    made = rng.integers(0, most, (height, width, 4)).astype(np.uint8 if bits == 8 else np.uint16)
    made[0, 0, 3] = 0  # a hole, so that no layer takes another's place as the background
    return made


def parts(bits=8):
    """Three layers near to far that reach beyond the picture, hidden, blended, half there."""
    full = np.iinfo(np.uint8 if bits == 8 else np.uint16).max
    back = rgba(W, H, 3, bits)
    back[..., 3] = full
    return [
        LayeredPart("Reeds & “rope”", rgba(40, 90, 1, bits), 130, -5, 0.5, True, "multiply", 2.0),
        LayeredPart("Boat / mast", rgba(60, 30, 2, bits), 20, 40, 1.0, False, "normal", 8.0),
        LayeredPart("Sky", back, 0, 0, 1.0, True, "normal", 60.0),
    ]


def same(a, b):
    assert (a.name, a.x, a.y, a.visible, a.blend) == (b.name, b.x, b.y, b.visible, b.blend)
    assert a.opacity == pytest.approx(b.opacity)
    np.testing.assert_array_equal(a.pixels, b.pixels)


@pytest.mark.parametrize("bits", [8, 16])
def test_openraster_by_plain_zip_and_by_another_reader(tmp_path, bits):
    merged = picture(W, H)
    save_layered(tmp_path / "a.ora", (W, H), parts(bits), merged)
    with zipfile.ZipFile(tmp_path / "a.ora") as file:
        first = file.infolist()[0]
        assert (first.filename, first.compress_type) == ("mimetype", zipfile.ZIP_STORED)
        assert file.read("mimetype") == b"image/openraster"
        root = ElementTree.fromstring(file.read("stack.xml"))
        assert (root.tag, root.get("w"), root.get("h")) == ("image", "160", "90")
        rows = list(root.find("stack"))
        assert [row.get("name") for row in rows] == ["Reeds & “rope”", "Boat / mast", "Sky"]
        assert rows[0].get("composite-op") == "svg:multiply"
        assert rows[2].get("composite-op") == "svg:src-over"
        assert [row.get("visibility") for row in rows] == ["visible", "hidden", "visible"]
        assert (rows[0].get("x"), rows[0].get("y"), rows[0].get("opacity")) == ("130", "-5", "0.5")
        for row, part in zip(rows, parts(bits), strict=True):
            data = np.frombuffer(file.read(row.get("src")), np.uint8)
            own = cv2.cvtColor(cv2.imdecode(data, cv2.IMREAD_UNCHANGED), cv2.COLOR_BGRA2RGBA)
            np.testing.assert_array_equal(own, part.pixels)
        whole = Image.open(io.BytesIO(file.read("mergedimage.png")))
        np.testing.assert_array_equal(np.asarray(whole), merged)
        small = Image.open(io.BytesIO(file.read("Thumbnails/thumbnail.png")))
        assert max(small.size) <= 256
    other = pyora.Project.load(str(tmp_path / "a.ora"))
    assert other.dimensions == (W, H)
    for layer, part in zip(list(other.children), parts(bits), strict=True):
        assert (layer.name, layer.offsets) == (part.name, (part.x, part.y))
        assert (layer.hidden, layer.opacity) == (not part.visible, part.opacity)
        if bits == 8:
            raw = np.asarray(layer.get_image_data(raw=True))
            np.testing.assert_array_equal(raw, part.pixels)
    back = load_layered([tmp_path / "a.ora"])
    assert back.size == (W, H) and back.notes == ()
    for a, b in zip(back.parts, parts(bits), strict=True):
        same(a, b)
        assert a.distance == b.distance


def ora(path, stack, files, size=(W, H)):
    """An OpenRaster file by plain zip and XML."""
    with zipfile.ZipFile(path, "w") as file:
        file.writestr("mimetype", "image/openraster")
        xml = f'<?xml version="1.0"?><image w="{size[0]}" h="{size[1]}">{stack}</image>'
        file.writestr("stack.xml", xml)
        for name, data in files.items():
            file.writestr(name, data, zipfile.ZIP_DEFLATED)
    return path


def test_nested_stacks_come_in_as_one_row_in_order_and_place(tmp_path):
    """Offsets add, opacities multiply, what lies in a hidden stack is hidden; modes are kept."""
    stack = """<stack>
      <layer name="Title" src="data/0.png" x="5" y="6" composite-op="svg:plus"/>
      <stack name="Boat" x="10" y="-4" opacity="0.5">
        <layer name="Mast" src="data/1.png" x="2" y="3" opacity="0.5"/>
        <stack name="Hull" visibility="hidden" x="100" composite-op="svg:screen">
          <layer name="Planks" src="data/0.png" y="1"/>
        </stack>
        <text name="Note"/>
      </stack>
      <layer src="data/2.png" composite-op="svg:dst-in"/>
    </stack>"""
    pictures = [rgba(8, 6, k) for k in range(3)]
    files = {f"data/{k}.png": encode_png(p) for k, p in enumerate(pictures)}
    back = load_layered([ora(tmp_path / "n.ora", stack, files)])
    told = [(p.name, p.x, p.y, p.opacity, p.visible, p.blend) for p in back.parts]
    assert told == [
        ("Title", 5, 6, 1.0, True, "plus-lighter"), ("Mast", 12, -1, 0.25, True, "normal"),
        ("Planks", 110, -3, 0.5, False, "screen"), ("", 0, 0, 1.0, True, "normal"),
    ]  # fmt: skip
    np.testing.assert_array_equal(back.parts[2].pixels, pictures[0])
    assert len(back.notes) == 2 and "Note" in back.notes[0] and "dst-in" in back.notes[1]


def test_grey_and_palette_layers_come_in_colour(tmp_path):
    grey = Image.fromarray(picture(8, 6)[..., 0])
    paletted = Image.fromarray(picture(8, 6)).quantize(16)
    files = {}
    for name, image in (("a.png", grey), ("b.png", paletted)):
        data = io.BytesIO()
        image.save(data, "PNG")
        files[name] = data.getvalue()
    stack = '<stack><layer name="a" src="a.png"/><layer name="b" src="b.png"/></stack>'
    back = load_layered([ora(tmp_path / "g.ora", stack, files)])
    for part, image in zip(back.parts, (grey, paletted), strict=True):
        np.testing.assert_array_equal(part.pixels, np.asarray(image.convert("RGBA")))


def bomb(width, height):
    """A PNG of a few bytes that says it is large."""
    head = struct.pack(">IIBBBBB", width, height, 8, 6, 0, 0, 0)
    chunk = struct.pack(">I", 13) + b"IHDR" + head + struct.pack(">I", zlib.crc32(b"IHDR" + head))
    body = zlib.compress(bytes(1000))
    data = struct.pack(">I", len(body)) + b"IDAT" + body
    return b"\x89PNG\r\n\x1a\n" + chunk + data + struct.pack(">I", zlib.crc32(b"IDAT" + body))


_ENTITY = '<!DOCTYPE image [<!ENTITY a "aaaaaaaaaa"><!ENTITY b "&a;&a;&a;&a;">]>'
LAYER = '<layer name="a" src="a.png"/>'
HOSTILE = {
    "too many layers": (f"<stack>{LAYER * 101}</stack>", "101 layers"),
    "no layers": ("<stack/>", "no layers"),
    "layers without end": (f"<stack>{'<layer/>' * 90_000}</stack>", "90000 layers"),
    "deep stacks": ("<stack>" * 5000 + "</stack>" * 5000, "damaged"),
    "huge picture": ('<stack><layer src="bomb.png"/></stack>', "megapixels|30000 on a side"),
    "wide picture": ('<stack><layer src="wide.png"/></stack>', "on a side"),
    "cut short": ('<stack><layer src="short.png"/></stack>', "damaged"),
    "no such file": ('<stack><layer src="../../etc/passwd"/></stack>', "damaged"),
    "no number": ('<stack><layer src="a.png" x="nan"/></stack>', "damaged"),
    "far away": ('<stack><layer src="a.png" x="1e18"/></stack>', "damaged"),
    "not xml": ("<stack><layer", "damaged"),
    "no picture": ('<stack><layer src="stack.xml"/></stack>', "damaged"),
}


@pytest.mark.parametrize("kind", HOSTILE)
def test_hostile_files_get_a_sentence_soon(tmp_path, kind):
    stack, sentence = HOSTILE[kind]
    files = {"a.png": encode_png(rgba(4, 4, 0)), "bomb.png": bomb(29_000, 29_000),
             "wide.png": bomb(2_000_000_000, 1), "short.png": encode_png(rgba(64, 64, 0))[:-3000],
             }  # fmt: skip
    path = ora(tmp_path / "h.ora", stack, files)
    refused(path, sentence)


def test_hostile_pages_get_a_sentence_soon(tmp_path):
    """A ring of pages, pages without end, a page that is larger than all memory, half a page."""
    with tifffile.TiffWriter(tmp_path / "many.tif") as file:
        for _ in range(150):
            file.write(rgba(4, 4, 0), photometric="rgb", extrasamples=("unassalpha",))
    refused(tmp_path / "many.tif", "layers; Woodcock opens up to 100")
    data = bytearray((tmp_path / "many.tif").read_bytes())
    with tifffile.TiffFile(tmp_path / "many.tif") as file:
        first, wide = file.pages[0].offset, file.pages[0].tags[256].offset
        last = file.pages[1].offset + 2 + 12 * len(file.pages[1].tags)
    ring = data.copy()
    ring[last : last + 4] = struct.pack("<I", first)
    (tmp_path / "ring.tif").write_bytes(ring)
    refused_or_read(tmp_path / "ring.tif")
    huge = data.copy()
    huge[wide + 8 : wide + 12] = struct.pack("<I", 2_000_000_000)
    (tmp_path / "huge.tif").write_bytes(huge[:-2000])
    refused_or_read(tmp_path / "huge.tif")
    (tmp_path / "half.tif").write_bytes(data[:300])
    refused(tmp_path / "half.tif", "damaged")


def refused_or_read(path):
    """Whatever the library makes of it: soon, and with a sentence if it is nothing."""
    began = time.monotonic()
    try:
        assert load_layered([path]).parts
    except WoodcockError as error:
        assert path.name in str(error)
    assert time.monotonic() - began < 100


@pytest.mark.parametrize("kind", ["entities", "xml bomb", "no zip", "no stack", "empty", "folder"])
def test_hostile_containers_get_a_sentence_soon(tmp_path, kind):
    path = tmp_path / "h.ora"
    if kind == "no zip":
        path.write_bytes(b"PK\3\4" + os.urandom(400))
    elif kind == "empty":
        path.write_bytes(b"")
    elif kind == "folder":
        path.mkdir()
    else:
        with zipfile.ZipFile(path, "w") as file:
            if kind == "entities":
                file.writestr(
                    "stack.xml", f"{_ENTITY}<image w='1' h='1'><stack>&b;</stack></image>"
                )
            elif kind == "xml bomb":
                file.writestr("stack.xml", b" " * 40_000_000, zipfile.ZIP_DEFLATED)
    refused(path, "holds no pictures" if kind == "folder" else "damaged")


def refused(path, sentence):
    before, began = psutil.Process().memory_info().rss, time.monotonic()
    with pytest.raises(WoodcockError, match=sentence):
        load_layered([path])
    assert time.monotonic() - began < 100  # no aim: it only must not go on for ever
    assert psutil.Process().memory_info().rss - before < 500e6


def test_pages_of_a_tiff(tmp_path):
    """Names, places and alpha, written here and by others; colours alpha was multiplied into."""
    inside = [p._replace(x=max(p.x, 0), y=max(p.y, 0)) for p in parts()[1:]]
    save_layered(tmp_path / "a.tif", (W, H), inside, picture(W, H))
    with tifffile.TiffFile(tmp_path / "a.tif") as file:
        names = [page.tags[285].value for page in file.pages]
        assert names == ["Boat / mast", "Sky"]
        assert [int(x) for x in file.pages[0].extrasamples] == [2]  # TIFF 6.0: not associated
        np.testing.assert_array_equal(file.pages[0].asarray(), inside[0].pixels)
    assert is_layered(tmp_path / "a.tif")
    back = load_layered([tmp_path / "a.tif"])
    assert back.size == (W, H)
    for a, b in zip(back.parts, inside, strict=True):
        np.testing.assert_array_equal(a.pixels, b.pixels)
        assert (a.name, a.x, a.y) == (b.name, b.x, b.y)
    soft = rgba(W, H, 5)
    times = (soft[..., :3].astype(float) * soft[..., 3:] / 255).round().astype(np.uint8)
    full = np.dstack([picture(W, H), np.full((H, W), 255, np.uint8)])
    with tifffile.TiffWriter(tmp_path / "b.tif") as file:
        file.write(full, photometric="rgb", extrasamples=("unassalpha",))
        mixed = np.dstack([times, soft[..., 3]])
        file.write(mixed, photometric="rgb", extrasamples=("assocalpha",))
    back = load_layered([tmp_path / "b.tif"])
    assert [p.name for p in back.parts] == ["Page 2", "Page 1"]  # the one that fills all is behind
    sure = soft[..., 3] > 200
    away = np.abs(back.parts[0].pixels[sure].astype(int) - soft[sure])
    assert away.max() <= 1
    tifffile.imwrite(tmp_path / "one.tif", picture(20, 10), photometric="rgb")
    assert not is_layered(tmp_path / "one.tif")


def test_a_folder_with_its_list_and_without(tmp_path):
    save_layered(tmp_path / "set", (W, H), parts(), picture(W, H))
    files = sorted(x.name for x in (tmp_path / "set").iterdir())
    assert files == ["Boat mast.png", "Reeds & “rope”.png", "Sky.png", "layers.json", "merged.png"]
    listed = json.loads((tmp_path / "set" / "layers.json").read_text())
    assert listed["format"] == "woodcock-layers" and listed["width"] == W
    for found in ([tmp_path / "set"], [tmp_path / "set" / "layers.json"]):
        for a, b in zip(load_layered(found).parts, parts(), strict=True):
            same(a, b)
    some = [tmp_path / "set" / name for name in ("Sky.png", "Boat mast.png")]
    assert [p.name for p in load_layered(some).parts] == ["Boat / mast", "Sky"]
    with pytest.raises(WoodcockError, match="not empty"):
        save_layered(tmp_path / "set", (W, H), parts(), picture(W, H))
    for number in (1, 2, 10):  # by name, as a person counts
        Image.fromarray(rgba(20, 10, number)).save(tmp_path / f"layer {number}.png")
    back = load_layered([tmp_path / f"layer {n}.png" for n in (1, 2, 10)])
    assert [p.name for p in back.parts] == ["layer 1", "layer 2", "layer 10"]
    folder = tmp_path / "plain"
    folder.mkdir()
    for number in (1, 2, 10):
        (tmp_path / f"layer {number}.png").rename(folder / f"layer {number}.png")
    assert [p.name for p in load_layered([folder]).parts] == ["layer 1", "layer 2", "layer 10"]


@pytest.mark.parametrize(
    ("change", "sentence"),
    [
        ({"file": "../secret.png"}, "no list of layers"), ({"file": "link.png"}, "is a link"),
        ({"file": "none.png"}, "does not exist"), ({"x": 1e300}, "no list"),
        ({"opacity": "much"}, "no list"), ({"blend": "sparkle"}, "no list"),
        ({"x": float("nan")}, "no list"),
    ],
)  # fmt: skip
def test_a_list_that_leads_elsewhere_is_refused(tmp_path, change, sentence):
    Image.fromarray(rgba(8, 8, 0)).save(tmp_path / "a.png")
    Image.fromarray(rgba(8, 8, 0)).save(tmp_path.parent / "secret.png")
    (tmp_path / "link.png").symlink_to(tmp_path.parent / "secret.png")
    row = {"file": "a.png", "name": "a"} | change
    listed = {"format": "woodcock-layers", "version": 1, "width": 8, "height": 8, "layers": [row]}
    (tmp_path / "layers.json").write_text(json.dumps(listed))
    with pytest.raises(WoodcockError, match=sentence):
        load_layered([tmp_path])


def test_reading_tells_how_far_it_is_and_stops(tmp_path):
    save_layered(tmp_path / "a.ora", (W, H), parts(), picture(W, H))
    save_layered(tmp_path / "a.tif", (W, H), parts(), picture(W, H))
    save_layered(tmp_path / "a", (W, H), parts(), picture(W, H))
    for name in ("a.ora", "a.tif", "a"):
        told = []
        load_layered([tmp_path / name], lambda done, _, told=told: told.append(done) or True)
        assert told == [0, 1 / 3, 2 / 3]
        with pytest.raises(Cancelled):
            load_layered([tmp_path / name], lambda done, _: done < 0.5)


def test_names_that_files_can_have():
    names = ["a/b", "a\\b", "A B", "", "..", "con<>|?*", "x" * 300, "мачта", "a/b"]
    made = safe_names(names)
    assert made[:5] == ["a b", "a b 2", "A B 3", "layer", "layer 2"]
    assert len(made) == len({x.lower() for x in made}) == len(names)
    assert not any(set(x) & set('/\\<>|?*:"') for x in made)
    assert max(map(len, made)) <= 80 and made[7] == "мачта"


# The layers of a project


@pytest.fixture(scope="module")
def project():
    """A near layer, half opaque, one that was carried on, a title, a move: at the photo's size."""
    made, studio = build(picture(W, H), [blob(W, H, 60, 50, 25), blob(W, H, 120, 40, 20, 8.0)])
    near, middle, back = made.near_to_far
    made = made.with_layer(replace(near, name="Post/1"))
    made = made.with_layer(replace(middle, name="post/1", visible=False))
    made = made.with_layer(replace(back, growth=Growth(10, 0, 4, 6)))
    return apply_move(made, "push-in", 10), studio


def over(layers, size):
    """Porter and Duff's over of values as they are written, far to near, as OpenRaster has it."""
    out = np.zeros((size[1], size[0], 3))
    for part in layers[::-1]:
        if not part.visible:
            continue
        values = part.pixels / np.iinfo(part.pixels.dtype).max
        high, wide = values.shape[:2]
        here = out[part.y : part.y + high, part.x : part.x + wide]
        alpha = values[..., 3:] * part.opacity
        here[:] = alpha * values[..., :3] + (1 - alpha) * here
    return out


@pytest.mark.parametrize(("bits", "cropped"), [(8, True), (16, True), (16, False)])
def test_layers_out_give_the_photo_again(project, tmp_path, bits, cropped):
    """Laid over one another they are the photo; hidden ones come along; none is cut at a border."""
    made, studio = project
    shown = made.with_layer(replace(made.near_to_far[1], visible=True))
    save_layers(shown, tmp_path / "a.ora", studio, LayerWish(bits, cropped=cropped))
    back = load_layered([tmp_path / "a.ora"])
    assert back.size == (W + 14, H + 6)
    assert [p.name for p in back.parts] == ["Post/1", "post/1", "Background"]
    assert [round(p.distance, 3) for p in back.parts] == [
        round(x.distance, 3) for x in shown.near_to_far
    ]
    if not cropped:
        assert {p.pixels.shape[:2] for p in back.parts} == {(H + 6, W + 14)}
    seen = over(back.parts, back.size)[:H, 10 : 10 + W]
    photo = studio.store.get(made.photo.pixels) / 255
    assert np.abs(seen - photo).max() * 255 < (2.0 if bits == 8 else 0.1)
    near = back.parts[0]
    inside = near.pixels[near.pixels.shape[0] // 2, near.pixels.shape[1] // 2, :3]
    at = near.y + near.pixels.shape[0] // 2, near.x + near.pixels.shape[1] // 2 - 10
    own = studio.store.get(made.photo.pixels)[at]
    assert np.abs(inside / (1 if bits == 8 else 257) - own).max() <= (0 if bits == 8 else 0.1)
    with zipfile.ZipFile(tmp_path / "a.ora") as file:
        merged = np.asarray(Image.open(io.BytesIO(file.read("mergedimage.png"))).convert("RGB"))
    np.testing.assert_array_equal(merged[:H, 10 : 10 + W], studio.store.get(made.photo.pixels))


def test_layers_are_written_whatever_becomes_of_the_project_meanwhile(tmp_path):
    """Another project is opened, and its pictures are tidied away, while a layer is drawn."""
    made, studio = build(picture(W, H), [blob(W, H, 60, 50, 25)])

    def tidied(done, _):
        studio.store.keep_only([])
        return True

    wish = LayerWish(edges="photo")
    save_layers(made, tmp_path / "a.ora", studio, wish, tidied)
    assert len(load_layered([tmp_path / "a.ora"]).parts) == 2
    studio.store.keep_only([])
    assert made.photo.pixels not in studio.store  # and held no longer


def test_edges_exact_clean_or_the_photo_s(tmp_path):
    """A dark disc before a light that glows round it, as no fill knows; laid over green."""
    mask = blob(W, H, 80, 45, 25, 6.0)
    share = (mask / 255)[..., None]
    away = np.hypot(*(np.mgrid[:H, :W] - np.array([45, 80])[:, None, None]))
    glow = np.clip(0.35 + 0.5 * np.exp(-((away - 25) ** 2) / 40), 0, 1)[..., None] * np.ones(3)
    disc = np.full(3, 0.02)
    rng = np.random.default_rng(0)
    seen = share * disc + (1 - share) * glow + rng.normal(0, 0.004, (H, W, 1))
    photo = np.rint(255 * srgb_from_linear(np.clip(seen, 0, 1))).astype(np.uint8)
    made, studio = build(photo, [mask])
    green = np.array([0.1, 0.6, 0.1])
    true = share * disc + (1 - share) * green
    away, edges = {}, {}
    for kind in EDGES:
        save_layers(made, tmp_path / f"{kind}.exr", studio, LayerWish(edges=kind, cropped=False))
        with OpenEXR.File(str(tmp_path / f"{kind}.exr"), separate_channels=True) as file:
            part = next(p for p in file.parts if p.name() != "Background")
            rgba = np.stack([part.channels[c].pixels.astype(float) for c in "RGBA"], 2)
        edges[kind] = rgba
        over_green = rgba[..., :3] + (1 - rgba[..., 3:]) * green
        near = cv2.dilate(mask, np.ones((9, 9))) > 0
        away[kind] = np.abs(over_green - true)[near].mean()
    assert away["clean"] < 0.9 * away["exact"] < 0.5 * away["photo"]
    assert (edges["clean"][..., 3] <= edges["exact"][..., 3] + 1e-3).all()
    soft = (edges["photo"][..., 3] > 0.2) & (edges["photo"][..., 3] < 0.8)
    straight = edges["photo"][soft][:, :3] / edges["photo"][soft][:, 3:]
    own = linear_from_srgb(photo[soft] / 255)
    assert np.abs(straight - own).max() < 0.01
    inside = mask == 255
    np.testing.assert_array_equal(edges["clean"][inside], edges["exact"][inside])


def test_layers_as_parts_of_one_exr(project, tmp_path):
    made, studio = project
    near = made.near_to_far[0]
    half = made.with_layer(replace(near, pose=replace(near.pose, opacity=Track(0.5))))
    titled, _ = things.add_title(acts.still(half))
    save_layers(titled, tmp_path / "a.exr", studio)
    with OpenEXR.File(str(tmp_path / "a.exr"), separate_channels=True) as file:
        found = {part.name(): part for part in file.parts}
        assert len(found) == 4 and "Post 1" in found and "post 1 2" in found
        for part in file.parts:
            assert {"R", "G", "B", "A", "Z"} <= set(part.channels)
            metres = part.channels["Z"].pixels
            known = metres[np.isfinite(metres) & (metres > 0)]
            layer = next(
                (x for x in titled.layers if x.name.replace("/", " ") == part.name()), None
            )
            if layer is not None and known.size and not layer.glass:
                assert np.abs(known - layer.distance).max() < 0.01 * layer.distance
        low, high = found["Background"].header["dataWindow"]
        assert tuple(high - low + 1) == (W + 14, H + 6)
        alpha = found["Background"].channels["A"].pixels
    assert (alpha[:H, 10 : 10 + W] == 1).all()
