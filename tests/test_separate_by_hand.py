"""Separate with mouse, pen and keys: outlines, doubtful places, close looks, other pictures."""

import cv2
import numpy as np
import pytest
from PySide6.QtCore import QMimeData, QPointF, Qt, QUrl
from PySide6.QtGui import (
    QAction,
    QDropEvent,
    QInputDevice,
    QPointingDevice,
    QTabletEvent,
)
from PySide6.QtTest import QTest
from PySide6.QtWidgets import QApplication, QDialogButtonBox

from driver import LEFT, Driver
from onnx_file import weighing
from test_cutting import hand, masks, overlap, things  # noqa: F401
from woodcock.app.preferences_dialog import PreferencesDialog
from woodcock.model import Mask
from woodcock.session import acts
from woodcock.session.preferences import preferences
from woodcock.session.stroke import Stroke


def click(drive, x, y, modifier=Qt.KeyboardModifier.NoModifier):
    view = drive.window.view
    QTest.mouseClick(view, LEFT, modifier, view.to_view(x, y).toPoint())
    drive.settle()


def test_an_outline_is_drawn_and_edited_afterwards(hand):  # noqa: F811
    drive, _, _ = hand
    view, hand_ = drive.window.view, drive.window.view.scene.outline
    drive.press(drive.window.toolbox.buttons["outline"])
    for x, y in ((60, 60), (200, 60), (200, 200), (60, 200)):
        click(drive, x, y)
    click(drive, 60, 60)  # closes it
    square = masks(drive)[0]
    assert square.sum() == pytest.approx(140 * 140, rel=0.02)
    drive.draw([(200, 200), (260, 220)])  # a node elsewhere
    larger = masks(drive)[0]
    assert larger.sum() > square.sum() + 4000
    assert len(hand_.nodes) == 4
    drive.draw([(130, 60), (130, 30)])  # the line itself: a new node, pulled up
    assert len(hand_.nodes) == 5
    assert masks(drive)[0][40, 130]
    click(drive, 60, 200, Qt.KeyboardModifier.ControlModifier)  # a corner made round
    assert hand_.nodes[4].after != (0.0, 0.0)
    drive.key(Qt.Key.Key_Delete, widget=view)
    assert len(hand_.nodes) == 4
    assert not masks(drive)[0][190, 70]
    for _ in range(4):
        drive.key(Qt.Key.Key_Z, Qt.KeyboardModifier.ControlModifier)
    assert (masks(drive)[0] == square).all()


def pen(drive, points, pressures):
    """A stroke of a pen: its own events, and the mouse's that follow them."""
    view = drive.window.view
    device = QPointingDevice(
        "pen", 1, QInputDevice.DeviceType.Stylus, QPointingDevice.PointerType.Pen,
        QInputDevice.Capability.Pressure, 1, 1,
    )  # fmt: skip
    kinds = [QTabletEvent.Type.TabletPress, *[QTabletEvent.Type.TabletMove] * (len(points) - 1)]
    for number, (kind, point, pressure) in enumerate(zip(kinds, points, pressures, strict=True)):
        at = view.to_view(*point)
        event = QTabletEvent(
            kind, device, at, view.mapToGlobal(at), pressure, 0, 0, 0, 0, 0,
            Qt.KeyboardModifier.NoModifier, LEFT, LEFT,
        )  # fmt: skip
        QApplication.sendEvent(view, event)
        if number == 0:
            QTest.mousePress(view, LEFT, pos=at.toPoint())
        else:
            QTest.mouseMove(view, at.toPoint())
    QTest.mouseRelease(view, LEFT, pos=view.to_view(*points[-1]).toPoint())
    drive.settle()


def test_a_pen_paints_by_its_pressure_and_opacity(hand):  # noqa: F811
    drive, _, _ = hand
    panel = drive.window.panels["Separate"]
    drive.press(drive.window.toolbox.buttons["brush"])
    drive.type(panel.options.brush_size, "40 px")
    drive.type(panel.options.opacity, "60 %")
    pen(drive, [(60, 250), (200, 250), (400, 250)], [0.2, 0.6, 1.0])
    store, layer = drive.state.document.store, drive.state.layer
    mask = store.get(layer.mask.pixels)
    assert mask.max() == pytest.approx(153, abs=2)
    widths = (mask > 60).sum(0)
    assert widths[80] < 0.5 * widths[385]


