"""What the list of the stage shows, row by row: layers, carriers with what hangs on them."""

from __future__ import annotations

from typing import NamedTuple

from woodcock.app import words
from woodcock.model import Carrier, Layer, Project
from woodcock.texts import tr


class Entry(NamedTuple):
    """A layer or a carrier, how deep it hangs, and whether what hangs on it is folded away."""

    thing: Layer | Carrier
    depth: int = 0
    folded: bool = False


def entries_of(
    project: Project, folded: frozenset[str] = frozenset(), wanted: str = ""
) -> list[Entry]:
    """All rows, near on top; a carrier stands where the nearest thing that hangs on it would.

    With something `wanted`, only what has it in its name or kind, or is of it after "kind:".
    """
    if wanted.strip():
        return _found(project, wanted.strip().lower())
    order = {layer.id: number for number, layer in enumerate(project.near_to_far)}
    children: dict[str | None, list[Layer | Carrier]] = {}
    things: list[Layer | Carrier] = [*project.near_to_far, *project.carriers]
    for thing in things:
        children.setdefault(thing.carrier, []).append(thing)

    def nearest(thing: Layer | Carrier) -> int:
        if isinstance(thing, Layer):
            return order[thing.id]
        return min((nearest(child) for child in children.get(thing.id, ())), default=len(order))

    def rows(of: str | None, depth: int) -> list[Entry]:
        out = []
        for thing in sorted(children.get(of, ()), key=nearest):
            shut = thing.id in folded
            out.append(Entry(thing, depth, shut))
            if isinstance(thing, Carrier) and not shut:
                out += rows(thing.id, depth + 1)
        return out

    return rows(None, 0)


def _found(project: Project, wanted: str) -> list[Entry]:
    kind, _, rest = wanted.partition(":") if ":" in wanted else ("", "", wanted)
    out = []
    for layer in project.near_to_far:
        names = layer.name.lower(), tr(words.KINDS[layer.kind]).lower()
        fits = rest.strip() in names[0] if kind else any(wanted in name for name in names)
        if fits and names[1].startswith(kind):
            out.append(Entry(layer))
    out += [Entry(x) for x in project.carriers if not kind and wanted in x.name.lower()]
    if kind and "carrier".startswith(kind):
        out += [Entry(x) for x in project.carriers if rest.strip() in x.name.lower()]
    return out
