"""What a value may be: just allowed at its limits, refused with a clause just beyond them."""

import math

import numpy as np
import pytest

from woodcock.errors import InvalidValue
from woodcock.model import (
    BLENDS,
    Beat,
    Card,
    Carrier,
    Clip,
    Depth,
    Drift,
    Easing,
    EdgeSettings,
    Frame,
    Growth,
    Key,
    Layer,
    Lean,
    Lens,
    Mask,
    Photo,
    Picture,
    Project,
    Relief,
    Stop,
    Sway,
    Title,
    Track,
)


def layer(**how):
    return Layer("a", "A", Mask("x"), **{"distance": 5.0, **how})


def clip(**how):
    return Clip(**{"files": ("x",), "width": 8, "height": 8, "count": 3, "rate": 12.0, **how})


def picture(**how):
    return Picture("x", 10, 10, 0.0, 0.0, **how)


def stretched(factor):
    return layer(stretch=(1.0, factor))


def negative(factor):
    return layer(stretch=(-factor, 1.0))


# What is made of a number, the least and the most it may be, and a word of what is then said.
RANGES = [
    (lambda v: Frame(width=v), 16, 8192, "between 16 and 8192"),
    (lambda v: Frame(height=v), 16, 8192, "between 16 and 8192"),
    (lambda v: Frame(seconds=v), 1e-9, 600, "at most 600 seconds"),
    (lambda v: layer(distance=v), 0.05, 100_000, "0.05 m and 100 km"),
    (stretched, 0.1, 10, "stretched"),
    (negative, 0.1, 10, "stretched"),
    (lambda v: Lean(tilt=v), -75, 75, "leans by at most 75"),
    (lambda v: Lean(swing=v), -75, 75, "leans by at most 75"),
    (lambda v: picture(scale=v), 0.005, 100, "per cent"),
    (lambda v: clip(scale=v), 0.005, 100, "per cent"),
    (lambda v: clip(speed=v), -20, 20, "20 times"),
    (lambda v: Lens(focal_length=v), 4, 1000, "focal length"),
    (lambda v: Lens(sensor_width=v), 1, 100, "sensor"),
    (lambda v: Depth("x", v, 60_000.0), 0.05, 59_999.0, "near before far"),
    (lambda v: Depth("x", 1.0, v), 1.001, 100_000, "near before far"),
    (lambda v: Title(size=v), 1, 20_000, "letters of 1 to 20,000"),
    (lambda v: Title(outline=v), 0, 2000, "up to 2000"),
    (lambda v: Title(shadow=v), 0, 2000, "up to 2000"),
    (lambda v: Card(width=v), 1, 200_000, "1 to 200,000"),
    (lambda v: Card(height=v), 1, 200_000, "1 to 200,000"),
    (lambda v: Relief(thickness=v), 0, 10_000, "thickness lies between"),
    (lambda v: Relief(sits=v), 0, 1, "sits lies between"),
    (lambda v: Relief(edge=v), 0, 200, "edge lies between"),
    (lambda v: Relief(cut=v), 0.02, 1, "cut lies between"),
    (lambda v: Relief(smooth=v), 0, 500, "smooth lies between"),
    (lambda v: EdgeSettings(holes=v), 0, 500, "holes lies between"),
    (lambda v: EdgeSettings(islands=v), 0, 500, "islands lies between"),
    (lambda v: EdgeSettings(smooth=v), 0, 20, "smooth lies between"),
    (lambda v: EdgeSettings(shift=v), -50, 50, "shift lies between"),
    (lambda v: EdgeSettings(soften=v), 0, 100, "soften lies between"),
    (lambda v: Sway(metres=v), 0, 1, "sway"),
    (lambda v: Sway(degrees=v), 0, 20, "sway"),
    (lambda v: Sway(rate=v), 0.05, 10, "sway"),
    (lambda v: Beat(degrees=v), 0, 80, "swings"),
    (lambda v: Beat(rate=v), 0.02, 20, "swings"),
    (lambda v: Drift(speed=v), 0, 20_000, "drift"),
    (lambda v: Drift(overlap=v), 0.02, 0.5, "between 2 and 50"),
    (lambda v: Easing(x1=v), 0, 1, "x1 and x2"),
    (lambda v: Easing(x2=v), 0, 1, "x1 and x2"),
]


@pytest.mark.parametrize(("make", "least", "most", "says"), RANGES)
def test_a_number_is_allowed_up_to_its_limits_and_no_farther(make, least, most, says):
    make(least)
    make(most)
    whole = isinstance(least, int) and least >= 16  # pixels
    for beyond in (least - (1 if whole else abs(least) * 1e-3 + 1e-6),
                   most + (1 if whole else abs(most) * 1e-3 + 1e-6)):  # fmt: skip
        with pytest.raises(InvalidValue, match=says) as refused:
            make(beyond)
        sentence = str(refused.value)
        assert sentence[0].islower() and not sentence.endswith(".")
    with pytest.raises(InvalidValue, match="finite"):
        make(math.nan)


