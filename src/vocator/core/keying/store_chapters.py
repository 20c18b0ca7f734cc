"""The chapters from the try to the read-back: try, store, name, read back."""

from vocator.core.keying.draft import Draft
from vocator.core.keying.goal import Goal
from vocator.core.keying.routes import Routes, Via, binding_for, key_for
from vocator.core.keying.setting_chapters import set_frequency
from vocator.core.keying.sheet import When
from vocator.core.radio.display import frequency, lasting_icons
from vocator.core.radio.profile import Means, Screen
from vocator.core.radio.start import reaches_by_offset
from vocator.core.radio.twin import Twin

ANTENNA = "Antenna or dummy load on. Listen first, then give your call sign."


def try_it(draft: Draft, goal: Goal) -> None:
    """Look, listen, and send once if that is allowed."""
    shown = frequency(goal.channel.rx_hz)
    draft.step(
        "Try", [], shows=shown, say=f"Look: {shown} stands there. Listen", why="what is heard now will be heard from the slot"
    )
    if goal.on_air and reaches_by_offset(draft.twin, goal.channel):
        draft.step("Try", ["[PTT]"], say="Send: give your call sign, listen for the tail or an answer", why=ANTENNA, on_air=True)


def store(draft: Draft, routes: Routes, goal: Goal) -> None:
    """Write the slot, clearing it first where the radio refuses an occupied one."""
    twin = draft.twin
    picker = _picker(twin, "write")
    if picker.occupied == "refuse" and not (draft.known and draft.state.slots[goal.slot] is None):
        _erase_if_occupied(draft, routes, goal)
    _write(draft, routes, goal, "write", f"Store into {twin.profile.slot_text(goal.slot)}")
    if not reaches_by_offset(twin, goal.channel):
        assert goal.channel.tx_hz is not None
        _to_rest(draft)
        _to_vfo(draft, picker)
        set_frequency(draft, routes, goal.channel.tx_hz, "Store", "the transmit frequency, for a second save")
        verb = "write_split" if binding_for(picker, "write_split") else "write"
        _write(draft, routes, goal, verb, "Store it as the transmit frequency of the same slot")
    _to_rest(draft)
    _look_at_slot(draft, routes, goal)


def _to_vfo(draft: Draft, picker: Screen) -> None:
    """Go back to VFO mode where the store left the radio in memory mode."""
    if picker.after == "memory":
        key = Routes(draft.twin).mode_key(draft.twin.memory, "vfo", draft.state.unit)
        draft.step("Store", [key], say=f"Back to VFO mode: tap {key}", why="the transmit frequency is typed there")


def _picker(twin: Twin, verb: str) -> Screen:
    return next(s for s in twin.screens if s.kind == "picker" and binding_for(s, verb))


def _open(draft: Draft, routes: Routes, via: Via | None) -> list[str]:
    """Return the presses that open a picker from where the draft stands."""
    assert via is not None
    if via.list_screen < 0:
        return list(via.actions)
    twin = draft.twin
    screen = twin.screens[via.list_screen]
    in_list = draft.state.screen == via.list_screen
    opening = [] if in_list else list(routes.open_list(draft.state.modes[draft.state.unit], via.list_screen))
    cursor = draft.state.cursor if in_list else draft.state.cursors[via.list_screen]
    go = routes.go_to_entry(via.list_screen, cursor, via.entry)
    open_key = key_for(screen, "open_entry")
    assert open_key is not None
    return [*opening, *([go] if go else []), open_key]


def _pick(draft: Draft, routes: Routes, picker: Screen, slot: int) -> str:
    """Return the action that picks a slot once the picker is open."""
    twin = draft.twin
    text = twin.profile.slot_text(slot)
    if picker.digits:
        return text
    at = {"lowest_free": twin.lowest_free(draft.state), "position": draft.state.positions[draft.state.unit]}.get(picker.starts, 0)
    return routes.until(at, slot, twin.profile.slot_count, True, text)


