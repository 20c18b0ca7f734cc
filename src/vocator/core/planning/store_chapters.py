"""The chapters from the try to the read-back: try, store, name, read back."""

from dataclasses import replace

from vocator.core.goals.goal import Beyond, Goal
from vocator.core.goals.sheet import ChapterKind, SlotLook, When
from vocator.core.planning.dialogue import dialogue_of, store_in_dialogue
from vocator.core.planning.draft import Draft
from vocator.core.planning.erase_chapters import clear_slot
from vocator.core.planning.found_ways import and_back
from vocator.core.planning.routes import Routes, binding_for, key_for
from vocator.core.planning.setting_chapters import set_frequency
from vocator.core.planning.setting_ways import set_all
from vocator.core.planning.slot_chapters import letter_keys, open_via, pick_slot, picker_for, to_rest
from vocator.core.planning.slot_look import look_in
from vocator.core.planning.way_home import way_out
from vocator.core.radio.display import lasting_icons
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
        say = "Send: give your call sign, listen for the tail or an answer"
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
    if picker.occupied == "refuse" and not (draft.whole and draft.state.slots[goal.slot] is None):
        clear_slot(draft, routes, goal)
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
        slot = twin.profile.slot_text(goal.slot)
        mark = None if picker.occupied_mark else slot
        draft.step(
            ChapterKind.STORE, picked, shows=mark, say=f"Pick slot {slot}, look whether it is free", why="nothing is written yet"
        )
        picked = []
    look = replace(look, after=len(picked)) if look else None
    draft.step(ChapterKind.STORE, [*picked, *actions], shows=shows, say=say, why=why, window_s=window, look=look)
    if asks:
        _confirm_if_asked(draft, picker, goal, at)


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
    say = f"If {question.text} shows, {slot} is taken: stop, or overwrite it on purpose: {yes}"
    why = f"to leave it as it is: {', '.join(leave)}" if leave else "the slot is occupied; it is overwritten"
    draft.step(
        ChapterKind.STORE,
        [yes],
        when=When(shows=question.text),
        say=say,
        why=_plainly(why),
        look=SlotLook("", question.text, leave),
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
        say = "Send once more from the slot, with your call sign"
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
