"""Bytes of a picture file to pixels, in whatever process: 8 and 16 bit, upright, in sRGB."""

from __future__ import annotations

import io
import struct

import cv2
import numpy as np
import tifffile
from imagecodecs import cms_transform
from numpy.typing import NDArray
from PIL import Image, ImageCms, UnidentifiedImageError

from woodcock.errors import WoodcockError
from woodcock.media.budget import check_picture, packed_as_no_photo
from woodcock.media.tiff_pixels import pixels_of_page
from woodcock.media.webp_frames import size_of_webp
from woodcock.texts import tr

FORMATS = ("JPEG", "PNG", "TIFF", "WEBP")
_MOST_SCANS = 100  # of a progressive JPEG
_SCAN = b"\xff\xda"

# What the readers raise for damaged data; the TIFF codecs' own errors are RuntimeErrors.
_UNREADABLE = (
    OSError, SyntaxError, ValueError, EOFError, MemoryError, RuntimeError, LookupError, TypeError,
    AttributeError, OverflowError, struct.error, cv2.error,
)  # fmt: skip
# EXIF 2.32, tag 0x0112: how the stored picture is mirrored and turned.
_ORIENTATION = 0x0112

Image.MAX_IMAGE_PIXELS = None  # the limit here has a sentence of its own


def size_of(content: NDArray[np.uint8], name: str) -> tuple[int, int]:
    """(width, height) of a JPEG, PNG, TIFF or WebP file by its header, turned upright.

    WoodcockError with a sentence if it is none, or larger than can be opened.
    """
    try:
        if size := size_of_webp(content[:30].tobytes()):  # opening it takes all its memory
            check_picture(name, size, 4, content.nbytes)
        with Image.open(io.BytesIO(content.data), formats=FORMATS) as opened:
            _check(opened, content, name)
            turned = opened.getexif().get(_ORIENTATION, 1) in (5, 6, 7, 8)
            return opened.size[::-1] if turned else opened.size
    except UnidentifiedImageError as error:
        raise WoodcockError(
            tr(
                "{name} is not a picture Woodcock can read. It opens JPEG, PNG, TIFF and WebP "
                "files.",
                name=name,
            )
        ) from error
    except _UNREADABLE as error:
        raise WoodcockError(broken(name, error)) from error


def _check(opened: Image.Image, content: NDArray[np.uint8], name: str) -> None:
    """Raises WoodcockError for what would take too much memory or time."""
    deep = 2 if _is_deep(content, opened) else 1
    depth = deep * max(len(opened.getbands()), 3)
    check_picture(name, opened.size, depth, content.nbytes)
    scans = content.tobytes().count(_SCAN) if opened.format == "JPEG" else 0
    if scans > _MOST_SCANS:
        raise packed_as_no_photo(name, opened.width * opened.height, content.nbytes)


def picture_of(content: NDArray[np.uint8], name: str) -> NDArray[np.uint8] | NDArray[np.uint16]:
    """The pixels of such a file: as `load_picture`, which see."""
    try:
        with Image.open(io.BytesIO(content.data), formats=FORMATS) as opened:
            if opened.mode in ("CMYK", "YCCK") or (opened.mode == "LAB"):
                raise WoodcockError(
                    tr(
                        "{name} is a {mode} picture, made for printing. Convert it to RGB (sRGB) "
                        "first, and open that copy.",
                        name=name,
                        mode=opened.mode,
                    )
                )
            if opened.mode == "F":
                raise WoodcockError(
                    tr(
                        "{name} holds floating-point numbers, such as a depth map's. Load it as a "
                        "depth map in Stage, or save it as an 8- or 16-bit picture first.",
                        name=name,
                    )
                )
            orientation = opened.getexif().get(_ORIENTATION, 1)
            profile = opened.info.get("icc_profile")
            opened.load()
            form = opened.format if _is_deep(content, opened) else None
            pixels: NDArray = np.zeros(0) if form else _plain(opened)
        del opened  # and its pixels
        if form:
            pixels = _deep(content, form)
    except _UNREADABLE as error:
        raise WoodcockError(broken(name, error)) from error
    pixels = _without_idle_alpha(_in_srgb(pixels, profile))
    return np.ascontiguousarray(upright(pixels, orientation))


