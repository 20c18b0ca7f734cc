"""Breaks proven sheets in every small way and lets the complete proof judge; run with ``scripts/bench mutations [MODEL …]``."""

import random
import re
import sys
from collections import Counter
from collections.abc import Iterator
from dataclasses import replace

from vocator.core.goals.goal import Beyond, Goal
from vocator.core.goals.sheet import Chapter, ChapterKind, Sheet, Step
from vocator.core.planning.planner import plan
from vocator.core.proving.from_every_state import prove_from_every_state
from vocator.core.proving.operator import follow
from vocator.core.proving.prover import Verdict, prove
from vocator.core.proving.starts import covering_starts
from vocator.core.radio.actions import ActionError
from vocator.core.radio.twin import Twin
from vocator.files.profile_yaml import model_names
from vocator.usecases.programming.prove_radios import generate
from vocator.usecases.twin.twins import twin_of


def with_steps(sheet: Sheet, steps: list[Step]) -> Sheet:
    """Return a sheet of other steps; chapters matter only to on-air steps."""
    return replace(sheet, chapters=(Chapter(ChapterKind.READ_BACK, tuple(steps)),))


def mutants(twin: Twin, sheet: Sheet) -> Iterator[tuple[str, int, Sheet]]:
    """Yield each way of breaking a sheet with the step it is at."""
    steps = sheet.steps()
    for n, step in enumerate(steps):
        if not step.actions:
            continue
        yield "left out", n, with_steps(sheet, steps[:n] + steps[n + 1 :])
        yield "doubled", n, with_steps(sheet, [*steps[: n + 1], *steps[n:]])
        if n + 1 < len(steps) and step.group is None:
            yield "swapped", n, with_steps(sheet, [*steps[:n], steps[n + 1], step, *steps[n + 2 :]])
        for at, action in enumerate(step.actions):
            other = changed(twin, action)
            if other is not None:
                actions = (*step.actions[:at], other, *step.actions[at + 1 :])
                yield (
                    "value changed",
                    n,
                    with_steps(sheet, [*steps[:n], replace(step, actions=actions, shows=None), *steps[n + 1 :]]),
                )


def changed(twin: Twin, action: str) -> str | None:
    """Return an action with another value of the same kind; None where it holds none."""
    if action.isdigit():
        return action[:-1] + str((int(action[-1]) + 5) % 10)
    found = re.search(r"until (.+)$", action)
    if not found:
        return None
    text = found[1]
    for setting in twin.settings:
        at = setting.domain.find_text(text)
        if at is not None and setting.domain.count > 1:
            return action[: found.start(1)] + setting.domain.text((at + 1) % setting.domain.count)
    return None


def first(twin: Twin, kind: str) -> tuple[Goal, Sheet] | None:
    """Return the first goal of a kind that a radio can do, with its sheet."""
    rng = random.Random(f"mutations {twin.profile.model} {kind}")
    for _ in range(8):
        goal = generate(twin, kind, rng)
        try:
            return goal, plan(twin, goal)
        except Beyond:
            continue
    return None


def explained(twin: Twin, goal: Goal, sheet: Sheet, broken: Sheet, how: str, n: int) -> str:
    """Return why a broken sheet is as good: it checks less, or does just the same from every chosen start; empty for neither."""
    step = sheet.steps()[n]
    if how == "left out" and (step.on_air or (step.when is not None and step.when.shows and step.shows)):
        return "a check left out: it changes nothing"
    ends = [
        [x._replace(idle_ms=0, message="", message_ms=0, cursors=(), last_written=-1) for x in (follow(twin, one, s, keep_frames=False).state for _, s in covering_starts(twin, goal))]
        for one in (sheet, broken)
    ]  # fmt: skip
    if ends[0] != ends[1]:
        return "other values where the goal leaves them free"
    return {"doubled": "done twice: the second time changes nothing", "swapped": "neighbours that do not hang on each other"}.get(
        how, ""
    )


def judged(twin: Twin, goal: Goal, broken: Sheet) -> str:
    """Return which proof refutes a broken sheet, empty for none."""
    try:
        proof = prove(twin, broken, goal)
        if proof.verdict is not Verdict.PROVEN:
            return "quick"
        return "" if prove_from_every_state(twin, broken, goal, proof).verdict is Verdict.PROVEN else "complete"
    except ActionError:
        return "quick"


def main() -> None:
    print(
        "| radio | mutants | refuted by the quick proof | only by the complete one | survive, explained | unexplained |\n| --- | --- | --- | --- | --- | --- |"
    )
    reasons: Counter[str] = Counter()
    for model in sys.argv[1:] or model_names():
        twin, counts = twin_of(model), Counter[str]()
        for kind in ("send", "label"):
            found = first(twin, kind)
            for how, n, broken in mutants(twin, found[1]) if found else ():
                goal, sheet = found or ()
                by = judged(twin, goal, broken)
                counts["mutants"] += 1
                counts[by] += 1
                if not by:
                    why = explained(twin, goal, sheet, broken, how, n)
                    counts["explained" if why else "unexplained"] += 1
                    reasons[why or f"UNEXPLAINED {model} {kind} step {n + 1} {how}: {sheet.steps()[n].say}"] += 1
        print(
            f"| {model} | {counts['mutants']} | {counts['quick']} | {counts['complete']} | {counts['explained']} | {counts['unexplained']} |",
            flush=True,
        )
    for words, count in reasons.most_common():
        print(f"{count:5} {words}")


if __name__ == "__main__":
    main()
