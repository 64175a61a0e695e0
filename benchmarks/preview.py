"""Preview of five layers at half size: frames a second, beside OpenCV warping one layer."""

from __future__ import annotations

import cv2
import numpy as np
from common import seconds, show, staged
from msgspec.structs import replace

from woodcock.app.picture.image import image_of
from woodcock.model import Depth, Frame, Relief

SIZE = 960, 540


def main():
    project, studio = staged(2400, 1600, 5, Frame(1920, 1080, 30, 6.0))
    first_frame = studio.frame(project, 0.0, SIZE)
    times = np.linspace(0, project.frame.last, 90)

    def play():
        for time in times:
            image_of(studio.frame(project, float(time), SIZE))

    source = np.dstack([first_frame, first_frame[..., :1]]).astype(np.float32)
    matrix = np.array([[1.05, 0, -3.3], [0, 1.05, -2.7], [0, 0, 1.0]])

    def warp():
        for _ in times:
            cv2.warpPerspective(source, matrix, SIZE, flags=cv2.INTER_CUBIC)

    play(), warp()
    rate = len(times) / seconds(play, 3)
    beside = len(times) / seconds(warp, 3)
    show("preview, 5 layers at 960x540, frames a second",
         f"{rate:.0f}  (one cubic warp: {beside:.0f})", ">= 30", rate >= 30)  # fmt: skip

    relief = with_relief(*staged(2400, 1600, 3, Frame(1920, 1080, 30, 6.0)))
    studio_of_relief = relief[1]

    def play_relief():
        for time in times:
            image_of(studio_of_relief.frame(relief[0], float(time), SIZE))

    play_relief()
    rate = len(times) / seconds(play_relief, 3)
    show("the same, 3 layers with relief", f"{rate:.0f}", ">= 12", rate >= 12)


def with_relief(project, studio):
    """Every layer with the relief that a hilly depth map gives it."""
    rng = np.random.default_rng(3)
    hills = cv2.GaussianBlur(rng.normal(size=(400, 600)).astype(np.float32), (0, 0), 40)
    hills = (hills - hills.min()) / np.ptp(hills)
    depth = Depth(studio.store.put(np.rint(hills * 65535).astype(np.uint16)), 2.0, 100.0)
    project = replace(project, depth=depth)
    for layer in project.layers:
        relief = Relief(thickness=layer.distance / 2)
        project = project.with_layer(replace(layer, relief=relief))
    return project, studio


if __name__ == "__main__":
    main()
