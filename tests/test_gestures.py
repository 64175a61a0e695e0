"""What a hand does in the window is what was meant: keys, poses, order, places, colours."""

import numpy as np
import pytest
from msgspec.structs import replace
from PySide6.QtCore import QPoint, QPointF, Qt
from PySide6.QtGui import QColor
from PySide6.QtTest import QTest
from PySide6.QtWidgets import QColorDialog, QLineEdit

from conftest import blob, build, picture
from driver import LEFT, RIGHT, Driver
from woodcock.app.picture.pointing import layer_at, layers_at
from woodcock.errors import WoodcockError
from woodcock.media import load_project
from woodcock.media.contents import pixels_of
from woodcock.model import Bend, Drift, Frame, Key, Pin, Sway, Title, Track
from woodcock.pixels.store import PixelStore
from woodcock.session import acts, bending, carrying, poses, things
from woodcock.session.studio import Studio
from woodcock.stage import scene_at, value_at


@pytest.fixture(scope="module")
def shared():
    driver = Driver()
    yield driver
    driver.close()


@pytest.fixture
def drive(shared):
    """A photo with two cuts, at the Move step, its first layer selected."""
    masks = [blob(480, 300, 150, 170, 60), blob(480, 300, 330, 140, 50)]
    project, studio = build(picture(480, 300), masks, Frame(480, 300, 12, 4.0))
    for name in pixels_of(project):
        shared.state.document.store.put(studio.store.get(name))
    shared.dismiss()
    shared.state.open(project, None)
    shared.state.go("Move")
    shared.state.select(named(project, "Layer 1"))
    shared.problems.clear()
    shared.window.activateWindow()
    shared.settle()
    return shared


def named(project, name):
    return next(x.id for x in project.layers if x.name == name)


def values(project, owner, time):
    return {name: value_at(getattr(project.lens, name), time) for name in ("x", "y", "z", "yaw")}


# ---- keys and poses


def test_enter_on_the_value_shown_sets_a_key_there(drive):
    """100 % at the start, then 118 % at the end: it grows, instead of standing at 118."""
    drive.turn("layer")
    rows = drive.window.panels["Move"].layer
    drive.state.seek(0)
    drive.settle()
    drive.type(rows.pose["scale"], "100")
    drive.state.seek(drive.state.project.frame.last)
    drive.settle()
    drive.type(rows.pose["scale"], "118")
    track = drive.state.layer.pose.scale
    assert [round(key.value, 6) for key in track.keys] == [1.0, 1.18]
    drive.turn("poses")
    lens = drive.window.panels["Move"].poses.lens
    drive.type(lens["yaw"], "0")
    assert [key.value for key in drive.state.project.lens.yaw.keys] == [0.0, 0.0]
    drive.turn("ready")
    ready = drive.window.panels["Move"].ready
    drive.type(ready.amount, f"{ready.amount.value():g}")
    assert drive.state.project.lens.z.animated  # the usual amount, used


def test_enter_keeps_digits_that_the_field_does_not_show(drive):
    drive.turn("layer")
    name = drive.state.layer.id
    exact = 1.23456789
    drive.state.act("Key", lambda p: acts.set_pose_key(p, name, "scale", 0.0, exact))
    drive.state.seek(0)
    drive.settle()
    field = drive.window.panels["Move"].layer.pose["scale"]
    field.setFocus()
    QTest.keyClick(field, Qt.Key.Key_Return)
    drive.settle()
    assert drive.state.layer.pose.scale.keys[0].value == exact


@pytest.mark.parametrize("last", ["start", "end"])
def test_setting_one_pose_leaves_every_other_where_it_is(drive, last):
    state = drive.state
    state.seek(3.0)
    state.tools.pose = "here"
    state.tools.move = "slide"
    drive.settle()
    drive.draw([(200, 150), (240, 150)])  # across, at 3 s
    kept = values(state.project, "lens", 3.0)
    assert kept["x"] != 0
    state.tools.pose = last
    state.seek(state.pose_time())
    state.tools.move = "push"  # other tracks
    drive.settle()
    drive.draw([(200, 150), (200, 100)])
    state.tools.move = "slide"
    drive.settle()
    drive.draw([(200, 150), (160, 130)])
    assert values(state.project, "lens", 3.0) == pytest.approx(kept, abs=1e-9)
    assert values(state.project, "lens", state.pose_time())["z"] != 0


