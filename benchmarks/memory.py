"""Peak memory of rebuilding and rendering 24 megapixels in 3 layers, in a process of its own."""

from __future__ import annotations

import subprocess
import sys
from pathlib import Path

from common import show

CHILD = """
import os, sys
sys.path.insert(0, {folder!r})
os.environ["QT_QPA_PLATFORM"] = "offscreen"
import resource, time
from common import staged
from woodcock.app.main import application
from woodcock.app.window import MainWindow
application(); window = MainWindow(); window.show()
project, studio = staged(6000, 4000, 3)
start = time.perf_counter()
studio.atlas(project)
took = time.perf_counter() - start
for n in range(5):
    studio.frame(project, n)
print(resource.getrusage(resource.RUSAGE_SELF).ru_maxrss / 1024**2, took, flush=True)
os._exit(0)
"""


def main():
    code = CHILD.format(folder=str(Path(__file__).parent))
    run = subprocess.run([sys.executable, "-c", code], check=True, capture_output=True, text=True)
    peak, took = map(float, run.stdout.split())
    show("peak memory, 24 megapixels, 3 layers, window open",
         f"{peak:.2f} GB  (rebuilt in {took:.1f} s)", "<= 1.5 GB", peak <= 1.5)  # fmt: skip


if __name__ == "__main__":
    main()
