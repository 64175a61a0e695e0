"""The helper's side: one call after the other, with as little as possible to do harm with."""

from __future__ import annotations

import importlib
import os
import resource
import select
import signal
import socket
import sys
import threading
import time
from collections.abc import Callable
from typing import Any

from woodcock import texts
from woodcock.apart.wire import Message, receive, send
from woodcock.errors import WoodcockError

# What a module has under the name CALLS: by name, what answers a call. It gets the call and
# `tell(fraction, text)`, and returns plain data and arrays.
Tell = Callable[[float, str], bool]
Call = Callable[[Message, Tell], Message]

_FILES = 64


def serve(handle: int, module: str, idle: float) -> None:
    """Answer calls of a module's CALLS until nobody asks any more, or, if it may be `idle` for only
    so many seconds, for so long."""
    threading.Thread(target=_end_with, args=(os.getppid(),), daemon=True).start()
    for number in (signal.SIGINT, signal.SIGHUP, signal.SIGXFSZ):
        signal.signal(number, signal.SIG_IGN)
    link = socket.socket(fileno=handle)
    calls: dict[str, Call] = importlib.import_module(module).CALLS
    _confine()
    send(link, {"ready": os.getpid()})
    while True:
        if idle and not select.select([link], [], [], idle)[0]:
            return
        try:
            asked = receive(link)
        except EOFError:
            return
        _answer(link, calls, asked)


def _end_with(parent: int) -> None:
    """End when the process that asks is gone, whatever is going on here.

    The system's own way (PR_SET_PDEATHSIG) goes by the thread that started this process.
    """
    while os.getppid() == parent:
        time.sleep(1)
    os._exit(1)


def _answer(link: socket.socket, calls: dict[str, Call], asked: Message) -> None:
    def tell(fraction: float, text: str) -> bool:
        send(link, {"told": [fraction, text]})
        return True

    try:
        _limit_memory(int(asked.data.pop("memory")))
        if (language := str(asked.data.pop("language"))) != texts.language():
            texts.use(language)
        data, arrays = calls[asked.data.pop("call")](asked, tell)
    except WoodcockError as error:
        send(link, {"refused": str(error)})
    except MemoryError:
        send(link, {"failed": "memory"})
    except OSError as error:
        if isinstance(error, BrokenPipeError):
            raise
        send(link, {"failed": f"{type(error).__name__}: {error}"[:300]})
    except Exception as error:
        send(link, {"failed": f"{type(error).__name__}: {error}"[:300]})
    else:
        send(link, {"answer": data}, arrays)


def _confine() -> None:
    """No file is written, nor a memory image where it crashes."""
    resource.setrlimit(resource.RLIMIT_CORE, (0, 0))
    _, most = resource.getrlimit(resource.RLIMIT_FSIZE)
    resource.setrlimit(resource.RLIMIT_FSIZE, (0, most))
    resource.setrlimit(resource.RLIMIT_NOFILE, (_FILES, _FILES))


def _limit_memory(more: int) -> None:
    """So many bytes more than now."""
    with open("/proc/self/status") as status:
        held = next(line for line in status if line.startswith("VmData"))
    _, most = resource.getrlimit(resource.RLIMIT_DATA)
    resource.setrlimit(resource.RLIMIT_DATA, (int(held.split()[1]) * 1024 + more, most))


def main(given: list[Any]) -> None:
    serve(int(given[0]), str(given[1]), float(given[2]))


if __name__ == "__main__":
    main(sys.argv[1:])
