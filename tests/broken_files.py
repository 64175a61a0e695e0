"""Files of every kind that is read, whole and with wrong bytes; reading them, watched from outside.

Run as a script it reads `kind` from number `first` to `last` and writes a line for each to `log`.
"""

from __future__ import annotations

import io
import os
import random
import sys
import time
import zipfile
from fractions import Fraction
from functools import cache, partial
from pathlib import Path

os.environ.setdefault("QT_QPA_PLATFORM", "offscreen")
sys.path.insert(0, str(Path(__file__).parent))

import numpy as np
from PIL import Image

DATA = Path(__file__).parent / "data"


def _picture(width=40, height=30):
    y, x = np.mgrid[0:height, 0:width]
    noise = np.random.default_rng(0).integers(0, 40, (height, width, 3))
    return (np.stack([x * 5, y * 6, x + y], 2) + noise).clip(0, 255).astype(np.uint8)


def _by_pillow(kind, **named):
    out = io.BytesIO()
    Image.fromarray(_picture()).save(out, kind, **named)
    return out.getvalue()


def _deep(kind):
    import cv2
    import tifffile

    deep = _picture().astype(np.uint16) * 257
    if kind == "png":
        return cv2.imencode(".png", deep)[1].tobytes()
    out = io.BytesIO()
    if kind == "float":
        tifffile.imwrite(out, deep[..., 0].astype(np.float32) / 100, description="depth in metres")
    else:
        tifffile.imwrite(out, deep, photometric="rgb", compression="zlib", predictor=True)
    return out.getvalue()


def _written(suffix, write):
    import tempfile

    with tempfile.TemporaryDirectory() as folder:
        path = Path(folder) / f"x{suffix}"
        write(path)
        return path.read_bytes()


def _video(suffix, codec, pixels):
    import av

    def write(path):
        with av.open(str(path), "w") as box:
            stream = box.add_stream(codec, rate=Fraction(12))
            stream.width, stream.height, stream.pix_fmt = 40, 30, pixels
            for _ in range(8):
                frame = av.VideoFrame.from_ndarray(_picture(), format="rgb24")
                box.mux(stream.encode(frame))
            box.mux(stream.encode())

    return _written(suffix, write)


def _sound(suffix, codec):
    import av

    def write(path):
        with av.open(str(path), "w") as box:
            stream = box.add_stream(codec, rate=48000, layout="stereo")
            wave = np.sin(np.arange(9600) / 20).astype(np.float32)
            frame = av.AudioFrame.from_ndarray(np.stack([wave, wave]), "fltp", "stereo")
            frame.sample_rate = 48000
            for each in (frame, None):
                box.mux(stream.encode(each))

    return _written(suffix, write)


def _layered(suffix):
    from woodcock.media.layered import save_layered
    from woodcock.media.layered_parts import LayeredPart

    rgba = np.random.default_rng(0).integers(0, 256, (12, 16, 4)).astype(np.uint8)
    parts = [LayeredPart(name, rgba, 2, 3, 0.5) for name in ("A", "B")]
    return _written(suffix, lambda path: save_layered(path, (20, 20), parts, rgba[..., :3]))


def _exr():
    from woodcock.media.depth_file import save_depth

    values = _picture()[..., 0].astype(np.uint16) * 257
    return _written(".exr", lambda path: save_depth(path, values))


def _cube():
    rows = "\n".join(f"{r / 3} {g / 3} {b / 3}" for b in range(4) for g in range(4)
                     for r in range(4))  # fmt: skip
    return f'TITLE "x"\nLUT_3D_SIZE 4\n{rows}\n'.encode()


def _look():
    from woodcock.media.look_file import save_look
    from woodcock.model import Look
    from woodcock.pixels.store import PixelStore

    return _written(".look.json", lambda path: save_look(path, Look("x"), PixelStore()))


def _model():
    from onnx_file import weighing

    return weighing(np.array([0.2, 0.7, 0.1]))


def _journal():
    from at_work import project_of
    from woodcock.session.moments import Moment
    from woodcock.session.records import write_records

    project, _ = project_of(40, 30, 2)
    moments = [Moment(float(n), f"Act {n}", project).packed() for n in range(3)]
    return _written("", lambda path: write_records(path, moments))


