"""What a photo shows of space: its sky, its ground, its horizon, and how near each part seems.

On level ground nearness, 1/distance, grows evenly from the horizon down to the frame's lower edge
(a fact of perspective), and what stands is as near as its foot. Where lines run to a vanishing
point, walls and ground come nearer evenly away from it. What is sharp, rich in contrast and unlike
the air seems nearer; along what is coloured alike nearness is even.
"""

from __future__ import annotations

from collections.abc import Sequence
from typing import NamedTuple

import cv2
import numpy as np
from numpy.typing import NDArray
from scipy import sparse
from scipy.sparse.linalg import spsolve

from woodcock.progress import Progress, report
from woodcock.separate.ground import Ground, ground_of
from woodcock.separate.sky import looks_like_sky, sky_of
from woodcock.separate.study import Study, study
from woodcock.separate.vanishing import Vanishing, vanishing_point
from woodcock.texts import tr

COARSE = 300_000  # pixels of the size at which nearness is found
_APART = 5.0  # L*a*b* steps across which nearness spreads
_SIGNS = 0.3  # what detail and air count for what stands, beside its foot
_AIR = 0.44  # and air among the two
_NO_GROUND = (0.55, 0.25, 0.20)  # height, detail and air, where no ground is seen
_LEAST_GROUND = 0.05  # of the photo
_HIGHEST, _ABOVE = 0.55, 0.15  # of the height: where a horizon can be; how far above the ground
_CONTACT = 0.12  # of the height above its foot over which a thing's foot says less and less
_BOND = 0.3  # what holds ground to what stands on it
# How far each is trusted: ground, things, what stands on ground, the rest; see `_guessed`.
_GROUND, _THING, _FOOT, _HIGH, _LEAST, _REST = 1.0, 1.0, 0.4, 0.05, 0.03, 0.5
_ALONG, _TRUST = 0.85, 0.6  # what the vanishing point counts beside detail and air; its trust


class Scenery(NamedTuple):
    """What was found, at the size of its coarse `study`.

    `near` (h, w) float32 is 0 for the sky or the farthest and 1 for the nearest, `ground` and `sky`
    (h, w) bool, the sky only where it has a sky's colours; `horizon` a share of the height from
    above, None where nothing tells; `vanishing` the point lines run to, if they do.
    """

    near: NDArray[np.float32]
    ground: NDArray[np.bool_]
    sky: NDArray[np.bool_]
    horizon: float | None
    vanishing: Vanishing | None

    @property
    def sure(self) -> bool:
        """Whether perspective is seen: level ground, or lines that run away."""
        return self.vanishing is not None or float(self.ground.mean()) > _LEAST_GROUND


def scenery(
    photo: NDArray[np.uint8],
    things: Sequence[NDArray[np.uint8]] = (),
    progress: Progress | None = None,
) -> Scenery:
    """Look a photo over: (H, W, 3) uint8 sRGB, and masks (any h, w) uint8 of things that stand."""
    report(progress, 0.0, tr("Looking for near and far"))
    known = study(photo, working=COARSE)
    size = known.labels.shape[1], known.labels.shape[0]
    own = [
        known.share(np.asarray(cv2.resize(x, size, interpolation=cv2.INTER_AREA), np.uint8)) > 0.5
        for x in things
    ]
    standing = np.logical_or.reduce([np.zeros(known.count, np.bool_), *own])
    sky = sky_of(known) & ~standing
    point = vanishing_point(photo)
    report(progress, 0.4, tr("Looking for near and far"))
    horizon = point.y if point else _horizon(known, sky)
    ground = ground_of(known, sky, standing, 0.2 if horizon is None else horizon)
    if horizon is None and ground.regions.any():
        top = np.quantile(known.centres[ground.regions, 1], 0.02) / size[1]
        horizon = float(top) - _ABOVE
    report(progress, 0.6, tr("Looking for near and far"))
    detail = _ranked(known.features[:, 3], known.areas)
    signs = (1 - _AIR) * detail + _AIR * _ranked(_out_of_the_air(known, sky), known.areas)
    if point:
        seen = _ALONG * _from_point(known, point) + (1 - _ALONG) * signs
        trust = np.full(known.count, _TRUST)
        bond = np.ones(len(known.pairs))
    else:
        seen, trust = _guessed(known, ground, own, sky, signs, 0.35 if horizon is None else horizon)
        bond = np.where(np.diff(ground.regions[known.pairs].astype(int), axis=1)[:, 0], _BOND, 1.0)
    a, b = known.pairs.T
    bond = bond * ~(sky[a] ^ sky[b]) * ~(standing[a] ^ standing[b])
    found = _spread(known, seen, trust, bond)
    found = np.where(sky, 0, 0.02 + 0.98 * _stretched(found, ~sky))
    labels = known.labels
    open_sky = sky & looks_like_sky(known, sky)
    return Scenery(
        found[labels].astype(np.float32), ground.regions[labels], open_sky[labels], horizon, point
    )


def _horizon(known: Study, sky: NDArray[np.bool_]) -> float | None:
    """Where the sky mostly ends."""
    there = sky[known.labels]
    if not there.any():
        return None
    rows = np.arange(len(there))[:, None]
    ends = (there * rows).max(0)[there.any(0)] / len(there)
    return min(float(np.quantile(ends, 0.4)), _HIGHEST)


