"""Every kind of delivery read back by other readers: PyAV, Pillow, OpenEXR, tifffile."""

import json
from fractions import Fraction

import av
import numpy as np
import OpenEXR
import pytest
import tifffile
from msgspec.structs import replace
from PIL import Image

from conftest import blob, build, picture
from woodcock.errors import Cancelled, InvalidValue, WoodcockError
from woodcock.finish.iris import spans as iris_of
from woodcock.media.palette import Palette
from woodcock.model import (
    FORMATS,
    Card,
    Delivery,
    Easing,
    Frame,
    Grade,
    Key,
    Stop,
    Track,
    with_tracks,
)
from woodcock.pixels.colour import linear_from_srgb
from woodcock.render import render_frame
from woodcock.session import acts, sounds
from woodcock.session.deliver import deliver, take_of, times_of
from woodcock.session.estimate import estimate
from woodcock.session.purposes import PURPOSES, delivery_for, delivery_to, file_name
from woodcock.stage import apply_move

W, H = 160, 90
VIDEO = [
    ("h264", ".mp4", 8, False), ("h264", ".mp4", 10, False), ("h265", ".mp4", 8, False),
    ("h265", ".mp4", 10, False), ("prores-422", ".mov", 10, False),
    ("prores-4444", ".mov", 10, True), ("vp9", ".webm", 8, False), ("vp9", ".webm", 8, True),
    ("vp9", ".mkv", 8, False), ("av1", ".webm", 8, False), ("av1", ".mkv", 10, False),
]  # fmt: skip
ALPHA = [("prores-4444", ".mov", 2), ("vp9", ".webm", 12)]
LOOPS = [("gif", "a.gif"), ("webp", "a.webp"), ("apng", "a.png")]
NAMES = {"h264": "h264", "h265": "hevc", "prores-422": "prores", "prores-4444": "prores",
         "vp9": "vp9", "av1": "av1"}  # fmt: skip


@pytest.fixture(scope="module")
def still():
    """A smooth 160x90 photo in two layers at rest, at 29.97 frames a second, with sound.

    Smooth, so that 4:2:0 loses next to nothing of its colours.
    """
    photo = picture(W, H, soft=9.0)
    project, studio = build(photo, [blob(W, H, 70, 50, 28)], Frame(W, H, 29.97, 1.0))
    project, _ = sounds.add_made(project, "surf")
    return project, studio


@pytest.fixture(scope="module")
def moving(still):
    project, studio = still
    return apply_move(project, "push-in", 12), studio


def photo_of(project, studio):
    return studio.store.get(project.photo.pixels)


def frames_of(path, kind="rgb24", codec=None):
    with av.open(str(path)) as box:
        stream = box.streams.video[0]
        if codec is None:
            return [frame.to_ndarray(format=kind) for frame in box.decode(stream)]
        reader = av.CodecContext.create(codec, "r")
        reader.extradata = stream.codec_context.extradata
        return [f.to_ndarray(format=kind) for p in box.demux(stream) for f in reader.decode(p)]


@pytest.mark.parametrize(("kind", "suffix", "bits", "clear"), VIDEO)
def test_video_read_back(still, tmp_path, kind, suffix, bits, clear):
    """Frames counted, length exact, tags BT.709, colours as the photo's, sound as long as they."""
    project, studio = still
    path = tmp_path / f"clip{suffix}"
    deliver(project, Delivery(kind, bits=bits, clear=clear, quality=95), path, studio)
    with av.open(str(path)) as box:
        stream, audio = box.streams.video[0], box.streams.audio[0]
        context = stream.codec_context
        assert (context.width, context.height) == (W, H)
        rate = Fraction(30_000, 1001)
        assert NAMES[kind] in context.codec.canonical_name
        assert stream.average_rate == rate
        frames = list(box.decode(stream))
        assert len(frames) == project.frame.count == 30
        exact = float(30 / rate)
        if suffix in (".mp4", ".mov"):
            assert stream.duration * stream.time_base == 30 / rate
        else:  # Matroska tells time in whole milliseconds
            assert box.duration / 1e6 == pytest.approx(exact, abs=1.1e-3 + 1024 / 48_000)
        assert audio.rate == 48_000
        tags = context.color_primaries, context.color_trc, context.colorspace, context.color_range
        if not (kind == "vp9" and clear):  # the reader takes what the coded picture says of alpha
            assert [int(x) for x in tags] == [1, 1, 1, 1]  # ITU-T H.273: BT.709; limited
        depth = 10 if frames[0].format.name.endswith(("10le", "12le")) else 8
        assert depth == bits
        if kind == "h265":
            assert context.codec_tag == "hvc1"
    assert sound_length(path) == pytest.approx(exact, abs=0.03)
    got = frames_of(path)[0].astype(float)
    want = photo_of(project, studio).astype(float)
    if clear:
        mask = blob(W, H, 70, 50, 28) == 255
        got, want = got[mask], want[mask]
    assert 10 * np.log10(255**2 / np.mean((got - want) ** 2)) > 36


