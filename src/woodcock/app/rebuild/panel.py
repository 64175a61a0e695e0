"""Rebuild: the hole the selected layer leaves."""

from __future__ import annotations

from typing import TYPE_CHECKING

from PySide6.QtWidgets import QCheckBox

from woodcock.app.controls.choices import choices, show_choice
from woodcock.app.controls.fields import Number, note, push, section
from woodcock.app.controls.panels import Panel
from woodcock.app.rebuild.growth_rows import GrowthRows
from woodcock.app.rebuild.repair_options import RepairOptions
from woodcock.app.rebuild.weak_list import WeakList
from woodcock.app.state import State
from woodcock.app.work import Work
from woodcock.session import filling
from woodcock.session.repair import AREAS, BRUSHES
from woodcock.texts import tr, tr_noop

if TYPE_CHECKING:
    from woodcock.app.rebuild.fills_dialog import FillsDialog


class RebuildPanel(Panel):
    def __init__(self, state: State, work: Work) -> None:
        super().__init__(state, "Rebuild")
        self._work = work
        self.fills: FillsDialog | None = None  # the one opened last
        self.hint = note()
        self.add(self.hint)
        self.show_title = section(tr("Show"))
        self.add(self.show_title)
        self.show_row, self.views = choices(
            {
                "behind": (
                    tr_noop("Behind it"),
                    tr_noop("The picture with this layer and nearer ones taken away"),
                ),
                "alone": (
                    tr_noop("This layer"),
                    tr_noop("The layer by itself, its hidden parts filled in"),
                ),
            },
            state.tools.rebuild_view,
            self._view,
        )
        self.add(self.show_row)
        self.outlined = QCheckBox(tr("Outline what was made up"))
        self.outlined.toggled.connect(lambda on: self._look("outlined", on))
        self.outlined.setToolTip(
            tr(
                "A line round what of the layer was made up; a broken one round what the photo "
                "tells only in part, at the edge of a cut"
            )
        )
        self.flicker = QCheckBox(tr("Flicker with the photo"))
        self.flicker.setToolTip(tr("Photo and picture by turns; holding B shows the photo as well"))
        self.flicker.toggled.connect(lambda on: self._look("flicker", on))
        self.add(self.outlined)
        self.add(self.flicker)
        self.options = RepairOptions(state)
        self.add(self.options)
        self.restore = push(
            tr("Bring everything back"),
            tr("The photo as it was, nothing taken out of it"),
            lambda: self.state.act(
                tr("Bring everything back"), lambda p: filling.set_removed(p, None)
            ),
            "undo-2",
        )
        self.add(self.restore)
        self.bare = push(
            tr("Take off what was painted"),
            tr("The layer as it was made up, without repairs by hand"),
            self._bare,
            "undo-2",
        )
        self.add(self.bare)
        self.add(section(tr("What the move reveals")))
        self.reveal = note()
        self.add(self.reveal)
        self.overlay = QCheckBox(tr("Draw it over the picture"))
        self.overlay.setToolTip(tr("Hidden places some frame shows; the stronger, the longer"))
        self.overlay.toggled.connect(lambda on: self._look("reveal", on))
        self.add(self.overlay)
        self.fullest = push(
            tr("Go to where most shows"),
            tr("The frame that shows the most of what was made up (F)"),
            self.go_to_fullest,
            "eye",
        )
        self.add(self.fullest)
        self.weak = WeakList(state, work)
        self.add(self.weak)
        self.all = QCheckBox(tr("Rebuild everything hidden"))
        self.all.setToolTip(
            tr("Not only what the move reveals: takes longer, is ready for any move")
        )
        self.all.toggled.connect(self._all)
        self.add(self.all)
        self.pieces = QCheckBox(tr("Large holes from whole pieces"))
        self.pieces.setToolTip(
            tr(
                "Fills what is large by whole pieces of the photo that fit together: more of its "
                "own texture, where there is enough of it; takes longer"
            )
        )
        self.pieces.toggled.connect(self._pieces)
        self.add(self.pieces)
        self.another = push(
            tr("Try another fill"),
            tr("Fills the same holes by another proposal"),
            self._another,
            "repeat",
        )
        self.add(self.another)
        self.compare = push(
            tr("Compare fills …"),
            tr("Four fills of the same holes side by side in the move, to pick one of"),
            self._compare,
            "layers",
        )
        self.add(self.compare)
        self.add(section(tr("Edge of the selected layer")))
        form = self.form()
        self.growth = Number(
            0,
            200,
            1,
            0,
            "px",
            tr(
                "By how much the cut may be off, in pixels of a 1080-line frame. So far on both "
                "sides the photo tells what is the layer and what is behind it; at 0 the cut "
                "holds as it is."
            ),
        )
        self.growth.edited.connect(self._grow)
        form.row(tr("May be off by"), self.growth)
        self.add(section(tr("Beyond the photo's borders")))
        self.beyond = GrowthRows(state)
        self.add(self.beyond)
        state.asked.connect(self._asked)
        self.end()

    def _asked(self, what: str) -> None:
        """By a key in the picture."""
        if what == "fullest":
            self.go_to_fullest()
        elif what == "worst":
            self.weak.next()

    def refresh(self) -> None:
        layer, project = self.state.layer, self.state.project
        show_choice(self.views, self.state.tools.rebuild_view)
        cut = layer is not None and not layer.is_background
        self.growth.setEnabled(cut)
        if layer is None:
            self.hint.setText(tr("Open a photo first."))
            return
        ready = self.state.studio.ready(project)
        self.hint.setText(
            (
                tr("Every hole is filled from its surroundings.")
                if self.state.studio.finished(project)
                else tr("What the move shows is filled; the rest follows.")
                if ready
                else tr("Rebuilding …")
            )
            if len(project.layers) > 1
            else tr("Nothing is hidden yet: cut a layer first.")
        )
        self.growth.show_value(layer.hole_growth)
        self._show_reveal()
        self.weak.refresh()
        self.outlined.setChecked(self.state.tools.outlined)
        self.flicker.setChecked(self.state.tools.flicker)
        repairs = self.state.tools.rebuild in (*BRUSHES, *AREAS)
        for part in (self.show_title, self.show_row):
            part.setVisible(not repairs)  # a layer is repaired by itself
        self.options.refresh()
        self.restore.setVisible(self.state.tools.rebuild == "remove")
        self.restore.setEnabled(project.removed is not None)
        self.bare.setVisible(repairs)
        self.bare.setEnabled(bool(layer.repair))
        self.beyond.refresh()

    def _show_reveal(self) -> None:
        project = self.state.project
        known = self.state.studio.known_reveal(project)
        self.overlay.setChecked(self.state.tools.reveal)
        self.all.setChecked(project.rebuild_all)
        self.pieces.setChecked(project.whole_pieces)
        some = any(layer.mask for layer in project.layers)
        for button in (self.overlay, self.all, self.pieces, self.another, self.compare):
            button.setEnabled(some)
        self.fullest.setEnabled(bool(known and known.layers))
        if not some:
            self.reveal.setText(tr("Nothing is hidden yet."))
        elif known is None:
            self.reveal.setText(tr("Following what is hidden through the frames …"))
        else:
            names = {layer.id: layer.name for layer in project.layers}
            done = self.state.studio.ready(project)
            self.reveal.setText(
                "\n".join(
                    tr(
                        "{names}: up to {reach:.0f}\xa0px behind the cuts, {share:.1f}\xa0% of "
                        "the picture; {state}.",
                        names=names[i],
                        reach=x.reach,
                        share=x.share * 100,
                        state=tr("all of it rebuilt") if done else tr("rebuilding …"),
                    )
                    for i, x in known.layers.items()
                )
            )

    def _bare(self) -> None:
        layer = self.state.layer
        if layer:
            self.state.act(
                tr("Take off what was painted"), lambda p: filling.set_repair(p, layer.id, ())
            )

    def _look(self, name: str, on: bool) -> None:
        if on != getattr(self.state.tools, name):
            setattr(self.state.tools, name, on)
            self.state.touch()

    def _all(self, on: bool) -> None:
        if on != self.state.project.rebuild_all:
            name = tr("Rebuild everything hidden") if on else tr("Rebuild what the move reveals")
            self.state.act(name, lambda p: filling.rebuild_all(p, on))

    def _pieces(self, on: bool) -> None:
        if on != self.state.project.whole_pieces:
            name = tr("Large holes from whole pieces") if on else tr("Large holes patch by patch")
            self.state.act(name, lambda p: filling.use_whole_pieces(p, on))

    def _another(self) -> None:
        self.state.act(tr("Try another fill"), filling.try_another_fill)

    def _compare(self) -> None:
        from woodcock.app.rebuild.fills_dialog import FillsDialog

        self.fills = FillsDialog(self.window(), self.state, self._work)
        self.fills.open()

    def go_to_fullest(self) -> None:
        known = self.state.studio.known_reveal(self.state.project)
        if known:
            most = max(known.layers.values(), key=lambda x: int(x.by_frame.max()))
            self.state.go("Move")
            self.state.seek(self.state.project.frame.time(most.fullest))

    def _view(self, view: str) -> None:
        self.state.tools.rebuild_view = view
        self.state.touch()

    def _grow(self, value: float) -> None:
        layer = self.state.layer
        if layer:
            self.state.act(
                tr("Edge of {name}", name=layer.name),
                lambda p: filling.set_hole_growth(p, layer.id, value),
                "hole",
            )
