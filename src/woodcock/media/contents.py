"""The pixels and files a project refers to, by name."""

from __future__ import annotations

from woodcock.model import Clip, Lut, Picture, Project, Recorded


def pixels_of(project: Project) -> tuple[str, ...]:
    """The names of all pixels the project holds, the photo first."""
    names = [project.photo.pixels] if project.photo else []
    names += [project.removed] if project.removed else []
    names += [project.depth.pixels] if project.depth else []
    names += [layer.sources for layer in project.layers if layer.sources]
    masks = [layer.mask for layer in project.layers if layer.mask]
    names += [mask.pixels for mask in masks]
    names += [mask.outline.under for mask in masks if mask.outline and mask.outline.under]
    names += [name for x in pictures_of(project) for name in (x.pixels, x.mask) if name]
    names += [name for clip in clips_of(project) if not clip.video for name in clip.files]
    names += [tile.pixels for layer in project.layers for tile in layer.repair]
    return tuple(dict.fromkeys(names))


def files_of(project: Project) -> tuple[str, ...]:
    """The names of all files the project holds as they were: videos, sounds, lookup tables."""
    videos = [x for clip in clips_of(project) if clip.video for x in clip.files]
    sounds = [x.source.file for x in project.sounds if isinstance(x.source, Recorded)]
    return tuple(dict.fromkeys([*videos, *sounds, *(lut.file for lut in luts_of(project))]))


def luts_of(project: Project) -> list[Lut]:
    own = [layer.grade for layer in project.layers if layer.grade]
    return [grade.lut for grade in (project.grade, *own) if grade.lut is not None]


def clips_of(project: Project) -> list[Clip]:
    return [layer.clip for layer in project.layers if layer.clip]


def pictures_of(project: Project) -> list[Picture]:
    """Of layers, and of what flies in the air."""
    own = [layer.picture for layer in project.layers if layer.picture]
    return own + [x.specks.picture for x in project.airs if x.specks and x.specks.picture]


def pixels_entry(name: str) -> str:
    """What pixels are called in a project file; files are `files/` and their name."""
    return f"pixels/{name}.png"
