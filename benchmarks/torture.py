"""That nothing is lost: kills, full disks, broken files, random acts, random hands.

    python benchmarks/torture.py kills disks files bombs acts hands [--times N] [--seconds S]

prints what was tried and what came of it; a number after "lost", "unreadable" and the like should
be 0. A short form of each is in tests/.
"""

from __future__ import annotations

import argparse
import os
import random
import resource
import shutil
import signal
import subprocess
import sys
import tempfile
import time
from pathlib import Path

TESTS = Path(__file__).parents[1] / "tests"
sys.path.insert(0, str(TESTS))
os.environ.setdefault("QT_QPA_PLATFORM", "offscreen")
os.environ["WOODCOCK_STATE"] = tempfile.mkdtemp()


def kills(times, seconds):
    """SIGKILL at a random moment of saves, and of acts that are kept; each in a process of its
    own, forked from this one, which has no threads."""
    from at_work import keep_acting, keep_saving, project_of
    from woodcock.errors import WoodcockError
    from woodcock.media.project_file import open_project
    from woodcock.pixels.store import PixelStore
    from woodcock.session.journal import left_behind
    from woodcock.session.leftovers import clear_up
    from woodcock.session.recent import remember

    rng, folder = random.Random(1), Path(tempfile.mkdtemp())
    path = folder / "a.woodcock"
    project, store = project_of(900, 600, 6)
    unreadable = half = lost = 0
    for number in range(times):
        told = forked(keep_saving, (project, store, path), rng.uniform(0, 0.6))
        saved = max(told, default=0)
        if not path.exists():
            lost += saved > 0
            continue
        remember(path)
        half += any(x.name.startswith(".") for x in folder.iterdir())
        try:
            found = open_project(path, PixelStore()).project.fill_seed
            lost += found < saved
        except WoodcockError:
            unreadable += 1
        clear_up()
        if number % 10 == 9:
            path.unlink()
    left = sum(x.name.startswith(".") for x in folder.iterdir())
    print(f"kills during saves: {times}, unreadable {unreadable}, saves lost {lost}, with half "
          f"files {half}, of which left after the next start {left}")  # fmt: skip

    lost = unreadable = most = 0
    shutil.rmtree(os.environ["WOODCOCK_STATE"])
    for _ in range(times):
        path.unlink(missing_ok=True)
        told = forked(keep_acting, (project, store), rng.uniform(0.05, 0.6))
        done = max(told, default=0)
        found = left_behind()
        if not found:
            lost, most = lost + (done > 1), max(most, done)
            continue
        try:
            kept = found[0].open(PixelStore()).project.fill_seed
            most, lost = max(most, done - kept), lost + (done - kept > 1)
        except WoodcockError:
            unreadable += 1
        for each in found:
            each.discard()
        clear_up()
    state = Path(os.environ["WOODCOCK_STATE"])
    left = [x for x in state.rglob("*") if x.is_file() and x.name not in ("lock", "recent.json")]
    print(f"kills during acts: {times}, unreadable journals {unreadable}, more than one act lost "
          f"{lost}, most acts lost {most}, files left {len(left)}")  # fmt: skip


def forked(work, given, seconds):
    """What `work(*given, told)` told of in a process of its own before it was killed."""
    reads, writes = os.pipe()
    child = os.fork()
    if not child:
        os.close(reads)
        try:
            work(*given, lambda number: os.write(writes, f"{number}\n".encode()))
        finally:
            os._exit(1)
    os.close(writes)
    first = os.read(reads, 64)  # it is at work
    time.sleep(seconds)
    os.kill(child, signal.SIGKILL)
    os.waitpid(child, 0)
    with os.fdopen(reads, "rb") as rest:
        return [int(line) for line in (first + rest.read()).split(b"\n")[:-1] if line.isdigit()]


def disks(times, seconds):
    """A disk that is full after so many bytes, for saves, the journal and exports."""
    from at_work import project_of, stroked
    from woodcock.media.project_file import load_project, save_project
    from woodcock.model import Delivery
    from woodcock.pixels.store import PixelStore
    from woodcock.session.deliver import deliver
    from woodcock.session.journal import Journal
    from woodcock.session.moments import Moment
    from woodcock.session.studio import Studio

    folder = Path(tempfile.mkdtemp())
    mounted = not subprocess.run(
        ["mount", "-t", "tmpfs", "-o", "size=64m", "none", str(folder)], capture_output=True
    ).returncode
    project, store = project_of(400, 300, 3)
    other = stroked(project, store, 9)
    path, clip = folder / "a.woodcock", folder / "clip.mp4"
    stamp = save_project(path, project, store)
    studio = Studio(store)
    deliver(project, Delivery(end=0.3), clip, studio)
    before = {x: x.read_bytes() for x in (path, clip)}
    lost = failed = tried = 0
    works = {
        "a quick save": lambda: save_project(path, other, store, since=stamp),
        "a whole save": lambda: save_project(path, other, store),
        "an export": lambda: deliver(other, Delivery(end=0.3), clip, studio),
        "the journal": lambda: Journal(folder).write(Moment(1.0, "Act", other), store),
    }
    for name, work in works.items():
        whole = len(before[clip if name == "an export" else path])
        for part in range(times):
            room = round(whole * 1.3 * part / times)
            filler = folder / "filler"
            if mounted:
                free = shutil.disk_usage(folder).free
                filler.write_bytes(bytes(max(free - room, 0)))
            limit = resource.getrlimit(resource.RLIMIT_FSIZE)
            if not mounted:
                signal.signal(signal.SIGXFSZ, signal.SIG_IGN)
                start = stamp.end if name == "a quick save" else 0
                resource.setrlimit(resource.RLIMIT_FSIZE, (start + room, limit[1]))
            tried += 1
            try:
                work()
            except Exception as error:
                failed += 1
                if not str(error).endswith(".") and not isinstance(error, OSError):
                    print(f"  {name} at {room}: {type(error).__name__}: {error}")
            finally:
                resource.setrlimit(resource.RLIMIT_FSIZE, limit)
                filler.unlink(missing_ok=True)
            if load_project(path, PixelStore()) not in (project, other):
                lost += 1
            if clip.stat().st_size < 0.5 * len(before[clip]):
                lost += 1
            for each, content in before.items():
                each.write_bytes(content)
            stamp = stamp._replace(changed=path.stat().st_mtime_ns, size=len(before[path]))
            half = [x.name for x in folder.iterdir() if "~part" in x.name]
            if half:
                print(f"  {name}: left {half}")
            shutil.rmtree(folder / "journal", ignore_errors=True)
            shutil.rmtree(folder / "pixels", ignore_errors=True)
    if mounted:
        subprocess.run(["umount", "-l", str(folder)], check=False)
    print(f"full disks ({'tmpfs' if mounted else 'limit of file sizes'}): {tried} tries, "
          f"{failed} told of in a sentence, files lost {lost}")  # fmt: skip


