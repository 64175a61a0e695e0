"""What `make demo` does: the demo project in the window, with or without a display.

A number makes the exported clip so many seconds long, for a quick look.
"""

from __future__ import annotations

import os
import sys
from pathlib import Path

OUT = Path(__file__).parent.parent / "build" / "demo"


def has_display() -> bool:
    return bool(os.environ.get("DISPLAY") or os.environ.get("WAYLAND_DISPLAY"))


def offscreen(seconds: float | None = None) -> int:
    """Drive the same window without a display; export the clip and take a picture of it."""
    from offscreen import Stand

    OUT.mkdir(parents=True, exist_ok=True)
    print("No display: driving the window offscreen (about a minute).", flush=True)
    stand = Stand()
    failures: list[str] = []
    stand.window.state.failed.connect(failures.append)
    stand.open_demo()
    if seconds is not None:
        from msgspec.structs import replace

        from woodcock.session import acts

        stand.window.state.act(
            "Length", lambda p: acts.set_frame(p, replace(p.frame, seconds=seconds))
        )
    stand.window.state.go("Move")
    stand.photograph(OUT / "window.png")
    from woodcock.model import Delivery

    stand.window.work.exports.add(Delivery(), OUT / "demo.mp4")
    stand.settle()
    failures += [x.told for x in stand.window.work.exports.items if x.state != "done"]
    stand.close()
    for sentence in failures:
        print(sentence, file=sys.stderr)
    if not failures:
        print(f"The clip is in {OUT / 'demo.mp4'}, the window's picture in {OUT / 'window.png'}.")
    return 1 if failures else 0


if __name__ == "__main__":
    if has_display():
        from woodcock.cli import main

        sys.exit(main(["demo"]))
    sys.exit(offscreen(float(sys.argv[1]) if len(sys.argv) > 1 else None))
