"""What is made up behind whole subjects: large holes, where nothing tells what was hidden.

    python benchmarks/behind.py [--set fit|told] [--save FOLDER]

The hole is a hand-drawn outline grown by 1 % of the photograph. Beside Telea 2004 and the
Navier-Stokes filling of OpenCV (Bertalmio et al. 2001): `detail`, |ln| of how strong shapes of
1/400 to 1/80 of the width are deep in the hole beside round it; `thing`, how much of the hole the
net that ships still sees a thing in; `repeats`, the share of the hole that shows what is shown
elsewhere within the hole or beside it, too; and the time.
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
from woodcock.separate.study import study
from woodcock.session.chosen import seen_in

_WIDE = 1200  # pixels
_GROWN = 0.01  # of the longer side
SETS = {
    "fit": lambda: outlined() + [x for x in trial_set() if x.name in FIT],
    "told": lambda: [x for x in trial_set() if x.name not in FIT],
}


def hole_of(case):
    """(photo, hole) at the size that is measured."""
    scale = _WIDE / max(case.alpha.shape)
    size = tuple(round(v * scale) for v in case.alpha.shape[::-1])
    photo = cv2.resize(
        case.photo, size, interpolation=cv2.INTER_AREA if scale < 1 else cv2.INTER_CUBIC
    )
    by = 2 * round(_GROWN * _WIDE) + 1
    kernel = cv2.getStructuringElement(cv2.MORPH_ELLIPSE, (by, by))
    return photo, cv2.dilate(np.uint8(cv2.resize(case.alpha, size) > 0.5), kernel) > 0


def detail(made, hole):
    """ln of the energy of middle shapes deep in the hole over that round it."""
    grey = cv2.cvtColor(made, cv2.COLOR_RGB2GRAY).astype(np.float32)
    wide = made.shape[1]
    band = cv2.GaussianBlur(grey, (0, 0), wide / 800) - cv2.GaussianBlur(grey, (0, 0), wide / 160)
    inside = cv2.distanceTransform(np.uint8(hole), cv2.DIST_L2, 5)
    outside = cv2.distanceTransform(np.uint8(~hole), cv2.DIST_L2, 5)
    deep = inside > 0.4 * inside.max()
    ring = (outside > wide / 160) & (outside < inside.max())
    return float(np.log(band[deep].std() / band[ring].std()))


def thing(made, hole):
    known = study(made)
    seen = seen_in(made, known)
    return float(
        seen.field[
            known.share(cv2.resize(np.uint8(hole) * 255, known.labels.shape[::-1])) > 0.5
        ].mean()
    )


def repeats(made, hole):
    """The share of patches in the hole found again, almost the same, a quarter of the width off."""
    scale = 300 / max(hole.shape)
    small = cv2.resize(made, None, fx=scale, fy=scale, interpolation=cv2.INTER_AREA)
    inside = cv2.resize(np.uint8(hole), small.shape[1::-1], interpolation=cv2.INTER_NEAREST) > 0
    lab = cv2.cvtColor(small, cv2.COLOR_RGB2LAB).astype(np.float32)
    places = np.argwhere(inside)[::7]
    found = 0
    asked = 0
    for y, x in places:
        patch = lab[y - 6 : y + 7, x - 6 : x + 7]
        if patch.shape[:2] != (13, 13) or patch[..., 0].std() < 4:
            continue
        asked += 1
        top, left = max(y - 75, 0), max(x - 75, 0)
        about = lab[top : y + 82, left : x + 82]
        match = cv2.matchTemplate(about, patch, cv2.TM_SQDIFF) / patch.size
        cv2.circle(match, (x - left - 6, y - top - 6), 8, 1e9, -1)
        found += match.min() < 0.02 * patch[..., 0].var() + 4
    return found / max(asked, 1)


METHODS = {
    "patches": fill,
    "pieces": partial(fill, pieces=True),
    "Telea": lambda photo, hole: cv2.inpaint(photo, np.uint8(hole), 5, cv2.INPAINT_TELEA),
    "Navier-Stokes": lambda photo, hole: cv2.inpaint(photo, np.uint8(hole), 5, cv2.INPAINT_NS),
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
        for case, photo, hole in cases:
            blind = np.where(hole[..., None], np.uint8(0), photo)
            made, took = timed(partial(METHODS[name], blind, hole))
            rows.append((abs(detail(made, hole)), thing(made, hole), repeats(made, hole), took))
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
