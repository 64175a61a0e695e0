"""The timeline: layers near on top at the left, lanes with pegs at the right, the playhead."""

from __future__ import annotations

from collections.abc import Callable

from PySide6.QtCore import QSize, Qt, Signal
from PySide6.QtWidgets import (
    QFrame,
    QHBoxLayout,
    QScrollArea,
    QVBoxLayout,
    QWidget,
)

from woodcock.app import icons, theme
from woodcock.app.controls.edge import Edge
from woodcock.app.controls.fields import tool
from woodcock.app.controls.plain import Label
from woodcock.app.layer_list import search_field
from woodcock.app.picture.previews import Previews
from woodcock.app.state import State
from woodcock.app.timeline.curve_view import CurveView
from woodcock.app.timeline.lanes import Lanes
from woodcock.app.timeline.play_menu import PlayMenu
from woodcock.app.timeline.rows import ROW, Rows, list_width
from woodcock.app.timeline.ruler import Ruler
from woodcock.app.work import Work
from woodcock.model import owners_of
from woodcock.session.pegs import neighbour, pegs_of
from woodcock.texts import number, tr

_HEAD, _SCROLL, _WIDE = 35, 9, 16777215  # pixels: above the rows, of the scroll bar, no limit
_FEWEST, _MOST = 5, 7  # rows shown at once, unless a person wants more
_ABOVE = 452  # pixels of the window that the picture and the rest need at least

_BAR = Qt.ScrollBarPolicy.ScrollBarAlwaysOn


