"""The queue: what waits, is being made, is ready, or failed."""

from __future__ import annotations

from collections.abc import Callable
from pathlib import Path

from PySide6.QtCore import Qt, QUrl
from PySide6.QtGui import QDesktopServices
from PySide6.QtWidgets import QFrame, QHBoxLayout, QProgressBar, QVBoxLayout, QWidget

from woodcock.app.controls.column import Column
from woodcock.app.controls.fields import note, push, tool
from woodcock.app.controls.plain import Label, tip
from woodcock.app.export.exports import Exports
from woodcock.app.state import State
from woodcock.session.queue import Item
from woodcock.texts import tr, tr_noop

_MIDDLE = Qt.TextElideMode.ElideMiddle
_EMPTY = tr_noop(
    "Nothing waits. What you export is put here and made one after the other, from the clip as it "
    "was then; go on with your work meanwhile."
)


def show_file(path: Path) -> None:
    """Open a file or folder with whatever the desktop opens it with."""
    QDesktopServices.openUrl(QUrl.fromLocalFile(str(path)))


class QueueRow(QFrame):
    """One delivery: its name, how far it is, and what can be done with it."""

    def __init__(self, exports: Exports, item: Item) -> None:
        super().__init__()
        self.setObjectName("card")
        self.item = item
        queue, name = exports.queue, item.id
        self.name, self.told, self.place = Label(), note(), Label()
        self.place.setObjectName("dim")
        for label in (self.name, self.place):
            label.setToolTip(tip(item.path))
        self.bar = QProgressBar()
        self.bar.setRange(0, 1000)
        self.bar.setTextVisible(False)
        self.up = tool("arrow-up", tr("Make it earlier"), lambda: queue.move(name, -1))
        self.down = tool("arrow-down", tr("Make it later"), lambda: queue.move(name, 1))
        self.stop = tool("x", tr("Give it up\nNothing half-done stays"), lambda: queue.cancel(name))
        self.again = tool("rotate-cw", tr("Make it after all"), lambda: queue.retry(name))
        self.open = tool("play", tr("Open what was made"), lambda: show_file(self.item.file))
        self.folder = tool(
            "folder-open", tr("Show its folder"), lambda: show_file(self.item.file.parent)
        )
        self.drop = tool("trash-2", tr("Take it off this list\nWhat was made stays where it is"),
                         lambda: queue.remove(name))  # fmt: skip
        self.buttons = (
            self.up, self.down, self.stop, self.again, self.open, self.folder, self.drop,
        )  # fmt: skip
        head = QHBoxLayout()
        head.setSpacing(0)
        head.addWidget(self.name, 1)
        for button in self.buttons:
            head.addWidget(button)
        column = QVBoxLayout(self)
        column.setContentsMargins(8, 4, 4, 6)
        column.setSpacing(2)
        column.addLayout(head)
        column.addWidget(self.bar)
        column.addWidget(self.told)
        column.addWidget(self.place)

    def show_item(self, item: Item, exports: Exports, first: bool, last: bool) -> None:
        self.item, state = item, item.state
        width = max(self.width() - 30 - 26 * _shown(item), 90)
        self.name.setText(self.name.fontMetrics().elidedText(item.title, _MIDDLE, width))
        self.up.setVisible(state == "waiting" and not first)
        self.down.setVisible(state == "waiting" and not last)
        self.stop.setVisible(state in ("waiting", "running"))
        self.again.setVisible(state in ("failed", "stopped"))
        self.open.setVisible(state == "done")
        self.folder.setVisible(state == "done")
        self.drop.setVisible(item.ended)
        self.bar.setVisible(state == "running")
        text = {
            "waiting": tr("waits"),
            "done": tr("ready, took {time}", time=_time(item.seconds)),
        }.get(state, "")
        job = exports.queue.running
        if state == "running" and job is not None:
            self.bar.setValue(round(job.fraction * 1000))
            left = job.time_left
            rest = f", {left}" if left and left.seconds >= 1 else ""
            text = tr("rests") if exports.queue.paused else f"{job.text}{rest}"
        elif state in ("failed", "stopped"):
            text = item.told or tr("given up")
        self.told.setObjectName("warning" if state == "failed" else "dim")
        self.told.style().polish(self.told)
        self.told.setText(text)
        where = str(item.file.parent)
        wide = max(self.width() - 24, 90)
        self.place.setText(self.place.fontMetrics().elidedText(where, _MIDDLE, wide))


def _shown(item: Item) -> int:
    """How many buttons are beside its name."""
    return 3 if item.state in ("waiting", "done") else 2


def _time(seconds: float) -> str:
    if seconds < 90:
        return f"{max(seconds, 1):.0f} s"
    return f"{seconds / 60:.0f} min"


class QueuePage(Column):
    def __init__(self, state: State, exports: Exports) -> None:
        super().__init__(state)
        self._exports = exports
        self.empty = note(tr(_EMPTY))
        self.pause = push(
            tr("Pause"), tr("Stop where it is, and go on from there"), self._pause, "pause"
        )
        self.clear = push(
            tr("Clear"), tr("Take all that is ready off this list"), self._clear, "trash-2"
        )
        self.again = push(
            tr("Go on with what was left"), tr("Make all that was not finished"), self._again
        )
        self.bar = self.side_by_side(self.pause, self.clear)
        self.add(self.again)
        self.add(self.empty)
        self.rows: dict[str, QueueRow] = {}
        self._list = QVBoxLayout()
        self._list.setSpacing(6)
        self.column.addLayout(self._list)

    def refresh(self) -> None:
        items = self._exports.items
        ids = [item.id for item in items]
        if list(self.rows) != ids:
            self._lay(items)
        wait = [item.id for item in items if item.state == "waiting"]
        for item in items:
            first, last = [item.id] == wait[:1], [item.id] == wait[-1:]
            self.rows[item.id].show_item(item, self._exports, first, last)
        self.empty.setVisible(not items)
        self.bar.setVisible(bool(items))
        queue = self._exports.queue if items else None
        paused = queue is not None and queue.paused
        self.pause.setText(tr("Go on") if paused else tr("Pause"))
        self.pause.setEnabled(paused or (queue is not None and queue.busy))
        self.clear.setEnabled(any(item.state == "done" for item in items))
        self.again.setVisible(sum(item.state == "stopped" for item in items) > 1)

    def _lay(self, items: tuple[Item, ...]) -> None:
        """Rows for these, in their order; those that are there stay."""
        old, self.rows = self.rows, {}
        for at, item in enumerate(items):
            row = old.pop(item.id, None) or QueueRow(self._exports, item)
            self.rows[item.id] = row
            self._list.insertWidget(at, row)
        for row in old.values():
            _take_off(row)

    def _pause(self) -> None:
        self._exports.queue.pause(not self._exports.queue.paused)

    def _clear(self) -> None:
        self._each("done", self._exports.queue.remove)

    def _again(self) -> None:
        self._each("stopped", self._exports.queue.retry)

    def _each(self, state: str, act: Callable[[str], None]) -> None:
        for item in self._exports.items:
            if item.state == state:
                act(item.id)


def _take_off(widget: QWidget) -> None:
    widget.setParent(None)
    widget.deleteLater()
