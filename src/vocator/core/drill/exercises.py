"""Exercises of one item each, from a seed: a question, a twin or choices, hints of three depths, and what is right.

Each is solved once when it is made, on the twin, by the planner: none is without a solution, none is solved before it begins.
"""

from collections.abc import Callable, Iterable
from dataclasses import replace
from functools import partial

from vocator.core.channel.band_plan import BandPlan
from vocator.core.channel.channel import Channel, megahertz
from vocator.core.drill.exercise import MOST_TRIES, Draw, Exercise, Hints, goal_for, pick, said
from vocator.core.drill.items import (
    GOALS,
    HOME,
    PASS_SUMS,
    READY,
    SIGHTS,
    SILENT,
    SLIP,
    STEPS,
    SUMS,
    WHOLE,
    Item,
    goal_word,
    item_of,
    setting_names,
)
from vocator.core.drill.judge import judged
from vocator.core.drill.line_sums import line_sum
from vocator.core.drill.pass_sums import pass_sum
from vocator.core.drill.questions import ready_question, sight
from vocator.core.drill.silent import silent
from vocator.core.goals.effort import seconds
from vocator.core.goals.goal import Goal
from vocator.core.goals.kind import Asked, Asks
from vocator.core.goals.sheet import ChapterKind, Sheet
from vocator.core.planning.draft import Draft
from vocator.core.planning.exploration import open_states
from vocator.core.planning.kinds import KINDS
from vocator.core.planning.planner import plan
from vocator.core.planning.routes import Routes
from vocator.core.planning.setting_chapters import ready, set_frequency
from vocator.core.planning.setting_ways import set_all
from vocator.core.planning.way_home import way_out
from vocator.core.proving.operator import follow
from vocator.core.radio.actions import read_lines
from vocator.core.radio.display import display
from vocator.core.radio.inputs import Chord, Hold, Tap, Turn
from vocator.core.radio.perform import Tally, carry_out
from vocator.core.radio.report import display_dict
from vocator.core.radio.state import State
from vocator.core.radio.twin import Twin
from vocator.core.slips.recovery import any_way_back, harm, rest_of
from vocator.core.slips.slips import Course

MOST_COURSES = 8
"""So many sheets are written to find a slip on; each takes a while."""


def exercise(twin: Twin, item: Item, seed: int, rng: Draw, region: BandPlan) -> Exercise | None:
    """Return the exercise of an item; ``rng`` draws it for ``seed``.  None where this radio has none for it.

    Raises Beyond where what was drawn lies beyond the radio; of a radio that is described in part also what its planning fails with.
    """
    if item in SUMS:
        return line_sum(item, seed, rng, region)
    if item == READY:
        return ready_question(seed, rng)
    if item in GOALS:
        return _goal(twin, item, seed, rng)
    if item in SIGHTS:
        return sight(twin, item, seed, rng)
    if item == SILENT:
        return silent(twin, seed, rng)
    if item in PASS_SUMS:
        return pass_sum(item, seed, rng)
    if item == SLIP:
        return _after_a_slip(twin, seed, rng)
    if item == HOME:
        return _home(twin, seed, rng)
    if item == WHOLE or item in STEPS.values():
        return _whole(twin, item, seed, rng)
    return _set(twin, item, seed, rng)


# -- on the twin -----------------------------------------------------------------------------


def _home(twin: Twin, seed: int, rng: Draw) -> Exercise | None:
    states = [s for s in open_states(twin) if not twin.at_rest(s)]
    for _ in range(MOST_TRIES):
        start = pick(rng, states)
        way = way_out(twin, start)
        if way and twin.at_rest(carry_out(twin, start, way)):
            tally = Tally(taps=len(way))
            hints = Hints(("Ready",), ("leave what is open, nothing is to be changed",), way)
            asked = "Something is open, and you do not know how it came to that. Leave it, and change nothing."
            return Exercise(HOME, seed, asked, seconds(tally, 2), start, aim={"rest": "home"}, hints=hints, fewest=len(way))
    return None