def broken(name: str, error: object) -> str:
    """What is said of a picture that can't be read in full."""
    return tr(
        "{name} is damaged or cut short and could not be read in full ({error}). Copy "
        "it again from where it came, and try once more.",
        name=name,
        error=error,
    )


def upright(picture: NDArray, orientation: int) -> NDArray:
    """`picture` mirrored and turned as EXIF orientation 1 to 8 asks (anything else: as it is)."""
    if orientation in (5, 6, 7, 8):
        picture = np.swapaxes(picture, 0, 1)  # 5 is just this; 6, 7 and 8 mirror it as well
    if orientation in (2, 3, 6, 7):
        picture = picture[:, ::-1]
    if orientation in (3, 4, 7, 8):
        picture = picture[::-1]
    return picture


def _is_deep(content: NDArray[np.uint8], opened: Image.Image) -> bool:
    if opened.mode.startswith("I"):
        return True
    if opened.format == "PNG":
        return int(content[24]) == 16  # PNG (ISO/IEC 15948), IHDR: after width and height
    if opened.format == "TIFF":
        bits = opened.tag_v2.get(258, (8,))  # type: ignore[attr-defined]
        return max(bits if isinstance(bits, tuple) else (bits,)) > 8
    return False


def _deep(content: NDArray[np.uint8], form: str) -> NDArray[np.uint16]:
    """A 16-bit picture, which Pillow would cut to 8 bit."""
    pixels: NDArray
    if form == "TIFF":
        with tifffile.TiffFile(io.BytesIO(content.data)) as file:
            pixels = pixels_of_page(file.pages[0])
    else:
        raw = cv2.imdecode(content, cv2.IMREAD_UNCHANGED)
        if raw is None:
            raise ValueError("the picture data is damaged")
        pixels = raw if raw.ndim == 2 else raw[..., [2, 1, 0, 3][: raw.shape[2]]]
    if np.issubdtype(pixels.dtype, np.floating):
        pixels = np.rint(np.clip(pixels, 0, 1) * 65535)
    elif pixels.dtype == np.uint32:
        pixels = np.right_shift(pixels, 16)
    elif pixels.dtype != np.uint16:
        raise ValueError(f"pixels of type {pixels.dtype}")
    return _as_colour(pixels.astype(np.uint16))


def _plain(opened: Image.Image) -> NDArray[np.uint8]:
    alpha = "A" in opened.getbands() or "transparency" in opened.info
    mode = "RGBA" if alpha else "RGB"
    return np.asarray(opened if opened.mode == mode else opened.convert(mode))


def _as_colour(pixels: NDArray) -> NDArray:
    """Grey to RGB, grey with alpha to RGBA."""
    if pixels.ndim == 2:
        return np.repeat(pixels[..., None], 3, axis=2)
    if pixels.shape[2] == 1:
        return np.repeat(pixels, 3, axis=2)
    if pixels.shape[2] == 2:
        return np.concatenate([np.repeat(pixels[..., :1], 3, axis=2), pixels[..., 1:]], axis=2)
    return pixels[..., :4]


def _in_srgb(pixels: NDArray, profile: bytes | None) -> NDArray:
    """The picture converted from its embedded profile; one that can't be used is passed over."""
    if not profile:
        return pixels
    try:
        opened = ImageCms.ImageCmsProfile(io.BytesIO(profile))
        about = opened.profile.profile_description or ""
        if opened.profile.xcolor_space.strip() != "RGB" or about.startswith("sRGB"):
            return pixels
        srgb = ImageCms.ImageCmsProfile(ImageCms.createProfile("sRGB")).tobytes()
        colour = np.ascontiguousarray(pixels[..., :3])
        converted = cms_transform(
            colour, profile, srgb, colorspace="rgb", outcolorspace="rgb", outdtype=colour.dtype
        )
    except (ImageCms.PyCMSError, OSError, RuntimeError, ValueError):
        return pixels  # a broken profile: the picture is worth more than its profile
    return np.concatenate([converted, pixels[..., 3:]], axis=2)


def _without_idle_alpha(pixels: NDArray) -> NDArray:
    """Without an alpha channel that is full everywhere."""
    if pixels.shape[2] == 4 and pixels[..., 3].min() == np.iinfo(pixels.dtype).max:
        return pixels[..., :3]
    return pixels
