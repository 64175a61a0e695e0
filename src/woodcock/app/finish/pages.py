"""The pages of Finish that are about lens, air and light."""

from __future__ import annotations

from collections.abc import Sequence
from functools import cached_property, partial

from woodcock.app.controls.column import Column
from woodcock.app.controls.fields import section
from woodcock.app.controls.paged import Paged
from woodcock.app.controls.ticked_list import Adding
from woodcock.app.finish.air_rows import AirRows
from woodcock.app.finish.blur_rows import BlurRows
from woodcock.app.finish.effect_list import EffectList
from woodcock.app.finish.flash_rows import FlashRows
from woodcock.app.finish.focus_rows import FocusRows
from woodcock.app.finish.haze_rows import BloomRows, HazeRows
from woodcock.app.finish.light_rows import PLACE, LightRows
from woodcock.app.finish.on_layer_rows import OnLayerRows
from woodcock.app.finish.shutter_rows import ShutterRows
from woodcock.app.finish.timed_rows import WhenRow
from woodcock.app.state import State
from woodcock.app.work import Work
from woodcock.model import Effect, Light, Project, effect_by_id
from woodcock.session import airs, lights
from woodcock.session.air_presets import AIRS
from woodcock.session.light_presets import LIGHTS
from woodcock.texts import tr, tr_noop

_LIGHT_PAGES = {
    "scene": (tr_noop("In the scene"), tr_noop("Lights, flares, flashes, and bloom")),
    "layer": (tr_noop("On a layer"), tr_noop("The selected layer's shadow, and how it shimmers")),
}


class LensPage(Column):
    def __init__(self, state: State) -> None:
        super().__init__(state)
        self.when, self.focus = WhenRow(state), FocusRows(state)
        self.blur, self.shutter = BlurRows(state), ShutterRows(state)
        self.add(self.when)
        self.add(self.focus)
        for title, rows in ((tr("Blur without a lens"), self.blur), (tr("Shutter"), self.shutter)):
            self.add(section(title))
            self.add(rows)

    def refresh(self) -> None:
        for rows in (self.when, self.focus, self.blur, self.shutter):
            rows.refresh()


class AirList(EffectList):
    def __init__(self, state: State) -> None:
        entries: list[tuple[str, Adding]] = [
            (tr(name), partial(airs.add_air, preset=name)) for name in AIRS
        ]
        super().__init__(
            state, "air", tr("Add air"), [("", entries)],
            tr("Nothing is in the air yet. What you add stands between the layers: behind what is "
            "nearer, before what is farther."),
        )  # fmt: skip

    def effects(self) -> Sequence[Effect]:
        return self.state.project.airs


class AirPage(Column):
    def __init__(self, state: State, work: Work) -> None:
        super().__init__(state)
        self.when, self.list, self.rows = WhenRow(state), AirList(state), AirRows(state, work)
        self.haze = HazeRows(state, work)
        for part in (self.list, self.when, self.rows, section(tr("Distance")), self.haze):
            self.add(part)

    def refresh(self) -> None:
        for rows in (self.list, self.when, self.rows, self.haze):
            rows.refresh()


class LightList(EffectList):
    def __init__(self, state: State) -> None:
        groups: dict[str, list[tuple[str, Adding]]] = {}
        for name, (group, _) in LIGHTS.items():
            act: Adding = partial(lights.add_light, preset=name)
            groups.setdefault(tr(group), []).append((tr(name), act))
        groups[tr("In the sky")] = [
            (tr("Sun that rises"), lights.add_disc),
            (tr("Moon that rises"), partial(lights.add_disc, moon=True)),
            (tr("Lightning"), self._flash),
            (tr("Lightning with a bolt"), partial(self._flash, bolt=True)),
        ]
        super().__init__(
            state,
            "light",
            tr("Add light"),
            list(groups.items()),
            tr(
                "Nothing shines yet. A light hangs on a place of the picture: nearer "
                "layers cover it."
            ),
        )

    def effects(self) -> Sequence[Effect]:
        return *self.state.project.lights, *self.state.project.flashes

    def added(self, effect_id: str) -> None:
        """A light is hung by the next click in the picture, unless it hangs on its own disc."""
        light = effect_by_id(self.state.project, effect_id)
        own = self.state.project.background.id
        if isinstance(light, Light):
            self.state.tools.light_part = "flare" if light.flare else "glow"
            self.state.tools.light_part = "rays" if light.rays else self.state.tools.light_part
            self.state.tools.finish = PLACE if light.layer == own else ""

    def _flash(self, project: Project, bolt: bool = False) -> tuple[Project, str]:
        """It lights the background, at the playhead, until told."""
        lit, store = [project.background.id], self.state.document.store
        return lights.add_flash(project, lit, self.state.time, bolt, store)


class LightScene(Column):
    """The lights of the scene, flashes, and what the whole picture does with them."""

    def __init__(self, state: State) -> None:
        super().__init__(state)
        self.list, self.when, self.bloom = LightList(state), WhenRow(state), BloomRows(state)
        self.light, self.flash = LightRows(state), FlashRows(state)
        for part in (self.list, self.when, self.light, self.flash, section(tr("Whole picture")),
                     self.bloom):  # fmt: skip
            self.add(part)

    def refresh(self) -> None:
        for rows in (self.list, self.when, self.light, self.flash, self.bloom):
            rows.refresh()


class LightOnLayer(Column):
    """What lights do on the selected layer."""

    def __init__(self, state: State) -> None:
        super().__init__(state)
        self.when, self.rows = WhenRow(state), OnLayerRows(state)
        for part in (self.when, self.rows):
            self.add(part)

    def refresh(self) -> None:
        for rows in (self.when, self.rows):
            rows.refresh()


class LightPage(Paged):
    def __init__(self, state: State) -> None:
        super().__init__(state)
        self.add_pages(_LIGHT_PAGES, "light_page")

    @cached_property
    def scene(self) -> LightScene:
        return self.page("scene", LightScene(self.state))

    @cached_property
    def layer(self) -> LightOnLayer:
        return self.page("layer", LightOnLayer(self.state))
