"""Export: what the clip is made for, what is in the queue, and its layers."""

from __future__ import annotations

from collections.abc import Callable

from woodcock.app.controls.choices import choices, show_choice
from woodcock.app.controls.fields import note, section
from woodcock.app.controls.panels import Panel
from woodcock.app.export.gap_box import GapBox
from woodcock.app.export.layers_page import LayersPage
from woodcock.app.export.make_page import MakePage
from woodcock.app.export.queue_page import QueuePage
from woodcock.app.state import State
from woodcock.app.work import Work
from woodcock.session.layers_out import LayerWish

_PAGES = {
    "make": ("Clip", "What the clip is made for"),
    "queue": ("Queue", "What waits, what is ready"),
    "layers": ("Layers", "Every layer as a picture of its own"),
}


class ExportPanel(Panel):
    def __init__(
        self,
        state: State,
        work: Work,
        export: Callable[[], None],
        layers: Callable[[str, LayerWish], None],
    ) -> None:
        super().__init__(state, "Export")
        self._work = work
        self.about = note()
        self.add(self.about)
        row, self.pages = choices(_PAGES, state.tools.export_page, self.turn)
        self.add(row)
        self.make = MakePage(state, work, export)
        self.queue = QueuePage(state, work.exports)
        self.layers = LayersPage(state, layers)
        for page in (self.make, self.queue, self.layers):
            self.add(page)
        self.heading = section("Edges and gaps")
        self.gaps = GapBox(state)
        self.add(self.heading)
        self.add(self.gaps)
        self.end()
        work.exports.changed.connect(self._queue_changed)

    def turn(self, page: str) -> None:
        """Show one of the pages."""
        self.state.tools.export_page = page
        self.state.touch()

    def refresh(self) -> None:
        frame, page = self.state.project.frame, self.state.tools.export_page
        self.about.setText(
            f"{frame.width} × {frame.height}, {frame.rate:g} frames a second, "
            f"{frame.seconds:g} s: {frame.count} frames."
        )
        show_choice(self.pages, page)
        for name, each in (("make", self.make), ("queue", self.queue), ("layers", self.layers)):
            each.setVisible(name == page)
            if name == page:
                each.refresh()
        self.heading.setVisible(page == "make")
        self.gaps.setVisible(page == "make")
        self.gaps.refresh()
        self._count()

    def _queue_changed(self) -> None:
        page = self.state.tools.export_page if self.state.step == "Export" else ""
        if page == "queue":
            self.queue.refresh()
        elif page == "make" and not self._work.exports.busy:
            self.make.refresh()  # size and time are told now
        self._count()

    def _count(self) -> None:
        """How many are not done yet, on the page's button."""
        left = sum(item.state in ("waiting", "running") for item in self._work.exports.items)
        self.pages.buttons()[1].setText(f"Queue ({left})" if left else "Queue")
