"""Peak memory of rebuilding and rendering, each in a process of its own with the window open.

24 megapixels in 3 layers; with `--large`, which takes some minutes, 50 megapixels in 12 layers (a
background and 11 wide cuts), and in 24 (the same and 12 pictures of 50 megapixels of their own).
"""

from __future__ import annotations

import subprocess
import sys
from pathlib import Path

from common import show

CHILD = """
import os, sys, tempfile
sys.path.insert(0, {folder!r})
os.environ["QT_QPA_PLATFORM"] = "offscreen"
os.environ["WOODCOCK_STATE"] = tempfile.mkdtemp()
import resource, shutil, time
import cv2, numpy as np
from common import photo, staged
from woodcock.app.main import application
from woodcock.app.window import MainWindow
from woodcock.model import Mask
from woodcock.session import acts
from woodcock.stage import apply_move
application(); window = MainWindow(); window.show()
store, studio = window.state.document.store, window.state.studio

def large(cuts, pictures, width=8660, height=5774):
    rng = np.random.default_rng(0)
    seen = photo(width, height)
    project = acts.new_project(seen, "bench", store)
    for number in range(cuts):
        mask = np.zeros((height, width), np.uint8)
        middle = int(rng.uniform(.2, .8) * width), int(rng.uniform(.3, .8) * height)
        half = int(width * rng.uniform(.12, .3)), int(height * rng.uniform(.2, .5))
        cv2.ellipse(mask, middle, half, rng.uniform(0, 90), 0, 360, 255, -1)
        mask = cv2.GaussianBlur(mask, (0, 0), 2)
        project, _ = acts.add_layer(project, Mask(store.put(mask)))
        if number < pictures - 1 or (pictures and number == cuts - 1):
            own = np.dstack([np.roll(seen, 97 * number, 1), mask])
            project, _ = acts.add_picture(project, store.put(own), (width, height), "own")
    return apply_move(project, "push-in", 12)

kind = {kind!r}
if kind == "small":
    project, studio = staged(6000, 4000, 3)
else:
    project = large(11, 12 if kind == "24" else 0)
    window.state.document.open(project, None, saved=True)
start = time.perf_counter()
studio.atlas(project)
took = time.perf_counter() - start
for n in range(5):
    studio.frame(project, n)
if kind != "small":
    studio.gaps(project)
print(resource.getrusage(resource.RUSAGE_SELF).ru_maxrss / 1024**2, took, flush=True)
shutil.rmtree(os.environ["WOODCOCK_STATE"], ignore_errors=True)
os._exit(0)
"""
CASES = {
    "small": ("24 megapixels, 3 layers", 1.5),
    "12": ("50 megapixels, 12 layers", 4.0),
    "24": ("50 megapixels, 24 layers", 6.0),
}


def main(large: bool = "--large" in sys.argv):
    for kind, (name, most) in CASES.items():
        if kind == "small" or large:
            code = CHILD.format(folder=str(Path(__file__).parent), kind=kind)
            command = [sys.executable, "-c", code]
            run = subprocess.run(command, check=True, capture_output=True, text=True)
            peak, took = map(float, run.stdout.split())
            value = f"{peak:.2f} GB  (rebuilt in {took:.1f} s)"
            show(f"peak memory, {name}, window open", value, f"<= {most} GB", peak <= most)


if __name__ == "__main__":
    main()
