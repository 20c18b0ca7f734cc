"""The table of radios by kinds of goal, as the prover found it."""

import json
import random
from collections.abc import Iterator
from concurrent.futures import ProcessPoolExecutor
from dataclasses import replace
from typing import Any

from vocator.core.goals.goal import Beyond
from vocator.core.planning.planner import plan
from vocator.core.proving.prover import Verdict, prove
from vocator.core.radio.twin import Twin
from vocator.files.profile_yaml import model_names
from vocator.usecases.programming.prove_radios import ALL_KINDS, generate
from vocator.usecases.twin.twins import twin_of
from vocator.where import DATA

TABLE = DATA / "goal_table.json"
TRIED = 8
"""So many generated goals a cell."""


def goal_table() -> dict[str, Any]:
    """Return the table that ships with the product."""
    found: dict[str, Any] = json.loads(TABLE.read_text(encoding="utf-8"))
    return found


def prove_table() -> dict[str, Any]:
    """Prove the table anew: generated goals of every kind on every radio, from the covering set."""
    with ProcessPoolExecutor() as pool:
        rows = list(pool.map(_row, model_names()))
    return {"kinds": list(ALL_KINDS), "radios": rows}


def _row(model: str) -> dict[str, Any]:
    twin = twin_of(model)
    cells = {kind: cell(twin, kind, prove_it=True) for kind in ALL_KINDS}
    return {"model": model, "name": twin.profile.name, "cells": cells}


def cell(twin: Twin, kind: str, prove_it: bool) -> dict[str, Any]:
    """Return what a radio makes of a kind of goal: how many were proven, and the first reason of one beyond it.

    One refuted goal makes the whole cell ``refuted``, with the reason in place of one beyond.  ``prove_it`` False plans
    only, which finds what is beyond the radio just as well.
    """
    lacking = _lacking(twin, kind)
    if lacking:
        return {"verdict": "no", "proven": 0, "tried": TRIED, "beyond": lacking}
    proven, tried, why = 0, 0, None
    for goal in _goals(twin, kind):
        tried += 1
        try:
            sheet = plan(twin, goal)
        except Beyond as beyond:
            why = why or {"part": beyond.part, "why": beyond.why, "nearest": beyond.nearest}
            continue
        proof = prove(twin, sheet, goal) if prove_it else None
        if proof is not None and proof.verdict is not Verdict.PROVEN:
            refuted = {
                "part": "proof",
                "why": f"from '{proof.start}': {proof.seen}",
                "nearest": f"The sheet for {goal} is wrong.",
            }
            return {"verdict": "refuted", "proven": proven, "tried": tried, "beyond": refuted}
        proven += 1
    verdict = "yes" if proven == tried else "some" if proven else "no"
    return {"verdict": verdict, "proven": proven, "tried": tried, "beyond": why}


def _lacking(twin: Twin, kind: str) -> dict[str, str] | None:
    """Return what a radio has nothing of, so that a goal of the kind cannot even be asked for."""
    profile = twin.profile
    if kind in ("label", "change the label") and not profile.label_length:
        return {"part": "label", "why": "no names from the keypad of this radio", "nearest": "The slot number says which it is."}
    if kind == "cross-band" and len(profile.transmit_hz) < 2:
        return {"part": "transmit frequency", "why": "this radio has one band", "nearest": "Two radios, one a band."}
    if kind == "each power" and (twin.power is None or twin.power not in twin.stored_place):
        why = "the power is one for the whole radio, not stored with a channel"
        return {"part": "power", "why": why, "nearest": "Set it before you send."}
    return None


def _goals(twin: Twin, kind: str) -> Iterator[Any]:
    rng = random.Random(f"table {twin.profile.model} {kind}")
    for _ in range(TRIED):
        yield generate(twin, kind, rng)


def plainest(twin: Twin, kind: str) -> Iterator[Any]:
    """Yield goals of a kind for a radio, the plainest first; none where it has nothing of the kind.

    All kinds are asked for in one slot and, as far as they can be, of the same channels: what their sheets have in
    common is proven once.
    """
    if _lacking(twin, kind):
        return
    for n in range(TRIED):
        seed = f"{n} {twin.profile.model}"
        slot = generate(twin, "simplex", random.Random(seed), plain=not n).slot
        yield replace(generate(twin, kind, random.Random(seed), plain=not n), slot=slot)
