"""Depth of field: the optics, the iris, and the whole frame beside a lens by brute force."""

import cv2
import numpy as np
import pytest
from msgspec.structs import replace

import unfinished
from brute_lens import decibels, through_aperture
from conftest import blob, build, picture, small_demo
from woodcock.finish.defocus import TILE, defocus
from woodcock.finish.iris import spans
from woodcock.model import (
    BLADES,
    Blur,
    Card,
    Defocus,
    Depth,
    Follow,
    Frame,
    Growth,
    Key,
    Lean,
    Lens,
    Picture,
    Project,
    Relief,
    Shutter,
    Stop,
    Title,
    Track,
)
from woodcock.pixels.store import PixelStore
from woodcock.render import find_gaps, find_reveal, render_frame
from woodcock.render.elements import elements_of
from woodcock.render.finished import finished_light
from woodcock.session import acts
from woodcock.session.studio import Studio
from woodcock.stage import distance_to, focus_at, scene_at, thin_lens

W, H = 640, 360


def with_lens(project, **lens):
    """The project with depth of field and other tracks of the lens."""
    defocus = replace(project.lens.defocus, on=True, **lens.pop("iris", {}))
    tracks = {name: Track(float(value)) for name, value in lens.items()}
    return replace(project, lens=replace(project.lens, defocus=defocus, **tracks))


