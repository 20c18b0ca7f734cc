"""How a stand-in runs: on loopback, on a port that it takes before it tells of it."""

import argparse
import socket
from pathlib import Path

import uvicorn
from fastapi import FastAPI


def serve(app: FastAPI, description: str, port: int) -> None:
    """Serve on ``--port`` (0: any that is free); ``--tell FILE`` writes down which it is, once it is taken.

    Ends with a message where something else has the port.
    """
    parser = argparse.ArgumentParser(description=description)
    parser.add_argument("--port", type=int, default=port)
    parser.add_argument("--tell", type=Path)
    given = parser.parse_args()
    with socket.create_server(("127.0.0.1", given.port)) as taken:
        if given.tell:
            told = given.tell.with_suffix(".new")
            told.write_text(str(taken.getsockname()[1]))
            told.rename(given.tell)  # whoever waits for it never reads half of it
        uvicorn.Server(uvicorn.Config(app, log_level="warning")).run(sockets=[taken])
