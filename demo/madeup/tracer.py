"""A path tracer over Mitsuba 3 that sees several layers of one scene at once.

Every camera sample meets every layer on its own: the layers share one light, with all their shadows
and reflections, but each is seen as if nothing stood in front of it.
"""

from __future__ import annotations

import os
from dataclasses import dataclass, field, replace
from pathlib import Path
from typing import Any

import numpy as np
from numpy.typing import NDArray

from .shapes import Mesh, normals

# Older LLVMs fail on this code: take the newest there is.
_LLVM = sorted(Path("/usr/lib").glob("*/libLLVM.so.*"))
if _LLVM:
    os.environ.setdefault("DRJIT_LIBLLVM_PATH", str(_LLVM[-1]))

import drjit as dr  # noqa: E402
import mitsuba as mi  # noqa: E402

mi.set_variant("llvm_ad_rgb")

Array = NDArray[np.float64]
CHANNELS = 9
FAR = 6000.0  # metres: how far mist is followed along a ray that meets nothing


@dataclass(frozen=True)
class Camera:
    """A thin lens on a 36 mm wide sensor: place in metres, angles in degrees, focus in metres."""

    place: tuple[float, float, float]
    pitch: float
    yaw: float
    focal: float
    size: tuple[int, int]
    f_number: float = 11.0
    focus: float = 5.0

    def moved(self, right: float = 0.0, up: float = 0.0, ahead: float = 0.0) -> Camera:
        """The same camera, moved along its own axes by metres."""
        axes = self.axes()
        place = np.array(self.place) + right * axes[0] + up * axes[1] + ahead * axes[2]
        return Camera(
            tuple(place), self.pitch, self.yaw, self.focal, self.size, self.f_number, self.focus
        )

    def axes(self) -> Array:
        """Right, up and forward as rows (3, 3); at no angle the camera looks along +z."""
        p, y = np.radians(self.pitch), np.radians(self.yaw)
        forward = np.array([np.sin(y) * np.cos(p), np.sin(p), np.cos(y) * np.cos(p)])
        right = np.array([np.cos(y), 0.0, -np.sin(y)])
        return np.stack([right, np.cross(forward, right), forward])


@dataclass
class Scene:
    """The layers of shapes, near to far, with what lights them and the mist between."""

    layers: list[list[Any]]
    light: list[Any]
    mist: Any = None  # (place, direction, metres, random, steps) -> (transmission, airlight)
    water: Any = None  # a shape whose normals come from `ripples`
    ripples: Any = None  # place -> normal
    bounces: int = 3
    clamp: float = 1.2
    backdrop: bool = True  # the last layer is what rays that meet nothing see
    _all: Any = None
    _each: list[Any] = field(default_factory=list)

    def build(self) -> None:
        """Makes the trees rays are traced through."""
        things = [thing for layer in self.layers for thing in layer] + self.light
        self._all = _scene(list({id(thing): thing for thing in things}.values()))
        self._each = [_scene(layer) for layer in self.layers]


def _scene(things: list[Any]) -> Any:
    return mi.load_dict({"type": "scene", **{f"thing{i}": thing for i, thing in enumerate(things)}})


def shape(source: Mesh, bsdf: dict[str, Any], smooth: bool = True) -> Any:
    """A Mitsuba mesh; materials may use its attributes vertex_colour and vertex_rough."""
    properties = mi.Properties()
    properties["bsdf"] = mi.load_dict(bsdf)
    made = mi.Mesh(
        "mesh", len(source.vertices), len(source.faces), has_vertex_normals=smooth, props=properties
    )
    made.add_attribute("vertex_colour", 3, np.float32(np.clip(source.colours, 0, 1)).ravel())
    made.add_attribute("vertex_rough", 1, np.float32(np.clip(source.rough, 0.02, 1)).ravel())
    values = mi.traverse(made)
    values["vertex_positions"] = mi.Float(np.float32(source.vertices).ravel())
    values["faces"] = mi.UInt32(np.uint32(source.faces).ravel())
    if smooth:
        values["vertex_normals"] = mi.Float(np.float32(normals(source)).ravel())
    values.update()
    return made


