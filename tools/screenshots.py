"""Take the pictures in docs/screenshots anew: every step with the demo, and a strip of frames."""

from __future__ import annotations

import os
import tempfile

os.environ["WOODCOCK_STATE"] = tempfile.mkdtemp()  # no theme or layout that somebody chose

from pathlib import Path

import numpy as np
from offscreen import Stand
from PySide6.QtCore import Qt
from PySide6.QtGui import QAction
from PySide6.QtTest import QTest

from woodcock.app.layers_dialog import LayersDialog, small_pictures
from woodcock.app.picture.image import pixels_of
from woodcock.app.state import STEPS
from woodcock.demo import demo_photo
from woodcock.media import save_png
from woodcock.media.layered import load_layered
from woodcock.model import FILM, LENS, Card, Delivery, Stop
from woodcock.session import (
    acts,
    airs,
    carrying,
    film,
    finishing,
    lights,
    sounds,
    things,
)
from woodcock.session.layers_out import save_layers
from woodcock.session.prepare import mark_prepared

_TALL = 640  # pixels of a page that are shown
OUT = Path(__file__).parent.parent / "docs" / "screenshots"


def main():
    OUT.mkdir(parents=True, exist_ok=True)
    mark_prepared()  # nothing is compiled in the pictures
    stand = Stand()
    window, state = stand.window, stand.window.state
    ways_in(stand)
    stand.open_demo()
    near = next(x.id for x in state.project.layers if x.name == "Posts")
    for number, step in enumerate(STEPS, 1):
        state.select(near)
        state.go(step)
        if step in ("Finish", "Export"):
            continue
        stand.photograph(OUT / f"{number}-{step.lower()}.png")
    state.go("Rebuild")
    state.tools.reveal = True
    stand.photograph(OUT / "11-reveal.png")
    state.tools.reveal = False
    repair(stand)
    depths(stand, near)
    finish(stand, near)
    leaving(stand)
    next(a for a in window.findChildren(QAction) if "Paper (light)" in a.text()).trigger()
    stand.photograph(OUT / "10-paper.png")
    frame = state.project.frame
    strip = [
        state.studio.frame(state.project, frame.last * share, (480, 270))
        for share in (0, 1 / 3, 2 / 3, 1)
    ]
    save_png(OUT / "strip.png", np.hstack(strip))
    stand.close()


def ways_in(stand):
    """The empty window, and a clip of the demo's photo while it is made by itself."""
    window, state = stand.window, stand.window.state
    stand.photograph(OUT / "0-ways-in.png")
    window.ways.make_clip(demo_photo())
    maker = window.ways.maker
    stand.until(lambda: state.step == "Stage")
    if not window.grab().save(str(OUT / "8-one-act.png")):
        raise OSError("a picture could not be written")
    stand.until(lambda: state.playing or maker.stopped)
    window.player.stop()
    maker.put_away()
    stand.settle()
    state.document.mark_saved(state.project, None)


def finish(stand, near):
    """The posts in focus, what is far blurred."""
    state, window = stand.window.state, stand.window
    state.go("Finish")
    state.select(near)
    state.act("Open", lambda p: finishing.set_value(p, LENS, "f_number", 1.4))
    metres = state.project.layer(near).distance
    state.act("Near", lambda p: finishing.set_value(p, LENS, "focus", metres))
    window.panels["Finish"].lens.focus.on.click()
    stand.photograph(OUT / "6-finish.png")
    for _ in range(3):
        state.document.undo()
    stand.settle()
    air_and_light(stand)


