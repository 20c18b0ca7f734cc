"""What the automatic shift does when a frequency is typed, and how a sheet goes on from it where nobody knows whether it is on."""

from vocator.core.goals.sheet import ChapterKind, Step, When
from vocator.core.planning.draft import Draft
from vocator.core.planning.found_ways import beyond_chapters
from vocator.core.planning.quick_keys import own_icons
from vocator.core.planning.routes import Routes
from vocator.core.planning.setting_ways import set_all


def note_what_it_did(draft: Draft, hz: int, before: dict[int, int]) -> None:
    """Note what the automatic shift did where it is certain to be on; ``before`` are the settings' values from before the typing.

    Where it may be on or off, what comes to the same either way stays certain.
    """
    twin, sets = draft.twin, draft.twin.set_by_auto_shift(hz)
    if twin.auto_shift is None or draft.whole:
        return
    on = twin.settings[twin.auto_shift].domain.meaning(draft.value(twin.auto_shift)) == "on"
    if twin.auto_shift in draft.certain and on:
        draft.certain |= set(sets)
    else:
        draft.certain -= {s for s, value in sets.items() if not (s in draft.certain and before.get(s) == value)}


def count_on_it(draft: Draft, routes: Routes, hz: int, needed: dict[int, int], whys: dict[int, str]) -> None:
    """Let the sign be looked at where the automatic shift sets the one that the channel needs, and be set only where it is not there.

    The look is a check too: another sign, or none, tells that the frequency was typed wrong.
    """
    twin = draft.twin
    if twin.shift is None or twin.shift_rule(hz) is None or beyond_chapters(twin):
        return
    sign = needed.get(twin.shift)
    if sign is None or draft.is_right(twin.shift, sign) or twin.set_by_auto_shift(hz).get(twin.shift) != sign:
        return
    icon = own_icons(draft, twin.shift).get(sign)
    steps = _by_hand(draft, routes, sign)
    if icon is None or not steps or any(s.when is None for s in steps[1:]):
        return
    first, *leaving = steps
    why = f"the automatic shift sets it where it is on; {whys.get(twin.shift, '')}"
    draft.step(ChapterKind.SHIFT, first.actions, when=When(no_icon=icon), say=f"If {icon} is out: {first.say}", why=why)
    for step in leaving:
        draft.step(ChapterKind.SHIFT, step.actions, when=step.when, say=step.say, why=step.why)
    draft.now_certain(twin.shift)


def _by_hand(draft: Draft, routes: Routes, sign: int) -> list[Step]:
    """Return the steps that set the shift from another sign, the first without a condition; empty where it takes more of those."""
    twin = draft.twin
    assert twin.shift is not None
    other = next(v for v in range(twin.settings[twin.shift].domain.count) if v != sign)
    state = twin.put(draft.state, twin.shift, other)
    beside = Draft(twin, state if draft.known else None, state, frozenset(draft.certain - {twin.shift}))
    set_all(beside, routes, {twin.shift: sign}, {})
    steps = [step for chapter in beside.chapters() for step in chapter.steps]
    return steps if steps and steps[0].when is None and steps[0].group is None else []
