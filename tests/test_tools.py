"""The tools that judge the rest: mutants, benchmark figures, preferences that are damaged."""

import ast
import json
import sys
from pathlib import Path

import common
import pytest

from woodcock.session import preferences as prefs
from woodcock.session.preferences import Preferences, keep_preferences, machine_memory

ROOT = Path(__file__).parent.parent
sys.path.append(str(ROOT / "tools"))

SAMPLE = '''"""Sums."""

LIMIT = 3


def clamp(value, low, high):
    """Between two: 1 < 2."""
    if value > high and low >= 0:
        value -= 1
        print(value)
    return max(low, min(value * 2 + LIMIT, high))
'''


@pytest.fixture
def mutate(tmp_path):
    import mutate

    file = tmp_path / "sums.py"
    file.write_text(SAMPLE)
    return mutate, mutate.mutants_of(file)


def applied(mutant):
    return SAMPLE[: mutant.start] + mutant.new + SAMPLE[mutant.end :]


def test_every_mutant_is_a_program_that_differs_in_one_place(mutate):
    _, mutants = mutate
    assert len(mutants) >= 12
    made = [applied(mutant) for mutant in mutants]
    assert len(set(made)) == len(made) and SAMPLE not in made
    for mutant, text in zip(mutants, made, strict=True):
        ast.parse(text)
        assert SAMPLE[mutant.start : mutant.end] == mutant.old
        assert SAMPLE[: mutant.start].count("\n") + 1 <= mutant.line


def test_the_changes_are_those_a_slip_would_make(mutate):
    _, mutants = mutate
    said = {(mutant.old, mutant.new) for mutant in mutants}
    assert {(">", "<"), ("and", "or"), ("*", "/"), ("+", "-"), ("max", "min"), ("min", "max"),
            ("2", "4"), ("0", "1"), ("print(value)", "None"), ("value -= 1", "pass"),
            ("value > high and low >= 0", "not (value > high and low >= 0)")} <= said  # fmt: skip
    assert not any("Between two" in old for old, _ in said)  # no docstring
    assert all(old != "3" for old, _ in said)  # nothing outside functions


def test_a_module_s_tests_are_those_that_import_it_or_what_imports_it(mutate):
    tool, _ = mutate
    core = ROOT / "src" / "woodcock"
    assert "test_masks_and_holes.py" in tool.test_files(core / "separate" / "border.py")
    found = tool.test_files(core / "rebuild" / "settle.py")
    assert "test_fill_parts.py" in found and "test_rebuild.py" in found
    assert len(found) <= tool.MOST_FILES


def test_figures_are_read_out_of_what_is_shown(capsys, monkeypatch):
    monkeypatch.setattr(common, "FIGURES", {})
    monkeypatch.setattr(common, "SHOULD_RISE", {})
    common.show("start", "1.91  (0.76 s / 0.37 s)", "<= 1.5", False)
    common.show("preview", "1,056  (one warp: 53)", ">= 30", True)
    common.show("words", "none", "", True)
    assert common.FIGURES == {"start": 1.91, "preview": 1056.0}
    assert common.SHOULD_RISE == {"start": False, "preview": True}
    assert "NOT MET" in capsys.readouterr().out.splitlines()[0]


def bench():
    spec = __import__("importlib.util", fromlist=["util"]).spec_from_file_location(
        "bench_all", ROOT / "benchmarks" / "all.py"
    )
    module = __import__("importlib.util", fromlist=["util"]).module_from_spec(spec)
    spec.loader.exec_module(module)
    return module


def test_what_got_worse_is_said_with_the_way_a_figure_should_go(monkeypatch, tmp_path, capsys):
    module = bench()
    monkeypatch.setattr(common, "FIGURES", {})
    monkeypatch.setattr(common, "SHOULD_RISE", {})
    figures = tmp_path / "figures.json"
    figures.write_text(json.dumps({"start": 1.5, "preview": 60.0, "gone": 3.0}))
    monkeypatch.setattr(module, "FIGURES", figures)

    class Stand:
        @staticmethod
        def main():
            common.show("start", "1.8", "<= 1.5", False)
            common.show("preview", "55", ">= 30", True)
            common.show("new one", "7", "<= 9", True)

    monkeypatch.setitem(sys.modules, "stand", Stand)
    monkeypatch.setattr(sys, "argv", ["all.py", "stand"])
    assert module.main() == 1
    said = capsys.readouterr().out
    assert "WORSE by 20%: start: 1.8, was 1.5" in said and "WORSE by 9%" not in said
    assert "3 figures, 1 worse by more than 15 %, 1 new." in said
    assert module.worse_by("preview", 30.0, 60.0) == 2.0 and module.worse_by("x", 0.0, 5.0) == 1.0
    monkeypatch.setattr(sys, "argv", ["all.py", "--keep", "stand"])
    module.main()
    kept = json.loads(figures.read_text())
    assert kept == {"start": 1.8, "preview": 55.0, "gone": 3.0, "new one": 7.0}
    assert set(json.loads((ROOT / "benchmarks" / "figures.json").read_text())) >= {
        "window start / bare window"
    }


def test_preferences_come_back_and_damaged_ones_are_those_that_ship():
    assert prefs.preferences() == Preferences()
    assert 0.2e9 < machine_memory() < 1e14
    assert Preferences().undo_bytes == machine_memory() // 4
    chosen = Preferences("a.onnx", undo_megabytes=250)
    keep_preferences(chosen)
    assert prefs.preferences() == chosen and prefs.preferences().undo_bytes == 250_000_000
    file = prefs.state_folder() / "preferences.json"
    file.write_text('{"undo_megabytes": "many"}')
    assert prefs.preferences() == Preferences()
    file.write_bytes(b"\xff\x00")
    assert prefs.preferences() == Preferences()
    file.write_text('{"subject_model": "b.onnx", "of a newer one": 3}')
    assert prefs.preferences() == Preferences("b.onnx")
