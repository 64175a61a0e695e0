"""Every page of the window and its dialogs, looked at in sizes, scales, themes and sizes of text:
nothing cut off, nothing over something else or out of place, no text too faint to read."""

import os
import subprocess
import sys
from pathlib import Path

import numpy as np
import pytest
from PySide6.QtCore import QRectF
from PySide6.QtWidgets import QHBoxLayout, QLabel, QPushButton, QWidget

from driver import Driver
from looking import contrast, faint, faults
from woodcock.app import theme
from woodcock.app.main import application
from woodcock.session.preferences import Preferences, keep_preferences

HERE = Path(__file__).parent
WALKS = (  # scale of the screen, size in its own pixels, theme, size of text in per cent, language
    ("1", "1100x700", "dusk", "100", "de", "contrast"),
    ("1", "1100x700", "paper", "120", "en", "contrast"),
    ("1", "1920x1080", "dusk", "120", "de"),
    ("1.5", "2560x1440", "dusk", "100", "de"),
    ("2", "1920x1080", "paper", "100", "en"),
)


@pytest.mark.parametrize("walk", WALKS, ids=" ".join)
def test_all_pages_can_be_read_in_every_size(walk, tmp_path):
    """3840x2160 is 2560x1440 at a scale of 1.5, 1920x1080 at 2."""
    scale, *rest = walk
    own = {"QT_SCALE_FACTOR": scale, "WOODCOCK_STATE": str(tmp_path)}
    ran = subprocess.run(
        [sys.executable, HERE / "walk.py", *rest], env={**os.environ, **own},
        capture_output=True, text=True, timeout=400, cwd=HERE,
    )  # fmt: skip
    assert ran.returncode == 0, ran.stderr[-2000:]
    pages, *wrong = ran.stdout.splitlines()
    assert int(pages.split()[0]) >= 70
    assert not wrong, "\n".join(wrong)


def test_the_walk_finds_what_is_wrong():
    """What it is to find, made on purpose."""
    driver = Driver()
    window = QWidget(driver.window)
    layout = QHBoxLayout(window)
    narrow, button = QLabel("A sentence that needs far more room than it has"), QPushButton("Go on")
    narrow.setFixedWidth(60)
    button.setFixedWidth(20)
    pale = QLabel("Pale on the panel")
    pale.setStyleSheet("background: #2a2624; color: #6a645f;")
    away, over = QLabel("Outside", window), QLabel("Over it", window)
    for part in (narrow, button, pale):
        layout.addWidget(part)
    window.setWindowFlag(window.windowFlags().Window)
    window.resize(400, 80)
    window.show()
    away.move(390, 5)
    away.show()
    over.move(pale.pos())
    over.show()
    driver.app.processEvents()
    drawn = [(narrow, "drawn wide", QRectF(0, 0, 90, 12), QRectF(0, 0, 50, 12))]
    said = "\n".join(sorted(faults(window, drawn) | faint(window, [], window.grab())))
    for kind in (
        "cut off: QLabel 'A sentence", "cut off: QPushButton 'Go on'", "cut off: 'drawn wide'",
        "outside: QLabel 'Outside'", "overlap: QLabel", "faint: QLabel 'Pale on the panel'",
    ):  # fmt: skip
        assert kind in said, said
    driver.close()


def test_contrast_is_wcags():
    """WCAG 2.1, 1.4.3: black on white 21, #767676 on white 4.54."""
    for grey, ratio in ((0, 21.0), (0x76, 4.54), (255, 1.0)):
        pixels = np.ones((20, 20, 3))
        pixels[8:12, 4:9] = grey / 255
        assert contrast(pixels) == pytest.approx(ratio, abs=0.005)


@pytest.mark.parametrize(
    ("percent", "pixels"), [(-300, 12), (1, 12), (0, 13), (120, 16), (900, 20)]
)
def test_text_can_be_read_whatever_the_kept_preference_says(percent, pixels):
    """The file may have been edited by hand; 13 pixels are the usual size."""
    keep_preferences(Preferences(text_percent=percent))
    assert round(13 * theme._text_scale(application())) == pixels
