"""The stage with titles, cards, clips and carriers, by mouse and keys."""

import os
from fractions import Fraction
from pathlib import Path

import av
import cv2
import numpy as np
import pytest
from PySide6.QtCore import QPointF, Qt
from PySide6.QtGui import QColor
from PySide6.QtTest import QTest
from PySide6.QtWidgets import QColorDialog, QPlainTextEdit

from driver import LEFT, Driver
from woodcock.app.stage.title_rows import TitleRows
from woodcock.app.timeline.entries import entries_of
from woodcock.media import save_png
from woodcock.model import Track
from woodcock.session import acts, carrying, things
from woodcock.stage import scene_at


@pytest.fixture
def drive():
    driver = Driver.with_small_demo("Stage", "Posts")
    yield driver
    driver.close()


def dust(path, count=12):
    """A short video of bright specks that drift over black."""
    rng = np.random.default_rng(5)
    places = rng.uniform(0, 1, (60, 2))
    with av.open(str(path), "w") as box:
        stream = box.add_stream("libx264", rate=Fraction(12))
        stream.width, stream.height, stream.pix_fmt = 320, 180, "yuv420p"
        for number in range(count):
            frame = np.zeros((180, 320, 3), np.uint8)
            for x, y in places:
                at = int((x * 320 + 3 * number) % 318), int(y * 178)
                frame[at[1] : at[1] + 2, at[0] : at[0] + 2] = 235
            for packet in stream.encode(av.VideoFrame.from_ndarray(frame, format="rgb24")):
                box.mux(packet)
        for packet in stream.encode():
            box.mux(packet)


def in_view(drive, layer, x, y):
    """Where a place of the photo is on the widget, on a layer."""
    placed = next(s for s in scene_at(drive.state.project, drive.state.time)
                    if s.layer.id == layer.id)  # fmt: skip
    u, v, w = placed.mapping.homography @ (x, y, 1.0)
    return drive.window.view.to_view(u / w, v / w)


def drag_to(drive, x, y):
    """Drag the selected thing's middle to a place of the photo."""
    layer = drive.state.layer
    start = in_view(drive, layer, layer.own.x, layer.own.y)
    end = in_view(drive, layer, x, y)
    drive.drag(drive.window.view, [start.toPoint(), ((start + end) / 2).toPoint(), end.toPoint()])


def pick(drive, button, colour):
    """Press a colour button and choose in its dialog."""
    drive.press(button)
    dialog = button.findChild(QColorDialog)
    dialog.setCurrentColor(QColor(*colour))
    dialog.accept()
    drive.settle()


def layer_named(state, name):
    return next(x for x in state.project.layers if x.name == name)


