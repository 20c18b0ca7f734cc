"""What agrees with what was seen: the keys of each observation carried out on every candidate's twin.

An observation begins at home.  Where a radio was used for trials before, it may stand at home with what those left, or as new: both
are tried.  Nothing is thrown away for good on one answer: what is left is what disagrees least, once at most.
"""

from collections.abc import Iterable, Mapping
from dataclasses import dataclass
from typing import Any

from vocator.core.planning.way_home import way_out
from vocator.core.radio.actions import Action, ActionError, parse_actions
from vocator.core.radio.display import display
from vocator.core.radio.inputs import Wait
from vocator.core.radio.perform import Tally, UntilFailed, carry_out, perform
from vocator.core.radio.profile import Profile
from vocator.core.radio.state import State
from vocator.core.radio.twin import Twin

FAULTS = (UntilFailed, ActionError, ArithmeticError, LookupError, ValueError, AssertionError, TypeError, StopIteration)
"""What a twin of a changed profile may fail with: then it is not the radio in the hand."""
SEEN = ("main", "slot", "row")
CLOSED_MS = 60_000
"""A report takes a minute: whatever closes by itself has closed."""
MOST_MISSES = 1


@dataclass(frozen=True, slots=True)
class Observation:
    """What was pressed from home, and what the display showed then; ``about`` is the trial or the sheet it belongs to."""

    about: str
    actions: tuple[str, ...]
    seen: Mapping[str, Any]


@dataclass(slots=True, eq=False)
class Belief:
    """One candidate: its twin, how often it disagreed, where it may stand after the last trial."""

    number: int
    twin: Twin
    misses: int
    states: tuple[State, ...]


_PARSED: dict[tuple[object, ...], tuple[Action, ...]] = {}
MOST_PARSED = 20_000


def _parsed(profile: Profile, text: str) -> tuple[Action, ...]:
    """Return the actions of a text; they hang on the names of keys, dials and touches alone, which all candidates share."""
    key = (profile.model, profile.keys, profile.dials, profile.touches, text)
    if key not in _PARSED:
        if len(_PARSED) >= MOST_PARSED:
            _PARSED.clear()
        _PARSED[key] = tuple(parse_actions(profile, text))
    return _PARSED[key]


def carried(twin: Twin, state: State, actions: Iterable[str], tally: Tally | None = None, stops: bool = False) -> State | None:
    """Return the state after written actions, None where they cannot be done; ``tally`` counts the presses.

    ``stops``: somebody who turns and does not find what is looked for stops there, and tells what then shows.
    """
    try:
        for text in actions:
            for action in _parsed(twin.profile, text):
                state = perform(twin, state, action, tally).state
    except UntilFailed:
        return state if stops else None
    except FAULTS:
        return None
    return state


def agrees(twin: Twin, state: State, seen: Mapping[str, Any]) -> bool:
    """Whether a display shows what was seen: each part that was told, the icons in any order."""
    try:
        shown = display(twin, state)
    except FAULTS:
        return False
    told = {k: seen[k] for k in SEEN if k in seen}
    if "icons" in seen and sorted(seen["icons"]) != sorted(shown.icons):
        return False
    if not told and "icons" not in seen:
        return bool(seen.get("text") == shown.text)
    return all(getattr(shown, k) == v for k, v in told.items())


def runs(twin: Twin) -> bool:
    """Whether a twin can be drawn as new and with a channel in every slot."""
    try:
        display(twin, twin.start)
        stored = twin.stored_from_vfo(twin.start)
        full = twin.start._replace(slots=(stored,) * len(twin.start.slots), modes=(twin.memory,) * len(twin.start.modes))
        display(twin, full._replace(screen=twin.memory))
        twin.channel(stored)
    except FAULTS:
        return False
    return True


def home_again(twin: Twin, state: State) -> State | None:
    """Return where a radio stands that was brought home after a trial: what closes has closed, VFO mode; None where that fails."""
    try:
        state, _ = twin.act(state, Wait(CLOSED_MS))
        if not twin.at_rest(state):
            state = carry_out(twin, state, way_out(twin, state))
        if not twin.at_rest(state):
            return None
        return state._replace(modes=tuple(twin.vfo for _ in state.modes), screen=twin.vfo, idle_ms=0)
    except FAULTS:
        return None


def believed(twin: Twin, number: int, observations: list[Observation]) -> Belief:
    """Return a candidate after all observations; those of one trial begin in one state, the longest of them says where it ended."""
    found = Belief(number, twin, 0, (twin.start,))
    for trial in _by_trial(observations):
        starts = dict.fromkeys([twin.start, *(h for s in found.states if (h := home_again(twin, s)) is not None)])
        best: tuple[int, list[State]] | None = None
        for start in starts:
            misses, end = 0, start
            for one in trial:
                after = carried(twin, start, one.actions, stops=True)
                wrong = after is None or not agrees(twin, after, one.seen)
                misses += wrong
                end = after if after is not None else end
            if best is None or misses < best[0]:
                best = (misses, [end])
            elif misses == best[0]:
                best[1].append(end)
        assert best is not None
        found.misses += 1 if best[0] else 0
        found.states = tuple(dict.fromkeys(best[1]))
    return found


def _by_trial(observations: list[Observation]) -> list[list[Observation]]:
    trials: list[list[Observation]] = []
    for one in observations:
        if trials and trials[-1][0].about == one.about and len(one.actions) >= len(trials[-1][-1].actions):
            trials[-1].append(one)
        else:
            trials.append([one])
    return trials


def left_of(beliefs: list[Belief]) -> list[Belief]:
    """Return those that disagree least, none where all disagree with more than one trial."""
    least = min((b.misses for b in beliefs), default=0)
    return [b for b in beliefs if b.misses == least] if least <= MOST_MISSES else []
