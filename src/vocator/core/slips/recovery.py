"""Recovery: from what a radio shows after a slip back into the sheet.

``locate`` finds the states that agree with what is seen; ``way_back`` finds the shortest
proven way from all of them: home by keys that change nothing, then on with the sheet from
the latest step that still leads to the goal.
"""

from collections.abc import Callable, Container, Iterable
from dataclasses import dataclass

from vocator.core.goals.goal import Goal
from vocator.core.goals.sheet import Chapter, ChapterKind, Sheet, Step, needs_noted
from vocator.core.planning.routes import press_text
from vocator.core.planning.way_home import LEAVING, way_from
from vocator.core.proving.operator import follow
from vocator.core.proving.prover import judge
from vocator.core.proving.starts import covering_starts
from vocator.core.radio.display import Display, display
from vocator.core.radio.inputs import TOUCH
from vocator.core.radio.start import settings_of_set
from vocator.core.radio.state import State
from vocator.core.radio.twin import Twin
from vocator.core.slips.slips import Course, Outcome

EARLIER = 3
GENERAL = ("PTT", "PUSH", f"{TOUCH}OWN")
"""Keys that no one is sent to, or that stand for whichever key is at hand."""
OUT = LEAVING | {"keep_back"}


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
    courses = [Course(twin, sheet, first), Course(twin, sheet, starts["every value wrong"]._replace(slots=first.slots))]
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


def rest_of(sheet: Sheet, step: int, home: tuple[str, ...] = ()) -> Sheet:
    """Return what is left of a sheet from a step on, maybe with keys that lead home before it."""
    chapters, number = [], 0
    if home:
        chapters.append(Chapter(ChapterKind.READY, (Step(home, None, "Leave what is open", "nothing is changed"),)))
    for chapter in sheet.chapters:
        steps = chapter.steps[max(0, step - number) :]
        number += len(chapter.steps)
        if steps:
            chapters.append(Chapter(chapter.kind, steps))
    return Sheet(sheet.model, sheet.firmware, tuple(chapters), sheet.limits, sheet.changes)


Leads = Callable[[Sheet], bool | None]
"""Whether a sheet leads to the goal from all states that agree with what is seen; None where that cannot be told."""


def way_back(course: Course, goal: Goal, every: list[State], step: int, from_all: Leads | None = None) -> WayBack | None:
    """Return the shortest way back that reaches the goal from every one of some states that look alike.

    ``from_all`` asks the same of all states that agree with what is seen.  None where no way leads to the goal.
    """
    twin, sheet = course.twin, course.sheet
    rest = all(twin.at_rest(state) for state in every)
    noting = next((n for n, s in enumerate(sheet.steps()) if s.notes), None)
    noted = course.run.noted if noting is not None and step > noting else ""
    begins = [group[0] for group in course.groups if group[0] <= step + 1] or [0]
    prefixes = _prefixes(twin, every)
    for begin in reversed(begins):
        for prefix in prefixes:
            as_it_stands = not prefix and (rest or begin >= begins[-2:][0])
            rest_sheet = rest_of(sheet, begin, prefix)
            if (prefix or as_it_stands) and _leads(twin, goal, rest_sheet, every, noted):
                led = from_all(rest_sheet) if from_all is not None else None
                if led is not False:
                    return WayBack(prefix, begin, bool(led))
    return None


def _prefixes(twin: Twin, every: list[State]) -> list[tuple[str, ...]]:
    """Return what may be pressed before going on: nothing, a key that leaves or keeps what is open, the ways home."""
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


def _leads(twin: Twin, goal: Goal, sheet: Sheet, states: list[State], noted: str) -> bool:
    if not sheet.chapters or (not noted and needs_noted(sheet.steps())):
        return False
    for state in states:
        run = follow(twin, sheet, state, keep_frames=False, noted=noted)
        if judge(twin, sheet, goal, state, run):
            return False
    return True


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
