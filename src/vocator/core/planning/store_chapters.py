"""The chapters from the try to the read-back: try, store, name, read back."""

from dataclasses import replace

from vocator.core.goals.goal import Beyond, Goal
from vocator.core.goals.sheet import ChapterKind, Loss, LossKind, SlotLook, When
from vocator.core.planning.dialogue import dialogue_of, store_in_dialogue
from vocator.core.planning.draft import Draft
from vocator.core.planning.erase_chapters import clear_slot
from vocator.core.planning.found_ways import and_back
from vocator.core.planning.routes import Routes, binding_for, key_for
from vocator.core.planning.setting_chapters import set_frequency
from vocator.core.planning.setting_ways import set_all
from vocator.core.planning.slot_chapters import entry_of, letter_keys, open_from, open_via, pick_slot, picker_for, to_rest
from vocator.core.planning.slot_look import FOR_GOOD, leaving_words, look_in
from vocator.core.planning.way_home import way_out
from vocator.core.radio.display import lasting_icons
from vocator.core.radio.kept import with_item
from vocator.core.radio.perform import carry_out
from vocator.core.radio.screens import PickerScreen, QuestionScreen
from vocator.core.radio.start import reaches_by_offset
from vocator.core.radio.state import State
from vocator.core.radio.twin import Twin

ANTENNA = "Antenna or dummy load on. Listen first, then give your call sign."


def try_it(draft: Draft, goal: Goal) -> None:
    """Look, listen, and send once if that is allowed."""
    shown = draft.twin.frequency(goal.channel.rx_hz)
    if goal.satellite:
        draft.step(ChapterKind.STORE, [], shows=shown, say=f"Look: {shown} stands there", why="no test calls outside a pass")
        return
    draft.step(
        ChapterKind.TRY,
        [],
        shows=shown,
        say=f"Look: {shown} stands there. Listen",
        why="what is heard now will be heard from the slot",
    )
    if goal.on_air and reaches_by_offset(draft.twin, goal.channel):
        answer = "an answer" if goal.channel.is_simplex else "the repeater's tail or an answer"
        say = f"Transmit: give your call sign, listen for {answer}"
        draft.step(ChapterKind.TRY, [_send(draft, goal)], say=_opening(draft, goal) + say, why=ANTENNA, on_air=True)


def _send(draft: Draft, goal: Goal) -> str:
    """Return how a call is sent: PTT, with the key of the 1750 Hz burst where the repeater wants it."""
    return f"[PTT]+[{draft.twin.profile.burst_key}]" if goal.burst else "[PTT]"


def _opening(draft: Draft, goal: Goal) -> str:
    key = draft.twin.profile.burst_key
    return f"1750 Hz first: PTT down, then {key} for a second. " if goal.burst else ""


def store(draft: Draft, routes: Routes, goal: Goal, group: tuple[int, int] | None = None) -> None:
    """Write the slot, clearing it first where the radio refuses an occupied one; in a dialogue with all that it asks for."""
    twin = draft.twin
    dialogue = dialogue_of(twin)
    if dialogue is not None:
        store_in_dialogue(draft, routes, goal, dialogue, group)
        to_rest(draft, routes)
        _look_at_slot(draft, routes, goal)
        return
    picker = picker_for(twin, "write")
    refuses = picker.occupied == "refuse" and not (draft.whole and draft.state.slots[goal.slot] is None)
    if refuses and picker.occupied_mark:
        _write_where_free(draft, routes, goal, picker)
    else:
        if refuses:
            clear_slot(draft, routes, goal, goal.replaces)
        _write(draft, routes, goal, "write", f"Store into {twin.profile.slot_text(goal.slot)}")
    if not reaches_by_offset(twin, goal.channel) and twin.send_frequency is None:
        assert goal.channel.tx_hz is not None
        to_rest(draft, routes)
        _to_vfo(draft, picker)
        set_frequency(draft, routes, goal.channel.tx_hz, ChapterKind.STORE, "the transmit frequency, for a second save")
        verb = "write_split" if binding_for(picker, "write_split") else "write"
        _write(draft, routes, goal, verb, "Store it as the transmit frequency of the same slot", second=True)
    to_rest(draft, routes)
    _look_at_slot(draft, routes, goal)


