"""Recovery: from what a radio shows after a slip back into the sheet.

``locate`` finds the states that agree with what is seen; ``way_back`` finds the shortest
proven way from all of them: by a key or the way home, then on with the sheet from whichever point takes least.
"""

from collections.abc import Callable, Container, Iterable, Iterator
from dataclasses import dataclass

from vocator.core.goals.effort import DIGIT_S, HOLD_EXTRA_S, LOOK_S, TAP_S, seconds
from vocator.core.goals.goal import Goal
from vocator.core.goals.sheet import Chapter, ChapterKind, Sheet, Step, needs_noted
from vocator.core.planning.routes import Routes, binding_for, press_text
from vocator.core.planning.way_home import LEAVING, way_from
from vocator.core.proving.operator import follow
from vocator.core.proving.prover import judge
from vocator.core.proving.starts import covering_starts
from vocator.core.radio.display import Display, display
from vocator.core.radio.inputs import TOUCH
from vocator.core.radio.screens import EntryScreen, LabelScreen, PickerScreen
from vocator.core.radio.start import settings_of_set
from vocator.core.radio.state import State
from vocator.core.radio.twin import Twin
from vocator.core.slips.slips import Course, Outcome

EARLIER = 3
GENERAL = ("PTT", "PUSH", f"{TOUCH}OWN")
"""Keys that no one is sent to, or that stand for whichever key is at hand."""
OUT = LEAVING | {"keep_back"}
NEVER = frozenset({"transmit", "write", "write_split", "write_and_label", "erase", "erase_shown", "confirm"})
"""What no way back begins with."""
PLACE_BACK = frozenset({"backward", "back_or_leave"})
MOST_TIMES = 6
MOST_OFF = 40
"""So many clicks at rest are taken back by turning; beyond, the frequency is typed."""


@dataclass(frozen=True, slots=True)
class Sight:
    """One thing that the radio may show after a step, and the slips that lead there."""

    seen: Display
    outcomes: tuple[Outcome, ...]

    @property
    def weight(self) -> int:
        """How likely it is against the other sights: by its slips, those of the step itself first."""
        return sum(o.weight for o in self.outcomes)

    def states(self, courses: list[Course], step: int) -> list[State]:
        """Return the states that agree with what is seen, on every course on which the same slip ends alike."""
        found = dict.fromkeys(o.state for o in self.outcomes)
        for outcome in self.outcomes:
            for course in courses:
                if course is not outcome.course:
                    other = course.carried(outcome.slip, step)
                    if other.screen == outcome.state.screen:
                        found[other] = None
        return list(found)


@dataclass(frozen=True, slots=True)
class WayBack:
    """Keys that lead home, and the step of the sheet to go on with; ``complete``: from every state in which the likely slips show what is seen."""

    actions: tuple[str, ...]
    step: int
    complete: bool = False


def courses_of(twin: Twin, sheet: Sheet, goal: Goal, known: State | None = None) -> list[Course]:
    """Return the sheet followed from what is known of the radio, and from a start with every value wrong.

    The second is left out for a sheet that counts on what the one before it left.
    """
    starts = dict(covering_starts(twin, goal))
    first = known or starts["the slot occupied"]
    wrong = starts.get("automatic shift off, every value wrong") or starts["every value wrong"]
    courses = [Course(twin, sheet, first), Course(twin, sheet, wrong._replace(slots=first.slots))]
    return [course for course in courses if not course.run.trouble]


