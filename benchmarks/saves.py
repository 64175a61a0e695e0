"""Saving and keeping 24 megapixels in 12 layers: times and bytes, beside writing all of it anew."""

from __future__ import annotations

import os
import tempfile
import time
from pathlib import Path

os.environ["WOODCOCK_STATE"] = tempfile.mkdtemp()

import psutil
from common import show, staged
from msgspec.structs import replace

from woodcock.media.project_file import open_project, save_project
from woodcock.model import Mask
from woodcock.pixels.store import PixelStore
from woodcock.session import Document
from woodcock.session.journal import Journal
from woodcock.session.keeping import Keeping
from woodcock.session.moments import Moment, plain
from woodcock.session.pool import Pool


def measured(work):
    """(what it gives, seconds, megabytes written) of `work()`."""
    process, start = psutil.Process(), time.perf_counter()
    before = process.io_counters().write_chars
    got = work()
    took = time.perf_counter() - start
    return got, took, (process.io_counters().write_chars - before) / 1e6


def stroked(project, store, at):
    layer = next(x for x in project.layers if x.mask)
    mask = store.get(layer.mask.pixels).copy()
    mask[1000 + at : 1300 + at, 1000:1400] = 255
    return project.with_layer(replace(layer, content=Mask(store.put(mask))))


def main():
    project, studio = staged(6000, 4000, 12)
    store, folder = studio.store, Path(tempfile.mkdtemp())
    path = folder / "a.woodcock"
    stamp, whole, all_ = measured(lambda: save_project(path, project, store))
    show("a whole save", f"{whole:.2f} s, {all_:.1f} MB", "-", True)
    times = []
    for at in range(5):
        project = stroked(project, store, at)
        stamp, took, wrote = measured(lambda: save_project(path, project, store, since=stamp))  # noqa: B023
        times.append((took, wrote))
    took, wrote = sorted(times)[2]
    show("a save after a stroke", f"{took:.2f} s, {wrote:.2f} MB", "<= 1 s", took <= 1)
    show("beside the whole save", f"{took / whole:.3f} times as long", "-", True)
    other = folder / "b.woodcock"
    _, took, wrote = measured(lambda: save_project(other, project, store, since=stamp))
    show("saved under another name", f"{took:.2f} s, {wrote:.1f} MB", "-", True)
    _, took, _ = measured(lambda: open_project(path, PixelStore()))
    show("opened", f"{took:.2f} s", "-", True)

    journal, own = Journal(), PixelStore()
    got = open_project(path, own)
    times = []
    for at in range(5):
        project = stroked(got.project, own, 40 + at)
        moment = Moment(float(at), "Stroke", project, str(path), plain(got.stamp))
        _, took, wrote = measured(lambda: journal.write(moment, own))  # noqa: B023
        times.append((took, wrote))
    took, wrote = sorted(times)[2]
    show("an act in the journal", f"{took:.2f} s, {wrote:.2f} MB", "<= 2 s", took <= 2)
    _, took, wrote = measured(lambda: journal.gather(moment, own))
    show("the rest of the project after it", f"{took:.2f} s, {wrote:.1f} MB", "-", True)
    size = sum(x.stat().st_size for x in Pool().folder.iterdir()) / 1e6
    show("the pool then", f"{size:.1f} MB", "-", True)
    journal.close(keep=False)

    document = Document(got.project, own)
    keeping = Keeping(document)
    started = time.perf_counter()
    document.act("Stroke", stroked(got.project, own, 90))
    keeping.flush()
    took = time.perf_counter() - started
    show("an act of a project without a file", f"{took:.2f} s until on the disk", "-", True)
    keeping.close(keep=False)


if __name__ == "__main__":
    main()
