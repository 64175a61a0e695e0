"""Plates and frames of a project, kept as long as what they depend on stays the same."""

from __future__ import annotations

import dataclasses
import logging
import time
from collections.abc import Callable, Iterator
from contextlib import contextmanager
from functools import cached_property
from typing import TYPE_CHECKING, NamedTuple

import numpy as np
from msgspec.structs import replace
from numpy.typing import NDArray

from woodcock.locks import new_lock
from woodcock.media.clips import open_clip
from woodcock.model import Card, Clip, Growth, Layer, Project, Texture, Title
from woodcock.pixels.store import PixelStore
from woodcock.progress import Progress, part, report
from woodcock.render import (
    Area,
    Atlas,
    AtlasKey,
    ClipFrames,
    GapReport,
    Rebuilt,
    Reveal,
    Thing,
    ThingKey,
    atlas_key,
    find_gaps,
    find_reveal,
    make_atlas,
    make_thing,
    rebuild,
    render_frame,
    thing_keys,
)
from woodcock.session.depends import covering_lens
from woodcock.texts import tr

if TYPE_CHECKING:
    from woodcock.session.soundtrack import Soundtrack

_log = logging.getLogger(__name__)
_DRAWN = Title | Card | Texture
_PATIENCE = 0.05  # seconds of waiting after which it is asked whether it is still wanted
_SPARE = 24  # things kept ready beside those on the stage


class _Kept(NamedTuple):
    key: AtlasKey
    rebuilt: Rebuilt
    atlas: Atlas

    @property
    def things(self) -> dict[str, ThingKey]:
        return {name: thing.key for name, thing in self.atlas.things.items()}


