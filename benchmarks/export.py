"""Export of a 3-layer 1080p clip beside encoding the same frames, ready made."""

from __future__ import annotations

import statistics
import tempfile
from pathlib import Path

from common import seconds, show, staged

from woodcock.media import export_video
from woodcock.model import Delivery, Frame
from woodcock.session.deliver import deliver


def main(rounds=3):
    project, studio = staged(2400, 1600, 3, Frame(1920, 1080, 30, 2.0))
    frame = project.frame
    ready = [studio.frame(project, frame.time(index)) for index in range(frame.count)]
    size = frame.width, frame.height
    with tempfile.TemporaryDirectory() as folder:
        path = Path(folder) / "clip.mp4"
        ratios, ours, bare = [], [], []
        for _ in range(rounds):
            ours.append(seconds(lambda: deliver(project, Delivery(), path, studio)))
            bare.append(seconds(lambda: export_video(path, ready, frame.count, size, frame.rate)))
            ratios.append(ours[-1] / bare[-1])
    ratio = statistics.median(ratios)
    each = [statistics.median(times) / frame.count * 1000 for times in (ours, bare)]
    show("export of 3 layers at 1080p / encoding alone",
         f"{ratio:.2f}  ({each[0]:.0f} ms / {each[1]:.0f} ms a frame)",
         "<= 1.6", ratio <= 1.6)  # fmt: skip


if __name__ == "__main__":
    main()
