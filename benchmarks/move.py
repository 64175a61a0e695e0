"""Retiming 500 keys on 30 lanes, and dragging a pose: until the window shows it."""

from __future__ import annotations

import os
import statistics
import time

os.environ.setdefault("QT_QPA_PLATFORM", "offscreen")

from common import seconds, show, staged
from PySide6.QtCore import QPoint, Qt
from PySide6.QtTest import QTest

from woodcock.app.main import application
from woodcock.app.window import MainWindow
from woodcock.model import Frame, Key, Title, Track, with_tracks
from woodcock.session import acts, pegs

LEFT = Qt.MouseButton.LeftButton


def main():
    app = application()
    project, studio = staged(2400, 1600, 4, Frame(1920, 1080, 30, 6.0))
    window = MainWindow()
    window.resize(1280, 1300)
    window.show()
    state = window.state
    state.document.store = studio.store
    state.document.open(project, None)
    state.go("Move")
    settle(app, window)
    drag_a_pose(app, window)
    state.go("Stage")  # where no frames are drawn ahead
    retime(app, window, project)
    state.document.mark_saved(state.project, None)
    window.close()


def retime(app, window, project):
    for number in range(26):
        project, _ = acts.add_layer(project, Title(f"Title {number}", x=800.0, y=500.0))
    ids = [layer.id for layer in project.layers]
    for number, owner in enumerate(ids):
        keys = tuple(Key((5 + 10 * n + number % 7) / 30, 0.01 * n) for n in range(17))
        project = with_tracks(project, owner, {"x": Track(0.0, keys)})
    window.state.document.open(project, None)
    window.room.set_lanes(10_000)
    settle(app, window)
    lanes = window.timeline.lanes
    chosen = frozenset(
        peg for peg in pegs.all_pegs(project) if peg.name == "x" and peg.owner in set(ids)
    )
    window.state.pick(chosen)
    settle(app, window)
    state, steps = window.state, iter(range(1, 1000))

    def change():
        by = (next(steps) % 2) / 30
        made, now = pegs.moved(project, chosen, by)
        state.document.act("Move keys", made, "bench")
        state.pick(now)

    def redraw():
        lanes.repaint()  # the list beside them stays as it is

    changed, drawn, beside = [], [], []
    for _ in range(21):
        changed.append(seconds(change))
        beside.append(seconds(redraw))  # the picture is drawn at the same time
        while window.previews.busy:
            time.sleep(0.002)
        drawn.append(seconds(redraw))
    keys, lanes_alone, both = (statistics.median(x) * 1e3 for x in (changed, drawn, beside))
    show(f"retiming {len(chosen)} keys on {len(ids)} lanes: the keys, ms", f"{keys:.1f}", "", True)
    show("the same: the lanes drawn anew, ms",
         f"{lanes_alone:.1f} ({both:.1f} beside the picture)", "<= 16",
         lanes_alone <= 16)  # fmt: skip


def drag_a_pose(app, window):
    """From the mouse's movement to the picture that follows it."""
    view, taken, came = window.view, [], []
    window.previews.drawn.connect(lambda *_: came.append(time.perf_counter()))
    middle = QPoint(view.width() // 2, view.height() // 2)
    QTest.mousePress(view, LEFT, pos=middle)
    for step in range(1, 31):
        came.clear()
        start = time.perf_counter()
        QTest.mouseMove(view, middle + QPoint(6 + 2 * step, step % 3))
        while not came:
            app.processEvents()
        taken.append(came[0] - start)
    QTest.mouseRelease(view, LEFT, pos=middle)
    median, worst = statistics.median(taken[2:]), max(taken[2:])
    show("dragging a pose, 4 layers, to the picture, ms",
         f"{median * 1e3:.0f} (slowest {worst * 1e3:.0f})", "<= 50", median <= 0.05)  # fmt: skip


def settle(app, window):
    quiet = 0
    while quiet < 20:
        app.processEvents()
        time.sleep(0.005)
        idle = window.work.idle and not window.previews.busy
        quiet = quiet + 1 if idle else 0


if __name__ == "__main__":
    main()
