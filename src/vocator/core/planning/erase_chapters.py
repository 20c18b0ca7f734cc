"""How a slot is erased: in a list of slots, from memory mode, before a store that an occupied slot would refuse."""

from dataclasses import replace

from vocator.core.goals.goal import Beyond, Goal
from vocator.core.goals.sheet import ChapterKind, Loss, LossKind, SlotLook, When
from vocator.core.planning.draft import Draft
from vocator.core.planning.routes import Routes, binding_for, key_for
from vocator.core.planning.slot_chapters import entry_of, go_to_slot, open_via, pick_slot, picker_for, to_rest
from vocator.core.planning.slot_look import FOR_GOOD, leaving_words, look_in
from vocator.core.planning.way_home import way_out
from vocator.core.radio.screens import PickerScreen, QuestionScreen, Screen


def clear_slot(draft: Draft, routes: Routes, goal: Goal, meant: bool) -> None:
    """Look at a slot that a store would refuse while it is taken, and erase what it holds, if that is ``meant``."""
    twin = draft.twin
    picker = picker_for(twin, "erase")
    slot = twin.profile.slot_text(goal.slot)
    via = routes.to_screen(twin.vfo, picker.name)
    opening, entry = open_via(draft, routes, via), entry_of(routes, via)
    draft.step(
        ChapterKind.STORE,
        [*opening, *pick_slot(draft, routes, picker, goal.slot)],
        say=f"Look at slot {slot}{f' in {entry}' if entry else ''}",
        why="nothing is erased yet" if meant else "a store would be refused while it is taken",
    )
    erase, back = key_for(picker, "erase"), key_for(picker, "back") or key_for(picker, "home")
    assert erase is not None and back is not None
    mark = picker.occupied_mark + slot
    leave = way_out(twin, draft.state)
    say = f"If {mark} shows, it is taken: {leaving_words(leave, f'{erase} would erase it')}"
    draft.alternatives(
        ChapterKind.STORE,
        [
            (When(not_shows=mark), [back], f"If {slot} alone shows: leave it, {back}", "the slot is free"),
            (When(shows=mark), [erase], f"If {mark} shows: erase it, {erase}" if meant else say, FOR_GOOD if meant else f"{picker.occupied_mark} means taken"),
        ],
        SlotLook(f"{slot} alone", mark, leave),
        Loss(LossKind.ERASED, slot, mark, leave, meant),
    )  # fmt: skip


def erase_slot(draft: Draft, routes: Routes, goal: Goal) -> None:
    """Erase a slot that holds a channel, by a list of slots or from memory mode: look, erase, look again."""
    twin = draft.twin
    erasing = [s for s in twin.pickers if binding_for(s, "erase")]
    if any(s.occupied_mark and not binding_for(s, "write") for s in erasing):
        clear_slot(draft, routes, goal, meant=True)
        _look_again(draft, routes, goal, picker_for(twin, "erase"))
    elif erasing:
        _erase_picked(draft, routes, goal, erasing[0])
    elif goal.slot == twin.profile.call_slot:
        slot = twin.profile.slot_text(goal.slot)
        raise Beyond("erase", f"{slot} can only be overwritten on this radio", "Store another channel there.")
    else:
        _erase_shown(draft, routes, goal)


def _erase_shown(draft: Draft, routes: Routes, goal: Goal) -> None:
    """Go to the slot in memory mode and erase what shows there."""
    twin, slot = draft.twin, draft.twin.profile.slot_text(goal.slot)
    go_to_slot(draft, routes, goal, ChapterKind.STORE)
    draft.step(ChapterKind.STORE, [], shows=slot, say=_what_goes(slot), why="another channel there: stop")
    loss = Loss(LossKind.ERASED, slot, slot, (), meant=True)
    at_once = key_for(twin.screens[twin.memory], "erase_shown")
    listed = routes.to_entry(lambda e: e.verb == "erase_shown")
    if at_once is not None:
        draft.step(ChapterKind.STORE, [at_once], say=f"Erase: {at_once}", why=f"it does not ask. {FOR_GOOD}", loss=loss)
    elif listed is not None:
        actions = [*routes.go_to_list(draft.state, listed.list_screen), *routes.open_entry(listed.list_screen, 0, listed.entry)]
        draft.step(ChapterKind.STORE, actions, say=f"Erase: {', '.join(actions)}", why=f"it does not ask. {FOR_GOOD}", loss=loss)
    else:
        question = next((s for s in twin.screens if isinstance(s, QuestionScreen) and binding_for(s, "erase")), None)
        if question is None:
            raise Beyond("erase", "no key that is described erases a slot", "Describe how a slot is erased, or overwrite it.")
        via, yes = routes.to_screen(twin.memory, question.name), key_for(question, "erase")
        opening = open_via(draft, routes, via) if via is not None else _through_questions(routes, question)
        assert opening and yes is not None
        say = f"Ask to erase: {question.text}"
        draft.step(ChapterKind.STORE, [*opening], shows=question.text, say=say, why="it asks first")
        draft.step(ChapterKind.STORE, [yes], say=f"Erase: tap {yes}", why=FOR_GOOD, loss=loss)
        to_rest(draft, routes, why="the slot is empty")
    say = f"Look: {slot} is gone; the next slot shows, or dashes where none is left"
    draft.step(ChapterKind.STORE, [], say=say, why="memory mode passes over free slots")


