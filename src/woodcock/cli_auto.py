"""`woodcock auto`: clips from photos with nobody's help."""

from __future__ import annotations

import argparse
import sys
import time
from pathlib import Path
from typing import TYPE_CHECKING

from woodcock.errors import InvalidValue, WoodcockError
from woodcock.progress import Progress, part
from woodcock.texts import tr

if TYPE_CHECKING:
    from collections.abc import Callable, Sequence

    from woodcock.model import Frame, Look, Photo
    from woodcock.pixels.store import PixelStore
    from woodcock.session.auto import Wish

AUTO = "auto"  # what suits the photo
_MOST_LAYERS = 6  # as in separate/layer_set.py, which is loaded only when a clip is made


def add_arguments(parser: argparse.ArgumentParser, moves: Sequence[str]) -> None:
    add = parser.add_argument
    add("photos", type=Path, nargs="+", metavar="PHOTO", help="JPEG, PNG, TIFF or WebP pictures")
    add("-o", "--output", type=Path, required=True, metavar="CLIP.mp4",
        help="of several photos: a folder")  # fmt: skip
    add("--move", choices=(AUTO, *moves), default=AUTO, help="default: auto, one that suits")
    add("--amount", type=float, metavar="PERCENT",
        help="how strong, in per cent or degrees; default: what suits")  # fmt: skip
    add("--layers", type=int, choices=range(1, _MOST_LAYERS + 1), default=_MOST_LAYERS,
        metavar="N", help="at most so many layers, 1 to 6; default: as are seen")  # fmt: skip
    add("--subject", action="store_true", help="cut the subject only, nothing else")
    add("--depth", type=Path, metavar="MAP", help="a depth map for the photo, instead of a guess")
    add("--look", metavar="NAME", help="a look that ships or was saved, by its name")
    add("--plain", action="store_true", help="without depth of field and grain")
    add("--seconds", type=float, default=6.0, help="default: 6")
    add("--fps", type=float, default=30, help="as 24 or 29.97; default: 30")
    add("--size", default=AUTO, metavar="WxH",
        help="default: auto, 1920x1080, 1080x1920 or 1080x1080 by the photo's shape")  # fmt: skip
    add("--save", type=Path, metavar="PROJECT", help="keep the project as well; of several photos: "
        "a folder")  # fmt: skip


def run(options: argparse.Namespace, progress: Progress | None) -> int:
    """Make the clips; a photo that can't be done is told, and the others go on."""
    from woodcock.model.project import SUFFIX

    several = len(options.photos) > 1
    if several and options.depth:
        raise WoodcockError(tr("A depth map belongs to one photo. Give one photo, or no --depth."))
    jobs = []
    for photo in options.photos:
        clip, saved = options.output, options.save
        if several:
            clip = _in_folder(options.output, photo, ".mp4")
            saved = options.save and _in_folder(options.save, photo, SUFFIX)
        jobs.append((photo, clip, saved))
    _all_different([clip for _, clip, _ in jobs])
    for photo, clip, saved in jobs:
        _check(photo, clip, saved)
    frame_of(options, None)
    failed = False
    for number, (photo, clip, saved) in enumerate(jobs):
        done = part(progress, number / len(jobs), (number + 1) / len(jobs))
        try:
            print(_one(options, photo, clip, saved, done), flush=True)
        except WoodcockError as error:
            if not several:
                raise
            failed = True
            print(f"woodcock: {photo.name}: {error}", file=sys.stderr, flush=True)
    return 3 if failed else 0


def _in_folder(folder: Path, photo: Path, suffix: str) -> Path:
    try:
        folder.mkdir(parents=True, exist_ok=True)
    except OSError as error:
        raise WoodcockError(
            tr(
                "{folder} is no folder that can be written into. Several photos need one.",
                folder=folder,
            )
        ) from error
    return folder / f"{photo.stem}{suffix}"


def _all_different(clips: list[Path]) -> None:
    names = [clip.name for clip in clips]
    twice = next((name for name in names if names.count(name) > 1), None)
    if twice:
        raise WoodcockError(
            tr(
                "Two photos would both become {twice}, so nothing was made. Rename one of them.",
                twice=twice,
            )
        )


def _check(photo: Path, clip: Path, saved: Path | None) -> None:
    from woodcock.media.outputs import check_output
    from woodcock.model.project import SUFFIX

    check_output(clip, ".mp4", photo, saved)
    if saved:
        check_output(saved, SUFFIX, photo)


def _one(
    options: argparse.Namespace, file: Path, clip: Path, saved: Path | None, done: Progress | None
) -> str:
    """One clip; a line about what was found and chosen."""
    from woodcock.media import load_picture, save_project
    from woodcock.model import Delivery
    from woodcock.session import acts
    from woodcock.session.auto import auto_project
    from woodcock.session.cutting import CuttingRoom
    from woodcock.session.deliver import deliver
    from woodcock.session.preferences import new_store
    from woodcock.session.studio import Studio

    store = new_store()
    studio, room = Studio(store), CuttingRoom(store)
    project = acts.new_project(load_picture(file), file.stem, store)
    assert project.photo is not None
    project = acts.set_frame(project, frame_of(options, project.photo))
    began = time.monotonic()
    project, says = auto_project(project, room, studio, _wish(options), part(done, 0.0, 0.5))
    took = time.monotonic() - began
    if options.look:
        project = _looked(project, options.look, store)
    if saved:
        save_project(saved, project, store)
    deliver(project, Delivery(), clip, studio, part(done, 0.5, 1.0))
    return f"{file.name}: {'; '.join(x for x in says if x)} ({took:.1f} s)"


def _wish(options: argparse.Namespace) -> Wish:
    from woodcock.session.auto import Wish

    return Wish(
        options.layers, options.subject, "" if options.move == AUTO else options.move,
        options.amount, str(options.depth or ""), finished=not options.plain,
    )  # fmt: skip


def _looked(project, name: str, store: PixelStore):  # type: ignore[no-untyped-def]
    from woodcock.session.looks import kept_looks, shipped_looks, with_look

    looks: dict[str, Look] = {x.name: x for x in shipped_looks(store)}
    looks |= {x.name: x for x in kept_looks(store).values()}
    found = next((look for known, look in looks.items() if known.lower() == name.lower()), None)
    if found is None:
        raise WoodcockError(
            tr(
                "There is no look called {name}. There are: {all}.",
                name=name,
                all=", ".join(looks),
            )
        )
    return with_look(project, found)


def frame_of(options: argparse.Namespace, photo: Photo | None) -> Frame:
    """The frame that was asked for, or of the photo's shape."""
    from woodcock.model import Frame
    from woodcock.session.framing import frame_for

    make: Callable[[], Frame]
    if options.size == AUTO:
        make = lambda: frame_for(photo, options.fps, options.seconds)  # noqa: E731
    else:
        try:
            width, height = (int(side) for side in options.size.lower().split("x"))
        except ValueError as error:
            raise WoodcockError(
                tr("{size} is not a size such as 1920x1080.", size=options.size)
            ) from error
        make = lambda: Frame(width, height, options.fps, options.seconds)  # noqa: E731
    try:
        return make()
    except InvalidValue as error:
        reason = str(error)
        raise WoodcockError(f"{reason[0].upper()}{reason[1:]}.") from error
