"""Pictures from files: 8 and 16 bit, turned upright, in sRGB."""

from __future__ import annotations

import io
import struct
from pathlib import Path
from typing import TYPE_CHECKING, Any

import cv2
import numpy as np
from numpy.typing import NDArray

if TYPE_CHECKING:
    from PIL import Image

from woodcock.errors import WoodcockError
from woodcock.media.atomic import replacing
from woodcock.media.reading import reading

MOST_PIXELS = 200_000_000
FORMATS = ("JPEG", "PNG", "TIFF", "WEBP")

# What the readers raise for damaged data; the TIFF codecs' own errors are RuntimeErrors.
_UNREADABLE = (
    OSError,
    SyntaxError,
    ValueError,
    EOFError,
    MemoryError,
    RuntimeError,
    KeyError,
    struct.error,
)
# EXIF 2.32, tag 0x0112: how the stored picture is mirrored and turned.
_ORIENTATION = 0x0112


def load_picture(path: Path) -> NDArray[np.uint8] | NDArray[np.uint16]:
    """The picture in a JPEG, PNG, TIFF or WebP file.

    Returns
    -------
    (H, W, 3) or, where some of it is transparent, (H, W, 4); uint8 or uint16; sRGB, not
    premultiplied, turned upright by its EXIF orientation, its embedded ICC profile applied.

    Raises WoodcockError with a sentence for a missing, damaged, unknown, CMYK or huge file.
    """
    from PIL import Image, UnidentifiedImageError  # late: the window opens without them

    Image.MAX_IMAGE_PIXELS = None  # the limit here has a sentence of its own
    path = Path(path)
    name = path.name
    try:
        with reading(path, "picture"), Image.open(path, formats=FORMATS) as opened:
            width, height = opened.size
            if width * height > MOST_PIXELS:
                raise WoodcockError(
                    f"{name} has {width * height / 1e6:.0f} megapixels; Woodcock opens pictures of "
                    f"up to {MOST_PIXELS / 1e6:.0f}. Make a smaller copy and open that."
                )
            if opened.mode in ("CMYK", "YCCK") or (opened.mode == "LAB"):
                raise WoodcockError(
                    f"{name} is a {opened.mode} picture, made for printing. Convert it to RGB "
                    "(sRGB) first, and open that copy."
                )
            if opened.mode == "F":
                raise WoodcockError(
                    f"{name} holds floating-point numbers, such as a depth map's. Load it as a "
                    "depth map in Stage, or save it as an 8- or 16-bit picture first."
                )
            orientation = opened.getexif().get(_ORIENTATION, 1)
            profile = opened.info.get("icc_profile")
            opened.load()
            pixels = _deep(path, opened) if _is_deep(opened) else _plain(opened)
    except UnidentifiedImageError as error:
        raise WoodcockError(
            f"{name} is not a picture Woodcock can read. It opens JPEG, PNG, TIFF and WebP files."
        ) from error
    except _UNREADABLE as error:
        raise WoodcockError(
            f"{name} is damaged or cut short and could not be read in full ({error}). "
            "Copy it again from where it came, and try once more."
        ) from error
    pixels = _without_idle_alpha(_in_srgb(pixels, profile))
    return np.ascontiguousarray(upright(pixels, orientation))


def size_of_picture(path: Path) -> tuple[int, int]:
    """(width, height) of a picture file by its header, turned upright; WoodcockError without one.

    Nothing of it is unpacked.
    """
    from PIL import Image, UnidentifiedImageError

    Image.MAX_IMAGE_PIXELS = None
    try:
        with reading(path, "picture"), Image.open(path, formats=FORMATS) as opened:
            width, height = opened.size
            turned = opened.getexif().get(_ORIENTATION, 1) in (5, 6, 7, 8)
    except (UnidentifiedImageError, *_UNREADABLE) as error:
        raise WoodcockError(
            f"{path.name} is no picture that can be read ({error}). Nothing was opened."
        ) from error
    return (height, width) if turned else (width, height)


def save_png(path: Path, picture: NDArray) -> None:
    """Write an (H, W), (H, W, 3) or (H, W, 4) picture, 8 or 16 bit, as PNG, all or nothing."""
    with replacing(path) as temporary:
        temporary.write_bytes(encode_png(picture))


