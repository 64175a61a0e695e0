"""The details of a delivery: what of it can be otherwise, in plain controls."""

from __future__ import annotations

from collections.abc import Callable

from msgspec.structs import replace
from PySide6.QtWidgets import QCheckBox, QComboBox, QLabel, QWidget

from woodcock.app.controls.column import Column
from woodcock.app.controls.fields import Number, narrow, offer
from woodcock.app.state import State
from woodcock.model import FORMATS, RATES, Delivery, Frame
from woodcock.session.eyes import window_of
from woodcock.texts import tr, tr_noop

_LINES = (2160, 1440, 1080, 720, 540, 360, 240)
_SHOWS = {
    "clip": tr_noop("The clip"),
    "depth": tr_noop("How far away things are"),
    "side by side": tr_noop("Two eyes, side by side"),
    "over under": tr_noop("Two eyes, one over the other"),
    "anaglyph": tr_noop("Two eyes, red and cyan"),
    "two files": tr_noop("Two eyes, a file each"),
    "left eye": tr_noop("The left eye alone"),
    "right eye": tr_noop("The right eye alone"),
    "rocking": tr_noop("From eye to eye and back"),
}
_EYES = tuple(_SHOWS)[2:]
_DITHER = {"ordered": tr_noop("Ordered"), "diffused": tr_noop("Diffused"), "none": tr_noop("None")}


