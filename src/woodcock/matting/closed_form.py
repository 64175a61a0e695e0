"""True alpha of hair, reeds and other fine edges, solved inside a band only.

Closed-form matting (Levin, Lischinski and Weiss, "A Closed-Form Solution to Natural Image Matting",
PAMI 2008): in every 3x3 window alpha is as good as a linear function of colour. Only pixels of the
band are unknowns, the matrix is never written down (its product with an alpha is a sum over
windows), and conjugate gradients start from the solution at half the size, and so on down.
"""

from __future__ import annotations

from dataclasses import dataclass

import cv2
import numpy as np
from numpy.typing import NDArray

from woodcock.compiled import njit
from woodcock.progress import Progress, part, report

_SMALLEST = 600  # unknown pixels below which no smaller size is tried
_EPSILON = 1e-7  # how much colour a window must have before it says anything (Levin's ε)
_STEPS, _FIRST_STEPS = 12, 400  # of conjugate gradients: after a smaller size, without one
_WORK = 500_000  # pixels times steps that are always affordable
_FOLLOW = 1e-5  # the same where lines of a smaller size are carried up
_AT_ONCE = 4  # steps between two looks at the progress callback
_ACCURACY = 1e-5  # of the residual, against that of the right-hand side


@dataclass(frozen=True)
class _Windows:
    """The windows that touch the band: centres (n, 2) y, x, mean colours and inverse covariances.

    `unknown` (m, 2) are the band's pixels, `held` (m,) how firmly what was given holds there,
    `scale` (m,) the inverse of the matrix's diagonal.
    """

    places: NDArray[np.int32]
    means: NDArray[np.float64]
    inverses: NDArray[np.float64]
    unknown: NDArray[np.int32]
    held: NDArray[np.float64]
    scale: NDArray[np.float64]


def matte(
    colours: NDArray[np.float32],
    alpha: NDArray[np.float32],
    unknown: NDArray[np.bool_],
    progress: Progress | None = None,
    *,
    held: NDArray[np.float32] | None = None,
    deeper: int = 1,
) -> NDArray[np.float32]:
    """`alpha` with its unknown pixels solved for.

    Parameters
    ----------
    colours : (h, w, 3) float32, 0 to 1, sRGB.
    alpha : (h, w) float32, 0 to 1, trusted where `unknown` is False.
    unknown : (h, w) bool.
    held : (h, w) float32, how firmly `alpha` holds at unknown pixels, beside the about 1 with which
        their neighbours do; None is not at all.
    deeper : how many times the steps at half the size, and again at a quarter: the wider the band,
        the more is settled there.

    Returns
    -------
    (h, w) float32, 0 to 1. Raises Cancelled on request.
    """
    return _matte(colours, alpha, unknown, progress, held, deeper, _STEPS, _WORK)


