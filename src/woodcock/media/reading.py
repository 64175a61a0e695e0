"""Opening files that may not be there, in sentences."""

from __future__ import annotations

from collections.abc import Iterator
from contextlib import contextmanager
from pathlib import Path

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
