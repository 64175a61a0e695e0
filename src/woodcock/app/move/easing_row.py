"""Choosing an easing: a known one, or one's own curve."""

from __future__ import annotations

from collections.abc import Callable

from PySide6.QtWidgets import QComboBox, QLineEdit

from woodcock.app.controls.fields import Form, narrow
from woodcock.app.state import State
from woodcock.model import EASINGS, Easing
from woodcock.texts import tr


class EasingRow:
    """Two rows of a form; `picked` is called with the easing."""

    def __init__(self, form: Form, state: State, picked: Callable[[Easing], None]) -> None:
        self._state, self._picked = state, picked
        self.box = narrow(QComboBox())
        self.box.setToolTip(tr("How the motion gathers and loses speed"))
        for name in EASINGS:
            self.box.addItem(tr(name), name)
        self.box.addItem(tr("Own curve"), "")
        self.box.activated.connect(self._chosen)
        form.row(tr("Easing"), self.box)
        self.curve = QLineEdit()
        self.curve.setAccessibleName(tr("Easing curve"))
        self.curve.setToolTip(tr("Own cubic-bezier: x1, y1, x2, y2 as in CSS"))
        self.curve.editingFinished.connect(self._own)
        form.row(tr("Own curve"), self.curve)

    def show(self, easing: Easing) -> None:
        names = list(EASINGS)
        known = [name for name in names if EASINGS[name] == easing]
        self.box.setCurrentIndex(names.index(known[0]) if known else len(names))
        if not self.curve.hasFocus():
            self.curve.setText(f"{easing.x1:g}, {easing.y1:g}, {easing.x2:g}, {easing.y2:g}")
            self.curve.setModified(False)

    def _chosen(self) -> None:
        name = self.box.currentData()
        if name in EASINGS:
            self._picked(EASINGS[name])
        else:
            self.curve.setFocus()
            self.curve.selectAll()

    def _own(self) -> None:
        if not self.curve.isModified():
            return
        self.curve.setModified(False)
        try:
            parts = self.curve.text().replace(";", ",").split(",")
            x1, y1, x2, y2 = (float(part) for part in parts)
            easing = Easing(x1, y1, x2, y2)
        except (ValueError, TypeError):
            self._state.failed.emit(
                tr(
                    "A curve is four numbers, x1, y1, x2, y2, and x1 and x2 lie between 0 and 1. "
                    "The easing is unchanged."
                )
            )
            self.curve.setText("")
            return
        self._picked(easing)
