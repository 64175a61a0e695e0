"""What a clip's faults are called, how speeds are measured, framing, cards, outlines, colours."""

import json
import math

import cv2
import numpy as np
import pytest
from hypothesis import given, settings
from hypothesis import strategies as st
from msgspec.structs import replace

from conftest import blob, build, picture
from woodcock import cli
from woodcock.errors import WoodcockError
from woodcock.media import save_project
from woodcock.media.atomic import replacing
from woodcock.media.outputs import check_output, with_suffix
from woodcock.model import (
    LENS,
    OVERALL,
    Bend,
    Card,
    Depth,
    Drift,
    Frame,
    Key,
    Node,
    Outline,
    Pin,
    Relief,
    Stop,
    Track,
    each_track,
    thing_by_id,
)
from woodcock.pixels.colour import linear_from_srgb, srgb_from_linear
from woodcock.separate.clean import cleaned
from woodcock.separate.outline import curve, drawn, path, within
from woodcock.session import acts, extent, motion
from woodcock.session.framing import Framing, framing_at, set_framing
from woodcock.session.speed import CROSSING, find_speeds
from woodcock.session.wording import gap_sentences, inside, motion_sentences, speed_sentence
from woodcock.stage import scene_at
from woodcock.things import card_box, draw_card

W, H = 320, 180
FOCAL = 35 / 36 * W


def two(seconds=1.0, rate=24):
    project, studio = build(picture(W, H), [blob(W, H, 160, 90, 40)], Frame(W, H, rate, seconds))
    project = acts.set_distance(project, "background", 20.0)
    return acts.set_distance(project, project.near_to_far[0].id, 4.0), studio


def travelling(project, name, first, last):
    """A lens that goes evenly from one value to another."""
    end = project.frame.last
    track = Track(first, (Key(0.0, first), Key(end, last)))
    lens = replace(project.lens, **{name: each_track(track, lambda t: t)})
    return replace(project, lens=replace(lens, **{name: track.eased(acts.Easing())}))


def test_speeds_are_parallax_by_the_pinhole():
    """A lens that goes x metres sideways moves what is z metres away by f x / z pixels."""
    project, studio = two()
    near = project.near_to_far[0].id
    slow = travelling(project, "x", 0.0, 0.69)
    report = find_speeds(slow, studio.store)
    each = 0.69 / (slow.frame.count - 1)
    for name, metres in ((near, 4.0), ("background", 20.0)):
        found = report.layers[name]
        np.testing.assert_allclose(found.speed[1:], FOCAL * each / metres, rtol=1e-6)
        assert found.speed[0] == 0 and (found.stretch == 1).all()
        np.testing.assert_allclose(np.diff(found.path[:, 0]), -FOCAL * each / metres, rtol=1e-6)
    # Common practice, no source: seven seconds to cross the frame at 24 frames a second.
    assert report.limit == pytest.approx(W / (7 * 24)) == pytest.approx(W / CROSSING)
    assert not report.strobing("background") and report.strobing(near)
    assert not report.strobing("nobody") and not report.stretched("nobody")


def test_a_still_layer_that_bends_or_drifts_has_a_speed_too():
    project, studio = two()
    near = project.near_to_far[0]
    end = project.frame.last
    moving = Track(0.0, (Key(0.0, 0.0), Key(end, 23.0, acts.Easing()))).eased(acts.Easing())
    bend = Bend((Pin((160.0, 90.0), x=moving),))
    bent = project.with_layer(replace(near, bend=bend))
    speed = find_speeds(bent, studio.store).layers[near.id].speed
    assert speed[1:] == pytest.approx(np.full(len(speed) - 1, 1.0), abs=0.05)
    sliding = motion.set_drift(project, "background", Drift(48, 180, 0.2))
    speed = find_speeds(sliding, studio.store).layers["background"].speed
    assert speed[1:] == pytest.approx(np.full(len(speed) - 1, 2.0), abs=0.05)


def test_a_relief_is_measured_where_it_stands_and_told_when_stretched():
    project, studio = two()
    steps = np.tile(np.where(np.arange(W) < 160, 0, 65535).astype(np.uint16), (H, 1))
    steps = cv2.GaussianBlur(steps, (0, 0), 4)
    project = replace(project, depth=Depth(studio.store.put(steps), 5.0, 40.0))
    deep = replace(project.background, relief=Relief(thickness=12.0, sits=0.0, cut=1.0))
    project = travelling(project.with_layer(deep), "x", 0.0, 2.3)
    report = find_speeds(project, studio.store)
    flat = find_speeds(project.with_layer(replace(deep, relief=None)), studio.store)
    # Its front stands nearer than the plane it sits on, so it goes faster.
    assert report.layers["background"].speed.max() > 1.5 * flat.layers["background"].speed.max()
    assert report.stretched("background") and not flat.stretched("background")
    lines = motion_sentences(project, report)
    assert any("Background: the relief is stretched to" in line for line in lines)


