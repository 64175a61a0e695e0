"""Who has how much of the window, step by step: the picture comes first."""

from __future__ import annotations

from typing import TYPE_CHECKING

from msgspec.structs import replace
from PySide6.QtCore import QByteArray, QObject, Qt, QTimer

from woodcock.app import theme
from woodcock.session.layout import PANEL, Layout, keep_layout, kept_layout

if TYPE_CHECKING:
    from woodcock.app.window import MainWindow

_LEAST, _SETTLE = 320, 800  # pixels that the picture keeps; ms until a drag is written down
_FLAT = ("Photo", "Separate", "Rebuild")  # steps without time


class Room(QObject):
    """Shows and hides the parts of the window around the picture, and remembers how."""

    def __init__(self, window: MainWindow) -> None:
        super().__init__(window)
        self._window = window
        self.layout = kept_layout()
        window.state.folds = self.layout.folded
        self.alone = False  # nothing but the picture is shown
        self._filled = False  # the screen
        self._later = QTimer(self, singleShot=True, interval=_SETTLE)
        self._later.timeout.connect(self._keep)

    def refresh(self) -> None:
        """Arrange the window for the step."""
        window, step = self._window, self._window.state.step
        shown, alone = self.layout.of(step), self.alone
        layers = window.state.project.photo is not None
        window.side.setFixedWidth(theme.px(self.layout.panel))
        window.list.set_height(self.layout.list_height)
        window.timeline.set_height(self.layout.lanes_height)
        for part, there in (
            (window.path, not alone), (window.menuBar(), not alone), (window.toolbox, not alone),
            (window.statusBar(), not alone),
            (window.side_edge, not alone), (window.side, not alone),
            (window.list, not shown.lanes and step != "Export" and layers),
            (window.rail, shown.rail and not alone),
            (window.timeline, not alone and (shown.lanes or step not in _FLAT)),
        ):  # fmt: skip
            if part.isHidden() == there:
                part.setVisible(there)
        window.list_edge.setVisible(not window.list.isHidden())
        window.timeline.show_lanes(shown.lanes)

    def shown(self) -> dict[str, bool]:
        """What can be switched, and whether it is on."""
        here = self.layout.of(self._window.state.step)
        return {"rail": here.rail, "lanes": here.lanes, "alone": self.alone}

    def switch(self, part: str) -> None:
        """Show the "rail" or the "lanes" in this step, or no more."""
        step = self._window.state.step
        shown = self.layout.of(step)
        changed = {part: not getattr(shown, part)}
        self._set(self.layout.with_step(step, replace(shown, **changed)))

    def switch_alone(self) -> None:
        """The picture alone, or everything again."""
        self.alone = not self.alone
        if not self.alone and self._filled:
            self._fill(False)
        self._window.refresh()
        self._window.view.setFocus()

    def play_on_screen(self) -> None:
        """Play the clip over the whole screen, or end that."""
        self.alone = not self._filled
        self._fill(self.alone)
        self._window.refresh()
        self._window.view.fit()
        self._window.view.setFocus()
        if self.alone != self._window.state.playing:
            self._window.player.toggle()

    def leave(self) -> bool:
        """Come back from the picture alone; False if it is not."""
        if self._filled:
            self.play_on_screen()
        elif self.alone:
            self.switch_alone()
        else:
            return False
        return True

    def set_panel(self, pixels: int) -> None:
        """How wide the panel is; 0 as it was made."""
        one = theme.px(100) / 100  # what is remembered is for text of the usual size
        most = min(PANEL[1], round((self._window.width() - _LEAST) / one))
        asked = min(max(round(pixels / one), PANEL[0]), max(most, PANEL[0]))
        wide = asked if pixels else Layout().panel
        self._set(replace(self.layout, panel=wide))

    def set_list(self, pixels: int) -> None:
        """How high the layer list beside the picture is; 0 as its rows need."""
        most = self._window.side.height() // 2
        self._set(replace(self.layout, list_height=min(pixels, most)))

    def set_lanes(self, pixels: int) -> None:
        """How high the lanes are; 0 as their rows need."""
        self._set(replace(self.layout, lanes_height=self._window.timeline.fitting(pixels)))

    def toured(self) -> None:
        """The tour was taken, or left: it comes no more by itself."""
        self._set(replace(self.layout, toured=True))

    def restore(self) -> bool:
        """Put the window where it was; False where that is not known."""
        said = QByteArray.fromBase64(self.layout.window.encode())
        return bool(said) and self._window.restoreGeometry(said)

    def close(self) -> None:
        """Write down how the window is left."""
        self._later.stop()
        if not self._filled:
            place = self._window.saveGeometry().toBase64().data()
            self.layout = replace(self.layout, window=bytes(place).decode())
        self._keep()

    def _fill(self, on: bool) -> None:
        self._filled = on
        state = self._window.windowState()
        full = Qt.WindowState.WindowFullScreen
        self._window.setWindowState(state | full if on else state & ~full)

    def _set(self, layout: Layout) -> None:
        self.layout = layout
        self._later.start()
        self._window.refresh()

    def _keep(self) -> None:
        self.layout = replace(self.layout, folded=self._window.state.folds)
        keep_layout(self.layout)
