"""What of a grown thing is thinner than a region: hair, reeds, twigs, and the gaps between them.

Regions are about ten pixels across, so a cut along them drops strands and bridges gaps. Near its
edge every pixel is asked again: is its colour found sooner among the regions about it that are
surely the thing's or among those that surely are not (nearest neighbours in colour and place; Fix
and Hodges 1951)? Neighbours then have a say (iterated conditional modes; Besag, JRSS B, 1986), and
only what hangs together with the thing stays.
"""

from __future__ import annotations

import cv2
import numpy as np
from numpy.typing import NDArray

from woodcock.compiled import njit
from woodcock.pixels.threads import stretches, together
from woodcock.separate.grow import Marks
from woodcock.separate.study import Study

# Working pixels: how far outside the edge strands are looked for and inside it gaps, and from how
# far in and out a region is taken as sure.
_OUT, _IN, _SURE_IN, _SURE_OUT = 44, 20, 12, 40
_CELL, _RINGS, _MOST = 16, 8, 24  # samples are looked up by cells: how many rings, how many at most
_NOISE, _BY_PLACE = 30.0, 0.1  # squared L*a*b* steps that say nothing; what a pixel's way counts
_STRANGE = np.float32(900)  # squared steps, as of a colour that neither side has near by
_GAIN, _BOND, _SOFT = 8.0, 1.0, 60.0  # what colour counts, and neighbours, the less the less alike
_SWEEPS = 2
# Strands come so far out where there are any, and fill so much of the square about them at least.
_LONG, _ABOUT, _DENSE = 24.0, 40, 0.01
_BROAD = 9  # what is broader is no strand and no gap


def with_thin_parts(study: Study, small: NDArray[np.uint8], marks: Marks) -> NDArray[np.uint8]:
    """`small` with the strands that stand out of it and without the gaps that reach into it.

    Parameters
    ----------
    small : (h, w) uint8 at working size, 0 or 255, as `grow` gives it for these `marks`.

    Returns
    -------
    (h, w) uint8, 0 or 255. What was painted, painted away or is not free stays as it is.
    """
    x, y, w, h = cv2.boundingRect(small)
    if not w:
        return small
    room = _OUT + 2
    left, top = max(0, x - room), max(0, y - room)
    here = slice(top, y + h + room), slice(left, x + w + room)
    whole = (small > 127).view(np.uint8)
    outside, inside = (
        np.asarray(cv2.distanceTransform(side, cv2.DIST_L2, 3), np.float32)
        for side in (1 - whole, whole)
    )
    body, far, deep = np.ascontiguousarray(whole[here]), outside[here], inside[here]
    zone = ((far > 0) & (far <= _OUT)) | ((deep > 0) & (deep <= _IN))
    zone &= _open(marks, here)
    places = np.argwhere(zone).astype(np.int32)
    samples = _Samples(study, outside, inside)
    if not len(places) or not samples.both:
        return small
    lean = np.where(body, np.minimum(deep / _IN, 1), -far / _OUT).astype(np.float32)
    colours = np.ascontiguousarray(study.lab[here])
    samples.weigh(colours, zone, (top, left), lean)
    found = np.where(zone, lean > 0, body > 0).astype(np.uint8)
    _agree(colours, places, lean, found, np.float32(_BOND), np.float32(1 / _SOFT), _SWEEPS)
    out = small.copy()
    found = _stranded(_slim(found, body), body, far)
    out[here] = _joined(found, body) * np.uint8(255)
    return out


def _open(marks: Marks, here: tuple[slice, slice]) -> NDArray[np.bool_]:
    out = marks.wanted[here] < 128
    if marks.unwanted is not None:
        out &= marks.unwanted[here] < 128
    if marks.free is not None:
        out &= marks.free[here] > 127
    return out


def _slim(found: NDArray[np.uint8], body: NDArray[np.uint8]) -> NDArray[np.uint8]:
    """`found` where it differs from `body` by thin parts only; broad ones were for the regions."""
    square = np.ones((_BROAD, _BROAD), np.uint8)
    broad = cv2.morphologyEx(found ^ body, cv2.MORPH_OPEN, square)
    return np.asarray(np.where(broad, body, found), np.uint8)


def _stranded(
    found: NDArray[np.uint8], body: NDArray[np.uint8], far: NDArray[np.float32]
) -> NDArray[np.uint8]:
    """`found` where long strands stand out of `body`; elsewhere its edge is as the regions have it.

    `far` (h, w) is how far outside places lie.
    """
    _, pieces = cv2.connectedComponents(found & ~body & 1, connectivity=8)
    long = np.zeros(pieces.max() + 1, np.uint8)
    long[pieces[far >= _LONG]] = 1
    long[0] = 0
    strands = long[pieces]
    about = cv2.boxFilter(strands, cv2.CV_32F, (2 * _ABOUT + 1,) * 2)
    return np.where(about > _DENSE, found, body)


def _joined(found: NDArray[np.uint8], body: NDArray[np.uint8]) -> NDArray[np.bool_]:
    """The pieces of `found` that have a part in `body`."""
    _, pieces = cv2.connectedComponents(found, connectivity=8)
    own = np.zeros(pieces.max() + 1, np.bool_)
    own[pieces[(found & body) > 0]] = True
    return own[pieces]


