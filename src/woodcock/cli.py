"""The command line."""

from __future__ import annotations

import argparse
import json
import logging
import sys
import time
from collections.abc import Sequence
from pathlib import Path

from woodcock import cli_auto, cli_export, texts
from woodcock.errors import Cancelled, WoodcockError
from woodcock.progress import Progress
from woodcock.texts import tr
from woodcock.version import __version__

EXIT_CODES = """exit codes:
  0  all went well
  1  there are gaps: `check` found them, `export` could not close them or was not to
  2  the command could not be understood
  3  the work could not be done; a sentence on standard error says why
  130  interrupted; nothing half-done was left behind
"""
_MOVES = (  # as in stage/moves.py, which is loaded only when a clip is made
    "push-in", "pull-back", "slide", "rise", "orbit", "tilt", "dolly-zoom", "counter-move",
    "pop-out", "slow-drift", "handheld",
)  # fmt: skip


def main(arguments: Sequence[str] | None = None) -> int:
    """Run `woodcock` with these arguments; returns the exit code."""
    options = _parser().parse_args(arguments)
    from woodcock.session.log import log_file, start_logging
    from woodcock.session.preferences import preferences
    from woodcock.session.wording import inside

    start_logging()
    texts.use(preferences().language)
    try:
        return int(options.run(options))
    except WoodcockError as error:
        print(f"woodcock: {error}", file=sys.stderr)
        return 3
    except (KeyboardInterrupt, Cancelled):
        print("woodcock:", tr("stopped; nothing half-done was left behind"), file=sys.stderr)
        return 130
    except MemoryError:
        print("woodcock:", tr("there was not enough memory. Close other programs, or use a smaller "
              "frame size."), file=sys.stderr)  # fmt: skip
        return 3
    except Exception as error:
        logging.getLogger(__name__).exception("%s failed", options.run.__name__)
        print(
            "woodcock:", inside(error), tr("{file} tells more.", file=log_file()), file=sys.stderr
        )
        return 3


def window() -> int:
    """Start the window, as a desktop entry does."""
    return main([])


def _parser() -> argparse.ArgumentParser:
    parser = argparse.ArgumentParser(
        prog="woodcock",
        description="Turn one still photograph into a short parallax clip. "
        "Without a command, the window opens.",
        epilog=EXIT_CODES,
        formatter_class=argparse.RawDescriptionHelpFormatter,
    )
    parser.add_argument("--version", action="version", version=f"woodcock {__version__}")
    parser.set_defaults(run=_window, file=None)
    commands = parser.add_subparsers(title="commands", metavar="")
    quiet = argparse.ArgumentParser(add_help=False)
    quiet.add_argument("--quiet", action="store_true", help="no progress on standard error")

    def command(name: str, run, about: str, *parents) -> argparse.ArgumentParser:  # type: ignore[no-untyped-def]
        sub = commands.add_parser(
            name,
            help=about,
            description=about[0].upper() + about[1:] + ".",
            parents=list(parents),
            epilog=EXIT_CODES,
            formatter_class=argparse.RawDescriptionHelpFormatter,
        )
        sub.set_defaults(run=run)
        return sub

    command("demo", _demo, "open the window with the demo project")
    command(
        "prepare", _prepare, "compile ahead what frames are drawn with, once on a machine", quiet
    )
    sub = command("open", _window, "open the window with a project or a photo")
    sub.add_argument("file", type=Path, nargs="?", metavar="FILE")

    sub = command("desktop", _desktop, "put Woodcock into your own desktop, or take it out: menu "
                  "entry, file type, icons, small pictures of projects")  # fmt: skip
    sub.add_argument("what", choices=("install", "uninstall"))
    sub = command("thumbnail", _thumbnail, "write a small picture of a project, as file managers "
                  "ask for one")  # fmt: skip
    sub.add_argument("project", type=Path, metavar="PROJECT")
    sub.add_argument("output", type=Path, metavar="PICTURE.png")
    sub.add_argument("--size", type=int, default=256, metavar="PIXELS", help="default: 256")

    sub = command("auto", _auto, "make clips from photos without further help", quiet)
    cli_auto.add_arguments(sub, _MOVES)

    about = "render projects: video, moving pictures, stills, depth, two eyes"
    cli_export.add_export(command("export", _export, about, quiet))
    about = "write the layers of a project or a photo as transparent pictures"
    cli_export.add_layers(command("layers", _layers, about, quiet))
    about = "write how far away everything is in a photo, as a picture"
    cli_export.add_depth(command("depth", _depth, about, quiet))

    sub = command("frame", _frame, "render one frame of a project into a PNG", quiet)
    sub.add_argument("project", type=Path, metavar="PROJECT")
    sub.add_argument("--at", type=float, default=0.0, metavar="SECONDS", help="default: 0")
    sub.add_argument("-o", "--output", type=Path, required=True, metavar="PICTURE.png")

    sub = command(
        "check",
        _check,
        "look for gaps, frame pixels that nothing covers, and for motion that strobes; "
        "exit code 1 if there are gaps",
        quiet,
    )
    sub.add_argument("project", type=Path, metavar="PROJECT")
    sub.add_argument("--json", action="store_true", help="the findings as JSON on standard output")
    return parser