def _write(draft: Draft, routes: Routes, goal: Goal, verb: str, say: str) -> None:
    twin = draft.twin
    picker = _picker(twin, verb)
    key = key_for(picker, verb)
    assert key is not None
    opening = _open(draft, routes, routes.to_screen(twin.vfo, picker.name))
    named = letter_keys(picker, goal.channel.label) if verb == "write" and goal.channel.label else []
    actions = [*opening, _pick(draft, routes, picker, goal.slot), *named, key]
    if picker.asks and picker.occupied != "ask":
        yes = key_for(twin.screens[twin.profile.screen(picker.asks)], "confirm")
        assert yes is not None
        actions.append(yes)
    shows = picker.message or None
    if picker.after == "memory":
        shows = twin.profile.slot_text(goal.slot)
    if shows is None and picker.after == "list":
        shows = next((e.name for s in twin.screens for e in s.entries if e.screen == picker.name), None)
    asks = picker.occupied == "ask" and verb == "write" and not (draft.known and draft.state.slots[goal.slot] is None)
    if picker.occupied == "ask":
        shows = None
    window = picker.quiet_ms / 1000
    why = f"read it all first: the window is {window:g} s from the last key" if picker.window else "written in one go"
    draft.step("Store", actions, shows=shows, say=say, why=why, window_s=window if picker.window else 0)
    if asks:
        _confirm_if_asked(draft, picker)


def _confirm_if_asked(draft: Draft, picker: Screen) -> None:
    """Say yes where the radio asks before overwriting."""
    question = draft.twin.screens[draft.twin.profile.screen(picker.asks)]
    yes = key_for(question, "confirm")
    assert yes is not None
    say = f"If {question.text} shows: {yes}"
    draft.step("Store", [yes], when=When(shows=question.text), say=say, why="the slot is occupied; it is overwritten")


def letter_keys(picker: Screen, label: str | None) -> list[str]:
    """Return the taps that write a label with the digit keys, place by place."""
    on = key_for(picker, "next_place")
    if not picker.letters or not label or on is None:
        return []
    presses = []
    for letter in label:
        key, group = next((k, g) for k, g in picker.letters if letter in g)
        presses.append(key * (group.index(letter) + 1))
    return [" ".join(f"{p} {on}" for p in presses[:-1]), presses[-1]] if len(presses) > 1 else presses


def _erase_if_occupied(draft: Draft, routes: Routes, goal: Goal) -> None:
    twin = draft.twin
    picker = _picker(twin, "erase")
    slot = twin.profile.slot_text(goal.slot)
    opening = _open(draft, routes, routes.to_screen(twin.vfo, picker.name))
    draft.step(
        "Store",
        [*opening, _pick(draft, routes, picker, goal.slot)],
        say=f"Look at slot {slot} before storing",
        why="this radio refuses an occupied slot",
    )
    erase, back = key_for(picker, "erase"), key_for(picker, "back")
    assert erase is not None and back is not None
    mark = picker.occupied_mark + slot
    draft.alternatives(
        "Store",
        [
            (When(shows=mark), [erase], f"If {mark} shows: erase it, {erase}", f"{picker.occupied_mark} means occupied"),
            (When(not_shows=mark), [back], f"If {slot} alone shows: leave it, {back}", "the slot is free"),
        ],
    )


def _to_rest(draft: Draft) -> None:
    """Leave the list that a store returned to."""
    _leave_list(draft, "Store", "the slot is written")


def _leave_list(draft: Draft, title: str, why: str) -> None:
    screen = draft.twin.screens[draft.state.screen]
    if screen.kind == "list":
        key = key_for(screen, "home")
        assert key is not None
        draft.step(title, [key], when=When(screen=screen.shows), say=f"Leave the list: tap {key}", why=why)


def _look_at_slot(draft: Draft, routes: Routes, goal: Goal) -> None:
    """Go to memory mode and look at the frequency, before a name covers it; then at the send side by reverse."""
    twin = draft.twin
    slot, shown = twin.profile.slot_text(goal.slot), frequency(goal.channel.rx_hz)
    if not twin.in_memory(draft.state):
        key = routes.mode_key(twin.vfo, "memory", draft.state.unit)
        why = "it opens at the slot written; read the frequency, not the name"
        draft.step("Store", [key], shows=slot, say=f"Memory mode: slot {slot}, {shown}", why=why)
    actions = routes.presses(twin.memory, "reverse")
    tx_hz = goal.channel.tx_hz
    if actions and tx_hz is not None and not goal.channel.is_simplex:
        sent = frequency(tx_hz)
        draft.step(
            "Store",
            [" ".join(actions)],
            shows=sent,
            when=When(shows=shown),
            say=f"Reverse shows the send side: {sent}",
            why="sign and offset together make this number",
        )
        draft.step(
            "Store", [" ".join(actions)], shows=shown, when=When(shows=sent), say="Reverse off again", why="else it stays swapped"
        )


