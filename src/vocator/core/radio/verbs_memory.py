"""Verbs that work on slots: recall, pick, write, split, erase, groups."""

from vocator.core.radio.kept import with_item
from vocator.core.radio.machine import Machine
from vocator.core.radio.profile import Means
from vocator.core.radio.state import LOW, NOTHING, Effects, State, Stored
from vocator.core.radio.verbs import Outcome, Verb, go_back, go_home, push, refused, say, up_to_list


def recall(m: Machine, s: State, arg: str, n: int) -> Outcome:
    """Go through the occupied slots, those of the group locked to."""
    group = m.get(s, m.chosen_group) if m.chosen_group is not None else s.group
    order = list(m.occupied(s, s.positions[s.unit], 1 if n > 0 else -1, group, m.profile.group_of(s.positions[s.unit])))
    if not order:
        return s, Effects(("low",) * abs(n))
    position = s.positions[s.unit]
    if order[-1] != position:
        # a slot outside the group stays shown until the dial moves, and is not met again
        target = order[(abs(n) - 1) % len(order)]
    else:
        target = ([position, *order[:-1]])[abs(n) % len(order)]
    return s._replace(positions=with_item(s.positions, s.unit, target), lent=-1), NOTHING


def pick(m: Machine, s: State, arg: str, n: int) -> Outcome:
    """Go through all slots of the picker, or of the picked slot's group."""
    if m.screens[s.screen].stops:
        to = min(max(s.pick + n, 0), m.profile.slot_count - 1)
        return s._replace(pick=to), Effects(("low",) * (abs(n) - abs(to - s.pick)))
    slots = m.profile.group_of(s.pick) if m.profile.group_size else range(m.profile.slot_count)
    return s._replace(pick=slots[(s.pick - slots.start + n) % len(slots)]), NOTHING


def pick_group(m: Machine, s: State, arg: str, n: int) -> Outcome:
    """Go to the same number in another group."""
    return s._replace(pick=(s.pick + n * m.profile.group_size) % m.profile.slot_count), NOTHING