def _read_picture(path):
    from woodcock.media import load_picture

    load_picture(path)


def _read_project(path, rendered=True):
    from woodcock.media import load_project
    from woodcock.pixels.store import PixelStore
    from woodcock.session.studio import Studio

    project = load_project(path, store := PixelStore())
    if rendered:
        Studio(store).frame(project, project.frame.last, (64, 36))


def _read_layers(path):
    from woodcock.media.layered import is_layered, load_layered

    is_layered(path)
    load_layered([path])


def _read_depth(path):
    from woodcock.media.depth_file import load_depth

    load_depth(path, "near is large")


def _read_clip(path):
    from woodcock.media.clips import load_clip, open_clip
    from woodcock.pixels.store import PixelStore

    clip, _ = load_clip([path], store := PixelStore())
    open_clip(clip, store).frame(min(clip.count, 50) - 1)


def _read_sound(path):
    from woodcock.media.sound_file import decoded, load_sound
    from woodcock.pixels.store import PixelStore

    decoded((store := PixelStore()).get(load_sound(path, store).file))


def _read_cube(path):
    from woodcock.finish.cube import read_cube

    read_cube(path.read_bytes())


def _read_look(path):
    from woodcock.media.look_file import load_look
    from woodcock.pixels.store import PixelStore

    load_look(path, PixelStore())


def _ask_model(path):
    from woodcock.separate.estimators import OnnxEstimator

    OnnxEstimator(path)(_picture())


def _read_font(path):
    from woodcock.things.fonts import named

    named(path)


def _read_journal(path):
    from woodcock.session.moments import moments_of
    from woodcock.session.records import read_records

    moments_of(read_records(path))


def _font():
    return next((DATA.parents[1] / "src/woodcock/assets/fonts").rglob("*.ttf")).read_bytes()


# What each kind is called: how a whole one is made, its ending, how it is read.
KINDS = {
    "jpg": (partial(_by_pillow, "JPEG"), ".jpg", _read_picture),
    "progressive": (partial(_by_pillow, "JPEG", progressive=True), ".jpg", _read_picture),
    "png": (partial(_by_pillow, "PNG"), ".png", _read_picture),
    "deep png": (partial(_deep, "png"), ".png", _read_picture),
    "tif": (partial(_by_pillow, "TIFF", compression="tiff_lzw"), ".tif", _read_picture),
    "deep tif": (partial(_deep, "tif"), ".tif", _read_picture),
    "webp": (partial(_by_pillow, "WEBP"), ".webp", _read_picture),
    "ora": (partial(_layered, ".ora"), ".ora", _read_layers),
    "layered tif": (partial(_layered, ".tif"), ".tif", _read_layers),
    "depth tif": (partial(_deep, "float"), ".tif", _read_depth),
    "exr": (_exr, ".exr", _read_depth),
    "mp4": (partial(_video, ".mp4", "libx264", "yuv420p"), ".mp4", _read_clip),
    "mov": (partial(_video, ".mov", "png", "rgb24"), ".mov", _read_clip),
    "webm": (partial(_video, ".webm", "libvpx-vp9", "yuv420p"), ".webm", _read_clip),
    "avi": (partial(_video, ".avi", "mjpeg", "yuvj420p"), ".avi", _read_clip),
    "gif": (partial(_video, ".gif", "gif", "rgb8"), ".gif", _read_clip),
    "wav": (partial(_sound, ".wav", "pcm_s16le"), ".wav", _read_sound),
    "flac": (partial(_sound, ".flac", "flac"), ".flac", _read_sound),
    "mp3": (partial(_sound, ".mp3", "libmp3lame"), ".mp3", _read_sound),
    "ogg": (partial(_sound, ".ogg", "libopus"), ".ogg", _read_sound),
    "m4a": (partial(_sound, ".mp4", "aac"), ".m4a", _read_sound),
    "cube": (_cube, ".cube", _read_cube),
    "look": (_look, ".look.json", _read_look),
    "font": (_font, ".ttf", _read_font),
    "model": (_model, ".onnx", _ask_model),
    "journal": (_journal, "", _read_journal),
    "project": (lambda: (DATA / "version-7.woodcock").read_bytes(), ".woodcock", _read_project),
    "values": (lambda: (DATA / "version-7.woodcock").read_bytes(), ".woodcock", _read_project),
}


