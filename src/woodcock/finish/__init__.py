"""What is put on the stage beside the photo, drawn: titles and cards."""

from woodcock.finish.cards import card_box, draw_card
from woodcock.finish.drawn import Drawn
from woodcock.finish.fonts import families, font_file
from woodcock.finish.titles import draw_title, title_box

__all__ = [
    "Drawn",
    "card_box",
    "draw_card",
    "draw_title",
    "families",
    "font_file",
    "title_box",
]
