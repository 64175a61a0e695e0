"""Package faces whose parts are loaded when they are first asked for (PEP 562)."""

from __future__ import annotations

import sys
from collections.abc import Callable, Mapping
from importlib import import_module


def lazily(package: str, modules: Mapping[str, str]) -> Callable[[str], object]:
    """The `__getattr__` of a package: which of its modules each public name comes from.

    Numba and SciPy take longer to load than the whole window: a face must not load them for one
    light name.
    """

    def get(name: str) -> object:
        if name not in modules:
            raise AttributeError(f"module {package!r} has no attribute {name!r}")
        value = getattr(import_module(f"{package}.{modules[name]}"), name)
        setattr(sys.modules[package], name, value)
        return value

    return get
