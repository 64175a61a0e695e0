"""Growing, touching and fine edges: on made-up pictures whose answer is known, and by hand."""

import threading
from dataclasses import replace

import cv2
import numpy as np
import pytest
from pymatting import estimate_alpha_cf
from PySide6.QtCore import QPoint, Qt
from PySide6.QtTest import QTest
from skimage import data

from driver import LEFT, RIGHT, Driver
from woodcock.errors import Cancelled
from woodcock.matting.closed_form import matte
from woodcock.model import EdgeSettings, Frame, Mask
from woodcock.pixels.store import PixelStore
from woodcock.separate.alike import alike
from woodcock.separate.edge import full_size
from woodcock.separate.grow import Marks, grow, regions
from woodcock.separate.redraw import alpha_of, redrawn
from woodcock.separate.study import study
from woodcock.session import acts, cutting
from woodcock.session.cutting import CuttingRoom
from woodcock.session.stroke import Stroke

WIDTH, HEIGHT = 480, 320


def overlap(a, b):
    return (a & b).sum() / (a | b).sum()


def things(seed=3):
    """A green leaf-like shape and a small red ball on a mottled grey ground: (photo, masks)."""
    rng = np.random.default_rng(seed)
    ground = cv2.resize(rng.uniform(90, 150, (20, 30)).astype(np.float32), (WIDTH, HEIGHT))
    photo = np.dstack([ground, ground, ground + 8])
    leaf, ball = np.zeros((2, HEIGHT, WIDTH), np.uint8)
    cv2.ellipse(leaf, (170, 160), (120, 60), 20, 0, 360, 255, -1)
    cv2.circle(leaf, (125, 172), 16, 0, -1)  # the ground shows through a hole
    cv2.circle(ball, (390, 90), 34, 255, -1)
    for mask, colour in ((leaf, (70, 120, 50)), (ball, (170, 50, 45))):
        photo[mask > 0] = colour
    photo = cv2.GaussianBlur(photo, (0, 0), 0.8) + rng.normal(0, 5, photo.shape)
    return np.clip(photo, 0, 255).astype(np.uint8), leaf > 127, ball > 127


def painted(points, width=14):
    mask = np.zeros((HEIGHT, WIDTH), np.uint8)
    cv2.polylines(mask, [np.int32(points)], False, 255, width)
    return mask


def test_a_stroke_grows_to_the_edges_of_its_thing_and_no_further():
    photo, leaf, ball = things()
    known = study(photo)
    stroke = painted([(80, 125), (120, 130), (200, 195), (250, 185)])
    found = grow(known, Marks(stroke))
    assert overlap(found > 0, leaf) > 0.97
    assert not (found[ball] > 0).any()
    alpha = full_size(known, photo, found)
    assert np.abs(alpha / 255.0 - leaf).mean() < 0.01
    # Held to a part of the picture, it stays there, and what was painted away is left.
    left = np.zeros((HEIGHT, WIDTH), np.uint8)
    left[:, :150] = 255
    held = grow(known, Marks(stroke, free=left)) > 0
    assert (held & ~(stroke > 0))[:, 150:].sum() == 0
    spared = grow(known, Marks(stroke, unwanted=painted([(70, 150), (80, 180)])))
    assert not spared[painted([(70, 150), (80, 180)]) > 0].any()
    assert not grow(known, Marks(np.zeros((HEIGHT, WIDTH), np.uint8))).any()


def test_a_large_photo_is_cut_at_its_own_size():
    photo, leaf, _ = things()
    large = cv2.resize(photo, None, fx=5, fy=5, interpolation=cv2.INTER_CUBIC)
    known = study(large.astype(np.uint16) * 257, working=200_000)
    assert known.scale < 0.3
    small = known.small(cv2.resize(painted([(80, 125), (200, 195)]), None, fx=5, fy=5))
    alpha = full_size(known, large, grow(known, Marks(small)))
    truth = cv2.resize(leaf.astype(np.float32), None, fx=5, fy=5)
    assert alpha.shape == large.shape[:2]
    assert overlap(alpha > 127, truth > 0.5) > 0.95
    assert np.abs(alpha / 255.0 - truth).mean() < 0.012


