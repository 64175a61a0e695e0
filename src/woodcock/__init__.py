"""Woodcock turns one still photograph into a short parallax clip."""

__version__ = "0.1.0"
