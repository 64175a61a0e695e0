"""How large a delivery will be and how long it will take, told from a few of its frames."""

from __future__ import annotations

import tempfile
import time
from collections.abc import Iterator
from pathlib import Path
from typing import NamedTuple

from msgspec.structs import replace

from woodcock.media.atomic import folder_beside
from woodcock.model import Delivery, Project
from woodcock.progress import Progress, report
from woodcock.render import Atlas
from woodcock.session.deliver import Take, take_of, write_take
from woodcock.session.studio import Studio
from woodcock.texts import tr

_FEW = 6  # frames that are made on trial
_SOUND = 256_000 / 8  # bytes a second


class Estimate(NamedTuple):
    """Bytes and seconds; `frames` is how many there are."""

    bytes: float
    seconds: float
    frames: int


def estimate(
    project: Project, delivery: Delivery, studio: Studio, progress: Progress | None = None
) -> Estimate:
    """Make a few frames from the middle of a delivery on trial, and tell the whole from them.

    With the plates of the clip's own frame, whatever the shape, so that nothing is rebuilt for it.
    Raises Cancelled on request, WoodcockError where it can't be made.
    """
    take = take_of(project, delivery, studio.store)
    atlas = studio.atlas(project)
    count = len(take.times)
    seen = take_of(project, replace(delivery, shape=""), studio.store).projects
    first = max((count - _FEW) // 2, 0)
    times = take.times[first : first + _FEW]
    seen = seen[first : first + _FEW] if delivery.shows == "rocking" else seen
    few = Take(seen, take.size, times, take.rate)
    one = Take(few.projects, take.size, times[:1], take.rate)
    quiet = replace(delivery, sound=False)
    with folder_beside(Path(tempfile.gettempdir()) / "estimate") as folder:
        alone, _ = _tried(one, quiet, atlas, folder / "one", progress)
        several, seconds = _tried(few, quiet, atlas, folder / "few", progress)
    more = max(several - alone, 0) / max(len(times) - 1, 1)
    size = alone + more * (count - 1)
    if delivery.sound and delivery.facts.sound and any(x.visible for x in project.sounds):
        size += _SOUND * count / float(take.rate)
    files = 2 if delivery.shows == "two files" else 1
    return Estimate(files * size, files * seconds / len(times) * count, count)


def _tried(
    take: Take, delivery: Delivery, atlas: Atlas, name: Path, progress: Progress | None
) -> tuple[int, float]:
    """Bytes and seconds of some frames."""
    report(progress, 0.0, tr("Making a few frames on trial"))
    began = time.monotonic()
    path = name.with_suffix(delivery.suffix) if delivery.suffix else name
    write_take(path, delivery, take, atlas, progress=progress)
    return sum(x.stat().st_size for x in _files(path)), time.monotonic() - began


def _files(path: Path) -> Iterator[Path]:
    return iter([path]) if path.is_file() else path.iterdir()
