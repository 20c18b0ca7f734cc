"""Prove that every single slip at every step of some sheets is recovered to the goal."""

import random
from collections import Counter
from concurrent.futures import ProcessPoolExecutor
from dataclasses import dataclass, field
from os import cpu_count

from vocator.core.goals.goal import Beyond, Goal
from vocator.core.goals.sheet import Sheet
from vocator.core.planning.planner import plan
from vocator.core.proving.operator import Run
from vocator.core.proving.prover import judge
from vocator.core.radio.going import go_home
from vocator.core.radio.twin import Twin
from vocator.core.slips.recovery import any_way_back, courses_of, harm, sights
from vocator.core.slips.slips import Outcome
from vocator.files.profile_yaml import model_names
from vocator.usecases.programming.prove_radios import Progress, generate
from vocator.usecases.twin.twins import twin_of

KINDS_SLIPPED = ("label", "send", "narrow", "repeater", "simplex")
CHANNELS = 3
UNSEEN_WORDS = {
    "tone_mode": ("tone", "code"), "tone_tx": ("tone",), "tone_rx": ("tone",), "dcs_tx": ("code",), "dcs_rx": ("code",),
    "tx_hz": ("offset", "send side"), "width": ("width",), "power": ("power",), "label": ("label",),
}  # fmt: skip


@dataclass(slots=True)
class SlipTable:
    """What came of the slips, by radio; and those that were not recovered."""

    counts: dict[str, Counter[str]] = field(default_factory=dict)
    faults: list[dict[str, str]] = field(default_factory=list)

    def as_dict(self) -> dict[str, object]:
        """Return the table as the command line speaks it."""
        columns = ("slips", "harmless", "recovered", "named", "harmed", "stuck", "missed")
        rows = [{"model": model, **{c: count[c] for c in columns}} for model, count in sorted(self.counts.items())]
        return {"rows": rows, "faults": self.faults}


def prove_slips(models: list[str], seed: int, progress: Progress) -> SlipTable:
    """Prove the slips of three channels on each model (all when none is named) and each firmware of it."""
    tasks = [(m, f.name, seed) for m in models or model_names() for f in twin_of(m).profile.firmwares]
    table = SlipTable()
    with ProcessPoolExecutor(min(cpu_count() or 1, len(tasks))) as pool:
        for number, ((model, _, _), (count, faults)) in enumerate(zip(tasks, pool.map(_task, tasks), strict=True), 1):
            table.counts.setdefault(model, Counter()).update(count)
            table.faults += faults
            progress(number, len(tasks), model)
    return table


def _task(task: tuple[str, str, int]) -> tuple[Counter[str], list[dict[str, str]]]:
    model, firmware, seed = task
    twin = twin_of(model, firmware)
    rng = random.Random(f"{seed} {model} {firmware} slips")
    count: Counter[str] = Counter()
    faults: list[dict[str, str]] = []
    done = 0
    for kind in KINDS_SLIPPED:
        goal = generate(twin, kind, rng)
        try:
            sheet = plan(twin, goal)
        except Beyond:
            continue
        faults += [{"model": model, "kind": kind, **fault} for fault in slips_of(twin, sheet, goal, count)]
        done += 1
        if done == CHANNELS:
            break
    return count, faults


def slips_of(twin: Twin, sheet: Sheet, goal: Goal, count: Counter[str]) -> list[dict[str, str]]:
    """Count what comes of every slip of a sheet; return those that were missed or are not recovered.

    The radio starts with other channels around the slot, once with the values of a new set
    and once with every value wrong; a way back must lead to the goal from both.
    """
    courses = courses_of(twin, sheet, goal)
    outcomes = [course.replay(slip) for course in courses for slip in course.slips()]
    count["slips"] += len(outcomes)
    faults = []
    by_step: dict[int, list[Outcome]] = {}
    for outcome in outcomes:
        by_step.setdefault(outcome.noticed, []).append(outcome)
    for outcome in by_step.pop(-1, []):
        word, fault = _unnoticed(goal, outcome)
        count[word] += 1
        if word == "missed":
            faults.append(_fault(outcome, fault))
    for step, noticed in sorted(by_step.items()):
        for sight in sights(courses, step, noticed):
            way = any_way_back(courses[0], goal, sight.states(courses, step), step)
            count["recovered" if way else "stuck"] += len(sight.outcomes)
            count["harmed"] += sum(bool(harm(goal, o)) for o in sight.outcomes)
            if way is None:
                faults.append(_fault(sight.outcomes[0], f"no way back from {sight.seen.text}"))
    return faults


def _unnoticed(goal: Goal, outcome: Outcome) -> tuple[str, str]:
    """Judge a slip that no display told: harmless, named among the limits of the read-back, or missed."""
    course, left = outcome.course, outcome.state
    if course.twin.lets_through(left):
        left = go_home(course.twin, left)  # a lit layer that lets every key through goes out with the next one
    fault = judge(course.twin, course.sheet, goal, course.start, Run(left))
    if not fault and not harm(goal, outcome):
        return "harmless", ""
    if " holds " in fault:
        fields = [part.split()[0] for part in fault.partition(" holds ")[2].split("; ")]
        limits = " ".join(course.sheet.limits)
        if all(any(word in limits for word in UNSEEN_WORDS.get(f, ())) for f in fields):
            return "named", fault
    if fault == "the free keys open something else" and "a free key held by mistake" in " ".join(course.sheet.limits):
        return "named", fault
    if fault == "reverse was left on" and "reverse" in " ".join(course.sheet.limits):
        return "named", fault
    if fault.endswith("was changed too") and "look at that slot too" in " ".join(course.sheet.limits):
        return "named", fault
    return "missed", fault or "harm that no display tells"


def _fault(outcome: Outcome, text: str) -> dict[str, str]:
    slip = outcome.slip
    step = outcome.course.steps[slip.step]
    return {"step": f"{slip.step + 1}: {' · '.join(step.actions)}", "slip": f"{slip.kind}: {slip.wrong}", "why": text}
