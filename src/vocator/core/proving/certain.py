"""What stands on the display after a step from every start, and what hangs on the start."""

from collections.abc import Iterable
from typing import NamedTuple

from vocator.core.goals.goal import Goal
from vocator.core.goals.sheet import Sheet
from vocator.core.proving.operator import Run, follow
from vocator.core.proving.prover import starts_of
from vocator.core.radio.display import Display
from vocator.core.radio.twin import Twin


class Certain(NamedTuple):
    """Of a display after a step: whether the main line and the slot are the same from every start, and which icons light from all."""

    main: bool
    slot: bool
    icons: tuple[str, ...]


def certain_displays(twin: Twin, sheet: Sheet, goal: Goal) -> tuple[Certain | None, ...]:
    """Return for each step what is certain after it, over the starts of the covering set that do the step; None where none does."""
    return tuple(_certain(seen.values()) for seen in right_displays(twin, sheet, goal))


def right_displays(twin: Twin, sheet: Sheet, goal: Goal) -> tuple[dict[str, Display], ...]:
    """Return for each step every display that may rightly stand after it, by its text, over the starts of the covering set."""
    runs = [follow(twin, sheet, start) for _, start in starts_of(twin, goal)]
    after = zip(*(_seen(run) for run in runs), strict=True)
    return tuple({x.text: x for x in seen if x is not None} for seen in after)


def _seen(run: Run) -> list[Display | None]:
    return [frame.seen if frame.done else None for frame in run.frames]


def _certain(displays: Iterable[Display]) -> Certain | None:
    seen = list(displays)
    if not seen:
        return None
    icons = [icon for icon in seen[0].icons if all(icon in x.icons for x in seen)]
    return Certain(len({x.main for x in seen}) == 1, len({x.slot for x in seen}) == 1, tuple(icons))
