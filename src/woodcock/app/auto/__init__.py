"""Clips made by themselves: the ways in, the steps as they come, other proposals."""
