"""The inner loops compiled ahead, once on a machine: each is run on something small.

Numba keeps what it compiled beside the code, or, where that can't be written, in the user's cache.
Without this the first frame waits half a minute for it.
"""

from __future__ import annotations

import contextlib
import hashlib
import logging
import time
from collections.abc import Callable
from pathlib import Path

import cv2
import numpy as np
from msgspec.structs import replace

from woodcock.errors import WoodcockError
from woodcock.model import (
    FILM,
    FILM_PARTS,
    LENS,
    Bend,
    Card,
    Depth,
    Frame,
    Mask,
    Pin,
    Project,
    Relief,
    Track,
)
from woodcock.pixels.store import PixelStore
from woodcock.private import write_private
from woodcock.progress import Progress, report
from woodcock.session.state_files import state_folder
from woodcock.texts import tr, tr_noop

SAYS = tr_noop("Woodcock prepares itself for this machine, once: up to a minute.")
_W, _H = 192, 128

_log = logging.getLogger(__name__)


def prepared() -> bool:
    """Whether the loops as they are now were compiled on this machine before."""
    try:
        return _mark().read_text() == _code()
    except OSError:
        return False


def prepare(progress: Progress | None = None) -> None:
    """Run every loop once; raises Cancelled on request, between two of them."""
    began = time.monotonic()
    steps: tuple[Callable[[], None], ...] = (_drawing, _cutting, _repairing)
    for number, step in enumerate(steps):
        report(progress, number / len(steps), tr("Preparing, once on this machine"))
        step()
    report(progress, 1.0, tr("Prepared"))
    mark_prepared()
    _log.info("prepared in %.1f s", time.monotonic() - began)


def mark_prepared() -> None:
    """Remember that it is done; where that can't be kept it is done again at the next start."""
    with contextlib.suppress(OSError):
        write_private(_mark(), _code().encode())


def _mark() -> Path:
    return state_folder() / "prepared"


def _code() -> str:
    """A name for the compiled code: where it is, and when each of its files was changed."""
    folder = Path(__file__).parents[1]
    files = sorted(folder.rglob("*.py"))
    said = "\n".join(f"{file} {file.stat().st_mtime_ns}" for file in files)
    return hashlib.blake2b(said.encode(), digest_size=16).hexdigest()


