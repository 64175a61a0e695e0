"""Sounds in the window: added, dragged, faded, heard in step, exported, measured."""

import sys
import types

import av
import numpy as np
import pytest
from msgspec.structs import replace
from PySide6.QtCore import QPoint, Qt
from PySide6.QtTest import QTest
from scipy.io import wavfile

from driver import RIGHT, Driver
from test_sound import noise
from woodcock.app.picture.sound_out import NO_DEVICE, NO_LIBRARY, SoundOut
from woodcock.app.timeline.rows import ROW
from woodcock.media.sound_file import decoded
from woodcock.model import LENS, Delivery, tracks_of
from woodcock.session import acts
from woodcock.session.deliver import deliver
from woodcock.sound import RATE
from woodcock.sound.loudness import integrated


class Device:
    """A sound device that plays when it is told to: it stands in for the module, too."""

    def __init__(self):
        self.time, self.callback, self.streams = 0.0, None, 0

    def OutputStream(self, rate, channels, dtype, callback):  # a library's name
        assert (rate, channels, dtype) == (RATE, 2, "float32")
        self.callback = callback
        self.streams += 1
        return self

    def start(self): ...

    def abort(self): ...

    def close(self):
        self.streams -= 1

    def ask(self, count, late=0.0):
        """What it plays next, heard `late` seconds from now."""
        out = np.full((count, 2), np.nan, np.float32)
        when = types.SimpleNamespace(outputBufferDacTime=self.time + late)
        self.callback(out, count, when, None)
        return out


@pytest.fixture
def device(monkeypatch):
    made = Device()
    monkeypatch.setitem(sys.modules, "sounddevice", made)
    return made


@pytest.fixture
def drive(device):
    """Two seconds of the demo at a quarter of its size, in Finish, on the page of sounds."""
    driver = Driver.in_finish(2.0)
    driver.page = driver.finish_page("sound")
    yield driver
    assert driver.problems == []
    driver.close()


def take(drive, tmp_path, samples, name="take.wav"):
    """A sound from a file, by the dialog."""
    wavfile.write(tmp_path / name, RATE, samples)
    ask = next(x for x in drive.page.list.menu.actions() if "file" in x.text())
    drive.with_file_dialog(ask.trigger, tmp_path / name)
    return drive.state.project.sounds[-1]


def lane(drive, sound):
    """The lanes, and a function from seconds to a place in a sound's lane."""
    lanes = drive.window.timeline.lanes
    number = [line.owner for line in lanes.rows.lines].index(sound.id)

    def at(seconds, low=0.5):
        return QPoint(round(lanes.ruler.x_of(seconds)), round((number + low) * ROW))

    return lanes, at


def measured(drive):
    drive.until(lambda: "LUFS" in drive.page.mix.about.text())
    drive.settle()
    return drive.page.mix.loudness


def test_a_sound_is_placed_trimmed_faded_split_exported_and_measured(drive, tmp_path):
    state = drive.state
    own = noise(1.0, 3)
    sound = take(drive, tmp_path, own)
    assert (sound.name, sound.start, sound.length) == ("take", 0.0, 1.0)
    lanes, at = lane(drive, sound)
    drive.drag(lanes, [at(0.5), at(0.7), at(0.75)])
    assert state.project.sounds[0].start == pytest.approx(0.25, abs=0.02)
    start = state.project.sounds[0].start
    drive.drag(lanes, [at(start + 1.0), at(1.1), at(1.0)])  # its end, to the left
    assert state.project.sounds[0].end == pytest.approx(1.0, abs=0.02)
    drive.drag(lanes, [at(start), at(0.4), at(0.5)])
    now = state.project.sounds[0]
    assert now.start == pytest.approx(0.5, abs=0.02)
    assert now.offset == pytest.approx(now.start - start, abs=1e-6)
    drive.drag(lanes, [at(now.start, 0.15), at(0.6, 0.15), at(0.65, 0.15)])  # its fade's handle
    assert state.project.sounds[0].fade_in == pytest.approx(0.65 - now.start, abs=0.03)
    drive.key(Qt.Key.Key_Z, Qt.KeyboardModifier.ControlModifier)
    assert state.project.sounds[0] == now
    drive.type(drive.page.rows.fade_out, "0.2 s")
    drive.type(drive.page.rows.numbers["gain"], "-6 dB")
    state.seek(0.75)
    drive.settle()
    drive.press(drive.page.rows.cut)
    assert len(state.project.sounds) == 2 and state.tools.sound == state.project.sounds[1].id
    loud = measured(drive).integrated
    drive.press(drive.page.mix.targets["broadcast"])
    found = measured(drive)
    assert found.integrated == pytest.approx(-23, abs=0.3) and abs(found.integrated - loud) > 0.3
    # Exported, it holds what was mixed, and is as loud.
    path = tmp_path / "out.mp4"
    deliver(state.project, Delivery(), path, state.studio)
    heard = decoded(np.frombuffer(path.read_bytes(), np.uint8))
    assert integrated(heard) == pytest.approx(-23, abs=1.0)  # AAC leaves out the highest tones
    quiet = heard[: round(0.45 * RATE)]
    assert np.abs(quiet).max() < 0.01 and np.abs(heard[round(0.6 * RATE) : RATE]).max() > 0.02
    drive.window.files.save_to(tmp_path / "s.woodcock")
    drive.settle()
    kept = state.project
    drive.window.files.open(tmp_path / "s.woodcock")
    drive.settle()
    assert state.project == kept
    with av.open(str(path)) as box:
        assert abs(float(box.streams.audio[0].duration * box.streams.audio[0].time_base) - 2) < 0.03


