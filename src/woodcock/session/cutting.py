"""Strokes to areas of the photo: it is studied once, then every stroke is answered at once."""

from __future__ import annotations

from collections.abc import Sequence

import cv2
import numpy as np
from msgspec.structs import replace
from numpy.typing import NDArray

from woodcock.errors import WoodcockError
from woodcock.model import Mask, Outline, Photo, Project
from woodcock.pixels.store import PixelStore
from woodcock.progress import Progress
from woodcock.separate import combine, lasso, stamp_stroke
from woodcock.separate.alike import alike, pushed_hues
from woodcock.separate.border import snapped
from woodcock.separate.crumbs import crumbs
from woodcock.separate.cue import Box, Seen, boxes_about
from woodcock.separate.doubts import Doubt, doubts
from woodcock.separate.edge import full_size
from woodcock.separate.fine import fine_edges
from woodcock.separate.fine_band import fine_band
from woodcock.separate.grow import Grown, Marks, drawn, regions
from woodcock.separate.outline import redrawn_outline, within
from woodcock.separate.redraw import alpha_of
from woodcock.separate.strands import two_colours
from woodcock.separate.study import Study
from woodcock.separate.thin import with_thin_parts
from woodcock.separate.trace import along_edges, edge_cost
from woodcock.session.follow_edge import follow
from woodcock.session.known_photos import KnownPhotos
from woodcock.session.painted import Painted
from woodcock.session.stroke import Outcome, Stroke
from woodcock.texts import tr

_CLAIMED = 0.7  # of a new area: from here on it is another layer's
# How much room, in sizes of a stroke and of what is corrected, closer looks have round them.
_ROOMS, _ROUND = (0.35, 0.8), 0.3
_TAKES = ("remove", "within", "split")  # what lies within a layer
_TOUCH = 0.05  # how far a first touch reaches, as a share of the photo's diagonal