def test_a_stroke_that_changes_nothing_says_why(hand):  # noqa: F811
    """Taking where the layer is not, adding what it has."""
    drive, leaf, _ = hand
    state, told = drive.state, []
    mask = Mask(state.document.store.put(np.uint8(leaf) * 255))
    state.act("A leaf", lambda p: acts.add_layer(p, mask)[0])
    state.told.connect(told.append)
    layer = next(x for x in state.project.near_to_far if x.mask)
    state.select(layer.id)
    mask = state.document.store.get(layer.mask.pixels)
    ys, xs = np.nonzero(mask == 0)
    outside = float(xs[0]), float(ys[0])
    ys, xs = np.nonzero(cv2.erode(mask, np.ones((9, 9), np.uint8)) == 255)
    inside = float(xs[len(xs) // 2]), float(ys[len(ys) // 2])
    for mode, place, says in (("remove", outside, "is not where you painted"),
                              ("add", inside, "has all of that already")):  # fmt: skip
        before = state.project
        stroke = Stroke((place,), "brush", mode, 3.0, layer=layer.id)
        drive.window.cutter.take(stroke)
        drive.settle()
        assert state.project == before and says in told[-1]


def test_doubtful_places_are_stepped_through(hand):  # noqa: F811
    drive, leaf, _ = hand
    panel, view = drive.window.panels["Separate"], drive.window.view
    drive.press(drive.window.toolbox.buttons["lasso"])
    edge = cv2.findContours(np.uint8(leaf), cv2.RETR_EXTERNAL, cv2.CHAIN_APPROX_NONE)[0][0][::6, 0]
    drive.draw([*map(tuple, edge.tolist())])  # the hole in the leaf is forgotten
    whole = view.zoom
    drive.press(panel.doubts.look)
    assert "of" in panel.doubts.text.text()
    assert "background left inside" in panel.doubts.text.text()
    assert view.zoom > whole
    spot = drive.state.spot
    assert spot.contains(QPointF(125, 172))
    drive.press(panel.doubts.on)
    drive.press(panel.doubts.back)
    assert drive.state.spot == spot
    click(drive, 300, 300)
    assert drive.state.spot is None


def test_backdrops_and_the_loupe_show_what_they_say(hand):  # noqa: F811
    drive, _, ball = hand
    panel, view = drive.window.panels["Separate"], drive.window.view
    drive.press(drive.window.toolbox.buttons["touch"])
    drive.draw([(345, 45), (435, 135)])
    assert overlap(masks(drive)[0], ball) > 0.9

    def seen(x, y):
        drive.settle()
        at = view.to_view(x, y).toPoint()
        return view.grab().toImage().pixelColor(at).getRgb()[:3]

    inside, outside = (390, 90), (100, 250)
    for name, colour in (("black", 0), ("white", 255), ("mid grey", 119)):
        drive.choose(panel.backdrop, f"Cut out on {name}")
        assert seen(*outside) == (colour,) * 3
        assert seen(*inside)[0] > 130 > seen(*inside)[1]
    drive.choose(panel.backdrop, "Its alpha")
    assert seen(*inside) == (255,) * 3
    drive.choose(panel.backdrop, "Cut out on Background")
    assert max(seen(*outside)) - min(seen(*outside)) < 60 < seen(*outside)[0]
    QTest.keyPress(view, Qt.Key.Key_B)  # before, while it is held
    plain = seen(*outside)
    QTest.keyRelease(view, Qt.Key.Key_B)
    assert max(abs(a - b) for a, b in zip(plain, seen(*outside), strict=True)) < 30
    drive.choose(panel.backdrop, "Cut out on black")
    before = view.grab().toImage()
    drive.key(Qt.Key.Key_L, widget=view)
    drive.hover(view, view.to_view(390, 90).toPoint())
    drive.settle()
    assert drive.state.tools.loupe
    beside = view.to_view(390, 90).toPoint()
    side, top = 14 + 180, max(beside.y() - 14 - 180, 4)
    frame = (beside.x() + 14 if beside.x() + side < view.width() else beside.x() - side), top
    far_side = frame[0] + 170, frame[1] + 90  # 80 screen pixels off its middle: 15 of the photo
    assert before.pixelColor(*far_side).red() < 70
    # The ball, four times as large.
    drive.until(lambda: view.grab().toImage().pixelColor(*far_side).red() > 130)


def test_a_large_photo_is_seen_in_its_own_pixels(tmp_path):
    dots = np.zeros((3000, 5000, 3), np.uint8)
    dots[::2, ::2] = 255  # finer than a picture of the whole for the screen could show
    cv2.imwrite(str(tmp_path / "dots.png"), dots)
    drive = Driver()
    drive.window.files.open(tmp_path / "dots.png")
    drive.settle()
    drive.key(Qt.Key.Key_2, Qt.KeyboardModifier.ControlModifier)
    view = drive.window.view
    for _ in range(30):
        view.set_zoom(view.zoom * 1.3)
    assert view.zoom == 16.0
    drive.settle()
    picture = view.grab().toImage()
    x, y = (int(v) for v in view.to_scene(QPointF(200, 200)).toTuple())
    for dx in range(4):
        at = view.to_view(x + dx + 0.5, y + 0.5).toPoint()
        wanted = 255 if (x + dx) % 2 == 0 and y % 2 == 0 else 0
        assert picture.pixelColor(at).red() == wanted
    drive.close()


def test_other_pictures_become_layers_several_at_once(hand, tmp_path):  # noqa: F811
    drive, _, _ = hand
    same = np.full((320, 480, 4), (30, 90, 200, 255), np.uint8)
    same[:, 200:, 3] = 0
    cv2.imwrite(str(tmp_path / "same.png"), same)
    cv2.imwrite(str(tmp_path / "small.webp"), np.full((80, 100, 3), (40, 200, 60), np.uint8))
    urls = [QUrl.fromLocalFile(str(tmp_path / name)) for name in ("same.png", "small.webp")]
    data = QMimeData()
    data.setUrls(urls)
    drop = QDropEvent(QPointF(300, 300), Qt.DropAction.CopyAction, data, LEFT,
                      Qt.KeyboardModifier.NoModifier)  # fmt: skip
    drive.window.dropEvent(drop)
    drive.settle()
    layers = {layer.name: layer for layer in drive.state.project.layers}
    assert layers["same"].picture.box == (0.0, 0.0, 480.0, 320.0)  # registered exactly
    assert layers["small"].picture.box == (140.0, 80.0, 200.0, 160.0)
    assert drive.state.layer.name == "small"
    panel = drive.window.panels["Separate"]
    assert not panel.options.isVisible()
    drive.draw([(240, 160), (300, 190)])
    drive.type(panel.layer.place["scale"], "50 %")
    placed = drive.state.layer.picture
    assert (placed.x, placed.y, placed.scale) == pytest.approx((300, 190, 0.5), abs=1)
    drive.key(Qt.Key.Key_Z, Qt.KeyboardModifier.ControlModifier)
    drive.key(Qt.Key.Key_Z, Qt.KeyboardModifier.ControlModifier)
    assert drive.state.layer.picture.x == 240
    drive.key(Qt.Key.Key_Z, Qt.KeyboardModifier.ControlModifier)
    assert len(drive.state.project.layers) == 1  # both came as one act
    (tmp_path / "bad.png").write_bytes(b"no picture")
    drive.window.files.add_pictures_from([tmp_path / "same.png", tmp_path / "bad.png"])
    drive.settle()
    assert len(drive.state.project.layers) == 1
    assert "bad.png" in drive.problems.pop()


def test_models_are_chosen_in_the_preferences(hand, tmp_path):  # noqa: F811
    drive, _, ball = hand
    model = tmp_path / "reds.onnx"
    model.write_bytes(weighing([1.0, -0.5, -0.5]))
    action = next(a for a in drive.window.findChildren(QAction) if "Preferences" in a.text())
    action.trigger()
    drive.settle()
    dialog = drive.window.findChild(PreferencesDialog)
    field = dialog.paths["subject_model"]
    QTest.keyClicks(field, str(tmp_path / "gone.onnx"))
    ok = dialog.buttons.button(QDialogButtonBox.StandardButton.Ok)
    drive.press(ok)
    assert "gone.onnx was not found" in dialog.problem.text()
    field.selectAll()
    QTest.keyClicks(field, str(model))
    assert "a quarter" in dialog.undo.text()
    dialog.undo.selectAll()
    QTest.keyClicks(dialog.undo, "500 MB")
    drive.press(ok)
    drive.until(lambda: drive.window.findChild(PreferencesDialog) is None)  # it lives no longer
    assert preferences().subject_model == str(model)
    assert preferences().undo_bytes == drive.state.document.undo_bytes == 500_000_000
    drive.press(drive.window.panels["Separate"].find_subject)
    assert overlap(masks(drive)[0], ball) > 0.85
    model.unlink()
    drive.press(drive.window.panels["Separate"].find_subject)
    assert len(masks(drive)) == 1
    assert "not where the preferences say" in drive.problems.pop()
