"""The path: seven steps, any of them at any time, each with its own state."""

from __future__ import annotations

from PySide6.QtCore import QPointF, QRectF, QSize, Qt
from PySide6.QtGui import QColor, QKeyEvent, QKeySequence, QPainter, QPaintEvent, QPen
from PySide6.QtWidgets import QAbstractButton, QButtonGroup, QHBoxLayout, QSizePolicy, QWidget

from woodcock.app import theme
from woodcock.app.state import STEPS, State
from woodcock.model import Air, Project, Sound, effects_of, owners_of, tracks_of
from woodcock.texts import tr, tr_noop

_ABOUT = {
    "Photo": tr_noop("Open a still, choose the frame, place the photo in it"),
    "Separate": tr_noop("Cut the photo into layers"),
    "Rebuild": tr_noop("See and set how the picture behind the layers is filled"),
    "Stage": tr_noop("Set the layers' distances and the lens"),
    "Move": tr_noop("Start pose, end pose, ready moves, layer keys"),
    "Finish": tr_noop("Lens, air, light, film and sound"),
    "Export": tr_noop("Write the video"),
}


def step_state(state: State, step: str) -> tuple[str, bool]:
    """A step's state in a few words, and whether it wants attention."""
    project = state.project
    if project.photo is None:
        return (tr("no photo yet") if step == "Photo" else "", False)
    frame, report, speeds = project.frame, state.gap_report, state.speed_report
    if step == "Photo":
        return f"{frame.width}×{frame.height}", False
    if step == "Separate":
        count = len(project.layers)
        return tr("%n layers", "", count) if count > 1 else tr("nothing cut yet"), count < 2
    if step == "Rebuild":
        waits = tr("to be rebuilt") if state.step in ("Photo", "Separate") else tr("rebuilding …")
        return (tr("rebuilt") if state.studio.ready(project) else waits, False)
    if step == "Stage":
        near, far = project.in_scene[0].distance, project.background.distance
        return (tr("{near:.3g} to {far:.3g} m", near=near, far=far), False)
    if step == "Move":
        strobing = [x.name for x in project.near_to_far if speeds and speeds.strobing(x.id)]
        if strobing:
            return tr("strobing: {strobing}", strobing=strobing[0]), True
        moving = moves(project)
        return (tr("moving") if moving else tr("no move yet"), not moving)
    if step == "Finish":
        return ", ".join(finishes(project)) or tr("as it is"), False
    if report is None:
        return tr("to be checked") if state.step in ("Photo", "Separate") else tr(
            "checking …"
        ), False
    if report.gaps:
        return tr("%n gaps", "", len(report.gaps)), True
    return tr("{seconds:g} s · {rate:g} fps", seconds=frame.seconds, rate=frame.rate), False


def finishes(project: Project) -> list[str]:
    """What is done to the frames, in a word each."""
    lens = project.lens
    done = {
        tr("focus"): lens.defocus.on,
        tr("blur"): any(layer.blur for layer in project.layers),
        tr("shutter"): lens.shutter.on,
        tr("air"): project.haze.on or any(air.visible for air in project.airs),
        tr("light"): project.bloom.on
        or any(x.visible for x in effects_of(project) if not isinstance(x, Air | Sound))
        or any(layer.shadow or layer.shimmer for layer in project.layers),
        tr("film"): project.film.on
        or project.grade.on
        or any(layer.texture or layer.grade for layer in project.layers),
        tr("sound"): any(sound.visible for sound in project.sounds),
    }
    return [name for name, on in done.items() if on]


def moves(project: Project) -> bool:
    """Whether anything of a project moves."""
    procedural: list[object] = [project.lens.sway, project.overall.sway]
    procedural += [x for layer in project.layers for x in (layer.sway, layer.beat, layer.drift)]
    heard = {sound.id for sound in project.sounds}
    seen = [owner for owner in owners_of(project) if owner not in heard]
    tracks = (tracks_of(project, owner).values() for owner in seen)
    return any(procedural) or any(track.animated for own in tracks for track in own)


_HIGH = 52  # pixels


