"""Airs to begin with: subtle, of the sizes and speeds that such things have."""

from __future__ import annotations

from woodcock.model import Air, Fog, Specks, Track
from woodcock.texts import tr_noop

# Drops fall at 4 to 9 m/s, flakes at about 1 (Gunn and Kinzer 1949; Langleben 1954; from memory).
AIRS: dict[str, Air] = {
    tr_noop("Drizzle"): Air(
        "", "Drizzle", Specks("drops", Track(1800.0), 0.8, 1.6, Track(4.0), Track(0.0),
                              Track(1.6), Track(2.0), 150.0),
        near=0.6, far=25.0, opacity=Track(0.7), wind=Track(0.4), gusts=Track(0.5),
    ),
    tr_noop("Rain"): Air(
        "", "Rain", Specks("drops", Track(3000.0), 1.0, 3.0, Track(7.0), Track(0.0),
                           Track(2.0), Track(3.0), 120.0),
        near=0.6, far=40.0, opacity=Track(0.8), wind=Track(0.8), gusts=Track(0.4),
    ),
    tr_noop("Snow"): Air(
        "", "Snow", Specks("flakes", Track(900.0), 2.5, 7.0, Track(1.0), Track(0.2),
                           Track(1.0), streak=40.0),
        near=0.7, far=35.0, wind=Track(0.2), gusts=Track(0.6),
    ),
    tr_noop("Heavy snow"): Air(
        "", "Heavy snow", Specks("flakes", Track(3500.0), 3.0, 10.0, Track(1.3), Track(0.3),
                                 Track(1.0), streak=60.0),
        near=0.6, far=45.0, wind=Track(0.9), gusts=Track(0.7),
    ),
    tr_noop("Dust"): Air(
        "", "Dust", Specks("motes", Track(350.0), 0.4, 1.2, Track(0.01), Track(0.12), Track(1.3)),
        near=0.3, far=6.0, colour=(255, 240, 215, 255), opacity=Track(0.6), wind=Track(0.04),
    ),
    tr_noop("Embers"): Air(
        "", "Embers", Specks("sparks", Track(160.0), 2.0, 5.0, Track(-0.7), Track(0.25),
                             Track(5.0), streak=90.0),
        near=0.8, far=15.0, colour=(255, 130, 40, 255), wind=Track(0.3), gusts=Track(0.8),
    ),
    tr_noop("Leaves"): Air(
        "", "Leaves", Specks("leaves", Track(40.0), 45.0, 80.0, Track(0.9), Track(0.35),
                             streak=60.0, spin=0.45),
        near=1.2, far=20.0, colour=(190, 120, 52, 255), wind=Track(0.5), gusts=Track(0.8),
    ),
    tr_noop("Petals"): Air(
        "", "Petals", Specks("petals", Track(90.0), 12.0, 20.0, Track(0.6), Track(0.3),
                             streak=60.0, spin=0.6),
        near=0.8, far=12.0, colour=(250, 214, 222, 255), wind=Track(0.4), gusts=Track(0.6),
    ),
    tr_noop("Ground mist"): Air(
        "", "Ground mist", Fog(Track(0.03), Track(0.8), 5.0, 1.2, 1.6),
        near=0.0, far=300.0, colour=(235, 236, 238, 255), wind=Track(0.4),
    ),
    tr_noop("Fog banks"): Air(
        "", "Fog banks", Fog(Track(0.008), Track(0.7), 12.0), near=0.0, far=500.0,
        colour=(225, 228, 232, 255), wind=Track(0.6),
    ),
}  # fmt: skip
