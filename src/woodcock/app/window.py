"""The one window: path, tools, picture, inspector, depth rail, timeline."""

from __future__ import annotations

from functools import cached_property, partial
from pathlib import Path
from typing import TYPE_CHECKING

from PySide6.QtCore import QSize, Qt, QTimer
from PySide6.QtGui import (
    QAction,
    QCloseEvent,
    QDragEnterEvent,
    QDropEvent,
    QGuiApplication,
    QImage,
    QKeyEvent,
)
from PySide6.QtWidgets import (
    QHBoxLayout,
    QLabel,
    QMainWindow,
    QMessageBox,
    QProgressBar,
    QPushButton,
    QVBoxLayout,
    QWidget,
)

from woodcock.app import menus
from woodcock.app.ahead import load_ahead
from woodcock.app.auto.ways import Ways
from woodcock.app.controls.panels import Inspector, Panel, Panels
from woodcock.app.enlarging import enlarge
from woodcock.app.export.exporting import Exporting
from woodcock.app.files import Files
from woodcock.app.path_bar import PathBar
from woodcock.app.picture.flat import FlatPictures, PlaceScene
from woodcock.app.picture.heard import Heard
from woodcock.app.picture.player import Player
from woodcock.app.picture.previews import Previews
from woodcock.app.picture.scenes import EmptyScene, Scene
from woodcock.app.picture.through_lens import LensScene
from woodcock.app.picture.view import PictureView
from woodcock.app.rail import DepthRail
from woodcock.app.stage.depth_editor import DepthEditor
from woodcock.app.state import HINTS, PICKING, STEPS, State
from woodcock.app.timeline.timeline import Timeline
from woodcock.app.toolbox import Toolbox
from woodcock.app.work import Work
from woodcock.session.prepare import SAYS, prepare, prepared

if TYPE_CHECKING:
    from woodcock.app.boxes import LayerBoxes
    from woodcock.app.rebuild.repairer import Repairer
    from woodcock.app.separate.cutter import Cutter
    from woodcock.app.stage.plan import Plan
    from woodcock.model import Frame

_PLAYED = 960  # width of the pictures drawn while playing or dragging


_PLAYING = ("Move", "Finish", "Export")  # steps in which frames are drawn ahead


def _even(frame: Frame, share: float) -> tuple[int, int]:
    """A share of the frame's size, in whole pixels."""
    return max(2, round(frame.width * share)), max(2, round(frame.height * share))


