"""How the tracks of grade and film are shown to people."""

from __future__ import annotations

from woodcock.app.timeline.shown import Shown
from woodcock.texts import tr_noop

_CDL = {
    "slope": (
        tr_noop("Gain, {channel}"),
        2,
        0.01,
        tr_noop("What is multiplied: bright parts the most (slope of the ASC CDL)"),
    ),
    "offset": (
        tr_noop("Lift, {channel}"),
        3,
        0.005,
        tr_noop("What is added: dark parts the most (offset of the ASC CDL)"),
    ),
    "power": (
        tr_noop("Gamma, {channel}"),
        2,
        0.01,
        tr_noop("A power: middle tones the most, less is brighter (ASC CDL)"),
    ),
}
DECISIONS = tuple(_CDL)

GRADE_SHOWN = {
    "grade amount": Shown(
        tr_noop("All of the grade"), "%", 100, 5, 0, tr_noop("How much of it there is")
    ),
    "grade exposure": Shown(
        tr_noop("Exposure"),
        tr_noop("stops"),
        1,
        0.1,
        2,
        tr_noop("One stop more is twice the light"),
    ),
    "grade contrast": Shown(
        tr_noop("Contrast"), "×", 1, 0.02, 2, tr_noop("A power about the pivot")
    ),
    "grade pivot": Shown(
        tr_noop("… pivot"),
        "%",
        100,
        1,
        1,
        tr_noop("The light that contrast leaves as it is: 18 % is middle grey"),
    ),
    "grade temperature": Shown(
        tr_noop("Warmth"),
        "K",
        1,
        100,
        0,
        tr_noop("6500 K leaves it; more is warmer, as when a camera is set to that light"),
    ),
    "grade tint": Shown(
        tr_noop("Tint"), "", 1, 1, 1, tr_noop("More is magenta, less is green: thousandths of Duv")
    ),
    "grade vibrance": Shown(
        tr_noop("Vibrance"), "%", 100, 5, 0, tr_noop("Saturation of what has little of it")
    ),
    "grade decisions saturation": Shown(
        tr_noop("Saturation"),
        "%",
        100,
        5,
        0,
        tr_noop("How far colours are from grey; 100 % leaves them (ASC CDL)"),
    ),
    "grade curves amount": Shown(
        tr_noop("Curves"), "%", 100, 5, 0, tr_noop("How far from straight they are")
    ),
    "grade lut amount": Shown(
        tr_noop("Table"), "%", 100, 5, 0, tr_noop("How much of the table's colours there is")
    ),
    "grade match amount": Shown(
        tr_noop("Matched"), "%", 100, 5, 0, tr_noop("How far its colours are like those")
    ),
    **{
        f"grade decisions {what}_{channel}": Shown(name, "", 1, step, digits, tip, channel=channel)
        for what, (name, digits, step, tip) in _CDL.items()
        for channel in (tr_noop("red"), tr_noop("green"), tr_noop("blue"))
    },
}
FILM_SHOWN = {
    **GRADE_SHOWN,
    "grain strength": Shown(
        tr_noop("Strength"),
        "%",
        100,
        0.2,
        1,
        tr_noop("Its deviation where it is strongest, of white"),
    ),
    "grain size": Shown(
        tr_noop("Grains wide"), "px", 1, 0.1, 1, tr_noop("How wide a grain is, at 1080 lines")
    ),
    "grain colour": Shown(
        tr_noop("Coloured"),
        "%",
        100,
        5,
        0,
        tr_noop("How far red, green and blue have grain of their own"),
    ),
    "grain tone": Shown(
        tr_noop("Strongest at"),
        "%",
        100,
        5,
        0,
        tr_noop("The tone where it is strongest; none is in black and white"),
    ),
    "vignette amount": Shown(
        tr_noop("Darkness"),
        "%",
        100,
        5,
        0,
        tr_noop(
            "How much light is missing in the corners; of a natural one, how much of what is "
            "natural"
        ),
    ),
    "vignette clear": Shown(
        tr_noop("Begins at"),
        "%",
        100,
        5,
        0,
        tr_noop("Nearer to the middle there is none, of half the diagonal"),
    ),
    "vignette soft": Shown(
        tr_noop("Grows over"), "%", 100, 5, 0, tr_noop("How far out it grows, of half the diagonal")
    ),
    "fringe amount": Shown(
        tr_noop("Wide"),
        "px",
        1,
        0.2,
        1,
        tr_noop("How far red and blue lie from green in the corners, at 1080 lines"),
    ),
    "weave amount": Shown(
        tr_noop("Moves by"), "px", 1, 0.1, 1, tr_noop("How far the picture moves, at 1080 lines")
    ),
    "halation amount": Shown(
        tr_noop("Strength"), "%", 100, 5, 0, tr_noop("How much of the bright light it is")
    ),
    "halation radius": Shown(
        tr_noop("Reaches"), "%", 100, 0.1, 2, tr_noop("How far, of the frame's height")
    ),
    "halation threshold": Shown(
        tr_noop("From"), "%", 100, 5, 0, tr_noop("What is brighter shines, of white")
    ),
    "flicker amount": Shown(
        tr_noop("By"),
        tr_noop("stops"),
        1,
        0.01,
        2,
        tr_noop("How much brighter or darker a frame is"),
    ),
}