def sights(
    courses: list[Course], step: int, outcomes: Iterable[Outcome] | None = None, right: Container[str] = frozenset()
) -> list[Sight]:
    """Return what may be seen after a step in place of what the sheet draws, the likeliest first.

    Looked at are the slips of the step and of a few steps before it that looked right;
    ``outcomes`` may hold those of all steps when they are known already.  What may stand there ``right``ly on a radio
    that was set otherwise is no slip.
    """
    if outcomes is None:
        steps = range(max(0, step - EARLIER), step + 1)
        outcomes = (course.replay(slip) for course in courses for slip in course.slips(steps))
    found: dict[str, list[Outcome]] = {}
    shown: dict[str, Display] = {}
    for outcome in outcomes:
        if outcome.noticed == step:
            seen = display(outcome.course.twin, outcome.state)
            if seen.text in right:
                continue
            shown.setdefault(seen.text, seen)
            found.setdefault(seen.text, []).append(outcome)
    return sorted((Sight(shown[text], tuple(o)) for text, o in found.items()), key=lambda s: -s.weight)


def locate(found: list[Sight], text: str) -> Sight | None:
    """Return the sight that an operator reports, by all that stands on the display; None for nothing of these."""
    return next((s for s in found if s.seen.text == text), None)


def locate_number(found: list[Sight], number: str) -> Sight | None:
    """Return the likeliest sight whose main line is a number that an operator typed, digit by digit; None for none of these."""
    digits = _digits(number)
    return next((s for s in found if digits and _digits(s.seen.main) == digits), None)


def _digits(text: str) -> str:
    return "".join(c for c in text if c.isdigit())


def rest_of(sheet: Sheet, step: int, home: tuple[str, ...] = ()) -> Sheet:
    """Return what is left of a sheet from a step on, maybe with keys that lead home before it."""
    chapters, number = [], 0
    if home:
        chapters.append(
            Chapter(ChapterKind.READY, (Step(home, None, "First this, to get back into the sheet", "proven from what is seen"),))
        )
    for chapter in sheet.chapters:
        steps = chapter.steps[max(0, step - number) :]
        number += len(chapter.steps)
        if steps:
            chapters.append(Chapter(chapter.kind, steps))
    return Sheet(sheet.model, sheet.firmware, tuple(chapters), sheet.limits, sheet.changes)


Leads = Callable[[Sheet], bool | None]
"""Whether a sheet leads to the goal from all states that agree with what is seen; None where that cannot be told."""
MOST_PROVEN = 6
SURE = 0.75
"""A way is never faster than this part of what its keys and the rest of the sheet take when all goes right."""


@dataclass(frozen=True, slots=True)
class _Way:
    """One way that may lead back: keys first, then the sheet from a step on; ``nominal_s`` when all goes right, in seconds."""

    nominal_s: float
    actions: tuple[str, ...]
    step: int
    sheet: Sheet


def way_back(course: Course, goal: Goal, every: list[State], step: int, from_all: Leads | None = None) -> WayBack | None:
    """Return the shortest way back that reaches the goal from every one of some states that look alike.

    Tried are all points of the sheet, also within the step at hand and the one before it, after no key, any key that works where the radio
    stands, and the ways home. ``from_all`` asks the same of all states that agree with what is seen.  None where no way leads to the goal.
    """
    noted = _noted(course, step)
    found: list[tuple[float, int, _Way]] = []
    best = float("inf")
    for number, way in enumerate(sorted(_ways(course, goal, every, step), key=lambda w: w.nominal_s)):
        if way.nominal_s * SURE >= best:
            break
        cost_s = _cost_s(course.twin, goal, way.sheet, every, noted)
        if cost_s is not None:
            found.append((cost_s, number, way))
            best = min(best, cost_s)
    return _proven([way for _, _, way in sorted(found, key=lambda f: f[:2])], from_all)


def any_way_back(course: Course, goal: Goal, every: list[State], step: int) -> WayBack | None:
    """Return the first way back that is found, from the latest step that it leads from; None where none leads to the goal."""
    noted = _noted(course, step)
    begins = [group[0] for group in course.groups if group[0] <= step + 1] or [0]
    prefixes = _ways_out(course.twin, every)
    for begin in reversed(begins):
        for prefix in prefixes:
            if _cost_s(course.twin, goal, rest_of(course.sheet, begin, prefix), every, noted) is not None:
                return WayBack(prefix, begin)
    return None


