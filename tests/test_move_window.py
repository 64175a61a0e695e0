"""Move in the window: lanes, curves, poses, framing, ready moves, playing, bend pins."""

from itertools import pairwise

import numpy as np
import pytest
from msgspec.structs import replace
from PySide6.QtCore import QPoint, QPointF, Qt
from PySide6.QtGui import QMouseEvent
from PySide6.QtTest import QTest
from PySide6.QtWidgets import QMessageBox

from driver import LEFT, Driver
from woodcock.app.timeline.track_names import shown_of
from woodcock.errors import WoodcockError
from woodcock.model import EASINGS, LENS, OVERALL, owners_of, tracks_of
from woodcock.session import acts, arranging, bending, extent, reliefs
from woodcock.session.framing import framing_at
from woodcock.stage import apply_move, value_at

CTRL, ALT, SHIFT = (
    Qt.KeyboardModifier.ControlModifier,
    Qt.KeyboardModifier.AltModifier,
    Qt.KeyboardModifier.ShiftModifier,
)


@pytest.fixture(scope="module")
def shared():
    driver = Driver.with_small_demo("Move", "Posts")
    frame = replace(driver.state.project.frame, width=1280, height=720)
    driver.state.act("A smaller frame", lambda p: acts.set_frame(p, frame))
    driver.settle()
    driver.began = driver.state.project
    yield driver
    driver.close()


@pytest.fixture
def drive(shared):
    """The window as it was at first."""
    state = shared.state
    state.document.open(shared.began, None)
    state.tools = type(state.tools)()
    state.opened, state.range, state.pace = frozenset(), None, 1.0
    state.pick(frozenset())
    state.go("Move")
    state.select(next(x.id for x in state.project.layers if x.name == "Posts"))
    state.choose_lane(LENS)
    state.seek(0)
    shared.window.activateWindow()  # keys go there, not to a box that was closed
    shared.problems.clear()
    shared.settle()
    return shared


def line(drive, owner, name=""):
    lines = drive.window.timeline.rows.lines
    return next(x for x in lines if (x.owner, x.name) == (owner, name))


def peg(drive, owner, time, name=""):
    """Where a peg is in the lanes."""
    return drive.window.timeline.lanes.place(line(drive, owner, name), time)


def at_frame(drive, spot, frame):
    """The same height at another frame."""
    time = drive.state.project.frame.time(frame)
    return QPointF(drive.window.timeline.ruler.x_of(time), spot.y())


def pull(drive, start, end, modifier=Qt.KeyboardModifier.NoModifier):
    """Drag in the lanes with a key held down."""
    lanes = drive.window.timeline.lanes
    QTest.mousePress(lanes, LEFT, modifier, start.toPoint())
    for share in (0.3, 0.7, 1.0):
        QTest.mouseMove(lanes, (start + (end - start) * share).toPoint())
        drive.app.processEvents()
    QTest.mouseRelease(lanes, LEFT, modifier, end.toPoint())
    drive.settle()


def frames_of(drive, name, owner=LENS):
    track = tracks_of(drive.state.project, owner)[name]
    return [round(key.time * drive.state.project.frame.rate) for key in track.keys]


