"""Deliveries beside H.264, and the window's longest handler while a queue is worked off."""

from __future__ import annotations

import os
import sys
import tempfile
import time
from pathlib import Path

from common import seconds, show, staged

from woodcock.model import FORMATS, Delivery, Frame
from woodcock.session.deliver import deliver

_ROUNDS = 3
_STROKES = 8  # each a layer: more are refused with a message, which would be measured


def formats():
    """How long each format takes beside H.264, for the same clip, in turns."""
    project, studio = staged(1600, 900, 3, Frame(1280, 720, 24, 1.0))
    studio.atlas(project)
    with tempfile.TemporaryDirectory() as folder:
        taken: dict[str, list[float]] = {name: [] for name in FORMATS}
        for number in range(_ROUNDS):
            for name, facts in FORMATS.items():
                delivery = Delivery(name, bits=facts.bits[0])
                path = Path(folder) / f"{name}-{number}{delivery.suffix}"
                taken[name].append(
                    seconds(lambda d=delivery, p=path: deliver(project, d, p, studio))
                )
        base = min(taken["h264"])
        for name, times in taken.items():
            show(f"{FORMATS[name].title} / H.264", f"{min(times) / base:.2f}", "-", True)


def handlers():
    """Strokes drawn while three deliveries are made: the longest pass of the event loop."""
    os.environ.setdefault("QT_QPA_PLATFORM", "offscreen")
    os.environ["WOODCOCK_STATE"] = tempfile.mkdtemp(prefix="woodcock-")
    sys.path.insert(0, str(Path(__file__).parent.parent / "tests"))
    from PySide6.QtTest import QTest

    from driver import LEFT, Driver

    drive = Driver.with_scene(staged(2400, 1600, 3, Frame(1280, 720, 24, 6.0)), "Export")
    drive.window.panels["Export"].turn("queue")
    drive.settle()
    exports, passes = drive.window.work.exports, []

    def timed(work, *given, **named) -> None:
        began = time.perf_counter()
        work(*given, **named)
        passes.append(time.perf_counter() - began)

    def live(for_seconds: float) -> None:
        end = time.perf_counter() + for_seconds
        while time.perf_counter() < end:
            timed(drive.app.processEvents)
            time.sleep(0.002)

    def cut() -> float:
        """The longest pass of the event loop while strokes are drawn."""
        drive.state.go("Separate")
        live(2.0)
        drive.state.select("background")
        drive.state.tools.mode = "new"
        view = drive.window.view
        passes.clear()
        for number in range(_STROKES):
            x, y = 200 + 150 * number, 200 + 60 * number
            spots = [view.to_view(x + 12 * k, y).toPoint() for k in range(12)]
            timed(QTest.mousePress, view, LEFT, pos=spots[0])
            for spot in spots[1:]:
                timed(QTest.mouseMove, view, spot)
                live(0.012)
            timed(QTest.mouseRelease, view, LEFT, pos=spots[-1])
            live(0.5)
        return max(passes)

    plain = drive.state.project

    def begin() -> None:
        drive.settle()
        drive.state.document.open(plain, None)
        drive.state.go("Export")
        drive.settle()

    cut()  # what is loaded with the first stroke
    begin()
    alone = cut()
    begin()
    with tempfile.TemporaryDirectory() as folder:
        for shape in ("", "square", "portrait"):
            exports.add(Delivery(shape=shape), Path(folder) / f"x-{shape}.mp4")
        passes.clear()
        live(3.0)
        looked = max(passes)
        meanwhile = cut()
        busy = exports.busy
        for item in exports.items:
            exports.queue.cancel(item.id)
        drive.settle()
    drive.close()
    show("longest handler, looking at a queue", f"{looked * 1000:.0f} ms", "50 ms", looked <= 0.05)
    name = "longest handler, cutting while a queue is made"
    show(name, f"{meanwhile * 1000:.0f} ms", "50 ms", meanwhile <= 0.05)
    show("the same without a queue", f"{alone * 1000:.0f} ms", "-", busy)


def main():
    handlers()  # first: as in a window, where no other format was written before
    formats()


if __name__ == "__main__":
    main()
