"""Gaps closed by growing layers, until none is left that growing can close."""

from __future__ import annotations

from woodcock.model import Project
from woodcock.progress import Progress, part
from woodcock.session import extent
from woodcock.session.studio import Studio

_ROUNDS = 3  # what is grown may let another edge be seen


def closed(project: Project, studio: Studio, progress: Progress | None = None) -> Project:
    """`project` with its layers grown where gaps or cut-off edges show; Cancelled on request."""
    for number in range(_ROUNDS):
        done = part(progress, number / _ROUNDS, (number + 1) / _ROUNDS)
        report = studio.gaps(project, done)
        if not report.growths:
            break
        project = extent.close_gaps(project, report)
    return project
