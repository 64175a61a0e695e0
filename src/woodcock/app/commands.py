"""All that can be asked of the window by menu, by key or by name: one table for the three."""

from __future__ import annotations

from collections.abc import Callable, Iterator
from dataclasses import dataclass, replace
from functools import partial
from typing import TYPE_CHECKING

from PySide6.QtCore import QKeyCombination, Qt
from PySide6.QtGui import QKeyEvent, QKeySequence

from woodcock.app import command_acts as acts
from woodcock.app.by_hand import BY_HAND
from woodcock.app.opening_layers import choose_layers
from woodcock.app.state import STEPS
from woodcock.app.toolbox import TOOLS
from woodcock.session.keys import kept_keys
from woodcock.texts import tr, tr_noop

if TYPE_CHECKING:
    from woodcock.app.window import MainWindow

MENUS = (tr_noop("File"), tr_noop("Edit"), tr_noop("View"), tr_noop("Go"), tr_noop("Help"))
_PHOTO = tr_noop("Open a photo first.")


def _never() -> str:
    return ""


@dataclass(frozen=True)
class Command:
    """`group` is its menu, or the step whose tool it is. `off` says why it can't be done now.

    What has no `run` is done by the hand in the picture, and only told.
    """

    name: str
    group: str
    text: str
    says: str
    keys: str = ""
    run: Callable[[], object] | None = None
    off: Callable[[], str] = _never
    ruled: bool = False  # with a line above it in its menu

    @property
    def title(self) -> str:
        return self.text.replace("&", "")

    @property
    def bare(self) -> bool:
        """Whether its key is one that other parts of the window may want first, such as a digit."""
        held = any(f"{x}+" in self.keys for x in ("Ctrl", "Alt", "Meta"))
        return bool(self.keys) and not held and not self.keys[1:].isdigit()  # "F6" is one's own


def spelt(keys: str) -> str:
    """Keys as this system calls them: "Ctrl+S" is "Strg+S" in German."""
    return QKeySequence(keys).toString(QKeySequence.SequenceFormat.NativeText)


def pressed(event: QKeyEvent) -> str:
    """The keys of an event as they are written in the table."""
    held = event.modifiers() & ~Qt.KeyboardModifier.KeypadModifier
    if event.text().isprintable() and event.text() and not event.text().isalnum():
        held &= ~Qt.KeyboardModifier.ShiftModifier  # "?" is "?", wherever it is on the keyboard
    return QKeySequence(QKeyCombination(held, Qt.Key(event.key()))).toString()


class Commands:
    """The commands of a window, with the keys that its person gave them."""

    def __init__(self, window: MainWindow) -> None:
        self._window = window
        self.shipped = {c.name: c for c in _table(window)}
        self.given: dict[str, str] = {}
        for name, written in kept_keys().items():  # the file may have been edited by hand
            keys = QKeySequence(written).toString()  # "ctrl+j" is "Ctrl+J"
            fits = QKeySequence(written).count() <= 1 and bool(keys) == bool(written)
            if name in self.shipped and fits and not self.taken_by(self.shipped[name], keys):
                self.given[name] = keys

    def __iter__(self) -> Iterator[Command]:
        return (self[name] for name in self.shipped)

    def __getitem__(self, name: str) -> Command:
        command = self.shipped[name]
        keys = self.given.get(name)
        return command if keys is None else replace(command, keys=keys)

    def taken_by(self, command: Command, keys: str) -> Command | None:
        """Another command that has these keys where this one is wanted."""
        others = (c for c in self if c.keys == keys and keys and c.name != command.name)
        mine = command.group if command.group in STEPS else ""
        for other in others:
            theirs = other.group if other.group in STEPS else ""
            if not mine or not theirs or mine == theirs:
                return other
        return None

    def press(self, keys: str) -> bool:
        """Do what has these keys in the present step, if nobody else wanted them."""
        step = self._window.state.step
        for command in self:
            here = command.group not in STEPS or command.group == step
            if here and command.keys == keys and command.run and not command.off():
                command.run()
                return True
        return False


