"""What a right click offers on a layer, a carrier, the lens, or keys in time."""

from __future__ import annotations

from collections.abc import Callable
from functools import partial

from PySide6.QtCore import QPoint, Qt
from PySide6.QtWidgets import QMenu, QWidget

from woodcock.app.state import State
from woodcock.model import EASINGS, LENS, Carrier, Layer, Project, thing_by_id
from woodcock.session import acts, arranging, carrying
from woodcock.session import pegs as keys
from woodcock.session.pegs import Peg
from woodcock.texts import tr, tr_noop

_GO = (
    ("Separate", tr_noop("Cut it")),
    ("Rebuild", tr_noop("See what is behind it")),
    ("Stage", tr_noop("Set it in depth")),
    ("Move", tr_noop("Move it")),
)
Rename = Callable[[Layer | Carrier], object]


def show_thing_menu(
    widget: QWidget, at: QPoint, state: State, thing_id: str, rename: Rename | None = None
) -> QMenu | None:
    """The menu of a layer, a carrier or the lens, which is selected with it; None for others."""
    thing = thing_by_id(state.project, thing_id)
    if thing is None and thing_id != LENS:
        return None
    menu = _menu(widget)
    if thing is None:
        _lens(menu, state)
    else:
        state.select(thing_id)
        if rename is not None:
            menu.addAction(tr("Rename"), lambda: rename(thing))
        if isinstance(thing, Layer):
            _layer(menu, state, thing)
        else:
            time = state.time
            menu.addAction(
                tr("Take the carrier away"),
                lambda: state.act(
                    tr("Delete {name}", name=thing.name),
                    lambda p: carrying.delete_carrier(p, thing.id, time),
                ),
            )
    menu.popup(widget.mapToGlobal(at))
    return menu


def _menu(widget: QWidget) -> QMenu:
    menu = QMenu(widget)
    menu.setAttribute(Qt.WidgetAttribute.WA_DeleteOnClose)
    return menu


def _layer(menu: QMenu, state: State, layer: Layer) -> None:
    def act(name: str, change: Callable[[Project], Project]) -> Callable[[], object]:
        return lambda: state.act(f"{name} {layer.name}", change)

    word = tr("Hide") if layer.visible else tr("Show", "a hidden layer")
    menu.addAction(word, act(word, lambda p: acts.show_layer(p, layer.id, not layer.visible)))
    menu.addAction(tr("Show it alone, or all again"),
                   act(tr("Show alone"), lambda p: acts.show_alone(p, layer.id)))  # fmt: skip
    word = tr("Unlock") if layer.locked else tr("Lock")
    menu.addAction(word, act(word, lambda p: arranging.lock(p, layer.id, not layer.locked)))
    if not layer.glass:
        hold = menu.addAction(tr("Hold framing"))
        hold.setCheckable(True)
        hold.setChecked(layer.sized_at is None)
        hold.triggered.connect(
            lambda on: state.act(tr("Hold framing"), lambda p: acts.hold_framing(p, layer.id, on))
        )
    menu.addSeparator()
    cut = layer.own is None
    for step, text in _GO:
        if step != state.step and (cut or step in ("Stage", "Move")):
            menu.addAction(f"{tr(text)} ({tr(step)})", lambda step=step: state.go(step))
    if not layer.is_background:
        menu.addSeparator()
        menu.addAction(tr("Copy it"), lambda: _copy(state, layer))
        menu.addAction(tr("Delete"), act(tr("Delete"), lambda p: acts.delete_layer(p, layer.id)))


def _copy(state: State, layer: Layer) -> None:
    made: list[str] = []

    def change(project: Project) -> Project:
        project, name = acts.duplicate_layer(project, layer.id)
        made.append(name)
        return project

    if state.act(tr("Copy {name}", name=layer.name), change):
        state.select(made[0])


def _lens(menu: QMenu, state: State) -> None:
    def turn() -> None:
        state.tools.stage_page = "lens"
        state.go("Stage")
        state.touch()

    def move() -> None:
        state.choose_lane(LENS)
        state.go("Move")

    menu.addAction(tr("Focal length and focus (Stage)"), turn)
    menu.addAction(tr("Its move (Move)"), move)
    menu.addAction(tr("Still: take all its keys away"), lambda: state.act(tr("Still"), acts.still))


def show_peg_menu(
    widget: QWidget, at: QPoint, state: State, copy: Callable[[], object],
    paste: Callable[[], object] | None,
) -> QMenu:  # fmt: skip
    """The menu of the chosen keys; `paste` is None where there is nothing to put in."""
    menu, chosen = _menu(widget), state.pegs
    if chosen:
        times = sorted({peg.time for peg in chosen})
        menu.addAction(tr("To {time:.2f} s", time=times[0]), lambda: state.seek(times[0]))
        easing = menu.addMenu(tr("Easing to the next"))
        for name, curve in EASINGS.items():
            easing.addAction(tr(name), lambda curve=curve: state.act(
                tr("Easing"), lambda p: keys.eased(p, chosen, curve)
            ))  # fmt: skip
        menu.addSeparator()
        menu.addAction(tr("Copy"), copy)
    if paste is not None:
        menu.addAction(tr("Put in at the playhead"), paste)
    if chosen:
        menu.addAction(
            tr("Delete"), lambda: state.act(tr("Delete keys"), partial(_without, chosen))
        )
    else:
        whole = frozenset(keys.all_pegs(state.project))
        menu.addAction(tr("Choose all keys"), lambda: state.pick(whole))
    menu.popup(widget.mapToGlobal(at))
    return menu


def _without(pegs: frozenset[Peg], project: Project) -> Project:
    return keys.deleted(project, pegs)
