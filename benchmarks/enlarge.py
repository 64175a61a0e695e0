"""Enlarging beside Lanczos and bicubic: photographs averaged down, enlarged, compared."""

from __future__ import annotations

import cv2
import numpy as np
from common import show, timed
from skimage import data
from skimage.metrics import peak_signal_noise_ratio, structural_similarity

from woodcock.rebuild.enlarge import enlarge

_NAMES = ("astronaut", "coffee", "chelsea", "rocket", "camera", "brick", "grass", "gravel")


def main():
    methods = {
        "Woodcock": enlarge,
        "Lanczos": lambda p, size: cv2.resize(p, size, interpolation=cv2.INTER_LANCZOS4),
        "bicubic": lambda p, size: cv2.resize(p, size, interpolation=cv2.INTER_CUBIC),
    }
    for factor in (1.5, 2, 3):
        figures = {name: [] for name in methods}
        for name in _NAMES:
            picture = getattr(data, name)()
            picture = np.dstack([picture] * 3) if picture.ndim == 2 else picture[..., :3]
            height, width = (side // 6 * 6 for side in picture.shape[:2])
            true = np.ascontiguousarray(picture[:height, :width])
            size = round(width / factor), round(height / factor)
            small = cv2.resize(true, size, interpolation=cv2.INTER_AREA)
            for method, work in methods.items():
                made, taken = timed(work, small, (width, height))
                alike = structural_similarity(true, made, channel_axis=2)
                figures[method].append((peak_signal_noise_ratio(true, made), alike, taken))
        means = {method: np.mean(rows, axis=0) for method, rows in figures.items()}
        for method, (decibels, alike, taken) in means.items():
            print(f"{factor} times: {method:<10} {decibels:.2f} dB  {alike:.4f}  {taken:.3f} s")
        gain = means["Woodcock"][0] - means["Lanczos"][0]
        show(f"enlarging {factor} times, over Lanczos", f"{gain:+.2f} dB", "> 0", gain > 0)


if __name__ == "__main__":
    main()
