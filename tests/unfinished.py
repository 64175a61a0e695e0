"""Twelve frames in which nothing is blurred, as they were before frames could be finished."""

from pathlib import Path

import cv2
import numpy as np
from msgspec.structs import replace

from conftest import build, picture
from woodcock.model import Card, Frame, Lean, Picture, Title
from woodcock.render import render_frame
from woodcock.session import acts
from woodcock.stage import apply_move

FILE = Path(__file__).parent / "data" / "twelve-frames.png"
SIZE = 192, 108


def twelve_frames():
    """(12 * 108, 192, 3) uint8: layers that lean, blend and turn, seen on two ways; no fills."""
    project, studio = build(picture(384, 216, 5), [], Frame(*SIZE, 12, 1.0))
    own = np.dstack([picture(90, 60, 6), np.full((60, 90), 210, np.uint8)])
    project, near = acts.add_layer(project, Picture(studio.store.put(own), 90, 60, 110.0, 120.0))
    project, card = acts.add_layer(project, Card(230.0, 60.0, 120.0, 70.0))
    project, _ = acts.add_layer(project, Title("Reed", 260.0, 150.0, size=50.0))
    project = project.with_layer(replace(project.layer(near), distance=4.0, lean=Lean(20.0, -15.0)))
    project = project.with_layer(replace(project.layer(card), distance=8.0, blend="soft-light"))
    frames = []
    for move in ("push-in", "orbit"):
        moved = apply_move(project, move, 8)
        atlas = studio.atlas(moved)
        frames += [render_frame(moved, atlas, k / 6) for k in range(6)]
    return np.concatenate(frames)


if __name__ == "__main__":
    cv2.imwrite(str(FILE), twelve_frames()[..., ::-1])
