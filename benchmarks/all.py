"""Run every benchmark; ratios come from one run on one machine, so its mood cancels out."""

from __future__ import annotations

import enlarge
import export
import memory
import move
import preview
import rebuild
import repair
import separate
import start
import things
import view
import waits

if __name__ == "__main__":
    steps = (
        start,
        preview,
        move,
        export,
        memory,
        separate,
        rebuild,
        enlarge,
        repair,
        view,
        things,
        waits,
    )
    for benchmark in steps:
        benchmark.main()