def test_a_pose_is_kept_by_every_track_at_every_time(drive):
    project = drive.state.project
    project = poses.set_pose(project, "lens", 1.0, {"x": 0.5})
    project = poses.set_pose(project, "lens", 3.0, {"y": 0.2, "z": 0.4})
    for time, change in ((0.0, {"z": -0.1}), (2.0, {"x": 1.0, "y": -1.0}), (3.0, {"x": 0.0})):
        others = [t for t in poses.pose_times(project, ["lens"]) if abs(t - time) > 1e-6]
        before = {t: values(project, "lens", t) for t in others}
        project = poses.set_pose(project, "lens", time, change)
        for t in others:
            assert values(project, "lens", t) == pytest.approx(before[t], abs=1e-9)


def test_the_framing_rectangle_that_is_chosen_is_the_one_that_is_dragged(drive):
    state, view = drive.state, drive.window.view
    state.act("Zoom", lambda p: poses.set_pose(p, "lens", p.frame.last, {"z": 1.0}))
    state.tools.move_view, state.tools.framed, state.tools.pose = "framing", "lens", "start"
    state.touch()
    drive.settle()
    scene = view.scene
    start, end = scene.box("start"), scene.box("end")
    assert start.contains(end)  # the end lies inside
    middle = end.center()
    drive.draw([(middle.x(), middle.y()), (middle.x() + 20, middle.y())])
    assert state.tools.pose == "start"
    assert scene.box("end") == end
    assert scene.box("start").center().x() > start.center().x() + 10


def test_no_move_puts_carriers_back_and_nothing_hangs_on_the_orbit(drive):
    state = drive.state
    name = named(state.project, "Layer 1")
    state.act("Carry", lambda p: carrying.add_carrier(p, (name,))[0])
    carrier = state.project.carriers[0].id
    state.act("Turn", lambda p: poses.set_pose(p, carrier, p.frame.last, {"yaw": 20.0}))
    drive.turn("ready")
    ready = drive.window.panels["Move"].ready
    state.tools.ready = "orbit"
    drive.press(ready.use)
    state.act("Hang", lambda p: carrying.hang_on(p, name, "orbit"))
    drive.press(ready.still)
    assert not drive.problems
    assert [x.id for x in state.project.carriers] == [carrier]
    assert not any(t.keys for t in (state.project.carriers[0].yaw, state.project.lens.x))
    assert state.project.layer(name).carrier is None


def test_carriers_are_renamed_in_the_list(drive):
    state = drive.state
    name = named(state.project, "Layer 1")
    state.act("Carry", lambda p: carrying.add_carrier(p, (name,))[0])
    state.select(state.project.carriers[0].id)
    drive.settle()
    rows = drive.window.timeline.rows
    drive.key(Qt.Key.Key_F2, widget=rows)
    editor = rows.findChild(QLineEdit)
    drive.type(editor, "Hinge")
    assert state.project.carriers[0].name == "Hinge"


def test_a_layer_that_is_held_at_its_pivot_sways_about_it(drive):
    state = drive.state
    name = named(state.project, "Layer 1")
    layer = state.project.layer(name)
    project = state.project.with_layer(replace(layer, pivot=(150.0, 120.0), sway=Sway(0.1, 2.0)))
    seen = []
    for time in np.linspace(0, 3.9, 14):
        placed = next(s for s in scene_at(project, float(time)) if s.layer.id == name)
        at = [placed.mapping.homography @ (*spot, 1.0) for spot in ((150.0, 120.0), (150.0, 220.0))]
        seen.append([spot[:2] / spot[2] for spot in at])
    held, free = np.ptp(np.array(seen), axis=0)
    assert held.max() < 1e-6
    assert free.max() > 2.0


# ---- order and distance


def test_dragging_in_the_list_sets_the_order_among_equals_and_a_place_between(drive):
    state = drive.state
    first, second = named(state.project, "Layer 1"), named(state.project, "Layer 2")
    state.act("Together", lambda p: acts.set_distance(p, first, p.layer(second).distance))
    front, back = [x.id for x in state.project.near_to_far][:2]
    drive.settle()
    rows = drive.window.timeline.rows

    def to_row(name, target, below):
        start, end = rows.row(name).center(), rows.row(target)
        y = end.bottom() if below else end.top()
        drive.drag(rows, [QPoint(200, int(start.y())), QPoint(200, int(start.y() + 14)),
                          QPoint(200, int(y))])  # fmt: skip

    distance = state.project.layer(front).distance
    to_row(front, back, below=True)
    assert [x.id for x in state.project.near_to_far][:2] == [back, front]
    assert state.project.layer(front).distance == distance
    state.act("Apart", lambda p: acts.set_distance(p, front, distance * 2))
    drive.settle()
    to_row("background", back, below=False)  # nothing cut can be behind it
    assert state.project.near_to_far[-1].is_background
    state.act("A card", lambda p: things.add_card(p)[0])
    card = named(state.project, "Card")
    drive.settle()
    to_row(card, "background", below=True)
    assert state.project.near_to_far[-1].id == card


