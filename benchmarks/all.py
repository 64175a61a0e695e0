"""Run every benchmark; ratios come from one run on one machine, so its mood cancels out."""

from __future__ import annotations

import enlarge
import export
import memory
import preview
import rebuild
import repair
import separate
import start

if __name__ == "__main__":
    for benchmark in (start, preview, export, memory, separate, rebuild, enlarge, repair):
        benchmark.main()
