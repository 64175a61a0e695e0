"""Files made to do harm: a sentence in time, without much memory, and nothing written or opened."""

import io
import json
import os
import resource
import socket
import subprocess
import sys
import threading
import time
import zipfile
from fractions import Fraction
from pathlib import Path

import av
import cv2
import numpy as np
import pytest
import tifffile
from msgspec.structs import replace
from PIL import Image

from bombs import flat_png
from broken_files import KINDS, broken, outcome, whole
from conftest import build, picture
from onnx_file import weighing
from woodcock.errors import WoodcockError
from woodcock.finish.cube import read_cube
from woodcock.media import load_picture, load_project, save_project
from woodcock.media.clips import load_clip, open_clip
from woodcock.media.containers import SOUND, VIDEO, container_of
from woodcock.media.depth_file import read_depth
from woodcock.media.layered import is_layered, load_layered
from woodcock.media.layered_folder import photos_in
from woodcock.media.look_file import load_look
from woodcock.media.project_file import is_project_file
from woodcock.media.sound_file import load_sound
from woodcock.pixels.spill import Spill
from woodcock.pixels.store import PixelStore
from woodcock.separate.estimators import OnnxEstimator
from woodcock.session.jobs import Job

DATA = Path(__file__).parent / "data"


@pytest.mark.parametrize("kind", KINDS)
def test_wrong_bytes_are_read_or_refused_in_a_sentence(kind, tmp_path):
    """A short form of `benchmarks/torture.py files`."""
    path = tmp_path / f"x{KINDS[kind][1]}"
    path.write_bytes(whole(kind))
    assert outcome(kind, path)[0] == "read"
    for number in range(3):
        path.write_bytes(broken(kind, number))
        assert outcome(kind, path)[0] in ("read", "refused"), (kind, number)
    assert [x.name for x in tmp_path.iterdir()] == [path.name]


def project_with(path, change, extra=()):
    """A project file whose text is changed, with `extra` entries (name, bytes, how packed)."""
    project, studio = build(picture(40, 30), [np.full((30, 40), 200, np.uint8)])
    save_project(path, project, studio.store)
    with zipfile.ZipFile(path) as file:
        entries = {name: file.read(name) for name in file.namelist()}
    told = json.loads(entries.pop("project.json"))
    told = change(told) or told
    with zipfile.ZipFile(path, "w") as file:
        text = told if isinstance(told, bytes | str) else json.dumps(told)
        file.writestr("project.json", text, zipfile.ZIP_DEFLATED)
        for name, content in entries.items():
            file.writestr(name, content)
        for name, content, packed in extra:
            file.writestr(name, content, packed)


def photo_of(width, height):
    def change(told):
        told["project"]["photo"] |= {"pixels": "0" * 32, "width": width, "height": height}
        for layer in told["project"]["layers"]:
            if layer["content"]:
                layer["content"]["pixels"] = "1" * 32

    return change


DEEP = b'{"format":"woodcock-project","version":6,"project":' + b"[" * 100_000
MANY = {"base": 0, "keys": [{"time": n, "value": 0} for n in range(400_000)]}


def set_in(*path, value):
    def change(told):
        node = told["project"]
        for key in path[:-1]:
            node = node[key]
        node[path[-1]] = value

    return change


def chain(count):
    def change(told):
        names = [f"c{n}" for n in range(count)]
        told["project"]["carriers"] = [
            {"id": name, "name": name, "carrier": after}
            for name, after in zip(names, [*names[1:], None], strict=True)
        ]

    return change


PROJECTS = {
    "deep brackets": (lambda told: DEEP, ()),
    "400,000 keys": (set_in("lens", "x", value=MANY), ()),
    "5,000 carriers": (chain(5000), ()),
    "no number": (lambda told: json.dumps(told).replace("35.0", "NaN", 1), ()),
    "infinity": (lambda told: json.dumps(told).replace("35.0", "1e999", 1), ()),
    "zoom of nothing": (set_in("placement", "zoom", value=0), ()),
    "negative growth": (set_in("layers", 0, "growth", value={"left": -5}), ()),
    "a seed out of range": (set_in("fill_seed", value=2**63), ()),
    "a hang of three numbers": (set_in("lens", "hang", value=[1, 2, 3]), ()),
    "layers without end": (set_in("layers", value=[{}] * 100_000), ()),
    "a hundred megabytes of text": (lambda told: None, ()),
    "a bomb of a photo": (
        photo_of(14_000, 14_000), [(f"pixels/{'0' * 32}.png", flat_png(14_000, 14_000), 0),
                                   (f"pixels/{'1' * 32}.png", flat_png(14_000, 14_000, 0), 0)],
    ),
    "a small photo said, a large one there": (
        lambda told: None,
        [("pixels/" + "2" * 32 + ".png", b"", 0)],
    ),
}  # fmt: skip


