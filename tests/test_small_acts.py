"""Acts of a few lines each: what they change, and that they change nothing else."""

import numpy as np
import pytest
from msgspec.structs import replace

from conftest import blob, build, picture
from woodcock.errors import InvalidValue, WoodcockError
from woodcock.model import (
    EASE_IN,
    Beat,
    Card,
    Easing,
    EdgeSettings,
    Frame,
    Growth,
    Key,
    Title,
    tracks_of,
)
from woodcock.session import acts, arranging, carrying, extent, motion, ordering, pegs, poses
from woodcock.session.pegs import Peg
from woodcock.stage import place_of_carrier, scene_at

W, H = 320, 180


@pytest.fixture
def three():
    """Two cuts and a title before the background, a second long."""
    masks = [blob(W, H, 110, 100, 40), blob(W, H, 220, 90, 30)]
    project, studio = build(picture(W, H), masks, Frame(W, H, 24, 1.0))
    project, _ = acts.add_layer(project, Title("Words", 160.0, 60.0, size=30.0), "Title")
    return project, studio


def changed(before, after):
    """The layers of `after` that are not as in `before`, and the names of their other fields."""
    old = {x.id: x for x in before.layers}
    out = {}
    for layer in after.layers:
        was = old.get(layer.id)
        if was is None or was != layer:
            names = layer.__struct_fields__
            out[layer.id] = {
                n for n in names if was is None or getattr(was, n) != getattr(layer, n)
            }
    return out


def test_a_duplicate_stands_just_before_what_it_is_of(three):
    project, _ = three
    near = next(x for x in project.near_to_far if x.mask)
    copy_of, name = acts.duplicate_layer(project, near.id)
    copy = copy_of.layer(name)
    assert copy.distance == pytest.approx(near.distance * 0.99) and copy.mask == near.mask
    assert copy.name == f"{near.name} copy" and copy.colour not in {
        x.colour for x in project.layers
    }
    assert set(changed(project, copy_of)) == {name}
    with pytest.raises(WoodcockError, match="can't be duplicated"):
        acts.duplicate_layer(project, "background")
    with pytest.raises(WoodcockError, match="can't be deleted"):
        acts.delete_layer(project, "background")
    assert acts.delete_layer(copy_of, name) == project


def test_edges_and_opacity_are_set_on_what_has_them(three):
    project, _ = three
    near = next(x for x in project.near_to_far if x.mask).id
    soft = acts.set_edge(project, near, EdgeSettings(soften=4.0))
    assert changed(project, soft) == {near: {"content"}}
    assert soft.layer(near).mask.pixels == project.layer(near).mask.pixels
    with pytest.raises(WoodcockError, match="no edge of its own"):
        acts.set_edge(project, "background", EdgeSettings())
    with pytest.raises(InvalidValue, match="soften lies between 0 and 100"):
        EdgeSettings(soften=400.0)
    faded = acts.set_opacity(project, near, 0.5, 0.4)
    assert changed(project, faded) == {near: {"pose"}}
    placed = {p.id: p for p in scene_at(faded, 0.5)}
    assert placed[near].opacity == pytest.approx(0.4)
    assert all(p.opacity == 1 for name, p in placed.items() if name != near)


def test_names_are_tidied_and_an_empty_one_changes_nothing(three):
    project, _ = three
    near = project.near_to_far[0].id
    assert acts.rename(project, near, "  A \n long   name ").layer(near).name == "A long name"
    assert acts.rename(project, near, " \t ") is project
    assert len(acts.rename(project, near, "x" * 200).layer(near).name) == 60
    with_carrier, handle = carrying.add_carrier(project, [near])
    assert acts.rename(with_carrier, handle, "Grip").carrier(handle).name == "Grip"


def test_one_layer_is_shown_alone_and_then_all_again(three):
    project, _ = three
    near = project.near_to_far[0].id
    alone = acts.show_alone(project, near)
    assert [p.id for p in scene_at(alone, 0.0)] == [near]
    assert acts.show_alone(alone, near) == project
    hidden = acts.show_layer(project, near, False)
    assert near not in [p.id for p in scene_at(hidden, 0.0)]


def test_colours_are_those_that_the_fewest_have(three):
    project, _ = three
    free = acts.free_colours(project)
    taken = [x.colour for x in project.layers]
    assert not set(free) & set(taken)
    for number in range(acts.COLOURS - len(taken)):
        project, name = acts.add_layer(project, Card(), f"Card {number}")
        assert project.layer(name).colour == free[0]
        free = free[1:] or free
    assert sorted(acts.free_colours(project)) == list(range(acts.COLOURS))


