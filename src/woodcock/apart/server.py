"""The helper's side: one call after the other, with as little as possible to do harm with."""

from __future__ import annotations

import contextlib
import importlib
import os
import pkgutil
import select
import signal
import socket
import sys
import threading
import time
from collections.abc import Callable
from typing import Any

from woodcock import texts
from woodcock.apart.confine import confine
from woodcock.apart.wire import GOODBYE, Message, receive, send
from woodcock.errors import WoodcockError

# What a module has under the name CALLS: by name, what answers a call. It gets the call and
# `tell(fraction, text)`, and returns plain data and arrays.
Tell = Callable[[float, str], bool]
Call = Callable[[Message, Tell], Message]


def serve(handle: int, module: str, idle: float, language: str) -> None:
    """Answer calls of a module's CALLS until nobody asks any more, or, if it may be `idle` for only
    so many seconds, for so long.

    From the first question on it can open no file: modules with CALLS import all they will need.
    """
    texts.use(language)
    for number in (signal.SIGINT, signal.SIGHUP, signal.SIGXFSZ):
        signal.signal(number, signal.SIG_IGN)
    link = socket.socket(fileno=handle)
    calls: dict[str, Call] = importlib.import_module(module).CALLS
    walls = confine()
    threading.Thread(target=_end_with, args=(os.getppid(),), daemon=True).start()
    send(link, {"walls": walls})
    while True:
        if idle and not select.select([link], [], [], idle)[0]:
            send(link, GOODBYE)
            return
        try:
            asked = receive(link)
        except EOFError:
            return
        _answer(link, calls, asked)


def loaded_whole(package: str) -> None:
    """Import all modules of a package, while files can still be opened."""
    for found in pkgutil.walk_packages(importlib.import_module(package).__path__, f"{package}."):
        if not found.name.endswith("__main__"):
            with contextlib.suppress(ImportError):  # what needs something that is not installed
                importlib.import_module(found.name)


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


def main(given: list[Any]) -> None:
    serve(int(given[0]), str(given[1]), float(given[2]), str(given[3]))


if __name__ == "__main__":
    main(sys.argv[1:])
