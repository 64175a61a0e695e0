"""The window without a display: shown, driven until it is at rest, and photographed."""

from __future__ import annotations

import os
import time

os.environ.setdefault("QT_QPA_PLATFORM", "offscreen")

from woodcock.app.main import application
from woodcock.app.window import MainWindow


class Stand:
    """A window of 1280 x 800 that waits for its own background work."""

    def __init__(self):
        self.application = application()
        self.window = MainWindow()
        self.window.resize(1280, 800)
        self.window.show()

    def open_demo(self):
        """The demo project, its clip at rest."""
        self.window.files.open_demo()
        self.until(lambda: self.window.state.playing)
        self.window.player.stop()
        self.settle()

    def settle(self, seconds=300.0):
        """Wait until nothing is under way any more."""
        end, quiet = time.monotonic() + seconds, 0
        while time.monotonic() < end:
            self.application.processEvents()
            time.sleep(0.01)
            idle = self.window.work.idle and not self.window.previews.busy
            quiet = quiet + 1 if idle else 0
            if quiet > 20:
                return
        raise TimeoutError("the window did not come to rest")

    def until(self, condition, seconds=300.0):
        """Let the window live on until `condition()` holds, and a moment longer."""
        end = time.monotonic() + seconds
        while not condition():
            if time.monotonic() > end:
                raise TimeoutError("it did not happen in time")
            self.application.processEvents()
            time.sleep(0.01)
        end = time.monotonic() + 0.8
        while time.monotonic() < end:
            self.application.processEvents()
            time.sleep(0.01)

    def photograph(self, path):
        """Save what the window shows as a PNG."""
        self.settle()
        if not self.window.grab().save(str(path)):
            raise OSError(f"{path} could not be written")

    def close(self):
        self.window.state.document.mark_saved(self.window.state.project, None)
        self.window.close()