def test_pegs_are_dragged_together_split_and_stretched(drive):
    state, last = drive.state, drive.state.project.frame.last
    assert frames_of(drive, "z") == frames_of(drive, "y") == [0, 14]
    end = peg(drive, LENS, last)
    drive.window.timeline.lanes.setFocus()
    pull(drive, end, at_frame(drive, end, 10))
    assert frames_of(drive, "z") == frames_of(drive, "y") == [0, 10]  # a pose stays together
    assert len(state.pegs) == 2 and state.document.undo_name == "Move keys"
    drive.key(Qt.Key.Key_Z, CTRL)
    assert frames_of(drive, "z") == [0, 14]
    row = drive.window.timeline.rows
    QTest.mouseClick(row, LEFT, pos=row.opens(row.row(LENS)).center().toPoint())
    drive.settle()
    end = peg(drive, LENS, last, "z")
    pull(drive, end, at_frame(drive, end, 7), ALT)  # split on purpose
    assert (frames_of(drive, "z"), frames_of(drive, "y")) == ([0, 7], [0, 14])
    drive.key(Qt.Key.Key_Right, ALT, drive.window.timeline.lanes)
    assert frames_of(drive, "z") == [0, 8]
    # A frame round everything, then its right bracket.
    low = QPointF(drive.window.timeline.ruler.x_of(last) + 6, 3 * 24 - 4)
    pull(drive, QPointF(2, 2), low)
    assert len(state.pegs) == 4
    grip = QPointF(drive.window.timeline.lanes.grips()[1], end.y())
    pull(drive, grip, grip + at_frame(drive, end, 7) - at_frame(drive, end, 14))
    assert (frames_of(drive, "z"), frames_of(drive, "y")) == ([0, 4], [0, 7])
    # To another key it snaps: the playhead is one, too.
    state.seek(state.project.frame.time(11))
    drive.settle()
    end = peg(drive, LENS, state.project.frame.time(7), "y")
    QTest.mouseClick(drive.window.timeline.lanes, LEFT, ALT, end.toPoint())
    assert state.time == pytest.approx(7 / 30)


def test_pegs_are_copied_duplicated_deleted_and_typed(drive):
    state, lanes = drive.state, drive.window.timeline.lanes
    start = peg(drive, LENS, 0.0)
    QTest.mouseClick(lanes, LEFT, pos=start.toPoint())
    drive.settle()
    assert {p.name for p in state.pegs} == {"y", "z"}
    drive.key(Qt.Key.Key_C, CTRL, lanes)
    state.seek(state.project.frame.time(6))
    drive.key(Qt.Key.Key_V, CTRL, lanes)
    assert frames_of(drive, "z") == [0, 6, 14]
    assert value_at(state.project.lens.z, 0.2) == value_at(state.project.lens.z, 0.0)
    # In numbers: the panel shows what is chosen.
    panel = drive.window.panels["Move"].pegs
    assert panel.isVisible() and panel.title.text() == "2 keys of Lens"
    drive.type(panel.frame, "9")
    assert frames_of(drive, "z") == frames_of(drive, "y") == [0, 8, 14]
    drive.type(panel.time, "0.1 s")
    assert frames_of(drive, "y") == [0, 3, 14]
    drive.choose(panel.easing.box, "Spring")
    assert state.project.lens.y.keys[1].easing == state.project.lens.z.keys[1].easing
    assert state.project.lens.z.keys[1].easing == EASINGS["Spring"]
    drive.press(panel.smooth)
    assert state.project.lens.z.smooth and state.project.lens.y.smooth
    state.seek(state.project.frame.time(10))
    drive.key(Qt.Key.Key_D, CTRL, lanes)
    assert frames_of(drive, "z") == [0, 3, 10, 14]
    drive.key(Qt.Key.Key_Delete, widget=lanes)
    assert frames_of(drive, "z") == [0, 3, 14] and not state.pegs
    # Onto another lane: the layer takes what it has tracks for.
    drive.key(Qt.Key.Key_A, CTRL, lanes)
    drive.key(Qt.Key.Key_X, CTRL, lanes)
    assert not state.project.lens.z.keys
    QTest.mouseClick(lanes, LEFT, pos=(peg(drive, state.layer.id, 0.0) + QPointF(3, 0)).toPoint())
    drive.key(Qt.Key.Key_V, CTRL, lanes)
    assert frames_of(drive, "z", state.layer.id) == [0, 3, 14]
    for key, wanted in ((Qt.Key.Key_Right, 3), (Qt.Key.Key_Right, 14), (Qt.Key.Key_Left, 3)):
        drive.key(key, CTRL)
        assert round(state.time * 30) == wanted
    assert not drive.problems


