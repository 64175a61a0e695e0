"""What is found by itself: subjects, layers, depth, and clips made in one act."""

from __future__ import annotations

import sys
from pathlib import Path

import cv2
import numpy as np
from cases import ROOT, Case, composites, outlined, overlap
from common import show, timed
from msgspec.structs import replace
from scipy.stats import spearmanr
from skimage import data

from woodcock.depth import estimate_depth
from woodcock.media import load_picture
from woodcock.model import Lens
from woodcock.pixels.store import PixelStore
from woodcock.render import render_light
from woodcock.separate.edge import full_size
from woodcock.separate.layer_set import layer_set
from woodcock.separate.salient import salient
from woodcock.separate.scenery import scenery
from woodcock.separate.study import study
from woodcock.separate.subject import subject, subjects
from woodcock.session import acts
from woodcock.session.auto import Wish, auto_steps
from woodcock.session.chosen import subject_field
from woodcock.session.cutting import CuttingRoom
from woodcock.session.framing import frame_for
from woodcock.session.studio import Studio

TRUTH = ROOT / "demo" / "truth"
# Each made-up scene, its true layers near to far by the files of their alphas, and what the
# program before this found of them: mean best overlap, rank correlation uncut and cut.
SCENES = {
    "inlet": (("near", "dinghy", "shore", "sky"), 0.453, 0.896, 0.947),
    "stair": (("stair-plant",), 0.281, 0.173, 0.273),
    "still": (("still-jar",), 0.499, 0.795, 0.772),
    "street": (("street-cart",), 0.220, 0.644, 0.656),
    "tabletop": (("tabletop-mug",), 0.245, 0.916, 0.930),
}


def photo_of(name):
    demo = "src/woodcock/assets/demo/photo.jpg"
    return load_picture(ROOT / (demo if name == "inlet" else f"demo/photos/{name}.jpg"))


def found_in(photo):
    """Its study, and the single things that surely stand in it."""
    known = study(photo)
    field, sure, _ = subject_field(photo)
    return known, subjects(known, field) if sure else []


def find_subjects():
    """What ships beside what is computed without it.

    Eight photographs with a subject outlined by hand; and ten pictures, most of them shapes laid
    over photographs, which mean nothing and so count less.
    """
    pasted = composites()
    for name, layer in (("still", "jar"), ("stair", "plant")):
        photo = photo_of(name)
        alpha = cv2.imread(str(TRUTH / f"{name}-{layer}-alpha.png"), cv2.IMREAD_GRAYSCALE)
        alpha = cv2.resize(alpha, photo.shape[1::-1]) / np.float32(255)
        pasted.append(Case(f"demo: {name}", photo, alpha, photo))
    for title, cases in (("eight photographs", outlined()), ("ten pictures", pasted)):
        rows = []
        for case in cases:
            known = study(case.photo)
            truth = known.small(np.uint8(case.alpha * 255)) > 127
            (field, _), asked = timed(subject_field, case.photo)
            found, cut = timed(subject, known, field)
            plain = subject(known, salient(case.photo))
            rows.append((overlap(found > 0, truth), overlap(plain > 0, truth), asked + cut))
            figures = " ".join(f"{value:7.3f}" for value in rows[-1])
            print(f"{case.name:<34} {figures}", flush=True)
        iou, computed, time = np.mean(rows, axis=0)
        says, aim = f"{iou:.3f} beside {computed:.3f} computed", 0.85 if "photo" in title else 0.57
        show(f"the subject of {title}: IoU, mean", says, f">= {aim}", iou >= aim)
        show(f"the subject of {title}: time after the study", f"{time:.2f} s", "-", True)
    large = cv2.resize(outlined()[0].photo, (4900, 4900), interpolation=cv2.INTER_CUBIC)
    known, studied = timed(study, large)
    (field, _), asked = timed(subject_field, large)
    (first, *_), cut = timed(subjects, known, field)
    _, drawn = timed(full_size, known, large, first)
    whole = studied + asked + cut + drawn
    show("24 Mpx: study, subject and its mask", f"{whole:.2f} s", "2 s", whole <= 2)


def find_layers_and_depth():
    """Beside the truth the scenes were made with, and what was found before."""
    shares, before = [], []
    for name, (files, old, uncut, cut) in SCENES.items():
        photo = photo_of(name)
        known, things = found_in(photo)
        layers = layer_set(known, scenery(photo, things), things)
        masks = [layer.mask > 127 for layer in layers] or [np.ones(known.labels.shape, bool)]
        true = true_layers(files, known.labels.shape)
        share = float(np.mean([max(overlap(mask, layer) for mask in masks) for layer in true]))
        shares.append(share)
        before.append(old)
        says = ", ".join(layer.name for layer in layers) or "one surface"
        print(f"layers, {name:<12} {share:.3f} (was {old:.3f})  {says}", flush=True)
        near = true_nearness(name)
        small = [cv2.imread(str(TRUTH / f"{x}-alpha.png"), 0) for x in files if x != "sky"]
        given = [cv2.resize(x, photo.shape[1::-1]) for x in small]
        for what, masks_, aim in (("", (), uncut), (", true cuts", given, cut)):
            guess = estimate_depth(photo, masks_, things=things)
            guess = cv2.resize(guess, near.shape[::-1])
            found = float(spearmanr(guess[::2, ::2].ravel(), near[::2, ::2].ravel())[0])
            show(f"guessed depth, {name}{what}", f"{found:.3f}", f">= {aim}", found >= aim)
    mean = float(np.mean(shares))
    show("layers: mean best overlap with the true ones", f"{mean:.3f}", f">= {np.mean(before):.3f}",
         mean >= np.mean(before))  # fmt: skip
    left, _, disparity = data.stereo_motorcycle()
    here = np.isfinite(disparity)
    _, things = found_in(left)
    cuts = [np.uint8(here & (disparity >= 40)) * 255,
            np.uint8(here & (disparity >= 22) & (disparity < 40)) * 255]  # fmt: skip
    for what, masks_, aim in (("", (), 0.75), (", cut into 3 layers", cuts, 0.85)):
        guess = cv2.resize(estimate_depth(left, masks_, things=things), disparity.shape[::-1])
        found = float(spearmanr(guess[here], disparity[here])[0])
        show(f"guessed depth, Motorcycle{what}", f"{found:.3f}", f">= {aim}", found >= aim)