@pytest.mark.parametrize("name", PROJECTS)
def test_projects_made_to_do_harm(name, tmp_path):
    """Each in a process of its own, whose memory and time are seen from here."""
    change, extra = PROJECTS[name]
    path = tmp_path / "bad.woodcock"
    if name == "a small photo said, a large one there":
        project, studio = build(picture(40, 30), [])
        save_project(path, project, studio.store)
        large = flat_png(9000, 9000)
        with zipfile.ZipFile(path) as file:
            text = file.read("project.json")
        with zipfile.ZipFile(path, "w") as file:
            file.writestr("project.json", text)
            file.writestr(f"pixels/{project.photo.pixels}.png", large)
    elif name == "a hundred megabytes of text":
        with (
            zipfile.ZipFile(path, "w", zipfile.ZIP_DEFLATED) as file,
            file.open("project.json", "w") as text,
        ):
            for _ in range(100):
                text.write(b" " * 1_000_000)
    else:
        project_with(path, change, extra)
    took, megabytes, told = read_apart(path)
    assert told.startswith("WoodcockError"), told
    assert took < 4  # two seconds where nothing else runs
    assert megabytes < 500


def read_apart(path):
    """(seconds, megabytes, what was raised) of loading a project in a fresh process."""
    code = """
import resource, sys, time
from pathlib import Path
from woodcock.media import load_project
from woodcock.pixels.store import PixelStore
import logging
logging.disable(logging.CRITICAL)
before, began = resource.getrusage(resource.RUSAGE_SELF).ru_maxrss, time.process_time()
try:
    load_project(Path(sys.argv[1]), PixelStore())
    told = "read"
except Exception as error:
    told = f"{type(error).__name__}: {error}"
took = time.process_time() - began
print(took, (resource.getrusage(resource.RUSAGE_SELF).ru_maxrss - before) / 1024, told)
"""
    command = [sys.executable, "-c", code, str(path)]
    run = subprocess.run(command, capture_output=True, text=True, timeout=60, check=True)
    took, megabytes, told = run.stdout.split(maxsplit=2)
    return float(took), float(megabytes), told


def test_a_mask_is_no_picture_and_pixels_are_what_they_are_said_to_be(tmp_path):
    path = tmp_path / "p.woodcock"

    def swapped(told):
        photo = told["project"]["photo"]
        layer = next(x for x in told["project"]["layers"] if x["content"])
        photo["pixels"], layer["content"]["pixels"] = layer["content"]["pixels"], photo["pixels"]

    project_with(path, swapped)
    with pytest.raises(WoodcockError, match="damaged"):
        load_project(path, PixelStore())


def test_what_is_small_and_says_it_is_large_takes_no_gigabyte(tmp_path):
    """Those of `bombs.BOMBS` that are quickly made; `benchmarks/torture.py bombs` has them all."""
    names = [
        "521 bytes of layers", "a page far away",
        "a page rather far away", "a wide TIFF", "a TIFF of many channels", "a TIFF of 2 GB",
        "a depth TIFF of 2 GB", "a see-through PNG", "a JPEG as large as may be",
        "a depth map of 16 Mpx", "an EXR of 32 Mpx",
    ]  # fmt: skip
    run = subprocess.run(
        [sys.executable, "peaks.py", str(tmp_path), *names], capture_output=True, text=True,
        timeout=300, cwd=Path(__file__).parent,
    )  # fmt: skip
    *lines, peaks = run.stdout.splitlines()
    assert len(lines) == len(names), run.stderr[-2000:]
    assert all(line.split()[2] in ("read", "refused") for line in lines), run.stdout
    assert all(float(line.split()[0]) < 15 for line in lines), run.stdout
    here, apart = (float(x) for x in peaks.split())
    assert here < 1000 and apart < 1000, run.stdout


