"""A lens by brute force: sharp pictures from many points of its aperture, and their mean."""

import numpy as np
from msgspec.structs import replace

from woodcock.model import Track
from woodcock.pixels.colour import srgb_from_linear
from woodcock.render.light_frame import draw_light
from woodcock.stage import scene_at, thin_lens, value_at


def points_of_disc(count):
    """(count, 2) evenly over a disc of radius 1 (Vogel, Mathematical Biosciences 1979)."""
    k = np.arange(count) + 0.5
    angle, radius = k * np.pi * (3 - 5**0.5), np.sqrt(k / count)
    return np.stack([radius * np.cos(angle), radius * np.sin(angle)], 1)


def through_aperture(project, atlas, time, size, count=96):
    """(H, W, 4) linear light: the mean of what is seen from points of the aperture.

    Each picture is shifted so that what is in focus stays where it is, as behind a lens.
    """
    thin, lens = thin_lens(project, time), project.lens
    focal = thin.focal_length / thin.sensor_width * size[0]
    total = np.zeros((size[1], size[0], 4))
    for x, y in (points_of_disc(count) * thin.aperture / 2000).tolist():
        place = Track(value_at(lens.x, time) + x), Track(value_at(lens.y, time) + y)
        there = replace(project, lens=replace(lens, x=place[0], y=place[1]))
        shift = np.array(
            [[1, 0, x * focal / thin.focus], [0, 1, y * focal / thin.focus], [0, 0, 1]]
        )
        placed = [x._replace(mapping=x.mapping.moved(shift)) for x in scene_at(there, time, size)]
        total += draw_light(atlas, placed, size).light
    return total / count


def decibels(one, other):
    """PSNR of two pictures in linear light, as they are in 8-bit sRGB."""
    a, b = (255 * srgb_from_linear(x[..., :3]) for x in (one, other))
    return 10 * np.log10(255**2 / ((a - b) ** 2).mean())
