"""From a photo to a finished project with nobody's help, a step at a time."""

from __future__ import annotations

from collections.abc import Iterator, Sequence
from dataclasses import dataclass
from pathlib import Path
from typing import NamedTuple

import numpy as np
from msgspec.structs import replace

from woodcock.depth import depth_pixels
from woodcock.media.depth_file import load_depth
from woodcock.model import Defocus, Depth, Follow, Project, Track
from woodcock.pixels.store import PixelStore
from woodcock.progress import Progress, part, report
from woodcock.separate.layer_set import MOST
from woodcock.separate.redraw import alpha_of
from woodcock.session import film, reliefs, staging
from woodcock.session.auto_framing import box_of_subjects, framed, stays_whole, towards
from woodcock.session.choosing import Choice, Sight, amount_for, choices, knows
from woodcock.session.closing import closed
from woodcock.session.cutting import CuttingRoom
from woodcock.session.fill_offers import believed_most
from woodcock.session.finding import (
    FoundLayer,
    find_layers,
    guessed_depth,
    with_fine_edges,
    with_found_layers,
)
from woodcock.session.speed import STRETCHED, find_speeds
from woodcock.session.studio import Studio
from woodcock.stage import READY_MOVES, apply_move
from woodcock.texts import tr, within

_NEAR, _OPEN, _ROOM = 2.0, 60.0, 9.0  # metres: the nearest, the farthest with a sky, and without
_SOFT = 0.012  # of the photo's longer side: how gentle a relief that was guessed is
_SIDE = 0.004  # of the photo's width: a subject this near a border is cut off by it
_BLURRED = 0.0022  # of the frame's height: how wide the farthest's circle of confusion is
_GRAIN = 0.008
_TRIES = 8


@dataclass(frozen=True)
class Wish:
    """What a person asks of a clip made by itself.

    At most `layers` are cut, of subjects only if `subject`; `move` is a ready move's id, "" for one
    that suits; `amount` in its own unit, None for one that suits. `depth` is a depth map's file.
    `finished` is with slight depth of field and grain.
    """

    layers: int = MOST
    subject: bool = False
    move: str = ""
    amount: float | None = None
    depth: str = ""
    finished: bool = True


DEFAULT = Wish()


class Step(NamedTuple):
    """What one step made of the project, and a sentence about it.

    `kind` is one of KINDS; `move` is the ready move that was chosen, once one is.
    """

    kind: str
    project: Project
    says: str
    move: str = ""


KINDS = ("layers", "edges", "depth", "move", "finish", "rebuild")
# What part of the time is over after each.
_SHARES = {
    "layers": 0.25,
    "edges": 0.35,
    "depth": 0.4,
    "move": 0.45,
    "finish": 0.45,
    "rebuild": 1.0,
}


def auto_project(
    project: Project,
    room: CuttingRoom,
    studio: Studio,
    wish: Wish = DEFAULT,
    progress: Progress | None = None,
) -> tuple[Project, tuple[str, ...]]:
    """The finished project, and sentences about what was found and chosen.

    Takes and raises what `auto_steps` does.
    """
    says = []
    for step in auto_steps(project, room, studio, wish, progress):
        project = step.project
        says.append(step.says)
    return project, tuple(says)


