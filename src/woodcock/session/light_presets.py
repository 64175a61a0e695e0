"""Lights to begin with, three of each kind; all subtle."""

from __future__ import annotations

from woodcock.model import Flare, Glow, Light, Rays, Track

_T = Track

LIGHTS: dict[str, tuple[str, Light]] = {
    "Lantern": ("Glow", Light("", "Lantern", strength=_T(0.8), size=_T(0.012),
                              glow=Glow(_T(0.55), _T(0.035)))),
    "Window": ("Glow", Light("", "Window", strength=_T(0.6), size=_T(0.03),
                             glow=Glow(_T(0.4), _T(0.07)))),
    "Halo": ("Glow", Light("", "Halo", strength=_T(0.5), size=_T(0.04),
                           glow=Glow(_T(0.3), _T(0.14)))),
    "Low sun": ("Flare", Light("", "Low sun", strength=_T(0.9), size=_T(0.03),
                               glow=Glow(_T(0.3), _T(0.12)),
                               flare=Flare(streaks=_T(0.2), ghosts=_T(0.05)))),
    "Lamp": ("Flare", Light("", "Lamp", strength=_T(0.8), size=_T(0.012),
                            glow=Glow(_T(0.35), _T(0.03)),
                            flare=Flare(_T(0.35), 8, _T(0.16), _T(8.0), _T(0.0), _T(0.3),
                                        _T(0.03), 4, _T(0.04), _T(1.0), 5))),
    "Old glass": ("Flare", Light("", "Old glass", strength=_T(0.8), size=_T(0.02),
                                 glow=Glow(_T(0.25), _T(0.2)),
                                 flare=Flare(_T(0.06), 6, _T(0.3), _T(30.0), _T(0.05), _T(0.7),
                                             _T(0.09), 9, _T(0.12), _T(1.5), 9))),
    "Morning mist": ("Rays", Light("", "Morning mist", strength=_T(0.8), size=_T(0.04),
                                   glow=Glow(_T(0.15), _T(0.15)), rays=Rays(_T(0.22), _T(1.0)))),
    "Through leaves": ("Rays", Light("", "Through leaves", strength=_T(1.0), size=_T(0.02),
                                     rays=Rays(_T(0.4), _T(0.7)))),
    "Searchlight": ("Rays", Light("", "Searchlight", strength=_T(1.0), size=_T(0.01),
                                  glow=Glow(_T(0.4), _T(0.03)), rays=Rays(_T(0.3), _T(1.4)))),
}  # fmt: skip
