"""Projects of earlier formats brought up to the present one, as plain data."""

from __future__ import annotations

from typing import Any

# What a layer shows had a field of its own for each kind until version 2.
_CONTENTS = {"mask": "cut", "picture": "picture", "title": "title", "card": "card", "clip": "clip"}


def upgraded(project: Any, version: int) -> Any:
    """`project` (decoded JSON) of format `version` as the present format has it.

    ValueError or TypeError where it makes no sense in its own format.
    """
    if version < 2:
        project = {**project, "layers": [_with_content(layer) for layer in project["layers"]]}
    return project


def _with_content(layer: dict[str, Any]) -> dict[str, Any]:
    """From version 1: one field `content` in place of one for each kind."""
    rest = {name: value for name, value in layer.items() if name not in _CONTENTS}
    found = [
        {"type": tag, **layer[name]}
        for name, tag in _CONTENTS.items()
        if layer.get(name) is not None
    ]
    if len(found) > 1:
        raise ValueError("a layer is one thing: cut, picture, title, card or clip")
    return {**rest, "content": found[0] if found else None}
