"""Air and light in the window, with mouse and keys; what is done survives saving and undoing."""

import cv2
import numpy as np
import pytest
from msgspec.structs import replace
from PySide6.QtCore import QPoint, Qt
from PySide6.QtTest import QTest
from PySide6.QtWidgets import QLineEdit

from driver import LEFT, Driver
from woodcock.app.finish.handles import handles_of
from woodcock.app.finish.light_rows import PLACE
from woodcock.model import Key, Overall, Track
from woodcock.render import frame_light, render_light
from woodcock.session import acts


@pytest.fixture
def drive():
    """Two seconds of the demo at a quarter of its size, in Finish."""
    driver = Driver.in_finish(2.0)
    yield driver
    assert driver.problems == []
    driver.close()


def layer(drive, name):
    return next(x for x in drive.state.project.layers if x.name == name)


def light_at(drive, time=0.0, project=None):
    state = drive.state
    project = project or state.project
    return frame_light(project, state.studio.atlas(project), time, (480, 270))[..., :3]


def inside(drive, name, time=0.0):
    """Where in the frame a layer covers all, a little inside its edge."""
    state, own = drive.state, layer(drive, name).id
    light = render_light(
        state.project, state.studio.atlas(state.project), time, (480, 270), layers=[own]
    )
    return cv2.erode((light.light[..., 3] > 0.999).astype(np.uint8), np.ones((5, 5))) > 0


def shown(drive):
    """What the window shows of the frame, 8 bit."""
    image = drive.window.lens_scene.image
    size = image.height(), image.width()
    made = np.frombuffer(bytes(image.constBits()), np.uint8)
    return made.reshape(size[0], image.bytesPerLine())[:, : 3 * size[1]].reshape(*size, 3)


def test_rain_in_depth_that_bends_what_is_behind_it(drive, tmp_path):
    state = drive.state
    before = light_at(drive)
    air = drive.finish_page("air")
    assert air.list.empty.isVisible() and not air.rows.isVisible()
    drive.pick(air.list.menu, "Rain")
    drive.type(air.rows.numbers["opacity"], "40%")
    drive.type(air.rows.numbers["what refraction"], "9 px")
    drive.type(air.rows.numbers["what amount"], "2500")
    rain = state.project.airs[0]
    assert rain.opacity.base == 0.4 and rain.what.refraction.base == 9.0
    made = light_at(drive)
    assert 1e-3 < np.abs(made - before).mean() < 0.05  # there, and subtle
    # Bent: with drops that have no light of their own, edges still move.
    drive.type(air.rows.numbers["what brightness"], "0")
    bent = light_at(drive)
    drive.type(air.rows.numbers["what refraction"], "0")
    straight = light_at(drive)
    assert (np.abs(bent - straight).max(2) > 0.02).mean() > 0.01
    # Only behind the dinghy: what is nearer hides it, the posts stay as they were.
    drive.press(air.rows.parts.buttons()[1])
    drive.choose(air.rows.behind, "Dinghy")
    assert state.project.airs[0].behind == layer(drive, "Dinghy").id
    far = light_at(drive)
    assert np.abs(far - before)[inside(drive, "Posts")].max() < 1e-5
    drive.type(air.rows.near, "50 m")  # past the far limit: put in order
    assert (state.project.airs[0].near, state.project.airs[0].far) == (40.0, 50.0)
    path = tmp_path / "rain.woodcock"
    drive.window.files.save_to(path)
    drive.settle()
    kept = state.project
    drive.window.files.open(path)
    drive.settle()
    assert state.project == kept


def test_a_flash_behind_the_subject_only(drive):
    state, rows = drive.state, drive.finish_page("light")
    state.seek(0.5)
    drive.settle()
    drive.pick(rows.scene.list.menu, "Lightning with a bolt")
    flash = state.project.flashes[0]
    assert flash.layers == (state.project.background.id,) and flash.at == pytest.approx(0.5)
    drive.type(rows.scene.flash.numbers["strength"], "3")
    dark = light_at(drive, 0.4, replace(state.project, flashes=()))
    brightest = max((light_at(drive, t).mean(), t) for t in (0.5, 0.5 + 1 / 12, 0.5 + 2 / 12))[1]
    lit = light_at(drive, brightest) / np.maximum(dark, 1e-4)
    boat, posts = (inside(drive, name, brightest) for name in ("Dinghy", "Posts"))
    for subject in (boat, posts):
        assert np.abs(lit[subject] - 1).max() < 0.01
    assert np.median(lit[20:60, 300:460]) > 2
    # Ticking the dinghy lights it as well; the mouse does it.
    item = next(
        rows.scene.flash.lit.item(k)
        for k in range(rows.scene.flash.lit.count())
        if rows.scene.flash.lit.item(k).text() == "Dinghy"
    )
    box = rows.scene.flash.lit.visualItemRect(item)
    QTest.mouseClick(
        rows.scene.flash.lit.viewport(), LEFT, pos=QPoint(box.left() + 11, box.center().y())
    )
    drive.settle()
    assert layer(drive, "Dinghy").id in state.project.flashes[0].layers
    state.tools.finish = PLACE  # as if the tool had been in hand for another light
    before = state.project
    drive.draw([(600, 400)])
    assert drive.problems == [] and state.project == before
    # The bolt's end is dragged in the picture.
    state.seek(brightest)
    drive.settle()
    end = next(x for x in handles_of(state) if x.key.startswith("bolt end"))
    drive.draw([(end.at.x(), end.at.y()), (330, 90), (360, 100)])
    moved = next(x for x in handles_of(state) if x.key.startswith("bolt end"))
    assert (moved.at.x(), moved.at.y()) == pytest.approx((360, 100), abs=1.5)
    drive.press(rows.scene.flash.bolt)
    assert state.project.flashes[0].bolt is None


