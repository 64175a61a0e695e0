"""Starting the window."""

from __future__ import annotations

import logging
import os
import sys
import threading
from functools import partial
from pathlib import Path

from PySide6.QtCore import (
    QLibraryInfo,
    QLocale,
    QTimer,
    QtMsgType,
    QTranslator,
    qInstallMessageHandler,
)
from PySide6.QtGui import QIcon
from PySide6.QtWidgets import QApplication

from woodcock import texts
from woodcock.apart import shared
from woodcock.app import second_start, spoken, theme, watchdog
from woodcock.app.command_acts import tour
from woodcock.app.signals import Signals
from woodcock.app.surprises import Surprises
from woodcock.app.window import MainWindow
from woodcock.media.picture import APART
from woodcock.session.log import start_logging
from woodcock.session.preferences import preferences

_log = logging.getLogger(__name__)
_TRANSLATIONS = QLibraryInfo.LibraryPath.TranslationsPath
_ICONS = theme.ASSETS.parents[1] / "assets" / "desktop"


def application() -> QApplication:
    """The dressed QApplication, made once."""
    present = QApplication.instance()
    if isinstance(present, QApplication):
        return present
    # Work on other threads must not keep the window waiting for the interpreter's lock.
    sys.setswitchinterval(0.0005)
    made = QApplication(sys.argv[:1])
    spoken.teach()
    _speak(made)
    made.setApplicationName("woodcock")
    made.setApplicationDisplayName("Woodcock")
    made.setDesktopFileName("woodcock")
    theme.apply(made, theme.THEMES.get(preferences().theme, theme.DUSK))
    icon = QIcon()
    for file in sorted(_ICONS.glob("woodcock-*.png")):
        icon.addFile(str(file))
    made.setWindowIcon(icon)
    return made


def _speak(made: QApplication) -> None:
    """Qt's own words and numbers in the language of the rest."""
    QLocale.setDefault(QLocale(texts.numbers()))
    words = QTranslator(made)
    if words.load(f"qtbase_{texts.language()}", QLibraryInfo.path(_TRANSLATIONS)):
        made.installTranslator(words)


def _from_qt(kind: QtMsgType, context: object, text: str) -> None:
    """What Qt has to say, into the log."""
    _log.log(logging.INFO if kind == QtMsgType.QtInfoMsg else logging.WARNING, "Qt: %s", text)


def run(file: Path | None = None, *, demo: bool = False) -> int:
    """Show the window, with a file or the demo in it, until it is closed."""
    start_logging()
    qInstallMessageHandler(_from_qt)
    made = application()
    if second_start.handed_over(file):
        return 0
    window = MainWindow()
    Surprises(window.state).install()
    if watchdog.wanted():
        watchdog.Watchdog(window)
    Signals(window, lambda: _end(window, made))
    second_start.Listener(window, partial(_take, window))
    free = made.primaryScreen().availableSize()
    if not window.room.restore():
        window.resize(min(1600, round(free.width() * 0.92)), min(1000, round(free.height() * 0.92)))
    window.show()
    threading.Thread(target=shared(APART).warm, daemon=True).start()  # a photo may come soon
    if demo:
        first = not window.room.layout.toured
        show = partial(tour, window) if first else lambda: window.files.open_demo()
        QTimer.singleShot(0, show)
    elif file is not None:
        QTimer.singleShot(0, lambda: window.files.open(file))
    code = made.exec()
    logging.shutdown()
    sys.stdout.flush()
    # What did not stop in time, such as a read from a disk that is gone, must not keep the process.
    os._exit(code)


def _take(window: MainWindow, path: Path) -> None:
    """Open what a second start handed over, in front of everything."""
    window.show()
    window.raise_()
    window.activateWindow()
    window.files.open(path)


def _end(window: MainWindow, made: QApplication) -> None:
    """Close without a question, whatever dialog is open; the journal is kept."""
    window.end()
    made.quit()