def _write_where_free(draft: Draft, routes: Routes, goal: Goal, picker: PickerScreen) -> None:
    """Look at the slot in the list in which it is stored, where a taken one is refused, and go on there if it is free; else it is erased first."""
    twin, slot = draft.twin, draft.twin.profile.slot_text(goal.slot)
    via, mark = routes.to_screen(twin.vfo, picker.name), picker.occupied_mark + slot
    picked = [*open_via(draft, routes, via), *pick_slot(draft, routes, picker, goal.slot)]
    entry = entry_of(routes, via)
    say = f"Look at slot {slot}{f' in {entry}' if entry else ''}"
    window = picker.quiet_ms / 1000 if picker.window else 0
    draft.step(ChapterKind.STORE, picked, say=say, why="nothing is written yet; a taken slot is refused", window_s=window)
    write = _keys_to_write(twin, goal, picker, "write")
    clear, erase = _erased_first(draft, routes, goal, picker)
    leave = way_out(twin, draft.state)
    once = "saved twice, the slot transmits on what the VFO shows; in doubt look at the slot, do not save again"
    taken = f"If {mark} shows, {slot} is taken: "
    draft.alternatives(
        ChapterKind.STORE,
        [
            (When(not_shows=mark), write, f"If {slot} alone shows, it is free: store, {', '.join(write)}, once",
             once if picker.second_save else "written in one go"),
            (When(shows=mark), [*clear, *write],
             f"{taken}erase it, then store: {', '.join([*clear, *write])}" if goal.replaces
             else taken + leaving_words(leave, f"In {erase or 'the list for it'} it could be erased"),
             FOR_GOOD if goal.replaces else f"{picker.occupied_mark} means taken"),
        ],
        SlotLook(f"{slot} alone", mark, leave),
        Loss(LossKind.ERASED, slot, mark, leave, goal.replaces),
    )  # fmt: skip


def _erased_first(draft: Draft, routes: Routes, goal: Goal, picker: PickerScreen) -> tuple[list[str], str]:
    """Return what erases the taken slot that is picked and picks it anew for the store, and the name of the entry that erases."""
    twin, eraser = draft.twin, picker_for(draft.twin, "erase")
    erase, back = key_for(eraser, "erase"), key_for(picker, "back") or key_for(picker, "home")
    assert erase is not None and back is not None
    at = draft.state._replace(slots=with_item(draft.state.slots, goal.slot, twin.stored_from_vfo(twin.start)))
    to_erase, to_write = routes.to_screen(twin.vfo, eraser.name), routes.to_screen(twin.vfo, picker.name)
    clear = [
        back,
        *open_from(carry_out(twin, at, (back,)), routes, to_erase),
        *pick_slot(draft, routes, eraser, goal.slot),
        erase,
    ]
    after = carry_out(twin, at, clear)
    again = [*open_from(after, routes, to_write), *pick_slot(draft, routes, picker, goal.slot)]
    return [*clear, *again], entry_of(routes, to_erase)


def _to_vfo(draft: Draft, picker: PickerScreen) -> None:
    """Go back to VFO mode where the store left the radio in memory mode."""
    if picker.after == "memory":
        (key,) = Routes(draft.twin).mode_keys(draft.twin.memory, draft.twin.vfo, draft.state.unit)
        draft.step(ChapterKind.STORE, [key], say=f"Back to VFO mode: tap {key}", why="the transmit frequency is typed there")


