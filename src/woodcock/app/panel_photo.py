"""Photo step: frame size, rate, length, and the photo's place in the frame."""

from __future__ import annotations

from collections.abc import Callable

from msgspec.structs import replace
from PySide6.QtWidgets import QComboBox, QHBoxLayout, QSpinBox, QWidget

from woodcock.app.controls.fields import Number, note, push, section
from woodcock.app.controls.panels import Panel
from woodcock.app.state import State
from woodcock.model import FRAME_SIZES, RATES, Frame, Placement, Project
from woodcock.session import acts
from woodcock.session.recent import last_frame
from woodcock.stage.placement import cover_scale
from woodcock.texts import tr


class PhotoPanel(Panel):
    def __init__(
        self, state: State, open_photo: Callable[[], None], enlarge: Callable[[float], None]
    ) -> None:
        super().__init__(state, "Photo")
        self._opening = -1
        self._last: Frame | None = None
        self.about = note()
        self.add(self.about)
        self.open_button = push(
            tr("Open a photo …"), tr("Choose a JPEG, PNG, TIFF or WebP file (Ctrl+O)"), open_photo,
            "folder-open",
        )  # fmt: skip
        self.add(self.open_button)
        self.add(section(tr("Frame")))
        form = self.form()
        self.size_box = QComboBox()
        self.size_box.setToolTip(tr("How large the exported clip is"))
        self.size_box.setMinimumWidth(110)
        for width, height in FRAME_SIZES:
            shape = tr("upright") if height > width else tr("square") if height == width else ""
            self.size_box.addItem(f"{width} × {height}  {shape}".strip(), (width, height))
        self.size_box.addItem(tr("Own size"), None)
        self.size_box.activated.connect(self._choose_size)
        form.row(tr("Size"), self.size_box)
        self.width_box, self.height_box = QSpinBox(), QSpinBox()
        pair = QWidget()
        row = QHBoxLayout(pair)
        row.setContentsMargins(0, 0, 0, 0)
        for box, tip in ((self.width_box, tr("Frame width in pixels")),
                         (self.height_box, tr("Frame height in pixels"))):  # fmt: skip
            box.setRange(16, 8192)
            box.setAccessibleName(tip)
            box.setMinimumWidth(56)
            box.setSingleStep(2)
            box.setToolTip(tip)
            box.setKeyboardTracking(False)
            box.setButtonSymbols(QSpinBox.ButtonSymbols.NoButtons)
            box.valueChanged.connect(self._typed_size)
            row.addWidget(box)
        form.row(tr("Width, height"), pair)
        self.rate = QComboBox()
        self.rate.setToolTip(tr("Frames a second"))
        for rate in RATES:
            self.rate.addItem(tr("{rate:g} fps", rate=rate), rate)
        self.rate.activated.connect(
            lambda: self._frame(tr("Frame rate"), rate=self.rate.currentData())
        )
        form.row(tr("Frame rate"), self.rate)
        self.seconds = Number(0.2, 600, 0.5, 2, "s", tr("How long the clip lasts; keys move along"))
        self.seconds.edited.connect(lambda value: self._frame(tr("Length"), seconds=value))
        form.row(tr("Length"), self.seconds)
        self.last = push(
            "", tr("Size, rate and length of the frame of the last project"), self._as_last,
            "rotate-cw",
        )  # fmt: skip
        form.wide(self.last)
        self.add(section(tr("Photo in the frame")))
        form = self.form()
        self.zoom = Number(5, 2000, 1, 1, "%", tr("How large the photo stands; 100 % just covers"))
        self.zoom.edited.connect(self._zoom)
        form.row(tr("Size"), self.zoom)
        buttons = QWidget()
        row = QHBoxLayout(buttons)
        row.setContentsMargins(0, 0, 0, 0)
        row.addWidget(
            push(tr("Cover"), tr("Enlarge the photo until it covers the frame"), self._cover)
        )
        row.addWidget(
            push(tr("Fit"), tr("Show the whole photo; the rest of the frame is empty"), self._fit)
        )
        row.addWidget(push("1:1", tr("One photo pixel a frame pixel"), self._one_to_one))
        form.wide(buttons)
        self.advice = note(name="warning")
        self.add(self.advice)
        form = self.form()
        self.factor = Number(1.05, 4, 0.25, 2, "×", tr("How many times as many pixels across"))
        self.factor.show_value(2)
        form.row(tr("More pixels"), self.factor)
        self.enlarge = push(
            tr("Enlarge the photo itself"), tr("Gives a photo that is too small for the frame more "
            "pixels, as sharp as can be; all that was cut grows with it"),
            lambda: enlarge(self.factor.value()), "zoom-in",
        )  # fmt: skip
        form.wide(self.enlarge)
        self.add(
            note(tr("Drag the photo to place it; turn the wheel to make it larger or smaller."))
        )
        self.end()

    def _as_last(self) -> None:
        last = self._last
        if last is not None:
            self.state.act(tr("Frame as the last"), lambda p: acts.set_frame(p, last))

    def refresh(self) -> None:
        project = self.state.project
        photo, frame = project.photo, project.frame
        self.open_button.setText(tr("Open another photo …") if photo else tr("Open a photo …"))
        self.about.setText(
            tr(
                "{name}\n{width} × {height} pixels, {megapixels:.1f} megapixels",
                name=photo.name,
                width=photo.width,
                height=photo.height,
                megapixels=photo.width * photo.height / 1000000.0,
            )
            if photo
            else tr("No photo yet.")
        )
        if self._opening != self.state.openings:  # it is read once for each project
            self._opening, self._last = self.state.openings, last_frame()
        last = self._last if photo else None
        self.last.setVisible(last is not None and last != frame)
        if last is not None:
            self.last.setText(
                tr(
                    "As the last: {width} × {height}, {rate:g} fps, {seconds:g} s",
                    width=last.width,
                    height=last.height,
                    rate=last.rate,
                    seconds=last.seconds,
                )
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
                self.advice.setText(tr("The photo does not cover the frame: its border will show."))
            elif scale > 1.25:
                self.advice.setText(
                    tr(
                        "The photo stands {scale:.1f} times as large as it is and will look soft. "
                        "Give it more pixels, or choose a smaller frame.",
                        scale=scale,
                    )
                )
        self.advice.setVisible(bool(self.advice.text()))

    def _frame(self, name: str, **changes: object) -> None:
        self.state.act(name, lambda p: acts.set_frame(p, replace(p.frame, **changes)))

    def _choose_size(self) -> None:
        size = self.size_box.currentData()
        if size:
            self._frame(tr("Frame size"), width=size[0], height=size[1])
        else:
            self.width_box.setFocus()

    def _typed_size(self) -> None:
        self._frame(tr("Frame size"), width=self.width_box.value(), height=self.height_box.value())

    def _zoom(self, value: float) -> None:
        self.state.act(
            tr("Enlarge the photo"),
            lambda p: acts.place_photo(p, replace(p.placement, zoom=value / 100)),
            "zoom",
        )

    def _cover(self) -> None:
        self.state.act(tr("Cover the frame"), lambda p: acts.place_photo(p, Placement()))

    def _fit(self) -> None:
        def fit(project: Project) -> Project:
            photo, frame = project.photo, project.frame
            if photo is None:
                return project
            sides = frame.width / photo.width, frame.height / photo.height
            return acts.place_photo(project, Placement(zoom=min(sides) / max(sides)))

        self.state.act(tr("Fit the photo"), fit)

    def _one_to_one(self) -> None:
        def exact(project: Project) -> Project:
            if project.photo is None:
                return project
            size = project.frame.width, project.frame.height
            zoom = 1 / cover_scale(project.photo, size)
            return acts.place_photo(project, replace(project.placement, zoom=zoom))

        self.state.act(tr("Photo at 1:1"), exact)
