"""Numbered pictures in a folder of their own: PNG, TIFF, OpenEXR."""

from __future__ import annotations

import os
import re
import struct
import zlib
from collections.abc import Iterable
from functools import cache
from pathlib import Path

from numpy.typing import NDArray

from woodcock.errors import WoodcockError
from woodcock.media.atomic import folder_beside, own_place, replacing, sentence, umask
from woodcock.media.exr_file import ExrPart, save_exr
from woodcock.media.picture import encode_png
from woodcock.progress import Progress, report
from woodcock.texts import tr

Shown = NDArray | ExrPart
_DIGITS = 4
# Where an ICC profile's head says when it was made, and the first day of 2000 (ICC.1:2022, 7.2.8).
_DATE, _LONG_AGO = 24, struct.pack(">6H", 2000, 1, 1, 0, 0, 0)
_AFTER_HEADER = 33  # bytes of a PNG's signature and its header chunk (ISO/IEC 15948)


def export_pictures(
    folder: Path,
    frames: Iterable[Shown],
    count: int,
    suffix: str,
    progress: Progress | None = None,
    beside: dict[str, bytes] | None = None,
) -> None:
    """Write `count` frames as `folder`/name_0001.png and so on, all or nothing.

    The folder is made. One that is there keeps its other files; numbered pictures of the same name
    and kind are replaced by these. `beside` are small files put there as well. Frames are (H, W),
    (H, W, 3 or 4) of 8 or 16 bits, or `ExrPart` for .exr.

    Raises WoodcockError if they can't be written, Cancelled when `progress` says stop.
    """
    folder = own_place(folder)
    if folder.exists() and not folder.is_dir():
        raise WoodcockError(
            tr(
                "{name} is a file, and pictures go into a folder. Nothing was written. Choose "
                "another name.",
                name=folder.name,
            )
        )
    try:
        with folder_beside(folder) as made:
            written = 0
            for frame in frames:
                report(
                    progress,
                    written / count,
                    tr("Frame {written} of {count}", written=written + 1, count=count),
                )
                written += 1
                save_shown(made / f"{folder.name}_{written:0{_DIGITS}d}{suffix}", frame)
            if written != count:
                raise ValueError(f"{written} frames came instead of {count}")
            for name, content in (beside or {}).items():
                (made / name).write_bytes(content)
            report(progress, 1.0, tr("Done"))  # the last moment to cancel
            _put(made, folder, suffix)
    except OSError as error:
        raise WoodcockError(sentence(error, folder)) from error


def save_shown(path: Path, picture: Shown) -> None:
    """One picture in the format its name says; colours are tagged as sRGB, EXR's as BT.709.

    What is grey is numbers, such as depth, and not tagged.
    """
    if isinstance(picture, ExrPart):
        height, width = picture.light.shape[:2]
        save_exr(path, [picture], (width, height))
        return
    with replacing(path) as temporary:
        if path.suffix == ".png":
            data = encode_png(picture)
            temporary.write_bytes(tagged(data) if picture.ndim == 3 else data)
        else:
            save_tiff(temporary, picture)


def save_tiff(path: Path, picture: NDArray) -> None:
    """Write a picture as TIFF, deflated, with straight alpha and an sRGB profile."""
    import tifffile

    clear = ("unassalpha",) if picture.ndim == 3 and picture.shape[2] == 4 else ()
    tifffile.imwrite(
        path, picture, photometric="minisblack" if picture.ndim == 2 else "rgb",
        compression="deflate", predictor=True, extrasamples=clear, metadata=None,
        software="Woodcock",
        iccprofile=None if picture.ndim == 2 else srgb_profile(),
    )  # fmt: skip


@cache
def srgb_profile() -> bytes:
    """An ICC profile of sRGB."""
    from PIL import ImageCms

    made = ImageCms.ImageCmsProfile(ImageCms.createProfile("sRGB")).tobytes()
    return made[:_DATE] + _LONG_AGO + made[_DATE + len(_LONG_AGO) :]  # it would tell when


def tagged(png: bytes) -> bytes:
    """PNG bytes that say that their colours are sRGB's (the chunk sRGB of ISO/IEC 15948)."""
    body = b"sRGB\0"
    chunk = struct.pack(">I", 1) + body + struct.pack(">I", zlib.crc32(body))
    return png[:_AFTER_HEADER] + chunk + png[_AFTER_HEADER:]


def _put(made: Path, folder: Path, suffix: str) -> None:
    """Move what was made to its place; pictures of a longer clip that was there go."""
    try:
        made.chmod(0o777 & ~umask())
        os.rename(made, folder)  # it is new, or empty
        return
    except OSError:
        if not folder.is_dir():
            raise
    ours = re.compile(re.escape(folder.name) + r"_\d{4,}" + re.escape(suffix))
    new = {path.name for path in made.iterdir()}
    for path in sorted(made.iterdir()):
        os.replace(path, folder / path.name)
    for path in folder.iterdir():
        if path.name not in new and ours.fullmatch(path.name):
            path.unlink()
