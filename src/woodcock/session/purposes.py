"""What a clip is delivered for, in plain words, and what that asks of its files."""

from __future__ import annotations

from pathlib import Path
from typing import NamedTuple

from msgspec.structs import replace

from woodcock.errors import InvalidValue, WoodcockError
from woodcock.model import FORMATS, Delivery, Format, Frame
from woodcock.texts import tr, tr_noop


class Purpose(NamedTuple):
    """A name a person would use, what comes of it, and a delivery to begin with.

    `most` is how many pixels its shorter side has at the most, 0 as many as the clip's.
    """

    title: str
    about: str
    delivery: Delivery
    most: int = 0


PURPOSES: dict[str, Purpose] = {
    "web": Purpose(
        tr_noop("For the web"),
        tr_noop("MP4 (H.264), plays in every browser and on every telephone"),
        Delivery(),
    ),
    "editor": Purpose(
        tr_noop("For an editor"),
        tr_noop("MOV (ProRes 422 HQ), large, nothing lost that an eye sees"),
        Delivery("prores-422", bits=10),
    ),
    "smallest": Purpose(
        tr_noop("Smallest file"),
        tr_noop("WebM (AV1), the fewest bytes; browsers and new telephones play it"),
        Delivery("av1", bits=10, quality=55),
        720,
    ),
    "square": Purpose(
        tr_noop("Square, for a phone"),
        tr_noop("MP4, as high as wide, the subject in it"),
        Delivery(shape="square"),
    ),
    "portrait": Purpose(
        tr_noop("Portrait, for a phone"),
        tr_noop("MP4, upright 9:16, the subject in it"),
        Delivery(shape="portrait"),
    ),
    "loop": Purpose(
        tr_noop("A loop"),
        tr_noop("Animated WebP that goes to and fro for ever, without sound"),
        Delivery("webp", to_and_fro=True, rate=24),
        540,
    ),
    "transparent": Purpose(
        tr_noop("With transparent background"),
        tr_noop("MOV (ProRes 4444) with alpha: all but the background"),
        Delivery("prores-4444", bits=10, clear=True),
    ),
    "stills": Purpose(
        tr_noop("Stills"),
        tr_noop("A folder of PNG pictures, one a frame"),
        Delivery("png", sound=False),
    ),
    "compositing": Purpose(
        tr_noop("For compositing"),
        tr_noop("A folder of OpenEXR pictures: linear light, alpha, depth in metres"),
        Delivery("exr", bits=16, sound=False),
    ),
    "depth": Purpose(
        tr_noop("Its depth"),
        tr_noop("A folder of 16-bit PNG pictures of how far away everything is"),
        Delivery("png", "depth", bits=16, sound=False),
    ),
    "eyes": Purpose(
        tr_noop("For two eyes"),
        tr_noop("MP4 with the left and the right eye's picture side by side"),
        Delivery(shows="side by side"),
    ),
    "rocking": Purpose(
        tr_noop("Rocking"),
        tr_noop("A GIF that looks from the left eye's place to the right one's and back"),
        Delivery("gif", "rocking", rate=24),
        360,
    ),
}


def delivery_for(purpose: str, frame: Frame) -> Delivery:
    """The delivery for one of PURPOSES of a clip with this frame."""
    found, lines = PURPOSES[purpose], min(frame.width, frame.height)
    delivery = found.delivery
    if found.most and found.most < lines:
        delivery = replace(delivery, lines=found.most)
    if delivery.rate > frame.rate:
        delivery = replace(delivery, rate=0)
    return delivery


def files_of(path: Path, delivery: Delivery) -> list[tuple[Path, Delivery]]:
    """What is made of a delivery, and where: two files if each eye has its own."""
    if delivery.shows != "two files":
        return [(path, delivery)]
    return [
        (path.with_name(f"{path.stem}-{side}{path.suffix}"), replace(delivery, shows=eye))
        for side, eye in (("left", tr("left eye")), ("right", tr("right eye")))
    ]