def air_and_light(stand):
    """Rain in depth, and a flare that the posts could cover; then all as it was."""
    state, panel = stand.window.state, stand.window.panels["Finish"]
    before = state.project
    panel.turn("air")
    made = []

    def raining(project):
        project, rain = airs.add_air(project, "Rain")
        made.append(rain)
        return project

    state.act("Rain", raining)
    state.tools.air = made[0]
    stand.photograph(OUT / "13-air.png")
    dinghy = next(x for x in state.project.layers if x.name == "Dinghy")
    lantern = state.project.lights[0].id
    state.act("Flare", lambda p: lights.switch_part(p, lantern, "flare", True))
    panel.turn("light")
    state.tools.light, state.tools.light_part = lantern, "flare"
    state.select(dinghy.id)
    stand.photograph(OUT / "14-light.png")
    while state.project != before:
        state.document.undo()
    stand.settle()
    film_and_sound(stand)


def film_and_sound(stand):
    """The four pages of Film side by side, each with something set; sounds in their lanes."""
    state, panel = stand.window.state, stand.window.panels["Finish"]
    before = state.project
    panel.turn("film")
    state.seek(2.0)
    state.act("Film", lambda p: film.set_film(p, "vignette", on=True))
    bent = ((0.0, 0.02), (0.3, 0.26), (0.7, 0.76), (1.0, 0.98))
    state.act("Curve", lambda p: film.set_curve(p, FILM, "master", bent))
    state.act("Leak", lambda p: things.add_texture(p, "Light leak")[0])
    state.select(next(x.id for x in state.project.layers if x.texture))
    state.tools.grade_part = "curves"
    pages = []
    for page in ("looks", "grade", "grain", "textures"):
        panel.film.turn(page)
        stand.settle()
        grabbed = pixels_of(panel.grab().toImage())
        pages.append(grabbed[:_TALL])
    high = max(len(page) for page in pages)
    padded = [np.pad(x, ((0, high - len(x)), (0, 0), (0, 0)), "edge") for x in pages]
    save_png(OUT / "20-film.png", np.hstack(padded))
    while state.project != before:
        state.document.undo()
    panel.turn("sound")
    state.act("Whoosh", lambda p: sounds.add_made(p, "whoosh", 2.5)[0])
    state.act("Markers", lambda p: sounds.mark(p, (1.0, 2.5, 4.0)))
    state.tools.sound = state.project.sounds[-1].id
    state.touch()
    stand.settle()
    stand.photograph(OUT / "21-sound.png")
    while state.project != before:
        state.document.undo()
    panel.turn("lens")
    stand.settle()


def depths(stand, near):
    """Layers with relief."""
    state, window = stand.window.state, stand.window
    state.select(near)
    state.go("Stage")
    state.seek(state.project.frame.last)
    stand.settle()
    depth = window.panels["Stage"].map.map
    depth.estimate.click()
    stand.settle()
    state.tools.stage_page = "layer"
    state.tools.depth_look = ""
    for name in ("Posts", "Dinghy", "Background"):
        state.select(next(x.id for x in state.project.layers if x.name == name))
        stand.settle()
        window.panels["Stage"].layer.relief.on.click()
        stand.settle()
    state.select(near)
    state.seek(state.project.frame.last)
    window.plan.look("side")
    stand.settle()
    scroll = window.panels["Stage"].parentWidget().parentWidget()
    scroll.ensureWidgetVisible(window.panels["Stage"].layer.relief)
    state.seek(0.0)
    for _ in range(4):  # three reliefs and the map
        state.document.undo()
    scroll.verticalScrollBar().setValue(0)
    window.plan.look("above")
    stand.settle()
    more(stand)