def stopped_down_to(project, studio, widest, size, lines=1080):
    """With the f-number at which the widest circle is so many pixels at 1080 lines."""
    wide = with_lens(project, f_number=4.0)
    rows, columns = -(-size[1] // TILE), -(-size[0] // TILE)
    most = max(
        float(x.circles.part(0, 0, columns, rows, 1).max())
        for x in elements_of(wide, studio.atlas(wide), scene_at(wide, 0.0, size), size)
        if x.circles
    )
    return with_lens(project, f_number=4.0 * most / (widest * size[1] / lines))


def planes(seed):
    """Three hard-edged planes of contrasting colours; two lean, two have relief."""
    rng = np.random.default_rng(seed)
    photo, masks = picture(W, H, seed), []
    for k in range(3):
        mask, middle = np.zeros((H, W), np.uint8), (W * (0.2 + 0.3 * k), H * 0.5)
        angles, radii = np.sort(rng.random(7)) * 2 * np.pi, rng.uniform(60, 120, 7)
        corners = middle + np.stack([radii * np.cos(angles), radii * np.sin(angles)], 1)
        cv2.fillPoly(mask, [np.int32(corners)], 255)
        photo = np.where((mask > 0)[..., None], (255 - photo) // (1 + 2 * (k % 2)), photo)
        masks.append(mask)
    frame = Frame(W, H, 12, 1.0)
    project, studio = build(photo.astype(np.uint8), masks, frame, rebuild_all=True)
    y, x = np.mgrid[0:H, 0:W]
    depth = (20000 + 15000 * np.sin(x / 70) * np.cos(y / 60)).astype(np.uint16)
    project = replace(project, depth=Depth(studio.store.put(depth), 1.5, 200.0))
    ways = (
        (2.0, Lean(25, 0), None),
        (4.0, Lean(0, -30), None),
        (9.0, Lean(), 5.0),
        (40.0, Lean(), 25.0),
    )
    for layer, (metres, lean, thick) in zip(project.near_to_far, ways, strict=True):
        relief = thick and Relief(thickness=thick)
        grown = Growth(40, 40, 40, 40)
        layer = replace(layer, distance=metres, lean=lean, relief=relief, growth=grown)
        project = project.with_layer(layer)
    return project, studio


def test_with_everything_off_frames_are_what_they_were():
    """To the bit where they were drawn; another processor may round a value in ten thousand."""
    before = cv2.imread(str(unfinished.FILE))[..., ::-1]
    off = np.abs(unfinished.twelve_frames().astype(int) - before)
    assert off.max() <= 1 and (off > 0).mean() < 1e-4


@pytest.mark.parametrize(("focal", "f_number", "focus", "metres"), [
    (50.0, 1.8, 3.0, 10.0), (50.0, 1.8, 3.0, 1.2), (85.0, 2.8, 8.0, 40.0), (24.0, 4.0, 1.0, np.inf),
])  # fmt: skip
def test_circles_are_those_of_rays_through_a_thin_lens(focal, f_number, focus, metres):
    """Rays from a point through the lens's rim, followed to the sensor by 1/f = 1/s + 1/v."""
    lens = Lens(focal_length=focal, f_number=Track(f_number), focus=Track(focus))
    sensor = 1 / (1 / focal - 1 / (1000 * focus))
    image = focal if np.isinf(metres) else 1 / (1 / focal - 1 / (1000 * metres))
    rim = focal / f_number / 2
    hits = [y + (0 - y) * sensor / image for y in (-rim, rim)]
    wide = thin_lens(Project(lens=lens), 0.0).circles(np.array(metres))
    assert wide * 36 == pytest.approx(abs(hits[1] - hits[0]), rel=1e-9)
    # By hand: 50 mm at f/1.8 focused at 3 m, a point at 10 m is 0.330 mm wide.
    if metres == 10.0:
        assert wide * 36 == pytest.approx(0.3296, abs=1e-4)


@pytest.mark.parametrize("blades", [0, 5, 6, 9])
def test_a_bright_point_becomes_the_iris_and_keeps_its_light(blades):
    photo = np.zeros((H, W, 3), np.uint8)
    project, studio = build(photo, [], Frame(W, H, 12, 1.0))
    point = np.zeros((3, 3, 4), np.uint8)
    point[1, 1] = 255
    project, name = acts.add_layer(project, Picture(studio.store.put(point), 3, 3, 320.5, 180.5))
    project = project.with_layer(replace(project.layer(name), distance=12.0))
    iris = {"blades": blades, "angle": Track(10.0)}
    project = with_lens(project, f_number=1.8, focus=3.0, iris=iris)
    project = replace(project, lens=replace(project.lens, focal_length=50.0))
    wide = float(thin_lens(project, 0.0).circles(np.array(12.0))) * W
    assert 5 < wide < 8  # and once with an aperture three times as wide
    for by in (1, 3):
        there = with_lens(project, f_number=1.8 / by, iris=iris)
        light = finished_light(there, studio.atlas(there), 0.0, (W, H))[..., 0]
        off = replace(there, lens=replace(there.lens, defocus=Defocus()))
        sharp = finished_light(off, studio.atlas(off), 0.0, (W, H))[..., 0]
        assert light.sum() == pytest.approx(sharp.sum(), rel=0.01)
        corners = np.radians(10 + 360 / max(blades, 1) * np.arange(blades))
        round_ = (2.0, 2.0)
        reach = (np.ptp(np.sin(corners)), np.ptp(np.cos(corners))) if blades else round_
        lit = light > 0.5 * np.percentile(light[light > light.max() / 4], 50)
        for axis, share in ((0, reach[0]), (1, reach[1])):
            across = np.flatnonzero(lit.any(axis))
            assert np.ptp(across) + 1 == pytest.approx(by * wide * share / 2, abs=1.6)


@pytest.mark.parametrize("blades", BLADES)
def test_spans_are_the_irises_area_at_every_size(blades):
    """Also where a corner just touches a row, as those of 6 or 8 blades do at some diameters."""
    corner = 2 * np.pi / max(blades, 1)
    unit = np.pi if blades == 0 else blades / 2 * np.sin(corner)
    for angle in (0.0, 33.0, 45.0, 60.0, 90.0, 180.0, 270.0, *np.arange(5, 360, 55.0)):
        table = spans(40, blades, angle)
        length = table.high + table.high_part.astype(float) - table.low - table.low_part
        assert np.isfinite(table.weight).all() and length.min() > 0
        sums = np.add.reduceat(length * table.weight, table.first[:-1])
        assert np.abs(sums - 1).max() < 1e-3
        for k in (40, 200):
            rows = slice(table.first[k], table.first[k + 1])
            inside = 1 / np.median(table.weight[rows])
            assert inside == pytest.approx(unit * (k / 16) ** 2, rel=0.04)


def test_a_blur_that_grows_across_the_picture_has_no_steps():
    """The mean of a ramp over anything round is the ramp: at every size of circle alike."""
    light = np.zeros((TILE * 4 + 80, TILE * 6 + 80, 4), np.float32)
    light[:] = np.linspace(0, 1, light.shape[1], dtype=np.float32)[:, None]
    circles = np.linspace(0, 60, 7, dtype=np.float32)[None].repeat(5, 0)
    made = defocus(light, circles, np.ones((4, 6), bool), spans(64), 40)
    np.testing.assert_allclose(made, light[40:-40, 40:-40], atol=2e-3)


@pytest.mark.parametrize(("seed", "cases"), [
    (3, ((2.0, 24, 50), (9.0, 60, 46))), (4, ((9.0, 24, 51), (40.0, 60, 49))),
])  # fmt: skip
def test_planes_and_reliefs_are_blurred_as_through_a_real_lens(seed, cases):
    project, studio = planes(seed)
    for focus, widest, least in cases:
        there = stopped_down_to(with_lens(project, focus=focus), studio, widest, (W, H))
        atlas = studio.atlas(there)
        made = finished_light(there, atlas, 0.0, (W, H))
        true = through_aperture(there, atlas, 0.0, (W, H))
        assert decibels(made, true) > least, (focus, widest)
        sharp = finished_light(replace(there, lens=project.lens), atlas, 0.0, (W, H))
        assert decibels(sharp, true) < least - 10  # what is blurred is not what is sharp


def test_a_relief_in_two_parts_is_drawn_part_by_part():
    """The near half of a background in focus, the far half not: neither is drawn twice."""
    photo = picture(W, H, 8)
    project, studio = build(photo, [], Frame(W, H, 12, 1.0), rebuild_all=True)
    depth = np.full((H, W), 1000, np.uint16)
    depth[:, :300] = 60000
    project = replace(project, depth=Depth(studio.store.put(depth), 2.0, 50.0))
    relief = Relief(thickness=45.0, sits=0.0, smooth=0.0)
    project = project.with_layer(replace(project.background, distance=47.0, relief=relief))
    atlas = studio.atlas(project)
    assert len(atlas.segments[project.background.id]) > 1
    for focus in (2.1, 47.0):
        there = with_lens(project, focus=focus, f_number=0.8)
        made = finished_light(there, atlas, 0.0, (W, H))
        true = through_aperture(there, atlas, 0.0, (W, H))
        assert decibels(made[40:-40, 40:-40], true[40:-40, 40:-40]) > 46, focus


def test_the_demo_is_blurred_as_through_a_real_lens():
    store = PixelStore()
    project, size = small_demo(store), (480, 270)
    studio = Studio(store)
    for focus, widest, time in ((2.2, 24, 5.0), (10.0, 60, 0.0)):
        there = stopped_down_to(with_lens(project, focus=focus), studio, widest, size)
        atlas = studio.atlas(there)
        made = finished_light(there, atlas, time, size)
        assert decibels(made, through_aperture(there, atlas, time, size)) > 42


@pytest.mark.parametrize("focus", [3.0, 40.0])
def test_no_halo_at_an_edge_whichever_side_is_sharp(focus):
    """Dark before bright: no pixel is darker or brighter than both."""
    photo = np.full((H, W, 3), 200, np.uint8)
    photo[60:300, 100:330] = 40
    mask = np.where(photo[..., 0] == 40, 255, 0).astype(np.uint8)
    project, studio = build(photo, [mask], Frame(W, H, 12, 1.0), rebuild_all=True)
    near, far = project.near_to_far
    project = project.with_layer(replace(near, distance=3.0)).with_layer(
        replace(far, distance=40.0)
    )
    project = stopped_down_to(with_lens(project, focus=focus), studio, 60, (W, H))
    made = render_frame(project, studio.atlas(project), 0.0)
    inner = made[30:-30, 30:-30]
    assert inner.min() >= 38 and inner.max() <= 202
    assert made[:, 330:336].min(1).max() > 45 or focus == 3.0  # a near edge out of focus is soft


def test_a_preview_looks_like_the_export_made_smaller():
    project, studio = planes(5)
    project = stopped_down_to(with_lens(project, focus=4.0), studio, 60, (W, H))
    atlas = studio.atlas(project)
    large = finished_light(project, atlas, 0.0, (W, H))
    small = finished_light(project, atlas, 0.0, (W // 2, H // 2))
    shrunk = cv2.resize(large, (W // 2, H // 2), interpolation=cv2.INTER_AREA)
    assert decibels(small, shrunk) > 34
    sharp = finished_light(replace(project, lens=Lens()), atlas, 0.0, (W // 2, H // 2))
    assert decibels(sharp, shrunk) < 30


def test_what_is_on_the_glass_and_what_is_in_focus_stays_sharp():
    project, studio = build(picture(W, H), [blob(W, H, 200, 180, 90)], Frame(W, H, 12, 1.0))
    stops = (Stop(0.0, (240, 20, 20, 255)),)
    project, glass = acts.add_layer(project, Card(560.0, 60.0, 80.0, 60.0, stops=stops))
    project = project.with_layer(replace(project.layer(glass), glass=True))
    project, title = acts.add_layer(project, Title("Reed", 500.0, 250.0, size=80.0))
    near = project.near_to_far[1]
    for layer, metres in ((near, 3.0), (project.layer(title), 3.0), (project.background, 60.0)):
        project = project.with_layer(replace(layer, distance=metres))
    atlas = studio.atlas(project)
    sharp = render_frame(project, atlas, 0.0).astype(int)
    soft = render_frame(with_lens(project, focus=3.0, f_number=0.7), atlas, 0.0).astype(int)
    far = render_frame(with_lens(project, focus=60.0, f_number=0.7), atlas, 0.0).astype(int)
    assert np.abs(soft - sharp)[40:80, 530:590].max() <= 1
    inside = (slice(140, 220), slice(160, 240))
    assert np.abs(soft - sharp)[inside].max() <= 1 < np.abs(far - sharp)[inside].max()
    assert np.abs(soft - sharp)[:120, :60].max() > 20
    letters = (slice(200, 300), slice(420, 580))
    edge = [
        cv2.Laplacian(x[letters].astype(np.float32), cv2.CV_32F).std() for x in (sharp, soft, far)
    ]
    assert edge[1] > 0.5 * edge[0] > edge[2]


def test_blended_layers_are_blurred_before_they_are_blended():
    """What multiplies with white paper out of focus leaves the paper white, and the ink softer."""
    project, studio = build(np.full((H, W, 3), 180, np.uint8), [], Frame(W, H, 12, 1.0))
    ink = np.full((100, 100, 4), 255, np.uint8)
    ink[40:60, 40:60, :3] = 0
    project, name = acts.add_layer(project, Picture(studio.store.put(ink), 100, 100, 320.0, 180.0))
    project = project.with_layer(replace(project.layer(name), distance=3.0, blend="multiply"))
    made = render_frame(with_lens(project, focus=40.0, f_number=1.0), studio.atlas(project), 0.0)
    assert np.abs(made[180, 285:295].astype(int) - 180).max() <= 1
    values = made[180, 300:340, 0]
    assert values.min() < 60 and len(np.unique(values)) > 8


def test_highlights_bloom_only_where_they_are_blurred():
    photo = np.full((H, W, 3), 60, np.uint8)
    photo[178:182, 318:322] = 255
    project, studio = build(photo, [], Frame(W, H, 12, 1.0))
    project = project.with_layer(replace(project.background, distance=40.0))
    atlas, lights = studio.atlas(project), []
    for focus in (40.0, 3.0):
        for gain in (0.0, 6.0):
            there = with_lens(project, focus=focus, f_number=1.0, iris={"highlights": Track(gain)})
            lights.append(finished_light(there, atlas, 0.0, (W, H))[..., 0])
    sharp, sharp_too, soft, bright = lights
    np.testing.assert_array_equal(sharp, sharp_too)
    here, ground = (slice(160, 200), slice(300, 340)), soft[165, 305]
    ratio = (bright[here] - ground).sum() / (soft[here] - ground).sum()
    assert 6.0 < ratio < 7.5  # 1 + 6 times as bright as the ground it stood out from


def test_plain_blur_grows_away_from_its_middle():
    project, studio = build(picture(W, H), [], Frame(W, H, 12, 2.0))
    blur = Blur(Track(0.0, (Key(0.0, 0.0), Key(2.0, 45.0))), True, Track(160.0), Track(180.0))
    project = project.with_layer(replace(project.background, blur=blur))
    atlas = studio.atlas(project)
    sharp = render_frame(
        replace(project, layers=(replace(project.background, blur=None),)), atlas, 0.0
    )
    np.testing.assert_array_equal(render_frame(project, atlas, 0.0), sharp)
    made = render_frame(project, atlas, 2.0).astype(np.float32)

    def rough(x):
        return cv2.Laplacian(made[:, x : x + 40], cv2.CV_32F).std()

    still = cv2.Laplacian(sharp[:, 140:180].astype(np.float32), cv2.CV_32F).std()
    middle = cv2.Laplacian(made[150:210, 140:180], cv2.CV_32F).std()
    assert middle > 0.95 * still
    assert rough(240) > rough(300) > rough(580) and rough(580) < 0.2 * still
    # 45 pixels at 1080 lines are 15 at 360: a point is spread over so many.
    even = replace(project.background, blur=Blur(Track(45.0)))
    (element,) = elements_of(
        project.with_layer(even), atlas, scene_at(project.with_layer(even), 0.0), (W, H)
    )
    assert element.circles.grid.min() == element.circles.grid.max() == pytest.approx(15)


def test_the_focus_follows_a_place_of_a_layer_and_its_relief():
    project, _ = planes(6)
    relief = project.near_to_far[2]
    lens = replace(project.lens, z=Track(0.0, (Key(0.0, 0.0), Key(1.0, 1.5))))
    project = replace(project, lens=lens)
    for layer in project.near_to_far:
        place = Follow(layer.id, 320.0, 180.0)
        there = replace(project, lens=replace(lens, defocus=Defocus(on=True, follow=place)))
        assert focus_at(there, 0.0) - focus_at(there, 1.0) == pytest.approx(1.5, abs=1e-6)
        assert focus_at(there, 0.0) == pytest.approx(distance_to(there, place, 0.0))
    near, back = (distance_to(project, Follow(relief.id, 320.0, 180.0, h), 0.0) for h in (1.0, 0.0))
    assert near < relief.distance < back
    gone = replace(lens, defocus=Defocus(follow=Follow("nobody", 0.0, 0.0)), focus=Track(7.0))
    assert focus_at(replace(project, lens=gone), 0.0) == pytest.approx(7.0)


def test_a_pull_goes_evenly_in_one_over_the_distance():
    keys = (
        Key(0.0, 2.0, replace(Key(0.0, 0.0).easing, x1=0.0, y1=0.0, x2=1.0, y2=1.0)),
        Key(2.0, 50.0),
    )
    lens = Lens(focus=Track(2.0, keys))
    assert 1 / focus_at(Project(lens=lens), 1.0) == pytest.approx((1 / 2 + 1 / 50) / 2)


@pytest.mark.parametrize("amount", [6.0, 24.0, 80.0])
def test_a_blur_never_darkens_the_frame_s_border(amount):
    """An even photo that ends at the frame's border stays even, whatever blurs it."""
    project, studio = build(np.full((H, W, 3), 180, np.uint8), [], Frame(W, H, 12, 1.0))
    place = {"x": Track(W / 3), "y": Track(H / 2)}
    for outwards in (False, True):
        blur = Blur(Track(amount), outwards=outwards, **place)
        blurred = project.with_layer(replace(project.background, blur=blur))
        assert np.ptp(render_frame(blurred, studio.atlas(blurred), 0.0).astype(int)) <= 1
    soft = with_lens(project, focus=1.0, f_number=0.8)
    assert np.ptp(render_frame(soft, studio.atlas(soft), 0.0).astype(int)) <= 1
    # What is open within the frame is as dark as ever.
    aside = acts.set_start_and_end(blurred, {"x": (0.0, 8.0)})
    assert studio.gaps(aside).gaps
    assert render_frame(aside, studio.atlas(aside), aside.frame.last)[:, -2:].max() < 60


def test_blur_counts_in_what_the_move_shows():
    """A blurred near edge shows more of what is behind it; a blurred border is no gap."""
    mask = blob(W, H, 320, 180, 110)
    project, studio = build(picture(W, H), [mask], Frame(W, H, 12, 0.5))
    near, far = project.near_to_far
    project = project.with_layer(replace(near, distance=3.0)).with_layer(
        replace(far, distance=40.0)
    )
    sharp = find_reveal(project, studio.store).layers[far.id]
    reach = {}
    for focus in (3.0, 40.0):
        there = with_lens(project, focus=focus, f_number=0.8)
        reach[focus] = find_reveal(there, studio.store).layers[far.id].shown.sum()
        assert not find_gaps(there, studio.atlas(there), studio.store).gaps
    assert sharp.shown.sum() < reach[40.0] and sharp.shown.sum() < reach[3.0]
    shutter = replace(project, lens=replace(project.lens, shutter=Shutter(on=True)))
    assert not find_gaps(shutter, studio.atlas(shutter), studio.store).gaps
