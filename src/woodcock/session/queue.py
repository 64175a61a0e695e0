"""Deliveries that wait and are made one after the other, while work goes on."""

from __future__ import annotations

import logging
import threading
import time
import uuid
from collections.abc import Callable
from contextlib import ExitStack
from pathlib import Path
from typing import Any, Literal

import msgspec
from msgspec.structs import replace

from woodcock.background import step_back
from woodcock.errors import Cancelled, WoodcockError
from woodcock.media.contents import files_of, pixels_of
from woodcock.model import Delivery, Project
from woodcock.pixels.store import PixelStore
from woodcock.session.deliver import deliver, take_of
from woodcock.session.jobs import Job
from woodcock.session.kept_queue import KeptQueue
from woodcock.session.studio import Studio
from woodcock.session.wording import inside
from woodcock.texts import tr, tr_noop

State = Literal["waiting", "running", "done", "failed", "stopped"]
_log = logging.getLogger(__name__)
_LEFT = tr_noop("It was not finished when Woodcock was closed.")
_TELL = 0.2  # seconds between two changes that only tell how far it is


class Item(msgspec.Struct, frozen=True):
    """One delivery in a queue. `snapshot` names the project as it was when it was queued.

    `told` is why it failed; `seconds` is how long it took.
    """

    id: str
    title: str
    delivery: Delivery
    path: str
    snapshot: str = ""
    state: State = "waiting"
    told: str = ""
    seconds: float = 0.0

    @property
    def file(self) -> Path:
        return Path(self.path)

    @property
    def ended(self) -> bool:
        return self.state in ("done", "failed", "stopped")