def auto_steps(
    project: Project,
    room: CuttingRoom,
    studio: Studio,
    wish: Wish = DEFAULT,
    progress: Progress | None = None,
) -> Iterator[Step]:
    """Make a clip of a project with a photo and nothing else; what each step made, as it comes.

    Raises Cancelled on request; the steps that came before are whole. Raises WoodcockError if a
    model, or a depth map that was asked for, can't be read.
    """
    photo, store = project.photo, studio.store
    assert photo is not None

    def during(kind: str) -> Progress | None:
        at = KINDS.index(kind)
        return part(progress, _SHARES[KINDS[at - 1]] if at else 0.0, _SHARES[kind])

    found: list[FoundLayer] = []
    if wish.layers > 1:
        found = find_layers(photo, room, store, during("layers"), wish.subject, wish.layers)
        if found:
            project = with_found_layers(project, found)
    subjects = _subjects(project)
    known = room.photos.known_subjects(photo)
    doubt = bool(subjects) and known is not None and known.doubt
    yield Step("layers", project, _layers_said(found, doubt))
    for number, layer_id in enumerate(subjects):
        done = part(during("edges"), number / len(subjects), (number + 1) / len(subjects))
        project = with_fine_edges(project, layer_id, room, store, done)
    if subjects:
        yield Step("edges", project, "")
    project, says = _with_depth(project, found, room, store, wish, during("depth"))
    yield Step("depth", project, says)
    report(during("move"), 0.0, tr("Choosing the move"))
    sight = _sight(project, subjects, room, store)
    choice = _choice(project, sight, wish)
    project = framed(project, choice, box_of_subjects(project, subjects, store))
    if wish.amount is None:
        project, choice = _moving(project, choice, sight, store)
    else:  # somebody knows how strong it is to be
        project = _moved(project, choice, sight, store)
    yield Step("move", project, f"{_named(choice)}, {choice.why}", choice.move)
    if wish.finished:
        project = _finished(project, subjects, store)
        yield Step("finish", project, "")
    report(during("rebuild"), 0.0, tr("Closing gaps"))
    project = closed(project, studio, part(during("rebuild"), 0.0, 0.6))
    chosen = believed_most(project, studio, part(during("rebuild"), 0.6, 1.0))
    studio.atlas(chosen)
    says = tr("from whole pieces") if chosen.whole_pieces else ""
    yield Step("rebuild", chosen, says)


class Proposal(NamedTuple):
    """A move that suits a project, and the project with it; gaps may be open."""

    choice: Choice
    project: Project


def proposals(project: Project, room: CuttingRoom, store: PixelStore) -> Iterator[Proposal]:
    """Three moves that suit a project whose layers stand, the best first, none too strong.

    The subject is the nearest layer that was found as one, or the nearest cut.
    """
    known = [x.id for x in project.near_to_far if x.mask and x.role == "subject"]
    cut = [x.id for x in project.near_to_far if x.mask]
    sight = _sight(project, (known or cut)[:1], room, store)
    for choice in choices(project, sight):
        moved, choice = _moving(project, choice, sight, store)
        yield Proposal(choice, moved)


def _layers_said(found: Sequence[FoundLayer], doubt: bool) -> str:
    if not found:
        return tr("no layers")
    names = ", ".join(x.name for x in found)
    if doubt:
        return tr("{all}; whether all of the subject was found is in doubt", all=names)
    return names


def _named(choice: Choice) -> str:
    unit = "°" if choice.move == "orbit" else " %"
    return f"{within(tr(READY_MOVES[choice.move].name))} {choice.amount:.3g}{unit}"


def _subjects(project: Project) -> list[str]:
    """The ids of the layers that were found as subjects."""
    return [x.id for x in project.near_to_far if x.mask and x.role == "subject"]


def _with_depth(
    project: Project,
    found: Sequence[FoundLayer],
    room: CuttingRoom,
    store: PixelStore,
    wish: Wish,
    progress: Progress | None,
) -> tuple[Project, str]:
    """Layers at the distances of the depth map, with relief where perspective is seen."""
    assert project.photo is not None
    seen = room.photos.scenery(project.photo)
    far = _OPEN if seen.sky.any() or seen.vanishing else _ROOM
    if wish.depth:
        file = load_depth(Path(wish.depth))
        depth = Depth(store.put(file.pixels), file.near or _NEAR, file.far or far)
    else:
        depth = Depth(store.put(guessed_depth(project, room, store, progress)), _NEAR, far)
    if not found and not seen.vanishing and not wish.depth:
        return staging.set_depth(project, depth), tr("no depth to speak of")
    project = staging.set_depth(project, depth)
    project = staging.distances_from_depth(project, store)
    shaped = []
    for layer in project.near_to_far:
        spans = layer.role in ("", "ground", "far") and (seen.sure or bool(wish.depth))
        if spans and _spread(project, layer.id, store) > 0.08:
            project = _with_relief(project, layer.id, store)
            shaped.append(layer.name)
    near, farthest = project.near_to_far[0].distance, project.background.distance
    says = tr("{near:.2g} to {farthest:.2g} m", near=near, farthest=farthest)
    return project, says + (tr(", relief for {all}", all=", ".join(shaped)) if shaped else "")


def _spread(project: Project, layer_id: str, store: PixelStore) -> float:
    """How far the depth map's values under a layer lie apart, as a share of all."""
    assert project.depth is not None
    values = depth_pixels(store, project.depth.pixels)
    where = staging.seen_by_depth(project, layer_id, store)
    if not where.any():
        return 0.0
    low, high = np.quantile(values[where], (0.05, 0.95))
    return float(high - low) / 65535


