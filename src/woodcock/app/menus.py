"""The menu bar, made from the table of commands."""

from __future__ import annotations

from dataclasses import replace
from typing import TYPE_CHECKING

from PySide6.QtGui import QAction, QKeySequence
from PySide6.QtWidgets import QMenu

from woodcock.app.commands import MENUS, Command, spelt
from woodcock.app.controls.plain import menu_text, tip
from woodcock.session.recent import recent_files
from woodcock.texts import tr

if TYPE_CHECKING:
    from woodcock.app.window import MainWindow


def build(window: MainWindow) -> None:
    """Make the menu bar; its actions are kept on the window by the commands' names."""
    menus = {title: window.menuBar().addMenu(f"&{tr(title)}") for title in MENUS}
    for command in window.commands:
        menu = menus.get(command.group)
        if menu is None:
            continue
        if command.ruled:
            menu.addSeparator()
        if command.run is None:
            recent = menu.addMenu(command.text)
            recent.aboutToShow.connect(lambda recent=recent: _fill_recent(window, recent))
            continue
        action = QAction(command.text, window)
        action.triggered.connect(lambda _=False, run=command.run: run())
        menu.addAction(action)
        window.addAction(action)  # its key works without the menu bar, too
        window.actions_by_name[command.name] = action
        show_keys(action, command)


def show_keys(action: QAction, command: Command) -> None:
    """A command's key beside its name; a bare one is left to whoever has the focus first."""
    if command.bare:
        action.setShortcut(QKeySequence())
        action.setText(f"{command.text}\t{spelt(command.keys)}")
    else:
        action.setText(command.text)
        action.setShortcut(command.keys)


def refresh(window: MainWindow) -> None:
    """Name what undo and redo would do, and switch off what makes no sense now."""
    document, actions = window.state.document, window.actions_by_name
    for name, word, what in (
        ("undo", tr("&Undo"), document.undo_name),
        ("redo", tr("&Redo"), document.redo_name),
    ):
        command = replace(window.commands[name], text=f"{word} {what or ''}".strip())
        if actions[name].text().split("\t")[0] != command.text:
            show_keys(actions[name], command)
    for name, action in actions.items():
        why = window.commands.shipped[name].off()
        action.setEnabled(not why)
        action.setStatusTip(why)


def _fill_recent(window: MainWindow, menu: QMenu) -> None:
    menu.clear()
    for path in recent_files():
        action = menu.addAction(menu_text(path.name), lambda path=path: window.files.open(path))
        action.setToolTip(tip(str(path)))
    if menu.isEmpty():
        menu.addAction(tr("Nothing opened yet")).setEnabled(False)
