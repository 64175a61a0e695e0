"""`woodcock export`, `layers` and `depth`: what leaves Woodcock, from the shell."""

from __future__ import annotations

import argparse
import contextlib
import sys
from pathlib import Path
from typing import TYPE_CHECKING

from woodcock.errors import WoodcockError
from woodcock.progress import Progress, part
from woodcock.texts import tr

if TYPE_CHECKING:
    from woodcock.model import Project
    from woodcock.script import Shot
    from woodcock.session.queue import Item, Queue
    from woodcock.session.studio import Studio

_PURPOSES = (  # as in session/purposes.py, which is loaded only when something is exported
    "web", "editor", "smallest", "square", "portrait", "loop", "transparent", "stills",
    "compositing", "depth", "eyes", "rocking",
)  # fmt: skip
_SHAPES = ("landscape", "square", "upright", "portrait")


def add_export(sub: argparse.ArgumentParser) -> None:
    """Arguments of `woodcock export`."""
    sub.add_argument("projects", type=Path, nargs="+", metavar="PROJECT")
    sub.add_argument(
        "-o", "--output", type=Path, required=True, metavar="FILE_OR_FOLDER",
        help="a file whose ending says what it is (.mp4, .mov, .webm, .mkv, .gif, .webp, .png), or "
        "a folder, for several",
    )  # fmt: skip
    sub.add_argument(
        "--as", dest="purposes", action="append", choices=_PURPOSES, metavar="PURPOSE",
        help=f"what for, once or several times: {', '.join(_PURPOSES)}",
    )  # fmt: skip
    sub.add_argument("--shape", action="append", choices=_SHAPES, help="once or several times")
    sub.add_argument("--lines", type=int, metavar="N", help="pixels of the shorter side")
    sub.add_argument("--rate", type=float, metavar="FPS")
    sub.add_argument("--start", type=float, metavar="SECONDS")
    sub.add_argument("--end", type=float, metavar="SECONDS")
    sub.add_argument("--quality", type=int, metavar="0-100")
    sub.add_argument("--bits", type=int, choices=(8, 10, 16))
    sub.add_argument(
        "--as-it-is", action="store_true",
        help="with the gaps that the move shows; else layers are grown to close them",
    )  # fmt: skip
    sub.add_argument("--loops", type=int, metavar="N", help="0: for ever")


def add_layers(sub: argparse.ArgumentParser) -> None:
    """Arguments of `woodcock layers`."""
    sub.add_argument("source", type=Path, metavar="PHOTO_OR_PROJECT")
    sub.add_argument(
        "-o", "--output", type=Path, required=True, metavar="FILE_OR_FOLDER",
        help=".ora, .tif or .exr, or a folder of PNG pictures",
    )  # fmt: skip
    sub.add_argument("--bits", type=int, choices=(8, 16), default=8)
    sub.add_argument("--whole", action="store_true", help="every picture as large as the photo")
    sub.add_argument(
        "--edges", choices=("exact", "clean", "photo"), default="exact",
        help="so that all together are the photo, for another background, or as in the photo",
    )  # fmt: skip


def add_depth(sub: argparse.ArgumentParser) -> None:
    """Arguments of `woodcock depth`."""
    sub.add_argument("source", type=Path, metavar="PHOTO_OR_PROJECT")
    sub.add_argument("-o", "--output", type=Path, required=True, metavar="MAP.png|.tif|.exr")


def export(options: argparse.Namespace, progress: Progress | None) -> int:
    """Every project for every purpose and shape; one that fails is told, the others go on."""
    from woodcock.media import load_project
    from woodcock.media.outputs import check_output
    from woodcock.session.preferences import new_store
    from woodcock.session.purposes import delivery_to, delivery_with, file_name, files_of
    from woodcock.session.queue import Queue
    from woodcock.session.studio import Studio

    wanted = [(p, s) for p in options.purposes or [""] for s in options.shape or [""]]
    alone = len(options.projects) == 1 and len(wanted) == 1
    named = alone and bool(options.output.suffix) and not options.output.is_dir()
    folder = not (named or (alone and not options.purposes))
    if folder:
        _make(options.output)
    given = ("lines", "rate", "start", "end", "quality", "bits", "loops")
    values = {x: getattr(options, x) for x in given if getattr(options, x) is not None}
    failed, open_, taken = False, False, set()
    for number, file in enumerate(options.projects):
        done = part(progress, number / len(options.projects), (number + 1) / len(options.projects))
        store = new_store()
        studio = Studio(store)
        queue = Queue(store, studio)
        try:
            project = load_project(file, store)
            if project.photo is None:
                raise WoodcockError(
                    tr(
                        "{name} holds no photo yet. Open it in the window and add one.",
                        name=file.name,
                    )
                )
            gaps: list[str] | None = None
            for purpose, shape in wanted:
                more = values | ({"shape": shape} if shape else {})
                if folder:
                    delivery = delivery_with(project.frame, purpose or "web", **more)
                    path = options.output / file_name(file.stem, delivery)
                else:
                    path = options.output
                    delivery = delivery_to(path, project.frame, purpose, **more)
                if gaps is None and not delivery.clear:
                    looked = part(done, 0.0, 0.3)
                    project, gaps = _without_gaps(project, studio, options.as_it_is, looked)
                    open_ |= bool(gaps)
                    for line in gaps:
                        print(f"woodcock: {file.name}: {line}", file=sys.stderr, flush=True)
                if gaps and not delivery.clear and not options.as_it_is:
                    continue
                if path in taken:
                    raise WoodcockError(
                        tr(
                            "{name} would be made twice, so it was not made again. Rename one of "
                            "the projects.",
                            name=path.name,
                        )
                    )
                taken.add(path)
                if path.suffix:
                    check_output(path, path.suffix.lower(), file)
                for where, each in files_of(path, delivery):
                    queue.add(project, each, where, file.stem)
            failed |= not _made(queue, part(done, 0.3, 1.0), quiet=alone)
        except WoodcockError as error:
            if alone:
                raise
            failed = True
            print(f"woodcock: {file.name}: {error}", file=sys.stderr, flush=True)
        finally:
            queue.close()
    return 3 if failed else int(open_)


