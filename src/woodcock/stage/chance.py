"""Chance with a seed: the same on every machine, in any order."""

from __future__ import annotations

_WORD = (1 << 64) - 1


def random_value(seed: int, index: int) -> float:
    """SplitMix64 of Steele, Lea and Flood (OOPSLA 2014), from -1 to 1."""
    z = (seed * 0x9E3779B97F4A7C15 + index * 0xD1B54A32D192ED03 + 0x9E3779B97F4A7C15) & _WORD
    z = ((z ^ (z >> 30)) * 0xBF58476D1CE4E5B9) & _WORD
    z = ((z ^ (z >> 27)) * 0x94D049BB133111EB) & _WORD
    return ((z ^ (z >> 31)) >> 11) / (1 << 52) - 1
