import json
import subprocess
import sys
from pathlib import Path

import av
import numpy as np
import pytest
import skimage
from msgspec.structs import replace
from PIL import Image

from conftest import blob, build, picture
from woodcock import cli, cli_auto, cli_export
from woodcock.cli import main
from woodcock.media import load_picture, load_project, save_png, save_project
from woodcock.media.depth_file import load_depth
from woodcock.media.layered import load_layered
from woodcock.model import CLIP_SHAPES, Project
from woodcock.pixels.store import PixelStore
from woodcock.separate.layer_set import MOST
from woodcock.session import acts
from woodcock.session.purposes import PURPOSES
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


def test_gaps_are_closed_or_told_before_an_export(scene, tmp_path, capsys):
    project, studio = scene
    path, clip = tmp_path / "gap.woodcock", tmp_path / "c.mp4"
    moved = acts.set_start_and_end(project, {"x": (0.0, 2.0)})
    save_project(path, moved, studio.store)
    assert main(["export", str(path), "-o", str(clip), "--quiet"]) == 0
    assert darkest(clip) > 10
    assert main(["export", str(path), "-o", str(clip), "--as-it-is", "--quiet"]) == 1
    assert "must grow by" in capsys.readouterr().err and darkest(clip) < 6
    hidden = moved.with_layer(replace(moved.background, visible=False))
    save_project(path, hidden, studio.store)
    clip.unlink()
    assert main(["export", str(path), "-o", str(clip), "--quiet"]) == 1
    assert "covered by nothing" in capsys.readouterr().err and not clip.exists()
    clear = tmp_path / "c.mov"
    assert main(["export", str(path), "-o", str(clear), "--as", "transparent", "--quiet"]) == 0


def darkest(clip):
    """The mean of the last frame's right border."""
    with av.open(str(clip)) as box:
        *_, last = (x.to_ndarray(format="rgb24") for x in box.decode(video=0))
    return last[:, -8:].mean()


def test_the_lists_in_the_shell_are_those_inside():
    assert tuple(PURPOSES) == cli_export._PURPOSES
    assert tuple(CLIP_SHAPES) == cli_export._SHAPES


def test_several_projects_for_several_purposes(scene, tmp_path, capsys):
    """Into a folder, named after project, shape and kind; what fails is told, others are made."""
    project, studio = scene
    short = acts.set_frame(project, replace(project.frame, seconds=0.5))
    for name in ("a", "b"):
        save_project(tmp_path / f"{name}.woodcock", short, studio.store)
    out, gone = tmp_path / "out", tmp_path / "gone.woodcock"
    files = [str(tmp_path / "a.woodcock"), str(gone), str(tmp_path / "b.woodcock")]
    options = ["--as", "web", "--as", "stills", "--shape", "square", "--shape", "portrait"]
    options += ["--lines", "64", "--quiet"]
    assert main(["export", *files, "-o", str(out), *options]) == 3
    said = capsys.readouterr()
    assert "gone.woodcock does not exist" in said.err and said.out.count("out/") == 8
    assert sorted(x.name for x in out.iterdir()) == sorted(
        f"{p}-{s}{e}" for p in "ab" for s in ("square", "portrait") for e in (".mp4", "-png")
    )
    with av.open(str(out / "b-portrait.mp4")) as box:
        stream = box.streams.video[0]
        assert (stream.width, stream.height, stream.frames) == (64, 114, 6)
    assert main(["export", files[0], files[0], "-o", str(out), "--as", "web", "--quiet"]) == 3
    assert "made twice" in capsys.readouterr().err


def test_one_project_by_the_name_of_its_file(scene, tmp_path, capsys):
    project, studio = scene
    path = tmp_path / "a.woodcock"
    save_project(path, project, studio.store)
    for name, extra in (("a.gif", []), ("b.webm", ["--end", "0.5"]), ("c", ["--bits", "16"])):
        assert main(["export", str(path), "-o", str(tmp_path / name), *extra, "--quiet"]) == 0
    with Image.open(tmp_path / "a.gif") as image:
        assert image.n_frames == 12
    assert len(list((tmp_path / "c").iterdir())) == 12
    for name, extra, says in (
        ("x.avi", [], "does not end in"), ("x.mp4", ["--as", "loop"], "does not end in .webp"),
        ("x.mp4", ["--rate", "31"], "rate must be"), ("no/x.mp4", [], "does not exist"),
        ("a.woodcock", ["--as", "web"], "does not end in .mp4"),
    ):  # fmt: skip
        assert main(["export", str(path), "-o", str(tmp_path / name), *extra, "--quiet"]) == 3
        assert says in capsys.readouterr().err
    (tmp_path / "empty.woodcock").unlink(missing_ok=True)
    save_project(tmp_path / "empty.woodcock", Project(), studio.store)
    empty = ["export", str(tmp_path / "empty.woodcock"), "-o", str(tmp_path / "x.mp4")]
    assert main(empty) == 3 and "no photo yet" in capsys.readouterr().err


def test_layers_and_depth_of_a_photograph(tmp_path, capsys):
    source = f"{skimage.data_dir}/coffee.png"
    assert main(["layers", source, "-o", str(tmp_path / "a.ora"), "--quiet"]) == 0
    said = capsys.readouterr().out
    layered = load_layered([tmp_path / "a.ora"])
    assert len(layered.parts) >= 2 and all(part.name in said for part in layered.parts)
    photo = load_picture(Path(source))
    assert layered.size[0] >= photo.shape[1] and layered.size[1] >= photo.shape[0]
    # And back: a layered picture is a project, too, whose layers go out again.
    assert main(["layers", str(tmp_path / "a.ora"), "-o", str(tmp_path / "set"), "--quiet"]) == 0
    again = load_layered([tmp_path / "set"])
    assert [p.name for p in again.parts] == [p.name for p in layered.parts]
    assert main(["depth", source, "-o", str(tmp_path / "d.png"), "--quiet"]) == 0
    assert "white is" in capsys.readouterr().out
    depth = load_depth(tmp_path / "d.png").pixels
    assert depth.shape == photo.shape[:2] or depth.size > 1000
    assert int(depth.max()) - int(depth.min()) > 20_000
    assert main(["depth", source, "-o", str(tmp_path / "d.gif"), "--quiet"]) == 3
    assert "can be saved as" in capsys.readouterr().err
