"""What commands do that belongs to no other part of the window."""

from __future__ import annotations

from typing import TYPE_CHECKING

from msgspec.structs import replace
from PySide6.QtCore import QUrl
from PySide6.QtGui import QDesktopServices, QGuiApplication
from PySide6.QtWidgets import QAbstractButton, QApplication, QWhatsThis, QWidget

from woodcock.app import icons, theme
from woodcock.private import private_folder
from woodcock.session import sounds
from woodcock.session.log import log_file, report
from woodcock.session.preferences import keep_preferences
from woodcock.session.preferences import preferences as kept_preferences
from woodcock.texts import tr

if TYPE_CHECKING:
    from woodcock.app.window import MainWindow

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
    window.state.act(tr("Marker"), lambda p: sounds.switch_marker(p, time))


def unmark(window: MainWindow) -> None:
    """No markers any more."""
    window.state.act(tr("No markers"), sounds.unmark)


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
        tr(
            "The report is on the clipboard: versions, this machine, the end of the log. Read it "
            "before you send it on."
        )
    )


def about(window: MainWindow) -> None:
    """Name, versions, licence."""
    from woodcock.app.help.about import AboutDialog

    AboutDialog(window).open()


def help_on(window: MainWindow, name: str) -> None:
    """The guide, or what is new, beside the window; in front if it is open already."""
    from woodcock.app.help.help_window import TITLES, HelpWindow

    for there in (x for x in window.findChildren(HelpWindow) if x.isVisible()):
        if there.windowTitle() == tr(TITLES[name]):
            there.raise_()
            there.activateWindow()
            return
    HelpWindow(window, name).show()


def tour(window: MainWindow) -> None:
    """A look round on the demo, which is opened for it."""
    from woodcock.app.help.tour import Tour

    def start() -> None:
        if not any(x.isVisible() for x in window.findChildren(Tour)):
            Tour(window, window.room.toured)

    window.files.open_demo(start)


def logs(window: MainWindow) -> None:
    """The folder with the log, in the file manager."""
    folder = log_file().parent
    private_folder(folder)
    if not QDesktopServices.openUrl(QUrl.fromLocalFile(str(folder))):
        window.state.told.emit(tr("No file manager opened {folder}.", folder=folder))


def ask_what_it_is(window: MainWindow) -> None:
    """The next click tells what a control is for; everything that has a tool tip can be asked."""
    for widget in window.findChildren(QWidget):
        if widget.toolTip() and not widget.whatsThis():
            widget.setWhatsThis(widget.toolTip())
    QWhatsThis.enterWhatsThisMode()


def commands(window: MainWindow) -> None:
    """All commands by name, with their keys."""
    from woodcock.app.commands_dialog import CommandsDialog

    CommandsDialog(window, window.commands, window.rekey).open()


def size_brush(window: MainWindow, by: float) -> None:
    """A brush so many times as wide."""
    tools = window.state.tools
    tools.size = min(max(round(tools.size * by, 1), _LEAST), _MOST)
    window.state.touch()
