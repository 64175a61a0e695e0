"""What findings and pictures of a project depend on: keys for what is kept of them.

Each is a project in which everything else has its default, so that two are equal where the kept
thing holds for both. Plates have a key of their own (`render.key.AtlasKey`).
"""

from __future__ import annotations

from msgspec.structs import replace

from woodcock.model import (
    TILE,
    UNFINISHED,
    Card,
    Defocus,
    Growth,
    Lens,
    Mix,
    Project,
    Shutter,
    Tile,
    Title,
    Track,
)


def drawn_of(project: Project) -> Project:
    """What frames depend on: all but names, list colours, locks and what is heard."""
    photo = project.photo
    return replace(
        project,
        photo=replace(photo, name="") if photo else None,
        lens=_without_idle(project.lens),
        layers=tuple(replace(x, name="", colour=0, locked=False, role="") for x in project.layers),
        carriers=tuple(replace(x, name="", colour=0) for x in project.carriers),
        **_UNHEARD,
        **{field: tuple(replace(x, name="") for x in getattr(project, field)) for field in _NAMED},
    )


_UNHEARD = {"sounds": (), "mix": Mix(), "markers": ()}
_NAMED = ("airs", "lights", "flashes")
_UNTOUCHED = {"shadow": None, "shimmer": None, "grade": None}  # of layers


def covered_of(project: Project) -> Project:
    """What gaps and safe travel depend on: nor colours either, as far as they cover alike.

    The lens counts with its aperture: blurred edges cover less. The shape of its iris and the
    shutter don't.
    """
    drawn = drawn_of(project)
    drawn = replace(drawn, lens=covering_lens(drawn.lens))
    layers = tuple(
        replace(
            x,
            blend="normal",
            blend_linear=False,
            repair=_beyond(project, x.repair),
            sources=None,
            **_UNTOUCHED,
        )
        for x in drawn.layers
    )
    return replace(drawn, layers=layers, **_MADE_UP_ANYHOW)


def covering_lens(lens: Lens) -> Lens:
    """The lens as far as what covers what depends on it."""
    lens = _without_idle(replace(lens, shutter=Shutter()))
    defocus = replace(lens.defocus, blades=0, angle=Track(), highlights=Track())
    return replace(lens, defocus=defocus)


def _without_idle(lens: Lens) -> Lens:
    """The lens without what does nothing: a focus where nothing is blurred, a closed shutter."""
    if not lens.defocus.on:
        lens = replace(lens, defocus=Defocus(), focus=Track(), f_number=Track())
    return lens if lens.shutter.on else replace(lens, shutter=Shutter())


def moved_of(project: Project) -> Project:
    """What speeds depend on: where things are, whatever they look like and however far they go."""
    drawn = drawn_of(project)
    drawn = replace(drawn, lens=_without_idle(replace(drawn.lens, defocus=Defocus())))
    plain = {
        "blend": "normal",
        "blend_linear": False,
        "repair": (),
        "sources": None,
        "growth": Growth(),
        "blur": None,
        **_UNTOUCHED,
    }
    layers = []
    for layer in drawn.layers:
        layer = replace(layer, hole_growth=0.0, **plain)
        if isinstance(layer.content, Title):
            layer = replace(layer, content=replace(layer.content, shown=Track(1.0)))
        elif isinstance(layer.content, Card):
            layer = replace(layer, content=replace(layer.content, fill="plain", stops=_ONE))
        layers.append(layer)
    drawn = replace(drawn, layers=tuple(layers), removed=None, rebuild_all=False)
    return replace(drawn, **_MADE_UP_ANYHOW)


_ONE = Card().stops[:1]
_MADE_UP_ANYHOW = {"fill_seed": 0, "whole_pieces": False, **UNFINISHED}


def _beyond(project: Project, repair: tuple[Tile, ...]) -> tuple[Tile, ...]:
    """The painted squares that reach beyond the photo, where they may cover what was open."""
    photo = project.photo
    if photo is None or not repair:
        return ()
    return tuple(
        tile
        for tile in repair
        if tile.column < 0
        or tile.row < 0
        or (tile.column + 1) * TILE > photo.width
        or (tile.row + 1) * TILE > photo.height
    )
