"""Where carriers are, and what hangs on them: 4x4 matrices of the world, in metres."""

from __future__ import annotations

from typing import Protocol

import numpy as np
from numpy.typing import NDArray

from woodcock.model import CARRIER_PROPERTIES, Carrier, Layer, Matrix, Project
from woodcock.stage.camera import rotation
from woodcock.stage.curves import value_at
from woodcock.stage.parallax import parallax_of
from woodcock.stage.world import world_of


class Hung(Protocol):
    """A layer, a carrier or the lens."""

    @property
    def carrier(self) -> str | None: ...

    @property
    def hang(self) -> Matrix | None: ...


def moved_by(carrier: Carrier, time: float) -> NDArray[np.float64]:
    """(4, 4): what a carrier by itself does to what hangs on it at `time` seconds."""
    pose = {name: value_at(getattr(carrier, name), time) for name in CARRIER_PROPERTIES}
    place = np.array(carrier.place)
    out = np.eye(4)
    out[:3, :3] = pose["scale"] * rotation(pose["yaw"], pose["pitch"], pose["roll"])
    out[:3, 3] = place - out[:3, :3] @ place + (pose["x"], pose["y"], pose["z"])
    return out


def carried(project: Project, thing: Hung, time: float) -> NDArray[np.float64]:
    """(4, 4): from where a thing is by itself to where its carriers have it."""
    out = np.eye(4) if thing.hang is None else np.array(thing.hang).reshape(4, 4)
    if thing.carrier is None:
        return out
    carrier = project.carrier(thing.carrier)
    return carried(project, carrier, time) @ moved_by(carrier, time) @ out


def hung(
    project: Project, thing: Hung, carrier_id: str | None, time: float
) -> tuple[str | None, Matrix | None]:
    """Carrier and hang with which a thing, hung on another or on none, stays where it is."""
    now: NDArray = carried(project, thing, time)
    if carrier_id is not None:
        carrier = project.carrier(carrier_id)
        now = np.linalg.solve(carried(project, carrier, time) @ moved_by(carrier, time), now)
    same = np.allclose(now, np.eye(4), rtol=0, atol=1e-12)
    return carrier_id, None if same else tuple(float(v) for v in now.ravel())


def layer_world(
    project: Project,
    layer: Layer,
    time: float,
    rays: NDArray[np.float64],
    own: float | None = None,
) -> tuple[NDArray[np.float64], NDArray[np.float64]]:
    """(4, 3) each: `world_of` and `parallax_of` of a layer as its carriers have it.

    `own` is the time of the layer's own movement, where that is another.
    """
    carriers, own = carried(project, layer, time), time if own is None else own
    return carriers @ world_of(layer, own, rays), carriers @ parallax_of(layer, own, rays)


def place_of_carrier(project: Project, carrier: Carrier, time: float) -> NDArray[np.float64]:
    """(3,): where a carrier is, in metres."""
    moved = carried(project, carrier, time) @ moved_by(carrier, time)
    place = moved @ (*carrier.place, 1.0)
    return np.asarray(place[:3])