@pytest.fixture(scope="module")
def hairs():
    """A dark disc with hairs on a bright ground: (photo 0..1, true alpha, band)."""
    rng = np.random.default_rng(5)
    canvas = np.zeros((600, 600), np.uint8)
    cv2.circle(canvas, (300, 300), 150, 255, -1)
    for angle in rng.uniform(0, 2 * np.pi, 160):
        out = np.array([np.cos(angle), np.sin(angle)])
        ends = [300 + out * 140, 300 + out * rng.uniform(170, 230) + rng.normal(0, 9, 2)]
        cv2.polylines(canvas, [np.int32(ends)], False, 255, 3, cv2.LINE_AA)
    alpha = cv2.resize(canvas, (200, 200), interpolation=cv2.INTER_AREA) / np.float32(255)
    y, x = np.mgrid[0:200, 0:200] / 200
    back = np.dstack([0.6 + 0.3 * y, 0.7 + 0.1 * x, 0.85 - 0.2 * y])
    front = np.dstack([0.2 + 0.1 * x, 0.12 + 0 * x, 0.08 + 0.05 * y])
    photo = alpha[..., None] * front + (1 - alpha[..., None]) * back
    photo += rng.normal(0, 0.004, photo.shape)
    band = cv2.dilate(np.uint8((alpha > 0.01) & (alpha < 0.99)), np.ones((5, 5))) > 0
    return photo.astype(np.float32), alpha, band


def test_fine_edges_are_as_true_as_the_reference(hairs):
    photo, alpha, band = hairs
    given = np.where(band, np.float32(0.5), np.round(alpha)).astype(np.float32)
    found = matte(photo, given, band)
    assert (found[~band] == given[~band]).all()
    off = np.abs(found - alpha).sum()
    # PyMatting's closed form on the whole picture, the same equations with nothing left out.
    reference = estimate_alpha_cf(photo.astype(np.float64), given.astype(np.float64))
    assert off < 1.05 * np.abs(reference - alpha).sum()
    assert off < 0.3 * np.abs((cv2.blur(np.float32(alpha > 0.5), (5, 5))) - alpha)[band].sum()
    nothing = matte(photo, np.where(band, np.float32(0.5), np.float32(0)), band)
    assert nothing.max() < 0.02  # no thing on either side of the band
    with pytest.raises(Cancelled):
        matte(photo, given, band, lambda *_: False)


def test_layers_in_front_keep_their_pixels_and_removing_stays_inside():
    photo, leaf, ball = things()
    store = PixelStore()
    project = acts.new_project(photo, "things", store)
    room = CuttingRoom(store)
    assert not room.photos.ready(project.photo)
    over = ((80.0, 125.0), (120.0, 130.0), (200.0, 195.0), (250.0, 185.0))
    mask = room.cut(project, Stroke(over, "grow", "new", 14)).new
    assert room.photos.ready(project.photo)
    assert overlap(mask > 127, leaf) > 0.95
    project, cut = acts.add_layer(project, Mask(store.put(mask)))
    everything = ((40.0, 40.0), (440.0, 280.0))
    second = room.cut(project, Stroke(everything, "grow", "new", 14)).new
    assert (second[leaf] > 127).mean() < 0.25  # only what was painted over it by hand
    less = room.cut(project, Stroke(((80.0, 125.0),), "grow", "remove", 14, layer=cut)).mask
    assert (less <= mask).all()
    assert (mask > 127).sum() - (less > 127).sum() > 0
    touched = room.cut(project, Stroke(((390.0, 90.0),), "touch", "new", times=3)).new
    assert overlap(touched > 127, ball) > 0.93
    boxed = room.cut(project, Stroke(((340.0, 40.0), (440.0, 140.0)), "touch", "new")).new
    assert overlap(boxed > 127, ball) > 0.93
    assert room.cut(project, Stroke((), "fine", "add")) is None  # no layer whose edges to find


@pytest.fixture
def hand(tmp_path):
    photo, leaf, ball = things()
    path = tmp_path / "things.png"
    cv2.imwrite(str(path), photo[..., ::-1])
    driver = Driver()
    driver.window.files.open(path)
    driver.settle()
    driver.key(Qt.Key.Key_2, Qt.KeyboardModifier.ControlModifier)
    yield driver, leaf, ball
    assert not driver.problems
    driver.close()


def masks(driver):
    store = driver.state.document.store
    layers = driver.state.project.near_to_far
    return [store.get(layer.mask.pixels) > 127 for layer in layers if layer.mask]