def test_what_strobes_is_said_in_the_same_words_everywhere(tmp_path, capsys):
    project, studio = two()
    near = project.near_to_far[0]
    project = travelling(acts.rename(project, near.id, "Post"), "x", 0.0, 0.9)
    project = extent.close_gaps(project, studio.gaps(project))
    report = find_speeds(project, studio.store)
    lines = motion_sentences(project, report)
    assert lines[0].startswith("Post: strobing, ") and "up to 1.9 looks smooth" in lines[0]
    told = speed_sentence(project, report, near.id, 0.5)
    assert "at the most; above 1.9 it strobes" in told
    assert "strobes" not in speed_sentence(project, report, "background", 0.5)
    assert speed_sentence(project, report, "nobody", 0.5) == ""
    still = find_speeds(two()[0], studio.store)
    assert motion_sentences(project, still) == ()
    path_ = tmp_path / "clip.woodcock"
    save_project(path_, project, studio.store)
    code = cli.main(["check", str(path_), "--quiet"])
    said = capsys.readouterr().out.splitlines()
    assert code == 0 and said[0] == "No gaps." and said[1] == lines[0]
    cli.main(["check", str(path_), "--quiet", "--json"])
    assert json.loads(capsys.readouterr().out)["motion"] == list(lines)
    assert "Copy report" in inside(ValueError("x")) and "ValueError: x" in inside(ValueError("x"))
    assert gap_sentences(project, studio.gaps(project)) == ("No gaps.",)


@settings(max_examples=40, deadline=None)
@given(
    st.sampled_from(["lens", "overall", "layer"]), st.floats(40, 280), st.floats(30, 150),
    st.floats(0.3, 2.0), st.booleans(),
)  # fmt: skip
def test_what_is_framed_is_what_the_frame_shows(owner, x, y, share, late):
    """The rectangle's corners come to lie on the frame's, and it is told as it was set."""
    project, _ = two()
    near = project.near_to_far[0]
    owner = {"lens": LENS, "overall": OVERALL, "layer": near.id}[owner]
    time = project.frame.last if late else 0.0
    framed = set_framing(project, owner, time, Framing(x, y, share), 4.0)
    again = framing_at(framed, owner, time, 4.0)
    assert again == pytest.approx((x, y, share), abs=1e-6)
    placed = next(p for p in scene_at(framed, time) if p.id == near.id)
    half = np.array([W, H]) * share / 2
    corners = np.array([(x - half[0], y - half[1]), (x + half[0], y + half[1])])
    np.testing.assert_allclose(placed.mapping.plane_to_frame(corners), [(0, 0), (W, H)], atol=1e-5)


@settings(max_examples=30, deadline=None)
@given(st.sampled_from(["rectangle", "rounded", "ellipse"]), st.floats(40, 200), st.floats(40, 200),
       st.floats(0.3, 2))  # fmt: skip
def test_cards_cover_the_area_of_their_shape(shape, width, height, scale):
    card = Card(0.0, 0.0, width, height, shape, corner=0.5, stops=(Stop(0.0, (255,) * 4),))
    drawn_ = draw_card(card, scale, (0, 0, 1, 1))
    area = (drawn_.pixels[..., 3].astype(float) / 65535).sum() / drawn_.scale**2
    corner = 0.5 * min(width, height) / 2
    want = {
        "rectangle": width * height,
        "rounded": width * height - (4 - math.pi) * corner**2,
        "ellipse": math.pi * width * height / 4,
    }[shape]
    assert area == pytest.approx(want, rel=0.02)
    assert card_box(card, (1, 2, 3, 4)) == (-width / 2, -height / 2, width, height)
    assert card_box(replace(card, covers=True), (1, 2, 3, 4)) == (1, 2, 3, 4)


