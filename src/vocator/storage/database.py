"""Connecting to the database."""

from functools import cache

from sqlalchemy import Engine, create_engine
from sqlalchemy.orm import Session, sessionmaker


@cache
def engine_for(url: str) -> Engine:
    """Return the pool for a database; a connection that died is replaced when next used."""
    return create_engine(
        url, pool_pre_ping=True, pool_size=5, max_overflow=5, pool_timeout=5, connect_args={"connect_timeout": 3}
    )


def session_for(url: str) -> Session:
    """Return a new session; the caller closes it."""
    return sessionmaker(engine_for(url), expire_on_commit=False)()
