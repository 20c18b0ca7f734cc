"""What a sheet leaves different."""

from collections.abc import Iterable

from vocator.core.goals.sheet import Change, Part
from vocator.core.planning.draft import Draft
from vocator.core.planning.quick_keys import keys_hang_on


def left_different(
    draft: Draft, touched: Iterable[int], more: Iterable[Change] = (), goal_of_slot: bool = True, in_mode: bool = True
) -> tuple[Change, ...]:
    """Say what a sheet leaves different, whatever the start was: where it ends, and the set-wide settings that it sets.

    The VFO in which a channel for a slot is made up may hold anything; a goal of the radio says every setting.
    ``in_mode`` False: the mode of the row in use is as it was.

    From a known state only what differs from it is said.
    """
    twin = draft.twin
    units, settings = twin.profile.units, twin.settings
    watch = [*([twin.watch] if twin.watch is not None else []), *keys_hang_on(twin)]
    chosen = [s for s in dict.fromkeys([*watch, *touched]) if settings[s].scope == "set"]
    if not goal_of_slot:
        chosen = list(dict.fromkeys([*watch, *touched]))
    end = draft.state
    changes = [Change(settings[s].name, None, settings[s].domain.text(draft.value(s))) for s in chosen]
    if draft.chose_row:
        changes.append(Change(Part.ROW, None, units[end.unit]))
    if in_mode:
        changes.append(Change(Part.MODE, None, twin.screens[end.modes[end.unit]].shows))
    if draft.whole and draft.begun.unit == end.unit and draft.begun.modes == end.modes:
        changes = [c for c in changes if c.what not in (Part.ROW, Part.MODE)]
    return tuple(dict.fromkeys((*changes, *more)))