def test_things_stand_behind_the_background_and_cuts_say_why_they_can_not(drive):
    project = drive.state.project
    project, card = things.add_card(project)
    assert acts.type_distance(project, card, 80.0).layer(card).distance == 80.0
    cut = named(project, "Layer 1")
    with pytest.raises(WoodcockError, match="behind the background"):
        acts.type_distance(project, cut, project.background.distance + 5)
    with pytest.raises(WoodcockError, match="behind them"):
        acts.type_distance(project, "background", 0.5)
    clamped = acts.set_distance(project, cut, 1e4)  # a drag stops there
    assert clamped.layer(cut).distance < project.background.distance


def test_distances_stay_once_something_moves(drive):
    project = drive.state.project
    pixels = drive.state.document.store.put(picture(60, 40, 5))
    spread, _ = acts.add_picture(project, pixels, (60, 40), "Before")
    assert spread.background.distance != project.background.distance or len(spread.layers) == 4
    moved = acts.set_lens_key(project, "x", 0.0, 0.1)
    more, _ = acts.add_picture(moved, pixels, (60, 40), "After")
    for layer in project.layers:
        assert more.layer(layer.id).distance == layer.distance


def test_of_slats_that_overlap_the_selected_one_is_dragged(drive):
    state, rail = drive.state, drive.window.rail
    first, second = named(state.project, "Layer 1"), named(state.project, "Layer 2")
    state.act("Near", lambda p: acts.set_distance(p, first, p.layer(second).distance * 1.02))
    for name in (first, second):
        state.select(name)
        drive.settle()
        other = first if name == second else second
        before = state.project.layer(other).distance
        slat = rail.slat(state.project.layer(name)).center()
        drive.drag(rail, [slat.toPoint(), QPoint(int(slat.x()) + 40, int(slat.y()))])
        assert state.project.layer(other).distance == before
        assert state.project.layer(name).distance > before
        state.document.undo()


@pytest.mark.parametrize(
    ("shape", "before"),
    [((150, 250, 30, 40), "Layer 2"), ((330, 60, 30, 25), "Background"),
     ((160, 150, 40, 20), "Layer 2")],
)  # fmt: skip
def test_a_new_cut_goes_where_it_belongs_and_says_so(drive, shape, before):
    """Lower on the ground, or over another: nearer; higher up: behind all that was cut."""
    state, told = drive.state, []
    state.told.connect(told.append)
    state.go("Separate")
    state.tools.separate, state.tools.mode = "lasso", "new"
    drive.settle()
    x, y, a, b = shape
    turn = np.linspace(0, 2 * np.pi, 24)
    drive.draw([(x + a * np.cos(t), y + b * np.sin(t)) for t in turn])
    state.told.disconnect(told.append)
    order = [layer.name for layer in state.project.near_to_far]
    assert order[order.index(state.layer.name) + 1] == before
    assert f"{state.layer.name} stands before {before}" in told[-1]


def test_touching_what_is_taken_already_cuts_nothing_and_says_whose_it_is(drive):
    state = drive.state
    state.go("Separate")
    state.tools.separate, state.tools.mode = "touch", "new"
    drive.settle()
    count = len(state.project.layers)
    drive.draw([(150, 170)])
    assert len(state.project.layers) == count
    assert "belongs to Layer 2" in drive.problems[-1]


def test_a_new_layer_has_a_colour_that_is_told_from_what_is_under_it(drive):
    from woodcock.app import theme
    from woodcock.app.separate.clearest import clearest

    mask = np.full((40, 60), 255, np.uint8)
    for number in range(acts.COLOURS):
        colour = theme.layer_colour(number)
        rgb = colour.red(), colour.green(), colour.blue()
        chosen = clearest(np.full((40, 60, 3), rgb, np.uint8), mask, range(acts.COLOURS))
        taken = theme.layer_colour(chosen)
        apart = np.abs(np.array(rgb) - (taken.red(), taken.green(), taken.blue()))
        assert apart.sum() > 120