def test_a_picture_is_refused_by_what_it_says_of_itself(tmp_path):
    for name, content in {
        "flat.png": flat_png(13_000, 13_000), "grey.png": flat_png(14_000, 14_000, 0),
        "huge.png": flat_png(20_000, 11, 2)[:40], "scans.jpg": progressive(300),
    }.items():  # fmt: skip
        path = tmp_path / name
        path.write_bytes(content)
        began = time.process_time()
        with pytest.raises(WoodcockError):
            load_picture(path)
        assert time.process_time() - began < 2


def progressive(scans):
    """A JPEG with as many scans as if each had to be decoded anew."""
    out = io.BytesIO()
    Image.fromarray(picture(640, 480)).save(out, "JPEG", progressive=True)
    data = out.getvalue()
    at = data.rindex(b"\xff\xda")
    return data[:at] + data[at:-2] * scans + data[-2:]


@pytest.mark.parametrize("text", [
    "ffconcat version 1.0\nfile '{other}'\n", "#EXTM3U\n#EXTINF:9,\nhttp://127.0.0.1:{port}/a.ts\n",
    "v=0\no=- 0 0 IN IP4 127.0.0.1\nc=IN IP4 127.0.0.1\nm=video {port} RTP/AVP 96\n",
    "<?xml version='1.0'?><MPD><BaseURL>http://127.0.0.1:{port}/</BaseURL></MPD>",
])  # fmt: skip
@pytest.mark.parametrize("suffix", [".mp4", ".mkv", ".gif"])
def test_a_video_opens_no_other_file_and_no_connection(text, suffix, tmp_path):
    other = tmp_path / "other.mp4"
    other.write_bytes(whole("mp4"))
    with socket.socket() as listening:
        listening.bind(("127.0.0.1", 0))
        listening.listen()
        listening.settimeout(0.1)
        path = tmp_path / f"list{suffix}"
        path.write_text(text.format(other=other.name, port=listening.getsockname()[1]))
        began = time.monotonic()
        with pytest.raises(WoodcockError, match="no video"):
            load_clip([path], PixelStore())
        with pytest.raises(WoodcockError, match="no sound"):
            load_sound(path, PixelStore())
        assert time.monotonic() - began < 60
        with pytest.raises(TimeoutError):
            listening.accept()


def test_containers_are_told_by_how_they_begin():
    expected = {
        "mp4": "mov", "mov": "mov", "webm": "matroska", "avi": "avi", "gif": "gif", "wav": "wav",
        "flac": "flac", "mp3": "mp3", "ogg": "ogg", "m4a": "mov",
    }  # fmt: skip
    for kind, container in expected.items():
        assert container_of(whole(kind)[:16], (*VIDEO, *SOUND)) == container
    assert container_of(b"\xff\xfb\x90\x64", SOUND) == "mp3"  # ISO/IEC 11172-3, layer III
    assert container_of(b"\xff\xf1\x50\x80", SOUND) == "aac"  # ISO/IEC 13818-7, ADTS
    assert container_of(whole("wav")[:16], VIDEO) is None
    for text in (b"", b"\xff", b"ffconcat", b"#EXTM3U", b"FORM"):
        assert container_of(text, (*VIDEO, *SOUND)) is None


