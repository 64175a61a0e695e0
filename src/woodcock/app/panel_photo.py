"""Photo step: frame size, rate, length, and the photo's place in the frame."""

from __future__ import annotations

from collections.abc import Callable

from msgspec.structs import replace
from PySide6.QtWidgets import QComboBox, QHBoxLayout, QSpinBox, QWidget

from woodcock.app.controls.fields import Number, note, push, section
from woodcock.app.controls.panels import Panel
from woodcock.app.state import State
from woodcock.model import FRAME_SIZES, RATES, Placement, Project
from woodcock.session import acts
from woodcock.stage.placement import cover_scale


class PhotoPanel(Panel):
    def __init__(
        self, state: State, open_photo: Callable[[], None], enlarge: Callable[[float], None]
    ) -> None:
        super().__init__(state, "Photo")
        self.about = note()
        self.add(self.about)
        self.open_button = push(
            "Open a photo …", "Choose a JPEG, PNG, TIFF or WebP file (Ctrl+O)", open_photo,
            "folder-open",
        )  # fmt: skip
        self.add(self.open_button)
        self.add(section("Frame"))
        form = self.form()
        self.size_box = QComboBox()
        self.size_box.setToolTip("How large the exported clip is")
        self.size_box.setMinimumWidth(110)
        for width, height in FRAME_SIZES:
            shape = "upright" if height > width else "square" if height == width else ""
            self.size_box.addItem(f"{width} × {height}  {shape}".strip(), (width, height))
        self.size_box.addItem("Own size", None)
        self.size_box.activated.connect(self._choose_size)
        form.row("Size", self.size_box)
        self.width_box, self.height_box = QSpinBox(), QSpinBox()
        pair = QWidget()
        row = QHBoxLayout(pair)
        row.setContentsMargins(0, 0, 0, 0)
        for box, tip in ((self.width_box, "Frame width in pixels"),
                         (self.height_box, "Frame height in pixels")):  # fmt: skip
            box.setRange(16, 8192)
            box.setAccessibleName(tip)
            box.setMinimumWidth(56)
            box.setSingleStep(2)
            box.setToolTip(tip)
            box.setKeyboardTracking(False)
            box.setButtonSymbols(QSpinBox.ButtonSymbols.NoButtons)
            box.valueChanged.connect(self._typed_size)
            row.addWidget(box)
        form.row("Width, height", pair)
        self.rate = QComboBox()
        self.rate.setToolTip("Frames a second")
        for rate in RATES:
            self.rate.addItem(f"{rate:g} fps", rate)
        self.rate.activated.connect(lambda: self._frame("Frame rate", rate=self.rate.currentData()))
        form.row("Frame rate", self.rate)
        self.seconds = Number(0.2, 600, 0.5, 2, "s", "How long the clip lasts; keys move along")
        self.seconds.edited.connect(lambda value: self._frame("Length", seconds=value))
        form.row("Length", self.seconds)
        self.add(section("Photo in the frame"))
        form = self.form()
        self.zoom = Number(5, 2000, 1, 1, "%", "How large the photo stands; 100 % just covers")
        self.zoom.edited.connect(self._zoom)
        form.row("Size", self.zoom)
        buttons = QWidget()
        row = QHBoxLayout(buttons)
        row.setContentsMargins(0, 0, 0, 0)
        row.addWidget(push("Cover", "Enlarge the photo until it covers the frame", self._cover))
        row.addWidget(
            push("Fit", "Show the whole photo; the rest of the frame is empty", self._fit)
        )
        row.addWidget(push("1:1", "One photo pixel a frame pixel", self._one_to_one))
        form.wide(buttons)
        self.advice = note(name="warning")
        self.add(self.advice)
        form = self.form()
        self.factor = Number(1.05, 4, 0.25, 2, "×", "How many times as many pixels across")
        self.factor.show_value(2)
        form.row("More pixels", self.factor)
        self.enlarge = push(
            "Enlarge the photo itself", "Gives a photo that is too small for the frame more "
            "pixels, as sharp as can be; all that was cut grows with it",
            lambda: enlarge(self.factor.value()), "zoom-in",
        )  # fmt: skip
        form.wide(self.enlarge)
        self.add(note("Drag the photo to place it; turn the wheel to make it larger or smaller."))
        self.end()

    def refresh(self) -> None:
        project = self.state.project
        photo, frame = project.photo, project.frame
        self.open_button.setText("Open another photo …" if photo else "Open a photo …")
        self.about.setText(
            f"{photo.name}\n{photo.width} × {photo.height} pixels, "
            f"{photo.width * photo.height / 1e6:.1f} megapixels"
            if photo
            else "No photo yet."
        )
        sizes = [self.size_box.itemData(i) for i in range(self.size_box.count())]
        present = (frame.width, frame.height)
        self.size_box.setCurrentIndex(sizes.index(present) if present in sizes else len(sizes) - 1)
        for box, value in ((self.width_box, frame.width), (self.height_box, frame.height)):
            box.blockSignals(True)
            box.setValue(value)
            box.blockSignals(False)
        self.rate.setCurrentIndex(RATES.index(frame.rate))
        self.seconds.show_value(frame.seconds)
        self.zoom.show_value(project.placement.zoom * 100)
        for part in (self.zoom, self.factor, self.enlarge):
            part.setEnabled(photo is not None)
        self.advice.setText("")
        if photo:
            scale = cover_scale(photo, present) * project.placement.zoom
            if project.placement.zoom < 0.999:
                self.advice.setText("The photo does not cover the frame: its border will show.")
            elif scale > 1.25:
                self.advice.setText(
                    f"The photo stands {scale:.1f} times as large as it is and will look soft. "
                    "Give it more pixels, or choose a smaller frame."
                )
        self.advice.setVisible(bool(self.advice.text()))

    def _frame(self, name: str, **changes: object) -> None:
        self.state.act(name, lambda p: acts.set_frame(p, replace(p.frame, **changes)))

    def _choose_size(self) -> None:
        size = self.size_box.currentData()
        if size:
            self._frame("Frame size", width=size[0], height=size[1])
        else:
            self.width_box.setFocus()

    def _typed_size(self) -> None:
        self._frame("Frame size", width=self.width_box.value(), height=self.height_box.value())

    def _zoom(self, value: float) -> None:
        self.state.act(
            "Enlarge the photo",
            lambda p: acts.place_photo(p, replace(p.placement, zoom=value / 100)),
            "zoom",
        )

    def _cover(self) -> None:
        self.state.act("Cover the frame", lambda p: acts.place_photo(p, Placement()))

    def _fit(self) -> None:
        def fit(project: Project) -> Project:
            photo, frame = project.photo, project.frame
            if photo is None:
                return project
            sides = frame.width / photo.width, frame.height / photo.height
            return acts.place_photo(project, Placement(zoom=min(sides) / max(sides)))

        self.state.act("Fit the photo", fit)

    def _one_to_one(self) -> None:
        def exact(project: Project) -> Project:
            if project.photo is None:
                return project
            size = project.frame.width, project.frame.height
            zoom = 1 / cover_scale(project.photo, size)
            return acts.place_photo(project, replace(project.placement, zoom=zoom))

        self.state.act("Photo at 1:1", exact)
