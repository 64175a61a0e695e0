"""Render the demo photographs with the truth behind them.

    python demo/make_scene.py [scene ...] [--samples N] [--scale S] [--develop]

The scenes are inlet, stair, still, street and tabletop. Writes the photographs, the masks a person
would cut, and `demo/truth/`. Seeded: the same code on the same machine gives the same pixels. The
light is kept in `build/scenes/`; `--develop` starts from it instead of rendering again. Needs
`requirements/scene.txt`; see `demo/README.md`.
"""

from __future__ import annotations

import argparse
import importlib
import time
from pathlib import Path
from typing import Any

import numpy as np
from madeup import prints
from madeup.denoise import calmed

KEPT = Path(__file__).parent.parent / "build" / "scenes"
SCENES = {"inlet": 8, "stair": 8, "still": 8, "street": 8, "tabletop": 8}  # samples a pixel
ASIDE = {"side": {"right": 0.10}, "ahead": {"ahead": 0.4, "up": 0.05}}  # metres
ASIDE_SAMPLES = 16


def render(name: str, samples: int, scale: float) -> None:
    """The light of every layer of one scene, into `build/scenes/`."""
    from madeup import tracer

    module: Any = importlib.import_module(f"madeup.{name}")
    scene, camera = module.scene(), module.camera()
    size = tuple(int(v * scale) for v in camera.size)
    lens = module.camera(size)
    _keep(name, tracer.trace(scene, lens, samples))
    if name == "inlet":
        whole = tracer.whole(scene)
        half = module.camera((size[0] // 2, size[1] // 2))
        for aside, move in ASIDE.items():
            _keep(f"{name}-{aside}", tracer.trace(whole, half.moved(**move), ASIDE_SAMPLES))


def _keep(name: str, light: np.ndarray) -> None:
    np.save(KEPT / f"{name}.npy", np.stack([calmed(layer) for layer in light]))


def main() -> None:
    parser = argparse.ArgumentParser(description=__doc__.splitlines()[0])
    parser.add_argument("scenes", nargs="*", default=list(SCENES), help=", ".join(SCENES))
    parser.add_argument("--samples", type=int, help="light paths for each pixel")
    parser.add_argument("--scale", type=float, default=1.0, help="size, for trials")
    parser.add_argument("--develop", action="store_true", help="from the light kept last time")
    asked = parser.parse_args()
    KEPT.mkdir(parents=True, exist_ok=True)
    for name in asked.scenes:
        start = time.time()
        if not asked.develop:
            render(name, asked.samples or SCENES[name], asked.scale)
        if asked.scale == 1:
            prints.write(name, KEPT)
        else:
            prints.trial(name, KEPT)
        print(f"{name}: {time.time() - start:.0f} s")


if __name__ == "__main__":
    main()