@cache
def whole(kind):
    return KINDS[kind][0]()


def broken(kind, number):
    """The bytes of a file with something wrong, the same each time."""
    rng, good = random.Random(f"{kind} {number}"), whole(kind)
    if kind == "values":
        return with_values(good, rng)
    data = bytearray(good)
    for _ in range(rng.choice((1, 1, 2, 5, 20))):
        place, what = rng.randrange(len(data) or 1), rng.randrange(6)
        span = rng.choice((1, 2, 4, 8, 60))
        if not data:
            break
        if what == 0:
            data[place] ^= 1 << rng.randrange(8)
        elif what == 1:
            data[place : place + span] = rng.randbytes(span)
        elif what == 2:
            data[place : place + span] = bytes([rng.choice((0, 255))]) * span
        elif what == 3:
            del data[place : place + span]
        elif what == 4:
            data[place:place] = data[rng.randrange(len(data)) :][:span]
        elif rng.random() < 0.3:
            del data[place:]
    return bytes(data)


def with_values(good, rng):
    """A project file in which some values are others of the same kind, or of another."""
    import json

    with zipfile.ZipFile(io.BytesIO(good)) as file:
        entries = {name: file.read(name) for name in file.namelist()}
    told = json.loads(entries["project.json"])
    pixels = [name[7:-4] for name in entries if name.startswith("pixels/")]
    places = list(_places(told["project"]))
    for _ in range(rng.choice((1, 1, 2, 4))):
        node, key = rng.choice(places)
        old = node[key]
        if isinstance(old, int | float) and rng.random() < 0.9:
            other = (
                0,
                -1,
                1,
                -old,
                old * 1000,
                2**31,
                -(2**31),
                1e9,
                1e-9,
                255,
                256,
                0.5,
                1e5,
                2**64,
            )
            node[key] = rng.choice(other)
        elif isinstance(old, str) and len(old) == 32 and rng.random() < 0.9:
            node[key] = rng.choice(pixels)
        elif isinstance(old, list) and rng.random() < 0.7:
            node[key] = (old * rng.choice((0, 2, 5)))[: rng.randrange(40)]
        else:
            node[key] = rng.choice((None, True, "", "x" * 3000, [], {}, [1e308] * 3, -5))
    out = io.BytesIO()
    with zipfile.ZipFile(out, "w") as file:
        for name, content in (entries | {"project.json": json.dumps(told)}).items():
            file.writestr(name, content)
    return out.getvalue()


def _places(node):
    for key, value in node.items() if isinstance(node, dict) else enumerate(node):
        yield node, key
        if isinstance(value, dict | list):
            yield from _places(value)


def outcome(kind, path):
    """What came of it: "read", "refused" with a sentence, or "odd", and what it was."""
    from woodcock.errors import Cancelled, WoodcockError

    try:
        KINDS[kind][2](path)
    except WoodcockError as error:
        text = str(error)
        return ("refused", text) if text.rstrip()[-1:] in ".)" else ("odd", f"no sentence: {text}")
    except Cancelled:
        return "odd", "Cancelled"
    except Exception as error:
        place = error.__traceback__
        while place.tb_next:
            place = place.tb_next
        where = f"{place.tb_frame.f_code.co_filename}:{place.tb_lineno}"
        return "odd", f"{type(error).__name__}: {error} at {where}".replace("\n", " ")
    return "read", ""


def main(kind, first, last, log):
    import logging

    logging.disable(logging.CRITICAL)
    path = Path(kind).absolute()
    path.mkdir(exist_ok=True)
    file = path / f"x{KINDS[kind][1]}"
    file.write_bytes(whole(kind))
    outcome(kind, file)  # so that no file has to wait for what is loaded
    with open(log, "a") as lines:
        for number in range(int(first), int(last)):
            lines.write(f"{number} ")
            lines.flush()
            file.write_bytes(broken(kind, number))
            began = time.monotonic()
            what, told = outcome(kind, file)
            lines.write(f"{time.monotonic() - began:.3f} {what} {told[:300]!r}\n")
            lines.flush()
    os._exit(0)


if __name__ == "__main__":
    main(*sys.argv[1:])