def test_curves_show_the_chosen_keys_and_are_dragged(drive):
    state, timeline = drive.state, drive.window.timeline
    drive.press(timeline.curve_button)
    view = timeline.curves
    assert view.isVisible() and {c.name for c in view.curves} == {"y", "z"}
    curve = next(c for c in view.curves if c.name == "z")
    end = view.place(curve, curve.track.keys[-1].time, curve.track.keys[-1].value)
    QTest.mouseClick(view, LEFT, pos=end.toPoint())
    drive.settle()
    handles = {(p.name, n): at for p, n, at in view.handles(curve)}
    grip = handles["z", 2]
    drive.drag(view, [grip.toPoint(), (grip + QPointF(-60, 0)).toPoint()])
    easing = state.project.lens.z.keys[0].easing
    assert 0.3 < easing.x2 < 0.57 and easing == state.project.lens.y.keys[0].easing
    before = state.project.lens.z.keys[-1].value, state.project.lens.y.keys[-1].value
    curve = next(c for c in view.curves if c.name == "z")
    end = view.place(curve, curve.track.keys[-1].time, before[0])
    drive.drag(view, [end.toPoint(), (end + QPointF(0, 25)).toPoint()])
    after = state.project.lens.z.keys[-1].value, state.project.lens.y.keys[-1].value
    # Both ends lie in one place here: one of the two was taken.
    assert sum(abs(b) < abs(a) * 0.95 for a, b in zip(before, after, strict=True)) == 1
    drive.press(timeline.curve_button)
    assert timeline.lanes.isVisible() and not view.isVisible()


def test_start_and_end_side_by_side_and_as_rectangles(drive):
    state, view = drive.state, drive.window.view
    drive.turn("poses")
    panel = drive.window.panels["Move"].poses
    drive.press(panel.views.buttons()[1])
    scene = view.scene
    for word, key in (("end", -1), ("start", 0)):
        middle = scene.box(word).center()
        before = value_at(state.project.lens.x, state.project.frame.last if key else 0.0)
        drive.draw([(middle.x(), middle.y()), (middle.x() + 80, middle.y()),
                    (middle.x() + 160, middle.y())])  # fmt: skip
        assert state.tools.pose == word
        assert state.project.lens.x.keys[key].value < before - 0.1
        assert state.document.undo_name == f"Set the {word} pose"
    turned = state.project
    drive.press(drive.window.toolbox.buttons["bend"])  # pins belong to the one picture
    drive.draw([(500, 300), (600, 330), (700, 340)])
    assert state.project == turned
    drive.press(drive.window.toolbox.buttons["slide"])
    images = [scene.images[round(t, 4)] for t in (0.0, state.project.frame.last)]
    assert images[0] != images[1]
    drive.press(panel.views.buttons()[2])
    box = view.scene.box("end")
    corner = box.bottomRight()
    drive.draw([(corner.x(), corner.y()), (corner.x() - 100, corner.y() - 56),
                (corner.x() - 200, corner.y() - 112)])  # fmt: skip
    frame, near = state.project.frame, state.layer.distance
    framed = framing_at(state.project, LENS, frame.last, near)
    assert framed.share == pytest.approx(box.width() / frame.width - 400 / 1280, abs=0.02)
    drive.press(panel.framed.buttons()[1])
    drive.press(panel.choice.buttons()[0])
    middle = view.scene.box("start").center()
    drive.draw([(middle.x(), middle.y()), (middle.x() + 50, middle.y()),
                (middle.x() + 100, middle.y() + 40)])  # fmt: skip
    moved = framing_at(state.project, state.layer.id, 0.0, near)
    assert (moved.x - 640, moved.y - 360) == pytest.approx((100, 40), abs=6)
    drive.press(panel.views.buttons()[0])
    assert view.scene is drive.window.lens_scene and not drive.problems


