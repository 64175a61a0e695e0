"""Titles, cards, clips, blend modes: what stands on the stage beside the photo."""

import colorsys
from fractions import Fraction

import av
import cv2
import numpy as np
import pytest
from hypothesis import given, settings
from hypothesis import strategies as st
from msgspec.structs import replace
from PySide6.QtGui import QColor, QImage, QPainter

from conftest import blob, build, picture
from woodcock.errors import Cancelled, WoodcockError
from woodcock.media import load_project, save_project
from woodcock.media.clips import load_clip, open_clip
from woodcock.model import BLENDS, Card, Clip, Key, Stop, Title, Track
from woodcock.pixels.colour import linear_from_srgb, srgb_from_linear
from woodcock.pixels.store import PixelStore
from woodcock.render.blending import MODES, blend_row, from_srgb, to_srgb
from woodcock.session import acts, arranging, carrying, things
from woodcock.session.enlarging import enlarged
from woodcock.session.studio import Studio
from woodcock.things import draw_card, draw_title, title_box


def flat(colour, **how):
    """A card of one colour that fills the frame."""
    return Card(covers=True, stops=(Stop(0.0, colour),), **how)


def blended(mode, linear, source, backdrop):
    """(N, 4) straight values, 0 to 1, of sources over backdrops (N, 4) as rendered."""

    def premultiplied(values):
        light = values[:, :3] if linear else linear_from_srgb(values[:, :3])
        return (light * values[:, 3:]).T.astype(np.float32) * 65535, 1 - values[:, 3].astype(
            np.float32
        )

    colour, left = premultiplied(source)
    back, back_left = premultiplied(backdrop)
    back, back_left = np.ascontiguousarray(back), np.ascontiguousarray(back_left)
    blend_row(0, len(left), MODES[mode], linear, np.ascontiguousarray(colour), left, back,
              back_left, to_srgb(), from_srgb())  # fmt: skip
    alpha = 1 - back_left
    light = back.T / 65535 / np.maximum(alpha, 1e-6)[:, None]
    return np.column_stack([light if linear else srgb_from_linear(light), alpha])


def formula(mode, cb, cs):
    """B(Cb, Cs) of W3C Compositing and Blending Level 1, section 9, written out anew."""
    with np.errstate(divide="ignore", invalid="ignore"):
        hard = lambda b, s: np.where(s <= 0.5, b * 2 * s, b + (2 * s - 1) - b * (2 * s - 1))  # noqa: E731
        d = np.where(cb <= 0.25, ((16 * cb - 12) * cb + 4) * cb, np.sqrt(cb))
        table = {
            "normal": cs, "multiply": cb * cs, "screen": cb + cs - cb * cs,
            "overlay": hard(cs, cb), "darken": np.minimum(cb, cs), "lighten": np.maximum(cb, cs),
            "color-dodge": np.where(cb == 0, 0, np.where(cs == 1, 1, np.minimum(1, cb / (1 - cs)))),
            "color-burn": np.where(cb == 1, 1,
                                   np.where(cs == 0, 0, 1 - np.minimum(1, (1 - cb) / cs))),
            "hard-light": hard(cb, cs),
            "soft-light": np.where(cs <= 0.5, cb - (1 - 2 * cs) * cb * (1 - cb),
                                   cb + (2 * cs - 1) * (d - cb)),
            "difference": np.abs(cb - cs), "exclusion": cb + cs - 2 * cb * cs,
        }  # fmt: skip
    return table[mode]


