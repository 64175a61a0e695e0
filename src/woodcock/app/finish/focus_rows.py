"""Depth of field: its switch, the aperture, where the focus is, and the iris."""

from __future__ import annotations

from PySide6.QtWidgets import QCheckBox, QComboBox

from woodcock.app.controls.column import Column
from woodcock.app.controls.fields import Number, narrow, note, offer, push
from woodcock.app.finish.timed_rows import TimedRows
from woodcock.app.metres import format_metres
from woodcock.app.state import State
from woodcock.model import BLADES, LENS
from woodcock.session import finishing
from woodcock.stage import focus_at, focus_zone
from woodcock.texts import tr

PICK = "focus"  # the tool in hand while a click in the picture focuses


class FocusRows(TimedRows):
    def __init__(self, state: State) -> None:
        super().__init__(state)
        self.on = QCheckBox(tr("Depth of field"))
        self.on.setToolTip(tr("Blur what is nearer or farther than the focus, as a lens does"))
        self.on.clicked.connect(
            lambda on: state.act(tr("Depth of field"), lambda p: finishing.set_defocus(p, on=on))
        )
        self.add(self.on)
        self.rows = Column(state)
        self.add(self.rows)
        form = self.rows.form()
        self.number(
            form,
            "f_number",
            tr("Aperture f/"),
            Number(
                0.5,
                64,
                0.1,
                1,
                "",
                tr("A small number blurs more: f/1.8 is wide open, f/16 has nearly all sharp"),
            ),
        )
        self.number(
            form,
            "focus",
            tr("Focus at"),
            Number(0.1, 10_000, 0.1, 2, "m", tr("What is so far from the lens is sharpest")),
        )
        self.pick = push(
            tr("Focus on a thing …"),
            tr("Then click a thing in the picture: it becomes sharp"),
            self._pick,
            "crosshair",
        )
        self.pick.setCheckable(True)
        form.wide(self.pick)
        self.follow = narrow(QComboBox())
        self.follow.setToolTip(
            tr("The focus stays on this layer as it and the lens move: on where it was clicked")
        )
        self.follow.activated.connect(self._follow)
        form.row(tr("Stays on"), self.follow)
        self.hunting = Number(
            0,
            100,
            1,
            0,
            "%",
            tr(
                "By how much of its way a pull of the focus goes too far before it settles, as a "
                "hand on the ring does"
            ),
        )
        self.hunting.edited.connect(
            lambda value: state.act(
                tr("Hunting"), lambda p: finishing.set_hunting(p, value / 100), "hunting"
            )
        )
        form.row(tr("Hunts by"), self.hunting)
        self.no_pull = note()
        form.wide(self.no_pull)
        form = self.rows.form()
        self.sharp = QCheckBox(tr("Show what is sharp"))
        self.sharp.setToolTip(
            tr("Stripes over all that is in focus, in the picture at the playhead")
        )
        self.sharp.clicked.connect(self._show_sharp)
        form.wide(self.sharp)
        self.blades = narrow(QComboBox())
        self.blades.setToolTip(tr("The iris's shape, which bright points out of focus take on"))
        for count in BLADES:
            self.blades.addItem(tr("%n blades", "", count) if count else tr("Round"), count)
        self.blades.activated.connect(
            lambda: state.act(
                tr("Iris"), lambda p: finishing.set_defocus(p, blades=self.blades.currentData())
            )
        )
        form.row(tr("Iris"), self.blades)
        self.bladed = Column(state)
        self.number(
            self.bladed.form(),
            "iris",
            tr("… turned by"),
            Number(-360, 360, 5, 0, "°", tr("How the iris is turned, clockwise")),
        )
        self.rows.add(self.bladed)
        form = self.rows.form()
        self.number(form, "highlights", tr("Highlights"), Number(0, 50, 0.5, 1, "×", tr("How much "
                    "brighter clipped light becomes where it is blurred: lamps and glints "
                    "bloom")))  # fmt: skip
        self.zone = note()
        self.rows.add(self.zone)

    def owner(self) -> str | None:
        return LENS

    def refresh(self) -> None:
        project, time = self.state.project, self.state.time
        defocus = project.lens.defocus
        self.on.setChecked(defocus.on)
        self.rows.setEnabled(defocus.on)
        self.show_numbers()
        self.numbers["focus"].show_value(focus_at(project, time))
        self.numbers["focus"].setEnabled(defocus.follow is None)
        self.pick.setChecked(self.state.tools.finish == PICK)
        followed = defocus.follow
        offer(self.follow, [(tr("Nothing"), ""), *((x.name, x.id) for x in project.near_to_far)])
        self.follow.setCurrentIndex(
            max(self.follow.findData(followed.layer if followed else ""), 0)
        )
        pulled = len(project.lens.focus.keys) > 1
        self.hunting.setEnabled(pulled and defocus.follow is None)
        why = tr("Off: the focus stays on a layer.") if defocus.follow is not None else ""
        why = why or ("" if pulled else tr("Off until the focus is pulled: peg it at two times."))
        self.no_pull.setText(why)
        self.no_pull.setVisible(bool(why))
        self.hunting.show_value(100 * finishing.hunting_of(project))
        self.sharp.setChecked(self.state.tools.sharp)
        self.blades.setCurrentIndex(max(self.blades.findData(defocus.blades), 0))
        self.bladed.setVisible(defocus.blades > 0)
        near, far = focus_zone(project, time)
        end = format_metres(far) if far < 10_000 else tr("infinity")
        self.zone.setText(
            tr("Sharp from {distance} to {end}.", distance=format_metres(near), end=end)
        )

    def _pick(self) -> None:
        tools = self.state.tools
        tools.finish = "" if tools.finish == PICK else PICK
        self.state.touch()

    def _show_sharp(self, on: bool) -> None:
        self.state.tools.sharp = on
        self.state.touch()

    def _follow(self) -> None:
        name, store = self.follow.currentData(), self.state.document.store
        self.state.act(
            tr("Focus stays"),
            lambda p: finishing.follow(p, finishing.middle_of(p, name, store) if name else None),
        )
