"""Preferences: the size of text, learned models in place of what ships, memory for undo."""

from __future__ import annotations

from functools import partial
from pathlib import Path

from msgspec.structs import replace
from PySide6.QtCore import Qt
from PySide6.QtWidgets import (
    QCheckBox,
    QComboBox,
    QDialog,
    QDialogButtonBox,
    QFileDialog,
    QGridLayout,
    QLineEdit,
    QWidget,
)

from woodcock.app import theme
from woodcock.app.controls.fields import Number, note, push
from woodcock.app.controls.file_kinds import MODELS
from woodcock.app.controls.plain import Label
from woodcock.session.preferences import keep_preferences, machine_memory, preferences
from woodcock.texts import languages, tr, tr_noop, within

_MODELS = (
    ("subject_model", tr_noop("Finding the subject")),
    ("nearness_model", tr_noop("Near to far")),
    ("enlarging_model", tr_noop("Enlarging a photo")),
)


_WIDE = 560
_TEXT_SIZES = (0, 90, 100, 110, 120, 135, 150)  # per cent; 0 is the system's


class PreferencesDialog(QDialog):
    def __init__(self, parent: QWidget) -> None:
        super().__init__(parent)
        self.setWindowTitle(tr("Preferences"))
        self.setAttribute(Qt.WidgetAttribute.WA_DeleteOnClose)
        wide = theme.px(_WIDE)
        self.setMinimumWidth(wide)
        grid = QGridLayout(self)
        grid.setContentsMargins(18, 16, 18, 16)
        grid.setVerticalSpacing(10)
        about = note(
            tr(
                "A learned model from an ONNX file can stand in for what ships. The first two "
                "take one picture of 3 × 320 × 320 (RGB, ImageNet mean and spread) and give one "
                "number a pixel: how much it belongs to the subject, or how near it is. The third "
                "takes pieces of 3 × 160 × 160 (RGB, 0 to 1) and gives them a whole number of "
                "times larger. Leave a field empty to use what ships."
            )
        )
        about.setMinimumHeight(about.heightForWidth(wide - 36))  # all of it, in the width there is
        grid.addWidget(about, 0, 0, 1, 3)
        self.paths: dict[str, QLineEdit] = {}
        kept = preferences()
        for row, (name, text) in enumerate(_MODELS, 1):
            text = tr(text)
            field = QLineEdit(getattr(kept, name))
            field.setPlaceholderText(tr("what ships"))
            field.setToolTip(tr("Path of an ONNX file"))
            field.setClearButtonEnabled(True)
            self.paths[name] = field
            grid.addWidget(Label(text), row, 0)
            grid.addWidget(field, row, 1)
            choose = push(
                tr("Choose …"),
                tr("Choose a model for: {what}", what=within(text)),
                partial(self._choose, name),
            )
            grid.addWidget(choose, row, 2)
        row = len(_MODELS) + 1
        usual = machine_memory() // 4 // 1_000_000
        self.undo = Number(
            0,
            1_000_000,
            100,
            0,
            "MB",
            tr(
                "How much memory undo may take up; 0 is a quarter of this machine's, {usual:,} MB",
                usual=usual,
            ),
        )
        self.undo.setSpecialValueText(tr("a quarter: {usual:,} MB", usual=usual))
        self.undo.setMinimumWidth(160)
        self.undo.show_value(kept.undo_megabytes)
        grid.addWidget(Label(tr("Memory for undo")), row, 0)
        grid.addWidget(self.undo, row, 1, Qt.AlignmentFlag.AlignLeft)
        self.cache = Number(
            0, 1_000_000, 100, 0, "MB",
            tr("How much of what was rebuilt is kept on disk, so that a project opens at once"),
        )  # fmt: skip
        self.cache.setMinimumWidth(160)
        self.cache.show_value(kept.cache_megabytes)
        row += 1
        grid.addWidget(Label(tr("Kept on disk")), row, 0)
        grid.addWidget(self.cache, row, 1, Qt.AlignmentFlag.AlignLeft)
        self.text_size = QComboBox()
        for percent in _TEXT_SIZES:
            self.text_size.addItem(f"{percent} %" if percent else tr("As the system's"), percent)
        self.text_size.setCurrentIndex(max(self.text_size.findData(kept.text_percent), 0))
        self.text_size.setToolTip(tr("How large the window's text is, from the next start on"))
        row += 1
        grid.addWidget(Label(tr("Size of text")), row, 0)
        grid.addWidget(self.text_size, row, 1, Qt.AlignmentFlag.AlignLeft)
        self.language = QComboBox()
        for code, text in (("", tr("As the system's")), *languages().items()):
            self.language.addItem(text, code)
        self.language.setCurrentIndex(max(self.language.findData(kept.language), 0))
        self.language.setToolTip(tr("What Woodcock speaks, from the next start on"))
        row += 1
        grid.addWidget(Label(tr("Language")), row, 0)
        grid.addWidget(self.language, row, 1, Qt.AlignmentFlag.AlignLeft)
        self.second = QComboBox()
        for text, value in (
            (tr("A window of its own"), "new"),
            (tr("The window that is open"), "running"),
        ):
            self.second.addItem(text, value)
        self.second.setCurrentIndex(max(self.second.findData(kept.second_start), 0))
        self.second.setToolTip(
            tr("Where a file goes that is opened from the desktop while a window is open")
        )
        row += 1
        grid.addWidget(Label(tr("Files from the desktop")), row, 0)
        grid.addWidget(self.second, row, 1, Qt.AlignmentFlag.AlignLeft)
        self.metadata = QCheckBox(tr("Keep what added videos and sounds say of themselves"))
        self.metadata.setToolTip(
            tr("Where, when and by whom they were made: it would go on in the project's file")
        )
        self.metadata.setChecked(kept.keep_metadata)
        row += 1
        grid.addWidget(self.metadata, row, 0, 1, 3)
        self.buttons = QDialogButtonBox(
            QDialogButtonBox.StandardButton.Ok | QDialogButtonBox.StandardButton.Cancel
        )
        self.buttons.accepted.connect(self._keep)
        self.buttons.rejected.connect(self.reject)
        self.problem = note(name="warning")
        grid.addWidget(self.problem, row + 1, 0, 1, 3)
        grid.addWidget(self.buttons, row + 2, 0, 1, 3)

    def _choose(self, name: str) -> None:
        path, _ = QFileDialog.getOpenFileName(self, tr("Choose a model"), "", str(MODELS))
        if path:
            self.paths[name].setText(path)

    def _keep(self) -> None:
        texts = {name: field.text().strip() for name, field in self.paths.items()}
        missing = [text for text in texts.values() if text and not Path(text).is_file()]
        if missing:
            name = Path(missing[0]).name
            self.problem.setText(
                tr("{name} was not found. Choose it again, or clear the field.", name=name)
            )
            return
        for number in (self.undo, self.cache):
            number.interpretText()  # what was typed and not left yet
        keep_preferences(replace(
            preferences(), **texts, undo_megabytes=round(self.undo.value()),
            cache_megabytes=round(self.cache.value()),
            text_percent=self.text_size.currentData(), second_start=self.second.currentData(),
            language=self.language.currentData(), keep_metadata=self.metadata.isChecked(),
        ))  # fmt: skip
        self.accept()
