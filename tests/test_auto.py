"""Clips made with nobody's help: the rules for moves, how strong they are, what comes of photos."""

import av
import cv2
import numpy as np
import pytest
import skimage
from msgspec.structs import replace
from skimage import data

from conftest import blob, build, picture
from woodcock.cli import main
from woodcock.errors import Cancelled, WoodcockError
from woodcock.media import load_project, save_png
from woodcock.media.depth_file import save_depth
from woodcock.model import Frame, Lens, Mask, Photo, Placement, Relief, Track
from woodcock.pixels.store import PixelStore
from woodcock.render import render_frame
from woodcock.session import acts, staging
from woodcock.session.auto import KINDS, Wish, _moving, auto_project, auto_steps, proposals
from woodcock.session.auto_framing import box_of_subjects, framed, stays_whole
from woodcock.session.choosing import PARALLAX, Choice, Sight, amount_for, choices
from woodcock.session.cutting import CuttingRoom
from woodcock.session.framing import frame_for
from woodcock.session.speed import STRETCHED, find_speeds
from woodcock.session.studio import Studio
from woodcock.stage import apply_move, frame_box, scene_at


def apply_of(project):
    """The move of a project: its lens, and the poses of its layers."""
    carriers = [replace(x, name="") for x in project.carriers]
    return project.lens, carriers, [x.pose for x in project.layers], project.placement


def room_for(photo, frame):
    store = PixelStore()
    return acts.new_project(photo, "photo", store, frame), CuttingRoom(store), Studio(store)


@pytest.fixture(scope="module")
def cup():
    """A real photograph made into a clip: what was there, each step, and what made it."""
    project, room, studio = room_for(data.coffee(), Frame(480, 270, 12, 1.0))
    return project, list(auto_steps(project, room, studio, Wish(finished=False))), room, studio


def staged(near=2.0, far=40.0, frame=None):
    project, studio = build(picture(), [blob(320, 180, 150, 100, 40)], frame)
    first = project.near_to_far[0].id
    project = acts.set_distance(acts.set_distance(project, first, near), "background", far)
    return project, first, studio


RULES = (
    (Sight("x", 0.1, 0.05), {}, "orbit"),
    (Sight("x", 0.1, 0.3), {}, "slide"),
    (Sight("x", 0.6, 0.05), {}, "slide"),
    (Sight("x", 0.4, 0.05, cut_off=True), {}, "push-in"),
    (Sight("x", 0.4, 0.05, cut_off=True), {"frame": Frame(180, 320, 12, 1.0)}, "rise"),
    (Sight("x", 0.1, 0.05, runs_away=True), {"frame": Frame(180, 320, 12, 1.0)}, "push-in"),
    (Sight(), {}, "slow-drift"),
    (Sight("x", 0.1, 0.05), {"far": 2.2}, "push-in"),
)


@pytest.mark.parametrize(("sight", "given", "move"), RULES)
def test_the_first_rule_that_holds_decides(sight, given, move):
    project, first, _ = staged(**given)
    sight = sight._replace(subject=first if sight.subject else "")
    found = choices(project, sight)
    assert found[0].move == move and found[0].why
    assert len({x.move for x in found}) == len(found) == 3


@pytest.mark.parametrize("move", ["slide", "rise", "slow-drift", "orbit"])
@pytest.mark.parametrize(("near", "far"), [(2.0, 40.0), (3.0, 9.0), (1.2, 3.0)])
def test_near_and_far_differ_by_the_wanted_part_of_the_frame(move, near, far):
    """By similar triangles: what both show in the frame's middle, between the clip's two ends."""
    project, first, _ = staged(near, far)
    photo = project.photo
    moved = apply_move(project, move, amount_for(project, move), subject=first)
    middle = np.array([[photo.width / 2, photo.height / 2]])
    shifts = {}
    for time in (0.0, project.frame.last):
        for placed in scene_at(moved, time):
            shifts.setdefault(placed.id, []).append(placed.mapping.to_frame(middle)[0])
    ways = [np.subtract(*shifts[name]) for name in (first, "background")]
    apart = float(np.linalg.norm(ways[0] - ways[1])) / project.frame.width
    assert apart == pytest.approx(PARALLAX, rel=0.06)
    assert apart > 0.025


