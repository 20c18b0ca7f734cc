"""The prover: runs the operator on the twin from a covering set of starts and judges what is left.

It never plans and never fixes.  It judges the memory, the settings that ought not to
have changed, and every transmission.
"""

from dataclasses import dataclass, replace
from enum import StrEnum

from vocator.core.channel.channel import tone_use
from vocator.core.channel.tones import CTCSS_50, DCS_NORMAL
from vocator.core.goals.goal import Goal
from vocator.core.goals.sheet import Sheet
from vocator.core.proving.judgement import air_fault, judge_state
from vocator.core.proving.operator import Run, follow
from vocator.core.proving.starts import Named, covering_starts
from vocator.core.radio.actions import Action
from vocator.core.radio.machine import with_item
from vocator.core.radio.state import Signal, State
from vocator.core.radio.twin import Twin

UNKNOWN = {"find-tone": CTCSS_50, "find-code": DCS_NORMAL}
"""Goals whose tone is found on the way, with what somebody may send."""
AT_SLOT = ("erase", "read-back", "reverse-check", "rename", "change")
"""Goals for a slot that holds a channel already."""
AIR_CHAPTERS = ("Try", "Read back")


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


def prove(twin: Twin, sheet: Sheet, goal: Goal, starts: list[Named] | None = None) -> Proof:
    """Carry out a sheet from every start and judge each run; the first fault refutes it."""
    air_fault = _misplaced_air(sheet)
    if air_fault:
        return Proof(Verdict.REFUTED, 0, "", -1, air_fault)
    cover = starts_of(twin, goal, starts)
    if not cover:
        return Proof(Verdict.NOT_FOUND, 0, seen="there is no start to carry it out from")
    parsed: dict[str, list[Action]] = {}
    for words, start in cover:
        run = follow(twin, sheet, start, parsed, keep_frames=False)
        fault = judge(twin, sheet, revealed(goal, start), start, run)
        if fault:
            return Proof(Verdict.REFUTED, len(cover), words, run.trouble_step, fault, state=start)
    return Proof(Verdict.PROVEN, len(cover))


def starts_of(twin: Twin, goal: Goal, starts: list[Named] | None = None) -> list[Named]:
    """Return the starts that a goal is proven from: the covering set, or those given, as far as the goal presumes them."""
    cover = covering_starts(twin, goal) if starts is None else starts
    if goal.kind in AT_SLOT:
        cover = [(words, _holding(s, goal)) for words, s in cover if s.slots[goal.slot] is not None and not s.group]
    if goal.kind in UNKNOWN:
        cover = [(words, _with_signal(s, goal, i)) for i, (words, s) in enumerate(cover)]
    return cover


def _holding(s: State, goal: Goal) -> State:
    """Let the slot that is changed in place hold another channel on the goal's receive frequency."""
    held = s.slots[goal.slot]
    if goal.kind != "change" or held is None:
        return s
    return s._replace(slots=with_item(s.slots, goal.slot, held._replace(rx_hz=goal.channel.rx_hz)))


def _with_signal(s: State, goal: Goal, number: int) -> State:
    """Let somebody talk on the channel, with another tone or code from every start."""
    if any(x.rx_hz == goal.channel.rx_hz and (x.ctcss or x.dcs) for x in s.signals) and number == 0:
        return s
    values = UNKNOWN[goal.kind]
    value = values[(number * 7 + 3) % len(values)]
    tone, code = (None, value) if value[-1] in "NI" else (value, None)
    return s._replace(signals=(Signal(goal.channel.rx_hz, tone, code),))


def revealed(goal: Goal, start: State) -> Goal:
    """Return a goal with the tone that the sheet had to find, as the start has it on the air."""
    if goal.kind not in UNKNOWN:
        return goal
    heard = next(x for x in start.signals if x.rx_hz == goal.channel.rx_hz)
    return replace(goal, channel=replace(goal.channel, tone=tone_use(str(heard.ctcss or heard.dcs), None)))


def _misplaced_air(sheet: Sheet) -> str:
    for chapter in sheet.chapters:
        if chapter.title not in AIR_CHAPTERS and any(s.on_air for s in chapter.steps):
            return f"an on-air step in the chapter {chapter.title}"
    return ""


def judge(twin: Twin, sheet: Sheet, goal: Goal, start: State, run: Run) -> str:
    """Return what is wrong with a run, an empty text for nothing."""
    if run.trouble:
        return run.trouble
    return judge_state(twin, sheet, goal, start, run.state) or air_fault(goal, run.sent)
