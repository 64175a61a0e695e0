"""Disks that fail at the n-th call that changes anything: what the library calls, in this process.

What libraries in C write to files by themselves, as videos, goes past this; `benchmarks/torture.py
disks` has a disk that is really full for those.
"""

import builtins
import errno
import io
import os
from contextlib import contextmanager

FAULTS = ("ENOSPC", "EIO", "EACCES", "short")
_CHANGING = os.O_WRONLY | os.O_RDWR | os.O_CREAT
_CALLS = ("replace", "rename", "fsync", "ftruncate", "mkdir", "unlink", "chmod", "fchmod",
          "utime", "link", "symlink")  # fmt: skip


class Faults:
    """How many calls there were, and whether one of them failed."""

    def __init__(self, kind, at):
        self.kind, self.at, self.count, self.failed = kind, at, 0, False

    def due(self, writes=False):
        """Whether the call that is made now is to fail; raises, or is True for a short write."""
        self.count += 1
        if self.count != self.at or (self.kind == "short" and not writes):
            return False
        self.failed = True
        if self.kind == "short":
            return True
        code = getattr(errno, self.kind)
        raise OSError(code, os.strerror(code))


@contextmanager
def failing(kind, at):
    """Has call `at` fail; without one, they are only counted."""
    faults = Faults(kind, at)
    real = {name: getattr(os, name) for name in (*_CALLS, "open", "write", "pwrite")}
    real_open = io.open

    class File(io.FileIO):
        def write(self, data):
            if faults.due(writes=True):
                data = memoryview(data).cast("B")[: max(len(data) // 2, 1)]
            return super().write(data)

    def opened(file, mode="r", buffering=-1, encoding=None, errors=None, newline=None,
               closefd=True, opener=None):  # fmt: skip
        if not set(mode) & set("wax+"):
            return real_open(file, mode, buffering, encoding, errors, newline, closefd, opener)
        faults.due()
        raw = File(file, mode.replace("b", "").replace("t", ""), closefd, opener)
        made = io.BufferedRandom(raw) if "+" in mode else io.BufferedWriter(raw)
        return made if "b" in mode else io.TextIOWrapper(made, encoding, errors, newline)

    def counted(name):
        def call(*given, **named):
            faults.due()
            return real[name](*given, **named)

        return call

    def os_open(path, flags, *given, **named):
        if flags & _CHANGING:
            faults.due()
        return real["open"](path, flags, *given, **named)

    def write(handle, data):
        short = faults.due(writes=True)
        return real["write"](handle, data[: max(len(data) // 2, 1)] if short else data)

    def pwrite(handle, data, place):
        short = faults.due(writes=True)
        return real["pwrite"](handle, data[: max(len(data) // 2, 1)] if short else data, place)

    import numpy as np

    plain = np.lib._format_impl.isfileobj if hasattr(np.lib, "_format_impl") else None
    try:
        io.open = builtins.open = opened
        os.open, os.write, os.pwrite = os_open, write, pwrite
        for name in _CALLS:
            setattr(os, name, counted(name))
        if plain is not None:  # NumPy would write past the file's own way
            np.lib._format_impl.isfileobj = lambda file: False
        yield faults
    finally:
        io.open = builtins.open = real_open
        for name, call in real.items():
            setattr(os, name, call)
        if plain is not None:
            np.lib._format_impl.isfileobj = plain
