"""What is put on the stage beside the photo, drawn: titles, cards, textures."""

from typing import TYPE_CHECKING

from woodcock.lazy import lazily

if TYPE_CHECKING:
    from woodcock.things.cards import card_box, draw_card, solid_box
    from woodcock.things.drawn import Drawn
    from woodcock.things.fonts import families, font_file
    from woodcock.things.textures import draw_texture, glide_of
    from woodcock.things.titles import draw_title, title_box

__all__ = [
    "Drawn",
    "card_box",
    "draw_card",
    "draw_texture",
    "draw_title",
    "families",
    "font_file",
    "glide_of",
    "solid_box",
    "title_box",
]
__getattr__ = lazily(
    __name__,
    {
        "Drawn": "drawn",
        "card_box": "cards",
        "draw_card": "cards",
        "solid_box": "cards",
        "draw_texture": "textures",
        "draw_title": "titles",
        "glide_of": "textures",
        "families": "fonts",
        "font_file": "fonts",
        "title_box": "titles",
    },
)
