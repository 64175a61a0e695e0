"""Saving that leaves a copy of the work somewhere, whatever goes wrong."""

from __future__ import annotations

from collections.abc import Callable
from pathlib import Path

from woodcock.errors import Cancelled, WoodcockError
from woodcock.media.archive import Stamp
from woodcock.media.project_file import ChangedOnDisk, save_project
from woodcock.model import Project
from woodcock.model.project import SUFFIX
from woodcock.pixels.store import PixelStore
from woodcock.private import private_folder
from woodcock.progress import Progress
from woodcock.session.state_files import state_folder
from woodcock.texts import tr


def save_or_rescue(
    path: Path,
    project: Project,
    store: PixelStore,
    progress: Progress | None = None,
    since: Stamp | None = None,
    packed: Callable[[str], bytes | None] = lambda name: None,
    history: bool = True,
) -> Stamp:
    """`save_project`; if that fails, keep a copy in Woodcock's own folder and say where.

    Raises WoodcockError with a sentence in that case too, and what `save_project` raises for a file
    that another program changed, and on request.
    """
    try:
        return save_project(path, project, store, progress, since, packed, history)
    except (Cancelled, ChangedOnDisk):
        raise
    except Exception as error:
        raise WoodcockError(f"{_sentence(path, error)} {_rescued(path, project, store)}") from error


def rescue_folder() -> Path:
    """Where copies go of what could not be saved."""
    return state_folder() / "rescued"


def _sentence(path: Path, error: Exception) -> str:
    if isinstance(error, WoodcockError):
        return str(error)
    return tr(
        "{name} could not be saved ({other}: {error}).",
        name=path.name,
        other=type(error).__name__,
        error=error,
    )


def _rescued(path: Path, project: Project, store: PixelStore) -> str:
    copy = rescue_folder() / f"{path.stem}{SUFFIX}"
    try:
        private_folder(copy.parent)
        save_project(copy, project, store)
    except Exception:
        return tr(
            "No copy could be kept elsewhere either: leave this window open, and use Save As with "
            "another place."
        )
    return tr("A copy of your work was kept as {copy}. Use Save As with another place.", copy=copy)
