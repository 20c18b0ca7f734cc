"""The virtual operator: carries out a sheet on the twin, reading only the display."""

from collections.abc import Callable, Sequence
from dataclasses import dataclass, field
from typing import NamedTuple

from vocator.core.goals.sheet import FOUND, Sheet, Step, grouped
from vocator.core.radio.display import Display
from vocator.core.radio.perform import Tally, UntilFailed, actions_of, perform
from vocator.core.radio.state import State
from vocator.core.radio.twin import Twin


@dataclass(slots=True)
class Frame:
    """What stood on the display after a step, and whether the step was done."""

    step: Step
    done: bool
    seen: Display
    state: State


@dataclass(slots=True)
class Run:
    """What a run of a sheet came to."""

    state: State
    tally: Tally = field(default_factory=Tally)
    looks: int = 0
    frames: list[Frame] = field(default_factory=list)
    sent: list[tuple[Step, int]] = field(default_factory=list)
    trouble: str = ""
    trouble_step: int = -1
    noted: str = ""


Ends = dict[tuple[int, State, str], tuple[Run, int]]
"""What came of it from where a run of a sheet stood: at a step, in a state, with what was noted; and what it had sent by then.

Two runs that meet there go on alike to the end: the second one is spared.
"""


class Came(NamedTuple):
    """What a step came to: the state after it, what it sent on (hertz), and what is wrong, an empty text for nothing."""

    state: State
    sent: tuple[int, ...]
    trouble: str


class Steps:
    """What steps came to on one twin, and what it showed: where several sheets of a radio do the same, it is done once."""

    def __init__(self, twin: Twin) -> None:
        self._twin = twin
        self._came: dict[tuple[State, tuple[str, ...], str | None], Came] = {}
        self._seen: dict[State, Display] = {}

    def seen(self, s: State) -> Display:
        """Return what the radio shows in a state."""
        found = self._seen.get(s)
        if found is None:
            found = self._seen[s] = self._twin.seen(s)
        return found

    def came(self, s: State, texts: tuple[str, ...], shows: str | None) -> Came:
        """Return what some actions, after which ``shows`` should stand, come to from a state."""
        at = (s, texts, shows)
        found = self._came.get(at)
        if found is None:
            found = self._came[at] = _came(self._twin, s, texts, shows, self.seen)
        return found


def outcome(sheet: Sheet, start: State, ends: Ends, steps: Steps) -> Run:
    """Return what following a sheet from a start comes to, without frames and counts, by what other runs of the sheet share with it."""
    run = Run(start)
    passed: list[tuple[tuple[int, State, str], int]] = []
    number = 0
    for alternatives in grouped(sheet.steps()):
        at = (number, run.state, run.noted)
        known = ends.get(at)
        if known is not None:
            end, sent = known
            run = Run(
                end.state, sent=run.sent + end.sent[sent:], trouble=end.trouble, trouble_step=end.trouble_step, noted=end.noted
            )
            break
        passed.append((at, len(run.sent)))
        chosen = _chosen(run.state, alternatives, steps.seen)
        if chosen is not None:
            came = steps.came(run.state, _texts(run, chosen), chosen.shows)
            _take(run, chosen, number + alternatives.index(chosen), came, steps.seen)
        number += len(alternatives)
        if run.trouble:
            break
    for at, sent in passed:
        ends[at] = run, sent
    return run


Look = Callable[[State], Display]


def _chosen(s: State, alternatives: Sequence[Step], look: Look) -> Step | None:
    """Return which of some alternatives an operator takes by what the display shows, None for none."""
    if alternatives[0].when is None:
        return alternatives[0]
    seen = look(s)
    return next((step for step in alternatives if step.when is None or step.when.holds(seen)), None)


def follow(
    twin: Twin,
    sheet: Sheet,
    start: State,
    keep_frames: bool = True,
    noted: str = "",
) -> Run:
    """Follow a sheet from a start; stops at the first step that does not do as it says.

    ``noted`` is what was noted before it.
    """
    run = Run(start, noted=noted)
    number = 0
    for alternatives in grouped(sheet.steps()):
        chosen = _chosen(run.state, alternatives, twin.seen)
        for step in alternatives:
            if step is chosen and not run.trouble:
                came = _came(twin, run.state, _texts(run, step), step.shows, twin.seen, run.tally)
                _take(run, step, number, came, twin.seen)
            if keep_frames:
                run.frames.append(Frame(step, step is chosen, twin.seen(run.state), run.state))
            number += 1
        if run.trouble:
            break
    return run


def _texts(run: Run, step: Step) -> tuple[str, ...]:
    """Return the actions of a step, with what was noted where they name it."""
    return tuple(a.replace(FOUND, run.noted) if FOUND in a else a for a in step.actions)


def _came(twin: Twin, s: State, texts: tuple[str, ...], shows: str | None, look: Look, tally: Tally | None = None) -> Came:
    sent: tuple[int, ...] = ()
    for action in (action for text in texts for action in actions_of(twin, text)):
        try:
            done = perform(twin, s, action, tally)
        except UntilFailed as failed:
            return Came(s, sent, str(failed))
        s = done.state
        if done.transmitting_hz is not None:
            sent = (*sent, done.transmitting_hz)
    if shows is None or (seen := look(s)).stands(shows):
        return Came(s, sent, "")
    return Came(s, sent, f"{shows} should stand on the display, it shows: {seen.text}")


def _take(run: Run, step: Step, number: int, came: Came, look: Look) -> None:
    run.looks += 1
    run.state = came.state
    run.sent += [(step, hz) for hz in came.sent]
    if came.trouble:
        run.trouble, run.trouble_step = came.trouble, number
    elif step.notes:
        run.noted = look(run.state).main
