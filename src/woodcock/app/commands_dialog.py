"""All commands in one list: found by name or by what they do, done, and given other keys."""

from __future__ import annotations

from collections.abc import Callable

from PySide6.QtCore import QEvent, QObject, Qt
from PySide6.QtGui import QKeyEvent, QKeySequence
from PySide6.QtWidgets import (
    QDialog,
    QHBoxLayout,
    QHeaderView,
    QKeySequenceEdit,
    QLineEdit,
    QTreeWidget,
    QTreeWidgetItem,
    QVBoxLayout,
    QWidget,
)

from woodcock.app.commands import Command, Commands, spelt
from woodcock.app.controls.fields import note, push
from woodcock.app.controls.plain import Label
from woodcock.session.keys import keep_key
from woodcock.texts import tr

_ROLE = Qt.ItemDataRole.UserRole
_WAYS = {Qt.Key.Key_Up: -1, Qt.Key.Key_Down: 1, Qt.Key.Key_PageUp: -10, Qt.Key.Key_PageDown: 10}


class CommandsDialog(QDialog):
    """`changed(name)` is told when a command got another key."""

    def __init__(
        self, parent: QWidget, commands: Commands, changed: Callable[[str], object]
    ) -> None:
        super().__init__(parent)
        self._commands, self._changed = commands, changed
        self.setWindowTitle(tr("Commands and keys"))
        self.setAttribute(Qt.WidgetAttribute.WA_DeleteOnClose)
        self.resize(760, 560)
        self.search = QLineEdit()
        self.search.setPlaceholderText(tr("What do you want to do?"))
        self.search.setClearButtonEnabled(True)
        self.search.setToolTip(tr("Part of a name, of what it does, or of a key; Enter does it"))
        self.search.setAccessibleName(tr("Find a command"))
        self.search.textChanged.connect(self._fill)
        self.search.installEventFilter(self)
        self.list = QTreeWidget()
        self.list.setHeaderLabels([tr("Command"), tr("Key"), tr("What it does")])
        self.list.setRootIsDecorated(False)
        self.list.setUniformRowHeights(True)
        self.list.setAccessibleName(tr("Commands"))
        self.list.header().setSectionResizeMode(0, QHeaderView.ResizeMode.ResizeToContents)
        self.list.header().setSectionResizeMode(1, QHeaderView.ResizeMode.ResizeToContents)
        self.list.currentItemChanged.connect(lambda *_: self._chosen())
        self.list.itemActivated.connect(lambda *_: self.do())
        self.says = note()
        self.says.setMinimumHeight(36)
        self.do_it = push(tr("Do it"), tr("Does the command (Enter)"), self.do)
        self.do_it.setObjectName("primary")
        self.keys = QKeySequenceEdit()
        self.keys.setMaximumSequenceLength(1)
        self.keys.setFixedWidth(150)
        self.keys.setToolTip(tr("Press the key that the command is to have"))
        self.keys.setAccessibleName(tr("Another key"))
        self.give = push(tr("Give it this key"), tr("Kept for all projects"), self._give)
        self.reset = push(tr("As it ships"), tr("Gives it the key that it came with"), self._reset)
        line = QHBoxLayout()
        self._name = Label(tr("Key"))
        for widget in (self._name, self.keys, self.give, self.reset):
            line.addWidget(widget)
        line.addStretch(1)
        line.addWidget(self.do_it)
        column = QVBoxLayout(self)
        column.setContentsMargins(16, 14, 16, 14)
        column.setSpacing(10)
        for part in (self.search, self.list, self.says):
            column.addWidget(part, part is self.list)
        column.addLayout(line)
        self._fill("")
        self.search.setFocus()

    @property
    def command(self) -> Command | None:
        """The chosen one."""
        item = self.list.currentItem()
        return None if item is None else self._commands[item.data(0, _ROLE)]

    def do(self) -> None:
        """Close, and do the chosen command if it can be done."""
        command = self.command
        if command is None or command.run is None or command.off():
            return
        self.accept()
        command.run()

    def eventFilter(self, watched: QObject, event: QEvent) -> bool:
        """From the search the arrows go through the list, and Enter does what is chosen."""
        if isinstance(event, QKeyEvent) and event.type() == QEvent.Type.KeyPress:
            by = _WAYS.get(Qt.Key(event.key()))
            if by and self.list.topLevelItemCount():
                at = self.list.currentIndex().row() + by
                self._go_to(min(max(at, 0), self.list.topLevelItemCount() - 1))
                return True
            if event.key() in (Qt.Key.Key_Return, Qt.Key.Key_Enter):
                self.do()
                return True
        return super().eventFilter(watched, event)

    def _go_to(self, row: int) -> None:
        item = self.list.topLevelItem(row)
        if item is not None:
            self.list.setCurrentItem(item)

    def _fill(self, wanted: str) -> None:
        """Those in which every word is found; a name that begins with what is typed comes first."""
        chosen = self.command.name if self.command else ""
        words = wanted.lower().split()
        self.list.clear()
        found = [
            c for c in self._commands
            if all(w in f"{c.title} {c.says} {tr(c.group)} {spelt(c.keys)}".lower() for w in words)
        ]  # fmt: skip
        if words:
            found.sort(key=lambda c: (not c.title.lower().startswith(words[0]),
                                      words[0] not in c.title.lower()))  # fmt: skip
        for command in found:
            item = QTreeWidgetItem(
                [f"{tr(command.group)}: {command.title}", spelt(command.keys), command.says]
            )
            item.setData(0, _ROLE, command.name)
            item.setToolTip(2, command.says)
            if command.off():
                for column in range(3):
                    item.setForeground(column, self.palette().placeholderText())
            self.list.addTopLevelItem(item)
            if command.name == chosen and not words:
                self.list.setCurrentItem(item)
        if self.list.currentItem() is None and found:
            self._go_to(0)
        self._chosen()

    def _chosen(self) -> None:
        command = self.command
        self.keys.setKeySequence(QKeySequence(command.keys if command else ""))
        why = command.off() if command else tr("Nothing is called like that.")
        if command and command.run is None:
            why = tr("This is done by hand in the picture; its key stays.")
        self.says.setText(f"{command.title}: {command.says}. {why}" if command else why)
        can = command is not None and command.run is not None
        self.do_it.setEnabled(can and not why)
        for widget in (self.keys, self.give):
            widget.setEnabled(can)
        self.reset.setEnabled(command is not None and command.name in self._commands.given)

    def _give(self) -> None:
        command, keys = self.command, self.keys.keySequence().toString()
        if command is None:
            return
        other = self._commands.taken_by(command, keys)
        if other is not None:
            self.says.setText(
                tr(
                    "{keys} does “{title}”. Give that another key first.",
                    keys=spelt(keys),
                    title=other.title,
                )
            )
            return
        self._commands.given[command.name] = keys
        self._kept(command, keys)

    def _reset(self) -> None:
        command = self.command
        if command is None:
            return
        shipped = self._commands.shipped[command.name]
        other = self._commands.taken_by(shipped, shipped.keys)
        if other is not None:
            self.says.setText(
                tr(
                    "{keys} does “{title}” now. Give that another first.",
                    keys=spelt(shipped.keys),
                    title=other.title,
                )
            )
            return
        self._commands.given.pop(command.name, None)
        self._kept(command, None)

    def _kept(self, command: Command, keys: str | None) -> None:
        keep_key(command.name, keys)
        self._changed(command.name)
        item = self.list.currentItem()
        item.setText(1, spelt(self._commands[command.name].keys))
        self._chosen()
