"""Sound on arrays: (N, 2) float32, left and right, 48,000 a second, 1 is full scale."""

RATE = 48_000
