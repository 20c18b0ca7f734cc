"""Several passes in one hour at one place: who works which, with which radios, so that most is worked and least at the same time.

A mixed-integer programme, solved by HiGHS: for each minute each operator works at most one satellite, in one go, and has two minutes
to change to another; a radio is in one hand; a satellite is worked by one.  Worth more the higher it stands; two who send at once
from one place disturb each other, which counts against it.
"""

from collections.abc import Iterable, Mapping
from dataclasses import dataclass
from itertools import product

import highspy
from highspy.highs import highs_linear_expression, highs_var

MINUTE_S = 60
CHANGE_MIN, SHORTEST_MIN = 2, 3
AT_ONCE, GO = 0.3, 0.5
"""What a minute of two sending at once costs, and each going over to a satellite, against a minute worked high up."""
LATER_CHOICE = 0.03
"""So much less a minute is worth with each later choice of radios: the first is the best way."""
MOST_MINUTES, MOST_OPERATORS, MOST_PASSES = 180, 12, 12
TIME_LIMIT_S = 10.0


@dataclass(frozen=True, slots=True)
class Choice:
    """Radios with which one operator can work one pass, and how."""

    radios: tuple[int, ...]
    words: str


@dataclass(frozen=True, slots=True)
class Turn:
    """Who works which pass with which radios, from one minute to another (the end not worked any more)."""

    operator: int
    passed: int
    choice: Choice
    begins: int
    ends: int


@dataclass(frozen=True, slots=True)
class Together:
    """The plan: turns in order of time, minutes in which two send at once, whether nothing better was left to find."""

    turns: tuple[Turn, ...]
    at_once: int
    best: bool


def plan_together(worth: list[list[float]], choices: Mapping[tuple[int, int], list[Choice]]) -> Together:
    """Return the plan; ``worth`` of each pass minute by minute (0: not up), ``choices`` by operator and pass.

    Raises ValueError for more than it takes.
    """
    minutes = len(worth[0]) if worth else 0
    operators = sorted({o for o, _ in choices})
    if minutes > MOST_MINUTES or len(operators) > MOST_OPERATORS or len(worth) > MOST_PASSES:
        raise ValueError(f"at most {MOST_MINUTES} minutes, {MOST_OPERATORS} operators, {MOST_PASSES} passes")
    solver = highspy.Highs()  # type: ignore[no-untyped-call]
    solver.setOptionValue("output_flag", False)
    solver.setOptionValue("log_to_console", False)
    solver.setOptionValue("time_limit", TIME_LIMIT_S)
    solver.setOptionValue("random_seed", 1)
    solver.setOptionValue("threads", 1)
    on = {
        (o, p, k, t): solver.addBinary(obj=worth[p][t] - LATER_CHOICE * k)
        for (o, p), found in choices.items()
        for k, t in product(range(len(found)), range(minutes))
        if worth[p][t] > 0
    }
    goes = {}
    for (o, p), found in choices.items():
        for k in range(len(found)):
            goes[o, p, k] = _in_one_go(solver, [on.get((o, p, k, t)) for t in range(minutes)])
        solver.addConstr(_sum(goes[o, p, k] for k in range(len(found))) <= 1)
    for t in range(minutes):
        here = {key: v for key, v in on.items() if key[3] == t}
        for p in range(len(worth)):
            _at_most_one(solver, [v for key, v in here.items() if key[1] == p])
        for radio in {r for found in choices.values() for c in found for r in c.radios}:
            _at_most_one(solver, [v for (o, p, k, _), v in here.items() if radio in choices[o, p][k].radios])
        if len(here) > 1:
            over = solver.addVariable(0, len(operators), -AT_ONCE)
            solver.addConstr(_sum(here.values()) <= 1 + over)
        for o in operators:
            own = [v for key, v in here.items() if key[0] == o]
            for p in range(len(worth)):
                soon = [v for (a, q, _, s), v in on.items() if a == o and q == p and t < s <= t + CHANGE_MIN]
                others = [v for key, v in here.items() if key[0] == o and key[1] != p]
                for later in soon if others else ():
                    solver.addConstr(_sum(others) + later <= 1)
            _at_most_one(solver, own)
    solver.maximize()
    best = solver.getModelStatus() == highspy.HighsModelStatus.kOptimal
    taken = {key for key, v in on.items() if on and solver.val(v) > 0.5}
    turns = []
    for o, p, k in goes:
        times = sorted(t for a, q, c, t in taken if (a, q, c) == (o, p, k))
        if times:
            turns.append(Turn(o, p, choices[o, p][k], times[0], times[-1] + 1))
    busy = [sum(1 for key in taken if key[3] == t) for t in range(minutes)]
    return Together(tuple(sorted(turns, key=lambda x: (x.begins, x.operator))), sum(n > 1 for n in busy), best)


def _sum(variables: Iterable[highs_var]) -> highs_linear_expression:
    total = highs_linear_expression()
    for one in variables:
        total += one
    return total


def _at_most_one(solver: highspy.Highs, variables: list[highs_var]) -> None:
    if len(variables) > 1:
        solver.addConstr(_sum(variables) <= 1)


def _in_one_go(solver: highspy.Highs, line: list[highs_var | None]) -> highs_var:
    """Let a row of minutes be one run of a few minutes at least, or none; return whether there is one."""
    gone: highs_var = solver.addBinary(obj=-GO)
    begins = []
    for t, v in enumerate(line):
        if v is None:
            continue
        before = line[t - 1] if t else None
        begin = solver.addBinary()
        solver.addConstr(begin >= (v - before if before is not None else v))
        following = line[t : t + SHORTEST_MIN]
        for other in following:
            solver.addConstr(begin <= other) if other is not None else solver.addConstr(begin <= 0)
        if len(following) < SHORTEST_MIN:
            solver.addConstr(begin <= 0)
        begins.append(begin)
    if begins:
        solver.addConstr(_sum(begins) <= gone)
    return gone
