"""Start-up of the window beside a bare PySide6 window that imports NumPy and OpenCV."""

from __future__ import annotations

import os
import statistics
import subprocess
import sys
import time

from common import show

OURS = """
from woodcock.app.main import application
from woodcock.app.window import MainWindow
app = application(); window = MainWindow(); window.resize(1280, 800); window.show()
app.processEvents(); window.grab()
import os; os._exit(0)
"""
BARE = """
import cv2, numpy
from PySide6.QtWidgets import QApplication, QMainWindow, QLabel
app = QApplication([]); window = QMainWindow(); window.setCentralWidget(QLabel("bare"))
window.resize(1280, 800); window.show(); app.processEvents(); window.grab()
import os; os._exit(0)
"""


# An installed program has its bytecode beside it; where the environment forbids writing it, a
# checkout would be compiled anew at every start, which nobody's program is.
ENVIRONMENT = {k: v for k, v in os.environ.items() if k != "PYTHONDONTWRITEBYTECODE"}


def once(code):
    start = time.perf_counter()
    subprocess.run([sys.executable, "-c", code], check=True, capture_output=True, env=ENVIRONMENT)
    return time.perf_counter() - start


def main(runs=7):
    once(OURS), once(BARE)
    pairs = [(once(OURS), once(BARE)) for _ in range(runs)]
    ratio = statistics.median(a / b for a, b in pairs)
    ours, bare = (statistics.median(column) for column in zip(*pairs, strict=True))
    show("window start / bare window", f"{ratio:.2f}  ({ours:.2f} s / {bare:.2f} s)",
         "<= 1.5", ratio <= 1.5)  # fmt: skip


if __name__ == "__main__":
    main()
