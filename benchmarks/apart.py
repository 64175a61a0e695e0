"""What it costs that pictures are decoded in a confined process: as ratios to decoding here.

python benchmarks/apart.py
"""

from __future__ import annotations

import tempfile
import time
from collections.abc import Callable
from pathlib import Path

import cv2
import numpy as np

from woodcock.media import load_picture
from woodcock.media.picture import decode_png, encode_png
from woodcock.media.picture_bytes import picture_of


def least(work: Callable[[], object], times: int = 3) -> float:
    took = []
    for _ in range(times):
        began = time.perf_counter()
        work()
        took.append(time.perf_counter() - began)
    return min(took)


def main() -> None:
    small = np.random.default_rng(0).integers(0, 255, (400, 600, 3)).astype(np.uint8)
    photo = cv2.resize(small, (6000, 4000), interpolation=cv2.INTER_CUBIC)
    path = Path(tempfile.mkdtemp()) / "photo.jpg"
    cv2.imwrite(str(path), photo, [cv2.IMWRITE_JPEG_QUALITY, 92])
    began = time.perf_counter()
    load_picture(path)
    print(f"the first photo, with the start of the helper: {time.perf_counter() - began:.2f} s")
    content = np.fromfile(path, np.uint8)
    mask = encode_png((photo[..., 0] > 128).astype(np.uint8) * 255)
    tile = encode_png(np.dstack([photo[:256, :256], photo[:256, :256, :1]]))
    for name, apart, here in (
        ("JPEG of 24 Mpx", lambda: load_picture(path), lambda: picture_of(content, "x")),
        *(
            (what, lambda data=data: decode_png(data),
             lambda data=data: cv2.imdecode(np.frombuffer(data, np.uint8), cv2.IMREAD_UNCHANGED))
            for what, data in (("PNG of 24 Mpx", encode_png(photo)), ("mask of 24 Mpx", mask),
                               ("painted square", tile))
        ),
    ):  # fmt: skip
        there = least(apart)
        print(f"{name}: {there:.3f} s, {there / least(here):.2f} times as long as here")


if __name__ == "__main__":
    main()
