"""A layered picture becomes a project that looks the same, and can move."""

import numpy as np
import pytest

from conftest import blob, build, picture
from woodcock.errors import WoodcockError
from woodcock.media import load_project, save_project
from woodcock.media.layered import load_layered
from woodcock.media.layered_parts import Layered, LayeredPart, at_full_size
from woodcock.pixels.colour import linear_from_srgb, srgb_from_linear
from woodcock.pixels.store import PixelStore
from woodcock.session import acts
from woodcock.session.layers_in import carried_on, imported, proposed
from woodcock.session.layers_out import LayerWish, save_layers
from woodcock.session.seen_edges import as_seen
from woodcock.session.studio import Studio
from woodcock.stage import apply_move

W, H = 192, 108


def layer(name, mask, seed, **values):
    colours = picture(mask.shape[1], mask.shape[0], seed)
    return LayeredPart(name, np.dstack([colours, mask]), **values)


def whole(name="Sky", seed=9, size=(W, H), **values):
    return layer(name, np.full((size[1], size[0]), 255, np.uint8), seed, **values)


def seen(layered):
    """What a program that mixes colours as they are written shows of plain layers."""
    out = np.zeros((layered.size[1], layered.size[0], 3))
    for part in layered.parts[::-1]:
        high, wide = part.pixels.shape[:2]
        x0, y0 = max(part.x, 0), max(part.y, 0)
        x1, y1 = min(part.x + wide, W), min(part.y + high, H)
        own = part.pixels[y0 - part.y : y1 - part.y, x0 - part.x : x1 - part.x].astype(float)
        alpha = own[..., 3:] / 255
        out[y0:y1, x0:x1] = alpha * own[..., :3] + (1 - alpha) * out[y0:y1, x0:x1]
    return out


def opened(layered, **values):
    store = PixelStore()
    wishes = values.pop("wishes", proposed(layered))
    return imported(layered, wishes, store, "x", **values), Studio(store)


def at_rest(project, studio):
    size = project.photo.width, project.photo.height
    return studio.frame(acts.still(project), 0.0, (W, H) if size == (W, H) else None)


@pytest.fixture
def three():
    near = layer("Post", blob(60, 90, 30, 45, 24, 3.0), 1, x=20, y=10)
    middle = layer("Boat", blob(W, H, 120, 60, 30, 8.0), 2)
    return Layered((W, H), (near, middle, whole()))


def test_names_order_places_and_distances(three):
    project, _ = opened(three)
    assert [x.name for x in project.near_to_far] == ["Post", "Boat", "Sky"]
    assert project.background.name == "Sky" and project.photo.width == W
    distances = [x.distance for x in project.near_to_far]
    assert distances == sorted(distances) and distances[0] == 3.0 and distances[-1] == 60.0
    post = project.near_to_far[0].picture
    assert post.box == (20, 10, 60, 90)
    told = Layered((W, H), tuple(p._replace(distance=d) for p, d in zip(three.parts, (1, 4, 9),
                                                                        strict=True)))  # fmt: skip
    assert [x.distance for x in opened(told)[0].near_to_far] == [1, 4, 9]
    mixed = Layered((W, H), tuple(p._replace(distance=d) for p, d in zip(three.parts, (5, 4, 9),
                                                                         strict=True)))  # fmt: skip
    assert [w.distance for w in proposed(mixed)] == [3.0, 10.0, 60.0]


@pytest.mark.parametrize("soft", [True, False])
def test_at_rest_it_looks_as_it_did(three, tmp_path, soft):
    """To 2 of 255 where edges are told anew; saved and opened it is the same project."""
    project, studio = opened(three, seen=soft, complete=False)
    project = acts.set_frame(project, project.frame.__class__(W, H, 12, 1.0))
    frame = at_rest(project, studio).astype(float)
    away = np.abs(frame - seen(three)).max(2)
    assert (away <= 2).all() if soft else away.max() > 12
    path = tmp_path / "a.woodcock"
    save_project(path, project, studio.store)
    assert load_project(path, PixelStore()) == project


