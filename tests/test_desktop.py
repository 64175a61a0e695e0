"""In the desktop: entry, file type, icons, small pictures, files opened lately, a second start."""

import configparser
import json
import os
import shlex
import struct
import subprocess
import sys
import textwrap
import xml.etree.ElementTree as ET

import cv2
import numpy as np
import pytest
from PySide6.QtCore import QByteArray, QProcess
from PySide6.QtNetwork import QLocalSocket

from conftest import blob, build, picture
from driver import Driver
from woodcock.app import second_start
from woodcock.cli import main
from woodcock.errors import WoodcockError
from woodcock.media import save_png, save_project
from woodcock.session import desktop, recent
from woodcock.session.preferences import Preferences, keep_preferences


@pytest.fixture
def project(tmp_path):
    path = tmp_path / "work" / "a bay, at dawn.woodcock"
    path.parent.mkdir()
    made, studio = build(picture(), [blob(320, 180, 110, 110, 45)])
    save_project(path, made, studio.store)
    return path


def entry(path, section):
    read = configparser.RawConfigParser(strict=True)
    read.optionxform = str
    read.read_string(path.read_text())
    return dict(read[section])


def test_what_is_installed_is_as_the_desktops_read_it_and_goes_again(
    tmp_path, project, monkeypatch
):
    """Desktop Entry 1.5, Shared MIME-info 0.21, Icon Theme 0.13 (freedesktop.org)."""
    other = tmp_path / "applications" / "other.desktop"
    other.parent.mkdir()
    other.write_text("[Desktop Entry]\n")
    files = desktop.install(tmp_path)
    assert all(file.is_file() for file in files) and len(files) == len(set(files)) == 23
    start = entry(tmp_path / "applications/woodcock.desktop", "Desktop Entry")
    assert start["Type"] == "Application" and start["MimeType"].endswith(";")
    assert "application/x-woodcock" in start["MimeType"].split(";")
    assert {"Name", "Comment", "Exec", "Icon", "StartupWMClass"} <= set(start)
    kind = ET.parse(tmp_path / "mime/packages/woodcock.xml").getroot()
    space = "{http://www.freedesktop.org/standards/shared-mime-info}"
    assert kind[0].get("type") == "application/x-woodcock"
    assert kind[0].find(f"{space}glob").get("pattern") == "*.woodcock"
    # From the menu there is no file, from a file manager there is one.
    opened = []
    monkeypatch.setattr("woodcock.app.main.run", lambda file: opened.append(file) or 0)
    words = shlex.split(start["Exec"])
    assert words[:4] == [sys.executable, "-P", "-m", "woodcock"] and words[-1] == "%f"
    assert main(words[4:-1]) == 0 and main([*words[4:-1], str(project)]) == 0
    assert opened == [None, project]
    for size in (16, 22, 24, 32, 48, 64, 128, 256, 512):
        name = f"icons/hicolor/{size}x{size}/apps/woodcock.png"
        head = (tmp_path / name).read_bytes()[:24]
        assert struct.unpack(">2L", head[16:]) == (size, size)
    # What a file manager would run makes the picture that it asks for.
    thumbs = entry(tmp_path / "thumbnailers/woodcock.thumbnailer", "Thumbnailer Entry")
    fill = {"%s": "128", "%i": str(project), "%o": str(tmp_path / "small.png")}
    words = [fill.get(word, word) for word in shlex.split(thumbs["Exec"])]
    assert os.access(thumbs["TryExec"], os.X_OK)
    subprocess.run(words, check=True, timeout=60)
    assert cv2.imread(str(tmp_path / "small.png")).shape == (72, 128, 3)
    assert desktop.quoted("/opt/a b/py$3%") == '"/opt/a b/py\\\\$3%%"'  # its section 7
    assert desktop.quoted("/usr/bin/python3") == "/usr/bin/python3"
    assert desktop.uninstall(tmp_path) == files
    assert not any(file.exists() for file in files) and other.exists()
    assert desktop.uninstall(tmp_path) == []


