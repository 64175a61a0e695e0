"""Small files that say they are large: each a kind of `broken_files.KINDS`, and its bytes."""

import io
import json
import struct
import zipfile
import zlib
from functools import cache, partial

import av
import numpy as np
import tifffile
from PIL import Image


def chunk(kind, body):
    return struct.pack(">I", len(body)) + kind + body + struct.pack(">I", zlib.crc32(kind + body))


@cache
def flat_png(width, height, colour=2, bits=8):
    """A PNG of nothing but zeros, however large, without making it in memory first."""
    rows = zlib.compressobj(9)
    row = b"\0" * (1 + width * {0: 1, 2: 3, 6: 4}[colour] * bits // 8)
    body = b"".join(rows.compress(row) for _ in range(height)) + rows.flush()
    head = struct.pack(">2I5B", width, height, bits, colour, 0, 0, 0)
    return b"\x89PNG\r\n\x1a\n" + chunk(b"IHDR", head) + chunk(b"IDAT", body) + chunk(b"IEND", b"")


def ora(width, height, count):
    """Layers that are all the same PNG, packed twice."""
    layer = '<layer name="a" src="a.png"/>'
    out = io.BytesIO()
    with zipfile.ZipFile(out, "w", zipfile.ZIP_DEFLATED) as file:
        file.writestr("a.png", flat_png(width, height, 6))
        file.writestr("stack.xml", f'<image w="{width}" h="{height}"><stack>{layer * count}</stack>'
                                   "</image>")  # fmt: skip
    return out.getvalue()


def tiff(width, height, *, kind="u1", channels=3, pages=1, place=0):
    """Pages of zeros; their places in the picture are at `place` pixels."""
    out = io.BytesIO()
    page = np.broadcast_to(np.zeros((), kind), (height, width, channels) if channels > 1
                           else (height, width))  # fmt: skip
    with tifffile.TiffWriter(out) as file:
        for _ in range(pages):
            file.write(
                np.ascontiguousarray(page), compression="zlib", resolution=(1, 1),
                photometric="rgb" if channels > 1 else "minisblack",
                extratags=[(286, "2I", 1, (place, 1), True), (287, "2I", 1, (place, 1), True)],
            )  # fmt: skip
    return out.getvalue()


def tiff_that_says(**tags):
    """A small TIFF, some of whose numbers are others: by the tags' names."""
    codes = {"width": 256, "length": 257, "bits": 258, "samples": 277, "rows": 278}
    data = bytearray(tiff(8, 8, channels=1))
    (at,) = struct.unpack_from("<L", data, 4)
    (count,) = struct.unpack_from("<H", data, at)
    for k in range(count):
        (code,) = struct.unpack_from("<H", data, at + 2 + 12 * k)
        for name, value in tags.items():
            if code == codes[name]:
                struct.pack_into("<HLL", data, at + 4 + 12 * k, 4, 1, value)
    return bytes(data)


def by_pillow(form, size, mode="RGB", **options):
    out = io.BytesIO()
    Image.new(mode, size).save(out, form, **options)
    return out.getvalue()


def exr(width, height):
    import os
    import tempfile

    import OpenEXR

    name = tempfile.mktemp(".exr")
    header = {"compression": OpenEXR.ZIP_COMPRESSION, "type": OpenEXR.scanlineimage}
    OpenEXR.File(header, {"Z": np.zeros((height, width), np.float32)}).write(name)
    with open(name, "rb") as file:
        data = file.read()
    os.unlink(name)
    return data


def video(form, codec, pixels, width, height, count=30):
    out = io.BytesIO()
    with av.open(out, "w", format=form) as box:
        stream = box.add_stream(codec, rate=10)
        stream.width, stream.height, stream.pix_fmt = width, height, pixels
        frame = av.VideoFrame(width, height, pixels)
        for plane in frame.planes:
            plane.update(bytes(plane.buffer_size))
        for number in range(count):
            frame.pts = number
            box.mux(stream.encode(frame))
        box.mux(stream.encode())
    return out.getvalue()


def silence(form, codec, minutes):
    out = io.BytesIO()
    with av.open(out, "w", format=form) as box:
        stream = box.add_stream(codec, rate=48000, layout="mono")
        part = np.zeros((1, 48000), np.int16)
        for second in range(60 * minutes):
            frame = av.AudioFrame.from_ndarray(part, "s16", "mono")
            frame.sample_rate, frame.pts = 48000, 48000 * second
            box.mux(stream.encode(frame))
        box.mux(stream.encode())
    return out.getvalue()


def project(width, height):
    """A project whose photo, and ten masks, are flat."""
    out = io.BytesIO()
    told = {"format": "woodcock-project", "version": 7, "project": {
        "photo": {"pixels": "0" * 32, "name": "a", "width": width, "height": height},
        "layers": [{"id": f"l{k}", "name": "a", "distance": 5 + k,
                    "content": {"type": "cut", "pixels": "1" * 32}} for k in range(10)]
        + [{"id": "b", "name": "b", "distance": 50}]}}  # fmt: skip
    with zipfile.ZipFile(out, "w") as file:
        file.writestr("project.json", json.dumps(told))
        file.writestr(f"pixels/{'0' * 32}.png", flat_png(width, height))
        file.writestr(f"pixels/{'1' * 32}.png", flat_png(width, height, 0))
    return out.getvalue()


BOMBS = {
    "521 bytes of layers": ("ora", partial(ora, 8000, 8000, 8)),
    "layers as large as may be": ("ora", partial(ora, 4000, 3200, 7)),
    "a hundred small layers": ("ora", partial(ora, 900, 900, 100)),
    "a page far away": ("layered tif", partial(tiff, 60, 40, pages=2, place=4_000_000_000 // 2)),
    "a page rather far away": ("layered tif", partial(tiff, 60, 40, pages=2, place=20_000)),
    "pages of the same": ("layered tif", partial(tiff, 3000, 3000, pages=12)),
    "a wide TIFF": ("tif", partial(tiff_that_says, width=2**31, length=2**31)),
    "a TIFF of many channels": ("tif", partial(tiff_that_says, samples=60_000)),
    "a TIFF of 2 GB": ("tif", partial(tiff_that_says, width=25_000, length=25_000, rows=25_000)),
    "a depth TIFF of 2 GB": ("depth tif", partial(tiff_that_says, width=25_000, length=25_000)),
    "a grey PNG": ("png", partial(flat_png, 16_000, 12_000, 0)),
    "a PNG as large as may be": ("png", partial(flat_png, 9000, 9000)),
    "a deep PNG as large as may be": ("deep png", partial(flat_png, 6000, 7000, 2, 16)),
    "a see-through PNG": ("png", partial(flat_png, 8000, 8000, 6)),
    "a WebP as large as may be": ("webp", partial(by_pillow, "WEBP", (9000,) * 2, lossless=True)),
    "a JPEG as large as may be": ("jpg", partial(by_pillow, "JPEG", (9000, 9000))),
    "a progressive JPEG": (
        "progressive", partial(by_pillow, "JPEG", (9000, 9000), progressive=True),
    ),
    "a TIFF as large as may be": ("tif", partial(tiff, 9000, 9000)),
    "a depth map of 16 Mpx": ("depth tif", partial(tiff, 4000, 4000, kind="f4", channels=1)),
    "a depth map of 32 Mpx": ("depth tif", partial(tiff, 8000, 4000, kind="f4", channels=1)),
    "a depth map of doubles": ("depth tif", partial(tiff, 8000, 4000, kind="f8", channels=1)),
    "a depth map of 100 Mpx": ("depth tif", partial(tiff, 10_000, 10_000, kind="f4", channels=1)),
    "an EXR of 32 Mpx": ("exr", partial(exr, 8000, 4000)),
    "an EXR of 64 Mpx": ("exr", partial(exr, 8000, 8000)),
    "a video of 8K": ("mp4", partial(video, "mp4", "libx264", "yuv420p", 8192, 4320, 12)),
    "a GIF of 8K": ("gif", partial(video, "gif", "gif", "gray", 8192, 4320, 20)),
    "pictures of 8K as a video": ("mov", partial(video, "mov", "png", "rgb24", 8192, 4320, 20)),
    "an hour of silence": ("flac", partial(silence, "flac", "flac", 60)),
    "a quarter of an hour": ("flac", partial(silence, "flac", "flac", 16)),
    "a project as large as may be": ("project", partial(project, 11_000, 11_000)),
    "a project too large": ("project", partial(project, 14_000, 14_000)),
}  # fmt: skip
