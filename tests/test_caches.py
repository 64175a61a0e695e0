"""What is kept is dropped by the acts it depends on, and by no others."""

import os
import subprocess
import sys

import numpy as np
import pytest
from msgspec.structs import replace

from conftest import blob, build, picture
from driver import Driver
from woodcock.app.known import Known
from woodcock.app.picture.kept_frames import KeptFrames
from woodcock.model import (
    Blur,
    Card,
    Defocus,
    Growth,
    Key,
    Mask,
    Shadow,
    Shimmer,
    Shutter,
    Tile,
    Title,
    Track,
)
from woodcock.render import atlas_key
from woodcock.session import acts, airs, carrying, lights
from woodcock.session.depends import covered_of, drawn_of, moved_of

W, H = 320, 180
KINDS = {"frames": drawn_of, "gaps": covered_of, "speeds": moved_of, "plates": atlas_key}
ALL = set(KINDS)


@pytest.fixture(scope="module")
def given_scene():
    project, studio = build(picture(W, H), [blob(W, H, 110, 110, 45)])
    project, _ = acts.add_layer(project, Card(100.0, 80.0, 60.0, 40.0), "Card")
    project, _ = acts.add_layer(project, Title("Words", 160.0, 60.0, size=30.0), "Title")
    project, _ = carrying.add_carrier(project, [project.layers[0].id], name="Handle")
    return project, studio


def on(kind, **change):
    def act(project, store):
        layer = next(x for x in project.layers if x.kind == kind)
        if "own" in change:
            return project.with_layer(
                replace(layer, content=replace(layer.content, **change["own"]))
            )
        return project.with_layer(replace(layer, **change))

    return act


def posed(kind, **tracks):
    def act(project, store):
        layer = next(x for x in project.layers if x.kind == kind)
        return project.with_layer(replace(layer, pose=replace(layer.pose, **tracks)))

    return act


def lens(**tracks):
    return lambda project, store: replace(project, lens=replace(project.lens, **tracks))


def painted(column):
    def act(project, store):
        tile = Tile(column, 0, store.put(np.full((256, 256, 4), 90, np.uint8)))
        return project.with_layer(replace(project.background, repair=(tile,)))

    return act


def recut(project, store):
    layer = next(x for x in project.layers if x.mask)
    mask = Mask(store.put(blob(W, H, 120, 100, 40)))
    return project.with_layer(replace(layer, content=mask))


MOVED = Track(0.0, (Key(0.0, 0.0), Key(0.9, 0.2)))
ACTS = {
    "a layer's name": (on("cut", name="Else"), set()),
    "its colour in the list": (on("cut", colour=7), set()),
    "a lock": (on("card", locked=True), set()),
    "a carrier's name": (
        lambda p, s: p.with_carrier(replace(p.carriers[0], name="Else", colour=3)),
        set(),
    ),
    "the photo's name": (lambda p, s: replace(p, photo=replace(p.photo, name="x")), set()),
    "a blend mode": (on("card", blend="screen"), {"frames"}),
    "another fill": (lambda p, s: replace(p, fill_seed=5), {"frames", "plates"}),
    "whole pieces": (lambda p, s: replace(p, whole_pieces=True), {"frames", "plates"}),
    "a stroke beyond its border": (painted(-1), {"frames", "gaps", "plates"}),
    "reaching farther": (on("background", growth=Growth(8, 8, 8, 8)), {"frames", "gaps", "plates"}),
    "a card's colours": (on("card", own={"fill": "linear"}), {"frames", "gaps"}),
    "other words": (on("title", own={"text": "More words"}), {"frames", "gaps", "speeds"}),
    "fading": (posed("cut", opacity=MOVED), {"frames", "gaps", "speeds"}),
    "a pose": (posed("cut", x=MOVED), {"frames", "gaps", "speeds"}),
    "a distance": (on("cut", distance=2.2), {"frames", "gaps", "speeds"}),
    "the lens's way": (lens(x=MOVED), {"frames", "gaps", "speeds"}),
    "an aperture that blurs nothing": (lens(f_number=Track(1.4)), set()),
    "depth of field": (lens(defocus=Defocus(on=True)), {"frames", "gaps"}),
    "the shutter": (lens(shutter=Shutter(on=True)), {"frames", "speeds"}),
    "a plain blur": (on("cut", blur=Blur(Track(9.0))), {"frames", "gaps"}),
    "being held": (on("cut", held=2), {"frames", "gaps", "speeds"}),
    "another cut": (recut, ALL),
    "sources of its hole": (
        lambda p, s: on("cut", sources=s.put(np.full((H, W), 128, np.uint8)))(p, s),
        {"frames", "plates"},
    ),
    "a larger hole": (on("cut", hole_growth=22.0), {"frames", "gaps", "plates"}),
    "rain": (lambda p, s: airs.add_air(p, "Rain")[0], {"frames"}),
    "a light": (lambda p, s: lights.add_light(p, "Low sun")[0], {"frames"}),
    "lightning": (lambda p, s: lights.add_flash(p, [p.background.id], 0.5)[0], {"frames"}),
    "a shadow": (on("cut", shadow=Shadow()), {"frames"}),
    "a shimmer": (on("background", shimmer=Shimmer()), {"frames"}),
    "haze": (lambda p, s: lights.set_haze(p, on=True), {"frames"}),
    "frames a second": (lambda p, s: replace(p, frame=replace(p.frame, rate=24)),
                        {"frames", "gaps", "speeds"}),
}  # fmt: skip


