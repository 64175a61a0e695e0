"""A rough near/far split of a photo, with nobody's help."""

from __future__ import annotations

import cv2
import numpy as np
from numpy.typing import NDArray

from woodcock.progress import Progress, report
from woodcock.texts import tr

_LONG_SIDE = 320  # the split is decided at this size; its edge is refined afterwards


def rough_split(
    photo: NDArray[np.uint8] | NDArray[np.uint16],
    seed: int = 0,
    progress: Progress | None = None,
) -> NDArray:
    """A guess at what stands near in a photo.

    The prior is where near things stand in most photographs (low and central) and what differs in
    colour from the picture's top and side borders; a graph cut settles it (Rother, Kolmogorov and
    Blake, "GrabCut", SIGGRAPH 2004, as in OpenCV), and a guided filter fits the edge to the photo
    (He, Sun and Tang, 2010).

    Parameters
    ----------
    photo : (H, W, 3 or 4) sRGB.
    seed : for the colour models' initial clusters.

    Returns
    -------
    (H, W) uint8 alpha of the near part; it covers between 3 and 70 % of the picture.
    """
    report(progress, 0.0, tr("Finding what stands near"))
    height, width = photo.shape[:2]
    scale = _LONG_SIDE / max(height, width)
    small: NDArray = _eight_bit(photo[..., :3])
    size = (max(8, round(width * scale)), max(8, round(height * scale)))
    small = cv2.resize(small, size, interpolation=cv2.INTER_AREA)
    likely = _likelihood(small)
    labels = np.full(likely.shape, cv2.GC_PR_BGD, np.uint8)
    labels[likely > np.quantile(likely, 0.70)] = cv2.GC_PR_FGD
    labels[likely > np.quantile(likely, 0.96)] = cv2.GC_FGD
    labels[likely < np.quantile(likely, 0.25)] = cv2.GC_BGD
    cv2.setRNGSeed(seed)
    report(progress, 0.2, tr("Finding what stands near"))
    far_colours, near_colours = np.zeros((1, 65)), np.zeros((1, 65))
    whole = (0, 0, *size)
    cv2.grabCut(small, labels, whole, far_colours, near_colours, 4, cv2.GC_INIT_WITH_MASK)
    near = np.isin(labels, (cv2.GC_FGD, cv2.GC_PR_FGD)).astype(np.uint8)
    near = _largest_pieces(cv2.morphologyEx(near, cv2.MORPH_OPEN, np.ones((3, 3), np.uint8)))
    if not 0.03 <= near.mean() <= 0.70:
        near = (likely > np.quantile(likely, 0.75)).astype(np.uint8)
    report(progress, 0.7, tr("Fitting the edge"))
    return _fit_edge(photo, near)


def _eight_bit(photo: NDArray) -> NDArray:
    return photo if photo.dtype == np.uint8 else (photo >> 8).astype(np.uint8)


def _likelihood(small: NDArray) -> NDArray:
    """How near each pixel seems: low in the frame, central, unlike the top and side borders."""
    height, width = small.shape[:2]
    lab: NDArray = cv2.cvtColor(small, cv2.COLOR_RGB2LAB).astype(np.float32)
    lab = cv2.GaussianBlur(lab, (0, 0), 2)
    rim = max(2, height // 16)
    border = np.concatenate([lab[:rim].reshape(-1, 3), lab[:, :rim].reshape(-1, 3)])
    mean, cov = border.mean(axis=0), np.cov(border.T) + np.eye(3) * 20
    unlike = np.sqrt(np.einsum("yxi,ij,yxj->yx", lab - mean, np.linalg.inv(cov), lab - mean))
    y, x = np.mgrid[0:height, 0:width].astype(np.float32)
    low = y / max(height - 1, 1)
    central = np.exp(-(((x / max(width - 1, 1)) - 0.5) ** 2) / 0.08)
    likely: NDArray = np.minimum(unlike, 4.0) / 4.0 + 0.8 * low + 0.7 * central
    return cv2.GaussianBlur(likely.astype(np.float32), (0, 0), 3)


def _largest_pieces(near: NDArray) -> NDArray:
    """`near` without pieces smaller than a tenth of its largest one, and without small holes."""
    for value in (1, 0):
        count, labels, stats, _ = cv2.connectedComponentsWithStats((near == value).astype(np.uint8))
        if count > 1:
            areas = stats[1:, cv2.CC_STAT_AREA]
            for index in np.flatnonzero(areas < 0.1 * areas.max()):
                near = np.where(labels == index + 1, 1 - value, near).astype(np.uint8)
    return near


def _fit_edge(photo: NDArray, near: NDArray) -> NDArray:
    """The small binary mask at full size, its edge drawn to the photo's by a guided filter."""
    height, width = photo.shape[:2]
    limit = min(1.0, 1600 / max(height, width))
    size = (max(8, round(width * limit)), max(8, round(height * limit)))
    guide: NDArray = cv2.resize(_eight_bit(photo[..., :3]), size, interpolation=cv2.INTER_AREA)
    guide = cv2.cvtColor(guide, cv2.COLOR_RGB2GRAY).astype(np.float32) / 255
    mask = cv2.resize(near.astype(np.float32), size, interpolation=cv2.INTER_LINEAR)
    window = (2 * max(2, round(max(size) / 120)) + 1,) * 2

    def mean(values: NDArray) -> NDArray:
        return cv2.boxFilter(values, -1, window, borderType=cv2.BORDER_REFLECT)

    m_guide, m_mask = mean(guide), mean(mask)
    slope = (mean(guide * mask) - m_guide * m_mask) / (mean(guide * guide) - m_guide**2 + 1e-4)
    offset = m_mask - slope * m_guide
    soft: NDArray = np.clip(mean(slope) * guide + mean(offset), 0, 1)
    soft = np.clip((soft - 0.25) / 0.5, 0, 1)  # leaves a soft edge, but no veil over the rest
    soft = cv2.resize(soft, (width, height), interpolation=cv2.INTER_LINEAR)
    return np.rint(soft * 255).astype(np.uint8)
