"""The keys that a person gave to commands; a small file that can be read and edited."""

from __future__ import annotations

import contextlib
from pathlib import Path

import msgspec

from woodcock.session.preferences import state_folder


def keys_file() -> Path:
    """Where they are: {"name of the command": "Ctrl+J"}; "" is no key."""
    return state_folder() / "keys.json"


def kept_keys() -> dict[str, str]:
    """Command -> key, of those that are not as they ship; none where the file is damaged."""
    try:
        return msgspec.json.decode(keys_file().read_bytes(), type=dict[str, str])
    except (OSError, msgspec.MsgspecError):
        return {}


def keep_key(command: str, keys: str | None) -> None:
    """Keep a command's key, or None for the one that ships; where that is not possible it lasts
    as long as the program runs."""
    kept = kept_keys()
    if keys is None:
        kept.pop(command, None)
    else:
        kept[command] = keys
    with contextlib.suppress(OSError):
        state_folder().mkdir(parents=True, exist_ok=True)
        keys_file().write_bytes(msgspec.json.format(msgspec.json.encode(kept), indent=1))
