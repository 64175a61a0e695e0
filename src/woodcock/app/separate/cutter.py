"""Strokes waiting to become masks, worked out off the interface thread one after the other."""

from __future__ import annotations

import uuid
from collections import deque
from collections.abc import Callable
from contextlib import suppress
from typing import NamedTuple

import numpy as np
from numpy.typing import NDArray
from PySide6.QtCore import QObject, Signal
from PySide6.QtGui import QColor, QImage

from woodcock.app import theme
from woodcock.app.picture.image import image_of
from woodcock.app.separate import cut_words as words
from woodcock.app.separate.clearest import clearest, rgb
from woodcock.app.separate.look_ahead import LookAhead
from woodcock.app.separate.off_edge import OffEdge
from woodcock.app.state import State
from woodcock.app.work import Work
from woodcock.errors import Cancelled, WoodcockError
from woodcock.model import Layer, Mask, Project
from woodcock.pixels.store import PixelStore
from woodcock.progress import Progress, part
from woodcock.separate.doubts import Doubt
from woodcock.session import acts
from woodcock.session.finding import FLAT, FoundLayer, find_layers, with_found_layers
from woodcock.session.known_photos import Subjects
from woodcock.session.ordering import stands_before
from woodcock.session.picture_cut import cut_picture, set_picture_mask
from woodcock.session.stroke import Outcome, Stroke
from woodcock.texts import tr, tr_noop

_LONG = {
    "fine": tr_noop("Fine edges"),
    "follow": tr_noop("Following the edge"),
    "subject": tr_noop("Finding the subject"),
}
_PROPOSED = ("grow", "touch", "alike")


