"""Serve: migrate, load the demonstration if wanted, then answer until stopped."""

import argparse
import asyncio
import ipaddress
import os
import socket
import subprocess
import sys
from collections.abc import AsyncIterator
from contextlib import asynccontextmanager
from dataclasses import replace
from multiprocessing import parent_process
from typing import Any
from urllib.parse import urlsplit

import uvicorn
from fastapi import FastAPI
from pydantic import TypeAdapter
from sqlalchemy.orm import Session
from uvicorn.supervisors import Multiprocess

from vocator.api.app import create_app
from vocator.api.measures import share_counts
from vocator.api.patience import Patient
from vocator.files.certificate import own_certificate
from vocator.logs import log_config
from vocator.settings import settings
from vocator.storage.database import engine_for
from vocator.storage.migrate import migrate
from vocator.usecases.keeping.demo import load_demo
from vocator.usecases.network.access import Sharing
from vocator.usecases.network.apart import end_with_parent, work_apart
from vocator.usecases.twin.drawing import drawings

SHARING = TypeAdapter(Sharing)
COMMON: dict[str, Any] = {
    "timeout_graceful_shutdown": 3, "server_header": False, "proxy_headers": False, "http": Patient,
    "timeout_worker_healthcheck": 60, "timeout_keep_alive": 60,  # longer than HEAD_S: patience closes what is idle
}  # fmt: skip
MOST_AT_ONCE = 400
"""So many connections and requests from other machines at a time; more are told to come again."""


PHONE = """On a phone in the same network:
  1. Open that address (Station and the cards show it as a QR code). The browser warns: the certificate is Vocator's own.
  2. Look at the certificate in the warning. Go on only if its SHA-256 fingerprint is the one above.
  3. A volunteer's link then opens their sheets; the lead's pages ask for the passphrase that you set in Station here."""


def own_address() -> str:
    """Return the address of this machine in its network; raises OSError where it has none.  Nothing is sent."""
    with socket.socket(socket.AF_INET, socket.SOCK_DGRAM) as probe:
        probe.connect(("192.0.2.1", 9))
        return str(probe.getsockname()[0])


def sharing_at(address: str, port: int) -> Sharing:
    """Return how other machines will reach this one, with a certificate for that.

    Raises OSError where the machine has no such address, or something else has the port.
    """
    address = address or own_address()
    if ipaddress.ip_address(address).is_unspecified:
        raise ValueError("an address that stands for every network is none to share on")
    family, kind, _, _, place = socket.getaddrinfo(address, port, type=socket.SOCK_STREAM)[0]
    with socket.socket(family, kind) as probe:  # said now, not by a process that dies
        probe.setsockopt(socket.SOL_SOCKET, socket.SO_REUSEADDR, 1)
        probe.bind(place)
    own = own_certificate(settings().tls, address)
    shown = f"[{address}]" if ":" in address else address
    return Sharing(f"https://{shown}:{port}", own.fingerprint, own.expires_utc)


def network_options(sharing: Sharing) -> dict[str, Any]:
    """Return how uvicorn serves other machines: TLS only; what it serves stands behind the fence."""
    at = urlsplit(sharing.url)
    own = own_certificate(settings().tls, at.hostname or "")
    return options() | {
        "host": at.hostname, "port": at.port, "ssl_certfile": str(own.certificate), "ssl_keyfile": str(own.key),
        "limit_concurrency": MOST_AT_ONCE, "loop": "vocator.api.patience:loop_of_the_network",
    }  # fmt: skip


def listening(port: int) -> socket.socket:
    """Return a socket that listens on loopback, so that an address that is told is one that answers.

    Ends with a message where something else has the port.
    """
    try:
        taken = socket.create_server(("127.0.0.1", port), backlog=2048)
    except OSError as error:
        other = f"./start --port {port + 1}" if port < 65_535 else "./start --port 8642"
        sys.exit(f"vocator: port {port} cannot be used: {error.strerror or error}; stop what runs there, or: {other}")
    taken.set_inheritable(True)
    return taken


MOST_CORES = 8
"""A larger machine is not filled with processes of 150 MB each unless ``--workers`` says so."""


