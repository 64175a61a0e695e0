"""What the program says, in the person's language: English in the code, other languages in assets.

`tr` looks a text up where it is shown, `tr_noop` only names one that a table holds. Both are found
in the sources by Qt's `lupdate`, which keeps the catalogues (`make texts`); translators edit them
with Qt Linguist. No Qt is needed to read them, so errors and acts of the core speak it, too.
"""

from __future__ import annotations

import functools
import os
import string
import xml.etree.ElementTree as ET
from collections.abc import Mapping
from numbers import Real
from pathlib import Path
from typing import Any, NamedTuple

from babel import Locale, UnknownLocaleError
from babel.core import negotiate_locale
from babel.numbers import get_decimal_symbol, get_group_symbol

_FOLDER = Path(__file__).parent / "assets" / "texts"
_CAPITAL_NOUNS = {"de"}
ASKED = "WOODCOCK_LANGUAGE"  # a variable that asks for a language before the system's do


class Catalogue(NamedTuple):
    """(text, comment) -> translation, or its plural forms in the order of CLDR's categories."""

    plain: Mapping[tuple[str, str], str]
    plural: Mapping[tuple[str, str], tuple[str, ...]]


class _Spoken(NamedTuple):
    language: str
    catalogue: Catalogue
    plural: Locale
    numbers: Locale


def languages() -> dict[str, str]:
    """The languages that ship, by code, each by its own name."""
    codes = sorted(file.stem.removeprefix("woodcock_") for file in _FOLDER.glob("woodcock_*.ts"))
    return {code: str(Locale.parse(code).get_display_name()).capitalize() for code in codes}


def preferred() -> str:
    """The language of those that ship which the environment asks for; English if it asks for none.

    Variables as in POSIX and GNU gettext: LANGUAGE is a list, and counts where a locale is set.
    """
    locale = _environment("LC_ALL", "LC_MESSAGES", "LANG")
    listed = os.environ.get("LANGUAGE", "").split(":") if locale not in ("", "C", "POSIX") else []
    asked = [os.environ.get(ASKED, ""), *listed, locale]
    return negotiate_locale([x for x in asked if x], list(languages())) or "en"


def use(language: str = "") -> None:
    """Speak a language that ships from now on; empty: what the environment asks for.

    A language that was chosen writes numbers its own way, the environment's as LC_NUMERIC says.
    """
    global _spoken
    spoken = language if language in languages() else preferred()
    own = language or ASKED in os.environ
    numbers = spoken if own else _environment("LC_ALL", "LC_NUMERIC", "LANG")
    _spoken = _Spoken(spoken, read(spoken), Locale.parse(spoken), _locale(numbers))


def language() -> str:
    """The code of the language that is spoken."""
    return _spoken.language


def numbers() -> str:
    """The locale that numbers are written by, such as "de" or "en_US"."""
    return str(_spoken.numbers)


def tr_noop(text: str, comment: str = "") -> str:
    """The text itself, so that a table can hold what `tr` says later."""
    return text


def tr(text: str, comment: str = "", n: int | None = None, /, **values: Any) -> str:
    """The text in the person's language, with `{values}` put in; numbers as the locale writes them.

    `comment` tells apart what English says with one word; `n` chooses among plural forms and stands
    where the text says `%n`. What has no translation is said in English.
    """
    said = _spoken.catalogue.plain.get((text, comment), text)
    if n is not None:
        forms = _spoken.catalogue.plural.get((text, comment), ())
        said = forms[min(_form(n), len(forms) - 1)] if forms else text
        said = said.replace("%n", str(n))
    return _WRITER.format(said, **values) if values else said


def within(text: str) -> str:
    """A text as it stands within a sentence: begun small, where the language does that to nouns."""
    if _spoken.language in _CAPITAL_NOUNS or not text[1:2].islower():  # "GIF" stays
        return text
    return text[:1].lower() + text[1:]


def number(value: Real | float, spec: str = "g") -> str:
    """A number by Python's format specification, with the marks of the person's locale."""
    return format(value, spec).translate(_marks(_spoken.numbers))


def trimmed(value: float, digits: int) -> str:
    """A number with up to so many digits after the decimal mark, without zeros at its end."""
    plain = f"{round(value, digits) + 0.0:.{digits}f}"  # never "-0"
    return number(float(plain), f".{len(plain.partition('.')[2].rstrip('0'))}f")


def read(language: str) -> Catalogue:
    """The catalogue of a language, a Qt Linguist file of format 2.1; without what is unfinished."""
    plain, plural = {}, {}
    for message in ET.parse(_FOLDER / f"woodcock_{language}.ts").iter("message"):
        key = message.findtext("source", ""), message.findtext("comment", "")
        said = message.find("translation")
        if said is None or said.get("type"):
            continue
        if message.get("numerus") == "yes":
            plural[key] = tuple(form.text or "" for form in said.iter("numerusform"))
        elif said.text:
            plain[key] = said.text
    return Catalogue(plain, plural)


class _Writer(string.Formatter):
    def format_field(self, value: Any, format_spec: str) -> str:
        if isinstance(value, Real) and (format_spec or not isinstance(value, int)):
            return number(value, format_spec)
        return str(super().format_field(value, format_spec))


def _form(n: int) -> int:
    """Which plural form a number takes, as an index into those that a catalogue lists."""
    kinds: list[str] = [
        kind for kind in ("zero", "one", "two", "few", "many", "other") if kind in _kinds()
    ]
    return kinds.index(str(_spoken.plural.plural_form(n)))


def _kinds() -> set[str]:
    return {*_spoken.plural.plural_form.tags, "other"}


def _environment(*names: str) -> str:
    """The locale that the first of these variables which is set names, without its encoding."""
    said = next((os.environ[name] for name in names if os.environ.get(name)), "")
    return said.partition(".")[0].partition("@")[0]


def _locale(name: str) -> Locale:
    try:
        return Locale.parse(name)
    except (UnknownLocaleError, ValueError):
        return Locale.parse("en")


@functools.cache
def _marks(locale: Locale) -> dict[int, str]:
    return str.maketrans({".": get_decimal_symbol(locale), ",": get_group_symbol(locale)})


_WRITER = _Writer()
_spoken = _Spoken("en", read("en"), Locale.parse("en"), Locale.parse("en"))
