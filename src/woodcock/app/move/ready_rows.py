"""Ready moves: pictures of them, one amount, how far it is safe, extending what limits it."""

from __future__ import annotations

import math
import time
from functools import partial

from PySide6.QtWidgets import QComboBox

from woodcock.app import icons
from woodcock.app.controls.column import Column
from woodcock.app.controls.fields import Number, narrow, note, offer, push
from woodcock.app.move.move_tiles import MoveTiles
from woodcock.app.move.pose_rows import easing_of
from woodcock.app.move.samples import Samples
from woodcock.app.move.travel_bar import TravelBar
from woodcock.app.state import State
from woodcock.app.work import Work
from woodcock.model import Growth, Project
from woodcock.progress import Progress, part
from woodcock.session import Job, acts, extent
from woodcock.session.depends import covered_of
from woodcock.session.safe_travel import SafeTravel, extension_for, safe_travel
from woodcock.session.used_move import used_amount, with_amount
from woodcock.stage import READY_MOVES, apply_move
from woodcock.texts import number, tr, tr_noop, within

_KEPT = 24  # safe travels remembered
_SOON = 8.0  # seconds after which a limit is told less closely, and found closely afterwards


class ReadyRows(Column):
    def __init__(self, state: State, work: Work) -> None:
        super().__init__(state)
        self._work = work
        self._travels: dict[object, SafeTravel] = {}
        self._asked: object = None
        self._chosen = False  # the amount, by a hand; else it is what is, or what is safe
        self._used: tuple[object, float | None] = None, None
        self._job: Job | None = None
        self.samples = Samples(state, work)
        self.tiles = MoveTiles(state, self.samples)
        self.tiles.picked.connect(self._picked)
        self.tiles.used.connect(self._apply)
        self.add(self.tiles)
        self.propose = push(
            tr("Three proposals …"),
            tr("Moves that suit this picture, to pick from"),
            lambda: state.asked.emit("proposals"),
            "sparkles",
        )
        self.add(self.propose)
        form = self.form()
        self.amount = Number(0, 200, 1, 1, "%", "")
        self.amount.edited.connect(self._typed)
        form.row(tr("Amount"), self.amount)
        self.bar = TravelBar()
        self.bar.moved.connect(self._dragged)
        self.add(self.bar)
        self.use = push(
            tr("Use this move"), tr("Replace the present move by this one"), self._apply
        )
        self.use.setObjectName("primary")
        icons.dress(self.use)
        self.still = push(tr("No move"), tr("Lens at rest and steady, layers plain"), self._still)
        self.side_by_side(self.use, self.still)
        self.safe = note()
        self.add(self.safe)
        self.extend = push(
            tr("Extend what is short"),
            tr("Carry the layers that limit the move on beyond the photo's borders, and use it"),
            self._extend,
            "expand",
        )
        self.add(self.extend)
        self.about = note()
        self.add(self.about)
        form = self.form()
        self.subject = narrow(QComboBox())
        self.subject.setToolTip(tr("The layer the move is about"))
        self.subject.activated.connect(lambda: self.refresh())
        form.row(tr("About"), self.subject)
        self._show_move()

    @property
    def move_id(self) -> str:
        return self.state.tools.ready

    @property
    def about_layer(self) -> str | None:
        """The subject that is chosen; None leaves it to the move."""
        found: str | None = self.subject.currentData()
        return found

    def refresh(self) -> None:
        project = self.state.project
        if self._told_of != self.move_id:  # picked, or another project begins with another
            self._show_move()
        if project.photo is None or self.state.playing:
            return
        self.tiles.refresh()
        self._list_subjects(project)
        self.samples.want(self.about_layer)
        self._want_travel(project)
        self._show_travel(project)

    def _list_subjects(self, project: Project) -> None:
        wanted: list[tuple[str, str | None]] = [(tr("The nearest layer"), None)]
        wanted += [(x.name, x.id) for x in project.near_to_far if not x.glass]
        offer(self.subject, wanted)

    def _key(self, project: Project) -> object:
        plain = covered_of(apply_move(project, "push-in", 0.0))
        return plain, self.move_id, self.about_layer, easing_of(project)

    def _travel(self, project: Project) -> SafeTravel | None:
        return self._travels.get(self._key(project))

    def _want_travel(self, project: Project) -> None:
        """Have the safe travel found, if it is not known, off the interface thread."""
        key, studio = self._key(project), self.state.studio
        ready = studio.latest(project) is not None and not self.state.playing
        if not self.isVisible() or not ready or key in self._travels or key == self._asked:
            return
        self._asked, move_id, subject = key, self.move_id, self.about_layer
        if self._job is not None:
            self._job.cancel()

        def find(progress: Progress, seconds: float = _SOON) -> SafeTravel:
            atlas = studio.atlas(project, part(progress, 0.0, 0.2))
            return safe_travel(
                project, move_id, atlas, studio.store, easing_of(project), subject,
                part(progress, 0.2, 1.0), seconds,
            )  # fmt: skip

        began = time.monotonic()

        def done(found: SafeTravel) -> None:
            if key not in self._travels and time.monotonic() - began > _SOON:  # finer, in its time
                self._job = self._work.run(
                    tr("Finding the safe travel"), partial(find, seconds=math.inf), done,
                    on=self._work.travels, quietly=True,
                )  # fmt: skip
            self._travels[key] = found
            while len(self._travels) > _KEPT:
                del self._travels[next(iter(self._travels))]
            self.state.touch()

        self._job = self._work.run(
            tr("Finding the safe travel"), find, done, on=self._work.travels, failed=self._forget,
            quietly=True,
        )  # fmt: skip

    def _forget(self) -> None:
        self._asked = None

    def _show_travel(self, project: Project) -> None:
        move, travel = READY_MOVES[self.move_id], self._travel(project)
        self._show_amount(project, travel)
        amount = self.amount.value()
        self.bar.show_amount(amount, move.usual, travel)
        self.extend.setVisible(False)
        if travel is None:
            self.safe.setText(tr("Finding how far it is safe …"))
            self.extend.setVisible(True)  # it finds what is short by itself
            return
        names = {layer.id: layer.name for layer in project.layers}
        limit, edge = travel
        unit = move.unit if move.unit == "°" else f"\u00a0{move.unit}"
        text = tr("Safe at any amount.")
        if math.isfinite(limit.amount):
            wrong = tr_noop("Safe up to {amount}{unit}: then {layer} is torn.")
            if limit.why == "gap":
                wrong = tr_noop("Safe up to {amount}{unit}: then {layer} shows a gap.")
            text = tr(wrong, amount=_cut(limit.amount), unit=unit, layer=names[limit.layer])
        if math.isfinite(edge.amount):
            text += tr(
                " From {cut}{unit} the cut edge of {names} shows.",
                cut=_cut(edge.amount),
                unit=unit,
                names=names[edge.layer],
            )
        self.safe.setText(text)
        short = limit.why == "gap" and amount > limit.amount
        self.extend.setVisible(short or amount > edge.amount)

    def _in_use(self, project: Project) -> float | None:
        """How strong this move is in the project, if it is the one it has."""
        key = project, self.move_id, self.about_layer
        if self._used[0] != key:
            self._used = key, used_amount(project, self.move_id, self.about_layer)
        return self._used[1]

    def _show_amount(self, project: Project, travel: SafeTravel | None) -> None:
        """The amount of the move in use; for another one as much as is usual and safe."""
        used = self._in_use(project)
        if used is not None:
            self.amount.show_value(used)
        elif not self._chosen:
            usual = READY_MOVES[self.move_id].usual
            safe = min(travel[0].amount, travel[1].amount) if travel else usual
            cut = math.floor(safe * 10) / 10 if safe < usual else usual
            self.amount.show_value(cut if cut > 0 else usual)

    def _typed(self, _: float) -> None:
        self._chosen = True
        self._apply()

    def _picked(self, move_id: str) -> None:
        self.state.tools.ready = move_id
        self.refresh()

    def _show_move(self) -> None:
        self._told_of, self._chosen = self.move_id, False
        move = READY_MOVES[self.move_id]
        self.about.setText(tr(move.about))
        self.amount.setRange(0, move.most)
        self.amount.setSuffix(move.unit)
        self.amount.show_value(move.usual)
        self.amount.setToolTip(tr(move.amount))

    def _dragged(self, amount: float) -> None:
        self.amount.setValue(min(amount, READY_MOVES[self.move_id].most))

    def _apply(self) -> None:
        move, amount, subject = self.move_id, self.amount.value(), self.about_layer
        easing = easing_of(self.state.project)
        self.state.act(
            tr(READY_MOVES[move].name),
            lambda p: with_amount(p, move, amount, easing, subject),
            f"ready {move}",
        )

    def _still(self) -> None:
        self.state.act(tr("No move"), acts.still)

    def _extend(self) -> None:
        """Grow what is short for this amount, then use the move."""
        project, studio = self.state.project, self.state.studio
        move, amount, subject = self.move_id, self.amount.value(), self.about_layer
        easing = easing_of(project)

        def find(progress: Progress) -> dict[str, Growth]:
            atlas = studio.atlas(project, part(progress, 0.0, 0.3))
            return extension_for(
                project, move, amount, atlas, studio.store, easing, subject,
                part(progress, 0.3, 1.0),
            )  # fmt: skip

        def grown(found: dict[str, Growth], project: Project) -> Project:
            return apply_move(extent.grow_layers(project, found), move, amount, easing, subject)

        def done(found: dict[str, Growth]) -> None:
            self.state.act(
                tr("Extend for {move}", move=within(tr(READY_MOVES[move].name))),
                partial(grown, found),
            )

        self._work.run(tr("Extending"), find, done, self._work.extending)


def _cut(amount: float) -> str:
    """Cut short rather than rounded up: what is told is safe."""
    return number(math.floor(amount * 10) / 10)
