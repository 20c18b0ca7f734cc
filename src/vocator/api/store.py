"""The session of a request: committed when the handler is done, rolled back when it fails."""

import time
from collections.abc import AsyncIterator, Iterator
from contextlib import contextmanager
from typing import Annotated

from anyio import Semaphore
from anyio.lowlevel import RunVar
from fastapi import Depends, Request
from fastapi.concurrency import contextmanager_in_threadpool
from sqlalchemy.exc import InterfaceError, OperationalError
from sqlalchemy.exc import TimeoutError as PoolTimeout
from sqlalchemy.orm import Session

from vocator.settings import settings
from vocator.storage.database import session_for

PATIENCE_S = 10.0
AGAIN_S = 0.25


AT_ONCE = 30
"""So many requests have a session or wait in a thread for one; more wait their turn without a thread.

Fewer than anyio's 40 threads: where those who wait for a connection have them all, whoever has a connection finds none to go on in.
"""
_turns: RunVar[Semaphore] = RunVar("vocator_turns")


def _turn() -> Semaphore:
    """Return what gives out the turns of the running event loop, in the order in which they are asked for."""
    try:
        return _turns.get()
    except LookupError:
        _turns.set(made := Semaphore(AT_ONCE))
        return made


async def open_session(request: Request) -> AsyncIterator[Session]:
    """Yield a session for one request; what changes something waits up to 10 s for a store that is being restarted."""
    async with _turn(), contextmanager_in_threadpool(_session(request)) as session:
        yield session


@contextmanager
def _session(request: Request) -> Iterator[Session]:
    session = session_for(settings().database_url, "network" if request.app.state.fenced else "own")
    try:
        if request.method != "GET":
            _wait_for_store(session)
        yield session
        session.commit()
    except BaseException:
        session.rollback()
        raise
    finally:
        session.close()


def _wait_for_store(session: Session) -> None:
    """Return once the store answers; raises what it raises where it does not within ``PATIENCE_S``."""
    until = time.monotonic() + PATIENCE_S
    while True:
        try:
            session.connection()
            return
        except (OperationalError, InterfaceError, PoolTimeout):
            session.rollback()
            if time.monotonic() > until:
                raise
            time.sleep(AGAIN_S)


Store = Annotated[Session, Depends(open_session, scope="function")]
