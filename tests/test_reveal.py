"""The reveal against brute force, and what follows from it."""

import cv2
import numpy as np
import pytest
from msgspec.structs import replace

from conftest import blob, build, picture, small_demo
from woodcock.errors import Cancelled
from woodcock.model import Frame, Key, Tile, Track
from woodcock.pixels.store import PixelStore
from woodcock.render import Area, find_reveal, sheet_key
from woodcock.render.weak import weak_places
from woodcock.separate.redraw import alpha_of
from woodcock.session import acts
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
        standing = {s.layer.id: s for s in scene_at(project, project.frame.time(t), size)}
        seen = standing[layer].to_frame @ to_photo @ at
        inside = (seen[2] > 0) & (seen[:2] >= 0).all(0)
        inside &= (seen[0] <= size[0] * seen[2]) & (seen[1] <= size[1] * seen[2])
        light = np.ones(len(x))
        for other in nearer:
            alpha = cv2.resize(alpha_of(project.layer(other).mask, store), grid,
                               interpolation=cv2.INTER_AREA) / 255.0  # fmt: skip
            back = np.linalg.inv(standing[other].to_frame @ to_photo) @ seen
            u, v = back[:2] / back[2]
            there = (u >= 0) & (v >= 0) & (u < grid[0]) & (v < grid[1])
            rows, columns = v[there].astype(int), u[there].astype(int)
            light[there] *= 1 - standing[other].opacity * alpha[rows, columns]
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
    studio.sheet(project)
    assert studio.ready(project)
    area = studio.reveal(project).areas[project.background.id]
    again = Studio(studio.store)
    np.testing.assert_array_equal(again.frame(project, 1.0), studio.frame(project, 1.0))
    everything = replace(project, rebuild_all=True)
    assert not studio.ready(everything)
    assert sheet_key(everything) != sheet_key(project, area)
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