def _write(draft: Draft, routes: Routes, goal: Goal, verb: str, say: str, second: bool = False) -> None:
    """Pick the slot, look whether it is free, write; the look is left out where it is known, or where the radio asks itself."""
    twin = draft.twin
    picker = picker_for(twin, verb)
    window = picker.quiet_ms / 1000 if picker.window else 0
    opening = open_via(draft, routes, routes.to_screen(twin.vfo, picker.name))
    picked = [*opening, *pick_slot(draft, routes, picker, goal.slot)]
    open_question = not second and not (draft.whole and draft.state.slots[goal.slot] is None)
    at = draft.after(picked)
    asks = picker.occupied == "ask" and verb == "write" and open_question
    actions, shows, why = _keys_to_write(twin, goal, picker, verb), _written_mark(twin, goal, picker), "written in one go"
    if window:
        why = f"read it all first: the window is {window:g} s from the last key"
    if picker.second_save and verb == "write" and not second:
        say, why = (
            f"{say}, once",
            "saved twice, the slot sends on what the VFO shows; in doubt look at the slot, do not save again",
        )
    meant = open_question and (goal.replaces or goal.slot == twin.profile.call_slot)
    slot = twin.profile.slot_text(goal.slot)
    loss = None
    if meant and picker.occupied == "overwrite":
        say, loss = _replacing(say, slot, goal.replaces), Loss(LossKind.OVERWRITTEN, slot, "", way_out(twin, at), meant=True)
        open_question = False
    look = look_in(twin, at) if open_question and picker.occupied == "overwrite" else None
    if look is not None:
        say = f"{say} if it is free ({look.free}); stop if it is taken ({look.taken})"
        why = (
            f"an occupied slot is overwritten unasked. {why[0].upper()}{why[1:]}"
            if window
            else "an occupied slot is overwritten unasked"
        )
    if look is None and open_question and picker.occupied == "overwrite":
        say = f"{say}, if memory mode showed that it is free"
        why = "an occupied slot is overwritten unasked, and nothing shows it here: in doubt leave, and look in memory mode first"
    if look is not None and not window:
        mark = None if picker.occupied_mark else slot
        draft.step(
            ChapterKind.STORE, picked, shows=mark, say=f"Pick slot {slot}, look whether it is free", why="nothing is written yet"
        )
        picked = []
    look = replace(look, after=len(picked)) if look else None
    draft.step(ChapterKind.STORE, [*picked, *actions], shows=shows, say=say, why=why, window_s=window, look=look, loss=loss)
    if asks:
        _confirm_if_asked(draft, picker, goal, at)


def _replacing(say: str, slot: str, asked: bool) -> str:
    return f"{say}: what it holds is replaced, as asked" if asked else f"{say}: {slot} always holds a channel, which is replaced"


def _keys_to_write(twin: Twin, goal: Goal, picker: PickerScreen, verb: str) -> list[str]:
    """Return the label's letters where they are typed in the list of slots, the key that writes, and the yes where it always asks."""
    key = key_for(picker, verb)
    assert key is not None
    named = letter_keys(picker, goal.channel.label) if verb == "write" and goal.channel.label else []
    actions = [*named, key]
    if picker.asks and picker.occupied != "ask":
        yes = key_for(twin.screens[twin.profile.screen(picker.asks)], "confirm")
        assert yes is not None
        actions.append(yes)
    return actions


def _written_mark(twin: Twin, goal: Goal, picker: PickerScreen) -> str | None:
    """Return what stands on the display once the slot is written."""
    if picker.occupied == "ask":
        return None
    if picker.after == "memory" or (picker.after == "stay" and not picker.moves_on):
        return twin.profile.slot_text(goal.slot)
    if picker.moves_on:
        return None
    if not picker.message and picker.after == "list":
        return next((e.name for s in twin.lists for e in s.entries if e.screen == picker.name), None)
    return picker.message or None


def _plainly(why: str) -> str:
    return why.replace("[", "").replace("]", "")


def _confirm_if_asked(draft: Draft, picker: PickerScreen, goal: Goal, at: State) -> None:
    """Say yes where the radio asks before overwriting, if that is meant."""
    number = draft.twin.profile.screen(picker.asks)
    question = draft.twin.screens[number]
    assert isinstance(question, QuestionScreen)
    yes = key_for(question, "confirm")
    assert yes is not None
    slot = draft.twin.profile.slot_text(goal.slot)
    leave = way_out(draft.twin, at._replace(stack=(*at.stack, at.screen), screen=number))
    if goal.replaces:
        say, why = f"If {question.text} shows, {slot} is taken: replace what it holds, {yes}", FOR_GOOD
    else:
        say = f"If {question.text} shows, {slot} is taken: {leaving_words(leave, f'{yes} would overwrite it')}"
        why = "the radio asks only where something stands"
    draft.step(
        ChapterKind.STORE,
        [yes],
        when=When(shows=question.text),
        say=say,
        why=_plainly(why),
        look=SlotLook("", question.text, leave),
        loss=Loss(LossKind.OVERWRITTEN, slot, question.text, leave, goal.replaces),
    )


