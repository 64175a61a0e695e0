"""One owner of "where is this in the frame": what the mapping says is what is drawn."""

import numpy as np
import pytest
from hypothesis import given, settings
from hypothesis import strategies as st
from msgspec.structs import replace

from conftest import build
from test_relief import hills
from woodcock.model import Bend, Depth, Drift, Frame, Lean, Overall, Pin, Relief, Track
from woodcock.session import motion
from woodcock.session.speed import find_speeds
from woodcock.stage import Heights, InFrame, PlaneMapping, near_to_far, scene_at, spots_of

W, H = 256, 144
SPOTS = np.stack(np.meshgrid(np.arange(40.5, 216, 16), np.arange(30.5, 114, 12)), -1).reshape(-1, 2)
PINS = (Pin((60.0, 70.0), Track(9.0), Track(-5.0)), Pin((180.0, 60.0), Track(-6.0), Track(4.0)),
        Pin((120.0, 120.0), turns=True, turn=Track(8.0)))  # fmt: skip


def coordinates():
    """A photo whose red is its column and whose green is its row, as far as eight bits go."""
    y, x = np.mgrid[0:H, 0:W]
    return np.dstack([x, y, np.full_like(x, 128)]).astype(np.uint8)


def told(frame, spots):
    """The places of the photo that a drawn frame shows at spots: (N, 2)."""
    x, y = (spots - 0.5).astype(int).T
    return frame[y, x, :2].astype(float) + 0.5


def moved(project, **lens):
    return replace(project, lens=replace(project.lens, **{k: Track(v) for k, v in lens.items()}))


def with_surface(mapping, atlas, layer_id, photo=(W, H)):
    surface = atlas.segments[layer_id][-1].height_map
    values = atlas.surfaces[surface.start : surface.start + surface.width * surface.height]
    return mapping.with_heights(Heights(values.reshape(surface.height, surface.width), photo))


@settings(max_examples=12, deadline=None)
@given(
    st.booleans(), st.booleans(), st.floats(-0.5, 0.5), st.floats(-0.6, 0.9), st.floats(-8, 8),
    st.floats(-25, 25),
)  # fmt: skip
def test_what_is_drawn_at_a_spot_is_what_the_mapping_names(relief, bent, x, z, roll, tilt):
    project, studio = build(coordinates(), [], Frame(W, H, 12, 1.0))
    layer = replace(project.background, distance=6.0, lean=Lean(tilt, 10.0))
    if relief:
        depth = Depth(studio.store.put(hills(4, 30)), 3.0, 30.0)
        project = replace(project, depth=depth)
        layer = replace(layer, relief=Relief(thickness=2.0, cut=1.0))
    if bent:
        layer = replace(layer, bend=Bend(PINS))
    overall = Overall(scale=Track(1.1), angle=Track(3.0))
    project = replace(moved(project.with_layer(layer), x=x, z=z, roll=roll), overall=overall)
    (placed,) = scene_at(project, 0.0)
    mapping = placed.mapping
    if relief and mapping.has_parallax:
        mapping = with_surface(mapping, studio.atlas(project), layer.id)
    own = mapping.to_own(SPOTS)
    np.testing.assert_allclose(mapping.to_frame(own), SPOTS, atol=0.02)
    inside = ((own > 6) & (own < (W - 6, H - 6))).all(1)
    assert inside.any()
    seen = told(studio.frame(project, 0.0), SPOTS)
    np.testing.assert_allclose(seen[inside], own[inside], atol=1.1)  # steps of eight bits


def test_a_drifting_picture_is_seen_where_the_mapping_says():
    project, studio = build(coordinates(), [], Frame(W, H, 12, 2.0))
    project = moved(motion.set_drift(project, "background", Drift(40, 0, 0.1)), yaw=4.0)
    time = project.frame.time(15)
    (placed,) = scene_at(project, time)
    own = placed.mapping.to_own(SPOTS)
    inside = ((own > 30) & (own < (W - 30, H - 6))).all(1)
    seen = told(studio.frame(project, time), SPOTS)
    np.testing.assert_allclose(seen[inside], own[inside], atol=1.1)
    # It goes 40 px in a second, however often its picture wraps.
    speeds = find_speeds(
        motion.set_drift(project, "background", Drift(40, 180, 0.1)), studio.store
    ).layers["background"]
    assert speeds.speed[1:].max() < 1.25 * 40 / 12


