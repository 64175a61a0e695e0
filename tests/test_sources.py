"""From where a hole is filled: painted, kept with the layer, and by hand."""

import numpy as np
import pytest
from msgspec.structs import replace
from PySide6.QtCore import Qt
from PySide6.QtTest import QTest

from conftest import blob, build
from driver import LEFT, RIGHT, Driver
from woodcock.media import load_project, save_project
from woodcock.model import Frame
from woodcock.pixels.store import PixelStore
from woodcock.rebuild.sources import FROM, NOT_FROM, Said, heard
from woodcock.session import acts, filling
from woodcock.session.enlarging import enlarged

W, H = 360, 200
X, Y, R = 180, 100, 34  # of the hole


def speckled():
    """Grey grain; red specks at the left, none in the middle, green ones at the right."""
    rng = np.random.default_rng(4)
    photo = np.clip(rng.normal(120, 8, (H, W, 1)).repeat(3, 2), 0, 255)
    specks = rng.random((H, W)) < 0.06
    left = np.argwhere(specks)[:, 1:] < W / 2
    photo[specks] = np.where(left, (230, 40, 40), (40, 200, 60))
    photo[Y - R - 12 : Y + R + 12, X - R - 12 : X + R + 12] = 120
    return np.rint(photo).astype(np.uint8)


def cut(painted=None):
    """The project with a round thing cut from the middle, and what is behind it: reds, greens."""
    hole, frame = blob(W, H, X, Y, R), Frame(W, H, 12, 1.0)
    project, studio = build(speckled(), [hole], frame, rebuild_all=True)
    if painted is not None:
        name = studio.store.put(painted)
        project = filling.set_sources(project, project.near_to_far[0].id, name)
    return project, studio


def seen_behind(project, studio):
    """How many pixels behind the cut are reddish and how many greenish."""
    rebuilt = studio.rebuilt(project)
    behind = rebuilt.fills.behind.picture[blob(W, H, X, Y, R - 4) > 0].astype(int)
    return [(behind[:, at] - behind[:, 1 - at] > 40).sum() for at in (0, 1)]


