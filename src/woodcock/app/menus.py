"""Menus and keyboard shortcuts as data."""

from __future__ import annotations

from typing import TYPE_CHECKING

from PySide6.QtGui import QAction, QGuiApplication
from PySide6.QtWidgets import QAbstractButton, QApplication, QMenu, QMessageBox

from woodcock.app import icons, theme
from woodcock.app.opening_layers import choose_layers
from woodcock.app.state import STEPS
from woodcock.session import sounds
from woodcock.session.log import report
from woodcock.session.recent import recent_files
from woodcock.version import __version__

if TYPE_CHECKING:
    from woodcock.app.window import MainWindow

_ABOUT = (
    f"Woodcock {__version__}\n\nTurns one still photograph into a short parallax clip.\n"
    "Free software under the GNU General Public License, version 3 or later."
)


def build(window: MainWindow) -> None:
    """Make the menu bar; actions that change are kept on the window by name."""
    files, state, view = window.files, window.state, window.view
    document = state.document
    table = {
        "&File": (
            ("&Open …", "Ctrl+O", files.choose_and_open, ""),
            ("Open &layers …", None, lambda: choose_layers(files), ""),
            ("Open &recent", None, None, "recent"),
            ("Make a clip from a photo &now …", "Ctrl+Shift+N", window.ways.make_clip, ""),
            ("&Add pictures as layers …", "Ctrl+Shift+O", files.add_pictures, "add"),
            None,
            ("&Save", "Ctrl+S", files.save, "save"),
            ("Save &as …", "Ctrl+Shift+S", files.save_as, "save_as"),
            ("&Export the clip …", "Ctrl+E", window.exporting.export, "export"),
            None,
            ("&Close the project", "Ctrl+W", files.close_project, "close"),
            ("&Quit", "Ctrl+Q", window.close, ""),
        ),
        "&Edit": (
            ("&Undo", "Ctrl+Z", document.undo, "undo"),
            ("&Redo", "Ctrl+Shift+Z", document.redo, "redo"),
            None,
            ("&Marker at the playhead", "M", lambda: _mark(window), ""),
            ("Take off all mar&kers", None, lambda: _unmark(window), ""),
            None,
            ("&Preferences …", "Ctrl+,", lambda: _preferences(window), ""),
        ),
        "&View": (
            ("&Larger", "Ctrl++", lambda: view.set_zoom(view.zoom * 1.25), ""),
            ("&Smaller", "Ctrl+-", lambda: view.set_zoom(view.zoom / 1.25), ""),
            ("&Whole picture", "Ctrl+0", view.fit, ""),
            ("&One to one", "Ctrl+Shift+0", lambda: view.set_zoom(1.0), ""),
            None,
            ("&Find in the list", "Ctrl+F", window.timeline.search.setFocus, ""),
            ("Safe &margins", None, lambda: _safe(window), ""),
            None,
            ("&Dusk (dark)", None, lambda: _dress(window, "dusk"), ""),
            ("&Paper (light)", None, lambda: _dress(window, "paper"), ""),
        ),
        "&Go": tuple(
            (f"&{number} {step}", f"Ctrl+{number}", lambda step=step: state.go(step), "")
            for number, step in enumerate(STEPS, 1)
        ),
        "&Help": (
            ("&Demo project", None, files.open_demo, ""),
            ("&Copy report", None, lambda: _copy_report(window), ""),
            ("&About Woodcock", None, lambda: _about(window), ""),
        ),
    }
    for title, entries in table.items():
        menu = window.menuBar().addMenu(title)
        for entry in entries:
            if entry is None:
                menu.addSeparator()
                continue
            text, keys, run, name = entry
            if run is None:
                recent = menu.addMenu(text)
                recent.aboutToShow.connect(lambda recent=recent: _fill_recent(window, recent))
                continue
            action = QAction(text, window)
            if keys:
                action.setShortcut(keys)
            action.triggered.connect(lambda _=False, run=run: run())
            menu.addAction(action)
            if name:
                window.actions_by_name[name] = action


def refresh(window: MainWindow) -> None:
    """Name what undo and redo would do, and switch off what makes no sense now."""
    document, actions = window.state.document, window.actions_by_name
    for name, word, what in (
        ("undo", "&Undo", document.undo_name),
        ("redo", "&Redo", document.redo_name),
    ):
        actions[name].setEnabled(what is not None)
        actions[name].setText(f"{word} {what or ''}".strip())
    photo = window.state.project.photo is not None
    for name in ("add", "save", "save_as", "export", "close"):
        actions[name].setEnabled(photo)


def _fill_recent(window: MainWindow, menu: QMenu) -> None:
    menu.clear()
    for path in recent_files():
        menu.addAction(path.name, lambda path=path: window.files.open(path)).setToolTip(str(path))
    if menu.isEmpty():
        menu.addAction("Nothing opened yet").setEnabled(False)


def _dress(window: MainWindow, name: str) -> None:
    application = QApplication.instance()
    assert isinstance(application, QApplication)
    icons.icon.cache_clear()
    theme.apply(application, theme.THEMES[name])
    for button in window.findChildren(QAbstractButton):
        icons.dress(button)
    window.state.touch()


def _mark(window: MainWindow) -> None:
    time = window.state.time
    window.state.act("Marker", lambda p: sounds.switch_marker(p, time))


def _unmark(window: MainWindow) -> None:
    window.state.act("No markers", sounds.unmark)


def _safe(window: MainWindow) -> None:
    tools = window.state.tools
    tools.safe = not tools.safe
    window.state.touch()


def _preferences(window: MainWindow) -> None:
    from woodcock.app.preferences_dialog import PreferencesDialog
    from woodcock.session.preferences import preferences

    def kept() -> None:
        window.state.document.undo_bytes = preferences().undo_bytes

    dialog = PreferencesDialog(window)
    dialog.accepted.connect(kept)
    dialog.open()


def _copy_report(window: MainWindow) -> None:
    QGuiApplication.clipboard().setText(report())
    window.state.told.emit(
        "The report is on the clipboard: versions, this machine, the end of the log. Read it "
        "before you send it on."
    )


def _about(window: MainWindow) -> None:
    QMessageBox.about(window, "About Woodcock", _ABOUT)
