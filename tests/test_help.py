"""Help inside the window: the guide, what is new, what a control is, about, the tour."""

import re

import pytest
from PySide6.QtCore import QPoint, Qt, QUrl
from PySide6.QtGui import QDesktopServices, QGuiApplication, QImage
from PySide6.QtTest import QTest
from PySide6.QtWidgets import QAbstractSpinBox, QApplication, QLabel, QWhatsThis, QWidget

from driver import LEFT, Driver
from everything import everything
from walk import come_to_rest, places
from woodcock import texts
from woodcock.app.help.about import AboutDialog
from woodcock.app.help.help_window import HelpWindow
from woodcock.app.help.pages import FOLDER, sections, with_words
from woodcock.app.help.tour import STOPS, Tour
from woodcock.session.layout import kept_layout
from woodcock.session.log import log_file

CTRL, KEY = Qt.KeyboardModifier.ControlModifier, Qt.Key


@pytest.fixture
def drive():
    driver = Driver()
    yield driver
    driver.close()


def shown(window, kind):
    """The dialogs of a kind that are shown."""
    return [x for x in window.findChildren(kind) if x.isVisible()]


def the(drive, kind):
    """The one that is shown, once it is."""
    drive.until(lambda: shown(drive.window, kind))
    (found,) = shown(drive.window, kind)
    come_to_rest(drive.app)
    return found


def test_the_guide_is_whole_and_its_pictures_ship():
    text = (FOLDER / "guide.md").read_text(encoding="utf-8")
    found = sections(text)
    assert [s.title for s in found if re.match(r"\d", s.title)] == [
        f"{number} {step}" for number, step in enumerate(
            ("Photo", "Separate", "Rebuild", "Stage", "Move", "Finish", "Export"), 1)
    ]  # fmt: skip
    assert "".join(s.text for s in found).count("\n") > 400  # no section lost its text
    for name in re.findall(r"!\[[^]]*\]\(([^)]+)\)", text):
        assert not QImage(str(FOLDER / name)).isNull(), name


def test_the_german_guide_has_the_sections_pictures_and_words_of_the_window(monkeypatch):
    english, german = (
        (FOLDER / f"{name}.md").read_text(encoding="utf-8") for name in ("guide", "guide.de")
    )
    assert [s.level for s in sections(german)] == [s.level for s in sections(english)]
    shown = [re.findall(r"!\[[^]]*\]\(([^)]+)\)", text) for text in (english, german)]
    assert shown[0] == shown[1]

    def bare(text):
        return " ".join(re.sub("[&…:.]", "", text).split())

    lines = (line for said in texts.read("de").plain.values() for line in said.split("\n"))
    said = {bare(line) for line in lines} | {section.title for section in sections(german)}
    meant = re.findall(r"(?<![*\w])\*([A-ZÄÖÜ][^*]+)\*(?![*\w])", german)  # names of controls
    assert len(meant) > 60
    unsaid = [x for x in meant if bare(x) not in said and len(x.split()) < 5]
    assert not [x for x in unsaid if not {bare(part) for part in x.split(", ")} <= said]
    monkeypatch.setattr(texts, "_spoken", texts._spoken)
    texts.use("de")
    driver = Driver()
    QTest.keyClick(driver.window, KEY.Key_F1)
    window = the(driver, HelpWindow)
    assert window.windowTitle() == "Anleitung"
    assert "1 Foto" in [window.list.item(row).text() for row in range(window.list.count())]
    driver.close()


def test_words_are_found_in_any_order_by_their_beginnings():
    found = sections("# Top\nfill\n## Holes\nThey grow.\n## Other\nGrow a hole\n### Deep\nx\n")
    assert [(s.number, s.level, s.title) for s in found][1:3] == [(1, 2, "Holes"), (2, 2, "Other")]
    assert [s.title for s in with_words(found, "hole gro")] == ["Holes", "Other"]
    assert [s.title for s in with_words(found, "grow hole")] == ["Holes", "Other"]
    assert with_words(found, "row") == [] and len(with_words(found, " ")) == 4