def next_group(m: Machine, s: State, arg: str, n: int) -> Outcome:
    """Go to the first slot of the next group in use."""
    size = m.profile.group_size
    used = sorted({i // size for i, stored in enumerate(s.slots) if stored is not None})
    at = s.positions[s.unit] // size
    order = [*(g for g in used if g > at), *(g for g in used if g <= at)]
    if n < 0:
        order = [*(g for g in reversed(used) if g < at), *(g for g in reversed(used) if g >= at)]
    if not order or order == [at]:
        return s, Effects(("low",) * abs(n))
    group = order[(abs(n) - 1) % len(order)]
    return _stand_at(s, next(i for i in range(group * size, (group + 1) * size) if s.slots[i] is not None)), NOTHING


def recall_to_vfo(m: Machine, s: State, arg: str, n: int) -> Outcome:
    """Put the picked slot into the VFO, with all its settings, and leave for VFO mode."""
    stored = s.slots[s.pick]
    if stored is None:
        return s, LOW
    s = _stand_at(s, s.pick)._replace(modes=with_item(s.modes, s.unit, m.vfo))
    s = m.set_freq(go_home(m, s), stored.rx_hz)
    for setting, value in zip(m.stored, stored.values, strict=True):
        s = m.put(s, setting, value)
    return s, NOTHING


def toggle_lit(m: Machine, s: State, arg: str, n: int) -> Outcome:
    """Let memory mode show the picked slot's label, or its frequency again."""
    stored = s.slots[s.pick]
    if stored is None:
        return s, LOW
    return _store(m, s, stored._replace(lit=not stored.lit)), NOTHING


def _stand_at(s: State, slot: int) -> State:
    """Let memory mode stand at a slot."""
    return s._replace(positions=with_item(s.positions, s.unit, slot))


def _store(m: Machine, s: State, stored: Stored | None) -> State:
    return s._replace(slots=with_item(s.slots, s.pick, stored))


def _leave(m: Machine, s: State, picker: int) -> State:
    """Leave a picker as its profile says: home, or back to the list it was opened from."""
    screen = m.screens[picker]
    if screen.after == "stay":
        return s
    if screen.after == "memory":
        s = s._replace(modes=with_item(s.modes, s.unit, m.memory))
    if screen.after in ("home", "memory"):
        return say(m, go_home(m, s), screen.message)
    return say(m, up_to_list(m, s), screen.message)


def _is_second_save(m: Machine, s: State) -> bool:
    return m.screens[s.screen].second_save and s.pick == s.last_written and s.slots[s.pick] is not None


def write(m: Machine, s: State, arg: str, n: int) -> Outcome:
    """Write the VFO into the picked slot; ask or refuse where the radio does."""
    screen = m.screens[s.screen]
    if screen.occupied == "refuse" and s.slots[s.pick] is not None and not _is_second_save(m, s):
        return refused(m, s)
    if screen.asks and (screen.occupied != "ask" or s.slots[s.pick] is not None):
        return push(s, m.profile.screen(screen.asks)), NOTHING
    return _written(m, s, s.screen)


def confirm(m: Machine, s: State, arg: str, n: int) -> Outcome:
    """Say yes to the question of a store."""
    picker = s.stack[-1]
    return _written(m, go_back(m, s), picker)


def _written(m: Machine, s: State, picker: int) -> Outcome:
    before = s.slots[s.pick]
    if before is not None and _is_second_save(m, s):
        s = _store(m, s, before._replace(split_hz=m.freq(s)))
    else:
        s = _store(m, s, m.stored_from_vfo(s)._replace(label=s.letters.rstrip() or None))
    beep = m.screens[picker].write_beep
    if s.pick != m.profile.call_slot:
        s = _stand_at(s, s.pick)
    return _leave(m, s._replace(last_written=s.pick), picker), Effects((beep,)) if beep else NOTHING


def write_split(m: Machine, s: State, arg: str, n: int) -> Outcome:
    """Write the displayed frequency as the transmit frequency of the picked slot."""
    before = s.slots[s.pick]
    if before is None:
        return refused(m, s)
    beep = m.screens[s.screen].write_beep
    s = _store(m, s, before._replace(split_hz=m.freq(s)))
    if s.pick != m.profile.call_slot:
        s = _stand_at(s, s.pick)
    beep = arg or beep
    return _leave(m, s, s.screen), Effects((beep,)) if beep else NOTHING


def write_and_label(m: Machine, s: State, arg: str, n: int) -> Outcome:
    """Write the VFO and go on in the label editor of that slot."""
    s = _stand_at(_store(m, s, m.stored_from_vfo(s)), s.pick)
    s = go_home(m, s)
    return push(s, m.profile.screen(arg))._replace(letters="", place=-1), NOTHING


def erase(m: Machine, s: State, arg: str, n: int) -> Outcome:
    """Erase the picked slot, after a question where there is one; memory mode goes on to the next occupied one."""
    if s.slots[s.pick] is None:
        return refused(m, s)
    if m.screens[s.screen].kind == "picker" and m.screens[s.screen].asks:
        return push(s, m.profile.screen(m.screens[s.screen].asks)), NOTHING
    screen = s.screen
    last = -1 if s.last_written == s.pick else s.last_written
    s = _store(m, s, None)._replace(last_written=last)
    if m.screens[screen].kind == "question" and s.stack and any(m.screens[x].kind == "list" for x in s.stack):
        return up_to_list(m, s), NOTHING
    if m.screens[screen].kind == "question":
        following = m.after_erased(s, s.pick)
        return (_stand_at(go_home(m, s), following) if following is not None else go_home(m, s)), NOTHING
    following = m.after_erased(s, s.pick) if s.positions[s.unit] == s.pick else None
    return _leave(m, _stand_at(s, following) if following is not None else s, screen), NOTHING


def erase_shown(m: Machine, s: State, arg: str, n: int) -> Outcome:
    """Erase the slot that memory mode shows, without a question."""
    position = s.positions[s.unit]
    if s.slots[position] is None:
        return s, LOW
    s = s._replace(slots=with_item(s.slots, position, None), lent=-1)
    following = m.after_erased(s, position)
    return (_stand_at(s, following) if following is not None else s), NOTHING


def lock_group(m: Machine, s: State, arg: str, n: int) -> Outcome:
    """Step the group that memory mode is locked to: all, the first … the last."""
    groups = m.settings[m.profile.settings_for(Means.GROUP)[0]].domain.count
    return s._replace(group=(s.group + 1) % groups), NOTHING


def _no_work(m: Machine, s: State, arg: str, n: int) -> Outcome:
    return s, LOW


MEMORY_VERBS: dict[str, Verb] = {
    "recall": recall,
    "pick": pick,
    "write": write,
    "confirm": confirm,
    "write_split": write_split,
    "write_and_label": write_and_label,
    "erase": erase,
    "erase_shown": erase_shown,
    "lock_group": lock_group,
    "nothing": _no_work,
    "pick_group": pick_group,
    "next_group": next_group,
    "recall_to_vfo": recall_to_vfo,
    "toggle_lit": toggle_lit,
}
