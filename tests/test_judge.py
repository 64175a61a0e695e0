"""How believable a fill is, what a short cut leaves out of it, and fills side by side."""

import cv2
import numpy as np
import pytest
from PySide6.QtTest import QTest

from conftest import blob, build, picture
from driver import LEFT, Driver
from test_shifts import wall
from woodcock.media import load_project, save_project
from woodcock.model import Frame, Key, Lens, Track
from woodcock.rebuild.judge import detail, repeats
from woodcock.rebuild.rims import rims
from woodcock.render.weak import weak_places
from woodcock.session.fill_offers import believed_most, fill_offers, judged, most_shown

W, H = 320, 180


def test_what_is_copied_from_beside_is_seen_twice_and_what_is_new_is_not():
    photo, made = picture(600, 400, seed=3), np.zeros((400, 600), np.bool_)
    made[120:240, 200:330] = True
    assert np.nanmean(repeats(photo, made)) < 0.02
    copied = photo.copy()
    copied[120:240, 200:330] = photo[120:240, 350:480]
    assert np.nanmean(repeats(copied, made)) > 0.8
    far = photo.copy()  # a quarter of the picture off and more: nobody holds them side by side
    far[120:240, 30:160], made = photo[120:240, 420:550], np.zeros_like(made)
    made[120:240, 30:160] = True
    assert np.nanmean(repeats(far, made)) < 0.02
    assert not np.nansum(repeats(np.full_like(photo, 90), made))  # nothing is to be seen twice
    assert np.nanmean(repeats(wall(), blob(360, 270, 180, 135, 60) > 0)) < 0.1  # as all of it is


@pytest.mark.parametrize("times", [0.25, 1.0, 4.0])
def test_detail_tells_by_how_much_shapes_are_weaker_or_stronger(times):
    photo, hole = picture(800, 500, soft=3.0), blob(800, 500, 400, 250, 120) > 127
    mean = cv2.GaussianBlur(photo, (0, 0), 30).astype(np.float32)
    made = mean + (photo - mean) * np.where(hole, times, 1.0)[..., None] * 0.5
    told = detail(np.uint8(np.clip(made, 0, 255)), hole)
    assert abs(told - np.log(times)) < 0.2


def short_cut(by):
    """A red thing with speckles on grey ground, cut `by` pixels short at its left: photo, masks."""
    rng = np.random.default_rng(2)
    ground = np.float32(rng.normal(130, 9, (H, W, 1)).repeat(3, 2))
    red = rng.normal(0, 9, (H, W, 1)) + np.float32((190, 50, 40))
    alpha = blob(W, H, 160, 90, 50)[..., None] / 255.0
    photo = np.uint8(np.clip(ground * (1 - alpha) + red * alpha, 0, 255))
    return photo, np.minimum(blob(W, H, 160, 90, 50), blob(W, H, 160 + by, 90, 50))


@pytest.mark.parametrize("by", [4, 7])
def test_a_rim_that_a_short_cut_left_is_told_from_the_ground(by):
    photo, cut = short_cut(by)
    hole = cv2.dilate(cut, np.ones((3, 3), np.uint8)) > 0
    found, left = rims(photo, cut > 127, hole), (blob(W, H, 160, 90, 50) > 127) & ~hole
    assert found[left].mean() > 0.9 and not (found & hole).any()
    assert found[~left & ~hole].mean() < 0.01
    whole = blob(W, H, 160, 90, 53) > 0
    assert rims(photo, whole, whole).mean() < 1e-3
    narrow = np.ones((H, W), np.bool_)
    narrow[:, :6] = False  # all the ground there is: nothing farther off says what it is like
    photo[:, 6:] = (190, 50, 40)
    assert not rims(photo, narrow, narrow).any()


def test_no_rim_colours_a_large_hole():
    """By whole pieces; patch by patch fills stay as they ever were."""
    photo, cut = short_cut(7)
    deep = blob(W, H, 150, 90, 30) > 127
    red = {}
    for pieces in (False, True):
        project, studio = build(
            photo, [cut], Frame(W, H, 12, 1.0), rebuild_all=True, whole_pieces=pieces
        )
        made = studio.rebuilt(project).fills.behind.picture.astype(int)[deep]
        red[pieces] = float((made[:, 0] - made[:, 1]).mean())
    assert red[False] > 3 and abs(red[True]) < 1, red


def moved():
    """A thing cut from a colourful photo before a lens that goes aside: (project, studio)."""
    aside = Track(keys=(Key(0.0, 0.0), Key(1.0, 0.25)))
    return build(picture(), [blob(W, H, 150, 90, 50)], Frame(W, H, 12, 1.0), lens=Lens(x=aside))