COLOUR = {"type": "mesh_attribute", "name": "vertex_colour"}
ROUGH = {"type": "mesh_attribute", "name": "vertex_rough"}
MATT = {"type": "twosided", "bsdf": {"type": "diffuse", "reflectance": COLOUR}}
GLOSSY = {
    "type": "twosided",
    "bsdf": {"type": "principled", "base_color": COLOUR, "roughness": ROUGH, "specular": 0.5},
}
LEAF = {"type": "principledthin", "base_color": COLOUR, "roughness": 0.55, "diff_trans": 0.9}


def _camera_rays(camera: Camera, rows: Any, samples: int, sampler: Any) -> Any:
    width, height = camera.size
    index = dr.arange(mi.UInt32, dr.width(rows) * width * samples)
    pixel = index // samples
    x = mi.Float(pixel % width) + sampler.next_1d()
    y = mi.Float(dr.gather(mi.UInt32, rows, pixel // width)) + sampler.next_1d()
    pitch = 36.0 / camera.focal / width
    right, up, ahead = (mi.Vector3f(*map(float, axis)) for axis in camera.axes())
    place = mi.Point3f(*(dr.opaque(mi.Float, float(v)) for v in camera.place))
    toward = ahead + right * ((x - width / 2) * pitch) + up * ((height / 2 - y) * pitch)
    disc = mi.warp.square_to_uniform_disk_concentric(sampler.next_2d())
    radius = camera.focal / camera.f_number / 2000
    start = place + (right * disc.x + up * disc.y) * radius
    return mi.Ray3f(start, dr.normalize(place + toward * camera.focus - start)), ahead


@dr.syntax
def _rippled(scene: Scene, si: Any, ray: Any) -> Any:
    if dr.hint(scene.water is None, mode="scalar"):
        return si
    if si.shape == mi.ShapePtr(scene.water):
        normal = scene.ripples(si.p)
        si.sh_frame.n = normal
        si.sh_frame.s = dr.normalize(dr.cross(normal, mi.Vector3f(0, 0, 1)))
        si.sh_frame.t = dr.cross(normal, si.sh_frame.s)
        si.wi = si.to_local(-ray.d)
    return si


def _finite(colour: Any) -> Any:
    """`colour`, or black where an impossible direction made it no number."""
    return dr.select(dr.isfinite(dr.sum(colour)), colour, 0)


@dr.syntax
def _radiance(scene: Scene, ray: Any, first: Any, sampler: Any, active: Any) -> Any:
    """What comes back along `ray`, whose first meeting is given: next-event estimation and MIS."""
    world = scene._all
    light, through = mi.Color3f(0), mi.Color3f(1)
    ray, si = mi.Ray3f(ray), _rippled(scene, first, ray)
    active, depth = mi.Bool(active), mi.UInt32(0)
    pdf, sharp, before = mi.Float(1), mi.Bool(True), dr.zeros(mi.Interaction3f)
    if dr.hint(scene.mist is not None, mode="scalar"):
        reach = dr.select(si.is_valid(), si.t, FAR)
        clear, light = scene.mist(ray.o, ray.d, reach, sampler.next_1d(), 14)
        through *= clear
    while active:
        sent = si.emitter(world, active)
        sampled = mi.DirectionSample3f(world, si, before)
        other = world.pdf_emitter_direction(before, sampled, active & ~sharp)
        share = dr.select(sharp, 1.0, pdf / (pdf + other))
        found = _finite(through * share * sent.eval(si, active))
        light += dr.select(depth > 0, dr.minimum(found, scene.clamp), found)
        active &= si.is_valid() & (depth < scene.bounces)
        bsdf = si.bsdf(ray)
        context = mi.BSDFContext()
        rough = active & mi.has_flag(bsdf.flags(), mi.BSDFFlags.Smooth)
        lamp, weight = world.sample_emitter_direction(si, sampler.next_2d(), True, rough)
        rough &= lamp.pdf != 0
        wo = si.to_local(lamp.d)
        value, chance = bsdf.eval_pdf(context, si, wo, rough)
        share = dr.select(lamp.delta, 1.0, lamp.pdf / (lamp.pdf + chance))
        direct = _finite(through * value * weight * share)
        light += dr.select(rough, dr.minimum(direct, scene.clamp), 0)
        drawn, value = bsdf.sample(context, si, sampler.next_1d(), sampler.next_2d(), active)
        through = _finite(through * value)
        pdf = drawn.pdf
        sharp = mi.has_flag(drawn.sampled_type, mi.BSDFFlags.Delta)
        before = mi.Interaction3f(si)
        ray = si.spawn_ray(si.to_world(drawn.wo))
        # Ripples seen at a grazing angle may send a reflection under the water: turn it up.
        ray.d = dr.select(
            (si.shape == mi.ShapePtr(scene.water)) if scene.water is not None else mi.Bool(False),
            dr.normalize(mi.Vector3f(ray.d.x, dr.abs(ray.d.y) + 1e-4, ray.d.z)),
            ray.d,
        )
        active &= dr.max(through) > 1e-3
        depth += 1
        si = world.ray_intersect(ray, active)
        si = _rippled(scene, si, ray)
        if dr.hint(scene.mist is not None, mode="scalar"):
            reach = dr.select(si.is_valid(), si.t, FAR)
            clear, air = scene.mist(ray.o, ray.d, reach, sampler.next_1d(), 2)
            light += dr.select(active, through * air, 0)
            through *= clear
    return light


def _kernel(scene: Scene, camera: Camera, rows: Any, samples: int, seed: int) -> list[Any]:
    """Sums over the samples of each pixel: each layer's light, coverage and coverage/depth."""
    count = dr.width(rows) * camera.size[0] * samples
    sampler = mi.load_dict({"type": "independent"})
    sampler.seed(seed, count)
    ray, ahead = _camera_rays(camera, rows, samples, sampler)
    met = [each.ray_intersect(ray) for each in scene._each]
    out = []
    for index, si in enumerate(met):
        last = scene.backdrop and index == len(met) - 1
        seen = mi.Bool(True) if last else si.is_valid()
        for behind in met[index + 1 :]:
            seen &= ~(behind.is_valid() & (behind.t < si.t))
        got = _radiance(scene, ray, si, sampler, seen)
        got = dr.select(seen & dr.isfinite(dr.sum(got)), got, 0)
        near = dr.select(seen & si.is_valid(), 1 / (si.t * dr.dot(ray.d, ahead)), 0)
        own = si.bsdf(ray).eval_diffuse_reflectance(si, seen & si.is_valid())
        own = _finite(dr.select(seen & si.is_valid(), own, dr.select(seen, mi.Color3f(1), 0)))
        bright = 0.3 * got.x + 0.5 * got.y + 0.2 * got.z
        channels = [*got, dr.select(seen, mi.Float(1), 0), near, *own, bright * bright]
        out += [dr.block_sum(channel + dr.zeros(mi.Float, count), samples) for channel in channels]
    return out


def whole(scene: Scene) -> Scene:
    """The same scene with all its layers as one."""
    return replace(scene, layers=[[thing for layer in scene.layers for thing in layer]])


def trace(scene: Scene, camera: Camera, samples: int, seed: int = 1, batch: int = 1 << 20) -> Array:
    """All layers as `camera` sees them: float32 (layers, height, width, 9).

    The channels: linear light red, green, blue (premultiplied by coverage), coverage, coverage over
    depth (1/m), the surface's own red, green, blue, and the variance of the light's brightness.
    """
    scene.build()
    width, height = camera.size
    per_pass = min(samples, 8)
    block = max(1, batch // (width * per_pass))
    total = np.zeros((len(scene.layers) * CHANNELS, height, width), np.float32)
    for turn in range(samples // per_pass):
        for top in range(0, height, block):
            count = min(block, height - top)
            rows = dr.arange(mi.UInt32, count) + dr.opaque(mi.UInt32, top)
            dr.eval(rows)
            sums = _kernel(scene, camera, rows, per_pass, seed * 7919 + turn * 4001 + top)
            dr.eval(*sums)
            for channel, values in enumerate(sums):
                total[channel, top : top + count] += np.array(values).reshape(count, width)
    taken = samples // per_pass * per_pass
    total /= taken
    layers = np.moveaxis(total.reshape(len(scene.layers), CHANNELS, height, width), 1, -1)
    mean = layers[..., :3] @ np.float32([0.3, 0.5, 0.2])
    layers[..., 8] = np.maximum(layers[..., 8] - mean * mean, 0) / taken
    return layers