def test_a_push_in_spreads_near_and_far_beside_the_middle():
    project, first, _ = staged(2.0, 30.0)
    moved = apply_move(project, "push-in", amount_for(project, "push-in"), subject=first)
    place = np.array([[project.photo.width * 0.8, project.photo.height / 2]])
    ends = {p.id: p.mapping.to_frame(place)[0, 0] for p in scene_at(moved, project.frame.last)}
    assert (ends[first] - ends["background"]) / project.frame.width > 0.025


def test_the_steps_come_in_order_and_each_is_a_whole_project(cup):
    start, steps, _, studio = cup
    kinds = [step.kind for step in steps]
    assert kinds == [k for k in KINDS if k in kinds] and kinds[-1] == "rebuild"
    assert len(steps[0].project.layers) > 1
    assert "Subject" in steps[0].says
    for step in steps:
        assert step.project.photo == start.photo
    done = steps[-1].project
    assert studio.ready(done)
    assert not studio.gaps(done).gaps and not studio.gaps(done).edges
    speeds = find_speeds(done, studio.store)
    assert max(float(x.stretch.max()) for x in speeds.layers.values()) < STRETCHED


def test_at_rest_the_clip_is_the_photo_still(cup):
    """Cuts, fine edges, distances and relief change no pixel of the rest frame at 1:1."""
    start, steps, _, studio = cup
    done = steps[-1].project
    photo = start.photo
    one_to_one = Frame(photo.width, photo.height, 12, 1.0)
    rest = replace(done, lens=Lens(), carriers=(), frame=one_to_one, placement=Placement())
    np.testing.assert_array_equal(studio.frame(rest, 0.0), studio.store.get(photo.pixels))


def test_the_same_photo_gives_the_same_clip(cup):
    start, steps, _, studio = cup
    project, room, again = room_for(data.coffee(), start.frame)
    told = []
    made, says = auto_project(
        project,
        room,
        again,
        Wish(finished=False),
        lambda share, text: told.append((share, text)) or True,
    )
    assert list(says) == [step.says for step in steps]
    shares, texts = zip(*told, strict=True)
    assert shares == tuple(sorted(shares))
    assert texts.index("Choosing the move") < texts.index("Closing gaps")  # not the step before's
    last = made.frame.last
    np.testing.assert_array_equal(again.frame(made, last), studio.frame(steps[-1].project, last))


def test_near_things_are_seen_to_move_against_far_ones(cup):
    """Optical flow (Kroeger et al. 2016, as in OpenCV) from the first frame to the last."""
    _, steps, _, studio = cup
    done = steps[-1].project
    ends = [cv2.cvtColor(studio.frame(done, t), cv2.COLOR_RGB2GRAY) for t in (0, done.frame.last)]
    flow = cv2.DISOpticalFlow_create(cv2.DISOPTICAL_FLOW_PRESET_MEDIUM).calc(*ends, None)
    low, high = np.quantile(flow[..., 0], (0.03, 0.97))
    assert (high - low) / done.frame.width > 0.025


def test_finishing_focuses_on_the_subject_and_leaves_no_gap(cup):
    start, _, _, studio = cup
    made, _ = auto_project(start, CuttingRoom(studio.store), studio)
    subject = next(x for x in made.near_to_far if x.name == "Subject")
    assert made.lens.defocus.on and made.lens.defocus.follow.layer == subject.id
    assert made.film.grain.on
    assert not studio.gaps(made).gaps