def sound_length(path):
    with av.open(str(path)) as box:
        frames = list(box.decode(box.streams.audio[0]))
    return sum(f.samples for f in frames) / 48_000


@pytest.mark.parametrize(
    ("kind", "suffix", "most"), [("prores-4444", ".mov", 2), ("vp9", ".webm", 12)]
)
def test_alpha_is_that_of_the_layers(moving, tmp_path, kind, suffix, most):
    """Without the background, what is left is as opaque as its plate; ProRes to 2 of 255."""
    project, studio = moving
    path = tmp_path / f"clip{suffix}"
    bits = FORMATS[kind].bits[0]
    deliver(project, Delivery(kind, clear=True, bits=bits, quality=95, end=0.4), path, studio)
    deliver(project, Delivery("png", clear=True, end=0.4), tmp_path / "exact", studio)
    frames = frames_of(path, "rgba", "libvpx-vp9" if kind == "vp9" else None)
    for index in (0, 5, 11):
        want = np.asarray(Image.open(tmp_path / "exact" / f"exact_{index + 1:04d}.png"))[..., 3]
        assert want.shape == (H, W) and (want == 0).any() and (want == 255).any()
        assert np.abs(frames[index][..., 3].astype(int) - want).max() <= most


def test_a_clear_gif_and_webp_hide_what_is_not_there(moving, tmp_path):
    """In every frame, also where something was before: half or more is there, less is not."""
    project, studio = moving
    want = Delivery("png", clear=True)
    deliver(project, want, tmp_path / "exact", studio)
    made = {
        "a.gif": Delivery("gif", clear=True),
        "b.webp": Delivery("webp", clear=True, quality=95),
    }
    for name, delivery in made.items():
        deliver(project, delivery, tmp_path / name, studio)
        with Image.open(tmp_path / name) as image:
            for index in (0, 10, 29):
                image.seek(index)
                alpha = np.asarray(image.convert("RGBA"))[..., 3].astype(int)
                with Image.open(tmp_path / "exact" / f"exact_{index + 1:04d}.png") as exact:
                    own = np.asarray(exact)[..., 3].astype(int)
                if name == "a.gif":
                    own = np.where(own >= 128, 255, 0)
                assert np.abs(alpha - own).max() <= 2


def test_lossless_deliveries_begin_with_the_photo(still, tmp_path):
    """PNG, TIFF, animated PNG and lossless WebP to the bit, OpenEXR to half a float's step."""
    project, studio = still
    photo = photo_of(project, studio)
    made = {
        "a": Delivery("png", end=0.1), "b": Delivery("tiff", end=0.1),
        "c.png": Delivery("apng", end=0.1), "d.webp": Delivery("webp", end=0.1, lossless=True),
        "e": Delivery("exr", end=0.1, bits=16), "f": Delivery("png", end=0.1, bits=16),
    }  # fmt: skip
    for name, delivery in made.items():
        deliver(project, delivery, tmp_path / name, studio)
    first = np.asarray(Image.open(tmp_path / "a" / "a_0001.png"))
    np.testing.assert_array_equal(first, photo)
    assert b"sRGB" in (tmp_path / "a" / "a_0001.png").read_bytes()[:60]
    np.testing.assert_array_equal(tifffile.imread(tmp_path / "b" / "b_0001.tif"), photo)
    assert Image.open(tmp_path / "b" / "b_0001.tif").info["icc_profile"]
    for name in ("c.png", "d.webp"):
        np.testing.assert_array_equal(np.asarray(Image.open(tmp_path / name).convert("RGB")), photo)
    with OpenEXR.File(str(tmp_path / "e" / "e_0001.exr"), separate_channels=True) as file:
        channels = file.parts[0].channels
        light = np.stack([channels[c].pixels for c in "RGB"], 2).astype(float)
        depth, alpha = channels["Z"].pixels, channels["A"].pixels
    true = linear_from_srgb(photo / 255)
    assert np.abs(light - true).max() <= np.maximum(true, 2**-14).max() * 2**-10
    assert (alpha == 1).all()
    stand = {round(layer.distance, 2) for layer in project.layers}
    assert {round(float(z), 2) for z in np.unique(depth)} == stand
    deep = read16(tmp_path / "f" / "f_0001.png")
    assert np.abs(deep / 257 - photo).max() < 0.03
    assert sorted(x.name for x in (tmp_path / "a").iterdir()) == [
        f"a_{k:04d}.png" for k in (1, 2, 3)
    ]