def test_a_gradient_is_css_s_in_srgb_and_premultiplied():
    """CSS Images Level 3: halfway between red and see-through blue is half-covered red."""
    stops = (Stop(0.0, (255, 0, 0, 255)), Stop(1.0, (0, 0, 255, 0)))
    card = Card(0, 0, 200, 100, fill="linear", angle=0.0, stops=stops)
    drawn_ = draw_card(card, 1.0, (0, 0, 1, 1))
    middle = drawn_.pixels[drawn_.pixels.shape[0] // 2, -drawn_.x].astype(float) / 65535
    assert middle[3] == pytest.approx(0.5, abs=0.01)
    np.testing.assert_allclose(middle[:3] / middle[3], (1, 0, 0), atol=0.01)
    plain = replace(card, stops=(Stop(0.0, (0, 0, 0, 255)), Stop(1.0, (255, 255, 255, 255))))
    drawn_ = draw_card(plain, 1.0, (0, 0, 1, 1))
    row = srgb_from_linear(drawn_.pixels[50, :, 0].astype(float) / 65535)
    at = np.arange(20, 180)
    np.testing.assert_allclose(row[at - 100 - drawn_.x], (at + 0.5) / 200, atol=0.01)
    radial = draw_card(replace(plain, fill="radial"), 1.0, (0, 0, 1, 1))
    assert radial.pixels[-radial.y, -radial.x, 0] < 100  # its start is in the middle
    rim = srgb_from_linear(radial.pixels[-radial.y, -radial.x + 97, 0] / 65535.0)
    assert rim == pytest.approx(0.97, abs=0.02)


def test_an_outline_of_four_curves_is_a_circle():
    """The usual four cubics, handles at 0.5523 of the radius, are within 0.03 % of one."""
    k = 0.5522847498 * 50
    nodes = (
        Node(110, 60, (0, -k), (0, k)), Node(60, 110, (k, 0), (-k, 0)),
        Node(10, 60, (0, k), (0, -k)), Node(60, 10, (-k, 0), (k, 0)),
    )  # fmt: skip
    points = path(nodes)
    assert np.abs(np.hypot(*(points - 60).T) - 50).max() < 0.02
    mask = within((120, 120), Outline(nodes))
    assert mask.astype(float).sum() / 255 == pytest.approx(math.pi * 2500, rel=4e-3)
    assert not within((120, 120), Outline(nodes[:1])).any()
    np.testing.assert_allclose(curve(nodes[0], nodes[1])[1], (110, 60 + k))
    ends = drawn(nodes[0], nodes[1])
    np.testing.assert_allclose(ends[0], (110, 60))
    assert np.hypot(*(ends[-1] - (60, 110))) < 8  # the last point is the next curve's


def test_colours_of_a_soft_edge_are_the_thing_s_own():
    """Of a mixture by known alphas of two known colours, the first one comes back."""
    alpha = blob(120, 90, 60, 45, 25, 14.0)
    own, other = np.array([200.0, 60, 40]), np.array([30.0, 90, 200])
    share = alpha[..., None] / 255.0
    photo = np.rint(share * own + (1 - share) * other).astype(np.uint8)
    clean = cleaned(photo, alpha)
    half = (alpha > 60) & (alpha < 255)
    before = np.abs(photo[half] - own).mean()
    assert np.abs(clean[half] - own).mean() < 0.15 * before
    sure = (alpha == 0) | (alpha == 255)
    np.testing.assert_array_equal(clean[sure], photo[sure])


def test_results_never_take_the_place_of_what_they_are_made_from(tmp_path):
    source = tmp_path / "a.mp4"
    source.write_bytes(b"x")
    link = tmp_path / "b.mp4"
    link.symlink_to(source)
    for place in (source, link):
        with pytest.raises(WoodcockError, match="is what this is made from"):
            check_output(place, ".mp4", source)
    with pytest.raises(WoodcockError, match=r"such as Trip 2\.1\.mp4"):
        check_output(tmp_path / "Trip 2.1", ".mp4")
    check_output(tmp_path / "new.MP4", ".mp4", source, None)
    assert with_suffix(tmp_path / "Trip 2.1", ".mp4").name == "Trip 2.1.mp4"
    assert with_suffix(tmp_path / "x.TIF", ".png", ".tif").name == "x.TIF"


def test_a_file_is_replaced_as_a_whole_or_not_at_all(tmp_path):
    target = tmp_path / "kept.txt"
    target.write_text("old")
    target.chmod(0o640)
    with pytest.raises(RuntimeError), replacing(target) as temporary:
        with open(temporary, "w") as file:
            file.write("half")
        raise RuntimeError
    assert target.read_text() == "old" and [x.name for x in tmp_path.iterdir()] == ["kept.txt"]
    with replacing(target) as temporary, open(temporary, "w") as file:
        file.write("new")
    assert target.read_text() == "new" and target.stat().st_mode & 0o777 == 0o640
    assert [x.name for x in tmp_path.iterdir()] == ["kept.txt"]


def test_every_track_however_deep_is_changed_and_nothing_else():
    project, _ = two()
    near = project.near_to_far[0]
    bend = Bend((Pin((10.0, 20.0), x=Track(3.0)),))
    project = project.with_layer(replace(near, bend=bend))
    doubled = each_track(project, lambda track: track.scaled(0.5))
    assert doubled.layer(near.id).bend.pins[0].x.base == 1.5
    assert doubled.layer(near.id).pose.scale.base == 0.5 and doubled.lens.focus.base == (
        project.lens.focus.base / 2
    )
    assert doubled.layer(near.id).distance == near.distance
    assert each_track(project, lambda track: track) is project
    assert thing_by_id(project, near.id).id == near.id
    assert thing_by_id(project, "nobody") is None


@given(st.integers(0, 255))
def test_grey_is_as_bright_as_the_standard_says(code):
    """IEC 61966-2-1: code 188 is half the light, within a code."""
    light = float(linear_from_srgb(np.array([code / 255]))[0])
    assert (light < 0.5) == (code < 188)