def test_whether_anything_moves(three):
    project, _ = three
    near = project.near_to_far[0].id
    assert not acts.is_moved(project)
    for act in (
        lambda p: acts.set_pose_key(p, near, "x", 0.0, 0.1),
        lambda p: acts.set_lens_key(p, "z", 0.0, 0.1),
        lambda p: motion.set_beat(p, near, Beat()),
        lambda p: motion.set_sway(p, "lens", 0.01, 0.1),
    ):
        assert acts.is_moved(act(project))
    assert not acts.is_moved(acts.still(acts.set_start_and_end(project, {"z": (0.0, 1.0)})))


def test_a_carrier_is_moved_keyed_and_told_where_it_is(three):
    project, _ = three
    near = project.near_to_far[0].id
    project, handle = carrying.add_carrier(project, [near], name="Grip")
    start = place_of_carrier(project, project.carrier(handle), 0.0)
    by = carrying.move_carrier(project, handle, 0.0, 0.5, -0.25, 1.0)
    place = place_of_carrier(by, by.carrier(handle), 0.0)
    np.testing.assert_allclose(place - start, (0.5, -0.25, 1.0))
    assert by.carrier(handle).x.keys == ()  # throughout
    keyed = carrying.set_carrier_key(by, handle, "x", 0.5, 2.0)
    assert carrying.keyed_at(keyed.carrier(handle), 0.5)
    assert not carrying.keyed_at(keyed.carrier(handle), 0.25)
    again = carrying.move_carrier(keyed, handle, 0.5, 0.5, 0.0, 0.0)
    # At its key alone; the start keeps what it was.
    assert [k.value for k in again.carrier(handle).x.keys] == [0.5, 2.5]
    plain = carrying.delete_carrier_keys(again, handle, 0.5)
    assert [(k.time, k.value) for k in plain.carrier(handle).x.keys] == [(0.0, 0.5)]
    assert carrying.set_carrier_key(by, handle, "scale", 0.0, -3.0).carrier(handle).scale.keys[
        0
    ].value == 0.01  # fmt: skip
    with pytest.raises(KeyError):
        carrying.set_carrier_key(by, handle, "wobble", 0.0, 1.0)
    assert carrying.thing_of(by, handle) == by.carrier(handle)
    assert carrying.thing_of(by, "lens") == by.lens and carrying.thing_of(by, near).id == near
    rocking = carrying.rock(project, handle, 8.0, 0.5).carrier(handle).roll
    assert rocking.keys[0].value == 0 and {abs(k.value) for k in rocking.keys[1:]} == {8.0}


def test_a_layer_is_put_between_others_halfway_in_parallax(three):
    project, _ = three
    order = [x.id for x in project.near_to_far]
    moved = arranging.put_between(project, order[0], 1)
    assert [x.id for x in moved.near_to_far] == [order[1], order[0], *order[2:]]
    a, b, c = (x.distance for x in moved.near_to_far[:3])
    assert 1 / b == pytest.approx((1 / a + 1 / c) / 2)
    first = arranging.put_between(moved, order[2], 0)
    assert first.near_to_far[0].id == order[2]
    assert first.near_to_far[0].distance < first.near_to_far[1].distance
    same = project
    for name in order[:2]:
        same = acts.set_distance(same, name, 5.0)
    swapped = arranging.put_between(same, same.near_to_far[0].id, 1)
    assert [x.distance for x in swapped.near_to_far[:2]] == [5.0, 5.0]
    assert [x.id for x in swapped.near_to_far[:2]] == [x.id for x in same.near_to_far[1::-1]]


def test_what_stands_lower_in_the_photo_is_nearer_and_what_lies_over_another_too(three):
    """On level ground what is nearer stands lower: a fact of perspective."""
    project, studio = build(picture(W, H), [blob(W, H, 160, 90, 30)])
    there = next(x for x in project.layers if x.mask)
    behind = project.background.id

    def before(mask):
        return ordering.stands_before(project, mask, studio.store)

    assert before(blob(W, H, 60, 140, 20)) == there.id
    assert before(blob(W, H, 60, 40, 20)) == behind
    assert before(blob(W, H, 165, 95, 12)) == there.id  # small, within it
    assert before(blob(W, H, 160, 90, 80)) == behind  # all round it, as the ground is
    hidden = project.with_layer(replace(there, visible=False))
    assert ordering.stands_before(hidden, blob(W, H, 60, 140, 20), studio.store) == behind


def keyed(three):
    project, _ = three
    near = project.near_to_far[0].id
    for time, value in ((0.0, 0.0), (0.25, 1.0), (0.5, 3.0)):
        project = acts.set_pose_key(project, near, "x", time, value)
    return project, near


