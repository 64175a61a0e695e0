"""The demo's revealed pixels beside the hidden pictures its scene was made with."""

from __future__ import annotations

from pathlib import Path

import cv2
import numpy as np
from common import timed
from skimage.metrics import structural_similarity

from woodcock.demo import demo_project
from woodcock.pixels.colour import linear_from_srgb, srgb_from_linear
from woodcock.pixels.store import PixelStore
from woodcock.rebuild import fill
from woodcock.rebuild.holes import grown
from woodcock.render import find_reveal
from woodcock.separate.redraw import alpha_of

_TRUTH = Path(__file__).parent.parent / "demo" / "truth"
_SIZE = 1200, 800
_GROWTH = 15.0  # pixels at half the photo's size: 20 of a 1080-line frame


def _hidden_picture():
    """Shore and sky without what stands before them: (800, 1200, 3) uint8 sRGB."""
    shore, sky = (
        cv2.imread(str(_TRUTH / f"{name}-picture.webp"))[..., ::-1] / 255.0
        for name in ("shore", "sky")
    )
    alpha = cv2.imread(str(_TRUTH / "shore-alpha.png"), 0)[..., None] / 255.0
    light = alpha * linear_from_srgb(shore) + (1 - alpha) * linear_from_srgb(sky)
    return np.rint(srgb_from_linear(light) * 255).astype(np.uint8)


def demo_truth(telea):
    """Print PSNR and SSIM of the fills where the demo's move shows them."""
    store = PixelStore()
    project = demo_project(store)
    photo = store.get(project.photo.pixels)
    photo = cv2.resize(photo[..., :3], _SIZE, interpolation=cv2.INTER_AREA)
    masks = [alpha_of(layer.mask, store) for layer in project.layers if layer.mask]
    masks = [cv2.resize(mask, _SIZE, interpolation=cv2.INTER_AREA) for mask in masks]
    hole = np.logical_or.reduce([grown(mask, _GROWTH) for mask in masks])
    reveal, time = timed(find_reveal, project, store, runs=3)
    print(f"the reveal of the demo's {project.frame.count} frames: {time:.2f} s (aim 1 s)")
    shown = reveal.layers[project.background.id].shown.view(np.uint8)
    shown = cv2.resize(shown, _SIZE, interpolation=cv2.INTER_NEAREST).view(np.bool_)
    shown &= np.maximum.reduce(masks) > 127
    true = _hidden_picture()
    print(f"demo: {shown.mean() * 100:.1f} % of the picture is hidden by cuts and shown")
    for name, work in (("Woodcock", fill), ("Telea", telea)):
        made, time = timed(work, photo, hole)
        error = ((made[shown].astype(float) - true[shown]) ** 2).mean()
        alike = structural_similarity(true, made, channel_axis=2, full=True)[1].mean(2)
        decibels = 10 * np.log10(255**2 / error)
        print(f"  {name:<10} {decibels:.2f} dB  SSIM {alike[shown].mean():.3f}  {time:.1f} s")
