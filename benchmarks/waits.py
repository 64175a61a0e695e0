"""What a person waits for between a change and its answer: the reveal, safe travel, more growth."""

from __future__ import annotations

import cv2
import numpy as np
from common import seconds, show, staged

import woodcock.render.occlusion as followed
from woodcock.model import Depth, Growth
from woodcock.render import find_reveal
from woodcock.session import extent, reliefs, staging
from woodcock.session.safe_travel import extension_for, safe_travel
from woodcock.session.studio import Studio


def _scene():
    """Five layers of a 3-megapixel photo; the background has relief, a layer leans."""
    project, studio = staged(2255, 1500, 5)
    rng = np.random.default_rng(0)
    slope = np.tile(np.linspace(0, 65535, 1500)[:, None], (1, 2255))
    rough = cv2.GaussianBlur(slope + rng.normal(0, 20000, slope.shape), (0, 0), 75)
    pixels = studio.store.put(np.clip(rough, 0, 65535).astype(np.uint16))
    project = staging.set_depth(project, Depth(pixels, 1.0, 60.0))
    project = reliefs.relief_from_map(project, project.background.id, studio.store)
    leaning = project.near_to_far[1].id
    return staging.set_lean(project, leaning, -25, 0, True), studio


def main():
    project, studio = _scene()
    store = studio.store
    find_reveal(project, store)  # compiled
    ours = seconds(lambda: find_reveal(project, store))
    never = followed._never_shown
    followed._never_shown = lambda veils, a, b, c, shape: np.zeros(shape, np.bool_)
    every = seconds(lambda: find_reveal(project, store))
    followed._never_shown = never
    show("the reveal", f"{ours:.1f} s", "2 s", ours <= 2)
    show("the reveal, beside asking every place", f"1/{every / ours:.1f}", "-", True)
    atlas = studio.atlas(project)
    for move in ("push-in", "orbit", "pop-out"):
        safe_travel(project, move, atlas, store)
        took = seconds(lambda move=move: safe_travel(project, move, atlas, store))
        show(f"safe travel of {move}", f"{took:.1f} s", "5 s", took <= 5)
    took = seconds(lambda: extension_for(project, "orbit", 4, atlas, store))
    show("finding what is short for an orbit", f"{took:.1f} s", "5 s", took <= 5)
    grown = extent.grow_layer(project, project.background.id, Growth(top=40))
    more = extent.grow_layer(project, project.background.id, Growth(top=44))
    studio.atlas(grown)
    kept = seconds(lambda: studio.atlas(more))
    anew = seconds(lambda: Studio(store).atlas(more))
    show(
        "four pixels more of sky, beside a new studio",
        f"1/{anew / kept:.1f}",
        "1/2",
        anew >= 2 * kept,
    )


if __name__ == "__main__":
    main()
