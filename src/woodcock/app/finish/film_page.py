"""The page of Finish that binds the shot: looks, grade, film, textures."""

from __future__ import annotations

from functools import cached_property

from woodcock.app.controls.column import Column
from woodcock.app.controls.paged import Paged
from woodcock.app.finish.film_rows import FilmRows
from woodcock.app.finish.grade_rows import GradeRows
from woodcock.app.finish.look_page import LookPage
from woodcock.app.finish.scope_view import ScopeRows
from woodcock.app.finish.texture_page import TexturePage
from woodcock.app.finish.timed_rows import WhenRow
from woodcock.app.picture.previews import Previews
from woodcock.app.state import State
from woodcock.app.work import Work
from woodcock.texts import tr_noop

_PAGES = {
    "looks": (tr_noop("Looks"), tr_noop("A whole finish at a click, as strong as you like")),
    "grade": (tr_noop("Grade"), tr_noop("Exposure, contrast, colours, curves, with scopes")),
    "grain": (tr_noop("Grain"), tr_noop("Grain, vignette, halation, fringes, weave, flicker")),
    "textures": (tr_noop("Textures"), tr_noop("Paper, dust, light leaks over the picture")),
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


class FilmPage(Paged):
    def __init__(self, state: State, work: Work, previews: Previews) -> None:
        super().__init__(state)
        self._work, self._previews = work, previews
        self.add_pages(_PAGES, "film_page")

    @cached_property
    def looks(self) -> LookPage:
        return self.page("looks", LookPage(self.state, self._work))

    @cached_property
    def grade(self) -> GradePage:
        return self.page("grade", GradePage(self.state, self._work, self._previews))

    @cached_property
    def grain(self) -> GrainPage:
        return self.page("grain", GrainPage(self.state))

    @cached_property
    def textures(self) -> TexturePage:
        return self.page("textures", TexturePage(self.state, self._work))
