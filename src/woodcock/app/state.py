"""What the window shows: the document, the selection, the step, the playhead, the tool.

Every widget holds the state, calls its methods, and redraws from it when `changed` is emitted.
"""

from __future__ import annotations

import logging
from collections.abc import Callable
from functools import cached_property
from pathlib import Path
from typing import TYPE_CHECKING

from PySide6.QtCore import QObject, QRectF, QTimer, Signal

from woodcock.app.known import Known
from woodcock.app.tool_settings import ToolSettings
from woodcock.errors import InvalidValue, WoodcockError
from woodcock.media.project_text import check_project
from woodcock.model import LENS, Carrier, Layer, Project, Track, owners_of, thing_by_id
from woodcock.session import Document
from woodcock.session.pegs import Peg, present
from woodcock.session.preferences import new_store
from woodcock.session.scratch import Scratch
from woodcock.session.wording import inside
from woodcock.stage import value_at
from woodcock.texts import tr, tr_noop

if TYPE_CHECKING:
    from woodcock.media.archive import Stamp
    from woodcock.render import GapReport
    from woodcock.session.cutting import CuttingRoom
    from woodcock.session.speed import SpeedReport
    from woodcock.session.studio import Studio

_log = logging.getLogger(__name__)

# What the mouse does in the picture, step by step: shown below it.
HINTS = {
    "Photo": tr_noop(
        "Drag the photo to place it; the wheel makes it larger, Ctrl+wheel zooms the view."
    ),
    "Separate": tr_noop(
        "Drag over a thing; the right button removes. Wheel: zoom. Middle button: pan."
    ),
    "Rebuild": tr_noop(
        "Choose a layer to see what was made up behind it; the tools at the left repair it."
    ),
    "Stage": tr_noop(
        "Drag slats on the rail, layers and lens in the plan: the rest frame stays as it is."
    ),
    "Move": tr_noop(
        "Drag in the picture to set the pose; the selected layer follows. Space plays."
    ),
    "Finish": tr_noop("Hold B for the picture without any of it. Space plays the clip in a loop."),
    "Export": tr_noop("Ctrl+E exports what is chosen; the queue makes it while you go on."),
}
# The same while a tool of Finish is in hand.
PICKING = {
    "focus": tr_noop("Click the thing that is to be sharp."),
    "light": tr_noop("Click the place in the picture where the light is to hang."),
    "haze": tr_noop("Click the picture where it is hazy: the haze takes that colour."),
    "area": tr_noop("Draw a line about what is to shimmer."),
}
STEPS = (
    tr_noop("Photo"),
    tr_noop("Separate"),
    tr_noop("Rebuild"),
    tr_noop("Stage"),
    tr_noop("Move"),
    tr_noop("Finish"),
    tr_noop("Export"),
)


