"""Would the tests notice? Wrong changes made one at a time, and the tests run that should see them.

    python tools/mutate.py --count 60 --seed 1            on a copy of the checkout
    python tools/mutate.py --only render/mips.py

A mutant changes one operator, number, comparison, branch or call of a function in the core. Then
the test files that import its module, or what imports that, are run until one fails. A mutant that
ends in a time-out counts as killed. Prints each mutant that lived, and the share that was killed.
"""

from __future__ import annotations

import argparse
import ast
import os
import random
import re
import shutil
import subprocess
import sys
import tempfile
from pathlib import Path
from typing import NamedTuple

ROOT = Path(__file__).parent.parent
SKIPPED = ("app", "cli.py", "__main__.py", "lazy.py", "session/log.py", "session/prepare.py")
SWAPS = {
    ast.Add: "-", ast.Sub: "+", ast.Mult: "/", ast.Div: "*", ast.Lt: ">", ast.Gt: "<",
    ast.LtE: ">", ast.GtE: "<", ast.Eq: "!=", ast.NotEq: "==", ast.And: "or", ast.Or: "and",
    ast.BitAnd: "|", ast.BitOr: "&",
}  # fmt: skip
SIGNS = {
    ast.Add: "+", ast.Sub: "-", ast.Mult: "*", ast.Div: "/", ast.Lt: "<", ast.Gt: ">",
    ast.LtE: "<=", ast.GtE: ">=", ast.Eq: "==", ast.NotEq: "!=", ast.And: "and", ast.Or: "or",
    ast.BitAnd: "&", ast.BitOr: "|",
}  # fmt: skip
MOST_FILES, LIMIT = 7, 400  # test files a mutant, seconds for them


class Mutant(NamedTuple):
    file: Path
    line: int
    start: int  # places in the file's text
    end: int
    new: str
    old: str


def mutants_of(file: Path) -> list[Mutant]:
    """All that can be made of a file's functions."""
    text = file.read_text()
    starts = [0]
    for line in text.splitlines(keepends=True):
        starts.append(starts[-1] + len(line))
    found: list[Mutant] = []

    def place(line: int, column: int) -> int:
        whole = text[starts[line - 1] : starts[line]]
        return starts[line - 1] + len(whole.encode()[:column].decode())

    def between(left: ast.expr, right: ast.expr, sign: str, new: str) -> None:
        start = place(left.end_lineno, left.end_col_offset)
        end = place(right.lineno, right.col_offset)
        at = re.search(rf"(?<![\w<>=!]){re.escape(sign)}(?![\w<>=])|\b{sign}\b"
                       if sign.isalpha() else re.escape(sign), text[start:end])  # fmt: skip
        if at:
            a = start + at.start()
            found.append(Mutant(file, left.end_lineno, a, a + len(sign), new, sign))

    def whole(node: ast.AST, new: str) -> None:
        a, b = place(node.lineno, node.col_offset), place(node.end_lineno, node.end_col_offset)
        found.append(Mutant(file, node.lineno, a, b, new, text[a:b]))

    for function in ast.walk(ast.parse(text)):
        if not isinstance(function, ast.FunctionDef):
            continue
        body = function.body
        if body and isinstance(body[0], ast.Expr) and isinstance(body[0].value, ast.Constant):
            body = body[1:]  # the docstring
        for node in (inner for statement in body for inner in ast.walk(statement)):
            if isinstance(node, ast.BinOp) and type(node.op) in SWAPS:
                between(node.left, node.right, SIGNS[type(node.op)], SWAPS[type(node.op)])
            elif isinstance(node, ast.Compare) and type(node.ops[0]) in SWAPS:
                op = type(node.ops[0])
                between(node.left, node.comparators[0], SIGNS[op], SWAPS[op])
            elif isinstance(node, ast.BoolOp):
                op = type(node.op)
                between(node.values[0], node.values[1], SIGNS[op], SWAPS[op])
            elif isinstance(node, ast.Constant) and type(node.value) in (int, float):
                whole(node, repr(node.value + 1 if node.value in (0, 1) else node.value * 2))
            elif isinstance(node, ast.Constant) and isinstance(node.value, bool):
                whole(node, repr(not node.value))
            elif isinstance(node, ast.Name) and node.id in ("min", "max"):
                whole(node, "max" if node.id == "min" else "min")
            elif isinstance(node, ast.If):
                whole(node.test, f"not ({ast.get_source_segment(text, node.test)})")
            elif isinstance(node, ast.Expr) and isinstance(node.value, ast.Call):
                whole(node, "None")
            elif isinstance(node, ast.AugAssign):
                whole(node, "pass")
    return found