def _with_relief(project: Project, layer_id: str, store: PixelStore) -> Project:
    """A gentle surface that is nowhere cut: what was guessed has no edges to be trusted."""
    photo = project.photo
    assert photo is not None
    project = reliefs.relief_from_map(project, layer_id, store)
    smooth = _SOFT * max(photo.width, photo.height)
    return reliefs.change_relief(project, layer_id, cut=1.0, smooth=smooth)


def _sight(
    project: Project, subjects: Sequence[str], room: CuttingRoom, store: PixelStore
) -> Sight:
    """What of the picture decides on its move."""
    photo = project.photo
    assert photo is not None
    runs_away = room.photos.scenery(photo).vanishing is not None
    if not subjects:
        return Sight(runs_away=runs_away)
    mask = project.layer(subjects[0]).mask
    assert mask is not None
    there = alpha_of(mask, store) > 127
    columns = np.flatnonzero(there.any(0))
    if not len(columns):
        return Sight(runs_away=runs_away)
    rim = max(1, round(_SIDE * photo.width))
    cut_off = columns[0] < rim or columns[-1] >= photo.width - rim
    weights = there.sum(0)
    middle = float((np.arange(photo.width) * weights).sum() / weights.sum()) / photo.width
    return Sight(subjects[0], float(there.mean()), abs(middle - 0.5), bool(cut_off), runs_away)


def _choice(project: Project, sight: Sight, wish: Wish) -> Choice:
    """What was asked for, or what suits."""
    best = choices(project, sight)[0]
    if not wish.move or wish.move == best.move:
        return best if wish.amount is None else best._replace(amount=wish.amount)
    usual = amount_for(project, wish.move) if knows(wish.move) else READY_MOVES[wish.move].usual
    return Choice(wish.move, usual if wish.amount is None else wish.amount, tr("as asked for"))


def _moving(
    project: Project, choice: Choice, sight: Sight, store: PixelStore
) -> tuple[Project, Choice]:
    """The move, as strong as neither stretches a relief nor cuts the subject off; the choice says
    how strong it became."""
    moved = _moved(project, choice, sight, store)
    for _ in range(_TRIES):
        speeds = find_speeds(moved, store).layers.values()
        stretch = max((float(x.stretch.max()) for x in speeds), default=1.0)
        if stretch < 0.85 * (STRETCHED - 1) + 1 and _whole(moved, sight, store):
            break
        choice = choice._replace(amount=round(choice.amount * 0.7, 2))
        moved = _moved(project, choice, sight, store)
    return moved, choice


def _moved(project: Project, choice: Choice, sight: Sight, store: PixelStore) -> Project:
    moved = apply_move(project, choice.move, choice.amount, subject=sight.subject or None)
    if choice.move == "push-in" and sight.subject:
        box = staging.box_of(project, project.layer(sight.subject), store)
        return towards(moved, sight.subject, box)
    return moved


def _whole(project: Project, sight: Sight, store: PixelStore) -> bool:
    """Whether the subject, if there is one, stays in the frame."""
    if not sight.subject:
        return True
    box = staging.box_of(project, project.layer(sight.subject), store)
    return stays_whole(project, sight.subject, box)


def _finished(project: Project, subjects: Sequence[str], store: PixelStore) -> Project:
    """Slight grain, and focus on the subject with what is far from it slightly soft."""
    project = film.set_film(project, "grain", on=True, strength=Track(_GRAIN))
    if not subjects:
        return project
    layer = project.layer(subjects[0])
    x, y, w, h = staging.box_of(project, layer, store)
    lens, frame = project.lens, project.frame
    near, far = layer.distance, max(x.distance for x in project.layers if x.own is None)
    # The circle of confusion on the sensor, by the thin lens, in mm: f² (far - near) / (N far
    # (near - f)); solved for N.
    wide = _BLURRED * frame.height / frame.width * lens.sensor_width
    focal = lens.focal_length
    number = focal**2 * (far - near) / max(wide * far * (near * 1000 - focal), 1e-6)
    follow = Follow(layer.id, x + w / 2, y + h / 2)
    return replace(
        project,
        lens=replace(
            lens, focus=Track(near), f_number=Track(float(np.clip(number, 1.4, 22.0))),
            defocus=replace(lens.defocus or Defocus(), on=True, follow=follow),
        ),
    )  # fmt: skip
