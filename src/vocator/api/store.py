"""The session of a request: committed when the handler is done, rolled back when it fails."""

import time
from collections.abc import Iterator
from typing import Annotated

from fastapi import Depends, Request
from sqlalchemy.exc import InterfaceError, OperationalError
from sqlalchemy.exc import TimeoutError as PoolTimeout
from sqlalchemy.orm import Session

from vocator.settings import settings
from vocator.storage.database import session_for

PATIENCE_S = 10.0
AGAIN_S = 0.25


def open_session(request: Request) -> Iterator[Session]:
    """Yield a session for one request; what changes something waits up to 10 s for a store that is being restarted."""
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