class Timeline(QFrame):
    """Transport, ruler and rows."""

    play = Signal()

    def __init__(
        self, state: State, previews: Previews, work: Work, resize: Callable[[int], object]
    ) -> None:
        super().__init__()
        self.setObjectName("timeline")
        self.state = state
        self._wanted = theme.px(_HEAD) + _FEWEST * ROW  # pixels high
        self._chosen = 0  # pixels high as a person wants it; 0: as many as there are rows
        self._with_lanes = True
        self.setMinimumHeight(self._wanted)
        self.ruler = Ruler(state, previews)
        self.rows = Rows(state)
        self.lanes = Lanes(state, self.ruler, self.rows, work)
        self.curves = CurveView(state, self.ruler, self.lanes.hand)
        self.curves.hide()
        self.rows.changed.connect(self.refresh)
        self.play_button = tool("play", tr("Play or pause (Space)"), self.play.emit)
        self.search = search_field(self.rows)
        self.search.setFixedWidth(theme.px(64))
        self.clock = Label()
        self.clock.setToolTip(tr("The playhead: seconds, and which frame of how many"))
        self.clock.setObjectName("dim")
        bar = QHBoxLayout()
        bar.setContentsMargins(8, 0, 8, 0)
        bar.setSpacing(2)
        bar.addWidget(tool("skip-back", tr("To the start (Home)"), lambda: state.seek(0)))
        bar.addWidget(tool("step-back", tr("One frame back (Left)"), lambda: self.step(-1)))
        bar.addWidget(self.play_button)
        bar.addWidget(tool("step-forward", tr("One frame on (Right)"), lambda: self.step(1)))
        bar.addWidget(
            tool(
                "skip-forward", tr("To the end (End)"), lambda: state.seek(state.project.frame.last)
            )
        )
        self.curve_button = tool(
            "spline", tr("Curves of what is chosen, in place of the lanes"), self._curves, True
        )
        self.pace = PlayMenu(state)
        bar.addWidget(self.pace)
        bar.addWidget(self.curve_button)
        bar.addWidget(self.search)
        bar.addStretch(1)
        bar.addWidget(self.clock)
        transport = QWidget()
        transport.setLayout(bar)
        transport.setFixedWidth(list_width())
        head = QHBoxLayout()
        head.setContentsMargins(0, 0, _SCROLL, 0)
        head.setSpacing(0)
        head.addWidget(transport)
        head.addWidget(self.ruler, 1)
        self.scroll_area = QScrollArea()
        body = QWidget()
        line = QHBoxLayout(body)
        line.setContentsMargins(0, 0, 0, 0)
        line.setSpacing(0)
        line.addWidget(self.rows, 0, Qt.AlignmentFlag.AlignTop)
        line.addWidget(self.lanes, 1, Qt.AlignmentFlag.AlignTop)
        self.scroll_area.setWidget(body)
        self.scroll_area.setWidgetResizable(True)
        self.scroll_area.setFocusPolicy(Qt.FocusPolicy.NoFocus)
        self.scroll_area.setVerticalScrollBarPolicy(_BAR)
        self.scroll_area.setHorizontalScrollBarPolicy(Qt.ScrollBarPolicy.ScrollBarAlwaysOff)
        layout = QVBoxLayout(self)
        layout.setContentsMargins(0, 0, 0, 0)
        layout.setSpacing(0)
        self.edge = Edge(self, resize, tr("Drag for more or fewer lanes"))
        layout.addWidget(self.edge)
        layout.addLayout(head)
        self._lower = QWidget()
        lower = QHBoxLayout(self._lower)
        lower.setContentsMargins(0, 0, 0, 0)
        lower.setSpacing(0)
        lower.addWidget(self.scroll_area, 1)
        lower.addWidget(self.curves, 1)
        layout.addWidget(self._lower, 1)
        state.changed.connect(self.refresh)
        state.time_changed.connect(self.refresh_time)
        self.refresh()

    def sizeHint(self) -> QSize:
        return QSize(900, self._wanted)

    def refresh(self) -> None:
        self.rows.refresh()
        self.lanes.refresh()
        shown = min(max(len(self.rows.lines), _FEWEST), _MOST)
        if self.state.tools.curves:
            shown = _MOST
        self._wanted = self._chosen or theme.px(_HEAD) + shown * ROW
        least = self._wanted if self._chosen else theme.px(_HEAD) + _FEWEST * ROW
        if not self._with_lanes:
            self._wanted = least = theme.px(_HEAD)
        self.setMinimumHeight(least)
        self.setMaximumHeight(self._wanted)
        self.updateGeometry()
        self.pace.refresh()
        icons.put(self.play_button, "pause" if self.state.playing else "play")
        self.refresh_time()

    def refresh_time(self) -> None:
        frame = self.state.project.frame
        index = frame.index(self.state.time) + 1
        self.clock.setText(f"{number(self.state.time, '.2f')} s · {index}/{frame.count}")
        self.ruler.update()
        if self.state.opened:  # values at the playhead
            self.rows.update()
        self.lanes.update()
        self.curves.update()

    def show_lanes(self, on: bool) -> None:
        """With lanes, or only ruler and transport."""
        if on != self._with_lanes:
            self._with_lanes = on
            self._lower.setVisible(on)
            self.edge.setVisible(on)
            self.search.setVisible(on)
            self.curve_button.setVisible(on)
            self.refresh()

    def set_height(self, pixels: int) -> None:
        """So high, with lanes; 0: as the rows need."""
        if pixels != self._chosen:
            self._chosen = pixels
            self.refresh()

    def fitting(self, pixels: int) -> int:
        """The height nearest to a wanted one for which the window has room; 0 is 0."""
        room = self.window().height() - _ABOVE
        return min(max(pixels, theme.px(_HEAD) + 2 * ROW), room) if pixels else 0

    def step(self, frames: int) -> None:
        """Go some frames on, or back."""
        self.state.seek(self.state.time + self.state.project.frame.time(frames))

    def jump(self, forward: bool) -> None:
        """Go to the next key of the chosen lane, or the one before; of all lanes if it has none."""
        state = self.state
        own = [state.lane] if pegs_of(state.project, state.lane) else owners_of(state.project)
        time = neighbour(state.project, own, state.time, forward)
        if time is not None:
            state.seek(time)

    def _curves(self) -> None:
        """Curves in place of the lanes, or lanes again."""
        shown = self.state.tools.curves = self.curve_button.isChecked()
        self.lanes.setVisible(not shown)
        self.curves.setVisible(shown)
        bar = Qt.ScrollBarPolicy.ScrollBarAlwaysOff if shown else _BAR
        self.scroll_area.setVerticalScrollBarPolicy(bar)
        self.scroll_area.setMinimumWidth(list_width())
        self.scroll_area.setMaximumWidth(list_width() if shown else _WIDE)
        self.refresh()