# ---- pointing, pictures, colours


def test_drifting_and_bent_layers_are_picked_where_they_are_drawn(drive):
    state = drive.state
    name = named(state.project, "Layer 2")
    layer = replace(state.project.layer(name), drift=Drift(speed=60.0, direction=0.0))
    state.act("Drift", lambda p: p.with_layer(layer))
    state.seek(2.0)
    drive.settle()
    (placed,) = (s for s in scene_at(state.project, state.time) if s.layer.id == name)
    gone = placed.mapping.slid[0]
    assert gone > 100
    assert name in layers_at(state, QPointF(150 + gone, 170))
    assert name not in layers_at(state, QPointF(150, 170))
    bent = replace(layer, drift=None, bend=Bend((Pin((150.0, 170.0)), Pin((200.0, 170.0)))))
    state.act("Bend", lambda p: p.with_layer(bent))
    for number in (1, 2):
        state.act("Pull", lambda p, n=number: bending.move_pin(p, name, n, 2.0, (0.0, -90.0)))
    drive.settle()
    assert name in layers_at(state, QPointF(150, 80))
    assert name not in layers_at(state, QPointF(150, 225))


def test_a_title_is_picked_anywhere_in_its_box_before_it_is_drawn_and_after(drive):
    state = drive.state
    state.act("Words", lambda p: acts.add_layer(p, Title("I  I", 240, 60, size=80), "Words")[0])
    words = named(state.project, "Words")
    assert layer_at(state, QPointF(240, 60)) == words  # between the letters, not yet drawn
    drive.settle()
    assert layer_at(state, QPointF(240, 60)) == words
    state.go("Stage")
    drive.settle()
    assert drive.window.lens_scene.double(QPointF(240, 60), drive.window.view)


def test_pictures_added_in_stage_stay_there_and_are_placed_by_number(drive, tmp_path):
    from PIL import Image

    state = drive.state
    state.go("Stage")
    file = tmp_path / "p.png"
    Image.fromarray(picture(100, 50, 8)).save(file)
    drive.window.files.add_pictures_from([file])
    drive.settle()
    assert state.step == "Stage"
    rows = drive.window.panels["Stage"].layer.own["picture"]
    drive.type(rows.numbers["x"][0], "100")
    drive.type(rows.numbers["scale"][0], "150")
    assert (state.layer.picture.x, state.layer.picture.scale) == (100.0, 1.5)
    drive.press(rows.fill)
    left, top, width, height = state.layer.picture.box
    assert left <= 0 and top <= 0 and left + width >= 480 and top + height >= 300
    for add, kind in ((things.add_title, "title"), (things.add_card, "card")):
        state.act("Add", lambda p, add=add: add(p)[0])
        state.select(next(x.id for x in state.project.layers if x.kind == kind))
        drive.settle()
        drive.type(drive.window.panels["Stage"].layer.own[kind].numbers["y"][0], "77")
        assert state.layer.own.y == 77.0


def test_an_added_picture_is_cut_like_the_photo_and_saved(drive, tmp_path):
    """A red ball in a picture of its own, half as large on the photo: grown, taken from, undone."""
    state = drive.state
    pixels = np.full((200, 300, 3), (70, 90, 60), np.uint8)
    yy, xx = np.mgrid[0:200, 0:300]
    ball = np.hypot(xx - 150, yy - 100) < 60
    pixels[ball] = 200, 40, 40
    noise = np.random.default_rng(1).normal(0, 3, pixels.shape)
    pixels = np.clip(pixels + noise, 0, 255).astype(np.uint8)
    name = state.document.store.put(pixels)
    state.act("Add", lambda p: acts.add_picture(p, name, (300, 200), "Ball")[0])
    added = named(state.project, "Ball")
    own = replace(state.project.layer(added).picture, x=240.0, y=150.0, scale=0.5)
    state.act("Place", lambda p: acts.place_picture(p, added, own))
    state.select(added)
    state.go("Separate")
    drive.settle()
    box = drive.window.panels["Separate"].cut_picture
    drive.press(box)
    drive.press(drive.window.toolbox.buttons["grow"])
    state.tools.size = 10
    drive.draw([(230, 150), (250, 155)])
    kept = state.document.store.get(state.layer.picture.mask) > 127
    assert (kept & ball).sum() / (kept | ball).sum() > 0.95
    assert len(state.project.layers) == 4  # the photo was not cut
    before = state.layer.picture
    drive.press(drive.window.toolbox.buttons["lasso"])
    drive.draw([(205, 115), (240, 115), (240, 190), (205, 190)], RIGHT)
    left = state.document.store.get(state.layer.picture.mask) > 127
    assert not left[:, :145].any()
    assert left[:, 155:].sum() == kept[:, 155:].sum()
    drive.key(Qt.Key.Key_Z, Qt.KeyboardModifier.ControlModifier)
    assert state.layer.picture == before
    file = tmp_path / "cut.woodcock"
    drive.window.files.save_to(file)
    drive.settle()
    assert not drive.problems
    store = PixelStore()
    assert load_project(file, store) == state.project
    alone = acts.show_alone(state.project, added)
    frame = Studio(store).frame(alone, 0.0)
    assert frame[150, 240, 0] > 150
    assert frame[150 - 35, 240].max() < 10  # what was cut away is not drawn
    drive.press(box)  # off: dragging places it again
    drive.draw([(240, 150), (260, 150)])
    assert state.layer.picture.x == pytest.approx(260, abs=1)
    assert state.layer.picture.mask == before.mask


