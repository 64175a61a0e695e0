"""Giving the photo more pixels."""

from __future__ import annotations

from woodcock.app.state import State
from woodcock.app.work import Work
from woodcock.model import Project
from woodcock.texts import tr


def enlarge(state: State, work: Work, factor: float) -> None:
    """Enlarge the photo itself as one act, off the interface thread."""
    from woodcock.session.enlarging import enlarged, upscaler

    project, store = state.project, state.document.store

    def done(made: Project) -> None:
        if state.project == project:
            state.act(tr("Enlarge the photo itself"), lambda _: made)
        else:
            state.told.emit(tr("The project changed meanwhile: the photo was left as it is."))

    work.run(
        tr("Enlarging"),
        lambda progress: enlarged(project, factor, store, upscaler(), progress),
        done,
    )
