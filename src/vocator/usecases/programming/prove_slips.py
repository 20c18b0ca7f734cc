"""Prove that every single slip at every step of some sheets is recovered to the goal."""

import random
from collections import Counter
from concurrent.futures import ProcessPoolExecutor
from dataclasses import dataclass, field
from os import cpu_count

from vocator.core.goals.goal import Beyond, Goal
from vocator.core.goals.limit import Limit, Unseen
from vocator.core.goals.sheet import Part, Sheet
from vocator.core.planning.planner import plan
from vocator.core.proving.judgement import untold
from vocator.core.proving.operator import Run
from vocator.core.proving.prover import judge
from vocator.core.radio.going import go_home
from vocator.core.radio.profile import Means
from vocator.core.radio.state import State
from vocator.core.radio.twin import Twin
from vocator.core.slips.recovery import any_way_back, courses_of, harm, sights
from vocator.core.slips.slips import Course, Outcome
from vocator.files.profile_yaml import model_names
from vocator.usecases.programming.prove_radios import Progress, generate
from vocator.usecases.twin.twins import twin_of

KINDS_SLIPPED = ("label", "send", "narrow", "repeater", "simplex")
CHANNELS = 3
PARTS: dict[str, frozenset[Unseen]] = {
    "tone_mode": frozenset({Unseen.TONE, Unseen.CODE}), "tone_tx": frozenset({Unseen.TONE}), "tone_rx": frozenset({Unseen.TONE}),
    "dcs_tx": frozenset({Unseen.CODE}), "dcs_rx": frozenset({Unseen.CODE}), "tx_hz": frozenset({Unseen.SHIFT}),
    "width": frozenset({Unseen.WIDTH}), "power": frozenset({Unseen.POWER}), "label": frozenset({Unseen.LABEL}),
}  # fmt: skip
"""What of a stored channel hangs on what is not seen: named where one of these is among the limits."""
OF_PART: dict[str, Unseen] = {"band": Unseen.OTHER_BAND, Part.REVERSE: Unseen.REVERSE}
OF_MEANS = {
    Means.SHIFT: Unseen.SHIFT,
    Means.OFFSET: Unseen.SHIFT,
    Means.WIDTH: Unseen.WIDTH,
    Means.POWER: Unseen.POWER,
    Means.TONE: Unseen.TONE,
    Means.CODE: Unseen.CODE,
}
"""What of a difference beside slots hangs on what is not seen: a setting of the whole radio is left as wrong as the slot is."""
NOTHING_NAMES_IT: frozenset[Unseen] = frozenset()


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
    limits = frozenset(code for limit in course.sheet.limits if isinstance(limit, Limit) for code in limit.of)
    wrong = _wrong(course, goal, left)
    if fault and wrong and all(needs & limits for needs in wrong):
        return "named", fault
    return "missed", fault or "harm that no display tells"


def _wrong(course: Course, goal: Goal, left: State) -> list[frozenset[Unseen]]:
    """Return for each thing that is wrong at the end which limits would name it; none would where the set is empty."""
    twin, start = course.twin, course.start
    found: list[frozenset[Unseen]] = []
    stored = left.slots[goal.slot]
    if stored is None:
        found.append(NOTHING_NAMES_IT)
    else:
        has, wanted = twin.channel(stored).as_dict(), goal.channel.as_dict()
        found += [PARTS.get(part, NOTHING_NAMES_IT) for part in wanted if has[part] != wanted[part]]
    if any(a != b for n, (a, b) in enumerate(zip(start.slots, left.slots, strict=True)) if n != goal.slot):
        found.append(frozenset({Unseen.OTHER_SLOT}))
    if left.free != start.free:
        found.append(frozenset({Unseen.FREE_KEYS}))
    for one in untold(twin, course.sheet, goal, start, left):
        code = OF_PART.get(one.what) if one.setting is None else OF_MEANS.get(one.setting.means)
        found.append(frozenset({code}) if code else NOTHING_NAMES_IT)
    if not twin.at_rest(left) or (twin.in_memory(left) and left.positions[left.unit] != goal.slot):
        found.append(NOTHING_NAMES_IT)
    return found


def _fault(outcome: Outcome, text: str) -> dict[str, str]:
    slip = outcome.slip
    step = outcome.course.steps[slip.step]
    return {"step": f"{slip.step + 1}: {' · '.join(step.actions)}", "slip": f"{slip.kind}: {slip.wrong}", "why": text}
