"""Texts that come from files are shown as they are: nothing in them is loaded, run or followed."""

import msgspec
import pytest
from PySide6.QtCore import QEvent, QPoint, Qt
from PySide6.QtGui import QHelpEvent
from PySide6.QtGui import Qt as QtText
from PySide6.QtWidgets import QAbstractItemView, QApplication, QComboBox, QLabel, QMessageBox

from driver import Driver
from everything import everything
from walk import come_to_rest, dialogs, places
from woodcock.app.controls.plain import Box, Label, tip
from woodcock.app.main import application
from woodcock.app.moments_dialog import Choice, MomentRow, MomentsDialog
from woodcock.model import Project

PLAIN = Qt.TextFormat.PlainText
BAIT = '<img src="/dev/zero">&amp;<b>x</b>'


def baited(value):
    """Every name in a project is one that looks like HTML."""
    if isinstance(value, dict):
        return {k: BAIT if k == "name" and v else baited(v) for k, v in value.items()}
    return [baited(x) for x in value] if isinstance(value, list | tuple) else value


def baits():
    """How many labels and tips show one."""
    said = [
        text
        for x in QApplication.allWidgets()
        for text in (x.toolTip(), x.text() if isinstance(x, QLabel) else "")
    ]
    return sum("/dev/zero" in text for text in said)


def rich():
    """What in any widget would be taken for HTML."""
    found = set()
    for widget in QApplication.allWidgets():
        if isinstance(widget, QLabel) and widget.text() and widget.textFormat() != PLAIN:
            found.add(f"{type(widget).__name__} {widget.objectName()} {widget.text()[:40]!r}")
        tips = [widget.toolTip(), widget.whatsThis()]
        if isinstance(widget, QComboBox | QAbstractItemView):
            model = widget.model()
            rows = range(model.rowCount()) if model else ()
            tips += [str(model.index(k, 0).data(Qt.ItemDataRole.ToolTipRole) or "") for k in rows]
        found |= {
            f"tip of {type(widget).__name__}: {text[:60]!r}"
            for text in tips
            if QtText.mightBeRichText(text) and not text.startswith("<span style=")
        }
    return found


def test_no_widget_takes_a_name_for_html():
    drive = Driver()
    project, things = everything(drive.state.document.store)
    project = msgspec.convert(baited(msgspec.to_builtins(project)), Project)
    assert all(layer.name == BAIT for layer in project.layers)
    drive.state.document.open(project, None)
    found, seen, shown = set(), 0, 0
    for place in places(drive, things):
        seen, shown = seen + 1, max(shown, baits())
        found |= {f"{place}: {text}" for text in rich()}
    drive.state.told.emit(f"{BAIT} is done.")
    for name, _ in dialogs(drive):
        found |= {f"{name}: {text}" for text in rich()}
    drive.window.show_failure(f"{BAIT} is damaged.")
    MomentsDialog(
        drive.window,
        "Earlier saves",
        BAIT,
        [MomentRow(None, BAIT, BAIT, [Choice("Open", "Opens it", list)])],
        "Close",
    ).open()
    come_to_rest(drive.app)
    found |= {f"moments: {text}" for text in rich()}
    boxes = drive.window.findChildren(QMessageBox)
    assert boxes and all(box.textFormat() == PLAIN for box in boxes)
    drive.window.findChildren(MomentsDialog)[0].reject()  # else it is before all later windows
    drive.close()
    assert seen >= 60 and shown >= 3 and not found, "\n".join(sorted(found)[:40])


@pytest.mark.parametrize("where", ["rail", "rows", "lanes"])
def test_tips_of_what_is_drawn_are_plain(where):
    drive = Driver()
    project, things = everything(drive.state.document.store)
    drive.state.document.open(msgspec.convert(baited(msgspec.to_builtins(project)), Project), None)
    drive.state.go("Move" if where != "rail" else "Stage")
    drive.state.select(things["cut"])
    come_to_rest(drive.app)
    window = drive.window
    widget = window.rail if where == "rail" else getattr(window.timeline, where)
    said = set()
    for y in range(4, widget.height(), 8):
        for x in range(4, widget.width(), 24 if where == "rail" else 80):
            place = QPoint(x, y)
            event = QHelpEvent(QEvent.Type.ToolTip, place, widget.mapToGlobal(place))
            QApplication.sendEvent(widget, event)
            for label in QApplication.topLevelWidgets():
                if label.inherits("QTipLabel") and label.isVisible():
                    said.add(label.text())
    drive.close()
    assert any("/dev/zero" in text for text in said), said
    assert not [x for x in said if QtText.mightBeRichText(x) and not x.startswith("<span style=")]


def test_a_tip_says_what_it_was_given():
    """By Qt's own reading of it."""
    from PySide6.QtGui import QTextDocument

    for text in (BAIT, "<b>", "a < b", "two\nlines", "<i>two\nlines   wide</i>"):
        shown = tip(text)
        if QtText.mightBeRichText(shown):
            read = QTextDocument()
            read.setHtml(shown)
            shown = read.toPlainText()
        assert shown == text
    application()
    assert Label(BAIT).textFormat() == PLAIN
    box = Box(None, Box.Icon.Warning, "x", BAIT)
    box.setInformativeText(BAIT)
    told = [label for label in box.findChildren(QLabel) if label.text() == BAIT]
    assert len(told) == 2 and all(x.textFormat() == PLAIN for x in told)
