"""How each format of video and moving picture is encoded: a table, and what PyAV needs of it."""

from __future__ import annotations

import os
from fractions import Fraction
from pathlib import Path
from typing import TYPE_CHECKING, Any, NamedTuple

import numpy as np
from numpy.typing import NDArray

from woodcock.model import Delivery, Format

if TYPE_CHECKING:
    from av import VideoFrame
    from av.container import OutputContainer

_CONTAINERS = {".mp4": "mp4", ".mov": "mov", ".webm": "webm", ".mkv": "matroska",
               ".gif": "gif", ".webp": "webp", ".png": "apng", ".apng": "apng"}  # fmt: skip

_NONE: dict[int, str] = {}
_NO_OPTIONS: dict[str, str] = {}


class Coding(NamedTuple):
    """An encoder, its pixel formats by bits (`clear`: with alpha) and its options.

    `crf` are the constant rate factors at qualities of 0 and 100.
    """

    codec: str
    pixels: dict[int, str]
    clear: dict[int, str] = _NONE
    options: dict[str, str] = _NO_OPTIONS
    crf: tuple[int, int] | None = None
    tag: str = ""


# Rate factors: what looks alike from one encoder to the next (common practice, no source).
CODINGS: dict[Format, Coding] = {
    "h264": Coding(
        "libx264", {8: "yuv420p", 10: "yuv420p10le"}, options={"preset": "medium"}, crf=(36, 12)
    ),
    "h265": Coding(
        "libx265", {8: "yuv420p", 10: "yuv420p10le"}, crf=(40, 14), tag="hvc1",
        options={"preset": "medium", "x265-params": "log-level=error"},
    ),
    "prores-422": Coding(
        "prores_ks", {10: "yuv422p10le"}, options={"profile": "3", "vendor": "apl0"}
    ),
    "prores-4444": Coding(
        "prores_ks", {10: "yuv444p10le"}, {10: "yuva444p10le"},
        {"profile": "4", "vendor": "apl0", "alpha_bits": "16"},
    ),
    "vp9": Coding(
        "libvpx-vp9", {8: "yuv420p"}, {8: "yuva420p"},
        {"b": "0", "row-mt": "1", "deadline": "good", "cpu-used": "3", "auto-alt-ref": "0"},
        (50, 14),
    ),
    "av1": Coding(
        "libsvtav1", {8: "yuv420p", 10: "yuv420p10le"}, options={"preset": "8"}, crf=(56, 16)
    ),
    "gif": Coding("gif", {8: "pal8"}, {8: "pal8"}),
    "webp": Coding("libwebp", {8: "bgra"}, {8: "bgra"}),
    "apng": Coding("apng", {8: "rgb24", 16: "rgb48be"}, {8: "rgba", 16: "rgba64be"}),
}  # fmt: skip
_SOURCES = {(3, 1): "rgb24", (4, 1): "rgba", (3, 2): "rgb48le", (4, 2): "rgba64le"}


class Track:
    """The pictures of a container that is being written, one after the other."""

    def __init__(
        self, container: OutputContainer, delivery: Delivery, size: tuple[int, int], rate: Fraction
    ) -> None:
        coding = CODINGS[delivery.format]
        self._container, self.rate = container, rate
        self._tick = Fraction(1, 100) if delivery.format == "gif" else 1 / rate
        formats = coding.clear if delivery.clear else coding.pixels
        self.pixels, options = formats[delivery.bits], dict(coding.options)
        if delivery.format == "webp":
            options |= _webp(delivery)
        if coding.crf is not None:
            worst, best = coding.crf
            options["crf"] = str(round(worst + (best - worst) * delivery.quality / 100))
        if delivery.format == "h264":
            options["profile"] = "high" if delivery.bits == 8 else "high10"
        os.environ.setdefault("SVT_LOG", "1")  # errors alone
        stream: Any = container.add_stream(coding.codec, rate=rate)
        stream.width, stream.height = size
        stream.pix_fmt, stream.options = self.pixels, options
        context = stream.codec_context
        context.time_base = self._tick
        if coding.tag:
            context.codec_tag = coding.tag
        self._coloured = self.pixels.startswith("yuv")
        if self._coloured:
            _tag(context)
        self._stream = stream

    def add(self, picture: NDArray | tuple[NDArray, NDArray], index: int) -> None:
        """Encode (H, W, 3 or 4) uint8 or uint16 sRGB, straight; or (H, W) indices and a palette."""
        import av

        if isinstance(picture, tuple):
            frame = av.VideoFrame.from_ndarray(picture, format="pal8")
        else:
            kind = _SOURCES[picture.shape[2], picture.dtype.itemsize]
            frame = av.VideoFrame.from_ndarray(np.ascontiguousarray(picture), format=kind)
            frame = self._converted(frame)
        frame.pts, frame.time_base = self._ticks(index), self._tick
        self._mux(self._stream.encode(frame), index)

    def end(self, count: int) -> None:
        """Encode what the encoder still holds back."""
        self._mux(self._stream.encode(None), count - 1)

    def _ticks(self, index: int) -> int:
        return round(index / self.rate / self._tick)

    def _mux(self, packets: list[Any], index: int) -> None:
        for packet in packets:
            if not packet.duration:  # some encoders leave the last picture's length open
                packet.duration = max(round(1 / self.rate / packet.time_base), 1)
            self._container.mux(packet)

    def _converted(self, frame: VideoFrame) -> VideoFrame:
        from av.video.reformatter import ColorRange, Colorspace

        if not self._coloured:
            return frame if frame.format.name == self.pixels else frame.reformat(format=self.pixels)
        frame = frame.reformat(
            format=self.pixels,
            src_colorspace=Colorspace.DEFAULT,
            dst_colorspace=Colorspace.ITU709,
            src_color_range=ColorRange.JPEG,
            dst_color_range=ColorRange.MPEG,
        )
        _tag(frame)
        return frame


def container_options(path: Path, delivery: Delivery, rate: Fraction) -> dict[str, str]:
    """What the container of a delivery is written with; it says nothing of when or by what."""
    suffix, bare = path.suffix.lower(), {"fflags": "+bitexact"}
    if suffix in (".mp4", ".mov"):
        # In whole frames, so that no length is rounded.
        return {**bare, "movflags": "+faststart", "movie_timescale": str(rate.numerator)}
    if delivery.format == "gif":
        again = {0: 0, 1: -1}.get(delivery.loops, delivery.loops - 1)  # 0 is for ever
        return {**bare, "loop": str(again)}
    if delivery.format == "apng":
        return {**bare, "plays": str(delivery.loops)}
    return {**bare, "loop": str(delivery.loops)} if delivery.format == "webp" else bare


def container_format(path: Path, delivery: Delivery) -> str:
    """The container's name by the file's, or the usual one of the format."""
    return _CONTAINERS.get(path.suffix.lower()) or _CONTAINERS[delivery.suffix]


def _webp(delivery: Delivery) -> dict[str, str]:
    if delivery.lossless:
        return {"lossless": "1", "quality": "60"}
    return {"quality": str(delivery.quality)}


def _tag(target: Any) -> None:
    """BT.709 throughout, in limited range (ITU-R BT.709-6).

    The transfer of sRGB values is left as it is: displays show the two alike (common practice, no
    source).
    """
    from av.video.reformatter import ColorPrimaries, ColorRange, Colorspace, ColorTrc

    target.color_primaries, target.color_trc = ColorPrimaries.BT709, ColorTrc.BT709
    target.colorspace, target.color_range = Colorspace.ITU709, ColorRange.MPEG
