"""What widgets that show the scene have in common for hands on the keyboard."""

from __future__ import annotations

from PySide6.QtCore import Qt
from PySide6.QtGui import QKeyEvent

from woodcock.app.metres import format_metres
from woodcock.app.state import State
from woodcock.texts import tr

_STEPS = {
    Qt.Key.Key_Up: -1, Qt.Key.Key_Down: 1, Qt.Key.Key_PageUp: -1, Qt.Key.Key_PageDown: 1,
}  # fmt: skip


def choose_by_key(state: State, event: QKeyEvent) -> bool:
    """Up or Down selects the next nearer or farther layer; False for another key."""
    step, layers = _STEPS.get(Qt.Key(event.key())), state.project.near_to_far
    if step is None or event.modifiers() or state.project.photo is None:
        return False
    ids = [layer.id for layer in layers]
    at = ids.index(state.selected) + step if state.selected in ids else 0
    state.select(ids[min(max(at, 0), len(ids) - 1)])
    return True


def standing(state: State) -> str:
    """The selected layer and where it stands, in words."""
    layers, layer = state.project.near_to_far, state.layer
    if layer is None:
        return tr("%n layers, none selected", "", len(layers))
    where = tr("on the glass") if layer.glass else format_metres(layer.distance)
    return tr(
        "{name}, {where}, {index} of {layers} from the lens",
        name=layer.name,
        where=where,
        index=layers.index(layer) + 1,
        layers=len(layers),
    )
