"""Rebuild: the hole the selected layer leaves."""

from __future__ import annotations

from woodcock.app.choices import choices, show_choice
from woodcock.app.fields import Number, note, push, section
from woodcock.app.panels import Panel
from woodcock.app.state import State
from woodcock.session import acts


class RebuildPanel(Panel):
    def __init__(self, state: State) -> None:
        super().__init__(state, "Rebuild")
        self.hint = note()
        self.add(self.hint)
        self.add(section("Show"))
        row, self.views = choices(
            {
                "behind": ("Behind it", "The picture with this layer and nearer ones taken away"),
                "alone": ("This layer", "The layer by itself, its hidden parts filled in"),
            },
            state.tools.rebuild_view,
            self._view,
        )
        self.add(row)
        self.add(note("Hold B to compare with the photo."))
        self.add(section("Hole of the selected layer"))
        form = self.form()
        self.growth = Number(
            0, 200, 1, 0, "px",
            "How far the hole is grown before it is filled, in pixels of a 1080-line frame. "
            "More keeps the layer's colour out of the fill; less keeps more of the photo.",
        )  # fmt: skip
        self.growth.edited.connect(self._grow)
        form.row("Grown by", self.growth)
        self.add(section("Beyond the photo's borders"))
        self.room = note()
        self.add(self.room)
        self.trim = push("Back to the photo's borders", "Take back all growth", self._trim)
        self.add(self.trim)
        self.end()

    def refresh(self) -> None:
        layer, project = self.state.layer, self.state.project
        show_choice(self.views, self.state.tools.rebuild_view)
        cut = layer is not None and not layer.is_background
        self.growth.setEnabled(cut)
        if layer is None:
            self.hint.setText("Open a photo first.")
            self.room.setText("")
            return
        ready = self.state.studio.ready(project)
        self.hint.setText(
            ("Every hole is filled from its surroundings." if ready else "Rebuilding …")
            if len(project.layers) > 1
            else "Nothing is hidden yet: cut a layer first."
        )
        self.growth.show_value(layer.hole_growth)
        g = layer.growth
        grown = [f"{side} {value:.0f} px" for side, value in
                 (("left", g.left), ("top", g.top), ("right", g.right), ("bottom", g.bottom))
                 if value]  # fmt: skip
        self.room.setText(
            f"{layer.name} reaches further: {', '.join(grown)}."
            if grown
            else f"{layer.name} ends where the photo ends."
        )
        self.trim.setEnabled(any(x.growth != type(g)() for x in project.layers))

    def _view(self, view: str) -> None:
        self.state.tools.rebuild_view = view
        self.state.touch()

    def _grow(self, value: float) -> None:
        layer = self.state.layer
        if layer:
            self.state.act(
                f"Hole of {layer.name}",
                lambda p: acts.set_hole_growth(p, layer.id, value),
                "hole",
            )

    def _trim(self) -> None:
        self.state.act("Back to the photo's borders", acts.ungrown)
