import cv2
import numpy as np
import pytest
from hypothesis import given, settings
from hypothesis import strategies as st
from msgspec.structs import replace

from conftest import blob, build, picture
from woodcock.errors import WoodcockError
from woodcock.model import Frame, Key, Lean, Lens, Mask, Placement, Project, Track
from woodcock.pixels.store import PixelStore
from woodcock.session import acts
from woodcock.stage import (
    READY_MOVES,
    apply_move,
    focus_zone,
    parallax_spread,
    scene_at,
    starting_distances,
    view_angle,
)
from woodcock.stage.scene import lens_at, lens_pose

angles = st.integers(-4000, 4000).map(lambda n: n / 100)  # OpenCV takes smaller turns for none
metres = st.floats(-1.5, 1.5)


def one_plane(distance=4.0):
    project, _ = build(picture(96, 64), [], Frame(96, 64, 12, 1.0))
    return acts.set_distance(project, "background", distance)


@settings(max_examples=40, deadline=None)
@given(metres, metres, metres, angles, angles, angles, st.floats(2.5, 50))
def test_homography_equals_opencv_projection(x, y, z, yaw, pitch, roll, distance):
    """Against cv2.projectPoints, which shares no code with ours: within 1e-6 pixels."""
    project = one_plane(distance)
    pose = {"x": x, "y": y, "z": z, "yaw": yaw, "pitch": pitch, "roll": roll}
    lens = replace(project.lens, **{name: Track(value) for name, value in pose.items()})
    (placed,) = scene_at(replace(project, lens=lens), 0.0)
    focal = project.lens.focal_length / 36 * 96
    matrix = np.array([[focal, 0, 48], [0, focal, 32], [0, 0, 1.0]])
    photo = np.array([[u, v] for u in (0.0, 30, 96) for v in (0.0, 20, 64)])
    world = np.column_stack([(photo - (48, 32)) / focal * distance, np.full(len(photo), distance)])
    # Lens to world: roll about z, then pitch about x, then yaw about y, by Rodrigues' formula.
    turns = [cv2.Rodrigues(np.radians(v) * np.eye(3)[axis])[0]
             for axis, v in ((1, yaw), (0, pitch), (2, roll))]  # fmt: skip
    to_world = turns[0] @ turns[1] @ turns[2]
    place = np.array([x, y, z])
    if (((world - place) @ to_world)[:, 2] < 0.05).any():
        return
    rotation, _ = cv2.Rodrigues(to_world.T)
    expected, _ = cv2.projectPoints(world, rotation, -to_world.T @ place, matrix, None)
    got = np.column_stack([photo, np.ones(len(photo))]) @ placed.mapping.homography.T
    np.testing.assert_allclose(got[:, :2] / got[:, 2:], expected[:, 0], atol=1e-6, rtol=1e-9)


@pytest.mark.parametrize(
    ("focal", "degrees"), [(24, 73.7), (35, 54.4), (50, 39.6), (85, 23.9), (200, 10.3)]
)
def test_angle_of_view(focal, degrees):
    """Horizontal angles of a 36 mm wide sensor, as optics handbooks tabulate them."""
    assert view_angle(focal, 36) == pytest.approx(degrees, abs=0.05)


@pytest.mark.parametrize(("focal", "f_number", "focus"), [(50, 8, 5), (85, 2.8, 3), (24, 8, 3)])
def test_what_looks_sharp_is_blurred_by_no_more_than_that(focal, f_number, focus):
    """At the ends of the zone the disc of blur is 1/1500 of a 36 x 24 mm sensor's diagonal.

    Worked out behind the lens, by 1/f = 1/s + 1/v and similar triangles.
    """
    lens = Lens(focal_length=focal, focus=Track(focus), f_number=Track(f_number))
    near, far = focus_zone(Project(lens=lens), 0.0)
    image = 1 / (1 / focal - 1 / (1000 * focus))
    for end in (near, far):
        own = 1 / (1 / focal - (0 if np.isinf(end) else 1 / (1000 * end)))
        disc = focal / f_number * abs(own - image) / own
        largest = np.hypot(36, 24) / 1500
        assert disc == pytest.approx(largest, rel=1e-6) or (np.isinf(end) and disc < largest)


