"""Serve: migrate, load the demonstration if wanted, then answer until stopped."""

import argparse
import sys
import threading

import uvicorn
from sqlalchemy.orm import Session

from vocator.api.app import create_app
from vocator.core.keying.way_home import ways_home
from vocator.files.profile_yaml import model_names
from vocator.settings import settings
from vocator.storage.database import engine_for
from vocator.storage.migrate import migrate
from vocator.usecases.demo import load_demo
from vocator.usecases.drawing import drawings
from vocator.usecases.twins import twin_of


def _find_ways_home() -> None:
    """Look for every radio's ways home while nobody waits; the first sheet needs them."""
    for model in model_names():
        ways_home(twin_of(model))


def main() -> None:
    """Run the server on loopback."""
    parser = argparse.ArgumentParser(description="Vocator's server")
    parser.add_argument("--port", type=int, default=8642)
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
    uvicorn.run(create_app(), host="127.0.0.1", port=given.port, log_level="warning", timeout_graceful_shutdown=3)


if __name__ == "__main__":
    main()
