"""What guesses at photos: what ships, or the models the preferences name."""

from __future__ import annotations

from functools import cache
from importlib.resources import files
from pathlib import Path
from typing import NamedTuple

import numpy as np
from numpy.typing import NDArray

from woodcock.locks import new_lock
from woodcock.pixels.onnx_apart import Network
from woodcock.progress import Progress, part
from woodcock.separate.cue import Box, Seen, seen_by
from woodcock.separate.estimators import (
    Estimator,
    OnnxEstimator,
    agreement,
    as_asked,
    looked_closer,
)
from woodcock.separate.salient import salient
from woodcock.separate.study import Study
from woodcock.separate.subject import is_sure
from woodcock.session.preferences import preferences

# Of the net that ships, by OpenCV's names: its answer, and the sums of its decoder's stages.
_ANSWER = "onnx_node!Sigmoid_1048"
_STAGES = tuple(f"onnx_node!Add_{number}" for number in (474, 554, 659, 789, 944))
_SAME = 0.6  # see `agreement`: below it two looks have seen two things
_ASKED = new_lock()  # one question at a time
SHIPPED = Path(str(files("woodcock") / "assets" / "models" / "salient-320.onnx"))


class SubjectField(NamedTuple):
    """How much each place of a photo belongs to its subject: (h, w) float32, 0 to 1.

    Where the learned finder is not `sure`, the field is the computed finder's: a guess. One that
    finds something else when it looks from farther off is in `doubt`.
    """

    field: NDArray[np.float32]
    sure: bool
    doubt: bool = False


def nearness_estimator() -> Estimator | None:
    """Tells near from far; None is what ships."""
    model = preferences().nearness_model
    return OnnxEstimator(Path(model)) if model else None


def subject_model() -> tuple[Path, float]:
    """The model that is asked for subjects, and when its file was written; 0 where it is none."""
    path = Path(preferences().subject_model or SHIPPED)
    return path, path.stat().st_mtime if path.is_file() else 0.0


def seen_in(photo: NDArray[np.uint8], study: Study, box: Box | None = None) -> Seen | None:
    """What the net that ships sees in a photo (H, W, 3) uint8 sRGB, or in a part of it.

    None where the net is missing.
    """
    if not SHIPPED.is_file():
        return None
    if box is not None:
        left, top, right, bottom = (round(v / study.scale) for v in box)
        photo = photo[top:bottom, left:right]
    names = (_ANSWER, *_STAGES) if box is None else (_ANSWER,)  # its inner numbers tell one time
    with _ASKED:
        answer, *stages = _network().layers(as_asked(photo), names)
    return seen_by(study, answer[0], stages, box)


@cache
def _network() -> Network:
    return Network(np.frombuffer(SHIPPED.read_bytes(), np.uint8))


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
            same = agreement(learned, photo, field, part(progress, 0.4, 0.6))
            closer = looked_closer(learned, photo, field, part(progress, 0.6, 0.8))
            return SubjectField(closer, True, same < _SAME)
    return SubjectField(salient(photo, part(progress, 0.8, 1.0)), False)
