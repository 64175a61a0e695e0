"""Code of later steps, loaded while nobody waits for it."""

from __future__ import annotations

import importlib
import threading

_LATER = (
    "woodcock.app.separate.panel",
    "woodcock.app.separate.cut_scene",
    "woodcock.app.separate.cutter",
    "woodcock.session.cutting",
    "woodcock.app.rebuild.panel",
    "woodcock.app.rebuild.rebuild_scene",
    "woodcock.app.rebuild.repairer",
    "woodcock.app.stage.panel",
    "woodcock.app.stage.plan",
    "woodcock.app.move.panel",
    "woodcock.app.move.pair_scene",
    "woodcock.app.move.framing_scene",
    "woodcock.app.finish.panel",
    "woodcock.session.soundtrack",
    "woodcock.app.export.panel",
)


def load_ahead() -> threading.Thread:
    """Import what later steps need on a thread of its own; the first visit then waits for less."""

    def load() -> None:
        for name in _LATER:
            importlib.import_module(name)

    thread = threading.Thread(target=load, name="ahead", daemon=True)
    thread.start()
    return thread
