"""What all tests share: a database of their own, an application on it, a browser."""

import asyncio
import contextlib
import os
import socket
import threading
import time
from collections.abc import Iterator
from dataclasses import replace
from datetime import UTC, datetime, timedelta
from pathlib import Path

import httpx
import hypothesis
import pytest
import uvicorn
from fastapi.testclient import TestClient
from playwright.sync_api import BrowserContext, expect
from sqlalchemy import Engine, create_engine, select, text
from sqlalchemy.exc import OperationalError
from sqlalchemy.orm import Session

from support.moment import MOMENT, stand
from support.patience import PATIENCE_S
from vocator import clock
from vocator.settings import Settings, settings
from vocator.storage.migrate import migrate
from vocator.storage.repositories import StationRepository
from vocator.storage.tables import Base, OwnProfileRow
from vocator.storage.throwaway import throwaway_store
from vocator.usecases.keeping.demo import load_demo

hypothesis.settings.register_profile(
    "unhurried", deadline=None, derandomize="VOCATOR_FUZZ" not in os.environ
)  # speed is measured in benchmarks, never asserted
hypothesis.settings.load_profile("unhurried")
ROOT = Path(__file__).parent.parent
expect.set_options(timeout=PATIENCE_S * 1_000)
BROWSER = [
    "--headless=new", "--no-sandbox", "--disable-gpu", "--disable-quic", "--no-first-run",
    "--disable-background-networking", "--disable-component-update", "--disable-sync",
]  # fmt: skip


STORE = "VOCATOR_TEST_STORE"
NOBODY = "http://127.0.0.1:9"


def pytest_configure(config: pytest.Config) -> None:
    """Start the store of this run; its workers find the address in their environment."""
    if STORE not in os.environ and not config.option.collectonly:
        store = throwaway_store("test")
        os.environ[STORE] = store.__enter__().url
        # nobody answers there: a test that wants a service names its own, and never meets a stranger's
        os.environ |= {"VOCATOR_ELEMENTS_URL": f"{NOBODY}/elements.json", "VOCATOR_LISTING_URL": f"{NOBODY}/repeaters"}
        config.add_cleanup(lambda: store.__exit__(None, None, None))


@pytest.fixture(autouse=True)
def ahead(monkeypatch: pytest.MonkeyPatch) -> timedelta:
    """How far the test's clock is ahead of this machine's: every test begins at the same moment."""
    by = MOMENT - datetime.now(UTC)
    monkeypatch.setattr(clock, "utc_now", lambda: datetime.now(UTC) + by)
    return by


@pytest.fixture(scope="session")
def database_url(worker_id: str) -> Iterator[str]:
    """A migrated database of this worker's own."""
    server = os.environ[STORE].rsplit("/", 1)[0]
    name = f"test_{worker_id}"
    admin = create_engine(f"{server}/postgres", isolation_level="AUTOCOMMIT")
    with admin.connect() as connection:
        connection.execute(text(f'drop database if exists "{name}" with (force)'))
        connection.execute(text(f'create database "{name}"'))
    url = f"{server}/{name}"
    engine = create_engine(url)
    migrate(engine)
    engine.dispose()
    yield url
    admin.dispose()


@pytest.fixture(scope="session")
def engine(database_url: str) -> Iterator[Engine]:
    engine = create_engine(database_url, pool_pre_ping=True)
    yield engine
    engine.dispose()


@pytest.fixture
def session(engine: Engine) -> Iterator[Session]:
    """A session on an empty store, whose work is rolled back after the test."""
    with engine.connect() as connection:
        outer = connection.begin()
        for table in reversed(Base.metadata.sorted_tables):
            connection.execute(table.delete())
        with Session(connection, join_transaction_mode="create_savepoint", expire_on_commit=False) as session:
            yield session
        outer.rollback()


@pytest.fixture
def client(session: Session, database_url: str, monkeypatch: pytest.MonkeyPatch) -> Iterator[TestClient]:
    """The API on the test's session; what opens a connection of its own finds the test's store, never one that runs beside it."""
    monkeypatch.setenv("VOCATOR_DATABASE_URL", database_url)
    settings.cache_clear()
    from vocator.api.app import create_app
    from vocator.api.store import open_session
    from vocator.usecases.twin.twins import read_own_with

    app = create_app(ROOT / "web" / "dist")
    read_own_with(lambda model: session.scalar(select(OwnProfileRow.text).where(OwnProfileRow.model == model)))

    def on_this_session() -> Iterator[Session]:
        with session.begin_nested():
            yield session

    app.dependency_overrides[open_session] = on_this_session
    yield TestClient(app, base_url="http://127.0.0.1", raise_server_exceptions=False)


