"""Sends ten thousand ticks while store and server are killed and begun again three times; run with ``scripts/bench restarts``.

Each of 50 people has two clients, a phone and a laptop, and both send every tick until it is answered.  Counted are ticks lost
and doubled, and whether slots, their history and the log are what they are when every tick is sent once and nothing is killed.
"""

import os
import sys
import threading
import time
from collections import Counter
from datetime import UTC, datetime, timedelta
from typing import Any

import httpx
from many import begun, ended
from sqlalchemy import create_engine, text

from vocator.settings import settings
from vocator.storage.migrate import migrate
from vocator.storage.throwaway import Throwaway, throwaway_store

PORT = 8798
API = f"http://127.0.0.1:{PORT}/api"
PEOPLE, RESTARTS, ALL = 50, 3, 10_000
BEGUN = datetime(2026, 5, 1, 10, 0, tzinfo=UTC)
LINES = ("147.33 + 103.5", "146.55", "147.195 + 110.9", "146.52")


def serve() -> Any:
    """Begin the server and return its process when it answers."""
    server = begun("vocator.api.serve", "--port", str(PORT), "--empty")
    while True:
        try:
            if httpx.get(f"{API}/health", timeout=2).is_success:
                return server
        except httpx.HTTPError:
            pass
        time.sleep(0.2)


CLIENT = httpx.Client(base_url=API, timeout=20, limits=httpx.Limits(max_connections=2 * PEOPLE))


def asked(path: str, body: dict[str, Any]) -> Any:
    """Return an answer; whatever happens to the server meanwhile, it is asked again."""
    while True:
        try:
            answer = CLIENT.post(path, json=body)
            if answer.is_success:
                return answer.json()
            assert answer.status_code >= 500, answer.text[:300]
        except httpx.HTTPError:
            pass
        time.sleep(0.2)


def people() -> list[list[dict[str, Any]]]:
    """Return everybody's ticks: each person's radio has four sheets, gone through as often as it takes."""
    everybody = []
    for n in range(PEOPLE):
        radio = asked("/radios", {"model": "ardvane-finch", "name": f"radio {n}"})
        steps = [
            (sheet["id"], step)
            for slot, line in enumerate(LINES)
            for sheet in [asked("/sheets", {"radio_id": radio["id"], "slot": str(slot + 1), "line": line})]
            for step in range(len(sheet["content"]["steps"]))
        ]
        many = ALL // PEOPLE
        everybody.append(
            [
                {"id": f"tick-{n:03}-{k:05}", "sheet_id": steps[k % len(steps)][0], "step": steps[k % len(steps)][1], "at": at(k)}
                for k in range(many)
            ]
        )
    return everybody


def at(step: int) -> str:
    """Return the moment of a person's tick: one a second."""
    return (BEGUN + timedelta(seconds=step)).isoformat()


def send(ticks: list[dict[str, Any]], sent: threading.Semaphore) -> None:
    """Send ticks in their order, a few at a time as a page does that was away."""
    for k in range(0, len(ticks), 5):
        asked("/sheets/ticks", {"ticks": ticks[k : k + 5]})
        sent.release()


def kept(url: str) -> dict[str, list[Any]]:
    """Return what the store has of ticks, slots, history and log, without moments and numbers of its own."""
    engine = create_engine(url)
    asked_for = {
        "ticks": "select id from tick",
        "slots": "select radio.name, slot, state from slot join radio on radio.id = radio_id",
        "history": "select radio.name, slot, e.state from slot_event e join radio on radio.id = radio_id",
        "log": "select radio, slot, text from work_log",
    }
    with engine.connect() as connection:
        found = {name: sorted(map(tuple, connection.execute(text(words)))) for name, words in asked_for.items()}
    engine.dispose()
    return found


def one_run(name: str, clients: int, restarts: int) -> tuple[dict[str, list[Any]], list[str]]:
    """Return what is kept in the end, and the ids of the ticks that were sent."""
    with throwaway_store(name) as store:
        os.environ["VOCATOR_DATABASE_URL"] = store.url
        settings.cache_clear()
        engine = create_engine(store.url)
        migrate(engine)
        engine.dispose()
        server = serve()
        try:
            everybody = people()
            sent = threading.Semaphore(0)
            threads = [threading.Thread(target=send, args=(own, sent)) for own in everybody for _ in range(clients)]
            for thread in threads:
                thread.start()
            batches = sum(-(-len(own) // 5) for own in everybody) * clients
            for _ in range(restarts):
                for _ in range(batches // (restarts + 1)):
                    sent.acquire()
                server = killed(server, store)
            for thread in threads:
                thread.join()
            return kept(store.url), [one["id"] for own in everybody for one in own]
        finally:
            ended(server)


def killed(server: Any, store: Throwaway) -> Any:
    """Kill both and begin them again."""
    store.kill()
    server.kill()
    server.wait(30)
    time.sleep(1)
    store.start()
    return serve()


def main() -> None:
    calm, _ = one_run("bench-calm", 1, 0)
    begun_at = time.perf_counter()
    rough, ids = one_run("bench-rough", 2, RESTARTS)
    counted = Counter(row[0] for row in rough["ticks"])
    lost, twice = sum(one not in counted for one in ids), sum(n > 1 for n in counted.values())
    print(
        f"{len(ids)} ticks, each by two clients, {RESTARTS} restarts of store and server: {time.perf_counter() - begun_at:.0f} s"
    )
    print(f"{lost} lost, {twice} doubled")
    for name in ("slots", "history", "log"):
        print(
            f"{name}: {len(rough[name])} rows, {'the same' if rough[name] == calm[name] else 'NOT THE SAME'} as sent once in peace"
        )
    sys.exit(bool(lost or twice or any(rough[n] != calm[n] for n in ("slots", "history", "log"))))


if __name__ == "__main__":
    main()