def test_a_flare_hung_far_away_and_covered_as_the_lens_goes_by(drive):
    state, rows = drive.state, drive.finish_page("light")
    drive.pick(rows.scene.list.menu, "Low sun")
    assert state.tools.finish == "light"  # the next click hangs it
    QTest.mouseClick(drive.window.view, LEFT, pos=drive.window.view.to_view(330, 60).toPoint())
    drive.settle()
    light = state.project.lights[0]
    far = state.project.background
    assert light.layer == far.id and state.tools.finish == ""
    assert max(light.colour[:3]) == 255 and light.colour != (255, 255, 255, 255)
    drive.press(rows.scene.light.place)  # and once more, by the button
    drive.press(rows.scene.light.place)
    assert state.tools.finish == ""
    drive.type(rows.scene.light.numbers["flare ghosts"], "0.5")
    drive.type(rows.scene.light.numbers["strength"], "1.5")
    assert state.project.lights[0].flare.ghosts.base == 0.5
    plain = replace(state.project, lights=())
    added = light_at(drive) - light_at(drive, 0.0, plain)
    open_light = added.sum()
    # Dragged behind the post it goes out, and its place is kept by the file.
    drive.draw([(330, 60), (200, 100), (106, 130)])
    (handle,) = handles_of(state)
    assert (handle.at.x(), handle.at.y()) == pytest.approx((106, 130), abs=1.5)
    hidden = (light_at(drive) - light_at(drive, 0.0, plain)).sum()
    assert hidden < 0.05 * open_light
    # By itself in the scene, nearer than the posts: nothing covers it.
    drive.choose(rows.scene.light.hangs, "Nothing")
    drive.type(rows.scene.light.numbers["distance"], "150 cm")
    assert state.project.lights[0].layer is None
    seen = (light_at(drive) - light_at(drive, 0.0, plain)).sum()
    assert seen > 10 * max(hidden, 0.01)
    drive.press(rows.scene.light.parts.buttons()[0])
    drive.press(rows.scene.light.on)
    assert state.project.lights[0].glow is None
    drive.key(Qt.Key.Key_Z, Qt.KeyboardModifier.ControlModifier)
    assert state.project.lights[0].glow is not None
    # Pegged at the playhead, its strength has a line in the timeline.
    drive.press(rows.scene.when.choice.buttons()[1])
    state.seek(1.0)
    drive.settle()
    drive.type(rows.scene.light.numbers["strength"], "0")
    keys = state.project.lights[0].strength.keys
    assert [round(key.time, 3) for key in keys] == [0.0, 1.0]
    lines = [line.owner for line in drive.window.timeline.rows.lines]
    assert state.project.lights[0].id in lines


def test_snow_falls_under_the_second_move(drive):
    """The whole clip enlarged: the snow is enlarged with it, in the window as in the export."""
    state, air = drive.state, drive.finish_page("air")
    drive.pick(air.list.menu, "Snow")
    overall = Overall(scale=Track(1.0, (Key(0.0, 1.0), Key(2.0, 1.6))))
    state.act("Second move", lambda p: replace(p, overall=overall))
    bare = replace(state.project, airs=())
    flakes = []
    for time in (0.0, 23 / 12):
        added = light_at(drive, time) - light_at(drive, time, bare)
        state.seek(time)
        drive.settle()
        there = np.abs(added).max(2) > 0.1
        count, _, stats, _ = cv2.connectedComponentsWithStats(there.astype(np.uint8))
        flakes.append(np.percentile(stats[1:, cv2.CC_STAT_AREA], 90))
        assert count > 40
    assert flakes[1] > 1.3 * flakes[0]
    # The same frame comes again, whatever was looked at in between.
    first = shown(drive).copy()
    state.seek(0.0)
    drive.settle()
    state.seek(23 / 12)
    drive.settle()
    np.testing.assert_array_equal(shown(drive), first)
    # Held, B shows the picture without any of it.
    drive.window.view.setFocus()
    QTest.keyPress(drive.window.view, Qt.Key.Key_B)
    drive.settle()
    assert (shown(drive) != first).mean() > 1e-3
    QTest.keyRelease(drive.window.view, Qt.Key.Key_B)
    drive.settle()
    # Unticked it is gone, deleted as well.
    box = air.list.list.visualItemRect(air.list.list.item(0))
    QTest.mouseClick(air.list.list.viewport(), LEFT, pos=QPoint(box.left() + 11, box.center().y()))
    drive.settle()
    assert not state.project.airs[0].visible
    drive.press(air.list.delete)
    assert state.project.airs == ()


