import numpy as np
import pytest
from hypothesis import given, settings
from hypothesis import strategies as st
from msgspec.structs import replace

from conftest import blob, brute_force, build, picture
from woodcock.errors import Cancelled
from woodcock.model import Card, Drift, Frame, Growth, Picture, Title
from woodcock.render import CutOffEdge, Gap, GapReport, render_frame
from woodcock.session import acts, extent
from woodcock.session.wording import gap_sentences
from woodcock.stage import READY_MOVES, apply_move


@settings(max_examples=25, deadline=None)
@given(
    st.sampled_from(sorted(READY_MOVES)),
    st.floats(0, 40),
    st.floats(0.8, 1.3),
    st.floats(-10, 10),
    st.integers(0, 99),
)
def test_gaps_are_those_of_every_frame_and_one_click_closes_them(move, amount, zoom, roll, seed):
    rng = np.random.default_rng(seed)
    mask = blob(160, 90, rng.uniform(0, 160), rng.uniform(0, 90), 30)
    project, studio = build(picture(160, 90), [mask], Frame(160, 90, 12, 0.5))
    project = acts.place_photo(project, replace(project.placement, zoom=zoom))
    project = apply_move(project, move, amount)
    project = acts.set_start_and_end(project, {"roll": (0.0, roll)})
    report, counts = studio.gaps(project), brute_force(project, studio)
    named = {index for gap in report.gaps for index in range(gap.first, gap.last + 1)}
    open_frames = {index for index, count in enumerate(counts) if count}
    assert open_frames <= named
    assert bool(open_frames) == bool(report.gaps)
    if report.gaps:
        assert max(gap.pixels for gap in report.gaps) == max(counts)
        assert min(gap.first for gap in report.gaps) == min(open_frames)
        assert max(gap.last for gap in report.gaps) == max(open_frames)
    project = extent.close_gaps(project, report)
    assert sum(brute_force(project, studio)) == 0
    assert studio.gaps(project).gaps == ()


def test_a_gap_names_layer_side_frames_and_need():
    project, studio = build(picture(), [], Frame(320, 180, 12, 1.0))
    project = acts.set_start_and_end(project, {"x": (0.0, 1.0)})
    (gap,) = studio.gaps(project).gaps
    assert (gap.layer, gap.side, gap.last) == ("background", "right", project.frame.count - 1)
    focal = 35 / 36 * 320
    shift = focal * 1.0 / 60  # pixels: focal length times travel over distance
    assert shift - 1 <= gap.grow <= shift + 3
    exact = replace(project.background, growth=Growth(right=gap.grow))
    assert studio.gaps(project.with_layer(exact)).gaps == ()
    short = replace(project.background, growth=Growth(right=gap.grow - 5))
    assert studio.gaps(project.with_layer(short)).gaps != ()


def test_gaps_that_growing_cannot_close(scene):
    project, studio = scene
    hidden = acts.show_layer(project, "background", False)
    (gap,) = studio.gaps(hidden).gaps
    assert (gap.side, gap.grow) == ("inside", None)
    away = acts.set_start_and_end(project, {"yaw": (0.0, 120.0)})
    report = studio.gaps(away)
    assert any(gap.grow is None for gap in report.gaps)
    photo = np.dstack([picture(), blob(320, 180, 160, 90, 80)])  # see-through corners
    project, studio = build(photo, [])
    assert {gap.side for gap in studio.gaps(project).gaps} == {"inside"}


def test_a_cut_off_layer_shows_its_edge():
    mask = blob(320, 180, 160, 170, 50)  # reaches over the photo's lower border
    project, studio = build(picture(), [mask])
    project = extent.grow_layer(project, "background", Growth(200, 200, 200, 200))
    project = acts.set_start_and_end(project, {"y": (0.0, 0.1)})
    report = studio.gaps(project)
    assert report.gaps == ()
    (edge,) = report.edges
    assert edge.side == "bottom"
    assert studio.gaps(extent.close_gaps(project, report)).edges == ()


