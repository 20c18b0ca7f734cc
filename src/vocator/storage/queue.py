"""The queue of long work, kept in the store by procrastinate: whoever has the store's address may take a share."""

from collections.abc import Callable
from functools import cache

from procrastinate import App, PsycopgConnector, RetryStrategy, SyncPsycopgConnector
from procrastinate.exceptions import AlreadyEnqueued
from procrastinate.jobs import Job, Status
from sqlalchemy import text
from sqlalchemy.exc import OperationalError
from sqlalchemy.orm import Session

from vocator.storage.database import engine_for

__all__ = ["SHEETS", "TASKS", "Job", "Status", "counts", "put_once", "queue_for", "ready", "task", "worker_for", "workers"]

TASKS: list[tuple[str, str, RetryStrategy, Callable[..., None]]] = []
"""The kinds of work, by name, queue and when they are tried again; use cases add theirs."""
SHEETS = "sheets"
"""The queue of sheets for many people."""


def _address(url: str) -> str:
    return url.replace("postgresql+psycopg:", "postgresql:")


def task(name: str, queue: str, retry: RetryStrategy) -> Callable[[Callable[..., None]], Callable[..., None]]:
    """Make a function a kind of work of every queue that is opened; it stays a function."""

    def take(work: Callable[..., None]) -> Callable[..., None]:
        TASKS.append((name, queue, retry, work))
        return work

    return take


def _add_tasks(app: App) -> None:
    for name, queue, retry, work in TASKS:
        app.task(name=name, queue=queue, retry=retry)(work)


@cache
def queue_for(url: str) -> App:
    """Return the queue of a store, for whoever puts work there or asks about it."""
    app = App(connector=SyncPsycopgConnector(conninfo=_address(url), min_size=0, max_size=2, timeout=5))
    _add_tasks(app)
    app.open()
    return app


def worker_for(url: str) -> App:
    """Return the queue of a store for a worker; it is opened by whoever runs it."""
    app = App(connector=PsycopgConnector(conninfo=_address(url), min_size=1, max_size=4))
    _add_tasks(app)
    return app


def put_once(url: str, kind: str, key: str, **given: object) -> bool:
    """Put work there, unless the same (``key``) waits already; returns whether it was put.  Two of one key never run at a time."""
    try:
        queue_for(url).configure_task(kind, lock=key, queueing_lock=key, queue=SHEETS).defer(**given)  # type: ignore[arg-type]
    except AlreadyEnqueued:
        return False
    return True


def workers(session: Session, within_s: float) -> int:
    """Return how many workers gave a sign of life so lately."""
    alive = "select count(*) from procrastinate_workers where last_heartbeat > now() - make_interval(secs => :s)"
    return int(session.execute(text(alive), {"s": within_s}).scalar_one())


def counts(session: Session) -> dict[str, int]:
    """Return how many jobs are in each state."""
    found = session.execute(text("select status::text, count(*) from procrastinate_jobs group by status"))
    return {state.value: 0 for state in (Status.TODO, Status.DOING, Status.FAILED)} | {state: int(n) for state, n in found}


def ready(url: str) -> bool:
    """Whether the store answers and has the queue's tables."""
    try:
        with engine_for(url, "jobs").connect() as connection:
            return connection.execute(text("select to_regclass('procrastinate_workers')")).scalar() is not None
    except OperationalError:
        return False
