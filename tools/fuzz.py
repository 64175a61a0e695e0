"""Coverage-guided fuzzing of every parser that reads others' bytes in our own process.

    python tools/fuzz.py [NAME ...] [--seconds 900]

Each runs in a process of its own, by Atheris and libFuzzer: an exception that is none of those a
parser is to raise, more than two seconds, or more than a gigabyte ends it, and the bytes that did
it are kept in `build/fuzz/`. `tests/corpus/` is what it begins with and, after `--keep`, what it
found that reaches more of the code. `requirements/fuzz.txt` installs Atheris.
"""

from __future__ import annotations

import argparse
import contextlib
import io
import json
import logging
import os
import shutil
import socket
import struct
import subprocess
import sys
import tempfile
from collections.abc import Callable
from pathlib import Path

ROOT = Path(__file__).parents[1]
CORPUS, FOUND = ROOT / "tests" / "corpus", ROOT / "build" / "fuzz"
SCRATCH = Path(tempfile.gettempdir()) / f"fuzz-{os.getpid()}"
_KEPT = 6000  # bytes of a corpus
_SECONDS, _MEGABYTES, _LONGEST = 2, 1000, 65_536

Target = Callable[[bytes], object]


def on_disk(read: Callable[[Path], object], suffix: str = "") -> Target:
    """A parser that takes a path."""

    def target(data: bytes) -> object:
        path = SCRATCH.with_suffix(suffix)
        path.write_bytes(data)
        return read(path)

    return target


def archive(data: bytes) -> None:
    from woodcock.media.archive import archives
    from woodcock.media.project_file import _DAMAGE

    path = SCRATCH.with_suffix(".zip")
    path.write_bytes(data)
    with path.open("rb") as source:
        for whole in archives(source):
            for info in whole.file.infolist()[:20]:
                with contextlib.suppress(*_DAMAGE), whole.file.open(info) as opened:
                    opened.read(10_000)


def project_text(data: bytes) -> None:
    """A project's JSON of some version, in an archive that is whole."""
    import zipfile

    from woodcock.media.project_file import load_project
    from woodcock.pixels.store import PixelStore

    path = SCRATCH.with_suffix(".woodcock")
    with zipfile.ZipFile(path, "w") as file:
        file.writestr("project.json", data)
    load_project(path, PixelStore())


def stack(data: bytes) -> None:
    from defusedxml import DefusedXmlException

    from woodcock.media import ora

    with contextlib.suppress(*ora._DAMAGE, DefusedXmlException):
        ora._stack(data, [])


def wire(data: bytes) -> None:
    """What a helper that was taken over would say."""
    from woodcock.apart import bytes_of, pixels, told
    from woodcock.apart.helper import Broke
    from woodcock.apart.wire import receive
    from woodcock.media.picture import Size

    ours, theirs = socket.socketpair()
    with ours, theirs, contextlib.suppress(OSError, EOFError, ValueError, TypeError):
        ours.settimeout(1)
        theirs.sendall(data[:_LONGEST])
        theirs.shutdown(socket.SHUT_WR)
        got = receive(ours, 1_000_000)
        for read in (lambda: told(got, Size), lambda: pixels(got), lambda: bytes_of(got)):
            with contextlib.suppress(Broke):
                read()


def records(data: bytes) -> None:
    from woodcock.session.moments import moments_of
    from woodcock.session.records import read_records

    path = SCRATCH.with_suffix(".records")
    path.write_bytes(data)
    moments_of(read_records(path))
    moments_of([data])


def state(data: bytes) -> None:
    """The small files of the state folder, and a lock."""
    from woodcock.model import Frame
    from woodcock.session.layout import Layout
    from woodcock.session.preferences import Preferences
    from woodcock.session.project_lock import _read
    from woodcock.session.state_files import read_state

    path = SCRATCH.with_suffix(".json")
    for kind in (Preferences, Layout, Frame, dict[str, str], list[str], list[object]):
        path.write_bytes(data)
        read_state(path, kind)
    path.write_bytes(data)
    held = _read(path)
    if held is not None:
        assert held.sentence


def heads(data: bytes) -> None:
    """What files say of themselves in their first bytes."""
    import numpy as np

    from woodcock.media.containers import SOUND, VIDEO, container_of
    from woodcock.media.exr_head import head_of_exr
    from woodcock.media.picture import is_whole_png, size_of_png
    from woodcock.media.remux import without_metadata
    from woodcock.media.webp_frames import size_of_webp

    head_of_exr(data), size_of_png(data), size_of_webp(data), is_whole_png(data)
    container_of(data[:16], (*VIDEO, *SOUND))
    with contextlib.suppress(LookupError, ValueError):
        without_metadata(np.frombuffer(data, np.uint8), "gif")


def cube(data: bytes) -> None:
    from woodcock.finish.cube import read_cube

    read_cube(data, "x")


def look(path: Path) -> None:
    from woodcock.media.look_file import load_look
    from woodcock.pixels.store import PixelStore

    load_look(path, PixelStore())


