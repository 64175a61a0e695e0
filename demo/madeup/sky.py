"""The air of the inlet: a sky at dawn, mist on the water, ripples."""

from __future__ import annotations

from typing import Any

import drjit as dr
import mitsuba as mi
import numpy as np

from . import noise

Array = noise.Array
SUN = (64.0, 9.0)  # degrees: to the right of the view, above the horizon
WARM = np.array([1.0, 0.60, 0.32])


def toward(azimuth: float, height: float) -> Array:
    """The direction at degrees to the right of +z and above the horizon."""
    a, h = np.radians(azimuth), np.radians(height)
    return np.array([np.sin(a) * np.cos(h), np.sin(h), np.cos(a) * np.cos(h)])


def dawn(
    width: int = 4096, seed: int = 3, sun: tuple[float, float] = SUN, warmth: float = 1.0
) -> Array:
    """The sky's radiance all round, (width/2, width, 3) linear, sun included.

    `sun` is its place in degrees (see `toward`); `warmth` 1 is its colour at dawn, 0 is white.
    """
    glow = 1 - (1 - WARM) * warmth
    height = width // 2
    above = height // 2 + 8  # rows; below the horizon the sky is never seen
    v, u = np.meshgrid(
        (np.arange(above) + 0.5) / height, (np.arange(width) + 0.5) / width, indexing="ij"
    )
    theta, phi = v * np.pi, u * 2 * np.pi
    d = np.stack([np.sin(phi) * np.sin(theta), np.cos(theta), -np.cos(phi) * np.sin(theta)], -1)
    up = np.clip(d[..., 1], 0, 1)
    cos = np.clip(d @ toward(*sun), -1, 1)
    zenith, middle, low = (
        np.array([0.13, 0.24, 0.46]),
        np.array([0.36, 0.47, 0.62]),
        np.array([0.72, 0.70, 0.70]),
    )
    t = up[..., None]
    sky = (
        low * np.exp(-t * 9)
        + middle * (np.exp(-t * 2.2) - np.exp(-t * 9))
        + zenith * (1 - np.exp(-t * 2.2))
    )
    near = np.exp(-(1 - cos) * 5.0)[..., None]
    sky = sky * 0.72 + glow * (
        1.05 * near * np.exp(-t * 4.5) + 0.9 * np.exp(-(1 - cos[..., None]) * 60)
    )
    flat = np.maximum(d[..., 1:2], 0.02)
    plane = np.concatenate([d[..., :1] / (flat + 0.06), d[..., 2:] / (flat + 0.06)], -1).reshape(
        -1, 2
    )
    band = noise.clouded(plane * [0.55, 0.9], seed, 3) + 0.2
    fluff = noise.clouded(plane * [1.6, 2.6], seed + 20, 6, 0.58)
    wisps = noise.clouded(plane @ np.array([[0.5, 2.2], [-0.25, 1.6]]), seed + 40, 5, 0.55)
    cover = np.clip(0.75 * band + 0.75 * fluff + 0.25 * wisps - 0.05, 0, 1.3).reshape(
        above, width, 1
    )
    cover = (1 - np.exp(-1.7 * cover)) * np.clip(t * 14, 0, 1) ** 1.2
    shade = np.exp(-1.2 * cover)
    lit = (
        np.array([0.74, 0.70, 0.72]) * (0.55 + 0.45 * shade)
        + glow * (0.25 + 1.3 * near) * shade * 0.55
    )
    sky = sky * (1 - 0.85 * cover) + lit * 0.85 * cover
    disc = np.exp(-(np.maximum(np.arccos(cos), 0)[..., None] ** 2) / (2 * np.radians(1.1) ** 2))
    under = np.broadcast_to(low * 0.25, (height - above, width, 3))
    return np.float32(np.concatenate([sky + 2100.0 * glow * disc, under]))


