"""Lights to begin with, three of each kind; all subtle."""

from __future__ import annotations

from woodcock.model import Flare, Glow, Light, Rays, Track
from woodcock.texts import tr_noop

_T = Track

LIGHTS: dict[str, tuple[str, Light]] = {
    tr_noop("Lantern"): (
        tr_noop("Glow"),
        Light(
            "", tr_noop("Lantern"), strength=_T(0.8), size=_T(0.012), glow=Glow(_T(0.55), _T(0.035))
        ),
    ),
    tr_noop("Window"): (
        tr_noop("Glow"),
        Light("", tr_noop("Window"), strength=_T(0.6), size=_T(0.03), glow=Glow(_T(0.4), _T(0.07))),
    ),
    tr_noop("Halo"): (
        tr_noop("Glow"),
        Light("", tr_noop("Halo"), strength=_T(0.5), size=_T(0.04), glow=Glow(_T(0.3), _T(0.14))),
    ),
    tr_noop("Low sun"): (
        tr_noop("Flare"),
        Light(
            "",
            tr_noop("Low sun"),
            strength=_T(0.9),
            size=_T(0.03),
            glow=Glow(_T(0.3), _T(0.12)),
            flare=Flare(streaks=_T(0.2), ghosts=_T(0.05)),
        ),
    ),
    tr_noop("Lamp"): (
        tr_noop("Flare"),
        Light(
            "",
            tr_noop("Lamp"),
            strength=_T(0.8),
            size=_T(0.012),
            glow=Glow(_T(0.35), _T(0.03)),
            flare=Flare(
                _T(0.35), 8, _T(0.16), _T(8.0), _T(0.0), _T(0.3), _T(0.03), 4, _T(0.04), _T(1.0), 5
            ),
        ),
    ),
    tr_noop("Old glass"): (
        tr_noop("Flare"),
        Light(
            "",
            tr_noop("Old glass"),
            strength=_T(0.8),
            size=_T(0.02),
            glow=Glow(_T(0.25), _T(0.2)),
            flare=Flare(
                _T(0.06), 6, _T(0.3), _T(30.0), _T(0.05), _T(0.7), _T(0.09), 9, _T(0.12), _T(1.5), 9
            ),
        ),
    ),
    tr_noop("Morning mist"): (
        tr_noop("Rays"),
        Light(
            "",
            tr_noop("Morning mist"),
            strength=_T(0.8),
            size=_T(0.04),
            glow=Glow(_T(0.15), _T(0.15)),
            rays=Rays(_T(0.22), _T(1.0)),
        ),
    ),
    tr_noop("Through leaves"): (
        tr_noop("Rays"),
        Light(
            "",
            tr_noop("Through leaves"),
            strength=_T(1.0),
            size=_T(0.02),
            rays=Rays(_T(0.4), _T(0.7)),
        ),
    ),
    tr_noop("Searchlight"): (
        tr_noop("Rays"),
        Light(
            "",
            tr_noop("Searchlight"),
            strength=_T(1.0),
            size=_T(0.01),
            glow=Glow(_T(0.4), _T(0.03)),
            rays=Rays(_T(0.3), _T(1.4)),
        ),
    ),
}
