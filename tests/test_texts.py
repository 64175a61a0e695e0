"""One place for all texts: what is said comes from the catalogues, complete in German, with numbers
as the locale writes them."""

import ast
import os
import re
import runpy
import shutil
import subprocess
import sys
from pathlib import Path

import numpy as np
import pytest
from PySide6.QtCore import Qt
from PySide6.QtTest import QTest

from driver import Driver
from woodcock import texts
from woodcock.app.controls.fields import Number
from woodcock.app.main import application
from woodcock.app.preferences_dialog import PreferencesDialog
from woodcock.errors import WoodcockError
from woodcock.media.clips import load_clip
from woodcock.pixels.store import PixelStore
from woodcock.session.preferences import preferences
from woodcock.texts import number, tr, trimmed, within

HERE = Path(__file__).parent
SOURCES = sorted((HERE.parent / "src" / "woodcock").rglob("*.py"))
WORDS = re.compile(r"[A-Z][a-z]|[a-z]{2,} [a-z]{2,}")
PLACE = re.compile(r"\{(\w+)[^}]*\}")
# What puts words on the screen: by the name of what is called, which of its arguments are words.
SHOWING = {
    "setText": 1,
    "setToolTip": 1,
    "setWindowTitle": 1,
    "setPlaceholderText": 1,
    "setWhatsThis": 1,
    "setAccessibleName": 1,
    "setAccessibleDescription": 1,
    "QLabel": 1,
    "QPushButton": 1,
    "QCheckBox": 1,
    "addAction": 1,
    "addButton": 1,
    "addMenu": 1,
    "push": 2,
    "row": 1,
    "note": 1,
    "section": 1,
    "act": 1,
    "emit": 1,
    "run": 1,
    "addItem": 1,
    "WoodcockError": 1,
    "InvalidValue": 1,
}


@pytest.fixture
def speaking(monkeypatch):
    """Speak a language until the test is over."""
    before = texts._spoken
    yield texts.use
    texts._spoken = before


def calls(path):
    for node in ast.walk(ast.parse(path.read_text(encoding="utf-8"))):
        if isinstance(node, ast.Call):
            name = getattr(node.func, "id", getattr(node.func, "attr", ""))
            yield name, node


def wordy(node, one=False):
    """Whether an argument is words as they stand in the source; `one` small one, too."""
    if isinstance(node, ast.JoinedStr):
        return any(isinstance(x, ast.Constant) and wordy(x, one) for x in node.values)
    said = getattr(node, "value", None)
    if one and isinstance(said, str) and said.isalpha() and len(said) > 1:
        return True
    return isinstance(said, str) and said != "Woodcock" and bool(WORDS.search(said))


def test_no_words_reach_the_screen_past_the_catalogues():
    """What the walk below can't see, as well: messages, menus, acts, errors."""
    found = [
        f"{path.name}:{node.lineno}: {name}"
        for path in SOURCES
        for name, node in calls(path)
        if any(wordy(x, name == "drawText") for x in node.args[: SHOWING.get(name, 0)])
    ]
    assert not found, "\n".join(found)


def test_whatever_the_window_shows_came_through_them():
    """Every page and dialog with everything in brackets that a translator has seen."""
    ran = subprocess.run(
        [sys.executable, HERE / "unsaid.py"], capture_output=True, text=True, timeout=400, cwd=HERE
    )
    assert ran.returncode == 0, ran.stderr[-2000:]
    pages, *wrong = ran.stdout.splitlines()
    assert int(pages.split()[0]) >= 70
    assert not wrong, "\n".join(wrong)


def test_every_place_in_a_text_is_filled():
    said = [
        (path.name, node.args[0].value, {x.arg for x in node.keywords})
        for path in SOURCES
        for name, node in calls(path)
        if name == "tr" and isinstance(node.args[0], ast.Constant)
    ]
    assert len(said) > 1500
    assert not [x for x in said if None not in x[2] and set(PLACE.findall(x[1])) != x[2]]


