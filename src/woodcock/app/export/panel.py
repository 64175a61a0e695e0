"""Export: what the clip is made for, what is in the queue, and its layers."""

from __future__ import annotations

from collections.abc import Callable
from functools import cached_property

from woodcock.app.controls.fields import note, section
from woodcock.app.controls.paged import Paged
from woodcock.app.controls.panels import Panel
from woodcock.app.export.gap_box import GapBox
from woodcock.app.export.layers_page import LayersPage
from woodcock.app.export.make_page import MakePage
from woodcock.app.export.queue_page import QueuePage
from woodcock.app.state import State
from woodcock.app.work import Work
from woodcock.session.layers_out import LayerWish
from woodcock.texts import tr, tr_noop

_PAGES = {
    "make": (tr_noop("Clip"), tr_noop("What the clip is made for")),
    "queue": (tr_noop("Queue"), tr_noop("What waits, what is ready")),
    "layers": (tr_noop("Layers"), tr_noop("Every layer as a picture of its own")),
}


class ExportPanel(Paged, Panel):
    def __init__(
        self,
        state: State,
        work: Work,
        export: Callable[[], None],
        layers: Callable[[str, LayerWish], None],
    ) -> None:
        super().__init__(state, "Export")
        self._work, self._export, self._layers = work, export, layers
        self.about = note()
        self.add(self.about)
        self.add_pages(_PAGES, "export_page")
        self.heading = section(tr("Edges and gaps"))
        self.gaps = GapBox(state)
        self.add(self.heading)
        self.add(self.gaps)
        self.end()
        work.exports.changed.connect(self._queue_changed)

    @cached_property
    def make(self) -> MakePage:
        return self.page("make", MakePage(self.state, self._work, self._export))

    @cached_property
    def queue(self) -> QueuePage:
        return self.page("queue", QueuePage(self.state, self._work.exports))

    @cached_property
    def layers(self) -> LayersPage:
        return self.page("layers", LayersPage(self.state, self._layers))

    def refresh(self) -> None:
        frame = self.state.project.frame
        self.about.setText(
            tr(
                "{width} × {height}, {rate:g} frames a second, {seconds:g} s: %n frames.",
                "",
                frame.count,
                width=frame.width,
                height=frame.height,
                rate=frame.rate,
                seconds=frame.seconds,
            )
        )
        super().refresh()
        for part in (self.heading, self.gaps):
            part.setVisible(self.shown == "make")
        self.gaps.refresh()
        self._count()

    def _queue_changed(self) -> None:
        page = self.shown if self.state.step == "Export" else ""
        if page == "queue":
            self.queue.refresh()
        elif page == "make" and not self._work.exports.busy:
            self.make.refresh()  # size and time are told now
        self._count()

    def _count(self) -> None:
        """How many are not done yet, on the page's button."""
        left = sum(item.state in ("waiting", "running") for item in self._work.exports.items)
        self.pages.buttons()[1].setText(tr("Queue ({left})", left=left) if left else tr("Queue"))
