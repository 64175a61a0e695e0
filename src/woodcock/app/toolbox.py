"""The tools of the step, and the zoom of the picture."""

from __future__ import annotations

from PySide6.QtCore import QSize, Qt
from PySide6.QtGui import QResizeEvent
from PySide6.QtWidgets import QButtonGroup, QFrame, QToolButton, QVBoxLayout, QWidget

from woodcock.app import icons, theme
from woodcock.app.controls.fields import tool
from woodcock.app.controls.plain import Label
from woodcock.app.picture.view import PictureView
from woodcock.app.state import State
from woodcock.texts import tr, tr_noop

TOOLS = {
    "Separate": (
        (
            "grow",
            "expand",
            tr_noop("Grow"),
            tr_noop("Paint roughly over a thing: the cut grows to its edges"),
        ),
        (
            "touch",
            "pointer",
            tr_noop("Touch"),
            tr_noop("Click a thing, again for more of it; drag a box round it"),
        ),
        (
            "alike",
            "pipette",
            tr_noop("Alike"),
            tr_noop("Click a colour, or drag over several: takes all like them"),
        ),
        (
            "fine",
            "feather",
            tr_noop("Fine"),
            tr_noop("Paint over hair, reeds or rope at an edge: finds each strand"),
        ),
        (
            "trace",
            "route",
            tr_noop("Trace"),
            tr_noop("Click along an edge; the line keeps to it. Enter closes it"),
        ),
        (
            "outline",
            "spline",
            tr_noop("Outline"),
            tr_noop("Click corners, drag curves; nodes and handles can be moved afterwards"),
        ),
        ("lasso", "lasso", tr_noop("Lasso"), tr_noop("Draw freehand round a thing")),
        (
            "brush",
            "brush",
            tr_noop("Brush"),
            tr_noop("Paint a mask; size and hardness at the right"),
        ),
    ),
    "Rebuild": (
        (
            "look",
            "eye",
            tr_noop("Look"),
            tr_noop("See what was made up; choose a layer in the list"),
        ),
        (
            "remove",
            "eraser",
            tr_noop("Remove"),
            tr_noop(
                "Paint over something unwanted: it is filled from around it. Right button: back"
            ),
        ),
        (
            "anew",
            "dices",
            tr_noop("Fill anew"),
            tr_noop("Draw round a place: it is filled by another proposal"),
        ),
        (
            "transplant",
            "sprout",
            tr_noop("Transplant"),
            tr_noop("Draw round a place, then drag it over what should be there: it grows in"),
        ),
        (
            "clone",
            "copy-plus",
            tr_noop("Clone"),
            tr_noop("Paint a copy of another place; right-click picks it"),
        ),
        (
            "blend",
            "blend",
            tr_noop("Blend"),
            tr_noop("Paint over a seam: it melts into its surroundings"),
        ),
        ("smudge", "wind", tr_noop("Smudge"), tr_noop("Drag colours along")),
        (
            "colour",
            "paintbrush",
            tr_noop("Colour"),
            tr_noop("Paint a plain colour; right-click picks one"),
        ),
        (
            "sources",
            "map-pin",
            tr_noop("Sources"),
            tr_noop("Paint from where a cut's hole is filled, or from where not"),
        ),
    ),
    "Stage": (
        (
            "arrange",
            "layers",
            tr_noop("Arrange"),
            tr_noop("Select layers in the picture, drag them in the plan"),
        ),
        (
            "raise",
            "brush",
            tr_noop("Depth"),
            tr_noop("Paint on the depth map: left button nearer, right button farther"),
        ),
        (
            "ramp",
            "trending-up",
            tr_noop("Ramp"),
            tr_noop("Drag on the depth map: it slopes evenly between the ends"),
        ),
        (
            "level",
            "lasso",
            tr_noop("Level"),
            tr_noop("Draw round a part of the depth map: all of it gets one depth"),
        ),
    ),
    "Move": (
        (
            "slide",
            "move",
            tr_noop("Slide"),
            tr_noop("Drag to move the lens across and up: the selected layer follows"),
        ),
        ("push", "aperture", tr_noop("Push"), tr_noop("Drag up to go in, down to go back")),
        (
            "turn",
            "rotate-3d",
            tr_noop("Turn"),
            tr_noop("Drag to turn the lens right, left, up and down"),
        ),
        (
            "roll",
            "rotate-cw",
            tr_noop("Roll"),
            tr_noop("Drag sideways to roll the lens about its axis"),
        ),
        (
            "layer",
            "hand",
            tr_noop("Layer"),
            tr_noop("Drag the selected layer or carrier; Shift and a drag size it"),
        ),
        (
            "bend",
            "pin",
            tr_noop("Bend"),
            tr_noop(
                "Click on the selected layer to set pins; drag them at another time to bend it"
            ),
        ),
    ),
}


