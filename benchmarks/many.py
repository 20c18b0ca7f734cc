"""Measures many at once: sheets for all by one and by two workers (a ratio), and ticks and keys meanwhile; run with ``scripts/bench many``.

``quick`` takes ten people in place of thirty, ``300`` lets 300 tick every five seconds.  The server, its processes apart and the workers are started as
``./start`` does, on a store of the benchmark's own.
"""

import json
import os
import statistics
import subprocess
import sys
import threading
import time
import uuid
from datetime import UTC, datetime
from http.client import HTTPConnection, HTTPException

import httpx
from outing import big
from sqlalchemy import create_engine, text
from sqlalchemy.orm import Session

from vocator.settings import settings
from vocator.storage.migrate import migrate
from vocator.storage.outing_repositories import OutingRepository
from vocator.storage.throwaway import throwaway_store

PORT = 8799
API = f"http://127.0.0.1:{PORT}/api"
VOLUNTEERS, EVERY_S = (300, 5.0) if "300" in sys.argv else (50, 1.0)


def begun(*module: str) -> subprocess.Popen[bytes]:
    """Start a module as a process; its output is not wanted."""
    return subprocess.Popen([sys.executable, "-m", *module], stdout=subprocess.DEVNULL)


def ended(*processes: subprocess.Popen[bytes]) -> None:
    """End processes and wait for them."""
    for process in processes:
        process.terminate()
    for process in processes:
        process.wait(30)


def all_sheets(outing: int, workers: int) -> float:
    """Return how many seconds so many workers take for everybody's sheets; their start is not counted."""
    at_work = begun("vocator.cli.main", "work", "--processes", str(workers))
    while httpx.get(f"{API}/outings/{outing}/making", timeout=30).json()["workers"] < workers:
        time.sleep(0.2)
    start = time.perf_counter()
    httpx.post(f"{API}/outings/{outing}/making", timeout=60)
    while (now := httpx.get(f"{API}/outings/{outing}/making", timeout=60).json())["waiting"] or now["doing"]:
        time.sleep(0.3)
    seconds = time.perf_counter() - start
    assert not now["troubles"], now["troubles"]
    ended(at_work)
    time.sleep(1)
    return seconds


def anew(url: str, engine: object) -> int:
    """Return the number of an outing whose sheets nobody has made."""
    outing = big()
    if "quick" in sys.argv:
        outing = outing.__class__(outing.name, channels=outing.channels, posts=outing.posts, people=outing.people[:10])
    with Session(engine) as session:  # type: ignore[arg-type]
        kept = OutingRepository(session).add(outing, datetime.now(UTC))
        session.commit()
        return kept.id


def p95(times: list[float]) -> float:
    """Return the 95th percentile in milliseconds."""
    return statistics.quantiles(times, n=20)[18] * 1000


def crowd(
    sheets: list[tuple[str, int]], stop: threading.Event
) -> tuple[list[threading.Thread], list[float], list[float], set[str]]:
    """Start volunteers who tick once a second, and one who presses keys on a twin; returns what they measure."""
    ticks: list[float] = []
    keys: list[float] = []
    sent: set[str] = set()

    def ask(connection: HTTPConnection, path: str, body: dict[str, object]) -> tuple[int, bytes]:
        for again in (True, False):  # an idle connection may have been closed meanwhile; a page asks again too
            try:
                connection.request("POST", f"/api{path}", json.dumps(body), {"content-type": "application/json"})
                answer = connection.getresponse()
                return answer.status, answer.read()
            except (ConnectionError, HTTPException):
                connection.close()
                if not again:
                    raise
        raise AssertionError("one of the two returns or raises")

    def volunteer(number: int) -> None:
        sheet, steps = sheets[number % len(sheets)]
        time.sleep(number * EVERY_S / VOLUNTEERS)
        connection, step = HTTPConnection("127.0.0.1", PORT, timeout=30), 0
        while not stop.is_set():
            tick = {"id": uuid.uuid4().hex, "sheet_id": sheet, "step": step % steps, "at": datetime.now(UTC).isoformat()}
            start = time.perf_counter()
            if ask(connection, "/sheets/ticks", {"ticks": [tick]})[0] == 200:
                sent.add(str(tick["id"]))
            ticks.append(time.perf_counter() - start)
            step += 1
            stop.wait(EVERY_S)

    def presser() -> None:
        connection = HTTPConnection("127.0.0.1", PORT, timeout=30)
        play = json.loads(ask(connection, "/twin/start", {"model": "ardvane-finch"})[1])
        while not stop.is_set():
            start = time.perf_counter()
            status, _ = ask(connection, "/twin/act", {"model": "ardvane-finch", "token": play["token"], "keys": ["[1]"]})
            assert status == 200
            keys.append(time.perf_counter() - start)
            stop.wait(0.3)

    threads = [threading.Thread(target=volunteer, args=(n,)) for n in range(VOLUNTEERS)] + [threading.Thread(target=presser)]
    for thread in threads:
        thread.start()
    return threads, ticks, keys, sent


def main() -> None:
    with throwaway_store("bench-many") as store:
        os.environ["VOCATOR_DATABASE_URL"] = store.url
        settings.cache_clear()
        engine = create_engine(store.url)
        migrate(engine)
        server = begun("vocator.api.serve", "--port", str(PORT), "--empty")
        try:
            while True:
                try:
                    httpx.get(f"{API}/health", timeout=2)
                    break
                except httpx.HTTPError:
                    time.sleep(0.2)
            one = all_sheets(anew(store.url, engine), 1)
            two = all_sheets(anew(store.url, engine), 2)
            print(f"sheets for all: {one:.1f} s by one worker, {two:.1f} s by two: {one / two:.2f} times as fast, aim 1.7")
            with engine.connect() as connection:
                made = [(r.id, 20) for r in connection.execute(text("select id from sheet limit 60"))]
            for meanwhile in (False, True):
                stop = threading.Event()
                threads, ticks, keys, sent = crowd(made, stop)
                if meanwhile:
                    all_sheets(anew(store.url, engine), 2)
                else:
                    time.sleep(15)
                stop.set()
                for thread in threads:
                    thread.join()
                with engine.connect() as connection:
                    kept = {r[0] for r in connection.execute(text("select id from tick"))}
                words = "while everybody's sheets are made" if meanwhile else "with nothing else going on"
                print(
                    f"{VOLUNTEERS} volunteers, a tick each {EVERY_S:g} s, {words}: 95 % under {p95(ticks):.0f} ms (aim 200), "
                    f"a key on the twin {p95(keys):.0f} ms (aim 30), {len(sent)} ticks, {len(sent - kept)} lost"
                )
        finally:
            ended(server)
            engine.dispose()


if __name__ == "__main__":
    main()