def test_a_layer_is_dragged_and_sized_and_a_locked_one_is_not(drive):
    state, window = drive.state, drive.window
    drive.press(window.toolbox.buttons["layer"])
    drive.draw([(500, 500), (540, 520), (600, 540)])
    pose, near = state.layer.pose, state.layer.distance
    gone = value_at(state.project.lens.z, state.project.frame.last)
    metre = 35 / 36 * 1280 / (near - gone)
    assert pose.x.keys[0].value == 0 and pose.x.keys[-1].value * metre == pytest.approx(100, abs=4)
    assert pose.y.keys[-1].value * metre == pytest.approx(40, abs=4)
    view = window.view
    spots = [view.to_view(500, y).toPoint() for y in (500, 460, 350)]
    QTest.mousePress(view, LEFT, SHIFT, spots[0])
    for spot in spots[1:]:
        move = QMouseEvent(
            QMouseEvent.Type.MouseMove, QPointF(spot), view.mapToGlobal(QPointF(spot)),
            Qt.MouseButton.NoButton, LEFT, SHIFT,
        )  # fmt: skip
        drive.app.sendEvent(view, move)
    QTest.mouseRelease(view, LEFT, SHIFT, spots[-1])
    drive.settle()
    assert state.layer.pose.scale.keys[-1].value == pytest.approx(2 ** (150 / 300), rel=0.03)
    state.act("Lock", lambda p: arranging.lock(p, state.selected, True))
    drive.draw([(500, 500), (540, 520), (600, 540)])
    assert len(drive.problems) == 1 and "locked" in drive.problems[0]
    for change in (
        lambda p: acts.hold_framing(p, state.selected, False),
        lambda p: extent.set_stretch(p, state.selected, 2.0, 1.0),
        lambda p: reliefs.set_relief(p, state.selected, None),
    ):
        with pytest.raises(WoodcockError, match="locked"):
            change(state.project)
    for box in window.findChildren(QMessageBox):
        box.close()
    drive.settle()


def test_the_way_a_layer_goes_is_drawn_with_its_keys(drive):
    drive.state.act("Slide", lambda p: apply_move(p, "slide", 20))
    drive.settle()
    found = drive.state.speed_report.layers[drive.state.selected].path
    view = drive.window.view
    (x0, y0), (x1, y1) = (view.to_view(*map(float, found[n])).toTuple() for n in (0, -1))
    picture = view.grab().toImage()
    for share in (0.4, 0.6):
        x, y = round(x0 + (x1 - x0) * share), round(y0 + (y1 - y0) * share)
        near = [picture.pixelColor(x, y + n) for n in (-1, 0, 1)]
        assert any(c.red() > 150 and c.red() > c.blue() + 60 for c in near)  # the accent


def test_poses_are_put_in_held_swapped_reversed_and_mirrored(drive):
    state = drive.state
    drive.turn("poses")
    panel = drive.window.panels["Move"].poses
    first, last = (k.value for k in state.project.lens.z.keys)
    drive.press(panel.swap)
    assert [k.value for k in state.project.lens.z.keys] == [last, first]
    drive.press(panel.back)
    assert [k.value for k in state.project.lens.z.keys] == [first, last]
    state.seek(state.project.frame.time(6))
    drive.press(panel.put_in)
    assert frames_of(drive, "z") == [0, 6, 14]
    drive.type(panel.seconds, "0.1")
    drive.press(panel.hold)
    held = state.project.lens.z.keys
    assert held[1].value == held[2].value and held[2].time - held[1].time == pytest.approx(0.1)
    drive.press(panel.smooth)
    assert state.project.lens.z.smooth
    drive.press(panel.choice.buttons()[1])  # at the playhead
    drive.type(panel.lens["yaw"], "3")
    assert value_at(state.project.lens.yaw, state.time) == 3
    drive.choose(panel.whose, "Everything")
    drive.press(panel.mirror)
    assert value_at(state.project.lens.yaw, state.time) == -3
    assert not drive.problems


def actions(drive, *steps):
    """Do them, and count them."""
    for step in steps:
        step()
    return len(steps)


