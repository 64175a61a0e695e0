"""What layers hide of one another, made up: where it is shown, as finely as the frame, at once."""

import threading

import cv2
import numpy as np
import pytest
from msgspec.structs import replace

from conftest import blob, build, picture
from woodcock.errors import Cancelled
from woodcock.model import Frame, Key, Track
from woodcock.pixels.colour import premultiplied
from woodcock.progress import at_once, report
from woodcock.rebuild.fills import Cut, make_fills
from woodcock.render import atlas_key
from woodcock.session.studio import Studio

W, H = 480, 320
SPOT = (220, 60, 40)  # a thing's own colour, unlike anything about it


@pytest.fixture(scope="module")
def hidden():
    """A textured wall, on it a textured board, before both a plain thing: (light, cuts)."""
    rng = np.random.default_rng(2)
    photo = picture(W, H, 3)
    board = blob(W, H, 240, 160, 120)
    weave = np.clip(rng.normal(150, 30, (H, W, 1)) * np.array([0.5, 0.9, 0.6]), 0, 255)
    weave = cv2.GaussianBlur(weave.astype(np.float32), (0, 0), 1.2)
    photo = np.where(board[..., None] > 127, weave, photo).astype(np.uint8)
    thing = blob(W, H, 250, 170, 60)
    photo[thing > 0] = SPOT
    return premultiplied(photo), [Cut(thing, 3.0), Cut(np.maximum(board, thing), 3.0)]


def rough(colours, where):
    """How strong what is fine is: the mean step to a blurred copy."""
    grey = cv2.cvtColor(colours, cv2.COLOR_RGB2GRAY).astype(np.float32)
    return float(np.abs(grey - cv2.GaussianBlur(grey, (0, 0), 2))[where].mean())


def own_of(fills, number):
    """A layer's hidden colours on the whole photo, and where they are."""
    own = fills.owns[number]
    colours, where = np.zeros((H, W, 3), np.uint8), np.zeros((H, W), bool)
    colours[own.here], where[own.here] = own.colours, own.where
    return colours, where


def inner(where, by=6):
    return cv2.erode(where.view(np.uint8), np.ones((2 * by + 1,) * 2, np.uint8)) > 0


def test_a_layer_between_is_filled_with_care_only_where_it_is_shown(hidden):
    photo, cuts = hidden
    left = np.zeros((H, W), bool)
    left[:, :250] = True
    partly = [cuts[0], Cut(cuts[1].mask, 3.0, area=left)]
    everywhere, some = (make_fills(photo, x, seed=1) for x in (cuts, partly))
    full, where = own_of(everywhere, 1)
    made, there = own_of(some, 1)
    np.testing.assert_array_equal(where, there)
    near, far = inner(where & left), inner(where & ~left)
    assert near.sum() > 500 and far.sum() > 500
    assert rough(made, near) == pytest.approx(rough(full, near), rel=0.35)
    assert rough(made, far) < 0.4 * rough(full, far)  # smooth, for nobody looks there
    level = np.abs(made[far].astype(int).mean(0) - full[far].astype(int).mean(0))
    assert level.max() < 25  # but of the colours round it
    whole = make_fills(photo, partly, seed=1, whole=True)
    after, _ = own_of(whole, 1)
    np.testing.assert_array_equal(after[where & left], made[where & left])  # no frame changes
    assert rough(after, far) > 0.6 * rough(full, far)


@pytest.mark.parametrize("detail", [0.5, 0.71])
def test_a_coarser_fill_looks_the_same_at_the_frame_s_size(hidden, detail):
    photo, cuts = hidden
    fine, coarse = (make_fills(photo, cuts, seed=1, detail=x) for x in (1.0, detail))
    hole = fine.covers[-1] > 0
    np.testing.assert_array_equal(coarse.behind.picture[~hole], fine.behind.picture[~hole])
    assert (coarse.behind.doubt[~hole] == 0).all()
    size = round(W * detail), round(H * detail)
    small = [
        cv2.resize(x.behind.picture, size, interpolation=cv2.INTER_AREA) for x in (fine, coarse)
    ]
    deep = inner(cv2.resize(hole.view(np.uint8), size, interpolation=cv2.INTER_NEAREST) > 0, 4)
    assert rough(small[1], deep) == pytest.approx(rough(small[0], deep), rel=0.4)
    for fills in (fine, coarse):  # nothing of the thing that was taken away comes back
        off = np.abs(fills.behind.picture[hole].astype(int) - SPOT).max(1)
        assert (off < 30).mean() < 0.01