def test_soft_edges_by_the_formula():
    """Half of red over blue in sRGB: the light that is seen is that of (128, 0, 128)."""
    red = np.zeros((4, 4, 4), np.uint8)
    red[...] = (255, 0, 0, 128)
    blue = np.zeros((4, 4, 4), np.uint8)
    blue[...] = (0, 0, 255, 255)
    top, _ = as_seen([LayeredPart("a", red), LayeredPart("b", blue)], (4, 4))
    value = top.pixels[0, 0] / 255
    front = linear_from_srgb(value[:3])
    light = value[3] * front + (1 - value[3]) * linear_from_srgb(np.array([0.0, 0, 1]))
    np.testing.assert_allclose(srgb_from_linear(light) * 255, (128, 0, 127), atol=2)
    dark = np.full((4, 4, 4), 40, np.uint8)
    dark[..., 3] = 128
    sky = np.full((4, 4, 4), 230, np.uint8)
    sky[..., 3] = 255
    top, _ = as_seen([LayeredPart("a", dark), LayeredPart("b", sky)], (4, 4))
    assert top.pixels[0, 0, 3] > 160  # thicker than half, in the colour it has
    np.testing.assert_allclose(top.pixels[0, 0, :3], 40, atol=2)
    for plain in (red[..., 3] * 0, red[..., 3] * 0 + 255):
        hard = np.dstack([red[..., :3], plain.astype(np.uint8)])
        kept, _ = as_seen([LayeredPart("a", hard), LayeredPart("b", blue)], (4, 4))
        np.testing.assert_array_equal(kept.pixels, hard)


def test_out_and_in_again_is_the_photo(tmp_path):
    """Layers of soft cuts, written for programs that mix sRGB, opened again: the same at rest."""
    masks = [blob(W, H, 60, 50, 25, 9.0), blob(W, H, 120, 40, 20, 14.0)]
    project, studio = build(picture(W, H, soft=3.0), masks)
    save_layers(project, tmp_path / "a.ora", studio, LayerWish(16))
    layered = load_layered([tmp_path / "a.ora"])
    again, other = opened(layered, complete=False)
    again = acts.set_frame(again, project.frame)
    away = np.abs(at_rest(again, other).astype(int) - studio.store.get(project.photo.pixels))
    assert away.max() <= 1
    bare, plain = opened(layered, complete=False, seen=False)
    bare = acts.set_frame(bare, project.frame)
    away = np.abs(at_rest(bare, plain).astype(int) - studio.store.get(project.photo.pixels))
    assert away.max() > 6  # what would be seen without it


def test_which_layer_is_the_background():
    """The farthest that fills the picture without a hole; what lies behind it is left out."""
    hole = whole("Holed", 3)
    hole.pixels[20:40, 20:40, 3] = 0
    for names, parts in (
        ("B", [layer("A", blob(W, H, 50, 50, 20), 1), whole("B")]),
        ("B", [hole, whole("B")]),
        ("Holed", [layer("A", blob(W, H, 50, 50, 20), 1), hole]),
        ("C", [whole("B", blend="multiply"), whole("C"), hole]),
        ("A", [whole("A"), whole("B", visible=False)]),
    ):
        wishes = proposed(Layered((W, H), tuple(parts)))
        assert [w.name for w in wishes if w.role == "background"] == [names]
    assert proposed(Layered((W, H), (whole("C"), hole)))[1].role == "out"


def test_holes_of_the_background_are_filled_if_wanted():
    """A background with the hole of what was cut from it; what is seen of it stays as it is."""
    back = whole()
    back.pixels[30:80, 60:110, 3] = 0
    back.pixels[30:80, 60:110, :3] = (255, 0, 255)  # what lies under it is never read
    mask = np.zeros((H, W), np.uint8)
    mask[28:82, 58:112] = 255
    layered = Layered((W, H), (layer("Man", mask, 1), back))
    project, studio = opened(layered)
    assert project.removed is not None and studio.store.get(project.photo.pixels).shape[2] == 3
    project = acts.set_frame(project, project.frame.__class__(W, H, 12, 1.0))
    np.testing.assert_array_equal(at_rest(project, studio), seen(layered).astype(np.uint8))
    man = project.near_to_far[0]
    alone = project.with_layer(man.__class__(**{**fields(man), "visible": False}))
    filled = at_rest(alone, studio)
    assert (filled[30:80, 60:110].max(2) > 0).all()
    magenta = (filled[..., 0] > 200) & (filled[..., 1] < 60) & (filled[..., 2] > 200)
    assert not magenta[30:80, 60:110].any()
    kept, other = opened(layered, complete=False)
    assert kept.removed is None and other.store.get(kept.photo.pixels).shape[2] == 4


def fields(value):
    return {name: getattr(value, name) for name in value.__struct_fields__}


