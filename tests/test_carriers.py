"""Carriers: what hangs on them goes along, and keeps its place when it is hung or taken off."""

import numpy as np
import pytest
from hypothesis import given, settings
from hypothesis import strategies as st
from msgspec.structs import replace

from conftest import blob, build, picture
from woodcock.errors import WoodcockError
from woodcock.model import CARRIER_PROPERTIES, LENS, Carrier, Lean, Track
from woodcock.session import acts, carrying
from woodcock.stage import carried, layer_world, lens_in, moved_by, photo_rays, scene_at
from woodcock.stage.camera import rotation

CORNERS = np.array([(x, y, 1.0) for x in (0.0, 320) for y in (0.0, 180)])
numbers = st.floats(-1, 1)


def posed(numbers, carrier):
    """A carrier with a pose of its own from seven numbers between -1 and 1."""
    x, y, z, yaw, pitch, roll, scale = numbers
    values = (x, y, z, 60 * yaw, 60 * pitch, 180 * roll, 2.0**scale)
    tracks = {n: Track(v) for n, v in zip(CARRIER_PROPERTIES, values, strict=True)}
    return replace(carrier, place=(x, -y, 6 + z), **tracks)


def corners(project, layer_id, time=0.0):
    world, _ = layer_world(project, project.layer(layer_id), time, photo_rays(project))
    points = CORNERS @ world.T
    return points[:, :3] / points[:, 3:]


@settings(max_examples=40, deadline=None)
@given(st.lists(st.lists(numbers, min_size=7, max_size=7), min_size=3, max_size=3), st.data())
def test_hanging_on_and_taking_off_keeps_every_corner(poses, data):
    """Within a millionth of a metre, through any order of hanging on three nested carriers."""
    project, _ = build(picture(), [blob(320, 180, 100, 90, 40), blob(320, 180, 200, 90, 30)])
    near, middle = (layer.id for layer in project.near_to_far[:2])
    project = project.with_layer(replace(project.layer(near), lean=Lean(20.0, 5.0)))
    carriers = [Carrier(f"c{n}", f"C{n}") for n in range(3)]
    project = replace(project, carriers=tuple(map(posed, poses, carriers)))
    start = {name: corners(project, name) for name in (near, middle)}
    for _ in range(6):
        thing = data.draw(st.sampled_from([near, middle, "c0", "c1", "c2"]))
        on = data.draw(st.sampled_from([None, "c0", "c1", "c2"]))
        try:
            project = carrying.hang_on(project, thing, on)
        except WoodcockError:
            continue  # it would hang on itself
        for name, before in start.items():
            np.testing.assert_allclose(corners(project, name), before, atol=1e-6)
    for carrier in ("c1", "c0", "c2"):
        project = carrying.delete_carrier(project, carrier)
    for name, before in start.items():
        np.testing.assert_allclose(corners(project, name), before, atol=1e-6)


@settings(max_examples=30, deadline=None)
@given(st.lists(numbers, min_size=7, max_size=7), st.lists(numbers, min_size=7, max_size=7))
def test_nested_poses_are_the_product_of_their_matrices(outer, inner):
    """Written out anew: translate to the place, scale, turn, translate back and on."""
    project, _ = build(picture(), [])
    first, second = (posed(p, Carrier(n, n)) for p, n in ((outer, "a"), (inner, "b")))
    project = replace(project, carriers=(first, replace(second, carrier="a")))
    layer = replace(project.background, carrier="b")
    project = project.with_layer(layer)

    def matrix(carrier):
        x, y, z, yaw, pitch, roll, scale = (getattr(carrier, n).base for n in CARRIER_PROPERTIES)
        to, back, turn = np.eye(4), np.eye(4), np.eye(4)
        to[:3, 3] = np.add(carrier.place, (x, y, z))
        back[:3, 3] = -np.array(carrier.place)
        turn[:3, :3] = rotation(yaw, pitch, roll) * scale
        return to @ turn @ back

    expected = matrix(first) @ matrix(second)
    np.testing.assert_allclose(carried(project, layer, 0.0), expected, atol=1e-9)
    np.testing.assert_allclose(moved_by(first, 0.0), matrix(first), atol=1e-12)


def test_a_carrier_takes_its_things_along_and_the_order_follows():
    project, studio = build(picture(), [blob(320, 180, 100, 90, 40), blob(320, 180, 210, 90, 30)])
    near, middle = (layer.id for layer in project.near_to_far[:2])
    rest = studio.frame(project, 0.0)
    project, carrier = carrying.add_carrier(project, [near, middle])
    np.testing.assert_array_equal(studio.frame(project, 0.0), rest)
    last = project.frame.last
    project = carrying.set_carrier_key(project, carrier, "x", 0.0, 0.0)
    project = carrying.set_carrier_key(project, carrier, "x", last, 0.5)
    moved = {s.layer.id: s.mapping.homography for s in scene_at(project, last)}
    still = {s.layer.id: s.mapping.homography for s in scene_at(project, 0.0)}
    focal = 35 / 36 * 320
    for name in (near, middle):
        shift = (moved[name] @ (160, 90, 1.0))[0] / (moved[name] @ (160, 90, 1.0))[2] - 160
        assert shift == pytest.approx(focal * 0.5 / project.layer(name).distance, rel=1e-6)
        np.testing.assert_allclose(still[name], still["background"], atol=1e-9)
    far = project.layer(middle).distance + 3 - project.layer(near).distance
    alone, other = carrying.add_carrier(project, [near], at=near)
    alone = carrying.set_carrier_key(alone, other, "z", 0.0, far)
    order = [s.layer.id for s in scene_at(alone, 0.0)]
    assert order.index(middle) < order.index(near)  # depth is the order, wherever it was taken
    assert alone.carrier(other).carrier == carrier


def test_the_lens_hangs_on_a_carrier_too():
    project, _ = build(picture(), [])
    project, carrier = carrying.add_carrier(project, [LENS])
    project = carrying.set_carrier_key(project, carrier, "yaw", 0.0, 10.0)
    project = carrying.set_carrier_key(project, carrier, "x", 0.0, 0.3)
    now = lens_in(project, 0.0)
    np.testing.assert_allclose(now.place, (0.3, 0, 0), atol=1e-12)
    np.testing.assert_allclose(now.turn, rotation(10.0, 0, 0), atol=1e-12)
    (placed,) = scene_at(project, 0.0)
    plain = acts.set_start_and_end(build(picture(), [])[0], {"yaw": (10.0, 10.0), "x": (0.3, 0.3)})
    np.testing.assert_allclose(
        placed.mapping.homography, scene_at(plain, 0.0)[0].mapping.homography, atol=1e-9
    )
    with pytest.raises(WoodcockError, match="itself"):
        carrying.hang_on(project, carrier, carrier)
    with pytest.raises(ValueError, match="end at one"):
        project.with_carrier(replace(project.carrier(carrier), carrier=carrier))
