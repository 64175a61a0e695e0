"""A lookup table for a grade, and a layer's colours matched to others."""

from __future__ import annotations

from pathlib import Path

from PySide6.QtWidgets import QComboBox, QFileDialog

from woodcock.app.controls.column import Column
from woodcock.app.controls.fields import narrow, note, offer, push
from woodcock.app.controls.file_kinds import TABLES
from woodcock.app.finish.graded import GradedRows
from woodcock.app.finish.timed_rows import TimedRows
from woodcock.app.state import State
from woodcock.app.timeline.film_names import GRADE_SHOWN
from woodcock.app.work import Work
from woodcock.finish.cube import MOST_BYTES, read_cube
from woodcock.finish.match import Six
from woodcock.reading import read_whole
from woodcock.session import film
from woodcock.session.matching import PHOTO, colours_in
from woodcock.texts import tr, tr_noop


class TableRows(GradedRows):
    def __init__(self, state: State, work: Work) -> None:
        super().__init__(state)
        self._work = work
        self.about = note()
        self.add(self.about)
        self.open = push(
            tr("Open a .cube file …"),
            tr("A lookup table of one or three dimensions, for sRGB pictures"),
            self._ask,
            "folder-open",
        )
        self.add(self.open)
        self.rows = Column(state)
        self.track(self.rows.form(), "grade lut amount", GRADE_SHOWN["grade lut amount"])
        self.none = push(tr("No table"), tr("Without the table again"), self._none, "x")
        self.rows.add(self.none)
        self.add(self.rows)

    def refresh(self) -> None:
        lut = self.grade.lut
        self.rows.setVisible(lut is not None)
        self.about.setText(
            tr("Colours by {name}.", name=lut.name) if lut else tr("No lookup table yet.")
        )
        self.show_numbers()

    def _none(self) -> None:
        owner = self.owner()
        self.state.act_each(
            tr("No table"), owner, lambda p, each: film.set_grade(p, each, lut=None)
        )

    def _ask(self) -> None:
        name, _ = QFileDialog.getOpenFileName(self, tr("A lookup table"), "", str(TABLES))
        if name:
            self.load(Path(name))

    def load(self, path: Path) -> None:
        """Use the table in a file; what is none is told."""
        owner, store = self.owner(), self.state.document.store

        def read(progress: object) -> bytes:
            content = read_whole(path, tr_noop("lookup table"), MOST_BYTES).tobytes()
            read_cube(content, path.name)
            return content

        def loaded(content: bytes) -> None:
            self.state.act_each(
                tr("Lookup table"),
                owner,
                lambda p, each: film.set_lut(p, each, content, path.stem, store),
            )

        self._work.run(tr("Reading the table"), read, loaded)


class MatchRows(TimedRows):
    """The selected layer's colours made like the photo's, or another layer's."""

    def __init__(self, state: State, work: Work) -> None:
        super().__init__(state)
        self._work = work
        self.like = narrow(QComboBox())
        self.like.setToolTip(tr("Whose colours and contrast it is to have"))
        self.go = push(
            tr("Match"),
            tr(
                "Makes its colours and its contrast like those, so that pictures "
                "from different places sit in one scene"
            ),
            self._match,
            "blend",
        )
        self.side_by_side(self.like, self.go)
        self.rows = Column(state)
        self.track(self.rows.form(), "grade match amount", GRADE_SHOWN["grade match amount"])
        self.add(self.rows)

    def owner(self) -> str | None:
        return self.state.layer.id if self.state.layer else None

    def refresh(self) -> None:
        layer = self.state.layer
        others = [x for x in self.state.project.near_to_far if layer and x.id != layer.id]
        offer(self.like, [(tr("Like the photo"), PHOTO),
                          *((tr("Like {name}", name=x.name), x.id) for x in others)])  # fmt: skip
        own = layer.grade if layer else None
        self.rows.setVisible(own is not None and own.on and own.match is not None)
        self.show_numbers()

    def _match(self) -> None:
        layer, like = self.state.layer, self.like.currentData()
        project, store = self.state.project, self.state.document.store
        if layer is None:
            return
        name = tr("the photo") if like == PHOTO else project.layer(like).name

        def compare(progress: object) -> tuple[Six, Six]:
            return colours_in(project, layer.id, store), colours_in(project, like, store)

        def compared(found: tuple[Six, Six]) -> None:
            self.state.act(
                tr("{name} like {other}", name=layer.name, other=name),
                lambda p: film.match(p, layer.id, *found, name),
            )

        self._work.run(tr("Comparing colours"), compare, compared)