def importers(module: str, files: dict[str, str]) -> set[str]:
    """The modules whose text imports this one, by its own name or by the package's face."""
    package, _, name = module.rpartition(".")
    own = (ROOT / "src" / (module.replace(".", "/") + ".py")).read_text()
    public = set(re.findall(r"^(?:def|class) ([A-Za-z]\w*)", own, re.M))
    out = set()
    for other, text in files.items():
        direct = re.search(rf"\b{re.escape(module)}\b", text)
        named = re.search(rf"from {re.escape(package)} import ([^()\n]+|\([^)]*\))", text)
        words = set(re.findall(r"\w+", named[1])) if named else set()
        if direct or name in words or words & public:
            out.add(other)
    return out


def test_files(file: Path) -> list[str]:
    """The tests that import a module, then those that import what imports it."""
    src = ROOT / "src"
    modules = {
        ".".join(x.relative_to(src).with_suffix("").parts): x.read_text() for x in src.rglob("*.py")
    }
    tests = {x.name: x.read_text() for x in sorted((ROOT / "tests").glob("test_*.py"))}
    module = ".".join(file.relative_to(src).with_suffix("").parts)
    chosen: list[str] = []
    ring = {module}
    for _ in range(3):
        near = sorted({t for m in ring if "__init__" not in m for t in importers(m, tests)})
        chosen += [t for t in near if t not in chosen]
        if len(chosen) >= MOST_FILES:
            break
        ring = {m for near in ring if "__init__" not in near for m in importers(near, modules)}
    quick = sorted(chosen[: 2 * MOST_FILES], key=lambda t: ("window" in t, chosen.index(t)))
    return quick[:MOST_FILES]


def lives(mutant: Mutant, copy: Path, tests: list[str]) -> bool:
    """Whether the tests pass with it."""
    there = copy / mutant.file.relative_to(ROOT)
    text = mutant.file.read_text()
    there.write_text(text[: mutant.start] + mutant.new + text[mutant.end :])
    env = {**os.environ, "PYTHONPATH": f"{copy / 'src'}:{copy / 'benchmarks'}",
           "QT_QPA_PLATFORM": "offscreen"}  # fmt: skip
    command = [sys.executable, "-m", "pytest", "-x", "-q", "--no-header", "-p", "no:cacheprovider",
               "--timeout", "120", *(f"tests/{name}" for name in tests)]  # fmt: skip
    try:
        run = subprocess.run(command, cwd=copy, env=env, capture_output=True, timeout=LIMIT)
        return run.returncode == 0
    except subprocess.TimeoutExpired:
        return False
    finally:
        there.write_text(text)


def main() -> int:
    parser = argparse.ArgumentParser(description=__doc__.splitlines()[0])
    parser.add_argument("--count", type=int, default=60)
    parser.add_argument("--seed", type=int, default=1)
    parser.add_argument("--only", default="", help="files whose path holds this")
    options = parser.parse_args()
    core = ROOT / "src" / "woodcock"
    files = [
        x for x in sorted(core.rglob("*.py"))
        if not str(x.relative_to(core)).startswith(SKIPPED) and options.only in str(x)
    ]  # fmt: skip
    every = {file: mutants_of(file) for file in files}
    every = {file: found for file, found in every.items() if found}
    draw = random.Random(options.seed)
    weights = [len(found) ** 0.5 for found in every.values()]  # long files, but not they alone
    killed = 0
    with tempfile.TemporaryDirectory() as folder:
        copy = Path(folder) / "checkout"
        skip = shutil.ignore_patterns(".git", ".venv", "build", "truth", "madeup")
        shutil.copytree(ROOT, copy, ignore=skip)
        for number in range(1, options.count + 1):
            file = draw.choices(list(every), weights)[0]
            mutant = draw.choice(every[file])
            tests = test_files(file)
            alive = not tests or lives(mutant, copy, tests)
            killed += not alive
            where = f"{file.relative_to(core)}:{mutant.line}"
            said = f"{mutant.old.splitlines()[0][:40]} -> {mutant.new.splitlines()[0][:44]}"
            print(f"{number:3} {'LIVED ' if alive else 'killed'} {where}: {said} "
                  f"({', '.join(tests) if alive else ''})", flush=True)  # fmt: skip
    print(f"{killed} of {options.count} killed: {killed / options.count:.0%}")
    return 0


if __name__ == "__main__":
    sys.exit(main())