def name(draft: Draft, routes: Routes, goal: Goal) -> None:
    """Write the label, place by place."""
    label = goal.channel.label
    twin = draft.twin
    editor = next((s for s in twin.screens if s.kind == "label"), None)
    if label is None or editor is None or _picker(twin, "write").letters:
        return
    if key_for(editor, "push_on"):
        _name_pushed(draft, routes, editor, label)
    elif key_for(editor, "onward"):
        _name_over_old(draft, routes, editor, label)
    else:
        _name_from_dots(draft, routes, editor, label)


def _letter(draft: Draft, routes: Routes, editor: Screen, letter: str, from_letter: str) -> str:
    """Return the turn that brings the blinking place to a letter."""
    characters = editor.characters
    at, to = characters.index(from_letter), characters.index(letter)
    return routes.until(at, to, len(characters), True, "space" if letter == " " else letter)


def _name_from_dots(draft: Draft, routes: Routes, editor: Screen, label: str) -> None:
    """The editor starts with dots; each place at its first character; a hold cuts what follows."""
    forward, cut, leave = (key_for(editor, verb) for verb in ("forward", "cut", "leave_label"))
    assert forward and cut and leave
    via = routes.to_screen(draft.twin.memory, editor.name)
    say = "Open the label, start the first place"
    draft.step("Name", [*_open(draft, routes, via), forward], say=say, why=f"{editor.length} places, blank at first")
    for place, letter in enumerate(label):
        turn = _letter(draft, routes, editor, letter, editor.characters[0])
        actions = [forward] if letter == " " else [turn, forward]
        words = f"{letter if letter != ' ' else 'space'}, then go on"
        draft.step("Name", actions, say=words, why=f"place {place + 1} of {len(label)}")
    if len(label) < editor.length:
        draft.step("Name", [cut], shows=label, say=f"Cut what follows: hold for {cut[-3:-1]}", why="a shorter label ends here")
    sends = "; it does not send there" if leave == "[PTT]" else ""
    draft.step("Name", [leave], say=f"Keep the label: tap {leave}", why=f"nothing blinks any more, so it is kept{sends}")


def _name_pushed(draft: Draft, routes: Routes, editor: Screen, label: str) -> None:
    """The editor starts blank at its first place; each push goes on, the last place is kept at once."""
    on, keep = key_for(editor, "push_on"), key_for(editor, "keep_pushed")
    assert on and keep
    via = routes.to_screen(draft.twin.memory, editor.name)
    draft.step("Name", _open(draft, routes, via), say="Open the label", why=f"{editor.length} places, blank at first")
    for place, letter in enumerate(label):
        turn = _letter(draft, routes, editor, letter, " ")
        words = f"{letter if letter != ' ' else 'space'}, then push"
        draft.step("Name", [*([] if letter == " " else [turn]), on], say=words, why=f"place {place + 1} of {len(label)}")
    why = "the list is left" if len(label) == editor.length else "a shorter label is kept as far as it was pushed"
    draft.step("Name", [keep], say=f"Keep it and leave: tap {keep}", why=why)


def _name_over_old(draft: Draft, routes: Routes, editor: Screen, label: str) -> None:
    """The editor starts at the first place with the old label, blank after a store."""
    onward = key_for(editor, "onward")
    home, back = key_for(editor, "keep_label_home"), key_for(editor, "keep_label")
    keep = home or back
    assert onward and keep
    via = routes.to_screen(draft.twin.memory, editor.name)
    say = "Open the label: the first place blinks"
    draft.step("Name", _open(draft, routes, via), say=say, why="it is blank, since the store took the old one away")
    for place, letter in enumerate(label):
        turn = _letter(draft, routes, editor, letter, draft.state.letters[place])
        last = place == len(label) - 1
        actions = [*([] if letter == " " else [turn]), *([] if last else [onward])]
        words = f"{letter if letter != ' ' else 'space'}{'' if last else ', then go on'}"
        draft.step("Name", actions, say=words, why=f"place {place + 1} of {len(label)}")
    draft.step("Name", [keep], say=f"Keep the label: {keep}", why="spaces at the end are not kept")
    if home is None:
        _leave_list(draft, "Name", "the label is kept")


