"""The fill beside Telea's, frequency-selective extrapolation and a PatchMatch library.

Ten photographs, seeded organic holes of 8 %, measured within 24 pixels of the hole's edge: PSNR,
SSIM, and texture: the spread of the Laplacian inside, beside that of the ring around (ln of the
ratio). Smearing buys decibels and random texture costs them, so only all together count.
"""

from __future__ import annotations

import resource
import subprocess
import sys
import tempfile
import venv
from functools import partial
from pathlib import Path

import cv2
import numpy as np
from common import show, timed
from demo_truth import demo_truth
from skimage import data
from skimage.metrics import structural_similarity

from woodcock.rebuild import fill

ROOT = Path(__file__).parent.parent
_NEAR = 24  # pixels from the hole's edge that are measured
_OTHERS = ROOT / "build" / "inpaint"


def _python():
    """The other libraries' own interpreter, set up if need be; None where that fails."""
    python = _OTHERS / "bin" / "python"
    if not python.exists():
        venv.create(_OTHERS, with_pip=True)
    wanted = str(ROOT / "requirements" / "inpaint.txt")
    done = subprocess.run([python, "-m", "pip", "install", "-q", "-r", wanted], check=False)
    return python if done.returncode == 0 else None


def _photographs(folder, python):
    names = ("astronaut", "coffee", "chelsea", "rocket", "brick", "grass", "gravel")
    found = {name: getattr(data, name)() for name in names}
    found["motorcycle"] = data.stereo_motorcycle()[0]
    if python:
        script = Path(__file__).with_name("inpainters.py")
        subprocess.run([python, script, folder, "photographs"], check=True)
        for path in sorted(folder.glob("*.npy")):
            found[path.stem] = np.load(path)
            path.unlink()
    for name, picture in found.items():
        picture = np.dstack([picture] * 3) if picture.ndim == 2 else picture[..., :3]
        scale = min(1, 640 / max(picture.shape[:2]))
        if scale < 1:
            picture = cv2.resize(picture, None, fx=scale, fy=scale, interpolation=cv2.INTER_AREA)
        found[name] = np.ascontiguousarray(picture)
    return found


def organic(shape, share, seed):
    """A hole of round shapes: (H, W) bool."""
    rng = np.random.default_rng(seed)
    field = rng.normal(0, 1, shape).astype(np.float32)
    field = cv2.GaussianBlur(field, (0, 0), min(shape) / 14)
    return field > np.quantile(field, 1 - share)


def _scores(true, made, hole):
    flat = hole.view(np.uint8)
    near = hole & (cv2.distanceTransform(flat, cv2.DIST_L2, 5) <= _NEAR)
    away = cv2.distanceTransform(1 - flat, cv2.DIST_L2, 5)
    error = ((true[near].astype(float) - made[near]) ** 2).mean()
    alike = structural_similarity(true, made, channel_axis=2, full=True)[1].mean(2)
    edges = cv2.Laplacian(cv2.cvtColor(made, cv2.COLOR_RGB2GRAY).astype(np.float32), cv2.CV_32F)
    inner = cv2.erode(near.view(np.uint8), np.ones((3, 3), np.uint8)) > 0
    ring = (away > 2) & (away <= _NEAR)
    texture = np.log(edges[inner].std() / edges[ring].std())
    return 10 * np.log10(255**2 / error), alike[near].mean(), abs(texture)


def _telea(photo, hole):
    return cv2.inpaint(photo, hole.view(np.uint8), 3, cv2.INPAINT_TELEA)


def main():
    python = _python()
    with tempfile.TemporaryDirectory() as name:
        folder = Path(name)
        photos = _photographs(folder, python)
        holes = {n: organic(p.shape[:2], 0.08, 100 * i) for i, (n, p) in enumerate(photos.items())}
        rows = {}
        fill(photos["coffee"], holes["coffee"])  # compiled
        for name, photo in photos.items():
            bad = np.where(holes[name][..., None], np.uint8(0), photo)
            np.savez(folder / name, photo=bad, hole=holes[name])
            for method, work in (("Woodcock", fill), ("Telea", _telea)):
                made, time = timed(work, bad, holes[name])
                scores = _scores(photo, made, holes[name])
                rows.setdefault(method, []).append((*scores, time))
                if method == "Woodcock":
                    print(f"{name:<12}" + " ".join(f"{x:7.3f}" for x in (*scores, time)))
        for case, method, made, time in _others(python, folder):
            scores = _scores(photos[case], made, holes[case])
            rows.setdefault(method, []).append((*scores, time))
    print(f"{'means of ' + str(len(photos)) + ' photographs':<30} dB   SSIM  |ln texture|    s")
    for method, figures in rows.items():
        mean = np.mean(figures, axis=0)
        print(f"{method:<28} {mean[0]:5.2f}  {mean[1]:5.3f}  {mean[2]:5.2f}      {mean[3]:6.2f}")
    decibels, alike, texture, time = np.mean(rows["Woodcock"], axis=0)
    show("fill: PSNR", f"{decibels:.2f} dB", "16.5 dB", decibels >= 16.5)
    show("fill: SSIM", f"{alike:.3f}", "0.38", alike >= 0.38)
    show("fill: texture", f"{texture:.2f}", "0.2", texture <= 0.2)
    show("fill: time", f"{time:.2f} s", "1.0 s", time <= 1.0)
    _large()
    demo_truth({"Woodcock": fill, "Telea": _telea}, partial(_others, python))


def _others(python, folder):
    """(case, method, what it made, seconds) of the other libraries for all cases in a folder."""
    if python is None:
        return
    script = Path(__file__).with_name("inpainters.py")
    for line in subprocess.check_output([python, script, folder], text=True).splitlines():
        case, method, time = line.split()
        yield case, method, np.load(folder / f"{case}.{method}.npy"), float(time)


def _large():
    source = cv2.imread(str(ROOT / "src/woodcock/assets/demo/photo.jpg"))[..., ::-1]
    for size, aim in (((1920, 1080), 4.0), ((6000, 4000), 30.0)):
        photo = cv2.resize(source, size, interpolation=cv2.INTER_CUBIC).astype(np.float32)
        photo += np.random.default_rng(0).normal(0, 3, photo.shape).astype(np.float32)
        photo = np.clip(photo, 0, 255).astype(np.uint8)
        small = organic((size[1] // 4, size[0] // 4), 0.10, 5).view(np.uint8)
        hole = cv2.resize(small, size, interpolation=cv2.INTER_NEAREST).view(np.bool_)
        _, time = timed(fill, photo, hole)
        most = resource.getrusage(resource.RUSAGE_SELF).ru_maxrss / 1e6
        name = f"fill: {size[0] * size[1] / 1e6:.0f} Mpx, 10 % hole"
        show(name, f"{time:.1f} s", f"{aim:.0f} s", time <= aim)
        show(f"{name}: memory of the whole run", f"{most:.2f} GB", "2 GB", most <= 2)


if __name__ == "__main__":
    sys.exit(main())
