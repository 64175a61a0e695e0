"""A process beside this one, asked for what may crash."""

from __future__ import annotations

import contextlib
import logging
import select
import socket
import subprocess
import time
import weakref
from collections.abc import Sequence
from functools import cache
from typing import Any, NamedTuple

from numpy.typing import NDArray

from woodcock.apart.confine import WALLS
from woodcock.apart.limits import allow, seconds_used
from woodcock.apart.python import FOLDER, clean_environment, python_command
from woodcock.apart.wire import GOODBYE, Message, receive, send
from woodcock.errors import WoodcockError
from woodcock.locks import new_lock
from woodcock.progress import Progress, report
from woodcock.texts import language, tr

_START = 30.0  # seconds a helper may take to be there
_PATIENCE = 1.6  # seconds of the processor's time without a word
_PER_BYTE = 1 / 4_000_000  # seconds more for each byte that is asked about
_IDLE = 2.0  # seconds without a word in which it does nothing
_IDLE_SHARED = 60.0  # seconds after which a helper that nobody asks ends
_SLOW = 30  # times as long, where the machine is busy with other things
_LOOK = 0.1  # seconds between two looks at it
_MEMORY = 450_000_000  # bytes a call may take, if nothing else is said
_LONGEST = 2000  # characters of a sentence
_log = logging.getLogger(__name__)


class Broke(Exception):
    """A helper crashed, was too slow, took too much memory, or said what makes no sense.

    The message says which, as a clause.
    """


class _Ended(Exception):
    """A helper ended by itself."""


class _Room(NamedTuple):
    """What an answer may take: bytes of memory, of files that have no name, and of its arrays, and
    seconds of the processor without a word."""

    memory: int
    files: int
    seconds: float
    answer: int