def test_sounds_made_here_are_chosen_changed_muted_and_deleted(drive):
    state, page = drive.state, drive.page
    assert page.list.empty.isVisible() and page.mix.about.text() == "Nothing to measure yet."
    drive.pick(page.list.menu, "Rain")
    rain = state.project.sounds[0]
    assert rain.loop and rain.length == pytest.approx(2.0) and rain.fade_out == 1.0
    soft = measured(drive).integrated
    drive.type(page.rows.strong, "100%")
    drive.until(lambda: page.mix.loudness.integrated > soft + 2)
    drive.type(page.rows.seed, "9")
    drive.type(page.rows.long, "1 s")
    source = state.project.sounds[0].source
    assert (source.intensity, source.seed, source.seconds) == (1.0, 9, 1.0)
    drive.press(page.rows.loop)
    assert not state.project.sounds[0].loop and page.rows.cut.isEnabled()
    item = page.list.list.item(0)
    item.setCheckState(Qt.CheckState.Unchecked)
    drive.until(lambda: page.mix.about.text() == "Nothing is heard.")
    assert not state.project.sounds[0].visible
    drive.press(page.list.delete)
    assert state.project.sounds == () and not page.rows.isVisible()


def test_what_is_heard_is_the_mix_in_step_with_the_picture(drive, device, tmp_path):
    """The device's samples are the mix's, and the picture follows the device's clock."""
    state = drive.state
    take(drive, tmp_path, noise(2.0, 5))
    measured(drive)
    mix = state.studio.soundtrack.mix(state.project)
    state.seek(0.5)
    drive.settle()
    drive.window.player.play()
    assert device.streams == 1
    np.testing.assert_array_equal(device.ask(480), mix[RATE // 2 : RATE // 2 + 480])
    np.testing.assert_array_equal(device.ask(480), mix[RATE // 2 + 480 : RATE // 2 + 960])
    # Half a second later by its clock the picture is there, whatever the computer's says.
    device.ask(24_000)
    device.time += 24_000 / RATE
    device.ask(480, late=0.0)
    index = drive.window.heard.index
    assert index == pytest.approx((0.5 + (960 + 24_000) / RATE) * 12, abs=0.05)
    drive.until(lambda: abs(state.time - int(index) / 12) < 1e-6)
    # Round and round: after the last frame's end comes the first.
    played = 480 + 480 + 24_000 + 480
    places = (RATE // 2 + played + np.arange(2 * RATE)) % len(mix)
    np.testing.assert_array_equal(device.ask(2 * RATE), mix[places])
    # What is changed meanwhile is heard from then on.
    drive.type(drive.page.rows.numbers["gain"], "-20 dB")
    drive.until(lambda: np.abs(device.ask(4800)).max() < 0.2 * np.abs(mix).max())
    drive.window.player.stop()
    assert device.streams == 0 and drive.window.heard.index is None
    # The playhead dragged: a short grain, soft at both ends, then silence.
    state.seek(0.25 if state.time > 0.5 else 1.0)
    drive.settle()
    grain = device.ask(RATE // 4)
    assert np.abs(grain[:3840]).max() > 0 and not grain[3840:].any()
    assert np.abs(grain[:20]).max() < 0.05 * np.abs(grain).max() + 1e-3


def test_at_another_pace_pictures_play_in_silence(drive, device, tmp_path):
    take(drive, tmp_path, noise(1.0, 5))
    measured(drive)
    drive.state.pace = 0.5
    drive.window.player.play()
    assert device.streams == 0
    drive.window.player.stop()
    drive.state.pace = 1.0


@pytest.mark.parametrize("missing, sentence", [(OSError, NO_LIBRARY), (RuntimeError, NO_DEVICE)])
def test_without_a_device_there_is_a_sentence_and_no_error(monkeypatch, missing, sentence):
    """PortAudio itself is missing, or no device can be opened."""

    class Broken(types.ModuleType):
        def OutputStream(self, *_, **__):  # a library's name
            raise missing("no such thing")

    monkeypatch.setitem(sys.modules, "sounddevice", Broken("sounddevice"))
    driver = Driver.in_finish(1.0)
    page = driver.finish_page("sound")
    driver.pick(page.list.menu, "Whoosh")
    driver.page = page
    measured(driver)
    assert not page.silent.isVisible()
    driver.window.player.play()
    driver.until(lambda: driver.state.time > 0.2)  # pictures play all the same
    changes = []
    driver.state.changed.connect(lambda: changes.append(driver.state.time))
    driver.until(lambda: driver.state.time > 0.7)
    assert len(changes) < 5  # it is tried once, not over and over
    driver.window.player.stop()
    driver.settle()
    assert page.silent.isVisible() and page.silent.text() == sentence
    assert driver.problems == []
    driver.close()


def test_a_stretch_beyond_the_samples_is_silence():
    out = SoundOut()
    out._stream, device = object(), Device()
    device.callback = out._fill
    out.play(np.ones((100, 2), np.float32), (50, 200), 90)
    made = device.ask(200)[:, 0]
    np.testing.assert_array_equal(made[:10], 1)
    np.testing.assert_array_equal(made[10:110], 0)
    np.testing.assert_array_equal(made[110:160], 1)


def test_beats_become_markers_and_keys_keep_to_them(drive, tmp_path):
    state = drive.state
    own = noise(2.0, 1, 0.002)
    for time in (0.4, 0.93, 1.5):
        own[round(time * RATE) :][:900] += 0.6
    sound = take(drive, tmp_path, own)
    drive.press(drive.page.rows.beats)
    assert np.allclose(state.project.markers, [0.4, 0.93, 1.5], atol=0.012)
    # A peg dragged near one snaps to it.
    state.act("Key", lambda p: acts.set_lens_key(p, "x", 0.2, 0.1))
    drive.settle()
    lanes = drive.window.timeline.lanes
    row = [line.owner for line in lanes.rows.lines].index(LENS)
    spots = [QPoint(round(lanes.ruler.x_of(t)), row * ROW + 8) for t in (0.2, 0.7, 0.94)]
    drive.drag(lanes, spots)
    key = tracks_of(state.project, LENS)["x"].keys[-1]
    assert abs(key.time - state.project.markers[1]) < 1 / 24  # on the frame that is there
    # By hand: set at the playhead, dragged, taken off.
    state.seek(1.0)
    drive.settle()
    drive.key(Qt.Key.Key_M)
    assert 1.0 in state.project.markers
    ruler = drive.window.timeline.ruler
    drive.drag(ruler, [QPoint(round(ruler.x_of(t)), 22) for t in (1.0, 1.1, 1.2)])
    assert any(abs(x - 1.2) < 0.02 for x in state.project.markers)
    QTest.mouseClick(ruler, RIGHT, pos=QPoint(round(ruler.x_of(0.4)), 22))
    assert len(state.project.markers) == 3
    drive.press(drive.page.rows.whole)
    assert state.project.frame.seconds == pytest.approx(sound.end)


def test_a_keyed_gain_has_pegs_in_its_lane(drive, tmp_path):
    state = drive.state
    sound = take(drive, tmp_path, noise(2.0, 1))
    drive.press(drive.page.when.choice.buttons()[1])
    state.seek(1.0)
    drive.settle()
    drive.type(drive.page.rows.numbers["gain"], "-12 dB")
    lanes, at = lane(drive, sound)
    line = next(x for x in lanes.rows.lines if x.owner == sound.id)
    assert sorted(lanes.pegs(line)) == [0.0, 1.0]
    x = at(1.0).x()
    drive.drag(lanes, [QPoint(x, at(1.0, 0.3).y()), QPoint(x + 40, at(1.0, 0.3).y())])
    moved = tracks_of(state.project, sound.id)["gain"].keys[-1].time
    assert moved > 1.0 and state.project.sounds[0].start == 0.0
    drive.press(drive.page.when.choice.buttons()[0])
    assert replace(state.project.sounds[0], gain=sound.gain) == sound
