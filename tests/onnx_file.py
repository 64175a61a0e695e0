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


def _value(name, channels, side=SIDE):
    dims = b"".join(_part(1, _number(1, d)) for d in (1, channels, side, side))
    tensor = _number(1, 1) + _part(2, dims)
    return _part(1, name) + _part(2, _part(1, tensor))


def _numbers(name, values):
    """An attribute that is a list of whole numbers."""
    return _part(5, _part(1, name) + b"".join(_number(8, v) for v in values) + _number(20, 7))


def _model(operator, weights, attributes, channels, sides):
    dims = b"".join(_number(1, d) for d in weights.shape)
    tensor = dims + _number(2, 1) + _part(8, "w") + _part(9, weights.astype("<f4").tobytes())
    node = _part(1, "x") + _part(1, "w") + _part(2, "y") + _part(4, operator) + attributes
    graph = _part(1, node) + _part(2, operator) + _part(5, tensor)
    graph += _part(11, _value("x", channels[0], sides[0]))
    graph += _part(12, _value("y", channels[1], sides[1]))
    return _number(1, 8) + _part(7, graph) + _part(8, _part(1, "") + _number(2, 13))


def weighing(weights):
    """A model that gives each pixel's channels, weighted and added: one 1x1 convolution."""
    kernel = np.reshape(weights, (1, -1, 1, 1))
    return _model("Conv", kernel, _numbers("kernel_shape", (1, 1)), (len(weights), 1), (SIDE, SIDE))


def doubling(side, gain=1.0):
    """A model that gives each pixel four times: one transposed convolution, channel by channel."""
    attributes = _numbers("kernel_shape", (2, 2)) + _numbers("strides", (2, 2))
    attributes += _part(5, _part(1, "group") + _number(3, 3) + _number(20, 2))
    kernel = np.full((3, 1, 2, 2), gain)
    return _model("ConvTranspose", kernel, attributes, (3, 3), (side, 2 * side))


def two_answers():
    """A model with two outputs: the red channel, and after it its opposite."""
    nodes = tensors = outputs = b""
    for name, red in (("first", 1.0), ("second", -1.0)):
        kernel = np.reshape([red, 0.0, 0.0], (1, -1, 1, 1))
        node = _part(1, "x") + _part(1, f"w {name}") + _part(2, name) + _part(4, "Conv")
        nodes += _part(1, node + _numbers("kernel_shape", (1, 1)))
        dims = b"".join(_number(1, d) for d in kernel.shape)
        tensor = dims + _number(2, 1) + _part(8, f"w {name}")
        tensors += _part(5, tensor + _part(9, kernel.astype("<f4").tobytes()))
        outputs += _part(12, _value(name, 1))
    graph = nodes + _part(2, "two") + tensors + _part(11, _value("x", 3)) + outputs
    return _number(1, 8) + _part(7, graph) + _part(8, _part(1, "") + _number(2, 13))
