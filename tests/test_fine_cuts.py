"""Hair, wide bands and far strokes: one photograph laid over another, so that the cut is known."""

import cv2
import numpy as np
import pytest
from pymatting import estimate_alpha_cf
from skimage import data

from woodcock.model import Mask
from woodcock.pixels.store import PixelStore
from woodcock.separate.edge import full_size
from woodcock.separate.fine import fine_edges
from woodcock.separate.grow import Marks, grow
from woodcock.separate.study import study
from woodcock.separate.thin import with_thin_parts
from woodcock.session import acts
from woodcock.session.cutting import CuttingRoom
from woodcock.session.stroke import Stroke

WIDTH, HEIGHT = 720, 480
MIDDLE = WIDTH // 2, HEIGHT // 2
GRASS = np.dstack([data.grass()] * 3)


def filled(picture):
    """A photograph enlarged to fill the frame."""
    h, w = picture.shape[:2]
    scale = max(WIDTH / w, HEIGHT / h)
    picture = cv2.resize(picture, None, fx=scale, fy=scale, interpolation=cv2.INTER_CUBIC)
    y, x = (picture.shape[0] - HEIGHT) // 2, (picture.shape[1] - WIDTH) // 2
    return picture[y : y + HEIGHT, x : x + WIDTH].astype(np.float32)


def furry(count=170, seed=2, long=(30, 62)):
    """The alpha of a disc with `count` hairs standing out of it."""
    rng = np.random.default_rng(seed)
    canvas = np.zeros((3 * HEIGHT, 3 * WIDTH), np.uint8)
    cv2.circle(canvas, (3 * MIDDLE[0], 3 * MIDDLE[1]), 360, 255, -1)
    for angle in rng.uniform(0, 2 * np.pi, count):
        out = np.array([np.cos(angle), np.sin(angle)])
        ends = [MIDDLE + out * 115, MIDDLE + out * (120 + rng.uniform(*long)) + rng.normal(0, 7, 2)]
        cv2.polylines(canvas, [np.int32(3 * np.array(ends))], False, 255, 6, cv2.LINE_AA)
    alpha = cv2.resize(canvas, (WIDTH, HEIGHT), interpolation=cv2.INTER_AREA)
    return alpha.astype(np.float32) / 255


def laid_over(front, back, alpha):
    mixed = alpha[..., None] * filled(front) + (1 - alpha[..., None]) * filled(back)
    return np.clip(np.rint(mixed), 0, 255).astype(np.uint8)


@pytest.fixture(scope="module")
def cat():
    """A furry disc of a cat on grass: (photo, true alpha)."""
    alpha = furry()
    return laid_over(data.cat(), GRASS, alpha), alpha


def ring(radius, width=10):
    mask = np.zeros((HEIGHT, WIDTH), np.uint8)
    cv2.circle(mask, MIDDLE, radius, 255, width)
    return mask


@pytest.mark.parametrize("front, back", [("cat", "rocket"), ("coffee", "astronaut")])
def test_far_inside_a_wide_band_alpha_is_truer_than_the_reference(front, back):
    # Hair drawn round with a broad brush: most of the band is far from what is known.
    alpha = furry(60)
    photo = laid_over(getattr(data, front)(), getattr(data, back)(), alpha)
    wide = cv2.getStructuringElement(cv2.MORPH_ELLIPSE, (41, 41))
    band = cv2.dilate(np.uint8((alpha > 0.01) & (alpha < 0.99)), wide) > 0
    given = np.where(band, np.float32(0.5), np.round(alpha)).astype(np.float32)
    found = fine_edges(photo, np.rint(given * 255).astype(np.uint8), band) / np.float32(255)
    # PyMatting's closed form on the whole picture.
    reference = estimate_alpha_cf(photo / 255.0, given.astype(np.float64))
    assert np.abs(found - alpha).sum() < 0.97 * np.abs(reference - alpha).sum()
    # Where there is only ground, nothing of a haze is left: most of it is 0 and not almost 0.
    assert (found[band & (alpha == 0)] == 0).mean() > 0.7
    # A soft edge stays soft: the steps of a ramp hardly move.
    ramp = np.clip((np.arange(WIDTH) - 330) / 60, 0, 1).astype(np.float32)
    soft = np.repeat(ramp[None], HEIGHT, 0)
    photo = np.rint(np.dstack([40 + 160 * soft, 60 + 90 * soft, 200 - 150 * soft])).astype(np.uint8)
    band = (soft > 0) & (soft < 1)
    found = fine_edges(photo, np.where(band, 128, np.rint(soft * 255)).astype(np.uint8), band)
    assert np.abs(found / 255 - soft).max() < 0.05


def test_hair_is_taken_with_what_it_grows_from(cat):
    photo, alpha = cat
    known = study(photo)
    marks = Marks(ring(40), ring(228))
    body = grow(known, marks)
    whole = with_thin_parts(known, body, marks) > 0
    hair = (alpha > 0.9) & (ring(142, 30) > 0)
    between = (alpha < 0.1) & (ring(142, 30) > 0)
    assert (body > 0)[hair].mean() < 0.4, "too easy a picture"
    assert whole[hair].mean() > 0.75
    assert whole[between].mean() < 0.03
    # Every piece of it hangs together with the body, and what marks forbid is left alone.
    _, pieces = cv2.connectedComponents(whole.view(np.uint8))
    assert set(np.unique(pieces[whole])) == set(np.unique(pieces[whole & (body > 0)]))
    away, free = np.zeros((2, HEIGHT, WIDTH), np.uint8)
    away[:160], free[:, MIDDLE[0] :] = 255, 255
    held = with_thin_parts(known, body, Marks(ring(40), away, free))
    same = (away > 0) | (free == 0)
    assert (held[same] == body[same]).all()
    assert (held[~same] != body[~same]).sum() > 1000
    nothing = np.zeros_like(body)
    assert not with_thin_parts(known, nothing, marks).any()


def test_an_edge_without_hair_stays_as_it_was():
    alpha = furry(0)
    for front, back in ((data.cat(), GRASS), (data.rocket(), data.coffee())):
        known = study(laid_over(front, back, alpha))
        marks = Marks(ring(40), ring(228))
        truth = np.where(alpha > 0.5, np.uint8(255), np.uint8(0))
        moved = (with_thin_parts(known, truth, marks) != truth).sum()
        assert moved < 0.01 * (alpha > 0.5).sum()


def test_a_stroke_takes_hair_and_a_removing_one_bites_no_gaps(cat):
    photo, alpha = cat
    store = PixelStore()
    project = acts.new_project(photo, "cat", store)
    room = CuttingRoom(store)
    points = [(300.0, 200.0), (420.0, 210.0), (400.0, 290.0), (310.0, 280.0)]
    stroke = Stroke(tuple(points), "grow", "new", 30.0)
    found = room.cut(project, stroke).new
    hair = (alpha > 0.9) & (ring(142, 30) > 0)
    assert (found > 127)[hair].mean() > 0.6
    known = room.study(project.photo)
    assert (full_size(known, photo, room.proposal(project, stroke)) != found).sum() > 1000
    project, layer = acts.add_layer(project, Mask(store.put(found)))
    stroke = Stroke(tuple(points), "grow", "remove", 30.0, layer=layer)
    shown = full_size(known, photo, room.proposal(project, stroke))
    assert (room.area(project, stroke) == shown).all()
