"""Dawn mist on a tidal inlet: posts and reeds at 3 m, a dinghy at 10 m, a headland at 340 m."""

from __future__ import annotations

import mitsuba as mi
import numpy as np

from . import inlet_boat, inlet_far, inlet_near, sky
from .tracer import GLOSSY, LEAF, MATT, Camera, Scene, shape

_WATER = {
    "type": "plastic",
    "int_ior": 1.33,
    "diffuse_reflectance": {"type": "rgb", "value": [0.022, 0.030, 0.026]},
}
_FLAME = {
    "type": "area",
    "radiance": {"type": "rgb", "value": [26.0, 12.5, 4.2]},
    "sampling_weight": 0.04,  # it lights next to nothing: most samples go to the sky
}


def camera(size: tuple[int, int] = (2400, 1600)) -> Camera:
    """A 35 mm lens 1.25 m above the water, tilted down a little."""
    return Camera((0.0, 1.25, 0.0), -2.45, 0.0, 35.0, size, f_number=11, focus=5.5)


def _spots() -> list[tuple[np.ndarray, float]]:
    """Where the reeds grow (foot) and how tall (m): thick at the right, thin behind the posts."""
    r = np.random.default_rng(12)
    spots = []
    for _ in range(78):
        z = 1.75 + 2.6 * r.random() ** 0.9
        x = z * (0.545 - 0.30 * r.random() ** 1.5)
        tall = (0.75 + 1.25 * (x / z / 0.52) ** 1.2) * r.uniform(0.62, 1.12)
        spots.append((np.array([x, -0.12, z]), tall))
    for _ in range(60):
        z = 3.3 + 3.6 * r.random()
        x = -z * (0.56 - 0.27 * r.random() ** 1.7)
        spots.append(
            (np.array([x, -0.05, z]), r.uniform(0.45, 1.35) * (1.2 if x < -0.42 * z else 0.8))
        )
    for _ in range(26):
        z = 1.35 + 0.75 * r.random()
        x = z * (0.53 - 0.13 * r.random())
        spots.append((np.array([x, 0.0, z]), r.uniform(0.55, 1.25)))
    return spots


def scene() -> Scene:
    """The whole inlet, built anew: the same from the same seeds."""
    hard, leaves = inlet_near.reeds(_spots(), 3)
    boat, flame = inlet_boat.dinghy(np.array([0.62, 0.0, 10.2]), 27.0, -3.0)
    r = np.random.default_rng(6)
    lying = np.stack([r.uniform(-2.6, 2.9, 240), np.zeros(240), r.uniform(3.0, 6.5, 240)], -1)
    lying[:, 1] = inlet_far._height(lying[:, :1], lying[:, 2:])[:, 0] + 0.004
    lying = lying[lying[:, 1] > 0.02]
    lamp = mi.load_dict(
        {"type": "sphere", "center": list(map(float, flame)), "radius": 0.026, "emitter": _FLAME}
    )
    wet = shape(inlet_far.water(), _WATER, smooth=False)
    shore = [
        wet,
        shape(inlet_far.mud(), GLOSSY),
        shape(inlet_far.pebbles(7), GLOSSY),
        shape(inlet_near.litter(lying, 9), MATT),
        shape(inlet_far.land(), MATT),
        shape(inlet_far.trees(13), MATT, smooth=False),
        shape(inlet_far.lighthouse(), MATT, smooth=False),
        shape(inlet_far.stakes(14), MATT),
    ]
    near = [
        shape(inlet_near.posts_and_rope(), GLOSSY),
        shape(hard, MATT),
        shape(leaves, LEAF),
    ]
    image = mi.Bitmap(sky.dawn())
    light = mi.load_dict({"type": "envmap", "bitmap": image})
    return Scene(
        [near, [shape(boat, GLOSSY), lamp], shore, [light]],
        [light],
        mist=sky.mist(),
        water=wet,
        ripples=sky.ripples(),
    )
