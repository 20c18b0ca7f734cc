"""Several passes at once: every plan keeps to its rules, and no small one can be bettered by trying all."""

import random
from itertools import product

import pytest

from vocator.core.outing.together import AT_ONCE, CHANGE_MIN, GO, LATER_CHOICE, SHORTEST_MIN, Choice, Together, plan_together


def humps(draw: random.Random, passes: int, minutes: int) -> list[list[float]]:
    worth = []
    for _ in range(passes):
        begins = draw.randrange(0, minutes - 6)
        ends, high = min(begins + draw.randrange(5, 15), minutes), draw.uniform(0.2, 1.0)
        worth.append([round(high, 3) if begins <= t < ends else 0.0 for t in range(minutes)])
    return worth


def broken(made: Together, worth: list[list[float]]) -> list[str]:
    """Return the rules that a plan breaks."""
    found = []
    for n, a in enumerate(made.turns):
        if a.ends - a.begins < SHORTEST_MIN:
            found.append("too short")
        if not all(worth[a.passed][t] for t in range(a.begins, a.ends)):
            found.append("not up")
        for b in made.turns[n + 1 :]:
            meet = a.begins < b.ends and b.begins < a.ends
            if meet and (a.passed == b.passed or set(a.choice.radios) & set(b.choice.radios)):
                found.append("one pass or radio twice")
            apart = max(a.begins, b.begins) - min(a.ends, b.ends)
            if a.operator == b.operator and apart < CHANGE_MIN:
                found.append("no time to change")
            if (a.operator, a.passed) == (b.operator, b.passed):
                found.append("in two goes")
    return found


def value(made: Together, worth: list[list[float]], choices: dict[tuple[int, int], list[Choice]]) -> float:
    total = -GO * len(made.turns)
    busy: dict[int, int] = {}
    for turn in made.turns:
        later = choices[turn.operator, turn.passed].index(turn.choice)
        for t in range(turn.begins, turn.ends):
            total += worth[turn.passed][t] - LATER_CHOICE * later
            busy[t] = busy.get(t, 0) + 1
    return total - AT_ONCE * sum(n - 1 for n in busy.values())


@pytest.mark.parametrize("seed", range(6))
def test_a_plan_keeps_to_its_rules_and_one_operator_is_never_beaten_by_trying_all(seed: int) -> None:
    draw = random.Random(seed)
    worth = humps(draw, 4, 40)
    choices = {(o, p): [Choice((r,), "") for r in draw.sample(range(3), 2)] for o, p in product(range(2), range(4))}
    made = plan_together(worth, choices)
    assert made.best and made.turns and broken(made, worth) == []
    assert made.at_once == sum(1 for t in range(40) if sum(x.begins <= t < x.ends for x in made.turns) > 1)

    alone = {(0, p): [Choice((0,), "")] for p in range(4)}
    found = plan_together(worth, alone)
    assert broken(found, worth) == []
    best = _best_alone(worth)
    assert value(found, worth, alone) == pytest.approx(best, abs=1e-6)


def _best_alone(worth: list[list[float]]) -> float:
    """Try all for one operator: minute by minute, on which pass, how long, which were had already."""
    minutes, passes = len(worth[0]), len(worth)
    states: dict[tuple[int, int, int, int], float] = {(-1, 0, CHANGE_MIN, 0): 0.0}  # pass, its minutes, pause, had
    for t in range(minutes):
        after: dict[tuple[int, int, int, int], float] = {}

        def reach(state: tuple[int, int, int, int], worthy: float, into: dict[tuple[int, int, int, int], float] = after) -> None:
            into[state] = max(into.get(state, -1e9), worthy)

        for (p, held, pause, had), so_far in states.items():
            if p < 0 or held >= SHORTEST_MIN:
                reach((-1, 0, min((pause if p < 0 else 0) + 1, CHANGE_MIN), had), so_far)
            if p >= 0 and worth[p][t]:
                reach((p, held + 1, 0, had), so_far + worth[p][t])
            for q in range(passes):
                if p < 0 and pause >= CHANGE_MIN and not had >> q & 1 and worth[q][t]:
                    reach((q, 1, 0, had | 1 << q), so_far + worth[q][t] - GO)
        states = after
    return max(v for (p, held, _, _), v in states.items() if p < 0 or held >= SHORTEST_MIN)


def test_nothing_up_or_nobody_able_is_an_empty_plan_and_too_much_is_refused() -> None:
    assert plan_together([[0.0] * 20], {(0, 0): [Choice((0,), "")]}).turns == ()
    with pytest.raises(ValueError, match="at most"):
        plan_together([[1.0] * 20] * 13, {(0, 0): [Choice((0,), "")]})