class Helper:
    """A process that answers the CALLS of a module; it is started when it is first asked.

    Safe to use from any thread; calls wait for each other. A helper that broke is started anew with
    the next call, and knows nothing of what it was told before. So does one that may be `idle` for
    only so many seconds.
    """

    def __init__(self, module: str, idle: float = 0.0) -> None:
        self._module, self._idle = module, idle
        self._lock = new_lock()
        self._process: subprocess.Popen[bytes] | None = None
        self._link: socket.socket | None = None
        self._end: weakref.finalize | None = None
        self._language = ""
        self.starts = 0  # how many processes it had

    def ask(
        self,
        call: str,
        data: dict[str, Any] | None = None,
        arrays: Sequence[NDArray] = (),
        progress: Progress | None = None,
        memory: int = _MEMORY,
        seconds: float = 0.0,
        most: int = 0,
    ) -> Message:
        """Its answer, with arrays of `most` bytes together.

        It may take `memory` bytes, and some time more than `seconds`, counted by the processor,
        without telling of progress. Raises WoodcockError where it refuses with a sentence, Broke,
        and Cancelled when `progress` asks for it: then what it was at is given up.
        """
        size = sum(array.nbytes for array in arrays)
        seconds += _PATIENCE + size * _PER_BYTE
        asked = {"call": call, **(data or {})}
        room = _Room(memory + size, size, seconds, most)
        with self._lock:
            try:
                try:
                    got = self._answer(asked, arrays, room, progress)
                except _Ended:  # it had been idle for so long
                    self._kill()
                    got = self._answer(asked, arrays, room, progress)
            except _Ended as error:
                self._kill()
                raise Broke(tr("reading it crashed")) from error
            except (ValueError, TypeError) as error:
                self._kill()
                raise Broke(tr("its helper made no sense ({error})", error=error)) from error
            except BaseException:
                self._kill()
                raise
        if "refused" in got.data:
            raise WoodcockError(str(got.data["refused"])[:_LONGEST])
        if "failed" in got.data:
            why = str(got.data["failed"])[:_LONGEST]
            raise Broke(tr("it takes too much memory") if why == "memory" else why)
        answer = got.data.get("answer")
        return Message(answer if isinstance(answer, dict) else {}, got.arrays)

    def warm(self) -> None:
        """Have its process there before it is asked, where that can be."""
        with self._lock, contextlib.suppress(Broke, OSError, EOFError, ValueError):
            self._started()

    def _answer(
        self,
        asked: dict[str, Any],
        arrays: Sequence[NDArray],
        room: _Room,
        progress: Progress | None,
    ) -> Message:
        """What comes of one try; _Ended if the helper had just ended by itself."""
        try:
            link = self._started()
            assert self._process is not None
            allow(self._process.pid, room.memory, room.files)
            send(link, asked, arrays)
            while True:
                self._await(link, room.seconds)
                got = receive(link, room.answer)
                if got.data == GOODBYE:
                    raise _Ended
                if "told" not in got.data:
                    return got
                fraction, text = got.data["told"]
                report(progress, float(fraction), str(text)[:_LONGEST])
        except (OSError, EOFError) as error:
            if self._took_leave():
                raise _Ended from error
            _log.warning("a helper for %s ended with %s", self._module, self._code())
            raise Broke(tr("reading it crashed")) from error

    def close(self) -> None:
        with self._lock:
            self._kill()

    def _started(self) -> socket.socket:
        lives = self._process is not None and self._process.poll() is None
        if self._link is not None and lives and self._language == language():
            return self._link
        self._kill()
        ours, theirs = socket.socketpair()
        ours.settimeout(_START)  # for one that stops in the middle of a word
        with theirs:
            self._language = language()
            handle = theirs.fileno()
            told = str(handle), self._module, str(self._idle), self._language
            self._process = subprocess.Popen(
                [*python_command("woodcock.apart.server"), *told],
                pass_fds=(handle,),
                stdin=subprocess.DEVNULL,
                stdout=subprocess.DEVNULL,
                stderr=subprocess.DEVNULL,
                cwd=FOLDER,
                env=clean_environment(),
            )
        self._link, self.starts = ours, self.starts + 1
        self._end = weakref.finalize(self, _end, self._process, ours)
        ready, _, _ = select.select([ours], [], [], _START)
        if not ready:
            raise Broke(tr("its helper could not be started"))
        missing = set(WALLS) - set(receive(ours, 0).data["walls"])
        if missing:
            _log.warning("this system does not confine helpers by %s", ", ".join(sorted(missing)))
        return ours

    def _await(self, link: socket.socket, seconds: float) -> None:
        """Until there is a word; Broke where there is none in time."""
        assert self._process is not None
        began, before = time.monotonic(), seconds_used(self._process.pid)
        moved = began  # when it was last seen to do something
        used = before
        while not select.select([link], [], [], _LOOK)[0]:
            now, spent = time.monotonic(), seconds_used(self._process.pid)
            if spent > used:
                moved, used = now, spent
            slow = spent - before > seconds or now - began > _SLOW * seconds
            if slow or now - moved > max(_IDLE, seconds):
                self._kill()
                raise Broke(tr("it takes too long"))

    def _code(self) -> int | None:
        """How its process ended."""
        code = None
        if self._process is not None:
            with contextlib.suppress(subprocess.TimeoutExpired):
                code = self._process.wait(1)
        self._kill()
        return code

    def _took_leave(self) -> bool:
        """Whether the last that was heard of it, before the line broke, is its goodbye."""
        if self._link is None:
            return False
        self._link.settimeout(_IDLE)
        with contextlib.suppress(OSError, EOFError, ValueError):
            return receive(self._link, 0).data == GOODBYE
        return False

    def _kill(self) -> None:
        if self._end is not None:
            self._end()
        self._process = self._link = self._end = None


def _end(process: subprocess.Popen[bytes], link: socket.socket) -> None:
    link.close()
    process.kill()
    process.wait()


@cache
def shared(module: str) -> Helper:
    """The one helper of a module for calls that need nothing of the ones before."""
    return Helper(module, idle=_IDLE_SHARED)
