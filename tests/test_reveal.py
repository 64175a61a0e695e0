"""The reveal against brute force, and what follows from it."""

import cv2
import numpy as np
import pytest
from hypothesis import given, settings
from hypothesis import strategies as st
from msgspec.structs import replace

import woodcock.render.reveal as reveal_module
from conftest import blob, build, picture, small_demo
from woodcock.errors import Cancelled
from woodcock.model import Depth, Frame, Key, Mask, Tile, Track
from woodcock.pixels.store import PixelStore
from woodcock.render import Area, atlas_key, find_reveal
from woodcock.render.weak import weak_places
from woodcock.separate.redraw import alpha_of
from woodcock.session import acts, reliefs, staging
from woodcock.session.studio import Studio
from woodcock.stage import apply_move, scene_at


@pytest.fixture
def moving():
    """A near post and a ball before a background; the lens goes in and turns."""
    post = np.zeros((180, 320), np.uint8)
    post[30:170, 120:170] = 255
    project, studio = build(
        picture(), [post, blob(320, 180, 195, 80, 40, 6.0)], Frame(320, 180, 12, 1.0)
    )
    project = apply_move(project, "push-in", 14)
    project = acts.set_start_and_end(project, {"x": (0.0, 0.25), "yaw": (0.0, 1.5)})
    return project, studio


def brute_force(project, store, layer, nearer, hidden, grid):
    """Frame by frame and place by place, in plain NumPy: (frames, first)."""
    photo, size = project.photo, (project.frame.width, project.frame.height)
    y, x = np.nonzero(hidden)
    to_photo = np.diag([photo.width / grid[0], photo.height / grid[1], 1.0])
    at = np.stack([x + 0.5, y + 0.5, np.ones(len(x))])
    count, first = np.zeros((2, len(x)), int)
    for t in range(project.frame.count):
        placed = {s.layer.id: s for s in scene_at(project, project.frame.time(t), size)}
        seen = placed[layer].mapping.homography @ to_photo @ at
        inside = (seen[2] > 0) & (seen[:2] >= 0).all(0)
        inside &= (seen[0] <= size[0] * seen[2]) & (seen[1] <= size[1] * seen[2])
        light = np.ones(len(x))
        for other in nearer:
            alpha = cv2.resize(alpha_of(project.layer(other).mask, store), grid,
                               interpolation=cv2.INTER_AREA) / 255.0  # fmt: skip
            back = np.linalg.inv(placed[other].mapping.homography @ to_photo) @ seen
            u, v = back[:2] / back[2]
            there = (u >= 0) & (v >= 0) & (u < grid[0]) & (v < grid[1])
            rows, columns = v[there].astype(int), u[there].astype(int)
            light[there] *= 1 - placed[other].opacity * alpha[rows, columns]
        shown = inside & (light >= 4 / 255)
        first[shown & (count == 0)] = t
        count += shown
    return count, first


@pytest.mark.parametrize("scene", ["made up", "demo"])
def test_the_reveal_is_that_of_brute_force(moving, scene):
    project, studio = moving
    if scene == "demo":
        studio = Studio(PixelStore())
        project = small_demo(studio.store)
    reveal = find_reveal(project, studio.store)
    order = [x.id for x in project.near_to_far]
    assert set(reveal.layers) <= set(order[1:])
    assert {order[-2] if scene == "made up" else order[-1], order[-1]} <= set(reveal.layers)
    for number in (order.index(name) for name in reveal.layers):
        found = reveal.layers[order[number]]
        grid = found.hidden.shape[::-1]
        count, first = brute_force(
            project, studio.store, order[number], order[:number], found.hidden, grid
        )
        assert count.max() > 0
        assert (found.by_frame.sum(), found.by_frame.max()) >= (count.sum() * 0.999, 1)
        # Floats may fall on either side of a place's border.
        assert (found.frames[found.hidden] == count).mean() > 0.999
        assert (found.first[found.hidden] == first).mean() > 0.999
    with pytest.raises(Cancelled):
        find_reveal(project, studio.store, lambda *_: False)


def test_a_move_that_goes_further_reveals_more(moving):
    project, studio = moving
    at_rest = acts.set_start_and_end(apply_move(project, "push-in", 0), {"x": (0.0, 0.0)})
    at_rest = acts.set_start_and_end(at_rest, {"yaw": (0.0, 0.0)})
    still = find_reveal(at_rest, studio.store)
    background = project.background.id
    deep = cv2.erode(still.layers[background].hidden.view(np.uint8), np.ones((15, 15))) > 0
    assert not still.layers[background].shown[deep].any()  # at rest nothing hidden is seen
    reach = find_reveal(project, studio.store).layers[background].reach
    assert still.layers[background].reach < 8 < reach
    slight = acts.set_start_and_end(at_rest, {"x": (0.0, 0.04)})
    between = find_reveal(slight, studio.store).layers[background]
    assert still.layers[background].share < between.share
    assert still.layers[background].reach < between.reach < reach
    through = replace(project.near_to_far[0], visible=False)
    everything = find_reveal(project.with_layer(through), studio.store).layers[background]
    assert everything.shown[deep].mean() > 0.5