def _set(twin: Twin, item: Item, seed: int, rng: Draw) -> Exercise | None:
    name = item.key.removeprefix("set ")
    if name not in setting_names(twin):
        return None
    setting = twin.profile.setting_named(name)
    domain, start = twin.settings[setting].domain, twin.start
    now = twin.get(start, setting)
    near = [v for v in range(domain.count) if v != now and abs(v - now) <= 15] or [v for v in range(domain.count) if v != now]
    for _ in range(MOST_TRIES):
        value = pick(rng, near)
        sheet = _sheet(twin, partial(_only_set, setting=setting, value=value))
        run = follow(twin, sheet, start)
        if not run.trouble and twin.at_rest(run.state) and twin.get(run.state, setting) == value:
            text = domain.text(value)
            return _on_twin(twin, item, seed, f"Set {name} to {text}.", sheet, {f"setting {name}": text})
    return None


def _goal(twin: Twin, item: Item, seed: int, rng: Draw) -> Exercise | None:
    """Something of the whole radio, by the sheet of its kind; right where all settings are as the sheet makes them."""
    kind = KINDS[goal_word(item)]
    if kind.lacks(twin) is not None:
        return None
    choices = kind.choices(twin, Asks.KEY)
    sheet = kind.plan(twin, kind.goal(twin, Asked(text=pick(rng, choices) if choices else "")))
    start, end = twin.start, follow(twin, sheet, twin.start).state
    if start.values == end.values and kind.word.endswith("-on"):
        off = KINDS[kind.word.removesuffix("on") + "off"]
        start = follow(twin, off.plan(twin, off.goal(twin, Asked())), start).state
    run = follow(twin, sheet, start)
    differs = [n for n in range(len(twin.settings)) if twin.get(run.state, n) != twin.get(start, n)]
    if run.trouble or not differs or not twin.at_rest(run.state):
        return None
    aim = {twin.settings[n].name: twin.settings[n].domain.text(twin.get(run.state, n)) for n in differs}
    asked = " and ".join(f"{name} to {text}" for name, text in aim.items())
    words = item.words[0].upper() + item.words[1:]
    return _on_twin(twin, item, seed, f"{words}: {asked}.", sheet, {f"setting {n}": t for n, t in aim.items()}, start)


def _whole(twin: Twin, item: Item, seed: int, rng: Draw) -> Exercise | None:
    goal = goal_for(twin, rng, item)
    if goal is None:
        return None
    sheet = plan(twin, goal)
    if follow(twin, sheet, twin.start).trouble:
        return None
    if item == STEPS[ChapterKind.FREQUENCY]:
        hz = goal.channel.rx_hz
        sheet = _sheet(twin, partial(_only_tune, hz=hz))
        return _on_twin(twin, item, seed, f"Bring in {megahertz(hz)}.", sheet, {"frequency": str(hz)})
    slot = twin.profile.slot_text(goal.slot)
    asked = f"{said(goal.channel)} into slot {slot}, from memory."
    return replace(_on_twin(twin, item, seed, asked, sheet, {"slot": twin.profile.slot_key(goal.slot)}), goal=goal)


def _after_a_slip(twin: Twin, seed: int, rng: Draw) -> Exercise | None:
    """The radio after a slip that was just noticed: the rest of the work, from wherever that is."""
    for _ in range(MOST_COURSES):
        goal = goal_for(twin, rng)
        if goal is None:
            return None
        course = Course(twin, plan(twin, goal), twin.start)
        done = [n for n, f in enumerate(course.run.frames) if f.done and course.steps[n].actions and not course.steps[n].on_air]
        number = pick(rng, done)
        outcome = course.replay(pick(rng, list(course.slips(range(number, number + 1)))))
        right = course.run.frames[outcome.noticed].state
        if outcome.noticed < number or outcome.sent or harm(goal, outcome) or outcome.state == right:
            continue
        way = any_way_back(course, goal, [outcome.state], outcome.noticed)
        if way is None:
            continue
        slot, step = twin.profile.slot_text(goal.slot), course.steps[outcome.noticed]
        asked = f"{said(goal.channel)} goes into slot {slot}. You were at “{step.say}” and pressed something else. Where are you now? Go on from there."
        sheet = rest_of(course.sheet, way.step, way.actions)
        one = replace(_on_twin(twin, SLIP, seed, asked, sheet, {"slot": slot}, outcome.state), goal=goal)
        if not judged(twin, one, outcome.state).right:
            return one
    return None


