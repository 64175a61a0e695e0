"""Threads that step back for whoever waits at the window."""

from __future__ import annotations

import os
import threading

HAND, EYE, JOB = 5, 7, 10  # how far: what a hand waits for, what is looked at, what takes long


def step_back(by: int = JOB) -> None:
    """Give the calling thread, and those it starts, less of the processor than others that want it.

    On Linux each thread has a nice value of its own; elsewhere nothing happens. With both cores of
    a machine at work the window's thread else gets a third of one.
    """
    try:
        os.setpriority(os.PRIO_PROCESS, threading.get_native_id(), by)
    except (OSError, AttributeError):
        return  # it works as well, only less smoothly