@pytest.mark.parametrize("by", [(0.3, 0.0), (-2.4, 1.7)])
def test_pins_that_all_move_alike_shift_the_picture_as_a_pose_does(by):
    """No grid of 1/32 px between: the bent frame is the shifted one, to a step of eight bits."""
    rng = np.random.default_rng(5)
    photo = np.clip(rng.normal(120, 40, (H, W, 3)), 0, 255).astype(np.uint8)
    project, studio = build(photo, [], Frame(W, H, 12, 1.0))
    pins = tuple(replace(p, x=Track(by[0]), y=Track(by[1]), turns=False) for p in PINS)
    bent = project.with_layer(replace(project.background, bend=Bend(pins)))
    metres = project.background.distance / (35 / 36 * W)
    pose = replace(project.background.pose, x=Track(by[0] * metres), y=Track(by[1] * metres))
    shifted = project.with_layer(replace(project.background, pose=pose))
    a, b = (studio.frame(p, 0.0)[8:-8, 8:-8].astype(int) for p in (bent, shifted))
    assert np.abs(a - b).max() <= 1 and (a != b).mean() < 0.02


def test_a_slow_bend_moves_evenly():
    """The middle of a soft spot, bent by a tenth of a pixel a frame, goes a tenth each time."""
    y, x = np.mgrid[0:H, 0:W] + 0.5
    spot = 30 + 200 * np.exp(-((x - 128) ** 2 + (y - 72) ** 2) / 18)
    photo = np.dstack([spot] * 3).astype(np.uint8)
    project, studio = build(photo, [], Frame(W, H, 12, 1.0))
    places = []
    for step in range(8):
        pins = (Pin((128.0, 72.0), Track(0.1 * step)), Pin((20.0, 20.0)), Pin((230.0, 120.0)))
        bent = project.with_layer(replace(project.background, bend=Bend(pins)))
        frame = studio.frame(bent, 0.0)[52:92, 108:148, 0].astype(float) - 30
        places.append((frame * (x[52:92, 108:148])).sum() / frame.sum())
    np.testing.assert_allclose(np.diff(places), 0.1, atol=0.012)


def test_nothing_is_named_behind_the_lens_or_edge_on():
    behind = PlaneMapping(np.array([[1.0, 0, 0], [0, 1.0, 0], [0.01, 0, -1.0]]))
    assert np.isnan(behind.to_frame(np.array([[50.0, 5.0]]))).all()
    assert np.isfinite(behind.to_frame(np.array([[150.0, 5.0]]))).all()
    edge_on = PlaneMapping(np.diag([1.0, 0.0, 1.0]))
    assert edge_on.edge_on and np.isnan(edge_on.to_own(np.array([[3.0, 4.0]]))).all()
    with pytest.raises(ValueError, match="parallax"):
        _ = PlaneMapping(np.eye(3)).epipole


class Light:
    """Something in the frame that is no layer: a lamp at a place of the world, seen as a point."""

    id, opacity = "lamp", 1.0

    def __init__(self, distance, spot):
        self.distance, self._spot = distance, np.array(spot)

    @property
    def mapping(self):
        return self

    def to_frame(self, places):
        return places + self._spot

    def to_own(self, spots):
        return spots - self._spot


def test_what_is_no_layer_can_be_in_the_frame_too():
    project, _ = build(coordinates(), [], Frame(W, H, 12, 1.0))
    project = project.with_layer(replace(project.background, distance=10.0))
    lamps: list[InFrame] = [Light(4.0, (5.0, 6.0)), Light(30.0, (1.0, 1.0))]
    order = near_to_far([*lamps[1:], *scene_at(project, 0.0), lamps[0]])
    assert [x.distance for x in order] == [4.0, 10.0, 30.0] and order[0].id == "lamp"
    here = np.zeros((1, 2))
    for element in order:
        spots = spots_of(element.mapping, here)
        np.testing.assert_allclose(element.mapping.to_own(spots), here, atol=1e-9)
