"""What each scene is called, how it is developed, and which parts a person would cut."""

from __future__ import annotations

from dataclasses import dataclass

from .film import Film


@dataclass(frozen=True)
class Look:
    """A scene's layers, near to far, its film and the seed of its grain."""

    layers: tuple[str, ...]
    film: Film
    seed: int


LOOKS = {
    "inlet": Look(
        ("near", "dinghy", "shore", "sky"),
        Film(exposure=1.4, white=(1.02, 1.0, 0.985), contrast=1.22, grain=0.014),
        11,
    ),
    "stair": Look(
        ("plant", "stair"),
        Film(exposure=2.1, white=(0.985, 1.0, 1.03), vignette=0.36, softness=0.2, grain=0.021),
        12,
    ),
    "still": Look(
        ("jar", "room"),
        Film(exposure=1.25, white=(1.05, 1.0, 0.93), vignette=0.5, contrast=1.2),
        13,
    ),
    "street": Look(
        ("cart", "lane"),
        Film(exposure=1.5, white=(1.02, 1.0, 0.97), vignette=0.3, grain=0.012),
        14,
    ),
    "tabletop": Look(
        ("mug", "room"),
        Film(exposure=1.3, white=(1.03, 1.0, 0.95), vignette=0.4, contrast=1.15),
        15,
    ),
}