def test_cancel_in_the_colour_dialog_brings_the_colour_back_and_no_dialog_lives_on(drive):
    state = drive.state
    state.go("Stage")
    state.act("Add", lambda p: things.add_title(p)[0])
    state.select(next(x.id for x in state.project.layers if x.kind == "title"))
    drive.settle()
    button = drive.window.panels["Stage"].layer.own["title"].colours["colour"]
    before, step = state.layer.title.colour, state.document.undo_name
    for answer in ("reject", "accept"):
        drive.press(button)
        dialog = button.findChild(QColorDialog)
        dialog.setCurrentColor(QColor(10, 200, 30))
        drive.settle()
        assert state.layer.title.colour[:3] == (10, 200, 30)
        getattr(dialog, answer)()
        drive.settle()
        drive.until(lambda: button.findChild(QColorDialog) is None)
        if answer == "reject":
            assert state.layer.title.colour == before
            assert state.document.undo_name == step  # it left no trace
    assert state.layer.title.colour[:3] == (10, 200, 30)


# ---- what waits for what


def test_nothing_is_rebuilt_while_cutting_and_what_runs_gives_way_to_the_hand(drive):
    state, work = drive.state, drive.window.work
    state.go("Separate")
    drive.settle()
    name = named(state.project, "Layer 1")
    mask = state.project.layer(name).mask
    state.act("Edge", lambda p: p.with_layer(
        replace(p.layer(name), content=replace(mask, edge=replace(mask.edge, shift=6.0)))
    ))  # fmt: skip
    drive.settle()
    assert not state.studio.ready(state.project)  # no screen shows it
    state.go("Move")
    drive.until(lambda: work._rebuild is not None and not work._rebuild.future.done())
    running = work._rebuild
    view = drive.window.view
    QTest.mousePress(view, LEFT, pos=QPoint(200, 150))
    drive.until(lambda: running.future.done() or running.cancelled)
    assert running.cancelled
    QTest.mouseRelease(view, LEFT, pos=QPoint(200, 150))
    drive.settle()
    assert state.studio.ready(state.project)  # begun anew when the hand rests


def test_a_new_card_is_shown_and_dragged_while_everything_is_being_rebuilt(drive):
    state, studio = drive.state, drive.state.studio
    state.go("Stage")
    drive.settle()
    with studio._lock:  # as while the plates are made
        state.act("Add", lambda p: things.add_card(p)[0])
        card = next(x.id for x in state.project.layers if x.kind == "card")
        state.select(card)
        atlas = studio.newest(state.project)
        assert card in atlas.things
        shown = drive.window.previews.count
        drive.until(lambda: drive.window.previews.count > shown)
        state.seek(1.0)
        shown = drive.window.previews.count
        drive.until(lambda: drive.window.previews.count > shown)
    drive.settle()


def test_a_key_of_a_track_that_loops_is_put_in_only_where_it_changes_nothing():
    track = Track(0.0, (Key(0.0, 0.0), Key(1.0, 1.0)), "loop")
    from woodcock.session.poses import _put_in

    assert _put_in(track, 2.5) is track
    assert len(_put_in(track, 0.5).keys) == 3
