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
    QApplication,
    QHBoxLayout,
    QMainWindow,
    QMessageBox,
    QVBoxLayout,
    QWidget,
)

from woodcock.app import menus, spoken
from woodcock.app.ahead import load_ahead
from woodcock.app.auto.ways import Ways
from woodcock.app.command_acts import tour
from woodcock.app.commands import Commands, pressed
from woodcock.app.controls.edge import Edge
from woodcock.app.controls.fields import refusals
from woodcock.app.controls.on_demand import OnDemand
from woodcock.app.controls.panels import Inspector, Panel
from woodcock.app.controls.plain import Box
from woodcock.app.enlarging import enlarge
from woodcock.app.export.exporting import Exporting
from woodcock.app.files import Files
from woodcock.app.layer_list import LayerList
from woodcock.app.path_bar import PathBar
from woodcock.app.picture.flat import FlatPictures
from woodcock.app.picture.heard import Heard
from woodcock.app.picture.player import Player
from woodcock.app.picture.previews import Previews
from woodcock.app.picture.scenes import EmptyScene, Scene
from woodcock.app.picture.through_lens import LensScene
from woodcock.app.picture.view import PictureView
from woodcock.app.rail import DepthRail
from woodcock.app.room import Room
from woodcock.app.scene_of_step import make_scene
from woodcock.app.stage.depth_editor import DepthEditor
from woodcock.app.state import STEPS, State
from woodcock.app.status_line import StatusLine
from woodcock.app.timeline.timeline import Timeline
from woodcock.app.toolbox import Toolbox
from woodcock.app.work import Work
from woodcock.session.prepare import SAYS, prepare, prepared
from woodcock.texts import tr

if TYPE_CHECKING:
    from woodcock.app.boxes import LayerBoxes
    from woodcock.app.rebuild.repairer import Repairer
    from woodcock.app.separate.cutter import Cutter
    from woodcock.app.stage.plan import Plan
    from woodcock.model import Frame

_PLAYED = 960  # width of the pictures drawn while playing or dragging


_PATIENCE = 1.2  # seconds that closing waits for what still runs
_PLAYING = ("Move", "Finish", "Export")  # steps in which frames are drawn ahead


def _even(frame: Frame, share: float) -> tuple[int, int]:
    """A share of the frame's size, in whole pixels."""
    return max(2, round(frame.width * share)), max(2, round(frame.height * share))


