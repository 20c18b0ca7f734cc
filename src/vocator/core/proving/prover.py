"""The prover: runs the operator on the twin from a covering set of starts and judges what is left.

It never plans and never fixes.  It judges the memory, the settings that ought not to
have changed, and every transmission.
"""

from dataclasses import dataclass
from enum import StrEnum

from vocator.core.goals.goal import Goal
from vocator.core.goals.sheet import MAY_SEND, Sheet
from vocator.core.proving.judgement import air_fault, judge_state
from vocator.core.proving.judges import JUDGES
from vocator.core.proving.operator import Ends, Run, Steps, outcome
from vocator.core.proving.starts import Named, covering_starts
from vocator.core.radio.state import State
from vocator.core.radio.twin import Twin


class Verdict(StrEnum):
    """What the prover found."""

    PROVEN = "proven"
    REFUTED = "refuted"
    BEYOND = "beyond"
    NOT_FOUND = "not found"


@dataclass(frozen=True, slots=True)
class Proof:
    """The verdict, and for a refuted sheet from which start, at which step, and what was seen.

    ``complete``: from every state, of which there are ten to the power of ``states_log10``.  ``state`` is the start
    that refutes it, ``condition`` what is known of all starts that fail so.
    """

    verdict: Verdict
    starts: int
    start: str = ""
    step: int = -1
    seen: str = ""
    complete: bool = False
    states_log10: float | None = None
    state: State | None = None
    condition: str = ""


def prove(twin: Twin, sheet: Sheet, goal: Goal, starts: list[Named] | None = None, steps: Steps | None = None) -> Proof:
    """Carry out a sheet from every start and judge each run; the first fault refutes it.

    ``steps`` holds what steps of other sheets came to on this twin, and takes up those of this one.
    """
    air_fault = _misplaced_air(sheet)
    if air_fault:
        return Proof(Verdict.REFUTED, 0, "", -1, air_fault)
    cover = starts_of(twin, goal, starts)
    if not cover:
        return Proof(Verdict.NOT_FOUND, 0, seen="there is no start to carry it out from")
    ends: Ends = {}
    steps = steps or Steps(twin)
    for words, start in cover:
        run = outcome(sheet, start, ends, steps)
        fault = judge(twin, sheet, JUDGES[goal.kind].revealed(goal, start), start, run)
        if fault:
            return Proof(Verdict.REFUTED, len(cover), words, run.trouble_step, fault, state=start)
    return Proof(Verdict.PROVEN, len(cover))


def starts_of(twin: Twin, goal: Goal, starts: list[Named] | None = None) -> list[Named]:
    """Return the starts that a goal is proven from: the covering set, or those given, as far as the goal presumes them."""
    judge = JUDGES[goal.kind]
    cover = covering_starts(twin, goal) if starts is None else starts
    return [(words, judge.begin(goal, s, n)) for n, (words, s) in enumerate((w, s) for w, s in cover if judge.allows(goal, s))]


def _misplaced_air(sheet: Sheet) -> str:
    for chapter in sheet.chapters:
        if chapter.kind not in MAY_SEND and any(s.on_air for s in chapter.steps):
            return f"an on-air step in the chapter {chapter.kind}"
    return ""


def judge(twin: Twin, sheet: Sheet, goal: Goal, start: State, run: Run) -> str:
    """Return what is wrong with a run, an empty text for nothing."""
    if run.trouble:
        return run.trouble
    return judge_state(twin, sheet, goal, start, run.state) or air_fault(goal, run.sent)
