"""Judge a sheet that anybody wrote: from the covering set, then from every state.  Nothing is planned here."""

from typing import Any

from vocator.core.proving.from_every_state import prove_from_every_state
from vocator.core.proving.prover import Proof, Verdict, prove
from vocator.core.radio.actions import ActionError
from vocator.core.radio.report import start_dict
from vocator.core.radio.start import start_state
from vocator.core.radio.twin import Twin
from vocator.files.sheet_json import read_sheet
from vocator.usecases.programming.make_sheet import SheetRequest, check_request, goal_of
from vocator.usecases.twin.twins import twin_of


def judge_sheet(request: SheetRequest, given: Any) -> dict[str, Any]:
    """Return the verdict on a sheet for the goal that a request describes.

    With a start and the short way only from that start.  Raises Refusal for what is no sheet, and what
    ``goal_of`` raises.
    """
    twin = twin_of(request.model, request.firmware, request.region)
    check_request(request, twin)
    goal, _ = goal_of(request, twin)
    sheet = read_sheet(given, twin.profile.model, twin.profile.firmware)
    start = start_state(twin, request.start) if request.start and request.way == "short" else None
    try:
        proof = prove(twin, sheet, goal, [("the state given", start)] if start is not None else None)
        if start is None:
            proof = prove_from_every_state(twin, sheet, goal, proof)
    except ActionError as error:
        return verdict_dict(twin, Proof(Verdict.REFUTED, 0, seen=str(error)))
    return verdict_dict(twin, proof)


def verdict_dict(twin: Twin, proof: Proof) -> dict[str, Any]:
    """Return a verdict as the command line speaks it; steps are counted from 1."""
    verdict = str(proof.verdict)
    if proof.verdict is Verdict.NOT_FOUND or (proof.verdict is Verdict.PROVEN and proof.seen):
        verdict = "not proven"
    return {
        "verdict": verdict,
        "starts": proof.starts,
        "complete": proof.complete,
        "states_log10": round(proof.states_log10) if proof.states_log10 is not None else None,
        "start": start_dict(twin, proof.state) if proof.state is not None else None,
        "step": proof.step + 1 if proof.step >= 0 else None,
        "why": f"from {proof.start}: {proof.seen}" if proof.start else proof.seen,
        "condition": proof.condition or None,
    }
