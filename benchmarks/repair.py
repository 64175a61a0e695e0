"""Repairing by hand on a 24-megapixel photo: from a movement of the mouse to the picture."""

from __future__ import annotations

import sys
import time
from pathlib import Path

import numpy as np
from common import show, staged

sys.path.insert(0, str(Path(__file__).parent.parent / "tools"))

_MOVES = 30


def main():
    from offscreen import Stand
    from PySide6.QtCore import QPoint, QPointF, Qt
    from PySide6.QtTest import QTest

    stand = Stand()
    window, view = stand.window, stand.window.view
    state = window.state
    project, studio = staged(6000, 4000, 2)
    state.document.store, state.studio.store = studio.store, studio.store
    state.document.open(project, None)
    state.go("Rebuild")
    state.select("background")
    stand.settle()
    window.toolbox.buttons["clone"].click()
    stand.settle()
    seen = []

    def changed():
        view.repaint()
        seen.append(time.perf_counter())

    window.repairer.changed.connect(changed)
    for size in (60, 300, 1000):
        for zoom, name in ((view.fitted, "all of it shown"), (1.0, "at 100 %")):
            view.set_zoom(zoom)
            state.tools.size = size
            state.touch()
            stand.settle()
            start = view.to_view(2400, 2000).toPoint() if zoom < 1 else QPoint(300, 200)
            source = start + QPoint(140, 10)
            QTest.mouseClick(view, Qt.MouseButton.RightButton, pos=source)
            QTest.mousePress(view, Qt.MouseButton.LeftButton, pos=start)
            stand.settle()
            taken = []
            for move in range(_MOVES):
                seen.clear()
                begun = time.perf_counter()
                QTest.mouseMove(view, (QPointF(start) + QPointF(4 * move + 4, 2 * move)).toPoint())
                while not seen:
                    stand.application.processEvents()
                taken.append((seen[0] - begun) * 1000)
            QTest.mouseRelease(view, Qt.MouseButton.LeftButton, pos=start)
            stand.settle()
            middle, most = np.median(taken), max(taken)
            show(f"clone, {size} px brush, {name}: to the picture",
                 f"{middle:.0f} ms (most {most:.0f})", "30 ms", middle <= 30)  # fmt: skip
    stand.close()


if __name__ == "__main__":
    main()
