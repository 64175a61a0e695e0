"""The list, the lanes, the ruler, the curves."""
