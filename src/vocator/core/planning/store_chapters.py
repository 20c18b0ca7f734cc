"""The chapters from the try to the read-back: try, store, name, read back."""

from vocator.core.goals.goal import Beyond, Goal
from vocator.core.goals.sheet import ChapterKind, When
from vocator.core.planning.draft import Draft
from vocator.core.planning.list_ways import leave_list
from vocator.core.planning.routes import Routes, Via, binding_for, key_for
from vocator.core.planning.setting_chapters import set_frequency
from vocator.core.planning.setting_ways import set_all
from vocator.core.radio.display import lasting_icons
from vocator.core.radio.profile import Means, Screen
from vocator.core.radio.start import reaches_by_offset
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


def store(draft: Draft, routes: Routes, goal: Goal) -> None:
    """Write the slot, clearing it first where the radio refuses an occupied one."""
    twin = draft.twin
    picker = picker_for(twin, "write")
    if picker.occupied == "refuse" and not (draft.whole and draft.state.slots[goal.slot] is None):
        _erase_if_occupied(draft, routes, goal)
    _write(draft, routes, goal, "write", f"Store into {twin.profile.slot_text(goal.slot)}")
    if not reaches_by_offset(twin, goal.channel) and twin.send_frequency is None:
        assert goal.channel.tx_hz is not None
        to_rest(draft, routes)
        _to_vfo(draft, picker)
        set_frequency(draft, routes, goal.channel.tx_hz, ChapterKind.STORE, "the transmit frequency, for a second save")
        verb = "write_split" if binding_for(picker, "write_split") else "write"
        _write(draft, routes, goal, verb, "Store it as the transmit frequency of the same slot")
    to_rest(draft, routes)
    _look_at_slot(draft, routes, goal)


def _to_vfo(draft: Draft, picker: Screen) -> None:
    """Go back to VFO mode where the store left the radio in memory mode."""
    if picker.after == "memory":
        (key,) = Routes(draft.twin).mode_keys(draft.twin.memory, draft.twin.vfo, draft.state.unit)
        draft.step(ChapterKind.STORE, [key], say=f"Back to VFO mode: tap {key}", why="the transmit frequency is typed there")


def picker_for(twin: Twin, verb: str) -> Screen:
    """Return the list of slots in which something is done to one: ``write`` or ``erase``."""
    return next(s for s in twin.screens if s.kind == "picker" and binding_for(s, verb))


def open_via(draft: Draft, routes: Routes, via: Via | None) -> list[str]:
    """Return the presses that open a picker or an editor from where the draft stands."""
    assert via is not None
    if via.list_screen < 0:
        return list(via.actions)
    cursor = routes.cursor_at(draft.state, via.list_screen)
    return [*routes.go_to_list(draft.state, via.list_screen), *routes.open_entry(via.list_screen, cursor, via.entry)]


def pick_slot(draft: Draft, routes: Routes, picker: Screen, slot: int) -> list[str]:
    """Return the actions that pick a slot once the picker is open."""
    profile = draft.twin.profile
    text = profile.slot_text(slot)
    if picker.digits:
        return [text] if text.isdigit() else [routes.until(profile.screen(picker.name), "pick", 0, 0, 1, True, text)]
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


def _write(draft: Draft, routes: Routes, goal: Goal, verb: str, say: str) -> None:
    twin = draft.twin
    picker = picker_for(twin, verb)
    key = key_for(picker, verb)
    assert key is not None
    opening = open_via(draft, routes, routes.to_screen(twin.vfo, picker.name))
    named = letter_keys(picker, goal.channel.label) if verb == "write" and goal.channel.label else []
    actions = [*opening, *pick_slot(draft, routes, picker, goal.slot), *named, key]
    if picker.asks and picker.occupied != "ask":
        yes = key_for(twin.screens[twin.profile.screen(picker.asks)], "confirm")
        assert yes is not None
        actions.append(yes)
    shows = picker.message or None
    if picker.after == "memory":
        shows = twin.profile.slot_text(goal.slot)
    if picker.after == "stay":
        shows = twin.profile.slot_text(goal.slot)
    if shows is None and picker.after == "list":
        shows = next((e.name for s in twin.screens for e in s.entries if e.screen == picker.name), None)
    asks = picker.occupied == "ask" and verb == "write" and not (draft.whole and draft.state.slots[goal.slot] is None)
    if picker.occupied == "ask":
        shows = None
    window = picker.quiet_ms / 1000
    why = f"read it all first: the window is {window:g} s from the last key" if picker.window else "written in one go"
    draft.step(ChapterKind.STORE, actions, shows=shows, say=say, why=why, window_s=window if picker.window else 0)
    if asks:
        _confirm_if_asked(draft, picker)