def test_findings_in_sentences(scene):
    """Each names the layer, the side, the frames counted from 1, and what to do."""
    project, _ = scene
    near = project.near_to_far[0].id
    found = GapReport(
        12,
        (Gap("background", "left", 0, 0, 40, 12.0), Gap("background", "inside", 2, 5, 9, None)),
        (CutOffEdge(near, "bottom", 3, 11, 7.0),),
    )
    lines = gap_sentences(project, found)
    assert lines[0] == (
        "Gap: Background does not reach the frame's left edge in frame 1 (up to 40 pixels). "
        "It must grow by 12 px there."
    )
    assert "in frames 3 to 6" in lines[1]
    assert "hidden, see-through or turned away" in lines[1]
    assert "Layer 2 is cut off by the photo's bottom border" in lines[2]
    assert gap_sentences(project, GapReport(12)) == ("No gaps.",)
    assert found.growths == {"background": Growth(left=12.0), near: Growth(bottom=7.0)}
    closed = extent.close_gaps(project, found)
    assert closed.background.growth == Growth(left=12.0)
    bare = {layer.id: Growth() for layer in closed.layers}
    assert extent.set_growths(closed, bare) == project
    twice = extent.grow_layer(closed, "background", Growth(left=5.0, top=1.0))
    assert twice.background.growth == Growth(left=12.0, top=1.0)


def test_what_a_few_frames_show_is_told_first(scene):
    project, studio = scene
    moved = acts.set_start_and_end(project, {"x": (0.0, 2.0)})
    moved = acts.set_frame(moved, Frame(320, 180, 12, 4.0))
    told = []
    report = studio.gaps(moved, told=told.append)
    (first,) = told
    assert first.frames == 9 and report.frames == 48
    assert {gap.side for gap in first.gaps} == {gap.side for gap in report.gaps}
    assert first.gaps[0].last == report.gaps[0].last and first.gaps[0].grow == report.gaps[0].grow
    assert first.gaps[0].first >= report.gaps[0].first


def test_a_gap_check_stops_when_asked(scene):
    project, studio = scene
    studio.atlas(project)
    asked = []

    def stop(fraction, text):
        asked.append(fraction)
        return len(asked) < 4

    with pytest.raises(Cancelled):
        studio.gaps(project, stop)
    assert asked == sorted(asked)


def test_growth_carries_the_picture_on_and_leaves_the_rest_frame_alone(scene):
    project, studio = scene
    before = studio.frame(project, 0.0)
    grown = extent.grow_layer(project, "background", Growth(40, 40, 40, 40))
    np.testing.assert_array_equal(studio.frame(grown, 0.0), before)
    shifted = acts.set_start_and_end(grown, {"x": (6.0, 6.0)})
    frame = studio.frame(shifted, 0.0)
    lost = int(np.ceil(35 / 36 * 320 * 6 / 60))
    strip = frame[:, -lost + 1 :]
    assert strip.max(axis=2).min() > 0  # no black rim
    # Carried on by mirroring: beside the old border the picture goes on smoothly.
    step = np.abs(frame[:, -lost - 1].astype(int) - frame[:, -lost]).mean()
    inner = np.abs(np.diff(frame[:, :-lost].astype(int), axis=1)).mean()
    assert step < 2.5 * inner


def test_a_lens_that_goes_through_the_layers_is_checked_all_the_same(scene):
    """Edge on, a plane has no inverse; the frames before and after still count."""
    project, studio = scene
    last = project.frame.last
    through = acts.set_start_and_end(project, {"z": (0.0, 60.0)})
    report = studio.gaps(through)
    assert report.gaps[-1].last == project.frame.count - 1
    assert not studio.frame(through, last).any()
    for metres in (3.0, 10.0):
        at = acts.set_start_and_end(project, {"z": (metres, metres)})
        assert studio.gaps(at).gaps == ()


