"""Measures speed and weight on this machine; run with ``scripts/bench``.

Prints one line a figure: what was measured, what was found, what is aimed at.  Nothing
here is asserted in tests.
"""

import gzip
import random
import re
import time
from dataclasses import replace
from pathlib import Path

from fastapi.testclient import TestClient

from vocator.api.app import create_app
from vocator.core.batch.batch import make_batch
from vocator.core.planning.planner import plan
from vocator.core.proving.prover import prove
from vocator.core.radio.inputs import Hold, Input, Tap, Turn, Wait
from vocator.core.radio.twin import Twin
from vocator.files.profile_yaml import model_names
from vocator.usecases.programming.make_sheet import SheetRequest, make_sheet
from vocator.usecases.programming.prove_radios import generate, goals_for
from vocator.usecases.programming.recover import recovery_view, sights_view
from vocator.usecases.twin.twins import twin_of

ROOT = Path(__file__).parent.parent


def line(what: str, found: str, aim: str) -> None:
    print(f"{what:<58} {found:>16}   aim {aim}")


def sheets() -> None:
    """CPU time of planning and proving, one goal of each kind."""
    for model in model_names():
        twin = twin_of(model)
        times = []
        for _, goal in goals_for(twin, 39, 7):
            begun = time.process_time()
            try:
                prove(twin, plan(twin, goal), goal)
            except Exception:
                continue
            times.append(time.process_time() - begun)
        line(f"{model}: a proven sheet, CPU, mean and worst", f"{sum(times) / len(times):.3f} {max(times):.3f} s", "0.5 s")
    request = SheetRequest("ardvane-finch", "7", "147.33 + 103.5", "RIDGE")
    make_sheet(request)
    begun = time.perf_counter()
    make_sheet(request)
    line("the same sheet again, from the cache", f"{(time.perf_counter() - begun) * 1000:.2f} ms", "10 ms")


def _mix(twin: Twin, count: int) -> list[Input]:
    rng = random.Random(1)
    keys = [*twin.profile.keys]
    made: list[Input] = []
    for _ in range(count):
        kind = rng.random()
        if kind < 0.7:
            made.append(Tap(rng.choice(keys)))
        elif kind < 0.85:
            made.append(Turn(twin.profile.dials[0], rng.choice((-3, -1, 1, 5))))
        elif kind < 0.95:
            made.append(Hold(rng.choice(keys), 1000))
        else:
            made.append(Wait(1000))
    return made


def twins() -> None:
    """Actions a second in one process."""
    for model in model_names():
        twin = twin_of(model)
        inputs = _mix(twin, 100_000)
        state = twin.start
        begun = time.process_time()
        for given in inputs:
            state, _ = twin.act(state, given)
        line(f"{model}: actions a second", f"{len(inputs) / (time.process_time() - begun):,.0f}", "50,000")


def recoveries() -> None:
    """Pictures after a step, and the way back from the likeliest, the worst of all steps."""
    for model, slot in (("ardvane-finch", "7"), ("brisko-pico", "7"), ("oriel-lantern", "G2-17")):
        made = make_sheet(SheetRequest(model, slot, "147.33 + 103.5", "RIDGE"))
        pictures, plans = [], []
        for step in range(len(made.run.frames)):
            begun = time.perf_counter()
            seen = sights_view(made, step)
            pictures.append(time.perf_counter() - begun)
            if seen:
                begun = time.perf_counter()
                recovery_view(made, step, seen[0]["display"]["text"])
                plans.append(time.perf_counter() - begun)
        line(f"{model}: a recovery plan, mean and worst", f"{sum(plans) / len(plans):.3f} {max(plans):.3f} s", "0.2 s")
        line(f"{model}: its pictures, mean and worst", f"{sum(pictures) / len(pictures):.3f} {max(pictures):.3f} s", "-")


def batches() -> None:
    """100 channels ordered, sheeted and proven, and what the order saves."""
    for model in model_names():
        twin, rng = twin_of(model), random.Random(4)
        slots = rng.sample(range(twin.profile.slot_count - 1), min(100, twin.profile.slot_count - 1))
        kinds = ("simplex", "repeater", "send", "send", "send", "narrow", "label")
        goals = [replace(generate(twin, rng.choice(kinds), rng), slot=s) for s in slots]
        begun = time.perf_counter()
        batch = make_batch(twin, goals, twin.start)
        took = time.perf_counter() - begun
        saved = 100 * (1 - batch.seconds / batch.listed_s)
        line(f"{model}: {len(goals)} channels, the order saves {saved:.0f} %", f"{took:.1f} s", "10 s")


def api() -> None:
    """A key press through the API, 95th percentile."""
    client = TestClient(create_app(ROOT / "web" / "dist"), base_url="http://127.0.0.1")
    play = client.post("/api/twin/start", json={"model": "brisko-pico"}).json()
    times = []
    for n in range(300):
        begun = time.perf_counter()
        play = client.post("/api/twin/act", json={"model": "brisko-pico", "token": play["token"], "keys": [str(n % 10)]}).json()
        times.append(time.perf_counter() - begun)
    line("a key press on the twin through the API, 95th percentile", f"{sorted(times)[285] * 1000:.1f} ms", "30 ms")


def weight() -> None:
    """What the first load of the page brings, compressed: what its HTML names, and the fonts; parts fetched later are not in it."""
    dist = ROOT / "web" / "dist"
    page = (dist / "index.html").read_text(encoding="utf-8")
    named = [dist / name for name in set(re.findall(r"assets/[\w.-]+\.(?:js|css)", page))]
    total = sum(len(gzip.compress(p.read_bytes())) for p in [*named, dist / "index.html"])
    total += sum(p.stat().st_size for p in (dist / "assets").glob("*.woff2"))
    line("first load of the page, compressed, fonts included", f"{total / 1000:.0f} kB", "250 kB")


if __name__ == "__main__":
    sheets()
    twins()
    recoveries()
    batches()
    api()
    weight()