class _Step(QAbstractButton):
    """One station on the path: its number, its name, and its state below."""

    def __init__(self, state: State, step: str) -> None:
        super().__init__()
        self.state, self.step = state, step
        self.setText(tr(step))
        self.setCheckable(True)
        number = STEPS.index(step) + 1
        keys = QKeySequence(f"Ctrl+{number}").toString(QKeySequence.SequenceFormat.NativeText)
        self.setToolTip(f"{tr(_ABOUT[step])} ({keys})")
        self.setAccessibleName(tr("Step {number}: {step}", number=number, step=tr(step)))
        self.setFocusPolicy(Qt.FocusPolicy.TabFocus)
        self.setCursor(Qt.CursorShape.PointingHandCursor)
        self.setSizePolicy(QSizePolicy.Policy.Preferred, QSizePolicy.Policy.Fixed)

    def sizeHint(self) -> QSize:
        return QSize(theme.px(150), theme.px(_HIGH))

    def minimumSizeHint(self) -> QSize:
        return QSize(theme.px(100), theme.px(_HIGH))

    def paintEvent(self, event: QPaintEvent) -> None:
        look, px = theme.current(), theme.px
        painter = QPainter(self)
        painter.setRenderHint(QPainter.RenderHint.Antialiasing)
        chosen, middle = self.isChecked(), Qt.AlignmentFlag.AlignVCenter
        if chosen or self.underMouse():
            painter.fillRect(self.rect(), QColor(look.panel))
        text, wanting = step_state(self.state, self.step)
        number, dot = str(STEPS.index(self.step) + 1), px(11) if wanting else 0
        painter.setFont(theme.font(11))
        needs = dot + painter.fontMetrics().horizontalAdvance(text) + px(4)
        roomy = px(46) + needs <= self.width()  # else the number goes beside the name
        left = px(46 if roomy else 12)
        if wanting:
            painter.setPen(Qt.PenStyle.NoPen)
            painter.setBrush(QColor(look.warning))
            painter.drawEllipse(QPointF(left + px(4), px(35)), px(3), px(3))
        painter.setPen(QColor(look.warning if wanting else look.dim))
        painter.drawText(QRectF(left + dot, px(26), needs - dot, px(18)), middle, text)
        if roomy:
            self._paint_number(painter, number)
        painter.setFont(theme.font(14, bold=True))
        painter.setPen(QColor(look.text if chosen else look.dim))
        name = QRectF(left, px(7), self.width() - left, px(20))
        painter.drawText(name, middle, self.text() if roomy else f"{number}  {self.text()}")
        if self.hasFocus():
            painter.setPen(QPen(QColor(look.accent), 1, Qt.PenStyle.DotLine))
            painter.setBrush(Qt.BrushStyle.NoBrush)
            painter.drawRect(self.rect().adjusted(2, 2, -3, -3))

    def _paint_number(self, painter: QPainter, number: str) -> None:
        look, px, chosen = theme.current(), theme.px, self.isChecked()
        circle = QRectF(px(14), px(12), px(24), px(24))
        painter.setPen(QPen(QColor(look.accent if chosen else look.line), 1.5))
        painter.setBrush(QColor(look.accent) if chosen else Qt.BrushStyle.NoBrush)
        painter.drawEllipse(circle)
        painter.setPen(QColor(look.on_accent if chosen else look.dim))
        painter.setFont(theme.font(12, bold=True))
        painter.drawText(circle, Qt.AlignmentFlag.AlignCenter, number)


class PathBar(QWidget):
    """All seven stations in a row."""

    def __init__(self, state: State) -> None:
        super().__init__()
        self.state = state
        self.setFixedHeight(theme.px(_HIGH))
        layout = QHBoxLayout(self)
        layout.setContentsMargins(0, 0, 0, 0)
        layout.setSpacing(0)
        self._group = QButtonGroup(self)
        self.buttons: dict[str, _Step] = {}
        for step in STEPS:
            button = _Step(state, step)
            button.clicked.connect(lambda _=False, step=step: state.go(step))
            self._group.addButton(button)
            layout.addWidget(button, 1)
            self.buttons[step] = button
        state.changed.connect(self.refresh)
        self.refresh()

    def refresh(self) -> None:
        self.buttons[self.state.step].setChecked(True)
        for button in self.buttons.values():
            button.update()

    def paintEvent(self, event: QPaintEvent) -> None:
        painter = QPainter(self)
        painter.fillRect(self.rect(), QColor(theme.current().ground))

    def keyPressEvent(self, event: QKeyEvent) -> None:
        steps = {Qt.Key.Key_Left: -1, Qt.Key.Key_Right: 1}.get(Qt.Key(event.key()))
        if steps:
            at = STEPS.index(self.state.step) + steps
            self.state.go(STEPS[min(max(at, 0), len(STEPS) - 1)])
        else:
            super().keyPressEvent(event)