def encode_png(picture: NDArray) -> bytes:
    """PNG bytes of a grey, RGB or RGBA picture, 8 or 16 bit."""
    order = {3: cv2.COLOR_RGB2BGR, 4: cv2.COLOR_RGBA2BGRA}
    if picture.ndim == 3:
        picture = cv2.cvtColor(picture, order[picture.shape[2]])
    done, data = cv2.imencode(".png", picture, [cv2.IMWRITE_PNG_COMPRESSION, 1])
    if not done:
        raise ValueError("the picture could not be encoded as PNG")
    return data.tobytes()


def decode_png(data: bytes) -> NDArray:
    """The grey, RGB or RGBA picture in PNG bytes; ValueError if they are damaged."""
    picture = cv2.imdecode(np.frombuffer(data, np.uint8), cv2.IMREAD_UNCHANGED)
    if picture is None:
        raise ValueError("not a readable PNG")
    if picture.ndim == 3:
        order = {3: cv2.COLOR_BGR2RGB, 4: cv2.COLOR_BGRA2RGBA}
        picture = cv2.cvtColor(picture, order[picture.shape[2]])
    return picture


def upright(picture: NDArray, orientation: int) -> NDArray:
    """`picture` mirrored and turned as EXIF orientation 1 to 8 asks (anything else: as it is)."""
    if orientation in (5, 6, 7, 8):
        picture = np.swapaxes(picture, 0, 1)  # 5 is just this; 6, 7 and 8 mirror it as well
    if orientation in (2, 3, 6, 7):
        picture = picture[:, ::-1]
    if orientation in (3, 4, 7, 8):
        picture = picture[::-1]
    return picture


def _is_deep(opened: Image.Image) -> bool:
    if opened.mode.startswith("I"):
        return True
    if opened.format == "PNG":
        return _png_depth(opened) == 16
    if opened.format == "TIFF":
        bits = opened.tag_v2.get(258, (8,))  # type: ignore[attr-defined]
        return max(bits if isinstance(bits, tuple) else (bits,)) > 8
    return False


def _png_depth(opened: Image.Image) -> int:
    source: Any = opened.filename  # type: ignore[attr-defined]
    with open(source, "rb") as file:
        return file.read(25)[24]  # PNG (ISO/IEC 15948), IHDR: the byte after width and height


def _deep(path: Path, opened: Image.Image) -> NDArray[np.uint16]:
    """A 16-bit picture, which Pillow would cut to 8 bit."""
    if opened.format == "TIFF":
        import tifffile

        with tifffile.TiffFile(path) as file:
            page = file.pages[0]
            pixels = page.asarray()
            if getattr(page, "photometric", None) == 0:  # white is zero
                pixels = np.iinfo(pixels.dtype).max - pixels
            if pixels.ndim == 3 and getattr(page, "planarconfig", 1) == 2:
                pixels = np.moveaxis(pixels, 0, 2)
    else:
        raw = cv2.imdecode(np.fromfile(path, np.uint8), cv2.IMREAD_UNCHANGED)
        if raw is None:
            raise ValueError("the picture data is damaged")
        pixels = raw if raw.ndim == 2 else raw[..., [2, 1, 0, 3][: raw.shape[2]]]
    if np.issubdtype(pixels.dtype, np.floating):
        pixels = np.rint(np.clip(pixels, 0, 1) * 65535)
    elif pixels.dtype == np.uint32:
        pixels = pixels >> 16
    elif pixels.dtype != np.uint16:
        raise ValueError(f"pixels of type {pixels.dtype}")
    return _as_colour(pixels.astype(np.uint16))


def _plain(opened: Image.Image) -> NDArray[np.uint8]:
    alpha = "A" in opened.getbands() or "transparency" in opened.info
    return np.asarray(opened.convert("RGBA" if alpha else "RGB"))


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
    from PIL import ImageCms

    try:
        opened = ImageCms.ImageCmsProfile(io.BytesIO(profile))
        about = opened.profile.profile_description or ""
        if opened.profile.xcolor_space.strip() != "RGB" or about.startswith("sRGB"):
            return pixels
        import imagecodecs

        srgb = ImageCms.ImageCmsProfile(ImageCms.createProfile("sRGB")).tobytes()
        colour = np.ascontiguousarray(pixels[..., :3])
        converted = imagecodecs.cms_transform(
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
