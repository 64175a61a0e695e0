"""A first filling, patch by patch from the border inwards: the inner loop.

Each time the patch is taken whose middle lies on the border of what is still to be filled, of which
most is known and into which a strong line runs, and what is unknown of it is copied from the patch
that fits best (Criminisi, Pérez and Toyama, "Region Filling and Object Removal by Exemplar-Based
Image Inpainting", IEEE Transactions on Image Processing 2004). Lines that the hole interrupts go
on, and nothing is averaged; what it gets wrong, the search and the votes after it mend.
"""

from __future__ import annotations

from woodcock.compiled import njit
from woodcock.rebuild.patches import CHANNELS, FAR, REACH

_LINES = 0.02  # of the priority is there without any line


@njit(cache=True)
def _next(picture, sure, todo):
    """The patch to be filled next: y, x of its middle and how sure it is; y < 0 if none is left."""
    height, width = todo.shape
    most, y, x, surest = -1.0, -1, -1, 0.0
    for i in range(REACH, height - REACH):
        for j in range(REACH, width - REACH):
            if not todo[i, j]:
                continue
            if todo[i - 1, j] and todo[i + 1, j] and todo[i, j - 1] and todo[i, j + 1]:
                continue
            down = int(todo[i + 1, j]) - int(todo[i - 1, j])
            across = int(todo[i, j + 1]) - int(todo[i, j - 1])
            length = max((down * down + across * across) ** 0.5, 1.0)
            total = line = 0.0
            for p in range(i - REACH, i + REACH + 1):
                for q in range(j - REACH, j + REACH + 1):
                    total += sure[p, q]
                    if p == 0 or q == 0 or p == height - 1 or q == width - 1 or todo[p, q]:
                        continue
                    if todo[p - 1, q] or todo[p + 1, q] or todo[p, q - 1] or todo[p, q + 1]:
                        continue
                    dy = dx = 0
                    for c in range(3):
                        k = q * CHANNELS + c
                        dy += int(picture[p + 1, k]) - int(picture[p - 1, k])
                        dx += int(picture[p, k + CHANNELS]) - int(picture[p, k - CHANNELS])
                    line = max(line, abs(down * dx - across * dy) / length)
            priority = total * (_LINES + line / (6 * 255))
            if priority > most:
                most, y, x, surest = priority, i, j, total
    return y, x, surest / (2 * REACH + 1) ** 2


@njit(cache=True)
def _difference(picture, todo, guided, y, x, v, u, limit):
    """The sum of squared differences where the patch at y, x is known, or more than `limit`."""
    total = 0
    for dy in range(-REACH, REACH + 1):
        for dx in range(-REACH, REACH + 1):
            a, b = (x + dx) * CHANNELS, (u + dx) * CHANNELS
            known = not todo[y + dy, x + dx]
            for c in range(0 if known else CHANNELS - 1, CHANNELS if known or guided else 0):
                off = int(picture[y + dy, a + c]) - int(picture[v + dy, b + c])
                total += off * off
        if total >= limit:
            return total
    return total


@njit(cache=True, nogil=True)
def fill_greedily(picture, todo, sources, guided, level, sure, field):
    """Fill `picture` (H, W * 4) uint8 where `todo` (H, W) bool, in place; `todo` is then empty.

    `sources` (n, 2) int32 are the middles of patches that may be copied, at least one; `sure`
    (H, W) float32 is 1 where nothing is to be done. A source costs `level` more for each pixel that
    it lies higher or lower. What a pixel was copied from comes into `field` (H, W, 2) int32.
    Where the last channel is `guided` it is known everywhere, and stays.
    """
    count = CHANNELS - 1 if guided else CHANNELS
    while True:
        y, x, surest = _next(picture, sure, todo)
        if y < 0:
            return
        best, v, u = FAR, sources[0, 0], sources[0, 1]
        for k in range(len(sources)):
            p, q = sources[k, 0], sources[k, 1]
            off = level * (abs(p - y) + abs(q - x))
            if off < best:
                off += _difference(picture, todo, guided, y, x, p, q, best - off)
                if off < best:
                    best, v, u = off, p, q
        for dy in range(-REACH, REACH + 1):
            for dx in range(-REACH, REACH + 1):
                p, q = y + dy, x + dx
                if todo[p, q]:
                    for c in range(count):
                        picture[p, q * CHANNELS + c] = picture[v + dy, (u + dx) * CHANNELS + c]
                    todo[p, q], sure[p, q] = False, surest
                    field[p, q, 0], field[p, q, 1] = v + dy, u + dx
