"""All sounds together: how loud they are, and how loud they are to be."""

from __future__ import annotations

import math
from functools import partial
from typing import TYPE_CHECKING

from PySide6.QtCore import QTimer
from PySide6.QtWidgets import QCheckBox

from woodcock.app.controls.column import Column
from woodcock.app.controls.fields import Number, note, push
from woodcock.app.state import State
from woodcock.app.work import Work
from woodcock.model import Project
from woodcock.session import sounds
from woodcock.texts import number, tr, tr_noop

if TYPE_CHECKING:
    from woodcock.sound.loudness import Loudness

_SETTLE = 300  # ms without a change before it is measured
_NAMES = {
    "online": (
        "−14 LUFS",
        tr_noop("As loud as most services on the net want it (common practice)"),
    ),
    "broadcast": ("−23 LUFS", tr_noop("As loud as broadcasters want it (EBU R 128)")),
}


class MixRows(Column):
    def __init__(self, state: State, work: Work) -> None:
        super().__init__(state)
        self._work = work
        self._measured: tuple[object, Loudness] | None = None
        self._asked: object = None
        self.about = note()
        self.add(self.about)
        self.targets = {
            name: push(tr(text), tr("{tip}: louder or softer by as much as it takes", tip=tr(tip)),
                       partial(self._aim, sounds.TARGETS[name]))
            for name, (text, tip) in _NAMES.items()
        }  # fmt: skip
        self.side_by_side(*self.targets.values())
        form = self.form()
        self.gain = Number(-60, 40, 0.5, 1, "dB", tr("How much louder all of it is"))
        self.gain.edited.connect(
            lambda x: state.act(tr("Loudness"), lambda p: sounds.set_mix(p, gain=x), "mix gain")
        )
        form.row(tr("All louder by"), self.gain)
        self.limited = QCheckBox(tr("Peaks held below −1 dBTP"))
        self.limited.setToolTip(tr("A limiter takes the gain back for a moment before loud peaks"))
        self.limited.clicked.connect(
            lambda on: state.act(tr("Limiter"), lambda p: sounds.set_mix(p, limited=on))
        )
        form.wide(self.limited)
        self._timer = QTimer(self, singleShot=True, interval=_SETTLE)
        self._timer.timeout.connect(self._measure)

    def refresh(self) -> None:
        project = self.state.project
        self.gain.show_value(project.mix.gain)
        self.limited.setChecked(project.mix.limited)
        known = self._measured is not None and self._measured[0] == _key(project)
        for button in self.targets.values():
            button.setEnabled(known and self._heard)
        if not project.sounds:
            self.about.setText(tr("Nothing to measure yet."))
        elif known:
            self.about.setText(self._text())
        else:
            self.about.setText(tr("Measuring …"))
            if self._asked != _key(project):
                self._timer.start()

    @property
    def loudness(self) -> Loudness | None:
        """What was measured last."""
        return self._measured[1] if self._measured else None

    @property
    def _heard(self) -> bool:
        return self.loudness is not None and self.loudness.integrated > -70

    def _text(self) -> str:
        found = self.loudness
        if found is None or not self._heard:
            return tr("Nothing is heard.")
        peak = number(found.peak, ".1f").replace("-", "−") if math.isfinite(found.peak) else "−∞"
        loud, short = (
            number(x, ".1f").replace("-", "−") for x in (found.integrated, found.short_term)
        )
        return tr(
            "{loud} LUFS, at the loudest three seconds {short}; highest peak {peak} dBTP.",
            loud=loud,
            short=short,
            peak=peak,
        )

    def _measure(self) -> None:
        project, studio = self.state.project, self.state.studio
        key = self._asked = _key(project)

        def measured(found: Loudness) -> None:
            self._measured, self._asked = (key, found), None
            self.state.touch()

        def failed() -> None:
            self._asked = None

        if project.sounds:
            self._work.hand(lambda: studio.soundtrack.loudness(project), measured, failed, "ears")

    def _aim(self, target: float) -> None:
        found = self.loudness
        if found is not None:
            self.state.act(
                tr("Loudness"), lambda p: sounds.to_loudness(p, found.integrated, target)
            )


def _key(project: Project) -> object:
    return project.sounds, project.mix, project.frame
