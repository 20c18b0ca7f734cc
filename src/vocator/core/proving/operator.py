"""The virtual operator: carries out a sheet on the twin, reading only the display."""

from dataclasses import dataclass, field

from vocator.core.goals.sheet import FOUND, Sheet, Step, grouped
from vocator.core.radio.actions import Action, parse_actions
from vocator.core.radio.display import Display
from vocator.core.radio.perform import Tally, UntilFailed, perform
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


def follow(
    twin: Twin,
    sheet: Sheet,
    start: State,
    parsed: dict[str, list[Action]] | None = None,
    keep_frames: bool = True,
    noted: str = "",
) -> Run:
    """Follow a sheet from a start; stops at the first step that does not do as it says.

    ``parsed`` may hold the actions already read, so that many runs read them once; ``noted`` is what was noted before it.
    """
    run = Run(start, noted=noted)
    actions = parsed if parsed is not None else {}
    number = 0
    for alternatives in grouped(sheet.steps()):
        seen = twin.seen(run.state)
        chosen = next((s for s in alternatives if s.when is None or s.when.holds(seen)), None)
        for step in alternatives:
            if step is chosen and not run.trouble:
                _do(twin, run, step, number, actions)
            if keep_frames:
                run.frames.append(Frame(step, step is chosen, twin.seen(run.state), run.state))
            number += 1
        if run.trouble:
            break
    return run


def _do(twin: Twin, run: Run, step: Step, number: int, parsed: dict[str, list[Action]]) -> None:
    run.looks += 1
    for text in (a.replace(FOUND, run.noted) if FOUND in a else a for a in step.actions):
        if text not in parsed:
            parsed[text] = parse_actions(twin.profile, text)
        for action in parsed[text]:
            try:
                done = perform(twin, run.state, action, run.tally)
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
