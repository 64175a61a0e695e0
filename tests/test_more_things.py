"""Titles by letters, clips by frames, added pictures cut, jobs, rescue: known answers."""

import dataclasses
import threading
import time

import numpy as np
import pytest
from msgspec.structs import replace

from conftest import blob, build, picture
from woodcock.errors import Cancelled, WoodcockError
from woodcock.media import load_project, save_png
from woodcock.media.clips import Ahead, load_clip, open_clip
from woodcock.model import (
    Card,
    Clip,
    EdgeSettings,
    Frame,
    Growth,
    Key,
    Node,
    Outline,
    Picture,
    Stop,
    Title,
    Track,
)
from woodcock.pixels.store import PixelStore
from woodcock.progress import part, report
from woodcock.render import make_thing, thing_keys
from woodcock.session import Jobs, acts, extent
from woodcock.session.cutting import CuttingRoom
from woodcock.session.picture_cut import as_photo, cut_picture, set_picture_mask, stroke_on
from woodcock.session.rescue import rescue_folder, save_or_rescue
from woodcock.session.stroke import Stroke
from woodcock.session.studio import Studio
from woodcock.stage import frame_box
from woodcock.things import draw_title, families, font_file, title_box

W, H = 320, 180


def ink(drawn, x0=-400.0, y0=-200.0, width=800, height=400):
    """Where drawn pieces have alpha, in the title's own pixels: (height, width) 0 to 1."""
    out = np.zeros((height, width))
    for piece in drawn:
        alpha = piece.pixels[..., 3] / 65535
        top, left = round(piece.y - y0 * piece.scale), round(piece.x - x0 * piece.scale)
        h, w = alpha.shape
        here = out[top : top + h, left : left + w]
        np.maximum(here, alpha[: here.shape[0], : here.shape[1]], out=here)
    return out


def columns_of(cover):
    found = np.flatnonzero(cover.max(0) > 0.5)
    return found.min(), found.max()


def test_lines_are_aligned_and_apart_as_they_say():
    title = Title("wide line of words\nshort", size=40.0, line_height=1.5)
    ends = {}
    for align in ("left", "centre", "right"):
        cover = ink(draw_title(replace(title, align=align), 1.0))
        rows = np.flatnonzero(cover.max(1) > 0.5)
        gap = np.flatnonzero(np.diff(rows) > 1)
        first, second = rows[: gap[0] + 1], rows[gap[-1] + 1 :]
        long, short = columns_of(cover[first]), columns_of(cover[second])
        ends[align] = long, short
        # The foot of one line to that of the next; neither has a letter that hangs.
        assert second.max() - first.max() == pytest.approx(60, abs=1)
    (long, left), (_, middle), (_, right) = (ends[a] for a in ("left", "centre", "right"))
    assert left[0] == pytest.approx(long[0], abs=4) and right[1] == pytest.approx(long[1], abs=4)
    assert sum(middle) == pytest.approx(sum(long), abs=6)
    box = title_box(title)
    assert box[0] <= long[0] - 400 + 3 and box[0] + box[2] >= long[1] - 400 - 3
    assert box[1] + box[3] / 2 == pytest.approx(0, abs=1e-6)  # its middle is where it says


def test_spacing_is_added_between_letters_and_units_are_counted():
    title = Title("abcd", size=40.0)
    plain, wide = (columns_of(ink(draw_title(t, 1.0)))
                   for t in (title, replace(title, spacing=0.5)))  # fmt: skip
    assert (wide[1] - wide[0]) - (plain[1] - plain[0]) == pytest.approx(3 * 20, abs=1.5)
    text = "to be\nor not"
    assert len(draw_title(Title(text, units="all"), 0.2)) == 1
    assert len(draw_title(Title(text, units="words"), 0.2)) == 4
    assert len(draw_title(Title(text, units="letters"), 0.2)) == 9
    assert draw_title(Title("  \n "), 0.2) == []
    whole = ink(draw_title(Title(text, size=40.0), 1.0))
    apart = ink(draw_title(Title(text, size=40.0, units="letters"), 1.0))
    assert np.abs(whole - apart).max() < 0.55 and np.abs(whole - apart).mean() < 0.002


def test_outline_and_shadow_reach_as_far_as_they_say():
    title = Title("I", size=100.0, colour=(255, 255, 255, 255))
    plain = columns_of(ink(draw_title(title, 1.0)))
    lined = columns_of(ink(draw_title(replace(title, outline=6.0), 1.0)))
    assert plain[0] - lined[0] == pytest.approx(6, abs=1.2)
    assert lined[1] - plain[1] == pytest.approx(6, abs=1.2)
    shadow = replace(title, shadow_x=20.0, shadow_y=0.0, shadow_colour=(0, 0, 0, 255))
    shaded = columns_of(ink(draw_title(shadow, 1.0)))
    assert shaded[1] - plain[1] == pytest.approx(20, abs=1.2) and shaded[0] == plain[0]
    twice = ink(draw_title(title, 2.0), -200, -100)
    assert np.ptp(columns_of(twice)) == pytest.approx(2 * np.ptp(plain), abs=2)


