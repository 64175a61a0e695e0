import json
import subprocess
import sys

import av
import numpy as np
import pytest
import skimage

from conftest import blob, build, picture
from woodcock import cli, cli_auto
from woodcock.cli import main
from woodcock.media import load_picture, load_project, save_png, save_project
from woodcock.pixels.store import PixelStore
from woodcock.separate.layer_set import MOST
from woodcock.session import acts
from woodcock.stage import READY_MOVES, apply_move


def test_every_ready_move_can_be_asked_for():
    assert set(cli._MOVES) == set(READY_MOVES)
    assert cli_auto._MOST_LAYERS == MOST


@pytest.fixture
def project_file(scene, tmp_path):
    project, studio = scene
    path = tmp_path / "a.woodcock"
    save_project(path, apply_move(project, "push-in", 10), studio.store)
    return path


def test_frame_export_and_check(project_file, tmp_path, capsys):
    png, clip = tmp_path / "f.png", tmp_path / "c.mp4"
    assert main(["frame", str(project_file), "--at", "0", "-o", str(png), "--quiet"]) == 0
    store = PixelStore()
    project = load_project(project_file, store)
    np.testing.assert_array_equal(load_picture(png), store.get(project.photo.pixels))
    assert main(["export", str(project_file), "-o", str(clip)]) == 0
    assert "100%" in capsys.readouterr().err
    with av.open(str(clip)) as container:
        assert sum(1 for _ in container.decode(video=0)) == 12
    assert main(["check", str(project_file), "--quiet"]) == 0
    said = capsys.readouterr()
    assert said.out == "No gaps.\n"
    assert said.err == ""


def test_check_reports_gaps(scene, tmp_path, capsys):
    project, studio = scene
    path = tmp_path / "gap.woodcock"
    save_project(path, acts.set_start_and_end(project, {"x": (0.0, 2.0)}), studio.store)
    assert main(["check", str(path), "--json", "--quiet"]) == 1
    report = json.loads(capsys.readouterr().out)
    assert report["gaps"][0]["side"] == "right"
    assert main(["check", str(path), "--quiet"]) == 1
    assert "must grow by" in capsys.readouterr().out


def test_auto_saves_a_project_without_gaps(tmp_path):
    photo = picture(400, 300)
    photo[120:290, 140:260] = (200, 70, 40)
    save_png(tmp_path / "p.png", photo)
    clip, saved = tmp_path / "c.mp4", tmp_path / "p.woodcock"
    arguments = ["auto", str(tmp_path / "p.png"), "-o", str(clip), "--save", str(saved)]
    arguments += ["--move", "slide", "--seconds", "0.5", "--fps", "24", "--size", "320x180"]
    assert main(arguments) == 0
    assert main(["check", str(saved), "--quiet"]) == 0
    with av.open(str(clip)) as container:
        assert sum(1 for _ in container.decode(video=0)) == 12


PHOTOS = ("astronaut.png", "camera.png", "chelsea.png", "coffee.png", "retina.jpg", "rocket.jpg")


@pytest.mark.parametrize("name", PHOTOS)
def test_auto_on_real_photographs(name, tmp_path):
    source = f"{skimage.data_dir}/{name}"
    clip, saved = tmp_path / "c.mp4", tmp_path / "p.woodcock"
    arguments = ["auto", source, "-o", str(clip), "--seconds", "0.3", "--size", "640x360",
                 "--save", str(saved), "--quiet"]  # fmt: skip
    assert main(arguments) == 0
    assert main(["check", str(saved), "--quiet"]) == 0
    assert clip.stat().st_size > 1000


@pytest.mark.parametrize(
    ("arguments", "sentence"),
    [
        (["export", "none.woodcock", "-o", "x.mp4"], "does not exist"),
        (["auto", "none.jpg", "-o", "x.mp4"], "does not exist"),
        (["auto", "none.jpg", "-o", "x.mp4", "--size", "wide"], "not a size"),
        (["auto", "none.jpg", "-o", "x.mp4", "--fps", "23"], "frame rate"),
    ],
)
def test_failures_are_sentences_with_exit_code_3(arguments, sentence, capsys):
    assert main(arguments) == 3
    said = capsys.readouterr().err
    assert sentence in said
    assert "Traceback" not in said


def test_outside_the_clip_and_into_a_missing_folder(project_file, tmp_path, capsys):
    out = str(tmp_path / "x.png")
    assert main(["frame", str(project_file), "--at", "99", "-o", out, "--quiet"]) == 3
    assert "outside" in capsys.readouterr().err
    nowhere = str(tmp_path / "no" / "x.mp4")
    assert main(["export", str(project_file), "-o", nowhere, "--quiet"]) == 3
    assert "does not exist" in capsys.readouterr().err


def test_the_core_needs_no_qt():
    """Everything but the window imports, cuts and renders with PySide6 out of reach."""
    code = (
        "import sys; sys.modules['PySide6'] = None\n"
        "import woodcock.cli, woodcock.session.auto, woodcock.demo\n"
        "try:\n    woodcock.cli.main(['--help'])\n"
        "except SystemExit as done:\n    sys.exit(done.code)\n"
    )
    done = subprocess.run([sys.executable, "-c", code], capture_output=True, text=True)
    assert done.returncode == 0, done.stderr
    for word in ("demo", "auto", "export", "frame", "check", "exit codes"):
        assert word in done.stdout


def test_script_use_without_files():
    project, studio = build(picture(), [blob(320, 180, 100, 100, 40)])
    assert studio.frame(project, 0.5).shape == (180, 320, 3)