def _proven(ways: list[_Way], from_all: Leads | None) -> WayBack | None:
    """Return the first of some ways that holds from all states that agree with what is seen, as far as that can be told."""
    for way in ways[:MOST_PROVEN]:
        led = from_all(way.sheet) if from_all is not None else None
        if led is not False:
            return WayBack(way.actions, way.step, bool(led))
    return None


def _noted(course: Course, step: int) -> str:
    noting = next((n for n, s in enumerate(course.steps) if s.notes), None)
    return course.run.noted if noting is not None and step > noting else ""


def _ways(course: Course, goal: Goal, every: list[State], step: int) -> Iterator[_Way]:
    turned = [*_turned_back(course, goal, every, step), *_meant(course, every, step)]
    prefixes = [(keys, _press_s(keys)) for keys in dict.fromkeys([*_prefixes(course.twin, every), *turned])]
    for begin in [group[0] for group in course.groups if group[0] <= step + 1] or [0]:
        rest_s = course.rest_s(begin)
        for keys, keys_s in prefixes:
            yield _Way(rest_s + keys_s, keys, begin, rest_of(course.sheet, begin, keys))
    for number in range(max(0, step - 1), step + 1):
        for within, within_s in course.points_within(number):
            for keys, keys_s in prefixes:
                actions = (*keys, *within)
                yield _Way(keys_s + within_s, actions, number + 1, rest_of(course.sheet, number + 1, actions))


def _press_s(keys: tuple[str, ...]) -> float:
    """Return the effort of some keys with the look after them, in seconds."""
    total = LOOK_S if keys else 0.0
    for key in keys:
        if key.isdigit():
            total += DIGIT_S * len(key)
            continue
        word, _, more = key.strip("[]").partition(" ")
        held_s = float(more[:-1]) if more.endswith("s") and more[:-1].replace(".", "").isdigit() else 0.0
        total += held_s if word == "wait" else TAP_S + (held_s + HOLD_EXTRA_S if held_s else 0.0)
    return total


def _ways_out(twin: Twin, every: list[State]) -> list[tuple[str, ...]]:
    """Return what leads out of whatever is open: nothing, a key that leaves or keeps it, the ways home."""
    found: dict[tuple[str, ...], None] = {(): None}
    for state in every:
        if twin.at_rest(state):
            continue
        for binding in twin.screens[state.screen].bind:
            press = binding.press
            if binding.verb in OUT and press.kind == "tap" and not press.held and press.key not in GENERAL:
                found[(press_text(press),)] = None
    for state in every:
        if not twin.at_rest(state):
            try:
                found[way_from(twin, state)] = None
            except KeyError:
                continue
    return list(found)


def _prefixes(twin: Twin, every: list[State]) -> list[tuple[str, ...]]:
    """Return what may be pressed before going on: the ways out, each key that works where the radio stands, the switch of reverse."""
    found = dict.fromkeys(_ways_out(twin, every))
    routes = Routes(twin)
    for state in every:
        screen = twin.screens[state.screen]
        cycle = dict(screen.letters if isinstance(screen, (LabelScreen, PickerScreen)) else ()).get(state.letter_key, "")
        for times in range(1, len(cycle)):  # the key of the letter goes round to the right one
            found[(state.letter_key * times,)] = None
        for binding in screen.bind:
            press = binding.press
            leaves = binding.verb in LEAVING and not twin.at_rest(state)  # where something is open PTT does not send
            if press.kind not in ("tap", "hold") or press.held or binding.verb in NEVER or press.key in GENERAL[1:]:
                continue
            if press.key == "PTT" and not leaves and binding.verb != "leave_label":
                continue
            text = press_text(press)
            often = (leaves or binding.verb in PLACE_BACK) and press.key != "PTT"
            for times in range(1, MOST_TIMES + 1 if often else 2):
                found[(text,) * times] = None
        if twin.at_rest(state):
            turned = routes.presses(state.modes[state.unit], "reverse")
            if turned:
                found[turned] = None
    return list(found)