def leaving(stand):
    """What the clip is made for, its square framed; the queue beside layers that are opened."""
    state, window = stand.window.state, stand.window
    state.go("Export")
    panel, exports = window.panels["Export"], window.work.exports
    panel.make.shapes.buttons["square"].click()
    stand.until(lambda: "About" in panel.make.cost.text())
    stand.photograph(OUT / "7-export.png")
    with tempfile.TemporaryDirectory() as folder:
        file = Path(folder) / "inlet.ora"
        save_layers(state.project, file, state.studio)
        made = {
            "inlet-web.mp4": Delivery(lines=240, end=1.0),
            "/no-such-folder/inlet.gif": Delivery("gif"),
            "inlet-square.mp4": Delivery(shape="square"),
            "inlet-png": Delivery("png"),
        }
        for name, delivery in made.items():
            exports.add(delivery, Path(folder) / name)
        panel.turn("queue")
        stand.until(lambda: exports.running and exports.running[0].fraction > 0.4
                    and exports.items[2].state == "running")  # fmt: skip
        queue = pixels_of(panel.grab().toImage())[:_TALL]
        for item in exports.items:
            exports.queue.cancel(item.id)
        stand.settle()
        layered = load_layered([file])
        dialog = LayersDialog(window, layered, small_pictures(layered))
        dialog.show()
        stand.application.processEvents()
        opened = pixels_of(dialog.grab().toImage())
        dialog.reject()
    high = max(len(queue), len(opened))
    pages = [np.pad(x, ((0, high - len(x)), (0, 0), (0, 0)), "edge") for x in (queue, opened)]
    save_png(OUT / "9-in-and-out.png", np.hstack(pages))
    for item in exports.items:
        exports.queue.remove(item.id)
    panel.make.shapes.buttons[""].click()
    panel.make.shapes.buttons["square"].click()
    panel.turn("make")
    stand.settle()


def more(stand):
    """A title behind the posts, a sun, a glow that hangs on one carrier with the dinghy."""
    state, window = stand.window.state, stand.window
    before = state.project
    project, title = things.add_title(before, "Dawn tide")
    project = acts.set_distance(project, title, 6.0)
    project = things.set_own(project, title, x=1010.0, y=880.0, size=190.0)
    colours = ((255, 190, 90, 220), (255, 150, 40, 0))
    stops = tuple(Stop(float(k), colour) for k, colour in enumerate(colours))
    glow = Card(width=330, height=330, shape="ellipse", fill="radial", stops=stops)
    project, name = things.add_thing(project, glow, "Glow")
    project = things.set_own(project, name, x=1178.0, y=632.0)
    project = acts.set_distance(things.set_blend(project, name, "plus-lighter"), name, 9.9)
    boat = next(x.id for x in project.layers if x.name == "Dinghy")
    project, carrier = carrying.add_carrier(project, [boat, name], name="Boat")
    project = carrying.rock(project, carrier, 1.5, 3.0)
    state.act("More on the stage", lambda _: project)
    state.select(title)
    stand.settle()
    scroll = window.panels["Stage"].parentWidget().parentWidget()
    scroll.verticalScrollBar().setValue(window.panels["Stage"].layer.own["title"].y() - 40)
    stand.photograph(OUT / "17-things.png")
    state.document.undo()
    scroll.verticalScrollBar().setValue(0)
    stand.settle()


def repair(stand):
    """The background being repaired: a place marked that is dragged over the shore beside it."""
    window, view = stand.window, stand.window.view
    window.state.select("background")
    window.toolbox.buttons["transplant"].click()
    stand.settle()

    def drag(*places):
        ends = [view.to_view(*place).toPoint() for place in places]
        QTest.mousePress(view, Qt.MouseButton.LeftButton, pos=ends[0])
        for end in ends[1:]:
            QTest.mouseMove(view, end)
            stand.settle()
        return ends[-1]

    corners = [(390, 1230), (460, 1200), (540, 1220), (560, 1420), (380, 1440), (388, 1240)]
    QTest.mouseRelease(view, Qt.MouseButton.LeftButton, pos=drag(*corners))
    end = drag((470, 1330), (600, 1340), (740, 1360))
    stand.photograph(OUT / "12-repair.png")
    QTest.keyClick(view, Qt.Key.Key_Escape)
    QTest.mouseRelease(view, Qt.MouseButton.LeftButton, pos=end)
    window.toolbox.buttons["look"].click()
    stand.settle()


if __name__ == "__main__":
    main()
