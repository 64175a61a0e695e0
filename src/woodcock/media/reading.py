"""Opening files that may not be there, in sentences."""

from __future__ import annotations

import stat
from collections.abc import Iterator
from contextlib import contextmanager
from pathlib import Path

import numpy as np
from numpy.typing import NDArray

from woodcock.errors import WoodcockError


@contextmanager
def reading(path: Path, thing: str) -> Iterator[None]:
    """Turns a missing file, a folder or a forbidden one into a WoodcockError with a sentence.

    `thing` is what a person was after: "picture", "project file".
    """
    try:
        yield
    except FileNotFoundError as error:
        raise WoodcockError(
            f"{path} does not exist. Check the name, or look where it is."
        ) from error
    except IsADirectoryError as error:
        raise WoodcockError(f"{path} is a folder. Choose a {thing} in it.") from error
    except PermissionError as error:
        raise WoodcockError(f"{path} may not be read. Check its permissions.") from error
    except OSError as error:
        raise WoodcockError(
            f"{path.name} could not be read ({error.strerror or error}). Nothing was changed. "
            "Check the disk it lies on."
        ) from error


def read_whole(path: Path, thing: str, most: int) -> NDArray[np.uint8]:
    """The bytes of a plain file; WoodcockError as `reading`, or if there are more than `most`.

    How many there are is looked at before any is read.
    """
    with reading(path, thing):
        about = path.stat()
        if not stat.S_ISREG(about.st_mode) and not stat.S_ISDIR(about.st_mode):
            raise WoodcockError(f"{path.name} is a device, not a file. Choose a {thing}.")
        if about.st_size > most:
            raise WoodcockError(
                f"{path.name} is larger than {most // 1_000_000} MB. Nothing was added. "
                "Cut it to the part that is needed."
            )
        with path.open("rb") as file:
            return np.frombuffer(file.read(most), np.uint8)
