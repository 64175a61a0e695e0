"""Paint the demo scene with the truth behind it: dawn mist on a tidal inlet.

    python demo/make_scene.py

writes the photo, with grain, and masks as a person would cut them into the package's assets, and
into `demo/truth/`: for every layer its alpha and the picture without what stands in front of it, at
half size, and the depth in metres. Seeded: every run writes the same pixels.
"""

from __future__ import annotations

import json
from dataclasses import dataclass
from pathlib import Path

import cv2
import numpy as np

from woodcock.pixels.colour import linear_from_srgb, srgb_from_linear

WIDTH, HEIGHT = 2400, 1600
HORIZON = 690
SEED = 11
HERE = Path(__file__).parent
ASSETS = HERE.parent / "src" / "woodcock" / "assets" / "demo"
DEPTH_SCALE = 100  # the 16-bit depth map holds centimetres up to 655.35 m; the sky holds 0
Y, X = np.mgrid[0:HEIGHT, 0:WIDTH].astype(np.float64)
MIST = np.array([0.80, 0.74, 0.70])  # sRGB


@dataclass(frozen=True)
class Thing:
    """One layer of the scene: linear colour (H, W, 3), alpha (H, W), metres (H, W)."""

    name: str
    colour: np.ndarray
    alpha: np.ndarray
    depth: np.ndarray


def linear(*srgb):
    return linear_from_srgb(np.array(srgb, float))


def noise(rng, cells, octaves=5, stretch=1.0):
    """Smooth noise in [0, 1]: octaves of random grids, `stretch` times wider than high."""
    total, weight = np.zeros((HEIGHT, WIDTH)), 0.0
    for octave in range(octaves):
        n = cells * 2**octave
        grid = rng.random((max(2, int(n * HEIGHT / WIDTH * stretch)), max(2, n))).astype(np.float32)
        total += cv2.resize(grid, (WIDTH, HEIGHT), interpolation=cv2.INTER_CUBIC) / 2**octave
        weight += 1 / 2**octave
    return np.clip(total / weight, 0, 1)


def ramp(value, low, high):
    t = np.clip((value - low) / (high - low), 0, 1)
    return t * t * (3 - 2 * t)


def mixed(a, b, share):
    return a + (b - a) * share[..., None]


def misty(colour, metres, start=900.0):
    """Colour seen through mist that swallows half of it every 0.69 `start` metres."""
    return mixed(
        colour, np.broadcast_to(linear(*MIST), colour.shape), 1 - np.exp(-metres / start) + 0 * Y
    )


def drawn(painter):
    """A coverage mask: what `painter` draws at twice the size, averaged down."""
    canvas = np.zeros((HEIGHT * 2, WIDTH * 2), np.uint8)
    painter(canvas)
    return cv2.resize(canvas, (WIDTH, HEIGHT), interpolation=cv2.INTER_AREA) / 255.0


def polygon(canvas, points, value=255):
    cv2.fillPoly(canvas, [np.rint(np.asarray(points) * 2).astype(np.int32)], value, cv2.LINE_AA)


def line(canvas, points, thickness, value=255):
    pts = np.rint(np.asarray(points) * 2).astype(np.int32)
    cv2.polylines(canvas, [pts], False, value, max(1, round(thickness * 2)), cv2.LINE_AA)


def sky(rng):
    up = np.clip(Y / HORIZON, 0, 1)
    colour = mixed(
        np.broadcast_to(linear(0.38, 0.50, 0.66), (HEIGHT, WIDTH, 3)),
        np.broadcast_to(linear(0.95, 0.78, 0.62), (HEIGHT, WIDTH, 3)),
        up**1.6,
    )
    glow = np.exp(-(((X - 1750) / 620) ** 2 + ((Y - 650) / 330) ** 2))
    colour = colour + glow[..., None] * linear(0.62, 0.42, 0.24)
    clouds = ramp(noise(rng, 5, stretch=2.6), 0.46, 0.72) * (1 - 0.55 * up)
    colour = mixed(colour, np.broadcast_to(linear(0.93, 0.83, 0.78), colour.shape), 0.55 * clouds)
    return Thing("sky", np.clip(colour, 0, 1), np.ones((HEIGHT, WIDTH)), np.zeros((HEIGHT, WIDTH)))


