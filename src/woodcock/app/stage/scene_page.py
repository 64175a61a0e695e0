"""What stands on the stage: things are added, lined up, copied, spread in depth."""

from __future__ import annotations

from woodcock.app.boxes import LayerBoxes
from woodcock.app.controls.column import Column
from woodcock.app.controls.fields import note, push, section
from woodcock.app.stage.add_rows import AddRows
from woodcock.app.stage.arrange_rows import ArrangeRows
from woodcock.app.state import State
from woodcock.app.work import Work
from woodcock.session import staging
from woodcock.texts import tr


class ScenePage(Column):
    def __init__(self, state: State, boxes: LayerBoxes, work: Work) -> None:
        super().__init__(state)
        self.add(note(tr("Drag the slats on the depth rail, or the layers in the plan.")))
        self.add(section(tr("Add to the stage")))
        self.adding = AddRows(state, work)
        self.add(self.adding)
        self.add(section(tr("Several layers")))
        self.spread = push(
            tr("Spread evenly in parallax"),
            tr(
                "Nearest and farthest stay; those between are spread so that each shifts by an "
                "equal step more than the one behind it. Ctrl+click and Shift+click in the list "
                "choose which; otherwise all"
            ),
            lambda: self.state.act(
                tr("Spread evenly"), lambda p: staging.spread_evenly(p, self._several())
            ),
        )
        self.add(self.spread)
        self.arrange = ArrangeRows(state, boxes)
        self.add(self.arrange)

    def refresh(self) -> None:
        self.adding.refresh()
        self.arrange.refresh()
        several = len(self._several())
        self.spread.setEnabled(several > 2)
        everyone = several == len(self.state.project.layers)
        some = tr("Spread %n evenly in parallax", "", several)
        self.spread.setText(tr("Spread all evenly in parallax") if everyone else some)

    def _several(self) -> tuple[str, ...]:
        """The chosen layers; all of them where fewer than three are chosen."""
        chosen = self.state.chosen
        return chosen if len(chosen) > 2 else tuple(x.id for x in self.state.project.near_to_far)
