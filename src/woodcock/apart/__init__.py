"""What may crash, hang or take all memory runs in a process apart, where it does no harm.

Decoders of pictures, video, sound and learned models are large and written in C: bytes made by
others can bring them down, or have them do something else. A `Helper` is a process that has them,
and nothing beside (`confine`); whatever happens to it is a `Broke` here.
"""

from woodcock.apart.answers import bytes_of, pixels, told
from woodcock.apart.confine import WALLS, possible
from woodcock.apart.helper import Broke, Helper, shared
from woodcock.apart.python import FOLDER, python_command
from woodcock.apart.wire import Message

__all__ = [
    "FOLDER", "WALLS", "Broke", "Helper", "Message", "bytes_of", "pixels", "possible",
    "python_command", "shared", "told",
]  # fmt: skip
