"""Random acts on the session, one after the other, with what must hold after each of them."""

import tempfile
from pathlib import Path

import numpy as np
from hypothesis import HealthCheck, settings
from hypothesis import strategies as st
from hypothesis.stateful import RuleBasedStateMachine, invariant, precondition, rule
from msgspec.structs import replace

from conftest import blob, build, picture
from woodcock.errors import InvalidValue, WoodcockError
from woodcock.media.contents import files_of, pixels_of
from woodcock.media.project_file import open_project, save_project
from woodcock.model import Key, Mask, Placement, Title
from woodcock.pixels.store import PixelStore
from woodcock.session import Document, acts
from woodcock.stage import apply_move

W, H, STEPS = 48, 32, 50
places = st.integers(0, 60)


class Session(RuleBasedStateMachine):
    """A document and what a person does to it; beside it a plain list of what it was."""

    count = 0  # acts of all runs

    def __init__(self):
        super().__init__()
        project, studio = build(picture(W, H), [blob(W, H, 20, 16, 9)])
        self.document = Document(project, studio.store, undo_bytes=10**9)
        self.past, self.future = [project], []
        self.folder = tempfile.TemporaryDirectory()
        self.path, self.saved, self.stamp = Path(self.folder.name) / "a.woodcock", None, None

    def teardown(self):
        self.folder.cleanup()

    def act(self, name, change):
        """Do it as the window does: what is refused leaves no trace."""
        type(self).count += 1
        before = self.document.project
        try:
            after = change(before)
        except (WoodcockError, InvalidValue) as error:
            assert str(error)
            return
        self.document.act(name, after)
        if after != before:
            self.past.append(after)
            self.future = []

    def layer(self, at):
        layers = self.document.project.near_to_far
        return layers[at % len(layers)]

    @rule(x=places, y=places, radius=st.integers(1, 30))
    def cut(self, x, y, radius):
        mask = self.document.store.put(blob(W, H, x, y, radius))
        self.act("Cut", lambda p: acts.add_layer(p, Mask(mask))[0])

    @rule(at=places, row=st.integers(0, H - 1), value=st.integers(0, 255))
    def stroke(self, at, row, value):
        layer, store = self.layer(at), self.document.store
        if layer.mask is None:
            return
        mask = store.get(layer.mask.pixels).copy()
        mask[row] = value
        content = replace(layer.content, pixels=store.put(mask))
        self.act("Stroke", lambda p: p.with_layer(replace(layer, content=content)))

    @rule(at=places, metres=st.floats(-5, 2e5) | st.just(float("nan")))
    def distance(self, at, metres):
        layer = self.layer(at)
        self.act("Distance", lambda p: p.with_layer(replace(layer, distance=metres)))

    @rule(at=places, seed=st.integers(0, 3))
    def add_picture(self, at, seed):
        pixels = self.document.store.put(picture(20 + at, 15, seed))
        self.act("Picture", lambda p: acts.add_picture(p, pixels, (20 + at, 15), "x")[0])

    @rule(text=st.text(max_size=8))
    def title(self, text):
        self.act("Title", lambda p: acts.add_layer(p, Title(text))[0])

    @rule(at=places)
    def delete(self, at):
        layer = self.layer(at)
        self.act("Delete", lambda p: acts.delete_layer(p, layer.id))

    @rule(at=places, time=st.floats(0, 3), value=st.floats(-1e3, 1e3))
    def key(self, at, time, value):
        layer = self.layer(at)
        pose = replace(layer.pose, x=layer.pose.x.with_key(Key(time, value)))
        self.act("Key", lambda p: p.with_layer(replace(layer, pose=pose)))

    @rule(zoom=st.floats(-1, 1e4), x=st.floats(0, 1))
    def place(self, zoom, x):
        self.act("Place", lambda p: replace(p, placement=Placement(zoom, x)))

    @rule(move=st.sampled_from(["push-in", "slide", "orbit"]), amount=st.floats(0, 20))
    def move(self, move, amount):
        self.act("Move", lambda p: apply_move(p, move, amount))

    @rule()
    def undo(self):
        type(self).count += 1
        self.document.undo()
        if len(self.past) > 1:
            self.future.append(self.past.pop())

    @rule()
    def redo(self):
        type(self).count += 1
        self.document.redo()
        if self.future:
            self.past.append(self.future.pop())

    @rule()
    def save(self):
        type(self).count += 1
        project = self.document.project
        self.stamp = save_project(self.path, project, self.document.store, since=self.stamp)
        self.document.mark_saved(project, self.path, self.stamp)
        self.saved = project

    @precondition(lambda self: self.saved is not None)
    @rule(anew=st.booleans())
    def load(self, anew):
        type(self).count += 1
        store = PixelStore() if anew else self.document.store
        got = open_project(self.path, store)
        assert got.project == self.saved and not got.note
        if anew:
            return
        self.document.open(got.project, self.path, stamp=got.stamp)
        self.stamp, self.past, self.future = got.stamp, [got.project], []

    @invariant()
    def it_is_what_it_was_made(self):
        document = self.document
        assert document.project == self.past[-1]
        assert (document.undo_name is None) == (len(self.past) == 1)
        assert (document.redo_name is None) == (not self.future)
        assert document.unsaved == (document.project != document._saved)

    @invariant()
    def its_pixels_are_there_and_no_others_for_long(self):
        project, store = self.document.project, self.document.store
        for step in (self.past[0], project, *self.future[:1]):
            assert all(name in store for name in (*pixels_of(step), *files_of(step)))

    @invariant()
    def depth_is_the_order(self):
        project = self.document.project
        distances = [x.distance for x in project.near_to_far if not x.glass]
        assert distances == sorted(distances)
        assert sum(layer.is_background for layer in project.layers) == 1
        mask = next((x.mask for x in project.layers if x.mask), None)
        assert mask is None or self.document.store.get(mask.pixels).dtype == np.uint8


TestSession = Session.TestCase
TestSession.settings = settings(
    max_examples=25, stateful_step_count=STEPS, deadline=None,
    suppress_health_check=list(HealthCheck),
)  # fmt: skip