def _matte(
    colours: NDArray[np.float32],
    alpha: NDArray[np.float32],
    unknown: NDArray[np.bool_],
    progress: Progress | None,
    held: NDArray[np.float32] | None,
    deeper: int,
    steps: int,
    work: int,
) -> NDArray[np.float32]:
    """`matte` in at least `steps` steps, in more as far as `work` (pixels times steps) allows."""
    if not unknown.any() or unknown.all() or min(alpha.shape) < 3:
        return alpha
    report(progress, 0.0, "Finding fine edges")
    start, most = alpha, _FIRST_STEPS
    count = int(unknown.sum())
    if count > _SMALLEST and min(alpha.shape) > 12:
        sooner = part(progress, 0.0, 0.3)
        start = _from_smaller(colours, alpha, unknown, sooner, held, deeper, steps * deeper)
        most = max(steps, work // count)
    windows = _windows(np.ascontiguousarray(colours), unknown, _EPSILON, held)
    found = start.astype(np.float64)
    residual, direction = np.zeros((2, *alpha.shape))
    product = np.zeros(alpha.shape)
    both = colours, windows.places, windows.means, windows.inverses
    pixels = windows.unknown, windows.held, windows.scale
    wanted = alpha.astype(np.float64)
    strength = _begin(*both, *pixels, wanted, found, residual, direction, product)
    enough = strength * _ACCURACY**2
    for done in range(0, most, _AT_ONCE):
        report(progress, 0.3 + 0.7 * done / most, "Finding fine edges")
        vectors = found, residual, direction, product
        strength = _go_on(*both, *pixels, *vectors, strength, _AT_ONCE)
        if strength <= enough:
            break
    return np.where(unknown, np.clip(found, 0, 1), alpha).astype(np.float32)


def _from_smaller(
    colours: NDArray,
    alpha: NDArray,
    unknown: NDArray,
    progress: Progress | None,
    held: NDArray | None,
    deeper: int,
    steps: int,
) -> NDArray[np.float32]:
    """A first guess: the solution at half the size."""
    height, width = alpha.shape
    size = (width + 1) // 2, (height + 1) // 2
    known = cv2.resize((~unknown).astype(np.float32), size, interpolation=cv2.INTER_AREA)
    total = cv2.resize(np.where(unknown, 0, alpha), size, interpolation=cv2.INTER_AREA)
    smaller: NDArray = cv2.resize(colours, size, interpolation=cv2.INTER_AREA)
    given = (total / np.maximum(known, 1e-6)).astype(np.float32)
    if held is not None:
        given = np.where(known < 0.75, cv2.resize(alpha, size, interpolation=cv2.INTER_AREA), given)
        held = 4 * np.asarray(cv2.resize(held, size, interpolation=cv2.INTER_AREA), np.float32)
    small = _matte(smaller, given, known < 0.75, progress, held, deeper, steps, 0)
    lines = _lines(np.ascontiguousarray(smaller), small, known < 1)
    out = alpha.copy()
    _follow(colours, lines, np.argwhere(unknown), out)
    return out


def _lines(
    colours: NDArray[np.float32], alpha: NDArray[np.float32], near: NDArray[np.bool_]
) -> NDArray[np.float32]:
    """Alpha as a linear function of colour about each pixel: (h, w, 4), three slopes and an offset.

    As "Guided Image Filtering" (He, Sun and Tang, PAMI 2013) finds them, in 3x3 windows; only where
    `near` (h, w).
    """
    reach = cv2.dilate(near.view(np.uint8), np.ones((5, 5), np.uint8)) > 0
    windows = _windows(colours, reach, _FOLLOW)
    lines, count = np.zeros((*alpha.shape, 4), np.float32), np.zeros(alpha.shape, np.float32)
    _fit(colours, windows.places, windows.means, windows.inverses, alpha, lines, count)
    lines /= np.maximum(count, 1)[..., None]
    lines[count == 0, 3] = alpha[count == 0]
    return lines


@njit(nogil=True, cache=True)
def _fit(colours, places, means, inverses, alpha, lines, count):
    """Each window's line, added to `lines` at all its pixels."""
    for i in range(len(places)):
        y, x = places[i]
        m0, m1, m2 = means[i, 0], means[i, 1], means[i, 2]
        total = r = g = b = 0.0
        for dy in range(-1, 2):
            for dx in range(-1, 2):
                value = alpha[y + dy, x + dx]
                total += value / 9
                r += (colours[y + dy, x + dx, 0] - m0) * value / 9
                g += (colours[y + dy, x + dx, 1] - m1) * value / 9
                b += (colours[y + dy, x + dx, 2] - m2) * value / 9
        u, v, w = _times(inverses[i], r, g, b)
        offset = total - m0 * u - m1 * v - m2 * w
        for dy in range(-1, 2):
            for dx in range(-1, 2):
                lines[y + dy, x + dx, 0] += u
                lines[y + dy, x + dx, 1] += v
                lines[y + dy, x + dx, 2] += w
                lines[y + dy, x + dx, 3] += offset
                count[y + dy, x + dx] += 1


@njit(nogil=True, cache=True)
def _follow(colours, lines, unknown, out):
    """Fill the unknown pixels (m, 2) of `out` by the lines of a picture half its size."""
    height, width = lines.shape[:2]
    for k in range(len(unknown)):
        y, x = unknown[k]
        v = min(max((y + 0.5) / 2 - 0.5, 0.0), height - 1.001)
        u = min(max((x + 0.5) / 2 - 0.5, 0.0), width - 1.001)
        i, j = int(v), int(u)
        p, q = v - i, u - j
        value = 0.0
        for c in range(4):
            line = (1 - p) * ((1 - q) * lines[i, j, c] + q * lines[i, j + 1, c])
            line += p * ((1 - q) * lines[i + 1, j, c] + q * lines[i + 1, j + 1, c])
            value += line * (colours[y, x, c] if c < 3 else 1.0)
        out[y, x] = min(max(value, 0.0), 1.0)


def _windows(
    colours: NDArray[np.float32],
    unknown: NDArray[np.bool_],
    epsilon: float,
    held: NDArray[np.float32] | None = None,
) -> _Windows:
    touching = cv2.dilate(unknown.view(np.uint8), np.ones((3, 3), np.uint8)) > 0
    touching[[0, -1]] = touching[:, [0, -1]] = False  # every window lies within the picture
    places = np.argwhere(touching).astype(np.int32)
    pixels = np.argwhere(unknown).astype(np.int32)
    means, inverses = np.empty((len(places), 3)), np.empty((len(places), 6))
    diagonal = np.zeros(unknown.shape)
    _describe(colours, places, epsilon, means, inverses, diagonal)
    firm = np.zeros(len(pixels)) if held is None else held[unknown].astype(np.float64)
    scale = 1 / np.maximum(diagonal[unknown] + firm, 1e-9)
    return _Windows(places, means, inverses, pixels, firm, scale)


@njit(nogil=True, cache=True)
def _describe(colours, places, epsilon, means, inverses, diagonal):
    """Each window's mean and inverse covariance (xx, xy, xz, yy, yz, zz); the matrix's diagonal."""
    for i in range(len(places)):
        y, x = places[i]
        m = np.zeros(3)
        for dy in range(-1, 2):
            for dx in range(-1, 2):
                for c in range(3):
                    m[c] += colours[y + dy, x + dx, c] / 9.0
        a = b = c_ = d = e = f = 0.0
        for dy in range(-1, 2):
            for dx in range(-1, 2):
                r = colours[y + dy, x + dx, 0] - m[0]
                g = colours[y + dy, x + dx, 1] - m[1]
                h = colours[y + dy, x + dx, 2] - m[2]
                a += r * r
                b += r * g
                c_ += r * h
                d += g * g
                e += g * h
                f += h * h
        a, d, f = a / 9 + epsilon, d / 9 + epsilon, f / 9 + epsilon
        b, c_, e = b / 9, c_ / 9, e / 9
        det = a * (d * f - e * e) - b * (b * f - e * c_) + c_ * (b * e - d * c_)
        inverses[i, 0] = (d * f - e * e) / det
        inverses[i, 1] = (c_ * e - b * f) / det
        inverses[i, 2] = (b * e - c_ * d) / det
        inverses[i, 3] = (a * f - c_ * c_) / det
        inverses[i, 4] = (b * c_ - a * e) / det
        inverses[i, 5] = (a * d - b * b) / det
        means[i] = m
        for dy in range(-1, 2):
            for dx in range(-1, 2):
                r = colours[y + dy, x + dx, 0] - m[0]
                g = colours[y + dy, x + dx, 1] - m[1]
                h = colours[y + dy, x + dx, 2] - m[2]
                u, v, w = _times(inverses[i], r, g, h)
                diagonal[y + dy, x + dx] += 1 - (1 + r * u + g * v + h * w) / 9


@njit(nogil=True, cache=True, inline="always")
def _times(inverse, r, g, b):
    return (
        inverse[0] * r + inverse[1] * g + inverse[2] * b,
        inverse[1] * r + inverse[3] * g + inverse[4] * b,
        inverse[2] * r + inverse[4] * g + inverse[5] * b,
    )


@njit(nogil=True, cache=True, fastmath=True)
def _multiply(colours, places, means, inverses, alpha, out):
    """`out` becomes the matting Laplacian times `alpha`: what no linear function explains."""
    out[:] = 0
    width = np.uint64(alpha.shape[1])
    flat, result, light = alpha.ravel(), out.ravel(), colours.ravel()
    three, one = np.uint64(3), np.uint64(1)
    for i in range(len(places)):
        # Unsigned, or every access would first ask whether its index counts from the end.
        corner = np.uint64(places[i, 0] - 1) * width + np.uint64(places[i, 1] - 1)
        m0, m1, m2 = means[i, 0], means[i, 1], means[i, 2]
        total = r = g = b = 0.0
        at = corner
        for _ in range(3):
            for k in range(np.uint64(3)):
                value = flat[at + k]
                c = three * (at + k)
                total += value
                r += light[c] * value
                g += light[c + one] * value
                b += light[c + one + one] * value
            at += width
        r, g, b = (r - m0 * total) / 9, (g - m1 * total) / 9, (b - m2 * total) / 9
        u, v, w = _times(inverses[i], r, g, b)
        total = total / 9 - m0 * u - m1 * v - m2 * w
        at = corner
        for _ in range(3):
            for k in range(np.uint64(3)):
                c = three * (at + k)
                explained = total + light[c] * u + light[c + one] * v + light[c + one + one] * w
                result[at + k] += flat[at + k] - explained
            at += width


@njit(nogil=True, cache=True)
def _begin(
    colours, places, means, inverses, unknown, held, scale,
    wanted, found, residual, direction, product,
):  # fmt: skip
    """The first residual and direction of conjugate gradients; returns the residual's strength."""
    _multiply(colours, places, means, inverses, found, product)
    strength = 0.0
    for k in range(len(unknown)):
        y, x = unknown[k]
        residual[y, x] = held[k] * (wanted[y, x] - found[y, x]) - product[y, x]
        direction[y, x] = scale[k] * residual[y, x]
        strength += residual[y, x] * direction[y, x]
    return strength


@njit(nogil=True, cache=True)
def _go_on(
    colours, places, means, inverses, unknown, held, scale,
    found, residual, direction, product, strength, steps,
):  # fmt: skip
    """Some steps of conjugate gradients, preconditioned by the diagonal; the new strength."""
    for _ in range(steps):
        _multiply(colours, places, means, inverses, direction, product)
        curved = 0.0
        for k in range(len(unknown)):
            y, x = unknown[k]
            product[y, x] += held[k] * direction[y, x]
            curved += direction[y, x] * product[y, x]
        if curved <= 1e-300:
            return 0.0
        step, new = strength / curved, 0.0
        for k in range(len(unknown)):
            y, x = unknown[k]
            found[y, x] += step * direction[y, x]
            residual[y, x] -= step * product[y, x]
            new += residual[y, x] * residual[y, x] * scale[k]
        for k in range(len(unknown)):
            y, x = unknown[k]
            direction[y, x] = scale[k] * residual[y, x] + new / strength * direction[y, x]
        strength = new
    return strength
