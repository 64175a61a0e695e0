"""Looks: saved, opened, used in another project, by halves; and what is no look."""

import json

import numpy as np
import pytest
from msgspec.structs import replace

from conftest import build, picture
from test_grade import cube_text
from woodcock.errors import WoodcockError
from woodcock.media.look_file import load_look, save_look
from woodcock.model import (
    FILM,
    LOOK_PARTS,
    Follow,
    Frame,
    Key,
    Look,
    Track,
    effects_of,
    tracks_of,
)
from woodcock.pixels.store import PixelStore
from woodcock.render import render_frame
from woodcock.session import airs, film, finishing, lights, looks, things
from woodcock.stage import value_at

STORE = PixelStore()
SHIPPED = looks.shipped_looks(STORE)


def finished():
    """Something of every part, some of it keyed."""
    project, studio = build(picture(192, 108), [], Frame(192, 108, 12, 2.0))
    project, _ = airs.add_air(project, "Snow")
    place = Follow(project.background.id, 48.0, 27.0)
    project, light = lights.add_light(project, "Lantern", place)
    project, _ = lights.add_flash(project, [project.background.id], 1.0, bolt=True)
    project = lights.set_bloom(lights.set_haze(project, on=True), on=True)
    project = finishing.set_defocus(project, on=True)
    project = finishing.set_shutter(project, on=True)
    table = cube_text(np.random.default_rng(2).random((4, 4, 4, 3)))
    project = film.set_lut(project, FILM, table, "Odd", studio.store)
    keys = (Key(0.0, 0.0), Key(project.frame.last, 1.0))
    project = film.set_grade(project, FILM, exposure=Track(0.0, keys))
    project = film.set_film(project, "grain", on=True)
    project, _ = things.add_texture(project, "Film dust")
    return project, studio, light


@pytest.mark.parametrize("look", SHIPPED, ids=lambda look: look.name)
def test_the_looks_that_ship_are_slight_and_come_by_halves(look):
    project, studio = build(picture(192, 108), [], Frame(192, 108, 12, 1.0))
    atlas = studio.atlas(project)
    plain = render_frame(project, atlas, 0.25).astype(float)

    def seen(amount):
        made = looks.with_look(project, look, amount)
        return render_frame(made, studio.atlas(made), 0.25).astype(float)

    none, half, whole = (seen(x) for x in (0.0, 0.5, 1.0))
    away = [np.abs(x - plain).mean() for x in (none, half, whole)]
    assert away[0] < 0.5 and away[0] < 0.75 * away[1] < 0.75 * away[2]
    assert 2 < away[2] < 45 and abs(whole.mean() - plain.mean()) < 30
    assert look.seconds == 6.0 and set(look.parts) <= set(LOOK_PARTS)


def test_there_are_eight_of_our_own():
    assert len(SHIPPED) == len({look.name for look in SHIPPED}) == 8


def test_a_whole_finish_goes_into_a_file_and_to_another_project(tmp_path):
    project, studio, light = finished()
    look = looks.look_of(project, "  All of   it ")
    assert look.name == "All of it" and look.parts == LOOK_PARTS
    save_look(tmp_path / "all.look.json", look, studio.store)
    assert (tmp_path / "all.look.json").stat().st_size < 40_000
    store = PixelStore()
    again = load_look(tmp_path / "all.look.json", store)
    assert again == look and store.get(look.grade.lut.file).tobytes().startswith(b"TITLE")
    other, own = build(picture(320, 180, 7), [], Frame(320, 180, 12, 4.0))
    again = load_look(tmp_path / "all.look.json", own.store)
    made = looks.with_look(other, again)
    # Lights are at the same share of the photo, and as far away as what they hung on.
    hung, was = made.lights[0], project.lights[0]
    assert value_at(hung.x, 0) / 320 == pytest.approx(value_at(was.x, 0) / 192)
    assert hung.layer is None and hung.distance.base == project.background.distance
    # Keys are as early and late in the clip as they were.
    end = tracks_of(made, FILM)["grade exposure"].keys[-1]
    assert end.time == pytest.approx(other.frame.last) and end.value == 1.0
    assert made.flashes[0].layers == (made.background.id,) and made.flashes[0].bolt is None
    assert [x.texture.kind for x in made.layers if x.texture] == ["dust"]
    ids = [x.id for x in effects_of(made)]
    assert len(set(ids)) == 3 and light not in ids
    assert made.lens.defocus.on and made.lens.shutter.on and made.haze.on and made.bloom.on
    frame = render_frame(made, own.atlas(made), 1.0)
    assert (frame != render_frame(other, own.atlas(other), 1.0)).mean() > 0.5
    # Used once more it takes its own place, and nothing is there twice.
    twice = looks.with_look(made, again)
    assert len(twice.layers) == len(made.layers) and len(effects_of(twice)) == 3
    np.testing.assert_array_equal(render_frame(twice, own.atlas(twice), 1.0), frame)


