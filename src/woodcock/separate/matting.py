"""True alpha of hair, reeds and other fine edges, solved inside a band only.

Closed-form matting (Levin, Lischinski and Weiss, "A Closed-Form Solution to Natural Image Matting",
PAMI 2008), its matrix and its incomplete Cholesky factors from PyMatting. Only pixels of the band
are unknowns; conjugate gradients start from the solution at half the size, and so on down.
"""

from __future__ import annotations

import cv2
import numpy as np
from numpy.typing import NDArray
from pymatting import cf_laplacian, ichol
from scipy import sparse
from scipy.sparse.linalg import LinearOperator, cg

from woodcock.progress import Progress, part, report

_SMALLEST = 3000  # unknown pixels below which no smaller size is tried
_MOST_STEPS = 300
_ACCURACY = 1e-4  # of the residual, against that of the right-hand side


def matte(
    colours: NDArray[np.float32],
    alpha: NDArray[np.float32],
    unknown: NDArray[np.bool_],
    progress: Progress | None = None,
) -> NDArray[np.float32]:
    """`alpha` with its unknown pixels solved for.

    Parameters
    ----------
    colours : (h, w, 3) float32, 0 to 1, sRGB.
    alpha : (h, w) float32, 0 to 1, trusted where `unknown` is False.
    unknown : (h, w) bool.

    Returns
    -------
    (h, w) float32, 0 to 1. Raises Cancelled on request.
    """
    if not unknown.any() or min(alpha.shape) < 3:
        return alpha
    report(progress, 0.0, "Finding fine edges")
    start = np.where(unknown, np.float32(0.5), alpha)
    if int(unknown.sum()) > _SMALLEST and min(alpha.shape) > 12:
        start = _from_smaller(colours, alpha, unknown, start, part(progress, 0.0, 0.25))
    report(progress, 0.25, "Finding fine edges")
    matrix = cf_laplacian(colours.astype(np.float64), is_known=~unknown).tocsr()
    free = np.flatnonzero(unknown.ravel())
    rows = matrix[free]
    inner = rows[:, free].tocsc()
    # What the known pixels pull towards: the matrix times alpha without the unknown part.
    given = np.where(unknown, 0, alpha).ravel().astype(np.float64)
    pull = -(rows @ given)
    report(progress, 0.5, "Finding fine edges")
    factors = ichol(inner + 1e-9 * sparse.identity(len(free), format="csc"), discard_threshold=1e-4)

    def each(_: NDArray) -> None:
        report(progress, 0.75, "Finding fine edges")

    # After so many steps what is left to gain can't be seen; then the best so far counts.
    found, _ = cg(
        inner,
        pull,
        start.ravel()[free].astype(np.float64),
        rtol=_ACCURACY,
        atol=1e-7 * len(free),
        maxiter=_MOST_STEPS,
        M=LinearOperator(inner.shape, factors, dtype=np.float64),
        callback=each,
    )
    out = start.copy().ravel()
    out[free] = np.clip(found, 0, 1)
    return out.reshape(alpha.shape)


def _from_smaller(
    colours: NDArray, alpha: NDArray, unknown: NDArray, start: NDArray, progress: Progress | None
) -> NDArray:
    """A first guess: the solution at half the size."""
    height, width = alpha.shape
    size = (width + 1) // 2, (height + 1) // 2
    known = cv2.resize((~unknown).astype(np.float32), size, interpolation=cv2.INTER_AREA)
    total = cv2.resize(np.where(unknown, 0, alpha), size, interpolation=cv2.INTER_AREA)
    smaller: NDArray = cv2.resize(colours, size, interpolation=cv2.INTER_AREA)
    small = matte(
        smaller,
        (total / np.maximum(known, 1e-6)).astype(np.float32),
        known < 0.75,
        progress,
    )
    larger: NDArray = cv2.resize(small, (width, height), interpolation=cv2.INTER_LINEAR)
    return np.where(unknown, larger, start)