def test_the_shells_words_for_it(tmp_path, project, monkeypatch, capsys):
    monkeypatch.setenv("XDG_DATA_HOME", str(tmp_path / "data"))
    assert main(["desktop", "install"]) == 0
    assert str(tmp_path / "data" / "applications" / "woodcock.desktop") in capsys.readouterr().out
    assert main(["desktop", "uninstall"]) == 0
    monkeypatch.setenv("XDG_DATA_HOME", "not/whole")  # the specification: ignore it
    assert desktop.data_folder().is_absolute()
    closed = tmp_path / "file"
    closed.write_text("")
    with pytest.raises(WoodcockError, match="can't be written"):
        desktop.install(closed)
    out = tmp_path / "out.png"
    bad = tmp_path / "bad.woodcock"
    bad.write_bytes(project.read_bytes()[:3000])
    for name in (bad, tmp_path / "none.woodcock"):
        assert main(["thumbnail", str(name), str(out)]) == 3 and not out.exists()
    assert main(["thumbnail", str(project), str(out), "--size", "9"]) == 3
    capsys.readouterr()


def test_a_small_picture_is_the_photo_with_its_cuts(tmp_path, project):
    out = tmp_path / "out.png"
    assert main(["thumbnail", str(project), str(out), "--size", "320"]) == 0
    small, photo = cv2.imread(str(out))[..., ::-1].astype(int), picture().astype(int)
    off = np.abs(small - photo).max(axis=2) > 2
    edge = cv2.dilate(cv2.Canny(blob(320, 180, 110, 110, 45), 50, 150), np.ones((9, 9)))
    assert off.any() and not off[edge == 0].any()


def test_files_opened_lately_are_pictures_that_open_them(tmp_path, project):
    drive = Driver()
    welcome = drive.window.ways.welcome
    assert welcome.isVisible() and not welcome.lately.isVisible()
    photo = tmp_path / "other.png"
    save_png(photo, picture(seed=3))
    for path in (photo, project):
        drive.window.files.open(path)
        drive.until(lambda path=path: recent.recent_files()[:1] == (path,))
        drive.settle()
        drive.state.document.mark_saved(drive.state.project, drive.state.document.path)
    drive.window.files.close_project()
    drive.settle()
    tiles = welcome.lately.tiles
    assert list(tiles) == [project, photo]
    image = tiles[project].shown()
    assert (image.width(), image.height()) == (240, 135)
    drive.press(tiles[project])
    drive.until(lambda: drive.state.document.path == project)
    assert not welcome.isVisible()
    drive.close()


def test_small_pictures_go_with_what_is_listed_no_more(tmp_path):
    folder = recent.state_folder() / "recent"
    for number in range(14):
        path = tmp_path / f"{number}.png"
        path.write_bytes(b"")
        recent.remember(path)
        recent.keep_small(path, np.zeros((4, 6, 3), np.uint8))
    assert len(recent.recent_files()) == len(list(folder.glob("*.png"))) == 10
    assert recent.small_of(tmp_path / "0.png") is None
    assert recent.small_of(tmp_path / "13.png")[:4] == b"\x89PNG"
    recent.keep_small(tmp_path / "13.png", None)
    assert recent.small_of(tmp_path / "13.png") is not None


LATER = """
import sys
from pathlib import Path
from woodcock.app import second_start
from PySide6.QtCore import QCoreApplication
made = QCoreApplication([])
print(second_start.handed_over(Path(sys.argv[1])))
"""


def test_a_second_start_hands_its_file_over_where_that_is_wanted(project, tmp_path, monkeypatch):
    monkeypatch.setenv("XDG_RUNTIME_DIR", str(tmp_path / "run"))
    drive = Driver()
    taken = []
    first = second_start.Listener(drive.window, taken.append)
    again = second_start.Listener(drive.window, taken.append)
    assert first.listens and not again.listens

    def start():
        """What a second process says."""
        process = QProcess()
        process.start(sys.executable, ["-c", textwrap.dedent(LATER), str(project)])
        drive.until(lambda: process.state() == QProcess.ProcessState.NotRunning)
        return bytes(process.readAllStandardOutput().data()).decode().strip()

    assert start() == "False" and not taken  # a window of its own, unless it is set otherwise
    keep_preferences(Preferences(second_start="running"))
    assert start() == "True" and taken == [project]
    for wrong in (b"{}\n", b"[1]\n", b"\xff\xfe\n", json.dumps({"open": 3}).encode() + b"\n",
                  b"x" * 40_000, b"[" * 9000 + b"\n", b'{"open": "/a\\u0000b"}\n',
                  b'{"open": "x.png"}\n'):  # fmt: skip
        socket = QLocalSocket()
        socket.connectToServer(second_start._name())
        assert socket.waitForConnected(2000)
        socket.write(QByteArray(wrong))
        socket.flush()
        drive.until(lambda s=socket: s.state() == QLocalSocket.LocalSocketState.UnconnectedState)
    assert taken == [project] and first.listens
    drive.close()
    assert start() == "False"  # nobody is there: it opens a window itself
