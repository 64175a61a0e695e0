"""What leaves Woodcock: a delivery says which files are made of a clip, and how."""

from __future__ import annotations

from typing import Literal, NamedTuple, get_args

from woodcock.errors import InvalidValue
from woodcock.model.photo import RATES
from woodcock.model.shape import CLIP_SHAPES
from woodcock.model.value import Value
from woodcock.texts import tr, tr_noop

Format = Literal[
    "h264", "h265", "prores-422", "prores-4444", "vp9", "av1", "gif", "webp", "apng", "png",
    "tiff", "exr",
]  # fmt: skip
Shows = Literal[
    "clip",
    "depth",
    "left eye",
    "right eye",
    "side by side",
    "over under",
    "anaglyph",
    "rocking",
    "two files",
]
Dither = Literal["ordered", "diffused", "none"]
SHOWS: tuple[Shows, ...] = get_args(Shows)
DITHERS: tuple[Dither, ...] = get_args(Dither)
MOST_BASE = 1.0  # metres between the eyes
MOST_SIDE = 8192


class FormatFacts(NamedTuple):
    """What a format can hold. `suffixes`: the first is usual; none for numbered pictures in a
    folder, whose `picture` it is."""

    title: str
    suffixes: tuple[str, ...]
    bits: tuple[int, ...]
    clear: bool = False  # alpha
    sound: bool = False
    loops: bool = False
    quality: bool = False
    even: bool = False  # sides must be even: colours of four pixels are one
    picture: str = ""


FORMATS: dict[Format, FormatFacts] = {
    "h264": FormatFacts(
        tr_noop("H.264 in MP4"), (".mp4",), (8, 10), sound=True, quality=True, even=True
    ),
    "h265": FormatFacts(
        tr_noop("H.265 in MP4"), (".mp4",), (8, 10), sound=True, quality=True, even=True
    ),
    "prores-422": FormatFacts(
        tr_noop("ProRes 422 HQ in MOV"), (".mov",), (10,), sound=True, even=True
    ),
    "prores-4444": FormatFacts(
        tr_noop("ProRes 4444 in MOV"), (".mov",), (10,), clear=True, sound=True
    ),
    "vp9": FormatFacts(
        tr_noop("VP9 in WebM or MKV"),
        (".webm", ".mkv"),
        (8,),
        clear=True,
        sound=True,
        quality=True,
        even=True,
    ),
    "av1": FormatFacts(
        tr_noop("AV1 in WebM or MKV"),
        (".webm", ".mkv"),
        (8, 10),
        sound=True,
        quality=True,
        even=True,
    ),
    "gif": FormatFacts("GIF", (".gif",), (8,), clear=True, loops=True),
    "webp": FormatFacts(
        tr_noop("Animated WebP"), (".webp",), (8,), clear=True, loops=True, quality=True
    ),
    "apng": FormatFacts(
        tr_noop("Animated PNG"), (".png", ".apng"), (8, 16), clear=True, loops=True
    ),
    "png": FormatFacts(tr_noop("PNG pictures"), (), (8, 16), clear=True, picture=".png"),
    "tiff": FormatFacts(tr_noop("TIFF pictures"), (), (8, 16), clear=True, picture=".tif"),
    "exr": FormatFacts(tr_noop("OpenEXR pictures"), (), (16,), clear=True, picture=".exr"),
}


class Delivery(Value, frozen=True):
    """One thing that is made of a clip.

    `shape` is the name of one of the clip's shapes, "" its own frame; `lines` is how many pixels
    its shorter side has, 0 as many as the clip's. `rate` 0 is the clip's. It runs from `start` to
    `end` seconds (None: to the clip's end). `quality` runs from 0 to 100, where files can be
    smaller for less. `loops` is how often it is played, 0 for ever; `to_and_fro` it comes back to
    its start. `clear` is without the background, with alpha. `base` is how many metres the eyes
    are apart, `window` how many metres away what neither eye sees displaced is; None: where the
    lens is focused. `lossless` is every pixel as it is, in WebP.
    """

    format: Format = "h264"
    shows: Shows = "clip"
    shape: str = ""
    lines: int = 0
    rate: float = 0
    start: float = 0.0
    end: float | None = None
    quality: int = 75
    bits: int = 8
    loops: int = 0
    to_and_fro: bool = False
    sound: bool = True
    clear: bool = False
    lossless: bool = False
    dither: Dither = "ordered"
    base: float = 0.065
    window: float | None = None

    def _check(self) -> None:
        facts = FORMATS.get(self.format)
        if facts is None:
            raise InvalidValue(tr("a delivery's format is one of {all}", all=", ".join(FORMATS)))
        if self.shows not in SHOWS:
            raise InvalidValue(tr("a delivery shows one of {all}", all=", ".join(SHOWS)))
        if self.shape and self.shape not in CLIP_SHAPES:
            raise InvalidValue(tr("a delivery's shape is one of {all}", all=", ".join(CLIP_SHAPES)))
        if self.dither not in DITHERS:
            raise InvalidValue(tr("colours are dithered by one of {all}", all=", ".join(DITHERS)))
        if self.bits not in facts.bits:
            there = tr(" or ").join(map(str, facts.bits))
            raise InvalidValue(
                tr("{title} holds {there} bits a colour", title=facts.title, there=there)
            )
        if self.clear and not facts.clear:
            raise InvalidValue(tr("{title} holds no transparency", title=facts.title))
        if self.lines and not 16 <= self.lines <= MOST_SIDE:
            raise InvalidValue(
                tr("a delivery's shorter side has 16 to {most} pixels", most=MOST_SIDE)
            )
        if self.rate and self.rate not in RATES:
            raise InvalidValue(
                tr("the frame rate must be one of {all}", all=", ".join(map(str, RATES)))
            )
        if not 0 <= self.start <= 600 or (self.end is not None and not self.start < self.end):
            raise InvalidValue(tr("a part of the clip ends after it starts"))
        if not 0 <= self.quality <= 100:
            raise InvalidValue(tr("quality runs from 0 to 100"))
        if not 0 <= self.loops <= 1000:
            raise InvalidValue(tr("a loop is played 1 to 1000 times, or for ever (0)"))
        if not 0 <= self.base <= MOST_BASE:
            raise InvalidValue(tr("two eyes are 0 to {most:g} m apart", most=MOST_BASE))
        if self.window is not None and not 0.05 <= self.window <= 100_000:
            raise InvalidValue(
                tr("the plane that no eye sees displaced lies 0.05 m to 100 km away")
            )

    @property
    def facts(self) -> FormatFacts:
        return FORMATS[self.format]

    @property
    def suffix(self) -> str:
        """What its file's name usually ends in; "" for a folder of pictures."""
        return next(iter(self.facts.suffixes), "")
