"""What goes wrong inside: told in a sentence, kept in the log with its traceback, never lost."""

import logging

import numpy as np
import pytest
from msgspec.structs import replace
from PySide6.QtGui import QGuiApplication

from driver import Driver
from woodcock import __version__, cli
from woodcock.errors import InvalidValue, WoodcockError
from woodcock.model import Beat, Frame, Layer, Track
from woodcock.session.log import log_file, report, start_logging


def kept():
    for handler in logging.getLogger("woodcock").handlers:
        handler.flush()
    return log_file().read_text()


def test_only_what_the_model_refuses_is_shown_as_advice(scene):
    start_logging()
    drive = Driver.with_scene(scene)
    state = drive.state
    before = state.project
    near = before.near_to_far[0].id

    def clash(project):
        return np.zeros(3) + np.zeros(4)  # "operands could not be broadcast together ..."

    assert not state.act("Clash", clash)
    assert "inside Woodcock" in drive.problems[-1] and "Nothing was changed" in drive.problems[-1]
    assert "Traceback" in kept() and "could not be broadcast" in kept()
    lines = len(kept())
    assert not state.act("Too far", lambda p: p.with_layer(replace(p.layer(near), distance=2e6)))
    assert drive.problems[-1] == "A distance lies between 0.05 m and 100 km. Nothing was changed."

    def refuse(project):
        raise WoodcockError("There is nothing to do this with. Add one first.")

    assert not state.act("Refused", refuse)
    assert drive.problems[-1] == "There is nothing to do this with. Add one first."
    assert len(kept()) == lines  # neither is a fault
    assert state.project is before
    drive.close()


def test_the_report_is_copied_with_versions_and_the_end_of_the_log(monkeypatch, tmp_path):
    start_logging()
    monkeypatch.setenv("HOME", "/nowhere/ada")
    logging.getLogger("woodcock.test").warning("opened /nowhere/ada/photo.jpg")
    drive = Driver()
    entries = drive.window.menuBar().actions()
    menu = next(entry for entry in entries if "Help" in entry.text()).menu()
    copy = next(entry for entry in menu.actions() if "report" in entry.text())
    copy.trigger()
    text = QGuiApplication.clipboard().text()
    assert __version__ in text and "numpy" in text and "GB" in text
    assert "opened ~/photo.jpg" in text and "ada" not in text
    drive.close()


def test_the_command_line_never_ends_in_a_traceback(monkeypatch, capsys, tmp_path):
    def broken(path):
        raise ValueError("operands could not be broadcast")

    monkeypatch.setattr(cli, "_load", broken)
    code = cli.main(["frame", "x.woodcock", "-o", str(tmp_path / "a.png"), "--quiet"])
    said = capsys.readouterr().err
    assert code == 3 and "went wrong inside" in said and "Traceback" not in said
    assert str(log_file()) in said and "Traceback" in kept()


def test_a_log_that_can_t_be_written_stops_nothing(monkeypatch, tmp_path):
    (tmp_path / "file").write_text("in the way")
    monkeypatch.setenv("WOODCOCK_STATE", str(tmp_path / "file"))
    start_logging()
    logging.getLogger("woodcock.test").warning("lost")
    assert "no log" in report()


@pytest.mark.parametrize(
    "make",
    [
        lambda: Frame(3, 3),
        lambda: Track(float("nan")),
        lambda: Beat("twirl"),
        lambda: Layer("a", "b", None, 1e9),
    ],
)
def test_what_makes_no_sense_is_refused_as_such(make):
    with pytest.raises(InvalidValue) as refused:
        make()
    assert str(refused.value)[0].islower()


def test_what_a_system_does_not_confine_is_told(monkeypatch, caplog):
    from woodcock.session import log

    monkeypatch.setattr(log, "possible", lambda: ("privileges", "calls"))
    (sentence,) = log.walls()
    assert "other files" in sentence and "programs" not in sentence and sentence.endswith(".")
    with caplog.at_level("WARNING"):
        log.start_logging()
    assert sentence in caplog.text
    monkeypatch.setattr(log, "possible", lambda: ("privileges", "files", "calls"))
    assert log.walls() == []