def _confirm_if_asked(draft: Draft, picker: Screen) -> None:
    """Say yes where the radio asks before overwriting."""
    question = draft.twin.screens[draft.twin.profile.screen(picker.asks)]
    yes = key_for(question, "confirm")
    assert yes is not None
    say = f"If {question.text} shows: {yes}"
    draft.step(ChapterKind.STORE, [yes], when=When(shows=question.text), say=say, why="the slot is occupied; it is overwritten")


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
    picker = picker_for(twin, "erase")
    slot = twin.profile.slot_text(goal.slot)
    opening = open_via(draft, routes, routes.to_screen(twin.vfo, picker.name))
    draft.step(
        ChapterKind.STORE,
        [*opening, *pick_slot(draft, routes, picker, goal.slot)],
        say=f"Look at slot {slot} before storing",
        why="this radio refuses an occupied slot",
    )
    erase, back = key_for(picker, "erase"), key_for(picker, "back")
    assert erase is not None and back is not None
    mark = picker.occupied_mark + slot
    draft.alternatives(
        ChapterKind.STORE,
        [
            (When(shows=mark), [erase], f"If {mark} shows: erase it, {erase}", f"{picker.occupied_mark} means occupied"),
            (When(not_shows=mark), [back], f"If {slot} alone shows: leave it, {back}", "the slot is free"),
        ],
    )