def test_shifts_are_in_inverse_ratio_of_distances(scene):
    project, _ = scene
    project = replace(project, lens=replace(project.lens, x=Track(0.1)))
    shifts = {
        s.layer.distance: s.mapping.homography[0, 2] / s.mapping.homography[2, 2]
        for s in scene_at(project, 0)
    }
    near, middle, far = (shifts[d] for d in (3.0, 10.0, 60.0))
    assert near / middle == pytest.approx(10 / 3, rel=1e-9)
    assert near / far == pytest.approx(20, rel=1e-9)


@settings(max_examples=30, deadline=None)
@given(st.lists(st.floats(0.2, 500), min_size=3, max_size=3), st.floats(10, 200))
def test_holding_the_frame_at_any_distance_and_focal_length(distances, focal):
    """At rest every layer maps as the photo does, exactly; unheld, it shrinks by the ratio."""
    masks = [np.zeros((64, 96), np.uint8), np.zeros((64, 96), np.uint8)]
    project, _ = build(picture(96, 64), masks, Frame(96, 64, 12, 1.0))
    before = scene_at(project, 0.0)[0].mapping.homography
    for layer, distance in zip(project.layers, sorted(distances), strict=True):
        project = acts.set_distance(project, layer.id, distance)
    project = acts.set_focal_length(project, focal)
    order = [s.layer.distance for s in scene_at(project, 0.0)]
    assert order == sorted(order)
    assert order[-1] == project.background.distance
    for placed in scene_at(project, 0.0):
        np.testing.assert_array_equal(placed.mapping.homography, before)
    near = project.near_to_far[0]
    loose = acts.hold_framing(project, near.id, False)
    loose = acts.set_distance(loose, near.id, near.distance / 2)
    scale = scene_at(loose, 0.0)[0].mapping.homography
    scale = scale / scale[2, 2]
    expected = near.distance / loose.layer(near.id).distance
    assert scale[0, 0] == pytest.approx(before[0, 0] * expected)


leans = st.floats(-75, 75)


@settings(max_examples=40, deadline=None)
@given(leans, leans, metres, metres, metres, angles, angles, st.floats(3, 50), st.floats(0, 1))
def test_a_held_lean_is_a_plane_that_looks_the_same_at_rest(
    tilt, swing, x, y, z, yaw, pitch, distance, across
):
    """Seen from elsewhere it is the tilted plane, by cv2.projectPoints; at rest it is the photo."""
    project = one_plane(distance)
    pivot = 96 * across, 40.0
    layer = replace(project.background, pivot=pivot, lean=Lean(tilt, swing))
    project = project.with_layer(layer)
    at_rest = scene_at(one_plane(), 0.0)[0].mapping.homography
    np.testing.assert_array_equal(scene_at(project, 0.0)[0].mapping.homography, at_rest)
    pose = {"x": x, "y": y, "z": z, "yaw": yaw, "pitch": pitch}
    lens = replace(project.lens, **{name: Track(value) for name, value in pose.items()})
    (placed,) = scene_at(replace(project, lens=lens), 0.0)
    focal = project.lens.focal_length / 36 * 96
    matrix = np.array([[focal, 0, 48], [0, focal, 32], [0, 0, 1.0]])
    photo = np.array([[u, v] for u in (0.0, 30, 96) for v in (0.0, 20, 64)])
    rays = np.column_stack([(photo - (48, 32)) / focal, np.ones(len(photo))])
    foot = np.append((np.array(pivot) - (48, 32)) / focal, 1.0) * distance
    # The plane through the foot: tilted about x, then swung about y, by Rodrigues' formula.
    lean = (
        cv2.Rodrigues(np.radians([0.0, -swing, 0.0]))[0]
        @ cv2.Rodrigues(np.radians([-tilt, 0.0, 0.0]))[0]
    )
    facing = rays @ lean[:, 2]
    if np.abs(facing).min() < 0.1 or np.ptp(np.sign(facing)):
        return
    world = rays * (foot @ lean[:, 2] / facing)[:, None]
    turns = [cv2.Rodrigues(np.radians(v) * np.eye(3)[axis])[0]
             for axis, v in ((1, yaw), (0, pitch))]  # fmt: skip
    to_world, place = turns[0] @ turns[1], np.array([x, y, z])
    if (((world - place) @ to_world)[:, 2] < 0.05).any():
        return
    rotation, _ = cv2.Rodrigues(to_world.T)
    expected, _ = cv2.projectPoints(world, rotation, -to_world.T @ place, matrix, None)
    got = np.column_stack([photo, np.ones(len(photo))]) @ placed.mapping.homography.T
    assert (got[:, 2] > 0).all()  # before the lens
    np.testing.assert_allclose(got[:, :2] / got[:, 2:], expected[:, 0], atol=1e-5, rtol=1e-7)