def test_what_was_asked_for_is_done():
    project, room, studio = room_for(data.coffee(), Frame(320, 180, 12, 0.5))
    wish = Wish(layers=2, move="pull-back", amount=7.0, finished=False)
    made, says = auto_project(project, room, studio, wish)
    assert len(made.layers) == 2
    assert any("pull back 7 %" in x for x in says)
    only, _ = auto_project(project, room, studio, Wish(subject=True, finished=False))
    assert [x.name for x in only.near_to_far] == ["Subject", "Far"]
    none, _ = auto_project(project, room, studio, Wish(layers=1, finished=False))
    assert len(none.layers) == 1


def test_the_strength_that_is_told_is_the_one_the_clip_has(cup, monkeypatch):
    """Also where a relief keeps stretching to the last try; and one that was asked for stays."""
    start, _, room, studio = cup
    monkeypatch.setattr("woodcock.session.auto.STRETCHED", 1.0)  # nothing is gentle enough
    steps = list(auto_steps(start, room, studio, Wish(move="slide", finished=False)))
    move = next(step for step in steps if step.kind == "move")
    told = float(move.says.split()[1])
    plain = apply_move(move.project, "slide", told)
    assert move.project.lens.x.keys[0].value == pytest.approx(plain.lens.x.keys[0].value, rel=0.01)
    asked = Wish(move="slide", amount=9.0, finished=False)
    kept = next(s for s in auto_steps(start, room, studio, asked) if s.kind == "move")
    assert "slide 9 %" in kept.says


def test_a_flat_picture_gets_a_gentle_move_and_says_so():
    project, room, studio = room_for(np.dstack([data.gravel()] * 3), Frame(240, 240, 12, 0.5))
    made, says = auto_project(project, room, studio, Wish(finished=False))
    assert says[0] == "no layers" and "no depth" in says[1]
    assert len(made.layers) == 1 and made.background.relief is None
    assert not studio.gaps(made).gaps


def test_stopping_leaves_the_steps_that_came_before():
    project, room, studio = room_for(data.coffee(), Frame(320, 180, 12, 0.5))
    told, came = [], []

    def progress(fraction, text):
        told.append(fraction)
        return all(step.kind != "depth" for step in came)

    with pytest.raises(Cancelled):
        for step in auto_steps(project, room, studio, Wish(), progress):
            came.append(step)
    assert [x.kind for x in came][-1] in ("depth", "move", "finish")
    assert told == sorted(told)  # it never goes back
    assert came[-1].project.depth is not None


def test_other_proposals_are_three_and_bearable(cup):
    _, steps, room, studio = cup
    offers = list(proposals(steps[-1].project, room, studio.store))
    assert len({x.choice.move for x in offers}) == 3
    for offer in offers:
        speeds = find_speeds(offer.project, studio.store)
        assert max(float(x.stretch.max()) for x in speeds.layers.values()) < STRETCHED
        assert [x.mask for x in offer.project.layers] == [x.mask for x in steps[-1].project.layers]


def test_moves_are_the_same_whatever_layers_are_called(cup):
    """In another language subjects have other names, and a person gives any."""
    _, steps, room, studio = cup
    project = steps[-1].project
    assert "subject" in {x.role for x in project.layers if x.mask}
    renamed = tuple(replace(x, name=f"Motiv {k}") for k, x in enumerate(project.layers))
    own, other = (
        [(x.choice, apply_of(x.project)) for x in proposals(p, room, studio.store)]
        for p in (project, replace(project, layers=renamed))
    )
    assert own == other


@pytest.mark.parametrize(
    ("box", "frame"),
    [
        ((100, 10, 60, 120), (480, 270)),
        ((0, 0, 100, 60), (270, 480)),
        ((150, 30, 40, 200), (480, 270)),
    ],
)
def test_the_frame_holds_the_subject_or_its_head(box, frame):
    project, _, _ = staged(frame=Frame(*frame, 12, 1.0))
    project = acts.place_photo(project, Placement())
    made = framed(project, Choice("slide", 4.0, ""), box)
    left, top, width, height = frame_box(made)
    assert left <= box[0] + 1 and top <= box[1] + 1
    if box[2] < 0.9 * width:
        assert box[0] + box[2] <= left + width + 1
    if box[3] < 0.9 * height:
        assert box[1] + box[3] <= top + height + 1


