"""Acts on what is rebuilt: how much of it, what is taken out, painted on it, made up anew."""

from __future__ import annotations

from msgspec.structs import replace

from woodcock.model import Project, Tile


def rebuild_all(project: Project, everything: bool) -> Project:
    """Rebuild everything hidden, or only what the move shows."""
    return replace(project, rebuild_all=everything)


def set_removed(project: Project, mask: str | None) -> Project:
    """Take what the stored mask covers out of the photo; None leaves it as it is."""
    return replace(project, removed=mask)


def set_sources(project: Project, layer_id: str, painted: str | None) -> Project:
    """From where the hole a layer leaves may be filled, as a stored picture has it."""
    return project.with_layer(replace(project.layer(layer_id), sources=painted))


def try_another_fill(project: Project) -> Project:
    """The same holes filled by another proposal."""
    return replace(project, fill_seed=project.fill_seed + 1)


def fill_as(project: Project, seed: int, pieces: bool) -> Project:
    """The same holes filled by that proposal, from whole pieces or patch by patch."""
    return replace(project, fill_seed=seed, whole_pieces=pieces)


def use_whole_pieces(project: Project, on: bool) -> Project:
    """Fill large holes from whole pieces of the photo, or patch by patch."""
    return replace(project, whole_pieces=on)


def set_repair(project: Project, layer_id: str, repair: tuple[Tile, ...]) -> Project:
    """What is painted by hand on a layer's rebuilt picture."""
    return project.with_layer(replace(project.layer(layer_id), repair=repair))


def set_hole_growth(project: Project, layer_id: str, pixels: float) -> Project:
    """By how much the layer's cut may be off, in pixels of a 1080-line frame."""
    pixels = min(max(pixels, 0.0), 200.0)
    return project.with_layer(replace(project.layer(layer_id), hole_growth=pixels))