def own_mask(driver):
    """The mask of the selected layer."""
    return driver.state.document.store.get(driver.state.layer.mask.pixels) > 127


def test_growing_touching_and_fine_edges_with_the_mouse(hand):
    drive, leaf, ball = hand
    buttons = drive.window.toolbox.buttons
    assert drive.state.tools.separate == "grow"
    drive.state.tools.size = 14
    drive.draw([(80, 125), (120, 130), (200, 195), (250, 185)])
    assert overlap(masks(drive)[0], leaf) > 0.95
    assert drive.state.document.undo_name == "Cut a layer"
    before = masks(drive)[0]
    drive.draw([(150, 110), (250, 130)], RIGHT)
    assert masks(drive)[0].sum() < before.sum()
    drive.key(Qt.Key.Key_Z, Qt.KeyboardModifier.ControlModifier)
    assert (masks(drive)[0] == before).all()

    drive.state.select("background")
    drive.press(drive.window.panels["Separate"].find_subject)
    assert len(masks(drive)) == 2
    assert overlap(masks(drive)[0], leaf | ball) > 0.5
    drive.key(Qt.Key.Key_Z, Qt.KeyboardModifier.ControlModifier)

    drive.press(buttons["touch"])
    drive.press(drive.window.panels["Separate"].modes.buttons()[0])
    drive.draw([(345, 45), (400, 100), (435, 135)])  # a box round the ball
    assert drive.state.layer is drive.state.project.near_to_far[1]  # it is higher up: farther
    assert overlap(masks(drive)[1], ball) > 0.9
    view = drive.window.view
    QTest.mouseClick(view, LEFT, pos=view.to_view(250, 240).toPoint())  # the ground, then more
    drive.settle()
    once = own_mask(drive).sum()
    for _ in range(3):
        QTest.mouseClick(view, LEFT, pos=view.to_view(250, 240).toPoint() + QPoint(1, 1))
        drive.settle()
    assert own_mask(drive).sum() > once

    drive.press(buttons["trace"])
    drive.press(drive.window.panels["Separate"].modes.buttons()[0])
    count = len(masks(drive))
    for place in ((60, 60), (90, 40), (400, 300), (120, 60), (100, 90)):
        QTest.mouseClick(view, LEFT, pos=view.to_view(*place).toPoint())
        drive.hover(view, view.to_view(place[0] + 5, place[1]).toPoint())
        drive.settle()
        if place[0] == 400:
            drive.key(Qt.Key.Key_Backspace, widget=view)
    drive.key(Qt.Key.Key_Return, widget=view)
    assert len(masks(drive)) == count + 1
    assert 300 < own_mask(drive).sum() < 6000
    for leave in (lambda: drive.key(Qt.Key.Key_Escape, widget=view),
                  lambda: drive.press(buttons["lasso"])):  # fmt: skip
        drive.press(buttons["trace"])
        QTest.mouseClick(view, LEFT, pos=view.to_view(60, 60).toPoint())
        assert drive.window.view.scene.trace.places
        leave()
        assert not drive.window.view.scene.trace.places

    drive.press(buttons["fine"])
    drive.state.tools.size = 24
    drive.draw([(100, 90), (110, 75), (120, 60)])
    assert drive.state.document.undo_name.startswith("Fine")

    front = drive.state.layer
    drive.press(drive.window.panels["Separate"].layer.duplicate)
    assert drive.state.layer.name == f"{front.name} copy"
    assert drive.state.layer.distance < front.distance
    assert drive.state.layer.mask == front.mask
    drive.press(drive.window.panels["Separate"].modes.buttons()[2])  # Remove
    drive.choose(drive.window.panels["Separate"].layer.other, front.name)
    assert not own_mask(drive).any()
    for _ in range(2):
        drive.key(Qt.Key.Key_Z, Qt.KeyboardModifier.ControlModifier)
    drive.state.select(front.id)

    area = masks(drive)[0].sum()
    drive.type(drive.window.panels["Separate"].edge["shift"], "-4 px")
    assert drive.state.layer.mask.edge.shift == -4
    assert masks(drive)[0].sum() == area  # a setting: the mask itself stays
    drive.key(Qt.Key.Key_Z, Qt.KeyboardModifier.ControlModifier)
    assert drive.state.layer.mask.edge == EdgeSettings()