def _what_goes(slot: str) -> str:
    return f"Look: what stands at {slot} is what goes"


def _through_questions(routes: Routes, question: QuestionScreen) -> list[str]:
    """Return the presses from memory mode to a question, maybe through others."""
    actions: list[str] = []
    leading: Screen = question
    while True:
        found = routes.presses(routes.twin.memory, "open", leading.name)
        if found is not None:
            return [*found, *actions]
        before = next(s for s in routes.twin.screens if binding_for(s, "open", leading.name))
        key = key_for(before, "open", leading.name)
        assert key is not None
        actions.insert(0, key)
        leading = before


def _erase_picked(draft: Draft, routes: Routes, goal: Goal, picker: PickerScreen) -> None:
    """Pick the slot in a list of slots, look at it, erase it there, look again."""
    twin, slot = draft.twin, draft.twin.profile.slot_text(goal.slot)
    erase = key_for(picker, "erase")
    assert erase is not None
    opening = open_via(draft, routes, routes.to_screen(twin.vfo, picker.name))
    picked = [*opening, *pick_slot(draft, routes, picker, goal.slot)]
    at = draft.after(picked)
    look = look_in(twin, at)
    mark = None if picker.occupied_mark else slot
    actions = [erase]
    if picker.asks:
        yes = key_for(twin.screens[twin.profile.screen(picker.asks)], "erase")
        assert yes is not None
        actions.append(yes)
    say, why = f"Erase: {', '.join(actions)}", FOR_GOOD
    if picker.window:  # all keys inside a window are one step
        say = f"Pick slot {slot}; look: what stands there is what goes; erase it: {', '.join(actions)}"
        look, actions, picked = (replace(look, after=len(picked)) if look else None), [*picked, *actions], []
        why = f"read it all first: the window is {picker.quiet_ms / 1000:g} s from the last key. {FOR_GOOD}"
    else:
        draft.step(ChapterKind.STORE, picked, shows=mark, say=f"Open the list, pick slot {slot}", why="nothing is erased yet")
        free = f"{look.free}: nothing is there" if look else "the number is all that it shows"
        draft.step(ChapterKind.STORE, [], shows=mark, say=_what_goes(slot), why=free)
    window = picker.quiet_ms / 1000 if picker.window else 0
    loss = Loss(LossKind.ERASED, slot, slot, way_out(twin, at), meant=True)
    draft.step(ChapterKind.STORE, actions, say=say, why=why, window_s=window, loss=loss)
    if look:
        _look_again(draft, routes, goal, picker)
    else:
        to_rest(draft, routes, why="the slot is empty")


def _look_again(draft: Draft, routes: Routes, goal: Goal, picker: PickerScreen) -> None:
    """See in the list of slots that the slot is free now, and leave it."""
    twin, slot = draft.twin, draft.twin.profile.slot_text(goal.slot)
    at = draft.state
    if not isinstance(twin.screens[at.screen], PickerScreen) or at.pick != goal.slot:
        opening = open_via(draft, routes, routes.to_screen(twin.vfo, picker.name))
        actions = [*opening, *pick_slot(draft, routes, picker, goal.slot)]
        draft.step(ChapterKind.STORE, actions, shows=slot, say=f"Pick slot {slot} once more", why="to see that it is free")
    look = look_in(twin, draft.state)
    assert look is not None
    draft.step(
        ChapterKind.STORE, [], shows=slot, say=f"Look: {look.free}: the slot is free", why=f"{look.taken}: it is not erased"
    )
    leave = way_out(twin, draft.state)
    if leave:
        draft.step(ChapterKind.STORE, leave, say=f"Leave the list: {', '.join(leave)}", why="the slot is free")