class Cutter(QObject):
    """Takes strokes and makes masks of them; shows what a stroke would take while it is drawn."""

    changed = Signal()

    def __init__(self, state: State, work: Work) -> None:
        super().__init__(state)
        self.state, self._work = state, work
        self.proposal: QImage | None = None  # at working size, over the whole photo
        self._waiting: deque[_Waiting] = deque()
        self._busy = self._drawing = False
        self._growing: object | None = None  # what area is being worked out
        self._ahead = LookAhead(state, work)
        self._off = OffEdge(state, work)
        self._studied: str | None = None
        self.more = 0  # subjects that were found and not cut, after the last stroke

    @property
    def busy(self) -> bool:
        """Whether strokes wait or are being worked on."""
        return self._busy or bool(self._waiting)

    @property
    def _photo(self) -> str:
        """The present photo's pixels by name; empty without one."""
        return self.state.project.photo.pixels if self.state.project.photo else ""

    def study(self) -> None:
        """Have the photo studied before the first stroke asks for it."""
        photo, room = self.state.project.photo, self.state.cutting
        if photo is None or self._studied == photo.pixels or room.photos.known_subjects(photo):
            return
        self._studied = photo.pixels

        def study(progress: Progress) -> None:
            room.study(photo, part(progress, 0.0, 0.4))
            room.photos.looks(photo)
            with suppress(WoodcockError):  # of a model: said when somebody asks for the subject
                room.photos.subjects(photo, part(progress, 0.5, 1.0))

        self._work.run(
            tr("Studying the photo"), study, lambda _: None, self._work.studies, self._restudy
        )

    def _restudy(self) -> None:
        """The study was given up: the next visit begins it anew."""
        self._studied = None

    def take(
        self,
        stroke: Stroke,
        then: Callable[[], None] = lambda: None,
        joins: tuple[str, str] | None = None,
    ) -> None:
        """Make a mask of a finished stroke when those before it are done, `then` go on.

        One that `joins` another act, by its name and a key, is undone with that.
        """
        layer = self.state.layer
        self._ahead.stop()
        self._drawing, self.more = False, 0
        if stroke.mode in ("remove", "within", "split") and (layer is None or layer.is_background):
            self.state.failed.emit(tr("Nothing to remove from: select a layer that was cut first."))
            return
        pictured = layer is not None and layer.picture is not None
        self._waiting.append(_Waiting(stroke, self._photo, then, joins))
        if stroke.kind in _PROPOSED and not pictured:
            self._propose(stroke, self._next)  # seen first, then cut: it begins with the same
        else:
            self._next()

    def find_subject(self) -> None:
        """Cut what the photo is of as a layer; or keep of the selected picture what that is of,
        while strokes cut that."""
        layer = self.state.layer
        if layer is not None and layer.picture is not None and self.state.tools.cut_picture:
            self.take(Stroke((), "subject", "add", layer=layer.id))
        else:
            self.take(Stroke((), "subject", "new"))

    def _cut_picture(
        self,
        stroke: Stroke,
        layer: Layer,
        then: Callable[[], None],
        joins: tuple[str, str] | None = None,
    ) -> None:
        """Cut a picture of its own by a stroke, then go on with what waits."""
        room, store = self.state.cutting, self.state.document.store

        def make(progress: Progress | None = None) -> str | None:
            mask = cut_picture(layer, stroke, room, store, progress)
            return None if mask is None else store.put(mask)

        def done(mask: str | None) -> None:
            self._busy = False
            if mask is not None and layer.id in {x.id for x in self.state.project.layers}:
                name = f"{words.by(stroke)}: {tr('cut {name}', name=layer.name)}"
                name, key = joins or (name, f"subject {uuid.uuid4().hex}")
                self.state.act(name, lambda p: set_picture_mask(p, layer.id, mask), key)
                if stroke.kind == "subject":
                    fine = Stroke((), "fine", "add", layer=layer.id)
                    self.take(fine, joins=(name, key))
            then()
            self.changed.emit()
            self._next()

        def failed() -> None:
            self._busy = False
            then()
            self._next()

        self._work.run(
            tr("Cutting {name}", name=layer.name),
            make,
            done,
            self._work.studies,
            failed,
            quietly=True,
        )

    def preview(self, stroke: Stroke) -> None:
        """Show what a stroke that is still being drawn would take."""
        self._drawing = True
        if self.state.layer is not None and self.state.layer.picture is not None:
            return
        if stroke.kind == "grow":
            self._propose(stroke)
            self._ahead.at(stroke)

    def give_up(self) -> None:
        """The stroke that is being drawn comes to nothing."""
        self._ahead.stop()
        self._drawing, self.proposal = False, None

    def _propose(self, stroke: Stroke, then: Callable[[], None] | None = None) -> None:
        """Show an area at working size, by whole regions: the cut, exact to the pixel, comes after
        the stroke. A finished one waits for none shown before; `then` it is cut."""
        if self._growing and then is None:
            return
        self._growing = asked = object()  # what was asked for before is not shown any more
        project, room, layer = self.state.project, self.state.cutting, self.state.layer
        number = layer.colour if layer and stroke.mode != "new" else len(project.layers)
        colour = QColor(40, 40, 40) if stroke.mode == "remove" else theme.layer_colour(number)

        def make() -> QImage | None:
            if stroke.kind == "alike":
                return _tinted(room.proposal(project, stroke), colour)
            try:
                area = room.rough(project, stroke, lambda *_: self._growing is asked)
            except Cancelled:  # another was asked for meanwhile
                return None
            return _tinted(area, colour)

        def done(image: QImage | None) -> None:
            if image and self._growing is asked and (self._drawing or self.busy):
                self.proposal = image
                self.changed.emit()
            failed()

        def failed() -> None:
            if self._growing is asked:
                self._growing = None
            if then:
                then()

        self._work.hand(make, done, failed, "brushes" if then else "hands")

    def _next(self) -> None:
        """Begin the oldest stroke that waits; each starts from the mask the one before it left."""
        if self._busy or not self._waiting:
            return
        (stroke, drawn_on, then, joins), project = self._waiting.popleft(), self.state.project
        photo, room, store = project.photo, self.state.cutting, self.state.document.store
        if photo is None or photo.pixels != drawn_on:
            self.proposal = None
            self._next()
            return
        self._busy = True
        cut = next((x for x in project.layers if x.id == stroke.layer and x.picture), None)
        if cut is not None:
            self._cut_picture(stroke, cut, then, joins)
            return

        def make(progress: Progress | None = None) -> _Stored | None:
            outcome = room.cut(project, stroke, progress)
            if outcome is None:
                return None
            stored = _stored(outcome, store, project, stroke)
            if stroke.kind == "subject":
                more = max(room.more_subjects(project) - 1, 0)
                stored = stored._replace(others=more, seen=room.photos.known_subjects(photo))
            room.remember(project, stroke, stored.mask or stored.new or "")
            return stored

        def done(stored: _Stored | None) -> None:
            self._busy, self.proposal = False, None
            if stored is not None and self.state.project.photo == photo:
                before = self.state.project
                self._carry_out(stroke, stored, joins)
                self._off.after(stroke, before)
                if self.state.project == before and joins is None:
                    self.state.told.emit(words.nothing(stroke, before))
            elif stored is None and joins is None:
                self.state.told.emit(words.nothing(stroke, self.state.project))
            then()
            self.changed.emit()
            self._next()

        def failed() -> None:
            self._busy, self.proposal = False, None
            then()
            self._next()

        if stroke.kind in _LONG:
            self._work.run(tr(_LONG[stroke.kind]), make, done, self._work.studies, failed)
        else:
            self._work.hand(make, done, failed, thread="brushes")

    def propose_layers(self) -> None:
        """Cut the photo into what is seen in it as one act, to be corrected by hand."""
        photo, room, store = self.state.project.photo, self.state.cutting, self.state.document.store
        if photo is None:
            return

        def make(progress: Progress) -> list[FoundLayer]:
            return find_layers(photo, room, store, progress)

        def done(found: list[FoundLayer]) -> None:
            if self.state.project.photo != photo:
                return
            if not found:
                self.state.told.emit(tr(FLAT))
                return
            known = room.photos.known_subjects(photo)
            if known and known.doubt and any(layer.kind == "subject" for layer in found):
                self.state.told.emit(tr(words.DOUBT))
            self.state.act(tr("Find layers"), lambda p: with_found_layers(p, found))

        self._work.run(tr("Proposing layers"), make, done, self._work.studies)

    def look_for_doubts(self, done: Callable[[tuple[Doubt, ...]], None]) -> None:
        """Have the selected layer's mask looked over; `done` gets the places worth a look."""
        photo, layer, room = self.state.project.photo, self.state.layer, self.state.cutting
        if photo is None or layer is None or layer.mask is None:
            return
        mask = layer.mask
        self._work.run(
            tr("Looking over the edge"),
            lambda _: room.doubtful(photo, mask),
            done,
            self._work.studies,
        )

    def _carry_out(
        self, stroke: Stroke, stored: _Stored, joins: tuple[str, str] | None = None
    ) -> None:
        """Change the project as the stroke asks, as one act; a new layer is then selected."""
        made: list[str] = []
        layer = next((x for x in self.state.project.layers if x.id == stroke.layer), None)

        def change(project: Project) -> Project:
            outcome = stored.outcome
            if stored.mask is not None:
                assert stroke.layer is not None
                project = acts.set_mask(
                    project, stroke.layer, stored.mask, outcome.outline, edge_done=outcome.edge_done
                )
            if outcome.gone is not None:
                project = acts.delete_layer(project, outcome.gone)
            if stored.new is not None:
                name = (
                    acts.unused_name(project, tr("Subject")) if stroke.kind == "subject" else None
                )
                outline = outcome.outline if stored.mask is None else None
                before = stored.before
                if before not in {x.id for x in project.layers}:
                    before = project.background.id
                project, layer_id = acts.add_layer(
                    project, Mask(stored.new, outline=outline), name, before, stored.colour
                )
                if stroke.kind == "subject":
                    project = acts.set_role(project, layer_id, "subject")
                made.append(layer_id)
            return project

        does = words.does(stroke, layer.name if layer else "")
        name = does if stored.mask else tr("Cut a layer")
        if stroke.kind == "subject" and joins is None:
            joins = name, f"subject {uuid.uuid4().hex}"
        name, key = joins or (name, None)
        if self.state.act(name, change, key) and made:
            self.state.tools.mode = "add"
            self.state.select(made[0])
            says = words.where(self.state.project, made[0])
            if stroke.kind == "subject":  # hair, seeds and fur get their true alpha by themselves
                self.take(Stroke((), "fine", "add", layer=made[0]), joins=joins)
                self.more = stored.others
                says = " ".join((says, *words.found(stored.seen, stored.others)))
            self.state.told.emit(says)