def test_a_place_that_is_seen_twice_is_among_the_worst():
    project, studio = moved()
    rebuilt, reveal = studio.rebuilt(project), studio.reveal(project)
    behind = rebuilt.fills.behind
    behind.doubt[:] = 0
    behind.picture[40:140, 100:200] = picture(seed=9)[40:140, 100:200]
    assert not weak_places(rebuilt, reveal, {}, studio.store)
    behind.picture[40:140, 100:200] = behind.picture[40:140, 204:304]
    places = weak_places(rebuilt, reveal, {}, studio.store)
    assert places and max(place.again for place in places) > 0.4


def test_the_fill_there_is_comes_first_and_is_marked_by_what_a_clip_shows():
    project, studio = moved()
    first = next(fill_offers(project, studio))
    rebuilt, reveal = studio.rebuilt(project), studio.reveal(project)
    assert first.project == project and first.marks == judged(rebuilt, reveal)
    rebuilt.fills.behind.picture[blob(W, H, 150, 90, 50) > 0] = 120
    worse = judged(rebuilt, reveal)
    assert worse.detail < -1 and worse.fault > first.marks.fault
    left, top, wide, high = first.part
    assert first.part == most_shown(project, reveal)
    assert left < 100 / W or left + wide > 200 / W  # the thing's sides are what a move aside shows
    assert left >= 0 and top >= 0 and left + wide <= 1 and top + high <= 1


def test_of_two_fills_of_a_large_hole_the_one_is_taken_that_is_believed_more(monkeypatch):
    """Stones go on stone by stone behind what is large; what is small is not tried both ways."""
    photo = wall()
    height, width = photo.shape[:2]
    thing = blob(width, height, 180, 135, 80)
    photo[thing > 0] = (30, 90, 200)
    frame, aside = Frame(width, height, 12, 1.0), Track(keys=(Key(0.0, 0.0), Key(1.0, 1.2)))
    stones = build(photo, [thing], frame, lens=Lens(x=aside))
    assert believed_most(*stones).whole_pieces
    small = build(photo, [thing], frame)
    monkeypatch.setattr("woodcock.session.fill_offers.judged", None)
    assert believed_most(*small) == small[0]  # only the rim shows


def begun(drive):
    """Compare fills: the dialog, and the job that draws them, which is not waited for."""
    panel = drive.window.panels["Rebuild"]
    drive.bring(panel.compare)
    QTest.mouseClick(panel.compare, LEFT)
    (job,) = drive.window.work.studies.running
    return panel.fills, job


def test_a_fill_is_picked_by_its_running_picture(tmp_path):
    drive = Driver.with_scene(moved(), "Rebuild")
    state, before, seen = drive.state, drive.state.project, []
    dialog, job = begun(drive)
    drive.until(lambda: seen.append(job.fraction) or all(x.isEnabled() for x in dialog.tiles))
    assert seen == sorted(seen) and seen[-1] > 0.9
    ways = [(project.fill_seed, project.whole_pieces) for project, _ in dialog._made]
    assert ways[0] == (before.fill_seed, before.whole_pieces) and len(set(ways)) == 4
    said = [reason.text() for reason in dialog.reasons]
    assert sum(text.startswith("Believed most.") for text in said) == 1
    assert all(text.endswith(".") for text in said)
    first, last = dialog.tiles[0].images[0], dialog.tiles[0].images[-1]
    assert first != last and first.width() == dialog.tiles[0].width()
    QTest.mouseClick(dialog.tiles[2], LEFT)
    drive.settle()
    picked = state.project
    assert picked.whole_pieces and picked.fill_seed == before.fill_seed + 1
    assert state.studio.ready(picked)
    save_project(tmp_path / "a.woodcock", picked, state.document.store)
    again = load_project(tmp_path / "a.woodcock", state.document.store)
    assert (again.fill_seed, again.whole_pieces) == (picked.fill_seed, picked.whole_pieces)
    state.document.undo()
    assert state.project == before
    dialog, job = begun(drive)
    dialog.reject()  # while they are being drawn
    drive.settle()
    assert job.cancelled and job.fraction < 1 and not dialog.tiles[-1].images
    assert state.project == before and not drive.problems
    drive.close()


def test_a_fill_of_a_photo_that_is_open_no_more_is_not_taken():
    drive = Driver.with_scene(moved(), "Rebuild")
    dialog, told = begun(drive)[0], []
    drive.until(lambda: dialog.tiles[0].isEnabled())
    drive.state.told.connect(told.append)
    other, studio = build(picture(seed=5), [blob(W, H, 150, 90, 50)])
    for pixels in (other.photo.pixels, other.near_to_far[0].mask.pixels):
        drive.state.document.store.put(studio.store.get(pixels))
    drive.state.document.open(other, None)
    dialog.pick(0)
    drive.settle()
    assert drive.state.project == other and any("Another photo" in text for text in told)
    drive.close()