def _table(window: MainWindow) -> Iterator[Command]:
    files, state, view, room = window.files, window.state, window.view, window.room
    document, timeline = state.document, window.timeline

    def empty() -> str:
        return "" if state.project.photo is not None else tr(_PHOTO)

    def undoable() -> str:
        return "" if document.undo_name is not None else tr("There is nothing to undo.")

    def redoable() -> str:
        return "" if document.redo_name is not None else tr("There is nothing to do again.")

    def unsaved() -> str:
        return "" if document.path is not None else tr("The project has not been saved yet.")

    yield Command("open", "File", tr("&Open …"), tr("A photo or a project"), "Ctrl+O",
                  files.choose_and_open)  # fmt: skip
    yield Command(
        "open layers",
        "File",
        tr("Open &layers …"),
        tr("A layered picture of another program"),
        "",
        lambda: choose_layers(files),
    )
    yield Command("recent", "File", tr("Open &recent"), tr("What was open lately"))
    yield Command(
        "clip now",
        "File",
        tr("Make a clip from a photo &now …"),
        tr("Everything by itself"),
        "Ctrl+Shift+N",
        window.ways.make_clip,
    )
    yield Command(
        "add",
        "File",
        tr("&Add pictures as layers …"),
        tr("Other pictures over this photo"),
        "Ctrl+Shift+O",
        files.add_pictures,
        empty,
    )
    yield Command(
        "save",
        "File",
        tr("&Save"),
        tr("The project in its file"),
        "Ctrl+S",
        files.save,
        empty,
        True,
    )
    yield Command(
        "save as",
        "File",
        tr("Save &as …"),
        tr("The project in another file"),
        "Ctrl+Shift+S",
        files.save_as,
        empty,
    )
    yield Command(
        "save bare",
        "File",
        tr("Save without &history"),
        tr("Nothing of earlier saves stays in the file, as before it is given away"),
        "",
        files.save_bare,
        empty,
    )
    yield Command(
        "earlier",
        "File",
        tr("Earlier sa&ves …"),
        tr("The last five saves, to bring one back"),
        "",
        files.safe.earlier_saves,
        unsaved,
    )
    yield Command("export", "File", tr("&Export the clip …"), tr("Writes the video"), "Ctrl+E",
                  window.exporting.export, empty)  # fmt: skip
    yield Command("close", "File", tr("&Close the project"), tr("The window stays"), "Ctrl+W",
                  files.close_project, empty, True)  # fmt: skip
    yield Command("quit", "File", tr("&Quit"), tr("Closes Woodcock"), "Ctrl+Q", window.close)
    yield Command(
        "undo",
        "Edit",
        tr("&Undo"),
        tr("Takes the last act back"),
        "Ctrl+Z",
        document.undo,
        undoable,
    )
    yield Command("redo", "Edit", tr("&Redo"), tr("Does again what was undone"), "Ctrl+Shift+Z",
                  document.redo, redoable)  # fmt: skip
    yield Command(
        "marker",
        "Edit",
        tr("&Marker at the playhead"),
        tr("Sets a mark in time, or takes it off"),
        "M",
        partial(acts.mark, window),
        empty,
        True,
    )
    yield Command("unmark", "Edit", tr("Take off all mar&kers"), tr("All marks in time go"), "",
                  partial(acts.unmark, window), empty)  # fmt: skip
    yield Command(
        "preferences",
        "Edit",
        tr("&Preferences …"),
        tr("Learned models, memory for undo"),
        "Ctrl+,",
        partial(acts.preferences, window),
        ruled=True,
    )
    yield Command("zoom in", "View", tr("&Larger"), tr("Shows the picture larger"), "Ctrl++",
                  lambda: view.set_zoom(view.zoom * 1.25))  # fmt: skip
    yield Command("zoom out", "View", tr("&Smaller"), tr("Shows the picture smaller"), "Ctrl+-",
                  lambda: view.set_zoom(view.zoom / 1.25))  # fmt: skip
    yield Command(
        "fit", "View", tr("&Whole picture"), tr("As large as there is room"), "Ctrl+0", view.fit
    )
    yield Command(
        "one to one",
        "View",
        tr("&One to one"),
        tr("A pixel of the picture is one of the screen"),
        "Ctrl+Shift+0",
        lambda: view.set_zoom(1.0),
    )
    yield Command(
        "rail",
        "View",
        tr("&Depth rail"),
        tr("Shows or folds the scene from the side"),
        "F6",
        partial(room.switch, "rail"),
        ruled=True,
    )
    yield Command("lanes", "View", tr("La&nes"), tr("Shows or folds the keys in time"), "F7",
                  partial(room.switch, "lanes"))  # fmt: skip
    yield Command(
        "alone",
        "View",
        tr("The &picture alone"),
        tr("Hides all but the picture, and back"),
        "F8",
        room.switch_alone,
    )
    yield Command(
        "screen",
        "View",
        tr("Play on the whole s&creen"),
        tr("Plays the clip and nothing else"),
        "F11",
        room.play_on_screen,
        empty,
    )
    yield Command("find layer", "View", tr("&Find in the list"), tr("A layer by its name or kind"),
                  "Ctrl+F", window.look_in_list, ruled=True)  # fmt: skip
    yield Command(
        "margins",
        "View",
        tr("Safe &margins"),
        tr("Lines inside which titles are safe"),
        "",
        partial(acts.margins, window),
    )
    yield Command("dusk", "View", tr("&Dusk (dark)"), tr("The dark theme"), "",
                  partial(acts.dress, window, "dusk"), ruled=True)  # fmt: skip
    yield Command("paper", "View", tr("&Paper (light)"), tr("The light theme"), "",
                  partial(acts.dress, window, "paper"))  # fmt: skip
    for number, step in enumerate(STEPS, 1):
        yield Command(f"go {step}", "Go", f"&{number} {tr(step)}",
                      tr("To the step {step}", step=tr(step)),
                      f"Ctrl+{number}", partial(state.go, step))  # fmt: skip
    yield Command("play", "Go", tr("P&lay or pause"), tr("Plays the clip in a loop"), "Space",
                  window.player.toggle, empty, True)  # fmt: skip
    for name, text, keys, run in (
        ("start", tr("To the &start"), "Home", lambda: state.seek(0)),
        ("end", tr("To the &end"), "End", lambda: state.seek(state.project.frame.last)),
        ("frame back", tr("One frame &back"), "Left", lambda: timeline.step(-1)),
        ("frame on", tr("One frame &on"), "Right", lambda: timeline.step(1)),
        ("key back", tr("To the key before"), "Ctrl+Left", lambda: timeline.jump(False)),
        ("key on", tr("To the next key"), "Ctrl+Right", lambda: timeline.jump(True)),
    ):
        yield Command(name, "Go", text, tr("Moves the playhead"), keys, run, empty)
    yield Command(
        "guide",
        "Help",
        tr("&Guide"),
        tr("How to do the job, step by step, with pictures"),
        "F1",
        partial(acts.help_on, window, "guide"),
    )
    yield Command("what", "Help", tr("&What is this?"), tr("Then click a control: what it is for"),
                  "Shift+F1", partial(acts.ask_what_it_is, window))  # fmt: skip
    yield Command(
        "commands",
        "Help",
        tr("&Commands and keys …"),
        tr("Finds anything by its name, does it, gives it another key"),
        "?",
        partial(acts.commands, window),
    )
    yield Command(
        "tour",
        "Help",
        tr("&Tour"),
        tr("Six short steps round the window, on the demo"),
        "",
        partial(acts.tour, window),
        ruled=True,
    )
    yield Command("demo", "Help", tr("&Demo project"), tr("A scene to try things on"), "",
                  lambda: files.open_demo())  # fmt: skip
    yield Command("news", "Help", tr("What's &new"), tr("What came with each version"), "",
                  partial(acts.help_on, window, "changes"), ruled=True)  # fmt: skip
    yield Command(
        "logs",
        "Help",
        tr("Folder of &logs"),
        tr("Where the program writes down what it did"),
        "",
        partial(acts.logs, window),
    )
    yield Command(
        "report",
        "Help",
        tr("Copy &report"),
        tr("Versions and the end of the log, to be sent"),
        "",
        partial(acts.copy_report, window),
    )
    yield Command("about", "Help", tr("&About Woodcock"), tr("Its version and licence"), "",
                  partial(acts.about, window))  # fmt: skip
    for step, tools in TOOLS.items():
        for number, (value, _, name, tip) in enumerate(tools, 1):
            yield Command(f"tool {value}", step, tr(name), tr(tip), f"{number}",
                          partial(window.toolbox.take, step, value), empty)  # fmt: skip
    for name, text, keys, by in (
        ("brush smaller", tr("Smaller brush"), ",", 1 / 1.2),
        ("brush larger", tr("Larger brush"), ".", 1.2),
    ):
        yield Command(
            name,
            "Brush",
            text,
            tr("Shift and the wheel do the same"),
            keys,
            partial(acts.size_brush, window, by),
            empty,
        )
    for group, text, says, keys in BY_HAND:
        yield Command(f"hand {text}", group, tr(text), tr(says), keys)