_HIGH, _ZOOM_HIGH = 42, 140  # pixels a tool, and what is below them


class Toolbox(QFrame):
    """A column of buttons with their names below them."""

    def __init__(self, state: State, view: PictureView) -> None:
        super().__init__()
        self.setObjectName("tools")
        self.state, self._view = state, view
        self.setFixedWidth(theme.px(78))
        self._column = QVBoxLayout(self)
        self._column.setContentsMargins(5, 6, 5, 6)
        self._column.setSpacing(2)
        self._column.setSizeConstraint(QVBoxLayout.SizeConstraint.SetNoConstraint)
        self.buttons: dict[str, QToolButton] = {}
        self._shown: dict[str, list[QWidget]] = {}
        self._undrawn: dict[str, list[tuple[QToolButton, str]]] = {}  # until they are first seen
        for step, tools in TOOLS.items():
            group = QButtonGroup(self)
            self._shown[step] = []
            for number, (value, symbol, name, tip) in enumerate(tools, 1):
                button = QToolButton()
                button.setText(tr(name))
                button.setIconSize(QSize(18, 18))
                button.setToolButtonStyle(Qt.ToolButtonStyle.ToolButtonTextUnderIcon)
                button.setCheckable(True)
                self._undrawn.setdefault(step, []).append((button, symbol))
                button.setToolTip(f"{tr(name)}: {tr(tip)} ({number})")
                button.setFixedSize(theme.px(68), theme.px(40))
                button.setStyleSheet(f"font-size: {theme.px(11)}px; padding: 2px 0;")
                button.clicked.connect(lambda _=False, s=step, v=value: self.take(s, v))
                group.addButton(button)
                self._column.addWidget(button)
                self.buttons[value] = button
                self._shown[step].append(button)
        self._column.addStretch(1)
        self._zoom: list[QWidget] = []
        self.percent = Label()
        self.percent.setObjectName("dim")
        self.percent.setAlignment(Qt.AlignmentFlag.AlignCenter)
        self.percent.setToolTip(tr("How large the picture is shown"))
        for button in (
            tool("zoom-in", tr("Larger (Ctrl++)"), lambda: view.set_zoom(view.zoom * 1.25)),
            tool("zoom-out", tr("Smaller (Ctrl+-)"), lambda: view.set_zoom(view.zoom / 1.25)),
            tool("maximize", tr("The whole picture (Ctrl+0)"), view.fit),
        ):
            self._column.addWidget(button, 0, Qt.AlignmentFlag.AlignHCenter)
            self._zoom.append(button)
        self._column.addWidget(self.percent)
        self._zoom.append(self.percent)
        view.zoomed.connect(lambda _: self._show_zoom())
        state.changed.connect(self.refresh)
        self.refresh()

    def refresh(self) -> None:
        tools = self.state.tools
        for button, symbol in self._undrawn.pop(self.state.step, ()):
            icons.put(button, symbol)
        # Hidden first: all at once they would make the window taller.
        for step in sorted(self._shown, key=lambda step: step == self.state.step):
            for widget in self._shown[step]:
                widget.setVisible(step == self.state.step)
        self.buttons[tools.separate].setChecked(True)
        self.buttons[tools.move].setChecked(True)
        self.buttons[tools.rebuild].setChecked(True)
        self.buttons[tools.stage].setChecked(True)
        self._make_room()
        self._show_zoom()
        self.setEnabled(self.state.project.photo is not None)

    def resizeEvent(self, event: QResizeEvent) -> None:
        self._make_room()

    def _make_room(self) -> None:
        """The tools come first: where it is low, the zoom is left to wheel and keys."""
        tools = len(self._shown.get(self.state.step, ())) * theme.px(_HIGH)
        self.setMinimumHeight(tools + 12)
        roomy = self.height() >= tools + _ZOOM_HIGH
        for widget in self._zoom:
            widget.setVisible(roomy)

    def _show_zoom(self) -> None:
        photo = self.state.project.photo
        self.percent.setText(f"{self._view.zoom * 100:.0f} %" if photo else "")

    def take(self, step: str, value: str) -> None:
        """Take a tool in hand, in its step."""
        self.state.go(step)
        setattr(self.state.tools, step.lower(), value)
        if step == "Stage" and value != "arrange" and not self.state.tools.depth_look:
            self.state.tools.depth_look = "colours"  # what is painted on is to be seen
        self.state.touch()