def _from_point(known: Study, point: Vanishing) -> NDArray:
    """Nearness of walls and ground that run to a point: their distance from it, 1 at the frame."""
    height, width = known.labels.shape
    x, y = known.centres[:, 0] / width, known.centres[:, 1] / height
    aside = np.where(
        x < point.x, (point.x - x) / max(point.x, 0.15), (x - point.x) / max(1 - point.x, 0.15)
    )
    return np.clip(np.maximum(aside, (y - point.y) / max(1 - point.y, 0.15)), 0, 1)


def _guessed(
    known: Study,
    ground: Ground,
    things: list[NDArray[np.bool_]],
    sky: NDArray[np.bool_],
    signs: NDArray,
    horizon: float,
) -> tuple[NDArray, NDArray]:
    """Each region's nearness by the ground it is or stands on, and how far that is trusted."""
    low = known.centres[:, 1] / known.labels.shape[0]
    standing = np.logical_or.reduce([np.zeros(known.count, np.bool_), *things])

    def near(row: NDArray | float) -> NDArray:
        return np.clip((row - horizon) / (1 - horizon), 0, 1)

    if known.areas[ground.regions].sum() < _LEAST_GROUND * known.areas.sum():
        height, detail, air = _NO_GROUND
        seen = height * low + (detail + air) * signs
        return seen, np.where(standing, _THING, _HIGH + _REST * seen**3)
    foot, far = _feet(known, ground, standing)
    on_ground = np.isfinite(foot)
    foot = np.where(on_ground, foot, low)
    contact = np.exp(-np.clip(foot - low, 0, 1) / _CONTACT)
    # High above its foot a thing may hang, or be a wall that stands where the ground ends.
    wall = np.maximum(far, low)
    foot = np.where(on_ground, contact * foot + (1 - contact) * np.minimum(foot, wall), wall)
    stood = np.where(on_ground, near(foot), 0.8 * low)
    stood = np.where(on_ground, stood + ground.likely * (near(low) - stood), stood)
    for thing in things:
        if thing.any():
            rows = np.flatnonzero(thing[known.labels].any(1))
            stood = np.where(thing, near(rows[-1] / len(known.labels)), stood)
    seen = np.where(
        ground.regions, 0.9 * near(low) + 0.1 * signs, (1 - _SIGNS) * stood + _SIGNS * signs
    )
    trust = np.where(on_ground, _HIGH + _FOOT * contact, _LEAST + _REST * seen**3)
    trust = np.where(standing, _THING, np.where(ground.regions, _GROUND, trust))
    return seen, trust


def _feet(known: Study, ground: Ground, standing: NDArray[np.bool_]) -> tuple[NDArray, float]:
    """Where the ground below each region begins, and where it ends farthest away: rows as shares.

    NaN for a region with no ground below most of it.
    """
    labels = known.labels
    there, things = ground.regions[labels], standing[labels]
    height, width = labels.shape
    rows = np.where(there, np.arange(height)[:, None] / height, np.inf)
    below = np.minimum.accumulate(rows[::-1])[::-1]  # the nearest ground row from here down
    seen = np.isfinite(below)
    count = np.bincount(labels.ravel(), seen.ravel(), known.count)
    total = np.bincount(labels.ravel(), np.where(seen, below, 0).ravel(), known.count)
    foot = np.where(count > 0.3 * known.areas, total / np.maximum(count, 1), np.nan)
    top = there.argmax(0)
    hidden = np.array([things[max(0, top[x] - 6) : top[x] + 1, x].any() for x in range(width)])
    good = there.any(0) & ~hidden
    if good.sum() < 0.05 * width:
        good = there.any(0)
    return foot, float(np.quantile(top[good], 0.15)) / height


def _out_of_the_air(known: Study, sky: NDArray[np.bool_]) -> NDArray[np.float32]:
    """How far a region's colour is from that of the air: the sky's lower edge, or the palest."""
    lab = known.features[:, :3]
    if sky.any():
        level = known.centres[:, 1] > np.quantile(known.centres[sky, 1], 0.8)
        air = lab[sky & level].mean(0) if (sky & level).any() else lab[sky].mean(0)
    else:
        air = lab[np.argsort(-lab[:, 0])[: max(1, known.count // 20)]].mean(0)
    return np.asarray(np.linalg.norm(lab - air, axis=1))


def _ranked(values: NDArray, areas: NDArray) -> NDArray:
    """Each value's place among all, by area: 0 the least, 1 the most."""
    order = np.argsort(values, kind="stable")
    place = np.empty(len(values))
    place[order] = np.cumsum(areas[order]) / areas.sum()
    return place


def _spread(known: Study, seen: NDArray, trust: NDArray, bond: NDArray) -> NDArray:
    """`seen` (count,) made even along what is coloured alike, as far as it is not trusted."""
    a, b = known.pairs.T
    step = np.linalg.norm(known.features[a, :3] - known.features[b, :3], axis=1)
    held = bond * known.borders * np.exp(-((step / _APART) ** 2))
    links = sparse.coo_matrix((held, (a, b)), (known.count,) * 2)
    links = links + links.T
    weight = 0.003 * known.areas * trust
    system = sparse.diags(np.asarray(links.sum(1)).ravel() + weight) - links
    return np.asarray(spsolve(system.tocsc(), weight * seen))


def _stretched(values: NDArray, where: NDArray[np.bool_]) -> NDArray:
    if not where.any():
        return np.zeros_like(values)
    low, high = np.quantile(values[where], (0.01, 0.99))
    return np.clip((values - low) / max(float(high - low), 1e-6), 0, 1)
