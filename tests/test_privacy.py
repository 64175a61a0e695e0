"""What a file that is given away tells: docs/privacy.md says what, and here it is looked at."""

import io
import json
import shutil
import subprocess
import zipfile

import av
import numpy as np
import pytest
from msgspec.structs import replace

from broken_files import whole
from conftest import build, picture
from woodcock.media import load_project, save_project
from woodcock.media.clips import load_clip, open_clip
from woodcock.media.containers import OPENING, SOUND, VIDEO, container_of
from woodcock.media.layered import save_layered
from woodcock.media.layered_parts import LayeredPart
from woodcock.media.remux import without_metadata
from woodcock.media.sound_file import decoded, load_sound
from woodcock.model import FORMATS, Frame, Project, Title
from woodcock.pixels.store import PixelStore
from woodcock.session import sounds, things
from woodcock.session.deliver import deliver
from woodcock.session.purposes import delivery_with

SECRET = "Elm-Street-7"
MADE = ("mp4", "mov", "webm", "avi", "gif", "wav", "flac", "mp3", "ogg", "m4a")


def frames(data, kind):
    """Every frame of pictures and of sound: when, and its values."""
    with av.open(io.BytesIO(data.tobytes()), format=kind, **OPENING) as box:
        return [(type(x), x.pts and x.pts * x.time_base, x.to_ndarray().tobytes())
                for x in box.decode()]  # fmt: skip


def telling(kind):
    """A file that says who made it, where."""
    source = np.frombuffer(whole(kind), np.uint8)
    name = container_of(source[:16].tobytes(), (*VIDEO, *SOUND))
    if kind == "gif":  # a comment, as GIF89a has them
        return source.tobytes()[:-1] + b"\x21\xfe\x0c" + SECRET.encode() + b"\0;"
    out = io.BytesIO()
    muxer = {"mov": "mov" if kind == "mov" else "mp4"}.get(name, name)
    with (
        av.open(io.BytesIO(source.tobytes()), format=name, **OPENING) as box,
        av.open(out, "w", format=muxer) as made,
    ):
        for key in ("title", "artist", "comment", "location", "date", "copyright"):
            made.metadata[key] = SECRET
        streams = {x: made.add_stream_from_template(x) for x in box.streams}
        for stream in streams.values():
            stream.metadata["title"] = SECRET
        for packet in box.demux():
            if packet.dts is not None:
                packet.stream = streams[packet.stream]
                made.mux(packet)
    return out.getvalue()


@pytest.mark.parametrize("kind", MADE)
def test_a_file_is_freed_of_what_it_says_and_of_nothing_else(kind):
    data = np.frombuffer(telling(kind), np.uint8)
    name = container_of(data[:16].tobytes(), (*VIDEO, *SOUND))
    assert SECRET.encode() in data.tobytes()
    clean = without_metadata(data, name)
    assert SECRET.encode() not in clean.tobytes()
    assert frames(clean, name) == frames(data, name)


@pytest.mark.parametrize("kind", ["mp4", "gif", "wav", "m4a"])
def test_what_is_put_into_a_project_says_nothing_unless_asked(kind, tmp_path):
    path, store = tmp_path / f"x.{kind}", PixelStore()
    path.write_bytes(telling(kind))
    if kind in ("mp4", "gif"):
        clip, _ = load_clip([path], store)
        name = clip.files[0]
        kept = load_clip([path], store, clean=False)[0].files[0]
        before = replace(clip, files=(kept,))
        same = [np.array_equal(open_clip(clip, store).frame(k), open_clip(before, store).frame(k))
                for k in range(clip.count)]  # fmt: skip
        assert all(same) and len(same) > 3
    else:
        name = load_sound(path, store).file
        kept = load_sound(path, store, clean=False).file
        np.testing.assert_array_equal(decoded(store.get(name)), decoded(store.get(kept)))
    assert SECRET.encode() not in store.get(name).tobytes()
    assert SECRET.encode() in store.get(kept).tobytes()


