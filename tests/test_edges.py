"""Whatever can show an edge is looked at, and no border has steps."""

import numpy as np
import pytest
from hypothesis import given, settings
from hypothesis import strategies as st
from msgspec.structs import replace

from conftest import blob, build, picture
from woodcock.model import Card, Frame, Mask, Stop
from woodcock.render import render_frame
from woodcock.separate.border import cut_off, snapped
from woodcock.session import acts, extent, staging, things
from woodcock.session.cutting import CuttingRoom
from woodcock.session.safe_travel import safe_travel
from woodcock.session.stroke import Stroke


@pytest.mark.parametrize("turns", range(4))
@pytest.mark.parametrize("short", [1, 3])
def test_a_cut_that_ends_just_short_of_the_border_goes_on_to_it(turns, short):
    mask = np.zeros((200, 300), np.uint8)
    mask[short:90, 100:180] = 255
    mask[120:150, 20:60] = 255  # far from any border: it stays
    near, whole = snapped(np.rot90(mask, turns).copy()), mask.copy()
    whole[:short, 100:180] = 255
    assert (near == np.rot90(whole, turns)).all()
    assert len(cut_off(near)) == 1
    assert (snapped(near) == near).all()


def test_a_lasso_that_misses_the_border_shows_no_strip_and_no_edge():
    photo = picture()
    project, studio = build(photo, [], Frame(320, 180, 12, 1.0))
    reach = 3
    points = ((100.0, float(reach)), (200.0, float(reach)), (190.0, 90.0), (110.0, 90.0))
    outcome = CuttingRoom(studio.store).cut(project, Stroke(points, "lasso", "new"))
    assert (outcome.new[0, 110:190] == 255).all()
    project, layer = acts.add_layer(project, Mask(studio.store.put(outcome.new)))
    project = acts.set_pose_key(project, layer, "y", 0.0, 0.0)
    project = acts.set_pose_key(project, layer, "y", project.frame.last, 0.3)  # it comes down
    report = studio.gaps(project)
    assert {(edge.layer, edge.side) for edge in report.edges} == {(layer, "top")}


def with_picture(kind):
    """A picture, card or clip-like thing over all of the frame: (project, studio, id)."""
    project, studio = build(picture(), [blob(320, 180, 110, 110, 45)], Frame(320, 180, 12, 1.0))
    if kind == "card":
        card = Card(width=400, height=240, stops=(Stop(0.0, (200, 40, 40, 255)),))
        project, name = things.add_thing(project, card, "Card")
    else:
        pixels = picture(160, 90, 7)
        project, name = acts.add_picture(project, studio.store.put(pixels), (160, 90), "Added")
        project = things.fill_frame(project, name)
    return project, studio, name


@pytest.mark.parametrize("kind", ["picture", "card"])
def test_full_frame_things_that_slide_are_told_and_can_be_extended(kind):
    project, studio, name = with_picture(kind)
    assert not studio.gaps(project).edges
    project = acts.set_pose_key(project, name, "x", 0.0, 0.0)
    metres = 0.3 if kind == "picture" else 1.2
    project = acts.set_pose_key(project, name, "x", project.frame.last, metres)
    report = studio.gaps(project)
    assert {(edge.layer, edge.side) for edge in report.edges} == {(name, "left")}
    closed = extent.close_gaps(project, report)
    assert not studio.gaps(closed).edges
    last = studio.frame(closed, closed.frame.last).astype(int)
    behind = studio.frame(acts.show_layer(closed, name, False), closed.frame.last).astype(int)
    assert (np.abs(last - behind).sum(2) > 0).mean() > 0.87  # all but the near blob
    if kind == "picture":  # at rest nothing but what was added is new
        rest = [studio.frame(x, 0.0).astype(int)[3:-3, 3:-3] for x in (project, closed)]
        assert np.abs(rest[0] - rest[1]).max() <= 2


def test_a_picture_within_the_frame_has_no_edge_to_hide():
    project, studio, name = with_picture("picture")
    own = project.layer(name).picture
    project = acts.place_picture(project, name, replace(own, scale=own.scale * 0.5))
    project = acts.set_pose_key(project, name, "x", 0.0, 0.0)
    project = acts.set_pose_key(project, name, "x", project.frame.last, 0.5)
    assert not studio.gaps(project).edges


def test_the_safe_travel_of_a_slide_heeds_a_full_frame_picture():
    project, studio, name = with_picture("picture")
    found = safe_travel(project, "slide", studio.atlas(project), studio.store)
    assert found.edge.layer == name
    assert found.edge.amount < 30


def staircase(line):
    """How far a border's places lie from a straight line through them, at the most."""
    x = np.arange(len(line))
    return float(np.abs(line - np.polyval(np.polyfit(x, line, 1), x)).max())


@pytest.mark.parametrize("kind", ["background", "cut"])
@pytest.mark.parametrize(("roll", "swing"), [(4.0, 0.0), (0.0, 25.0)])
def test_a_turned_or_leaning_border_has_no_steps(kind, roll, swing):
    """The upper border of a plain bright photo, turned: its coverage follows a straight line."""
    photo = np.full((180, 320, 3), 255, np.uint8)
    masks = [np.full((180, 320), 255, np.uint8)] if kind == "cut" else []
    if masks:
        masks[0][150:] = 0
    project, studio = build(photo, masks, Frame(320, 180, 12, 1.0))
    project = acts.place_photo(project, replace(project.placement, zoom=0.6))
    name = project.near_to_far[0].id
    if kind == "cut":
        project = acts.show_layer(project, "background", False)
    if swing:
        project = staging.set_lean(project, name, 0.0, swing, False)
    else:
        project = acts.set_pose_key(project, name, "angle", 0.0, roll)
    cover = np.zeros((180, 320), np.uint8)
    render_frame(project, studio.atlas(project), 0.0, cover=cover)
    columns = cover[:90, 110:210].astype(float) / 255
    edge = 90 - columns.sum(0)  # where the border is in each column, by what is covered below it
    assert np.ptp(edge) > 3
    assert staircase(edge) < 0.2  # a hard border is off by up to 0.5
    assert ((columns > 0.02) & (columns < 0.98)).any(0).mean() > 0.6


@settings(max_examples=30, deadline=None)
@given(st.floats(-30, 30), st.floats(0.4, 1.2), st.floats(-0.5, 0.5))
def test_a_turned_border_changes_nothing_inside(angle, zoom, x):
    """Next to what a hard border drew, only pixels beyond the border are new."""
    photo = picture(160, 90)
    project, studio = build(photo, [], Frame(160, 90, 12, 1.0))
    project = acts.place_photo(project, replace(project.placement, zoom=zoom))
    project = acts.set_pose_key(project, "background", "angle", 0.0, angle)
    project = acts.set_pose_key(project, "background", "x", 0.0, x)
    from woodcock.stage import scene_at

    (placed,) = scene_at(project, 0.0)
    y, x_ = np.mgrid[0:90, 0:160] + 0.5
    seen = np.linalg.inv(placed.mapping.homography) @ np.stack(
        [x_.ravel(), y.ravel(), np.ones(x_.size)]
    )
    u, v = (seen[:2] / seen[2]).reshape(2, 90, 160)
    inside = (u > 0.01) & (u < 159.99) & (v > 0.01) & (v < 89.99)
    away = np.maximum.reduce([-u, u - 160, -v, v - 90])
    cover = np.zeros((90, 160), np.uint8)
    render_frame(project, studio.atlas(project), 0.0, cover=cover)
    assert (cover[inside] == 255).all()
    assert (cover[away > 1.1 / zoom + 1.0] == 0).all()
