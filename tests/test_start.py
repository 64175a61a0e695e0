"""What starting costs: what is loaded, what is compiled, and what is said meanwhile."""

import os
import subprocess
import sys

from driver import Driver
from woodcock import cli
from woodcock.app.status_line import StatusLine
from woodcock.session import prepare

HEAVY = ("numba", "scipy", "skimage", "av", "tifffile", "maxflow", "PIL")


def python(code, **env):
    run = subprocess.run(
        [sys.executable, "-c", code], capture_output=True, text=True, timeout=300,
        env={**os.environ, **env},
    )  # fmt: skip
    assert run.returncode == 0, run.stderr[-800:]
    return run.stdout.strip()


def test_the_window_loads_neither_numba_nor_scipy():
    """They take longer to load than the whole window: they come with the first photo."""
    code = f"import woodcock.app.window, sys; print([m for m in {HEAVY} if m in sys.modules])"
    assert python(code) == "[]"
    code = code.replace("woodcock.app.window", "woodcock, woodcock.render, woodcock.depth")
    assert python(code) == "[]"


def test_every_name_of_a_lazy_face_is_there_whatever_was_loaded_before():
    code = (
        "import woodcock.render, woodcock.depth, woodcock.things, woodcock.session.studio\n"
        "for face in (woodcock.render, woodcock.depth, woodcock.things):\n"
        "    for name in face.__all__:\n"
        "        found = getattr(face, name)\n"
        "        assert type(found).__name__ != 'module', name\n"
        "try:\n    woodcock.render.nothing\n"
        "except AttributeError as error:\n    print(error)\n"
    )
    assert "no attribute 'nothing'" in python(code)


def test_what_was_prepared_is_remembered_until_the_code_changes(monkeypatch, tmp_path):
    assert prepare.prepared()
    monkeypatch.setenv("WOODCOCK_STATE", str(tmp_path / "else"))
    assert not prepare.prepared()
    told = []
    prepare.prepare(lambda fraction, text: told.append((fraction, text)) or True)
    assert prepare.prepared() and told[-1] == (1.0, "Prepared")
    monkeypatch.setattr(prepare, "_code", lambda: "changed since")
    assert not prepare.prepared()


def test_window_and_shell_say_what_they_prepare(monkeypatch, tmp_path, capsys):
    monkeypatch.setenv("WOODCOCK_STATE", str(tmp_path / "new"))
    done, told, tell = [], [], StatusLine.tell
    monkeypatch.setattr("woodcock.app.window.prepare", lambda progress: done.append(1))
    monkeypatch.setattr(
        StatusLine, "tell", lambda line, said: told.append(said) or tell(line, said)
    )
    drive = Driver()
    drive.until(lambda: done)
    assert prepare.SAYS in told
    drive.close()
    code = cli.main(["check", str(tmp_path / "none.woodcock")])
    assert code == 3 and prepare.SAYS not in capsys.readouterr().err  # nothing to draw
