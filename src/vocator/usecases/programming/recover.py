"""It shows something else: what the radio may show after a step, what slip that was, and the way back."""

from collections import Counter
from dataclasses import asdict
from functools import lru_cache, partial
from threading import Lock
from typing import Any

from vocator.core.channel.channel import megahertz
from vocator.core.goals.speech import caps, say_action, say_input
from vocator.core.proving.certain import right_displays
from vocator.core.radio.actions import read_lines
from vocator.core.radio.display import Display, display
from vocator.core.radio.inputs import Turn, Wait
from vocator.core.radio.perform import perform
from vocator.core.radio.report import display_dict
from vocator.core.radio.twin import Twin
from vocator.core.slips.every_state import EveryCourse
from vocator.core.slips.recovery import Leads, Sight, courses_of, harm, locate, locate_number, sights, way_back
from vocator.core.slips.slips import Course, Outcome, Slip
from vocator.usecases.errors import NotFound
from vocator.usecases.programming.make_sheet import MadeSheet
from vocator.usecases.twin.drawing import SCREEN_WORDS

MOST_SIGHTS = 24
MOST_RIGHT = 4
FIRST_SLIPS = 4
"""So many slips come before what is right on a radio that was set otherwise: whoever asks has seen something wrong."""
MOST_FOLLOWED = 24
"""So many slips with one look are followed from every state; what more of them may leave stays proven from the states tried."""
MOST_WORDS = 3
RIGHT = "no slip: right on a radio that was set so before"


@lru_cache(maxsize=32)
def _courses(made: MadeSheet) -> list[Course]:
    return courses_of(made.twin, made.sheet, made.goal, made.start)


@lru_cache(maxsize=256)
def _sights(made: MadeSheet, step: int) -> list[Sight]:
    return sights(_courses(made), step, right=_right(made)[step])


@lru_cache(maxsize=32)
def _right(made: MadeSheet) -> tuple[dict[str, Display], ...]:
    """Return what may rightly stand after each step beside what is drawn; nothing for a sheet that counts on a known state."""
    if _counts_on_start(made):
        return tuple({} for _ in made.run.frames)
    return right_displays(made.twin, made.sheet, made.goal)


def _counts_on_start(made: MadeSheet) -> bool:
    return len(_courses(made)) == 1


_following = Lock()
"""One way back is followed from every state at a time: what is known then is kept with the course."""


@lru_cache(maxsize=8)
def _every_course(made: MadeSheet) -> EveryCourse | None:
    course = EveryCourse(made.twin, made.sheet, made.goal)
    return course if course.whole else None


def _from_all(made: MadeSheet, sight: Sight, step: int) -> Leads | None:
    """Return what tells whether a way back holds from every state that agrees with what is seen; None where that is too much."""
    course = _every_course(made) if not _counts_on_start(made) else None
    if course is None:
        return None
    slips = dict.fromkeys(o.slip for o in sight.outcomes)
    nodes = course.agreeing(slips, sight.seen, step) if len(slips) <= MOST_FOLLOWED else None
    return partial(course.leads, nodes=nodes) if nodes else None


def _step(made: MadeSheet, step: int) -> int:
    count = len(made.run.frames)
    if not 0 <= step < count:
        raise NotFound(f"step {step + 1}", f"1 to {count}")
    return step


def sights_view(made: MadeSheet, step: int) -> list[dict[str, Any]]:
    """Return the displays that may be seen after a step in place of the right one, the likeliest first.

    Raises NotFound for a step that the sheet does not have.
    """
    drawn = made.run.frames[_step(made, step)].seen
    by_look: dict[tuple[Any, ...], Display] = {}
    for seen in _right(made)[step].values():
        if _look(seen) != _look(drawn):
            by_look.setdefault(_look(seen), seen)
    right = [{"display": display_dict(seen), "slip": RIGHT, "right": True} for seen in by_look.values()]
    found = [
        {"display": display_dict(s.seen), "slip": _likeliest(made.twin, s), "right": False}
        for s in _sights(made, step)
        if s.seen.text != drawn.text
    ][:MOST_SIGHTS]
    return [*found[:FIRST_SLIPS], *right[:MOST_RIGHT], *found[FIRST_SLIPS:]]


def _look(seen: Display) -> tuple[Any, ...]:
    """Return what tells two displays apart at a glance: the main line, the slot, the icons; not what stands on another row."""
    return seen.main, seen.slot, seen.icons, seen.screen


