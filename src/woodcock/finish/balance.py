"""White balance: colours as if the light of the scene had been of another colour."""

from __future__ import annotations

import numpy as np
from numpy.typing import NDArray

from woodcock.model import DAYLIGHT

# Linear sRGB to CIE XYZ (IEC 61966-2-1), and XYZ to the cones' responses (Bradford; Lam 1985).
_XYZ = np.array(
    [[0.4124, 0.3576, 0.1805], [0.2126, 0.7152, 0.0722], [0.0193, 0.1192, 0.9505]], np.float64
)
_BRADFORD = np.array(
    [[0.8951, 0.2664, -0.1614], [-0.7502, 1.7135, 0.0367], [0.0389, -0.0685, 1.0296]], np.float64
)
COLDEST, WARMEST = 1667.0, 25_000.0  # kelvin
_STEP = 1.0  # kelvin, for the direction of the locus


def locus(kelvin: float) -> NDArray[np.float64]:
    """(u, v) of CIE 1960 of a black body (Krystek 1985, Color Research and Application 10)."""
    t = float(kelvin)
    u = (0.860117757 + 1.54118254e-4 * t + 1.28641212e-7 * t * t) / (
        1 + 8.42420235e-4 * t + 7.08145163e-7 * t * t
    )
    v = (0.317398726 + 4.22806245e-5 * t + 4.20481691e-8 * t * t) / (
        1 - 2.89741816e-5 * t + 1.61456053e-7 * t * t
    )
    return np.array([u, v])


def white_of(kelvin: float, tint: float) -> NDArray[np.float64]:
    """(3,) XYZ, with Y 1, of light of a colour temperature, `tint` thousandths below the locus.

    Below it light is magenta, above it green.
    """
    kelvin = min(max(kelvin, COLDEST), WARMEST)
    u, v = locus(kelvin)
    along = locus(kelvin + _STEP) - locus(kelvin - _STEP)
    along /= np.hypot(*along)
    across = np.array([along[1], -along[0]])
    across *= -np.sign(across[1])  # towards less v
    u, v = np.array([u, v]) + across * tint / 1000
    bottom = 2 * u - 8 * v + 4
    x, y = 3 * u / bottom, 2 * v / bottom
    return np.array([x / y, 1.0, (1 - x - y) / y])


def balance(kelvin: float, tint: float = 0.0) -> NDArray[np.float64]:
    """(3, 3): linear sRGB as it is to linear sRGB as if the lens had been set to that light.

    A photo is taken to be balanced for 6500 K. Set to more it becomes warmer, with more tint more
    magenta, as in cameras (common practice, no source): what was light of that colour is
    made white. Cone responses are scaled (von Kries, with Bradford's matrix).
    """
    if kelvin == DAYLIGHT and tint == 0:
        return np.eye(3)
    cones = _BRADFORD @ np.array([white_of(DAYLIGHT, 0.0), white_of(kelvin, -tint)]).T
    adapt = np.linalg.inv(_BRADFORD) @ np.diag(cones[:, 0] / cones[:, 1]) @ _BRADFORD
    return np.asarray(np.linalg.inv(_XYZ) @ adapt @ _XYZ)
