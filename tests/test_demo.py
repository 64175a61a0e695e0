"""The demo's truth holds to itself, the demo opens staged, and the documents' links lead on."""

import json
from pathlib import Path

import cv2
import numpy as np
import pytest

from conftest import small_demo
from woodcock.demo import demo_photo, demo_project
from woodcock.media import load_picture
from woodcock.pixels.colour import linear_from_srgb, srgb_from_linear
from woodcock.pixels.store import PixelStore
from woodcock.session.studio import Studio

ROOT = Path(__file__).parent.parent
TRUTH = ROOT / "demo" / "truth"
ABOUT = json.loads((TRUTH / "truth.json").read_text())


def grey(name):
    values = cv2.imread(str(TRUTH / name), cv2.IMREAD_UNCHANGED)
    assert values is not None, name
    return values


def colours(name):
    """sRGB values 0..1."""
    return cv2.imread(str(TRUTH / name))[..., ::-1] / 255


def metres(name):
    return grey(name) / ABOUT["depth_units_per_metre"]


def decibels(a, b):
    return 10 * np.log10(1 / np.mean((a - b) ** 2))


def test_the_layers_of_the_truth_make_its_frame_and_its_photo():
    frame = 0
    for name in ABOUT["layers_far_to_near"]:
        alpha = grey(f"{name}-alpha.png")[..., None] / 255
        frame = alpha * linear_from_srgb(colours(f"{name}-picture.webp")) + (1 - alpha) * frame
    made = srgb_from_linear(frame)
    assert decibels(made, colours("frame.webp")) > 40
    photo = load_picture(demo_photo())
    assert photo.shape == (1600, 2400, 3)
    half = cv2.resize(photo, tuple(ABOUT["size"]), interpolation=cv2.INTER_AREA) / 255
    assert decibels(half, colours("frame.webp")) > 34  # grain and JPEG are all that differ


def test_the_truth_shifts_by_what_the_pinhole_says():
    """A lens moved by t shifts what stands at z by f·t/z (any optics handbook)."""
    frame, side = (np.float32(colours(f"frame{x}.webp").mean(-1)) for x in ("", "-side"))
    focal = ABOUT["focal_length_mm"] / 36 * ABOUT["size"][0]
    depth = metres("depth.png")
    places = {"post": (250, 330, 60), "hull": (560, 440, 50), "lighthouse": (461, 300, 14)}
    found = {}
    for name, (x, y, r) in places.items():
        z = np.median(depth[y - 5 : y + 6, x - 5 : x + 6])
        patch = frame[y - r : y + r, x - r : x + r]
        strip = side[y - r : y + r, x - r - 70 : x + r + 20]
        match = cv2.matchTemplate(strip, patch, cv2.TM_CCOEFF_NORMED)
        shift = 70 - int(match.argmax())
        assert shift == pytest.approx(focal * ABOUT["frame_side"]["right_m"] / z, abs=1.6), name
        found[name] = z
    assert 2.5 < found["post"] < 3.2
    assert 8.5 < found["hull"] < 11
    assert 300 < found["lighthouse"] < 420


@pytest.mark.parametrize("scene", ["stair-plant", "still-jar"])
def test_the_other_photographs_come_with_alpha_and_depth(scene):
    name, size = scene.split("-")[0], {"stair": (3000, 2000), "still": (1600, 2400)}
    photo = load_picture(ROOT / f"demo/photos/{name}.jpg")
    alpha, depth = grey(f"{scene}-alpha.png"), metres(f"{name}-depth.png")
    assert photo.shape[:2] == size[name]
    assert alpha.shape == depth.shape == (size[name][0] // 2, size[name][1] // 2)
    assert 0.02 < (alpha > 127).mean() < 0.5
    assert ((alpha > 10) & (alpha < 245)).mean() > 0.01  # fine edges, truly covered in part
    known = depth > 0
    assert np.median(depth[alpha > 250]) < 0.8 * np.median(depth[(alpha == 0) & known])


def test_the_demo_stays_small():
    assert demo_photo().stat().st_size < 4_000_000
    assert sum(path.stat().st_size for path in TRUTH.iterdir()) < 12_000_000


def test_the_demo_opens_staged_and_without_gaps():
    store = PixelStore()
    project = demo_project(store)
    assert [x.distance for x in project.near_to_far] == [2.2, 3.0, 10.0, 60.0]
    masks = [store.get(x.mask.pixels)[::2, ::2] > 127 for x in project.near_to_far[:2]]
    near, alpha = masks[0] | masks[1], grey("near-alpha.png") > 127
    assert (near & alpha).sum() / (near | alpha).sum() > 0.8  # as cut by hand, not the truth
    report = Studio(store).gaps(small_demo(store))  # the same stage, at a quarter of the size
    assert (report.gaps, report.edges) == ((), ())


def test_links_in_the_documents_lead_somewhere():
    pages = [ROOT / "README.md", *sorted((ROOT / "docs").glob("*.md"))]
    for page in pages:
        for target in page.read_text().split("](")[1:]:
            target = target.split(")")[0]
            assert (page.parent / target).exists(), f"{page.name}: {target}"
    assert len(list((ROOT / "docs/screenshots").iterdir())) < 20
