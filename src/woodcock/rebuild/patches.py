"""Nearest-neighbour fields of patches and what they propose together: the inner loops.

Every patch that touches the hole has a source, a patch of the same size elsewhere in the picture.
Good sources are found by trying those of neighbours, one step on, and random places about the best
so far (PatchMatch: Barnes, Shechtman, Finkelstein and Goldman, SIGGRAPH 2009). A hole pixel's value
is the weighted mean of what all patches over it propose (Wexler, Shechtman and Irani, "Space-Time
Completion of Video", PAMI 2007).

Pictures are (H, W * 4) uint8: three colours and a channel of texture, pixel by pixel.
"""

from __future__ import annotations

from numba import int32, uint64

from woodcock.compiled import njit

REACH = 3  # pixels from a patch's middle to its border
SIDE = 2 * REACH + 1
CHANNELS = 4
FAR = 2**31 - 1
_ROW = SIDE * CHANNELS
_GOLDEN = 0x9E3779B97F4A7C15


@njit(cache=True, inline="always")
def _scrambled(x):
    """The finaliser of SplitMix64 (Steele, Lea and Flood, OOPSLA 2014)."""
    x = (x ^ (x >> uint64(30))) * uint64(0xBF58476D1CE4E5B9)
    x = (x ^ (x >> uint64(27))) * uint64(0x94D049BB133111EB)
    return x ^ (x >> uint64(31))


@njit(cache=True)
def _difference(picture, y, x, v, u, limit):
    """The sum of squared differences of two patches, or something above `limit`."""
    left, source = (x - REACH) * CHANNELS, (u - REACH) * CHANNELS
    total = 0
    for dy in range(-REACH, REACH + 1):
        a = picture[y + dy, left : left + _ROW]
        b = picture[v + dy, source : source + _ROW]
        row = int32(0)
        for k in range(_ROW):  # in 32 bits throughout, so that it is done many at a time
            off = int32(int32(a[k]) - int32(b[k]))
            row = int32(row + int32(off * off))
        total += row
        if total >= limit:
            return total
    return total


@njit(cache=True, nogil=True)
def search(picture, places, usable, index, field, cost, first, after, rounds, radius, seed, level):
    """Better sources for the patches `first` to `after`, in place.

    `places` (n, 2) y, x are the patches' middles in reading order, `field` (n, 2) their sources',
    `cost` (n,) int32 what they differ by; `index` (H, W) says which patch has its middle where, -1
    none. `usable` (H, W) says where sources may have theirs; one costs `level` more for each pixel
    that it lies higher or lower. A stretch of patches neither reads nor changes another one's, so
    stretches may be worked on at once, and come out the same.
    """
    height, width = index.shape
    for i in range(first, after):
        y, x, v, u = places[i, 0], places[i, 1], field[i, 0], field[i, 1]
        cost[i] = _difference(picture, y, x, v, u, FAR) + level * abs(v - y)
    for number in range(rounds):
        step = 1 if number % 2 == 0 else -1
        for j in range(after - first):
            i = first + j if step > 0 else after - 1 - j
            y, x = places[i, 0], places[i, 1]
            best, v, u = cost[i], field[i, 0], field[i, 1]
            for axis in range(2):
                dy, dx = (0, step) if axis == 0 else (step, 0)
                a, b = y - dy, x - dx
                if a < 0 or b < 0 or a >= height or b >= width:
                    continue
                near = index[a, b]
                # Only of the same stretch: another thread may be changing the others.
                if near < first or near >= after:
                    continue
                p, q = field[near, 0] + dy, field[near, 1] + dx
                if 0 <= p < height and 0 <= q < width and usable[p, q] and (p != v or q != u):
                    off = level * abs(p - y)
                    off += _difference(picture, y, x, p, q, best - off)
                    if off < best:
                        best, v, u = off, p, q
            reach = radius
            state = _scrambled(
                uint64(seed) * uint64(_GOLDEN) + uint64(number) * uint64(7919)
                + uint64(y) * uint64(1000003) + uint64(x) * uint64(10007)
            )  # fmt: skip
            while reach >= 1:
                state = _scrambled(state + uint64(_GOLDEN))
                p = v + int((state & uint64(0xFFFF)) * (2 * reach + 1) >> uint64(16)) - reach
                q = u + int(
                    ((state >> uint64(16)) & uint64(0xFFFF)) * (2 * reach + 1) >> uint64(16)
                ) - reach  # fmt: skip
                if 0 <= p < height and 0 <= q < width and usable[p, q]:
                    off = level * abs(p - y)
                    off += _difference(picture, y, x, p, q, best - off)
                    if off < best:
                        best, v, u = off, p, q
                reach //= 2
            cost[i], field[i, 0], field[i, 1] = best, v, u


@njit(cache=True, nogil=True, fastmath=True)
def vote(picture, pixels, index, field, weight, out):
    """`out` (m, 4) float32: what the patches over each of `pixels` (m, 2) propose together."""
    height, width = index.shape
    for k in range(len(pixels)):
        y, x = pixels[k, 0], pixels[k, 1]
        total = r = g = b = t = 0.0
        for dy in range(-REACH, REACH + 1):
            for dx in range(-REACH, REACH + 1):
                p, q = y + dy, x + dx
                if p < 0 or q < 0 or p >= height or q >= width:
                    continue
                i = index[p, q]
                if i < 0:
                    continue
                c = weight[i]
                row, at = field[i, 0] - dy, (field[i, 1] - dx) * CHANNELS
                total += c
                r += c * picture[row, at]
                g += c * picture[row, at + 1]
                b += c * picture[row, at + 2]
                t += c * picture[row, at + 3]
        if total > 0:
            out[k, 0], out[k, 1] = r / total, g / total
            out[k, 2], out[k, 3] = b / total, t / total
        else:
            for c in range(CHANNELS):
                out[k, c] = picture[y, x * CHANNELS + c]