@settings(max_examples=40, deadline=None)
@given(leans, leans, st.floats(-180, 180), st.floats(0.2, 4), leans, st.booleans(), st.booleans())
def test_everything_turns_about_the_pivot(tilt, swing, angle, scale, lean, held, framed):
    project = one_plane(7.0)
    pivot = 70.0, 55.0
    pose = replace(project.background.pose, tilt=Track(tilt), swing=Track(swing),
                   angle=Track(angle), scale=Track(scale))  # fmt: skip
    layer = replace(project.background, pivot=pivot, pose=pose, lean=Lean(lean, 0.0, held))
    project = project.with_layer(layer if framed else replace(layer, sized_at=5.0))
    at = scene_at(project, 0.0)[0].mapping.homography @ (*pivot, 1.0)
    plain = project.with_layer(replace(project.background, pose=type(pose)(), lean=Lean()))
    before = scene_at(plain, 0.0)[0].mapping.homography @ (*pivot, 1.0)
    np.testing.assert_allclose(at[:2] / at[2], before[:2] / before[2], atol=1e-6)


def test_a_pop_out_leans_from_its_foot():
    """25 degrees about the bottom edge, not held: the top comes nearer and looks wider."""
    project = one_plane(4.0)
    layer = replace(project.background, pivot=(48.0, 64.0), lean=Lean(-25.0, 0.0, False))
    to_frame = scene_at(project.with_layer(layer), 0.0)[0].mapping.homography
    corners = np.array([(0, 0, 1), (96, 0, 1), (0, 64, 1), (96, 64, 1.0)]) @ to_frame.T
    corners = corners[:, :2] / corners[:, 2:]
    assert np.ptp(corners[:2, 0]) > 1.05 * np.ptp(corners[2:, 0])
    np.testing.assert_allclose(corners[2:], [(0, 64), (96, 64)], atol=1e-9)


@settings(max_examples=40, deadline=None)
@given(metres, metres, st.floats(-1.5, 2.5), st.tuples(metres, metres, st.floats(3, 40)))
def test_the_lens_turns_round_its_aim(x, y, z, aim):
    """What it aims at stays where it is in the frame, wherever the lens travels."""
    project = one_plane()
    lens = replace(project.lens, aim=aim, x=Track(x), y=Track(y), z=Track(z))
    places = []
    for each in (replace(project.lens, aim=aim), lens):
        now = lens_at(each, 0.0)
        seen = now.turn.T @ (np.array(aim) - now.place)
        places.append(seen[:2] / seen[2])
        np.testing.assert_allclose(now.turn @ now.turn.T, np.eye(3), atol=1e-12)
    np.testing.assert_allclose(places[0], places[1], atol=1e-9)
    assert scene_at(replace(project, lens=replace(lens, x=Track(), y=Track(), z=Track())), 0.0)


@pytest.mark.parametrize("travel", [-3.0, 0.0, 1.5])
def test_a_dolly_zoom_keeps_what_it_holds(travel):
    project, _ = build(picture(96, 64), [blob(96, 64, 40, 30, 12)], Frame(96, 64, 12, 1.0))
    near = project.near_to_far[0]
    lens = replace(project.lens, held_size=near.distance, z=Track(travel))
    placed_layers = scene_at(replace(project, lens=lens), 0.0)
    scales = [s.mapping.homography[0, 0] / s.mapping.homography[2, 2] for s in placed_layers]
    assert scales[0] == pytest.approx(1.0)
    if travel:
        assert (scales[1] < 1) == (travel > 0)  # going in, the background shrinks