class _Samples:
    """The regions that surely are the thing's (1) or not (0), to be looked up by cells."""

    def __init__(
        self, study: Study, outside: NDArray[np.float32], inside: NDArray[np.float32]
    ) -> None:
        """`outside` and `inside` (h, w) are how far from its edge places lie; 0 on the other."""
        x, y = study.centres.astype(int).T
        sure_in, sure_out = inside[y, x] > _SURE_IN, outside[y, x] > _SURE_OUT
        side = np.where(sure_in, 1, np.where(sure_out, 0, -1))
        self.both = (side == 1).any() and (side == 0).any()
        keep = side >= 0
        self._colours = np.ascontiguousarray(study.features[keep, :3])
        self._places, self._side = np.ascontiguousarray(study.centres[keep]), side[keep]
        cells = inside.shape[0] // _CELL + 1, inside.shape[1] // _CELL + 1
        self._first = np.full(cells, -1, np.int32)
        self._next = np.full(len(self._side), -1, np.int32)
        _chain(self._places, self._first, self._next, _CELL)

    def weigh(
        self,
        colours: NDArray[np.float32],
        zone: NDArray[np.bool_],
        corner: tuple[int, int],
        lean: NDArray[np.float32],
    ) -> None:
        """Add to `lean` (h, w) in the `zone` (h, w) what the colours (h, w, 3) there say.

        `corner` y, x is where the arrays begin in the working picture.
        """
        known = self._colours, self._places, self._side, self._first, self._next
        how = _CELL, _RINGS, _MOST, np.float32(_NOISE), np.float32(_BY_PLACE), np.float32(_GAIN)

        def work(ends: tuple[int, int]) -> None:
            first, end = ends
            _weigh(colours, zone, start + first, start + end, *corner, *known, *how, lean)

        start = corner[0] // _CELL
        together(work, stretches((corner[0] + len(zone) - 1) // _CELL + 1 - start, 8))


@njit(nogil=True, cache=True)
def _chain(places, first, following, cell):
    for i in range(len(places)):
        a, b = int(places[i, 1]) // cell, int(places[i, 0]) // cell
        following[i] = first[a, b]
        first[a, b] = i


@njit(nogil=True, cache=True)
def _gathered(a, b, known, at, side, first, following, cell, rings, by_place, near, count):
    """The nearest samples of both sides about a cell, ring by ring: colour and cost of the way.

    They go into `near` (2, most, 4), their number into `count` (2,).
    """
    height, width = first.shape
    count[:] = 0
    most = near.shape[1]
    middle_y, middle_x = (a + 0.5) * cell, (b + 0.5) * cell
    for r in range(rings):
        if count.min() >= most:
            break
        for da in range(-r, r + 1):
            step = 1 if abs(da) == r else 2 * r
            for db in range(-r, r + 1, max(step, 1)):
                u, v = a + da, b + db
                if u < 0 or v < 0 or u >= height or v >= width:
                    continue
                i = first[u, v]
                while i >= 0:
                    s = side[i]
                    if count[s] < most:
                        near[s, count[s], :3] = known[i]
                        way = np.hypot(at[i, 1] - middle_y, at[i, 0] - middle_x)
                        near[s, count[s], 3] = by_place * way
                        count[s] += 1
                    i = following[i]


@njit(nogil=True, cache=True, fastmath=True)
def _weigh(
    colours, zone, start, end, top, left, known, at, side, first, following,
    cell, rings, most, noise, by_place, gain, lean,
):  # fmt: skip
    """`lean` in the zone's rows of cells from `start` to before `end`."""
    height, width = zone.shape
    near, count = np.empty((2, most, 4), np.float32), np.zeros(2, np.int64)
    for a in range(start, end):
        for b in range(left // cell, (left + width - 1) // cell + 1):
            ready = False
            for y in range(max(a * cell - top, 0), min(a * cell + cell - top, height)):
                for x in range(max(b * cell - left, 0), min(b * cell + cell - left, width)):
                    if not zone[y, x]:
                        continue
                    if not ready:
                        _gathered(
                            a, b, known, at, side, first, following, cell, rings, by_place,
                            near, count,
                        )  # fmt: skip
                        ready = True
                    lean[y, x] += gain * _odds(colours[y, x], near, count, noise)


@njit(nogil=True, cache=True, fastmath=True)
def _odds(colour, near, count, noise):
    """Whose samples a colour is nearer to: from -1, the rest's, to 1, the thing's."""
    off = np.empty(2, np.float32)
    r, g, bl = colour[0], colour[1], colour[2]
    for s in range(2):
        one = two = three = np.float32(1e9)
        for j in range(count[s]):
            p, q, t = r - near[s, j, 0], g - near[s, j, 1], bl - near[s, j, 2]
            d = p * p + q * q + t * t + near[s, j, 3]
            if d < three:
                if d < one:
                    one, two, three = d, one, two
                elif d < two:
                    two, three = d, two
                else:
                    three = d
        off[s] = (one + two + three) / 3 if three < 1e8 else min(one, _STRANGE)
    return (off[0] - off[1]) / (off[0] + off[1] + noise)


@njit(nogil=True, cache=True)
def _agree(colours, places, lean, found, bond, soft, sweeps):
    """Each pixel takes the side that its lean and its neighbours, as far as alike, speak for."""
    height, width = found.shape
    for sweep in range(sweeps):
        for n in range(len(places)):
            y, x = places[n if sweep % 2 == 0 else len(places) - 1 - n]
            total = lean[y, x]
            for dy in range(-1, 2):
                for dx in range(-1, 2):
                    v, u = y + dy, x + dx
                    if (dy == 0 and dx == 0) or v < 0 or u < 0 or v >= height or u >= width:
                        continue
                    apart = np.float32(0)
                    for c in range(3):
                        d = colours[y, x, c] - colours[v, u, c]
                        apart += d * d
                    pull = bond / (1 + soft * apart) ** 2
                    if dy != 0 and dx != 0:
                        pull *= np.float32(0.7)
                    total += pull if found[v, u] else -pull
            found[y, x] = total > 0
