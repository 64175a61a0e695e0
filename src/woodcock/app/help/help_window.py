"""The guide and what is new, beside the window: searched, with pictures, without a network."""

from __future__ import annotations

import re

from PySide6.QtCore import Qt, QUrl
from PySide6.QtGui import (
    QColor,
    QDesktopServices,
    QImage,
    QTextBlock,
    QTextBlockFormat,
    QTextCursor,
    QTextDocument,
)
from PySide6.QtWidgets import (
    QDialog,
    QHBoxLayout,
    QLineEdit,
    QListWidget,
    QListWidgetItem,
    QTextBrowser,
    QTextEdit,
    QVBoxLayout,
    QWidget,
)

from woodcock.app import theme
from woodcock.app.help.pages import FOLDER, Section, sections, text_of, with_words
from woodcock.texts import tr, tr_noop

TITLES = {"guide": tr_noop("Guide"), "changes": tr_noop("What's new")}
_LIST, _PICTURE_WIDE, _RIM = 230, 640, 28  # pixels; the last is round the text
_BAR = 60  # pixels of the window's own rims and the scroll bar
_LINE, _ABOVE = 130.0, 9.0  # per cent of a line's height, pixels above a paragraph
_PICTURE = "\ufffc"  # what stands for one in a text
_ROLE = Qt.ItemDataRole.UserRole


class _Text(QTextBrowser):
    """A text whose pictures are all of one width, whatever the window's: each is made once."""

    def loadResource(self, kind: int, name: QUrl | str) -> object:
        if kind != QTextDocument.ResourceType.ImageResource.value:
            return super().loadResource(kind, name)
        picture, ratio = QImage(str(FOLDER / QUrl(name).toString())), self.devicePixelRatioF()
        if picture.width() > theme.px(_PICTURE_WIDE) * ratio:
            wide = round(theme.px(_PICTURE_WIDE) * ratio)
            picture = picture.scaledToWidth(wide, Qt.TransformationMode.SmoothTransformation)
        picture.setDevicePixelRatio(ratio)
        return picture