@pytest.mark.parametrize("place", [(60, 130), (160, 40)])
@pytest.mark.parametrize("move", ["push-in", "slide", "counter-move"])
def test_a_small_figure_stays_whole_in_every_move(place, move):
    """Also one whose feet are near the lower border, or that stands at a side."""
    mask = blob(320, 180, *place, 24)
    project, studio = build(picture(), [mask], Frame(320, 180, 12, 1.0))
    near = project.near_to_far[0].id
    project = acts.set_distance(acts.set_distance(project, near, 3.0), "background", 40.0)
    sight = Sight(near, 0.04, abs(place[0] / 320 - 0.5))
    whole = staging.box_of(project, project.layer(near), studio.store)
    moved, choice = _moving(project, Choice(move, 30.0, ""), sight, studio.store)
    assert stays_whole(moved, near, whole)
    for index in range(moved.frame.count):
        alone = tuple(replace(x, visible=x.id == near) for x in moved.layers)
        cover = np.zeros((180, 320), np.uint8)
        seen = replace(moved, layers=alone)
        render_frame(seen, studio.atlas(seen), moved.frame.time(index), cover=cover)
        assert max(cover[0].max(), cover[-1].max(), cover[:, 0].max(), cover[:, -1].max()) < 128
    assert choice.amount > 1


def test_a_high_photo_in_a_wide_frame_shows_what_it_is_of():
    """A figure higher than the covered frame: the photo stands smaller, as far as that is borne."""
    photo, figure = picture(180, 320), np.zeros((320, 180), np.uint8)
    figure[150:260, 60:120] = 255
    project, _ = build(photo, [figure], Frame(320, 180, 12, 1.0))
    made = framed(project, Choice("push-in", 8.0, ""), (60, 150, 60, 110))
    _, top, _, height = frame_box(made)
    assert top <= 150 and top + height >= 260 and 0.8 <= made.placement.zoom < 1
    # A second one that is everywhere is not held at the first one's cost.
    store, ids = PixelStore(), []
    for mask in (np.full((320, 180), 255, np.uint8), figure):
        project, name = acts.add_layer(project, Mask(store.put(mask)))
        ids.insert(0, name)
    assert box_of_subjects(project, ids, store) == pytest.approx((60, 150, 60, 110), abs=1)
    tall = framed(project, Choice("push-in", 8.0, ""), (60, 20, 60, 290))
    assert tall.placement.zoom == pytest.approx(0.8, abs=0.01) and frame_box(tall)[1] <= 20


def test_a_frame_has_the_photo_s_shape():
    shapes = {(6000, 4000): (1920, 1080), (3000, 4000): (1080, 1920), (1000, 1100): (1080, 1080)}
    for (width, height), size in shapes.items():
        frame = frame_for(Photo("x", width, height, "x"))
        assert (frame.width, frame.height) == size


def test_strength_counts_a_relief_where_nothing_is_cut():
    project, studio = build(picture(), [])
    depth = np.tile(np.linspace(0, 65535, 180).astype(np.uint16)[:, None], (1, 320))
    from woodcock.model import Depth

    project = replace(project, depth=Depth(studio.store.put(depth), 2.0, 20.0))
    flat = amount_for(project, "push-in")
    deep = project.with_layer(replace(project.background, distance=5.0, relief=Relief(10.0, 0.8)))
    assert amount_for(deep, "push-in") > flat


