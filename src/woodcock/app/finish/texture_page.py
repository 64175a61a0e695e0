"""Textures: what lies over the picture, made by code or a person's own; one is set."""

from __future__ import annotations

from collections.abc import Sequence
from functools import partial

from woodcock.app.controls.column import Column
from woodcock.app.controls.ticked_list import Ticked, TickedList
from woodcock.app.stage.blend_rows import BlendRows
from woodcock.app.stage.clip_file import ask_for_clip
from woodcock.app.stage.texture_rows import TextureRows
from woodcock.app.state import State
from woodcock.app.work import Work
from woodcock.model import Clip, Layer, Project
from woodcock.session import acts, things
from woodcock.texts import tr


def textures_of(project: Project) -> list[Layer]:
    """Textures, and pictures and clips that lie on the glass, near to far."""
    own = (x for x in project.near_to_far if x.texture or (x.glass and (x.picture or x.clip)))
    return list(own)


class TextureList(TickedList):
    """They are layers: the selected one is the chosen one."""

    def __init__(self, state: State, work: Work) -> None:
        super().__init__(
            state,
            tr("Add texture"),
            tr("It lies on the glass at 40 %; all of it can be changed"),
            tr(
                "Nothing lies over the picture yet. Textures come as layers: in Stage they can "
                "stand at a distance, and in Move they have keys."
            ),
        )
        self._work = work
        for name in things.TEXTURE_PRESETS:
            self.offer(tr(name), partial(things.add_texture, preset=name))
        self.menu.addSeparator()
        self.menu.addAction(tr("A picture or clip of yours …")).triggered.connect(self._ask)

    def listed(self) -> Sequence[Ticked]:
        return [Ticked(x.name, x.id, x.visible) for x in textures_of(self.state.project)]

    def chosen(self) -> str:
        return self.state.selected or ""

    def choose(self, one: str) -> None:
        self.state.select(one)

    def switched(self, project: Project, one: str, on: bool) -> Project:
        return acts.show_layer(project, one, on)

    def renamed(self, project: Project, one: str, name: str) -> Project:
        return acts.rename(project, one, name)

    def without(self, project: Project, one: str) -> Project:
        return acts.delete_layer(project, one)

    def _ask(self) -> None:
        def loaded(clip: Clip, name: str) -> None:
            self.put_in(name, partial(things.add_clip, clip=clip, name=name))

        ask_for_clip(self, self.state, self._work, tr("A picture or clip over the picture"), loaded)


class TexturePage(Column):
    def __init__(self, state: State, work: Work) -> None:
        super().__init__(state)
        self.list = TextureList(state, work)
        self.blend, self.rows = BlendRows(state), TextureRows(state)
        for part in (self.list, self.blend, self.rows):
            self.add(part)

    def refresh(self) -> None:
        self.list.refresh()
        layer = self.state.layer
        current = layer if layer in textures_of(self.state.project) else None
        self.blend.setVisible(current is not None)
        self.rows.setVisible(current is not None and current.texture is not None)
        if current is not None:
            self.blend.refresh()
        if current is not None and current.texture is not None:
            self.rows.show_values(current)
