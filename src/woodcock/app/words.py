"""What values that several parts of the window show are called there, as `tr_noop` marks it."""

from __future__ import annotations

from woodcock.texts import tr_noop

POSES = {"start": tr_noop("Start"), "here": tr_noop("Here"), "end": tr_noop("End")}
SIDES = {
    "left": tr_noop("Left"),
    "right": tr_noop("Right"),
    "top": tr_noop("Top"),
    "bottom": tr_noop("Bottom"),
}
KINDS = {
    "cut": tr_noop("Cut from the photo"),
    "background": tr_noop("Background"),
    "picture": tr_noop("Picture"),
    "title": tr_noop("Title"),
    "card": tr_noop("Card"),
    "clip": tr_noop("Clip"),
    "texture": tr_noop("Texture"),
}
HUES = {
    "red": tr_noop("Red"),
    "orange": tr_noop("Orange"),
    "yellow": tr_noop("Yellow"),
    "green": tr_noop("Green"),
    "cyan": tr_noop("Cyan"),
    "blue": tr_noop("Blue"),
    "violet": tr_noop("Violet"),
    "pink": tr_noop("Pink"),
}
BLENDS = {  # the names of W3C Compositing and Blending, Level 1
    "normal": tr_noop("Normal"),
    "multiply": tr_noop("Multiply"),
    "screen": tr_noop("Screen"),
    "overlay": tr_noop("Overlay"),
    "darken": tr_noop("Darken"),
    "lighten": tr_noop("Lighten"),
    "color-dodge": tr_noop("Color dodge"),
    "color-burn": tr_noop("Color burn"),
    "hard-light": tr_noop("Hard light"),
    "soft-light": tr_noop("Soft light"),
    "difference": tr_noop("Difference"),
    "exclusion": tr_noop("Exclusion"),
    "hue": tr_noop("Hue"),
    "saturation": tr_noop("Saturation"),
    "color": tr_noop("Color"),
    "luminosity": tr_noop("Luminosity"),
    "plus-lighter": tr_noop("Plus lighter"),
}
SHIPPED_LOOKS = (  # as their files call them
    tr_noop("First light"),
    tr_noop("Slate"),
    tr_noop("Late summer"),
    tr_noop("Blue hour"),
    tr_noop("Silver"),
    tr_noop("Old album"),
    tr_noop("Small gauge"),
    tr_noop("Clear day"),
)
