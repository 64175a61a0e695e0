"""A correction does what it says, whatever the net says, which is asked while a hand draws."""

import cv2
import numpy as np
import pytest

from driver import Driver
from test_cutting import hand, things  # noqa: F401
from woodcock.model import Mask
from woodcock.pixels.store import PixelStore
from woodcock.separate import stamp_stroke
from woodcock.separate.cue import seen_by
from woodcock.session import acts, known_photos
from woodcock.session.cutting import CuttingRoom
from woodcock.session.stroke import Stroke


def random_net(seed):
    """A net that makes up its answer: large smooth spots, others for every box."""

    def seen_in(photo, study, box=None):
        rng = np.random.default_rng([seed, *(box or (0,))])
        maps = [cv2.resize(rng.uniform(-1, 2, (6, 8)).astype(np.float32), (80, 60)) for _ in "abcd"]
        return seen_by(study, np.clip(maps[0], 0, 1), [] if box else [np.stack(maps)], box)

    return seen_in


def loose(changed, stroke):
    """How much of what changed hangs on no stroke: pixels."""
    about = stamp_stroke(changed.shape, stroke.points, stroke.size + 8, 1.0) > 0
    _, pieces = cv2.connectedComponents(changed.astype(np.uint8))
    return int((changed & ~np.isin(pieces, np.unique(pieces[about & changed]))).sum())


@pytest.mark.parametrize("seed", range(4))
def test_a_correction_does_what_it_says(seed, monkeypatch):
    monkeypatch.setattr(known_photos, "seen_in", random_net(seed))
    rng, store = np.random.default_rng(seed), PixelStore()
    photo, leaf, _ = things(seed)
    project, room = acts.new_project(photo, "things", store), CuttingRoom(store)
    wanted = np.zeros(leaf.shape, bool)  # under strokes, and not passed over by a later one
    layer, old = None, np.zeros(leaf.shape, bool)
    for number in range(7):
        mode = "new" if layer is None else str(rng.choice(["add", "remove"]))
        start = rng.uniform((90, 130), (240, 190))
        line = np.clip(start + np.cumsum(rng.normal(0, 12, (5, 2)), 0), 5, 300)
        stroke = Stroke(tuple(map(tuple, line)), "grow", mode, rng.uniform(6, 24), layer=layer)
        made = room.cut(project, stroke)
        assert made is not None
        name = store.put(made.new if layer is None else made.mask)
        room.remember(project, stroke, name)
        if layer is None:
            project, layer = acts.add_layer(project, Mask(name))
        else:
            project = acts.set_mask(project, layer, name)
        new = store.get(name) > 127
        under = stamp_stroke(leaf.shape, stroke.points, stroke.size - 4, 1.0) > 127
        if mode == "remove":
            wanted &= stamp_stroke(leaf.shape, stroke.points, stroke.size + 4, 1.0) == 0
            assert not (new & ~old).any(), number
            assert (new[under]).mean() < 0.03
        else:
            wanted |= under
            assert not (old & ~new).any(), number
            assert (new[under]).mean() > 0.97
        assert (new[wanted]).mean() > 0.98, number
        assert loose(old != new, stroke) < 25, number
        old = new


def test_the_net_looks_where_a_hand_draws_and_drops_what_is_outdated(hand, monkeypatch):  # noqa: F811
    drive: Driver = hand[0]
    asked, real = [], CuttingRoom.look_ahead

    def look_ahead(room, project, stroke, wanted):
        asked.append(len(stroke.points))
        real(room, project, stroke, wanted)

    monkeypatch.setattr(CuttingRoom, "look_ahead", look_ahead)
    drive.state.tools.size = 14
    drive.press(drive.window.toolbox.buttons["grow"])
    drive.draw([(370 + k, 80 + k / 2) for k in range(30)])
    assert len(drive.state.project.layers) == 2
    assert asked and asked[0] < 30 and len(asked) < 30  # not one after the other for every move
    photos = drive.state.cutting.photos
    assert 2 <= len(photos._closer) <= 40
