"""Right clicks, and the menu key, on layers, slats, the plan, the picture, keys in time."""

import pytest
from PySide6.QtCore import QPoint
from PySide6.QtGui import QContextMenuEvent
from PySide6.QtTest import QTest
from PySide6.QtWidgets import QApplication

from driver import RIGHT, Driver
from woodcock.model import LENS
from woodcock.session import acts
from woodcock.session.pegs import all_pegs

MOUSE, KEY = QContextMenuEvent.Reason.Mouse, QContextMenuEvent.Reason.Keyboard


@pytest.fixture
def drive():
    driver = Driver.with_small_demo("Stage", "Dinghy")
    yield driver
    driver.close()


def menu_at(drive, widget, at, reason=MOUSE):
    """The menu that a right click there opens, by its entries' texts; none if there is none."""
    at = at if isinstance(at, QPoint) else at.toPoint()
    if reason == MOUSE:  # the press comes first; its release goes to the menu
        QTest.mousePress(widget, RIGHT, pos=at)
    event = QContextMenuEvent(reason, at, widget.mapToGlobal(at))
    QApplication.sendEvent(widget, event)
    drive.app.processEvents()
    menu = QApplication.activePopupWidget()
    return {} if menu is None else {a.text(): a for a in menu.actions() if a.text()}


def take(drive, actions, text):
    """Choose an entry, as a click does."""
    action = actions[text]
    assert action.isEnabled()
    QApplication.activePopupWidget().close()
    action.trigger()
    drive.settle()
    before = drive.state.project
    for widget in (drive.window.view, drive.window.rail, drive.window.timeline.lanes):
        for x in (60, 120, 200):  # nothing is held: nothing is dragged along
            QTest.mouseMove(widget, QPoint(x, 40))
    drive.settle()
    assert drive.state.project == before
    drive.reopens()


@pytest.mark.parametrize("where", ["list", "rail", "plan", "picture", "lanes' list"])
def test_a_layer_is_worked_on_wherever_it_is_seen(drive, where):
    window, state = drive.window, drive.state
    posts = next(x for x in state.project.layers if x.name == "Posts")
    if where == "lanes' list":
        drive.press(window.status.switches["lanes"])
    widget, at = {
        "list": lambda: (window.list.rows, window.list.rows.row(posts.id).center()),
        "lanes' list": lambda: (window.timeline.rows, window.timeline.rows.row(posts.id).center()),
        "rail": lambda: (window.rail, window.rail.slat(posts).center()),
        "plan": lambda: (window.plan, window.plan.outline(posts).boundingRect().center()),
        "picture": lambda: (window.view, window.view.to_view(*place(drive, posts))),
    }[where]()
    entries = menu_at(drive, widget, at)
    assert state.layer.id == posts.id
    assert ("Rename" in entries) == ("list" in where)
    take(drive, entries, "Lock")
    assert state.layer.locked and state.document.undo_name == "Lock Posts"
    if where == "picture":  # there a locked layer leaves the click to what is behind it
        entries = menu_at(drive, window.list.rows, window.list.rows.row(posts.id).center())
        take(drive, entries, "Unlock")
    else:
        take(drive, menu_at(drive, widget, at), "Unlock")
    take(drive, menu_at(drive, widget, at), "Hide")
    assert not state.layer.visible
    state.document.undo()
    drive.settle()
    take(drive, menu_at(drive, widget, at), "Copy it")
    assert len(state.project.layers) == 5 and state.layer.id != posts.id
    take(drive, menu_at(drive, widget, at, KEY), "Delete")
    assert len(state.project.layers) == 4
    take(drive, menu_at(drive, widget, at), "See what is behind it (Rebuild)")
    assert state.step == "Rebuild" and state.layer.name == "Posts"


def place(drive, layer):
    """A place of the frame where a layer is opaque."""
    mask = drive.state.document.store.get(layer.mask.pixels)
    rows, columns = (mask == 255).nonzero()
    frame, photo = drive.state.project.frame, drive.state.project.photo
    k = len(rows) // 2
    by = frame.width / photo.width
    return columns[k] * by, rows[k] * by - (photo.height * by - frame.height) / 2


def test_the_background_can_t_be_deleted_and_the_lens_has_a_menu(drive):
    window, state = drive.window, drive.state
    background = state.project.background
    entries = menu_at(drive, window.rail, window.rail.slat(background).center())
    assert "Lock" in entries and "Delete" not in entries and "Copy it" not in entries
    QApplication.activePopupWidget().close()
    assert menu_at(drive, window.rail, QPoint(window.rail.width() - 4, 60)) == {}
    assert state.layer.is_background  # it stays selected
    entries = menu_at(drive, window.rail, QPoint(20, 40))
    take(drive, entries, "Its move (Move)")
    assert state.step == "Move" and state.lane == LENS
    take(drive, menu_at(drive, window.rail, QPoint(20, 40)), "Still: take all its keys away")
    assert not state.project.lens.z.keys


def test_keys_are_copied_eased_and_deleted(drive):
    window, state = drive.window, drive.state
    drive.press(window.path.buttons["Move"])
    drive.state.act("Still", acts.still)
    drive.press(window.panels["Move"].ready.use)
    lanes = window.timeline.lanes
    line = next(x for x in lanes.rows.lines if x.owner == LENS)
    at = lanes.place(line, 0.0)
    entries = menu_at(drive, lanes, at)
    assert {peg.time for peg in state.pegs} == {0.0}
    easing = entries["Easing to the next"].menu()
    hold = next(a for a in easing.actions() if a.text() == "Hold")
    QApplication.activePopupWidget().close()
    hold.trigger()
    drive.settle()
    assert state.project.lens.z.keys[0].easing.kind == "hold"
    take(drive, menu_at(drive, lanes, at), "Copy")
    state.seek(0.25)
    before = len(all_pegs(state.project))
    take(drive, menu_at(drive, lanes, at), "Put in at the playhead")
    assert len(all_pegs(state.project)) > before
    take(drive, menu_at(drive, lanes, lanes.place(line, state.time), KEY), "Delete")
    assert len(all_pegs(state.project)) == before
    entries = menu_at(drive, lanes, QPoint(lanes.width() // 2, 3))
    assert "Delete" not in entries
    take(drive, entries, "Choose all keys")
    assert state.pegs == frozenset(all_pegs(state.project))


def test_the_right_button_still_takes_from_a_cut(drive):
    """Where the right button paints there is no menu in the picture."""
    drive.press(drive.window.path.buttons["Separate"])
    assert menu_at(drive, drive.window.view, QPoint(300, 300)) == {}
    drive.press(drive.window.path.buttons["Rebuild"])
    assert menu_at(drive, drive.window.view, QPoint(300, 300)) == {}
