"""How large the text of a project may be: one limit for what is written, read, and worked on."""

from __future__ import annotations

import msgspec

from woodcock.errors import InvalidValue
from woodcock.model import Project
from woodcock.texts import tr

MOST_TEXT = 16_000_000  # bytes
_MOST_VALUES, _MOST_NUMBERS = 300_000, 3_000_000
_LAID_OUT = 1_000_000  # bytes, up to which it is written to be read by people


class _Text(msgspec.Struct):
    """What `project.json` holds."""

    format: str
    version: int
    project: Project


def encoded(project: Project, version: int) -> bytes:
    """The text of a project; InvalidValue if it is larger than one may be."""
    text = msgspec.json.encode(_Text("woodcock-project", version, project))
    check_text(text)
    return msgspec.json.format(text, indent=2) if len(text) <= _LAID_OUT else text


def decoded(text: bytes) -> Project:
    """The project in a text of the present version; msgspec's errors if there is none."""
    return msgspec.json.decode(text, type=_Text).project


def check_text(text: bytes) -> None:
    """InvalidValue if a text is larger than one may be, before it is made values of."""
    many = text.count(b"{") > _MOST_VALUES or text.count(b",") > _MOST_NUMBERS
    if len(text) > MOST_TEXT or many:
        raise InvalidValue(
            tr("a project holds up to about 150,000 keys and points, and this would be more")
        )


def check_project(project: Project) -> None:
    """The same for a project that is being worked on: what can't be saved is not begun."""
    check_text(msgspec.json.encode(project))
