"""What fuzzing found once, and whole files, through the same targets (`tools/fuzz.py`)."""

import sys
from pathlib import Path

import pytest

from woodcock.errors import WoodcockError

sys.path.insert(0, str(Path(__file__).parents[1] / "tools"))
import fuzz


@pytest.mark.parametrize("name", fuzz.TARGETS)
def test_targets_take_what_fuzzing_found(name):
    found = [path.read_bytes() for path in sorted((fuzz.CORPUS / name).glob("*"))]
    assert found, "no corpus"
    for data in (*fuzz.seeds(name), *found):
        try:
            fuzz.TARGETS[name](data)
        except WoodcockError as error:
            assert str(error).rstrip()[-1] in ".)"


def test_targets_fail_where_a_parser_does(monkeypatch):
    """What no caller catches goes through a target."""
    from woodcock.media import ora

    monkeypatch.setattr(ora, "_whole", lambda *_: 1 / 0)
    with pytest.raises(ZeroDivisionError):
        fuzz.TARGETS["stack"](fuzz.seeds("stack")[0])
