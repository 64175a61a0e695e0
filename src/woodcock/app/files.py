"""Opening, saving and exporting, with the questions they need."""

from __future__ import annotations

from collections.abc import Callable
from pathlib import Path

from PySide6.QtCore import QEventLoop, QObject, QProcess, Qt, QTimer
from PySide6.QtWidgets import QApplication, QFileDialog, QWidget

from woodcock.apart import FOLDER, python_command
from woodcock.app.controls.file_kinds import LAYERED, PHOTOS, PHOTOS_AND_PROJECTS, PROJECTS, offered
from woodcock.app.controls.plain import Box
from woodcock.app.controls.save_dialog import ask_where_to_write
from woodcock.app.safe import Safe
from woodcock.app.state import STEPS, State
from woodcock.app.work import Work
from woodcock.errors import WoodcockError
from woodcock.model import Project
from woodcock.model.project import SUFFIX
from woodcock.progress import Progress
from woodcock.session import Job
from woodcock.session.recent import SIDE, keep_frame, keep_small, keep_step, remember, step_of
from woodcock.session.small import small_picture
from woodcock.texts import tr

_NAMED = 3  # files that a sentence names
_WINDOWS = 7  # opened beside this one at the most


class Files(QObject):
    """What the File menu does."""

    def __init__(
        self, window: QWidget, state: State, work: Work, play: Callable[[], object]
    ) -> None:
        super().__init__(window)
        self.window, self.state, self.work, self._play = window, state, work, play
        self.safe = Safe(window, state, work)

    def choose_and_open(self) -> None:
        name, _ = QFileDialog.getOpenFileName(
            self.window,
            tr("Open a photo or a project"),
            "",
            offered(PHOTOS_AND_PROJECTS, PHOTOS, LAYERED, PROJECTS),
        )
        if name:
            self.open(Path(name))

    def open(self, path: Path) -> None:
        """Open a project, a layered picture or a photo, after asking about unsaved work."""
        from woodcock.app.opening_layers import open_layers
        from woodcock.media.layered import is_layered  # late: the window opens sooner

        def told(layered: bool) -> None:
            if layered:
                open_layers(self, [path])
            else:
                self._open_one(path)

        self.work.run(tr("Opening"), lambda _: is_layered(path), told)

    def _open_one(self, path: Path) -> None:
        """Open a project or a photo."""
        from woodcock.media import load_picture
        from woodcock.media.project_file import Opened, is_project_file, open_project
        from woodcock.session import acts

        store = self.state.document.store
        if is_project_file(path):
            read: list[Opened] = []

            def load_project(progress: Progress) -> Project:
                read.append(open_project(path, store, progress))
                return read[-1].project

            def opened(project: Project) -> None:
                self.state.open(project, path, stamp=read[-1].stamp)
                usual = "Stage" if len(project.layers) > 1 else "Separate"
                left = step_of(path)
                self.state.go(left if left in STEPS else usual)
                if read[-1].note:
                    self.state.failed.emit(read[-1].note)
                self.remember(path)

            self.open_by(load_project, opened)
        else:

            def loaded(project: Project) -> None:
                self.state.open(project, None, saved=False)
                self.state.tools.mode = "new"
                self.state.go("Photo")
                self.remember(path)

            self.open_by(lambda _: acts.new_project(load_picture(path), path.stem, store), loaded)

    def take(self, paths: list[Path]) -> None:
        """What was dropped on the window: photographs beside an open one become layers, else the
        first is opened here; folders stand for the photographs in them."""
        from woodcock.media.layered_folder import PHOTO_FILES, photos_in

        beside = len(paths) > 1 and self.state.project.photo is not None

        def look(_: Progress) -> tuple[list[Path], list[Path]]:
            found: list[Path] = []
            for path in paths:
                found += (photos_in(path) or [path]) if path.is_dir() else [path]
            known = (*PHOTO_FILES, ".ora", SUFFIX)
            good = [x for x in found if x.is_dir() or x.suffix.lower() in known]
            return good, [x for x in found if x not in good]

        def told(found: tuple[list[Path], list[Path]]) -> None:
            good, others = found
            photos = [x for x in good if x.suffix.lower() in PHOTO_FILES]
            if not good:
                names = ", ".join(x.name for x in others[:_NAMED])
                self.state.failed.emit(
                    tr(
                        "{names} can't be opened: photographs are JPEG, PNG, TIFF or WebP. "
                        "Nothing was changed.",
                        names=names,
                    )
                )
                return
            if beside:
                if photos:
                    self.add_pictures_from(photos)
                left = len(good) + len(others) - len(photos)
            elif len(photos) == len(good) > len(paths):  # out of a folder: not all at a time
                self.open(good[0])
                self.state.told.emit(
                    tr(
                        "%n photographs are there; {name} is open. Drop the ones you want.",
                        "",
                        len(good),
                        name=good[0].name,
                    )
                )
                return
            else:
                self.open_all(good)
                left = len(others)
            if left:
                self.state.told.emit(tr("%n files of another kind were left aside.", "", left))

        self.work.run(tr("Opening"), look, told)

    def open_all(self, paths: list[Path]) -> None:
        """Open a file here, and each of the others in a window of its own."""
        self.open(paths[0])
        for path in paths[1 : _WINDOWS + 1]:
            program, *words = python_command("woodcock")
            QProcess.startDetached(program, [*words, "open", str(path.absolute())], str(FOLDER))
        if len(paths) > _WINDOWS + 1:
            self.state.told.emit(
                tr(
                    "{most} of {paths} files are opened at a time.",
                    most=_WINDOWS + 1,
                    paths=len(paths),
                )
            )

    def open_for_clip(self, path: Path | None, then: Callable[[], None]) -> None:
        """Open a photo in a frame of its shape, asking which unless a `path` is given."""
        from woodcock.media import load_picture
        from woodcock.session import acts
        from woodcock.session.framing import frame_for

        if path is None:
            name, _ = QFileDialog.getOpenFileName(
                self.window, tr("Make a clip from a photo"), "", str(PHOTOS)
            )
            if not name:
                return
            path = Path(name)
        photo, store = path, self.state.document.store

        def load(_: Progress) -> Project:
            project = acts.new_project(load_picture(photo), photo.stem, store)
            assert project.photo is not None
            return acts.set_frame(project, frame_for(project.photo))

        def loaded(project: Project) -> None:
            self.state.open(project, None, saved=False)
            self.state.tools.mode = "add"
            self.remember(photo)
            then()

        self.open_by(load, loaded)

    def open_by(
        self, work: Callable[[Progress], Project], opened: Callable[[Project], None]
    ) -> None:
        """Load or make another project, after asking about unsaved work, and again about what was
        done to the present one meanwhile."""
        if not self.may_leave():
            return
        left = self.state.project

        def done(project: Project) -> None:
            self.keep_place()
            if self.state.project == left or self.may_leave():
                opened(project)
            else:
                self.state.told.emit(tr("Nothing was opened: your work is as it was."))

        self.work.run(tr("Opening"), work, done)

    def keep_place(self) -> None:
        """Keep the step and the frame of the project that is about to be left."""
        path, project = self.state.document.path, self.state.project
        if path is not None:
            keep_step(path, self.state.step)
        if project.photo is not None:
            keep_frame(project.frame)

    def remember(self, path: Path) -> None:
        """Put the project at the head of the files opened last, as the one in `path`."""
        project, get = self.state.project, self.state.document.store.get
        remember(path)
        self.work.hand(
            lambda: keep_small(path, small_picture(project, get, SIDE)), lambda _: None,
            thread="ears",
        )  # fmt: skip

    def close_project(self) -> None:
        """Put the project away, after asking about unsaved work: an empty window."""
        if self.may_leave():
            self.keep_place()
            self.state.open(Project(), None)
            self.state.go("Photo")

    def add_pictures(self) -> None:
        """Ask for pictures and lay them on the photo as layers of their own."""
        names, _ = QFileDialog.getOpenFileNames(
            self.window, tr("Add pictures as layers"), "", str(PHOTOS)
        )
        if names:
            self.add_pictures_from([Path(name) for name in names])

    def add_pictures_from(self, paths: list[Path]) -> None:
        """All of the pictures as layers in one act, or a sentence and none of them."""
        from woodcock.media import load_picture
        from woodcock.session import acts

        store = self.state.document.store

        def load(path: Path) -> tuple[str, tuple[int, int]]:
            pixels = load_picture(path)
            return store.put(pixels), (pixels.shape[1], pixels.shape[0])

        def loaded(pictures: list[tuple[str, tuple[int, int]]]) -> None:
            made: list[str] = []

            def change(project: Project) -> Project:
                for path, (pixels, size) in zip(paths, pictures, strict=True):
                    project, layer_id = acts.add_picture(project, pixels, size, path.stem)
                    made.append(layer_id)
                return project

            if self.state.act(tr("Add pictures"), change):
                self.state.select(made[-1])
                if self.state.step not in ("Stage", "Move"):
                    self.state.go("Separate")

        self.work.run(tr("Opening"), lambda _: [load(path) for path in paths], loaded)

    def open_demo(self, then: Callable[[], object] = lambda: None) -> None:
        """Open the demo project, after asking about unsaved work, and play its clip."""
        from woodcock.demo import finished_demo

        def opened(project: Project) -> None:
            self.state.open(project, None)
            self.state.go("Move")
            self._play()
            then()

        self.open_by(lambda _: finished_demo(self.state.document.store), opened)

    def save(self) -> Job | None:
        """Save where the project lies, or ask where; None if that was called off."""
        document = self.state.document
        if document.path is None or document.read_only:
            return self.save_as()
        return self.save_to(document.path)

    def save_as(self) -> Job | None:
        photo = self.state.project.photo
        start = f"{photo.name if photo else 'untitled'}{SUFFIX}"
        path = ask_where_to_write(self.window, tr("Save the project"), start, PROJECTS)
        return None if path is None else self.save_to(path)

    def save_bare(self) -> Job | None:
        """Save so that nothing of earlier saves stays in the file, which may be given away."""
        document = self.state.document
        if document.path is None or document.read_only:
            return self.save_as()
        return self.save_to(document.path, history=False)

    def save_to(self, path: Path, over: bool = False, history: bool = True) -> Job:
        """Save as `path`, `over` what another program may have made of it; see `save_project`."""
        from woodcock.media.archive import Stamp
        from woodcock.session.project_lock import check_free
        from woodcock.session.rescue import save_or_rescue

        document, project = self.state.document, self.state.project
        act = document.undo_name or tr("Open")
        store, since = document.store, None if over else document.stamp
        encoded = self.safe.keeping.encoded

        def save(progress: Progress) -> Stamp | WoodcockError:
            try:
                check_free(path)
                return save_or_rescue(path, project, store, progress, since, encoded, history)
            except WoodcockError as error:
                return error  # there is more to ask than to tell

        def saved(got: Stamp | WoodcockError) -> None:
            if isinstance(got, WoodcockError):
                self._not_saved(path, got)
                return
            document.mark_saved(project, path, got)
            self.safe.saved(project, path, got, act)
            self.state.told.emit(tr("Saved as {name}.", name=path.name))
            self.remember(path)

        return self.work.run(tr("Saving"), save, saved, lasting=True)

    def _not_saved(self, path: Path, error: WoodcockError) -> None:
        """Say why, and offer what can be done about it."""
        from woodcock.media.project_file import ChangedOnDisk

        box = Box(self.window, Box.Icon.Warning, tr("Not saved"), str(error))
        elsewhere = box.addButton(tr("Save elsewhere …"), Box.ButtonRole.AcceptRole)
        elsewhere.clicked.connect(lambda: self.save_as())
        if isinstance(error, ChangedOnDisk):
            over = box.addButton(tr("Write over it"), Box.ButtonRole.DestructiveRole)
            over.clicked.connect(lambda: self.save_to(path, over=True))
        box.setDefaultButton(elsewhere)
        box.addButton(tr("Not now"), Box.ButtonRole.RejectRole)
        box.setAttribute(Qt.WidgetAttribute.WA_DeleteOnClose)
        box.open()

    def may_leave(self, closing: bool = False) -> bool:
        """Ask once what to do with unsaved work, and, when `closing`, about an export that is under
        way; False means stay."""
        unsaved = self.state.document.unsaved
        exporting = closing and bool(self.work.exports.running)
        if not (unsaved or exporting):
            return True
        title = tr("Unsaved work") if unsaved else tr("Export under way")
        box = Box(self.window, Box.Icon.Question, title)
        stopped = tr(
            "A clip is still being made. No half file stays behind; the queue has it the next time."
        )
        if unsaved:
            box.setText(tr("This project has changes that are not saved."))
            ask = tr("Save them before going on?")
            box.setInformativeText(f"{ask}\n\n{stopped}" if exporting else ask)
            save = box.addButton(tr("Save"), Box.ButtonRole.AcceptRole)
            drop = box.addButton(tr("Don't save"), Box.ButtonRole.DestructiveRole)
        else:
            box.setText(stopped)
            save = None
            drop = box.addButton(tr("Stop it and close"), Box.ButtonRole.AcceptRole)
        box.addButton(tr("Cancel"), Box.ButtonRole.RejectRole)
        box.setDefaultButton(save or drop)
        box.exec()
        if box.clickedButton() is drop:
            return True
        if save is not None and box.clickedButton() is save:
            job = self.save()
            if job is not None:
                self._wait(job)
            return not self.state.document.unsaved
        return False

    def _wait(self, job: Job) -> None:
        """Let the window live on until a job is done and has been told of."""
        loop = QEventLoop()
        watch = QTimer(loop, interval=30)
        watch.timeout.connect(lambda: loop.quit() if job.future.done() else None)
        watch.start()
        loop.exec()
        QApplication.processEvents()
