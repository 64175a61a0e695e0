"""Cutting: the growing brush beside GrabCut, fine edges beside PyMatting's closed form."""

from __future__ import annotations

import cv2
import numpy as np
from cases import (
    SIZE,
    boundary_f,
    composites,
    demo,
    overlap,
    strokes,
)  # fmt: skip
from common import seconds, show, timed
from pymatting import estimate_alpha_cf, estimate_foreground_ml

from woodcock.separate.clean import cleaned
from woodcock.separate.edge import full_size
from woodcock.separate.fine import fine_edges
from woodcock.separate.grow import Marks, grow
from woodcock.separate.study import study
from woodcock.separate.thin import with_thin_parts


def _grab(photo, wanted, unwanted):
    """OpenCV's GrabCut (Rother et al. 2004) from the same strokes, five rounds."""
    labels = np.full(wanted.shape, cv2.GC_PR_BGD, np.uint8)
    labels[wanted > 127], labels[unwanted > 127] = cv2.GC_FGD, cv2.GC_BGD
    cv2.setRNGSeed(0)
    models = np.zeros((1, 65)), np.zeros((1, 65))
    cv2.grabCut(np.ascontiguousarray(photo), labels, None, *models, 5, cv2.GC_INIT_WITH_MASK)
    return np.isin(labels, (cv2.GC_FGD, cv2.GC_PR_FGD))


def _cut(known, photo, marks):
    small = with_thin_parts(known, grow(known, marks), marks)
    return full_size(known, photo, small) > 127


def _growing():
    print(
        f"{'':<34} {'IoU':>7} {'edge F':>7} {'s':>7}   GrabCut: {'IoU':>7} {'edge F':>7} {'s':>7}"
    )
    rows = []
    for case in composites() + demo():
        wanted, unwanted = strokes(case.alpha)
        truth = case.alpha > 0.5
        known = study(case.photo)
        marks = Marks(known.small(wanted), known.small(unwanted))
        _cut(known, case.photo, marks)
        ours, time = timed(_cut, known, case.photo, marks, runs=3)
        theirs, time_g = timed(_grab, case.photo, wanted, unwanted)
        row = [overlap(ours, truth), boundary_f(ours, truth), time]
        row += [overlap(theirs, truth), boundary_f(theirs, truth), time_g]
        rows.append(row)
        figures = " ".join(f"{value:7.3f}" for value in row)
        print(f"{case.name:<34} {figures}", flush=True)
    iou, edge, time, iou_g, edge_g, time_g = np.mean(rows, axis=0)
    show("growing brush: IoU, mean", f"{iou:.3f} beside {iou_g:.3f}", ">= 1", iou >= iou_g)
    show("growing brush: edge F, mean", f"{edge:.3f} beside {edge_g:.3f}", ">= 1", edge >= edge_g)
    show("growing brush: time", f"1/{time_g / time:.0f} of GrabCut's", "1/20", time_g / time >= 20)


def _large():
    """A stroke on 24 megapixels, from its end to what the window shows, and to the full mask."""
    case = demo()[0]
    photo = cv2.resize(case.photo, (6000, 4000), interpolation=cv2.INTER_CUBIC)
    known = study(photo)
    wanted, _ = strokes(case.alpha)
    marks = Marks(known.small(cv2.resize(wanted, (6000, 4000))), reach=300.0)
    small = grow(known, marks)
    first = seconds(lambda: grow(known, marks), 5)
    full = seconds(lambda: full_size(known, photo, with_thin_parts(known, small, marks)), 5)
    show("24 Mpx: stroke to shown result", f"{first * 1000:.0f} ms", "150 ms", first <= 0.15)
    show("24 Mpx: and to the mask at full size", f"{full * 1000:.0f} ms more", "-", True)


def _fine():
    """Bands as wide as they must be, and as a person paints them."""
    size = (1740, 1160)  # two megapixels
    ours_off = theirs_off = ours_time = theirs_time = 0.0
    for number, case in enumerate([c for c in composites() if "smooth" not in c.name]):
        photo = cv2.resize(case.photo, size, interpolation=cv2.INTER_AREA)
        alpha = cv2.resize(case.alpha, size, interpolation=cv2.INTER_AREA)
        kernel = cv2.getStructuringElement(cv2.MORPH_ELLIPSE, ((9, 9), (33, 33))[number % 2])
        band = cv2.dilate(np.uint8((alpha > 0.01) & (alpha < 0.99)), kernel) > 0
        given = np.where(band, np.float32(0.5), np.round(alpha)).astype(np.float32)
        mask = np.rint(given * 255).astype(np.uint8)
        ours, time = timed(fine_edges, photo, mask, band, runs=3)
        ours = ours / np.float32(255)
        whole, trimap = photo / 255.0, given.astype(np.float64)
        theirs, time_cf = timed(estimate_alpha_cf, whole, trimap)
        ours_time, theirs_time = ours_time + time, theirs_time + time_cf
        off, other = np.abs(ours - alpha).sum(), np.abs(theirs - alpha).sum()
        ours_off, theirs_off = ours_off + off, theirs_off + other
        print(f"{case.name:<34} {off:7.0f} {other:7.0f} {time:7.3f} {time_cf:7.3f}", flush=True)
    worse = ours_off / theirs_off
    show(
        "fine edges: sum of alpha differences", f"{worse:.3f} of PyMatting's", "0.97", worse <= 0.97
    )
    faster = theirs_time / ours_time
    show("fine edges: time at 2 Mpx", f"1/{faster:.1f} of PyMatting's", "1/5", faster >= 5)


def _difference(alpha, colours, case, band):
    """Mean error of the cut on black, white and green in a band, in 8-bit steps."""
    share, true, off = alpha[..., None], case.alpha[..., None], 0.0
    for ground in np.float32(((0, 0, 0), (255, 255, 255), (0, 160, 60))):
        ours = share * colours + (1 - share) * ground
        off += np.abs(ours - true * case.colours - (1 - true) * ground)[band].mean()
    return off / 3


def _fringe():
    """Old background left in edge colours: cleaned beside uncleaned, with the same true alpha."""
    rows = []
    for case in [c for c in composites() + demo() if "smooth" not in c.name]:
        alpha = np.rint(case.alpha * 255).astype(np.uint8)
        band = (alpha > 2) & (alpha < 253)
        plain = _difference(case.alpha, case.photo.astype(np.float32), case, band)
        better, time = timed(cleaned, case.photo, alpha)
        clean = _difference(case.alpha, better.astype(np.float32), case, band)
        library, time_ml = timed(estimate_foreground_ml, case.photo / 255.0, case.alpha * 1.0)
        other = _difference(case.alpha, np.float32(library * 255), case, band)
        rows.append((plain, clean, other, time, time_ml))
        print(f"{case.name:<34} " + " ".join(f"{value:7.3f}" for value in rows[-1]), flush=True)
    plain, clean, other, time, time_ml = np.mean(rows, axis=0)
    share = clean / plain
    show("fringe: cleaned beside uncleaned", f"{share:.3f}", "0.5", share <= 0.5)
    show("fringe: beside PyMatting's", f"{clean:.2f} beside {other:.2f}", "-", True)
    show("fringe: time", f"{time / time_ml:.2f} of PyMatting's", "-", True)


def main():
    print(f"strokes on {SIZE[0]}×{SIZE[1]}; times exclude the study, made once a photo")
    _growing()
    _large()
    _fine()
    _fringe()


if __name__ == "__main__":
    main()
