"""The shutter, pictures held for some frames, frame rates as fractions, hunting."""

from fractions import Fraction

import av
import numpy as np
import pytest
from msgspec.structs import replace

from brute_lens import decibels
from conftest import blob, build, picture
from woodcock.errors import InvalidValue
from woodcock.media import load_project, save_project
from woodcock.model import (
    LENS,
    RATES,
    Beat,
    Blur,
    Card,
    Defocus,
    Delivery,
    Drift,
    Easing,
    Follow,
    Frame,
    Key,
    Lens,
    Project,
    Shutter,
    Track,
    tracks_of,
    with_tracks,
)
from woodcock.pixels.store import PixelStore
from woodcock.render import render_frame
from woodcock.render.finished import finished_light
from woodcock.session import acts
from woodcock.session.deliver import deliver
from woodcock.session.speed import find_speeds
from woodcock.stage import ease, scene_at, shutter_looks, value_at

W, H = 480, 270


def moving(rate=12, **shutter):
    """A lens that turns and pushes in within a second: (project, studio)."""
    project, studio = build(picture(W, H, 3), [blob(W, H, 180, 140, 70)], Frame(W, H, rate, 1.0))
    z = Track(0.0, (Key(0.0, 0.0, Easing()), Key(1.0, 1.2)))
    yaw = Track(0.0, (Key(0.0, 0.0, Easing()), Key(1.0, 20.0)))
    lens = replace(project.lens, z=z, yaw=yaw, shutter=Shutter(**{"on": True, **shutter}))
    return replace(project, lens=lens, rebuild_all=True), studio


def by_hand(project, studio, time, count=64):
    """The mean of so many sharp frames while the shutter is open."""
    lens = project.lens
    sharp = replace(project, lens=replace(lens, shutter=Shutter()))
    long = value_at(lens.shutter.angle, time) / 360 / float(project.frame.exact)
    begins = -long / 2 if lens.shutter.centred else 0.0
    atlas, total = studio.atlas(project), 0.0
    for k in range(count):
        total = total + finished_light(
            sharp, atlas, time + begins + long * (k + 0.5) / count, (W, H)
        )
    return total / count


@pytest.mark.parametrize("shutter", [{}, {"angle": Track(360.0)}, {"centred": False}])
def test_motion_is_blurred_as_in_64_moments(shutter):
    project, studio = moving(**shutter)
    atlas, true = studio.atlas(project), by_hand(project, studio, 0.5)
    assert decibels(finished_light(project, atlas, 0.5, (W, H)), true) > 42
    sharp = replace(project, lens=replace(project.lens, shutter=Shutter()))
    assert decibels(finished_light(sharp, atlas, 0.5, (W, H)), true) < 32
    # The eight-bit frame is that light.
    eight = render_frame(project, atlas, 0.5) / 255.0
    assert (
        decibels(np.where(eight <= 0.04045, eight / 12.92, ((eight + 0.055) / 1.055) ** 2.4), true)
        > 40
    )


