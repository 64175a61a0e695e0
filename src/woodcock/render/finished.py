"""Frames with all that a lens and a shutter do to them, in linear light (docs/finish.md)."""

from __future__ import annotations

from itertools import groupby

import numpy as np
from numpy.typing import NDArray

from woodcock.model import Project
from woodcock.pixels.threads import Stop
from woodcock.render.atlas import Atlas
from woodcock.render.blurred import Iris, laid_behind, lay_behind
from woodcock.render.elements import Element, elements_of
from woodcock.render.light_frame import draw_light, laid_over
from woodcock.stage import PlacedLayer, scene_at, shutter_looks, value_at
from woodcock.stage.shutter import MOST


def is_finished(project: Project) -> bool:
    """Whether anything is done to frames after they are drawn."""
    lens = project.lens
    return lens.defocus.on or lens.shutter.on or any(x.blur is not None for x in project.layers)


def frame_light(
    project: Project, atlas: Atlas, time: float, size: tuple[int, int]
) -> NDArray[np.float32]:
    """The frame at `time` seconds in linear light, (H, W, 4) float32, with all that is done to it.

    See `finished_light`; where nothing is done it is the drawn frame.
    """
    if is_finished(project):
        return finished_light(project, atlas, time, size)
    return draw_light(atlas, scene_at(project, time, size), size).light


def finished_light(
    project: Project,
    atlas: Atlas,
    time: float,
    size: tuple[int, int],
    stop: Stop | None = None,
    looks: int = MOST,
) -> NDArray[np.float32]:
    """The frame at `time` seconds: (H, W, 4) float32 premultiplied linear light.

    It is the mean of what is seen while the shutter is open, at `looks` moments at the most. Raises
    Cancelled soon after `stop` says so.
    """
    total: NDArray[np.float32] | None = None
    times = shutter_looks(project, time, size, looks).times
    for after in times:
        light = _sample(project, atlas, scene_at(project, time, size, after), size, stop)
        total = light if total is None else np.add(total, light, out=total)
    assert total is not None
    return total if len(times) == 1 else np.multiply(total, np.float32(1 / len(times)), out=total)


def _sample(
    project: Project,
    atlas: Atlas,
    placed_layers: tuple[PlacedLayer, ...],
    size: tuple[int, int],
    stop: Stop | None,
) -> NDArray[np.float32]:
    """What is seen at one moment."""
    if not placed_layers:
        return np.zeros((size[1], size[0], 4), np.float32)
    lens, now = project.lens, placed_layers[0].now
    defocus = lens.defocus
    iris = Iris(
        defocus.blades if defocus.on else 0,
        value_at(defocus.angle, now),
        max(value_at(defocus.highlights, now), 0.0) if defocus.on else 0.0,
    )
    groups = _groups(list(elements_of(project, atlas, placed_layers, size)))
    back: NDArray[np.float32] | None = None
    for group in groups[::-1]:
        front = _group(atlas, group, iris, size, stop)
        layer = group[0].placed.layer
        empty = back is None and layer.blend == "normal"
        behind = np.zeros_like(front) if back is None else back
        back = front if empty else laid_over(front, behind, layer.blend, layer.blend_linear)
    assert back is not None
    return back


def _groups(elements: list[Element]) -> list[list[Element]]:
    """Stretches of elements, near to far, that are laid over what is behind them together."""
    number, last, numbers = 0, None, []
    for element in elements:
        layer = element.placed.layer
        same = last is not None and (
            layer.id == last.id or (layer.blend == "normal" and last.blend == "normal")
        )
        number += not same
        numbers.append(number)
        last = layer
    pairs = groupby(zip(numbers, elements, strict=True), key=lambda pair: pair[0])
    return [[element for _, element in group] for _, group in pairs]


def _group(
    atlas: Atlas, group: list[Element], iris: Iris, size: tuple[int, int], stop: Stop | None
) -> NDArray[np.float32]:
    """A group by itself. What is sharp side by side is drawn at once, as without any blur."""
    out: NDArray[np.float32] | None = None  # its alpha is what it lets through
    for sharp, part in groupby(group, key=lambda element: element.sharp):
        elements = list(part)
        if sharp:
            light = draw_light(atlas, [x.placed for x in elements], size, stop=stop).light
            np.subtract(1, light[..., 3], out=light[..., 3])
            out = light if out is None else laid_behind(out, light)
            continue
        if out is None:
            out = np.zeros((size[1], size[0], 4), np.float32)
            out[..., 3] = 1
        for element in elements:
            lay_behind(atlas, element, iris, out, stop)
    assert out is not None
    np.subtract(1, out[..., 3], out=out[..., 3])
    return out
