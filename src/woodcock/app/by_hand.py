"""What the hand does in the picture or in a list, told among the commands.

Group, name, what it does, its key; words as `tr_noop` marks them.
"""

from __future__ import annotations

from woodcock.texts import tr_noop

BY_HAND = (
    (
        "Separate",
        tr_noop("New while held"),
        tr_noop("The stroke cuts a new layer, whatever is chosen"),
        "N",
    ),
    (
        "Separate",
        tr_noop("Add while held"),
        tr_noop("The stroke adds to the selected layer"),
        "A",
    ),
    (
        "Separate",
        tr_noop("Take while held"),
        tr_noop("The stroke takes from the selected layer"),
        "T",
    ),
    ("Separate", tr_noop("Loupe"), tr_noop("What is under the pointer, larger"), "L"),
    ("Separate", tr_noop("Next thing"), tr_noop("After Find subject: the next thing"), "Tab"),
    (
        "Rebuild",
        tr_noop("Fullest frame"),
        tr_noop("To the frame that shows the most of what is hidden"),
        "F",
    ),
    (
        "Rebuild",
        tr_noop("Worst place"),
        tr_noop("To the next place that looks mended"),
        "W",
    ),
    (
        tr_noop("Picture"),
        tr_noop("Before"),
        tr_noop("While held: the photo, or the picture without its finish"),
        "B",
    ),
    (
        tr_noop("Picture"),
        tr_noop("Give up"),
        tr_noop("Ends what was begun; the picture alone"),
        "Esc",
    ),
    (tr_noop("List"), tr_noop("Rename"), tr_noop("The selected layer or carrier"), "F2"),
    (tr_noop("Lanes"), tr_noop("Delete"), tr_noop("The chosen keys"), "Del"),
    (tr_noop("Lanes"), tr_noop("Duplicate"), tr_noop("The chosen keys"), "Ctrl+D"),
)