def test_looks_come_as_often_as_the_fastest_place_asks_for():
    project, _ = moving()
    few, many = (
        shutter_looks(replace(project, frame=Frame(W, H, r, 1.0)), 0.5, (W, H)) for r in (60, 12)
    )
    assert 1 < len(few.times) < len(many.times) <= 48
    assert len(shutter_looks(project, 0.5, (W // 2, H // 2)).times) < len(many.times)
    assert shutter_looks(project, 0.5, (W, H), most=3).capped and not many.capped
    assert len(shutter_looks(project, 0.5, (W, H), most=3).times) == 3
    assert sum(many.times) == pytest.approx(0, abs=1e-9)  # about the frame's own time
    still = replace(project, lens=replace(Lens(), shutter=Shutter(on=True)))
    assert shutter_looks(still, 0.5, (W, H)).times == (0.0,)
    closed = replace(project.lens, shutter=Shutter(on=True, angle=Track(0.0)))
    assert shutter_looks(replace(project, lens=closed), 0.5, (W, H)).times == (0.0,)
    # Whatever moves by itself counts too.
    for change in ({"drift": Drift(600.0)}, {"beat": Beat(degrees=40.0, rate=3.0)}):
        own = still.with_layer(replace(still.background, **change))
        assert len(shutter_looks(own, 0.31, (W, H)).times) > 2, change


def test_frames_are_the_same_in_any_order_and_the_ends_stay_themselves():
    project, studio = moving(rate=24)
    atlas = studio.atlas(project)
    first = [render_frame(project, atlas, k / 24) for k in (9, 3, 9)]
    np.testing.assert_array_equal(first[0], first[2])
    assert (first[0] != first[1]).any()


def test_strobing_is_told_later_where_motion_is_blurred():
    project, studio = moving()
    limits = [
        find_speeds(replace(project, lens=replace(project.lens, shutter=s)), studio.store).limit
        for s in (Shutter(), Shutter(on=True), Shutter(on=True, angle=Track(90.0)))
    ]
    assert limits[1] == 2 * limits[0] and limits[2] == 1.5 * limits[0]


def test_on_twos_all_or_one_layer_is_held():
    project, studio = moving()
    card = Card(100.0, 80.0, 60.0, 40.0)
    project = replace(project, lens=Lens(z=project.lens.z))
    project, name = acts.add_layer(project, card)
    pose = replace(project.layer(name).pose, angle=Track(0.0, (Key(0.0, 0.0), Key(1.0, 90.0))))
    project = project.with_layer(replace(project.layer(name), pose=pose))

    def matrices(there, k):
        placed = {x.id: x.mapping.homography for x in scene_at(there, there.frame.time(k), (W, H))}
        return placed[name], placed[there.background.id]

    twos = replace(project, frame=replace(project.frame, held=2))
    for k in range(0, 10, 2):
        for even, odd in zip(matrices(twos, k), matrices(twos, k + 1), strict=True):
            np.testing.assert_array_equal(even, odd)
        assert (matrices(twos, k)[1] != matrices(twos, k + 2)[1]).any()
    atlas = studio.atlas(twos)
    np.testing.assert_array_equal(*(render_frame(twos, atlas, k / 12) for k in (6, 7)))
    # One layer on threes: its own turn waits, the lens goes on.
    threes = project.with_layer(replace(project.layer(name), held=3))
    views = [matrices(threes, k) for k in (3, 4, 5, 6)]
    assert all((views[k][1] != views[k + 1][1]).any() for k in range(3))
    turned = [np.arctan2(view[0][1, 0], view[0][0, 0]) for view in views]
    assert turned[0] == pytest.approx(turned[1], abs=1e-9) == turned[2]
    assert turned[3] > turned[2] + 0.05
    for held in (0, 7):
        with pytest.raises(InvalidValue, match="held"):
            Frame(held=held)


def test_television_rates_are_fractions_to_the_last_frame(tmp_path):
    """30000 / 1001 frames a second and the like (SMPTE ST 12-1)."""
    for rate, exact in ((23.976, 24000), (29.97, 30000), (59.94, 60000)):
        frame = Frame(64, 36, rate, 600.0)
        assert frame.exact == Fraction(exact, 1001)
        assert frame.count == round(600 * exact / 1001)
        assert all(frame.index(frame.time(k)) == k for k in range(0, frame.count, 37))
        assert frame.last == pytest.approx((frame.count - 1) * 1001 / exact, abs=1e-9)
    assert {30, 29.97, 24} < set(RATES)
    project, studio = build(picture(64, 36), [], Frame(64, 36, 29.97, 0.5))
    deliver(project, Delivery(), tmp_path / "clip.mp4", studio)
    with av.open(str(tmp_path / "clip.mp4")) as made:
        stream = made.streams.video[0]
        assert stream.average_rate == Fraction(30000, 1001) and stream.frames == project.frame.count
        times = [frame.time for frame in made.decode(stream)]
    assert np.allclose(times, [project.frame.time(k) for k in range(len(times))], atol=2e-4)


def test_hunting_overshoots_a_little_comes_back_and_is_there():
    places = np.linspace(0, 1, 2001)
    for amount in (0.05, 0.2):
        seen = set()
        for seed in range(6):
            hunting = Easing(kind="hunting", amount=amount, seed=seed)
            way = np.array([ease(hunting, p) for p in places])
            assert way[0] == 0 and way[-1] == 1
            most = way.max() - 1
            assert 0.65 * amount < most < 1.35 * amount
            after = way[way.argmax() :]
            assert -0.5 * most < after.min() - 1 < -0.05 * most  # once short of it
            assert np.abs(np.diff(way)).max() < 0.01  # nowhere a jump,
            assert np.abs(np.diff(way, 2)).max() < 1e-4  # nor a corner
            assert np.abs(np.diff(way)[-20:]).max() < 2e-4  # it settles
            seen.add(round(most, 6))
        assert len(seen) == 6
    with pytest.raises(InvalidValue, match="hunting"):
        Easing(kind="hunting", amount=2.0)


def test_all_of_it_is_saved_and_has_lanes(tmp_path):
    project, studio = build(picture(W, H), [blob(W, H, 180, 140, 70)], Frame(W, H, 59.94, 1.0, 2))
    near, store = project.near_to_far[0], studio.store
    keys = Track(1.0, (Key(0.0, 1.0, Easing(kind="hunting", amount=0.3, seed=4)), Key(0.5, 9.0)))
    blur = Blur(keys, True, Track(3.0), Track(4.0), Track(0.2), 0.4)
    project = project.with_layer(replace(near, blur=blur, held=3))
    lens = Lens(
        focus=keys, f_number=keys, shutter=Shutter(True, keys, False),
        defocus=Defocus(True, 7, keys, keys, Follow(near.id, 1.0, 2.0, 0.5)),
    )  # fmt: skip
    project = replace(project, lens=lens)
    save_project(tmp_path / "finish.woodcock", project, store)
    again = load_project(tmp_path / "finish.woodcock", PixelStore())
    assert again == project
    for owner, names in ((LENS, ("iris", "highlights", "shutter")), (near.id, ("blur", "blur x"))):
        for name in names:
            assert name in tracks_of(project, owner)
            changed = with_tracks(project, owner, {name: Track(5.0)})
            assert tracks_of(changed, owner)[name] == Track(5.0) != tracks_of(project, owner)[name]
            others = {k: v for k, v in tracks_of(changed, owner).items() if k != name}
            assert others == {k: v for k, v in tracks_of(project, owner).items() if k != name}
    for wrong in (lambda: Defocus(blades=3), lambda: Blur(falloff=0.0), lambda: Frame(rate=31)):
        with pytest.raises(InvalidValue):
            wrong()
    assert Project().lens.defocus == Defocus()