def test_a_shot_with_title_sun_dust_and_a_rocking_boat(drive, tmp_path):
    state, window = drive.state, drive.window
    panel, view, rows = window.panels["Stage"], window.view, window.timeline.rows
    plain, project_lens = state.studio.frame(state.project, 0.0), state.project.lens

    # The headland is cut out by lasso, so that a sun can rise behind it.
    state.go("Separate")
    drive.settle()
    drive.press(window.toolbox.buttons["lasso"])
    shape = [(0, 155), (60, 150), (155, 150), (190, 146), (225, 152), (300, 160), (300, 185),
             (0, 185)]  # fmt: skip
    modes = window.panels["Separate"].modes.buttons()
    drive.press(next(x for x in modes if x.property("value") == "new"))
    drive.draw([*shape, shape[0]])
    drive.type(window.panels["Separate"].layer.name, "Headland")
    state.go("Stage")
    drive.settle()
    drive.type(panel.layer.distance, "50 m")

    drive.press(panel.scene.adding.card)
    drive.type(panel.layer.distance, "55 m")
    drive.choose(panel.layer.own["card"].lists["shape"], "Ellipse")
    for number in panel.layer.own["card"].metres.values():
        drive.type(number, "7 m")
    drive.choose(panel.layer.own["card"].lists["fill"], "Round gradient")
    pick(drive, panel.layer.own["card"].stops[0][1], (255, 236, 190, 255))
    pick(drive, panel.layer.own["card"].stops[1][1], (255, 170, 90, 255))
    drag_to(drive, 215, 140)
    sun = state.layer
    assert abs(sun.card.x - 215) < 2 and abs(sun.card.y - 140) < 2

    drive.press(panel.scene.adding.title)
    drive.type(panel.layer.distance, "6 m")
    title = state.layer
    spot = in_view(drive, title, title.title.x, title.title.y)
    QTest.mouseClick(view, LEFT, pos=spot.toPoint())
    QTest.mouseDClick(view, LEFT, pos=spot.toPoint())
    editor = view.findChild(QPlainTextEdit)
    assert editor is not None
    QTest.keyClicks(editor, "Dawn tide")
    QTest.keyClick(editor, Qt.Key.Key_Escape)
    drive.settle()
    assert state.layer.title.text == "Dawn tide"
    drive.type(panel.layer.own["title"].numbers["size"][0], "56 px")
    drag_to(drive, 230, 215)

    dust(tmp_path / "dust.mp4")
    drive.with_file_dialog(panel.scene.adding.clip.click, tmp_path / "dust.mp4")
    clip = state.layer
    assert (clip.kind, clip.glass, clip.blend, clip.pose.opacity.base) == (
        "clip",
        True,
        "screen",
        0.4,
    )

    drive.press(panel.scene.adding.card)
    drive.type(panel.layer.distance, "9.9 m")
    drive.choose(panel.layer.own["card"].lists["shape"], "Ellipse")
    for number in panel.layer.own["card"].metres.values():
        drive.type(number, "1.2 m")
    drive.choose(panel.layer.own["card"].lists["fill"], "Round gradient")
    pick(drive, panel.layer.own["card"].stops[0][1], (255, 190, 90, 200))
    pick(drive, panel.layer.own["card"].stops[1][1], (255, 150, 40, 0))
    drive.choose(panel.layer.stand.over.blend, "Plus lighter")
    drag_to(drive, 294, 158)
    glow = state.layer
    boat = layer_named(state, "Dinghy")
    QTest.mouseClick(rows, LEFT, Qt.KeyboardModifier.ControlModifier,
                     (rows.row(boat.id).topLeft() + QPointF(130, 8)).toPoint())  # fmt: skip
    drive.settle()
    drive.press(panel.scene.adding.carrier)
    drive.type(panel.layer.carrier.swing, "2.5°")
    drive.type(panel.layer.carrier.swing_time, "0.4 s")
    drive.press(panel.layer.carrier.rock)
    carrier = state.carrier
    assert {state.project.layer(x).carrier for x in (boat.id, glow.id)} == {carrier.id}
    assert len(carrier.roll.keys) >= 3 and not drive.problems
    drive.press(panel.layer.carrier.unset)  # of the playhead's time: the first key
    assert [key.time for key in state.carrier.roll.keys] == [k.time for k in carrier.roll.keys[1:]]
    state.document.undo()
    drive.settle()
    assert state.carrier == carrier
    drive.choose(panel.lens.lens_carrier, carrier.name)
    assert state.project.lens.carrier == carrier.id
    drive.choose(panel.lens.lens_carrier, "Nothing")
    assert state.project.lens == project_lens

    if "WOODCOCK_LOOK" in os.environ:  # to look at what the test has made
        state.seek(0.3)
        drive.settle()
        window.grab().save(os.environ["WOODCOCK_LOOK"])
        save_png(Path(os.environ["WOODCOCK_LOOK"]).with_suffix(".frame.png"),
                 state.studio.frame(state.project, 0.3))  # fmt: skip
    project = state.project
    frames = [state.studio.frame(project, time) for time in (0.0, 0.2)]
    assert np.abs(frames[0].astype(int) - frames[1]).max() > 30  # it rocks, and dust drifts
    order = [x.name for x in project.near_to_far if not x.glass]
    assert order == [
        "Reeds",
        "Posts",
        "Title",
        "Card 2",
        "Dinghy",
        "Headland",
        "Card",
        "Background",
    ]

    # What stands before the title is not changed by it: exactly, where it is opaque.
    still = acts.show_layer(acts.show_layer(project, clip.id, False), title.id, False)
    without = state.studio.frame(still, 0.0)
    with_title = state.studio.frame(acts.show_layer(still, title.id, True), 0.0)
    store = state.document.store
    to_frame = scene_at(project, 0.0)[-1].mapping.homography
    posts = (store.get(layer_named(state, "Posts").mask.pixels) == 255).astype(np.uint8)
    y, x = np.nonzero(cv2.erode(posts, np.ones((7, 7), np.uint8)))
    inner = np.zeros(without.shape[:2], bool)
    spots = np.column_stack([x + 0.5, y + 0.5, np.ones(len(x))]) @ to_frame.T
    columns, lines = (spots[:, k].astype(int) for k in (0, 1))
    inside = (columns >= 0) & (columns < 1920) & (lines >= 0) & (lines < 1080)
    inner[lines[inside], columns[inside]] = True
    changed = np.abs(with_title.astype(int) - without).max(axis=2) > 0
    assert changed.sum() > 5000 and plain.shape == with_title.shape
    assert not (changed & inner).any()


