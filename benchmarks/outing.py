"""Measures an outing of 40 channels and 30 radios, volunteers ticking at once, and a CSV of 5,000 rows; run with ``scripts/bench outing``.

Works on a database of its own beside the tests' one, which it makes and drops.
"""

import os
import statistics
import subprocess
import sys
import threading
import time
import uuid
from datetime import UTC, datetime

import httpx
from sqlalchemy import create_engine, text
from sqlalchemy.orm import Session

from vocator.core.outing.outing import Outing, OutingChannel, Person, Place, Post, Role
from vocator.files.outing_csv import read_outing_csv
from vocator.files.profile_yaml import model_names
from vocator.settings import settings
from vocator.storage.migrate import migrate
from vocator.storage.outing_repositories import OutingRepository
from vocator.storage.throwaway import Throwaway, throwaway_store
from vocator.usecases.outings.board import findings
from vocator.usecases.outings.outings import make_sheets_for

TONES = ("67.0", "88.5", "103.5", "118.8", "141.3")


def big() -> Outing:
    """Return an outing of 40 channels and 30 people with all models."""
    channels = [
        OutingChannel(
            f"r{n}",
            f"REPEATER {n}",
            f"{147.000 + 0.015 * (n + 1):.3f} + {TONES[n % 5]}",
            Role.PRIMARY if n == 0 else Role.BACKUP,
            Place(49.5 + n / 100, -57.8, 30),
        )
        for n in range(20)
    ]
    channels += [OutingChannel(f"u{n}", f"UHF {n}", f"{442.000 + 0.025 * n:.3f} + 5 {TONES[n % 5]}") for n in range(12)]
    channels += [OutingChannel(f"s{n}", f"SIMPLEX {n}", f"{146.415 + 0.015 * n:.3f} simplex", Role.SIMPLEX) for n in range(8)]
    models = model_names()
    people = [
        Person(
            f"p{n}",
            f"QZ{n % 10}A{chr(65 + n % 26)}{chr(65 + n // 26)}",
            f"Post {n}",
            models[n % len(models)],
            "",
            "base",
            ("2 m", "70 cm"),
        )
        for n in range(30)
    ]
    return Outing("Big", channels=tuple(channels), posts=(Post("base", "Base", Place(49.5, -57.8, 5)),), people=tuple(people))


def main() -> None:
    with throwaway_store("bench") as store:
        measure(store)


def measure(store: Throwaway) -> None:
    """Measure on a store of the benchmark's own."""
    url = store.url
    os.environ["VOCATOR_DATABASE_URL"] = url
    settings.cache_clear()
    engine = create_engine(url)
    migrate(engine)
    outing = big()
    begun = time.perf_counter()
    found = findings(outing)
    print(f"findings of 40 channels and 30 radios: {time.perf_counter() - begun:.2f} s ({len(found)}), aim 1")
    begun = time.perf_counter()
    sheets = []
    with Session(engine) as session:
        kept = OutingRepository(session).add(outing, datetime.now(UTC))
        for p in outing.people[: 6 if "quick" in sys.argv else 30]:
            made = make_sheets_for(session, kept.id, p.id)
            if made:
                sheets.append((made.id, len(made.content["steps"])))
        session.commit()
    print(f"all sheets proven, one after the other: {time.perf_counter() - begun:.1f} s ({len(sheets)} sheets), aim 60")
    rows = b"name,line,role\n" + b"".join(b"N%d,147.33 + 103.5,back-up\n" % n for n in range(5000))
    begun = time.perf_counter()
    read, _ = read_outing_csv(rows)
    print(f"CSV of {len(read)} rows read: {time.perf_counter() - begun:.2f} s, aim 2")
    volunteers(store, sheets)
    engine.dispose()


def volunteers(store: Throwaway, sheets: list[tuple[str, int]]) -> None:
    """Let fifty volunteers open and tick sheets at once, with the store restarted in between; the server is a process of its own."""
    server = subprocess.Popen([sys.executable, "-m", "vocator.api.serve", "--port", "8799", "--empty"], stdout=subprocess.DEVNULL)
    for _ in range(200):
        try:
            httpx.get("http://127.0.0.1:8799/api/health", timeout=1)
            break
        except httpx.HTTPError:
            time.sleep(0.1)
    time.sleep(15)  # the ways home are looked for meanwhile
    for restart in (False, True):
        times: list[float] = []
        sent: set[str] = set()
        lock = threading.Lock()

        opens: list[float] = []

        def one(
            number: int,
            opens: list[float] = opens,
            times: list[float] = times,
            sent: set[str] = sent,
            lock: threading.Lock = lock,
        ) -> None:
            sheet, steps = sheets[number % len(sheets)]
            with httpx.Client(base_url="http://127.0.0.1:8799/api", timeout=30) as client:
                opened = time.perf_counter()
                while client.get(f"/sheets/{sheet}").status_code != 200:
                    time.sleep(0.3)
                with lock:
                    opens.append(time.perf_counter() - opened)
                for step in range(12):
                    tick = {"id": uuid.uuid4().hex, "sheet_id": sheet, "step": step % steps, "at": datetime.now(UTC).isoformat()}
                    for _ in range(60):
                        begun = time.perf_counter()
                        try:
                            answer = client.post("/sheets/ticks", json={"ticks": [tick]})
                        except httpx.HTTPError:
                            time.sleep(0.3)
                            continue
                        with lock:
                            times.append(time.perf_counter() - begun)
                        if answer.status_code == 200:
                            with lock:
                                sent.add(tick["id"])
                            break
                        time.sleep(0.3)
                    time.sleep(1.0)

        threads = [threading.Thread(target=one, args=(n,)) for n in range(50)]
        for t in threads:
            t.start()
            time.sleep(0.02)
        if restart:
            time.sleep(3)
            store.stop()
            store.start()
        for t in threads:
            t.join()
        with create_engine(settings().database_url).connect() as connection:
            kept = {r[0] for r in connection.execute(text("select id from tick"))}
        lost = len(sent - kept)
        p95, open95 = (statistics.quantiles(all_of, n=20)[18] * 1000 for all_of in (times, opens))
        print(
            f"50 volunteers, a tick a second each{', store restarted' if restart else ''}: 95 % under {p95:.0f} ms ({open95:.0f} ms to open the sheet), {len(sent)} sent, {lost} lost, aim 200 ms and none"
        )
    server.terminate()
    server.wait(10)


if __name__ == "__main__":
    main()