@pytest.mark.parametrize("name", ACTS)
def test_an_act_drops_what_depends_on_it_and_nothing_else(name, given_scene):
    project, studio = given_scene
    act, drops = ACTS[name]
    changed = act(project, studio.store)
    assert changed != project
    found = {kind for kind, part in KINDS.items() if part(changed) != part(project)}
    assert found == drops


def test_only_what_covers_restarts_gaps_while_the_lens_blurs(given_scene):
    project, _ = given_scene
    blurred = replace(project, lens=replace(project.lens, defocus=Defocus(on=True)))
    for change, gaps in (
        ({"f_number": Track(1.4)}, True), ({"focus": Track(3.0)}, True),
        ({"defocus": Defocus(True, 7, Track(20.0), Track(5.0))}, False),
        ({"shutter": Shutter(on=True)}, False),
    ):  # fmt: skip
        changed = replace(blurred, lens=replace(blurred.lens, **change))
        assert drawn_of(changed) != drawn_of(blurred)
        assert (covered_of(changed) != covered_of(blurred)) == gaps, change
        assert atlas_key(changed) == atlas_key(blurred)


def test_a_name_of_what_shines_draws_nothing_anew(given_scene):
    project, _ = given_scene
    project, light = lights.add_light(project, "Low sun")
    assert drawn_of(airs.rename_effect(project, light, "Else")) == drawn_of(project)
    hidden = airs.set_effect(project, light, visible=False)
    assert drawn_of(hidden) != drawn_of(project) and covered_of(hidden) == covered_of(project)


def test_a_stroke_inside_the_photo_restarts_no_gap_analysis():
    project, studio = build(picture(600, 300), [])
    changed = painted(0)(project, studio.store)
    assert covered_of(changed) == covered_of(project) and drawn_of(changed) != drawn_of(project)


def test_findings_and_kept_frames_hold_through_a_new_name(given_scene):
    project, studio = given_scene
    renamed = on("cut", name="Other")(project, studio.store)
    moved = lens(x=MOVED)(project, studio.store)
    known = Known(project, covered_of, "no gaps")
    assert known.of(renamed) == "no gaps" and known.of(moved) is None
    assert known.of(project) == "no gaps"  # undone
    frames, plates = KeptFrames(), object()
    frames.open(project, plates, (32, 18))
    frames.put(project, 3, "picture")
    frames.open(renamed, plates, (32, 18))
    assert frames.get(renamed, (32, 18), 3) == "picture" and frames.known(renamed) == {3}
    frames.open(moved, plates, (32, 18))
    assert frames.get(moved, (32, 18), 3) is None
    frames.put(project, 4, "late")  # drawn for what is no longer shown
    assert frames.known(moved) == frozenset()


def test_renaming_a_layer_in_the_window_checks_nothing_again(scene):
    drive = Driver.with_scene(scene, "Move")
    state = drive.state
    gaps, speeds = state.gap_report, state.speed_report
    assert gaps is not None and speeds is not None
    started = []
    start = drive.window.work.jobs.start
    drive.window.work.jobs.start = lambda *a, **k: started.append(a[0]) or start(*a, **k)
    near = state.project.near_to_far[0].id
    state.act("Name", lambda p: acts.rename(p, near, "Another"))
    drive.settle()
    assert state.gap_report is gaps and state.speed_report is speeds and started == []
    state.act("Away", lambda p: acts.set_distance(p, near, 2.0))
    drive.settle()
    assert "Looking for gaps" in started and state.gap_report is not gaps
    drive.close()


def test_two_studies_at_once_end_well_under_any_threading_layer():
    """Numba's own parallel loops end the program there if two threads run them at once."""
    code = (
        "import threading, numpy as np\n"
        "from woodcock.separate.study import study\n"
        "rng = np.random.default_rng(0)\n"
        "photo = rng.integers(0, 255, (220, 320, 3)).astype(np.uint8)\n"
        "done = []\n"
        "work = lambda: done.append(study(photo))\n"
        "threads = [threading.Thread(target=work) for _ in range(3)]\n"
        "[t.start() for t in threads]; [t.join() for t in threads]\n"
        "print(len(done))\n"
    )
    run = subprocess.run(
        [sys.executable, "-c", code], capture_output=True, text=True, timeout=300,
        env={**os.environ, "NUMBA_THREADING_LAYER": "workqueue"},
    )  # fmt: skip
    assert (run.returncode, run.stdout.strip()) == (0, "3"), run.stderr[-500:]