def test_a_title_gets_its_shadow_by_one_click(drive):
    state = drive.state
    assert state.act("Title", lambda p: things.add_title(p, "Morning")[0])
    name = next(x.id for x in state.project.layers if x.title)
    state.select(name)
    state.go("Stage")
    drive.settle()
    rows = next(iter(drive.window.panels["Stage"].findChildren(TitleRows)))
    drive.press(rows.soft)
    title = state.project.layer(name).title
    assert title.shadow > 0 and title.shadow_colour[3] > 100
    drive.press(rows.soft)
    assert state.project.layer(name).title.shadow_colour[3] == 0
    state.document.undo()
    state.document.undo()
    assert state.project.layer(name).title.shadow == 0


def test_the_list_finds_folds_and_tells_what_shares_a_distance(drive):
    state, window = drive.state, drive.window
    rows, search = window.timeline.rows, window.timeline.search
    project = state.project
    for number in range(34):
        project, card = things.add_card(project)
        project = project.with_layer(things.moved_own(project.layer(card), 20.0 * number, 300.0))
    project, title = things.add_title(project, "Sunrise")
    project, carrier = carrying.add_carrier(project, [card, title])
    state.act("Many things", lambda _: project)
    drive.settle()
    assert len(rows.entries) == 40
    drive.key(Qt.Key.Key_F, Qt.KeyboardModifier.ControlModifier)
    QTest.keyClicks(search, "sun")
    assert [entry.thing.id for entry in rows.entries] == [title]
    search.selectAll()
    QTest.keyClicks(search, "card: 7")
    assert {entry.thing.name for entry in rows.entries} == {"Card 7", "Card 17", "Card 27"}
    search.clear()
    row, entry = rows.row(carrier), next(e for e in rows.entries if e.thing.id == carrier)
    QTest.mouseClick(rows, LEFT, pos=rows.fold(row, entry.depth).center().toPoint())
    assert len(rows.entries) == 38 and state.carrier is not None
    assert len(entries_of(project)) == 40
    drive.settle()
    window.grab()  # with everything painted


def test_things_are_picked_by_what_is_drawn(drive):
    """Not by boxes: beside an ellipse it is not there; what is locked is passed over."""
    state, view, panel = drive.state, drive.window.view, drive.window.panels["Stage"]
    drive.press(panel.scene.adding.card)
    drive.choose(panel.layer.own["card"].lists["shape"], "Ellipse")
    card = state.layer
    corner = in_view(drive, card, card.card.x - 0.49 * card.card.width,
                     card.card.y - 0.49 * card.card.height)  # fmt: skip
    state.select(None)
    QTest.mouseClick(view, LEFT, pos=corner.toPoint())
    drive.settle()
    assert state.selected != card.id  # the ellipse is not there, though its box is
    middle = in_view(drive, card, card.card.x, card.card.y).toPoint()
    QTest.mouseClick(view, LEFT, pos=middle)
    drive.settle()
    assert state.selected == card.id
    drive.press(panel.layer.stand.lock)
    drive.settle()
    place = state.layer.card.x
    drive.drag(view, [middle, (QPointF(middle) + QPointF(40, 0)).toPoint()])
    assert state.project.layer(card.id).card.x == place
    state.select(card.id)
    drive.settle()
    drive.type(panel.layer.distance, "9 m")
    assert "locked" in drive.problems[-1]
    opacity = state.project.layer(card.id).pose.opacity
    assert opacity == Track(1.0)
