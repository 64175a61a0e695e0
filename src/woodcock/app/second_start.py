"""A second start hands its file to the window that is open, where the person wants that."""

from __future__ import annotations

import contextlib
import json
import os
import zlib
from collections.abc import Callable
from pathlib import Path

import msgspec
from PySide6.QtCore import QObject
from PySide6.QtNetwork import QLocalServer, QLocalSocket

from woodcock.session.preferences import preferences
from woodcock.session.state_files import state_folder

_WAIT, _MOST = 3000, 16_384  # ms for an answer, bytes of a message
_TAKEN = b"taken"
_OWN = 0o700


class _Asked(msgspec.Struct):
    """What a later start says: a file's whole name."""

    open: str


def _name() -> str:
    """One a person and state folder; a path, as names of other people's would be in the way."""
    folder = Path(os.environ.get("XDG_RUNTIME_DIR") or state_folder())
    with contextlib.suppress(OSError):  # then nobody listens
        folder.mkdir(_OWN, parents=True, exist_ok=True)
    return str(folder / f"woodcock-{zlib.crc32(os.fsencode(state_folder())):08x}.socket")


def handed_over(file: Path | None) -> bool:
    """Have the window that is open take a file; False where there is none, or it is not wanted."""
    if file is None or preferences().second_start != "running":
        return False
    socket = QLocalSocket()
    socket.connectToServer(_name())
    if not socket.waitForConnected(_WAIT):
        return False
    socket.write(json.dumps({"open": str(file.resolve())}).encode() + b"\n")
    return socket.waitForReadyRead(_WAIT) and bytes(socket.readAll().data()) == _TAKEN


class Listener(QObject):
    """Takes what later starts hand over; only the first process of a person listens."""

    def __init__(self, parent: QObject, take: Callable[[Path], None]) -> None:
        super().__init__(parent)
        self._take = take
        self._server = QLocalServer(self)
        self._server.setSocketOptions(QLocalServer.SocketOption.UserAccessOption)
        self._server.newConnection.connect(self._came)
        if not self._somebody_listens():
            QLocalServer.removeServer(_name())  # what a crash left
            self._server.listen(_name())

    @property
    def listens(self) -> bool:
        return self._server.isListening()

    def _somebody_listens(self) -> bool:
        socket = QLocalSocket()
        socket.connectToServer(_name())
        there = socket.waitForConnected(200)
        socket.abort()
        return there

    def _came(self) -> None:
        socket = self._server.nextPendingConnection()
        socket.disconnected.connect(socket.deleteLater)
        socket.readyRead.connect(lambda: self._read(socket))
        if socket.canReadLine():
            self._read(socket)

    def _read(self, socket: QLocalSocket) -> None:
        if not socket.canReadLine():
            if socket.bytesAvailable() > _MOST:
                socket.abort()
            return
        try:
            asked = msgspec.json.decode(bytes(socket.readLine(_MOST).data()), type=_Asked)
        except (ValueError, RecursionError):
            asked = _Asked("")
        if not os.path.isabs(asked.open) or "\0" in asked.open:
            socket.abort()
            return
        path = Path(asked.open)
        socket.write(_TAKEN)
        socket.flush()
        self._take(path)
