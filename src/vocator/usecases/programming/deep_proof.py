"""The proof from every state of a sheet that is shown already."""

import json
from functools import lru_cache
from typing import Any

from vocator.core.proving.certain import certain_displays
from vocator.core.proving.from_every_state import prove_from_every_state
from vocator.core.proving.prover import Verdict
from vocator.usecases.network.apart import apart
from vocator.usecases.programming.judge_sheet import verdict_dict
from vocator.usecases.programming.make_sheet import MadeSheet
from vocator.usecases.programming.sheet_work import asked_of, made_at

MOST_KEPT = 500


def proof_from_every_state(content: dict[str, Any]) -> dict[str, Any]:
    """Return the proof from every state of a kept sheet, and what is certain after each step; of many channels those of the first.

    A sheet that counts on a known state is proven from that alone, and each later channel of many from what
    the one before leaves.
    """
    return apart(content["request"]["model"], _proven, asked_of(content))


@lru_cache(maxsize=MOST_KEPT)
def _proven(asked: str) -> dict[str, Any]:
    made, _ = made_at(asked, 0)
    return _told(made, counts_on_start=json.loads(asked)["request"].get("way") == "short")


def _told(made: MadeSheet, counts_on_start: bool) -> dict[str, Any]:
    proof = made.proof
    if not counts_on_start and proof.verdict is Verdict.PROVEN:
        proof = prove_from_every_state(made.twin, made.sheet, made.goal, proof)
    told = verdict_dict(made.twin, proof)
    steps = () if counts_on_start else certain_displays(made.twin, made.sheet, made.goal)
    kept = {k: told[k] for k in ("verdict", "starts", "complete", "states_log10", "why", "condition")}
    return kept | {"certain": [step._asdict() if step else None for step in steps]}