class CuttingRoom:
    """Answers strokes; safe to use from any thread."""

    def __init__(self, store: PixelStore) -> None:
        self._store = store
        self.photos = KnownPhotos(store)
        self._painted = Painted()
        self._last: tuple[object, tuple[Marks, Grown]] | None = None

    def study(self, photo: Photo, progress: Progress | None = None) -> Study:
        """The photo's study, made now if it is the first time; raises Cancelled on request."""
        return self.photos.study(photo, progress)

    def cut(
        self, project: Project, stroke: Stroke, progress: Progress | None = None
    ) -> Outcome | None:
        """What a stroke makes of its layer; None if it covers nothing. Raises Cancelled."""
        assert project.photo is not None
        target = self._target(project, stroke)
        if stroke.kind == "fine":
            if target is None and not stroke.points:
                return None
            shape = project.photo.height, project.photo.width
            old = self._store.get(target.pixels) if target else np.zeros(shape, np.uint8)
            mask = self._fine(project, stroke, old, progress)
            if mask is None:
                return None
            return Outcome(mask) if target else Outcome(new=mask)
        if stroke.mode == "edit":
            return self._edited(target, stroke)
        if stroke.kind == "follow":
            moved = follow(project, stroke.layer, self._store, progress)
            return None if moved is None else Outcome(moved, edge_done=True)
        area, outline = self.area(project, stroke), stroke.outline
        if not area.any():
            return None
        if target is None:
            self._not_all_claimed(project, stroke, area)
        if stroke.mode in ("new", "add"):
            area = snapped(area)
        if target is None:
            return Outcome(new=area, outline=outline and replace(outline, mode="add"))
        if stroke.mode == "merge":
            whole = combine(alpha_of(target, self._store), area, "add")
            return Outcome(whole, gone=stroke.other, edge_done=True)
        old = self._store.get(target.pixels)
        lap = self._lap(project.photo, stroke)
        if stroke.mode == "split":
            own = combine(old, area, "within")
            return Outcome(combine(old, area, "remove", lap), own) if own.any() else None
        if outline:
            outline = replace(outline, mode=stroke.mode, under=target.pixels)
        return Outcome(combine(old, area, stroke.mode, lap), outline=outline)

    def _not_all_claimed(self, project: Project, stroke: Stroke, area: NDArray[np.uint8]) -> None:
        """Raises WoodcockError where other layers have already all that would be a new one."""
        if stroke.kind not in ("grow", "touch", "alike"):
            return  # drawn by hand: it is meant as it is
        whole = int((area > 127).sum())
        for layer in project.near_to_far:
            if layer.mask is None or not layer.visible:
                continue
            claimed = int(((area > 127) & (self._store.get(layer.mask.pixels) > 127)).sum())
            if claimed > _CLAIMED * whole:
                raise WoodcockError(
                    tr(
                        "What is there belongs to {name} already, so no layer was cut. Choose "
                        "Split to cut it out of {name}, or hide {name} first.",
                        name=layer.name,
                    )
                )

    def _lap(self, photo: Photo, stroke: Stroke) -> int:
        """By how many pixels a stroke's edge may miss the edge it ends at."""
        if stroke.kind in ("grow", "touch", "alike"):  # to the pixel only at working size
            return round(1.5 / self.study(photo).scale)
        return 1

    def remember(self, project: Project, stroke: Stroke, mask: str) -> None:
        """`mask` is the name under which what `cut` made of a stroke was stored."""
        target = self._target(project, stroke)
        self._painted.remember(mask, target.pixels if target else None, stroke)

    def _edited(self, target: Mask | None, stroke: Stroke) -> Outcome | None:
        """The layer's outline with other nodes."""
        if target is None or target.outline is None or stroke.outline is None:
            return None
        old = target.outline
        new = replace(old, nodes=stroke.outline.nodes)
        under = self._store.get(old.under) if old.under else None
        pixels = redrawn_outline(self._store.get(target.pixels), under, old, new)
        return Outcome(pixels, outline=new)

    def doubtful(self, photo: Photo, mask: Mask) -> tuple[Doubt, ...]:
        """Places of a mask that look wrong, the largest first."""
        known = self.study(photo)
        return doubts(known, known.small(alpha_of(mask, self._store)))

    @staticmethod
    def _target(project: Project, stroke: Stroke) -> Mask | None:
        """The mask a stroke changes; None if it makes a new layer."""
        found = next((x for x in project.layers if x.id == stroke.layer), None)
        return found.mask if found is not None and stroke.mode != "new" else None

    def _fine(
        self, project: Project, stroke: Stroke, old: NDArray[np.uint8], progress: Progress | None
    ) -> NDArray[np.uint8] | None:
        """`old` with its alpha solved anew under the stroke, or at every fine edge it has.

        None if it has none.
        """
        assert project.photo is not None
        known, colours = self.study(project.photo), None
        mask = known.small(old)
        if stroke.points:
            drawn = stamp_stroke(old.shape, stroke.points, stroke.size, 1.0)
            band = drawn > 127
            colours = two_colours(known, mask, known.small(drawn) > 127)
        else:
            small = fine_band(known, mask)
            if not small.any():
                return None
            band = cv2.resize(
                small.view(np.uint8), old.shape[::-1], interpolation=cv2.INTER_NEAREST
            ).view(np.bool_)
        return fine_edges(self._store.get(project.photo.pixels), old, band, progress, colours)

    def traced(
        self, photo: Photo, start: tuple[float, float], end: tuple[float, float]
    ) -> NDArray[np.float32]:
        """The line along edges from one place of the photo to another: (n, 2) x, y."""
        known = self.study(photo)
        cost = self._store.derived(("edge cost", photo.pixels), lambda: edge_cost(known))
        small = [(x * known.scale, y * known.scale) for x, y in (start, end)]
        return along_edges(cost, *small) / np.float32(known.scale)

    def area(self, project: Project, stroke: Stroke) -> NDArray[np.uint8]:
        """What a stroke covers: (H, W) uint8 alpha at the photo's size."""
        photo = project.photo
        assert photo is not None
        shape = photo.height, photo.width
        if stroke.kind == "lasso":
            return lasso(shape, stroke.points)
        if stroke.kind == "outline":
            return within(shape, stroke.outline or Outline())
        if stroke.kind == "mask":
            source = next((x.mask for x in project.layers if x.id == stroke.other), None)
            return np.zeros(shape, np.uint8) if source is None else alpha_of(source, self._store)
        if stroke.kind == "trace":
            ends = zip(stroke.points, (*stroke.points[1:], stroke.points[0]), strict=True)
            return lasso(shape, np.concatenate([self.traced(photo, a, b) for a, b in ends]))
        if stroke.kind == "brush":
            return stamp_stroke(
                shape, stroke.points, stroke.size, stroke.hardness, stroke.opacity, stroke.pressures
            )
        known, small = self.study(photo), self.proposal(project, stroke)
        if stroke.kind in ("grow", "touch") and stroke.mode in ("new", "add"):
            small = with_thin_parts(known, small, self._marks(project, stroke, known))
        return full_size(known, self._store.get(photo.pixels), small)

    def proposal(self, project: Project, stroke: Stroke) -> NDArray[np.uint8]:
        """What a grow, touch or alike stroke takes: (h, w) uint8 at the study's working size.

        An adding stroke grows into what no other shown layer holds; another within its layer. What
        was painted itself always counts. The last answers are kept: the full mask starts from the
        one that was shown, and takes in what is too thin for it.
        """
        assert project.photo is not None
        key = ("proposal", project.photo.pixels, _masks(project), stroke)
        return self._store.derived(key, lambda: self._proposal(project, stroke))

    def _proposal(self, project: Project, stroke: Stroke) -> NDArray[np.uint8]:
        assert project.photo is not None
        known = self.study(project.photo)
        if stroke.kind == "subject":
            return self._next_subject(project, known)
        if stroke.kind == "alike":
            places = [(x * known.scale, y * known.scale) for x, y in stroke.points]
            pushed = pushed_hues(known.lab, stroke.hues)
            return alike(pushed, places, stroke.tolerance, stroke.local)
        looks = self.photos.looks(project.photo, self._boxes(project, stroke, known))
        marks, grown = self._grown(project, stroke, known, looks)
        area, target = drawn(known, grown.near, marks) > 127, self._target(project, stroke)
        own = area & False if target is None else self._small(target, known) > 127
        meant = marks.wanted >= 128
        if marks.unwanted is not None:
            meant |= marks.unwanted >= 128
        if stroke.mode in _TAKES:
            area |= crumbs(own & ~area, area, own & ~area, meant)
        else:
            found = crumbs(~(own | area), area, own | area, meant)
            area |= found if marks.free is None else found & (marks.free > 127)
        return area.view(np.uint8) * np.uint8(255)

    def rough(
        self, project: Project, stroke: Stroke, progress: Progress | None = None
    ) -> NDArray[np.uint8]:
        """What a grow or touch stroke takes by whole regions, as large as its proposal: sooner.

        Raises Cancelled on request.
        """
        assert project.photo is not None
        known = self.study(project.photo)
        boxes = self._boxes(project, stroke, known)
        looks = self.photos.known_looks(project.photo, boxes)  # no other is waited for
        marks, grown = self._grown(project, stroke, known, looks, progress)
        return np.maximum(grown.near.view(np.uint8)[known.labels] * np.uint8(255), marks.wanted)

    def _grown(
        self,
        project: Project,
        stroke: Stroke,
        known: Study,
        looks: Sequence[Seen],
        progress: Progress | None = None,
    ) -> tuple[Marks, Grown]:
        """The marks of a grow or touch stroke, and the regions they take; the last are kept."""
        assert project.photo is not None
        key = project.photo.pixels, _masks(project), stroke, tuple(looks)
        last = self._last  # another thread may keep another one meanwhile
        if last is None or last[0] != key:
            marks = self._marks(project, stroke, known)
            self._last = last = key, (marks, regions(known, marks, progress, looks))
        return last[1]

    def look_ahead(self, project: Project, stroke: Stroke, progress: Progress) -> None:
        """Have the net look where a stroke, still being drawn, is; raises Cancelled on request."""
        if project.photo is not None and stroke.kind in ("grow", "touch"):
            boxes = self._boxes(project, stroke, self.study(project.photo, progress))
            self.photos.looks(project.photo, boxes, progress)

    def _boxes(self, project: Project, stroke: Stroke, known: Study) -> list[Box]:
        """Where the net is to look closer: about the stroke, and about all of what it corrects."""
        target, shape = self._target(project, stroke), known.labels.shape
        places = np.asarray(stroke.points) * known.scale
        low, high = places.min(0), places.max(0)
        if target is None:
            if len(places) == 1:  # of a touch: as far as it may reach
                room = _TOUCH * float(np.linalg.norm(shape)) * 2 ** (stroke.times - 1) / 2
                low, high = low - room, high + room
            return boxes_about(low, high, _ROOMS, shape)
        own = _ends((self._small(target, known) > 127).view(np.uint8))
        whole = np.minimum(low, own[0]), np.maximum(high, own[1])
        against = self._painted.against(target.pixels, stroke, known)
        if against is None or stroke.mode == "add":
            about = boxes_about(low, high, _ROOMS[1:], shape)
        else:  # what was painted over before, and is to be told from what goes now
            about = boxes_about(*_ends(against), _ROOMS, shape)
        return boxes_about(*whole, (_ROUND,), shape) + about

    def _next_subject(self, project: Project, known: Study) -> NDArray[np.uint8]:
        """The largest thing the photo is of that no shown layer has yet, at working size.

        Raises WoodcockError where there is none.
        """
        assert project.photo is not None
        found = self.photos.subjects(project.photo).things
        taken = self._taken(project, known)
        for thing in found:
            there = thing > 127
            if (taken[there] > 127).mean() < _CLAIMED:
                return np.where(taken > 127, np.uint8(0), thing)
        raise WoodcockError(
            tr(
                "What stands out in this photo has a layer already. Nothing was cut; paint over "
                "another thing to cut it."
            )
            if found
            else tr(
                "Nothing stands out in this photo. Nothing was cut; paint over a thing to cut it."
            )
        )

    def more_subjects(self, project: Project) -> int:
        """How many of the things that were found no shown layer has yet; 0 before a search."""
        found = self.photos.known_subjects(project.photo)
        if project.photo is None or found is None:
            return 0
        taken = self._taken(project, self.study(project.photo))
        return sum(float((taken[x > 127] > 127).mean()) < _CLAIMED for x in found.things)

    def _taken(self, project: Project, known: Study, but: Mask | None = None) -> NDArray[np.uint8]:
        """What shown layers hold, at working size; without the mask `but`."""
        taken = np.zeros(known.labels.shape, np.uint8)
        for layer in project.layers:
            if layer.mask is not None and layer.visible and layer.mask is not but:
                taken = np.maximum(taken, self._small(layer.mask, known))
        return taken

    def _small(self, mask: Mask, known: Study) -> NDArray[np.uint8]:
        """A mask at working size, kept: only one of them changes with a stroke."""
        key = ("small", mask.pixels, known.labels.shape)
        return self._store.derived(key, lambda: known.small(self._store.get(mask.pixels)))

    def _marks(self, project: Project, stroke: Stroke, known: Study) -> Marks:
        """What a grow or touch stroke says."""
        assert project.photo is not None
        more = stroke.kind == "touch" and stroke.mode in ("new", "add")
        key = ("free", project.photo.pixels, _masks(project), stroke.mode, stroke.layer, more)
        free = self._store.derived(key, lambda: self._free(project, stroke, known))
        if stroke.kind == "touch":
            return self._touched(stroke, known, free)
        points = [(x * known.scale, y * known.scale) for x, y in stroke.points]
        size = max(stroke.size * known.scale, 2.0)
        wanted = stamp_stroke(known.labels.shape, points, size, 1.0)
        by_extent, by_size = (0.4, 1.5) if stroke.mode == "new" else (0.1, 1.0)
        reach = (by_extent * stroke.extent + by_size * stroke.size) * known.scale
        target = self._target(project, stroke)
        against = self._painted.against(target.pixels, stroke, known) if target else None
        like = self._small(target, known) if target and stroke.mode == "add" else None
        begins = stroke.mode == "new"
        return Marks(wanted, against, free, max(reach, 12.0), begins, not begins, like)

    def _touched(self, stroke: Stroke, known: Study, free: NDArray[np.uint8]) -> Marks:
        places = np.asarray(stroke.points) * known.scale
        wanted = np.zeros(known.labels.shape, np.uint8)
        if len(places) == 1:
            x, y = places[0]
            cv2.circle(wanted, (int(x), int(y)), 6, 255, -1)
            diagonal = float(np.linalg.norm(wanted.shape))
            return Marks(wanted, free=free, reach=_TOUCH * diagonal * 2 ** (stroke.times - 1))
        low, high = places.min(0), places.max(0)
        middle, half = (low + high) / 2, (high - low) / 2
        axes = tuple(int(v) for v in np.maximum(half * 0.45, 2))
        cv2.ellipse(wanted, tuple(int(v) for v in middle), axes, 0, 0, 360, 255, -1)
        outside = np.full(wanted.shape, 255, np.uint8)
        cv2.rectangle(outside, tuple(int(v) for v in low), tuple(int(v) for v in high), 0, -1)
        return Marks(np.minimum(wanted, free), outside, free)

    def _free(self, project: Project, stroke: Stroke, known: Study) -> NDArray[np.uint8]:
        """Where the stroke may grow, at working size: 0 or 255."""
        target = self._target(project, stroke)
        own = np.zeros(known.labels.shape, np.uint8)
        if target is not None:
            own = self._small(target, known)
        if stroke.mode in _TAKES:
            return np.where(own > 127, np.uint8(255), np.uint8(0))
        taken = self._taken(project, known, target)
        if stroke.kind != "touch":  # which is for more of what it lies in: that must hold together
            taken = np.maximum(own, taken)
        return np.where(taken > 127, np.uint8(0), np.uint8(255))


def _ends(area: NDArray[np.uint8]) -> tuple[NDArray[np.float32], NDArray[np.float32]]:
    """The corners (x, y) of the box round what is not 0."""
    x, y, w, h = cv2.boundingRect(area)
    return np.array([x, y], np.float32), np.array([x + w, y + h], np.float32)


def _masks(project: Project) -> tuple[tuple[str, Mask | None, bool], ...]:
    """What of the layers a stroke's answer depends on."""
    return tuple((layer.id, layer.mask, layer.visible) for layer in project.layers)