@pytest.mark.parametrize(
    ("make", "known"),
    [
        (lambda v: layer(blend=v), BLENDS), (lambda v: Beat(v), ("pendulum", "flutter")),
        (lambda v: Title(align=v), ("left", "centre", "right")),
        (lambda v: Title(units=v), ("all", "words", "letters")),
        (lambda v: Card(shape=v), ("rectangle", "rounded", "ellipse")),
        (lambda v: Card(fill=v), ("plain", "linear", "radial")),
        (lambda v: clip(afterwards=v), ("loop", "ping-pong", "hold", "nothing")),
        (lambda v: Easing(kind=v), ("bezier", "hold", "spring")),
        (lambda v: Track(afterwards=v), ("hold", "loop", "ping-pong")),
        (lambda v: Frame(rate=v), (12, 24, 25, 30, 50, 60)),
    ],
)  # fmt: skip
def test_a_choice_is_one_of_those_there_are(make, known):
    for value in known:
        make(value)
    with pytest.raises(InvalidValue):
        make("something else" if isinstance(known[0], str) else 29)


def test_what_belongs_together_makes_sense_together():
    background = Layer("b", "B", None, 10.0)
    photo = Photo("x", 10, 10, "p")
    Project(photo, layers=(background, layer()))
    for wrong in ((background, replace_id(background, "c")), (layer(),), ()):
        with pytest.raises(InvalidValue, match="exactly one background"):
            Project(photo, layers=wrong)
    with pytest.raises(InvalidValue, match="exactly one background"):
        Project(None, layers=(background,))
    with pytest.raises(InvalidValue, match="share an id"):
        Project(photo, layers=(background, layer(), layer()))
    with pytest.raises(InvalidValue, match="share an id"):
        Project(photo, layers=(background, layer()), carriers=(Carrier("a", "Handle"),))
    ring = Carrier("c", "C", carrier="d"), Carrier("d", "D", carrier="c")
    with pytest.raises(InvalidValue, match="hangs on none"):
        Project(photo, layers=(background,), carriers=ring)
    with pytest.raises(InvalidValue, match="hangs on none"):
        Project(photo, layers=(background, layer(carrier="nobody")))
    with pytest.raises(InvalidValue, match="on the glass"):
        Layer("b", "B", None, 10.0, glass=True)
    with pytest.raises(InvalidValue, match="in order of time"):
        Track(0.0, (Key(1.0, 0.0), Key(1.0, 1.0)))
    for stops in ((Stop(0.5, (0,) * 4), Stop(0.2, (0,) * 4)), (), (Stop(1.2, (0,) * 4),)):
        with pytest.raises(InvalidValue, match="gradient"):
            Card(stops=stops)
    for behind in ({"aim": (0.0, 0.0, -1.0)}, {"held_size": 0.0}):
        with pytest.raises(InvalidValue, match="before"):
            Lens(**behind)
    for empty in ({"count": 0}, {"rate": 0.0}, {"width": 0}, {"height": 0}):
        with pytest.raises(InvalidValue, match="lies between"):
            clip(**empty)
    assert len(Title("x" * 2000).text) == 2000
    with pytest.raises(InvalidValue, match="2000"):
        Title("x" * 2001)


def replace_id(old, name):
    return Layer(name, old.name, None, old.distance)


def test_numbers_of_other_libraries_become_plain_and_other_things_are_refused():
    made = Growth(np.float32(1.5), np.int64(2), np.array(3.0), True)
    assert (made.left, made.top, made.right) == (1.5, 2, 3.0)
    assert [type(v) for v in (made.left, made.top, made.right)] == [float, int, float]
    assert layer(pivot=(np.float64(1), 2.0)).pivot == (1.0, 2.0)
    with pytest.raises(TypeError, match="left can't be a ndarray"):
        Growth(np.zeros(3))
    with pytest.raises(InvalidValue, match="must be a finite number"):
        Growth(np.float32("inf"))
    whole = Growth(1, 7, 3, 0).at_least(Growth(4, 2, 3, 9))
    assert (whole.left, whole.top, whole.right, whole.bottom) == (4, 7, 3, 9)
    assert Frame(rate=24, seconds=2.0).count == 48 and Frame(seconds=1e-6).count == 1
    assert Frame(rate=24, seconds=2.0).last == pytest.approx(47 / 24)
