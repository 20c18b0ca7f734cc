"""The session of a request: committed when the handler is done, rolled back when it fails."""

from collections.abc import Iterator
from typing import Annotated

from fastapi import Depends
from sqlalchemy.orm import Session

from vocator.settings import settings
from vocator.storage.database import session_for


def open_session() -> Iterator[Session]:
    """Yield a session for one request."""
    session = session_for(settings().database_url)
    try:
        yield session
        session.commit()
    except BaseException:
        session.rollback()
        raise
    finally:
        session.close()


Store = Annotated[Session, Depends(open_session, scope="function")]
