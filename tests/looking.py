"""What is wrong with a window to look at: text cut off, things over each other or out of place,
text too faint. Measured from the widgets, from what they drew and from the drawn pixels."""

import numpy as np
from PySide6.QtCore import QPoint, QPointF, QRect, QRectF
from PySide6.QtGui import QFontMetricsF, QImage, QPainter
from PySide6.QtWidgets import (
    QAbstractButton,
    QAbstractItemView,
    QAbstractScrollArea,
    QAbstractSpinBox,
    QComboBox,
    QLabel,
    QLineEdit,
    QMenuBar,
    QScrollBar,
    QStyle,
    QStyleOptionComboBox,
    QWidget,
)

from woodcock.app.picture.view import PictureView

_OWN = (QAbstractSpinBox, QComboBox, QLineEdit, QAbstractItemView, QMenuBar)  # theirs is Qt's care
_ROOM = 1.0  # pixels of rounding
_NAME = 40  # letters


def name_of(widget):
    """A widget as a reader of the report finds it: its kind, its words, what it is in."""
    said = ""
    for ask in ("text", "currentText", "accessibleName", "objectName"):
        says = getattr(widget, ask, str)  # of an own name it may be something else
        said = said or (str(says()) if callable(says) else "")
    chain, above = [], widget.parentWidget()
    while above is not None and len(chain) < 2:
        if type(above).__module__.startswith("woodcock"):
            chain.append(type(above).__name__)
        above = above.parentWidget()
    return f"{type(widget).__name__} {said[:40]!r} in {' in '.join(chain)}"


def shown_widgets(window):
    """All that can be seen of a window, without the insides of Qt's own controls."""
    for widget in window.findChildren(QWidget):
        if widget.isVisible() and widget.window() is window and widget.size().width() > 0:
            above = widget.parentWidget()
            if not isinstance(above, _OWN) and not isinstance(widget, QScrollBar):
                yield widget


def _words_of(widget):
    """The text of a widget that is drawn by Qt, and how much room it has and needs: pixels."""
    metrics, inner = widget.fontMetrics(), widget.contentsRect()
    if isinstance(widget, QLabel):
        if widget.wordWrap():
            return widget.text(), inner.height(), widget.heightForWidth(widget.width())
        return widget.text(), widget.width(), widget.sizeHint().width()
    if isinstance(widget, QLineEdit):
        said = "" if widget.text() else widget.placeholderText()
        return said, inner.width() - 14, metrics.horizontalAdvance(said)
    if isinstance(widget, QAbstractButton) and not type(widget).__module__.startswith("woodcock"):
        return widget.text(), widget.width(), widget.sizeHint().width()
    if isinstance(widget, QComboBox):
        option = QStyleOptionComboBox()
        widget.initStyleOption(option)
        field = widget.style().subControlRect(
            QStyle.ComplexControl.CC_ComboBox, option,
            QStyle.SubControl.SC_ComboBoxEditField, widget,
        )  # fmt: skip
        text = widget.currentText()
        if len(text) > _NAME:  # a name that a person gave is shortened by the list itself
            text = ""
        return text, field.width(), metrics.horizontalAdvance(text)
    if isinstance(widget, QAbstractSpinBox):
        need = metrics.horizontalAdvance(widget.text())
        return widget.text(), widget.lineEdit().contentsRect().width(), need
    return "", 0, 0


def _placed(widget):
    """What is wrong with where a widget is in what it is in, and beside what."""
    above = widget.parentWidget()
    if above is None or isinstance(above, PictureView):  # what floats on the picture may
        return
    box, room = widget.geometry(), above.rect()
    scrolled = isinstance(above.parentWidget(), QAbstractScrollArea)
    out = box.left() < room.left() - 1 or box.right() > room.right() + 1
    if not scrolled:
        out = out or box.top() < room.top() - 1 or box.bottom() > room.bottom() + 1
    if out:
        yield f"outside: {name_of(widget)} {box.getRect()} in {room.getRect()}"
    if isinstance(above, QAbstractScrollArea):
        return
    for other in above.children():
        if (
            isinstance(other, QWidget) and other.isVisible() and other is not widget
            and id(other) < id(widget) and not other.isWindow()
        ):  # fmt: skip
            both = other.geometry().intersected(box)
            if both.width() > 1 and both.height() > 1:
                yield f"overlap: {name_of(widget)} over {name_of(other)} {both.getRect()}"