def test_lower_layers_go_on_where_nearer_ones_hide_them():
    """Closed where surrounded, carried on a little elsewhere, nothing where anything is seen."""
    ground = whole("Ground", 4)
    ground.pixels[:50, :, 3] = 0
    ground.pixels[70:90, 40:60, 3] = 0  # within it, behind the post
    post = np.zeros((H, W), np.uint8)
    post[20:95, 35:65] = 255
    parts = [layer("Post", post, 1), ground, whole()]
    made = carried_on(parts, (W, H))
    grown = made[1]
    alpha = np.zeros((H, W), np.uint8)
    high, wide = grown.pixels.shape[:2]
    alpha[grown.y : grown.y + high, grown.x : grown.x + wide] = grown.pixels[..., 3]
    assert (alpha[70:90, 40:60] == 255).all()
    assert (alpha[46:50, 40:60] == 255).all() and (alpha[:40, 40:60] == 0).all()
    assert (alpha[:50, :34] == 0).all() and (alpha[:50, 66:] == 0).all()
    np.testing.assert_array_equal(made[0].pixels, parts[0].pixels)
    np.testing.assert_array_equal(made[2].pixels, parts[2].pixels)
    soft = parts[1].pixels.copy()
    soft[50:56, :, 3] = np.linspace(0, 200, 6, dtype=np.uint8)[:, None]
    faded = carried_on([parts[0], ground._replace(pixels=soft), whole()], (W, H))[1]
    shown = at_full_size(faded, (W, H))
    there = soft[:, 66:, 3] > 0
    np.testing.assert_array_equal(shown[:, 66:][there], soft[:, 66:][there])  # its soft border, too
    own = ground.pixels[60:70, :, :]
    np.testing.assert_array_equal(grown.pixels[60 - grown.y : 70 - grown.y], own)
    glassy = [parts[0]._replace(opacity=0.5), ground, whole()]
    assert carried_on(glassy, (W, H))[1] is ground  # seen through: nothing is made up there


def test_a_background_that_reaches_beyond_is_room_to_move():
    back = whole("Wide", 9, (W + 80, H + 40), x=-40, y=-20)
    near = layer("Post", blob(W, H, 60, 50, 25), 1)
    project, studio = opened(Layered((W, H), (near, back)))
    assert (project.photo.width, project.photo.height) == (W + 80, H + 40)
    project = acts.set_frame(project, project.frame.__class__(W, H, 12, 1.0))
    placed = acts.place_photo(project, project.placement)
    away = studio.frame(acts.still(placed), 0.0) - seen(Layered((W, H), (near, back)))
    assert np.abs(away).max() <= 2
    moved = apply_move(placed, "slide", 3)
    assert not studio.gaps(moved).gaps


def test_distances_said_by_hand_are_the_order(three):
    wishes = list(proposed(three))
    wishes[0] = wishes[0]._replace(distance=20.0, name="Far post")
    wishes[1] = wishes[1]._replace(role="glass")
    project, _ = opened(three, wishes=wishes)
    assert [x.name for x in project.near_to_far] == ["Boat", "Far post", "Sky"]
    assert project.near_to_far[0].glass and project.near_to_far[1].distance == 20.0
    wishes = [w._replace(distance=5.0) for w in proposed(three)]
    project, _ = opened(three, wishes=wishes)
    assert [x.name for x in project.near_to_far] == ["Post", "Boat", "Sky"]
    for roles in (("background", "background", "scene"), ("scene", "scene", "out")):
        wrong = [w._replace(role=r) for w, r in zip(proposed(three), roles, strict=True)]
        with pytest.raises(WoodcockError, match="must be the background"):
            opened(three, wishes=wrong)


def test_opacity_blending_and_hiding_are_kept(three):
    parts = (
        three.parts[0]._replace(opacity=0.4), three.parts[1]._replace(blend="screen", visible=False)
    )  # fmt: skip
    project, _ = opened(Layered((W, H), (*parts, three.parts[2])))
    post, boat, _ = project.near_to_far
    assert post.pose.opacity.base == 0.4
    assert (boat.blend, boat.visible) == ("screen", False)


def test_sixteen_bits_stay(three):
    deep = [p._replace(pixels=p.pixels.astype(np.uint16) * 257) for p in three.parts]
    deep[0].pixels[50, 30, :3] -= 3
    project, studio = opened(Layered((W, H), tuple(deep)))
    assert studio.store.get(project.photo.pixels).dtype == np.uint16
    assert studio.store.get(project.near_to_far[0].picture.pixels).dtype == np.uint16
    assert (studio.store.get(project.near_to_far[0].picture.pixels)[50, 30, :3] % 257 != 0).any()