def file_name(stem: str, delivery: Delivery) -> str:
    """What a delivery's file or folder is called by itself: after the clip, its shape, its kind."""
    words = [stem]
    if delivery.shape:
        words.append(delivery.shape)
    if delivery.shows not in ("clip", "two files"):
        words.append(delivery.shows.replace(" ", "-"))
    if delivery.clear:
        words.append("clear")
    if delivery.facts.picture:
        words.append(delivery.facts.picture[1:])
    return "-".join(words) + delivery.suffix


# What a file is by its name alone, where no purpose says more.
_BY_SUFFIX: dict[str, Format] = {
    ".mp4": "h264",
    ".mov": "prores-422",
    ".webm": "vp9",
    ".mkv": "av1",
    ".gif": "gif",
    ".webp": "webp",
    ".png": "apng",
    ".apng": "apng",
    "": "png",
}


def delivery_to(path: Path, frame: Frame, purpose: str = "", **values: object) -> Delivery:
    """The delivery into a file or folder of that name, for one of PURPOSES or by the name alone.

    `values` are fields of `Delivery` that are to be otherwise. Raises WoodcockError with a sentence
    for names and values that don't go together.
    """
    suffix = "" if path.is_dir() else path.suffix.lower()
    if not purpose and "format" not in values:
        if suffix not in _BY_SUFFIX:
            known = ", ".join(x for x in _BY_SUFFIX if x)
            raise WoodcockError(
                tr(
                    "{name} does not end in {known}, so nothing was written. Choose a name such as "
                    "{stem}.mp4, or say what it is for.",
                    name=path.name,
                    known=known,
                    stem=path.stem,
                )
            )
        values["format"] = _BY_SUFFIX[suffix]
    delivery = delivery_with(frame, purpose, **values)
    check_name(path, delivery)
    return delivery


def delivery_with(frame: Frame, purpose: str = "", **values: object) -> Delivery:
    """The delivery for one of PURPOSES, or a plain one, with other `values`; WoodcockError."""
    if purpose and purpose not in PURPOSES:
        raise WoodcockError(
            tr(
                "There is no purpose called {purpose}. There are: {all}.",
                purpose=purpose,
                all=", ".join(PURPOSES),
            )
        )
    delivery = delivery_for(purpose, frame) if purpose else Delivery()
    unknown = set(values) - set(Delivery.__struct_fields__)
    if unknown:
        raise WoodcockError(
            tr(
                "A delivery has no {all}. It has: {known}.",
                all=", ".join(sorted(unknown)),
                known=", ".join(Delivery.__struct_fields__),
            )
        )
    facts = {str(name): x for name, x in FORMATS.items()}.get(str(values.get("format")))
    if facts is not None and "bits" not in values and delivery.bits not in facts.bits:
        values["bits"] = facts.bits[0]
    try:
        return replace(delivery, **values)
    except (InvalidValue, TypeError) as error:
        reason = str(error)
        raise WoodcockError(
            tr("{first}{why}. Nothing was written.", first=reason[0].upper(), why=reason[1:])
        ) from error


def check_name(path: Path, delivery: Delivery) -> None:
    """Raises WoodcockError where a file's name says it is something else."""
    facts, suffix = delivery.facts, path.suffix.lower()
    if facts.picture and suffix in _BY_SUFFIX and suffix:
        raise WoodcockError(
            tr(
                "{title} go into a folder, and {name} is the name of a file, so nothing was "
                "written. Choose a name such as {stem}.",
                title=facts.title,
                name=path.name,
                stem=path.stem,
            )
        )
    if facts.suffixes and suffix not in facts.suffixes:
        raise WoodcockError(
            tr(
                "{name} does not end in {all}, so nothing was written. Choose a name such "
                "as {other}.",
                name=path.name,
                all=tr(" or ").join(facts.suffixes),
                other=path.with_suffix(facts.suffixes[0]).name,
            )
        )
