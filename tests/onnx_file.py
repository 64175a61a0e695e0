"""A tiny ONNX model written by hand, in the protocol buffers of onnx.proto (ONNX, IR version 8)."""

import numpy as np

SIDE = 320


def _varint(value):
    out = b""
    while value > 127:
        out, value = out + bytes([value & 127 | 128]), value >> 7
    return out + bytes([value])


def _number(field, value):
    return _varint(field << 3) + _varint(value)


def _part(field, content):
    content = content.encode() if isinstance(content, str) else content
    return _varint(field << 3 | 2) + _varint(len(content)) + content


def _value(name, channels):
    dims = b"".join(_part(1, _number(1, d)) for d in (1, channels, SIDE, SIDE))
    tensor = _number(1, 1) + _part(2, dims)
    return _part(1, name) + _part(2, _part(1, tensor))


def weighing(weights):
    """A model that gives each pixel's channels, weighted and added: one 1x1 convolution."""
    dims = b"".join(_number(1, d) for d in (1, len(weights), 1, 1))
    raw = np.asarray(weights, "<f4").tobytes()
    tensor = dims + _number(2, 1) + _part(8, "w") + _part(9, raw)
    kernel = _part(1, "kernel_shape") + _number(8, 1) + _number(8, 1) + _number(20, 7)
    node = _part(1, "x") + _part(1, "w") + _part(2, "y") + _part(4, "Conv") + _part(5, kernel)
    graph = _part(1, node) + _part(2, "weighing") + _part(5, tensor)
    graph += _part(11, _value("x", len(weights))) + _part(12, _value("y", 1))
    return _number(1, 8) + _part(7, graph) + _part(8, _part(1, "") + _number(2, 13))
