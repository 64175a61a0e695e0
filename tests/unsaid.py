"""Which words of a window did not come through `tr`: all that did is said in brackets.

`python tests/unsaid.py` walks through the whole window and writes one such text a line.
"""

import os
import re
import sys

from PySide6.QtCore import QModelIndex
from PySide6.QtGui import QAction
from PySide6.QtWidgets import QAbstractItemView

from looking import Drawn, name_of, shown_widgets
from walk import come_to_rest, dialogs, dressed, places
from woodcock import texts
from woodcock.app.help.pages import FOLDER, sections
from woodcock.session.log import versions
from woodcock.things import families

_KEYS = r"Ctrl|Shift|Alt|Left|Right|Home|End|Esc|Space|Tab|Del"  # Qt translates them
_UNITS = r"km|cm|mm|px|MB|kB|GB|fps|dB|Hz|kHz|LUFS|dBTP"
_SAME = re.compile(rf"\b({_KEYS}|{_UNITS}|Woodcock)\b")  # everywhere
_WORD = re.compile(r"(?<!#)\b[^\W\d_]{2,}")  # no colour such as #ffffff
_QTS = {"OK", "Cancel", "Press shortcut"}  # Qt has translations of its own


def in_brackets():
    """Say every text that translators know in brackets from now on."""
    known = texts.read("de")
    plain = {key: f"⟦{key[0]}⟧" for key in known.plain}
    plural = {key: (f"⟦{key[0]}⟧", f"⟦{key[0]}⟧") for key in known.plural}
    texts._spoken = texts._spoken._replace(catalogue=texts.Catalogue(plain, plural))


def _said_by(widget):
    for ask in (
        "text", "title", "placeholderText", "toolTip", "whatsThis", "accessibleName",
        "accessibleDescription", "specialValueText", "windowTitle",
    ):  # fmt: skip
        says = getattr(widget, ask, str)  # of an own name it may be something else
        yield str(says()) if callable(says) else ""
    if hasattr(widget, "itemText") and hasattr(widget, "count"):
        yield from (widget.itemText(row) for row in range(widget.count()))
    if isinstance(widget, QAbstractItemView):
        model, root = widget.model(), QModelIndex()
        for row in range(model.rowCount(root)):
            at = model.index(row, 0)
            while at.isValid():
                yield str(at.data() or "")
                at = at.siblingAtColumn(at.column() + 1)
    for action in widget.actions():
        yield from (action.text(), action.toolTip())


def unsaid(window, drawn, names=()):
    """Texts in a window that nobody translates, or twice; `names` are what persons "
    "called things."""
    found = set()
    told = [(said, name_of(w)) for w in shown_widgets(window) for said in _said_by(w)]
    told += [(x.text(), "in a menu") for x in window.findChildren(QAction)]
    told += [(said, f"drawn in {type(widget).__name__}") for widget, said, _, _ in drawn]
    for said, where in told:
        bare = "" if any(name.startswith(said[:-1]) for name in names if said[-1:] == "…") else said
        while bare != (bare := re.sub(r"⟦[^⟦⟧]*⟧", " ", bare)):
            pass
        for name in sorted(names, key=len, reverse=True):
            bare = bare.replace(name, "").replace(name[:15], "")
        if re.search(r"⟦⟦[^⟦⟧]*⟧⟧", said):
            found.add(f"twice: {said!r} {where}")
        elif bare not in _QTS and _WORD.search(_SAME.sub("", bare)):
            found.add(f"{said!r} {where}")
    return found


if __name__ == "__main__":
    from driver import Driver
    from everything import everything

    dressed("dusk", 100)
    in_brackets()
    drive, found, count = Driver(), {}, 0
    project, things = everything(drive.state.document.store)
    guide = (FOLDER / "guide.md").read_text(encoding="utf-8")
    own = {section.title for section in sections(guide)} | set(versions())
    own |= {*re.findall(r"name='([^']+)'", repr(project)), *texts.languages().values()}
    for family, styles in families().items():
        own |= {family, *styles}

    def look(place, window):
        with Drawn() as drawn:
            window.grab()
        for fault in unsaid(window, drawn.texts, own):
            found.setdefault(fault, place)

    look("empty", drive.window)
    drive.state.document.open(project, None)
    come_to_rest(drive.app)
    for place in places(drive, things):
        count += 1
        look(place, drive.window)
    for name, dialog in dialogs(drive):
        count += 1
        look(name, dialog)
    print(f"{count} pages")
    for fault, place in sorted(found.items()):
        print(f"{place}: {fault}")
    sys.stdout.flush()
    os._exit(0)
