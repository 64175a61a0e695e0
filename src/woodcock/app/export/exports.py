"""What is being exported: the queue, as the window sees it."""

from __future__ import annotations

from pathlib import Path
from typing import TYPE_CHECKING

from PySide6.QtCore import QObject, Signal

from woodcock.app.state import State
from woodcock.model import Delivery
from woodcock.session.jobs import Job
from woodcock.session.state_files import state_folder
from woodcock.texts import tr

if TYPE_CHECKING:
    from woodcock.session.queue import Item, Queue


class Exports(QObject):
    """The window's queue; loaded with the first delivery, or with what was left of the last time.

    `changed` is emitted on the interface thread.
    """

    changed = Signal()

    def __init__(self, state: State) -> None:
        super().__init__(state)
        self._state = state
        self._queue: Queue | None = None
        self._told: set[str] = set()

    @property
    def queue(self) -> Queue:
        if self._queue is None:
            from woodcock.session.kept_queue import KeptQueue
            from woodcock.session.queue import Queue

            state = self._state
            self._queue = Queue(
                state.document.store, state.studio, KeptQueue(), changed=self.changed.emit
            )
            self.changed.connect(self._tell)
            self._told = {item.id for item in self._queue.items}
        return self._queue

    @property
    def items(self) -> tuple[Item, ...]:
        return self._queue.items if self._queue else ()

    @property
    def running(self) -> tuple[Job, ...]:
        """What is being made, if anything."""
        job = self._queue.running if self._queue else None
        return (job,) if job else ()

    @property
    def busy(self) -> bool:
        return self._queue is not None and self._queue.busy

    def add(self, delivery: Delivery, path: Path) -> None:
        """Queue the clip as it is now."""
        from woodcock.session.purposes import files_of

        for where, each in files_of(path, delivery):
            self.queue.add(self._state.project, each, where, where.name)
        wait = sum(item.state == "waiting" for item in self.items)
        later = tr(" It is number {wait} of those that wait.", wait=wait) if wait > 1 else ""
        self._state.told.emit(
            tr("{name} is in the queue; go on meanwhile.{later}", name=path.name, later=later)
        )

    def look_back(self) -> None:
        """Take up what was not finished the last time."""
        kept = (state_folder() / "queue").glob("*/queue.json")
        if self._queue is None and any(path.stat().st_size > 2 for path in kept):
            left = len(self.queue.items)
            if left:
                self._state.told.emit(
                    tr(
                        "%n exports were not finished the last time. The queue in Export has them.",
                        "",
                        left,
                    )
                )
            self.changed.emit()

    def hold(self, on: bool) -> None:
        """A hand is at work, or rests again."""
        if self._queue is not None:
            self._queue.hold(on)

    def close(self, seconds: float) -> None:
        if self._queue is not None:
            self._queue.close(seconds)

    def _tell(self) -> None:
        """Say what was done or failed since."""
        for item in self.items:
            if not item.ended:
                self._told.discard(item.id)
            elif item.id not in self._told:
                self._told.add(item.id)
                name = item.file.name
                sentence = {
                    "done": tr("{name} is ready, in {parent}.", name=name, parent=item.file.parent),
                    "stopped": tr(
                        "{name} was cancelled. Nothing half-done was left behind.", name=name
                    ),
                }
                self._state.told.emit(sentence.get(item.state, item.told))
