"""A store for one run of the tests or of a benchmark: in memory, and gone when the run ends, however it ends."""

import os
import shutil
import subprocess
from collections.abc import Iterator
from contextlib import contextmanager
from pathlib import Path

SCRIPT = Path(__file__).parent.parent.parent.parent / "scripts" / "db.sh"
MEMORY = Path("/dev/shm")
FIRST_PORT = 55400


def _home(name: str, pid: int) -> Path:
    return MEMORY / f"vocator-{name}-{os.getuid()}-{pid}"


def _sweep(name: str) -> None:
    """Remove what a killed run left; its server ended with it."""
    for left in MEMORY.glob(f"vocator-{name}-{os.getuid()}-*"):
        if not Path("/proc", left.name.rpartition("-")[2]).exists():
            shutil.rmtree(left, ignore_errors=True)


@contextmanager
def throwaway_store(name: str) -> Iterator["Throwaway"]:
    """Yield a running store that is this process's child; raises CalledProcessError where it does not start."""
    _sweep(name)
    home = _home(name, os.getpid())
    environment = {**os.environ, "VOCATOR_PGHOME": str(home), "VOCATOR_PGPORT": str(FIRST_PORT), "VOCATOR_PGOPTS": "-c fsync=off"}
    store = Throwaway(environment)
    try:
        store.start()
        yield store
    finally:
        store.stop()
        shutil.rmtree(home, ignore_errors=True)


class Throwaway:
    """The store: started, stopped and started again."""

    def __init__(self, environment: dict[str, str]) -> None:
        self._environment = environment
        self._server: subprocess.Popen[bytes] | None = None

    def _run(self, verb: str) -> str:
        return subprocess.run([SCRIPT, verb], check=True, env=self._environment, capture_output=True, text=True).stdout.strip()

    def start(self) -> None:
        """Start it and wait until it answers."""
        self._server = subprocess.Popen([SCRIPT, "run"], env=self._environment)
        subprocess.run([SCRIPT, "ready"], check=True, env={**self._environment, "VOCATOR_PGPID": str(self._server.pid)})

    def kill(self) -> None:
        """Kill it as a cut of the current would."""
        if self._server is not None:
            self._server.kill()
            self._server.wait(30)

    def stop(self) -> None:
        """Stop it; one that does not run stays so."""
        if self._server is not None:
            self._run("stop")
            self._server.wait(30)
            self._server = None

    @property
    def url(self) -> str:
        """The address of its database."""
        return self._run("url")