def _without_gaps(
    project: Project, studio: Studio, as_it_is: bool, progress: Progress | None
) -> tuple[Project, list[str]]:
    """The project with its layers grown to close gaps, unless it is wanted as it is; sentences
    about the gaps that are left, for which nothing is exported unless it is."""
    from woodcock.session.closing import closed
    from woodcock.session.wording import gap_sentences

    if not as_it_is:
        project = closed(project, studio, part(progress, 0.0, 0.8))
    report = studio.gaps(project, part(progress, 0.8, 1.0))
    return project, list(gap_sentences(project, report)) if report.gaps else []


def _make(folder: Path) -> None:
    try:
        folder.mkdir(parents=True, exist_ok=True)
    except OSError as error:
        raise WoodcockError(
            tr(
                "{folder} is no folder that can be written into. Several clips need one.",
                folder=folder,
            )
        ) from error


def _made(queue: Queue, progress: Progress | None, quiet: bool) -> bool:
    """Wait for all in a queue; whether all went well. Ctrl+C stops it, nothing half-done stays."""
    told: set[str] = set()

    def tell() -> None:
        for item in queue.items:
            if item.ended and item.id not in told:
                told.add(item.id)
                _say(item, quiet)

    while not queue.wait(0.2):
        job, items = queue.running, queue.items
        ended = sum(item.ended for item in items)
        tell()
        if job is not None and progress is not None:
            progress((ended + job.fraction) / len(items), f"{job.name}: {job.text}")
    tell()
    if progress is not None:
        progress(1.0, "Done")
    failed = [item for item in queue.items if item.state != "done"]
    if failed and quiet:
        raise WoodcockError(failed[0].told)
    return not failed


def _say(item: Item, quiet: bool) -> None:
    if quiet:
        return
    if item.state == "done":
        print(f"{item.path} ({item.seconds:.1f} s)", flush=True)
    else:
        print(f"woodcock: {item.file.name}: {item.told}", file=sys.stderr, flush=True)


def layers(options: argparse.Namespace, progress: Progress | None) -> int:
    """The layers of a project, or of a photo, which is cut as it is found to fall apart."""
    from woodcock.script import cut_layers
    from woodcock.script_deliver import save_layers

    shot, is_photo = _opened(options.source)
    if is_photo:
        shot = cut_layers(shot, part(progress, 0.0, 0.5))
    save_layers(
        shot, options.output, options.bits, options.edges, not options.whole,
        part(progress, 0.5, 1.0),
    )  # fmt: skip
    print(f"{options.output}: {', '.join(shot.layers)}")
    return 0


def depth(options: argparse.Namespace, progress: Progress | None) -> int:
    """The depth map of a project, or guessed for a photo."""
    from woodcock.media.depth_file import DEPTH_FILES
    from woodcock.script import cut_layers
    from woodcock.script_deliver import save_depth

    if options.output.suffix.lower() not in DEPTH_FILES:
        raise WoodcockError(
            tr(
                "A depth map can be saved as {all}. {name} is none of these; nothing was written.",
                all=", ".join(DEPTH_FILES),
                name=options.output.name,
            )
        )
    shot, is_photo = _opened(options.source)
    if is_photo:
        # Where nothing tells near from far a map is guessed all the same.
        with contextlib.suppress(WoodcockError):
            shot = cut_layers(shot, part(progress, 0.0, 0.5))
    shot = save_depth(shot, options.output, part(progress, 0.5, 1.0))
    found = shot.project.depth
    assert found is not None
    print(f"{options.output}: white is {found.near:.3g} m, black {found.far:.4g} m away")
    return 0


def _opened(source: Path) -> tuple[Shot, bool]:
    """A project, a layered picture, or a photo; whether it is a photo."""
    from woodcock.media.layered import is_layered
    from woodcock.media.project_file import is_project_file
    from woodcock.script import open_photo, open_project
    from woodcock.script_deliver import open_layers

    if is_layered(source):
        return open_layers(source), False
    if is_project_file(source):
        return open_project(source), False
    return open_photo(source), True