def _look_at_slot(draft: Draft, routes: Routes, goal: Goal) -> None:
    """Go to memory mode and look at the frequency, before a name covers it; then at the send side by reverse."""
    twin = draft.twin
    slot, shown = twin.profile.slot_text(goal.slot), draft.twin.frequency(goal.channel.rx_hz)
    at = draft.state.modes[draft.state.unit]
    called = goal.slot == twin.profile.call_slot
    target = min(twin.call_screens) if called else twin.memory
    if at != target:
        keys = routes.mode_keys(at, target, draft.state.unit)
        why = "it opens at the slot written; read the frequency, not the name"
        word = "Call channel" if called else f"Memory mode: slot {slot}"
        draft.step(ChapterKind.STORE, list(keys), shows=None if called else slot, say=f"{word}, {shown}", why=why)
    actions = routes.presses(twin.memory, "reverse")
    tx_hz = goal.channel.tx_hz
    if actions and tx_hz is not None and not goal.channel.is_simplex and not goal.receive_only:
        actions = tuple(and_back(draft, actions))
        sent = draft.twin.frequency(tx_hz)
        draft.step(
            ChapterKind.STORE,
            [" ".join(actions)],
            shows=sent,
            when=When(shows=shown),
            say=f"If {shown} shows: reverse; it shows the send side, {sent}",
            why="sign and offset together make this number",
        )
        draft.step(
            ChapterKind.STORE,
            [" ".join(actions)],
            shows=shown,
            when=When(shows=sent),
            say=f"If {sent} shows: reverse off again",
            why="else it stays swapped",
        )


def read_back(draft: Draft, goal: Goal) -> None:
    """Look at all that memory mode shows, and send once more if that is allowed."""
    twin = draft.twin
    stored = draft.state.slots[goal.slot]
    slot = twin.profile.slot_text(goal.slot)
    icons = tuple(dict.fromkeys(lasting_icons(twin, stored))) if stored else ()
    label = f" or {goal.channel.label}" if goal.channel.label else ""
    signs = " ".join(icons) or "no icon"
    draft.step(
        ChapterKind.READ_BACK,
        [],
        shows=slot,
        say=f"Look: {slot}, {draft.twin.frequency(goal.channel.rx_hz)}{label}, {signs}",
        why="frequency or name, sign, tone, width and power as stored",
    )
    for icon in icons:
        draft.step(ChapterKind.READ_BACK, [], shows=icon, say=f"{icon} shows", why=_icon_words(twin, icon))
    if goal.on_air:
        say = "Transmit once more from the slot, with your call sign"
        draft.step(ChapterKind.READ_BACK, [_send(draft, goal)], say=_opening(draft, goal) + say, why=ANTENNA, on_air=True)


def _icon_words(twin: Twin, icon: str) -> str:
    rule = next(r for r in twin.profile.icons if r.icon == icon)
    words = {
        "shift": "the sign",
        "split": "an odd split",
        "tone_use": "the use of the tone",
        "signalling": "a tone or code",
        "power": "the power",
        "width": "the width",
    }
    return f"{words.get(rule.fact, rule.fact)} as stored"


def reverse_check(draft: Draft, routes: Routes) -> None:
    """Look at the send side of the slot shown by reverse, and put it back; raises Beyond."""
    actions, setting = routes.presses(draft.twin.memory, "reverse"), draft.twin.reverse_setting
    why = "sign and offset together make this number; heard directly there, a repeater's user is near enough for simplex"
    if setting is not None:
        for meaning, words in (("on", why), ("off", "else it stays swapped")):
            value = draft.twin.settings[setting].domain.find_meaning(meaning)
            assert value is not None
            set_all(draft, routes, {setting: value}, {setting: words}, ChapterKind.READ_BACK)
            draft.step(
                ChapterKind.READ_BACK, [], say=f"Look: {'the send side shows' if meaning == 'on' else 'as before'}", why=words
            )
        return
    if not actions:
        nearest = "Compare sign and offset with the listing before you store."
        raise Beyond("reverse", "this radio does not swap the two sides in memory mode", nearest)
    keys = " ".join(and_back(draft, actions))
    draft.step(ChapterKind.READ_BACK, [keys], say="Reverse: the display shows the other side", why=why)
    draft.step(ChapterKind.READ_BACK, [keys], say="Reverse back again", why="else it stays swapped")
