"""The complete proof of a sheet, with its counterexample made concrete and the exact condition in words."""

from dataclasses import replace
from typing import Any

from vocator.core.goals.goal import Goal
from vocator.core.goals.sheet import Sheet
from vocator.core.proving.complete import MOST_ACTIONS, Failure, Outcome, run_from_every_start
from vocator.core.proving.every_start import EveryStart
from vocator.core.proving.judges import JUDGES
from vocator.core.proving.operator import follow
from vocator.core.proving.prover import Proof, Verdict, judge, prove
from vocator.core.proving.symbols import Symbol
from vocator.core.radio.actions import Until, read_lines
from vocator.core.radio.profile import Means
from vocator.core.radio.state import State
from vocator.core.radio.twin import Twin

MOST_TRIED = 40
MOST_TOLD = 4
SHORT_LIST = 4


def prove_from_every_state(
    twin: Twin, sheet: Sheet, goal: Goal, quick: Proof | None = None, most_actions: int = MOST_ACTIONS
) -> Proof:
    """Prove a sheet from every state; the quick proof comes first, since what it refutes is told in its words.

    Not ``complete`` where the run did not come to an end, or fails in a way that the plain twin does not show.
    """
    quick = quick or prove(twin, sheet, goal)
    if quick.verdict is not Verdict.PROVEN:
        return quick
    starts = every_start(twin, sheet, goal)
    outcome = run_from_every_start(starts, sheet, goal, JUDGES[goal.kind].revealed, most_actions)
    quick = replace(quick, states_log10=starts.states_log10())
    if outcome.unfinished:
        return replace(quick, seen=outcome.unfinished)
    if not outcome.failures:
        return replace(quick, complete=True)
    for failure in outcome.failures[:MOST_TRIED]:
        state = concrete(outcome, failure)
        run = follow(twin, sheet, state, keep_frames=False)
        fault = judge(twin, sheet, JUDGES[goal.kind].revealed(goal, state), state, run)
        if fault:
            alike = [f for f in outcome.failures if (f.step, f.why) == (failure.step, failure.why)]
            when = condition(outcome, alike)
            return replace(
                quick, verdict=Verdict.REFUTED, start=f"{failure.words}: {when}", step=run.trouble_step, seen=fault, complete=True,
                state=state, condition=when,
            )  # fmt: skip
    return replace(quick, seen=f"not settled: {outcome.failures[0].why}")


def every_start(twin: Twin, sheet: Sheet, goal: Goal) -> EveryStart:
    """Return all starts of a sheet's radio for its goal."""
    return EveryStart(twin, goal, looked_for(twin, sheet), JUDGES[goal.kind].holds, heard(goal))


def heard(goal: Goal) -> tuple[str, ...]:
    """Return tones or codes that may be heard: the ends of the list and its middle, since a search goes through it evenly."""
    values = JUDGES[goal.kind].unknown
    return (values[0], values[len(values) // 2], values[-1]) if values else ()


def looked_for(twin: Twin, sheet: Sheet) -> frozenset[str]:
    """Return every text that a sheet looks for on the display: a label of a slot might read like it."""
    found = set()
    for step in sheet.steps():
        found |= {t for t in (step.shows, step.when and step.when.shows, step.when and step.when.not_shows) if t}
        found |= {a.until for a in read_lines(twin.profile, step.actions) if isinstance(a, Until)}
    return frozenset(found)


def concrete(outcome: Outcome, failure: Failure) -> State:
    """Return one start that a failure allows."""
    starts, box = outcome.starts, failure.box
    shape = starts.shapes[failure.shape].state
    for k, allowed in failure.box.items():
        name = starts.ledger.symbols[k].name
        if k in starts.ledger.fresh and name.startswith("any position "):
            at: Any = shape.positions[int(name.split()[-1])]
            if isinstance(at, Symbol):
                box = box.with_part(at.number, allowed)
    return starts.concrete(shape, box)


def condition(outcome: Outcome, failures: list[Failure]) -> str:
    """Say what is known of the starts that fail, symbol by symbol; of several kinds the first few."""
    told = dict.fromkeys(_told(outcome, f) for f in failures)
    rest = f"; or {len(told) - MOST_TOLD} further cases" if len(told) > MOST_TOLD else ""
    return "; or ".join(list(told)[:MOST_TOLD]) + rest


def _told(outcome: Outcome, failure: Failure) -> str:
    starts, parts = outcome.starts, []
    for k, allowed in failure.box.items():
        symbol = starts.ledger.symbols[k]
        if symbol is starts.shape or k in starts.ledger.fresh or allowed == symbol.full:
            continue
        left_out = [v for v in symbol.domain if v not in allowed]
        listed = [v for v in symbol.domain if v in allowed]
        if len(listed) <= SHORT_LIST or len(listed) <= len(left_out):
            parts.append(f"{symbol.name} is {_values(starts, symbol, listed)}")
        else:
            parts.append(f"{symbol.name} is not {_values(starts, symbol, left_out)}")
    return f"{failure.words}, " + (" and ".join(parts) or "whatever is stored")


def _values(starts: EveryStart, symbol: Symbol, values: list[Any]) -> str:
    words = [_word(starts, symbol, v) for v in values[:SHORT_LIST]]
    more = [f"{len(values) - SHORT_LIST} more"] if len(values) > SHORT_LIST else []
    return " or ".join([*words, *more])


def _word(starts: EveryStart, symbol: Symbol, value: Any) -> str:
    plain = starts.plain
    if value is None:
        return "none"
    if isinstance(value, bool):
        return {True: "on", False: "off"}[value] if not symbol.name.endswith("occupied") else ("so" if value else "not so")
    if isinstance(value, int) and symbol.name.endswith("frequency"):
        return plain.frequency(value)
    if isinstance(value, int) and symbol.name.endswith("mode"):
        return plain.screens[value].shows
    if isinstance(value, int) and symbol.name.endswith("position"):
        return plain.profile.slot_text(value)
    named = [x for x in plain.settings if x.name and f" {x.name} " in f" {symbol.name} " and x.means is not Means.RESET]
    if named and isinstance(value, int) and value < named[-1].domain.count:
        return named[-1].domain.text(value)
    return str(value)