def true_layers(files, shape):
    """What is seen of each true layer, near to far, and of the rest: (h, w) bool each."""
    out, clear = [], np.ones(shape)
    for file in files:
        alpha = cv2.imread(str(TRUTH / f"{file}-alpha.png"), cv2.IMREAD_GRAYSCALE)
        alpha = cv2.resize(alpha, shape[::-1], interpolation=cv2.INTER_AREA) / 255.0
        out.append(alpha * clear > 0.5)
        clear = clear * (1 - alpha)
    return [*out, clear > 0.5] if "sky" not in files else out


def true_nearness(name):
    depth = TRUTH / ("depth.png" if name == "inlet" else f"{name}-depth.png")
    metres = cv2.imread(str(depth), cv2.IMREAD_UNCHANGED) / 100
    return np.where(metres == 0, 0, 1 / np.maximum(metres, 0.01))


def make_clips(folder=None):
    """Twelve photographs: how far near and far differ over each clip, gaps, time."""
    photos = {case.name: case.photo for case in outlined()}
    photos |= {name: photo_of(name) for name in ("inlet", "stair", "street", "tabletop")}
    parallax, times, gaps = [], [], 0
    for name, photo in photos.items():
        store = PixelStore()
        studio, room = Studio(store), CuttingRoom(store)
        project = acts.new_project(photo, name, store)
        project = acts.set_frame(project, frame_for(project.photo, 30, 4.0))
        steps, took = timed(lambda *given: list(auto_steps(*given, Wish())), project, room, studio)
        done = steps[-1].project
        report = studio.gaps(done)
        gaps += len(report.gaps) + len(report.edges)
        size = done.frame.width // 2, done.frame.height // 2
        frames = [studio.frame(done, t, size) for t in (0.0, done.frame.last / 2, done.frame.last)]
        apart = near_against_far(done, studio, frames)
        parallax.append(apart)
        times.append(took)
        says = "; ".join(step.says for step in steps if step.says)
        print(f"{name:<12} {apart:5.1f} % {took:5.1f} s  {says}", flush=True)
        if folder:  # first, middle and last
            cv2.imwrite(str(Path(folder) / f"{name}.png"), np.hstack(frames)[..., ::-1])
    show("clips in one act: least parallax, of the width", f"{min(parallax):.1f} %", ">= 2.5",
         min(parallax) >= 2.5)  # fmt: skip
    show("clips in one act: gaps", gaps, "0", gaps == 0)
    show("clips in one act: time, mean", f"{np.mean(times):.1f} s", "-", True)
    china = photos["china"]
    large = cv2.resize(china, (4250, 2835), interpolation=cv2.INTER_CUBIC)
    store = PixelStore()
    project = acts.new_project(large, "12 Mpx", store)
    _, took = timed(
        lambda: list(auto_steps(project, CuttingRoom(store), Studio(store), Wish(finished=False)))
    )
    show("a clip of a 12 Mpx photo, without the encoding", f"{took:.1f} s", "15 s", took <= 15)


def near_against_far(project, studio, frames):
    """Per cent of the width by which what is nearest moves against what is farthest.

    Optical flow from the first frame to the last (Kroeger et al. 2016, as in OpenCV); what an
    affine map that fits the far part does not explain of the near part's, its ninth decile.
    """
    grey = [cv2.cvtColor(frames[k], cv2.COLOR_RGB2GRAY) for k in (0, -1)]
    flow = cv2.DISOpticalFlow_create(cv2.DISOPTICAL_FLOW_PRESET_MEDIUM).calc(*grey, None)
    height, width = grey[0].shape
    rest = replace(project, lens=Lens(), carriers=())
    depth = render_light(rest, studio.atlas(project), 0.0, (width, height), depth=True).depth
    near, far = (depth <= np.quantile(depth, 0.12)), (depth >= np.quantile(depth, 0.88))
    y, x = (axis[:: max(1, len(axis) // 4000)] for axis in np.nonzero(far))
    places = np.stack([x, y, np.ones_like(x)], 1).astype(float)
    kept = np.ones(len(x), bool)
    for _ in range(4):
        fit = np.linalg.lstsq(places[kept], flow[y, x][kept], rcond=None)[0]
        off = np.linalg.norm(flow[y, x] - places @ fit, axis=1)
        kept = off <= np.quantile(off, 0.7)
    y, x = np.nonzero(near)
    off = np.linalg.norm(flow[y, x] - np.stack([x, y, np.ones_like(x)], 1) @ fit, axis=1)
    return float(np.quantile(off, 0.9)) / width * 100


def main():
    find_subjects()
    find_layers_and_depth()
    make_clips(sys.argv[1] if len(sys.argv) > 1 else None)


if __name__ == "__main__":
    main()