def test_fonts_that_ship_are_there_and_others_have_a_stand_in():
    assert {"Regular", "Bold"} <= set(families()["Caladea"])
    ships = font_file("Caladea", "Bold")
    assert ships.exists() and "woodcock" in str(ships)
    assert font_file("No such font", "Bold") == ships
    assert font_file("Caladea", "No such style") == font_file("Caladea", "Regular")


class Slow:
    """Frames that say when they were made."""

    def __init__(self):
        self.made = []
        self.lock = threading.Lock()

    def frame(self, index):
        with self.lock:
            self.made.append(index)
        return np.full((2, 2, 3), index, np.uint8)


def test_frames_of_a_clip_are_made_ahead_in_the_direction_it_is_played():
    source = Slow()
    ahead = Ahead(source, 40)
    assert ahead.frame(5)[0, 0, 0] == 5
    deadline = time.monotonic() + 120
    while len(source.made) < 7 and time.monotonic() < deadline:
        time.sleep(0.005)
    assert source.made == [5, 6, 7, 8, 9, 10, 11]
    ahead.frame(6)
    assert ahead.frame(5)[0, 0, 0] == 5  # backwards
    while len(source.made) < 13 and time.monotonic() < deadline:
        time.sleep(0.005)
    assert {4, 3, 2, 1, 0, 39} <= set(source.made)
    assert len(source.made) == len(set(source.made))  # none twice


def test_pictures_in_order_are_a_clip_of_one_size(tmp_path):
    for number, size in enumerate(((40, 30), (40, 30), (60, 20))):
        save_png(tmp_path / f"{number}.png", picture(*size, number))
    store = PixelStore()
    clip, name = load_clip([tmp_path / f"{n}.png" for n in range(3)], store, 12.5)
    assert (clip.width, clip.height, clip.count, clip.rate) == (40, 30, 3, 12.5) and name == "0"
    frames = open_clip(clip, store)
    np.testing.assert_array_equal(frames.frame(1), picture(40, 30, 1))
    odd = frames.frame(2)  # wider and lower: cut, and free below
    np.testing.assert_array_equal(odd[:20, :, :3], picture(60, 20, 2)[:, :40])
    assert (odd[:20, :, 3] == 255).all() and not odd[20:].any()
    with pytest.raises(WoodcockError, match="one video, or several pictures"):
        load_clip([tmp_path / "a.mp4", tmp_path / "b.mp4"], store)
    (tmp_path / "bad.mp4").write_bytes(b"nothing of the kind")
    with pytest.raises(WoodcockError, match=r"bad\.mp4 is no video"):
        load_clip([tmp_path / "bad.mp4"], store)
    with pytest.raises(Cancelled):
        load_clip([tmp_path / "0.png"], store, progress=lambda *_: False)


@pytest.mark.parametrize(
    ("afterwards", "want"),
    [
        ("loop", [0, 1, 2, 3, 0, 1, 2, 3, 0]), ("ping-pong", [0, 1, 2, 3, 2, 1, 0, 1, 2]),
        ("hold", [0, 1, 2, 3, 3, 3, 3, 3, 3]), ("nothing", [0, 1, 2, 3] + [None] * 5),
    ],
)  # fmt: skip
def test_after_its_last_frame_a_clip_does_as_it_is_told(afterwards, want):
    clip = Clip(("x",), 8, 8, 4, 10.0, afterwards=afterwards)
    assert [clip.frame_at(n / 10) for n in range(9)] == want
    twice = replace(clip, speed=2.0, start=0.1)
    assert twice.frame_at(0.0) == 1 and twice.frame_at(0.1) == 3
    backwards = replace(clip, speed=-1.0)
    assert backwards.frame_at(0.1) == {"loop": 3, "ping-pong": 1, "hold": 0}.get(afterwards)


@pytest.fixture
def added():
    """A red disc in a picture of its own, twice as large on the photo: (project, store, id)."""
    project, studio = build(picture(W, H), [], Frame(W, H, 12, 1.0))
    pixels = np.full((60, 80, 3), (60, 110, 70), np.uint8)
    pixels[blob(80, 60, 40, 30, 18) > 127] = (190, 40, 40)
    own = Picture(studio.store.put(pixels), 80, 60, 160.0, 90.0, 2.0)
    project, name = acts.add_layer(project, own, "Disc")
    return project, studio.store, name


