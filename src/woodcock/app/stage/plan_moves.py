"""What is moved in the plan: by so many metres of it, from where it was in a project."""

from __future__ import annotations

import numpy as np

from woodcock.app.state import State
from woodcock.model import Project
from woodcock.session import acts, carrying, staging
from woodcock.stage import focus_at, lens_in
from woodcock.stage.plan import PlanView
from woodcock.texts import tr

Moved = tuple[float, float]  # metres of the plan, right and down


def move(state: State, looked: PlanView, project: Project, what: str, moved: Moved) -> None:
    """Move the "lens", its "aim", the "focus", or the layer or carrier with the id `what`."""
    if what == "lens":
        _move_lens(state, looked, project, moved)
    elif what == "aim":
        _move_aim(state, looked, project, moved)
    elif what == "focus":
        _move_focus(state, looked, project, moved)
    elif any(what == carrier.id for carrier in project.carriers):
        _move_carrier(state, looked, project, what, moved)
    else:
        _move_layer(state, looked, project, what, moved)


def _move_layer(state: State, looked: PlanView, project: Project, name: str, moved: Moved) -> None:
    """Along the lens's axis: sideways a layer is placed in the picture."""
    layer = project.layer(name)
    metres = layer.distance + looked.along((0.0, 0.0, 1.0), moved)
    state.act(
        tr("Distance of {name}", name=layer.name), lambda p: acts.set_distance(p, name, metres),
        f"distance {name}",
    )  # fmt: skip


def _move_carrier(
    state: State, looked: PlanView, project: Project, name: str, moved: Moved
) -> None:
    """In the plan's own directions: a key at the playhead if it has keys."""
    step, time = _across(looked, moved), state.time
    state.act(
        tr("Move {name}", name=project.carrier(name).name),
        lambda _: carrying.move_carrier(project, name, time, *(float(v) for v in step)),
        f"plan carrier {name}",
    )


def _move_lens(state: State, looked: PlanView, project: Project, moved: Moved) -> None:
    """In the plan's own directions, as a key at the playhead."""
    step, time = _across(looked, moved), state.time
    place = lens_in(project, time).place + step

    def change(present: Project) -> Project:
        for name, value, by in zip("xyz", place, step, strict=True):
            if abs(by) < 1e-9:
                continue
            track = getattr(present.lens, name)
            other = present.frame.last if time < present.frame.last / 2 else 0.0
            if not track.keys:
                present = acts.set_lens_key(present, name, other, track.base)
            present = acts.set_lens_key(present, name, time, float(value))
        return present

    state.act(tr("Move the lens"), change, f"plan lens {time}")


def _move_focus(state: State, looked: PlanView, project: Project, moved: Moved) -> None:
    """Along the way the lens looks."""
    x, y, z = (float(v) for v in lens_in(project, state.time).turn[:, 2])
    metres = focus_at(project, state.time) + looked.along((x, y, z), moved)
    state.act(tr("Focus"), lambda p: staging.set_focus(p, metres), "focus")


def _move_aim(state: State, looked: PlanView, project: Project, moved: Moved) -> None:
    assert project.lens.aim is not None
    x, y, z = (float(v) for v in np.array(project.lens.aim) + _across(looked, moved))
    state.act(tr("Move the aim"), lambda p: staging.set_aim(p, (x, y, max(z, 0.1))), "plan aim")


def _across(looked: PlanView, moved: Moved) -> np.ndarray:
    """A way on the plan as a step in the world, in metres: (3,)."""
    return np.linalg.pinv(looked.axes) @ np.array(moved)
