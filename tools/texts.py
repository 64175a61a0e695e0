"""Gather the texts of the sources into the catalogues that Qt Linguist edits: `make texts`.

What is new comes in unfinished, what is gone is dropped, translations stay.
"""

from __future__ import annotations

import subprocess
import sys
from pathlib import Path

ROOT = Path(__file__).parents[1]
FOLDER = ROOT / "src" / "woodcock" / "assets" / "texts"


def gather(catalogue: Path, language: str) -> None:
    """Bring a catalogue up to date; of English only what has plural forms is needed."""
    sources = sorted(str(file) for file in (ROOT / "src" / "woodcock").rglob("*.py"))
    command = [str(Path(sys.executable).with_name("pyside6-lupdate")), "-silent", "-no-obsolete"]
    command += ["-locations", "none", "-tr-function-alias", "tr+=tr_noop"]
    command += ["-source-language", "en", "-target-language", language]
    command += ["-pluralonly"] if language == "en" else []
    subprocess.run([*command, *sources, "-ts", str(catalogue)], check=True, cwd=ROOT)


if __name__ == "__main__":
    for file in sorted(FOLDER.glob("woodcock_*.ts")):
        gather(file, file.stem.removeprefix("woodcock_"))
        text = file.read_text(encoding="utf-8")
        texts, left = text.count("<source>"), text.count('type="unfinished"')
        print(f"{file.name}: {texts} texts, {left} not translated")
