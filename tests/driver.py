"""Driving the window as a person does: mouse, keys, and waiting for what they set going."""

import time

import msgspec
from msgspec.structs import replace
from PySide6.QtCore import QEvent, QPoint, QPointF, Qt, QTimer
from PySide6.QtGui import QMouseEvent
from PySide6.QtTest import QTest
from PySide6.QtWidgets import QApplication, QCheckBox, QFileDialog, QLineEdit, QMessageBox

from conftest import small_demo
from woodcock.app.controls.fold import Fold
from woodcock.app.controls.paged import Paged
from woodcock.app.main import application
from woodcock.app.window import MainWindow
from woodcock.model import Frame, Lens, Project
from woodcock.session import acts

LEFT, RIGHT = Qt.MouseButton.LeftButton, Qt.MouseButton.RightButton


class Driver:
    """A window and hands on it."""

    def __init__(self):
        self.app = application()
        self.window = MainWindow()
        self.window.resize(1280, 800)
        self.window.show()
        self.state = self.window.state
        self.problems = []
        self.closed = False
        self.state.failed.connect(self.problems.append)
        self.settle()

    @classmethod
    def with_scene(cls, scene, step="Stage"):
        """A window on a small project that the tests built: (project, studio)."""
        driver, (project, studio) = cls(), scene
        driver.state.document.store = studio.store
        driver.state.document.open(project, None)
        driver.state.go(step)
        driver.settle()
        return driver

    @classmethod
    def with_small_demo(cls, step, layer):
        """Half a second of the demo at a quarter of its size, at a step, a layer selected."""
        driver = cls()
        project = small_demo(driver.state.document.store)
        project = acts.set_frame(project, replace(project.frame, seconds=0.5))
        driver.state.document.open(project, None)
        driver.state.go(step)
        driver.state.select(next(x.id for x in project.layers if x.name == layer))
        driver.settle()
        return driver

    @classmethod
    def in_finish(cls, seconds):
        """So many seconds of the demo at a quarter of its size, lens at rest, in Finish."""
        driver = cls()
        project = small_demo(driver.state.document.store)
        project = acts.set_frame(project, Frame(480, 270, 12, seconds))
        driver.state.document.open(replace(project, lens=Lens()), None)
        driver.state.go("Finish")
        driver.settle()
        return driver

    def settle(self, limit=240):
        """Wait until nothing is under way any more."""
        end, quiet = time.monotonic() + limit, 0
        while time.monotonic() < end:
            self.app.processEvents()
            time.sleep(0.005)
            idle = self.window.work.idle and not self.window.previews.busy
            quiet = quiet + 1 if idle else 0
            if quiet > 6:
                return
        raise TimeoutError("the window did not come to rest")

    def until(self, condition, limit=180):
        """Let the window live on until `condition()` holds."""
        end = time.monotonic() + limit
        while not condition():
            self.app.processEvents()
            assert time.monotonic() < end, "it did not happen in time"
            time.sleep(0.005)

    def dismiss(self):
        """Close sentences nobody has read yet."""
        for box in self.window.findChildren(QMessageBox):
            box.reject()

    def close(self):
        if self.closed:
            return
        self.closed = True
        self.dismiss()
        self.state.document.mark_saved(self.state.project, None)
        self.window.end()  # without a question, which after a failed test nobody would answer
        self.app.processEvents()
        self.window.deleteLater()  # else each holds a hundred megabytes for the tests to come
        self.app.sendPostedEvents(None, QEvent.Type.DeferredDelete)

    def key(self, key, modifier=Qt.KeyboardModifier.NoModifier, widget=None):
        QTest.keyClick(widget or self.window, key, modifier)
        self.settle()

    def press(self, button):
        """Click a button."""
        self.bring(button)
        assert button.isEnabled(), f"{button.text()} is switched off"
        if isinstance(button, QCheckBox):  # its box: beside its text a click is none
            QTest.mouseClick(button, LEFT, pos=QPoint(10, button.height() // 2))
        else:
            QTest.mouseClick(button, LEFT)
        self.settle()

    def turn(self, page):
        """Show a page of the Move panel."""
        pages = {"ready": 0, "poses": 1, "layer": 2, "clip": 3}
        self.press(self.window.panels["Move"].pages.buttons()[pages[page]])

    def finish_page(self, name):
        """Turn to a page of Finish."""
        panel = self.window.panels["Finish"]
        names = ["lens", "air", "light", "film", "sound"]
        self.press(panel.pages.buttons()[names.index(name)])
        return getattr(panel, name)

    def bring(self, widget):
        """Turn to the page of the step's panel that has a control, to the one in that, and open
        the section that it is in."""
        self._turn_to(widget)
        panel, above = self.window.panels[self.state.step], widget.parentWidget()
        while above is not None and above is not panel:
            if isinstance(above, Fold) and above.shut and widget is not above.title:
                QTest.mouseClick(above.title, LEFT)
            above = above.parentWidget()

    def _turn_to(self, widget):
        part = self.window.panels[self.state.step]
        while isinstance(part, Paged):
            has = [name for name, page in part.built.items() if page.isAncestorOf(widget)]
            if not has:
                return
            if has[0] != part.shown:
                (button,) = (b for b in part.pages.buttons() if b.property("value") == has[0])
                self.press(button)
            part = part.built[has[0]]

    def pick(self, menu, name):
        """Choose an entry of a menu, by its keys."""
        action = next(x for x in menu.actions() if x.text() == name)
        menu.popup(QPoint(0, 0))
        menu.setActiveAction(action)
        QTest.keyClick(menu, Qt.Key.Key_Return)
        self.window.activateWindow()  # as a window system does once a menu is closed
        self.settle()
        self.reopens()

    def drag(self, widget, points, button=LEFT):
        """Press at the first point, go through the others, release at the last."""
        points = [p if isinstance(p, QPoint) else QPointF(*p).toPoint() for p in points]
        QTest.mousePress(widget, button, pos=points[0])
        for point in points[1:]:
            QTest.mouseMove(widget, point)
            self.app.processEvents()
        QTest.mouseRelease(widget, button, pos=points[-1])
        self.settle()
        self.reopens()

    def hover(self, widget, at):
        """Move over a widget with no button held. QTest would move the pointer of the whole screen,
        and a tip or a window left there by another test would get the event."""
        assert widget.hasMouseTracking()
        at, none = QPointF(at), Qt.MouseButton.NoButton
        free, over = Qt.KeyboardModifier.NoModifier, QPointF(widget.mapToGlobal(at))
        event = QMouseEvent(QEvent.Type.MouseMove, at, over, none, none, free)
        QApplication.sendEvent(widget, event)

    def reopens(self):
        """Whatever was done, a project file can hold it and gives it back."""
        text = msgspec.json.encode(self.state.project)
        assert msgspec.json.decode(text, type=Project) == self.state.project

    def draw(self, points, button=LEFT):
        """Drag through places of the scene in the picture."""
        view = self.window.view
        self.drag(view, [view.to_view(*point).toPoint() for point in points], button)

    def choose(self, combo, text):
        """Pick an entry of a combo box, as from its open list."""
        self.bring(combo)
        combo.setFocus()
        row = combo.findText(text, Qt.MatchFlag.MatchStartsWith)
        assert row >= 0
        combo.setCurrentIndex(row)
        combo.activated.emit(combo.currentIndex())
        self.settle()

    def type(self, field, text):
        """Type into a number or a line of text and press Enter."""
        self.bring(field)
        field.setFocus()
        edit = field if isinstance(field, QLineEdit) else field.lineEdit()
        edit.selectAll()
        QTest.keyClicks(edit, text)
        QTest.keyClick(edit, Qt.Key.Key_Return)
        self.settle()

    def with_file_dialog(self, act, path):
        """Do `act`, which opens a file dialog, and type `path` into it."""
        seen = []

        def answer(tries=100):
            dialog = QApplication.activeModalWidget()
            if seen and dialog is None:
                return
            if tries == 0 or isinstance(dialog, QMessageBox):
                seen.append(dialog)
                dialog.reject()  # a question about the name: say no, and type it again
            elif isinstance(dialog, QFileDialog):
                seen.append(dialog)
                edit = dialog.findChild(QLineEdit, "fileNameEdit")
                edit.setCompleter(None)  # its list would take the Enter, or put in another name
                edit.selectAll()
                QTest.keyClicks(edit, str(path))
                QTimer.singleShot(100, lambda: answer(tries - 1))
                QTest.keyClick(edit, Qt.Key.Key_Return)
                return
            QTimer.singleShot(100, lambda: answer(max(tries - 1, 0)))

        QTimer.singleShot(50, answer)
        act()
        self.window.activateWindow()  # as a window system does once a dialog is closed
        self.settle()

    def with_question(self, act, answer_text):
        """Do `act`, which asks a question, and press the button with this text."""
        asked = []

        def answer():
            box = QApplication.activeModalWidget()
            if isinstance(box, QMessageBox):
                asked.append(box.text())
                texts = {b.text().replace("&", ""): b for b in box.buttons()}
                QTest.mouseClick(texts.get(answer_text, box.buttons()[-1]), LEFT)
                if not box.isVisible():  # else the click was lost
                    over.append(True)
            if not over:
                QTimer.singleShot(30, answer)

        over = []
        QTimer.singleShot(30, answer)
        act()
        self.app.processEvents()
        over.append(True)  # what is asked later is another one's to answer
        return asked