def test_a_photo_that_was_replaced_can_not_be_had_back_from_the_file(tmp_path):
    """By cutting off the file's end, or by looking for its bytes."""
    path = tmp_path / "p.woodcock"
    first, studio = build(picture(80, 60, 1), [np.full((60, 80), 200, np.uint8)])
    second, other = build(picture(80, 60, 2), [np.full((60, 80), 200, np.uint8)])
    stamp = save_project(path, first, studio.store)
    with zipfile.ZipFile(path) as file:
        photo = file.read(f"pixels/{first.photo.pixels}.png")
    assert photo in path.read_bytes()
    save_project(path, second, other.store, since=stamp)
    assert photo not in path.read_bytes()
    assert load_project(path, PixelStore()) == second


def test_a_save_without_history_keeps_nothing_of_earlier_ones(tmp_path):
    path = tmp_path / "p.woodcock"
    project, studio = build(picture(80, 60), [np.full((60, 80), 200, np.uint8)])
    stamp = save_project(path, project, studio.store)
    told = things.add_title(project, SECRET)[0]
    stamp = save_project(path, told, studio.store, since=stamp)
    without = replace(
        told, layers=tuple(x for x in told.layers if not isinstance(x.content, Title))
    )
    stamp = save_project(path, without, studio.store, since=stamp)
    with path.open("rb") as file:
        assert texts(file.read()) == 3  # a history, for the case that the last one is torn
    stamp = save_project(path, without, studio.store, since=stamp, history=False)
    assert texts(path.read_bytes()) == 1
    other = tmp_path / "other.woodcock"
    save_project(other, without, studio.store, since=stamp)
    assert texts(other.read_bytes()) == 1
    assert load_project(path, PixelStore()) == without != Project()


def texts(data):
    """How many texts of projects are in a file."""
    return data.count(b"project.json") // 2  # before each, and in each directory


@pytest.mark.skipif(not shutil.which("exiftool"), reason="exiftool is not installed")
@pytest.mark.parametrize("name", [*FORMATS, ".ora", ".tif", ".exr"])
def test_exports_say_nothing_but_what_they_are(name, tmp_path):
    """As another program reads them: no names, no times, no programs but this one."""
    project, studio = build(picture(64, 48), [np.full((48, 64), 200, np.uint8)])
    project = replace(
        project, frame=Frame(64, 48, 12, 0.25), photo=replace(project.photo, name=SECRET)
    )
    project = sounds.add_made(project, "wind")[0]
    path = tmp_path / f"x{name}"
    if name in FORMATS:
        path = tmp_path / f"x{next(iter(FORMATS[name].suffixes), '')}"
        deliver(project, delivery_with(project.frame, format=name), path, studio)
    else:
        rgba = np.full((48, 64, 4), 90, np.uint8)
        save_layered(path, (64, 48), [LayeredPart("Near", rgba), LayeredPart("Far", rgba)], rgba)
    files = [path] if path.is_file() else sorted(path.iterdir())
    run = subprocess.run(["exiftool", "-json", "-G1", "-a", "-u", *files], capture_output=True)
    for told in json.loads(run.stdout):
        said = {k: v for k, v in told.items() if not k.startswith(("System", "ExifTool", "Source"))}
        text = json.dumps(said)
        assert SECRET not in text and "Lavf5" not in text and "Lavf6" not in text
        dates = [v for k, v in said.items() if "Date" in k]
        assert set(dates) <= {
            "0000:00:00 00:00:00",
            "2000:01:01 00:00:00",
            "1980:01:01 00:00:00",
        }, dates
        assert {v for k, v in said.items() if k.endswith((":Software", ":Artist"))} <= {"Woodcock"}
        assert not [k for k in said if "GPS" in k or "Serial" in k or "Owner" in k]
