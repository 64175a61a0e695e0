"""Strokes to areas of the photo: it is studied once, then every stroke is answered at once."""

from __future__ import annotations

import threading
from dataclasses import dataclass
from functools import cached_property

import cv2
import numpy as np
from numpy.typing import NDArray

from woodcock.model import Photo, Project
from woodcock.pixels.store import PixelStore
from woodcock.progress import Progress
from woodcock.separate import combine, lasso, stamp_stroke
from woodcock.separate.alike import alike
from woodcock.separate.edge import full_size
from woodcock.separate.grow import Marks, grow
from woodcock.separate.matting import matte
from woodcock.separate.redraw import alpha_of
from woodcock.separate.study import Study, eight_bit, study
from woodcock.separate.subject import COARSE, subject
from woodcock.separate.trace import along_edges, edge_cost

_TOUCH = 0.05  # how far a first touch reaches, as a share of the photo's diagonal
_ROOM = 8  # pixels kept round a band, so that its rim is known on every side


@dataclass(frozen=True)
class Stroke:
    """What a hand did in the photo: `points` (x, y) in its pixels, pixel centres at half-integers.

    `kind` is
    - lasso or brush: what was drawn
    - grow: a brush whose area grows to the edges of what it was painted on
    - trace: an outline through the points that keeps to edges between them
    - touch: one point stands for the thing there, `times` touches for more of it; two points are
      corners of a box round a thing
    - alike: everything of the colours at all points, up to `tolerance` L*a*b* steps off; `local`
      only what hangs together with them
    - mask: no points; the mask of the layer `other`
    - subject: no points; what the photo is of
    - fine: a brush over hair, reeds or rope, whose true alpha is solved for from what the mask says
      on both sides
    `mode` is new, add, remove or within (only what is in both stays), `layer` whom it is meant for.
    """

    points: tuple[tuple[float, float], ...]
    kind: str
    mode: str
    size: float = 60.0
    hardness: float = 0.8
    layer: str | None = None
    times: int = 1
    tolerance: float = 12.0
    local: bool = True
    other: str | None = None

    @cached_property
    def extent(self) -> float:
        """The diagonal of the box round the points."""
        places = np.asarray(self.points)
        return float(np.linalg.norm(places.max(0) - places.min(0)))


class CuttingRoom:
    """Answers strokes; safe to use from any thread. Keeps the study of the last photo."""

    def __init__(self, store: PixelStore) -> None:
        self._store = store
        self._lock = threading.Lock()
        self._kept: tuple[str, Study] | None = None

    def ready(self, photo: Photo) -> bool:
        kept = self._kept
        return kept is not None and kept[0] == photo.pixels

    def study(self, photo: Photo, progress: Progress | None = None) -> Study:
        """The photo's study, made now if it is the first time; raises Cancelled on request."""
        with self._lock:
            if self._kept is None or self._kept[0] != photo.pixels:
                self._kept = photo.pixels, study(self._store.get(photo.pixels), progress)
            return self._kept[1]

    def cut(
        self, project: Project, stroke: Stroke, progress: Progress | None = None
    ) -> NDArray[np.uint8] | None:
        """The mask a stroke leaves: (H, W) uint8, of its layer or of a new one.

        None if it covers nothing. Raises Cancelled on request.
        """
        target = next((x for x in project.layers if x.id == stroke.layer and x.mask), None)
        old = None
        if target is not None and target.mask is not None and stroke.mode != "new":
            old = self._store.get(target.mask.pixels)
        if stroke.kind == "fine":
            return None if old is None else self._fine(project, stroke, old, progress)
        area = self.area(project, stroke)
        return combine(old, area, "add" if old is None else stroke.mode) if area.any() else None

    def _fine(
        self, project: Project, stroke: Stroke, old: NDArray[np.uint8], progress: Progress | None
    ) -> NDArray[np.uint8]:
        """`old` with its alpha solved anew under the stroke."""
        assert project.photo is not None
        band = stamp_stroke(old.shape, stroke.points, stroke.size, 1.0) > 127
        x, y, w, h = cv2.boundingRect(band.view(np.uint8))
        rows, columns = (slice(max(0, at - _ROOM), at + n + _ROOM) for at, n in ((y, h), (x, w)))
        colours = eight_bit(self._store.get(project.photo.pixels)[rows, columns])
        solved = matte(
            (colours / 255).astype(np.float32),
            (old[rows, columns] / 255).astype(np.float32),
            band[rows, columns],
            progress,
        )
        mask = old.copy()
        mask[rows, columns] = np.rint(solved * 255)
        return mask

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
        if stroke.kind == "mask":
            source = next((x.mask for x in project.layers if x.id == stroke.other), None)
            return np.zeros(shape, np.uint8) if source is None else alpha_of(source, self._store)
        if stroke.kind == "trace":
            ends = zip(stroke.points, (*stroke.points[1:], stroke.points[0]), strict=True)
            return lasso(shape, np.concatenate([self.traced(photo, a, b) for a, b in ends]))
        if stroke.kind == "brush":
            return stamp_stroke(shape, stroke.points, stroke.size, stroke.hardness)
        known, small = self.study(photo), self.proposal(project, stroke)
        return full_size(known, self._store.get(photo.pixels), small)

    def proposal(self, project: Project, stroke: Stroke) -> NDArray[np.uint8]:
        """What a grow, touch or alike stroke takes: (h, w) uint8 at the study's working size.

        An adding stroke grows into what no other shown layer holds; another within its layer. What
        was painted itself always counts. The last answers are kept: the full mask starts from the
        one that was shown.
        """
        assert project.photo is not None
        masks = tuple((layer.id, layer.mask, layer.visible) for layer in project.layers)
        key = ("proposal", project.photo.pixels, masks, stroke)
        return self._store.derived(key, lambda: self._proposal(project, stroke))

    def _proposal(self, project: Project, stroke: Stroke) -> NDArray[np.uint8]:
        assert project.photo is not None
        known = self.study(project.photo)
        if stroke.kind == "subject":
            return subject(known, study(self._store.get(project.photo.pixels), working=COARSE))
        if stroke.kind == "alike":
            places = [(x * known.scale, y * known.scale) for x, y in stroke.points]
            return alike(known, places, stroke.tolerance, stroke.local)
        free = self._free(project, stroke, known)
        if stroke.kind == "touch":
            return grow(known, self._touched(stroke, known, free))
        points = [(x * known.scale, y * known.scale) for x, y in stroke.points]
        size = max(stroke.size * known.scale, 2.0)
        wanted = stamp_stroke(known.labels.shape, points, size, 1.0)
        reach = (0.4 * stroke.extent + 1.5 * stroke.size) * known.scale
        return grow(known, Marks(wanted, free=free, reach=max(reach, 12.0)))

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
        target = next((x for x in project.layers if x.id == stroke.layer and x.mask), None)
        own = np.zeros(known.labels.shape, np.uint8)
        if target is not None and target.mask is not None and stroke.mode != "new":
            own = known.small(self._store.get(target.mask.pixels))
        if stroke.mode in ("remove", "within"):
            return np.where(own > 127, np.uint8(255), np.uint8(0))
        taken = own
        for layer in project.layers:
            if layer.mask is not None and layer.visible and layer is not target:
                taken = np.maximum(taken, known.small(self._store.get(layer.mask.pixels)))
        return np.where(taken > 127, np.uint8(0), np.uint8(255))
