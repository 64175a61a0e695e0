"""What commands do that belongs to no other part of the window."""

from __future__ import annotations

from typing import TYPE_CHECKING

from msgspec.structs import replace
from PySide6.QtGui import QGuiApplication
from PySide6.QtWidgets import QAbstractButton, QApplication, QMessageBox

from woodcock.app import icons, theme
from woodcock.session import sounds
from woodcock.session.log import report
from woodcock.session.preferences import keep_preferences
from woodcock.session.preferences import preferences as kept_preferences
from woodcock.version import __version__

if TYPE_CHECKING:
    from woodcock.app.window import MainWindow

_ABOUT = (
    f"Woodcock {__version__}\n\nTurns one still photograph into a short parallax clip.\n"
    "Free software under the GNU General Public License, version 3 or later."
)
_LEAST, _MOST = 1.0, 2000.0  # photo pixels of a brush


def dress(window: MainWindow, name: str) -> None:
    """Another theme."""
    application = QApplication.instance()
    assert isinstance(application, QApplication)
    icons.icon.cache_clear()
    theme.apply(application, theme.THEMES[name])
    for button in window.findChildren(QAbstractButton):
        icons.dress(button)
    keep_preferences(replace(kept_preferences(), theme=name))
    window.state.touch()


def mark(window: MainWindow) -> None:
    """A marker at the playhead, or none there any more."""
    time = window.state.time
    window.state.act("Marker", lambda p: sounds.switch_marker(p, time))


def unmark(window: MainWindow) -> None:
    """No markers any more."""
    window.state.act("No markers", sounds.unmark)


def margins(window: MainWindow) -> None:
    """Lines inside which titles are safe, or none."""
    tools = window.state.tools
    tools.safe = not tools.safe
    window.state.touch()


def preferences(window: MainWindow) -> None:
    """What is set once for all projects."""
    from woodcock.app.preferences_dialog import PreferencesDialog

    def kept() -> None:
        window.state.document.undo_bytes = kept_preferences().undo_bytes

    dialog = PreferencesDialog(window)
    dialog.accepted.connect(kept)
    dialog.open()


def copy_report(window: MainWindow) -> None:
    """What is needed to mend a fault, on the clipboard."""
    QGuiApplication.clipboard().setText(report())
    window.state.told.emit(
        "The report is on the clipboard: versions, this machine, the end of the log. Read it "
        "before you send it on."
    )


def about(window: MainWindow) -> None:
    """Name, version, licence."""
    QMessageBox.about(window, "About Woodcock", _ABOUT)


def commands(window: MainWindow) -> None:
    """All commands by name, with their keys."""
    from woodcock.app.commands_dialog import CommandsDialog

    CommandsDialog(window, window.commands, window.rekey).open()


def size_brush(window: MainWindow, by: float) -> None:
    """A brush so many times as wide."""
    tools = window.state.tools
    tools.size = min(max(round(tools.size * by, 1), _LEAST), _MOST)
    window.state.touch()