def _cores() -> int:
    found = len(os.sched_getaffinity(0)) if hasattr(os, "sched_getaffinity") else os.cpu_count() or 1
    return min(found, MOST_CORES)


def _ready_to_work(at_once: bool) -> None:
    """Make a process of the server ready: it ends with the one that started it, and plans in processes apart."""
    if parent_process() is not None:
        end_with_parent()
    drawings()  # read the profiles now, so that the first page does not wait for them
    work_apart(max(1, _cores() // settings().workers), at_once)


def options() -> dict[str, Any]:
    """Return how uvicorn serves, on whichever address."""
    return COMMON | {"log_config": log_config(), "log_level": "warning"}


def sharing_of_settings() -> Sharing | None:
    """Return how other machines reach this server: behind a reverse proxy by the address that people type."""
    given, typed = settings().sharing, settings().shared_as.rstrip("/")
    if not given:
        return None
    sharing = SHARING.validate_json(given)
    return replace(sharing, url=typed) if typed else sharing


@asynccontextmanager
async def _at_work(app: FastAPI) -> AsyncIterator[None]:
    yield
    await asyncio.to_thread(work_apart, 0)


def own_app() -> FastAPI:
    """Return the application for this machine, in whichever process asks for it."""
    _ready_to_work(at_once=True)
    app = create_app(sharing=sharing_of_settings())
    app.router.lifespan_context = _at_work
    return app


def network_app() -> FastAPI:
    """Return the application for other machines, behind the fence."""
    _ready_to_work(at_once=False)
    app = create_app(sharing=sharing_of_settings(), fenced=True)
    app.router.lifespan_context = _at_work
    return app


def _serve_network(parent: int) -> None:
    end_with_parent(parent)
    where = network_options(SHARING.validate_json(settings().sharing))
    uvicorn.run("vocator.api.serve:network_app", factory=True, workers=settings().workers, **where)


def main() -> None:
    """Run the server on loopback, and with ``--share`` a second one for the network beside it."""
    parser = argparse.ArgumentParser(description="Vocator's server")
    parser.add_argument("--port", type=int, default=8642)
    parser.add_argument("--share", nargs="?", const="", default=None, metavar="ADDRESS")
    parser.add_argument("--share-port", type=int, default=8743)
    parser.add_argument("--empty", action="store_true")
    parser.add_argument(
        "--workers", type=int, default=0, help="processes that answer; as this machine's cores suggest when not given"
    )
    parser.add_argument("--network-of", type=int, default=0, help=argparse.SUPPRESS)
    given = parser.parse_args()
    if given.network_of:
        _serve_network(given.network_of)
        return
    engine = engine_for(settings().database_url)
    migrate(engine)
    if not given.empty:
        with Session(engine) as session:
            if load_demo(session):
                print("vocator: the demonstration was loaded", file=sys.stderr)
            session.commit()
    engine.dispose()
    share_counts(settings().data / ".data" / "metrics")
    os.environ["VOCATOR_WORKERS"] = str(given.workers or max(1, _cores() // 2))
    own = listening(given.port)
    print(f"Vocator is at http://127.0.0.1:{given.port}/", flush=True)
    if given.share is not None:
        try:
            sharing = sharing_at(given.share, given.share_port)
        except (OSError, ValueError) as error:
            sys.exit(
                f"vocator: {given.share or 'this machine'} cannot be shared: {error}; give an address of it: --share ADDRESS"
            )
        os.environ["VOCATOR_SHARING"] = SHARING.dump_json(sharing).decode()
        settings.cache_clear()
        subprocess.Popen(
            [sys.executable, "-m", "vocator.api.serve", "--network-of", str(os.getpid())], stdin=subprocess.DEVNULL
        )  # it ends with this one
        print(f"Others in the network: {sharing.url}/\n  SHA-256 fingerprint {sharing.fingerprint}\n{PHONE}", flush=True)
    settings.cache_clear()
    config = uvicorn.Config("vocator.api.serve:own_app", factory=True, workers=settings().workers, **options())
    if config.workers > 1:
        Multiprocess(config, sockets=[own]).run()
    else:
        uvicorn.Server(config).run(sockets=[own])


if __name__ == "__main__":
    main()
