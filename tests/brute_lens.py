"""A lens by brute force: sharp pictures from many points of its aperture, and their mean."""

import numpy as np

from woodcock.render.light_frame import draw_light
from woodcock.stage import scene_at, thin_lens
from woodcock.model import Track
from msgspec.structs import replace


def aperture_points(count, blades=0):
    """(count, 2) evenly over a disc of radius 1: Vogel's spiral (1979)."""
    k = np.arange(count) + 0.5
    angle, radius = k * np.pi * (3 - 5**0.5), np.sqrt(k / count)
    return np.stack([radius * np.cos(angle), radius * np.sin(angle)], 1)


def through_aperture(project, atlas, time, size, count=256):
    """(H, W, 4) linear light: the mean of what is seen from points of the aperture.

    Each picture is shifted so that what is in focus stays where it is, as behind a lens.
    """
    lens = thin_lens(project, time)
    focal = lens.focal_length / lens.sensor_width * size[0]
    total = np.zeros((size[1], size[0], 4))
    for point in aperture_points(count) * lens.aperture / 2000:
        x, y = (float(v) for v in point)
        own = project.lens
        there = replace(own, x=Track(_base(own.x, time) + x), y=Track(_base(own.y, time) + y))
        shift = np.eye(3)
        shift[:2, 2] = np.array([x, y]) * focal / lens.focus
        placed = scene_at(replace(project, lens=there), time, size)
        placed = [each._replace(mapping=each.mapping.moved(shift)) for each in placed]
        total += draw_light(atlas, placed, size).light
    return total / count


def _base(track, time):
    from woodcock.stage import value_at

    return value_at(track, time)


def decibels(one, other):
    """PSNR of two pictures in linear light, as they are in 8-bit sRGB."""
    from woodcock.pixels.colour import srgb_from_linear

    a, b = (255 * srgb_from_linear(x[..., :3]) for x in (one, other))
    return 10 * np.log10(255**2 / ((a - b) ** 2).mean())
