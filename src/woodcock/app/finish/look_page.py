"""Looks: a finish used under a name, as strongly as wanted, saved, and carried elsewhere."""

from __future__ import annotations

from contextlib import ExitStack
from pathlib import Path

from PySide6.QtWidgets import (
    QCheckBox,
    QDialog,
    QDialogButtonBox,
    QFileDialog,
    QLineEdit,
    QVBoxLayout,
    QWidget,
)

from woodcock.app.controls.column import Column
from woodcock.app.controls.fields import Number, note, push, tool
from woodcock.app.controls.file_kinds import LOOKS
from woodcock.app.controls.save_dialog import ask_where_to_write
from woodcock.app.finish.look_tiles import LookTiles
from woodcock.app.state import State
from woodcock.app.work import Work
from woodcock.media.look_file import LOOK_SUFFIX, load_look, save_look
from woodcock.model import LOOK_PARTS, Look, Project
from woodcock.session import looks
from woodcock.texts import tr, tr_noop, within

_PARTS = {
    "lens": tr_noop("Depth of field and shutter"),
    "air": tr_noop("Air"),
    "light": tr_noop("Lights and flashes"),
    "haze": tr_noop("Haze"),
    "bloom": tr_noop("Bloom"),
    "grade": tr_noop("Grade"),
    "film": tr_noop("Grain, vignette and the rest of film"),
    "textures": tr_noop("Textures on the glass"),
}


class SaveLook(QDialog):
    """Asks for a look's name and its parts."""

    def __init__(self, parent: QWidget, on: set[str]) -> None:
        super().__init__(parent)
        self.setWindowTitle(tr("Save a look"))
        column = QVBoxLayout(self)
        column.addWidget(note(tr("It keeps these parts of this project's finish:")))
        self.name = QLineEdit()
        self.name.setPlaceholderText(tr("Its name"))
        self.name.setAccessibleName(tr("Name"))
        self.boxes: dict[str, QCheckBox] = {}
        for part in LOOK_PARTS:
            box = QCheckBox(tr(_PARTS[part]))
            box.setChecked(part in on)
            self.boxes[part] = box
            column.addWidget(box)
        column.addWidget(self.name)
        buttons = QDialogButtonBox(
            QDialogButtonBox.StandardButton.Save | QDialogButtonBox.StandardButton.Cancel
        )
        buttons.accepted.connect(self.accept)
        buttons.rejected.connect(self.reject)
        column.addWidget(buttons)

    @property
    def parts(self) -> list[str]:
        return [part for part, box in self.boxes.items() if box.isChecked()]


