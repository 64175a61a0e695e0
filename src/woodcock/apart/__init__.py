"""What may crash, hang or take all memory runs in a process apart, where it does no harm.

Decoders of video, sound, exotic pictures and learned models are large and written in C: bytes made
by others can bring them down. A `Helper` is a process that has them; whatever happens to it is a
`Broke` here.
"""

from woodcock.apart.helper import Answer, Broke, Helper, shared
from woodcock.apart.wire import Message

__all__ = ["Answer", "Broke", "Helper", "Message", "shared"]