class State(QObject):
    """The window's state. Only the interface thread touches it."""

    changed = Signal()
    time_changed = Signal()
    failed = Signal(str)
    told = Signal(str)
    looked = Signal(QRectF)  # a place of the picture to be shown large
    asked = Signal(str)  # by a key, of the step's panel

    def __init__(self, parent: QObject | None = None) -> None:
        super().__init__(parent)
        self.scratch = Scratch()
        self.document = Document(store=new_store(self.scratch.spill))
        self.tools = ToolSettings()
        self.step = "Photo"
        self.openings = 0  # how many projects were opened here
        self.selected: str | None = None
        self.also: frozenset[str] = frozenset()  # chosen beside the selected one
        self.lane = LENS  # whose lane was chosen last
        self.opened: frozenset[str] = frozenset()  # whose properties have lanes of their own
        self.pegs: frozenset[Peg] = frozenset()  # keys chosen in the lanes
        self.folds: frozenset[str] = frozenset()  # sections that stand otherwise than at first
        self.time = 0.0
        self.playing = False
        self.pace = 1.0  # of playing; less than nothing is backwards
        self.range: tuple[int, int] | None = None  # first and last frame that are played
        self.spot: QRectF | None = None  # a place that is pointed out in the picture
        self.gaps: Known[GapReport] | None = None
        self.first_gaps: Known[GapReport] | None = None  # of a few frames, while all are not known
        self.speeds: Known[SpeedReport] | None = None
        self._pending = QTimer(self, singleShot=True, interval=0)
        self._pending.timeout.connect(self.changed)
        self.document.on_change(self._document_changed)
        self.document.on_undo_lost(self.told.emit)

    @cached_property
    def studio(self) -> Studio:
        """Plates and frames; loaded with the first photo, so that the window opens sooner."""
        from woodcock.session.studio import Studio

        return Studio(self.document.store)

    @cached_property
    def cutting(self) -> CuttingRoom:
        """Strokes to areas; loaded with the first cut, so that the window opens sooner."""
        from woodcock.session.cutting import CuttingRoom

        return CuttingRoom(self.document.store)

    @property
    def project(self) -> Project:
        return self.document.project

    @property
    def layer(self) -> Layer | None:
        """The selected layer."""
        ids = {layer.id: layer for layer in self.project.layers}
        return ids.get(self.selected or "")

    @property
    def carrier(self) -> Carrier | None:
        """The selected carrier."""
        ids = {carrier.id: carrier for carrier in self.project.carriers}
        return ids.get(self.selected or "")

    @property
    def chosen(self) -> tuple[str, ...]:
        """The selected layer and what is chosen beside it, near to far."""
        ids = {*self.also, self.selected}
        return tuple(layer.id for layer in self.project.near_to_far if layer.id in ids)

    @property
    def played(self) -> tuple[int, int]:
        """The first and the last frame that are played."""
        last = self.project.frame.count - 1
        if self.range is None or self.range[0] >= last:
            return 0, last
        return self.range[0], min(self.range[1], last)

    def play_range(self, ends: tuple[int, int] | None) -> None:
        """Play only these frames, or all of them."""
        self.range = ends
        self.touch()

    @property
    def gap_report(self) -> GapReport | None:
        """The gaps of the project as it is now, None while they are not known."""
        return self.gaps.of(self.project) if self.gaps else None

    @property
    def speed_report(self) -> SpeedReport | None:
        """The speeds of the project as it is now, None while they are not known."""
        return self.speeds.of(self.project) if self.speeds else None

    def open(
        self,
        project: Project,
        path: Path | None,
        *,
        saved: bool = True,
        stamp: Stamp | None = None,
    ) -> None:
        """Start over with another project, with nothing left of how the last one was looked at."""
        self.playing = False
        self.openings += 1
        self.selected, self.also, self.opened = None, frozenset(), frozenset()
        self.pegs, self.range, self.spot = frozenset(), None, None
        self.gaps = self.first_gaps = self.speeds = None
        self.tools = self.tools.for_another()
        self.time = 0.0
        if "studio" in self.__dict__:
            self.studio.forget()
        self.document.open(project, path, saved=saved, stamp=stamp)
        self.time_changed.emit()

    def act(
        self, name: str, change: Callable[[Project], Project], merge: str | None = None
    ) -> bool:
        """Do something to the project as one undoable act; False, with a sentence, if it fails."""
        try:
            project = change(self.project)
            check_project(project)
        except WoodcockError as error:
            self.failed.emit(str(error))
            return False
        except InvalidValue as error:
            first, why = str(error)[:1].upper(), str(error)[1:]
            self.failed.emit(tr("{first}{why}. Nothing was changed.", first=first, why=why))
            return False
        except Exception as error:
            _log.exception("%s failed", name)
            self.failed.emit(tr("{inside} Nothing was changed.", inside=inside(error)))
            return False
        self.document.act(name, project, merge)
        return True

    def act_each(
        self,
        name: str,
        owner: str,
        change: Callable[[Project, str], Project],
        merge: str | None = None,
    ) -> bool:
        """Do something to an owner, and where that is a chosen layer to all that are chosen, as one
        undoable act."""
        owners = self.chosen if owner in self.chosen else (owner,)

        def changed(project: Project) -> Project:
            for each in owners:
                project = change(project, each)
            return project

        return self.act(name, changed, merge)

    def touch(self) -> None:
        """Something to redraw changed; the widgets hear of it once, when events are done."""
        self._pending.start()

    def go(self, step: str) -> None:
        if step != self.step:
            self.step = step
            self.spot, self.tools.held_mode = None, ""  # its key is let go elsewhere
            if step == "Move" and not self.playing:
                self.seek(self.pose_time())
            self.touch()

    def select(self, layer_id: str | None, also: frozenset[str] = frozenset()) -> None:
        """Select a layer; others may be chosen beside it."""
        if layer_id != self.selected or also != self.also:
            self.selected, self.also = layer_id, also
            self.lane = layer_id or LENS
            self.touch()

    def choose_lane(self, owner: str) -> None:
        """The lane of a layer or carrier, which is selected with it, of the lens, of the clip."""
        if thing_by_id(self.project, owner):
            self.select(owner)
        if owner != self.lane:
            self.lane = owner
            self.touch()

    def open_lane(self, owner: str) -> None:
        """Show lanes for the single properties of an owner, or no more."""
        self.opened = self.opened ^ {owner}
        self.touch()

    def pick(self, pegs: frozenset[Peg]) -> None:
        """Choose keys in the lanes."""
        if pegs != self.pegs:
            self.pegs = pegs
            self.touch()

    def choose(self, layer_id: str, up_to: bool = False) -> None:
        """Choose a layer beside the selected one, or no more; or all from there `up_to` it."""
        if up_to and self.selected:
            ids = [layer.id for layer in self.project.near_to_far]
            low, high = sorted((ids.index(layer_id), ids.index(self.selected)))
            self.select(self.selected, frozenset(ids[low : high + 1]))
        elif layer_id != self.selected:
            self.select(self.selected, self.also ^ {layer_id})

    def look_at(self, box: QRectF) -> None:
        """Point out a place of the picture and show it large."""
        self.spot = box
        self.looked.emit(box)

    def seek(self, time: float) -> None:
        """Put the playhead at a frame's time, the nearest to `time` seconds."""
        frame = self.project.frame
        index = min(max(frame.index(time), 0), frame.count - 1)
        if abs(frame.time(index) - self.time) > 1e-9:
            self.time = frame.time(index)
            self.time_changed.emit()

    def value(self, track: Track) -> float:
        """A track's value at the playhead."""
        return value_at(track, self.time)

    def pose_value(self, name: str) -> float:
        layer = self.layer
        return value_at(getattr(layer.pose, name), self.time) if layer else 0.0

    @property
    def key_time(self) -> float | None:
        """At which time what is set in Finish is keyed; None for the whole clip."""
        return self.time if self.tools.pegged else None

    def pose_time(self) -> float:
        """The time of the pose that is being set: start, end, or at the playhead."""
        if self.tools.pose == "here":
            return self.time
        return 0.0 if self.tools.pose == "start" else self.project.frame.last

    def _document_changed(self) -> None:
        if self.layer is None and self.carrier is None:
            layers = self.project.near_to_far
            self.selected = layers[0].id if layers else None
        if self.lane not in owners_of(self.project):
            self.lane = self.selected or LENS
        if self.pegs:
            self.pegs = present(self.project, self.pegs)
        self.time = min(self.time, self.project.frame.last)
        self.touch()