class LookPage(Column):
    def __init__(self, state: State, work: Work) -> None:
        super().__init__(state)
        self._work = work
        self._store: object = None  # of the looks that are shown
        self._looks: list[Look] = []
        self._files: list[Path | None] = []
        self._tables = ExitStack()  # holds the lookup tables of the looks, which no project may use
        self._chosen = -1
        self._before: Project | None = None  # the project without the chosen look
        self._after: Project | None = None  # and with it
        self.tiles = LookTiles(state, work)
        self.tiles.picked.connect(self._pick)
        self.add(self.tiles)
        form = self.form()
        self.amount = Number(0, 100, 5, 0, "%", tr("How strong the look is"))
        self.amount.setValue(100)
        self.amount.edited.connect(lambda _: self._use())
        form.row(tr("Amount"), self.amount)
        self.save = push(tr("Save a look …"), tr("Keep this finish, or parts of it, under a name"),
                         self._save, "save")  # fmt: skip
        self.drop = tool("trash-2", tr("Delete the chosen look, if it is one of yours"), self._drop)
        self.side_by_side(self.save, self.drop)
        self.open = push(tr("Import …"), tr("Take a look from a file"), self._import, "folder-open")
        self.write = push(
            tr("Export …"), tr("Write the chosen look to a file"), self._export, "download"
        )
        self.side_by_side(self.open, self.write)
        self.about = note()
        self.add(self.about)

    @property
    def current(self) -> Look | None:
        """The chosen look, while the project is as it made it."""
        return self._looks[self._chosen] if self._chosen >= 0 else None

    def refresh(self) -> None:
        project = self.state.project
        if self._store is not self.state.document.store:
            self._load()
        if project is not self._after:
            self._chosen, self._before, self._after = -1, None, None
        self.tiles.show_looks(tuple(self._looks), self._chosen)
        if project.photo is not None:
            self.tiles.want(self._before or project)
        one = self.current
        self.write.setEnabled(one is not None)
        self.drop.setEnabled(self._chosen >= 0 and self._files[self._chosen] is not None)
        text = tr("Choose a look; Ctrl+Z takes it back.")
        if one is not None:
            text = tr(
                "{name} sets: {parts}.",
                name=tr(one.name),
                parts=", ".join(within(tr(_PARTS[x])) for x in one.parts),
            )
        self.about.setText(text)

    def _load(self) -> None:
        """The looks that ship and a person's own."""
        store = self._store = self.state.document.store

        def read() -> tuple[tuple[Look, ...], dict[Path, Look]]:
            return looks.shipped_looks(store), looks.kept_looks(store)

        def loaded(found: tuple[tuple[Look, ...], dict[Path, Look]]) -> None:
            shipped, own = found
            self._looks = [*shipped, *own.values()]
            self._tables.close()
            self._tables.enter_context(store.held([x for x in map(_table, self._looks) if x]))
            self._files = [*(None for _ in shipped), *own]
            self._chosen, self._before, self._after = -1, None, None
            self.state.touch()

        self._work.hand(read, loaded)

    def _pick(self, number: int) -> None:
        if self._before is None:
            self._before = self.state.project
        self.state.document.seal()
        self._chosen = number
        self._use()

    def _use(self) -> None:
        """The chosen look, as strongly as is set, on the project as it was before."""
        look, before, amount = self.current, self._before, self.amount.value() / 100
        if look is None or before is None:
            return
        table, store = _table(look), self.state.document.store
        if table:
            store.put(store.get(table))  # a project uses it from now on
        self.state.act(
            tr("Look {name}", name=tr(look.name)),
            lambda _: looks.with_look(before, look, amount),
            f"look {look.name}",
        )
        self._after = self.state.project
        self.state.touch()

    def _save(self) -> None:
        project = self.state.project
        dialog = SaveLook(self, _parts_in_use(project))
        if dialog.exec() == QDialog.DialogCode.Accepted:
            self.keep(dialog.name.text(), dialog.parts)

    def keep(self, name: str, parts: list[str]) -> None:
        """Save these parts of the finish as a look of that name."""
        project, store = self.state.project, self.state.document.store

        def keep(progress: object) -> Path:
            return looks.keep_look(looks.look_of(project, name, parts), store)

        self._work.run(tr("Saving the look"), keep, self._kept)

    def _kept(self, path: Path) -> None:
        self._load()

    def _import(self) -> None:
        name, _ = QFileDialog.getOpenFileName(self, tr("Import a look"), "", str(LOOKS))
        if name:
            self.take(Path(name))

    def take(self, path: Path) -> None:
        """Put the look in a file among a person's own."""
        store = self.state.document.store
        self._work.run(
            tr("Importing the look"),
            lambda progress: looks.keep_look(load_look(path, store), store),
            self._kept,
        )

    def _export(self) -> None:
        look, store = self.current, self.state.document.store
        if look is None:
            return
        start = f"{look.name}{LOOK_SUFFIX}"
        path = ask_where_to_write(self, tr("Export the look"), start, LOOKS)
        if path is not None:
            self._work.run(tr("Exporting the look"), lambda _: save_look(path, look, store),
                           lambda _: None)  # fmt: skip

    def _drop(self) -> None:
        path = self._files[self._chosen] if self._chosen >= 0 else None
        if path is not None:
            path.unlink(missing_ok=True)
            self._load()


def _table(look: Look) -> str:
    """The name of the lookup table a look has; empty if it has none."""
    return look.grade.lut.file if look.grade and look.grade.lut else ""


def _parts_in_use(project: Project) -> set[str]:
    """What of a project's finish does anything."""
    blurs = project.lens.defocus.on or project.lens.shutter.on
    on = {
        "lens": blurs, "air": bool(project.airs), "light": bool(project.lights or project.flashes),
        "haze": project.haze.on, "bloom": project.bloom.on, "grade": project.grade.on,
        "film": project.film.on,
        "textures": any(x.laid for x in project.layers),
    }  # fmt: skip
    return {part for part, used in on.items() if used}
