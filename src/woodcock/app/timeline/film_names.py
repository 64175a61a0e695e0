"""How the tracks of grade and film are shown to people."""

from __future__ import annotations

from woodcock.app.timeline.shown import Shown
from woodcock.texts import mark

_CDL = {
    "slope": (
        mark("Gain"),
        2,
        0.01,
        mark("What is multiplied: bright parts the most (slope of the ASC CDL)"),
    ),
    "offset": (
        mark("Lift"),
        3,
        0.005,
        mark("What is added: dark parts the most (offset of the ASC CDL)"),
    ),
    "power": (
        mark("Gamma"),
        2,
        0.01,
        mark("A power: middle tones the most, less is brighter (ASC CDL)"),
    ),
}
DECISIONS = tuple(_CDL)

GRADE_SHOWN = {
    "grade amount": Shown(
        mark("All of the grade"), "%", 100, 5, 0, mark("How much of it there is")
    ),
    "grade exposure": Shown(
        mark("Exposure"), "stops", 1, 0.1, 2, mark("One stop more is twice the light")
    ),
    "grade contrast": Shown(mark("Contrast"), "×", 1, 0.02, 2, mark("A power about the pivot")),
    "grade pivot": Shown(
        mark("… pivot"),
        "%",
        100,
        1,
        1,
        mark("The light that contrast leaves as it is: 18 % is middle grey"),
    ),
    "grade temperature": Shown(
        mark("Warmth"),
        mark("K"),
        1,
        100,
        0,
        mark("6500 K leaves it; more is warmer, as when a camera is set to that light"),
    ),
    "grade tint": Shown(
        mark("Tint"), "", 1, 1, 1, mark("More is magenta, less is green: thousandths of Duv")
    ),
    "grade vibrance": Shown(
        mark("Vibrance"), "%", 100, 5, 0, mark("Saturation of what has little of it")
    ),
    "grade decisions saturation": Shown(
        mark("Saturation"),
        "%",
        100,
        5,
        0,
        mark("How far colours are from grey; 100 % leaves them (ASC CDL)"),
    ),
    "grade curves amount": Shown(
        mark("Curves"), "%", 100, 5, 0, mark("How far from straight they are")
    ),
    "grade lut amount": Shown(
        mark("Table"), "%", 100, 5, 0, mark("How much of the table's colours there is")
    ),
    "grade match amount": Shown(
        mark("Matched"), "%", 100, 5, 0, mark("How far its colours are like those")
    ),
    **{
        f"grade decisions {what}_{channel}": Shown(f"{name}, {channel}", "", 1, step, digits, tip)
        for what, (name, digits, step, tip) in _CDL.items()
        for channel in ("red", "green", "blue")
    },
}
FILM_SHOWN = {
    **GRADE_SHOWN,
    "grain strength": Shown(
        mark("Strength"), "%", 100, 0.2, 1, mark("Its deviation where it is strongest, of white")
    ),
    "grain size": Shown(
        mark("Grains wide"), "px", 1, 0.1, 1, mark("How wide a grain is, at 1080 lines")
    ),
    "grain colour": Shown(
        mark("Coloured"),
        "%",
        100,
        5,
        0,
        mark("How far red, green and blue have grain of their own"),
    ),
    "grain tone": Shown(
        mark("Strongest at"),
        "%",
        100,
        5,
        0,
        mark("The tone where it is strongest; none is in black and white"),
    ),
    "vignette amount": Shown(
        mark("Darkness"),
        "%",
        100,
        5,
        0,
        mark(
            "How much light is missing in the "
            "corners; of a natural one, how much of what is natural"
        ),
    ),
    "vignette clear": Shown(
        mark("Begins at"),
        "%",
        100,
        5,
        0,
        mark("Nearer to the middle there is none, of half the diagonal"),
    ),
    "vignette soft": Shown(
        mark("Grows over"), "%", 100, 5, 0, mark("How far out it grows, of half the diagonal")
    ),
    "fringe amount": Shown(
        mark("Wide"),
        "px",
        1,
        0.2,
        1,
        mark("How far red and blue lie from green in the corners, at 1080 lines"),
    ),
    "weave amount": Shown(
        mark("Moves by"), "px", 1, 0.1, 1, mark("How far the picture moves, at 1080 lines")
    ),
    "halation amount": Shown(
        mark("Strength"), "%", 100, 5, 0, mark("How much of the bright light it is")
    ),
    "halation radius": Shown(
        mark("Reaches"), "%", 100, 0.1, 2, mark("How far, of the frame's height")
    ),
    "halation threshold": Shown(
        mark("From"), "%", 100, 5, 0, mark("What is brighter shines, of white")
    ),
    "flicker amount": Shown(
        "By", "stops", 1, 0.01, 2, mark("How much brighter or darker a frame is")
    ),
}
