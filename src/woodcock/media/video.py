"""MP4 export: H.264 that plays everywhere, with true colours and an exact frame count."""

from __future__ import annotations

import os
from collections.abc import Iterable
from fractions import Fraction
from pathlib import Path

import numpy as np
from numpy.typing import NDArray

from woodcock.errors import WoodcockError
from woodcock.media.atomic import replacing
from woodcock.media.sound_track import SoundTrack
from woodcock.model import CRF
from woodcock.progress import Progress, report


def export_video(
    path: Path,
    frames: Iterable[NDArray[np.uint8]],
    count: int,
    size: tuple[int, int],
    rate: Fraction | int,
    progress: Progress | None = None,
    crf: int = CRF,
    sound: NDArray[np.float32] | None = None,
) -> None:
    """Write `count` frames as an MP4, with (N, 2) samples of `sound` under them, all or nothing.

    H.264 High, yuv420p, BT.709 primaries, transfer and matrix in limited range (ITU-R BT.709-6),
    tagged so and converted so, the index at the front. The transfer of sRGB values is left as it
    is: displays show the two alike (common practice, no source).

    Parameters
    ----------
    frames : (height, width, 3) uint8 sRGB each.
    rate : frames a second, exactly.
    size : (width, height) of the frames; odd sides lose their last row or column, which
        4:2:0 can't hold.
    crf : constant rate factor; lower is better and larger.

    Raises WoodcockError if it can't be written; Cancelled when `progress` says stop. Either way no
    half file stays behind.
    """
    import av  # here and below: PyAV takes a while to load, and only exports need it

    width, height = size[0] // 2 * 2, size[1] // 2 * 2
    with replacing(Path(path)) as temporary:
        try:
            _write(temporary, frames, count, (width, height), rate, progress, crf, sound)
        except av.error.FFmpegError as error:
            if isinstance(error, OSError) and error.errno and error.errno < 1000:
                raise OSError(error.errno, os.strerror(error.errno)) from error
            raise WoodcockError(
                f"{Path(path).name} could not be encoded ({error}). Nothing was left behind. "
                "Try another frame size."
            ) from error


def _write(
    path: Path,
    frames: Iterable[NDArray[np.uint8]],
    count: int,
    size: tuple[int, int],
    rate: Fraction | int,
    progress: Progress | None,
    crf: int,
    sound: NDArray[np.float32] | None,
) -> None:
    import av
    from av.video.reformatter import ColorPrimaries, ColorRange, Colorspace, ColorTrc

    options = {"movflags": "+faststart"}
    with av.open(str(path), "w", format="mp4", options=options) as container:
        stream = container.add_stream("libx264", rate=rate)
        stream.width, stream.height = size
        stream.pix_fmt = "yuv420p"
        stream.options = {"crf": str(crf), "profile": "high", "preset": "medium"}
        context = stream.codec_context
        context.color_primaries = ColorPrimaries.BT709
        context.color_trc = ColorTrc.BT709
        context.colorspace = Colorspace.ITU709
        context.color_range = ColorRange.MPEG
        track = SoundTrack(container, path.suffix, sound) if sound is not None else None
        written = 0
        for picture in frames:
            report(progress, written / count, f"Frame {written + 1} of {count}")
            picture = np.ascontiguousarray(picture[: size[1], : size[0]])
            frame = av.VideoFrame.from_ndarray(picture, format="rgb24")
            frame = frame.reformat(
                format="yuv420p",
                src_colorspace=Colorspace.DEFAULT,
                dst_colorspace=Colorspace.ITU709,
                src_color_range=ColorRange.JPEG,
                dst_color_range=ColorRange.MPEG,
            )
            frame.pts = written
            container.mux(stream.encode(frame))
            written += 1
            if track is not None:
                track.write_until(written / rate)
        container.mux(stream.encode(None))
        if track is not None:
            track.close()
        if written != count:
            raise ValueError(f"{written} frames came instead of {count}")
    report(progress, 1.0, "Done")