class HelpWindow(QDialog):
    """One text, its sections in a list; what is looked for is marked."""

    def __init__(self, parent: QWidget, name: str) -> None:
        super().__init__(parent)
        self.setAttribute(Qt.WidgetAttribute.WA_DeleteOnClose)
        self.setWindowTitle(tr(TITLES[name]))
        least = theme.px(_LIST + _PICTURE_WIDE) + 2 * _RIM + _BAR
        self.setMinimumWidth(least)
        self.resize(least + 40, 720)
        self._markdown = text_of(name)
        self._sections = sections(self._markdown)
        self.search = QLineEdit()
        self.search.setPlaceholderText(tr("Look for …"))
        self.search.setClearButtonEnabled(True)
        self.search.setToolTip(tr("Sections in which all these words are; Enter goes to the next"))
        self.search.setAccessibleName(tr("Look for"))
        self.search.textChanged.connect(self._look)
        self.search.returnPressed.connect(self._next)
        self.list = QListWidget()
        self.list.setAccessibleName(tr("Sections"))
        self.list.setFixedWidth(theme.px(_LIST))
        self.list.currentItemChanged.connect(lambda now, _: self._go(now))
        self.text = _Text()
        self.text.setAccessibleName(tr(TITLES[name]))
        self.text.setOpenLinks(False)
        self.text.setHorizontalScrollBarPolicy(Qt.ScrollBarPolicy.ScrollBarAlwaysOff)
        self.text.anchorClicked.connect(self._follow)
        self.text.document().setDocumentMargin(_RIM)
        left = QVBoxLayout()
        left.addWidget(self.search)
        left.addWidget(self.list, 1)
        line = QHBoxLayout(self)
        line.setContentsMargins(14, 14, 14, 14)
        line.addLayout(left)
        line.addWidget(self.text, 1)
        link = f"a {{ color: {theme.current().accent}; }}"
        self.text.document().setDefaultStyleSheet(link)
        self.text.setMarkdown(self._markdown)
        self._space_out()
        self._fill(self._sections)
        self.search.setFocus()

    def _space_out(self) -> None:
        """Room between lines and paragraphs, which Markdown says nothing of."""
        form = QTextBlockFormat()
        form.setLineHeight(_LINE, QTextBlockFormat.LineHeightTypes.ProportionalHeight.value)
        block, cursor = self.text.document().begin(), QTextCursor(self.text.document())
        cursor.beginEditBlock()
        while block.isValid():
            heading = block.blockFormat().headingLevel()
            form.setTopMargin(2.5 * _ABOVE if heading else _ABOVE / (2 if block.textList() else 1))
            cursor.setPosition(block.position())
            if _PICTURE not in block.text():  # a line of it would be as much higher
                cursor.mergeBlockFormat(form)
            block = block.next()
        cursor.endEditBlock()

    def _fill(self, shown: list[Section]) -> None:
        self.list.blockSignals(True)
        self.list.clear()
        for one in shown:
            item = QListWidgetItem("    " * max(one.level - 2, 0) + one.title)
            item.setData(_ROLE, one.number)
            item.setToolTip(one.title)
            self.list.addItem(item)
        self.list.blockSignals(False)

    def _look(self, wanted: str) -> None:
        self._fill(with_words(self._sections, wanted))
        self._mark()
        if wanted and self.list.count():
            self.list.setCurrentRow(0)

    def _next(self) -> None:
        if self.list.count():
            self.list.setCurrentRow((self.list.currentRow() + 1) % self.list.count())

    def _go(self, item: QListWidgetItem | None) -> None:
        """Have a section at the top, or the first place in it of what is looked for."""
        if item is None:
            return
        number = item.data(_ROLE)
        head = self._heads()[number]
        cursor = QTextCursor(head)
        words = self.search.text().split()
        if words:
            found = self.text.document().find(words[0], cursor)
            following = self._heads()[number + 1 : number + 2]
            if found.position() > 0 and not (
                following and found.position() > following[0].position()
            ):
                cursor = found
        cursor.clearSelection()
        bar = self.text.verticalScrollBar()
        bar.setValue(bar.maximum())  # so that it comes to be at the top
        self.text.setTextCursor(cursor)
        rise = 12 if cursor.block() == head else self.text.viewport().height() // 3
        bar.setValue(bar.value() + self.text.cursorRect().top() - rise)

    def _heads(self) -> list[QTextBlock]:
        block, heads = self.text.document().begin(), []
        while block.isValid():
            if block.blockFormat().headingLevel():
                heads.append(block)
            block = block.next()
        return heads

    def _mark(self) -> None:
        marks, look = [], theme.current()
        for word in self.search.text().split():
            pattern, at = re.compile(rf"\b{re.escape(word)}", re.I), self.text.toPlainText()
            for hit in pattern.finditer(at):
                mark = QTextEdit.ExtraSelection()
                mark.cursor = QTextCursor(self.text.document())  # type: ignore[attr-defined]
                mark.cursor.setPosition(hit.start())  # type: ignore[attr-defined]
                mark.cursor.setPosition(hit.end(), QTextCursor.MoveMode.KeepAnchor)  # type: ignore[attr-defined]
                mark.format.setBackground(QColor(look.accent))  # type: ignore[attr-defined]
                mark.format.setForeground(QColor(look.on_accent))  # type: ignore[attr-defined]
                marks.append(mark)
        self.text.setExtraSelections(marks)

    def _follow(self, link: QUrl) -> None:
        """To another place of the text; what leads elsewhere is the browser's."""
        if link.isRelative():
            wanted = link.fragment().replace("-", " ").lower()
            numbers = [s.number for s in self._sections if s.title.lower() == wanted]
            for row in range(self.list.count() if numbers else 0):
                if self.list.item(row).data(_ROLE) == numbers[0]:
                    self.list.setCurrentRow(row)
        else:
            QDesktopServices.openUrl(link)