def recovery_view(made: MadeSheet, step: int, text: str | None, main: str = "") -> dict[str, Any]:
    """Return what happened and the proven way back, for a display that was seen after a step.

    ``main`` is what the operator typed of the main line, where that is a number that differs from the pictures.  ``text`` None stands for nothing of what was offered: then the sheet holds from its
    first step on, whatever is open; ``anew`` says that it does not, because it counts on what
    the sheet before it left.  Raises NotFound for a step that the sheet does not have.
    """
    courses = _courses(made)
    right = _right(made)[_step(made, step)].get(text or "")
    if right is not None:
        onward = min(step + 1, len(made.run.frames) - 1)
        seen = {"where": _where(right), "slips": [RIGHT], "harm": [], "way": None, "step": onward}
        return {"found": True, **seen, "right": True, "complete": made.proof.complete, "starts": made.proof.starts, "anew": False}
    sight = locate(_sights(made, _step(made, step)), text) if text is not None else None
    if main:
        sight = locate_number(_sights(made, step), main)
    counts_on = _counts_on_start(made)
    if sight is None:
        nothing: dict[str, Any] = {
            "where": "not known",
            "slips": [],
            "harm": [],
            "way": None,
            "step": 0,
            "right": False,
            "complete": False,
        }
        return {"found": False, **nothing, "starts": made.proof.starts, "anew": counts_on}
    states = sight.states(courses, step)
    with _following:
        way = way_back(courses[0], made.goal, states, step, _from_all(made, sight, step))
    return {
        "found": True,
        "where": _where(sight.seen),
        "slips": _slip_words(made.twin, sight),
        "harm": _harm_words(made, sight),
        "way": _way_view(made, sight, way.actions) if way and way.actions else None,
        "step": way.step if way else 0,
        "right": False,
        "complete": way.complete if way else False,
        "starts": len(states) if way else made.proof.starts,
        "anew": counts_on and way is None,
    }


def _way_view(made: MadeSheet, sight: Sight, actions: tuple[str, ...]) -> dict[str, Any]:
    state = sight.outcomes[0].state
    parsed = list(read_lines(made.twin.profile, actions))
    for action in parsed:
        state = perform(made.twin, state, action).state
    return {
        "actions": list(actions),
        "caps": [asdict(cap) for action in parsed for cap in caps(action)],
        "spoken": "; ".join(say_action(a) for a in parsed),
        "display": display_dict(display(made.twin, state)),
    }


def _where(seen: Display) -> str:
    if seen.screen in SCREEN_WORDS:
        return f"{SCREEN_WORDS[seen.screen]} is open"
    if seen.slot is not None:
        return f"at rest, memory mode, slot {seen.slot}"
    return "at rest, nothing is open"


def _likeliest(twin: Twin, sight: Sight) -> str:
    return _slip_words(twin, sight)[0]


def _slip_words(twin: Twin, sight: Sight) -> list[str]:
    """Return the slips that lead to a sight in words, the likeliest first."""
    weights: Counter[str] = Counter()
    for outcome in sight.outcomes:
        weights[slip_words(outcome.slip)] += outcome.weight
    words = [text for text, _ in weights.most_common()]
    more = len(words) - MOST_WORDS
    return [*words[:MOST_WORDS], *(["or another"] if more == 1 else [f"or one of {more} others"] if more > 1 else [])]


def slip_words(slip: Slip) -> str:
    """Say a slip: what was done, in place of what."""
    right = say_input(slip.right) if slip.right is not None else ""
    if slip.kind == "one click off":
        return "one click too many" if slip.wrong else "one click too few"
    if slip.kind == "waited too long" and isinstance(slip.wrong[0], Wait):
        waited = f"waited {slip.wrong[0].ms / 1000:g} s before"
        if isinstance(slip.right, Turn):
            return f"{waited} the turn of {slip.right.dial}"
        return f"{waited} you {right}".replace("before you tap", "before the tap of").replace(
            "before you hold", "before the hold of"
        )
    if slip.kind == "done again":
        return "the slot was saved twice"
    if slip.kind == "missing digit":
        return f"{right} left out"
    if slip.kind == "digits swapped":
        return f"{' and '.join(say_input(w).removeprefix('tap ') for w in reversed(slip.wrong))} swapped"
    if slip.kind == "twice":
        return f"{right}: done twice"
    done = ", ".join(say_input(w) for w in slip.wrong)
    turned = isinstance(slip.right, Turn)
    return f"{done} in place of {'the turn' if turned else right}" if right else done


def _harm_words(made: MadeSheet, sight: Sight) -> list[str]:
    """Return what the slips did beyond the sheet; "maybe" where not all of them did it."""
    counts: Counter[str] = Counter()
    for outcome in sight.outcomes:
        counts.update(_harm_of(made, outcome))
    whole = len(sight.outcomes)
    return [words if n == whole else f"maybe: {words}" for words, n in counts.most_common(6)]


def _harm_of(made: MadeSheet, outcome: Outcome) -> list[str]:
    profile, done = made.twin.profile, harm(made.goal, outcome)
    words = []
    for index in done.slots:
        stored = outcome.state.slots[index]
        now = f"now holds {made.twin.frequency(stored.rx_hz)}" if stored else "is empty now"
        words.append(f"slot {profile.slot_text(index)} {now}: write it again")
    words += [f"{setting} now" for setting in done.settings]
    words += [f"it sent on {megahertz(hz)} for a moment" for hz in done.sent]
    return words
