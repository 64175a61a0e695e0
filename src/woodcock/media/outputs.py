"""Where results may be written."""

from __future__ import annotations

from pathlib import Path

from woodcock.errors import WoodcockError
from woodcock.texts import tr


def with_suffix(path: Path, *suffixes: str) -> Path:
    """`path` ending in one of the suffixes: the first is added, so "Trip 2.1" loses nothing."""
    if path.name.lower().endswith(suffixes):
        return path
    return path.with_name(path.name + suffixes[0])


def check_output(path: Path, suffix: str, *sources: Path | None) -> None:
    """Raises WoodcockError, with a sentence, where a result would take the place of its source.

    It would also do so under a name that belongs to files of another kind.
    """
    for source in sources:
        if source is not None and source.exists() and path.exists() and path.samefile(source):
            raise WoodcockError(
                tr(
                    "{name} is what this is made from, so it was not written over. Choose another "
                    "name.",
                    name=path.name,
                )
            )
    if path.suffix.lower() != suffix:
        raise WoodcockError(
            tr(
                "{name} does not end in {suffix}, so nothing was written. Choose a name "
                "such as {other}.",
                name=path.name,
                suffix=suffix,
                other=with_suffix(path, suffix).name,
            )
        )
