"""Frames for the window, drawn on a thread of their own; those for playing are drawn ahead."""

from __future__ import annotations

import threading
import time as clock
from contextlib import suppress
from dataclasses import dataclass
from typing import TYPE_CHECKING

import numpy as np
from PySide6.QtCore import QObject, Signal, SignalInstance
from PySide6.QtGui import QImage

from woodcock.app.picture.image import hatched, image_of, striped
from woodcock.app.picture.kept_frames import KeptFrames
from woodcock.app.state import State
from woodcock.background import EYE, step_back
from woodcock.errors import Cancelled
from woodcock.model import Project
from woodcock.session.finishing import unfinished

if TYPE_CHECKING:
    from woodcock.render import Atlas

FEW = 4  # moments a frame with motion blur is looked at while it plays
_QUIET = 0.35  # seconds without a request before frames are drawn ahead

Size = tuple[int, int]


@dataclass(frozen=True)
class _Request:
    project: Project
    times: tuple[float, ...]
    size: Size
    plain: bool = False  # with nothing done to them
    marked: bool = False  # what is in focus, striped


class Previews(QObject):
    """Renders frames on a worker thread; of requests that pile up only the last is drawn."""

    drawn = Signal(QImage, float)
    kept = Signal()  # one more frame for playing
    failed = Signal(object)

    def __init__(self, state: State) -> None:
        super().__init__(state)
        self._state = state
        self.frames = KeptFrames()
        self._next: _Request | None = None
        self._drawing: tuple[_Request, int] | None = None  # and the plates it is drawn from
        self._ahead: Size | None = None  # the size of frames that are drawn ahead
        self._wake = threading.Condition()
        self._closing = self._wanted = self._held = False
        self._asked = 0.0
        self.busy = False
        self.count = 0
        self._thread = threading.Thread(target=self._run, name="preview", daemon=True)
        self._thread.start()

    def ask(
        self, times: tuple[float, ...], size: Size, plain: bool = False, marked: bool = False
    ) -> None:
        """Ask for frames of the present project; `drawn` follows with each picture.

        `plain` ones have nothing done to them; with `marked`, what is in focus is striped.
        """
        request = _Request(self._state.project, times, size, plain, marked)
        with self._wake:
            if self._next is None and self._drawing == (request, self._plates()):
                return  # it is on its way: begun again it would only be later
            self._next = request
            self._asked = clock.monotonic()
            self.busy = True
            self._wake.notify()

    def draw_ahead(self, size: Size | None) -> None:
        """Draw the frames of the clip, or of the range that is played, while nothing else is
        asked for; None: no more."""
        if size != self._ahead:
            with self._wake:
                self._ahead = size
                self._wake.notify()

    def hold(self, on: bool) -> None:
        """Draw nothing ahead for now: something else needs the machine more."""
        if on != self._held:
            with self._wake:
                self._held = on
                self._wake.notify()

    def kept_frame(self, index: int) -> QImage | None:
        """A frame of the present project at the size for playing, if it is at hand."""
        size = self._ahead
        return None if size is None else self.frames.get(self._state.project, size, index)

    def warm_up(self) -> None:
        """Load the renderer before the first picture is asked for."""
        with self._wake:
            self._wanted = True
            self._wake.notify()

    def close(self) -> None:
        with self._wake:
            self._closing = True
            self._wake.notify()
        self._thread.join(1.5)

    def _run(self) -> None:
        step_back(EYE)
        with self._wake:
            while not (self._wanted or self._next or self._closing):
                self._wake.wait()
        if self._closing:
            return
        from woodcock.render import load_renderer

        load_renderer()
        while True:
            request = self._await()
            if self._closing:
                return
            try:
                if request is None:
                    self._draw_one_ahead()
                else:
                    self._draw(request)
            except Cancelled:  # what it was drawn from is open no more
                continue
            except Exception as error:  # the thread must live on, and the person must hear of it
                self._tell(self.failed, error)

    def _await(self) -> _Request | None:
        """The next request; None when there is time to draw ahead."""
        with self._wake:
            while self._next is None and not self._closing:
                self.busy = False
                left = self._asked + _QUIET - clock.monotonic()
                ahead = self._ahead is not None and not self._held
                if ahead and left <= 0 and self._wanted_ahead() is not None:
                    return None
                self._wake.wait(left if ahead and left > 0 else None)
            request, self._next = self._next, None
            return request

    def _draw(self, request: _Request) -> None:
        self._drawing = request, self._plates()
        try:
            self._draw_each(request)
        finally:
            self._drawing = None

    def _plates(self) -> int:
        """Which plates there are now."""
        project = self._state.project
        return 0 if project.photo is None else id(self._state.studio.latest(project))

    def _draw_each(self, request: _Request) -> None:
        atlas = self._state.studio.newest(request.project)
        for time in request.times if atlas is not None else ():
            if self._next is not None:
                return
            assert atlas is not None
            try:
                image = self._frame(request, atlas, time)
            except Cancelled:  # another picture is wanted by now
                return
            self.count += 1
            self._tell(self.drawn, image, time)

    def _frame(self, request: _Request, atlas: Atlas, time: float) -> QImage:
        from woodcock.render import render_frame

        project = unfinished(request.project) if request.plain else request.project
        size = request.size
        index = project.frame.index(time)
        kept = None
        # What is only looked at for a moment takes no kept frame's place.
        keeps = size == self._ahead and not (request.plain or request.marked)
        looks = FEW if self._state.playing and project.lens.shutter.on else None
        if keeps:
            self.frames.open(project, atlas, size)
            kept = self.frames.get(project, size, index)
        if kept is not None:
            return kept
        cover = np.empty((size[1], size[0]), np.uint8)
        picture = render_frame(
            project, atlas, time, size, cover=cover, stop=self._outdated, looks=looks
        )
        if request.marked:
            from woodcock.render import in_focus

            picture = striped(picture, in_focus(project, atlas, time, size, stop=self._outdated))
        image = image_of(hatched(picture, cover))
        if keeps and looks is None:
            self.frames.put(project, index, image)
            self._tell(self.kept)
        return image

    def _tell(self, signal: SignalInstance, *said: object) -> None:
        """From the drawing thread; nobody is there any more after `close`."""
        if not self._closing:
            signal.emit(*said)

    def _outdated(self) -> bool:
        """Whether something else is to be drawn by now, or nothing any more."""
        return self._next is not None or self._closing

    def _wanted_ahead(self) -> int | None:
        """The number of the next frame to be drawn ahead."""
        state, size = self._state, self._ahead
        atlas = None if state.project.photo is None else state.studio.newest(state.project)
        if atlas is None or size is None:
            return None
        self.frames.open(state.project, atlas, size)
        first, last = state.played
        here = min(max(state.project.frame.index(state.time), first), last)
        return self.frames.missing((*range(here, last + 1), *range(first, here)))

    def _draw_one_ahead(self) -> None:
        index, size, project = self._wanted_ahead(), self._ahead, self._state.project
        atlas = None if project.photo is None else self._state.studio.newest(project)
        if index is not None and size is not None and atlas is not None:
            with suppress(Cancelled):  # something is asked for: that goes first
                self._frame(_Request(project, (), size), atlas, project.frame.time(index))
