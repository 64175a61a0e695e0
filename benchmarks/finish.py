"""What finishing a frame costs on top of drawing it, and what the hand waits for."""

from __future__ import annotations

import os
import sys
import time
from pathlib import Path

import cv2
import numpy as np
from common import photo, seconds, show, staged
from msgspec.structs import replace
from preview import with_relief

from woodcock.demo import demo_project
from woodcock.model import FILM, FILM_PARTS, LENS, Blur, Curves, Frame, Track
from woodcock.pixels.store import PixelStore
from woodcock.session import airs, film, finishing, lights, things
from woodcock.session.studio import Studio

FULL, HALF = (1920, 1080), (960, 540)


def opened(project, f_number=1.8, focus=6.0):
    """The project seen through a lens of 50 mm that is wide open."""
    project = replace(project, lens=replace(project.lens, focal_length=50.0))
    project = finishing.set_defocus(project, on=True)
    project = finishing.set_value(project, LENS, "focus", focus)
    return finishing.set_value(project, LENS, "f_number", f_number)


def cost(project, studio, size, at=3.0):
    """Seconds of a frame, drawn after one like it."""
    studio.frame(project, at, size)
    return seconds(lambda: studio.frame(project, at, size), 5)


def more(base, made, studio, size, at=3.0, runs=9):
    """Seconds that a frame takes longer: the shortest of each, drawn in turns."""
    taken = {id(base): [], id(made): []}
    for project in (base, made) * (runs + 1):
        start = time.perf_counter()
        studio.frame(project, at, size)
        taken[id(project)].append(time.perf_counter() - start)
    return min(taken[id(made)][1:]) - min(taken[id(base)][1:])


def main():
    scene = Frame(1920, 1080, 30, 6.0)
    project, studio = staged(2400, 1600, 5, scene)
    sharp = cost(project, studio, FULL)
    soft = cost(opened(project), studio, FULL)
    show("depth of field, 5 layers, 1080p", f"{soft:.2f} s", "0.30 s", soft <= 0.30)
    show("the same, in sharp frames", f"{soft / sharp:.1f}", "-", True)
    relief, own = staged(2400, 1600, 5, scene)
    hilly, own = with_relief(relief, own)
    names = {x.id for x in hilly.near_to_far[1:3]}
    layers = tuple(x if x.id in names else replace(x, relief=None) for x in hilly.layers)
    two = replace(hilly, layers=layers)
    took = cost(opened(two), own, FULL)
    show("depth of field, two of five with relief", f"{took:.2f} s", "0.45 s", took <= 0.45)
    far = replace(project.background, blur=Blur(Track(15.0)))
    plain = cost(project.with_layer(far), studio, FULL)
    show("plain blur of the background", f"{plain:.2f} s", "-", True)
    _shutter()
    _preview(opened(project), studio)
    _beside_opencv(sharp, soft)
    _air_and_light(project, studio)
    _film(project, studio)
    _dragged()


def _air_and_light(project, studio):
    """What each adds to a frame of 5 layers that is finished already, and all of them at once."""
    near = project.near_to_far[0].id
    base = lights.set_bloom(project, on=True, threshold=Track(50.0))  # finished, and nothing blooms
    before = cost(base, studio, FULL)
    show("a finished frame to which nothing is done, 1080p", f"{before:.3f} s", "-", True)

    def added(name, made, limit):
        took = 1000 * more(base, made, studio, FULL)
        show(f"{name}, added to a 1080p frame", f"{took:.0f} ms", f"{limit} ms", took <= limit)

    rain, drops = airs.add_air(base, "Rain")
    rain = finishing.set_value(rain, drops, "what amount", 4000.0)
    added("4,000 drops", finishing.set_value(rain, drops, "what refraction", 0.0), 80)
    took = 1000 * more(base, rain, studio, FULL)
    show("4,000 drops that bend what is behind them", f"{took:.0f} ms", "-", True)
    added("a flare", lights.add_light(base, "Low sun")[0], 15)
    added("banks of fog", airs.add_air(base, "Fog banks")[0], 60)
    added("a shadow on four layers", lights.switch_shadow(base, near, True), 40)
    every, _ = airs.add_air(lights.set_bloom(project, on=True), "Rain")
    every, _ = airs.add_air(every, "Fog banks")
    every, _ = lights.add_light(every, "Low sun")
    every = lights.set_haze(lights.switch_shadow(every, near, True), on=True)
    soft, every = opened(project), opened(every)
    alone = min(cost(soft, studio, HALF) for _ in range(3))
    took = alone + more(soft, every, studio, HALF)
    show("all of it with depth of field at 960x540, frames a second", f"{1 / took:.1f}", ">= 10",
         took <= 0.1)  # fmt: skip
    show("the same, in frames with depth of field alone", f"{took / alone:.1f}", "-", True)
    _beside_pasting(project, studio, rain)


