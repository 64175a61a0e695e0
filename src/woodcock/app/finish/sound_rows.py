"""The chosen sound: when it is heard, how loud, on which side, how it comes and goes."""

from __future__ import annotations

from collections.abc import Callable

from PySide6.QtWidgets import QCheckBox, QComboBox

from woodcock.app.controls.column import Column
from woodcock.app.controls.fields import Form, Number, narrow, offer, push
from woodcock.app.finish.effect_rows import EffectRows
from woodcock.app.state import State
from woodcock.app.timeline.effect_names import SOUND_SHOWN
from woodcock.app.work import Work
from woodcock.model import FADES, Made, Project, Sound
from woodcock.session import sounds
from woodcock.texts import tr, tr_noop

_CURVES = {
    "linear": tr_noop("Straight"),
    "power": tr_noop("Equal power"),
    "smooth": tr_noop("Smooth"),
}


class SoundRows(EffectRows[Sound]):
    def __init__(self, state: State, work: Work) -> None:
        super().__init__(state, "sound", Sound)
        self._work = work
        form = self.form()
        for name in ("gain", "pan"):
            self.track(form, name, SOUND_SHOWN[name])
        self.start = self._number(
            form,
            tr("Starts at"),
            (-600, 600),
            0.1,
            2,
            "s",
            tr("When it begins, in the clip"),
            self._start,
        )
        self.flash = narrow(QComboBox())
        self.flash.activated.connect(self._tie)
        form.row(tr("Heard of"), self.flash)
        self.away = self._number(
            form, tr("… away"), (0, 100_000), 10, 0, "m",
            tr("How far away it flashes: every 343 m it is heard a second later"), self._put_away,
        )  # fmt: skip
        self.length = self._number(
            form, tr("Lasts"), (0.02, 3600), 0.1, 2, "s", tr("How long it is heard"), self._length
        )
        self.fade_in = self._number(
            form, tr("Fades in"), (0, 600), 0.1, 2, "s", tr("Over how long it comes"), self._fade
        )
        self.fade_out = self._number(
            form, tr("Fades out"), (0, 600), 0.1, 2, "s", tr("Over how long it goes"), self._fade
        )
        self.curve = narrow(QComboBox())
        self.curve.setToolTip(tr("How it fades; equal power suits two sounds that cross"))
        for value in FADES:
            self.curve.addItem(tr(_CURVES[value]), value)
        self.curve.activated.connect(lambda: self.change("curve", self.curve.currentData()))
        form.row(tr("… how"), self.curve)
        self.loop = QCheckBox(tr("Goes on in a loop"))
        self.loop.setToolTip(tr("At its end it begins again, the two ends crossing"))
        self.loop.clicked.connect(self._loop)
        form.wide(self.loop)
        self.lap = self._number(
            form,
            tr("… crossing"),
            (0, 60),
            0.1,
            2,
            "s",
            tr("Over how long the ends cross"),
            lambda value: self.change("crossfade", value),
        )
        self.made = Column(state)
        form = self.made.form()
        self.strong = self._number(
            form, tr("Intensity"), (0, 100), 5, 0, "%", tr("How strong it is: more and louder"),
            lambda x: self._remake(intensity=x / 100),
        )  # fmt: skip
        self.long = self._number(
            form, tr("Made for"), (0.2, 600), 1, 1, "s", tr("How long a piece is made"),
            lambda x: self._remake(seconds=x),
        )  # fmt: skip
        self.seed = self._number(
            form, tr("Seed"), (0, 9999), 1, 0, "", tr("Another number is another one of its kind"),
            lambda x: self._remake(seed=int(x)),
        )  # fmt: skip
        self.add(self.made)
        self.cut = push(
            tr("Split here"), tr("Cut it in two at the playhead"), self._split, "scissors"
        )
        self.beats = push(
            tr("Find beats"),
            tr("Markers on the ruler where something begins in it: keys keep to them"),
            self._beats,
            "map-pin",
        )
        self.side_by_side(self.cut, self.beats)
        self.whole = push(
            tr("Clip as long as this"),
            tr("The clip ends with this sound; keys move along"),
            self._as_long,
            "chevrons-right",
        )
        self.add(self.whole)

    def put_first(self, row: Column) -> None:
        """Have a row of another group stand above all of this."""
        self.column.insertWidget(0, row)

    def _number(
        self, form: Form, text: str, ends: tuple[float, float], step: float, digits: int,
        unit: str, tip: str, edited: Callable[[float], object],
    ) -> Number:  # fmt: skip
        number = Number(*ends, step, digits, unit, tip)
        number.edited.connect(edited)
        form.row(text, number)
        return number

    def refresh(self) -> None:
        sound = self.effect
        self.setVisible(sound is not None)
        if sound is None:
            return
        self.show_numbers()
        for number, value in (
            (self.start, sound.start), (self.length, sound.length), (self.fade_in, sound.fade_in),
            (self.fade_out, sound.fade_out), (self.lap, sound.crossfade),
        ):  # fmt: skip
            number.show_value(value)
        flashes = [(x.name, x.id) for x in self.state.project.flashes]
        tied = any(value == sound.flash for _, value in flashes)
        offer(self.flash, [(tr("No flash"), ""), *flashes])
        self.flash.setCurrentIndex(max(self.flash.findData(sound.flash if tied else ""), 0))
        self.flash.setEnabled(bool(flashes))
        self.flash.setToolTip(
            tr("It is heard of this flash: it moves with it, later by 343 metres a second")
            if flashes
            else tr("There is no flash it could be heard of: add lightning on the page Light.")
        )
        self.away.setEnabled(tied)
        self.away.show_value(sound.metres)
        self.curve.setCurrentIndex(FADES.index(sound.curve))
        self.loop.setChecked(sound.loop)
        self.lap.setEnabled(sound.loop)
        self.cut.setEnabled(not sound.loop)
        self.made.setVisible(isinstance(sound.source, Made))
        if isinstance(sound.source, Made):
            self.strong.show_value(100 * sound.source.intensity)
            self.long.show_value(sound.source.seconds)
            self.seed.show_value(sound.source.seed)

    def _do(self, word: str, act: Callable[[Project, Sound], Project], merge: str = "") -> None:
        sound = self.effect
        if sound is not None:
            key = f"sound {sound.id} {merge}" if merge else None
            self.state.act(f"{word} {sound.name}", lambda p: act(p, sound), key)

    def _start(self, value: float) -> None:
        self._do(tr("Move", "an act"), lambda p, s: sounds.place(p, s.id, value), "start")

    def _tie(self) -> None:
        flash = self.flash.currentData() or None
        self._do(tr("When to hear"), lambda p, s: sounds.tie(p, s.id, flash))

    def _put_away(self, metres: float) -> None:
        self._do(tr("When to hear"), lambda p, s: sounds.tie(p, s.id, s.flash, metres), "away")

    def _length(self, value: float) -> None:
        self._do(tr("Trim"), lambda p, s: sounds.trim(p, s.id, s.start, s.start + value), "length")

    def _fade(self, _: float) -> None:
        into, out_of = self.fade_in.value(), self.fade_out.value()
        self._do(tr("Fade"), lambda p, s: sounds.fade(p, s.id, into, out_of), "fade")

    def _loop(self, on: bool) -> None:
        self._do(tr("Loop") if on else tr("No loop of"), lambda p, s: sounds.loop(p, s.id, on))

    def _remake(self, **change: object) -> None:
        self._do(tr("Make"), lambda p, s: sounds.remake(p, s.id, **change), str(list(change)))

    def _as_long(self) -> None:
        self._do(tr("Clip as long as"), lambda p, s: sounds.as_long_as(p, s.id))

    def _split(self) -> None:
        made: list[str] = []

        def act(project: Project, sound: Sound) -> Project:
            project, second = sounds.split(project, sound.id, self.state.time)
            made.append(second)
            return project

        self._do(tr("Split"), act)
        if made:
            self.state.tools.sound = made[0]
            self.state.touch()

    def _beats(self) -> None:
        sound = self.effect
        if sound is None:
            return
        studio = self.state.studio

        def found(times: tuple[float, ...]) -> None:
            if not times:
                self.state.told.emit(
                    tr("Nothing begins clearly in {name}: no markers were set.", name=sound.name)
                )
                return
            if self.state.act(
                tr("Beats of {name}", name=sound.name), lambda p: sounds.mark(p, times)
            ):
                self.state.told.emit(
                    tr(
                        "%n beats found in {name}: keys that are dragged keep to them.",
                        "",
                        len(times),
                        name=sound.name,
                    )
                )

        self._work.run(tr("Listening"), lambda progress: studio.soundtrack.beats(sound), found)
