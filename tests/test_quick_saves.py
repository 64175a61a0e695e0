"""A save writes what is new, behind what is there; what is cut short leaves the save before."""

import io
import os
import tempfile
import zipfile
from pathlib import Path

import pytest
from hypothesis import given, settings
from hypothesis import strategies as st
from msgspec.structs import replace

from conftest import blob, build, picture
from woodcock.errors import Cancelled, InvalidValue, WoodcockError
from woodcock.media import archive, load_project
from woodcock.media.atomic import replacing, sweep
from woodcock.media.contents import pixels_of
from woodcock.media.processes import of_text, this_process
from woodcock.media.project_file import ChangedOnDisk, open_project, save_project
from woodcock.media.project_text import check_project
from woodcock.model import Key, Mask, Track
from woodcock.pixels.store import PixelStore
from woodcock.session.document import Document

W, H = 160, 90


@pytest.fixture
def saved(tmp_path):
    """(path, project, store, stamp) of a project with two cuts, saved once."""
    masks = [blob(W, H, 40, 40, 20), blob(W, H, 110, 50, 24)]
    project, studio = build(picture(W, H), masks)
    path = tmp_path / "a.woodcock"
    return path, project, studio.store, save_project(path, project, studio.store)


def stroked(project, store, at):
    """The project after a stroke on its nearest cut."""
    layer = next(x for x in project.layers if x.mask)
    mask = store.get(layer.mask.pixels).copy()
    mask[at : at + 5, at : at + 9] = 255 - mask[at, at] // 2 - at
    return project.with_layer(replace(layer, content=Mask(store.put(mask))))


def opened(path):
    return load_project(path, PixelStore())


def test_a_save_after_a_stroke_appends_a_mask_and_the_text(saved, monkeypatch):
    path, project, store, stamp = saved
    before = path.read_bytes()
    written = []
    real = archive._write_at
    monkeypatch.setattr(archive, "_write_at", lambda *x: (written.append(len(x[1])), real(*x))[1])
    after = stroked(project, store, 3)
    new = save_project(path, after, store, since=stamp)
    data = path.read_bytes()
    assert data[: len(before)] == before  # nothing that was saved is touched
    assert written == [len(data) - len(before)]
    assert written[0] < 8000 < len(before)  # the photo alone is more
    assert opened(path) == after
    assert new.holds and not stamp.holds
    with zipfile.ZipFile(path) as file:  # and any reader of zips has it
        assert file.testzip() is None
        assert len(file.namelist()) == len(set(file.namelist())) == 4


@settings(max_examples=60, deadline=None)
@given(st.lists(st.integers(0, 60), min_size=1, max_size=6), st.floats(0, 1), st.booleans())
def test_a_save_cut_short_anywhere_leaves_the_one_before(strokes, share, zeros):
    """As after a kill or a power cut: part of the tail is missing, or not written but counted."""
    project, studio = build(picture(48, 32), [blob(48, 32, 20, 16, 8)])
    with tempfile.TemporaryDirectory() as folder:
        path = Path(folder) / "a.woodcock"
        stamp = save_project(path, project, studio.store)
        for at in strokes:
            project = stroked(project, studio.store, at % 20)
            stamp = save_project(path, project, studio.store, since=stamp)
        whole = path.read_bytes()
        last = stroked(project, studio.store, 21)
        save_project(path, last, studio.store, since=stamp)
        full = path.read_bytes()
        keep = len(whole) + round(share * (len(full) - len(whole) - 23))  # not its end
        path.write_bytes(full[:keep] + (bytes(len(full) - keep) if zeros else b""))
        got = open_project(path, store := PixelStore())
        assert got.project == project
        assert bool(got.note) == (path.stat().st_size != len(whole))
        # It can be worked on: the next save takes the place of the half one.
        again = save_project(path, last, store_of(last, studio.store, store), since=got.stamp)
        assert path.stat().st_size == again.end == again.size
        assert opened(path) == last and zipfile.ZipFile(path).testzip() is None


def store_of(project, *stores):
    """A store with all that the stores have of a project."""
    made = PixelStore()
    for name in pixels_of(project):
        made.put(next(x for x in stores if name in x).get(name))
    return made


def test_a_damaged_last_save_leaves_the_one_before(saved):
    path, project, store, stamp = saved
    after = stroked(project, store, 5)
    save_project(path, after, store, since=stamp)
    data = bytearray(path.read_bytes())
    data[stamp.end + 60] ^= 255  # in the text of the last save
    path.write_bytes(data)
    got = open_project(path, PixelStore())
    assert got.project == project and "saved before" in got.note


def test_what_others_did_to_the_file_is_not_written_over(saved):
    path, project, store, stamp = saved
    path.write_bytes(path.read_bytes() + b"x")
    with pytest.raises(ChangedOnDisk, match="changed by another program"):
        save_project(path, project, store, since=stamp)
    assert path.read_bytes().endswith(b"x")
    save_project(path, project, store)  # said to be meant
    assert opened(path) == project
    path.unlink()
    save_project(path, project, store, since=stamp)  # gone: written anew
    assert opened(path) == project