class Queue:
    """Makes deliveries on a thread of its own; safe to use from any thread.

    Each is made from the project as it was when it was queued. `changed()` is called, on any
    thread, whenever something is different. With a `kept` folder it survives closing and crashes:
    what was not made then is listed as stopped, and made when it is asked for.
    """

    def __init__(
        self,
        store: PixelStore,
        studio: Studio | None = None,
        kept: KeptQueue | None = None,
        changed: Callable[[], None] = lambda: None,
    ) -> None:
        self._store, self._shown, self._changed = store, studio, changed
        self._own = Studio(store)
        self._kept = kept
        self._items: list[Item] = []
        self._projects: dict[str, Project] = {}
        self._holding: dict[str, ExitStack] = {}
        self._wake = threading.Condition()
        self._paused = self._held = self._closing = False
        self._job: Job | None = None
        self._thread: threading.Thread | None = None
        self._told_at = 0.0
        if kept is not None:
            self._items = [x for x in (_read(raw) for raw in kept.items()) if x is not None]

    @property
    def items(self) -> tuple[Item, ...]:
        with self._wake:
            return tuple(self._items)

    @property
    def running(self) -> Job | None:
        """What is being made, with its progress."""
        return self._job

    @property
    def busy(self) -> bool:
        """Whether anything is being made, or would be next."""
        with self._wake:
            waits = any(item.state == "waiting" for item in self._items)
        return self._job is not None or (waits and not self._paused)

    @property
    def paused(self) -> bool:
        return self._paused

    def add(self, project: Project, delivery: Delivery, path: Path, title: str = "") -> str:
        """Queue a delivery of the project as it is now; its id."""
        item = Item(uuid.uuid4().hex[:12], title or path.stem, delivery, str(path))
        hold = ExitStack()
        hold.enter_context(self._store.held((*pixels_of(project), *files_of(project))))
        with self._wake:
            self._items.append(item)
            self._projects[item.id], self._holding[item.id] = project, hold
        if self._kept is not None:
            self._kept.keep(project, self._store, lambda name: self._snapshot(item.id, name))
        self._go()
        return item.id

    def pause(self, on: bool) -> None:
        """Stop where it is, and go on from there."""
        with self._wake:
            self._paused = on
        self._go()

    def hold(self, on: bool) -> None:
        """A hand is at work: wait, whatever is being made, until it rests."""
        with self._wake:
            self._held = on
            self._wake.notify_all()

    def cancel(self, item_id: str) -> None:
        """Give one up; nothing half-done stays."""
        with self._wake:
            item = self._item(item_id)
            if item is not None and item.state == "waiting":
                self._set(replace(item, state="stopped"))
            elif item is not None and item.state == "running" and self._job is not None:
                self._job.cancel()
        self._go()

    def retry(self, item_id: str) -> None:
        """Make one that failed, or was given up, after all."""
        with self._wake:
            item = self._item(item_id)
            if item is not None and item.ended:
                self._items.remove(item)
                self._items.append(replace(item, state="waiting", told=""))
        self._go()

    def move(self, item_id: str, by: int) -> None:
        """One that waits so many places later (or earlier, if `by` is negative)."""
        with self._wake:
            item = self._item(item_id)
            if item is not None and item.state == "waiting":
                at = self._items.index(item)
                self._items.pop(at)
                self._items.insert(min(max(at + by, 0), len(self._items)), item)
        self._go()

    def remove(self, item_id: str) -> None:
        """Take one off the list that is not being made."""
        with self._wake:
            item = self._item(item_id)
            if item is not None and item.state != "running":
                self._items.remove(item)
                self._let_go(item_id)
        self._go()

    def wait(self, seconds: float | None = None) -> bool:
        """Until nothing waits any more; False if that takes longer."""
        with self._wake:
            return self._wake.wait_for(lambda: not self._unfinished(), seconds)

    def close(self, seconds: float = 30.0) -> None:
        """Stop, within so many seconds; what is being made waits for the next time from its
        beginning."""
        end = time.monotonic() + seconds
        with self._wake:
            self._closing = True
            if self._job is not None:
                self._job.cancel()
            self._wake.notify_all()
        if self._thread is not None:
            self._thread.join(seconds)
        self._save()
        if self._kept is not None:
            self._kept.close(max(end - time.monotonic(), 0.2))
        for item_id in list(self._holding):
            self._let_go(item_id)

    def _go(self) -> None:
        """Something changed: go on, and tell."""
        with self._wake:
            if self._thread is None and self._unfinished() and not self._paused:
                self._thread = threading.Thread(target=self._run, name="queue", daemon=True)
                self._thread.start()
            self._wake.notify_all()
        self._save()
        self._changed()

    def _unfinished(self) -> bool:
        return any(item.state in ("waiting", "running") for item in self._items)

    def _item(self, item_id: str) -> Item | None:
        return next((item for item in self._items if item.id == item_id), None)

    def _set(self, item: Item) -> None:
        self._items = [item if item.id == x.id else x for x in self._items]

    def _snapshot(self, item_id: str, name: str) -> None:
        with self._wake:
            item = self._item(item_id)
            if item is not None:
                self._set(replace(item, snapshot=name))
        self._save()

    def _save(self) -> None:
        if self._kept is not None:
            self._kept.save(self._listed)

    def _listed(self) -> list[dict[str, Any]]:
        """What is kept: all that is not done, once its project is."""
        with self._wake:
            items = [x for x in self._items if x.snapshot and x.state != "done"]
        return [msgspec.to_builtins(x) for x in items]

    def _run(self) -> None:
        step_back()
        while True:
            with self._wake:
                self._wake.wait_for(lambda: self._closing or self._next() is not None)
                if self._closing:
                    return
                item = self._next()
                assert item is not None
                self._set(item := replace(item, state="running"))
                self._job = job = Job(item.title)
            self._save()
            self._changed()
            ended = self._made(item, job)
            with self._wake:
                self._job = None
                left = self._item(item.id)
                # Where it was given up by closing, it is made the next time.
                state = "waiting" if self._closing and ended.state == "stopped" else ended.state
                if left is not None:
                    told, seconds = ended.told, ended.seconds
                    self._set(replace(left, state=state, told=told, seconds=seconds))
                if state == "done":
                    self._let_go(item.id)
                if not self._unfinished():
                    self._own.forget()
                self._wake.notify_all()
            self._save()
            self._changed()

    def _next(self) -> Item | None:
        if self._paused:
            return None
        return next((item for item in self._items if item.state == "waiting"), None)

    def _made(self, item: Item, job: Job) -> Item:
        """Make one; how it ended."""
        began = time.monotonic()
        try:
            project = self._projects.get(item.id)
            if project is None:
                if self._kept is None or not item.snapshot:
                    raise WoodcockError(
                        tr("The project it was to be made from is gone. Queue it anew.")
                    )
                project = self._kept.load(item.snapshot, self._store)
            take = take_of(project, item.delivery, self._store)
            shown = self._shown
            ready = shown is not None and shown.ready(take.project)
            studio = shown if ready and shown is not None else self._own
            deliver(project, item.delivery, item.file, studio, self._telling(job))
            return replace(item, state="done", seconds=time.monotonic() - began)
        except Cancelled:
            return replace(item, state="stopped")
        except WoodcockError as error:
            return replace(item, state="failed", told=str(error))
        except MemoryError:
            told = tr(
                "There was not enough memory for it. Nothing was left behind. "
                "Close other programs, or make it smaller."
            )
            return replace(item, state="failed", told=told)
        except Exception as error:
            _log.exception("delivering %s failed", item.path)
            return replace(item, state="failed", told=inside(error))

    def _telling(self, job: Job) -> Callable[[float, str], bool]:
        """How far it is, told now and then; where it waits while paused."""

        def tell(fraction: float, text: str) -> bool:
            job.progress(fraction, text)
            now = time.monotonic()
            if now - self._told_at > _TELL:
                self._told_at = now
                self._changed()
            with self._wake:
                resting = self._wake.wait_for(
                    lambda: job.cancelled or self._closing or not (self._paused or self._held)
                )
            return resting and not job.cancelled

        return tell

    def _let_go(self, item_id: str) -> None:
        self._projects.pop(item_id, None)
        hold = self._holding.pop(item_id, None)
        if hold is not None:
            hold.close()


def _read(raw: object) -> Item | None:
    """An item as it was kept: not made yet. None where it makes no sense."""
    try:
        item = msgspec.convert(raw, Item)
    except (msgspec.ValidationError, WoodcockError, ValueError, TypeError):
        return None
    return item if item.ended else replace(item, state="stopped", told=tr(_LEFT))
