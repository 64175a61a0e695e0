"""How much memory and time it takes to read files, helpers included.

`python tests/peaks.py FOLDER NAME ...` reads some of `bombs.BOMBS`, or all, one after the other,
and writes for each: seconds, bytes, what came of it; at last the megabytes that this process and
the largest of its helpers had at the most.
"""

import contextlib
import gc
import logging
import re
import sys
import time
from pathlib import Path

from bombs import BOMBS
from broken_files import KINDS, outcome
from woodcock.apart import helper


def peak(process="self"):
    """Megabytes that a process had at the most."""
    text = Path(f"/proc/{process}/status").read_text()
    return int(re.search(r"VmHWM:\s*(\d+)", text)[1]) / 1000


def main(folder, *names):
    logging.disable(logging.CRITICAL)
    peaks, end = [0.0], helper._end

    def ended(process, link):
        with contextlib.suppress(OSError, TypeError):  # it is gone already
            peaks.append(peak(process.pid))
        end(process, link)

    helper._end = ended
    for name in names or BOMBS:
        kind, make = BOMBS[name]
        path = Path(folder) / f"x{KINDS[kind][1]}"
        path.write_bytes(make())
        size, began = path.stat().st_size, time.monotonic()
        what, told = outcome(kind, path)
        print(f"{time.monotonic() - began:.2f} {size} {what} {name}: {told[:120]}", flush=True)
    for each in [x for x in gc.get_objects() if isinstance(x, helper.Helper)]:
        each.close()
    print(f"{peak():.0f} {max(peaks):.0f}")


if __name__ == "__main__":
    main(*sys.argv[1:])
