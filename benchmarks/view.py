"""A real view from beside: Middlebury 2014 "Motorcycle", its left photo seen from the right.

Scharstein et al., "High-resolution stereo datasets with subpixel-accurate ground truth" (GCPR
2014); the pair ships with scikit-image. The left photo is cut by its measured disparity, rebuilt,
given relief, and seen by a lens moved by the baseline; what it shows is compared with the right.
"""

from __future__ import annotations

import sys

import cv2
import numpy as np
from common import show
from msgspec.structs import replace
from skimage import data
from skimage.metrics import peak_signal_noise_ratio, structural_similarity

from woodcock.depth import completed
from woodcock.model import Depth, Frame, Mask, Relief
from woodcock.pixels.store import PixelStore
from woodcock.session import acts, extent, reliefs, staging
from woodcock.session.studio import Studio

FOCAL, BASELINE = 994.978, 0.193001  # pixels and metres, from the pair's calibration
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


def with_relief(project, store):
    for layer in project.layers:
        project = reliefs.set_relief(project, layer.id, Relief(edge=1.0, cut=0.05))
        project = reliefs.relief_from_map(project, layer.id, store)
    return project


def seen_from(project, store, x):
    """The frame from a lens `x` metres to the right of where the photo was taken."""
    project = acts.set_start_and_end(project, {"x": (0.0, x)})
    studio = Studio(store)
    project = extent.grow_layers(project, studio.gaps(project).growths)
    return studio.frame(project, project.frame.last), project, studio


def scores(frame, right):
    return (
        peak_signal_noise_ratio(right, frame),
        structural_similarity(right, frame, channel_axis=2),
    )


def main():
    left, right, disparity = pair()
    print("untouched   {:.2f} dB, SSIM {:.3f}".format(*scores(left, right)))
    for layers in CUTS:
        store = PixelStore()
        flat = scene(left, disparity, layers, store)
        for name, project in (("planes", flat), ("relief", with_relief(flat, store))):
            frame, _, _ = seen_from(project, store, BASELINE)
            decibels, alike = scores(frame, right)
            value = f"{decibels:.2f} dB, SSIM {alike:.3f}"
            if name == "relief" and layers == 3:
                show(f"Motorcycle, {layers} layers with relief", value, "25 dB, 0.90",
                     decibels >= 25 and alike >= 0.9)  # fmt: skip
            else:
                print(f"{layers} {name}    {value}")
            if len(sys.argv) > 1:
                cv2.imwrite(f"{sys.argv[1]}/{layers}-{name}.png", frame[..., ::-1])


if __name__ == "__main__":
    main()
