"""A slow, plain renderer to hold the fast one against: float64, one pixel at a time in spirit."""

import numpy as np

from woodcock.pixels.colour import srgb_from_linear
from woodcock.stage import scene_at


def catmull_rom(t):
    """Keys (1981), a = -1/2, for the distance t of a tap."""
    t = np.abs(t)
    inner = 1.5 * t**3 - 2.5 * t**2 + 1
    outer = -0.5 * t**3 + 2.5 * t**2 - 4 * t + 2
    return np.where(t <= 1, inner, np.where(t < 2, outer, 0.0))


def plate_of(atlas, layer_id):
    level = atlas.segments[layer_id][-1].mips[0]
    flat = atlas.pixels[level.start : level.start + level.width * level.height * 4]
    return flat.reshape(level.height, level.width, 4) / 65535.0, level.from_photo


def sample(plate, u, v):
    height, width = plate.shape[:2]
    inside = (u >= -0.5) & (u <= width - 0.5) & (v >= -0.5) & (v <= height - 0.5)
    out = np.zeros((*u.shape, 4))
    iu, iv = np.floor(u).astype(int), np.floor(v).astype(int)
    for j in range(-1, 3):
        for i in range(-1, 3):
            weight = catmull_rom(u - iu - i) * catmull_rom(v - iv - j)
            x, y = np.clip(iu + i, 0, width - 1), np.clip(iv + j, 0, height - 1)
            out += weight[..., None] * plate[y, x]
    alpha = np.clip(out[..., 3:], 0, 1)
    out = np.concatenate([np.clip(out[..., :3], 0, alpha), alpha], axis=2)
    return np.where(inside[..., None], out, 0.0)


def render(project, atlas, time, size, oversample=1):
    """The frame as sRGB in [0, 1] and its coverage, back to front (Porter and Duff's over).

    `oversample` averages that many samples a side over each pixel's square.
    """
    colour = np.zeros((size[1], size[0], 3))
    cover = np.zeros((size[1], size[0]))
    for placed in scene_at(project, time, size)[::-1]:
        plate, from_photo = plate_of(atlas, placed.layer.id)
        back = from_photo @ np.linalg.inv(placed.mapping.homography)
        total = np.zeros((size[1], size[0], 4))
        for n in range(oversample**2):
            dx, dy = (n % oversample + 0.5) / oversample, (n // oversample + 0.5) / oversample
            y, x = np.mgrid[0 : size[1], 0 : size[0]]
            at = np.stack([x + dx, y + dy, np.ones_like(x)], axis=-1) @ back.T
            total += sample(plate, at[..., 0] / at[..., 2], at[..., 1] / at[..., 2])
        taken = total / oversample**2 * placed.opacity
        colour = taken[..., :3] + (1 - taken[..., 3:]) * colour
        cover = taken[..., 3] + (1 - taken[..., 3]) * cover
    return srgb_from_linear(colour), cover