class _Waiting(NamedTuple):
    """A stroke, the photo it was drawn on, and what follows it."""

    stroke: Stroke
    photo: str
    then: Callable[[], None]
    joins: tuple[str, str] | None = None


class _Stored(NamedTuple):
    """An outcome with its pixels in the store."""

    outcome: Outcome
    mask: str | None
    new: str | None
    before: str | None = None  # the layer a new one belongs in front of
    colour: int | None = None
    others: int = 0  # subjects that were found and have no layer yet
    seen: Subjects | None = None  # in the photo, of which this is the subject


def _stored(outcome: Outcome, store: PixelStore, project: Project, stroke: Stroke) -> _Stored:
    mask, new = (None if x is None else store.put(x) for x in (outcome.mask, outcome.new))
    if outcome.new is None or project.photo is None:
        return _Stored(outcome, mask, new)
    split = outcome.mask is not None  # a piece of a layer stays with it
    before = stroke.layer if split else stands_before(project, outcome.new, store)
    colour = clearest(store.get(project.photo.pixels), outcome.new, acts.free_colours(project))
    return _Stored(outcome, mask, new, before, colour)


def _tinted(area: NDArray[np.uint8], colour: QColor) -> QImage:
    """An area (h, w) uint8 as it is laid over the photo."""
    pixels = (area >> 1).astype("<u4") << 24  # RGBA in the memory's order
    pixels |= int.from_bytes(bytes(rgb(colour)), "little")
    return image_of(pixels.view(np.uint8).reshape(*area.shape, 4))
