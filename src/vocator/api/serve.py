"""Serve: migrate, load the demonstration if wanted, then answer until stopped."""

import argparse
import ipaddress
import socket
import sys
import threading

import uvicorn
from sqlalchemy.orm import Session

from vocator.api.app import create_app
from vocator.api.patience import Patient
from vocator.core.planning.way_home import ways_home
from vocator.files.certificate import own_certificate
from vocator.files.profile_yaml import model_names
from vocator.settings import settings
from vocator.storage.database import engine_for
from vocator.storage.migrate import migrate
from vocator.usecases.access import Sharing
from vocator.usecases.demo import load_demo
from vocator.usecases.drawing import drawings
from vocator.usecases.twins import twin_of

MOST_AT_ONCE = 400
"""So many connections and requests from other machines at a time; more are told to come again."""


def _find_ways_home() -> None:
    """Look for every radio's ways home while nobody waits; the first sheet needs them."""
    for model in model_names():
        ways_home(twin_of(model))


PHONE = """On a phone in the same network:
  1. Open that address (Station and the cards show it as a QR code). The browser warns: the certificate is Vocator's own.
  2. Look at the certificate in the warning. Go on only if its SHA-256 fingerprint is the one above.
  3. A volunteer's link then opens their sheets; the lead's pages ask for the passphrase that you set in Station here."""


def own_address() -> str:
    """Return the address of this machine in its network; raises OSError where it has none.  Nothing is sent."""
    with socket.socket(socket.AF_INET, socket.SOCK_DGRAM) as probe:
        probe.connect(("192.0.2.1", 9))
        return str(probe.getsockname()[0])


def shared_server(address: str, port: int) -> tuple[uvicorn.Server, Sharing]:
    """Return a server for other machines, TLS only and behind the fence, and how it is reached.

    Raises OSError where the machine has no such address, or something else has the port.
    """
    address = address or own_address()
    if ipaddress.ip_address(address).is_unspecified:
        raise ValueError("an address that stands for every network is none to share on")
    family, kind, _, _, place = socket.getaddrinfo(address, port, type=socket.SOCK_STREAM)[0]
    with socket.socket(family, kind) as probe:  # said now, not by a thread that dies
        probe.setsockopt(socket.SOL_SOCKET, socket.SO_REUSEADDR, 1)
        probe.bind(place)
    own = own_certificate(settings().tls, address)
    shown = f"[{address}]" if ":" in address else address
    sharing = Sharing(f"https://{shown}:{port}", own.fingerprint, own.expires_utc)
    config = uvicorn.Config(
        create_app(sharing=sharing, fenced=True), host=address, port=port, log_level="warning", server_header=False,
        ssl_certfile=str(own.certificate), ssl_keyfile=str(own.key), timeout_graceful_shutdown=3, proxy_headers=False,
        http=Patient, limit_concurrency=MOST_AT_ONCE,
    )  # fmt: skip
    return uvicorn.Server(config), sharing


def main() -> None:
    """Run the server on loopback, and with ``--share`` a second one for the network beside it."""
    parser = argparse.ArgumentParser(description="Vocator's server")
    parser.add_argument("--port", type=int, default=8642)
    parser.add_argument("--share", nargs="?", const="", default=None, metavar="ADDRESS")
    parser.add_argument("--share-port", type=int, default=8743)
    parser.add_argument("--empty", action="store_true")
    given = parser.parse_args()
    engine = engine_for(settings().database_url)
    migrate(engine)
    if not given.empty:
        with Session(engine) as session:
            if load_demo(session):
                print("vocator: the demonstration was loaded", file=sys.stderr)
            session.commit()
    drawings()  # read the profiles now, so that the first page does not wait for them
    threading.Thread(target=_find_ways_home, daemon=True).start()
    print(f"Vocator is at http://127.0.0.1:{given.port}/", flush=True)
    sharing = None
    if given.share is not None:
        try:
            shared, sharing = shared_server(given.share, given.share_port)
        except (OSError, ValueError) as error:
            sys.exit(
                f"vocator: {given.share or 'this machine'} cannot be shared: {error}; give an address of it: --share ADDRESS"
            )
        threading.Thread(target=shared.run, daemon=True).start()
        print(f"Others in the network: {sharing.url}/\n  SHA-256 fingerprint {sharing.fingerprint}\n{PHONE}", flush=True)
    uvicorn.run(
        create_app(sharing=sharing), host="127.0.0.1", port=given.port, log_level="warning", timeout_graceful_shutdown=3,
        server_header=False, proxy_headers=False, http=Patient,
    )  # fmt: skip


if __name__ == "__main__":
    main()