def _progress(options: argparse.Namespace) -> Progress | None:
    """Progress on standard error: one line that is rewritten, or now and then a line in a log."""
    if options.quiet:
        return None
    terminal = sys.stderr.isatty()
    started = last = time.monotonic()

    def tell(fraction: float, text: str) -> bool:
        nonlocal last
        now = time.monotonic()
        if now - last < (0.1 if terminal else 2.0) and fraction < 1:
            return True
        last = now
        left = (now - started) * (1 - fraction) / fraction if fraction > 0.03 else None
        line = f"{fraction:4.0%}  {text}" + (f", {left:.0f} s left" if left and left >= 1 else "")
        if terminal:
            print(f"\r\033[K{line}", end="\n" if fraction >= 1 else "", file=sys.stderr, flush=True)
        else:
            print(line, file=sys.stderr, flush=True)
        return True

    return tell


def _window(options: argparse.Namespace) -> int:
    from woodcock.app.main import run

    return run(options.file)


def _demo(options: argparse.Namespace) -> int:
    from woodcock.app.main import run

    return run(demo=True)


def _desktop(options: argparse.Namespace) -> int:
    from woodcock.session import desktop

    files = getattr(desktop, options.what)()
    for file in files:
        print(file)
    done = "are in place" if options.what == "install" else "were taken away"
    print(f"{len(files)} files {done}.", file=sys.stderr)
    return 0


def _thumbnail(options: argparse.Namespace) -> int:
    from woodcock.media import save_png
    from woodcock.media.project_file import looked_into
    from woodcock.session.small import small_picture

    if not 16 <= options.size <= 1024:
        raise WoodcockError(
            tr("A picture of {size} pixels can't be made; 16 to 1024 can.", size=options.size)
        )
    with looked_into(options.project) as (project, get):
        picture = small_picture(project, get, options.size)
    if picture is None:
        raise WoodcockError(tr("{name} holds no photo yet.", name=options.project.name))
    save_png(options.output, picture)
    return 0


def _prepare(options: argparse.Namespace) -> int:
    from woodcock.session.prepare import prepare

    prepare(_progress(options))
    return 0


def _ready(options: argparse.Namespace) -> None:
    """Say so where the first frame takes half a minute, once."""
    from woodcock.session.prepare import SAYS, mark_prepared, prepared

    if not prepared():
        if not options.quiet:
            print(f"woodcock: {tr(SAYS)}", file=sys.stderr)
        mark_prepared()


def _load(path: Path):  # type: ignore[no-untyped-def]
    from woodcock.media import load_project
    from woodcock.session.preferences import new_store
    from woodcock.session.studio import Studio

    store = new_store()
    project = load_project(path, store)
    if project.photo is None:
        raise WoodcockError(
            tr("{name} holds no photo yet. Open it in the window and add one.", name=path.name)
        )
    return project, Studio(store)


def _auto(options: argparse.Namespace) -> int:
    _ready(options)
    return cli_auto.run(options, _progress(options))


def _export(options: argparse.Namespace) -> int:
    _ready(options)
    return cli_export.export(options, _progress(options))


def _layers(options: argparse.Namespace) -> int:
    _ready(options)
    return cli_export.layers(options, _progress(options))


def _depth(options: argparse.Namespace) -> int:
    return cli_export.depth(options, _progress(options))


def _frame(options: argparse.Namespace) -> int:
    from woodcock.media import save_png
    from woodcock.media.outputs import check_output

    check_output(options.output, ".png", options.project)
    project, studio = _load(options.project)
    _ready(options)
    if not 0 <= options.at <= project.frame.seconds:
        raise WoodcockError(
            tr(
                "The clip runs from 0 to {seconds:g} s; {at:g} s is outside it.",
                seconds=project.frame.seconds,
                at=options.at,
            )
        )
    studio.atlas(project, _progress(options))
    save_png(options.output, studio.frame(project, options.at))
    return 0


def _check(options: argparse.Namespace) -> int:
    from woodcock.session.speed import find_speeds
    from woodcock.session.wording import gap_sentences, motion_sentences

    project, studio = _load(options.project)
    _ready(options)
    report = studio.gaps(project, _progress(options))
    motion = motion_sentences(project, find_speeds(project, studio.store))
    if options.json:
        import msgspec

        print(json.dumps({**msgspec.to_builtins(report), "motion": motion}, indent=2))
    else:
        for line in (*gap_sentences(project, report), *motion):
            print(line)
    return 1 if report.gaps else 0
