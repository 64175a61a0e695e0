"""What guesses at photos: what ships, or the models the preferences name."""

from __future__ import annotations

from pathlib import Path

from woodcock.separate.estimators import Estimator, OnnxEstimator
from woodcock.separate.nearness import nearness
from woodcock.separate.subject import salient
from woodcock.session.preferences import preferences


def nearness_estimator() -> Estimator:
    """Tells near from far."""
    return _chosen(preferences().nearness_model, nearness)


def subject_estimator() -> Estimator:
    """Tells the subject from what is round it."""
    return _chosen(preferences().subject_model, salient)


def _chosen(model: str, ships: Estimator) -> Estimator:
    return OnnxEstimator(Path(model)) if model else ships
