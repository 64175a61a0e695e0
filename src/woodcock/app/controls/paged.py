"""Pages under a row of buttons, in a panel or in one of its pages."""

from __future__ import annotations

from typing import TypeVar

from PySide6.QtWidgets import QVBoxLayout

from woodcock.app.controls.choices import choices, show_choice
from woodcock.app.controls.column import Column, seal

_Page = TypeVar("_Page", bound=Column)


class Paged(Column):
    """A column with pages; which one is shown is in the tools.

    Each page is an attribute of its name, a `cached_property` that makes it by `page()`: building
    one takes about as long as a hand notices, so only what is looked at is built.
    """

    def add_pages(self, pages: dict[str, tuple[str, str]], kept: str) -> None:
        """The row of buttons, {name: (text, tool tip)}, and room for the pages come here; `kept` is
        the name of the tool setting."""
        self._kept = kept
        self.built: dict[str, Column] = {}
        row, self.pages = choices(pages, self.shown, self.turn)
        self.add(row)
        self._room = QVBoxLayout()
        self._room.setContentsMargins(0, 0, 0, 0)
        self.column.addLayout(self._room)

    def page(self, name: str, page: _Page) -> _Page:
        """Take in a page that was just made."""
        page.hide()
        self._room.addWidget(page)
        self.built[name] = page
        seal(self.state, page)
        return page

    @property
    def shown(self) -> str:
        """The name of the page that is looked at."""
        name: str = getattr(self.state.tools, self._kept)
        return name

    def turn(self, page: str) -> None:
        """Show a page."""
        setattr(self.state.tools, self._kept, page)
        self.state.touch()

    def refresh(self) -> None:
        show_choice(self.pages, self.shown)
        shown: Column = getattr(self, self.shown)
        for page in self.built.values():
            if page is not shown:
                page.hide()  # before the other comes: never two at once
        shown.show()
        shown.refresh()