def luminous(mode, b, s):
    """The four that work on whole colours, one colour at a time."""
    lum = lambda c: 0.3 * c[0] + 0.59 * c[1] + 0.11 * c[2]  # noqa: E731
    sat = lambda c: max(c) - min(c)  # noqa: E731

    def set_lum(c, wanted):
        c = np.array(c) + wanted - lum(c)
        level, low, high = lum(c), min(c), max(c)
        if low < 0:
            c = level + (c - level) * level / (level - low)
        if high > 1:
            c = level + (c - level) * (1 - level) / (high - level)
        return c

    def set_sat(c, wanted):
        order = np.argsort(c, kind="stable")
        out = np.zeros(3)
        if c[order[2]] > c[order[0]]:
            middle = (c[order[1]] - c[order[0]]) * wanted / (c[order[2]] - c[order[0]])
            out[order[1]], out[order[2]] = middle, wanted
        return out

    return {
        "hue": lambda: set_lum(set_sat(s, sat(b)), lum(b)),
        "saturation": lambda: set_lum(set_sat(b, sat(s)), lum(b)),
        "color": lambda: set_lum(s, lum(b)),
        "luminosity": lambda: set_lum(b, lum(s)),
    }[mode]()


def colours(seed, count=400):
    rng = np.random.default_rng(seed)
    out = rng.integers(0, 256, (count, 4)) / 255
    out[: count // 4, 3] = 1
    out[:8, :3] = np.array([[0, 0, 0], [1, 1, 1]] * 4)
    return out


@pytest.mark.parametrize("linear", [False, True])
@pytest.mark.parametrize("mode", BLENDS)
def test_blend_modes_are_those_of_the_standard(mode, linear):
    """Largest error against the formulas, with alpha: at most 1/255 (it is some 1e-4)."""
    source, backdrop = colours(1), colours(2)
    got = blended(mode, linear, source, backdrop)
    cs, cb, a, b = source[:, :3], backdrop[:, :3], source[:, 3:], backdrop[:, 3:]
    alpha = a + b - a * b
    if mode == "plus-lighter":
        alpha = np.minimum(1, a + b)
        # In linear light two lights may be brighter than white; only codes end there.
        colour = a * cs + b * cb if linear else np.minimum(1, a * cs + b * cb)
    else:
        if mode in ("hue", "saturation", "color", "luminosity"):
            mixed = np.array([luminous(mode, x, y) for x, y in zip(cb, cs, strict=True)])
        else:
            mixed = formula(mode, cb, cs)
        colour = a * ((1 - b) * cs + b * mixed) + (1 - a) * b * cb
    seen = alpha[:, 0] > 0.02
    np.testing.assert_allclose(got[:, 3], alpha[:, 0], atol=1e-5)
    straight = colour / np.maximum(alpha, 1e-9)
    assert np.abs((got[:, :3] - straight) * alpha)[seen].max() < 1 / 255


QT = {
    "multiply": "Multiply", "screen": "Screen", "overlay": "Overlay", "darken": "Darken",
    "lighten": "Lighten", "color-dodge": "ColorDodge", "color-burn": "ColorBurn",
    "hard-light": "HardLight", "soft-light": "SoftLight", "difference": "Difference",
    "exclusion": "Exclusion",
}  # fmt: skip


@pytest.mark.parametrize("mode", QT)
def test_blend_modes_are_those_of_another_implementation(mode):
    """Qt's own painter, in eight bits: opaque over opaque, within three of its steps."""
    rng = np.random.default_rng(4)
    pairs = rng.integers(0, 256, (2, 20, 20, 3)).astype(np.uint8)
    rgb, theirs_format = QImage.Format.Format_RGB888, QImage.Format.Format_ARGB32_Premultiplied
    images = [QImage(x.data, 20, 20, 60, rgb).convertToFormat(theirs_format) for x in pairs]
    painter = QPainter(images[0])
    painter.setCompositionMode(getattr(QPainter.CompositionMode, f"CompositionMode_{QT[mode]}"))
    painter.drawImage(0, 0, images[1])
    painter.end()
    theirs = np.array([[QColor(images[0].pixel(x, y)).getRgb()[:3] for x in range(20)]
                       for y in range(20)])  # fmt: skip
    opaque = np.ones((400, 1))
    source, backdrop = (np.hstack([x.reshape(-1, 3) / 255, opaque]) for x in pairs[::-1])
    ours = blended(mode, False, source, backdrop)[:, :3] * 255
    assert np.abs(ours - theirs.reshape(-1, 3)).max() <= 3.0


def test_a_blended_layer_in_the_frame_is_what_the_formula_says():
    """Screen at 40 per cent over an opaque photo, and over a layer before it."""
    photo = picture()
    project, studio = build(photo, [blob(320, 180, 160, 90, 40)])
    project, dust = things.add_thing(project, flat((200, 120, 60, 255)), "Dust", glass=True)
    layer = project.layer(dust)
    layer = replace(layer, blend="screen", pose=replace(layer.pose, opacity=Track(0.4)))
    frame = studio.frame(project.with_layer(layer), 0.0) / 255
    cs, cb = np.array([200, 120, 60]) / 255, photo / 255
    wanted = 0.4 * (cb + cs - cb * cs) + 0.6 * cb
    assert np.abs(frame - wanted).max() <= 1.01 / 255
    hue = colorsys.rgb_to_hls(*frame[90, 160])
    assert 0 <= hue[0] <= 1


def test_what_stands_behind_is_covered_and_glass_is_before_everything():
    """A title between two layers: where the nearer one is opaque the frame does not change."""
    photo, mask = picture(), blob(320, 180, 110, 90, 45)
    project, studio = build(photo, [mask])
    near = project.near_to_far[0]
    before = studio.frame(project, 0.0)
    project, title = things.add_title(project, "HHHHHH")
    assert near.distance < project.layer(title).distance < project.background.distance
    behind = studio.frame(project, 0.0)
    inside = cv2.erode((mask == 255).astype(np.uint8), np.ones((5, 5), np.uint8)) > 0
    np.testing.assert_array_equal(behind[inside], before[inside])
    assert (np.abs(behind.astype(int) - before).max(axis=2)[~inside] > 60).sum() > 200
    glass = things.put_on_glass(project, title, True)
    assert glass.near_to_far[0].id == title
    frames = [studio.frame(acts.set_start_and_end(glass, {"x": (x, x)}), 0.0) for x in (0.0, 0.0)]
    np.testing.assert_array_equal(*frames)
    moved = acts.set_start_and_end(glass, {"x": (0.5, 0.5), "yaw": (3.0, 3.0)})
    white = [np.flatnonzero((f == 255).all(2)) for f in (frames[0], studio.frame(moved, 0.0))]
    assert len(np.intersect1d(*white)) > 0.98 * len(white[0]) > 100
    with pytest.raises(WoodcockError, match="background"):
        things.put_on_glass(project, "background", True)


def test_titles_are_laid_out_and_sharp_at_any_size():
    title = Title("Two\nlines here", size=40, align="left")
    left, top, width, height = title_box(title)
    assert left + width / 2 == pytest.approx(0, abs=1) and top + height / 2 == pytest.approx(
        0, abs=1
    )
    wide = title_box(replace(title, spacing=0.5))
    assert wide[2] - width == pytest.approx(0.5 * 40 * 9, rel=0.02)
    tall = title_box(replace(title, line_height=2.2))
    assert tall[3] - height == pytest.approx(40, abs=0.5)
    small, large = (draw_title(title, scale)[0] for scale in (1.0, 4.0))
    assert large.pixels.shape[1] > 3.8 * (small.pixels.shape[1] - 6)
    alpha = large.pixels[..., 3] / 65535
    assert ((alpha > 0.1) & (alpha < 0.9)).sum() < 0.2 * (alpha > 0.5).sum()  # edges of one pixel
    outlined = draw_title(replace(title, outline=3), 1.0)[0]
    assert (outlined.pixels[..., 3] > 0).sum() > 1.3 * (small.pixels[..., 3] > 0).sum()
    shadow = replace(title, shadow=4, shadow_x=6, shadow_colour=(0, 0, 0, 200))
    assert draw_title(shadow, 1.0)[0].pixels.shape[1] > small.pixels.shape[1] + 20
    assert len(draw_title(replace(title, units="words"), 1.0)) == 3
    assert len(draw_title(replace(title, units="letters"), 1.0)) == 12


@pytest.mark.parametrize("title", [
    Title("x", size=1, shadow=9, shadow_x=20_000, shadow_colour=(0, 0, 0, 255)),
    Title("x" * 30, size=1, shadow=2000, outline=2000, shadow_y=20_000,
          shadow_colour=(0, 0, 0, 255)),
    Title("x" * 50, shadow=2000, shadow_colour=(0, 0, 0, 255), units="letters"),
    Title("x" * 300, size=20_000, outline=2000, spacing=100, line_height=100, units="letters"),
])  # fmt: skip
def test_a_title_is_never_larger_than_can_be_drawn(title):
    """Outline, shadow and every unit counted: 16 GB and 17 s before."""
    drawn = draw_title(title, 1.0)
    assert drawn and max(max(x.pixels.shape) for x in drawn) <= 4110
    assert sum(x.pixels.shape[0] * x.pixels.shape[1] for x in drawn) < 9_000_000
    assert max(x.pixels[..., 3].max() for x in drawn) > 5_000  # and it is there to be seen


def test_words_come_in_one_after_the_other():
    project, studio = build(np.zeros((180, 320, 3), np.uint8), [])
    project, title = things.add_title(project, "one two three four")
    shown = Track(0.0, (Key(0.0, 0.0), Key(project.frame.last, 1.0)))
    project = things.set_own(project, title, size=30.0, units="words", shown=shown)
    lit = [studio.frame(project, project.frame.time(n)).max(2).any(axis=0) for n in range(12)]
    reach = [np.flatnonzero(x).max(initial=0) for x in lit]
    assert reach[0] == 0 and reach == sorted(reach) and len(set(reach)) == 5
    assert lit[-1].sum() > 150


def test_cards_have_their_shapes_and_gradients():
    card = Card(width=80, height=40, stops=(Stop(0, (255, 0, 0, 255)),))
    frame = (0.0, 0.0, 320.0, 180.0)
    areas = {}
    for shape in ("rectangle", "rounded", "ellipse"):
        drawn = draw_card(replace(card, shape=shape, corner=1.0), 4.0, frame)
        areas[shape] = drawn.pixels[..., 3].sum() / 65535 / 16
    assert areas["rectangle"] == pytest.approx(3200, rel=0.01)
    assert areas["rounded"] == pytest.approx(3200 - (4 - np.pi) * 400, rel=0.01)
    assert areas["ellipse"] == pytest.approx(np.pi * 40 * 20, rel=0.01)
    two = (Stop(0, (0, 0, 0, 255)), Stop(0.5, (100, 100, 100, 255)), Stop(1, (255, 255, 255, 255)))
    drawn = draw_card(replace(card, fill="linear", angle=0, stops=two), 1.0, frame)
    row = srgb_from_linear(drawn.pixels[drawn.pixels.shape[0] // 2, :, 0] / 65535) * 255
    middle = -drawn.x
    assert row[middle - 20] == pytest.approx(50, abs=2)
    assert row[middle + 20] == pytest.approx(177, abs=3)
    soft = draw_card(replace(card, soft=20), 1.0, frame)
    assert soft.pixels[..., 3].sum() / 65535 == pytest.approx(3200, rel=0.08)


def numbered(path, count=30, size=(64, 48), codec="libx264", pixel="yuv420p"):
    """A video whose frames say which they are by how bright they are."""
    with av.open(str(path), "w") as box:
        stream = box.add_stream(codec, rate=Fraction(25))
        stream.width, stream.height, stream.pix_fmt = *size, pixel
        for number in range(count):
            grey = np.full((size[1], size[0], 3), 20 + 7 * number, np.uint8)
            for packet in stream.encode(av.VideoFrame.from_ndarray(grey, format="rgb24")):
                box.mux(packet)
        for packet in stream.encode():
            box.mux(packet)


def number_of(picture):
    return round((float(np.median(picture[..., :3])) - 20) / 7)


@settings(max_examples=60, deadline=None)
@given(st.floats(0, 8), st.sampled_from([-1.0, 0.5, 1.0, 2.0]), st.floats(0, 1))
def test_a_clip_s_frame_is_the_one_of_that_time(seconds, speed, start):
    clip = Clip(("x",), 4, 4, 30, 25.0, start=start, speed=speed)
    at = (start + seconds * speed) * 25
    index = int(np.floor(at + 1e-6))
    assert clip.frame_at(seconds) == index % 30
    held = replace(clip, afterwards="hold").frame_at(seconds)
    assert held == min(max(index, 0), 29)
    there_and_back = [*range(30), *range(28, 0, -1)]
    assert replace(clip, afterwards="ping-pong").frame_at(seconds) == there_and_back[index % 58]
    gone = replace(clip, afterwards="nothing").frame_at(seconds)
    assert gone == (index if 0 <= index < 30 else None)


def test_clips_are_read_frame_by_frame_and_saved_with_the_project(tmp_path):
    numbered(tmp_path / "dust.mp4")
    store = PixelStore()
    clip, name = load_clip([tmp_path / "dust.mp4"], store)
    assert (name, clip.count, clip.rate, clip.width, clip.height) == ("dust", 30, 25.0, 64, 48)
    told = []
    load_clip([tmp_path / "dust.mp4"], store, progress=lambda share, _: not told.append(share))
    assert told == sorted(told) and told[0] < 0.1 and told[-1] > 0.9
    with pytest.raises(Cancelled):
        load_clip([tmp_path / "dust.mp4"], PixelStore(), progress=lambda share, _: share < 0.5)
    frames = open_clip(clip, store)
    order = np.random.default_rng(0).permutation(30)
    assert [number_of(frames.frame(int(n))) for n in order] == [int(n) for n in order]
    for number in range(3):
        cv2.imwrite(
            str(tmp_path / f"p{number}.png"), np.full((48, 64, 4), 20 + 7 * number, np.uint8)
        )
    paths = sorted(tmp_path.glob("p*.png"))
    sequence, _ = load_clip(paths, store, 12.0)
    assert [number_of(open_clip(sequence, store).frame(n)) for n in range(3)] == [0, 1, 2]
    project = acts.new_project(picture(), "clip", store)
    project, layer_id = things.add_clip(project, replace(clip, afterwards="loop"), name)
    layer = project.layer(layer_id)
    assert layer.glass and layer.blend == "screen" and layer.pose.opacity.base == 0.4
    project = project.with_layer(replace(layer, blend="normal", pose=type(layer.pose)()))
    project, _ = things.add_clip(project, sequence, "sequence")
    project = acts.show_layer(project, project.near_to_far[0].id, False)
    save_project(tmp_path / "p.woodcock", project, store)
    other = PixelStore()
    again = load_project(tmp_path / "p.woodcock", other)
    assert again == project
    studio = Studio(other)
    for seconds in (0.0, 1.0, 1.3):
        frame = studio.frame(again, seconds, (320, 180))
        index = again.layer(layer_id).clip.frame_at(seconds)
        assert number_of(frame) == index
    with av.open(str(tmp_path / "see-through.mov"), "w") as box:  # half of it is not there
        stream = box.add_stream("png", rate=Fraction(25))
        stream.width, stream.height, stream.pix_fmt = 8, 6, "rgba"
        half = np.full((6, 8, 4), 200, np.uint8)
        half[:, :4, 3] = 0
        for packet in stream.encode(av.VideoFrame.from_ndarray(half, format="rgba")):
            box.mux(packet)
        for packet in stream.encode():
            box.mux(packet)
    sheer, _ = load_clip([tmp_path / "see-through.mov"], store)
    np.testing.assert_array_equal(open_clip(sheer, store).frame(0)[..., 3], half[..., 3])
    (tmp_path / "broken.mp4").write_bytes(b"no video at all")
    with pytest.raises(WoodcockError, match="no video"):
        load_clip([tmp_path / "broken.mp4"], store)


def test_things_are_lined_up_copied_mirrored_and_locked():
    project, _ = build(picture(), [])
    ids = []
    for number in range(4):
        project, card = things.add_card(project)
        project = things.set_own(project, card, x=40.0 + 60 * number, y=50.0 + 13 * number**2,
                                 width=30.0, height=20.0)  # fmt: skip
        project = acts.set_distance(project, card, 3.0 + number)
        ids.append(card)
    boxes = {i: (lambda c: (c.x - 15, c.y - 10, 30.0, 20.0))(project.layer(i).card) for i in ids}
    lined = arranging.align(project, boxes, "bottom", 0.0)
    places = arranging.boxes_in_frame(lined, boxes, 0.0)
    assert np.ptp([places[i][3] for i in ids]) < 1e-6
    framed = arranging.align(project, boxes, "centre", 0.0, to_frame=True)
    places = arranging.boxes_in_frame(framed, boxes, 0.0)
    np.testing.assert_allclose([places[i][0] + places[i][2] for i in ids], 320, atol=1e-6)
    even = arranging.distribute(project, boxes, 1, 0.0)
    places = arranging.boxes_in_frame(even, boxes, 0.0)
    tops = sorted(places[i][1] for i in ids)
    assert np.ptp(np.diff(tops)) < 1e-6
    copied, copy = arranging.duplicate_with_offset(project, ids[0], 12.0, -7.0, 1.5)
    assert copied.layer(copy).card.x == 52.0 and copied.layer(copy).distance == 4.5
    turned = arranging.mirror(project, ids[0], boxes[ids[0]])
    assert turned.layer(ids[0]).stretch == (-1.0, 1.0)
    locked = arranging.lock(project, ids[0], True)
    for change in (lambda p: acts.set_distance(p, ids[0], 9.0),
                   lambda p: things.set_own(p, ids[0], width=5.0),
                   lambda p: arranging.nudge(p, ids[0], 5.0, 0.0)):  # fmt: skip
        with pytest.raises(WoodcockError, match="locked"):
            change(locked)
    posed = acts.set_pose_key(project, ids[1], "scale", 0.5, 2.0)
    assert arranging.copy_pose(posed, ids[1], ids[2]).layer(ids[2]).pose == posed.layer(ids[1]).pose
    same = acts.set_distance(acts.set_distance(project, ids[0], 5.0), ids[1], 5.0)
    order = [x.id for x in same.near_to_far]
    assert order.index(ids[1]) < order.index(ids[0])  # the later one is in front


def test_a_title_is_redrawn_alone_and_at_the_size_it_has():
    """Moving one makes nothing anew; a lens that goes nearer gets it drawn larger."""
    project, studio = build(picture(), [])
    project, title = things.add_title(project)
    atlas = studio.atlas(project)
    moved = things.set_own(project, title, x=50.0)
    assert studio.atlas(moved).things[title] is atlas.things[title]
    assert studio.atlas(moved).pixels is atlas.pixels
    near = acts.set_start_and_end(project, {"z": (0.0, project.layer(title).distance * 0.8)})
    larger = studio.atlas(near).things[title]
    assert larger.key.fine > atlas.things[title].key.fine


def test_a_longer_clip_and_a_larger_photo_take_everything_along():
    """Every key keeps its place between start and end; every thing its place on the photo."""
    project, studio = build(picture(), [])
    project, title = things.add_title(project, "One two")
    end = project.frame.last
    project = things.set_own(project, title, shown=Track(0.0, (Key(0.0, 0.0), Key(end, 1.0))))
    project, card = things.add_card(project)
    project = acts.set_pose_key(project, card, "opacity", end / 2, 0.5)
    project, carrier = carrying.add_carrier(project, [card])
    project = carrying.rock(project, carrier, 3.0, end)
    longer = acts.set_frame(project, replace(project.frame, seconds=5.0))
    by = longer.frame.last / end
    for track, old in (
        (longer.layer(title).title.shown, project.layer(title).title.shown),
        (longer.layer(card).pose.opacity, project.layer(card).pose.opacity),
        (longer.carrier(carrier).roll, project.carrier(carrier).roll),
    ):
        assert [key.time for key in track.keys] == pytest.approx([k.time * by for k in old.keys])
    small = studio.frame(project, 0.0, (160, 90))
    larger = enlarged(project, 2.0, studio.store)
    assert larger.layer(card).card.width == 2 * project.layer(card).card.width
    again = Studio(studio.store).frame(larger, 0.0, (160, 90))
    assert np.abs(again.astype(int) - small).mean() < 2
