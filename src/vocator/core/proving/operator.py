"""The virtual operator: carries out a sheet on the twin, reading only the display."""

from collections.abc import Sequence
from dataclasses import dataclass, field

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


def outcome(twin: Twin, sheet: Sheet, start: State, ends: Ends) -> Run:
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
        chosen = _chosen(twin, run.state, alternatives)
        if chosen is not None:
            _do(twin, run, chosen, number + alternatives.index(chosen), None)
        number += len(alternatives)
        if run.trouble:
            break
    for at, sent in passed:
        ends[at] = run, sent
    return run


def _chosen(twin: Twin, s: State, alternatives: Sequence[Step]) -> Step | None:
    """Return which of some alternatives an operator takes by what the display shows, None for none."""
    if alternatives[0].when is None:
        return alternatives[0]
    seen = twin.seen(s)
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
        chosen = _chosen(twin, run.state, alternatives)
        for step in alternatives:
            if step is chosen and not run.trouble:
                _do(twin, run, step, number, run.tally)
            if keep_frames:
                run.frames.append(Frame(step, step is chosen, twin.seen(run.state), run.state))
            number += 1
        if run.trouble:
            break
    return run


def _do(twin: Twin, run: Run, step: Step, number: int, tally: Tally | None) -> None:
    run.looks += 1
    for text in (a.replace(FOUND, run.noted) if FOUND in a else a for a in step.actions):
        for action in actions_of(twin, text):
            try:
                done = perform(twin, run.state, action, tally)
            except UntilFailed as failed:
                run.trouble, run.trouble_step = str(failed), number
                return
            run.state = done.state
            if done.transmitting_hz is not None:
                run.sent.append((step, done.transmitting_hz))
    if step.notes:
        run.noted = twin.seen(run.state).main
    if step.shows is not None and not twin.seen(run.state).stands(step.shows):
        run.trouble = f"{step.shows} should stand on the display, it shows: {twin.seen(run.state).text}"
        run.trouble_step = number
