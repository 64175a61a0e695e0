"""Finish: what lens, air, light, film and sound do to the picture; a page each."""

from __future__ import annotations

from functools import cached_property

from woodcock.app.controls.fields import note
from woodcock.app.controls.paged import Paged
from woodcock.app.controls.panels import Panel
from woodcock.app.finish.film_page import FilmPage
from woodcock.app.finish.pages import AirPage, LensPage, LightPage
from woodcock.app.finish.sound_page import SoundPage
from woodcock.app.picture.previews import Previews
from woodcock.app.picture.sound_out import SoundOut
from woodcock.app.state import State
from woodcock.app.work import Work
from woodcock.texts import tr, tr_noop

_PAGES = {
    "lens": (tr_noop("Lens"), tr_noop("Depth of field, blur, motion blur")),
    "air": (tr_noop("Air"), tr_noop("Rain, snow, dust and mist between the layers")),
    "light": (tr_noop("Light"), tr_noop("Flares, glows, flashes, shadows")),
    "film": (tr_noop("Film"), tr_noop("Looks, grade, grain, textures")),
    "sound": (tr_noop("Sound"), tr_noop("Music and sounds under the clip, and their loudness")),
}


class FinishPanel(Paged, Panel):
    def __init__(self, state: State, work: Work, previews: Previews, out: SoundOut) -> None:
        super().__init__(state, "Finish")
        self._work, self._previews, self._out = work, previews, out
        self.add_pages(_PAGES, "finish_page")
        self.add(note(tr("Hold B to see the picture without any of it.")))
        self.end()

    @cached_property
    def lens(self) -> LensPage:
        return self.page("lens", LensPage(self.state))

    @cached_property
    def air(self) -> AirPage:
        return self.page("air", AirPage(self.state, self._work))

    @cached_property
    def light(self) -> LightPage:
        return self.page("light", LightPage(self.state))

    @cached_property
    def film(self) -> FilmPage:
        return self.page("film", FilmPage(self.state, self._work, self._previews))

    @cached_property
    def sound(self) -> SoundPage:
        return self.page("sound", SoundPage(self.state, self._work, self._out))

    def turn(self, page: str) -> None:
        """Show a page, with no tool in hand."""
        self.state.tools.finish = ""
        super().turn(page)

    def refresh(self) -> None:
        self.setEnabled(self.state.project.photo is not None)
        super().refresh()
