"""A cut beside its thing's edge: told how far, and moved onto it."""

import cv2
import numpy as np
import pytest
from PySide6.QtCore import Qt

from driver import Driver
from woodcock.session import acts
from woodcock.session.follow_edge import followed, off

W, H = 480, 320


def scene(size=1):
    """A bright disc before a dark ground, both with some noise; and the disc's true mask."""
    rng = np.random.default_rng(4)
    y, x = np.mgrid[: H * size, : W * size] + 0.5
    share = np.clip(100 * size + 0.5 - np.hypot(x - 240 * size, y - 160 * size), 0, 1)[..., None]
    photo = share * (200, 150, 90) + (1 - share) * (40, 70, 110)
    photo += rng.normal(0, 4, photo.shape)
    return np.uint8(np.clip(photo, 0, 255)), np.uint8(np.rint(share[..., 0] * 255))


def aside(mask, x, y):
    return cv2.warpAffine(mask, np.float32([[1, 0, x], [0, 1, y]]), (W, H))


@pytest.mark.parametrize("by", [3, -3])
def test_a_cut_too_large_or_too_small_is_told_and_mended(by):
    photo, true = scene()
    kernel = cv2.getStructuringElement(cv2.MORPH_ELLIPSE, (7, 7))
    wrong = cv2.dilate(true, kernel) if by > 0 else cv2.erode(true, kernel)
    assert off(photo, wrong, 7.0) == pytest.approx((by,) * 4, abs=0.8)
    mended = followed(photo, wrong, 7.0)
    assert np.abs(mended.astype(int) - true).sum() < 0.2 * np.abs(wrong.astype(int) - true).sum()


def test_each_side_is_told_by_itself():
    photo, true = scene()
    found = off(photo, aside(true, -4, 2), 7.0)
    assert found == pytest.approx((4, -4, -2, 2), abs=0.8)
    assert off(photo, true, 7.0) == pytest.approx((0,) * 4, abs=0.5)


def test_where_nothing_tells_the_sides_apart_the_cut_stays():
    _, true = scene()
    flat = np.full((H, W, 3), 90, np.uint8)
    assert cv2.absdiff(followed(flat, true, 7.0), true).max() <= 8
    assert off(flat, true, 7.0) == (0, 0, 0, 0)


def test_it_is_offered_after_a_cut_by_hand_and_done_by_one_click():
    photo, true = scene(2)
    drive = Driver()
    store = drive.state.document.store
    drive.state.document.open(acts.new_project(photo, "disc", store), None)
    drive.state.go("Separate")
    drive.settle()
    told = []
    drive.state.told.connect(told.append)
    drive.press(drive.window.toolbox.buttons["lasso"])
    turn = np.linspace(0, 2 * np.pi, 60)
    drive.draw([(480 + 203 * np.cos(t), 320 + 203 * np.sin(t)) for t in turn])
    drive.until(lambda: any("px outside" in said for said in told))
    name = drive.state.layer.name
    assert any(
        said.startswith(f"{name} is not on the photo's edge: 3 px outside all round.")
        for said in told
    ), told
    panel = drive.window.panels["Separate"]
    before = drive.state.project
    drive.press(panel.follow)
    drive.until(lambda: drive.state.project != before)
    mask = store.get(drive.state.layer.mask.pixels)
    assert np.abs(mask.astype(int) - true).mean() < 1.0
    drive.key(Qt.Key.Key_Z, Qt.KeyboardModifier.ControlModifier)
    assert drive.state.project == before
    assert not drive.problems
    drive.close()