def mist(density: float = 0.0095, depth: float = 3.4, haze: float = 0.0013, seed: int = 5) -> Any:
    """Mist that lies on the water: extinction `density` (1/m) at its foot, e-fold `depth` metres.

    Returns a function for `tracer.Scene.mist`: (place, direction, metres, random number, steps)
    to (transmission, light of the mist itself), marched in so many steps.
    """
    field = np.clip(0.75 + 0.5 * noise.tile(512, 1.35, seed, 0.6), 0.05, 2.6)
    patches = mi.Texture2f(mi.TensorXf(np.float32(field)[..., None]), wrap_mode=dr.WrapMode.Repeat)
    sun = mi.Vector3f(*map(float, toward(*SUN)))

    def through(place: Any, direction: Any, reach: Any, jitter: Any, steps: int) -> Any:
        tau = mi.Float(0)
        for step in range(steps):
            # Steps grow with distance: u² spaces them as the eye does.
            near, far = (step / steps) ** 2, ((step + 1) / steps) ** 2
            # The golden ratio spreads the places over the steps: less noise than one shared place.
            spread = jitter + 0.618034 * step
            spread -= dr.floor(spread)
            at = place + direction * (reach * (near + (far - near) * spread))
            wide = patches.eval(mi.Point2f(at.x * 0.0045, at.z * 0.0021))[0]
            fine = patches.eval(mi.Point2f(at.x * 0.043 + 0.3, at.z * 0.019 + 0.1 * at.y))[0]
            low = density * dr.exp(-dr.maximum(at.y, 0) / (depth * (0.6 + 0.5 * wide))) * wide
            tau += (low * (0.45 + 0.55 * fine) + haze * dr.exp(-dr.maximum(at.y, 0) / 60)) * (
                reach * (far - near)
            )
        clear = dr.exp(-tau)
        cos = dr.dot(direction, sun)
        glow = 0.66 * dr.exp((cos - 1) * 2.6) + 0.9 * dr.exp((cos - 1) * 25)
        air = mi.Color3f(0.36, 0.40, 0.47) + mi.Color3f(1.0, 0.62, 0.36) * glow
        return clear, air * (1 - clear)

    return through


def ripples(seed: int = 8, waves: int = 30) -> Any:
    """The normal of rippled water at a place: many small waves, weaker where the air is still."""
    random = np.random.default_rng(seed)
    field = np.clip(0.55 + 0.5 * noise.tile(256, 1.5, seed, 1.0), 0.06, 2.0)
    calm = mi.Texture2f(mi.TensorXf(np.float32(field)[..., None]), wrap_mode=dr.WrapMode.Repeat)
    lengths = np.exp(np.linspace(np.log(0.045), np.log(2.6), waves))
    angles = random.normal(0.5, 0.75, waves) + np.pi * (random.random(waves) < 0.25)
    phases = random.uniform(0, 2 * np.pi, waves)
    slopes = 0.0088 * (lengths / 0.4) ** -0.12 * random.uniform(0.5, 1.5, waves)

    def normal(place: Any) -> Any:
        sx, sz = mi.Float(0), mi.Float(0)
        gust = calm.eval(mi.Point2f(place.x * 0.021, place.z * 0.007))[0]
        gust *= 0.4 + 0.6 * calm.eval(mi.Point2f(place.x * 0.21 + 0.4, place.z * 0.11))[0]
        for length, angle, phase, slope in zip(lengths, angles, phases, slopes, strict=True):
            k = 2 * np.pi / length
            cx, cz = float(np.cos(angle)), float(np.sin(angle))
            # Neighbouring crests wander, so that no wave is a ruled line.
            bend = 0.9 * dr.sin(place.x * (0.31 * k * cz) - place.z * (0.27 * k * cx) + 2 * phase)
            wave = dr.cos((place.x * cx + place.z * cz) * float(k) + bend + float(phase))
            strength = float(slope) * (gust if length < 0.7 else 0.8)
            sx += wave * (strength * cx)
            sz += wave * (strength * cz)
        return dr.normalize(mi.Normal3f(-sx, 1.0, -sz))

    return normal
