"""The projects and photos opened last, with small pictures of them."""

from __future__ import annotations

import contextlib
import hashlib
import json
import os
from pathlib import Path

import msgspec
import numpy as np
from numpy.typing import NDArray

from woodcock.model import Frame
from woodcock.session.preferences import state_folder

_MOST = 10
SIDE = 240  # pixels of a small picture at the most


def _list() -> Path:
    return state_folder() / "recent.json"


def recent_files() -> tuple[Path, ...]:
    """The files opened or saved last that still exist, the latest first."""
    try:
        names = json.loads(_list().read_text())
        paths = [Path(name) for name in names if isinstance(name, str)]
    except (OSError, ValueError, TypeError):
        return ()
    return tuple(path for path in paths if path.exists())[:_MOST]


def remember(path: Path) -> None:
    """Put a file at the head of the list; a list that can't be kept is no reason to complain."""
    path = path.resolve()
    names = [str(path), *(str(p) for p in recent_files() if p != path)][:_MOST]
    with contextlib.suppress(OSError):
        _list().parent.mkdir(parents=True, exist_ok=True)
        _list().write_text(json.dumps(names))


def keep_step(path: Path, step: str) -> None:
    """Keep which step somebody was in when a file of the list was left."""
    known = {name: at for name, at in _steps().items() if Path(name) in recent_files()}
    with contextlib.suppress(OSError):
        _list().parent.mkdir(parents=True, exist_ok=True)
        text = json.dumps({**known, str(path.resolve()): step})
        (_list().parent / "steps.json").write_text(text)


def step_of(path: Path) -> str:
    """The step somebody was in when the file was left last; empty if that is not known."""
    return _steps().get(str(path.resolve()), "")


def _steps() -> dict[str, str]:
    try:
        found = json.loads((_list().parent / "steps.json").read_text())
        return {str(name): str(step) for name, step in found.items()}
    except (OSError, ValueError, AttributeError):
        return {}


def keep_frame(frame: Frame) -> None:
    """Keep the frame of a project that is left, to be offered to the next."""
    with contextlib.suppress(OSError):
        _list().parent.mkdir(parents=True, exist_ok=True)
        (_list().parent / "frame.json").write_bytes(msgspec.json.encode(frame))


def last_frame() -> Frame | None:
    """The frame of the project that was left last."""
    try:
        return msgspec.json.decode((_list().parent / "frame.json").read_bytes(), type=Frame)
    except (OSError, msgspec.MsgspecError, ValueError):
        return None


def keep_small(path: Path, picture: NDArray[np.uint8] | None) -> None:
    """Keep a small picture, (h, w, 3) uint8 sRGB, of a file in the list; those of files that are
    listed no more go."""
    from woodcock.media.picture import encode_png

    folder = _list().parent / "recent"
    listed = {_small(x) for x in recent_files()}
    with contextlib.suppress(OSError):
        folder.mkdir(parents=True, exist_ok=True)
        if picture is not None:
            _small(path.resolve()).write_bytes(encode_png(picture))
        for file in folder.glob("*.png"):
            if file not in listed:
                file.unlink()


def small_of(path: Path) -> bytes | None:
    """The small picture of a file in the list, as a PNG; None if there is none."""
    with contextlib.suppress(OSError):
        return _small(path.resolve()).read_bytes()
    return None


def _small(path: Path) -> Path:
    name = hashlib.blake2b(os.fsencode(path), digest_size=16).hexdigest()
    return _list().parent / "recent" / f"{name}.png"