def test_distances():
    assert starting_distances(3) == (3.0, 10.0, 60.0)
    spread = starting_distances(12)
    assert list(spread) == sorted(spread)
    assert spread[0] == 3
    assert spread[-1] == 60
    steps = np.diff([1 / z for z in parallax_spread(3, 60, 5)])
    np.testing.assert_allclose(steps, steps[0])


def test_ready_moves(scene):
    project, _ = scene
    last = project.frame.last
    pushed = apply_move(project, "push-in", 20)
    grown = scene_at(pushed, last)[0].mapping.homography
    assert grown[0, 0] / grown[2, 2] == pytest.approx(1.2)  # the amount: the nearest layer grows
    assert lens_pose(apply_move(project, "pull-back", 20).lens, last)["z"] == 0
    slide = apply_move(project, "slide", 10)
    shift = [scene_at(slide, t)[0].mapping.homography for t in (0, last)]
    across = shift[1][0, 2] / shift[1][2, 2] - shift[0][0, 2] / shift[0][2, 2]
    assert across == pytest.approx(-0.10 * 320)
    counter = apply_move(project, "counter-move", 15)
    sizes = [
        [s.mapping.homography[0, 0] / s.mapping.homography[2, 2] for s in scene_at(counter, t)]
        for t in (0, last)
    ]
    # Common practice, no source: near 100 -> 115 %, background 115 -> 100 %.
    np.testing.assert_allclose([sizes[0][0], sizes[1][0]], [1.0, 1.15])
    np.testing.assert_allclose([sizes[0][-1], sizes[1][-1]], [1.15, 1.0])
    assert len(READY_MOVES) == 11
    still = acts.still(counter)
    assert still == project


def test_frame_length_takes_the_keys_along(scene):
    project, _ = scene
    moved = apply_move(project, "push-in", 20)
    longer = acts.set_frame(moved, replace(moved.frame, seconds=4.0, rate=24))
    assert longer.lens.z.keys[-1].time == pytest.approx(longer.frame.last)
    assert longer.frame.count == 96


def test_portrait_photo_in_landscape_frame():
    store = PixelStore()
    project = acts.new_project(picture(400, 600), "upright", store, Frame(1920, 1080))
    frame = np.array([[0, 0, 1], [1920, 1080, 1.0]])
    back = np.linalg.inv(scene_at(project, 0)[0].mapping.homography)
    seen = frame @ back.T
    assert seen[0, 0] == pytest.approx(0)  # covers from side to side
    assert seen[1, 0] == pytest.approx(400)
    low = acts.place_photo(project, Placement(1.0, 0.5, 5.0))  # far too low: kept inside
    bottom = (frame @ np.linalg.inv(scene_at(low, 0)[0].mapping.homography).T)[1, 1]
    assert bottom == pytest.approx(600)


def test_layer_acts_refuse_nonsense_in_sentences(scene):
    project, studio = scene
    mask = project.near_to_far[0].mask
    with pytest.raises(WoodcockError, match="background"):
        acts.delete_layer(project, "background")
    for _ in range(9):
        project, _ = acts.add_layer(project, mask)
    with pytest.raises(WoodcockError, match="12 layers"):
        acts.add_layer(project, mask)
    alone = acts.show_alone(project, "background")
    assert [x.visible for x in alone.layers].count(True) == 1
    assert acts.show_alone(alone, "background") == project
    far = acts.set_distance(project, project.near_to_far[0].id, 9999)
    assert far.near_to_far[-1].is_background
    assert isinstance(studio.store.put(np.zeros((2, 2), np.uint8)), str)
    assert acts.set_pose_key(project, "background", "opacity", 0.0, 7).background.pose.opacity == (
        Track(1.0, (Key(0.0, 1.0),))
    )
    assert Mask("x") == Mask("x")
