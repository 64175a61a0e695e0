"""What guesses at photos: what ships, or the models the preferences name."""

from __future__ import annotations

from importlib.resources import files
from pathlib import Path
from typing import NamedTuple

import numpy as np
from numpy.typing import NDArray

from woodcock.progress import Progress, part
from woodcock.separate.estimators import Estimator, OnnxEstimator, looked_closer
from woodcock.separate.salient import salient
from woodcock.separate.subject import is_sure
from woodcock.session.preferences import preferences

SHIPPED = Path(str(files("woodcock") / "assets" / "models" / "salient-320.onnx"))


class SubjectField(NamedTuple):
    """How much each place of a photo belongs to its subject: (h, w) float32, 0 to 1.

    Where the learned finder is not `sure`, the field is the computed finder's: a guess.
    """

    field: NDArray[np.float32]
    sure: bool


def nearness_estimator() -> Estimator | None:
    """Tells near from far; None is what ships."""
    model = preferences().nearness_model
    return OnnxEstimator(Path(model)) if model else None


def subject_model() -> tuple[Path, float]:
    """The model that is asked for subjects, and when its file was written; 0 where it is none."""
    path = Path(preferences().subject_model or SHIPPED)
    return path, path.stat().st_mtime if path.is_file() else 0.0


def subject_field(photo: NDArray[np.uint8], progress: Progress | None = None) -> SubjectField:
    """Ask the learned finder, and where it is missing or unsure the computed one.

    Parameters
    ----------
    photo : (H, W, 3) uint8 sRGB.

    Raises WoodcockError if a model the preferences name can't be run, Cancelled on request.
    """
    path, written = subject_model()
    if written or path != SHIPPED:
        learned = OnnxEstimator(path, shares=True, ours=path == SHIPPED)
        field = learned(photo, part(progress, 0.0, 0.4))
        if is_sure(field):
            return SubjectField(
                looked_closer(learned, photo, field, part(progress, 0.4, 0.8)), True
            )
    return SubjectField(salient(photo, part(progress, 0.8, 1.0)), False)
