"""Opening files that may not be there, or be something else, in sentences."""

from __future__ import annotations

import errno
import os
import stat
from collections.abc import Iterator
from contextlib import contextmanager
from pathlib import Path
from typing import BinaryIO

import numpy as np
from numpy.typing import NDArray

from woodcock.errors import WoodcockError
from woodcock.texts import tr


@contextmanager
def reading(path: Path, thing: str) -> Iterator[None]:
    """Turns a missing file, a folder or a forbidden one into a WoodcockError with a sentence.

    `thing` is what a person was after, as `tr_noop` marks it: "picture", "project file".
    """
    try:
        yield
    except FileNotFoundError as error:
        raise WoodcockError(
            tr("{path} does not exist. Check the name, or look where it is.", path=path)
        ) from error
    except IsADirectoryError as error:
        raise WoodcockError(
            tr("{path} is a folder. Choose a {thing} in it.", path=path, thing=tr(thing))
        ) from error
    except NotPlain as error:
        raise WoodcockError(
            tr("{name} is a device, not a file. Choose a {thing}.", name=path.name, thing=tr(thing))
        ) from error
    except PermissionError as error:
        raise WoodcockError(
            tr("{path} may not be read. Check its permissions.", path=path)
        ) from error
    except OSError as error:
        raise WoodcockError(
            tr(
                "{name} could not be read ({why}). Nothing was changed. Check the disk it lies on.",
                name=path.name,
                why=error.strerror or error,
            )
        ) from error


def read_whole(path: Path, thing: str, most: int) -> NDArray[np.uint8]:
    """The bytes of a plain file; WoodcockError as `reading`, or if there are more than `most`."""
    with reading(path, thing):
        try:
            return np.frombuffer(read_plain(path, most), np.uint8)
        except TooLarge as error:
            raise WoodcockError(
                tr(
                    "{name} is larger than {most} MB. Nothing was added. Cut it to the part that "
                    "is needed.",
                    name=path.name,
                    most=most // 1000000,
                )
            ) from error


class NotPlain(OSError):
    """A pipe, a device or a socket, which would be waited for, or never end."""


class TooLarge(OSError):
    """More bytes than were asked for."""


def read_plain(path: Path, most: int) -> bytes:
    """The bytes of a plain file, however it is called; OSError if it can't be read.

    Its kind and its size are known before a byte is read: NotPlain or TooLarge, which are
    OSErrors, too.
    """
    with open_plain(path) as file:
        if os.fstat(file.fileno()).st_size > most:
            raise TooLarge(errno.EFBIG, os.strerror(errno.EFBIG), str(path))
        data = file.read(most + 1)
    if len(data) > most:  # it grew
        raise TooLarge(errno.EFBIG, os.strerror(errno.EFBIG), str(path))
    return data


def open_plain(path: Path) -> BinaryIO:
    """A plain file, opened to be read; OSError if that can't be done, NotPlain if it is none.

    Nothing is waited for, as opening a pipe does.
    """
    handle = os.open(path, os.O_RDONLY | os.O_NONBLOCK | os.O_CLOEXEC | os.O_NOCTTY)
    kind = os.fstat(handle).st_mode
    if not stat.S_ISREG(kind):
        os.close(handle)
        if stat.S_ISDIR(kind):
            raise IsADirectoryError(errno.EISDIR, os.strerror(errno.EISDIR), str(path))
        raise NotPlain(errno.EINVAL, os.strerror(errno.EINVAL), str(path))
    return os.fdopen(handle, "rb")
