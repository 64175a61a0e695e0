"""The demo photo cut into posts and reeds, dinghy, shore and sky, by mouse and keys alone."""

from pathlib import Path

import cv2
import numpy as np
from PySide6.QtCore import Qt

from driver import LEFT, RIGHT, Driver
from woodcock.demo import demo_photo

TRUTH = Path(__file__).parent.parent / "demo" / "truth"
# Drawn by eye over the photo, in its pixels.
POST = [
    (436, 399), (470, 387), (540, 392), (598, 402), (636, 416), (630, 480), (622, 640), (614, 760),
    (628, 772), (628, 800), (618, 812), (626, 825), (618, 845), (620, 860), (606, 875), (600, 900),
    (596, 1010), (588, 1150), (576, 1290), (562, 1410), (555, 1480), (556, 1540), (540, 1590),
    (430, 1598), (380, 1592), (345, 1565), (345, 1480), (350, 1400), (365, 1330), (368, 1260),
    (380, 1130), (395, 1000), (403, 880), (400, 842), (378, 832), (376, 812), (388, 805),
    (384, 782), (390, 770), (380, 760), (384, 745), (412, 748), (418, 680), (425, 540), (432, 440),
]  # fmt: skip
SMALL_POST = [
    (22, 650), (55, 637), (150, 640), (160, 700), (168, 770), (175, 812), (190, 817), (196, 850),
    (185, 880), (190, 960), (200, 1040), (212, 1160), (225, 1240), (233, 1310), (230, 1340),
    (190, 1358), (110, 1355), (104, 1330), (108, 1240), (95, 1150), (80, 1060), (68, 960),
    (52, 892), (28, 885), (30, 860), (28, 845), (38, 840), (36, 800), (28, 720),
]  # fmt: skip
REEDS_LEFT = [
    (300, 560), (260, 650), (300, 740), (230, 800), (300, 900), (240, 950), (330, 1080),
    (250, 1150), (330, 1290),
]  # fmt: skip
REEDS_RIGHT = [
    (2370, 4), (2340, 300), (2200, 500), (2100, 700), (1950, 900), (1900, 1200), (1880, 1500),
    (2100, 1540), (2150, 1100), (2250, 800), (2340, 700), (2340, 1000), (2320, 1500),
]  # fmt: skip
SHORE = [
    (2, 632), (60, 628), (200, 630), (240, 612), (300, 600), (360, 596), (420, 586), (625, 590),
    (660, 582), (700, 590), (760, 602), (800, 605), (835, 602), (865, 615), (892, 650), (908, 655),
    (910, 575), (922, 552), (936, 575), (936, 655), (955, 645), (990, 650), (994, 655),
    (2398, 665), (2398, 1598), (2, 1598),
]  # fmt: skip
# How like the truth each layer comes out: intersection over union, at half the photo's size.
REACHED = {"near": 0.755, "dinghy": 0.85, "shore": 0.855, "sky": 0.97}


class Cutting(Driver):
    """Waits for strokes only, not for what is rebuilt behind them."""

    def settle(self, limit=90):
        for _ in range(5):  # what was put off gets its turn
            self.app.processEvents()
            self.until(lambda: not self.window.cutter.busy, limit)


class Counted:
    """A hand that counts what it does."""

    def __init__(self, drive):
        self.drive, self.count = drive, 0
        self.panel = drive.window.panels["Separate"]

    def tool(self, name):
        self.count += 1
        self.drive.press(self.drive.window.toolbox.buttons[name])

    def new(self):
        self.count += 1
        self.drive.press(self.panel.modes.buttons()[0])

    def size(self, pixels):
        self.count += 1
        self.drive.type(self.panel.options.brush_size, f"{pixels} px")

    def draw(self, points, button=LEFT):
        self.count += 1
        self.drive.draw(points, button)


def visible(parts):
    """Alphas near to far, and the sky behind them: what of each is seen."""
    rest, out = np.ones((800, 1200), np.float32), []
    for alpha in parts:
        out.append(alpha * rest)
        rest = rest * (1 - alpha)
    return [*out, rest]


def test_the_demo_is_cut_in_fewer_than_25_actions():
    drive = Cutting()
    drive.window.files.open(demo_photo())
    drive.until(lambda: drive.state.project.photo)
    drive.key(Qt.Key.Key_2, Qt.KeyboardModifier.ControlModifier)
    hand = Counted(drive)
    hand.tool("lasso")
    hand.draw(POST)
    hand.draw(SMALL_POST)
    hand.tool("fine")
    hand.size(120)
    hand.draw(REEDS_LEFT)
    hand.draw([(10, 580), (30, 700), (20, 900), (50, 1100), (30, 1250)])
    hand.size(380)
    hand.draw(REEDS_RIGHT)
    hand.new()
    hand.tool("grow")
    hand.size(24)
    hand.draw([(1050, 890), (1300, 930), (1650, 920)])
    hand.draw([(1209, 310), (1207, 500), (1205, 780)])
    hand.draw([(1250, 750), (1450, 750), (1650, 744)])
    hand.draw([(1725, 880), (1728, 1000)])
    hand.draw([(1695, 920), (1697, 990)])
    hand.draw(
        [(1070, 1030), (1400, 1060), (1600, 1070), (1690, 1070), (1725, 1060)], RIGHT
    )  # its reflection
    hand.draw([(1250, 805), (1450, 805), (1600, 830)], RIGHT)  # water between sail and hull
    hand.new()
    hand.tool("lasso")
    hand.draw(SHORE)
    assert hand.count < 25
    layers, store = drive.state.project.near_to_far, drive.state.document.store
    cuts = [store.get(layer.mask.pixels) for layer in layers if layer.mask]
    assert len(cuts) == 3
    # Each new cut went behind what stands lower in the picture: near to far by itself.
    size = (1200, 800)
    ours = [cv2.resize(cut, size, interpolation=cv2.INTER_AREA) / 255.0 for cut in cuts]
    true = [cv2.imread(str(TRUTH / f"{name}-alpha.png"), 0) / 255.0 for name in list(REACHED)[:3]]
    likeness = {}
    for name, own, known in zip(REACHED, visible(ours), visible(true), strict=True):
        own, known = own > 0.5, known > 0.5
        likeness[name] = (own & known).sum() / (own | known).sum()
    print(f"{hand.count} actions;", {name: round(value, 3) for name, value in likeness.items()})
    assert all(likeness[name] > least for name, least in REACHED.items()), likeness
    assert not drive.problems
    drive.close()
