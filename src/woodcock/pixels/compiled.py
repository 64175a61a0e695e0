"""How the inner loops are compiled."""

OPTIONS = {"nogil": True, "cache": True, "fastmath": True, "error_model": "numpy"}
INLINE = {**OPTIONS, "inline": "always"}