def read_back(draft: Draft, goal: Goal) -> None:
    """Look at all that memory mode shows, and send once more if that is allowed."""
    twin = draft.twin
    stored = draft.state.slots[goal.slot]
    slot = twin.profile.slot_text(goal.slot)
    icons = _expected_icons(draft) if stored else ()
    label = f" or {goal.channel.label}" if goal.channel.label else ""
    signs = " ".join(icons) or "no icon"
    draft.step(
        "Read back",
        [],
        shows=slot,
        say=f"Look: {slot}, {frequency(goal.channel.rx_hz)}{label}, {signs}",
        why="frequency or name, sign, tone, width and power as stored",
    )
    for icon in icons:
        draft.step("Read back", [], shows=icon, say=f"{icon} shows", why=_icon_words(twin, icon))
    if goal.on_air:
        draft.step("Read back", ["[PTT]"], say="Send once more from the slot, with your call sign", why=ANTENNA, on_air=True)


def _expected_icons(draft: Draft) -> tuple[str, ...]:
    """Return the icons that the slot itself lights."""
    stored = draft.state.slots[draft.state.positions[draft.state.unit]]
    assert stored is not None
    return tuple(dict.fromkeys(lasting_icons(draft.twin, stored)))


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


def go_to_slot(draft: Draft, routes: Routes, goal: Goal, title: str) -> None:
    """Go to memory mode and to the slot, by its digits or by turning."""
    twin = draft.twin
    key = routes.mode_key(twin.vfo, "memory", draft.state.unit)
    slot = twin.profile.slot_text(goal.slot)
    draft.step(title, [key], say="Memory mode", why="a slot number shows")
    typed = binding_for(twin.screens[twin.memory], "enter")
    go = slot if typed else routes.until(0, 0, 1, True, slot)
    draft.step(title, [go], shows=slot, say=f"Go to slot {slot}", why="read the frequency, sign and tone there")


def erase_slot(draft: Draft, routes: Routes, goal: Goal) -> None:
    """Erase a slot that holds a channel, by a picker or from memory mode."""
    twin = draft.twin
    both = next((s for s in twin.screens if s.kind == "picker" and binding_for(s, "erase") and binding_for(s, "write")), None)
    if both is not None:
        erase = key_for(both, "erase")
        assert erase is not None
        dialogue = _open(draft, routes, routes.to_screen(twin.vfo, both.name))
        erasing = [*dialogue, _pick(draft, routes, both, goal.slot), erase]
        draft.step("Store", erasing, say="Open the store dialogue, pick the slot, erase it", why="there is no way back")
        return
    if any(s.kind == "picker" and binding_for(s, "erase") for s in twin.screens):
        _erase_if_occupied(draft, routes, goal)
        _to_rest(draft)
        return
    go_to_slot(draft, routes, goal, "Store")
    at_once = key_for(twin.screens[twin.memory], "erase_shown")
    if at_once is not None:
        draft.step("Store", [at_once], say=f"Erase: {at_once}", why="look at the slot number first: it does not ask")
        return
    question = next(s for s in twin.screens if s.kind == "question" and binding_for(s, "erase"))
    opening = routes.presses(twin.memory, "open", question.name)
    yes = key_for(question, "erase")
    assert opening is not None and yes is not None
    draft.step(
        "Store", [*opening], shows=question.text, say=f"Ask to erase: {question.text}", why="look at the slot number first"
    )
    draft.step("Store", [yes], say=f"Erase: tap {yes}", why="there is no way back")


def unseen(twin: Twin, goal: Goal) -> list[str]:
    """Name the stored values that this radio's memory mode cannot show."""
    facts = {r.fact for r in twin.profile.icons}
    tone = goal.channel.tone
    limits = []
    for word, used in (("tone", tone.tone_tx or tone.tone_rx), ("code", tone.dcs_tx or tone.dcs_rx)):
        if used and not facts & {"tone_use", "signalling"}:
            limits.append(f"the read-back does not show the {word}")
        elif used:
            limits.append(f"the read-back shows that a {word} is used, not which: memory mode does not open it")
    for fact in ("width", "power"):
        if fact not in facts and twin.profile.setting_for(Means(fact)) is not None:
            limits.append(f"the read-back does not show the {fact}")
    show = twin.profile.setting_for(Means.SHOW)
    if show is not None:
        limits.append(f"with {twin.settings[show].name} at another value than the frequency, memory mode shows that instead")
    return limits
