"""Video and moving pictures: every format in one way, all or nothing."""

from __future__ import annotations

import os
from collections.abc import Iterable, Sequence
from fractions import Fraction
from pathlib import Path

import numpy as np
from numpy.typing import NDArray

from woodcock.errors import WoodcockError
from woodcock.media.atomic import replacing
from woodcock.media.coding import Track, container_format, container_options
from woodcock.media.palette import Palette
from woodcock.media.sound_track import SoundTrack
from woodcock.media.webp_frames import unblended
from woodcock.model import Delivery
from woodcock.progress import Progress, report
from woodcock.texts import tr


def export_video(
    path: Path,
    frames: Iterable[NDArray],
    count: int,
    size: tuple[int, int],
    rate: Fraction | int,
    delivery: Delivery | None = None,
    progress: Progress | None = None,
    sound: NDArray[np.float32] | None = None,
    samples: Sequence[NDArray[np.uint8]] = (),
) -> None:
    """Write `count` frames as the `delivery` says, H.264 in MP4 by default, all or nothing.

    Colours of video are BT.709 in limited range, tagged so and converted so, the index of MP4 and
    MOV at the front. Alpha is straight. `sound` is (N, 2) samples at 48 kHz.

    Parameters
    ----------
    frames : (height, width, 3) uint8 or uint16 sRGB each, with 4 channels where it is `clear`.
    rate : frames a second, exactly; GIF tells times in hundredths of a second.
    size : (width, height) of the frames; odd sides lose their last row or column where colours of
        four pixels are one.
    samples : some frames from all over the clip, by which a GIF's palette is chosen.

    Raises WoodcockError if it can't be written; Cancelled when `progress` says stop. Either way no
    half file stays behind.
    """
    import av  # here and below: PyAV takes a while to load, and only exports need it

    delivery, rate = delivery or Delivery(), Fraction(rate)
    if delivery.facts.even:
        size = size[0] // 2 * 2, size[1] // 2 * 2
    with replacing(Path(path)) as temporary:
        try:
            _write(temporary, frames, count, size, rate, delivery, progress, sound, samples)
        except av.error.FFmpegError as error:
            if isinstance(error, OSError) and error.errno and error.errno < 1000:
                raise OSError(error.errno, os.strerror(error.errno)) from error
            raise WoodcockError(
                tr(
                    "{name} could not be encoded ({error}). Nothing was left behind. Try another "
                    "frame size.",
                    name=Path(path).name,
                    error=error,
                )
            ) from error


def _write(
    path: Path,
    frames: Iterable[NDArray],
    count: int,
    size: tuple[int, int],
    rate: Fraction,
    delivery: Delivery,
    progress: Progress | None,
    sound: NDArray[np.float32] | None,
    samples: Sequence[NDArray[np.uint8]],
) -> None:
    import av

    palette = Palette(samples, delivery) if delivery.format == "gif" else None
    options = container_options(path, delivery, rate)
    with av.open(
        str(path), "w", format=container_format(path, delivery), options=options
    ) as container:
        track = Track(container, delivery, size, rate)
        heard = SoundTrack(container, path.suffix, sound) if sound is not None else None
        written = 0
        for picture in frames:
            report(
                progress,
                written / count,
                tr("Frame {written} of {count}", written=written + 1, count=count),
            )
            picture = picture[: size[1], : size[0]]
            track.add(palette.indexed(picture) if palette else picture, written)
            written += 1
            if heard is not None:
                heard.write_until(written / rate)
        track.end(count)
        if heard is not None:
            heard.close()
        if written != count:
            raise ValueError(f"{written} frames came instead of {count}")
    if delivery.format == "webp":
        unblended(path)
    report(progress, 1.0, tr("Done"))
