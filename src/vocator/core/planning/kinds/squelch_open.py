"""Hold the squelch of one side open."""

from collections.abc import Iterable
from dataclasses import replace
from typing import ClassVar

from vocator.core.goals.goal import Goal
from vocator.core.goals.kind import Asks
from vocator.core.goals.sheet import Change, ChapterKind, Part, When
from vocator.core.planning.draft import Draft
from vocator.core.planning.of_radio import OfRadio
from vocator.core.planning.routes import Routes
from vocator.core.planning.setting_chapters import go_to_row, ready, spoken
from vocator.core.planning.setting_look import look_at
from vocator.core.planning.setting_ways import set_all
from vocator.core.planning.squelch import squelch_of
from vocator.core.radio.profile import Means
from vocator.core.radio.twin import Twin


class SquelchOpen(OfRadio):
    """One side is heard whatever its signal; the other stays the one that sends."""

    word: ClassVar[str] = "squelch-open"
    name: ClassVar[str] = "squelch held open"
    asks: ClassVar[tuple[Asks, ...]] = (Asks.ROW,)
    button: ClassVar[str] = "Hold one side open"
    reason: ClassVar[str] = "for a satellite too weak to open the squelch; headphones down first"
    keeps_mode: ClassVar[bool] = True

    def title(self, goal: Goal, line: str) -> str:
        """Return which side is held open."""
        return f"hold the squelch open {goal.row or ''}".strip()

    def choices(self, twin: Twin, asks: Asks) -> tuple[str, ...]:
        """Return the sides, the last first: the first is the one that sends by habit."""
        return super().choices(twin, asks)[::-1]

    def write(self, draft: Draft, routes: Routes, goal: Goal) -> tuple[Iterable[int], Iterable[Change]]:
        """Open the squelch of the side, make the other one main, and dual watch on where the sides are heard by turns."""
        twin = draft.twin
        squelch = twin.settings[squelch_of(twin)]
        held = replace(goal, row=goal.row or twin.profile.units[-1])
        ready(draft, routes, held)
        _hold_open(draft, routes, held)
        more = (Change(squelch.name, held.row, squelch.domain.text(squelch.domain.find_meaning("open") or 0)),
                Change(Part.MODE, held.row, "vfo"))  # fmt: skip
        return _listen_by_turns(draft, routes), more


def _hold_open(draft: Draft, routes: Routes, goal: Goal) -> None:
    """Open the squelch of the side at hand for good, then make the first side main again."""
    twin, setting = draft.twin, squelch_of(draft.twin)
    value = twin.settings[setting].domain.find_meaning("open") or 0
    why = "a weak signal does not open it; the noise stays: headphones down first"
    set_all(draft, routes, {setting: value}, {setting: why}, ChapterKind.SET)
    look_at(draft, routes, setting)
    first = next(unit for unit in twin.profile.units if unit != goal.row)
    why = "PTT sends on the main side: never on the downlink"
    choose = routes.presses(twin.vfo, "unit", first)
    if choose is None:
        go_to_row(draft, routes, first, ChapterKind.SET, why)
        return
    draft.step(ChapterKind.SET, list(choose), say=f"Make {first} the main side again", why=why)


def _listen_by_turns(draft: Draft, routes: Routes) -> tuple[int, ...]:
    """Switch dual watch on where the two sides are heard by turns only then; return the setting that this leaves."""
    twin, setting = draft.twin, draft.twin.profile.setting_for(Means.DUAL_WATCH)
    if setting is None:
        return ()
    icon, _, _ = next(rule for rule in twin.set_icons if rule[1] == setting)
    presses = routes.presses(twin.vfo, "step", twin.settings[setting].name)
    assert presses is not None
    say, why = f"If {icon} does not show: {spoken(presses)}", "dual watch: the two sides are heard by turns"
    draft.step(ChapterKind.SET, list(presses), shows=icon, when=When(no_icon=icon), say=say, why=why)
    return (setting,)


KINDS = (SquelchOpen(),)
