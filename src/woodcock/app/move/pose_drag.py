"""Dragging in a picture of the clip sets a pose of the lens, or of a layer."""

from __future__ import annotations

import math

from PySide6.QtCore import QPointF

from woodcock.app.state import State
from woodcock.model import LENS, Project, tracks_of
from woodcock.session.pegs import unlocked
from woodcock.session.poses import set_pose
from woodcock.stage import lens_in, value_at
from woodcock.stage.camera import focal_pixels
from woodcock.texts import tr

_FEW = 4  # pixels of movement that make a press a drag
_DOUBLE = 300.0  # frame pixels up that make a layer twice as large


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
        if self.state.tools.move == "bend":  # pins are set in the one picture, not here
            return
        tracks = tracks_of(self.state.project, self._owner)
        values = {name: value_at(track, time) for name, track in tracks.items()}
        self._from, self.under_way = (at, on_screen, values, time), False

    @property
    def _owner(self) -> str:
        """Whose pose is set: the lens's, or that of what is selected."""
        selected = self.state.selected
        by_hand = self.state.tools.move == "layer"
        return selected if by_hand and selected else LENS

    def move(self, at: QPointF, on_screen: QPointF, sized: bool = False) -> None:
        """The pointer has gone on; `sized`: a layer is made larger or smaller, not moved."""
        if self._from is None:
            return
        start, first, values, time = self._from
        if not self.under_way and (on_screen - first).manhattanLength() < _FEW:
            return
        self.under_way = True
        project, kind, owner = self.state.project, self.state.tools.move, self._owner
        if owner == LENS:
            changed = dragged(project, kind, values, at - start, self._reference())
        else:
            changed = dragged_layer(project, time, values, at - start, self._reference(), sized)
        text = (
            tr("Set the end pose") if time == project.frame.last else tr("Set an in-between pose")
        )
        text = tr("Set the start pose") if time == 0 else text
        done = self.state.act(
            text,
            lambda p: set_pose(unlocked(p, owner), owner, time, changed),
            f"pose {owner} {time}",
        )
        if not done:  # told once, not at every movement
            self._from = None

    def release(self) -> bool:
        """Whether it was a drag, and no click."""
        dragged, self._from, self.under_way = self.under_way, None, False
        self.state.document.seal()
        return dragged

    def _reference(self) -> float:
        """The distance at which things follow the pointer: the selected layer's."""
        layer, carrier = self.state.layer, self.state.carrier
        if carrier is not None:
            return max(carrier.place[2], 0.1)
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
        near = project.in_scene[0].distance
        return {"z": min(values["z"] - by.y() / project.frame.height * near, near * 0.95)}
    if kind == "turn":
        return {
            "yaw": values["yaw"] - math.degrees(math.atan(by.x() / focal)),
            "pitch": values["pitch"] + math.degrees(math.atan(by.y() / focal)),
        }
    return {"roll": values["roll"] - by.x() / project.frame.width * 45}


def dragged_layer(
    project: Project,
    time: float,
    values: dict[str, float],
    by: QPointF,
    distance: float,
    sized: bool,
) -> dict[str, float]:
    """A layer's or carrier's values after dragging by frame pixels, so that it follows."""
    if sized:
        return {"scale": min(max(values["scale"] * 2 ** (-by.y() / _DOUBLE), 0.01), 50.0)}
    lens = lens_in(project, time)
    focal = focal_pixels(lens.focal_length, project.lens.sensor_width, project.frame.width)
    metres = max(distance - lens.place[2], 0.05) / focal
    return {"x": values["x"] + by.x() * metres, "y": values["y"] + by.y() * metres}
