"""A sheet under other readings of what a manual does not say: where it rests on the likeliest one."""

from collections.abc import Iterable
from dataclasses import dataclass

from vocator.core.goals.goal import Goal
from vocator.core.goals.sheet import Sheet
from vocator.core.proving.operator import follow
from vocator.core.proving.prover import Verdict, prove
from vocator.core.radio.actions import ActionError
from vocator.core.radio.state import State
from vocator.core.radio.twin import Twin


@dataclass(frozen=True, slots=True)
class Rest:
    """A sheet rests on one reading: under another one it fails, or shows something else.

    ``step`` is the first step after which the display tells the two apart, or the one that fails; -1 for none.
    """

    number: int
    fails: bool
    step: int
    seen: str


def rests_on(twin: Twin, others: Iterable[Twin], sheet: Sheet, goal: Goal, start: State) -> list[Rest]:
    """Carry a proven sheet out under each other reading, from the covering set; return those that it does not hold or look alike under."""
    found = []
    right = follow(twin, sheet, start)
    for number, other in enumerate(others):
        try:
            proof = prove(other, sheet, goal)
            there = follow(other, sheet, other.start if start is twin.start else start)
        except (ActionError, AssertionError, IndexError, KeyError, ValueError) as error:
            found.append(Rest(number, True, -1, str(error)))
            continue
        frames = zip(right.frames, there.frames, strict=False)
        apart = next((n for n, (a, b) in enumerate(frames) if a.seen.text != b.seen.text), -1)
        if proof.verdict is not Verdict.PROVEN:
            found.append(Rest(number, True, apart if apart >= 0 else proof.step, proof.seen))
        elif apart >= 0:
            found.append(Rest(number, False, apart, there.frames[apart].seen.text))
    return found