def test_edge_settings_do_what_they_say_and_leave_the_mask():
    disc = np.zeros((800, 800), np.uint8)
    cv2.circle(disc, (400, 400), 200, 255, -1)
    disc = cv2.resize(disc, (200, 200), interpolation=cv2.INTER_AREA)  # radius 50, soft edge

    def radius(mask):
        return np.sqrt(mask.sum() / 255 / np.pi)

    for shift in (-7.5, -0.25, 0.25, 12.0):
        assert radius(redrawn(disc, EdgeSettings(shift=shift))) == pytest.approx(
            50 + shift, abs=0.35
        )
    soft = redrawn(disc, EdgeSettings(soften=12.0))
    assert radius(soft) == pytest.approx(50, abs=0.2)
    assert ((soft > 12) & (soft < 243)).sum() > 4 * ((disc > 12) & (disc < 243)).sum()
    rng = np.random.default_rng(2)
    rough = np.where(cv2.blur(np.uint8(disc + rng.integers(0, 2, disc.shape) * 90), (3, 3)) > 150,
                     np.uint8(255), np.uint8(0))  # fmt: skip

    def around(mask):
        return sum(cv2.arcLength(c, True) for c in cv2.findContours(
            np.uint8(mask > 127), cv2.RETR_LIST, cv2.CHAIN_APPROX_NONE)[0])  # fmt: skip

    assert around(redrawn(rough, EdgeSettings(smooth=4.0))) < around(rough)
    torn = disc.copy()
    cv2.circle(torn, (100, 100), 5, 0, -1)  # a hole 11 pixels across
    cv2.circle(torn, (15, 15), 4, 255, -1)  # an island of 9
    assert (redrawn(torn, EdgeSettings(holes=12.0, islands=10.0)) == disc).all()
    assert (redrawn(torn, EdgeSettings(holes=9.0, islands=7.0)) == torn).all()
    wall = np.zeros((50, 60), np.uint8)
    wall[:, 40:] = 255  # cut off by the photo's border, where nothing may be rounded
    moved = redrawn(wall, EdgeSettings(smooth=5.0, shift=3.0))
    assert (moved[:, 38:] == 255).all()
    assert (moved[:, :36] == 0).all()
    store = PixelStore()
    name = store.put(disc)
    assert alpha_of(Mask(name), store) is store.get(name)
    assert radius(alpha_of(Mask(name, EdgeSettings(shift=5.0)), store)) == pytest.approx(
        55, abs=0.35
    )
    assert (store.get(name) == disc).all()


def test_a_traced_line_keeps_to_the_edge():
    photo, leaf, _ = things()
    store = PixelStore()
    project = acts.new_project(photo, "things", store)
    room = CuttingRoom(store)
    # Ten places on the ellipse's outline, two pixels off it by an unsteady hand.
    t = np.linspace(0, 2 * np.pi, 10, endpoint=False)
    rng, turn = np.random.default_rng(1), np.radians(20)
    x, y = 120 * np.cos(t), 60 * np.sin(t)
    places = np.stack([170 + x * np.cos(turn) - y * np.sin(turn), 160 + x * np.sin(turn)
                       + y * np.cos(turn)], 1) + rng.uniform(-2, 2, (10, 2))  # fmt: skip
    mask = room.cut(project, Stroke(tuple(map(tuple, places)), "trace", "new")).new
    whole = cv2.morphologyEx(np.uint8(leaf), cv2.MORPH_CLOSE, np.ones((41, 41))) > 0
    straight = np.zeros_like(mask)
    cv2.fillPoly(straight, [np.int32(places)], 255)
    assert overlap(mask > 127, whole) > 0.97 > overlap(straight > 127, whole)


def test_alike_colours_everywhere_or_only_here():
    photo, leaf, ball = things()
    photo[250:300, 20:60] = (170, 50, 45)  # a second red thing
    both = ball.copy()
    both[250:300, 20:60] = True
    known = study(photo)
    here = alike(known.lab, [(390, 90)], 25, local=True) > 127
    everywhere = alike(known.lab, [(390, 90)], 25) > 127
    assert overlap(here, ball) > 0.9
    assert overlap(everywhere, both) > 0.9
    two = alike(known.lab, [(390, 90), (90, 130)], 25) > 127
    assert overlap(two, both | leaf) > 0.9
    assert alike(known.lab, [(390, 90)], 0.5).mean() < here.mean() * 255


