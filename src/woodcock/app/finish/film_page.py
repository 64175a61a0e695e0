"""The page of Finish that binds the shot: looks, grade, film, textures."""

from __future__ import annotations

from woodcock.app.controls.choices import choices, show_choice
from woodcock.app.controls.column import Column
from woodcock.app.finish.film_rows import FilmRows
from woodcock.app.finish.grade_rows import GradeRows
from woodcock.app.finish.look_page import LookPage
from woodcock.app.finish.scope_view import ScopeRows
from woodcock.app.finish.texture_page import TexturePage
from woodcock.app.finish.timed_rows import WhenRow
from woodcock.app.picture.previews import Previews
from woodcock.app.state import State
from woodcock.app.work import Work

_PAGES = {
    "looks": ("Looks", "A whole finish at a click, as strong as you like"),
    "grade": ("Grade", "Exposure, contrast, colours, curves, with scopes"),
    "grain": ("Grain", "Grain, vignette, halation, fringes, weave, flicker"),
    "textures": ("Textures", "Paper, dust, light leaks over the picture"),
}


class GradePage(Column):
    """The grade below a scope to judge it by."""

    def __init__(self, state: State, work: Work, previews: Previews) -> None:
        super().__init__(state)
        self.scope, self.rows = ScopeRows(state, work, previews), GradeRows(state, work)
        self.add(self.scope)
        self.add(self.rows)

    def refresh(self) -> None:
        self.scope.refresh()
        self.rows.refresh()


class GrainPage(Column):
    def __init__(self, state: State) -> None:
        super().__init__(state)
        self.when, self.rows = WhenRow(state), FilmRows(state)
        self.add(self.when)
        self.add(self.rows)

    def refresh(self) -> None:
        self.when.refresh()
        self.rows.refresh()


class FilmPage(Column):
    def __init__(self, state: State, work: Work, previews: Previews) -> None:
        super().__init__(state)
        row, self.pages = choices(_PAGES, state.tools.film_page, self.turn)
        self.add(row)
        self.looks, self.grade = LookPage(state, work), GradePage(state, work, previews)
        self.grain, self.textures = GrainPage(state), TexturePage(state, work)
        self._shown: dict[str, LookPage | GradePage | GrainPage | TexturePage] = {
            "looks": self.looks, "grade": self.grade, "grain": self.grain,
            "textures": self.textures,
        }  # fmt: skip
        for page in self._shown.values():
            self.add(page)

    def turn(self, page: str) -> None:
        """Show one of its pages."""
        self.state.tools.film_page = page
        self.state.touch()

    def refresh(self) -> None:
        page = self.state.tools.film_page
        show_choice(self.pages, page)
        for name, shown in self._shown.items():
            shown.setVisible(name == page)
            if name == page:
                shown.refresh()
