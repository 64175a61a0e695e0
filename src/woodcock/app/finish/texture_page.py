"""Textures: what lies over the picture, made by code or a person's own; one is set."""

from __future__ import annotations

from functools import partial

from PySide6.QtCore import Qt
from PySide6.QtWidgets import QListWidget, QListWidgetItem, QMenu, QPushButton

from woodcock.app import icons
from woodcock.app.controls.column import Column
from woodcock.app.controls.fields import note, tool
from woodcock.app.finish.effect_rows import ticked_rows
from woodcock.app.stage.blend_rows import BlendRows
from woodcock.app.stage.clip_file import ask_for_clip
from woodcock.app.stage.texture_rows import TextureRows
from woodcock.app.state import State
from woodcock.app.work import Work
from woodcock.model import Clip, Layer, Project
from woodcock.session import acts, things


def textures_of(project: Project) -> list[Layer]:
    """Textures, and pictures and clips that lie on the glass, near to far."""
    own = (x for x in project.near_to_far if x.texture or (x.glass and (x.picture or x.clip)))
    return list(own)


class TexturePage(Column):
    def __init__(self, state: State, work: Work) -> None:
        super().__init__(state)
        self._work, self._quiet = work, False
        self.add_button = QPushButton("Add texture")
        self.add_button.setToolTip("It lies on the glass at 40 %; all of it can be changed")
        icons.put(self.add_button, "plus")
        self.menu = QMenu(self)
        for name in things.TEXTURE_PRESETS:
            act = partial(things.add_texture, preset=name)
            self.menu.addAction(name).triggered.connect(partial(self._add, name, act))
        self.menu.addSeparator()
        self.menu.addAction("A picture or clip of yours …").triggered.connect(self._ask)
        self.add_button.setMenu(self.menu)
        self.delete = tool("trash-2", "Delete the chosen texture", self._remove)
        self.side_by_side(self.add_button, self.delete)
        self.list = QListWidget()
        self.list.setToolTip("Ticked is seen. F2 or a double click renames.")
        self.list.setAccessibleName("Textures")
        self.list.currentRowChanged.connect(self._choose)
        self.list.itemChanged.connect(self._changed)
        self.add(self.list)
        self.empty = note(
            "Nothing lies over the picture yet. Textures come as layers: in Stage they can stand "
            "at a distance, and in Move they have keys."
        )
        self.add(self.empty)
        self.blend, self.rows = BlendRows(state), TextureRows(state)
        self.add(self.blend)
        self.add(self.rows)

    @property
    def current(self) -> Layer | None:
        """The selected layer, if it is one of them."""
        layer = self.state.layer
        return layer if layer in textures_of(self.state.project) else None

    def refresh(self) -> None:
        listed, current = textures_of(self.state.project), self.current
        self._quiet = True
        ticked_rows(self.list, [(x.name, x.id, x.visible) for x in listed], editable=True)
        self.list.setCurrentRow(listed.index(current) if current else -1)
        self._quiet = False
        self.list.setVisible(bool(listed))
        self.empty.setVisible(not listed)
        self.delete.setEnabled(current is not None)
        self.blend.setVisible(current is not None)
        self.rows.setVisible(current is not None and current.texture is not None)
        if current is not None:
            self.blend.refresh()
        if current is not None and current.texture is not None:
            self.rows.show_values(current)

    def _add(self, name: str, act) -> None:  # type: ignore[no-untyped-def]
        made: list[str] = []

        def adding(project: Project) -> Project:
            project, layer_id = act(project)
            made.append(layer_id)
            return project

        if self.state.act(f"Add {name.lower()}", adding):
            self.state.select(made[0])
            self.state.document.seal()

    def _ask(self) -> None:
        def loaded(clip: Clip, name: str) -> None:
            self._add(name, partial(things.add_clip, clip=clip, name=name))

        ask_for_clip(self, self.state, self._work, "A picture or clip over the picture", loaded)

    def _remove(self) -> None:
        layer = self.current
        if layer is not None:
            self.state.act(f"Delete {layer.name}", lambda p: acts.delete_layer(p, layer.id))

    def _choose(self, row: int) -> None:
        if not self._quiet and row >= 0:
            self.state.select(self.list.item(row).data(Qt.ItemDataRole.UserRole))

    def _changed(self, item: QListWidgetItem) -> None:
        if self._quiet:
            return
        name, on = item.data(Qt.ItemDataRole.UserRole), item.checkState() == Qt.CheckState.Checked
        layer, text = self.state.project.layer(name), item.text()
        if layer.visible != on:
            self.state.act(
                f"{layer.name} {'shown' if on else 'hidden'}",
                lambda p: acts.show_layer(p, name, on),
            )
        elif text != layer.name:
            self.state.act(f"Rename {layer.name}", lambda p: acts.rename(p, name, text))
            self.state.touch()
