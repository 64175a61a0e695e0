"""Commands by menu, key and name: one table; keys that people change; sums in numbers."""

import re

import pytest
from hypothesis import given
from hypothesis import strategies as st
from msgspec.structs import replace
from PySide6.QtCore import Qt
from PySide6.QtGui import QKeySequence
from PySide6.QtTest import QTest
from PySide6.QtWidgets import QApplication, QDialog, QFileDialog
from skimage import data

from driver import LEFT, Driver
from woodcock.app.commands import MENUS
from woodcock.app.controls.sums import summed
from woodcock.app.state import STEPS
from woodcock.model import Frame
from woodcock.session import acts
from woodcock.session.keys import kept_keys, keys_file

CTRL = Qt.KeyboardModifier.ControlModifier


@pytest.fixture
def drive():
    driver = Driver.with_small_demo("Separate", "Dinghy")
    yield driver
    driver.close()


def asked(drive, wanted=""):
    """The list of commands, opened by its key, with something typed into its search."""
    drive.window.view.setFocus()
    QTest.keyClick(drive.window.view, "?")
    drive.until(lambda: QApplication.activeModalWidget() is not None)
    dialog = QApplication.activeModalWidget()
    QTest.keyClicks(dialog.search, wanted)
    return dialog


def titles(dialog):
    rows = range(dialog.list.topLevelItemCount())
    return [dialog.list.topLevelItem(k).text(0).split(": ", 1)[1] for k in rows]


def test_every_menu_entry_and_tool_is_in_the_table_and_no_key_is_given_twice(drive):
    window, commands = drive.window, list(drive.window.commands)
    entries = [
        action.text().split("\t")[0] for menu in window.menuBar().actions()
        for action in menu.menu().actions() if action.text()
    ]  # fmt: skip
    for text in entries:
        name = text.replace("&", "")
        assert any(c.title == name or name.startswith(c.title) for c in commands), text
    assert set(window.toolbox.buttons) == {c.name[5:] for c in commands if c.name[:5] == "tool "}
    assert all(c.says and not c.says.endswith(".") for c in commands)
    for command in commands:
        assert not command.keys or QKeySequence(command.keys).count() == 1, command.name
        assert window.commands.taken_by(command, command.keys) is None, command.name
        assert command.group in (*MENUS, *STEPS, "Brush", "Picture", "List", "Lanes")


def test_every_command_is_one_act(drive, monkeypatch):
    """Whatever a command does to the project, one undo takes back, work that it set going too."""
    state, document = drive.state, drive.state.document
    monkeypatch.setattr(QDialog, "exec", lambda _: 0)
    monkeypatch.setattr(QDialog, "open", lambda _: None)
    for ask in ("getOpenFileName", "getOpenFileNames", "getSaveFileName"):
        monkeypatch.setattr(QFileDialog, ask, lambda *_, **__: ("", ""))
    left = {"undo", "redo"}
    acted = []
    for command in list(drive.window.commands):
        if command.run is None or command.name in left or command.off():
            continue
        if command.group in ("File", "Help"):  # they open, close and save: nothing to undo
            continue
        if command.group in STEPS:
            state.go(command.group)
        before, count = state.project, document._at
        command.run()
        drive.window.player.stop()  # what plays never rests
        drive.settle()
        drive.dismiss()
        if state.project != before:
            acted.append(command.name)
            assert document._at == count + 1, command.name
            document.undo()
            assert state.project == before, command.name
    # And the buttons of Separate: a subject comes with its fine edges, layers come together.
    panel, store = drive.window.panels["Separate"], document.store
    state.open(acts.new_project(data.coffee(), "cup", store, Frame(480, 320, 12, 0.5)), None)
    state.go("Separate")
    for button in (panel.find_subject, panel.propose):
        before, count = state.project, document._at
        drive.press(button)
        drive.settle()
        assert document._at == count + 1, button.text()
        document.undo()
        assert state.project == before
    assert acted


def test_a_tool_has_one_key_in_its_step_and_typing_takes_none(drive):
    window, tools = drive.window, drive.state.tools
    drive.key(Qt.Key.Key_7, widget=window.view)
    assert tools.separate == "lasso" and window.toolbox.buttons["lasso"].isChecked()
    size = tools.size
    drive.key(Qt.Key.Key_Period, widget=window.view)
    assert tools.size == pytest.approx(size * 1.2)
    drive.key(Qt.Key.Key_Comma, widget=window.view)
    assert tools.size == pytest.approx(size)
    drive.type(window.panels["Separate"].layer.name, "3,5")  # letters and digits are its own
    assert drive.state.layer.name == "3,5" and tools.separate == "lasso" and tools.size == size
    drive.press(window.path.buttons["Rebuild"])
    drive.key(Qt.Key.Key_2, widget=window.view)
    assert (tools.rebuild, tools.separate) == ("remove", "lasso")


def test_new_add_and_take_are_keys_held_while_painting(drive):
    state, view = drive.state, drive.window.view
    drive.press(drive.window.toolbox.buttons["brush"])
    view.setFocus()

    def painted(key, at):
        before = state.project
        QTest.keyPress(view, key)
        drive.draw([at, (at[0] + 20, at[1])])
        QTest.keyRelease(view, key)
        return before, state.project

    state.tools.size, state.tools.hardness = 20.0, 1.0
    before, after = painted(Qt.Key.Key_N, (60, 60))
    assert len(after.layers) == len(before.layers) + 1
    made, store = state.layer, state.document.store
    whole = store.get(made.mask.pixels).astype(int).sum()
    painted(Qt.Key.Key_A, (60, 90))
    more = store.get(state.layer.mask.pixels).astype(int).sum()
    assert state.layer.id == made.id and more > whole
    painted(Qt.Key.Key_T, (60, 90))
    assert store.get(state.layer.mask.pixels).astype(int).sum() < more
    assert state.tools.stroke == state.tools.mode  # nothing is held any more
    QTest.keyPress(view, Qt.Key.Key_T)
    assert state.tools.stroke == "remove"
    drive.press(drive.window.path.buttons["Rebuild"])
    drive.press(drive.window.path.buttons["Separate"])
    assert state.tools.stroke == state.tools.mode
    view.setFocus()
    QTest.keyPress(view, Qt.Key.Key_N)
    drive.window.timeline.setFocus()
    drive.window.list.rows.setFocus()  # the release goes elsewhere
    assert state.tools.stroke == state.tools.mode