def shore(rng, behind):
    """Water and the low headland with its lighthouse, about 300 m off."""
    hills = noise(rng, 7, 4)
    ridge = HORIZON - 8 - 95 * ramp(X, 650, 80) * (0.6 + 0.6 * hills[40]) - 14 * hills[90]
    land = ramp(Y - ridge, -0.7, 0.7) * ramp(1180 + 80 * hills[10] - X, -60, 60)
    tower = drawn(
        lambda c: (
            polygon(c, [(392, 640), (398, 498), (428, 498), (434, 640)]),
            polygon(c, [(390, 498), (390, 490), (436, 490), (436, 498)]),
            polygon(c, [(401, 490), (401, 466), (425, 466), (425, 490)]),
            polygon(c, [(398, 466), (413, 448), (428, 466)]),
        )
    )
    water = (Y >= HORIZON).astype(float)
    land = np.where(Y < HORIZON, land, 0)
    depth = np.where(water > 0, 1.6 * 2333 / np.maximum(Y - HORIZON + 8, 1), 300.0)
    ground = linear(0.27, 0.29, 0.25) * (0.6 + 0.8 * noise(rng, 60)[..., None])
    ground = misty(ground, 300.0, 420)
    stripe = ((Y - 498) // 36 % 2)[..., None]
    white = misty(linear(0.93, 0.90, 0.86) + 0 * stripe, 300.0, 700)
    rust = misty(linear(0.55, 0.27, 0.20) + 0 * stripe, 300.0, 700)
    light = np.clip((X - 385) / 50, 0, 1)[..., None] * 0.5 + 0.6
    building = np.where(stripe > 0, rust, white) * light
    building = np.where((Y < 490)[..., None], linear(0.25, 0.24, 0.24), building)

    # Water mirrors the sky and the land about the horizon, broken by ripples that grow nearer.
    near = np.clip((Y - HORIZON) / (HEIGHT - HORIZON), 0, 1)
    ripple = noise(rng, 14, 5, stretch=9.0) - 0.5
    fine = noise(rng, 70, 4, stretch=5.0) - 0.5
    shift = (ripple * 170 + fine * 60) * near**0.8
    scene = mixed(mixed(behind, ground, land), building, tower)
    mirror_y = np.clip(2 * HORIZON - Y + shift, 0, HORIZON - 1).astype(np.float32)
    mirror_x = np.clip(X + shift * 0.22, 0, WIDTH - 1).astype(np.float32)
    mirror = cv2.remap(scene.astype(np.float32), mirror_x, mirror_y, cv2.INTER_LINEAR)
    deep = linear(0.16, 0.22, 0.24)
    surface = mixed(mirror * 0.92, np.broadcast_to(deep, mirror.shape), 0.15 + 0.45 * near)
    surface = surface * (1 + 0.35 * (fine * near + 0.4 * ripple * near))[..., None]
    surface = misty(surface, depth, 260)
    colour = np.where((water > 0)[..., None], surface, mixed(ground, building, tower))
    alpha = np.maximum(np.maximum(water, land), tower)
    bank = np.exp(-(((Y - HORIZON + 5) / 42) ** 2)) * (0.35 + 0.5 * noise(rng, 5, 3, stretch=4))
    colour = mixed(colour, np.broadcast_to(linear(*MIST), colour.shape), np.clip(bank, 0, 0.85))
    return Thing("shore", np.clip(colour, 0, 1), alpha, depth)


def dinghy(rng):
    """A small moored sailing dinghy with a lantern, 10 m off, its reflection part of it."""
    cx, cy = 1430.0, 1010.0

    def at(*points):
        return [(cx + x, cy + y) for x, y in points]

    sheer = [(-330, -78), (-250, -58), (-120, -46), (40, -46), (200, -58), (330, -92)]
    hull_points = [*sheer, (345, -84), (318, -10), (250, 34), (-240, 34), (-312, 0)]
    hull = drawn(lambda c: polygon(c, at(*hull_points)))
    rim = drawn(lambda c: line(c, at(*sheer), 11))
    mast = drawn(lambda c: polygon(c, at((36, -52), (40, -640), (47, -640), (54, -52))))
    boom = drawn(lambda c: polygon(c, at((44, -150), (-265, -128), (-265, -119), (44, -137))))
    roll = [(40, -152), (-40, -176), (-150, -165), (-255, -134), (-255, -122), (40, -140)]
    sail = drawn(lambda c: polygon(c, at(*roll)))
    stays = drawn(
        lambda c: (
            line(c, at((43, -632), (336, -92)), 1.6),
            line(c, at((43, -632), (-318, -80)), 1.6),
            line(c, at((44, -420), (-262, -126)), 1.4),
        )
    )
    glass = at((288, -150), (312, -150), (309, -184), (291, -184))
    lamp = drawn(lambda c: (line(c, at((300, -96), (300, -150)), 4), polygon(c, glass)))
    planks = 0.82 + 0.3 * noise(rng, 90, 3, stretch=0.15) - 0.16 * (((Y - cy) % 26) < 3)
    side = np.clip(0.75 + (X - cx) / 1500 - (Y - cy) / 300, 0.4, 1.25)
    wood = linear(0.20, 0.30, 0.33) * (planks * side)[..., None]
    wood = mixed(wood, np.broadcast_to(linear(0.10, 0.10, 0.09), wood.shape), ramp(Y - cy, 5, 30))
    colour = np.zeros((HEIGHT, WIDTH, 3))
    alpha = np.zeros((HEIGHT, WIDTH))
    grain = (0.8 + 0.4 * noise(rng, 120, 3, stretch=0.2))[..., None]
    for mask, paint in (
        (stays, linear(0.24, 0.22, 0.20) + 0 * colour),
        (
            mast,
            linear(0.52, 0.38, 0.25) * grain * (0.6 + 0.8 * ramp(X, cx + 36, cx + 54))[..., None],
        ),
        (boom, linear(0.48, 0.35, 0.23) * grain),
        (sail, linear(0.80, 0.74, 0.66) * (0.7 + 0.4 * noise(rng, 80, 4)[..., None])),
        (hull, wood),
        (rim, linear(0.56, 0.42, 0.28) * grain),
        (lamp, linear(1.0, 0.85, 0.55) + 0 * colour),
    ):
        colour = mixed(colour, paint, mask)
        alpha = np.maximum(alpha, mask)
    base = cy + 30
    shift = (noise(rng, 26, 4, stretch=8) - 0.5) * 60 * ramp(Y, base, base + 200)
    mirror_y = (2 * base - Y + shift).astype(np.float32)
    mirror_x = (X + shift * 0.35).astype(np.float32)
    shape = np.dstack([colour * alpha[..., None], alpha]).astype(np.float32)
    mirror = cv2.remap(shape, mirror_x, mirror_y, cv2.INTER_LINEAR, borderValue=(0, 0, 0, 0))
    fade = (base < Y) * 0.62 * ramp(Y, base + 430, base)
    strength = mirror[..., 3] * fade
    mirrored = mirror[..., :3] / np.maximum(mirror[..., 3:], 1e-4) * 0.7
    mirrored = mirrored + 0.25 * linear(0.5, 0.5, 0.5)
    total = alpha + strength * (1 - alpha)
    blended = colour * alpha[..., None] + mirrored * (strength * (1 - alpha))[..., None]
    colour = blended / np.maximum(total, 1e-4)[..., None]
    glow = np.exp(-(((X - cx - 300) / 16) ** 2 + ((Y - cy + 168) / 16) ** 2)) * (total > 0)
    colour = misty(colour, 10.0, 130) + glow[..., None] * linear(0.5, 0.35, 0.1)
    return Thing("dinghy", np.clip(colour, 0, 1), total, np.full((HEIGHT, WIDTH), 10.0))


def near(rng):
    """Leaning mooring posts with rope, and reeds, 3 m off."""
    posts = [((210, 1660), (300, 560), 62), ((560, 1660), (520, 800), 54)]
    colour = np.zeros((HEIGHT, WIDTH, 3))
    alpha = np.zeros((HEIGHT, WIDTH))
    streaks = noise(rng, 150, 4, stretch=0.12)
    for (fx, fy), (tx, ty), half in posts:
        mask = drawn(
            lambda c, fx=fx, fy=fy, tx=tx, ty=ty, half=half: polygon(
                c,
                [(fx - half, fy), (tx - half * 0.86, ty + 8), (tx - half * 0.5, ty - 6),
                 (tx + half * 0.6, ty), (tx + half * 0.86, ty + 14), (fx + half, fy)],
            )
        )  # fmt: skip
        across = (X - (fx + (tx - fx) * (fy - Y) / (fy - ty))) / half
        shade = 0.30 + 0.85 * ramp(across, -1.0, 0.95) - 0.25 * ramp(across, 0.75, 1.05)
        wood = linear(0.46, 0.36, 0.28) * (shade * (0.45 + 1.0 * streaks))[..., None]
        wet = ramp(Y, 1180, 1330)
        wood = mixed(wood, wood * linear(0.55, 0.62, 0.50), wet)
        colour, alpha = mixed(colour, wood, mask), np.maximum(alpha, mask)
    t = np.linspace(0, 1, 80)
    sag = np.column_stack([298 + (540 - 298) * t, 720 + (930 - 720) * t + 190 * 4 * t * (1 - t)])
    rope = drawn(lambda c: line(c, sag, 15))
    turns = drawn(
        lambda c: [
            line(c, [(x - h, y + k * 15), (x + h, y + k * 15 - 9)], 13)
            for x, y, h in ((288, 700, 58), (527, 905, 52))
            for k in range(4)
        ]
    )
    twist = 0.7 + 0.5 * (((X * 0.8 + Y) % 14) < 7)
    hemp = linear(0.66, 0.56, 0.42) * (twist * (0.6 + 0.6 * noise(rng, 200, 2)))[..., None]
    for mask in (rope, turns):
        colour, alpha = mixed(colour, hemp, mask), np.maximum(alpha, mask)
    for _ in range(170):
        right = rng.random() < 0.62
        foot = rng.normal(2110, 190) if right else rng.normal(180, 170)
        height = rng.uniform(240, 760) if right else rng.uniform(180, 460)
        lean = rng.normal(-40, 70) if right else rng.normal(50, 60)
        width = rng.uniform(2.2, 7.0)
        s = np.linspace(0, 1, 24)
        px, py = foot + lean * s**2, HEIGHT + 12 - height * s
        spread = width * (1 - s) ** 0.7 / 2 + 0.35
        blade = np.concatenate(
            [np.column_stack([px - spread, py]), np.column_stack([px + spread, py])[::-1]]
        )
        mask = drawn_in(blade)
        warm = rng.uniform(0.55, 1.25)
        tone = linear(*(np.array([0.44, 0.40, 0.24]) * warm).clip(0, 1))
        tip = np.clip((Y - (HEIGHT - height)) / height, 0, 1)[..., None]
        colour = mixed(colour, tone * (1.35 - 0.75 * tip), mask)
        alpha = np.maximum(alpha, mask)
    return Thing("near", np.clip(colour, 0, 1), alpha, np.full((HEIGHT, WIDTH), 3.0))


def drawn_in(outline):
    """Coverage of a small polygon, drawn at four times the size in its own box."""
    out = np.zeros((HEIGHT, WIDTH))
    x0, y0 = np.floor(outline.min(axis=0)).astype(int) - 2
    x1, y1 = np.ceil(outline.max(axis=0)).astype(int) + 2
    canvas = np.zeros(((y1 - y0) * 4, (x1 - x0) * 4), np.uint8)
    cv2.fillPoly(canvas, [np.rint((outline - (x0, y0)) * 4).astype(np.int32)], 255, cv2.LINE_AA)
    small = cv2.resize(canvas, (x1 - x0, y1 - y0), interpolation=cv2.INTER_AREA) / 255.0
    left, top, right, bottom = max(x0, 0), max(y0, 0), min(x1, WIDTH), min(y1, HEIGHT)
    if left < right and top < bottom:
        out[top:bottom, left:right] = small[top - y0 : bottom - y0, left - x0 : right - x0]
    return out


def paint():
    """The layers far to near, and the linear picture at each of them without what is nearer."""
    rng = np.random.default_rng(SEED)
    layers, pictures = [sky(rng)], []
    pictures.append(layers[0].colour)
    for make in (lambda r: shore(r, pictures[0]), dinghy, near):
        layer = make(rng)
        layers.append(layer)
        pictures.append(mixed(pictures[-1], layer.colour, layer.alpha))
    return layers, pictures


def photographed(picture):
    """The photo: grain, a breath of softness, eight bits."""
    rng = np.random.default_rng(SEED + 1)
    soft = cv2.GaussianBlur(picture.astype(np.float32), (0, 0), 0.6)
    encoded = srgb_from_linear(soft)
    grain = cv2.GaussianBlur(rng.normal(0, 1, encoded.shape[:2]), (0, 0), 0.7)[..., None]
    return np.rint(np.clip(encoded + 0.012 * grain, 0, 1) * 255).astype(np.uint8)


def cut_by_hand(alpha):
    """A mask as a careful person cuts it: a pixel generous, a little soft, nothing faint."""
    solid = (alpha > 0.35).astype(np.uint8) * 255
    solid = cv2.dilate(solid, cv2.getStructuringElement(cv2.MORPH_ELLIPSE, (3, 3)))
    return cv2.GaussianBlur(solid, (0, 0), 1.0)


def write_png(path, picture):
    cv2.imwrite(str(path), picture, [cv2.IMWRITE_PNG_COMPRESSION, 9])


def half(values):
    return cv2.resize(values, (WIDTH // 2, HEIGHT // 2), interpolation=cv2.INTER_AREA)


def main():
    layers, pictures = paint()
    photo = photographed(pictures[-1])
    quality = [cv2.IMWRITE_JPEG_QUALITY, 93]
    ASSETS.mkdir(parents=True, exist_ok=True)
    cv2.imwrite(str(ASSETS / "photo.jpg"), photo[..., ::-1], quality)
    for layer in layers[2:]:
        write_png(ASSETS / f"{layer.name}.png", cut_by_hand(layer.alpha))
    truth = HERE / "truth"
    truth.mkdir(exist_ok=True)
    depth = np.zeros((HEIGHT, WIDTH))
    for layer, picture in zip(layers, pictures, strict=True):
        write_png(
            truth / f"{layer.name}-alpha.png", np.rint(half(layer.alpha) * 255).astype(np.uint8)
        )
        encoded = np.rint(srgb_from_linear(half(picture)) * 255).astype(np.uint8)
        quality = [cv2.IMWRITE_WEBP_QUALITY, 101]  # above 100 is lossless
        cv2.imwrite(str(truth / f"{layer.name}-picture.webp"), encoded[..., ::-1], quality)
        depth = np.where(layer.alpha > 0.5, layer.depth, depth)
    centimetres = np.clip(depth[::2, ::2] * DEPTH_SCALE, 0, 65535).astype(np.uint16)
    write_png(truth / "depth.png", centimetres)
    about = {
        "size": [WIDTH // 2, HEIGHT // 2],
        "layers_far_to_near": [layer.name for layer in layers],
        "depth_units_per_metre": DEPTH_SCALE,
        "depth_zero": "the sky, infinitely far",
        "metres": {"near": 3.0, "dinghy": 10.0, "headland": 300.0},
        "seed": SEED,
    }
    (truth / "truth.json").write_text(json.dumps(about, indent=2) + "\n")


if __name__ == "__main__":
    main()
