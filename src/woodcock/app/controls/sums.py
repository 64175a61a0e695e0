"""Simple sums, as they are typed into a number's field: "100*1.15", "(3+2)/4"."""

from __future__ import annotations

import ast
import math
import operator
import re
from collections.abc import Callable

_WAYS: dict[type[ast.operator], Callable[[float, float], float]] = {
    ast.Add: operator.add, ast.Sub: operator.sub, ast.Mult: operator.mul, ast.Div: operator.truediv,
}  # fmt: skip
_LONGEST = 80  # characters


def summed(text: str) -> float | None:
    """What a sum of numbers comes to, a comma being a point; None where it is none, or infinite."""
    if len(text) > _LONGEST:
        return None
    try:
        plain = re.sub(r"(?<![\d.])0+(?=\d)", "", text.strip().replace(",", "."))
        value = _value(ast.parse(plain, mode="eval").body)
    except (SyntaxError, ValueError, ArithmeticError, RecursionError):
        return None
    return value if value is not None and math.isfinite(value) else None


def _value(node: ast.expr) -> float | None:
    if isinstance(node, ast.Constant) and isinstance(node.value, int | float):
        return float(node.value)
    if isinstance(node, ast.UnaryOp) and isinstance(node.op, ast.USub | ast.UAdd):
        value = _value(node.operand)
        return value if value is None or isinstance(node.op, ast.UAdd) else -value
    if isinstance(node, ast.BinOp) and type(node.op) in _WAYS:
        left, right = _value(node.left), _value(node.right)
        return None if left is None or right is None else _WAYS[type(node.op)](left, right)
    return None