def test_keys_are_given_one_value_or_easing_and_those_that_are_gone_are_forgotten(three):
    project, near = keyed(three)
    all_three = pegs.joined(project, pegs.pegs_of(project, near))
    two = frozenset(p for p in all_three if p.time < 0.4)
    level = pegs.valued(project, two, 0.7)
    assert [k.value for k in level.layer(near).pose.x.keys] == [0.7, 0.7, 3.0]
    eased = pegs.eased(project, two, EASE_IN)
    assert [k.easing == EASE_IN for k in eased.layer(near).pose.x.keys] == [True, True, False]
    fewer = pegs.deleted(project, two)
    assert pegs.present(fewer, all_three) == all_three - two
    assert pegs.present(fewer, frozenset()) == frozenset()
    assert pegs.key_at(project, Peg(near, "x", 0.25)).value == 1.0
    with pytest.raises(KeyError):
        pegs.key_at(project, Peg(near, "x", 0.3))
    smooth = pegs.smoothed(project, two, True)
    assert smooth.layer(near).pose.x.smooth and not project.layer(near).pose.x.smooth
    locked = arranging.lock(project, near, True)
    with pytest.raises(WoodcockError, match="locked"):
        pegs.valued(locked, two, 0.0)
    assert pegs.unlocked(project, near) is project


def test_keys_keep_their_order_and_frames_of_their_own_wherever_they_are_moved(three):
    project, near = keyed(three)
    chosen = frozenset(pegs.pegs_of(project, near))
    together, now = pegs.retimed(project, chosen, lambda time: 0.5)
    times = [k.time for k in together.layer(near).pose.x.keys]
    assert times == pytest.approx([12 / 24, 13 / 24, 14 / 24])  # a frame each, in order
    assert {p.time for p in now} == set(times)
    late, _ = pegs.retimed(project, chosen, lambda time: time + 9)
    assert [k.time for k in late.layer(near).pose.x.keys] == pytest.approx(
        [21 / 24, 22 / 24, 23 / 24]
    )
    values = [k.value for k in late.layer(near).pose.x.keys]
    assert values == [0.0, 1.0, 3.0]
    onto, _ = pegs.moved(project, frozenset({Peg(near, "x", 0.25)}), 0.25)
    assert [k.value for k in onto.layer(near).pose.x.keys] == [0.0, 1.0]  # what was there gives way
    assert pegs.moved(project, frozenset(), 0.3) == (project, frozenset())


def test_what_follows_the_last_key_is_set_for_what_has_keys(three):
    project, near = keyed(three)
    looped = motion.set_afterwards(project, near, "loop")
    assert looped.layer(near).pose.x.afterwards == "loop"
    assert looped.layer(near).pose.y.afterwards == "hold"  # it has no keys
    swaying = motion.set_sway(project, near, 0.02, 0.5)
    assert motion.sway_of(swaying, near).metres == 0.02
    assert motion.sway_of(motion.set_sway(swaying, near, 0.0, 0.0), near) is None
    with pytest.raises(InvalidValue, match="can drift"):
        title = next(x for x in project.layers if x.title).id
        motion.set_drift(project, title, motion.Drift())


def test_an_easing_turned_round_is_the_same_way_backwards():
    """CSS Easing Level 1: the curve (x1, y1, x2, y2) seen from its other end."""
    turned = poses.turned_easing(Easing(0.2, 0.1, 0.7, 0.6))
    assert (turned.x1, turned.y1) == pytest.approx((0.3, 0.4))
    assert (turned.x2, turned.y2) == pytest.approx((0.8, 0.9))
    back = poses.turned_easing(turned)
    assert (back.x1, back.y1, back.x2, back.y2) == pytest.approx((0.2, 0.1, 0.7, 0.6))


def test_growing_adds_on_each_side_and_never_takes_away(three):
    project, _ = three
    once = extent.grow_layer(project, "background", Growth(10, 0, 5, 0))
    twice = extent.grow_layers(once, {"background": Growth(4, 8, 20, 0)})
    grown = twice.background.growth
    assert (grown.left, grown.top, grown.right, grown.bottom) == (10, 8, 20, 0)
    exact = extent.set_growths(twice, {"background": Growth(1, 2, 3, 4)})
    assert exact.background.growth == Growth(1, 2, 3, 4)
    title = next(x for x in project.layers if x.title).id
    assert set(tracks_of(project, title)) > {"x", "shown"}
    assert Key(0.5, 1.0) == Key(0.5, 1.0) != Key(0.5, 2.0)