def _film(project, studio):
    """What grade and grain add to a finished frame, and all of Finish at once."""
    base = lights.set_bloom(project, on=True, threshold=Track(50.0))  # finished, and nothing blooms
    studio.atlas(base)

    def added(name, made, limit):
        took = 1000 * more(base, made, studio, FULL)
        show(f"{name}, added to a 1080p frame", f"{took:.0f} ms", f"{limit} ms", took <= limit)

    numbers = film.set_grade(
        base, FILM, exposure=Track(0.2), contrast=Track(1.1), temperature=Track(7000.0),
        vibrance=Track(0.2), curves=Curves(master=((0.0, 0.02), (0.5, 0.52), (1.0, 0.98))),
    )  # fmt: skip
    numbers = film.set_grade(numbers, FILM, "decisions", slope_red=Track(1.05))
    added("a grade with curves", numbers, 12)
    side = np.linspace(0, 1, 33) ** 0.9
    cells = np.stack(np.meshgrid(side, side, side, indexing="ij")[::-1], -1).reshape(-1, 3)
    table = "LUT_3D_SIZE 33\n" + "\n".join(" ".join(f"{x:.5f}" for x in cell) for cell in cells)
    added(
        "a 3D lookup table of 33", film.set_lut(base, FILM, table.encode(), "b", studio.store), 25
    )
    added("grain", film.set_film(base, "grain", on=True), 12)
    near = project.near_to_far[0].id
    every, _ = airs.add_air(lights.set_bloom(project, on=True), "Rain")
    every, _ = airs.add_air(every, "Fog banks")
    every, _ = lights.add_light(every, "Low sun")
    every = lights.set_haze(lights.switch_shadow(every, near, True), on=True)
    every = film.set_lut(every, FILM, table.encode(), "b", studio.store)
    every = film.set_grade(every, FILM, exposure=Track(0.2), vibrance=Track(0.2))
    for part in FILM_PARTS:
        every = film.set_film(every, part, on=True)
    every, _ = things.add_texture(every, "Film dust")
    every = opened(every)
    took = min(cost(every, studio, HALF) for _ in range(3))
    show("all of Finish at 960x540, frames a second", f"{1 / took:.1f}", ">= 8", took <= 1 / 8)
    moved = finishing.set_shutter(every, on=True)
    took = cost(moved, studio, FULL)
    show("all of Finish, a 1080p frame", f"{took:.2f} s", "1.2 s", took <= 1.2)


def _beside_pasting(project, studio, rain):
    """Rain in depth beside rain as it is pasted: a clip blended over the frame by OpenCV."""
    frame = studio.frame(project, 3.0, FULL)
    clip = np.random.default_rng(0).integers(0, 60, frame.shape, np.uint8)

    def pasted():
        return 255 - cv2.multiply(255 - studio.frame(project, 3.0, FULL), 255 - clip, scale=1 / 255)

    by = cost(rain, studio, FULL) / seconds(pasted, 5)
    show("rain in depth, in frames with a clip screened over them", f"{by:.1f}", "-", True)


def _shutter():
    store = PixelStore()
    project = demo_project(store)
    studio = Studio(store)
    sharp = cost(project, studio, FULL)
    took = cost(finishing.set_shutter(project, on=True), studio, FULL)
    by = took / sharp
    show("motion blur of the demo's push, in sharp frames", f"{by:.1f}", "3", by <= 3)
    both = cost(finishing.set_shutter(opened(project, focus=3.0), on=True), studio, FULL)
    show("the same with depth of field", f"{both:.2f} s", "-", True)


def _preview(project, studio):
    took = cost(project, studio, HALF)
    rate = 1 / took
    show("depth of field at 960x540, frames a second", f"{rate:.0f}", ">= 15", rate >= 15)


def _beside_opencv(sharp, soft):
    """The blur alone beside one filter with a disc of 24 pixels over one picture (cv2.filter2D)."""
    picture = np.dstack([photo(1920, 1080), np.full((1080, 1920), 255, np.uint8)])
    picture = picture.astype(np.float32) / 255
    disc = cv2.getStructuringElement(cv2.MORPH_ELLIPSE, (25, 25)).astype(np.float32)
    disc /= disc.sum()
    one = seconds(lambda: cv2.filter2D(picture, -1, disc), 3)
    by = (soft - sharp) / one
    show("blur of 5 layers, in filters of one picture by OpenCV", f"{by:.2f}", "-", True)


def _dragged():
    """From a change of aperture or focus to the picture in the window."""
    os.environ.setdefault("QT_QPA_PLATFORM", "offscreen")
    sys.path.insert(0, str(Path(__file__).parent.parent / "tools"))
    from offscreen import Stand

    stand = Stand()
    window, state = stand.window, stand.window.state
    stand.open_demo()
    state.go("Finish")
    state.act("Open", lambda p: opened(finishing.unfinished(p), focus=3.0))
    stand.settle()
    seen = []
    window.previews.drawn.connect(lambda *_: seen.append(time.perf_counter()))
    for name, values in (("f_number", (1.6, 2.0, 2.5, 3.2)), ("focus", (2.5, 4.0, 6.0, 9.0))):
        waits = []
        for value in (*values, *values[::-1]):
            before, start = len(seen), time.perf_counter()
            state.act(
                "Drag",
                lambda p, v=value, n=name: finishing.set_value(p, LENS, n, v),
                f"drag {name}",
            )
            while len(seen) == before:
                stand.application.processEvents()
            waits.append(seen[before] - start)
        stand.settle()
        wait = float(np.median(waits)) * 1000
        show(f"picture after a step of {name}", f"{wait:.0f} ms", "80 ms", wait <= 80)
    stand.close()


if __name__ == "__main__":
    main()
