"""The second move: the finished clip moved as one picture; speeds, warnings, gaps."""

from __future__ import annotations

from functools import partial

from woodcock.app.controls.choices import choices, show_choice
from woodcock.app.controls.column import Column
from woodcock.app.controls.fields import Number, note, section
from woodcock.app.move.pose_rows import number_for
from woodcock.app.state import State
from woodcock.app.timeline.track_names import OVERALL_SHOWN
from woodcock.model import OVERALL, OVERALL_PROPERTIES
from woodcock.session import motion, poses
from woodcock.session.wording import gap_sentences, motion_sentences
from woodcock.stage import value_at
from woodcock.texts import tr, tr_noop


class OverallRows(Column):
    def __init__(self, state: State) -> None:
        super().__init__(state)
        self.add(note(tr("Frames and moves everything at once, titles too.")))
        row, self.choice = choices(
            {
                "start": (tr_noop("Start"), tr_noop("How the whole clip is framed at the start")),
                "here": (tr_noop("Here"), tr_noop("How it is framed at the playhead")),
                "end": (tr_noop("End"), tr_noop("How it is framed at the end")),
            },
            state.tools.pose,
            self._pose,
        )
        self.add(row)
        form = self.form()
        self.numbers: dict[str, Number] = {}
        for name in OVERALL_PROPERTIES:
            number = number_for(OVERALL_SHOWN[name])
            if name != "scale":
                number.setRange(-1000, 1000)
            number.edited.connect(partial(self._set, name))
            form.row(OVERALL_SHOWN[name].name, number)
            self.numbers[name] = number
        self.sway = Number(0, 20, 0.1, 2, "%", tr("How far everything sways, of the frame's width"))
        self.sway.edited.connect(lambda value: self._sway("metres", value / 100))
        form.row(tr("Sways by"), self.sway)
        self.turn = Number(0, 20, 0.05, 2, "°", tr("How far everything is turned as it sways"))
        self.turn.edited.connect(lambda value: self._sway("degrees", value))
        form.row(tr("… turns by"), self.turn)
        self.rate = Number(0.05, 10, 0.1, 2, "/s", tr("How often it sways"))
        self.rate.edited.connect(lambda value: self._sway("rate", value))
        form.row(tr("… how often"), self.rate)
        self.add(section(tr("Speeds")))
        self.speeds = note()
        self.add(self.speeds)
        self.add(section(tr("Edges and gaps")))
        self.gaps = note()
        self.add(self.gaps)

    def refresh(self) -> None:
        project = self.state.project
        show_choice(self.choice, self.state.tools.pose)
        time = self.state.pose_time()
        for name, number in self.numbers.items():
            value = value_at(getattr(project.overall, name), time)
            number.show_value(value * OVERALL_SHOWN[name].factor)
        sway = project.overall.sway
        self.sway.show_value(sway.metres * 100 if sway else 0)
        self.turn.show_value(sway.degrees if sway else 0)
        self.rate.show_value(sway.rate if sway else motion.USUAL_RATE)
        self.speeds.setText(self._speeds())
        report = self.state.gap_report
        text = tr("Looking at every frame …")
        if report is not None:
            wrong = gap_sentences(project, report)
            text = (
                "\n\n".join(wrong)
                if wrong
                else tr("No gaps in any of %n frames.", "", report.frames)
            )
        self.gaps.setText(text)

    def _speeds(self) -> str:
        report = self.state.speed_report
        if report is None:
            return tr("Measuring …")
        wrong = motion_sentences(self.state.project, report)
        lines = []
        for layer in self.state.project.near_to_far:
            found = report.layers.get(layer.id)
            if found is not None:
                lines.append(
                    tr("{name}: up to {max:.1f} px a frame", name=layer.name, max=found.speed.max())
                )
        quiet = tr("Nothing strobes: all stay below {limit:.1f} px a frame.", limit=report.limit)
        return "\n\n".join([*(wrong or [quiet]), "\n".join(lines)])

    def _pose(self, pose: str) -> None:
        self.state.tools.pose = pose
        self.state.seek(self.state.pose_time())
        self.state.touch()

    def _set(self, name: str, shown: float) -> None:
        time, value = self.state.pose_time(), shown / OVERALL_SHOWN[name].factor
        if name == "scale":
            value = min(max(value, 0.05), 20.0)
        self.state.act(
            tr("{name} of the whole clip", name=OVERALL_SHOWN[name].name),
            lambda p: poses.set_pose(p, OVERALL, time, {name: value}),
            f"overall {name} {time}",
        )

    def _sway(self, name: str, value: float) -> None:
        self.state.act(
            tr("Sway of the whole clip"),
            lambda p: motion.set_sway(p, OVERALL, **{name: value}),
            f"overall sway {name}",
        )
