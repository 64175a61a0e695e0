"""Distances as they are shown."""

from __future__ import annotations

import math

from woodcock.texts import number


def rounded(metres: float) -> float:
    """A distance with the digits a person can mean when dragging."""
    digits = 2 - math.floor(math.log10(max(metres, 1e-3)))
    return round(metres, max(digits - 1, 0) if metres < 100 else 0)


def format_metres(metres: float) -> str:
    return f"{number(metres, '.3g')} m" if metres < 1000 else f"{number(metres / 1000, '.3g')} km"
