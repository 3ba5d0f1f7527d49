"""Servers that let somebody in and then say nothing more: the wait for them ends."""

from __future__ import annotations

import asyncio
import threading
import unittest
from collections.abc import Callable
from typing import Any
from unittest import mock

import asyncssh
from hillpin.publishing.targets import PlaceFault, SftpPlace
from hillpin.publishing.targets.sftp_place import PATIENCE, SftpAccess

SHORT = 0.2
"""Seconds that an answer may take here, once somebody is in."""


class _OpensNoSession(asyncssh.SSHServer):
    def begin_auth(self, username: str) -> bool:
        return True

    def password_auth_supported(self) -> bool:
        return True

    def validate_password(self, username: str, password: str) -> bool:
        return True

    async def session_requested(self) -> Any:
        await asyncio.Event().wait()


class _Session(asyncssh.SSHServerSession[bytes]):
    def subsystem_requested(self, subsystem: str) -> bool:
        return True


class _SpeaksNoSftp(_OpensNoSession):
    async def session_requested(self) -> Any:
        return _Session()


class _StopsAtTheRequest(_OpensNoSession):
    """Its every thread stands still, so that the request is not answered."""

    stands: threading.Event

    async def session_requested(self) -> Any:
        stands = self.stands

        class Still(asyncssh.SSHServerSession[bytes]):
            def subsystem_requested(self, subsystem: str) -> bool:
                return stands.wait()

        return Still()


class Silent(unittest.TestCase):
    def place_at(self, server: Callable[[], asyncssh.SSHServer]) -> None:
        """Reach for a server that runs meanwhile."""
        # A loop of its own thread's: that of the tests may be the browser's.
        loop, key, enter = asyncio.new_event_loop(), asyncssh.generate_private_key("ssh-ed25519"), SftpPlace._enter
        thread = threading.Thread(target=loop.run_forever, daemon=True)
        thread.start()

        async def begin() -> asyncssh.SSHAcceptor:
            return await asyncssh.listen("127.0.0.1", 0, server_factory=server, server_host_keys=[key])

        acceptor = asyncio.run_coroutine_threadsafe(begin(), loop).result()
        try:
            with mock.patch.object(SftpPlace, "_enter", lambda place, access, _: enter(place, access, PATIENCE)):
                SftpPlace(SftpAccess("127.0.0.1", acceptor.get_port(), "practice", "x"), SHORT)
        finally:
            _StopsAtTheRequest.stands.set()
            loop.call_soon_threadsafe(loop.stop)
            thread.join()

    def test_whatever_it_leaves_unanswered(self) -> None:
        for server in (_OpensNoSession, _StopsAtTheRequest, _SpeaksNoSftp):
            _StopsAtTheRequest.stands = threading.Event()
            with self.subTest(server.__name__), self.assertRaisesRegex(PlaceFault, "The server 127.0.0.1 broke off"):
                self.place_at(server)