def test_many_photos_on_the_command_line(tmp_path, capsys):
    photos = []
    for name, made in (("cup", data.coffee()), ("sand", np.dstack([data.gravel()] * 3))):
        photos.append(tmp_path / f"{name}.png")
        save_png(photos[-1], cv2.resize(made, (300, 240)))
    (tmp_path / "broken.jpg").write_bytes(b"no picture")
    out = tmp_path / "clips"
    given = [*photos, tmp_path / "broken.jpg"]
    arguments = ["auto", *map(str, given), "-o", str(out), "--save", str(tmp_path / "kept")]
    arguments += ["--seconds", "0.3", "--size", "240x136", "--quiet"]
    assert main(arguments) == 3
    said = capsys.readouterr()
    lines = said.out.splitlines()
    assert [line.split(":")[0] for line in lines] == ["cup.png", "sand.png"]
    assert "Subject" in lines[0] and "no layers" in lines[1]
    assert "broken.jpg" in said.err
    for name in ("cup", "sand"):
        with av.open(str(out / f"{name}.mp4")) as clip:
            assert sum(1 for _ in clip.decode(video=0)) == 9
        assert load_project(tmp_path / "kept" / f"{name}.woodcock", PixelStore()).photo is not None


def test_a_clip_in_one_line_of_a_script():
    import woodcock

    shot = woodcock.open_photo(data.coffee(), size=(320, 180), rate=12, seconds=0.5)
    made, said = woodcock.make_clip(shot, layers=3, move="slide", finished=False)
    assert made.layers[0] == "Subject" and len(made.layers) <= 3
    assert any(x.startswith("slide") for x in said)
    assert not woodcock.find_gaps(made).gaps
    assert shot.layers == ("Background",)
    with pytest.raises(WoodcockError, match="no move called"):
        woodcock.make_clip(shot, move="fly")


def test_depth_look_and_shape_on_the_command_line(tmp_path, capsys):
    photo = tmp_path / "cup.png"
    save_png(photo, cv2.resize(data.coffee(), (300, 200)))
    map_ = np.tile(np.linspace(65535, 0, 300).astype(np.uint16), (200, 1))
    save_depth(tmp_path / "map.png", map_)
    saved = tmp_path / "cup.woodcock"
    run = ["auto", str(photo), "-o", str(tmp_path / "c.mp4"), "--quiet", "--seconds", "0.2"]
    small = [*run, "--size", "240x136", "--save", str(saved)]
    assert main([*small, "--depth", str(tmp_path / "map.png"), "--plain", "--layers", "1"]) == 0
    store = PixelStore()
    project = load_project(saved, store)
    np.testing.assert_array_equal(store.get(project.depth.pixels), map_)
    assert not project.lens.defocus.on
    assert main([*small, "--look", "no such"]) == 3
    assert "There is no look called no such" in capsys.readouterr().err
    assert main([*small, "--look", "blue hour", "--move", "rise", "--amount", "3"]) == 0
    assert "rise 3 %" in capsys.readouterr().out
    two = ["auto", str(photo), str(photo), "-o", str(tmp_path / "x"), "--quiet"]
    assert main(two) == 3
    assert "Two photos would both become cup.mp4" in capsys.readouterr().err
    assert main([*two, "--depth", str(tmp_path / "map.png")]) == 3


@pytest.mark.parametrize("name", ["astronaut.png", "motorcycle_left.png", "rocket.jpg"])
def test_photographs_become_clips_without_gaps(name):
    from woodcock.media import load_picture

    photo = load_picture(f"{skimage.data_dir}/{name}")
    project, room, studio = room_for(photo, Frame(480, 270, 12, 1.0))
    made, says = auto_project(project, room, studio)
    assert "Subject" in says[0]
    report = studio.gaps(made)
    assert not report.gaps and not report.edges
    assert len(made.layers) >= 2
    subject = next(x for x in made.near_to_far if x.name == "Subject")
    assert subject.distance < made.background.distance * 0.7
    assert isinstance(subject.pose.scale, Track)


def test_a_depth_map_that_can_t_be_read_is_a_sentence(tmp_path):
    (tmp_path / "map.png").write_bytes(b"nothing")
    project, room, studio = room_for(data.coffee(), Frame(320, 180, 12, 0.5))
    with pytest.raises(WoodcockError, match=r"map\.png"):
        auto_project(project, room, studio, Wish(depth=str(tmp_path / "map.png")))
