"""The public face: the script in the docs, and that it makes what the window makes."""

import doctest
import importlib
import os
import pkgutil
import re
import subprocess
import sys
from pathlib import Path

import av
import numpy as np
import pytest
from msgspec.structs import replace

import woodcock
from conftest import blob, picture
from woodcock import script, script_deliver, script_film, script_finish
from woodcock.media import save_png
from woodcock.model import Growth
from woodcock.session import acts, extent
from woodcock.session.studio import Studio
from woodcock.stage import apply_move

DOCS = Path(__file__).parent.parent / "docs" / "scripting.md"
W, H = 320, 180


@pytest.fixture
def shot():
    shot = woodcock.open_photo(picture(W, H), size=(W, H), rate=12, seconds=0.5)
    shot = woodcock.cut(shot, blob(W, H, 110, 100, 40), "Post", distance=3.0)
    return woodcock.set_distance(shot, "Background", 20)


def test_the_script_in_the_docs_makes_a_clip_and_a_project(tmp_path):
    code = re.search(r"```python\n(.*?)```", DOCS.read_text(), re.DOTALL)[1]
    lines = [x for x in code.splitlines() if x.strip() and "import" not in x]
    assert len(lines) <= 15
    photo = np.clip(picture(480, 270).astype(int) // 2 + 90, 0, 255).astype(np.uint8)
    photo[blob(480, 270, 240, 150, 60) > 127] = (170, 30, 20)
    save_png(tmp_path / "photo.png", photo)
    run = subprocess.run(
        [sys.executable, "-c", code, tmp_path / "photo.png", tmp_path / "clip.mp4"],
        capture_output=True, text=True, timeout=500, env=dict(os.environ),
    )  # fmt: skip
    assert run.returncode == 0, run.stderr[-800:]
    assert run.stdout.strip() == "No gaps."
    with av.open(tmp_path / "clip.mp4") as clip:
        stream = clip.streams.video[0]
        assert (stream.width, stream.height, stream.frames) == (1280, 720, 72)
    again = woodcock.open_project(tmp_path / "clip.mp4.woodcock")
    assert again.layers == ("Subject", "Background")
    assert again.project.background.relief is not None


def test_the_examples_in_the_docstrings_hold():
    found = [
        doctest.testmod(module) for module in (script, script_finish, script_film, script_deliver)
    ]
    assert sum(x.attempted for x in found) >= 10 and not any(x.failed for x in found)


def test_a_script_s_frames_are_the_window_s(shot):
    moving = woodcock.ready_move(shot, "push-in", 12)
    project = shot.project
    by_hand = apply_move(project, "push-in", 12)
    assert moving.project == by_hand and shot.project is project  # a value: the old one stays
    studio = Studio(shot.studio.store)
    np.testing.assert_array_equal(woodcock.frame(moving, 0.3), studio.frame(by_hand, 0.3))
    assert woodcock.frame(moving, 0.3, size=(160, 90)).shape == (90, 160, 3)
    deep = woodcock.frame(moving, 0.3, bits=10)
    assert deep.dtype == np.uint16 and 255 < deep.max() < 1024
    np.testing.assert_allclose(deep / 1023, woodcock.frame(moving, 0.3) / 255, atol=1.2 / 255)
    depth = woodcock.light(shot, 0.0, depth=True).depth
    assert depth[100, 110] == pytest.approx(3.0) and depth[5, 5] == pytest.approx(20.0)
    spot = woodcock.where(shot, "Post", np.array([[110.0, 100.0]]), 0.0)
    np.testing.assert_allclose(spot, [[110.0, 100.0]])
    assert np.isnan(
        woodcock.where(
            shot.with_project(
                shot.project.with_layer(replace(shot.project.near_to_far[0], visible=False))
            ),
            "Post",
            np.array([[1.0, 1.0]]),
            0.0,
        )
    ).all()


def test_what_a_script_blurs_is_blurred_in_every_depth_of_bits(shot):
    pulled = woodcock.focus(woodcock.focus(shot, "Post", f_number=0.8), 20.0, time=0.5)
    soft = woodcock.shutter(woodcock.blur(pulled, "Background", 30.0, time=0.5), 90.0)
    lens = soft.project.lens
    assert lens.focus.keys[0].value == pytest.approx(3.0) and lens.focus.keys[1].value == 20.0
    assert lens.shutter.on and lens.shutter.angle.base == 90 and lens.defocus.on
    eight, deep = (woodcock.frame(soft, 0.5, bits=bits) for bits in (8, 12))
    np.testing.assert_allclose(deep / 4095, eight / 255, atol=1.2 / 255)
    assert np.abs(eight.astype(int) - woodcock.frame(shot, 0.5)).max() > 10
    assert not woodcock.shutter(soft, 0).project.lens.shutter.on


def test_a_script_fills_the_air_and_hangs_lights(shot):
    wet = woodcock.air(shot, "Rain", behind="Post", what_amount=400.0, opacity=0.4)
    lit = woodcock.hang_light(wet, "Low sun", "Background", 250.0, 40.0, flare_ghosts=0.3)
    lit = woodcock.shadow(woodcock.flash(lit, ["Background"], 0.2, bolt=True), "Post", side=-90)
    keyed = woodcock.key(lit, "Rain", "what amount", 0.5, 0.0)
    project = keyed.project
    assert project.airs[0].behind == shot.id_of("Post") and project.airs[0].opacity.base == 0.4
    assert [k.value for k in project.airs[0].what.amount.keys] == [400.0, 0.0]
    assert project.lights[0].flare.ghosts.base == 0.3 and max(project.lights[0].colour) == 255
    assert project.layer(shot.id_of("Post")).shadow.side.base == -90
    assert np.abs(woodcock.frame(keyed, 0.25).astype(int) - woodcock.frame(shot, 0.25)).max() > 20


def test_a_script_grades_grains_and_is_heard(shot, tmp_path):
    name = shot.project.near_to_far[0].name
    made = woodcock.grade(shot, exposure=0.5, temperature=7000)
    made = woodcock.match(woodcock.grade(made, name, contrast=1.2), name, amount=0.5)
    made = woodcock.film(made, "grain", strength=0.03, seed=4)
    made = woodcock.texture(made, "Film dust", 0.6, amount=2.0, rate=8.0)
    project = made.project
    assert project.grade.temperature.base == 7000 and project.film.grain.seed == 4
    assert project.layer(made.id_of(name)).grade.match.amount.base == 0.5
    own = project.layer(made.id_of("Film dust"))
    assert own.pose.opacity.base == 0.6 and own.texture.rate == 8.0
    assert (woodcock.frame(made, 0.0) != woodcock.frame(shot, 0.0)).mean() > 0.5
    woodcock.save_as_look(made, tmp_path / "a.look.json", "Mine", ("grade", "film"))
    again = woodcock.look(shot, tmp_path / "a.look.json", 0.5)
    assert again.project.film.grain.strength.base == 0.015
    assert woodcock.look(shot, "Slate").project.grade.on
    made = woodcock.add_sound(made, "wind", gain=-3, fade_in=0.2)
    made, loud = woodcock.loudness(made, -23)
    assert loud == pytest.approx(-23, abs=0.5) and made.project.sounds[0].fade_in == 0.2
    keyed = woodcock.key(made, "film", "grade exposure", 0.5, -1.0)
    assert keyed.project.grade.exposure.keys
    for wrong in (
        lambda: woodcock.film(shot, "sparkle"), lambda: woodcock.texture(shot, "Wool"),
        lambda: woodcock.look(shot, "nothing.look.json"), lambda: woodcock.grade(shot, warmth=3),
        lambda: woodcock.add_sound(shot, tmp_path / "none.wav"),
    ):  # fmt: skip
        with pytest.raises(woodcock.WoodcockError):
            wrong()


def test_gaps_are_told_and_closed_and_keys_are_set(shot):
    moving = woodcock.key(shot, "lens", "x", 0.0, 0.0)
    moving = woodcock.key(moving, "lens", "x", 5 / 12, 0.4)
    report = woodcock.find_gaps(moving)
    assert report.gaps and "Background" in woodcock.told(moving, report)[0]
    closed = woodcock.close_gaps(moving)
    assert woodcock.told(closed, woodcock.find_gaps(closed)) == ("No gaps.",)
    assert closed.project.background.growth != Growth()
    once = extent.close_gaps(moving.project, report)
    assert acts.still(once).background.growth == closed.project.background.growth
    wide = woodcock.resized(shot, (640, 360), rate=24)
    assert (wide.size, wide.project.frame.rate) == ((640, 360), 24)


def test_the_deliveries_in_the_docs_are_made(shot, tmp_path, monkeypatch):
    """The second script of docs/scripting.md, on a clip of half a second."""
    code = re.findall(r"```python\n(.*?)```", DOCS.read_text(), re.DOTALL)[1]
    monkeypatch.chdir(tmp_path)
    woodcock.save(shot, "clip.woodcock")
    exec(code, {})
    made = {path.name for path in tmp_path.iterdir()}
    assert made >= {
        "clip.mov", "square.mp4", "loop.gif", "stills", "eyes.mp4", "depth", "layers.ora",
        "depth.png",
    }  # fmt: skip
    with av.open(tmp_path / "square.mp4") as clip:
        assert (clip.streams.video[0].width, clip.streams.video[0].height) == (180, 180)
    with av.open(tmp_path / "eyes.mp4") as clip:
        assert clip.streams.video[0].width == 2 * W
    again = woodcock.open_layers(tmp_path / "layers.ora", size=(W, H))
    assert again.layers == shot.layers and again.size == (W, H)
    assert woodcock.open_layers([tmp_path / "layers.ora"]).size != (W, H)


@pytest.mark.parametrize(
    ("wrong", "says"),
    [
        (lambda s: woodcock.set_distance(s, "Nobody", 3), "There are: Post, Background"),
        (lambda s: woodcock.ready_move(s, "wiggle"), "push-in"),
        (
            lambda s: woodcock.key(s, "Post", "wobble", 0, 1),
            "Post called wobble.*scale",
        ),
        (lambda s: woodcock.air(s, "Hail"), "no air called Hail.*drizzle"),
        (lambda s: woodcock.air(s, "Rain", wetness=2.0), "called wetness.*what_amount"),
        (lambda s: woodcock.hang_light(s, "Laser", "Post", 1, 1), "no light called Laser"),
        (lambda s: woodcock.cut(s, np.zeros((4, 4), np.uint8)), "180 rows of 320"),
        (lambda s: woodcock.set_relief(s, "Post", 1.0), "no depth map"),
        (lambda s: woodcock.export(s, "clip.avi"), "mp4"),
        (lambda s: woodcock.export(s, "clip.mp4", "gold"), "no purpose called gold"),
        (lambda s: woodcock.export(s, "clip.mp4", shape="round"), "shape"),
        (lambda s: woodcock.frame_shape(s, "round", 0.5, 0.5), "no shape called round"),
        (lambda s: woodcock.save_layers(s, "a.ora", bits=12), "8 or 16 bits"),
        (lambda s: woodcock.save_layers(s, "a.ora", edges="soft"), "exact, clean, photo"),
        (lambda s: woodcock.save_layers(s, "a.jpg"), "no kind of layered picture"),
        (lambda s: woodcock.open_photo("nowhere.jpg"), "nowhere.jpg"),
    ],
)
def test_what_a_script_gets_wrong_is_said_in_a_sentence(shot, wrong, says):
    with pytest.raises(woodcock.WoodcockError, match=says):
        wrong(shot)
    with pytest.raises(woodcock.InvalidValue):
        woodcock.open_photo(picture(W, H), size=(4, 4))


def test_every_package_lists_what_is_public_and_it_is_there():
    faces = [name for _, name, package in pkgutil.iter_modules(woodcock.__path__) if package]
    for name in (n for n in faces if n != "app"):
        module = importlib.import_module(f"woodcock.{name}")
        for public in getattr(module, "__all__", ()):
            assert getattr(module, public) is not None
        exec(f"from woodcock.{name} import *", {})
    for public in woodcock.__all__:
        doc = getattr(woodcock, public).__doc__
        assert doc or public == "MOVES"


def test_what_can_t_be_is_refused_with_the_range_and_the_nearest_name():
    """One rule for names and numbers; nothing is cut, taken for a layer, or a TypeError."""
    mask = np.zeros((90, 160), np.uint8)
    mask[20:80, 40:90] = 255
    plain = woodcock.open_photo(picture(160, 90), size=(160, 90))
    shot = woodcock.cut(woodcock.air(plain, "rain"), mask, "film", distance=3.0)
    refused = [
        (lambda: woodcock.set_distance(shot, "Rain", 5), "no layer called Rain"),
        (lambda: woodcock.blur(shot, "lens", 3), "no layer called lens"),
        (lambda: woodcock.hang_light(shot, "lamp", "Rain", 1, 1), "no layer called Rain"),
        (lambda: woodcock.flash(shot, ["lens"], 1), "no layer called lens"),
        (lambda: woodcock.where(shot, "lens", np.zeros((1, 2)), 0), "no layer called lens"),
        (lambda: woodcock.shadow(shot, "flim"), "Is film meant"),
        (lambda: woodcock.air(shot, "rian"), "Is rain meant"),
        (lambda: woodcock.air(shot, "rain", what_amount=1e9), "what_amount lies between 0 and"),
        (lambda: woodcock.air(shot, "rain", what_amount="many"), "what_amount is a number"),
        (lambda: woodcock.grade(shot, exposure=99), "exposure lies between"),
        (lambda: woodcock.grade(shot, exposrue=1), "Is exposure meant"),
        (lambda: woodcock.texture(shot, "paper", zap=3), "property of a texture called zap"),
        (lambda: woodcock.blur(shot, "film", 1e6), "blur lies between"),
        (lambda: woodcock.key(shot, "lens", "focus", 1.0, -3.0), "focus lies between"),
        (lambda: woodcock.look(shot, "blue-huor"), "Is blue-hour meant"),
    ]
    for act, says in refused:
        with pytest.raises(woodcock.InvalidValue, match=says):
            act()
    # A layer called as something else is, is a layer where a layer is meant.
    assert woodcock.set_distance(shot, "film", 2.0).project.near_to_far[0].distance == 2.0
    assert woodcock.shadow(shot, "film").project.near_to_far[0].shadow is not None


def test_everything_that_ships_is_listed_and_found_however_it_is_spelt():
    shot = woodcock.open_photo(picture(160, 90), size=(160, 90))
    for name in woodcock.AIRS:
        assert len(woodcock.air(shot, name.upper(), seed=7).project.airs) == 1
    for name in woodcock.LIGHTS:
        layer = shot.project.background.name
        assert woodcock.hang_light(shot, name.replace("-", " "), layer, 9, 9).project.lights
    for name in woodcock.TEXTURES:
        assert len(woodcock.texture(shot, name.title()).project.layers) == 2
    for name in woodcock.LOOKS:
        assert woodcock.look(shot, name).project != shot.project
    for name in woodcock.SOUNDS:
        assert woodcock.add_sound(shot, name).project.sounds
    air = woodcock.air(shot, "Rain", near=2.0, far=9.0, seed=5).project.airs[0]
    assert (air.near, air.far, air.seed) == (2.0, 9.0, 5)
    lists = (woodcock.AIRS, woodcock.LIGHTS, woodcock.TEXTURES, woodcock.LOOKS, woodcock.SOUNDS)
    assert all(x == x.lower() and " " not in x for names in lists for x in names)