def test_only_what_is_shown_is_rebuilt_and_the_rest_when_it_is_asked_for(moving):
    project, studio = moving
    studio.atlas(project)
    assert studio.ready(project)
    areas = studio.reveal(project).areas
    again = Studio(studio.store)
    np.testing.assert_array_equal(again.frame(project, 1.0), studio.frame(project, 1.0))
    everything = replace(project, rebuild_all=True)
    assert not studio.ready(everything)
    assert atlas_key(everything) != atlas_key(project, areas)
    # Where the move looks, both are filled with care; the frames hardly differ.
    for time in (0.0, 0.5, project.frame.last):
        off = studio.frame(everything, time).astype(int) - again.frame(project, time)
        assert np.abs(off).mean() < 1.5
    named = project.with_layer(replace(project.near_to_far[0], name="Post", colour=7))
    assert again.ready(named)
    lens = replace(project.lens, x=Track(0.0, (Key(0.0, 0.0), Key(1.0, -0.6))))
    assert not again.ready(replace(project, lens=lens))


def test_an_area_is_the_same_blocks_at_every_size():
    bits = np.zeros((3, 5), bool)
    bits[1, 2] = bits[2, 4] = True
    area = Area(np.packbits(bits).tobytes(), 5, 3, 40.0)
    full = area.at(200, 120, 1.0)
    assert full.sum() == 2 * 40 * 40
    assert full[40:80, 80:120].all()
    np.testing.assert_array_equal(area.at(100, 60, 0.5), full[::2, ::2])


def test_the_worst_places_are_where_guessing_was_hardest():
    """A hole over evenness is sure, one over a jumble is not, and painting over it settles it."""
    photo = np.full((240, 480, 3), 120, np.uint8)
    jumble = np.random.default_rng(3).integers(0, 256, (15, 15, 3), dtype=np.uint8)
    photo[:, 240:] = cv2.resize(jumble, (240, 240), interpolation=cv2.INTER_NEAREST)
    masks = [blob(480, 240, 110, 120, 40), blob(480, 240, 370, 120, 40)]
    project, studio = build(photo, masks)
    lens = replace(project.lens, x=Track(keys=(Key(0.0, 0.0), Key(project.frame.last, 0.25))))
    project = replace(project, lens=lens)
    rebuilt, reveal = studio.rebuilt(project), studio.reveal(project)
    places = weak_places(rebuilt, reveal, {}, studio.store)
    assert places
    for place in places:
        assert place.layer == "background"
        assert place.x + place.size / 2 > 240
        assert place.frames > 0
        assert place.doubt > 3
    painted = np.full((256, 256, 4), 255, np.uint8)
    tiles = tuple(Tile(column, 0, studio.store.put(painted)) for column in (0, 1))
    assert not weak_places(rebuilt, reveal, {"background": tiles}, studio.store)


@settings(max_examples=12, deadline=None)
@given(
    st.sampled_from(["push-in", "slide", "orbit", "pop-out", "counter-move"]),
    st.floats(0, 40),
    st.integers(0, 99),
    st.booleans(),
)
def test_places_that_are_never_asked_are_never_shown(move, amount, seed, curved):
    """The reveal that skips what can't be shown, and layers that never meet, beside the one that
    asks every place of every layer."""
    rng = np.random.default_rng(seed)
    masks = [
        blob(160, 90, *rng.uniform((0, 0), (160, 90)), rng.uniform(8, 30), rng.uniform(1, 8))
        for _ in range(5)
    ]
    project, studio = build(picture(160, 90), masks, Frame(160, 90, 12, 1.0))
    if curved:
        depth = cv2.GaussianBlur(rng.normal(30000, 60000, (90, 160)), (0, 0), 12)
        pixels = studio.store.put(np.clip(depth, 0, 65535).astype(np.uint16))
        project = staging.set_depth(project, Depth(pixels, 2.0, 80.0))
        for layer in (project.background, project.near_to_far[0]):
            project = reliefs.change_relief(project, layer.id, thickness=layer.distance * 0.4)
    project = apply_move(project, move, amount)
    few = find_reveal(project, studio.store)
    with pytest.MonkeyPatch.context() as patched:
        patched.setattr(
            "woodcock.render.occlusion._never_shown",
            lambda veils, opacity, looks, behind, shape: np.zeros(shape, np.bool_),
        )
        every = find_reveal(project, studio.store)
    with pytest.MonkeyPatch.context() as patched:
        patched.setattr("woodcock.render.occlusion._FEW", 1)  # look which layers meet
        met = find_reveal(project, studio.store)
    for other in (every, met):
        assert set(few.layers) == set(other.layers)
        for name, layer in few.layers.items():
            np.testing.assert_array_equal(layer.frames, other.layers[name].frames)
            np.testing.assert_array_equal(layer.first, other.layers[name].first)
        assert few.areas == other.areas


def test_of_many_layers_each_is_followed_through_its_neighbours_alone(monkeypatch):
    """Three hundred small things side by side: the work grows with them, not with its square."""
    asked = []
    follow = reveal_module.followed_places

    def counted(hidden, own, nearer, *rest):
        asked.append(len(nearer))
        return follow(hidden, own, nearer, *rest)

    monkeypatch.setattr(reveal_module, "followed_places", counted)
    for count in (75, 300):
        asked.clear()
        side = int(np.ceil(count**0.5))
        places = [((k % side + 0.5) * 320 / side, (k // side + 0.5) * 180 / side)
                  for k in range(count)]  # fmt: skip
        project, studio = build(picture(), [], Frame(320, 180, 12, 0.5))
        radius = 60 / side
        layers = [
            replace(project.background, id=f"l{k}", name=f"L{k}", distance=3 + k * 0.01,
                    content=Mask(studio.store.put(blob(320, 180, x, y, radius * 2))))
            for k, (x, y) in enumerate(places)
        ]  # fmt: skip
        project = replace(project, layers=(*project.layers, *layers))
        project = apply_move(project, "slide", 1.0)
        find_reveal(project, studio.store)
        several = [n for n in asked if n < count]  # but for the background, which meets all
        assert np.mean(several) < 60
        assert sum(several) < 60 * count
