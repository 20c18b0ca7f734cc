"""The list of slots and memory mode: how a slot is picked, gone to, left."""

from vocator.core.goals.goal import Beyond, Goal
from vocator.core.goals.sheet import ChapterKind, When
from vocator.core.planning.draft import Draft
from vocator.core.planning.found_ways import leave_by_search
from vocator.core.planning.list_ways import leave_list
from vocator.core.planning.routes import Routes, Via, binding_for, key_for
from vocator.core.radio.screens import EntryScreen, LabelScreen, PickerScreen
from vocator.core.radio.state import State
from vocator.core.radio.twin import Twin


def picker_for(twin: Twin, verb: str) -> PickerScreen:
    """Return the list of slots in which something is done to one: ``write`` or ``erase``; raises Beyond where none is described."""
    found = next((s for s in twin.pickers if binding_for(s, verb)), None)
    if found is None:
        raise Beyond("slot", f"no list of slots in which a key does {verb}", "Describe how a slot is picked and written.")
    return found


def typed_slot(twin: Twin, slot: int) -> str | None:
    """Return the digits that call a slot, within its bank where there are banks; None where it has no number."""
    profile = twin.profile
    if profile.group_size and slot < profile.plain_slots:
        return f"{profile.first_slot + slot % profile.group_size:0{profile.slot_digits}d}"
    text = profile.slot_text(slot)
    return text if text.isdigit() else None


def open_via(draft: Draft, routes: Routes, via: Via | None) -> list[str]:
    """Return the presses that open a picker or an editor from where the draft stands."""
    return open_from(draft.state, routes, via)


def open_from(state: State, routes: Routes, via: Via | None) -> list[str]:
    """Return the presses that open a picker or an editor from a state."""
    assert via is not None, "no key that is described opens where slots are stored, named or erased"
    if via.list_screen < 0:
        return list(via.actions)
    cursor = routes.cursor_at(state, via.list_screen)
    return [*routes.go_to_list(state, via.list_screen), *routes.open_entry(via.list_screen, cursor, via.entry)]


def entry_of(routes: Routes, via: Via | None) -> str:
    """Return the name of the entry by which a picker is opened, empty where a key opens it."""
    return routes.twin.list_at(via.list_screen).entries[via.entry].name if via and via.list_screen >= 0 else ""


def pick_slot(draft: Draft, routes: Routes, picker: PickerScreen, slot: int) -> list[str]:
    """Return the actions that pick a slot once the picker is open."""
    profile = draft.twin.profile
    text = profile.slot_text(slot)
    if picker.digits:
        typed = typed_slot(draft.twin, slot)
        if typed is not None:
            return [*_bank(draft, routes, picker, slot), typed]
        beside = (slot + 1) % profile.slot_count  # the slots go round: a numbered one lies beside it
        turn = routes.until(profile.screen(picker.name), "pick", beside, slot, profile.slot_count, True, text)
        return [profile.slot_text(beside), turn]
    screen = profile.screen(picker.name)
    if picker.touched:
        return [f"touch line {text}"]
    at = {"lowest_free": draft.twin.lowest_free(draft.state), "position": draft.state.positions[draft.state.unit]}.get(
        picker.starts, 0
    )
    if profile.group_size:
        size, count = profile.group_size, profile.slot_count // profile.group_size
        group = routes.until(screen, "pick_group", at // size, slot // size, count, True, profile.group_text(slot))
        return [group, routes.until(screen, "pick", at % size, slot % size, size, True, text)]
    return [routes.until(screen, "pick", at, slot, profile.slot_count, True, text)]


def _bank(draft: Draft, routes: Routes, picker: PickerScreen, slot: int) -> list[str]:
    """Return the action that goes to the bank of a slot in a list of slots, none where there are no banks."""
    profile = draft.twin.profile
    if not profile.group_size:
        return []
    bank = profile.group_text(slot)
    own = key_for(picker, "bank", bank)
    if own is not None:
        return [own]
    size, screen = profile.group_size, profile.screen(picker.name)
    return [routes.until(screen, "pick_group", 0, slot // size, profile.plain_slots // size, True, bank)]


def letter_keys(screen: PickerScreen | LabelScreen, label: str | None) -> list[str]:
    """Return the taps that write a label with the digit keys, place by place."""
    on = key_for(screen, "next_place")
    if not screen.letters or not label or on is None:
        return []
    presses = []
    for letter in label:
        key, group = next((k, g) for k, g in screen.letters if letter in g)
        presses.append(key * (group.index(letter) + 1))
    return [" ".join(f"{p} {on}" for p in presses[:-1]), presses[-1]] if len(presses) > 1 else presses


def to_rest(draft: Draft, routes: Routes, chapter: ChapterKind = ChapterKind.STORE, why: str = "the slot is written") -> None:
    """Leave the list or the memory list that a store, a name or an erase returned to."""
    leave_list(draft, routes, chapter, why)
    screen = draft.twin.screens[draft.state.screen]
    if isinstance(screen, PickerScreen) and (key := key_for(screen, "home")) is not None:
        draft.step(chapter, [key], when=When(screen=screen.shows), say=f"If the memory list is still open: {key}", why=why)
    elif not draft.twin.at_rest(draft.state):
        leave_by_search(draft, chapter, why)


def go_to_slot(draft: Draft, routes: Routes, goal: Goal, chapter: ChapterKind) -> None:
    """Go to memory mode and to the slot, by its digits or by turning."""
    twin = draft.twin
    slot = twin.profile.slot_text(goal.slot)
    if goal.slot == twin.profile.call_slot:
        keys = routes.mode_keys(twin.vfo, min(twin.call_screens), draft.state.unit)
        draft.step(chapter, list(keys), say=f"{slot} mode", why="read the frequency, sign and tone there")
        return
    keys = routes.mode_keys(twin.vfo, twin.memory, draft.state.unit)
    calls = {x.name for x in twin.screens if isinstance(x, EntryScreen) and x.of == "slot"}
    typed = typed_slot(twin, goal.slot) if any(binding_for(twin.screens[twin.memory], "enter", name) for name in calls) else None
    go = [typed] if typed else [routes.until(twin.memory, "recall", 0, 0, 1, True, slot)]
    if twin.profile.group_size:
        group = twin.profile.group_text(goal.slot)
        own = key_for(twin.screens[twin.memory], "bank", group)
        go.insert(0, own or routes.until(twin.memory, "next_group", 0, 0, 1, True, group))
    draft.step(chapter, [*keys, *go], shows=slot, say=f"Memory mode, slot {slot}", why="read the frequency, sign and tone there")