def test_only_the_chosen_parts_are_saved_and_replaced():
    project, _studio, _ = finished()
    look = looks.look_of(project, "Grain alone", ["film"])
    assert look.parts == ("film",)
    other, _ = build(picture(192, 108), [], Frame(192, 108, 12, 1.0))
    other = lights.set_bloom(film.set_grade(other, FILM, exposure=Track(0.3)), on=True)
    made = looks.with_look(other, look)
    assert made == replace(other, film=project.film)
    for name, parts in (("", ["film"]), ("  ", ["film"]), ("x", [])):
        with pytest.raises(WoodcockError, match="Nothing was saved"):
            looks.look_of(project, name, parts)


def test_what_hung_on_a_texture_that_is_replaced_stays():
    """As when a person deletes it: nothing refers to a layer that is gone."""
    project, _, light = finished()
    dust = next(x for x in project.layers if x.laid)
    project = lights.hang_light(project, light, Follow(dust.id, 10.0, 10.0))
    project = airs.set_effect(project, project.airs[0].id, behind=dust.id)
    made = looks.with_look(project, looks.look_of(project, "Same", ["textures"]))
    assert [x.texture for x in made.layers if x.laid] == [dust.texture]
    assert dust.id not in {x.id for x in made.layers}
    assert made.lights[0].layer is None and made.airs[0].behind is None


def test_half_a_look_is_half_as_strong_in_every_part():
    project, _, _ = finished()
    look = looks.look_of(project, "All")
    made = looks.with_look(project, look, 0.5)
    assert made.film.grain.strength.base == project.film.grain.strength.base / 2
    assert made.grade.amount.base == 0.5 and made.airs[0].opacity.base == 0.5
    assert made.lens.f_number.base == 2 * project.lens.f_number.base
    assert made.lens.shutter.angle.base == project.lens.shutter.angle.base / 2
    assert made.lights[0].strength.base == project.lights[0].strength.base / 2
    assert made.haze.density.base == project.haze.density.base / 2
    texture = next(x for x in made.layers if x.texture)
    assert texture.pose.opacity.base == pytest.approx(0.2)
    assert not looks.with_look(project, look, 0.0).lens.defocus.on


def test_saved_looks_are_found_again_and_what_is_damaged_is_left_out(tmp_path, monkeypatch):
    monkeypatch.setenv("WOODCOCK_STATE", str(tmp_path))
    project, studio, _ = finished()
    path = looks.keep_look(looks.look_of(project, "Évening / 2!", ["film"]), studio.store)
    looks.keep_look(looks.look_of(project, "Other", ["grade"]), studio.store)
    (path.parent / "bad.look.json").write_text("{")
    found = looks.kept_looks(PixelStore())
    assert sorted(x.name for x in found.values()) == ["Other", "Évening / 2!"]
    assert path.parent == tmp_path / "looks" and path in found
    # Nothing is lost: the same look is there once, another of its name beside it.
    assert looks.keep_look(looks.look_of(project, "Other", ["grade"]), studio.store) in found
    again = looks.keep_look(looks.look_of(project, "Other", ["film"]), studio.store)
    like = looks.keep_look(looks.look_of(project, "Évening - 2?", ["bloom"]), studio.store)
    names = [looks.kept_looks(PixelStore())[x].name for x in (again, like, path)]
    assert names == ["Other 2", "Évening - 2?", "Évening / 2!"]


@pytest.mark.parametrize("content, sentence", [
    ("", "damaged"), ("{", "damaged"), ("[1]", "damaged"), ('{"format": "else"}', "no look"),
    ('{"format": "woodcock-look", "version": 99}', "newer"),
    ('{"format": "woodcock-look", "version": 1, "look": {"name": 3}}', "damaged"),
    ('{"format": "woodcock-look", "version": 1, "look": {"name": "x", "seconds": 0}}', "damaged"),
    ('{"format": "woodcock-look", "version": 1, "look": {"name": "x", "film": {"grain": '
     '{"strength": {"base": "strong"}}}}}', "damaged"),
    ('{"format": "woodcock-look", "version": 1, "look": {"name": "x", "grade": {"curves": '
     '{"red": [[0.5, 0], [0.1, 1]]}}}}', "damaged"),
    ('{"format": "woodcock-look", "version": 1, "look": {"name": "x", "grade": {"lut": '
     '{"file": "abc", "name": "gone"}}}}', "lookup table"),
])  # fmt: skip
def test_what_is_no_look_gets_a_sentence(content, sentence, tmp_path):
    path = tmp_path / "x.look.json"
    path.write_text(content)
    with pytest.raises(WoodcockError, match=sentence):
        load_look(path, PixelStore())
    with pytest.raises(WoodcockError):
        load_look(tmp_path / "missing.look.json", PixelStore())


def test_a_look_is_written_by_hand_in_a_few_lines(tmp_path):
    """What is left out has its default: the format is open to people."""
    path = tmp_path / "mine.look.json"
    look = {"name": "Mine", "grade": {"on": True, "exposure": {"base": 0.5}}}
    path.write_text(json.dumps({"format": "woodcock-look", "version": 1, "look": look}))
    found = load_look(path, PixelStore())
    assert found == replace(Look("Mine"), grade=found.grade)
    assert found.grade.exposure.base == 0.5 and found.parts == ("grade",)
