"""Opening files that may not be there, in sentences."""

from __future__ import annotations

import stat
from collections.abc import Iterator
from contextlib import contextmanager
from pathlib import Path

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
    """The bytes of a plain file; WoodcockError as `reading`, or if there are more than `most`.

    How many there are is looked at before any is read.
    """
    with reading(path, thing):
        about = path.stat()
        if not stat.S_ISREG(about.st_mode) and not stat.S_ISDIR(about.st_mode):
            raise WoodcockError(
                tr(
                    "{name} is a device, not a file. Choose a {thing}.",
                    name=path.name,
                    thing=tr(thing),
                )
            )
        if about.st_size > most:
            raise WoodcockError(
                tr(
                    "{name} is larger than {most} MB. Nothing was added. Cut it to the part that "
                    "is needed.",
                    name=path.name,
                    most=most // 1000000,
                )
            )
        with path.open("rb") as file:
            return np.frombuffer(file.read(most), np.uint8)
