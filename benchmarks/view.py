"""A real view from beside: Middlebury 2014 "Motorcycle", its left photo seen from the right.

Scharstein et al., "High-resolution stereo datasets with subpixel-accurate ground truth" (GCPR
2014); the pair ships with scikit-image. The left photo is cut by its measured disparity, rebuilt,
given relief, and seen by a lens moved by the baseline; what it shows is compared with the right.
"""

from __future__ import annotations

import json
import sys
from pathlib import Path

import cv2
import numpy as np
from common import show
from msgspec.structs import replace
from skimage import data
from skimage.metrics import peak_signal_noise_ratio, structural_similarity

from woodcock.demo import demo_project
from woodcock.depth import completed, estimate_depth
from woodcock.model import Depth, Frame, Mask, Relief
from woodcock.pixels.store import PixelStore
from woodcock.separate.redraw import alpha_of
from woodcock.session import acts, extent, reliefs, staging
from woodcock.session.studio import Studio

FOCAL, BASELINE = 994.978, 0.193001  # pixels and metres, from the pair's calibration
TRUTH = Path(__file__).parent.parent / "demo" / "truth"
CUTS = {3: (40.0, 22.0), 5: (48.0, 36.0, 26.0, 17.0)}  # disparities between the layers


def pair():
    """Left and right photo, disparity with its holes closed from the far side."""
    left, right, disparity = data.stereo_motorcycle()
    known = np.isfinite(disparity)
    return left, right, completed(np.where(known, disparity, 0).astype(np.float32), known)


def scene(left, disparity, layers, store):
    """The left photo as a project: cut by disparity into so many layers, at their distances."""
    height, width = left.shape[:2]
    project = acts.new_project(left, "left", store, Frame(width, height, 12, 0.5))
    focal = FOCAL / width * project.lens.sensor_width
    project = replace(project, lens=replace(project.lens, focal_length=focal))
    low, high = float(disparity.min()), float(disparity.max())
    values = np.rint((disparity - low) / (high - low) * 65535).astype(np.uint16)
    near, far = FOCAL * BASELINE / high, FOCAL * BASELINE / low
    project = replace(project, depth=Depth(store.put(values), near, far))
    for more, less in zip((np.inf, *CUTS[layers]), CUTS[layers], strict=False):
        mask = ((disparity >= less) & (disparity < more)).astype(np.uint8) * 255
        project, _ = acts.add_layer(project, Mask(store.put(mask)))
        top = min(project.layers, key=lambda x: x.distance)
        project = project.with_layer(replace(top, hole_growth=4.0))
    return staging.distances_from_depth(project, store)


def with_relief(project, store, **how):
    for layer in project.layers:
        if how:
            project = reliefs.set_relief(project, layer.id, Relief(**how))
        project = reliefs.relief_from_map(project, layer.id, store)
    return project


def seen_from(project, store, pose):
    """The frame from a lens that was moved by so many metres from where the photo was taken."""
    project = acts.set_start_and_end(project, {name: (0.0, v) for name, v in pose.items()})
    studio = Studio(store)
    project = extent.grow_layers(project, studio.gaps(project).growths)
    return studio.frame(project, project.frame.last), project, studio


def scores(frame, right):
    return (
        peak_signal_noise_ratio(right, frame),
        structural_similarity(right, frame, channel_axis=2),
    )


def demo_views():
    """The demo's scene from its two other lenses: planes, and relief by true and guessed depth.

    The truth's own frames are made with all the scene there is (`demo/README.md`).
    """
    truth = json.loads((TRUTH / "truth.json").read_text())
    frame, side, ahead = (
        np.ascontiguousarray(cv2.imread(str(TRUTH / f"{name}.webp"))[..., ::-1])
        for name in ("frame", "frame-side", "frame-ahead")
    )
    height, width = frame.shape[:2]
    store = PixelStore()
    demo = demo_project(store)
    project = acts.new_project(frame, "demo", store, Frame(width, height, 12, 0.5))
    masks = []
    for layer in demo.near_to_far:
        if layer.mask:
            mask = cv2.resize(
                alpha_of(layer.mask, store), (width, height), interpolation=cv2.INTER_AREA
            )
            masks.append(mask)
            project, new = acts.add_layer(project, Mask(store.put(mask)))
            project = acts.set_distance(project, new, layer.distance)
    metres = cv2.imread(str(TRUTH / "depth.png"), -1) / truth["depth_units_per_metre"]
    nearest = 1.0
    values = np.where(metres > 0, nearest / np.maximum(metres, nearest), 0)
    true = Depth(store.put(np.rint(values * 65535).astype(np.uint16)), nearest, 5000.0)
    guess = estimate_depth(frame, masks)
    guessed = Depth(store.put(np.rint(guess * 65535).astype(np.uint16)), 1.5, 5000.0)
    planes = staging.distances_from_depth(replace(project, depth=true), store)
    views = {
        "side": (side, {"x": truth["frame_side"]["right_m"]}),
        "ahead": (
            ahead,
            {"z": truth["frame_ahead"]["ahead_m"], "y": -truth["frame_ahead"]["up_m"]},
        ),
    }
    kinds = {
        "planes": planes,
        "relief, true depth": with_relief(planes, store),
        "relief, guessed depth": with_relief(replace(planes, depth=guessed), store),
    }
    for name, (wanted, pose) in views.items():
        print(f"demo {name}: untouched {scores(frame, wanted)[0]:.2f} dB")
        for kind, staged in kinds.items():
            seen, _, _ = seen_from(staged, store, pose)
            print("  {}: {:.2f} dB, SSIM {:.3f}".format(kind, *scores(seen, wanted)))
            if len(sys.argv) > 1:
                cv2.imwrite(f"{sys.argv[1]}/demo-{name}-{kind}.png", seen[..., ::-1])


def main():
    left, right, disparity = pair()
    print("untouched   {:.2f} dB, SSIM {:.3f}".format(*scores(left, right)))
    for layers in CUTS:
        store = PixelStore()
        flat = scene(left, disparity, layers, store)
        relief = with_relief(flat, store, edge=1.0, cut=0.05)  # its edges are measured
        for name, project in (("planes", flat), ("relief", relief)):
            frame, _, _ = seen_from(project, store, {"x": BASELINE})
            decibels, alike = scores(frame, right)
            value = f"{decibels:.2f} dB, SSIM {alike:.3f}"
            if name == "relief" and layers == 3:
                show(f"Motorcycle, {layers} layers with relief", value, "25 dB, 0.90",
                     decibels >= 25 and alike >= 0.9)  # fmt: skip
            else:
                print(f"{layers} {name}    {value}")
            if len(sys.argv) > 1:
                cv2.imwrite(f"{sys.argv[1]}/{layers}-{name}.png", frame[..., ::-1])
    demo_views()


if __name__ == "__main__":
    main()
