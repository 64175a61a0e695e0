"""What light and heat do to the selected layer: its shadow, and how it shimmers."""

from __future__ import annotations

from PySide6.QtWidgets import QCheckBox

from woodcock.app.controls.column import Column
from woodcock.app.controls.fields import Number, note, push, short
from woodcock.app.finish.timed_rows import TimedRows
from woodcock.app.state import State
from woodcock.app.timeline.effect_names import ON_LAYER_SHOWN
from woodcock.model import Project, Shadow, Shimmer
from woodcock.session import finishing, lights
from woodcock.texts import tr

AREA = "area"  # the tool in hand while a line is drawn about what shimmers


class OnLayerRows(TimedRows):
    def __init__(self, state: State) -> None:
        super().__init__(state)
        self.casts = QCheckBox(tr("Shadow"))
        self.casts.setToolTip(
            tr("On what is behind it: the farther behind, the farther and softer")
        )
        self.casts.clicked.connect(self._cast)
        self.add(self.casts)
        self.shadow = Column(state)
        form = self.shadow.form()
        for name in ("shadow amount", "shadow side", "shadow low", "shadow soft"):
            self.track(form, name, ON_LAYER_SHOWN[name])
        self.sky = QCheckBox(tr("Falls on the sky, too"))
        self.sky.setToolTip(tr("On what is 100 m away or farther"))
        self.sky.clicked.connect(lambda on: self._set_shadow("sky", on))
        form.wide(self.sky)
        self.add(self.shadow)
        self.shimmers = QCheckBox(tr("Shimmer"))
        self.shimmers.setToolTip(tr("It wavers a little, as reflections on water and hot air do"))
        self.shimmers.clicked.connect(self._shimmer)
        self.add(self.shimmers)
        self.waves = Column(state)
        form = self.waves.form()
        for name in ("shimmer amount", "shimmer size", "shimmer speed"):
            self.track(form, name, ON_LAYER_SHOWN[name])
        self.flat = Number(
            0.1,
            20,
            0.5,
            1,
            "×",
            tr("How many times as wide as high a wave is: water lies flat, heat rises"),
        )
        self.flat.edited.connect(lambda value: self._set_shimmer("flat", value))
        form.row(tr("… flat"), self.flat)
        self.nearer = Number(0, 100, 5, 0, "%", tr("How much stiller its far side, the top, is"))
        self.nearer.edited.connect(lambda value: self._set_shimmer("nearer", value / 100))
        form.row(tr("Stiller far off"), self.nearer)
        self.draw = push(
            tr("Draw where …"), tr("Draw a line about it in the picture"), self._draw, "lasso"
        )
        self.draw.setCheckable(True)
        self.whole = push(tr("All of it"), tr("The whole layer shimmers"),
                          lambda: self._set_shimmer("area", ()))  # fmt: skip
        self.waves.side_by_side(self.draw, self.whole)
        self.add(self.waves)
        self.about = note(tr("Choose a layer in the list below."))
        self.add(self.about)

    def owner(self) -> str | None:
        return self.state.layer.id if self.state.layer else None

    def refresh(self) -> None:
        layer = self.state.layer
        shadow, shimmer = (layer.shadow, layer.shimmer) if layer else (None, None)
        self.about.setVisible(layer is None)
        for box, text, on in (
            (self.casts, tr("Shadow"), shadow), (self.shimmers, tr("Shimmer"), shimmer),
        ):  # fmt: skip
            box.setEnabled(layer is not None)
            box.setText(
                tr("{text} of {short}", text=text, short=short(layer.name)) if layer else text
            )
            box.setChecked(on is not None)
        self.shadow.setVisible(shadow is not None)
        self.waves.setVisible(shimmer is not None)
        self.show_numbers()
        if isinstance(shadow, Shadow):
            self.sky.setChecked(shadow.sky)
        if isinstance(shimmer, Shimmer):
            self.flat.show_value(shimmer.flat)
            self.nearer.show_value(100 * shimmer.nearer)
            self.draw.setChecked(self.state.tools.finish == AREA)
            self.whole.setEnabled(bool(shimmer.area))

    def _coming(self, project: Project, before: Project, layer_id: str, what: str) -> Project:
        """What was switched on by now comes by the playhead, if that is where things are keyed."""
        layer, old = project.layer(layer_id), before.layer(layer_id)
        if getattr(layer, what) is None or getattr(old, what) is not None:
            return project
        return finishing.coming_at(project, layer_id, f"{what} amount", self.state.key_time)

    def _cast(self, on: bool) -> None:
        layer = self.state.layer
        if layer:
            self.state.act_each(
                tr("Shadow of {name}", name=layer.name),
                layer.id,
                lambda p, each: self._coming(lights.switch_shadow(p, each, on), p, each, "shadow"),
            )

    def _shimmer(self, on: bool) -> None:
        layer = self.state.layer
        if layer:
            self.state.act_each(
                tr("Shimmer of {name}", name=layer.name),
                layer.id,
                lambda p, each: self._coming(
                    lights.switch_shimmer(p, each, on), p, each, "shimmer"
                ),
            )

    def _set_shadow(self, name: str, value: object) -> None:
        layer = self.state.layer
        if layer:
            self.state.act_each(
                tr("Shadow of {name}", name=layer.name),
                layer.id,
                lambda p, each: lights.set_shadow(p, each, **{name: value}),
                f"shadow {layer.id} {name}",
            )

    def _set_shimmer(self, name: str, value: object) -> None:
        layer = self.state.layer
        if layer:
            self.state.act_each(
                tr("Shimmer of {name}", name=layer.name),
                layer.id,
                lambda p, each: lights.set_shimmer(p, each, **{name: value}),
                f"shimmer {layer.id} {name}",
            )

    def _draw(self) -> None:
        tools = self.state.tools
        tools.finish = "" if tools.finish == AREA else AREA
        self.state.touch()
