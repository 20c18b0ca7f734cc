"""Connecting to the database."""

from functools import cache

from sqlalchemy import Engine, create_engine
from sqlalchemy.orm import Session, sessionmaker


@cache
def engine_for(url: str, whose: str = "own") -> Engine:
    """Return the pool for a database; a connection that died is replaced when next used.

    Those on this machine and those let in over the network (``whose``) have a pool each: many of these never keep those waiting.
    """
    return create_engine(
        url, pool_pre_ping=True, pool_size=5, max_overflow=5, pool_timeout=5, connect_args={"connect_timeout": 3}
    )


def session_for(url: str, whose: str = "own") -> Session:
    """Return a new session of one of the pools; the caller closes it."""
    return sessionmaker(engine_for(url, whose), expire_on_commit=False)()


def let_go(session: Session) -> None:
    """Give the connection back while something long is worked out; what was changed so far is kept.

    A session inside a wider transaction is left as it is: whoever opened that decides about it.
    """
    if not session.in_nested_transaction():
        session.commit()