@pytest.mark.parametrize(
    ("move", "moving"),
    [("push-in", "lens"), ("counter-move", "layer"), ("pop-out", "layer")],
)
def test_a_ready_move_takes_at_most_six_actions(drive, move, moving):
    """From a staged scene that does not move."""
    drive.state.act("Still", acts.still)
    drive.state.go("Stage")
    drive.settle()
    panel, window = drive.window.panels["Move"].ready, drive.window
    count = actions(
        drive,
        lambda: drive.press(window.path.buttons["Move"]),
        lambda: drive.press(panel.tiles.tiles[move]),
        lambda: drive.press(panel.use),
        lambda: drive.key(Qt.Key.Key_Space),
    )
    assert count <= 6
    drive.until(lambda: drive.state.time > 0.2)
    drive.key(Qt.Key.Key_Space)
    project = drive.state.project
    lens = any(t.animated for t in tracks_of(project, LENS).values())
    layers = any(t.animated for x in project.layers for t in tracks_of(project, x.id).values())
    assert (lens, layers) == (moving == "lens", moving == "layer")
    assert not drive.problems


def test_previews_of_this_scene_safe_travel_and_extending(drive):
    state, panel = drive.state, drive.window.panels["Move"].ready
    loops = panel.samples.loops
    assert len(loops) == 11 and all(len(images) == 10 for images in loops.values())
    assert loops["push-in"][0] != loops["push-in"][-1]
    shown = panel.tiles.at
    drive.until(lambda: panel.tiles.at != shown)  # they run
    drive.press(panel.tiles.tiles["tilt"])
    drive.until(lambda: panel.safe.text().startswith("Safe up to"))
    assert "Background shows a gap" in panel.safe.text() and panel.extend.isHidden()
    drive.type(panel.amount, "20")
    assert panel.extend.isVisible()
    assert state.gap_report.gaps
    drive.press(panel.extend)
    assert state.gap_report.gaps == () and state.project.lens.pitch.animated
    bar = panel.bar
    drive.drag(bar, [QPoint(round(bar.x_of(20)), 13), QPoint(round(bar.x_of(5)), 13)])
    assert state.project.lens.pitch.keys[-1].value == pytest.approx(2.5, abs=0.3)
    drive.press(panel.still)
    assert not state.project.lens.pitch.keys and not drive.problems