def test_room_is_told_and_enlarging_covers_what_is_lacking():
    """The room on each side is what growing by less than it would still leave free of gaps."""
    project, studio = build(picture(), [])
    project = acts.set_start_and_end(project, {"x": (0.0, 1.0), "roll": (0.0, 3.0)})
    report = studio.gaps(project)
    (room,) = report.rooms
    assert room.right < 0 and report.gaps
    larger = extent.cover_by_enlarging(project, "background", report)
    after = studio.gaps(larger)
    assert after.gaps == ()
    (left,) = after.rooms
    sides = [left.left, left.top, left.right, left.bottom]
    assert min(sides) == pytest.approx(0, abs=1)  # by no more than is needed
    assert extent.cover_by_enlarging(larger, "background", after) == larger
    wide = extent.set_stretch(project, "background", 1.5, 1.0)
    assert studio.gaps(wide).rooms[0].right > room.right + 20
    assert studio.gaps(wide).rooms[0].top == pytest.approx(room.top, abs=3)


def _thing(kind, store, grown, scale):
    """Something of its own about the middle of a frame of 160 x 90, so much larger than that."""
    width, height = 160 + grown, 90 + grown
    box = {"x": 80.0, "y": 45.0, "width": width, "height": height}
    if kind in ("covers", "gradient"):
        return Card(fill="plain" if kind == "covers" else "linear", covers=True, **box)
    if kind in ("card", "large"):
        return Card(**box | ({"width": 30 * width} if kind == "large" else {}))
    if kind == "title":
        return Title("Word", x=80.0, y=45.0)
    w, h = (max(int(side / scale), 8) for side in (width, height))
    return Picture(store.put(picture(w, h)), w, h, 80.0, 45.0, scale)


def _bare(project, studio, name, index):
    """The sides of a frame at which a layer, drawn alone, is not opaque, corners left out."""
    cover = np.zeros((90, 160), np.uint8)
    alone = tuple(replace(x, visible=x.id == name) for x in project.layers)
    alone = replace(project, layers=alone)
    render_frame(alone, studio.atlas(alone), project.frame.time(index), cover=cover)
    rims = {"left": cover[:, 0], "right": cover[:, -1], "top": cover[0], "bottom": cover[-1]}
    return {x for x, rim in rims.items() if rim[len(rim) // 4 : -len(rim) // 4].min() < 250}


@settings(max_examples=25, deadline=None)
@given(
    st.sampled_from(["covers", "gradient", "card", "large", "picture", "drift", "glass", "title"]),
    st.floats(0, 30),
    st.sampled_from([0.25, 1.0, 3.0]),
    st.floats(-0.4, 0.4),
    st.floats(-0.2, 0.2),
)
def test_edges_are_told_where_pixels_show_them_and_the_cure_hides_them(kind, grown, scale, x, y):
    project, studio = build(picture(160, 90), [], Frame(160, 90, 12, 0.5))
    project, name = acts.add_layer(project, _thing(kind, studio.store, grown, scale))
    drift = Drift() if kind == "drift" else None
    layer = replace(project.layer(name), distance=5.0, glass=kind == "glass", drift=drift)
    still = project.with_layer(layer)

    def moved(by, more):
        ends = {"x": x * by + np.sign(x) * more, "y": y * by + np.sign(y) * more}
        return acts.set_start_and_end(still, {k: (0.0, float(v)) for k, v in ends.items()})

    project, farther = moved(1.0, 0.0), moved(1.2, 0.25)
    last, rest = project.frame.count - 1, _bare(project, studio, name, 0)
    told = {edge.side for edge in studio.gaps(project).edges if edge.layer == name}
    if kind == "title":
        assert not told
        return
    assert _bare(project, studio, name, last) - rest <= told
    # With a little to spare: a soft rim of one of a picture's own pixels counts as an end.
    assert told <= rest | _bare(farther, studio, name, last)
    closed = extent.close_gaps(project, studio.gaps(project))
    if not rest:
        assert not any(_bare(closed, studio, name, index) for index in (0, last))
    assert not [edge for edge in studio.gaps(closed).edges if edge.layer == name]
    if kind in ("covers", "gradient"):
        assert closed.layer(name).card.covers and not told
