"""Believing a helper only as far as its answers are of the kind that was asked for."""

from __future__ import annotations

from typing import TypeVar

import msgspec
import numpy as np
from numpy.typing import NDArray

from woodcock.apart.helper import Broke
from woodcock.apart.wire import Message
from woodcock.texts import tr

_T = TypeVar("_T")


def told(answer: Message, kind: type[_T]) -> _T:
    """What an answer says, as a struct; Broke where it says something else."""
    try:
        return msgspec.convert(answer.data, kind)
    except msgspec.ValidationError as error:
        raise Broke(tr("its helper made no sense ({error})", error=error)) from error


def bytes_of(answer: Message) -> NDArray[np.uint8]:
    """The bytes of a file that are an answer; Broke where it is anything else."""
    if len(answer.arrays) == 1 and answer.arrays[0].dtype == np.uint8:
        return answer.arrays[0].ravel()
    raise Broke(tr("its helper made no sense ({error})", error=tr("no file")))


def pixels(
    answer: Message,
    kinds: str = "|u1 <u2",
    channels: tuple[int, ...] = (3, 4),
    size: tuple[int, int] | None = None,
) -> NDArray:
    """The one array of an answer, a picture of one of the `kinds` (NumPy's words for them).

    `size` is (height, width); one channel is (H, W). Broke where it is anything else.
    """
    if len(answer.arrays) == 1:
        (found,) = answer.arrays
        deep = found.shape[2] if found.ndim == 3 else 1 if found.ndim == 2 else 0
        fits = size is None or found.shape[:2] == size
        if found.dtype.str in kinds.split() and deep in channels and found.size and fits:
            return found
    raise Broke(tr("its helper made no sense ({error})", error=tr("another picture")))