class MainWindow(QMainWindow):
    """Wires the widgets to the state; holds no data of its own."""

    def __init__(self) -> None:
        super().__init__()
        self.actions_by_name: dict[str, QAction] = {}
        self.ending = False  # by a signal: nobody is there to be asked
        self.state = State(self)
        self.work = Work(self.state)
        self.previews = Previews(self.state)
        self.heard = Heard(self.state, self.work)
        self.player = Player(self.state, self.previews, self.heard)
        self.files = Files(self, self.state, self.work, self.player.play)
        self.exporting = Exporting(self, self.state, self.work)
        self.view = PictureView(self.state)
        self.ways = Ways(self.view, self.state, self.work, self.files, self.player.play)
        self.pictures = FlatPictures(self.state, self.work)
        self.depth_editor = DepthEditor(self.state, self.work)
        self.lens_scene = LensScene(self.state, self.pictures, self.depth_editor)
        self._empty = EmptyScene(self.state)
        self._scenes: dict[str, Scene] = {}
        self.panels = OnDemand({step: partial(self._panel, step) for step in STEPS}, Panel.refresh)
        self.path = PathBar(self.state)
        self.room = Room(self)
        self.rail = DepthRail(self.state)
        self.timeline = Timeline(self.state, self.previews, self.work, self.room.set_lanes)
        self.list = LayerList(self.state)
        self.toolbox = Toolbox(self.state, self.view)
        self.plan: Plan | None = None  # beside the picture, from the first visit to Stage
        self._lay_out()
        self.commands = Commands(self)
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
            self._scenes[step] = make_scene(self, step)
        return self._scenes[step]

    def _load_ahead(self) -> None:
        """Have the code of later steps ready, and, once on a machine, what they compile."""
        load_ahead()
        self.work.hand(prepared, self._prepare)
        self.work.exports.look_back()
        self.files.safe.look_back(self.files.open_by)

    def _prepare(self, done: bool) -> None:
        if not done:
            self.state.told.emit(tr(SAYS))
            self.work.run(tr("Preparing"), prepare, lambda _: None, on=self.work.jobs, quietly=True)

    def _lay_out(self) -> None:
        middle = QHBoxLayout()
        middle.setContentsMargins(0, 0, 0, 0)
        middle.setSpacing(0)
        middle.addWidget(self.toolbox)
        middle.addWidget(self.view, 5)
        self._middle = middle
        self.side = QWidget()
        self.side_edge = Edge(self.side, self.room.set_panel, tr("Drag for a wider panel"), True)
        self.list_edge = Edge(self.list, self.room.set_list, tr("Drag for a longer list"))
        side = QVBoxLayout(self.side)
        side.setContentsMargins(0, 0, 0, 0)
        side.setSpacing(0)
        side.addWidget(Inspector(self.state, self.panels), 1)
        side.addWidget(self.list_edge)
        side.addWidget(self.list)
        middle.addWidget(self.side_edge)
        middle.addWidget(self.side)
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
        self.status = StatusLine(
            self.state,
            self.work,
            {
                "rail": (
                    "arrow-left-right",
                    tr("Depth rail (F6)"),
                    partial(self.room.switch, "rail"),
                ),
                "lanes": ("list-ordered", tr("Lanes (F7)"), partial(self.room.switch, "lanes")),
                "alone": ("maximize", tr("The picture alone (F8)"), self.room.switch_alone),
            },
        )
        self.setStatusBar(self.status)

    def _connect(self) -> None:
        state = self.state
        state.changed.connect(self.refresh)
        state.document.on_change(self._ask_frame)  # at once: the picture must follow the hand
        state.time_changed.connect(self._ask_frame)
        state.failed.connect(self.show_failure)
        refusals.told.connect(state.told)
        state.looked.connect(self.view.look_at)
        state.asked.connect(self._asked)
        self.previews.drawn.connect(self._drawn)
        self.previews.kept.connect(self.timeline.ruler.update)
        self.previews.failed.connect(self.work.fail)
        self.view.handled.connect(self.work.hold)
        self.view.resized.connect(self._ask_frame)
        self.view.zoomed.connect(lambda _: self._ask_frame())
        self.pictures.ready.connect(self.view.update)
        self.work.progressed.connect(self._progressed)
        self.work.rebuilt.connect(self.refresh)
        self.timeline.play.connect(self.player.toggle)

    def refresh(self) -> None:
        """Show the state as it is now."""
        photo, document = self.state.project.photo, self.state.document
        name = document.path.name if document.path else (photo.name if photo else tr("Untitled"))
        name += tr(" (only looked at)") if document.read_only else ""
        self.setWindowTitle(tr("{name}[*] · Woodcock", name=name))
        self.setWindowModified(document.unsaved)
        self.ways.refresh()
        self.view.show_scene(self._scene(self._looked_at()) if photo else self._empty)
        if self.state.step == "Stage" and self.plan is None:
            from woodcock.app.stage.plan import Plan

            self.plan = Plan(self.state, self.boxes)
            self._middle.insertWidget(2, self.plan, 4)
        if self.plan is not None:
            self.plan.setVisible(self.state.step == "Stage" and photo is not None)
        self.room.refresh()
        menus.refresh(self)
        self.status.refresh(self.room.shown())
        spoken.tell(QApplication.focusWidget())
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

    def _progressed(self) -> None:
        self.previews.hold(bool(self.work.exports.running))

    def look_in_list(self) -> None:
        """Look for something in the list that is shown."""
        list_ = self.timeline if self.timeline.search.isVisible() else self.list
        list_.search.setFocus()

    def _asked(self, what: str) -> None:
        if what == "pictures":
            self.files.add_pictures()
        elif what == "proposals":
            self.ways.propose()
        elif what == "tour":
            tour(self)
        elif what == "picture":
            self.view.setFocus()

    def show_failure(self, sentence: str) -> None:
        """A sentence about what went wrong; the rest of the window stays as it was.

        What is on the screen already is not said again: a picture that can't be drawn is asked for
        over and over.
        """
        if any(x.isVisible() and x.text() == sentence for x in self.findChildren(QMessageBox)):
            return
        box = Box(self, Box.Icon.Warning, "Woodcock", sentence)
        box.setAttribute(Qt.WidgetAttribute.WA_DeleteOnClose)
        box.open()

    def keyPressEvent(self, event: QKeyEvent) -> None:
        keys = pressed(event)
        if not ((keys == "Esc" and self.room.leave()) or self.commands.press(keys)):
            super().keyPressEvent(event)

    def rekey(self, name: str) -> None:
        """A command was given another key."""
        if name in self.actions_by_name:
            menus.show_keys(self.actions_by_name[name], self.commands[name])
            menus.refresh(self)

    def dragEnterEvent(self, event: QDragEnterEvent) -> None:
        if event.mimeData().hasUrls():
            event.acceptProposedAction()

    def dropEvent(self, event: QDropEvent) -> None:
        local = [url.toLocalFile() for url in event.mimeData().urls() if url.isLocalFile()]
        if local:
            self.files.take([Path(name) for name in local])

    def closeEvent(self, event: QCloseEvent) -> None:
        if not (self.ending or self.files.may_leave(closing=True)):
            event.ignore()
            return
        self.player.stop()
        self.hide()
        self.files.keep_place()
        self.files.safe.close(keep=self.ending and self.state.document.unsaved)
        self.previews.close()
        self.work.close(_PATIENCE)
        self.state.scratch.close()
        self.room.close()
        event.accept()

    def end(self) -> None:
        """Close without a question: what is not saved is offered at the next start."""
        self.ending = True
        self.close()