@pytest.mark.parametrize("pieces", [False, True])
@pytest.mark.parametrize("said", [NOT_FROM, FROM])
def test_what_is_painted_decides_what_is_copied(said, pieces):
    """Specks of a side are in the hole where that side may be copied, and none where it may not."""
    for side in (0, 1):
        painted = np.zeros((H, W), np.uint8)
        painted[:, : W // 2] = said
        painted = painted if side == 0 else painted[:, ::-1].copy()
        project, studio = cut(painted)
        seen = seen_behind(replace(project, whole_pieces=pieces), studio)
        kept = side if said == FROM else 1 - side
        assert seen[1 - kept] == 0, (said, side)
    unsaid = replace(cut()[0], whole_pieces=pieces)
    assert min(seen_behind(unsaid, studio)) > 0


def test_what_is_said_of_one_cut_holds_for_its_hole_where_anothers_touches_it():
    masks = [blob(W, H, X - R + 6, Y, R // 2), blob(W, H, X + R - 6, Y, R)]
    project, studio = build(speckled(), masks, Frame(W, H, 12, 1.0), rebuild_all=True)
    painted = np.zeros((H, W), np.uint8)
    painted[:, : W // 2 - R - 12] = FROM
    near = project.near_to_far[0].id
    project = filling.set_sources(project, near, studio.store.put(painted))
    made = studio.rebuilt(project).fills.behind.picture.astype(int)
    other = made[(masks[1] > 0) & (blob(W, H, X - R + 6, Y, R // 2 + 6) == 0)]
    assert (other[:, 1] - other[:, 0] > 40).any()  # greens, which that cut may be filled from
    own = made[blob(W, H, X - R + 6, Y, R // 2 - 3) > 0]
    assert (own[:, 0] - own[:, 1] > 40).any() and not (own[:, 1] - own[:, 0] > 40).any()


def test_a_hole_hears_what_is_said_of_it_alone():
    hole, other, free = (np.zeros((20, 30), np.bool_) for _ in range(3))
    hole[5:9, 5:9], other[5:9, 20:24] = True, True
    free[~hole & ~other] = True
    painted = np.zeros((20, 30), np.uint8)
    painted[:, 15:] = NOT_FROM
    assert heard(hole, free, [Said(painted, other)])[0] is free
    known, copied = heard(hole, free, [Said(painted, other), Said(painted, hole)])
    assert copied is None and not known[:, 15:].any() and (known[:, :15] == free[:, :15]).all()
    painted[:, :3] = FROM
    known, copied = heard(hole, free, [Said(painted, hole)])
    assert copied[:, :3].all() and not copied[:, 3:].any() and known[:, 3:15].any()
    painted[:] = NOT_FROM
    assert heard(hole, free, [Said(painted, hole)])[0] is free  # else nothing would be left


def test_a_rim_that_a_cut_left_standing_colours_nothing_where_it_is_painted_over():
    """A red thing, cut too small at its left; then nothing is to come from there."""
    photo, frame = speckled() // 4 + 90, Frame(W, H, 12, 1.0)
    photo[blob(W, H, X, Y, R) > 0] = (230, 20, 20)
    mask = blob(W, H, X, Y, R)
    mask[:, : X - R + 8] = 0
    project, studio = build(photo, [mask], frame, rebuild_all=True)
    near, painted = project.near_to_far[0], np.zeros((H, W), np.uint8)
    painted[:, X - R - 4 : X - R + 16] = NOT_FROM
    said = filling.set_sources(project, near.id, studio.store.put(painted))
    deep = blob(W, H, X - 6, Y, R - 16) > 0
    red = [studio.rebuilt(x).fills.behind.picture[deep].astype(int) for x in (project, said)]
    red = [(x[:, 0] - x[:, 1]).mean() for x in red]
    assert red[0] > 8 and red[1] < 3


def test_it_is_saved_enlarged_and_asks_for_no_new_plates_elsewhere(tmp_path):
    painted = np.zeros((H, W), np.uint8)
    painted[:, :100], painted[:, 300:] = NOT_FROM, FROM
    project, studio = cut(painted)
    save_project(tmp_path / "p.woodcock", project, studio.store)
    store = PixelStore()
    again = load_project(tmp_path / "p.woodcock", store)
    assert again == project
    name = again.near_to_far[0].sources
    np.testing.assert_array_equal(store.get(name), painted)

    def twice(pixels, size, progress):
        return pixels.repeat(2, 0).repeat(2, 1)

    larger = enlarged(project, 2, studio.store, twice)
    made = studio.store.get(larger.near_to_far[0].sources)
    np.testing.assert_array_equal(made, painted.repeat(2, 0).repeat(2, 1))


def test_it_is_painted_taken_back_and_undone_by_mouse():
    drive = Driver.with_scene(cut(), "Rebuild")
    state, view = drive.state, drive.window.view
    store, (near, behind) = state.document.store, state.project.near_to_far
    options = drive.window.panels["Rebuild"].options
    drive.press(drive.window.toolbox.buttons["sources"])
    state.tools.size = 40.0
    state.select(near.id)
    drive.settle()
    assert options.paints.isVisible() and not options.anywhere.isEnabled()
    drive.draw([(60, 40), (60, 160)])
    name = state.project.layer(near.id).sources
    painted = store.get(name)
    assert painted[100, 60] == NOT_FROM and painted[100, 100] == 0
    assert state.document.undo_name == "Not from here"
    before = view.grab().toImage()
    at = view.to_view(60, 100).toPoint()
    drive.press(next(b for b in options.kinds.buttons() if b.property("value") == "from"))
    drive.draw([(300, 40), (300, 160)])
    painted = store.get(state.project.layer(near.id).sources)
    assert painted[100, 300] == FROM and painted[100, 60] == NOT_FROM
    drive.draw([(60, 100)], RIGHT)
    painted = store.get(state.project.layer(near.id).sources)
    assert painted[100, 60] == 0 and painted[50, 60] == NOT_FROM
    shown = view.grab().toImage()
    assert shown.pixel(at) != before.pixel(at)  # no stripes there any more
    for _ in range(3):
        drive.key(Qt.Key.Key_Z, Qt.KeyboardModifier.ControlModifier)
    assert state.project.layer(near.id).sources is None
    state.document.redo()
    drive.settle()
    drive.press(options.anywhere)
    assert state.project.layer(near.id).sources is None
    told = []
    state.told.connect(told.append)
    state.select(behind.id)
    drive.settle()
    drive.draw([(60, 100)])
    assert "Choose the cut" in told[-1]
    state.select(near.id)
    drive.settle()
    QTest.mousePress(view, LEFT, pos=at)
    state.act("Delete", lambda p: acts.delete_layer(p, near.id))
    QTest.mouseRelease(view, LEFT, pos=at)
    drive.settle()
    assert len(state.project.layers) == 1 and not drive.problems
    drive.close()
