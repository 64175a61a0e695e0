"""What is made up behind whole subjects: large holes, where nothing tells what was hidden.

    python benchmarks/behind.py [--set fit|told] [--save FOLDER]

The hole is a hand-drawn outline grown by 1 % of the photograph. Beside Telea 2004 and the
Navier-Stokes filling of OpenCV (Bertalmio et al. 2001): `detail`, |ln| of how strong shapes of
1/400 to 1/80 of the width are deep in the hole beside round it; `thing`, how much of the hole the
net that ships still sees a thing in; `repeats`, the share of the hole that shows what is shown
within a quarter of the picture, too; and the time. "with rims" also goes by what the outline left
standing of the thing, as `rims` tells it, which "pieces" leaves out.
"""

from __future__ import annotations

import argparse
from functools import partial
from pathlib import Path

import cv2
import numpy as np
from cases import outlined, trial_set
from common import show, timed
from strokes import FIT

from woodcock.rebuild import fill
from woodcock.rebuild.judge import detail, seen_twice
from woodcock.rebuild.rims import rims
from woodcock.separate.study import study
from woodcock.session.chosen import seen_in

_WIDE = 1200  # pixels
_GROWN = 0.01  # of the longer side
SETS = {
    "fit": lambda: outlined() + [x for x in trial_set() if x.name in FIT],
    "told": lambda: [x for x in trial_set() if x.name not in FIT],
}


def hole_of(case):
    """(photo, hole, what it is filled after) at the size that is measured."""
    scale = _WIDE / max(case.alpha.shape)
    size = tuple(round(v * scale) for v in case.alpha.shape[::-1])
    photo = cv2.resize(
        case.photo, size, interpolation=cv2.INTER_AREA if scale < 1 else cv2.INTER_CUBIC
    )
    by = 2 * round(_GROWN * _WIDE) + 1
    kernel = cv2.getStructuringElement(cv2.MORPH_ELLIPSE, (by, by))
    thing = cv2.resize(case.alpha, size) > 0.5
    hole = cv2.dilate(np.uint8(thing), kernel) > 0
    return photo, hole, ~hole & ~rims(photo, thing, hole)


def thing(made, hole):
    known = study(made)
    seen = seen_in(made, known)
    return float(
        seen.field[
            known.share(cv2.resize(np.uint8(hole) * 255, known.labels.shape[::-1])) > 0.5
        ].mean()
    )


def pieces(photo, hole, free):
    return fill(photo, hole, allowed=free, pieces=True)


METHODS = {
    "patches": lambda photo, hole, free: fill(photo, hole),
    "pieces": pieces,
    "with rims": lambda photo, hole, free: pieces(photo, hole, ~hole),
    "Telea": lambda photo, hole, free: cv2.inpaint(photo, np.uint8(hole), 5, cv2.INPAINT_TELEA),
    "Navier-Stokes": lambda photo, hole, free: cv2.inpaint(
        photo, np.uint8(hole), 5, cv2.INPAINT_NS
    ),
}


def main():
    parser = argparse.ArgumentParser(description=__doc__.splitlines()[0])
    parser.add_argument("--set", choices=list(SETS), default="told")
    parser.add_argument("--methods", default=",".join(METHODS))
    parser.add_argument("--save", type=Path)
    chosen = parser.parse_args()
    cases = [(case.name, *hole_of(case)) for case in SETS[chosen.set]()]
    for name in chosen.methods.split(","):
        rows = []
        for case, photo, hole, free in cases:
            blind = np.where(hole[..., None], np.uint8(0), photo)
            made, took = timed(partial(METHODS[name], blind, hole, free))
            rows.append((abs(detail(made, hole)), thing(made, hole), seen_twice(made, hole), took))
            figures = " ".join(f"{v:6.2f}" for v in rows[-1])
            print(f"{name:<14}{case:<12}{hole.mean():5.0%} {figures}", flush=True)
            if chosen.save:
                cv2.imwrite(str(chosen.save / f"{case}-{name}.jpg"), made[..., ::-1])
        mean = np.mean(rows, 0)
        show(f"{name}: |ln detail| deep in the hole", f"{mean[0]:.2f}", "0.35", mean[0] <= 0.35)
        show(f"{name}: a thing is seen", f"{mean[1]:.2f}", "0.20", mean[1] <= 0.20)
        show(f"{name}: repeated", f"{mean[2]:.2f}", "-", True)
        show(f"{name}: time", f"{mean[3]:.1f} s", "-", True)


if __name__ == "__main__":
    main()
