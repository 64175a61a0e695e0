"""Any sequence of acts leaves a sound project, and every act undoes."""

import msgspec
import numpy as np
from hypothesis import given, settings
from hypothesis import strategies as st
from hypothesis.stateful import RuleBasedStateMachine, invariant, precondition, rule
from msgspec.structs import replace

from conftest import blob, picture
from woodcock.errors import WoodcockError
from woodcock.model import EASINGS, Frame, Growth, Mask, Placement, Project
from woodcock.pixels.store import PixelStore
from woodcock.render import atlas_key
from woodcock.separate import combine
from woodcock.session import Document, acts, extent, filling
from woodcock.stage import READY_MOVES, apply_move, scene_at

WIDTH, HEIGHT = 96, 64
times = st.floats(0, 3)
which = st.integers(0, 11)


class Acting(RuleBasedStateMachine):
    """A person who does anything at all, in any order."""

    def __init__(self):
        super().__init__()
        self.store = PixelStore()
        photo = picture(WIDTH, HEIGHT)
        frame = Frame(64, 36, 12, 1.0)
        self.document = Document(acts.new_project(photo, "p", self.store, frame), self.store)

    def act(self, change):
        before = self.document.project
        try:
            after = change(before)
        except WoodcockError as refused:
            assert str(refused).endswith(".")
            return
        self.document.act("act", after)
        if after != before:
            self.document.undo()
            assert self.document.project == before
            self.document.redo()
        assert self.document.project == after

    def layer(self, number):
        layers = self.document.project.near_to_far
        return layers[number % len(layers)]

    @rule(x=st.floats(0, WIDTH), y=st.floats(0, HEIGHT), r=st.floats(1, 60))
    def cut(self, x, y, r):
        mask = Mask(self.store.put(blob(WIDTH, HEIGHT, x, y, r)))
        self.act(lambda p: acts.add_layer(p, mask)[0])

    @rule(n=which, x=st.floats(0, WIDTH), mode=st.sampled_from(["add", "remove", "replace"]))
    def paint(self, n, x, mode):
        area = blob(WIDTH, HEIGHT, x, 30, 12)

        def change(project):
            layer = self.layer(n)
            if layer.mask is None:
                return project
            mask = combine(self.store.get(layer.mask.pixels), area, mode)
            return acts.set_mask(project, layer.id, self.store.put(mask))

        self.act(change)

    @rule(n=which, metres=st.floats(0.01, 20_000))
    def move_away(self, n, metres):
        self.act(lambda p: acts.set_distance(p, self.layer(n).id, metres))

    @rule(n=which, hold=st.booleans())
    def hold(self, n, hold):
        self.act(lambda p: acts.hold_framing(p, self.layer(n).id, hold))

    @rule(n=which)
    def delete(self, n):
        self.act(lambda p: acts.delete_layer(p, self.layer(n).id))

    @rule(n=which, visible=st.booleans(), alone=st.booleans())
    def show(self, n, visible, alone):
        name = self.layer(n).id
        self.act(lambda p: acts.show_alone(p, name) if alone else acts.show_layer(p, name, visible))

    @rule(n=which, name=st.text(max_size=80), pixels=st.floats(-5, 500))
    def name_and_grow(self, n, name, pixels):
        self.act(lambda p: acts.rename(p, self.layer(n).id, name))
        self.act(lambda p: filling.set_hole_growth(p, self.layer(n).id, pixels))
        self.act(lambda p: extent.grow_layer(p, self.layer(n).id, Growth(left=abs(pixels))))

    @rule(move=st.sampled_from(sorted(READY_MOVES)), amount=st.floats(0, 100))
    def ready_move(self, move, amount):
        self.act(lambda p: apply_move(p, move, amount))

    @rule(n=which, t=times, value=st.floats(-3, 3), easing=st.sampled_from(list(EASINGS.values())))
    def keys(self, n, t, value, easing):
        names = self.layer(n).pose.__struct_fields__
        name = names[n % len(names)]
        self.act(lambda p: acts.set_pose_key(p, self.layer(n).id, name, t, value))
        self.act(lambda p: acts.set_lens_key(p, "z", t, value))
        self.act(lambda p: acts.set_easing(p, easing))
        if n % 3 == 0:
            self.act(lambda p: acts.delete_pose_key(p, self.layer(n).id, name, t))

    @rule(width=st.integers(16, 400), height=st.integers(16, 400), seconds=st.floats(0.2, 30),
          rate=st.sampled_from([12, 24, 25, 30, 50, 60]))  # fmt: skip
    def reframe(self, width, height, seconds, rate):
        self.act(lambda p: acts.set_frame(p, Frame(width, height, rate, seconds)))

    @rule(zoom=st.floats(0.001, 100), x=st.floats(-2, 3), y=st.floats(-2, 3))
    def place(self, zoom, x, y):
        self.act(lambda p: acts.place_photo(p, Placement(zoom, x, y)))

    @precondition(lambda self: self.document.undo_name)
    @rule()
    def undo(self):
        self.document.undo()

    @invariant()
    def sound(self):
        project = self.document.project
        assert 1 <= len(project.layers) <= acts.MOST_LAYERS
        assert project.near_to_far[-1].is_background
        assert all(layer.name.strip() for layer in project.layers)
        assert len({layer.colour for layer in project.layers}) == len(project.layers)
        text = msgspec.json.encode(project)
        assert msgspec.json.decode(text, type=Project) == project
        for placed in scene_at(project, project.frame.last / 2):
            assert np.isfinite(placed.mapping.homography).all()
            assert 0 <= placed.opacity <= 1
        atlas_key(project)


TestActing = Acting.TestCase
TestActing.settings = settings(max_examples=25, stateful_step_count=25, deadline=None)


def test_plates_are_made_anew_only_when_they_must(scene):
    project, _ = scene
    key = atlas_key(project)
    near, middle, far = project.near_to_far
    same = (
        acts.set_distance(project, near.id, 4.0),
        acts.rename(project, near.id, "Other"),
        acts.show_layer(project, middle.id, False),
        apply_move(project, "slide", 9),
        acts.set_focal_length(project, 80),
        acts.hold_framing(project, far.id, False),
        acts.set_frame(project, replace(project.frame, seconds=9.0)),
    )
    assert all(atlas_key(other) == key for other in same)
    different = (
        acts.set_distance(project, near.id, 30.0),  # behind the middle one now
        filling.set_hole_growth(project, near.id, 5),
        acts.delete_layer(project, middle.id),
        extent.grow_layer(project, far.id, Growth(right=3)),
    )
    assert all(atlas_key(other) != key for other in different)
    assert atlas_key(project).level == 0
    small = acts.set_frame(project, replace(project.frame, width=64, height=36))
    assert atlas_key(small).level == 3  # 320 px for 64: half as many again are kept, 2^(-3/2) x 320


@given(st.floats(0.1, 50), st.floats(0.1, 50))
def test_where_chosen_distances_are_kept_when_a_layer_is_added(near, far):
    store = PixelStore()
    project = acts.new_project(picture(32, 24), "p", store, Frame(32, 24, 12, 1.0))
    mask = Mask(store.put(np.zeros((24, 32), np.uint8)))
    project, first = acts.add_layer(project, mask)
    assert [x.distance for x in project.near_to_far] == [3.0, 60.0]
    chosen = acts.set_distance(project, first, min(near, far))
    added, _ = acts.add_layer(chosen, mask)
    if abs(chosen.layer(first).distance - 3) > 1e-3:
        assert added.layer(first).distance == chosen.layer(first).distance
    assert added.near_to_far[0].id != first  # the new one is in front
