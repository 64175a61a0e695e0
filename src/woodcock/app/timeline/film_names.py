"""How the tracks of grade and film are shown to people."""

from __future__ import annotations

from woodcock.app.timeline.shown import Shown

_CDL = {
    "slope": ("Gain", 2, 0.01, "What is multiplied: bright parts the most (slope of the ASC CDL)"),
    "offset": ("Lift", 3, 0.005, "What is added: dark parts the most (offset of the ASC CDL)"),
    "power": ("Gamma", 2, 0.01, "A power: middle tones the most, less is brighter (ASC CDL)"),
}
DECISIONS = tuple(_CDL)

GRADE_SHOWN = {
    "grade amount": Shown("All of the grade", "%", 100, 5, 0, "How much of it there is"),
    "grade exposure": Shown("Exposure", "stops", 1, 0.1, 2, "One stop more is twice the light"),
    "grade contrast": Shown("Contrast", "×", 1, 0.02, 2, "A power about the pivot"),
    "grade pivot": Shown("… pivot", "%", 100, 1, 1, "The light that contrast leaves as it is: "
                         "18 % is middle grey"),
    "grade temperature": Shown("Warmth", "K", 1, 100, 0, "6500 K leaves it; more is warmer, as "
                               "when a camera is set to that light"),
    "grade tint": Shown("Tint", "", 1, 1, 1, "More is magenta, less is green: thousandths of Duv"),
    "grade vibrance": Shown("Vibrance", "%", 100, 5, 0, "Saturation of what has little of it"),
    "grade decisions saturation": Shown("Saturation", "%", 100, 5, 0, "How far colours are from "
                                        "grey; 100 % leaves them (ASC CDL)"),
    "grade curves amount": Shown("Curves", "%", 100, 5, 0, "How far from straight they are"),
    "grade lut amount": Shown("Table", "%", 100, 5, 0, "How much of the table's colours there is"),
    "grade match amount": Shown("Matched", "%", 100, 5, 0, "How far its colours are like those"),
    **{
        f"grade decisions {what}_{channel}": Shown(f"{name}, {channel}", "", 1, step, digits, tip)
        for what, (name, digits, step, tip) in _CDL.items()
        for channel in ("red", "green", "blue")
    },
}  # fmt: skip
FILM_SHOWN = {
    **GRADE_SHOWN,
    "grain strength": Shown("Strength", "%", 100, 0.2, 1, "Its deviation where it is strongest, "
                            "of white"),
    "grain size": Shown("Grains wide", "px", 1, 0.1, 1, "How wide a grain is, at 1080 lines"),
    "grain colour": Shown("Coloured", "%", 100, 5, 0, "How far red, green and blue have grain of "
                          "their own"),
    "grain tone": Shown("Strongest at", "%", 100, 5, 0, "The tone where it is strongest; none is "
                        "in black and white"),
    "vignette amount": Shown("Darkness", "%", 100, 5, 0, "How much light is missing in the "
                             "corners; of a natural one, how much of what is natural"),
    "vignette clear": Shown("Begins at", "%", 100, 5, 0, "Nearer to the middle there is none, of "
                            "half the diagonal"),
    "vignette soft": Shown("Grows over", "%", 100, 5, 0, "How far out it grows, of half the "
                           "diagonal"),
    "fringe amount": Shown("Wide", "px", 1, 0.2, 1, "How far red and blue lie from green in the "
                           "corners, at 1080 lines"),
    "weave amount": Shown("Moves by", "px", 1, 0.1, 1, "How far the picture moves, at 1080 lines"),
    "halation amount": Shown("Strength", "%", 100, 5, 0, "How much of the bright light it is"),
    "halation radius": Shown("Reaches", "%", 100, 0.1, 2, "How far, of the frame's height"),
    "halation threshold": Shown("From", "%", 100, 5, 0, "What is brighter shines, of white"),
    "flicker amount": Shown("By", "stops", 1, 0.01, 2, "How much brighter or darker a frame is"),
}  # fmt: skip
