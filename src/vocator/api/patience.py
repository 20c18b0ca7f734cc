"""How long the server waits for a request: those who say nothing, or say it too slowly, do not hold a connection."""

import asyncio
from collections.abc import Callable
from typing import Any, cast

from uvicorn.loops.auto import auto_loop_factory
from uvicorn.protocols.http.auto import AutoHTTPProtocol

HANDSHAKE_S = 10.0
"""Who wants TLS has agreed on it by then, or the connection is closed: nothing else here sees it before."""
HEAD_S = 15.0
"""A request's head is there by then, or the connection is closed; one that is idle between requests too."""
BODY_S = 120.0
HEARD_S = 0.1
"""What came while the server was busy is read before it gives up: its event loop may look at clocks before connections."""


def loop_of_the_network() -> asyncio.AbstractEventLoop:
    """Return uvicorn's own kind of event loop; servers of it that want TLS wait ``HANDSHAKE_S`` for it, not a minute."""
    loop = auto_loop_factory(use_subprocess=True)()
    as_ever = loop.create_server

    async def create_server(*given: Any, **named: Any) -> asyncio.Server:
        return await as_ever(*given, **named | ({"ssl_handshake_timeout": HANDSHAKE_S} if named.get("ssl") is not None else {}))

    loop.create_server = create_server  # type: ignore[method-assign]
    return loop


class Patient(cast(Any, AutoHTTPProtocol)):  # type: ignore[misc]
    """uvicorn's own protocol with time limits for the head and the body of a request."""

    waiting: asyncio.TimerHandle | None = None

    def connection_made(self, transport: Any) -> None:
        """Begin to wait for a head."""
        super().connection_made(transport)
        self._wait(HEAD_S)

    def data_received(self, data: bytes) -> None:
        """Take what came; a whole head stops the clock of the head and starts that of the body."""
        heard = self._busy()
        super().data_received(data)
        if self._busy() and not heard:
            self._wait(BODY_S)

    def on_response_complete(self) -> None:
        """Wait for the next head."""
        super().on_response_complete()
        self._wait(HEAD_S)

    def connection_lost(self, exc: Exception | None) -> None:
        """Stop waiting."""
        if self.waiting is not None:
            self.waiting.cancel()
        super().connection_lost(exc)

    def _busy(self) -> bool:
        return self.cycle is not None and not self.cycle.response_complete

    def _wait(self, seconds: float) -> None:
        self._then(seconds, lambda: self._then(HEARD_S, self._give_up))

    def _then(self, seconds: float, what: Callable[[], None]) -> None:
        if self.waiting is not None:
            self.waiting.cancel()
        self.waiting = asyncio.get_running_loop().call_later(seconds, what)

    def _give_up(self) -> None:
        if not self._busy() or self.cycle.more_body:
            self.transport.close()
