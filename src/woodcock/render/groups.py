"""Which pieces of a frame are laid over what is behind them together."""

from __future__ import annotations

from woodcock.render.air import Between
from woodcock.render.elements import Element

Piece = Element | Between


def groups_of(pieces: list[Piece]) -> list[list[Piece]]:
    """Stretches of pieces, near to far, that are laid over what is behind them together.

    What bends what is behind it ends one.
    """
    groups: list[list[Piece]] = []
    for piece in pieces:
        last = groups[-1][-1] if groups else None
        if last is not None and _together(last, piece):
            groups[-1].append(piece)
        else:
            groups.append([piece])
    return groups


def _together(last: Piece, piece: Piece) -> bool:
    if not isinstance(last, Element) and last.bends:
        return False
    one, other = (x.placed.layer if isinstance(x, Element) else None for x in (last, piece))
    if one is not None and other is not None and one.id == other.id:
        return True
    return (one is None or one.blend == "normal") and (other is None or other.blend == "normal")
