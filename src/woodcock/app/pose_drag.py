"""Dragging in a picture of the clip sets a pose of the lens."""

from __future__ import annotations

import math

from PySide6.QtCore import QPointF

from woodcock.app.state import State
from woodcock.model import LENS, LENS_PROPERTIES, Project
from woodcock.session.poses import set_pose
from woodcock.stage import value_at
from woodcock.stage.camera import focal_pixels

_FEW = 4  # pixels of movement that make a press a drag


class PoseDrag:
    """One drag, from the press to the release; it sets the pose at the time of the press."""

    def __init__(self, state: State) -> None:
        self.state = state
        self._from: tuple[QPointF, QPointF, dict[str, float], float] | None = None
        self.under_way = False

    @property
    def held(self) -> bool:
        return self._from is not None

    def press(self, at: QPointF, on_screen: QPointF, time: float) -> None:
        lens = self.state.project.lens
        values = {name: value_at(getattr(lens, name), time) for name in LENS_PROPERTIES}
        self._from, self.under_way = (at, on_screen, values, time), False

    def move(self, at: QPointF, on_screen: QPointF) -> None:
        if self._from is None:
            return
        start, first, values, time = self._from
        if not self.under_way and (on_screen - first).manhattanLength() < _FEW:
            return
        self.under_way = True
        project, kind = self.state.project, self.state.tools.move
        changed = dragged(project, kind, values, at - start, self._reference())
        word = "start" if time == 0 else "end" if time == project.frame.last else "in-between"
        self.state.act(
            f"Set the {word} pose", lambda p: set_pose(p, LENS, time, changed), f"pose {time}"
        )

    def release(self) -> bool:
        """Whether it was a drag, and no click."""
        dragged, self._from, self.under_way = self.under_way, None, False
        self.state.document.seal()
        return dragged

    def _reference(self) -> float:
        """The distance at which things follow the pointer: the selected layer's."""
        layer = self.state.layer
        return layer.distance if layer else self.state.project.near_to_far[0].distance


def dragged(
    project: Project, kind: str, values: dict[str, float], by: QPointF, distance: float
) -> dict[str, float]:
    """The lens values after dragging by frame pixels, so that things at `distance` follow."""
    lens = project.lens
    focal = focal_pixels(lens.focal_length, lens.sensor_width, project.frame.width)
    if kind == "slide":
        return {
            "x": values["x"] - by.x() / focal * distance,
            "y": values["y"] - by.y() / focal * distance,
        }
    if kind == "push":
        near = min(layer.distance for layer in project.layers)
        return {"z": min(values["z"] - by.y() / project.frame.height * near, near * 0.95)}
    if kind == "turn":
        return {
            "yaw": values["yaw"] - math.degrees(math.atan(by.x() / focal)),
            "pitch": values["pitch"] + math.degrees(math.atan(by.y() / focal)),
        }
    return {"roll": values["roll"] - by.x() / project.frame.width * 45}
