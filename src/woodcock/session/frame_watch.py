"""A delivery looks at its own frames: what is broken is told, and never called ready."""

from __future__ import annotations

from collections.abc import Callable, Iterator

import numpy as np
from numpy.typing import NDArray

from woodcock.errors import FaultyLight, WoodcockError
from woodcock.media.exr_file import ExrPart
from woodcock.media.sequence import Shown
from woodcock.model import Project, Track, owners_of, tracks_of
from woodcock.stage import value_at
from woodcock.texts import tr

_GRID = 24  # blocks along the shorter side
_APART = 3  # pixels between those that are looked at
_SEEN = 8 / 255  # of white: a block at least as bright as this shows something
_LOST = 0.01  # of the frame: no layer worth telling is smaller
_LEAP = 0.25  # of all that a track's keys differ by: between two frames, it is a cut

Plain = Callable[[int], Shown]  # frame number -> the same frame with nothing blurred


def watched(
    frames: Iterator[Shown], project: Project, times: tuple[float, ...], plain: Plain | None
) -> Iterator[Shown]:
    """The frames of a delivery as they come, each looked at first.

    Raises WoodcockError at one that holds no numbers, or in which a part that was seen in the frame
    before is all black: unless it is black with nothing blurred either, or a key asks for a leap
    just there. Without `plain`, black is as good as any value.
    """
    before: NDArray[np.float32] | None = None
    number = 0
    while True:
        try:
            frame = next(frames)
        except StopIteration:
            return
        except FaultyLight as error:
            raise _broken(number, len(times)) from error
        light = _array(frame)
        if light.dtype.kind == "f" and not np.isfinite(light).all():
            raise _broken(number, len(times))
        now = brightest(light)
        if before is not None and plain is not None:
            lost = (before >= _SEEN) & (now <= 0)
            if lost.mean() >= _LOST and not _leaps(project, *times[number - 1 : number + 1]):
                shown = brightest(_array(plain(number)))
                if (shown[lost] >= _SEEN).mean() > 0.5:
                    raise _black(number, len(times))
        before, number = now, number + 1
        yield frame


def brightest(picture: NDArray) -> NDArray[np.float32]:
    """The brightest of some values in each block of a picture, in shares of white: 24 blocks high.

    `picture` is (H, W), or (H, W, C), whose first three channels count; integers or floats.
    """
    picture = np.ascontiguousarray(
        picture[::_APART, ::_APART]
    )  # a part that is lost is lost at every few pixels
    most = 1.0 if picture.dtype.kind == "f" else float(np.iinfo(picture.dtype).max)
    side = max(min(picture.shape[:2]) // _GRID, 1)
    rows, columns = (np.arange(0, n, side) for n in picture.shape[:2])
    flat = picture
    if picture.ndim == 3:
        red, green, blue = (picture[..., k] for k in range(3))
        flat = np.maximum(np.maximum(red, green), blue)
    high = np.maximum.reduceat(np.maximum.reduceat(flat, rows, 0), columns, 1)
    return (high / np.float32(most)).astype(np.float32)


def _array(frame: Shown) -> NDArray:
    return frame.light if isinstance(frame, ExrPart) else frame


def _leaps(project: Project, before: float, now: float) -> bool:
    """Whether the keys of anything leap between two times: then a picture may, too."""
    tracks = (track for owner in owners_of(project) for track in tracks_of(project, owner).values())
    return any(_leap(track, before, now) for track in tracks if track.animated)


def _leap(track: Track, before: float, now: float) -> bool:
    values = [key.value for key in track.keys]
    return abs(value_at(track, now) - value_at(track, before)) > _LEAP * np.ptp(values) > 0


def _broken(number: int, count: int) -> WoodcockError:
    return WoodcockError(
        tr(
            "Frame {number} of {count} came out broken: it holds values that are no colours. The "
            "export was stopped and nothing was left behind. Switch off the effects that are on "
            "there, one by one, to find which, and send the log with a report (Help).",
            number=number + 1,
            count=count,
        )
    )


def _black(number: int, count: int) -> WoodcockError:
    return WoodcockError(
        tr(
            "In frame {number} of {count} a part of the picture is black that is there in the "
            "frame before, and nothing asks for it. The export was stopped and nothing was left "
            "behind. Look at that frame in Finish with its effects off, one by one.",
            number=number + 1,
            count=count,
        )
    )