def test_a_stroke_on_a_picture_is_in_its_own_pixels(added):
    project, store, name = added
    layer = project.layer(name)
    own = stroke_on(layer.picture, Stroke(((160.0, 90.0), (80.0, 30.0)), "grow", "new", 20.0))
    assert own.points == ((40.0, 30.0), (0.0, 0.0)) and own.size == 10.0 and own.mode == "add"
    as_one = as_photo(layer.picture, name, store, taking=False)
    assert len(as_one.layers) == 1 and as_one.photo.width == 80
    assert len(as_photo(layer.picture, name, store, taking=True).layers) == 2


def test_a_picture_is_cut_like_the_photo_and_given_back_whole(added):
    project, store, name = added
    room = CuttingRoom(store)
    stroke = Stroke(((150.0, 85.0), (170.0, 95.0)), "grow", "new", 16.0)
    mask = cut_picture(project.layer(name), stroke, room, store)
    there = blob(80, 60, 40, 30, 18) > 127
    assert ((mask > 127) & there).sum() / ((mask > 127) | there).sum() > 0.9
    cut = set_picture_mask(project, name, store.put(mask))
    assert cut.layer(name).picture.mask is not None
    more = dataclasses.replace(
        stroke, kind="brush", mode="remove", points=((160.0, 90.0),), size=30.0
    )
    less = cut_picture(cut.layer(name), more, room, store)
    assert less[30, 40] == 0 and less.astype(int).sum() < mask.astype(int).sum()
    assert set_picture_mask(cut, name, None).layer(name).picture.mask is None
    with pytest.raises(WoodcockError, match="cuts the photo only"):
        cut_picture(project.layer(name), dataclasses.replace(stroke, kind="trace"), room, store)
    with pytest.raises(WoodcockError, match="no picture of its own"):
        set_picture_mask(project, "background", None)


def test_a_picture_s_subject_outline_and_edge_are_its_own(added):
    """In its own pixels, as the photo's are: twice as small, and its middle elsewhere."""
    project, store, name = added
    room, there = CuttingRoom(store), blob(80, 60, 40, 30, 18) > 127
    layer = project.layer(name)
    found = cut_picture(layer, Stroke((), "subject", "add", layer=name), room, store)
    assert ((found > 127) & there).sum() / ((found > 127) | there).sum() > 0.9
    corners = ((140.0, 70.0), (180.0, 70.0), (180.0, 110.0), (140.0, 110.0))
    path = Outline(tuple(Node(*corner) for corner in corners))
    mask = cut_picture(layer, Stroke((), "outline", "add", layer=name, outline=path), room, store)
    rows, columns = np.nonzero(mask > 127)
    assert (rows.min(), rows.max(), columns.min(), columns.max()) == (20, 39, 30, 49)
    holed = mask.copy()
    holed[29:31, 39:41] = 0
    cut = set_picture_mask(project, name, store.put(holed))
    cut = acts.set_edge(cut, name, EdgeSettings(holes=5.0, shift=-3.0))
    (key,) = thing_keys(cut).values()
    pixels = make_thing(key, store).pieces[0].steps[0].pixels[..., 3] > 32767
    rows, columns = np.nonzero(pixels)
    assert np.ptp(rows) + 1 == np.ptp(columns) + 1 == 14 and pixels.sum() == 14 * 14
    with pytest.raises(WoodcockError, match="has no edge"):
        acts.set_edge(project, name, EdgeSettings(holes=5.0))
    with pytest.raises(WoodcockError, match="Cut it with a stroke first"):
        cut_picture(layer, Stroke((), "fine", "add", layer=name), room, store)


def test_work_reports_between_nothing_and_all_and_its_parts_within_that():
    said = []
    whole = part(lambda fraction, text: said.append((fraction, text)) or True, 0.2, 0.6)
    report(whole, 0.5, "Half")
    report(part(whole, 0.5, 1.0), 2.0, "More than all")
    report(None, 0.3, "Nobody")
    assert said == [(pytest.approx(0.4), "Half"), (pytest.approx(0.6), "More than all")]
    assert part(None, 0, 1) is None
    with pytest.raises(Cancelled):
        report(lambda *_: False, 0.1, "Stop")


def test_jobs_run_one_after_the_other_and_stop_when_asked():
    jobs, done, order = Jobs(), threading.Event(), []
    go = threading.Event()

    def first(progress):
        go.wait(120)
        order.append("first")
        report(progress, 0.5, "Half of it")
        return 7

    def second(progress):
        order.append("second")

    one = jobs.start("One", first, lambda job: None)
    two = jobs.start("Two", second, lambda job: done.set())
    assert jobs.running == (one, two) and one.time_left is None
    one.cancel()
    go.set()
    assert done.wait(120)
    assert order == ["first", "second"] and one.cancelled and not two.cancelled
    assert isinstance(one.future.exception(), Cancelled) and one.text == "Half of it"
    assert jobs.running == ()
    jobs.close()