def files(times, seconds, only=()):
    """Files of every kind with wrong bytes, read in a process that is watched from here."""
    import psutil

    from broken_files import KINDS

    work = Path(tempfile.mkdtemp())
    each = max(times // len(KINDS), 1)
    chosen = [kind for kind in KINDS if kind in only] or list(KINDS)
    slow = large = crashed = odd = read = refused = 0
    for kind in chosen:
        log = work / "log"
        command = [sys.executable, str(TESTS / "broken_files.py")]
        began, at, slowest, peak = time.monotonic(), 0, 0.0, 0
        while at < each:
            log.write_text("")
            child = subprocess.Popen(
                [*command, kind, str(at), str(each), str(log)], cwd=work, stderr=subprocess.DEVNULL
            )
            watched, base = psutil.Process(child.pid), 0
            while child.poll() is None:
                time.sleep(0.04)
                try:
                    tree = [watched, *watched.children(recursive=True)]
                    held = sum(x.memory_info().rss for x in tree)
                except psutil.Error:
                    continue
                if not base and log.stat().st_size:
                    base = held  # what was loaded before the first file
                if base:
                    peak = max(peak, held - base)
            lines = [line.split(maxsplit=3) for line in log.read_text().splitlines()]
            for _, took, outcome, told in (x for x in lines if len(x) == 4):
                slowest, slow = max(slowest, float(took)), slow + (float(took) > 2)
                read, refused = read + (outcome == "read"), refused + (outcome == "refused")
                if outcome == "odd":
                    odd += 1
                    print(f"  {kind}: {told}")
            at = max([at, *(int(x[0]) + 1 for x in lines if x)])
            if child.returncode:
                crashed, at = crashed + 1, at + 1
                print(f"  {kind}: number {at - 1} ended with {child.returncode}")
        large += peak > 500_000_000
        print(f"  {kind:<16} {each} in {time.monotonic() - began:.0f} s, slowest {slowest:.2f} s, "
              f"{peak / 1e6:.0f} MB", flush=True)  # fmt: skip
    outside = [x.name for x in work.iterdir() if x.name not in ("log", *KINDS)]
    print(f"broken files: {each * len(chosen)}, read {read}, refused {refused}, crashes {crashed}, "
          f"tracebacks {odd}, over 2 s {slow}, kinds over 500 MB {large}, written elsewhere "
          f"{len(outside)}")  # fmt: skip


def bombs(times, seconds):
    """Small files that say they are large: time, and memory of this process and its helpers."""
    from bombs import BOMBS

    with tempfile.TemporaryDirectory() as folder:
        for name in BOMBS:
            command = [sys.executable, "peaks.py", folder, name]
            run = subprocess.run(command, capture_output=True, text=True, cwd=TESTS)
            told, _, peaks = run.stdout.strip().rpartition("\n")
            print(f"bomb: MB here and apart {peaks}, {told or run.stderr[-300:]}", flush=True)


def acts(times, seconds):
    """Random acts, undos, saves and loads on the session, with what must hold after each."""
    from hypothesis import HealthCheck, settings
    from hypothesis.stateful import run_state_machine_as_test

    from test_soak import STEPS, Session

    settings.register_profile(
        "long", max_examples=max(times // STEPS, 1), stateful_step_count=STEPS, deadline=None,
        suppress_health_check=list(HealthCheck),
    )  # fmt: skip
    Session.count = 0
    run_state_machine_as_test(Session, settings=settings.get_profile("long"))
    print(f"random acts on the session: {Session.count}, failures 0")


def hands(times, seconds):
    """Clicks, drags, wheels and keys at random on the real window."""
    from random_hands import play

    print(play(seconds))


def main():
    parts = {
        "kills": kills, "disks": disks, "files": files, "bombs": bombs, "acts": acts,
        "hands": hands,
    }  # fmt: skip
    parser = argparse.ArgumentParser(description=__doc__)
    parser.add_argument("parts", nargs="+", choices=parts)
    parser.add_argument("--times", type=int, default=300)
    parser.add_argument("--only", nargs="*", default=(), help="kinds of files")
    parser.add_argument("--seconds", type=float, default=600)
    chosen = parser.parse_args()
    for name in chosen.parts:
        given = (chosen.only,) if name == "files" else ()
        parts[name](chosen.times, chosen.seconds, *given)


if __name__ == "__main__":
    main()
