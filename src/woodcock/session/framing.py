"""Framing: what of the picture the frame shows, set by the lens or by one layer."""

from __future__ import annotations

from typing import NamedTuple

from msgspec.structs import replace

from woodcock.model import LENS, OVERALL, Frame, Layer, Photo, Project
from woodcock.session.acts import free
from woodcock.session.poses import set_pose
from woodcock.stage import lens_at, photo_rays, pivot_of, value_at
from woodcock.stage.camera import focal_pixels

_LEAST, _MOST = 0.05, 5.0  # of the frame's width


class Framing(NamedTuple):
    """A rectangle of the frame's shape: its middle in frame pixels at rest, its share of it."""

    x: float
    y: float
    share: float


def framing_at(project: Project, owner: str, time: float, distance: float) -> Framing:
    """What the frame shows at `time` of what stands `distance` metres away.

    By the lens's place (how it is turned left out), by a layer's own size and place, or by those
    of the whole clip.
    """
    width, height, focal = _measures(project)
    if owner == LENS:
        place = lens_at(project.lens, time).place
        zoom = value_at(project.lens.zoom, time)
        share = max(distance - place[2], 1e-3) / distance / zoom
        scale = focal / distance
        return Framing(width / 2 + place[0] * scale, height / 2 + place[1] * scale, share)
    if owner == OVERALL:
        scale = value_at(project.overall.scale, time)
        x, y = (value_at(track, time) for track in (project.overall.x, project.overall.y))
        return Framing(width * (0.5 - x / scale), height / 2 - width * y / scale, 1 / scale)
    layer = project.layer(owner)
    scale = value_at(layer.pose.scale, time)
    x, y = (value_at(track, time) for track in (layer.pose.x, layer.pose.y))
    px, py = _pivot(project, layer, focal)
    pixel = layer.distance / focal  # metres
    return Framing(
        width / 2 + px - (px + x / pixel) / scale, height / 2 + py - (py + y / pixel) / scale,
        1 / scale,
    )  # fmt: skip


def set_framing(
    project: Project, owner: str, time: float, framing: Framing, distance: float
) -> Project:
    """Keys with which the frame shows just that at `time`; the other end of the clip stays.

    Lens and clip are not turned then, for a frame that is turned is no rectangle.
    """
    width, height, focal = _measures(project)
    share = min(max(framing.share, _LEAST), _MOST)
    aside, down = framing.x - width / 2, framing.y - height / 2
    if owner == LENS:
        zoom = value_at(project.lens.zoom, time)
        metres = distance / focal
        values = {"x": aside * metres, "y": down * metres, "z": distance * (1 - share * zoom)}
        project = replace(project, lens=replace(project.lens, aim=None))
        for name in ("yaw", "pitch", "roll"):
            if getattr(project.lens, name).keys:
                values[name] = 0.0
        return set_pose(project, owner, time, values)
    if owner == OVERALL:
        values = {"scale": 1 / share, "x": -aside / width / share, "y": -down / width / share}
        if project.overall.angle.keys:
            values["angle"] = 0.0
        return set_pose(project, owner, time, values)
    layer = free(project, owner)
    px, py = _pivot(project, layer, focal)
    pixel, scale = layer.distance / focal, 1 / share
    values = {
        "scale": scale,
        "x": -(px + (aside - px) * scale) * pixel,
        "y": -(py + (down - py) * scale) * pixel,
    }
    return set_pose(project, owner, time, values)


def _measures(project: Project) -> tuple[int, int, float]:
    lens, frame = project.lens, project.frame
    focal = focal_pixels(lens.focal_length, lens.sensor_width, frame.width)
    return frame.width, frame.height, focal


def _pivot(project: Project, layer: Layer, focal: float) -> tuple[float, float]:
    """The layer's pivot in frame pixels from the frame's middle."""
    x, y, _ = pivot_of(layer, photo_rays(project))
    return x * focal / layer.distance, y * focal / layer.distance


def frame_for(photo: Photo | None, rate: float = 30, seconds: float = 6.0) -> Frame:
    """A frame of the photo's shape: landscape 1920x1080, portrait 1080x1920, or square 1080."""
    shape = photo.width / photo.height if photo else 16 / 9
    if 0.87 < shape < 1.15:
        return Frame(1080, 1080, rate, seconds)
    return Frame(1920, 1080, rate, seconds) if shape > 1 else Frame(1080, 1920, rate, seconds)
