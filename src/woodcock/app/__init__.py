"""The window: PySide6 and nothing that computes."""

import gc

# Starting makes tens of thousands of objects that stay. At Python's usual threshold of 700 the
# collector would look through all of them again and again, a tenth of the time it takes to start.
gc.set_threshold(30_000, 20, 20)