def _only_set(draft: Draft, routes: Routes, setting: int, value: int) -> None:
    set_all(draft, routes, {setting: value}, {setting: "as asked"})


def _only_tune(draft: Draft, routes: Routes, hz: int) -> None:
    set_frequency(draft, routes, hz, ChapterKind.FREQUENCY, "as asked")


def _sheet(twin: Twin, write: Callable[[Draft, Routes], None]) -> Sheet:
    draft, routes = Draft(twin, None), Routes(twin)
    ready(draft, routes, Goal(0, Channel(twin.profile.bands[0].new_hz[0], None)))
    write(draft, routes)
    return Sheet(twin.profile.model, twin.profile.firmware, draft.chapters())


def _on_twin(
    twin: Twin, item: Item, seed: int, asked: str, sheet: Sheet, aim: dict[str, str], start: State | None = None
) -> Exercise:
    start = start or twin.start
    run = follow(twin, sheet, start)
    steps = [(c, s) for c in sheet.chapters for s in c.steps]
    done = [(c, s) for (c, s), f in zip(steps, run.frames, strict=True) if f.done and s.actions and not s.on_air]
    hints = Hints(
        tuple(dict.fromkeys(str(c.kind) for c, _ in done)), tuple(s.say for _, s in done), tuple(" ".join(s.actions) for _, s in done),
    )  # fmt: skip
    tally = run.tally
    fewest = tally.taps + tally.holds + tally.digits + tally.touches
    beside = frozenset(
        s.name for n, s in enumerate(twin.settings) if s.scope == "set" and twin.get(run.state, n) != twin.get(start, n)
    )
    usual_s = seconds(tally, len(done))
    return Exercise(item, seed, asked, usual_s, start, aim=aim, hints=hints, fewest=fewest, sheet=sheet, beside=beside)


def shown_of(twin: Twin, one: Exercise) -> dict[str, object] | None:
    """Return the display that a question is about."""
    return display_dict(display(twin, one.shown)) if one.shown is not None else None


def seen_of(twin: Twin, one: Exercise) -> dict[str, object] | None:
    """Return the display that shows what an exercise is about: its question's, the last thing open on its way, or what it begins with."""
    if one.start is None:
        return shown_of(twin, one)
    if one.sheet is None:
        return display_dict(display(twin, one.start))
    states = [f.state for f in follow(twin, one.sheet, one.start).frames]
    opened = [s for s in states if not twin.at_rest(s)]
    return display_dict(display(twin, (opened or states)[-1]))


def keys_in(twin: Twin, actions: Iterable[str]) -> set[str]:
    """Return the keys and dials that written actions press, hold, push or turn."""
    found: set[str] = set()
    for action in read_lines(twin.profile, actions):
        for given in action.inputs:
            one = given.then if isinstance(given, Chord) else given
            found |= {given.held} if isinstance(given, Chord) else set()
            found |= {one.key} if isinstance(one, Tap | Hold) else {one.dial} if isinstance(one, Turn) else set()
    return found


def parts_of(twin: Twin, one: Exercise) -> list[Item]:
    """Return all that an exercise exercises: the item itself, and the steps of a whole."""
    if one.sheet is None or one.item != WHOLE:
        return [one.item]
    found = [item_of(twin, c.kind, s) for c in one.sheet.chapters for s in c.steps]
    return [one.item, *dict.fromkeys(i for i in found if i is not None)]
