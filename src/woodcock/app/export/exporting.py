"""Asking where a delivery, or the layers, go; then they are made."""

from __future__ import annotations

import os
from pathlib import Path
from typing import TYPE_CHECKING

from msgspec.structs import replace
from PySide6.QtCore import QObject
from PySide6.QtWidgets import QFileDialog, QWidget

from woodcock.app.controls.file_kinds import FOLDERS, FileKind
from woodcock.app.controls.plain import Box
from woodcock.app.controls.save_dialog import ask_where_to_write
from woodcock.app.export.exports import Exports
from woodcock.app.state import State
from woodcock.app.work import Work
from woodcock.model import Delivery, Project
from woodcock.progress import Progress
from woodcock.session import extent
from woodcock.session.purposes import delivery_for, file_name
from woodcock.session.wording import gap_sentences
from woodcock.texts import tr

if TYPE_CHECKING:
    from woodcock.session.layers_out import LayerWish


class Exporting(QObject):
    """What Ctrl+E and the buttons of Export do."""

    def __init__(self, window: QWidget, state: State, work: Work) -> None:
        super().__init__(window)
        self._window, self._state, self._work = window, state, work
        self._as_it_is: Project | None = None  # that a person wants with its gaps
        self._waits_for: Project | None = None  # whose gaps are to be known first
        state.changed.connect(self._go_on)

    @property
    def exports(self) -> Exports:
        return self._work.exports

    @property
    def deliveries(self) -> list[Delivery]:
        """What is set in Export: one a shape."""
        tools = self._state.tools
        made = tools.delivery or delivery_for(tools.purpose, self._state.project.frame)
        return [replace(made, shape=shape) for shape in sorted(tools.shapes)]

    def export(self) -> None:
        """Ask where, and queue what is set."""
        photo = self._state.project.photo
        if photo is None:
            return
        wanted = self.deliveries
        if not all(each.clear for each in wanted) and not self._seen_to():
            return
        document = self._state.document.path
        stem = document.stem if document else photo.name
        alone = len(wanted) == 1
        start = file_name(stem, wanted[0] if alone else replace(wanted[0], shape=""))
        path = self._one(wanted[0], start)
        if path is None:
            return
        path = Path(os.path.abspath(path))
        if alone:
            self.exports.add(wanted[0], path)
            return
        for delivery in wanted:  # several lie beside each other, each called after its shape too
            self.exports.add(delivery, unused(path.with_name(file_name(path.stem, delivery))))

    def _seen_to(self) -> bool:
        """Whether what is known to show through may be exported: where gaps are, a person says so,
        or grows the layers, or waits until it is known."""
        state = self._state
        if self._as_it_is == state.project:
            return True
        report = state.gap_report
        if report is not None and not (report.gaps or report.edges):
            return True
        title = tr("Export")
        box = Box(self._window, Box.Icon.Question, title)
        if report is None:
            box.setText(tr("It is still being looked for gaps: frames that nothing covers."))
            box.setInformativeText(tr("Then the export goes on, or asks what to do about them."))
            first = box.addButton(tr("Wait for it"), Box.ButtonRole.AcceptRole)
        else:
            box.setText("\n\n".join(gap_sentences(state.project, report)))
            first = box.addButton(tr("Grow the layers"), Box.ButtonRole.AcceptRole)
            first.setVisible(bool(report.growths))
        anyway = box.addButton(tr("Export as it is"), Box.ButtonRole.DestructiveRole)
        cancel = box.addButton(Box.StandardButton.Cancel)
        box.setDefaultButton(first if report is None or report.growths else cancel)
        box.exec()
        if box.clickedButton() is anyway:
            self._as_it_is = state.project
            return True
        if box.clickedButton() is first and report is None:
            self._waits_for = state.project
        elif box.clickedButton() is first:
            assert report is not None
            if state.act(tr("Close the gaps"), lambda p: extent.close_gaps(p, report)):
                self._waits_for = state.project  # what is grown may let another edge be seen
        if self._waits_for is not None:
            state.told.emit(tr("The export waits until all frames are looked at."))
            if state.step != "Export":
                state.go("Export")  # some steps look for nothing
            state.touch()
        return False

    def _go_on(self) -> None:
        """The export that waited for the gaps to be known, as soon as they are."""
        state, wanted = self._state, self._waits_for
        if wanted is None:
            return
        if state.project is not wanted:  # it goes on otherwise: nobody waits any more
            self._waits_for = None
        elif state.gap_report is not None:
            self._waits_for = None
            self.export()

    def _one(self, delivery: Delivery, start: str) -> Path | None:
        facts = delivery.facts
        if facts.suffixes:
            kind = FileKind(facts.title, facts.suffixes)
            return ask_where_to_write(self._window, tr("Export the clip"), start, kind)
        return self._folder(tr("Name the folder the pictures go into"), start)

    def _folder(self, title: str, start: str) -> Path | None:
        name, _ = QFileDialog.getSaveFileName(
            self._window, title, start, str(FOLDERS),
            options=QFileDialog.Option.DontConfirmOverwrite,
        )  # fmt: skip
        if not name:
            return None
        path = Path(name)
        if path.exists() and (not path.is_dir() or any(path.iterdir())):
            question = tr(
                "{name} is there already. Pictures of the same name in it are replaced; "
                "everything else stays.",
                name=path.name,
            )
            if not Box.agreed(self._window, title, question):
                return None
        return path

    def layers(self, suffix: str, wish: LayerWish) -> None:
        """Ask where, and write the layers; cancelled with what else is under way."""
        from woodcock.app.export.layers_page import KINDS  # late: the window opens sooner
        from woodcock.session.layers_out import save_layers

        photo = self._state.project.photo
        if photo is None:
            return
        title, start = tr("Write the layers"), f"{photo.name}-layers{suffix}"
        if suffix:
            kind = FileKind(KINDS[suffix][0], (suffix,))
            path = ask_where_to_write(self._window, title, start, kind)
        else:
            path = self._folder(tr("Name a new folder for the layers"), start)
        if path is None:
            return
        where, project, store = path, self._state.project, self._state.document.store

        def write(progress: Progress) -> None:
            from woodcock.session.studio import Studio

            save_layers(project, where, Studio(store), wish, progress)

        self._work.run(
            tr("Writing the layers"), write,
            lambda _: self._state.told.emit(tr("The layers are in {where}.", where=where)),
            on=self._work.extending,  # saving must not wait for it
            lasting=True,
        )  # fmt: skip


def unused(path: Path) -> Path:
    """A name that no file or folder has."""
    made, number = path, 2
    while made.exists():
        made, number = path.with_name(f"{path.stem} {number}{path.suffix}"), number + 1
    return made