def test_mist_haze_and_a_seed_of_ones_own(drive):
    state, air = drive.state, drive.finish_page("air")
    drive.pick(air.list.menu, "Ground mist")
    assert air.rows.fog.isVisible() and not air.rows.specks.isVisible()
    drive.type(air.rows.numbers["what density"], "0.08")
    drive.type(air.rows.banks, "9 m")
    drive.press(air.rows.parts.buttons()[2])
    drive.type(air.rows.seed, "42")
    drive.type(air.rows.numbers["wind"], "1.5")
    mist = state.project.airs[0]
    assert (mist.what.density.base, mist.what.size, mist.seed) == (0.08, 9.0, 42)
    drive.press(air.haze.on)
    drive.press(air.haze.read)
    haze = state.project.haze
    assert haze.on and min(haze.colour[:3]) > 90 and 1e-5 < haze.density.base < 0.2
    drive.press(air.haze.pick)
    QTest.mouseClick(drive.window.view, LEFT, pos=drive.window.view.to_view(20, 250).toPoint())
    drive.settle()
    drive.reopens()
    assert state.project.haze.colour != haze.colour and state.tools.finish == ""
    drive.press(air.haze.pick)
    assert "hazy" in drive.window.status.message.all
    drive.window.view.setFocus()
    drive.key(Qt.Key.Key_Escape, widget=drive.window.view)
    assert state.tools.finish == "" and not air.haze.pick.isChecked()
    drive.press(air.haze.pick)
    drive.finish_page("light")
    assert state.tools.finish == ""  # put away with its page


def test_shadow_and_shimmer_of_a_layer(drive):
    state, rows = drive.state, drive.finish_page("light")
    drive.press(rows.pages.buttons()[1])
    state.select(layer(drive, "Posts").id)
    drive.settle()
    assert rows.layer.rows.casts.text() == "Shadow of Posts"
    before = light_at(drive)
    drive.press(rows.layer.rows.casts)
    drive.type(rows.layer.rows.numbers["shadow amount"], "80%")
    drive.type(rows.layer.rows.numbers["shadow side"], "-90")
    posts = layer(drive, "Posts")
    assert posts.shadow.amount.base == 0.8 and posts.shadow.side.base == -90
    darker = light_at(drive) / np.maximum(before, 1e-3)
    assert np.abs(darker[inside(drive, "Posts")] - 1).max() < 0.01 and darker.min() < 0.5
    state.select(state.project.background.id)
    drive.settle()
    drive.press(rows.layer.rows.shimmers)
    drive.type(rows.layer.rows.numbers["shimmer amount"], "12")
    drive.press(rows.layer.rows.draw)
    drive.draw([(150, 180), (350, 180), (350, 260), (150, 260), (150, 185)])
    area = state.project.background.shimmer.area
    assert len(area) >= 4 and state.tools.finish == ""
    waves = np.abs(light_at(drive) - light_at(drive, 0.5))
    assert waves[190:250, 170:330].max() > 0.02 and waves[:170].max() < 1e-5
    # A line that is too short is no area, and says so.
    drive.press(rows.layer.rows.draw)
    drive.draw([(200, 200), (201, 200)])
    assert "too short" in drive.window.status.message.all
    assert state.project.background.shimmer.area == area
    drive.press(rows.layer.rows.whole)
    assert state.project.background.shimmer.area == ()


def test_a_sun_rises_and_names_can_be_changed(drive):
    state, rows = drive.state, drive.finish_page("light")
    drive.pick(rows.scene.list.menu, "Sun that rises")
    sun = layer(drive, "Sun")
    assert state.project.lights[0].layer == sun.id and sun.pose.y.animated
    item = rows.scene.list.list.item(0)
    rows.scene.list.list.setFocus()
    rows.scene.list.list.editItem(item)
    edit = rows.scene.list.list.findChild(QLineEdit)
    edit.selectAll()
    QTest.keyClicks(edit, "Evening sun")
    QTest.keyClick(edit, Qt.Key.Key_Return)
    drive.settle()
    assert state.project.lights[0].name == "Evening sun"
    drive.press(rows.scene.bloom.on)
    drive.type(rows.scene.bloom.numbers["bloom threshold"], "60%")
    assert state.project.bloom.threshold.base == 0.6
    # With its disc deleted, the light stays in the scene.
    state.act("Delete", lambda p: acts.delete_layer(p, sun.id))
    drive.settle()
    assert state.project.lights[0].layer is None and rows.scene.light.free.isVisible()
