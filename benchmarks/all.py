"""Run the benchmarks; ratios come from one run on one machine, so its mood cancels out.

Each figure is held against the last committed one (figures.json); what got worse by more than 15 %
is said at the end. `--quick` takes under three minutes; `--keep` makes the figures of this run the
ones to hold others against.
"""

from __future__ import annotations

import argparse
import importlib
import json
import sys
from pathlib import Path

import common

FIGURES = Path(__file__).parent / "figures.json"
QUICK = ("start", "preview", "export", "memory", "move")
SLOW = (
    "finish",
    "things",
    "separate",
    "found",
    "edges",
    "rebuild",
    "enlarge",
    "repair",
    "view",
    "waits",
    "saves",
    "deliveries",
)
EVERY = *QUICK, *SLOW
WORSE = 1.15


def worse_by(name: str, now: float, before: float) -> float:
    """How many times as bad a figure is as it was, by which way it should go."""
    up = common.SHOULD_RISE.get(name, False)
    return (before / now if up else now / before) if now > 0 and before > 0 else 1.0


def main() -> int:
    parser = argparse.ArgumentParser(description=__doc__)
    parser.add_argument("--quick", action="store_true", help="only what takes under 3 minutes")
    parser.add_argument("--keep", action="store_true", help="keep this run's figures")
    parser.add_argument("only", nargs="*", help="only these benchmarks")
    options = parser.parse_args()
    for name in options.only or (QUICK if options.quick else EVERY):
        importlib.import_module(name).main()
    before = json.loads(FIGURES.read_text()) if FIGURES.exists() else {}
    worse = [
        (worse_by(name, now, before[name]), name, now)
        for name, now in common.FIGURES.items()
        if name in before and worse_by(name, now, before[name]) > WORSE
    ]
    for by, name, now in sorted(worse, reverse=True):
        print(f"WORSE by {by - 1:.0%}: {name}: {now:g}, was {before[name]:g}")
    new = [name for name in common.FIGURES if name not in before]
    print(f"{len(common.FIGURES)} figures, {len(worse)} worse by more than 15 %, {len(new)} new.")
    if options.keep:
        FIGURES.write_text(json.dumps({**before, **common.FIGURES}, indent=1) + "\n")
    return 1 if worse else 0


if __name__ == "__main__":
    sys.exit(main())