class Studio:
    """Makes atlases and frames; safe to use from any thread. Keeps the last atlas made."""

    def __init__(self, store: PixelStore) -> None:
        self.store = store
        self._lock = new_lock()
        self._kept: _Kept | None = None
        self._rebuilt: Rebuilt | None = None
        self._things: dict[ThingKey, Thing] = {}
        self._making = new_lock()  # of what is no part of the photo: never held for long
        self._opened = object()  # another one for each project that is opened
        self._fresh: tuple[_Kept | None, dict[str, ThingKey], Atlas | None] = None, {}, None
        self._last_keys: tuple[Project | None, dict[str, ThingKey]] = None, {}
        self._reveal: tuple[tuple[object, ...], Reveal] | None = None

    @cached_property
    def soundtrack(self) -> Soundtrack:
        """What is heard; loaded with the first sound."""
        from woodcock.session.soundtrack import Soundtrack

        return Soundtrack(self.store)

    def known_mix(self, project: Project) -> NDArray[np.float32] | None:
        """What is heard of this very project if it is at hand; loads nothing."""
        return self.soundtrack.ready(project) if "soundtrack" in self.__dict__ else None

    def beside(self) -> Studio:
        """Another one of the same pixels, which knows what this one's move shows."""
        other = Studio(self.store)
        other._reveal = self._reveal
        return other

    def ready(self, project: Project) -> bool:
        """Whether the plates of this very project are at hand."""
        kept = self._kept
        if project.photo is None or kept is None:
            return False
        reveal = self.known_reveal(project)
        if reveal is None and not _everything(project):
            return False
        same = kept.key.serves(atlas_key(project, _areas(project, reveal)))
        return same and kept.things == self._keys_of(project)

    def finished(self, project: Project) -> bool:
        """Whether what the clip never shows is filled as well as what it shows."""
        kept = self._kept
        return self.ready(project) and kept is not None and not kept.key.partial

    def finish(self, project: Project, progress: Progress | None = None) -> None:
        """Fill what the clip never shows, too; no frame changes. Raises Cancelled on request."""
        self._made(project, progress, whole=True)

    def atlas(self, project: Project, progress: Progress | None = None) -> Atlas:
        """The plates of `project`, rebuilt if its cuts, or what the move shows, changed.

        Raises Cancelled on request.
        """
        return self._made(project, progress).atlas

    def rebuilt(self, project: Project, progress: Progress | None = None) -> Rebuilt:
        """What was made up for `project`; raises Cancelled on request."""
        return self._made(project, progress).rebuilt

    def known_rebuilt(self, project: Project) -> Rebuilt | None:
        """What was made up for this very project, whatever was painted on it, if at hand."""
        rebuilt = self._rebuilt
        if rebuilt is None or project.photo is None:
            return None
        reveal = self.known_reveal(project)
        if reveal is None and not _everything(project):
            return None
        key = atlas_key(project, _areas(project, reveal))
        return rebuilt if rebuilt.key.serves(key.unpainted) else None

    def _made(self, project: Project, progress: Progress | None, whole: bool = False) -> _Kept:
        opened, reveal = self._opened, None
        if not _everything(project):
            reveal = self.reveal(project, part(progress, 0.0, 0.1))
        key = atlas_key(project, _areas(project, reveal))
        if whole and key.partial:
            key = replace(key, whole=True)
        with self._alone(progress):
            wanted = self._keys_of(project)
            kept = self._kept
            if kept is not None and kept.key.serves(key):
                if kept.things != wanted:
                    things = self._things_for(wanted, part(progress, 0.1, 1.0))
                    atlas = dataclasses.replace(kept.atlas, things=things)
                    kept = kept._replace(atlas=atlas)
                    self._keep(opened, _kept=kept)
                return kept
            rebuilt = self._rebuilt
            if rebuilt is None or not rebuilt.key.serves(key.unpainted):
                began = time.monotonic()
                rebuilt = rebuild(key, self.store, part(progress, 0.1, 0.9), rebuilt)
                self._keep(opened, _rebuilt=rebuilt)
                _log.info(
                    "rebuilt %d plates of %dx%d in %.1f s",
                    len(rebuilt.plates), *rebuilt.size, time.monotonic() - began,
                )  # fmt: skip
            key = replace(key, whole=rebuilt.key.whole)
            atlas = make_atlas(key, self.store, rebuilt, part(progress, 0.9, 0.96))
            things = self._things_for(wanted, part(progress, 0.96, 1.0))
            kept = _Kept(key, rebuilt, dataclasses.replace(atlas, things=things))
            self._keep(opened, _kept=kept)
            return kept

    @contextmanager
    def _alone(self, progress: Progress | None) -> Iterator[None]:
        """The only one that makes plates; who waits for that is heard when nobody wants it more."""
        while not self._lock.acquire(timeout=_PATIENCE):
            report(progress, 0.1, tr("Waiting for other work"))
        try:
            yield
        finally:
            self._lock.release()

    def _keep(self, opened: object, **made: object) -> None:
        """Keep what was made of the project that was open then, if it is still."""
        with self._making:
            if self._opened is opened:
                vars(self).update(made)

    def _keys_of(self, project: Project) -> dict[str, ThingKey]:
        """`thing_keys`, worked out once for a project: every frame asks for them."""
        last = self._last_keys
        if last[0] is not project:
            last = self._last_keys = project, thing_keys(project)
        return last[1]

    def _things_for(
        self, wanted: dict[str, ThingKey], progress: Progress | None
    ) -> dict[str, Thing]:
        """What is no part of the photo, made unless it is at hand."""
        found: dict[ThingKey, Thing] = {}
        for key in wanted.values():
            with self._making:
                thing = self._things.pop(key, None)  # those used last are kept longest
            thing = thing or make_thing(key, self.store, self._open_clip, progress)
            with self._making:
                self._things[key] = found[key] = thing
        with self._making:
            while len(self._things) > len(found) + _SPARE:
                del self._things[next(iter(self._things))]
        return {name: found[key] for name, key in wanted.items()}

    def _open_clip(self, clip: Clip) -> ClipFrames:
        return open_clip(clip, self.store)

    def forget(self) -> None:
        """Let go of all that was made: another project is open. Waits for nothing: what is still
        being made is not kept."""
        with self._making:
            self._opened = object()
            self._kept = self._rebuilt = self._reveal = None
            self._fresh, self._last_keys = (None, {}, None), (None, {})
            self._things = {}

    def reveal(self, project: Project, progress: Progress | None = None) -> Reveal:
        """What the move shows of what is hidden; raises Cancelled on request."""
        opened, known = self._opened, self.known_reveal(project)
        if known is not None:
            return known
        reveal = find_reveal(project, self.store, progress, _without_ids(project))
        self._keep(opened, _reveal=(_shown_by(project), reveal))
        return reveal

    def known_reveal(self, project: Project) -> Reveal | None:
        """The reveal of this very project if it is at hand."""
        kept = self._reveal
        return kept[1] if kept is not None and kept[0] == _shown_by(project) else None

    def latest(self, project: Project) -> Atlas | None:
        """The last atlas made of this photo, even if cuts changed since; a new cut is not in it."""
        kept = self._kept
        if kept is None or project.photo is None or kept.key.photo != project.photo.pixels:
            return None
        return kept.atlas

    def has_cut(self, project: Project, layer: Layer) -> bool:
        """Whether the last atlas has a layer, and its surface, as they are cut by now."""
        kept = self._kept
        if kept is None:
            return False
        wanted = next((cut for cut in atlas_key(project).cuts if cut.id == layer.id), None)
        cut = next((cut for cut in kept.key.cuts if cut.id == layer.id), None)
        if cut is None or wanted is None:
            return cut is wanted
        depth = project.depth.pixels if project.depth and wanted.relief else kept.key.depth
        return (cut.mask, cut.relief) == (wanted.mask, wanted.relief) and depth == kept.key.depth

    def newest(self, project: Project) -> Atlas | None:
        """The latest of each thing: the last atlas, with what is drawn as it is now.

        They are drawn here where they changed, in a few hundredths of a second: not for the
        interface thread.
        """
        atlas, kept = self.latest(project), self._kept
        wanted = self._keys_of(project) if atlas else {}
        if atlas is None or kept is None or kept.things == wanted:
            return atlas
        if self._fresh[0] is kept and self._fresh[1] == wanted:
            return self._fresh[2]
        drawn = {name: key for name, key in wanted.items() if isinstance(key.content, _DRAWN)}
        things = {name: thing for name, thing in atlas.things.items() if name in wanted}
        atlas = dataclasses.replace(atlas, things={**things, **self._things_for(drawn, None)})
        self._fresh = kept, wanted, atlas
        return atlas

    def frame(
        self, project: Project, time: float, size: tuple[int, int] | None = None
    ) -> NDArray[np.uint8]:
        """The frame at `time` seconds: (height, width, 3) uint8 sRGB."""
        return render_frame(project, self.atlas(project), time, size)

    def gaps(
        self,
        project: Project,
        progress: Progress | None = None,
        told: Callable[[GapReport], None] | None = None,
    ) -> GapReport:
        """Every gap of the clip; what the first few frames show is `told` before."""
        if project.photo is None:
            return GapReport(0)
        atlas = self.atlas(project, part(progress, 0.0, 0.5))
        return find_gaps(project, atlas, self.store, part(progress, 0.5, 1.0), told=told)


