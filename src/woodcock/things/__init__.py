"""What is put on the stage beside the photo, drawn: titles and cards."""

from typing import TYPE_CHECKING

from woodcock.lazy import lazily

if TYPE_CHECKING:
    from woodcock.things.cards import card_box, draw_card
    from woodcock.things.drawn import Drawn
    from woodcock.things.fonts import families, font_file
    from woodcock.things.titles import draw_title, title_box

__all__ = [
    "Drawn",
    "card_box",
    "draw_card",
    "draw_title",
    "families",
    "font_file",
    "title_box",
]
__getattr__ = lazily(
    __name__,
    {
        "Drawn": "drawn",
        "card_box": "cards",
        "draw_card": "cards",
        "draw_title": "titles",
        "families": "fonts",
        "font_file": "fonts",
        "title_box": "titles",
    },
)