def to_rest(draft: Draft, routes: Routes, chapter: ChapterKind = ChapterKind.STORE, why: str = "the slot is written") -> None:
    """Leave the list or the memory list that a store, a name or an erase returned to."""
    leave_list(draft, routes, chapter, why)
    screen = draft.twin.screens[draft.state.screen]
    if screen.kind == "picker":
        key = key_for(screen, "home")
        assert key is not None
        draft.step(chapter, [key], when=When(screen=screen.shows), say=f"Leave the memory list: {key}", why=why)


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
    if actions and tx_hz is not None and not goal.channel.is_simplex:
        sent = draft.twin.frequency(tx_hz)
        draft.step(
            ChapterKind.STORE,
            [" ".join(actions)],
            shows=sent,
            when=When(shows=shown),
            say=f"Reverse shows the send side: {sent}",
            why="sign and offset together make this number",
        )
        draft.step(
            ChapterKind.STORE,
            [" ".join(actions)],
            shows=shown,
            when=When(shows=sent),
            say="Reverse off again",
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


def go_to_slot(draft: Draft, routes: Routes, goal: Goal, chapter: ChapterKind) -> None:
    """Go to memory mode and to the slot, by its digits or by turning."""
    twin = draft.twin
    slot = twin.profile.slot_text(goal.slot)
    if goal.slot == twin.profile.call_slot:
        keys = routes.mode_keys(twin.vfo, min(twin.call_screens), draft.state.unit)
        draft.step(chapter, list(keys), say=f"{slot} mode", why="read the frequency, sign and tone there")
        return
    keys = routes.mode_keys(twin.vfo, twin.memory, draft.state.unit)
    draft.step(chapter, list(keys), say="Memory mode", why="a slot number shows")
    go = [slot] if binding_for(twin.screens[twin.memory], "enter") else [routes.until(twin.memory, "recall", 0, 0, 1, True, slot)]
    if twin.profile.group_size:
        group = twin.profile.group_text(goal.slot)
        go.insert(0, routes.until(twin.memory, "next_group", 0, 0, 1, True, group))
    draft.step(chapter, go, shows=slot, say=f"Go to slot {slot}", why="read the frequency, sign and tone there")


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
    keys = " ".join(actions)
    draft.step(ChapterKind.READ_BACK, [keys], say="Reverse: the display shows the other side", why=why)
    draft.step(ChapterKind.READ_BACK, [keys], say="Reverse back again", why="else it stays swapped")


def erase_slot(draft: Draft, routes: Routes, goal: Goal) -> None:
    """Erase a slot that holds a channel, by a picker or from memory mode."""
    twin = draft.twin
    erasing = [s for s in twin.screens if s.kind == "picker" and binding_for(s, "erase")]
    if any(s.occupied_mark and not binding_for(s, "write") for s in erasing):
        _erase_if_occupied(draft, routes, goal)
        to_rest(draft, routes, why="the slot is empty")
        return
    if erasing:
        _erase_picked(draft, routes, goal, erasing[0])
        return
    if goal.slot == twin.profile.call_slot:
        slot = twin.profile.slot_text(goal.slot)
        raise Beyond("erase", f"{slot} can only be overwritten on this radio", "Store another channel there.")
    go_to_slot(draft, routes, goal, ChapterKind.STORE)
    at_once = key_for(twin.screens[twin.memory], "erase_shown")
    if at_once is not None:
        draft.step(ChapterKind.STORE, [at_once], say=f"Erase: {at_once}", why="look at the slot number first: it does not ask")
        return
    listed = routes.to_entry(lambda e: e.verb == "erase_shown")
    if listed is not None:
        actions = [*routes.go_to_list(draft.state, listed.list_screen), *routes.open_entry(listed.list_screen, 0, listed.entry)]
        draft.step(
            ChapterKind.STORE, actions, say=f"Erase: {', '.join(actions)}", why="look at the slot number first: it does not ask"
        )
        return
    question = next(s for s in twin.screens if s.kind == "question" and binding_for(s, "erase"))
    opening = _through_questions(routes, question)
    yes = key_for(question, "erase")
    assert opening and yes is not None
    draft.step(
        ChapterKind.STORE,
        [*opening],
        shows=question.text,
        say=f"Ask to erase: {question.text}",
        why="look at the slot number first",
    )
    draft.step(ChapterKind.STORE, [yes], say=f"Erase: tap {yes}", why="there is no way back")


def _through_questions(routes: Routes, question: Screen) -> list[str]:
    """Return the presses from memory mode to a question, maybe through others."""
    actions: list[str] = []
    while True:
        found = routes.presses(routes.twin.memory, "open", question.name)
        if found is not None:
            return [*found, *actions]
        before = next(s for s in routes.twin.screens if binding_for(s, "open", question.name))
        key = key_for(before, "open", question.name)
        assert key is not None
        actions.insert(0, key)
        question = before


def _erase_picked(draft: Draft, routes: Routes, goal: Goal, picker: Screen) -> None:
    """Pick the slot in a list of slots and erase it there."""
    twin = draft.twin
    erase = key_for(picker, "erase")
    assert erase is not None
    opening = open_via(draft, routes, routes.to_screen(twin.vfo, picker.name))
    actions = [*opening, *pick_slot(draft, routes, picker, goal.slot), erase]
    if picker.asks:
        yes = key_for(twin.screens[twin.profile.screen(picker.asks)], "erase")
        assert yes is not None
        actions.append(yes)
    draft.step(ChapterKind.STORE, actions, say="Open the list, pick the slot, erase it", why="there is no way back")
    to_rest(draft, routes, why="the slot is empty")


def unseen(twin: Twin, goal: Goal) -> list[str]:
    """Name the stored values that this radio's memory mode cannot show."""
    facts = {r.fact for r in twin.profile.icons}
    facts |= {"signalling"} if "sent" in facts else set()
    tone = goal.channel.tone
    limits = []
    if not facts & {"tone_use", "signalling"}:
        limits.append("the read-back shows neither tone nor code, nor that there is none")
    else:
        for word, used in (("tone", tone.tone_tx or tone.tone_rx), ("code", tone.dcs_tx or tone.dcs_rx)):
            if used:
                limits.append(f"the read-back shows that a {word} is used, not which: memory mode does not open it")
    limits += _offset_unseen(twin, goal, facts)
    for fact in ("width", "power"):
        if fact not in facts and twin.profile.setting_for(Means(fact)) is not None:
            limits.append(f"the read-back does not show the {fact}")
    if twin.profile.free_keys:
        limits.append(
            f"a free key held by mistake while a value is open is given to it, and only {twin.profile.common.assigned} tells so at that moment"
        )
    if goal.channel.label and not twin.reverse_icons and Routes(twin).presses(twin.memory, "reverse") is not None:
        limits.append("a reverse switched on by mistake after the name is not shown: the name covers the frequency")
    if binding_for(picker_for(twin, "write"), "erase") is not None:
        limits.append(
            "a wrong key in the list of slots can change the one it stands on: if you pressed one, look at that slot too"
        )
    show = twin.profile.setting_for(Means.SHOW)
    if show is not None:
        limits.append(f"with {twin.settings[show].name} at another value than the frequency, memory mode shows that instead")
    return limits


def _offset_unseen(twin: Twin, goal: Goal, facts: set[str]) -> list[str]:
    """Say whether the send side can be read in memory mode: by reverse, by the sign alone, or not at all."""
    if goal.channel.is_simplex or Routes(twin).presses(twin.memory, "reverse") is not None:
        return []
    if not facts & {"shift", "split"}:
        return ["the read-back does not show the send side"]
    return ["the read-back shows the sign, not the offset: memory mode does not open it"]