def test_the_guide_opens_by_f1_is_searched_and_scrolls_to_what_was_found(drive):
    drive.key(KEY.Key_F1)
    guide = the(drive, HelpWindow)
    drive.key(KEY.Key_F1)
    assert the(drive, HelpWindow) is guide  # not a second one
    assert guide.list.count() > 15 and guide.text.toPlainText().count("Ctrl+") > 5
    assert guide.text.horizontalScrollBar().maximum() == 0  # pictures fit
    QTest.keyClicks(guide.search, "lufs")
    come_to_rest(drive.app)
    titles = [guide.list.item(row).text().strip() for row in range(guide.list.count())]
    assert "Sound" in titles and len(titles) < 6
    guide.list.setCurrentRow(titles.index("Sound"))
    come_to_rest(drive.app)
    seen = guide.text.cursorForPosition(QPoint(40, guide.text.viewport().height() // 3 + 8))
    assert "LUFS" in seen.block().text()
    assert guide.text.extraSelections()
    QTest.keyClicks(guide.search, " zebra")
    assert guide.list.count() == 0
    guide.search.clear()
    guide.list.setCurrentRow(5)
    come_to_rest(drive.app)
    title = guide.list.item(5).text().strip()
    top = guide.text.cursorForPosition(QPoint(40, 30)).block().text()
    assert top == title
    guide.close()


def test_what_is_new_about_and_the_logs(drive, monkeypatch):
    actions = drive.window.actions_by_name
    actions["news"].trigger()
    assert "unreleased" in the(drive, HelpWindow).text.toPlainText()
    actions["about"].trigger()
    about = the(drive, AboutDialog)
    said = about.versions.text()
    assert all(name in said for name in ("Woodcock", "Python 3.", "PySide6", "numpy", "numba"))
    button = next(x for x in about.findChildren(type(drive.window.status.cancel))
                  if x.text().startswith("Copy"))  # fmt: skip
    QTest.mouseClick(button, LEFT)
    assert QGuiApplication.clipboard().text() == said
    about.accept()
    opened = []
    monkeypatch.setattr(QDesktopServices, "openUrl", lambda url: opened.append(url) or True)
    actions["logs"].trigger()
    assert opened == [QUrl.fromLocalFile(str(log_file().parent))]


def test_every_control_tells_what_it_is(drive):
    project, things = everything(drive.state.document.store)
    drive.state.document.open(project, None)
    drive.settle()
    silent = set()
    for place in places(drive, things, kinds=("cut", "title", "card", "texture", "carrier")):
        for widget in drive.window.findChildren(QWidget):
            own = not isinstance(widget.parent(), QAbstractSpinBox)
            if not own or not widget.isVisible() or widget.isWindow():
                continue
            focus = widget.focusPolicy() & Qt.FocusPolicy.TabFocus
            if focus and not (widget.toolTip() or widget.whatsThis()):
                silent.add(f"{place}: {type(widget).__name__} {widget.accessibleName()!r}")
    assert not silent, "\n".join(sorted(silent))
    drive.window.actions_by_name["what"].trigger()
    assert QWhatsThis.inWhatsThisMode()
    assert (
        drive.window.path.buttons["Move"].whatsThis() == drive.window.path.buttons["Move"].toolTip()
    )
    QWhatsThis.leaveWhatsThisMode()


def test_the_tour_goes_round_in_six_steps_and_can_be_left(drive):
    window, state = drive.window, drive.state
    assert len(STOPS) <= 6
    drive.until(lambda: window.ways.welcome.isVisible())
    QTest.mouseClick(window.ways.welcome.tour, LEFT)
    tour = the(drive, Tour)
    drive.until(lambda: state.playing)
    walked = []
    for number in range(len(STOPS)):
        walked.append(state.step)
        card = tour.geometry()
        assert window.rect().contains(card) and tour.count.text() == f"{number + 1} of 6"
        words = next(x for x in tour.findChildren(QLabel) if x.wordWrap())
        assert words.heightForWidth(words.width()) <= words.height()
        assert QApplication.focusWidget() is tour.on
        QTest.keyClick(tour.on, KEY.Key_Space)
        come_to_rest(drive.app)
    assert walked == ["Move", "Separate", "Rebuild", "Stage", "Move", "Export"]
    assert not shown(window, Tour) and not state.playing and window.room.layout.toured
    window.actions_by_name["tour"].trigger()
    again = the(drive, Tour)
    QTest.keyClick(again.on, KEY.Key_Right)
    assert again.at == 1 and state.step == "Separate"
    QTest.keyClick(again.on, KEY.Key_Left)
    assert again.at == 0
    window.resize(1100, 700)
    come_to_rest(drive.app)
    assert window.rect().contains(again.geometry())
    QTest.keyClick(again.on, KEY.Key_Escape)
    come_to_rest(drive.app)
    assert not shown(window, Tour) and window.room.layout.toured
    drive.close()
    assert kept_layout().toured
