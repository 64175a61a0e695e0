"""The squares in which a plate is known to be empty or not."""

BLOCK = 16  # pixels a side
