"""What the benchmarks share: a staged project of any size, and how figures are printed."""

from __future__ import annotations

import re
import statistics
import time

import cv2
import numpy as np

from woodcock.model import Frame, Mask
from woodcock.pixels.store import PixelStore
from woodcock.separate import stamp_stroke
from woodcock.session import acts
from woodcock.session.studio import Studio
from woodcock.stage import apply_move


def photo(width, height, seed=0):
    """A seeded photo-like picture: broad shapes, fine detail, grain."""
    rng = np.random.default_rng(seed)
    out = np.full((height, width, 3), 110, np.float32)
    for cells, strength in ((6, 70), (30, 30), (200, 16)):
        grid = rng.normal(0, 1, (max(2, cells * height // width), cells, 3)).astype(np.float32)
        out += strength * cv2.resize(grid, (width, height), interpolation=cv2.INTER_CUBIC)
    out += rng.normal(0, 5, (height, width, 1)).astype(np.float32)
    return np.clip(out, 0, 255).astype(np.uint8)


def staged(width, height, layers, frame=None, move="push-in"):
    """(project, studio): `layers` in all, the near ones side by side, with a ready move."""
    store = PixelStore()
    project = acts.new_project(photo(width, height), "bench", store, frame or Frame())
    for number in range(layers - 1):
        x = width * (number + 1) / layers
        path = [(x, height * 0.45), (x + width * 0.03, height * 0.95)]
        mask = stamp_stroke((height, width), path, width * 0.16, 0.95)
        project, _ = acts.add_layer(project, Mask(store.put(mask)))
    return apply_move(project, move, 12), Studio(store)


def seconds(work, runs=1):
    """Wall seconds of `work()`: the median of `runs`."""
    taken = []
    for _ in range(runs):
        start = time.perf_counter()
        work()
        taken.append(time.perf_counter() - start)
    return statistics.median(taken)


def timed(work, *given, runs=1):
    """(result, median wall seconds) of `work(*given)`."""
    results = []
    taken = seconds(lambda: results.append(work(*given)), runs)
    return results[-1], taken


FIGURES: dict[str, float] = {}  # of this run, by name
SHOULD_RISE: dict[str, bool] = {}


def show(name, value, aim, met):
    """Print a figure beside its aim; the first number of `value` is kept to be compared."""
    number = re.search(r"-?[0-9][0-9,]*\.?[0-9]*", str(value))
    if number:
        FIGURES[name] = float(number[0].replace(",", ""))
        SHOULD_RISE[name] = aim.startswith(">")
    print(f"{name:<58} {value:<28} aim {aim:<10} {'met' if met else 'NOT MET'}", flush=True)
