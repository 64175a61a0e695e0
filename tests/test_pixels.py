"""The pixel store, the membrane, the ladder of sizes, and the demo's truth."""

import json
from concurrent.futures import ThreadPoolExecutor
from itertools import pairwise
from pathlib import Path

import cv2
import numpy as np
import pytest
from hypothesis import given
from hypothesis import strategies as st
from hypothesis.extra import numpy as hnp
from scipy.sparse import lil_matrix
from scipy.sparse.linalg import spsolve

from conftest import blob, picture
from woodcock.demo import demo_photo, demo_project
from woodcock.media import load_picture
from woodcock.pixels.colour import linear_from_srgb
from woodcock.pixels.membrane import membrane
from woodcock.pixels.resample import rung_size, shrink
from woodcock.pixels.store import PixelStore, content_hash
from woodcock.session.studio import Studio

ROOT = Path(__file__).parent.parent
arrays = hnp.arrays(
    st.sampled_from([np.uint8, np.uint16]), hnp.array_shapes(min_dims=2, max_dims=3, max_side=9)
)


@given(st.lists(arrays, max_size=6))
def test_the_store_gives_back_what_was_put(pictures):
    store = PixelStore(unpacked=1)  # every mask but the last is unpacked anew
    names = [store.put(values.copy()) for values in pictures]
    for name, values in zip(names, pictures, strict=True):
        got = store.get(name)
        np.testing.assert_array_equal(got, values)
        assert got.dtype == values.dtype
        assert not got.flags.writeable
        assert name == content_hash(values)


def test_the_store_tells_shapes_and_kinds_apart_and_serves_threads():
    flat = np.zeros(16, np.uint8)
    kinds = [flat.reshape(4, 4), flat.reshape(2, 8), flat.view(np.uint16).reshape(2, 4)]
    assert len({content_hash(kind) for kind in kinds}) == 3
    with pytest.raises(KeyError):
        PixelStore().get("nothing")
    store = PixelStore(unpacked=2)
    masks = [np.full((50, 50), n, np.uint8) for n in range(40)]

    def work(n):
        return int(store.get(store.put(masks[n % 40].copy()))[0, 0]) == n % 40

    with ThreadPoolExecutor(8) as pool:
        assert all(pool.map(work, range(400)))


def test_the_membrane_is_close_to_the_solution_of_laplace():
    """Against a sparse direct solve of the five-point equation on the same hole."""
    values = picture(48, 40, 2, soft=4.0)[..., 0].astype(np.float32)
    hole = blob(48, 40, 24, 20, 12) > 0
    places = {tuple(place): n for n, place in enumerate(np.argwhere(hole))}
    matrix, right = lil_matrix((len(places), len(places))), np.zeros(len(places))
    for (y, x), n in places.items():
        matrix[n, n] = 4
        for place in ((y - 1, x), (y + 1, x), (y, x - 1), (y, x + 1)):
            if place in places:
                matrix[n, places[place]] = -1
            else:
                right[n] += values[place]
    exact = spsolve(matrix.tocsr(), right)
    got = membrane(values, ~hole)
    spread = values[~hole].max() - values[~hole].min()
    assert np.abs(got[hole] - exact).mean() < 0.02 * spread
    assert got[hole].min() >= values[~hole].min() - 1e-3  # the maximum principle
    assert got[hole].max() <= values[~hole].max() + 1e-3
    np.testing.assert_array_equal(got[~hole], values[~hole])
    assert not membrane(values, np.zeros_like(hole)).any()


def test_the_ladder_shrinks_by_half_every_two_rungs():
    assert [rung_size((1600, 1200), n) for n in (0, 2, 4)] == [(1600, 1200), (800, 600), (400, 300)]
    flat = np.full((90, 120, 4), 40_000, np.uint16)
    assert (shrink(flat, rung_size((120, 90), 3)) == 40_000).all()
    values = picture(120, 90)
    assert shrink(values, (40, 30)).mean() == pytest.approx(values.mean(), abs=0.6)


@pytest.fixture(scope="module")
def truth():
    about = json.loads((ROOT / "demo/truth/truth.json").read_text())
    layers = {}
    for name in about["layers_far_to_near"]:
        alpha = cv2.imread(str(ROOT / f"demo/truth/{name}-alpha.png"), cv2.IMREAD_GRAYSCALE)
        hidden = cv2.imread(str(ROOT / f"demo/truth/{name}-picture.webp"))[..., ::-1]
        layers[name] = alpha / 255.0, linear_from_srgb(hidden / 255.0)
    return about, layers


def test_the_demo_truth_is_consistent(truth):
    about, layers = truth
    names = about["layers_far_to_near"]
    assert names == ["sky", "shore", "dinghy", "near"]
    for behind, before in pairwise(names):
        alpha, picture_there = layers[before]
        # Where a layer does not cover, the picture is that of the layers behind it.
        clear = alpha == 0
        off = np.abs(picture_there - layers[behind][1])[clear]
        assert off.mean() < 0.002
        assert (alpha > 0.99).any()
    photo = load_picture(demo_photo())
    half = cv2.resize(photo, tuple(about["size"]), interpolation=cv2.INTER_AREA) / 255.0
    error = np.mean((linear_from_srgb(half) - layers["near"][1]) ** 2)
    assert 10 * np.log10(1 / error) > 38  # grain, softness and JPEG are all that differ
    depth = cv2.imread(str(ROOT / "demo/truth/depth.png"), cv2.IMREAD_UNCHANGED)
    metres = depth / about["depth_units_per_metre"]
    for name, distance in (("near", 3.0), ("dinghy", 10.0)):
        inner = layers[name][0] > 0.99
        others = layers["near"][0] > 0.4 if name == "dinghy" else np.zeros_like(inner)
        assert np.median(metres[inner & ~others]) == pytest.approx(distance)


def test_the_demo_opens_staged_and_without_gaps(truth):
    store = PixelStore()
    project = demo_project(store)
    assert [x.distance for x in project.near_to_far] == [3.0, 10.0, 60.0]
    near = store.get(project.near_to_far[0].mask.pixels)[::2, ::2] > 127
    alpha = truth[1]["near"][0] > 0.5
    assert (near & alpha).sum() / (near | alpha).sum() > 0.8  # as cut by hand, not the truth
    report = Studio(store).gaps(project)
    assert (report.gaps, report.edges) == ((), ())


def test_links_in_the_documents_lead_somewhere():
    pages = [ROOT / "README.md", *sorted((ROOT / "docs").glob("*.md"))]
    for page in pages:
        for target in page.read_text().split("](")[1:]:
            target = target.split(")")[0]
            assert (page.parent / target).exists(), f"{page.name}: {target}"
    assert len(list((ROOT / "docs/screenshots").iterdir())) < 20
