"""The demo's revealed pixels beside the hidden pictures its scene was made with."""

from __future__ import annotations

import tempfile
from pathlib import Path

import cv2
import numpy as np
from common import show, timed
from skimage.metrics import structural_similarity

from woodcock.demo import demo_project
from woodcock.pixels.colour import linear_from_srgb, srgb_from_linear
from woodcock.pixels.store import PixelStore
from woodcock.rebuild.holes import grown
from woodcock.render import find_reveal
from woodcock.separate.redraw import alpha_of

_TRUTH = Path(__file__).parent.parent / "demo" / "truth"
_SIZE = 1200, 800


def _hidden_picture():
    """Shore and sky without what stands before them: (800, 1200, 3) uint8 sRGB."""
    shore, sky = (
        cv2.imread(str(_TRUTH / f"{name}-picture.webp"))[..., ::-1] / 255.0
        for name in ("shore", "sky")
    )
    alpha = cv2.imread(str(_TRUTH / "shore-alpha.png"), 0)[..., None] / 255.0
    light = alpha * linear_from_srgb(shore) + (1 - alpha) * linear_from_srgb(sky)
    return np.rint(srgb_from_linear(light) * 255).astype(np.uint8)


def demo_truth(methods, others):
    """Print PSNR and SSIM of the fills where the demo's move shows them.

    `methods` are fills by name; `others(folder)` runs further ones on the case in a folder.
    """
    store = PixelStore()
    project = demo_project(store)
    photo = store.get(project.photo.pixels)
    photo = cv2.resize(photo[..., :3], _SIZE, interpolation=cv2.INTER_AREA)
    masks = [alpha_of(layer.mask, store) for layer in project.layers if layer.mask]
    masks = [cv2.resize(mask, _SIZE, interpolation=cv2.INTER_AREA) for mask in masks]
    growth = project.layers[1].hole_growth * _SIZE[1] / 1080
    hole = np.logical_or.reduce([grown(mask, growth) for mask in masks])
    reveal, time = timed(find_reveal, project, store, runs=3)
    show("the reveal of the demo's move", f"{time:.2f} s", "1 s", time <= 1)
    shown = reveal.layers[project.background.id].shown.view(np.uint8)
    shown = cv2.resize(shown, _SIZE, interpolation=cv2.INTER_NEAREST).view(np.bool_)
    shown &= np.maximum.reduce(masks) > 127
    true = _hidden_picture()
    print(f"demo: {shown.mean() * 100:.1f} % of the picture is hidden by cuts and shown")

    def tell(name, made, seconds):
        error = ((made[shown].astype(float) - true[shown]) ** 2).mean()
        alike = structural_similarity(true, made, channel_axis=2, full=True)[1].mean(2)
        decibels = 10 * np.log10(255**2 / error)
        print(f"  {name:<12} {decibels:.2f} dB  SSIM {alike[shown].mean():.3f}  {seconds:.1f} s")

    for name, work in methods.items():
        tell(name, *timed(work, photo, hole))
    with tempfile.TemporaryDirectory() as folder:
        np.savez(Path(folder) / "demo", photo=photo, hole=hole)
        for _, name, made, seconds in others(Path(folder)):
            tell(name, made, seconds)
