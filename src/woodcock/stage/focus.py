"""What a thin lens has sharp."""

from __future__ import annotations

import math

from woodcock.model import Lens
from woodcock.stage.curves import value_at

_SHARP = 1500  # the sensor's diagonal to the largest blur that passes for sharp (common practice)
_DIAGONAL = math.hypot(3, 2) / 3  # of a 3:2 sensor, to its width


def focus_zone(lens: Lens, time: float) -> tuple[float, float]:
    """From where to where, in metres from the lens, things look sharp; the end may be infinite.

    The depth of field of a thin lens, as any handbook of optics has it: with the focal length f,
    the f-number N, the greatest blur c and the hyperfocal distance H = f^2 / (N c) + f, focused at
    s, it reaches from s (H - f) / (H + s - 2 f) to s (H - f) / (H - s).
    """
    blur = lens.sensor_width * _DIAGONAL / _SHARP
    f, s = lens.focal_length, 1000 * value_at(lens.focus, time)  # millimetres
    hyperfocal = f * f / (value_at(lens.f_number, time) * blur) + f
    s = max(s, f * 1.01)
    near = s * (hyperfocal - f) / (hyperfocal + s - 2 * f)
    far = s * (hyperfocal - f) / (hyperfocal - s) if s < hyperfocal else math.inf
    return near / 1000, far / 1000
