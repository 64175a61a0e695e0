"""The projects and photos opened last, with small pictures of them."""

from __future__ import annotations

import contextlib
import hashlib
import os
from pathlib import Path

import numpy as np
from numpy.typing import NDArray

from woodcock.model import Frame
from woodcock.private import write_private
from woodcock.reading import read_plain
from woodcock.session.state_files import keep_state, read_state, state_folder

_MOST = 10
_MOST_SMALL = 1_000_000  # bytes of a small picture
SIDE = 240  # pixels of a small picture at the most


def _list() -> Path:
    return state_folder() / "recent.json"


def recent_files() -> tuple[Path, ...]:
    """The files opened or saved last that still exist, the latest first."""
    names = read_state(_list(), list[str]) or []
    return tuple(path for path in map(Path, names) if _is_there(path))[:_MOST]


def _is_there(path: Path) -> bool:
    try:
        return path.exists()
    except (OSError, ValueError):  # no name that a file can have
        return False


def remember(path: Path) -> None:
    """Put a file at the head of the list; a list that can't be kept is no reason to complain."""
    path = path.resolve()
    keep_state(_list(), [str(path), *(str(p) for p in recent_files() if p != path)][:_MOST])


def keep_step(path: Path, step: str) -> None:
    """Keep which step somebody was in when a file of the list was left."""
    known = {name: at for name, at in _steps().items() if Path(name) in recent_files()}
    keep_state(_beside("steps.json"), {**known, str(path.resolve()): step})


def step_of(path: Path) -> str:
    """The step somebody was in when the file was left last; empty if that is not known."""
    return _steps().get(str(path.resolve()), "")


def _steps() -> dict[str, str]:
    return read_state(_beside("steps.json"), dict[str, str]) or {}


def keep_frame(frame: Frame) -> None:
    """Keep the frame of a project that is left, to be offered to the next."""
    keep_state(_beside("frame.json"), frame)


def last_frame() -> Frame | None:
    """The frame of the project that was left last."""
    return read_state(_beside("frame.json"), Frame)


def _beside(name: str) -> Path:
    return _list().parent / name


def keep_small(path: Path, picture: NDArray[np.uint8] | None) -> None:
    """Keep a small picture, (h, w, 3) uint8 sRGB, of a file in the list; those of files that are
    listed no more go."""
    from woodcock.media.picture import encode_png

    folder = _list().parent / "recent"
    listed = {_small(x) for x in recent_files()}
    with contextlib.suppress(OSError):
        if picture is not None:
            write_private(_small(path.resolve()), encode_png(picture))
        for file in folder.glob("*.png"):
            if file not in listed:
                file.unlink()


def small_of(path: Path) -> bytes | None:
    """The small picture of a file in the list, as a PNG; None if there is none."""
    with contextlib.suppress(OSError):
        return read_plain(_small(path.resolve()), _MOST_SMALL)
    return None


def _small(path: Path) -> Path:
    name = hashlib.blake2b(os.fsencode(path), digest_size=16).hexdigest()
    return _list().parent / "recent" / f"{name}.png"
