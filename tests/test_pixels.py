"""The pixel store, the membrane, the mips of sizes."""

from concurrent.futures import ThreadPoolExecutor
from pathlib import Path

import numpy as np
import pytest
from hypothesis import given
from hypothesis import strategies as st
from hypothesis.extra import numpy as hnp
from scipy.sparse import lil_matrix
from scipy.sparse.linalg import spsolve

from conftest import blob, picture
from woodcock.pixels.membrane import membrane
from woodcock.pixels.resample import mip_size, shrink
from woodcock.pixels.store import PixelStore, content_hash

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


def test_the_mips_shrink_by_half_every_two_levels():
    assert [mip_size((1600, 1200), n) for n in (0, 2, 4)] == [(1600, 1200), (800, 600), (400, 300)]
    flat = np.full((90, 120, 4), 40_000, np.uint16)
    assert (shrink(flat, mip_size((120, 90), 3)) == 40_000).all()
    values = picture(120, 90)
    assert shrink(values, (40, 30)).mean() == pytest.approx(values.mean(), abs=0.6)


def test_a_stroke_costs_the_store_what_it_changed():
    store, mask = PixelStore(unpacked=1), np.zeros((2000, 3000), np.uint8)
    mask[300:1700, 300:2700] = np.random.default_rng(4).integers(0, 256, (1400, 2400))
    first, before = store.put(mask), store.mask_bytes
    changed = mask.copy()
    changed[600:640, 800:860] = 0
    second = store.put(changed)
    assert store.mask_bytes - before < 0.05 * before
    assert (store.get(first) == mask).all() and (store.get(second) == changed).all()