def test_two_fills_at_once_are_what_one_after_the_other_is(hidden, monkeypatch):
    photo, cuts = hidden
    at_a_time = make_fills(photo, cuts, seed=4)
    monkeypatch.setattr(
        "woodcock.rebuild.fills.together", lambda work, parts: [work(x) for x in parts]
    )
    in_turn = make_fills(photo, cuts, seed=4)
    np.testing.assert_array_equal(at_a_time.behind.picture, in_turn.behind.picture)
    for number in (0, 1):
        one, other = at_a_time.owns[number], in_turn.owns[number]
        assert (one is None) == (other is None)
        if one is not None:
            np.testing.assert_array_equal(one.colours, other.colours)


def test_a_stop_reaches_both_fills(hidden):
    photo, cuts = hidden
    told = []

    def progress(fraction, text):
        told.append(fraction)
        assert type(fraction) is float
        return np.bool_(fraction < 0.5)  # as a script's may well be

    with pytest.raises(Cancelled):
        make_fills(photo, cuts, seed=5, progress=progress)
    assert max(told) < 1.0


def test_works_at_the_same_time_report_their_mean_and_never_go_back():
    told = []
    steps = at_once(lambda fraction, text: told.append(fraction) or True, 3)

    def work(step):
        for k in range(50):
            report(step, k / 49, "")
        report(step, 0.3, "")  # a part that begins anew

    threads = [threading.Thread(target=work, args=(step,)) for step in steps]
    for thread in threads:
        thread.start()
    for thread in threads:
        thread.join()
    assert told == sorted(told) and told[-1] == pytest.approx(1.0)
    assert len(told) == 3 * 51
    assert at_once(None, 2) == [None, None]


def moving(width, height, frame):
    masks = [blob(width, height, width * 0.4, height * 0.55, height * 0.2),
             blob(width, height, width * 0.5, height * 0.5, height * 0.35)]  # fmt: skip
    project, studio = build(picture(width, height), masks, frame)
    ends = (Key(0.0, -0.12), Key(project.frame.last, 0.12))
    return replace(project, lens=replace(project.lens, x=Track(0.0, ends))), studio


def test_what_frames_show_of_a_layer_between_is_as_good_as_with_all_of_it_filled():
    project, studio = moving(480, 320, Frame(480, 320, 12, 1.0))
    everything = replace(project, rebuild_all=True)
    middle = project.near_to_far[1].id
    assert middle in studio.reveal(project).areas
    assert atlas_key(project, studio.reveal(project).areas) != atlas_key(project)
    for time in (0.0, 0.4, project.frame.last):
        some, all_ = studio.frame(project, time), Studio(studio.store).frame(everything, time)
        assert np.abs(some.astype(int) - all_).mean() < 1.5
    assert not studio.finished(project)
    studio.finish(project)
    assert studio.finished(project)


@pytest.mark.parametrize(("wide", "detail"), [(480, 1.0), (320, 0.71), (240, 0.71), (170, 0.71)])
def test_fills_are_as_fine_as_the_frame_and_not_much_finer(wide, detail):
    """Plates have room for a move that enlarges them; fills need only the frame's detail."""
    project, _ = moving(480, 320, Frame(wide, wide * 2 // 3, 12, 0.5))
    key = atlas_key(project)
    shown = wide / 480 * 2 ** (key.level / 2)  # frame pixels a plate pixel
    assert key.detail >= min(shown, 1.0) - 1e-6
    assert key.detail <= max(1.26 * shown, 0.5)
    assert key.detail == pytest.approx(detail, abs=0.12)
