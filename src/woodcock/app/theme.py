"""Colours, fonts and the style sheet: "dusk" (dark) and "paper" (light)."""

from __future__ import annotations

from dataclasses import dataclass
from pathlib import Path

from PySide6.QtGui import QColor, QFont, QFontDatabase, QFontInfo, QPalette
from PySide6.QtWidgets import QApplication

from woodcock.session.preferences import preferences

ASSETS = Path(__file__).parent / "assets"


@dataclass(frozen=True)
class Theme:
    """Named colours; every text colour has at least 4.5:1 on the grounds it is used on."""

    name: str
    ground: str
    panel: str
    raised: str
    line: str
    text: str
    dim: str
    accent: str
    on_accent: str
    warning: str
    good: str
    surround: str  # neutral grey round the picture: a coloured one spoils the eye for colour


DUSK = Theme(
    "dusk", "#211e1c", "#2a2624", "#38332f", "#4a433e", "#ece5dc", "#b9aea3",
    "#d8764a", "#1d1512", "#f0b35c", "#8fc08a", "#3d3d3d",
)  # fmt: skip
PAPER = Theme(
    "paper", "#e9e3da", "#f5f0e8", "#ffffff", "#cbc1b4", "#2a2420", "#574c43",
    "#a6481f", "#ffffff", "#8a5300", "#2f6b2c", "#8f8f8f",
)  # fmt: skip
THEMES = {theme.name: theme for theme in (DUSK, PAPER)}

# One colour a layer, told apart by lightness as well as hue; the first is the background's.
LAYER_COLOURS = (
    "#9fb4c7", "#e0a458", "#7fb685", "#c98bb9", "#6fb1d6", "#d9c65a", "#e07a5f",
    "#8f9ad8", "#5fb8a8", "#d98fa0", "#a8c256", "#b59a7a", "#b8a4e3",
)  # fmt: skip


def layer_colour(index: int) -> QColor:
    return QColor(LAYER_COLOURS[index % len(LAYER_COLOURS)])


_current = DUSK
_dressed = False  # in what is the same in every theme
_scale = 1.0  # of text, and of all that is as wide or as high as text needs
_USUAL, _LARGEST = 40 / 3, 1.5  # pixels of the system's text that need no larger text here
_TEXT = 13  # pixels
_SIZES = (11, 14, 15, 20, 23, 24)  # pixels in the style sheet that grow with the text


def current() -> Theme:
    return _current


def px(pixels: float) -> int:
    """Pixels of something that grows with the text."""
    return round(pixels * _scale)


def font(pixels: float, bold: bool = False) -> QFont:
    """The window's font in a size given for text of the usual size."""
    made = QFont(QApplication.font())
    made.setPixelSize(px(pixels))
    made.setWeight(QFont.Weight.DemiBold if bold else QFont.Weight.Normal)
    return made


def _text_scale(application: QApplication) -> float:
    """How much larger text is than usual: as the person chose, else as the system's is."""
    chosen = preferences().text_percent / 100
    systems = QFontInfo(application.font()).pixelSize() / _USUAL
    return min(max(chosen or systems, 0.9 if chosen else 1.0), _LARGEST)


def apply(application: QApplication, theme: Theme) -> None:
    """Dress the whole application."""
    global _current, _dressed, _scale
    _current = theme
    if not _dressed:  # each of these dresses every widget anew
        _dressed = True
        _scale = _text_scale(application)
        families = []
        for file in sorted((ASSETS.parents[1] / "assets" / "fonts" / "inter").glob("*.otf")):
            number = QFontDatabase.addApplicationFont(str(file))
            families += QFontDatabase.applicationFontFamilies(number)
        own = QFont(families[0] if families else application.font().family())
        own.setPixelSize(px(_TEXT))
        application.setFont(own)
        application.setStyle("Fusion")
    palette = QPalette()
    roles = {
        QPalette.ColorRole.Window: theme.panel,
        QPalette.ColorRole.WindowText: theme.text,
        QPalette.ColorRole.Base: theme.ground,
        QPalette.ColorRole.AlternateBase: theme.panel,
        QPalette.ColorRole.Text: theme.text,
        QPalette.ColorRole.Button: theme.raised,
        QPalette.ColorRole.ButtonText: theme.text,
        QPalette.ColorRole.Highlight: theme.accent,
        QPalette.ColorRole.HighlightedText: theme.on_accent,
        QPalette.ColorRole.ToolTipBase: theme.raised,
        QPalette.ColorRole.ToolTipText: theme.text,
        QPalette.ColorRole.PlaceholderText: theme.dim,
    }
    for role, colour in roles.items():
        palette.setColor(role, QColor(colour))
    for role in (QPalette.ColorRole.Text, QPalette.ColorRole.ButtonText):
        palette.setColor(QPalette.ColorGroup.Disabled, role, QColor(theme.dim))
    application.setPalette(palette)
    atlas = (ASSETS / "style.qss").read_text()
    for name in ("on_accent", "ground", "panel", "raised", "line", "text", "dim", "accent",
                 "warning", "surround"):  # fmt: skip
        atlas = atlas.replace(f"@{name}", getattr(theme, name))
    for pixels in _SIZES:
        atlas = atlas.replace(f"@{pixels}px", f"{px(pixels)}px")
    # Replaced at once, a style sheet is worked out several times a widget; taken off and put
    # on, it takes a third of the time.
    application.setStyleSheet("")
    application.setStyleSheet(atlas.replace("@icons", (ASSETS / "icons").as_posix()))
