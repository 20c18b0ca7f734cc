"""Verbs that work on slots: recall, pick, write, split, erase, groups."""

from vocator.core.radio.going import Outcome, Verb, go_back, go_home, push, refused, say, up_to_list
from vocator.core.radio.kept import with_item
from vocator.core.radio.machine import Machine
from vocator.core.radio.profile import Means
from vocator.core.radio.screens import ListScreen, PickerScreen, QuestionScreen, Writing
from vocator.core.radio.state import LABEL, LOW, NOTHING, Effects, State, Stored
from vocator.core.radio.verbs import STOPS, with_waiting


def recall(m: Machine, s: State, arg: str, n: int) -> Outcome:
    """Go through the occupied slots, those of the group locked to."""
    group = m.get(s, m.chosen_group) if m.chosen_group is not None else s.group
    order = list(m.occupied(s, s.positions[s.unit], 1 if n > 0 else -1, group, m.profile.group_of(s.positions[s.unit])))
    if not order:
        return s, Effects(("low",) * abs(n))
    position = s.positions[s.unit]
    if arg == STOPS:
        ahead = [i for i in order if (i > position) == (n > 0) and i != position]
        to = ahead[min(abs(n), len(ahead)) - 1] if ahead else position
        return s._replace(positions=with_item(s.positions, s.unit, to), lent=-1), Effects(("low",) * max(0, abs(n) - len(ahead)))
    if order[-1] != position:
        # a slot outside the group stays shown until the dial moves, and is not met again
        target = order[(abs(n) - 1) % len(order)]
    else:
        target = ([position, *order[:-1]])[abs(n) % len(order)]
    return s._replace(positions=with_item(s.positions, s.unit, target), lent=-1), NOTHING


def pick(m: Machine, s: State, arg: str, n: int) -> Outcome:
    """Go through the slots of the picker, or of the picked slot's group, in its order."""
    to, beeps = m.picked(s, m.showing(s, PickerScreen), n, arg == STOPS)
    return s._replace(pick=to), Effects(("low",) * beeps)


def pick_group(m: Machine, s: State, arg: str, n: int) -> Outcome:
    """Go to the same number in another group."""
    return s._replace(pick=(s.pick + n * m.profile.group_size) % m.profile.plain_slots), NOTHING


def bank(m: Machine, s: State, arg: str, n: int) -> Outcome:
    """Go to a bank: to the same number in it where a slot is picked, to its first occupied slot in memory mode."""
    first = m.profile.group_texts.index(arg) * m.profile.group_size
    if isinstance(m.screens[s.screen], PickerScreen):
        return s._replace(pick=first + s.pick % m.profile.group_size), NOTHING
    if not m.in_memory(s):
        return s, LOW
    slot = next((i for i in range(first, first + m.profile.group_size) if s.slots[i] is not None), None)
    return (s, LOW) if slot is None else (_stand_at(s, slot), NOTHING)


def next_group(m: Machine, s: State, arg: str, n: int) -> Outcome:
    """Go to the first slot of the next group in use."""
    size = m.profile.group_size
    if not size:
        return s, LOW
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
    """Put the slot picked, or the one shown at rest, into the VFO, with all its settings, and leave for VFO mode."""
    at_rest = m.screens[s.screen].over_rest
    if at_rest and not m.in_memory(s):
        return s, LOW
    slot = s.positions[s.unit] if at_rest else s.pick
    stored = s.slots[slot]
    if stored is None:
        return s, LOW
    s = _stand_at(s, slot)._replace(modes=with_item(s.modes, s.unit, m.vfo))
    if s.loans:
        s = s._replace(loans=with_item(s.loans, s.unit, None))
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


def _leave(m: Machine, s: State, at: int, after: str = "") -> State:
    """Leave a list of slots, or a dialogue, as its profile says: home, into memory mode, back to the list it was opened from, or not."""
    screen = m.screens[at]
    after = after or (screen.after if isinstance(screen, Writing) else "") or "home"
    message = screen.message if isinstance(screen, PickerScreen) else ""
    if after == "stay":
        return say(m, moved_on(m, s), message)
    if after == "memory":
        s = s._replace(modes=with_item(s.modes, s.unit, m.memory))
    if after in ("home", "memory"):
        return say(m, go_home(m, s), message)
    return say(m, up_to_list(m, s), message)


def moved_on(m: Machine, s: State, moves: str = "") -> State:
    """Let the list of slots that shows go on from a slot: to the next, or to the next free one."""
    screen = m.screens[s.screen]
    moves = moves or (screen.moves_on if isinstance(screen, Writing) else "")
    if moves == "next_free":
        return s._replace(pick=m.free_after(s, s.pick))
    if moves == "next":
        slots = m.profile.group_of(s.pick)
        return s._replace(pick=slots[(s.pick - slots.start + 1) % len(slots)])
    return s


def _is_second_save(m: Machine, s: State) -> bool:
    screen = m.screens[s.screen]
    return isinstance(screen, PickerScreen) and screen.second_save and s.pick == s.last_written and s.slots[s.pick] is not None


