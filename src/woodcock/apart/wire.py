"""Messages between a process and its helper: a line of JSON, then arrays as they are.

Nothing that is read can run code: there are numbers, texts and arrays, all of limited size.
"""

from __future__ import annotations

import json
import math
import socket
import struct
from collections.abc import Sequence
from typing import Any, NamedTuple

import numpy as np
from numpy.typing import NDArray

_HEAD = struct.Struct("<L")
_MOST_TEXT = 1_000_000  # bytes
_MOST_BYTES = 6_000_000_000  # of all arrays of a message
_MOST_ARRAYS, _MOST_SIDES = 16, 8
_KINDS = ("|u1", "<u2", "<u4", "<i4", "<f2", "<f4", "<f8")

# A helper's last word, before it ends as nobody asked: a question may be on its way just then.
GOODBYE = {"ended": "nobody asked"}


class Message(NamedTuple):
    """Plain data under names, and arrays beside it."""

    data: dict[str, Any]
    arrays: tuple[NDArray, ...] = ()


def send(link: socket.socket, data: dict[str, Any], arrays: Sequence[NDArray] = ()) -> None:
    """Send a message; OSError if nobody is there to get it."""
    arrays = [np.ascontiguousarray(x) for x in arrays]
    about = [[x.dtype.str, list(x.shape)] for x in arrays]
    text = json.dumps([data, about]).encode()
    link.sendall(_HEAD.pack(len(text)) + text)
    for array in arrays:
        if array.nbytes:
            link.sendall(array.data.cast("B"))


def receive(link: socket.socket, most: int = _MOST_BYTES) -> Message:
    """The next message; EOFError if there comes none any more, ValueError if it is none, or if its
    arrays are of more than `most` bytes together: then none of them is read."""
    (length,) = _HEAD.unpack(_exactly(link, bytearray(_HEAD.size)))
    if length > _MOST_TEXT:
        raise ValueError("a message is too long")
    try:
        data, about = json.loads(bytes(_exactly(link, bytearray(length))))
    except RecursionError as error:
        raise ValueError("a message is too deep") from error
    if not isinstance(data, dict) or len(about) > _MOST_ARRAYS:
        raise ValueError("a message without data")
    if sum(_bytes(kind, shape) for kind, shape in about) > most:
        raise ValueError("it answers with more than it was asked for")
    return Message(data, tuple(_array(link, kind, shape) for kind, shape in about))


def _bytes(kind: str, shape: list[int]) -> int:
    if kind not in _KINDS or len(shape) > _MOST_SIDES:
        raise ValueError(f"an array of {kind}"[:80])
    if not all(isinstance(n, int) and n >= 0 for n in shape):
        raise ValueError("an array of no size")
    return math.prod(shape) * np.dtype(kind).itemsize


def _array(link: socket.socket, kind: str, shape: list[int]) -> NDArray:
    array = np.empty(shape, kind)
    if array.nbytes:
        _exactly(link, array.data.cast("B"))
    return array


def _exactly(link: socket.socket, room: bytearray | memoryview) -> bytearray | memoryview:
    view = memoryview(room)
    while view:
        count = link.recv_into(view)
        if not count:
            raise EOFError("nobody is there any more")
        view = view[count:]
    return room