def test_a_command_is_found_by_its_name_and_by_what_it_does_and_done(drive):
    dialog = asked(drive, "bring one back")
    assert titles(dialog) == ["Earlier saves …"]
    assert not dialog.do_it.isEnabled() and "not been saved yet" in dialog.says.text()
    dialog.search.clear()
    QTest.keyClicks(dialog.search, "lasso")
    assert titles(dialog)[0] == "Lasso"
    assert dialog.list.topLevelItem(0).text(1) == "7"
    QTest.keyClick(dialog.search, Qt.Key.Key_Return)
    drive.settle()
    assert drive.state.tools.separate == "lasso"
    dialog = asked(drive, "zebra")
    assert titles(dialog) == [] and not dialog.do_it.isEnabled()
    dialog.search.clear()
    QTest.keyClicks(dialog.search, "go ")
    first = dialog.command.name
    QTest.keyClick(dialog.search, Qt.Key.Key_Down)
    assert dialog.command.name != first
    dialog.reject()


def test_keys_are_changed_kept_and_given_back(drive):
    dialog = asked(drive, "safe margins")
    dialog.keys.setFocus()
    QTest.keyClick(dialog.keys, Qt.Key.Key_S, CTRL)
    QTest.mouseClick(dialog.give, LEFT)
    assert "“Save”" in dialog.says.text() and kept_keys() == {}
    QTest.keyClick(dialog.keys, Qt.Key.Key_J, CTRL)
    QTest.mouseClick(dialog.give, LEFT)
    assert kept_keys() == {"margins": "Ctrl+J"}
    assert '"margins": "Ctrl+J"' in keys_file().read_text()
    dialog.reject()
    drive.settle()
    drive.key(Qt.Key.Key_J, CTRL)
    assert drive.state.tools.safe
    drive.close()
    again = Driver.with_small_demo("Finish", "Dinghy")
    again.key(Qt.Key.Key_J, CTRL)
    assert again.state.tools.safe
    again.state.act("Seed", lambda p: replace(p, fill_seed=5))
    dialog = asked(again, "takes the last act back")
    dialog.keys.setFocus()
    QTest.keyClick(dialog.keys, Qt.Key.Key_U)  # a bare key: it comes after who has the focus
    QTest.mouseClick(dialog.give, LEFT)
    dialog.reject()
    undo = again.window.actions_by_name["undo"]
    assert undo.text() == "&Undo Seed\tU"
    again.key(Qt.Key.Key_U, widget=again.window.view)
    assert again.state.project.fill_seed != 5 and undo.text() == "&Undo\tU"
    dialog = asked(again, "takes the last act back")
    QTest.mouseClick(dialog.reset, LEFT)
    dialog.reject()
    assert undo.text() == "&Undo" and undo.shortcut().toString() == "Ctrl+Z"
    dialog = asked(again, "safe margins")
    QTest.mouseClick(dialog.reset, LEFT)
    dialog.reject()
    assert kept_keys() == {} and again.window.commands["margins"].keys == ""
    again.close()
    keys_file().write_text('{"margins": "ctrl+j"}')
    last = Driver()
    assert last.window.commands["margins"].keys == "Ctrl+J"
    last.close()
    for said in ('{"margins": 3', '{"margins": "Ctrl+S", "no such": "F2", "paper": "A, B, C"}'):
        keys_file().write_text(said)  # somebody's hand slipped
        last = Driver()
        assert last.window.commands.given == {}
        last.close()


NUMBER = st.floats(0.001, 1000).map(lambda x: f"{x:.3f}")


@given(NUMBER, st.sampled_from("+-*/"), NUMBER)
def test_sums_are_what_python_makes_of_them(a, way, b):
    assert summed(f"{a} {way} {b}") == pytest.approx(eval(f"{a}{way}{b}"))
    assert summed(f"({a}{way}{b})*2".replace(".", ",")) == pytest.approx(eval(f"({a}{way}{b})*2"))


@pytest.mark.parametrize("text", [
    "", "()", "1/0", "2**3", "9" * 90, "1e999", "(" * 70, "abs(1)", "1;2", "1 2", "__import__", "-",
])  # fmt: skip
def test_what_is_no_sum_is_none(text):
    assert summed(text) is None


def test_numbers_take_sums_units_arrows_and_the_wheel(drive):
    state = drive.state
    drive.press(drive.window.path.buttons["Stage"])
    field = drive.window.panels["Stage"].layer.distance
    for text, metres in (("10*1.15", 11.5), ("(3+2)/4 m", 1.25), ("50*2 cm", 1), ("007", 7)):
        drive.type(field, text)
        assert state.layer.distance == pytest.approx(metres), text
    drive.type(field, "1/0")
    assert state.layer.distance == pytest.approx(7)
    drive.key(Qt.Key.Key_Up, widget=field)
    assert state.layer.distance == pytest.approx(7.1)
    drive.window.view.setFocus()
    QTest.mouseClick(field.lineEdit(), LEFT)
    drive.settle()
    assert re.fullmatch(r"7\.1", field.lineEdit().selectedText().removesuffix(" m"))
