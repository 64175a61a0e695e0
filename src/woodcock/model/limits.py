"""Limits and defaults that several parts of the program hold to."""

from __future__ import annotations

MOST_PIXELS = 200_000_000  # of a picture
MOST_CUTS = 12  # layers a photo is cut into, the background included
HOLE_GROWTH = 7.0  # pixels of a 1080-line frame by which a cut may be off
DISTANCES = (3.0, 10.0, 60.0)  # metres of something near, of the middle, of the background
RELIEF_CUT = 0.2  # jump in depth, a share of a relief's thickness, at which it is taken apart