def _meant(course: Course, every: list[State], step: int) -> Iterator[tuple[str, ...]]:
    """Yield the tap that was meant where digits are half typed: it drops them and does no more, and does its work where they are gone."""
    first = next(iter(course.actions(course.steps[step])), None)
    if first is None or not first.text.startswith("[") or " " in first.text or first.text.strip("[]") in GENERAL:
        return
    if all(isinstance(course.twin.screens[s.screen], EntryScreen) for s in every):
        yield (first.text,)


def _turned_back(course: Course, goal: Goal, every: list[State], step: int) -> Iterator[tuple[str, ...]]:
    """Yield the turn that takes back clicks made at rest: to the slot in memory mode, by as many steps as the frequency is off in VFO mode."""
    twin, routes, right = course.twin, Routes(course.twin), course.before(step)
    for state in every:
        if not twin.at_rest(state):
            continue
        if twin.in_memory(state):
            if binding_for(twin.screens[twin.memory], "recall"):
                slot = routes.until(twin.memory, "recall", 0, 0, 1, True, twin.profile.slot_text(goal.slot))
                away = routes.turner(twin.memory, "recall", 1)
                yield (slot,)
                yield (away if away.startswith("[") else f"{away} +1", slot)  # what holds until the next slot is shown ends so
            continue
        off, left = divmod(twin.freq(right) - twin.freq(state), twin.step_hz(state) or 1)
        if left or not 0 < abs(off) <= MOST_OFF or not binding_for(twin.screens[twin.vfo], "tune"):
            continue
        turner = routes.turner(twin.vfo, "tune", 1 if off > 0 else -1)
        yield (turner,) * abs(off) if turner.startswith("[") else (f"{turner.rstrip('-')} {off:+d}",)


def _cost_s(twin: Twin, goal: Goal, sheet: Sheet, states: list[State], noted: str) -> float | None:
    """Return the effort of a sheet from the worst of some states, in seconds; None where it does not lead to the goal from all of them."""
    if not sheet.chapters or (not noted and needs_noted(sheet.steps())):
        return None
    worst = 0.0
    for state in states:
        run = follow(twin, sheet, state, keep_frames=False, noted=noted)
        if run.trouble or judge(twin, sheet, goal, state, run):
            return None
        worst = max(worst, seconds(run.tally, run.looks))
    return worst


@dataclass(frozen=True, slots=True)
class Harm:
    """What a slip did beyond the sheet: other slots changed, set-wide settings changed, something sent."""

    slots: tuple[int, ...] = ()
    settings: tuple[str, ...] = ()
    sent: tuple[int, ...] = ()

    def __bool__(self) -> bool:
        return bool(self.slots or self.settings or self.sent)


def harm(goal: Goal, outcome: Outcome) -> Harm:
    """Return what a slip did, against the right course at the step where it was noticed."""
    course = outcome.course
    right = course.run.frames[outcome.noticed].state if outcome.noticed >= 0 else course.run.state
    slots = tuple(i for i, (a, b) in enumerate(zip(right.slots, outcome.state.slots, strict=True)) if a != b and i != goal.slot)
    before, after = settings_of_set(course.twin, right), settings_of_set(course.twin, outcome.state)
    changed = tuple(f"{name} {value}" for name, value in after.items() if before[name] != value)
    for key, had, has in zip(course.twin.profile.free_keys, right.free, outcome.state.free, strict=True):
        if had != has:
            changed += (f"{key} opens {course.twin.settings[has].name}",)
    rightly = [hz for _, hz in course.run.sent]
    sent = tuple(hz for hz in outcome.sent if hz not in rightly)
    return Harm(slots, changed, sent)