class DetailRows(Column):
    """Controls of one delivery; `changed(delivery)` carries another that a person set."""

    def __init__(self, state: State, changed: Callable[[Delivery], None]) -> None:
        super().__init__(state)
        self._changed = changed
        self.delivery = Delivery()
        form = self.form()
        self._labels: dict[QWidget, QLabel] = {}
        add = self._adder(form)
        self.shows = add(tr("Shows"), self._list(tr("What is seen in it"), "shows"))
        offer(self.shows, [(tr(text), value) for value, text in _SHOWS.items()])
        self.format = add(tr("Format"), self._list(tr("How its files are written"), "format"))
        offer(self.format, [(tr(facts.title), name) for name, facts in FORMATS.items()])
        self.lines = add(tr("Size"), self._list(tr("How large it is"), "lines"))
        self.rate = add(
            tr("Frames a second"), self._list(tr("How many frames are shown a second"), "rate")
        )
        self.start = add(
            tr("From"), self._number(0, 600, 0.1, 2, "s", tr("Where it begins"), "start")
        )
        self.end = add(tr("To"), self._number(0, 600, 0.1, 2, "s", tr("Where it ends"), "end"))
        self.quality = add(
            tr("Quality"),
            self._number(0, 100, 5, 0, "%", tr("Higher is better and larger"), "quality"),
        )
        self.bits = add(tr("Colours"), self._list(tr("How finely colours are told"), "bits"))
        self.dither = add(
            tr("Dither"),
            self._list(
                tr("How colours between are shown: ordered stands still, diffused is finer"),
                "dither",
            ),
        )
        offer(self.dither, [(tr(text), value) for value, text in _DITHER.items()])
        self.loops = add(
            tr("Played"),
            self._number(0, 1000, 1, 0, tr("times"), tr("How often it is played"), "loops"),
        )
        self.loops.setSpecialValueText(tr("for ever"))
        self.base = add(
            tr("Eyes apart"),
            self._number(0, 1000, 5, 0, "mm", tr("How far the eyes are apart"), "base"),
        )
        self.window_at = add(
            tr("In the screen"),
            self._number(
                0.05,
                10_000,
                0.1,
                2,
                "m",
                tr("How far away what lies in the screen is: nearer things stand out of it"),
                "window",
            ),
        )
        self.clear = self._tick(
            tr("Without the background"), tr("Transparent where only it is"), "clear"
        )
        self.to_and_fro = self._tick(
            tr("To and fro"), tr("It comes back to its start"), "to_and_fro"
        )
        self.lossless = self._tick(
            tr("Every pixel as it is"), tr("Lossless, and larger"), "lossless"
        )
        self.sound = self._tick(tr("With sound"), tr("What is heard under the clip"), "sound")

    def _adder(self, form):
        def add(name, control):
            form.row(name, control)
            self._labels[control] = form.itemAtPosition(form.rowCount() - 1, 0).widget()
            return control

        return add

    def _list(self, tip: str, field: str) -> QComboBox:
        box = narrow(QComboBox())
        box.setToolTip(tip)
        box.activated.connect(lambda _: self._set(field, box.currentData()))
        return box

    def _number(
        self, low: float, high: float, step: float, decimals: int, unit: str, tip: str, field: str
    ) -> Number:
        number = Number(low, high, step, decimals, unit, tip)
        number.edited.connect(lambda value: self._set(field, value))
        return number

    def _tick(self, text: str, tip: str, field: str) -> QCheckBox:
        box = QCheckBox(text)
        box.setToolTip(tip)
        box.clicked.connect(lambda on: self._set(field, bool(on)))
        self.add(box)
        return box

    def show_delivery(self, delivery: Delivery, frame: Frame, heard: bool) -> None:
        """Show one, and only what can be set of it."""
        self.delivery, facts = delivery, delivery.facts
        eyes, video = delivery.shows in _EYES, bool(facts.suffixes)
        own = min(frame.width, frame.height)
        sizes = [(tr("As the clip"), 0)] + [(tr("%n lines", "", n), n) for n in _LINES if n != own]
        offer(self.lines, sizes)
        rates = [(tr("As the clip"), 0)] + [(f"{r:g}", r) for r in RATES if r != frame.rate]
        offer(self.rate, rates)
        offer(self.bits, [(tr("%n bits", "", n), n) for n in facts.bits])
        for box, value in (
            (self.shows, delivery.shows), (self.format, delivery.format),
            (self.lines, delivery.lines), (self.rate, delivery.rate), (self.bits, delivery.bits),
            (self.dither, delivery.dither),
        ):  # fmt: skip
            box.setCurrentIndex(max(box.findData(value), 0))
        self.start.show_value(delivery.start)
        self.end.show_value(frame.seconds if delivery.end is None else delivery.end)
        self.quality.show_value(delivery.quality)
        self.loops.show_value(delivery.loops)
        self.base.show_value(delivery.base * 1000)
        self.window_at.show_value(window_of(self.state.project, delivery))
        for tick, on in (
            (self.clear, delivery.clear), (self.to_and_fro, delivery.to_and_fro),
            (self.lossless, delivery.lossless), (self.sound, delivery.sound),
        ):  # fmt: skip
            tick.setChecked(on)
        still = delivery.to_and_fro or delivery.shows == "rocking"
        for control, on in {
            self.quality: facts.quality and not delivery.lossless,
            self.bits: len(facts.bits) > 1, self.dither: delivery.format == "gif",
            self.loops: facts.loops, self.base: eyes, self.window_at: eyes,
            self.clear: facts.clear and not eyes and delivery.shows == "clip",
            self.to_and_fro: video and delivery.shows != "rocking",
            self.lossless: delivery.format == "webp",
            self.sound: facts.sound and heard and not still,
        }.items():  # fmt: skip
            control.setVisible(on)
            if control in self._labels:
                self._labels[control].setVisible(on)

    def _set(self, field: str, value: object) -> None:
        """Another delivery, with what no longer goes with it put right."""
        values: dict[str, object] = {field: value}
        one, seconds = self.delivery, self.state.project.frame.seconds
        if field == "format":
            facts = FORMATS[value]  # type: ignore[index]
            bits = one.bits if one.bits in facts.bits else facts.bits[0]
            values |= {"bits": bits, "clear": one.clear and facts.clear}
        elif field in ("quality", "loops"):
            values[field] = round(float(value))  # type: ignore[arg-type]
        elif field == "base":
            values[field] = float(value) / 1000  # type: ignore[arg-type]
        elif field == "shows":
            values["clear"] = one.clear and value == "clip"
        elif field == "start":
            end = seconds if one.end is None else one.end
            values[field] = min(float(value), max(end - 0.04, 0.0))  # type: ignore[arg-type]
        elif field == "end":
            end = max(float(value), one.start + 0.04)  # type: ignore[arg-type]
            values[field] = None if end >= seconds - 1e-6 else end
        self._changed(replace(one, **values))