def _photo() -> np.ndarray:
    y, x = np.mgrid[0:_H, 0:_W]
    noise = np.random.default_rng(0).normal(0, 6, (_H, _W, 3))
    plain = np.dstack([x, y, x // 2 + y // 2]) * 0.7 + 40 + noise
    plain[30:100, 50:120] += (60, -30, 20)
    return np.clip(plain, 0, 255).astype(np.uint8)


def _staged(store: PixelStore) -> Project:
    """Relief, pins, blending, a lens that moves and turns: all that frames are made of."""
    from woodcock.session import acts
    from woodcock.stage import apply_move

    project = acts.new_project(_photo(), "prepare", store, Frame(96, 64, 12, 0.5))
    mask = np.zeros((_H, _W), np.uint8)
    cv2.ellipse(mask, (85, 65), (30, 36), 0, 0, 360, 255, -1)
    project, near = acts.add_layer(project, Mask(store.put(mask)))
    project, card = acts.add_layer(project, Card(90.0, 60.0, 50.0, 40.0))
    ramp = np.linspace(0, 65535, _W).astype(np.uint16)[None].repeat(_H, 0)
    ramp[:, 100:] //= 2
    project = replace(project, depth=Depth(store.put(np.ascontiguousarray(ramp)), 2.0, 40.0))
    behind = replace(project.background, relief=Relief(thickness=8.0))
    bend = Bend((Pin((80.0, 60.0), Track(3.0)), Pin((100.0, 80.0))))
    project = project.with_layer(behind)
    # Off by so much that the edge is solved for, however small the frame.
    project = project.with_layer(replace(project.layer(near), bend=bend, hole_growth=120.0))
    project = project.with_layer(replace(project.layer(card), blend="screen"))
    project = apply_move(project, "orbit", 6)
    return apply_move(project, "push-in", 8)


def _drawing() -> None:
    from woodcock.render import frame_light, render_light
    from woodcock.session import finishing
    from woodcock.session.studio import Studio

    store = PixelStore()
    project, studio = _staged(store), Studio(store)
    studio.frame(project, 0.3)
    render_light(project, studio.atlas(project), 0.3, depth=True)
    soft = finishing.set_shutter(finishing.set_defocus(project, on=True), on=True)
    soft = finishing.set_value(soft, LENS, "f_number", 0.7)
    studio.frame(soft, 0.3)
    studio.frame(_with_weather(project), 0.3)
    studio.frame(_with_weather(soft), 0.3)
    filmed = _with_film(project, store)
    studio.frame(filmed, 0.3)
    frame_light(filmed, studio.atlas(filmed), 0.3, (96, 64))
    studio.gaps(project)


def _with_weather(project: Project) -> Project:
    """Everything in the air, all kinds of light."""
    from woodcock.session import airs, lights

    far, near = project.background.id, project.near_to_far[0].id
    for preset in (tr("Rain"), tr("Snow"), tr("Leaves"), tr("Fog banks")):
        project, _ = airs.add_air(project, preset)
    for preset in (tr("Low sun"), tr("Morning mist")):
        project, _ = lights.add_light(project, preset)
    project, _ = lights.add_flash(project, [far], 0.3, bolt=True)
    project = lights.switch_shadow(project, near, True)
    project = lights.switch_shimmer(project, far, True)
    return lights.set_bloom(lights.set_haze(project, on=True), on=True)


def _with_film(project: Project, store: PixelStore) -> Project:
    """Grades with a table, and all of film."""
    from woodcock.session import film

    table = "LUT_3D_SIZE 2\n" + "0.5 0.5 0.5\n" * 8
    project = film.set_lut(project, FILM, table.encode(), "prepare", store)
    project = film.set_grade(project, project.background.id, exposure=Track(0.1))
    for part in FILM_PARTS:
        project = film.set_film(project, part, on=True)
    return project


def _cutting() -> None:
    from woodcock.session import acts
    from woodcock.session.cutting import CuttingRoom
    from woodcock.session.stroke import Stroke

    store = PixelStore()
    project = acts.new_project(_photo(), "prepare", store)
    room, points = CuttingRoom(store), ((70.0, 50.0), (100.0, 80.0))
    outcome = room.cut(project, Stroke(points, "grow", "new", 20.0))
    if outcome is not None and outcome.new is not None:
        project, near = acts.add_layer(project, Mask(store.put(outcome.new)))
        with contextlib.suppress(WoodcockError):  # no fine edge there: it looked all the same
            room.cut(project, Stroke(points, "fine", "add", 60.0, layer=near))


def _repairing() -> None:
    from woodcock.rebuild import fill
    from woodcock.rebuild.brushes import Brush, Shift
    from woodcock.rebuild.judge import repeats
    from woodcock.render import LayerPicture
    from woodcock.session.paint_canvas import PaintCanvas
    from woodcock.session.repair import Repair, RepairStroke

    whole = np.dstack([_photo(), np.full((_H, _W), 255, np.uint8)])
    canvas = PaintCanvas(LayerPicture(whole, np.zeros((_H, _W), np.uint8), 0, 0), {})
    stroke = RepairStroke(canvas, Repair("clone", Brush(20.0, 0.8, 1.0), Shift(30, 10)), (60.0, 60))
    stroke.move([(80.0, 70.0)])
    stroke.lift()
    hole = np.zeros((_H, _W), np.bool_)
    hole[30:100, 60:130] = True
    repeats(fill(_photo(), hole, pieces=True), hole)