def empty(engine: Engine) -> None:
    """Take everything out of a database.

    Rows are deleted, not truncated: a request of the page before may still be reading, and
    a truncate would wait for it and it for the truncate.  Where such a request still writes,
    the database breaks the knot by refusing one of the two: then it is done again.
    """
    for left in reversed(range(5)):
        try:
            with engine.begin() as connection:
                for table in reversed(Base.metadata.sorted_tables):
                    connection.execute(table.delete())
                connection.execute(text("delete from procrastinate_jobs"))
                for name in ("radio", "slot_event", "work_log"):
                    connection.execute(text(f"select setval(pg_get_serial_sequence('{name}', 'id'), 1, false)"))
            return
        except OperationalError:
            if not left:
                raise
            time.sleep(0.3)


class Server:
    """The whole application on a port of its own, which can be stopped and started again."""

    def __init__(self, port: int) -> None:
        self.port = port
        self.url = f"http://127.0.0.1:{port}"
        self._server: uvicorn.Server | None = None

    def start(self) -> None:
        from vocator.api.app import create_app
        from vocator.api.serve import options

        as_served = options() | {"log_level": "error", "log_config": None}
        config = uvicorn.Config(create_app(ROOT / "web" / "dist"), host="127.0.0.1", port=self.port, **as_served)
        self._server = uvicorn.Server(config)
        self._thread = threading.Thread(target=self._server.run, daemon=True)
        self._thread.start()
        for _ in range(100):
            try:
                httpx.get(f"{self.url}/api/health", timeout=2)
                return
            except httpx.HTTPError:
                time.sleep(0.1)
        raise RuntimeError("the server did not start")

    def stop(self) -> None:
        if self._server is not None:
            self._server.should_exit = True
            self._thread.join(10)
            self._server = None


@pytest.fixture(scope="session")
def server(database_url: str, worker_id: str) -> Iterator[Server]:
    """The application on the worker's database."""
    os.environ["VOCATOR_DATABASE_URL"] = database_url
    settings.cache_clear()
    assert Settings().database_url == database_url
    with socket.socket() as free:
        free.bind(("127.0.0.1", 0))
        port = free.getsockname()[1]
    server = Server(port)
    server.start()
    yield server
    server.stop()


@pytest.fixture
def demo(server: Server, engine: Engine) -> str:
    """The address of an application that holds the demonstration, and nothing else."""
    empty(engine)
    with Session(engine) as session:
        load_demo(session)
        stations = StationRepository(session)
        stations.save(replace(stations.get(), may_send_on=()))  # listening only; a test that sends says so
        session.commit()
    return server.url


@pytest.fixture
def worker(server: Server) -> Iterator[None]:
    """A worker that takes the jobs of the application's store."""
    from vocator.usecases.network.work import run

    loop = asyncio.new_event_loop()
    working = loop.create_task(run(settings().database_url))

    def go_on() -> None:
        with contextlib.suppress(asyncio.CancelledError):
            loop.run_until_complete(working)
        loop.close()

    thread = threading.Thread(target=go_on, daemon=True)
    thread.start()
    yield
    loop.call_soon_threadsafe(working.cancel)
    thread.join(60)


@pytest.fixture
def bare(server: Server, engine: Engine) -> str:
    """The address of an application that holds nothing."""
    empty(engine)
    return server.url


@pytest.fixture(scope="session")
def browser_type_launch_args() -> dict[str, object]:
    return {"executable_path": "/usr/bin/chromium", "args": BROWSER}


@pytest.fixture(scope="session")
def browser_context_args() -> dict[str, object]:
    return {"viewport": {"width": 1280, "height": 800}, "bypass_csp": True}


@pytest.fixture
def context(context: BrowserContext, ahead: timedelta) -> BrowserContext:
    """The browser of a test, whose pages have the server's time."""
    context.set_default_timeout(PATIENCE_S * 1_000)
    return stand(context, ahead)