class MainWindow(QMainWindow):
    """Wires the widgets to the state; holds no data of its own."""

    def __init__(self) -> None:
        super().__init__()
        self.actions_by_name: dict[str, QAction] = {}
        self.state = State()
        self.work = Work(self.state)
        self.previews = Previews(self.state)
        self.heard = Heard(self.state, self.work)
        self.player = Player(self.state, self.previews, self.heard)
        self.files = Files(self, self.state, self.work)
        self.exporting = Exporting(self, self.state, self.work)
        self.view = PictureView(self.state)
        self.ways = Ways(self.view, self.state, self.work, self.files, self.player.play)
        self._pictures = FlatPictures(self.state, self.work)
        self.depth_editor = DepthEditor(self.state, self.work)
        self.lens_scene = LensScene(self.state, self._pictures, self.depth_editor)
        self._empty = EmptyScene(self.state)
        self._scenes: dict[str, Scene] = {}
        self.panels = Panels({step: partial(self._panel, step) for step in STEPS})
        self.path = PathBar(self.state)
        self.rail = DepthRail(self.state)
        self.timeline = Timeline(self.state, self.previews, self.work)
        self.toolbox = Toolbox(self.state, self.view)
        self.plan: Plan | None = None  # beside the picture, from the first visit to Stage
        self._lay_out()
        menus.build(self)
        self._connect()
        QTimer.singleShot(300, self.previews.warm_up)
        QTimer.singleShot(600, self._load_ahead)
        self.setAcceptDrops(True)
        self.view.setFocus()
        self.setWindowIcon(QGuiApplication.windowIcon())
        self.refresh()

    def sizeHint(self) -> QSize:
        return QSize(1280, 800)

    def _panel(self, step: str) -> Panel:
        """Build a step's panel, loading its code only now: most are not needed at the start."""
        state = self.state
        if step == "Photo":
            from woodcock.app.panel_photo import PhotoPanel

            grow = partial(enlarge, state, self.work)
            return PhotoPanel(state, self.files.choose_and_open, grow)
        if step in ("Separate", "Rebuild"):
            from woodcock.app.rebuild.panel import RebuildPanel
            from woodcock.app.separate.panel import SeparatePanel

            if step == "Rebuild":
                return RebuildPanel(state, self.work)
            return SeparatePanel(state, self.cutter, self.files.add_pictures)
        if step == "Stage":
            from woodcock.app.stage.panel import StagePanel

            return StagePanel(state, self.boxes, self.work, self.depth_editor)
        if step == "Move":
            from woodcock.app.move.panel import MovePanel

            return MovePanel(state, self.work)
        if step == "Finish":
            from woodcock.app.finish.panel import FinishPanel

            return FinishPanel(state, self.work, self.previews, self.heard.out)
        from woodcock.app.export.panel import ExportPanel

        return ExportPanel(state, self.work, self.exporting.export, self.exporting.layers)

    @cached_property
    def cutter(self) -> Cutter:
        """Strokes to masks; loaded with the step that needs it."""
        from woodcock.app.separate.cutter import Cutter

        cutter = Cutter(self.state, self.work)
        cutter.changed.connect(self.view.update)
        return cutter

    @cached_property
    def boxes(self) -> LayerBoxes:
        """Where layers are in the photo; loaded with the step that needs it."""
        from woodcock.app.boxes import LayerBoxes

        return LayerBoxes(self.state, self.work)

    @cached_property
    def repairer(self) -> Repairer:
        """Painting on rebuilt pictures; loaded with the step that needs it."""
        from woodcock.app.rebuild.repairer import Repairer

        repairer = Repairer(self.state, self.work)
        repairer.changed.connect(self.view.update)
        return repairer

    def _scene(self, step: str) -> Scene:
        if step not in self._scenes:
            if step == "Photo":
                self._scenes[step] = PlaceScene(self.state, self._pictures)
            elif step == "Separate":
                from woodcock.app.separate.cut_scene import CutScene

                self._scenes[step] = CutScene(self.state, self._pictures, self.cutter, self.work)
            elif step == "Rebuild":
                from woodcock.app.rebuild.rebuild_scene import RebuildScene

                scene = RebuildScene(self.state, self._pictures, self.repairer, self.work)
                self._scenes[step] = scene
            elif step == "both":
                from woodcock.app.move.pair_scene import PairScene

                self._scenes[step] = PairScene(self.state)
            elif step == "framing":
                from woodcock.app.move.framing_scene import FramingScene

                self._scenes[step] = FramingScene(self.state, self._pictures)
            elif step == "shape":
                from woodcock.app.export.shape_scene import ShapeScene

                self._scenes[step] = ShapeScene(self.state, self._pictures)
            else:
                self._scenes[step] = self.lens_scene
        return self._scenes[step]

    def _load_ahead(self) -> None:
        """Have the code of later steps ready, and, once on a machine, what they compile."""
        load_ahead()
        if not prepared():
            self.state.told.emit(SAYS)
            self.work.run("Preparing", prepare, lambda _: None, on=self.work.jobs, quietly=True)
        self.work.exports.look_back()

    def _lay_out(self) -> None:
        middle = QHBoxLayout()
        middle.setContentsMargins(0, 0, 0, 0)
        middle.setSpacing(0)
        middle.addWidget(self.toolbox)
        middle.addWidget(self.view, 5)
        self._middle = middle
        middle.addWidget(Inspector(self.state, self.panels))
        column = QVBoxLayout()
        column.setContentsMargins(0, 0, 0, 0)
        column.setSpacing(0)
        column.addWidget(self.path)
        column.addLayout(middle, 1)
        column.addWidget(self.rail)
        column.addWidget(self.timeline)
        body = QWidget()
        body.setLayout(column)
        self.setCentralWidget(body)
        self.message = QLabel()
        self._told = QTimer(self, singleShot=True)
        self._told.timeout.connect(self._hint)
        self.progress_text = QLabel()
        self.progress = QProgressBar()
        self.progress.setRange(0, 1000)
        self.progress.setFixedWidth(180)
        self.progress.setTextVisible(False)
        self.cancel = QPushButton("Cancel")
        self.cancel.setToolTip("Stop this; nothing half-done is left behind")
        self.cancel.setStyleSheet("padding: 1px 8px;")
        self.cancel.clicked.connect(self._cancel)
        bar = self.statusBar()
        bar.setSizeGripEnabled(False)
        bar.setContentsMargins(10, 0, 6, 0)
        bar.addWidget(self.message, 1)
        for widget in (self.progress_text, self.progress, self.cancel):
            bar.addPermanentWidget(widget)
        self._show_progress()

    def _connect(self) -> None:
        state = self.state
        state.changed.connect(self.refresh)
        state.document.on_change(self._ask_frame)  # at once: the picture must follow the hand
        state.time_changed.connect(self._ask_frame)
        state.failed.connect(self.show_failure)
        state.told.connect(self._tell)
        state.looked.connect(self.view.look_at)
        state.asked.connect(self._asked)
        self.previews.drawn.connect(self._drawn)
        self.previews.kept.connect(self.timeline.ruler.update)
        self.previews.failed.connect(self.work.fail)
        self.view.handled.connect(self.work.hold)
        self.view.resized.connect(self._ask_frame)
        self.view.zoomed.connect(lambda _: self._ask_frame())
        self._pictures.ready.connect(self.view.update)
        self.work.progressed.connect(self._show_progress)
        self.work.rebuilt.connect(self.refresh)
        self.timeline.play.connect(self.player.toggle)

    def refresh(self) -> None:
        """Show the state as it is now."""
        photo, document = self.state.project.photo, self.state.document
        name = document.path.name if document.path else (photo.name if photo else "Untitled")
        self.setWindowTitle(f"{name}[*] · Woodcock")
        self.setWindowModified(document.unsaved)
        self.ways.refresh()
        self.view.show_scene(self._scene(self._looked_at()) if photo else self._empty)
        if self.state.step == "Stage" and self.plan is None:
            from woodcock.app.stage.plan import Plan

            self.plan = Plan(self.state, self.boxes)
            self._middle.insertWidget(2, self.plan, 4)
        if self.plan is not None:
            self.plan.setVisible(self.state.step == "Stage" and photo is not None)
        menus.refresh(self)
        if not self._told.isActive():
            self._hint()
        self._ask_frame()

    def _looked_at(self) -> str:
        """The scene of the step; Move has several ways to look, but one plays the clip."""
        state = self.state
        if state.step == "Export" and state.tools.shape:
            return "shape"
        several = state.step == "Move" and not state.playing
        return (
            state.tools.move_view if several and state.tools.move_view != "playhead" else state.step
        )

    def _ask_frame(self) -> None:
        """Ask for the frames the scene shows, as large as it shows them, never larger than real."""
        state, scene = self.state, self.view.scene
        times = scene.times() if scene and state.project.photo else ()
        if not times or scene is None:
            self.previews.draw_ahead(None)
            return
        frame = state.project.frame
        shown = min(self.view.zoom * self.view.devicePixelRatioF(), 1.0)
        ahead = min(_PLAYED / frame.width, 1.0)
        if state.tools.full_size:
            ahead = 1.0
        self.previews.draw_ahead(_even(frame, ahead) if state.step in _PLAYING else None)
        if state.playing:
            shown = ahead
        elif scene.dragging:
            shown = min(shown, _PLAYED / frame.width / len(times))
        marked = state.step == "Finish" and state.tools.sharp and not state.playing
        self.previews.ask(times, _even(frame, shown), scene.plain and not state.playing, marked)

    def _drawn(self, image: QImage, time: float) -> None:
        if self.view.scene:
            self.view.scene.take(image, time)
        self.view.update()

    def _show_progress(self) -> None:
        job = self.work.shown
        self.previews.hold(bool(self.work.exports.running))
        for widget in (self.progress, self.progress_text, self.cancel):
            widget.setVisible(job is not None)
        if job:
            left = job.seconds_left
            rest = f", {left:.0f} s left" if left and left >= 1 else ""
            self.progress_text.setText(f"{job.name}: {job.text}{rest}")
            self.progress.setValue(round(job.fraction * 1000))

    def _cancel(self) -> None:
        if self.work.shown:
            self.work.shown.cancel()

    def _asked(self, what: str) -> None:
        if what == "pictures":
            self.files.add_pictures()
        elif what == "proposals":
            self.ways.propose()
        elif what == "picture":
            self.view.setFocus()

    def _tell(self, sentence: str) -> None:
        """Say something for a while where the hints are."""
        self._told.start(9000)
        self.message.setText(sentence)

    def _hint(self) -> None:
        state, hint = self.state, ""
        if state.project.photo is not None:
            hint = HINTS[state.step]
            if state.step == "Finish":
                hint = PICKING.get(state.tools.finish, hint)
        self.message.setText(hint)

    def show_failure(self, sentence: str) -> None:
        """A sentence about what went wrong; the rest of the window stays as it was."""
        box = QMessageBox(self)
        box.setIcon(QMessageBox.Icon.Warning)
        box.setWindowTitle("Woodcock")
        box.setText(sentence)
        box.setAttribute(Qt.WidgetAttribute.WA_DeleteOnClose)
        box.open()

    def keyPressEvent(self, event: QKeyEvent) -> None:
        step = {Qt.Key.Key_Left: -1, Qt.Key.Key_Right: 1}.get(Qt.Key(event.key()))
        if event.key() == Qt.Key.Key_Space:
            self.player.toggle()
        elif event.key() == Qt.Key.Key_Home:
            self.state.seek(0)
        elif event.key() == Qt.Key.Key_End:
            self.state.seek(self.state.project.frame.last)
        elif step and event.modifiers() & Qt.KeyboardModifier.ControlModifier:
            self.timeline.jump(step > 0)
        elif step:
            self.timeline.step(step)
        else:
            super().keyPressEvent(event)

    def dragEnterEvent(self, event: QDragEnterEvent) -> None:
        if event.mimeData().hasUrls():
            event.acceptProposedAction()

    def dropEvent(self, event: QDropEvent) -> None:
        local = [url.toLocalFile() for url in event.mimeData().urls() if url.isLocalFile()]
        paths = [Path(name) for name in local]
        if len(paths) > 1 and self.state.project.photo is not None:
            self.files.add_pictures_from(paths)
        elif paths:
            self.files.open_all(paths)

    def closeEvent(self, event: QCloseEvent) -> None:
        if not (self.files.may_leave() and self.files.may_stop_export()):
            event.ignore()
            return
        self.player.stop()
        self.previews.close()
        self.work.close()
        event.accept()
