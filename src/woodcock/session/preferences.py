"""What a person set once for all projects."""

from __future__ import annotations

import contextlib
import os
from pathlib import Path

import msgspec


class Preferences(msgspec.Struct, frozen=True):
    """Paths of ONNX models that stand in for what ships; empty: what ships.

    `subject_model` tells how much each place belongs to the subject, `nearness_model` how near it
    is; both as `woodcock.separate.estimators` says. `enlarging_model` enlarges pictures, as
    `woodcock.rebuild.enlarge` says.
    """

    subject_model: str = ""
    nearness_model: str = ""
    enlarging_model: str = ""


def state_folder() -> Path:
    """Where Woodcock keeps what it remembers between sessions."""
    import platformdirs

    return Path(os.environ.get("WOODCOCK_STATE") or platformdirs.user_state_dir("woodcock"))


def preferences() -> Preferences:
    """The preferences as they were last kept; those that ship if there are none."""
    try:
        return msgspec.json.decode(
            (state_folder() / "preferences.json").read_bytes(), type=Preferences
        )
    except (OSError, msgspec.MsgspecError):
        return Preferences()


def keep_preferences(chosen: Preferences) -> None:
    """Keep the preferences; where that is not possible they last as long as the program runs."""
    with contextlib.suppress(OSError):
        state_folder().mkdir(parents=True, exist_ok=True)
        (state_folder() / "preferences.json").write_bytes(msgspec.json.encode(chosen))
