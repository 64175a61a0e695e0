"""Other libraries' inpainting, run in an environment of their own: python inpainters.py FOLDER.

Every `NAME.npz` in the folder holds `photo` and `hole`; `NAME.METHOD.npy` is written beside it, and
the seconds go to standard output as `NAME METHOD SECONDS`. With no folder it writes scikit-learn's
photographs into the present one.
"""

from __future__ import annotations

import sys
import time
from pathlib import Path

import cv2
import numpy as np


def _frequency_selective(photo, hole):
    """OpenCV's xphoto (Seiler and Kaup 2010), at its fast setting."""
    out = np.empty_like(photo)
    known = np.where(hole, np.uint8(0), np.uint8(255))
    lab = cv2.cvtColor(photo, cv2.COLOR_RGB2Lab)
    cv2.xphoto.inpaint(lab, known, out, cv2.xphoto.INPAINT_FSR_FAST)
    return cv2.cvtColor(out, cv2.COLOR_Lab2RGB)


def _patchmatch(photo, hole):
    from patchmatch_cython import inpaint_pyramid

    return inpaint_pyramid(photo, hole.astype(np.uint8) * 255, seed=0)


def main(folder):
    for path in sorted(folder.glob("*.npz")):
        case = np.load(path)
        for name, work in (("fsr", _frequency_selective), ("patchmatch", _patchmatch)):
            start = time.perf_counter()
            made = work(np.ascontiguousarray(case["photo"]), case["hole"])
            print(path.stem, name, time.perf_counter() - start, flush=True)
            np.save(path.with_suffix(f".{name}.npy"), made)


def photographs(folder):
    from sklearn.datasets import load_sample_images

    samples = load_sample_images()
    for name, picture in zip(("china", "flower"), samples.images, strict=True):
        np.save(folder / f"{name}.npy", picture)


if __name__ == "__main__":
    (main if sys.argv[2:] == [] else photographs)(Path(sys.argv[1]))