class Drawn:
    """Notes every text that the window's own widgets draw while it is looked at."""

    def __init__(self):
        self.texts = []  # (widget, text, where it comes to be in it, its room there)
        self._real = QPainter.drawText

    def __enter__(self):
        real, note = self._real, self._note

        def spy(painter, *args):
            note(painter, args)
            return real(painter, *args)

        QPainter.drawText = spy
        return self

    def __exit__(self, *_):
        QPainter.drawText = self._real

    def _note(self, painter, args):
        widget, text = painter.device(), next(x for x in args if isinstance(x, str))
        if not isinstance(widget, QWidget) or not text.strip():
            return
        metrics, place = QFontMetricsF(painter.font()), args[0]
        if isinstance(place, QPointF | QPoint):
            box = QRectF(metrics.boundingRect(text)).translated(QPointF(place))
            room = QRectF(widget.rect())
        elif isinstance(place, QRectF | QRect):
            room = QRectF(place)
            flags = args[1] if len(args) > 2 else 0
            flags = flags.value if hasattr(flags, "value") else int(flags)
            box = metrics.boundingRect(room, flags, text)
        else:
            return
        shift = painter.transform()
        self.texts.append((widget, text, shift.mapRect(box), shift.mapRect(room)))


def faults(window, drawn):
    """Sentences about what is cut off, over something else, or outside of what it is in."""
    found = set()
    for widget in shown_widgets(window):
        text, has, needs = _words_of(widget)
        if text and needs > has + _ROOM:
            found.add(f"cut off: {name_of(widget)} needs {needs:.0f}, has {has:.0f}")
        found.update(_placed(widget))
    for widget, text, box, room in drawn:
        inside = QRectF(widget.rect())
        over = max(
            room.left() - box.left(), box.right() - room.right(),
            inside.left() - box.left(), box.right() - inside.right(),
            inside.top() - box.top() - 2, box.bottom() - inside.bottom() - 2,
        )  # fmt: skip
        if over > _ROOM + 0.5:
            found.add(f"cut off: {text[:40]!r} drawn in {type(widget).__name__} by {over:.0f}")
    return found


def pixels_of(shown):
    """A grabbed window's: (h, w, 3) uint8 sRGB."""
    image = shown.toImage().convertToFormat(QImage.Format.Format_RGB888)
    rows = np.frombuffer(image.constBits(), np.uint8).reshape(image.height(), -1)
    return rows[:, : image.width() * 3].reshape(image.height(), image.width(), 3).copy()


def luminance(colours):
    """WCAG 2.1, relative luminance of sRGB colours, (..., 3) 0 to 1."""
    linear = np.where(colours <= 0.04045, colours / 12.92, ((colours + 0.055) / 1.055) ** 2.4)
    return linear @ (0.2126, 0.7152, 0.0722)


def contrast(pixels):
    """WCAG 2.1, contrast ratio between a text and what is behind it: the commonest colour and the
    one farthest from it, of (h, w, 3) pixels."""
    light = luminance(pixels.reshape(-1, 3))
    levels, counts = np.unique(np.round(light, 4), return_counts=True)
    ground = levels[counts.argmax()]
    return max((max(x, ground) + 0.05) / (min(x, ground) + 0.05) for x in (levels[0], levels[-1]))


def faint(window, drawn, shown, measured=None, least=4.5):
    """Sentences about text whose drawn pixels have less contrast than `least`, in a window
    as it was grabbed; what is in `measured` is not looked at again."""
    measured = set() if measured is None else measured
    pixels, ratio, found = pixels_of(shown), window.devicePixelRatioF(), set()

    def look(widget, box, said):
        key = said, id(widget), widget.isEnabled(), tuple(round(v) for v in box.getRect())
        if key in measured:
            return
        corner = widget.mapTo(window, QPoint(0, 0))
        seen = QRectF(widget.visibleRegion().boundingRect()).intersected(box)
        if seen.width() < 4 or seen.height() < max(6, box.height() / 2):
            return  # it is scrolled away, all but a rim of it
        seen.translate(QPointF(corner))
        x, y, wide, high = (round(v * ratio) for v in seen.getRect())
        part = pixels[max(y, 0) : y + high, max(x, 0) : x + wide] / 255.0
        if part.size and contrast(part) >= least:
            measured.add(key)
        elif part.size:
            found.add(f"faint: {said} {contrast(part):.2f}")

    for widget in shown_widgets(window):
        if _words_of(widget)[0].strip() and not isinstance(widget, PictureView):
            look(widget, QRectF(widget.rect().adjusted(2, 2, -2, -2)), name_of(widget))
    for widget, text, box, _ in drawn:
        if not isinstance(widget, PictureView):  # the picture may be any colour
            look(widget, box, f"{text[:40]!r} drawn in {type(widget).__name__}")
    return found