def test_saved_elsewhere_it_is_copied_and_the_first_file_left_alone(saved):
    path, project, store, stamp = saved
    before = path.read_bytes()
    other = path.with_name("b.woodcock")
    copied = stroked(project, store, 2)
    asked = []
    save_project(other, copied, store, since=stamp, packed=lambda name: asked.append(name))
    assert len(asked) == 1  # all but the new mask is taken from the first file as it is
    assert opened(other) == copied and path.read_bytes() == before


def test_room_taken_for_nothing_is_given_back(saved, monkeypatch):
    monkeypatch.setattr("woodcock.media.project_file._IDLE", 2000)
    path, project, store, stamp = saved
    first, most = stamp.end, 0
    for at in range(60):
        project = stroked(project, store, at)
        stamp = save_project(path, project, store, since=stamp)
        most = max(most, stamp.end)
    assert first < most < 2.2 * first + 20_000
    assert opened(path) == project


def test_a_cancelled_save_leaves_the_file(saved):
    path, project, store, stamp = saved
    before = path.read_bytes()
    for since in (stamp, None):
        with pytest.raises(Cancelled):
            save_project(path, stroked(project, store, 4), store, lambda *_: False, since)
        assert path.read_bytes() == before
    assert [x.name for x in path.parent.iterdir()] == [path.name]


def test_what_killed_processes_left_goes_and_nothing_else(tmp_path):
    gone = this_process()._replace(
        process=2**22 + 5, started=17
    )  # beyond the largest process number
    assert gone.lives is False and this_process().lives is True
    assert of_text(this_process().text)[1:] == this_process()[1:] and of_text("../x") is None
    with replacing(tmp_path / "clip.mp4") as living:
        dead = tmp_path / living.name.replace(this_process().text, gone.text)
        folder = tmp_path / f"{dead.name}x".replace(".mp4x", "")
        dead.write_bytes(b"half")
        folder.mkdir()
        (folder / "0001.png").write_bytes(b"half")
        mine = [tmp_path / name for name in (".hidden", "a~part-1.2-x", f".b-{gone.text}-x.mp4")]
        for path in mine:
            path.write_bytes(b"a person's own")
        assert sweep(tmp_path) == 2
        assert living.exists() and not dead.exists() and not folder.exists()
        assert all(path.exists() for path in mine)
        living.write_bytes(b"whole")
    assert (tmp_path / "clip.mp4").read_bytes() == b"whole"


def test_absurd_directories_and_foreign_bytes_are_no_archives(tmp_path):
    path = tmp_path / "x.woodcock"
    out = io.BytesIO()
    with zipfile.ZipFile(out, "w") as file:
        for number in range(34_000):
            file.writestr(f"{number:0200d}", b"")
    for content in (b"", b"PK\5\6", out.getvalue(), b"PK\5\6" * 500_000):
        path.write_bytes(content)
        with pytest.raises(WoodcockError, match="damaged"):
            opened(path)


@pytest.mark.filterwarnings("ignore:Duplicate name")
def test_a_file_of_many_ends_is_given_up_soon_and_stops_when_asked(tmp_path):
    """Each save seems whole up to its text, which is large and makes no sense."""
    path = tmp_path / "x.woodcock"
    text = b'{"format":"woodcock-project","version":7,"project":' + b" " * 12_000_000 + b"3}"
    data = b""
    for _ in range(12):
        out = io.BytesIO(data)
        with zipfile.ZipFile(out, "a") as file:
            out.seek(0, os.SEEK_END)
            file.writestr("project.json", text, zipfile.ZIP_DEFLATED)
        data = out.getvalue()
    path.write_bytes(data)
    asked = []
    with pytest.raises(WoodcockError, match="damaged"):
        open_project(path, PixelStore(), lambda *told: asked.append(told) or True)
    assert 1 <= len(asked) <= 3  # each of them takes a second
    with pytest.raises(Cancelled):
        open_project(path, PixelStore(), lambda *_: False)


def test_what_is_saved_opens_and_what_could_not_be_is_not_begun(tmp_path):
    """One limit for what is worked on, written and read."""
    project, studio = build(picture(40, 30), [])
    path = tmp_path / "p.woodcock"

    def keyed(count):
        keys = tuple(Key(n / 1000, 0.123456789 * n) for n in range(count))
        return replace(project, lens=replace(project.lens, x=Track(0.0, keys)))

    document = Document(project, studio.store)
    document.act("Many", keyed(100_000))
    stamp = save_project(path, document.project, studio.store)
    assert load_project(path, PixelStore()) == document.project
    with pytest.raises(InvalidValue, match="150,000 keys"):
        check_project(keyed(400_000))  # as the window asks before it acts
    with pytest.raises(WoodcockError, match="unchanged"):
        save_project(path, keyed(400_000), studio.store, since=stamp)
    assert load_project(path, PixelStore()) == keyed(100_000)
