"""The guide in sections, to be looked through."""

from __future__ import annotations

import re
from dataclasses import dataclass
from pathlib import Path

from woodcock.texts import language

FOLDER = Path(__file__).parents[2] / "assets" / "help"


@dataclass(frozen=True)
class Section:
    """A part of a text under one heading; `number` counts the headings of the text from 0."""

    number: int
    level: int
    title: str
    text: str


def text_of(name: str) -> str:
    """A text in the language that is spoken; in English if there is no other."""
    own = FOLDER / f"{name}.{language()}.md"
    return (own if own.exists() else FOLDER / f"{name}.md").read_text(encoding="utf-8")


def sections(markdown: str) -> list[Section]:
    """The sections of a text, in order."""
    heads = list(re.finditer(r"^(#{1,4}) +(.+)$", markdown, re.M))
    ends = [head.start() for head in heads[1:]] + [len(markdown)]
    return [
        Section(number, len(head[1]), head[2].strip(), markdown[head.end() : end])
        for number, (head, end) in enumerate(zip(heads, ends, strict=True))
    ]


def with_words(found: list[Section], wanted: str) -> list[Section]:
    """Those in which every word that is wanted begins some word; those that name it come first."""
    words = wanted.lower().split()

    def has(text: str) -> bool:
        return all(re.search(rf"\b{re.escape(word)}", text.lower()) for word in words)

    hits = [one for one in found if has(f"{one.title}\n{one.text}")]
    return sorted(hits, key=lambda one: not has(one.title)) if words else hits
