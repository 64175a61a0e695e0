"""Walks through every page of the window and its dialogs and tells what is wrong with them.

`python tests/walk.py SIZE THEME TEXT LANGUAGE` writes a fault a line; QT_SCALE_FACTOR is the
screen's.
"""

import os
import sys
import tempfile

os.environ.setdefault("QT_QPA_PLATFORM", "offscreen")
os.environ.setdefault("WOODCOCK_STATE", tempfile.mkdtemp())

from msgspec.structs import replace

from woodcock import texts
from woodcock.session.preferences import Preferences, keep_preferences
from woodcock.session.prepare import mark_prepared


def dressed(theme, text):
    """Have the next application come in a theme and a size of text, nothing compiled in it."""
    keep_preferences(Preferences(theme=theme, text_percent=text))
    mark_prepared()


def come_to_rest(app):
    """Let what was asked of layouts happen: each pass of the event loop may ask for another."""
    for _ in range(6):
        app.processEvents()


KINDS = {  # of things whose rows differ, by step
    "Stage": ("cut", "background", "title", "card", "texture", "carrier"),
    "Move": ("cut", "background", "carrier"),
    "Finish": ("cut", "background", "texture"),
}


def places(drive, things, kinds=None):
    """Every page of every panel for every kind of thing: yields its name when it is shown."""
    from woodcock.app.controls.paged import Paged
    from woodcock.app.state import STEPS

    state, window = drive.state, drive.window

    def pages(top, name):
        """What is below `top`: its pages, and theirs."""
        inner = [x for x in top.findChildren(Paged) if x.isVisible() and x is not top]
        nested = [x for x in inner if not any(y is not x and y.isAncestorOf(x) for y in inner)]
        if isinstance(top, Paged):
            for button in top.pages.buttons():
                if button.isVisible() and button.isEnabled():
                    button.click()
                    come_to_rest(drive.app)
                    page = top.built[top.shown]
                    yield from pages(page, f"{name}, {button.text()}")
        elif nested:
            for one in nested:
                yield from pages(one, name)
        else:
            yield name

    for step in STEPS:
        for kind in kinds or KINDS.get(step, ("cut",)):
            state.go(step)
            state.select(things[kind])
            state.tools.air, state.tools.sound = things["air"], things["sound"]
            state.tools.light = things["flash" if kind == "background" else "light"]
            state.touch()
            come_to_rest(drive.app)
            yield from pages(window.panels[step], f"{step} ({kind})")


def dialogs(drive):
    """Every dialog of the window by its name, one after the other shown."""
    from PySide6.QtWidgets import QDialog

    from woodcock.app import command_acts

    for name, show in (
        ("preferences", command_acts.preferences), ("commands", command_acts.commands),
        ("guide", lambda window: command_acts.help_on(window, "guide")),
        ("about", command_acts.about),
    ):  # fmt: skip
        show(drive.window)
        come_to_rest(drive.app)
        dialog = next(x for x in drive.window.findChildren(QDialog) if x.isVisible())
        yield name, dialog
        dialog.reject()
        drive.app.processEvents()


def walk(size, contrast):
    """{fault: where it was seen first}; contrast is measured where asked for."""
    from driver import Driver
    from everything import everything
    from looking import Drawn, faint, faults

    found, measured = {}, set()

    def wrong(window):
        with Drawn() as drawn:
            shown = window.grab()
        assert not shown.isNull()
        said = faults(window, drawn.texts)
        return said | faint(window, drawn.texts, shown, measured) if contrast else said

    def look(place, window):
        said = wrong(window)
        if said:  # what is on its way to its place is no fault
            come_to_rest(drive.app)
            said &= wrong(window)
        for fault in said:
            found.setdefault(fault, place)

    drive = Driver()
    window = drive.window
    window.resize(*size)
    come_to_rest(drive.app)
    look("empty", window)
    project, things = everything(drive.state.document.store)
    project = replace(project, frame=replace(project.frame, seconds=0.5))
    drive.state.document.open(project, None)
    count = 0
    for place in places(drive, things):
        count += 1
        if (window.width(), window.height()) != size:
            found.setdefault(f"the window grew to {window.width()}x{window.height()}", place)
            window.resize(*size)
            come_to_rest(drive.app)
        look(place, window)
    for name, dialog in dialogs(drive):
        count += 1
        look(name, dialog)
    return count, found


if __name__ == "__main__":
    _, asked, theme, text, language, *rest = sys.argv
    texts.use(language)
    dressed(theme, int(text))
    count, found = walk(tuple(int(x) for x in asked.split("x")), "contrast" in rest)
    print(f"{count} pages")
    for fault, place in sorted(found.items()):
        print(f"{place}: {fault}")
    sys.stdout.flush()
    os._exit(0)  # what the window has set going meanwhile is nobody's wait
