"""Paper, film dust, light leaks and lens dirt: over a picture by their blend modes' formulas."""

from itertools import pairwise

import numpy as np
import pytest
from msgspec.structs import replace

from conftest import blob, build, picture
from woodcock.errors import InvalidValue
from woodcock.media import load_project, save_project
from woodcock.model import Frame, Texture, Track
from woodcock.pixels.store import PixelStore
from woodcock.render import render_frame
from woodcock.session import enlarging, finishing, things
from woodcock.session.studio import Studio
from woodcock.things import draw_texture, glide_of

W, H = 480, 270
FRAME = (480.0, 270.0)


def staged(masks=(), photo=None):
    photo = picture(W, H) if photo is None else photo
    return build(photo, list(masks), Frame(W, H, 12, 1.0))


def drawn(kind="dust", number=0, scale=1.0, **values):
    return draw_texture(Texture(kind, **values), FRAME, scale, number)


def straight(made):
    """(h, w) how much of it there is, over the frame alone."""
    alpha = made.pixels[..., 3] / 65535
    return alpha[-made.y - H // 2 : -made.y + H // 2, -made.x - W // 2 : -made.x + W // 2]


@pytest.mark.parametrize("preset", things.TEXTURE_PRESETS)
def test_the_presets_lie_on_the_glass_at_40_per_cent_and_are_always_the_same(preset, tmp_path):
    project, studio = staged()
    made, layer = things.add_texture(project, preset)
    own = made.layer(layer)
    assert own.glass and own.pose.opacity.base == 0.4
    assert own.blend == ("multiply" if preset == "Paper" else "screen")
    plain, frame = (render_frame(x, studio.atlas(x), 0.5) for x in (project, made))
    assert 0.03 < np.abs(frame.astype(int) - plain).mean() < 40
    again = [render_frame(made, studio.atlas(made), t) for t in (0.25, 0.75, 0.5)]
    np.testing.assert_array_equal(again[2], frame)
    save_project(tmp_path / "t.woodcock", made, studio.store)
    store = PixelStore()
    opened = load_project(tmp_path / "t.woodcock", store)
    assert opened == made
    np.testing.assert_array_equal(render_frame(opened, Studio(store).atlas(opened), 0.5), frame)
    other = things.set_own(made, layer, seed=77)
    assert (render_frame(other, studio.atlas(other), 0.5) != frame).any()
    second, another = things.add_texture(made, preset)
    assert second.layer(another).texture.seed != own.texture.seed
    none = things.set_own(made, layer, amount=0.0)
    if preset != "Paper":  # which covers all even when it is smooth
        np.testing.assert_array_equal(render_frame(none, studio.atlas(none), 0.5), plain)


def test_screen_at_40_per_cent_is_the_standards_formula():
    """1 - (1 - backdrop)(1 - 0.4 source) in sRGB (W3C Compositing and Blending Level 1)."""
    project, studio = staged(photo=np.full((H, W, 3), 100, np.uint8))
    made, layer = things.add_texture(project, "Lens dirt")
    texture = made.layer(layer).texture
    frame = render_frame(made, studio.atlas(made), 0.0)[..., 0] / 255
    much = straight(draw_texture(texture, FRAME, 1.0, 0))
    assert much.max() > 0.1
    want = 1 - (1 - 100 / 255) * (1 - 0.4 * much)
    assert np.abs(frame - want).max() < 1.5 / 255


def test_dust_is_another_in_every_picture_and_scratches_stay_for_a_while():
    pictures = [straight(drawn(number=k, rate=12.0, amount=3.0)) for k in range(24)]
    assert all((a != b).any() for a, b in pairwise(pictures))
    same = [np.corrcoef(a.ravel(), b.ravel())[0, 1] for a, b in pairwise(pictures)]
    assert np.median(same) < 0.5
    # An upright line: a column that is bright along its height, in pictures that follow each other.
    columns = np.array([(x > 0.04).mean(0).max() for x in pictures])
    runs = "".join("x" if value > 0.35 else "." for value in columns)
    assert "xxxx" in runs
    texture = Texture("dust", rate=8.0)
    assert [texture.picture_at(k / 24) for k in range(7)] == [0, 0, 0, 1, 1, 1, 2]
    assert [Texture("dirt").picture_at(t) for t in (0.0, 5.0)] == [0, 0]


def test_more_and_larger_is_more_and_larger():
    for kind in ("dust", "dirt", "leaks"):
        little, much = (
            np.mean([straight(drawn(kind, k, amount=a, seed=k + 1)).mean() for k in range(6)])
            for a in (0.5, 2.0)
        )
        assert much > 1.8 * little > 0, kind
    small, large = (straight(drawn("dirt", size=s, amount=0.6)) for s in (0.5, 2.0))

    def detail(x):
        return np.abs(np.diff(x, axis=1)).mean() / x.mean()

    assert detail(small) > 1.5 * detail(large)


def test_a_texture_is_the_same_at_every_size():
    """Drawn twice as large and made smaller, it looks alike; what is too fine is not drawn."""
    for kind in ("dirt", "leaks"):
        small, large = (straight_at(kind, scale) for scale in (0.5, 1.0))
        assert small.mean() == pytest.approx(large.mean(), rel=0.12)
    huge = draw_texture(Texture("leaks"), (6000.0, 4000.0), 4.0, 0)
    assert huge.pixels.shape[1] < 200 and huge.scale < 0.05


def straight_at(kind, scale):
    return draw_texture(Texture(kind, seed=3), FRAME, scale, 0).pixels[..., 3] / 65535


def test_leaks_flow_and_paper_glides_without_ever_showing_its_border():
    leaks = Texture("leaks", speed=0.1)
    numbers = [leaks.picture_at(k / 30) for k in range(40)]
    assert numbers == list(range(40))
    flow = [straight(draw_texture(leaks, FRAME, 1.0, k)) for k in (0, 1, 30)]
    assert 0 < np.abs(flow[1] - flow[0]).max() < 0.02 < np.abs(flow[2] - flow[0]).max()
    project, studio = staged(photo=np.zeros((H, W, 3), np.uint8))
    made, layer = things.add_texture(project, "Paper")
    made = things.set_own(made, layer, speed=0.2)
    made = made.with_layer(replace(made.layer(layer), blend="normal"))
    made = made.with_layer(replace(made.layer(layer), pose=replace(
        made.layer(layer).pose, opacity=Track(1.0))))  # fmt: skip
    paper, frames = made.layer(layer).texture, []
    for time in (0.0, 0.2, 0.4, 0.9):
        frames.append(render_frame(made, studio.atlas(made), time))
        assert frames[-1].min() > 100  # the black photo behind it is seen nowhere
    away = np.array([glide_of(paper, FRAME, t) for t in np.arange(0, 60, 0.05)])
    assert np.abs(away).max() <= 0.2 * H and np.ptp(away, 0).min() > 0.1 * H
    pace = np.hypot(*np.diff(away, axis=0).T) / 0.05 / H
    assert pace.max() < 0.2 and pace.mean() > 0.03
    assert (frames[0] != frames[2]).mean() > 0.5


def test_at_a_distance_it_is_behind_what_is_nearer():
    project, studio = staged([blob(W, H, 240, 135, 70)])
    made, layer = things.add_texture(project, "Light leak")
    near = next(x for x in project.near_to_far if x.mask)
    made = things.put_on_glass(made, layer, False)
    between = (near.distance + project.background.distance) / 2
    made = made.with_layer(replace(made.layer(layer), distance=between))
    plain, frame = (render_frame(x, studio.atlas(x), 0.0) for x in (project, made))
    np.testing.assert_array_equal(frame[100:170, 205:275], plain[100:170, 205:275])
    assert (frame[:60] != plain[:60]).mean() > 0.3


def test_an_enlarged_photo_shows_the_same_texture():
    project, studio = staged()
    made, layer = things.add_texture(project, "Lens dirt")
    larger = enlarging.enlarged(made, 2.0, studio.store, lambda x, by, *_: np.repeat(
        np.repeat(x, 2, 0), 2, 1))  # fmt: skip
    assert larger.layer(layer).texture == made.layer(layer).texture
    frames = [render_frame(x, studio.atlas(x), 0.0).astype(int) for x in (made, larger)]
    assert np.abs(frames[0] - frames[1]).mean() < 6


def test_textures_on_the_glass_belong_to_the_finish_and_others_to_the_stage():
    project, _ = staged()
    made, layer = things.add_texture(project, "Film dust")
    assert finishing.unfinished(made) == project
    far = things.put_on_glass(made, layer, False)
    assert finishing.unfinished(far) == far


def test_what_makes_no_sense_gets_a_sentence():
    for wrong in ({"kind": "wool"}, {"amount": -1.0}, {"size": 0.0}, {"rate": 100.0}):
        with pytest.raises(InvalidValue):
            Texture(**wrong)
