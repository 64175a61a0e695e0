"""The keys that a person gave to commands; a small file that can be read and edited."""

from __future__ import annotations

from pathlib import Path

from woodcock.session.state_files import keep_state, read_state, state_folder


def keys_file() -> Path:
    """Where they are: {"name of the command": "Ctrl+J"}; "" is no key."""
    return state_folder() / "keys.json"


def kept_keys() -> dict[str, str]:
    """Command -> key, of those that are not as they ship; none where the file is damaged."""
    return read_state(keys_file(), dict[str, str]) or {}


def keep_key(command: str, keys: str | None) -> None:
    """Keep a command's key, or None for the one that ships; where that is not possible it lasts
    as long as the program runs."""
    kept = kept_keys()
    if keys is None:
        kept.pop(command, None)
    else:
        kept[command] = keys
    keep_state(keys_file(), kept)