def test_what_can_t_be_saved_is_kept_elsewhere_and_told(scene, tmp_path):
    project, studio = scene
    good = tmp_path / "good.woodcock"
    save_or_rescue(good, project, studio.store)
    assert load_project(good, PixelStore()) == project
    folder = tmp_path / "taken.woodcock"
    folder.mkdir()
    with pytest.raises(WoodcockError) as told:
        save_or_rescue(folder, project, studio.store)
    copy = rescue_folder() / "taken.woodcock"
    assert str(copy) in str(told.value) and "Save As" in str(told.value)
    assert load_project(copy, PixelStore()) == project
    with pytest.raises(Cancelled):
        save_or_rescue(good, project, studio.store, lambda *_: False)
    assert load_project(good, PixelStore()) == project  # as it was


def test_cards_and_clips_grow_by_becoming_larger_and_pictures_by_more_of_them(added):
    project, _, name = added
    grown = extent.grow_layer(project, name, Growth(10, 0, 0, 4))
    assert grown.layer(name).growth == Growth(10, 0, 0, 4)
    assert grown.layer(name).picture == project.layer(name).picture
    stops = (Stop(0.0, (9, 9, 9, 255)),)
    project, card = acts.add_layer(project, Card(100.0, 80.0, 60.0, 40.0, stops=stops), "Card")
    wide = extent.grow_layer(project, card, Growth(10, 0, 30, 4)).layer(card).card
    left, right = wide.x - wide.width / 2, wide.x + wide.width / 2
    assert left <= 70 - 10 + 1e-6 and right >= 130 + 30 - 1e-6
    assert wide.y + wide.height / 2 >= 100 + 4 - 1e-6
    clip = Clip(("x",), 64, 36, 3, 12.0, x=160.0, y=90.0, scale=5.0)
    project, film = acts.add_layer(project, clip, "Film")
    larger = extent.grow_layer(project, film, Growth(16, 0, 0, 0)).layer(film).clip
    assert larger.scale > 5.0 and larger.box[0] <= 160 - 160 - 16 + 1e-6
    assert frame_box(project) == pytest.approx((0, 0, W, H))


def test_a_track_with_one_key_holds_and_a_key_near_another_takes_its_place():
    track = Track(2.0).with_key(Key(1.0, 5.0))
    assert not track.animated and track.with_key(Key(1.0004, 6.0)).keys == (Key(1.0004, 6.0),)
    assert track.without_key(1.0) == Track(5.0)  # what it was stays
    two = track.with_key(Key(0.5, 3.0))
    assert [k.time for k in two.keys] == [0.5, 1.0] and two.animated
    assert [k.time for k in two.retimed(2.0).keys] == [1.0, 2.0]
    assert [k.value for k in two.scaled(-1.0).keys] == [-3.0, -5.0]
    assert two.without_key(0.7) == two


def test_a_thing_is_drawn_anew_only_for_what_its_pixels_depend_on(added):
    project, store, name = added
    project, words = acts.add_layer(project, Title("Words", 100.0, 60.0, size=30.0), "Words")
    studio = Studio(store)
    keys = thing_keys(project)
    layer = project.layer(words)
    moved = project.with_layer(replace(layer, content=replace(layer.title, x=5.0, y=9.0)))
    assert thing_keys(moved) == keys  # where it stands does not matter
    larger = project.with_layer(replace(layer, pose=replace(layer.pose, scale=Track(3.0))))
    assert thing_keys(larger)[words].fine > keys[words].fine  # drawn finer where it is larger
    assert thing_keys(larger)[name] == keys[name]
    other = project.with_layer(replace(layer, content=replace(layer.title, text="Other")))
    assert thing_keys(other)[words] != keys[words]
    first = studio.atlas(project).things
    second = studio.atlas(moved).things
    assert second[words] is first[words] and second[name] is first[name]
    third = studio.atlas(other).things
    assert third[words] is not first[words] and third[name] is first[name]


def test_a_studio_that_forgets_makes_the_same_again(added):
    project, store, _ = added
    studio = Studio(store)
    frame = studio.frame(project, 0.2)
    assert studio.ready(project) and studio.latest(project) is not None
    studio.forget()
    assert not studio.ready(project) and studio.latest(project) is None
    assert studio.known_rebuilt(project) is None and studio.known_reveal(project) is None
    np.testing.assert_array_equal(studio.frame(project, 0.2), frame)