@pytest.mark.parametrize("language", ["de", "en"])
def test_catalogues_have_what_the_sources_say(language, tmp_path):
    """`make texts` would change nothing, and nothing is left to translate."""
    shipped = texts._FOLDER / f"woodcock_{language}.ts"
    anew = Path(shutil.copy(shipped, tmp_path))
    runpy.run_path(str(HERE.parent / "tools" / "texts.py"))["gather"](anew, language)
    assert anew.read_text(encoding="utf-8") == shipped.read_text(encoding="utf-8")
    assert "unfinished" not in shipped.read_text(encoding="utf-8")


def test_german_has_the_places_keys_and_forms_of_english():
    catalogue = texts.read("de")
    assert len(catalogue.plain) > 2400
    said = [(key[0], form) for key, forms in catalogue.plural.items() for form in forms]
    assert all(len(forms) == 2 for forms in catalogue.plural.values())
    for text, german in [*((key[0], x) for key, x in catalogue.plain.items()), *said]:
        assert sorted(PLACE.findall(text)) == sorted(PLACE.findall(german)), text
        assert text.count("&") == german.count("&"), text
        assert text.count("\n") == german.count("\n"), text
        assert [x.isspace() for x in (text[0], text[-1])] == [
            x.isspace() for x in (german[0], german[-1])
        ], text  # what is put together of pieces


def test_menus_have_a_letter_for_each_entry_in_german(speaking):
    speaking("de")
    drive = Driver()
    for menu in drive.window.menuBar().actions():
        letters = [re.search("&(.)", x.text()) for x in menu.menu().actions() if x.text()]
        letters = [x[1].lower() for x in letters if x]
        assert len(letters) > 3
        assert len(set(letters)) == len(letters), (menu.text(), letters)
    drive.close()


def test_numbers_are_written_as_cldr_has_them(speaking):
    """CLDR 46: German 1.234,5, Swiss German 1’234.5, English 1,234.5."""
    for language, written in (("en", "1,234.5"), ("de", "1.234,5")):
        speaking(language)
        assert number(1234.5, ",.1f") == written
        assert tr("{x:,.1f}", x=1234.5) == written
    assert tr("{near:.3g} to {far:.3g} m", near=np.float32(2.25), far=60) == "2,25 bis 60 m"
    assert (trimmed(-0.001, 2), trimmed(2.50, 2), trimmed(10.0, 1)) == ("0", "2,5", "10")
    assert (within("Korn"), tr("Background")) == ("Korn", "Hintergrund")
    speaking("en")
    assert [within(x) for x in ("Push in", "GIF", "K", "")] == ["push in", "GIF", "K", ""]


def test_plural_forms_are_chosen_as_cldr_has_them(speaking, monkeypatch, tmp_path):
    """CLDR 46, plural rules: Polish one 1, few 2 to 4 and 22, many 0, 5 to 21."""
    for shipped in texts._FOLDER.glob("*.ts"):
        shutil.copy(shipped, tmp_path)
    forms = "".join(f"<numerusform>{x}</numerusform>" for x in ("%n plik", "%n pliki", "%n plików"))
    (tmp_path / "woodcock_pl.ts").write_text(
        f"<TS version='2.1'><context><name/><message numerus='yes'><source>%n files</source>"
        f"<translation>{forms}</translation></message></context></TS>", encoding="utf-8",
    )  # fmt: skip
    monkeypatch.setattr(texts, "_FOLDER", tmp_path)
    speaking("pl")
    counts = {"plik": (1,), "pliki": (2, 4, 22, 34), "plików": (0, 5, 12, 14, 21, 25, 112)}
    for word, numbers in counts.items():
        assert [tr("%n files", "", n) for n in numbers] == [f"{n} {word}" for n in numbers]
    assert tr("Background") == "Background"  # what has no translation is said in English