def _everything(project: Project) -> bool:
    """Whether all that is hidden is rebuilt, or nothing is hidden."""
    return project.rebuild_all or all(layer.mask is None for layer in project.layers)


def _areas(project: Project, reveal: Reveal | None) -> dict[str, Area] | None:
    """Where layers are rebuilt in full, by id; None is everywhere."""
    return None if reveal is None or _everything(project) else reveal.areas


def _without_ids(project: Project) -> str:
    """`_shown_by` of what has the same layers by other ids, too: those are drawn by lot."""
    told = repr(_shown_by(project))
    ids = *(x.id for x in project.near_to_far), *(x.id for x in project.carriers)
    for number, own in enumerate(ids):
        told = told.replace(repr(own), f"#{number}")
    return told


def _shown_by(project: Project) -> tuple[object, ...]:
    """All that decides what a clip shows of what is hidden."""
    plain = {
        "name": "", "colour": 0, "role": "", "growth": Growth(), "repair": (), "sources": None,
        "shadow": None, "shimmer": None, "grade": None,
    }  # fmt: skip
    layers = (replace(x, **plain) for x in project.near_to_far if x.own is None)
    lens = covering_lens(project.lens)
    sight = project.frame, project.placement, lens, project.carriers
    return project.photo, project.depth, *sight, *layers
