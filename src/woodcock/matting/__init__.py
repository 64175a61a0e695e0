"""Alpha matting: how much of each pixel at an edge is in front, and what both colours are."""
