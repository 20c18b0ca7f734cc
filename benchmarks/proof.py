"""Measures the proof from every state, one goal of each kind a radio; run with ``scripts/bench proof``."""

import statistics
import time

from vocator.core.goals.goal import Beyond
from vocator.core.planning.planner import plan
from vocator.core.proving.from_every_state import every_start, prove_from_every_state
from vocator.core.proving.prover import prove
from vocator.files.profile_yaml import model_names
from vocator.usecases.programming.prove_radios import ALL_KINDS, goals_for
from vocator.usecases.twin.twins import twin_of


def main() -> None:
    print(
        "| radio | proofs | from every state | median s | worst s | starts, 10^ | quick, mean s |\n| --- | --- | --- | --- | --- | --- | --- |"
    )
    for model in model_names():
        twin, times, quick, whole = twin_of(model), [], [], 0
        for kind, goal in goals_for(twin, len(ALL_KINDS), 1):
            try:
                sheet = plan(twin, goal)
            except Beyond:
                continue
            begun = time.process_time()
            first = prove(twin, sheet, goal)
            quick.append(time.process_time() - begun)
            begun = time.process_time()
            proof = prove_from_every_state(twin, sheet, goal, first)
            times.append(time.process_time() - begun)
            whole += proof.complete and proof.verdict == "proven"
            if not proof.complete or proof.verdict != "proven":
                print(f"<!-- {model} {kind}: {proof.verdict}, {proof.seen}, {proof.condition[:200]} -->")
        states = every_start(twin, sheet, goal).states_log10()
        figures = (f"{statistics.median(times):.2f}", f"{max(times):.1f}", f"{states:.0f}", f"{statistics.mean(quick):.2f}")
        print(f"| {model} | {len(times)} | {whole} | " + " | ".join(figures) + " |", flush=True)


if __name__ == "__main__":
    main()
