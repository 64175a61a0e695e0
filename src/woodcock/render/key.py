"""What plates depend on, as a value."""

from __future__ import annotations

import math
from collections.abc import Mapping

import msgspec

from woodcock.model import Growth, Mask, Project, Relief, Tile
from woodcock.render.area import Area
from woodcock.render.wrap import Wrap, wrap_of
from woodcock.stage.placement import photo_scale

# What is made up is as fine as the frame: photos much larger than that are filled several times as
# fast. In few steps, so that a small change of the placement makes nothing anew.
_DETAILS = 0.5, 0.56, 0.63, 0.71, 0.8, 0.9, 1.0
_ROOM = 1.4  # how far a move may enlarge a layer before the plates lack detail the photo had


class LayerCut(msgspec.Struct, frozen=True):
    """What of a layer its plate depends on.

    `relief` is how its surface is made, (edge, cut, smooth); how thick it is matters later. `wrap`
    is how it repeats, if it drifts. What `area` leaves out of its hidden part is filled smoothly;
    None is nothing. `sources` is from where its hole may be filled.
    """

    id: str
    mask: Mask | None
    hole_growth: float
    growth: Growth
    repair: tuple[Tile, ...] = ()
    relief: tuple[float, float, float] | None = None
    wrap: Wrap | None = None
    area: Area | None = None
    sources: str | None = None


class AtlasKey(msgspec.Struct, frozen=True):
    """What an atlas depends on, and nothing else: two equal keys make equal atlases.

    What the cuts' areas leave out is filled with texture too if it is `whole`. Large holes are
    filled from whole `pieces`, if those are wanted.
    """

    photo: str
    size: tuple[int, int]
    level: int
    scale: float
    cuts: tuple[LayerCut, ...]
    seed: int = 0
    removed: str | None = None
    depth: str | None = None
    whole: bool = False
    pieces: bool = False
    detail: float = 1.0  # of what is made up, beside that of the plates

    def serves(self, wanted: AtlasKey) -> bool:
        """Whether its atlas is as good as the one wanted: all that frames show is the same."""
        return self == wanted or msgspec.structs.replace(self, whole=False) == wanted

    @property
    def partial(self) -> bool:
        """Whether something hidden is not filled with texture."""
        return not self.whole and any(cut.area is not None for cut in self.cuts)

    @property
    def near_to_far(self) -> tuple[LayerCut, ...]:
        """The layers cut from the photo, near to far, the background last."""
        background = next(c for c in self.cuts if c.mask is None)
        return *(cut for cut in self.cuts if cut.mask is not None), background

    @property
    def unpainted(self) -> AtlasKey:
        """What is made up depends on all of this, but not on what was painted on it."""
        cuts = tuple(msgspec.structs.replace(cut, repair=(), wrap=None) for cut in self.cuts)
        return msgspec.structs.replace(self, cuts=cuts)

    @property
    def ungrown(self) -> AtlasKey:
        """What lies within the photo's borders depends on all of this, but not on any growth."""
        cuts = tuple(msgspec.structs.replace(cut, growth=Growth()) for cut in self.cuts)
        return msgspec.structs.replace(self, cuts=cuts)


def _cut_by(relief: Relief) -> tuple[float, float, float]:
    return relief.edge, relief.cut, relief.smooth


def atlas_key(project: Project, areas: Mapping[str, Area] | None = None) -> AtlasKey:
    """The part of `project` its plates depend on; ValueError without a photo.

    Distances matter by their order alone, frame and placement by the detail they ask for. `areas`
    are where layers are rebuilt in full, by id; one that is not among them is everywhere.
    """
    if project.photo is None:
        raise ValueError("a project without a photo has no plates")
    photo = project.photo
    scale = photo_scale(photo, project.placement, (project.frame.width, project.frame.height))
    level = max(0, math.floor(-2 * math.log2(min(1.0, scale * _ROOM)) + 1e-9))
    depth = project.depth.pixels if project.depth else None
    cuts = tuple(
        LayerCut(
            x.id,
            x.mask,
            x.hole_growth if x.mask else 0.0,
            x.growth,
            x.repair,
            _cut_by(x.relief) if x.relief and depth else None,
            wrap_of(project, x),
            areas.get(x.id) if areas else None,
            x.sources if x.mask else None,
        )
        for x in project.near_to_far
        if x.own is None
    )
    fine = scale * 2 ** (level / 2)  # frame pixels a pixel of the plates
    # Holes are grown in frame pixels, so the scale matters, but not to the last digit of a zoom.
    scale = float(f"{project.frame.height / 1080 / scale:.2g}")
    return AtlasKey(
        photo.pixels,
        (photo.width, photo.height),
        level,
        scale,
        cuts,
        project.fill_seed,
        project.removed,
        depth if any(cut.relief for cut in cuts) else None,
        pieces=project.whole_pieces,
        detail=next(x for x in _DETAILS if x >= min(1.0, fine)),
    )
