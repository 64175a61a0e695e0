"""Finish: what lens, air, light, film and sound do to the picture; a page each."""

from __future__ import annotations

from woodcock.app.controls.choices import choices, show_choice
from woodcock.app.controls.fields import note
from woodcock.app.controls.panels import Panel
from woodcock.app.finish.film_page import FilmPage
from woodcock.app.finish.pages import AirPage, LensPage, LightPage
from woodcock.app.finish.sound_page import SoundPage
from woodcock.app.picture.previews import Previews
from woodcock.app.picture.sound_out import SoundOut
from woodcock.app.state import State
from woodcock.app.work import Work

_PAGES = {
    "lens": ("Lens", "Depth of field, blur, motion blur"),
    "air": ("Air", "Rain, snow, dust and mist between the layers"),
    "light": ("Light", "Flares, glows, flashes, shadows"),
    "film": ("Film", "Looks, grade, grain, textures"),
    "sound": ("Sound", "Music and sounds under the clip, and their loudness"),
}


class FinishPanel(Panel):
    def __init__(self, state: State, work: Work, previews: Previews, out: SoundOut) -> None:
        super().__init__(state, "Finish")
        row, self.pages = choices(_PAGES, state.tools.finish_page, self.turn)
        self.add(row)
        self.lens, self.air, self.light = LensPage(state), AirPage(state, work), LightPage(state)
        self.film, self.sound = FilmPage(state, work, previews), SoundPage(state, work, out)
        self._shown: dict[str, LensPage | AirPage | LightPage | FilmPage | SoundPage] = {
            "lens": self.lens,
            "air": self.air,
            "light": self.light,
            "film": self.film,
            "sound": self.sound,
        }
        for page in self._shown.values():
            self.add(page)
        self.add(note("Hold B to see the picture without any of it."))
        self.end()

    def turn(self, page: str) -> None:
        """Show a page."""
        tools = self.state.tools
        tools.finish_page, tools.finish = page, ""
        self.state.touch()

    def refresh(self) -> None:
        page = self.state.tools.finish_page
        self.setEnabled(self.state.project.photo is not None)
        show_choice(self.pages, page)
        for name, shown in self._shown.items():
            shown.setVisible(name == page)
            if name == page:
                shown.refresh()