@pytest.mark.parametrize("kind", ["webm", "gif", "mp4", "avi", "mov"])
def test_a_video_cut_short_is_not_taken_for_a_shorter_one(kind, tmp_path):
    path = tmp_path / f"x{KINDS[kind][1]}"
    with av.open(str(path), "w") as box:
        codec, pixels = {"webm": ("libvpx-vp9", "yuv420p"), "gif": ("gif", "rgb8"),
                         "mp4": ("libx264", "yuv420p"), "avi": ("mjpeg", "yuvj420p"),
                         "mov": ("png", "rgb24")}[kind]  # fmt: skip
        stream = box.add_stream(codec, rate=Fraction(12))
        stream.width, stream.height, stream.pix_fmt = 64, 48, pixels
        for number in range(24):
            frame = av.VideoFrame.from_ndarray(picture(64, 48, number), format="rgb24")
            box.mux(stream.encode(frame))
        box.mux(stream.encode())
    assert load_clip([path], PixelStore())[0].count == 24
    content = path.read_bytes()
    path.write_bytes(content[: len(content) * 6 // 10])
    with pytest.raises(WoodcockError, match=r"cut short|damaged"):
        load_clip([path], PixelStore())


def test_honest_files_that_were_refused_are_read(tmp_path):
    """Text in another encoding in a video; a 16-bit TIFF whose colours are multiplied by alpha."""
    path = tmp_path / "x.mkv"
    with av.open(str(path), "w") as box:
        box.metadata["title"] = "TITLE-HERE"
        stream = box.add_stream("libx264", rate=Fraction(12))
        stream.width, stream.height, stream.pix_fmt = 64, 48, "yuv420p"
        for each in (*(av.VideoFrame.from_ndarray(picture(64, 48), "rgb24"),) * 5, None):
            box.mux(stream.encode(each))
    path.write_bytes(path.read_bytes().replace(b"TITLE-HERE", b"\xe9t\xe9 2024 \xff"))
    assert load_clip([path], PixelStore())[0].count == 5
    straight = np.random.default_rng(0).integers(0, 65536, (20, 30, 4)).astype(np.uint16)
    straight[..., 3] = np.maximum(straight[..., 3], 2000)
    alpha = straight[..., 3:] / 65535
    deep = np.concatenate(
        [np.rint(straight[..., :3] * alpha).astype(np.uint16), straight[..., 3:]], axis=2
    )
    tifffile.imwrite(tmp_path / "x.tif", deep, photometric="rgb", extrasamples=("assocalpha",))
    got = load_picture(tmp_path / "x.tif")
    off = np.abs(got[..., :3].astype(int) - straight[..., :3]) * alpha
    assert off.max() <= 1  # what multiplying rounded away
    np.testing.assert_array_equal(got[..., 3], straight[..., 3])


def test_a_large_file_is_looked_at_before_it_is_read(tmp_path):
    path = tmp_path / "x.mp4"
    with path.open("wb") as file:
        file.write(whole("mp4"))
        file.truncate(5_000_000_000)  # nothing of it is on the disk
    for load in (lambda: load_clip([path], PixelStore()), lambda: load_sound(path, PixelStore())):
        began = time.monotonic()
        with pytest.raises(WoodcockError, match="larger than"):
            load()
        assert time.monotonic() - began < 30
    os.mkfifo(tmp_path / "pipe.png")
    done = threading.Event()

    def look():
        with pytest.raises(WoodcockError, match="device"):
            load_picture(tmp_path / "pipe.png")
        done.set()

    threading.Thread(target=look, daemon=True).start()
    assert done.wait(120)  # and waits for nobody to write into it


def test_layers_lead_to_no_file_elsewhere(tmp_path):
    secret = tmp_path / "secret.png"
    secret.write_bytes(whole("png"))
    folder = tmp_path / "set"
    folder.mkdir()
    (folder / "link.png").symlink_to(secret)
    for name in ("../secret.png", str(secret), "link.png"):
        listed = {"format": "woodcock-layers", "version": 1, "width": 40, "height": 30,
                  "layers": [{"file": name}]}  # fmt: skip
        (folder / "layers.json").write_text(json.dumps(listed))
        with pytest.raises(WoodcockError):
            load_layered([folder])
    (folder / "layers.json").unlink()
    with pytest.raises(WoodcockError, match="no pictures"):  # nor without a list
        load_layered([folder])
    assert photos_in(folder) == []


@pytest.mark.parametrize("name", ["x.woodcock", "x.ora", "x.look.json", "layers.json", "x.png",
                                  "x.tif", "x.exr", "x.mp4", "x.wav", "x.onnx"])  # fmt: skip
@pytest.mark.parametrize("what", ["pipe", "zero"])
def test_pipes_and_devices_are_refused_at_once(name, what, tmp_path):
    path = tmp_path / name
    os.mkfifo(path) if what == "pipe" else path.symlink_to("/dev/zero")
    store, done = PixelStore(), []

    def look():
        for load in (
            lambda: load_project(path, store), lambda: load_layered([path]),
            lambda: load_look(path, store), lambda: load_picture(path),
            lambda: read_depth(path), lambda: load_clip([path], store),
            lambda: load_sound(path, store),
            lambda: OnnxEstimator(path)(picture(40, 30)),
        ):  # fmt: skip
            with pytest.raises(WoodcockError):
                load()
        assert not is_project_file(path) or path.suffix == ".woodcock"
        is_layered(path)
        done.append(True)

    thread = threading.Thread(target=look, daemon=True)
    before = resource.getrusage(resource.RUSAGE_SELF).ru_maxrss
    thread.start()
    thread.join(20)
    assert done and resource.getrusage(resource.RUSAGE_SELF).ru_maxrss - before < 100_000


def test_a_model_that_crashes_is_a_sentence_and_the_next_one_runs(tmp_path):
    path, photo = tmp_path / "m.onnx", picture(40, 30)
    good = weighing(np.array([0.2, 0.7, 0.1]))
    path.write_bytes(good)
    OnnxEstimator(path)(photo)
    for content in (
        good[: len(good) // 2],
        b"\x08\x08" + b"\x3a" * 4000,
        good.replace(b"Conv", b"Gone"),
    ):
        path.write_bytes(content)
        with pytest.raises(WoodcockError, match="could not be run"):
            OnnxEstimator(path)(photo)


def test_a_clip_goes_on_where_its_process_was_killed(tmp_path):
    path = tmp_path / "x.mov"
    path.write_bytes(whole("mov"))
    clip, _ = load_clip([path], store := PixelStore())
    frames = open_clip(clip, store)
    first = frames.frame(0).copy()
    video = frames._source
    video._helper._process.kill()
    np.testing.assert_array_equal(frames.frame(7).shape, first.shape)
    np.testing.assert_array_equal(video.frame(0), first)
    assert video._helper.starts >= 2


def test_pictures_not_in_use_lie_in_files_and_come_back(tmp_path, monkeypatch):
    monkeypatch.setattr("woodcock.pixels.store._AT_HAND", 3_000_000)
    spill = Spill(tmp_path, 20_000_000)
    store = PixelStore(spill=spill)
    pictures = [np.random.default_rng(n).integers(0, 256, (700, 800, 3)).astype(np.uint8)
                for n in range(8)]  # fmt: skip
    names = [store.put(x.copy()) for x in pictures]
    assert len(list(tmp_path.iterdir())) == 7 == len(spill._sizes)
    assert store.bytes == sum(x.nbytes for x in pictures)
    for name, kept in zip(names, pictures, strict=True):
        got = store.get(name)
        np.testing.assert_array_equal(got, kept)
        assert not got.flags.writeable and store.size_of(name) == kept.nbytes
        assert store.put(kept.copy()) == name
    using = store.get(names[0])
    store.drop(names[:4])
    assert len(list(tmp_path.iterdir())) == 3 and names[0] not in store
    np.testing.assert_array_equal(using, pictures[0])  # who uses it has it
    many = [store.put(np.full((700, 800, 3), n, np.uint8)) for n in range(20)]
    assert spill.bytes <= 20_000_000  # what has no room there stays in memory
    assert all((store.get(name) == n).all() for n, name in enumerate(many))


def test_a_job_ends_before_the_machine_has_no_memory_left(monkeypatch):
    monkeypatch.setattr("woodcock.session.jobs.memory_left", lambda: 100_000_000)
    with pytest.raises(MemoryError):
        Job("x").progress(0.5, "at it")
    monkeypatch.setattr("woodcock.session.jobs.memory_left", lambda: 2_000_000_000)
    assert Job("x").progress(0.5, "at it")


def test_a_16_bit_png_of_a_stranger_kind_is_read(tmp_path):
    grey = np.random.default_rng(0).integers(0, 65536, (12, 9)).astype(np.uint16)
    (tmp_path / "g.png").write_bytes(cv2.imencode(".png", grey)[1].tobytes())
    np.testing.assert_array_equal(load_picture(tmp_path / "g.png")[..., 1], grey)


def test_tables_and_looks_made_to_do_harm(tmp_path):
    row = b"0.1 0.2 0.3\n"
    texts = {
        "long.cube": b"LUT_3D_SIZE 200\n" + row * 5_000_000,
        "wide.cube": b"LUT_3D_SIZE 2\n" + b"0.1 " * 10_000_000,
        "other.cube": b"LUT_3D_SIZE 65\n" + row * 65**3 + b"0.1 0.2 x\n",
        "deep.look.json": b'{"format":"woodcock-look","version":1,"look":' + b'{"name":' * 200_000,
        "many.look.json": b'{"format":"woodcock-look","version":1,"look":{"name":"x","air":['
        + b"{}," * 1_000_000,
    }
    for name, content in texts.items():
        path = tmp_path / name
        path.write_bytes(content)
        began, before = time.process_time(), resource.getrusage(resource.RUSAGE_SELF).ru_maxrss
        if name.endswith(".cube"):
            with pytest.raises(WoodcockError, match="lookup table"):
                read_cube(content, name)
        else:
            with pytest.raises(WoodcockError, match="damaged"):
                load_look(path, PixelStore())
        assert time.process_time() - began < 5  # the second is two on a quiet machine
        assert resource.getrusage(resource.RUSAGE_SELF).ru_maxrss - before < 500_000
    whole_table = b"LUT_3D_SIZE 65\n" + row * 65**3
    assert read_cube(whole_table, "x") is not None


@pytest.mark.parametrize("stack", [
    "<?xml version='1.0' encoding='UTF-9'?><image w='4' h='4'><stack/></image>",
    "<image w='4' h='4'><stack><layer src='a.png' x='inf'/></stack></image>",
    "<image w='4' h='4'><stack><layer src='a.png' opacity='nan'/></stack></image>",
    "<image w='4' h='4'><stack><layer src='a.png' y='nan'/></stack></image>",
    "<image w='1e9' h='4'><stack><layer src='a.png'/></stack></image>",
])  # fmt: skip
def test_stacks_that_make_no_sense_are_told_of_in_a_sentence(stack, tmp_path):
    path = tmp_path / "x.ora"
    with zipfile.ZipFile(path, "w") as file:
        file.writestr("stack.xml", stack)
        file.writestr("a.png", flat_png(4, 4, 6))
    with pytest.raises(WoodcockError, match="damaged"):
        load_layered([path])


def test_an_archive_of_layers_with_absurdly_many_entries_is_refused(tmp_path):
    path = tmp_path / "x.ora"
    with zipfile.ZipFile(path, "w") as file:
        for number in range(34_000):
            file.writestr(f"{number:0200d}", b"")
    began = time.process_time()
    with pytest.raises(WoodcockError, match="damaged"):
        load_layered([path])
    assert time.process_time() - began < 1


def test_nothing_that_others_made_is_decoded_in_this_process(tmp_path):
    """Reading every kind of file loads no decoder here, and asks none of OpenCV's."""
    code = """
import sys
import cv2
import broken_files
from pathlib import Path
def asked(*given):
    raise SystemExit("decoded here")
cv2.imdecode = cv2.imread = cv2.imdecodemulti = cv2.dnn.readNetFromONNX = asked
for kind in ("jpg", "png", "deep png", "tif", "webp", "ora", "layered tif", "depth tif", "exr",
             "mp4", "gif", "wav", "mp3", "model", "project"):
    path = Path(sys.argv[1]) / f"x{broken_files.KINDS[kind][1]}"
    path.write_bytes((Path(sys.argv[1]) / kind).read_bytes())
    assert broken_files.outcome(kind, path) == ("read", ""), kind
decoders = {"PIL.JpegImagePlugin", "PIL.PngImagePlugin", "PIL.TiffImagePlugin",
            "PIL.WebPImagePlugin", "tifffile", "imagecodecs", "av", "OpenEXR"}  # PIL draws titles
print(sorted(decoders & set(sys.modules)))
"""
    for kind in KINDS:
        (tmp_path / kind).write_bytes(whole(kind))
    run = subprocess.run(
        [sys.executable, "-c", code, str(tmp_path)], capture_output=True, text=True, timeout=200,
        cwd=Path(__file__).parent,
    )  # fmt: skip
    assert run.stdout.strip() == "[]", run.stdout + run.stderr[-1500:]


def test_a_clip_that_can_t_be_decoded_is_told_not_shown_as_nothing(tmp_path):
    path = tmp_path / "x.mov"
    path.write_bytes(whole("mov"))
    clip, _ = load_clip([path], store := PixelStore())
    rubbish = store.put(np.frombuffer(whole("mov")[:400], np.uint8))
    for _ in range(2):
        with pytest.raises(WoodcockError, match="Frame 1 of a clip can't be shown"):
            open_clip(replace(clip, files=(rubbish,)), store).frame(0)