def read16(path):
    import cv2

    return cv2.imread(str(path), cv2.IMREAD_UNCHANGED)[..., ::-1].astype(float)


@pytest.mark.parametrize(("kind", "name"), LOOPS)
def test_moving_pictures_read_back(moving, tmp_path, kind, name):
    """By Pillow: frames, delays whose sum does not drift, and how often it is played."""
    project, studio = moving
    played = {"gif": {0: 0, 1: None, 3: 2}, "webp": {0: 0, 3: 3}, "apng": {0: 0, 3: 3}}[kind]
    for loops, told in played.items():
        deliver(project, Delivery(kind, loops=loops, rate=24), tmp_path / name, studio)
        with Image.open(tmp_path / name) as image:
            assert (image.n_frames, image.size) == (24, (W, H))
            assert image.info.get("loop") == told
            delays = []
            for index in range(image.n_frames):
                image.seek(index)
                image.load()
                delays.append(image.info["duration"])
    assert sum(delays) == pytest.approx(1000, abs=10)
    step = 10 if kind == "gif" else 1
    assert max(delays) - min(delays) <= step


def test_there_and_back_without_a_jump(moving, tmp_path):
    project, studio = moving
    there, rate = times_of(project, Delivery())
    both, _ = times_of(project, Delivery(to_and_fro=True))
    assert both == there + there[-2:0:-1] and rate == project.frame.exact
    deliver(project, Delivery("apng", to_and_fro=True, end=0.3), tmp_path / "a.png", studio)
    with Image.open(tmp_path / "a.png") as image:
        shown = []
        for index in range(image.n_frames):
            image.seek(index)
            shown.append(np.asarray(image.convert("RGB")))
    count = len(shown)
    assert count == 16  # nine there, seven back: neither end twice
    for index in range(1, count // 2):
        np.testing.assert_array_equal(shown[index], shown[count - index])


def test_a_broken_frame_stops_a_delivery(moving, tmp_path, monkeypatch):
    """No numbers in the light, or a part gone black: told, with nothing left behind."""
    project, studio = moving
    iris = replace(project.lens.defocus, on=True, blades=6)
    lens = replace(project.lens, defocus=iris, f_number=Track(0.5), focus=Track(1.0))
    blurred = replace(project, lens=lens)
    good = iris_of(16, 6, 0.0)
    monkeypatch.setattr(
        "woodcock.render.blurred.spans", lambda *_: good._replace(weight=good.weight * np.inf)
    )
    with pytest.raises(WoodcockError, match="Frame 1 of 30 came out broken"):
        deliver(blurred, Delivery(), tmp_path / "a.mp4", studio)
    monkeypatch.undo()

    def half_black(project, atlas, time, *rest):
        picture = render_frame(project, atlas, time, *rest)
        if time > 0.3 and project.lens.defocus.on:
            picture[:, :60] = 0
        return picture

    monkeypatch.setattr("woodcock.session.deliver.render_frame", half_black)
    with pytest.raises(WoodcockError, match="In frame 10 of 30 a part of the picture is black"):
        deliver(blurred, Delivery(), tmp_path / "a.mp4", studio)
    assert not list(tmp_path.iterdir())


def test_black_that_is_asked_for_is_delivered(moving, tmp_path):
    """A grade that is cut to black, a layer that goes at once, a card that comes at once."""
    project, studio = moving
    cut = (Key(0.0, 0.0, Easing(kind="hold")), Key(0.5, -10.0))
    keyed = replace(project, grade=Grade(on=True, exposure=Track(keys=cut)))
    deliver(keyed, Delivery(), tmp_path / "a.mp4", studio)
    card = Card(stops=(Stop(0.0, (0, 0, 0, 255)),), covers=True)
    carded, name = acts.add_layer(project, card)
    there = Track(keys=(Key(0.0, 0.0, Easing(kind="hold")), Key(0.5, 1.0)))
    deliver(with_tracks(carded, name, {"opacity": there}), Delivery(), tmp_path / "b.mp4", studio)
    first, *_, last = frames_of(tmp_path / "a.mp4")
    assert first.mean() > 60 and last.mean() < 20


def test_a_palette_serves_all_frames_and_dither_keeps_their_mean():
    """Sixty greys come out as they are; a colour between two of the palette as their mean."""
    greys = np.repeat(np.arange(0, 240, 4, dtype=np.uint8)[None, :, None], 3, axis=2)
    frames = [np.tile(greys, (16, 1, 1)), np.full((16, 60, 3), (200, 30, 60), np.uint8)]
    plain = Palette(frames, Delivery("gif", dither="none"))
    for frame in frames:
        index, rows = plain.indexed(frame)
        assert np.abs(rows[index][..., 1:].astype(int) - frame).max() <= 4
    two = [np.concatenate([np.full((64, 32, 3), v, np.uint8) for v in (100, 108)], 1)]
    between = np.full((64, 64, 3), 104, np.uint8)
    for dither in ("ordered", "diffused"):
        index, rows = Palette(two, Delivery("gif", dither=dither)).indexed(between)
        assert abs(rows[index][..., 1:].mean() - 104) < 1.0
    clear = np.dstack([between, np.zeros((64, 64), np.uint8)])
    index, rows = Palette(two, Delivery("gif", clear=True)).indexed(clear)
    assert (rows[index][..., 0] == 0).all()


def test_part_rate_and_size_of_a_clip(moving, tmp_path):
    project, studio = moving
    delivery = Delivery(rate=24, start=0.25, end=0.75, lines=60, quality=100)
    take = take_of(project, delivery, studio.store)
    assert (take.size, take.rate) == ((106, 60), 24)
    assert take.times == tuple(k / 24 for k in range(6, 18))
    deliver(project, delivery, tmp_path / "a.mp4", studio)
    got = frames_of(tmp_path / "a.mp4")
    assert (len(got), got[0].shape) == (12, (60, 106, 3))
    assert sound_length(tmp_path / "a.mp4") == pytest.approx(0.5, abs=0.03)
    deliver(project, replace(delivery, format="png"), tmp_path / "b", studio)
    for index in (0, 5, 11):
        shown = np.asarray(Image.open(tmp_path / "b" / f"b_{index + 1:04d}.png"))
        want = studio.frame(project, take.times[index], (106, 60))
        np.testing.assert_array_equal(shown, want)
    larger = take_of(project, Delivery(lines=180), studio.store)
    assert larger.size == (320, 180) and larger.project.frame.width == 320


def test_depth_in_metres_and_as_grey(moving, tmp_path):
    """EXR holds the metres themselves; PNG tells 1/distance evenly between the ends it names."""
    project, studio = moving
    for name, kind in (("e", "exr"), ("p", "png")):
        deliver(project, Delivery(kind, "depth", bits=16, end=0.1), tmp_path / name, studio)
    near, far = sorted(layer.distance for layer in project.layers)
    with OpenEXR.File(str(tmp_path / "e" / "e_0001.exr"), separate_channels=True) as file:
        metres = file.parts[0].channels["Z"].pixels
    assert {round(float(x), 3) for x in np.unique(metres)} == {round(near, 3), round(far, 3)}
    told = json.loads((tmp_path / "p" / "depth.json").read_text())
    assert told["unit"] == "metres" and told["near"] < near and told["far"] > far
    grey = np.asarray(Image.open(tmp_path / "p" / "p_0001.png")).astype(float) / 65535
    back = 1 / (grey * (1 / told["near"] - 1 / told["far"]) + 1 / told["far"])
    assert np.abs(back / metres - 1).max() < 1e-3
    deliver(project, Delivery(shows="depth"), tmp_path / "g.mp4", studio)
    video = frames_of(tmp_path / "g.mp4")[0][..., 1]
    assert video[50, 70] > video[5, 150] + 100


def test_a_folder_keeps_what_is_not_its_own(moving, tmp_path):
    """A shorter clip over a longer one leaves no old frames; other files stay; failing, nothing."""
    project, studio = moving
    folder = tmp_path / "shot"
    deliver(project, Delivery("png", end=0.3), folder, studio)
    (folder / "notes.txt").write_text("mine")
    (folder / "shot_draft.png").write_bytes(b"mine too")
    with pytest.raises(Cancelled):
        deliver(project, Delivery("png"), folder, studio, lambda f, _: f < 0.6)
    assert len(list(folder.iterdir())) == 9 + 2
    deliver(project, Delivery("png", end=0.1), folder, studio)
    assert sorted(x.name for x in folder.iterdir()) == [
        "notes.txt", "shot_0001.png", "shot_0002.png", "shot_0003.png", "shot_draft.png",
    ]  # fmt: skip
    assert [x.name for x in tmp_path.iterdir()] == ["shot"]
    with pytest.raises(WoodcockError, match=r"notes\.txt is a file"):
        deliver(project, Delivery("png"), folder / "notes.txt", studio)
    with pytest.raises(WoodcockError, match="does not exist"):
        deliver(project, Delivery("exr", bits=16), tmp_path / "no" / "where", studio)


def test_an_estimate_is_near_what_comes_of_it(moving, tmp_path):
    project, studio = moving
    for number, delivery in enumerate((Delivery(), Delivery("png"), Delivery("gif"))):
        told = estimate(project, delivery, studio)
        path = tmp_path / f"{number}{delivery.suffix}"
        deliver(project, delivery, path, studio)
        size = sum(x.stat().st_size for x in ([path] if path.is_file() else path.iterdir()))
        assert told.frames == 30 and told.seconds > 0
        assert 0.5 < told.bytes / size < 2.0


@pytest.mark.parametrize("shows", ["side by side", "rocking", "depth", "two files"])
@pytest.mark.parametrize("shape", ["", "square"])
def test_an_estimate_of_everything_that_can_be_shown(moving, shows, shape):
    project, studio = moving
    told = estimate(project, Delivery(shows=shows, shape=shape), studio)
    assert told.bytes > 500 and told.frames == (60 if shows == "rocking" else 30)


def test_what_the_clip_can_t_have_is_told(moving, tmp_path):
    project, studio = moving
    for delivery, says in (
        (Delivery(start=1.0), "ends at 1 s"),
        (Delivery(shape="portrait", lines=8000), "between 16 and 8192 pixels"),
        (Delivery(lines=8192), "between 16 and 8192 pixels"),
    ):
        with pytest.raises(WoodcockError, match=says):
            deliver(project, delivery, tmp_path / "a.mp4", studio)
    assert list(tmp_path.iterdir()) == []


def test_purposes_and_names():
    frame = Frame(1920, 1080, 12, 3.0)
    for name in PURPOSES:
        delivery = delivery_for(name, frame)
        assert delivery.rate <= 12  # no more frames than there are
        assert not delivery.lines or delivery.lines < 1080
    assert file_name("x", delivery_for("portrait", frame)) == "x-portrait.mp4"
    assert file_name("x", delivery_for("depth", frame)) == "x-depth-png"
    assert file_name("x", delivery_for("eyes", frame)) == "x-side-by-side.mp4"


@pytest.mark.parametrize(
    ("name", "purpose", "values", "sentence"),
    [
        ("a.avi", "", {}, r"a\.avi does not end in \.mp4"),
        ("a.mp4", "editor", {}, r"does not end in \.mov.*a\.mov"),
        ("a.mp4", "stills", {}, "go into a folder"),
        ("a.mp4", "nonsense", {}, "no purpose called nonsense.*web"),
        ("a.mp4", "", {"speed": 2}, "has no speed"),
        ("a.mp4", "", {"clear": True}, "holds no transparency"),
        ("a.gif", "", {"bits": 16}, "holds 8 bits"),
        ("a.mp4", "", {"start": 2.0, "end": 1.0}, "ends after it starts"),
        ("a.mp4", "", {"rate": 31}, "rate must be one of"),
    ],
)  # fmt: skip
def test_what_does_not_go_together_is_told(tmp_path, name, purpose, values, sentence):
    with pytest.raises(WoodcockError, match=sentence):
        delivery_to(tmp_path / name, Frame(), purpose, **values)
    assert list(tmp_path.iterdir()) == []


def test_values_that_make_no_sense_are_refused():
    for values in ({"quality": 101}, {"loops": -1}, {"lines": 8}, {"base": 2.0}, {"window": 0.0},
                   {"format": "mov"}, {"shows": "x"}, {"dither": "x"}):  # fmt: skip
        with pytest.raises(InvalidValue):
            replace(Delivery(), **values)