def test_a_drag_over_one_colour_costs_one_pass_and_a_shown_answer_is_not_worked_out_again(
    monkeypatch,
):
    photo, _, ball = things()
    known, passes = study(photo), []
    norm = np.linalg.norm
    monkeypatch.setattr(np.linalg, "norm", lambda *a, **k: passes.append(1) or norm(*a, **k))
    taken = alike(known.lab, [(380 + k / 4, 90.0) for k in range(60)], 25, local=True)
    assert overlap(taken > 127, ball) > 0.9
    assert len(passes) < 4
    monkeypatch.undo()
    store = PixelStore()
    project, room, runs = acts.new_project(photo, "things", store), CuttingRoom(store), []
    monkeypatch.setattr(cutting, "regions", lambda *a: runs.append(1) or regions(*a))
    stroke = Stroke(((380.0, 80.0), (395.0, 100.0)), "grow", "new", 14)
    assert overlap(room.rough(project, stroke) > 127, ball) > 0.7 and len(runs) == 1
    room.look_ahead(
        project, stroke, lambda *_: True
    )  # not waited for before; asked ahead in the window
    runs.clear()
    shown = room.rough(project, stroke)
    mask = room.cut(project, stroke).new
    assert overlap(shown > 127, room.proposal(project, stroke) > 127) > 0.9
    assert overlap(mask > 127, room.proposal(project, stroke) > 127) > 0.97
    assert len(runs) == 1


def test_a_finished_stroke_is_shown_before_what_was_asked_for_while_it_was_drawn(hand, monkeypatch):
    drive, _, _ = hand
    drive.state.tools.size = 14
    cutter, held, real = drive.window.cutter, threading.Event(), CuttingRoom.rough
    stroke = Stroke(((380.0, 80.0), (395.0, 100.0)), "grow", "new", 14)
    begun = replace(stroke, points=stroke.points[:1])

    def rough(room, project, asked, wanted):
        assert asked != begun or held.wait(240)
        return real(room, project, asked, wanted)

    monkeypatch.setattr(CuttingRoom, "rough", rough)
    cutter.preview(begun)
    cutter.take(stroke)
    drive.until(lambda: cutter.proposal is not None)
    shown = cutter.proposal
    held.set()
    drive.until(lambda: not drive.window.work.idle)
    assert cutter.proposal in (shown, None)  # what was asked for before never comes over it
    drive.settle()
    assert cutter.proposal is None and len(drive.state.project.layers) == 2


def test_strokes_that_wait_for_a_photo_that_is_gone_are_dropped(hand, tmp_path):
    drive, _, _ = hand
    held = threading.Event()
    drive.window.work.hand(held.wait, lambda _: None)
    drive.state.tools.size = 14
    cutter = drive.window.cutter
    for _ in range(2):
        cutter.take(Stroke(((380.0, 80.0), (395.0, 100.0)), "grow", "new", 14))
    other = acts.new_project(things(9)[0][:, ::-1].copy(), "other", drive.state.document.store)
    drive.state.document.open(other, None)
    held.set()
    drive.settle()
    assert len(drive.state.project.layers) == 1
    assert cutter.proposal is None  # nor is any of them shown over the other photo


def test_touching_again_gives_more_of_most_things():
    """At ten places of a photograph nobody chose; it gave more at three while what was cut already
    was in its way."""
    photo = np.ascontiguousarray(data.astronaut()[..., :3])
    store, rng, grew = PixelStore(), np.random.default_rng(0), 0
    project = acts.new_project(photo, "astronaut", store, Frame(960, 540, 24, 1.0))
    room = CuttingRoom(store)
    for _ in range(10):
        place = tuple(rng.uniform(0.15, 0.85, 2) * 512)
        once = room.cut(project, Stroke((place,), "touch", "new")).new
        cut, layer = acts.add_layer(project, Mask(store.put(once)))
        again = [room.cut(cut, Stroke((place,), "touch", "add", layer=layer, times=times))
                 for times in (2, 3, 4)]  # fmt: skip
        areas = [int((x.mask > 127).sum()) for x in again]
        assert areas == sorted(areas) and areas[0] >= (once > 127).sum()
        grew += areas[-1] > 1.1 * (once > 127).sum()
    assert grew >= 8