@pytest.mark.parametrize(
    ("variables", "language", "mark"),
    [
        ({"LANG": "de_AT.UTF-8"}, "de", ","),
        ({"LANG": "en_GB.UTF-8", "LC_NUMERIC": "de_DE.UTF-8"}, "en", ","),
        ({"LANG": "de_CH.UTF-8"}, "de", "."),
        ({"LANG": "C.UTF-8"}, "en", "."),
        ({"LANG": "ja_JP.UTF-8"}, "en", "."),
        ({"LANG": "de_DE.UTF-8", "LC_ALL": "en_US.UTF-8"}, "en", "."),
        ({"LANGUAGE": "ja:de:en", "LANG": "en_US.UTF-8"}, "de", "."),
        ({"LANGUAGE": "de", "LC_ALL": "C"}, "en", "."),
        ({"LANG": "no such language"}, "en", "."),
        ({}, "en", "."),
    ],
)
def test_the_environment_chooses_as_posix_has_it(variables, language, mark, speaking, monkeypatch):
    for name in ("LANGUAGE", "LC_ALL", "LC_MESSAGES", "LC_NUMERIC", "LANG", texts.ASKED):
        monkeypatch.delenv(name, raising=False)
    for name, value in variables.items():
        monkeypatch.setenv(name, value)
    speaking()
    assert (texts.language(), number(1.5)) == (language, f"1{mark}5")


def test_numbers_are_typed_and_shown_with_a_comma(speaking):
    speaking("de")
    application()
    field = Number(0, 100, 0.1, 2, "m", "")
    field.show_value(2.5)
    assert field.text() == "2,5 m"
    told = []
    field.edited.connect(told.append)
    field.show()
    field.setFocus()
    for typed, meant, shown in (("3,25", 3.25, "3,25 m"), ("1,5*3", 4.5, "4,5 m"),
                                ("0.75", 0.75, "0,75 m"), ("120 cm", 1.2, "1,2 m")):  # fmt: skip
        field.selectAll()
        QTest.keyClicks(field, typed)
        QTest.keyClick(field, Qt.Key.Key_Return)
        assert (told[-1], field.text()) == (pytest.approx(meant), shown)


def test_a_language_is_chosen_by_hand_and_spoken_from_the_next_start_on():
    drive = Driver()
    dialog = PreferencesDialog(drive.window)
    dialog.show()
    dialog.language.setFocus()
    QTest.keyClicks(dialog.language, "Deu")
    QTest.keyClick(dialog, Qt.Key.Key_Return)
    assert preferences().language == "de"
    assert tr("Background") == "Background"  # all of a window speaks one language
    drive.close()
    ran = subprocess.run(
        [sys.executable, "-m", "woodcock", "frame", "nowhere.woodcock", "-o", "x.png"],
        capture_output=True, text=True, env={**os.environ, "LANG": "en_US.UTF-8"}, check=False,
    )  # fmt: skip
    assert (ran.returncode, ran.stderr) == (
        3, "woodcock: nowhere.woodcock gibt es nicht. Prüfen Sie den Namen, oder sehen Sie nach, "
        "wo es ist.\n",
    )  # fmt: skip


def test_helpers_in_processes_of_their_own_speak_it_too(speaking, tmp_path):
    (tmp_path / "a.mp4").write_bytes(b"\x00\x00\x00\x18ftypmp42" + bytes(400))
    for language, said in (("en", "is damaged"), ("de", "ist beschädigt"), ("en", "is damaged")):
        speaking(language)
        with pytest.raises(WoodcockError, match=said):
            load_clip([tmp_path / "a.mp4"], PixelStore())


def test_a_german_window_makes_the_same_project(speaking):
    """Words are shown, never kept: what is picked by its German name is stored as ever."""
    speaking("de")
    drive = Driver.with_small_demo("Stage", "Jolle")
    drive.state.tools.stage_page = "layer"
    drive.state.touch()
    rows = drive.window.panels["Stage"].layer.stand.over
    drive.bring(rows.blend)
    QTest.keyClicks(rows.blend, "Negativ")
    QTest.keyClick(rows.blend, Qt.Key.Key_Return)
    drive.settle()
    assert rows.blend.currentText() == "Negativ mult."
    assert drive.state.layer.blend == "screen"
    drive.state.go("Move")
    drive.settle()
    poses = drive.window.panels["Move"].poses
    assert poses.whose.itemText(poses.whose.findData("lens")) == "Das Objektiv"
    drive.close()