def test_playing_backwards_in_a_range_at_half_speed_with_frames_kept(drive):
    state, window = drive.state, drive.window
    drive.until(lambda: len(window.previews.frames.known(state.project)) == 15)
    ruler = window.timeline.ruler
    marked = ruler.grab().toImage()
    green = marked.pixelColor(ruler.width() // 2, 28)
    assert green.green() > green.red() > 0  # the line of frames that are ready
    a, b = (QPoint(round(ruler.x_of(state.project.frame.time(n))), 8) for n in (4, 9))
    QTest.mousePress(ruler, LEFT, SHIFT, a)
    QTest.mouseMove(ruler, b)
    QTest.mouseRelease(ruler, LEFT, SHIFT, b)
    drive.settle()
    assert state.played == (4, 9)
    window.timeline.pace.paces[-0.5].trigger()
    seen = []

    def note():
        seen.append(round(state.time * 30))

    state.time_changed.connect(note)
    drive.key(Qt.Key.Key_Space)
    drive.until(lambda: len(seen) > 8)
    drive.key(Qt.Key.Key_Space)
    state.time_changed.disconnect(note)
    assert set(seen) <= set(range(4, 10))
    falls = [a - b for a, b in pairwise(seen)]
    assert sum(step in (1, -5) for step in falls) > 0.7 * len(falls)
    QTest.mouseDClick(ruler, LEFT, pos=a)
    assert state.played == (0, 14)
    state.seek(state.project.frame.time(7))
    drive.settle()
    plain = window.view.grab().toImage()
    window.timeline.pace.onion.trigger()
    drive.settle()
    assert window.view.grab().toImage() != plain
    window.timeline.pace.full.trigger()
    drive.until(lambda: (kept := window.previews.kept_frame(3)) and kept.height() == 720)
    assert window.previews.kept_frame(99) is None


def test_pins_are_set_dragged_turned_and_taken_away(drive):
    state, window = drive.state, drive.window
    drive.press(window.toolbox.buttons["bend"])
    for spot in ((287, 280), (287, 467)):
        drive.draw([spot])
    assert len(state.layer.bend.pins) == 2
    rows = drive.window.panels["Move"].layer.bend
    state.seek(state.project.frame.last)
    drive.settle()
    before = window.view.grab().toImage()
    spot = window.lens_scene.hand.spots()[0]
    drive.draw([(spot.x(), spot.y()), (spot.x() + 40, spot.y()), (spot.x() + 90, spot.y() + 10)])
    pin = state.layer.bend.pins[0]
    assert pin.x.keys[0].value == 0 and pin.x.keys[-1].value > 20
    assert window.view.grab().toImage() != before
    drive.turn("layer")
    drive.press(rows.turns)
    spot = window.view.to_view(*((p := window.lens_scene.hand.spots()[0]).x(), p.y()))
    ring, side = spot + QPointF(0, -22), spot + QPointF(22, 0)
    drive.drag(window.view, [ring.toPoint(), (spot + QPointF(16, -16)).toPoint(), side.toPoint()])
    assert value_at(state.layer.bend.pins[0].turn, state.time) == pytest.approx(90, abs=8)
    drive.type(rows.reach, "120")
    assert state.layer.bend.reach == 120
    drive.press(rows.delete)
    assert len(state.layer.bend.pins) == 1
    drive.key(Qt.Key.Key_Z, CTRL)
    assert len(state.layer.bend.pins) == 2 and not drive.problems


def test_drift_beat_sway_and_the_second_move_in_numbers(drive):
    state, window = drive.state, drive.window
    state.select("background")
    drive.turn("layer")
    rows = window.panels["Move"].layer.procedural
    drive.press(rows.on)
    drive.type(rows.speed, "120")
    drift = state.layer.drift
    assert drift.speed == pytest.approx(120 / (1280 / 600))  # photo pixels: it is enlarged
    drive.press(rows.closes)
    assert rows.turn.value() == pytest.approx(15, abs=0.6)  # once in this short clip
    drive.press(rows.closes)
    drive.type(rows.turn, "60")
    assert rows.turn.value() == 60
    drive.choose(rows.beat, "As a pendulum")
    drive.type(rows.swing, "12")
    assert (state.layer.beat.kind, state.layer.beat.degrees) == ("pendulum", 12)
    drive.choose(rows.beat, "Keeps still")
    assert state.layer.beat is None
    drive.type(rows.metres, "2 cm")
    assert state.layer.sway.metres == pytest.approx(0.02)
    drive.turn("clip")
    clip = window.panels["Move"].clip
    drive.press(clip.choice.buttons()[2])
    drive.type(clip.numbers["scale"], "110")
    assert [k.value for k in state.project.overall.scale.keys] == [1.0, 1.1]
    assert any(x.owner == OVERALL for x in window.timeline.rows.lines)
    assert "px a frame" in clip.speeds.text() and "strobing" in clip.speeds.text()
    assert window.path.buttons["Move"] and not drive.problems


def test_every_track_has_a_name_for_people(drive):
    project = bending.add_pin(drive.state.project, drive.state.layer.id, (3.0, 4.0))
    for owner in owners_of(project):
        for name in tracks_of(project, owner):
            shown = shown_of(project, owner, name)
            assert shown.name and shown.tip and np.isfinite(shown.factor)
    assert shown_of(project, LENS, "y").text(-0.25) == "0.25\u00a0m"
    assert shown_of(project, LENS, "x").text(-0.0001) == "0\u00a0m"
