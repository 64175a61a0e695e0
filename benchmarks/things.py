"""Forty things on the stage: a frame's time beside the pixels they cover."""

from __future__ import annotations

import time

import numpy as np
from common import show, staged

from woodcock.model import Card, Frame, Stop
from woodcock.render import render_frame
from woodcock.session import things


def with_cards(project, count, side, blend="normal"):
    """So many turned and upright cards of `side` x 0.75 `side` photo pixels, all over the frame."""
    rng = np.random.default_rng(1)
    for number in range(count):
        stops = (Stop(0.0, (*map(int, rng.integers(0, 256, 3)), 255)), Stop(1.0, (0, 0, 0, 255)))
        card = Card(width=side, height=0.75 * side, fill="linear", shape="ellipse", stops=stops)
        project, name = things.add_thing(project, card, f"Card {number}")
        x, y = rng.uniform(0.1, 0.9, 2) * (project.photo.width, project.photo.height)
        layer = things.moved_own(project.layer(name), float(x), float(y))
        project = project.with_layer(layer)
        project = things.set_blend(project, name, blend)
    return project


def per_frame(project, studio):
    """Milliseconds: the least of many frames."""
    atlas = studio.atlas(project)
    taken = []
    for _ in range(12):
        start = time.perf_counter()
        render_frame(project, atlas, 1.0)
        taken.append(time.perf_counter() - start)
    return 1000 * min(taken)


def main():
    project, studio = staged(1920, 1080, 3, Frame(1920, 1080, 30, 6.0))
    bare = per_frame(project, studio)
    print(f"3 layers, nothing else: {bare:.1f} ms a frame of 1920x1080")
    pixels, taken = [], []
    for side in (100, 200, 300, 400):
        full = per_frame(with_cards(project, 40, side), studio)
        pixels.append(40 * side * 0.75 * side * np.pi / 4)
        taken.append(full - bare)
        print(f"40 cards of {side} px, {pixels[-1] / 1e6:.2f} Mpx covered: {full:.1f} ms")
    rate, fixed = np.polyfit(pixels, taken, 1)
    off = np.abs(np.polyval((rate, fixed), pixels) - taken).max() / max(taken)
    print(f"that is {fixed / 40:.2f} ms a thing and {rate * 1e6:.1f} ns for each pixel it covers")
    show("40 things: off a straight line", f"{off * 100:.0f} %", "<= 15 %", off <= 0.15)
    few = per_frame(with_cards(project, 10, 200), studio)
    print(f"10 cards of 200 px, as many pixels as 40 of 100: {few:.1f} ms")
    blended = per_frame(with_cards(project, 40, 100, "multiply"), studio)
    print(f"the 40 small ones by Multiply: {blended:.1f} ms")


if __name__ == "__main__":
    main()