def layer_list(path: Path) -> None:
    from woodcock.media.layered_folder import _listed

    _listed(path)


TARGETS: dict[str, Target] = {
    "archive": archive, "project": project_text, "stack": stack, "wire": wire, "records": records,
    "state": state, "heads": heads, "cube": cube, "look": on_disk(look, ".look.json"),
    "layers": on_disk(layer_list, ".json"),
}  # fmt: skip


def seeds(name: str) -> list[bytes]:
    """Whole ones, as Woodcock writes them."""
    sys.path.insert(0, str(ROOT / "tests"))
    import zipfile

    import broken_files

    whole = broken_files.whole
    project = ROOT / "tests" / "data" / "version-7.woodcock"
    with zipfile.ZipFile(io.BytesIO(whole("ora"))) as file:
        xml = file.read("stack.xml")
    with zipfile.ZipFile(project) as file:
        text = file.read("project.json")
    listed = {"format": "woodcock-layers", "version": 1, "width": 40, "height": 30,
              "layers": [{"file": "a.png", "name": "a", "x": 3, "opacity": 0.5}]}  # fmt: skip
    said = json.dumps([{"answer": {"width": 4, "height": 3}}, [["|u1", [3, 4, 3]]]]).encode()
    return {
        "archive": [whole("ora"), project.read_bytes()[-4000:]],
        "project": [text], "stack": [xml], "records": [whole("journal")],
        "wire": [struct.pack("<L", len(said)) + said + b"x" * 36],
        "state": [b'{"theme": "paper", "undo_megabytes": 3}', b'["host", 3, 4, "ab", 5.0]',
                  b'["a.png"]', b'{"seconds": 3.0, "rate": 25}'],
        "heads": [whole("gif"), whole("exr"), whole("png")[:3000], whole("webp")[:3000]],
        "cube": [whole("cube")], "look": [whole("look")], "layers": [json.dumps(listed).encode()],
    }[name]  # fmt: skip


def fuzz(name: str, options: list[str]) -> None:
    """Run one target in this process; ends it."""
    import atheris

    with atheris.instrument_imports(include=["woodcock", "zipfile", "defusedxml"]):
        import zipfile  # noqa: F401

        import defusedxml.ElementTree  # noqa: F401

        import woodcock.media.depth_file
        import woodcock.media.layered
        import woodcock.media.look_file
        import woodcock.media.project_file
        import woodcock.media.remux
        import woodcock.media.webp_frames
        import woodcock.session.layout
        import woodcock.session.project_lock  # noqa: F401

    logging.disable(logging.CRITICAL)
    target = TARGETS[name]

    def one(data: bytes) -> None:
        from woodcock.errors import WoodcockError

        with contextlib.suppress(WoodcockError):
            target(data)

    atheris.Setup([sys.argv[0], *options], one)
    atheris.Fuzz()


def keep(work: Path, kept: Path) -> None:
    """Put what was found into the corpus: the smallest, and not many."""
    left = _KEPT
    for path in sorted(work.glob("[0-9a-f]*"), key=lambda x: x.stat().st_size):
        left -= path.stat().st_size
        if left < 0:
            break
        shutil.copyfile(path, kept / path.name)


def main() -> int:
    parser = argparse.ArgumentParser(description=__doc__.splitlines()[0])
    parser.add_argument("names", nargs="*", choices=[*TARGETS, []], default=[])
    parser.add_argument("--seconds", type=int, default=900)
    parser.add_argument("--keep", action="store_true", help="keep what was found in the corpus")
    parser.add_argument("--one", nargs=argparse.REMAINDER, help=argparse.SUPPRESS)
    chosen = parser.parse_args()
    if chosen.one:
        fuzz(chosen.one[0], chosen.one[1:])
        return 0
    failed = 0
    for name in chosen.names or TARGETS:
        work, kept = FOUND / name, CORPUS / name
        for folder in (work, kept):
            folder.mkdir(parents=True, exist_ok=True)
        for number, data in enumerate(seeds(name)):
            (work / f"seed-{number}").write_bytes(data)
        command = [
            sys.executable, __file__, "--one", name, str(work), str(kept),
            f"-max_total_time={chosen.seconds}", f"-timeout={_SECONDS}", "-seed=1",
            f"-rss_limit_mb={_MEGABYTES}", f"-max_len={_LONGEST}", f"-artifact_prefix={work}/bad-",
            "-print_final_stats=1", "-verbosity=1",
        ]  # fmt: skip
        run = subprocess.run(command, capture_output=True, text=True, errors="replace")
        stats = [x.split() for x in run.stderr.splitlines() if x.startswith("stat::")]
        said = ", ".join(f"{key[6:-1]} {value}" for key, value in stats)
        print(f"{name}: exit {run.returncode}, {said}", flush=True)
        if run.returncode:
            failed += 1
            print(run.stderr[-3000:], flush=True)
        elif chosen.keep:
            keep(work, kept)
    return min(failed, 1)


if __name__ == "__main__":
    sys.exit(main())
