"""Finish: what lens, air, light, film and sound do to the picture; a page each."""

from __future__ import annotations

from woodcock.app.controls.choices import choices, show_choice
from woodcock.app.controls.column import Column
from woodcock.app.controls.fields import note, section
from woodcock.app.controls.panels import Panel
from woodcock.app.finish.blur_rows import BlurRows
from woodcock.app.finish.focus_rows import FocusRows
from woodcock.app.finish.shutter_rows import ShutterRows
from woodcock.app.finish.timed_rows import WhenRow
from woodcock.app.state import State

_PAGES = {
    "lens": ("Lens", "Depth of field, blur, motion blur"),
    "air": ("Air", "Rain, snow, dust and mist between the layers"),
    "light": ("Light", "Flares, glows, shadows, haze"),
    "film": ("Film", "Grain, grade, looks"),
    "sound": ("Sound", "Music and sounds under the clip"),
}
_TO_COME = {
    "air": "Rain, snow, dust and mist will stand between the layers here.",
    "light": "Lights with their flare and glow, flashes, shadows and haze will be set here.",
    "film": "Grain, grade, edges and saved looks will be set here.",
    "sound": "Music and sounds will be laid under the clip here.",
}


class LensPage(Column):
    def __init__(self, state: State) -> None:
        super().__init__(state)
        self.when, self.focus = WhenRow(state), FocusRows(state)
        self.blur, self.shutter = BlurRows(state), ShutterRows(state)
        self.add(self.when)
        self.add(self.focus)
        for title, rows in (("Blur without a lens", self.blur), ("Shutter", self.shutter)):
            self.add(section(title))
            self.add(rows)

    def refresh(self) -> None:
        self.when.refresh()
        self.focus.refresh()
        self.blur.refresh()
        self.shutter.refresh()


class FinishPanel(Panel):
    def __init__(self, state: State) -> None:
        super().__init__(state, "Finish")
        row, self.pages = choices(_PAGES, state.tools.finish_page, self.turn)
        self.add(row)
        self.lens = LensPage(state)
        self.add(self.lens)
        self.to_come = note()
        self.add(self.to_come)
        self.add(note("Hold B to see the picture without any of it."))
        self.end()

    def turn(self, page: str) -> None:
        """Show a page."""
        self.state.tools.finish_page = page
        self.state.touch()

    def refresh(self) -> None:
        page = self.state.tools.finish_page
        self.setEnabled(self.state.project.photo is not None)
        show_choice(self.pages, page)
        self.to_come.setVisible(page in _TO_COME)
        self.to_come.setText(_TO_COME.get(page, ""))
        self.lens.setVisible(page == "lens")
        if page == "lens":
            self.lens.refresh()