def write(m: Machine, s: State, arg: str, n: int) -> Outcome:
    """Write the VFO into the picked slot; ask or refuse where the radio does."""
    screen = m.showing(s, PickerScreen)
    if screen.occupied == "refuse" and s.slots[s.pick] is not None and not _is_second_save(m, s):
        return refused(m, s)
    if screen.asks and (screen.occupied != "ask" or s.slots[s.pick] is not None):
        return push(s, m.profile.screen(screen.asks)), NOTHING
    return _written(m, s, s.screen)


def confirm(m: Machine, s: State, arg: str, n: int) -> Outcome:
    """Say yes to the question of a store; where that leads to is said by the question, else by the list of slots."""
    picker, question = s.stack[-1], m.showing(s, QuestionScreen)
    return _written(m, go_back(m, s), picker, question.after)


def decline(m: Machine, s: State, arg: str, n: int) -> Outcome:
    """Say no: back to where the question came from, which may go on from the slot."""
    moves = m.showing(s, QuestionScreen).moves_on
    s = go_back(m, s)
    return moved_on(m, s, moves) if moves else s, NOTHING


def _written(m: Machine, s: State, picker: int, after: str = "") -> Outcome:
    before = s.slots[s.pick]
    if before is not None and _is_second_save(m, s):
        s = _store(m, s, before._replace(split_hz=m.freq(s)))
    else:
        s = _store(m, s, m.to_write(s)._replace(label=s.letters.rstrip() or None))
    beep = _beep(m, picker)
    if s.pick != m.profile.call_slot:
        s = _stand_at(s, s.pick)
    return _leave(m, _noted(m, s), picker, after), Effects((beep,)) if beep else NOTHING


def _beep(m: Machine, screen: int) -> str:
    """Return the beep of writing on a screen, an empty text for none."""
    writing = m.screens[screen]
    return writing.write_beep if isinstance(writing, Writing) else ""


def _noted(m: Machine, s: State) -> State:
    """Note which slot was written last."""
    return s._replace(last_written=s.pick, wrote=s.pick if m.notes_written else s.wrote)


def write_all(m: Machine, s: State, arg: str, n: int) -> Outcome:
    """Write the picked slot with all that was chosen in the dialogue: VFO, label, settings."""
    return _with_waiting(m, s, m.to_write(s))


def change_all(m: Machine, s: State, arg: str, n: int) -> Outcome:
    """Change in the picked slot what was chosen in the dialogue, and nothing else; refused on a free one."""
    stored = s.slots[s.pick]
    return refused(m, s) if stored is None else _with_waiting(m, s, stored)


def _with_waiting(m: Machine, s: State, stored: Stored) -> Outcome:
    at, beep = s.screen, _beep(m, s.screen)
    s = with_waiting(m, s)
    for what, value in s.pending:
        if what == LABEL:
            stored = stored._replace(label=str(value).rstrip() or None)
        elif m.settings[what].scope == "slot":
            stored = m.with_mark(stored, what, int(value))
        else:
            stored = stored._replace(values=with_item(stored.values, m.stored_place[what], int(value)))
    s = _store(m, s, stored)
    if s.pick != m.profile.call_slot:
        s = _stand_at(s, s.pick)
    return _leave(m, _noted(m, s), at), Effects((beep,)) if beep else NOTHING


def write_split(m: Machine, s: State, arg: str, n: int) -> Outcome:
    """Write the displayed frequency as the transmit frequency of the picked slot."""
    before = s.slots[s.pick]
    if before is None:
        return refused(m, s)
    beep = _beep(m, s.screen)
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
    screen, at = m.screens[s.screen], s.screen
    if isinstance(screen, PickerScreen) and screen.asks:
        return push(s, m.profile.screen(screen.asks)), NOTHING
    last = -1 if s.last_written == s.pick else s.last_written
    s = _store(m, s, None)._replace(last_written=last)
    listed = s.stack and any(isinstance(m.screens[x], ListScreen) for x in s.stack)
    if isinstance(screen, QuestionScreen) and listed and screen.after in ("", "list"):
        return up_to_list(m, s), NOTHING
    if isinstance(screen, QuestionScreen):
        following = m.after_erased(s, s.pick)
        return (_stand_at(go_home(m, s), following) if following is not None else go_home(m, s)), NOTHING
    following = m.after_erased(s, s.pick) if s.positions[s.unit] == s.pick else None
    return _leave(m, _stand_at(s, following) if following is not None else s, at), NOTHING


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
    groups = m.profile.settings_for(Means.GROUP)
    if not groups:
        return s, LOW
    return s._replace(group=(s.group + 1) % m.settings[groups[0]].domain.count), NOTHING


def _no_work(m: Machine, s: State, arg: str, n: int) -> Outcome:
    """Do nothing, with a low beep."""
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
    "bank": bank,
    "decline": decline,
    "write_all": write_all,
    "change_all": change_all,
}
