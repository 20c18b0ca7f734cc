"""Goals that concern the radio rather than a channel: the automatic shift, the busy lock, a free key assigned."""

from dataclasses import replace

from vocator.core.goals.goal import Beyond, Goal
from vocator.core.goals.sheet import Change, Part, Sheet, When
from vocator.core.planning.changes import left_different
from vocator.core.planning.draft import Draft
from vocator.core.planning.routes import Routes, press_text
from vocator.core.planning.setting_chapters import go_to_row, ready, spoken
from vocator.core.planning.setting_ways import leave_list, set_all
from vocator.core.radio.profile import Means
from vocator.core.radio.twin import Twin

AUTO_SHIFT = {"auto-shift-on": "on", "auto-shift-off": "off"}
WORTH_ASSIGNING = (Means.TONE, Means.SEND_TONE, Means.SHIFT)
"""What owners who program a whole area put on free keys."""


def plan_radio_goal(twin: Twin, goal: Goal) -> Sheet:
    """Plan a goal that concerns the radio, from any state; raises Beyond."""
    draft, routes = Draft(twin, None), Routes(twin)
    touched: list[int] = []
    more: tuple[Change, ...] = ()
    if goal.kind in AUTO_SHIFT:
        setting, value = auto_shift(twin, AUTO_SHIFT[goal.kind])
        ready(draft, routes, goal)
        why = "a sign set by hand then stays" if AUTO_SHIFT[goal.kind] == "off" else "each frequency typed sets sign and offset"
        set_all(draft, routes, {setting: value}, {setting: f"{why}; it holds for the whole radio"}, "Set")
        touched = [setting]
    elif goal.kind == "busy-lock-off":
        setting, value = busy_lock(twin)
        ready(draft, routes, goal)
        set_all(draft, routes, {setting: value}, {setting: "else it refuses to send while anything is heard"}, "Set")
        touched = [setting]
    elif goal.kind == "squelch-open":
        squelch_of(twin)
        held = replace(goal, row=goal.row or twin.profile.units[-1])
        ready(draft, routes, held)
        _hold_open(draft, routes, held)
        squelch = twin.settings[squelch_of(twin)]
        more = (Change(squelch.name, held.row, squelch.domain.text(squelch.domain.find_meaning("open") or 0)),
                Change(Part.MODE, held.row, "vfo"))  # fmt: skip
        touched = list(_listen_by_turns(draft, routes))
    elif goal.kind == "hear-myself":
        wanted = heard_while_sending(twin)
        ready(draft, routes, goal)
        why = "the other side goes on hearing while you send: headphones, or it howls"
        set_all(draft, routes, wanted, dict.fromkeys(wanted, why), "Set")
        touched = list(wanted)
    else:
        key, setting = free_key(twin, goal.key)
        ready(draft, routes, goal)
        _assign(draft, routes, key, setting)
    draft.step("Read back", [], say="Look: nothing is open", why="the radio is as it was, but for this", when=When(screen="vfo"))
    return Sheet(
        twin.profile.model,
        twin.profile.firmware,
        draft.chapters(),
        (),
        left_different(draft, touched, more, False, goal.kind != "squelch-open"),
    )


def auto_shift(twin: Twin, meaning: str) -> tuple[int, int]:
    """Return the setting of the automatic shift and its value for on or off; raises Beyond."""
    if twin.auto_shift is None:
        raise Beyond("automatic shift", "this radio has none", "Set the shift by hand; every sheet does.")
    value = twin.settings[twin.auto_shift].domain.find_meaning(meaning)
    if value is None:
        raise Beyond("automatic shift", f"it cannot be switched {meaning} on this radio", "Set the shift after the frequency.")
    return twin.auto_shift, value


def busy_lock(twin: Twin) -> tuple[int, int]:
    """Return the setting of the busy lock and its value for off; raises Beyond."""
    value = twin.settings[twin.busy].domain.find_meaning("off") if twin.busy is not None else None
    if twin.busy is None or value is None:
        raise Beyond("busy lock", "this radio has none", "It sends whether the channel is busy or not: listen first.")
    return twin.busy, value


def squelch_of(twin: Twin) -> int:
    """Return the setting whose value OPEN holds one side's squelch open; raises Beyond."""
    for index, s in enumerate(twin.settings):
        if s.scope == "unit" and s.domain.find_meaning("open") is not None and len(twin.profile.units) > 1:
            return index
    raise Beyond(
        "squelch", "this radio holds no side's squelch open", "Hold the key that opens it while you listen, or use two radios."
    )


def heard_while_sending(twin: Twin) -> dict[int, int]:
    """Return the settings, with their values, that let one side hear while the other sends; raises Beyond."""
    if twin.profile.hears != "while_sending":
        raise Beyond("full duplex", "this radio does not hear while it sends", "Use a second radio for the downlink.")
    return dict(twin.profile.hears_when)


def _hold_open(draft: Draft, routes: Routes, goal: Goal) -> None:
    """Open the squelch of the side at hand for good, then make the first side main again."""
    twin, setting = draft.twin, squelch_of(draft.twin)
    value = twin.settings[setting].domain.find_meaning("open") or 0
    text = twin.settings[setting].domain.text(value)
    adjusting = next(
        (b for b in twin.screens[twin.vfo].bind if b.verb == "adjust" and b.arg == twin.settings[setting].name), None
    )
    why = "a weak signal does not open it; the noise stays: headphones down first"
    if adjusting is not None:
        turn = f"[{adjusting.press.held}]+{twin.profile.dials[0]} until {text}"
        draft.step("Set", [turn], say=f"Squelch of {goal.row} to {text}, {adjusting.press.held} down", why=why)
    else:
        set_all(draft, routes, {setting: value}, {setting: why}, "Set")
    first = next(unit for unit in twin.profile.units if unit != goal.row)
    why = "PTT sends on the main side: never on the downlink"
    choose = routes.presses(twin.vfo, "unit", first)
    if choose is None:
        go_to_row(draft, routes, first, "Set", why)
        return
    draft.step("Set", list(choose), say=f"Make {first} the main side again", why=why)


def _listen_by_turns(draft: Draft, routes: Routes) -> tuple[int, ...]:
    """Switch dual watch on where the two sides are heard by turns only then; return the setting that this leaves."""
    twin, setting = draft.twin, draft.twin.profile.setting_for(Means.DUAL_WATCH)
    if setting is None:
        return ()
    icon, _, _ = next(rule for rule in twin.set_icons if rule[1] == setting)
    presses = routes.presses(twin.vfo, "step", twin.settings[setting].name)
    assert presses is not None
    say, why = f"If {icon} does not show: {spoken(presses)}", "dual watch: the two sides are heard by turns"
    draft.step("Set", list(presses), shows=icon, when=When(no_icon=icon), say=say, why=why)
    return (setting,)


def group_of(twin: Twin, text: str) -> tuple[int, int]:
    """Return the setting of the groups and the value for one of them, the first if none is named; raises Beyond."""
    found = twin.profile.settings_for(Means.GROUP)
    if not found:
        nearest = (
            "Its slots stand in groups already: choose a slot of the group." if twin.profile.group_size else "Use slots in a row."
        )
        raise Beyond("group", "this radio puts no channel into a group", nearest)
    domain = twin.settings[found[0]].domain
    value = domain.find_text(text) if text else 1
    if value is None or not value:
        allowed = ", ".join(domain.text(i) for i in range(1, domain.count))
        raise Beyond("group", f"{text} is no group of this radio", f"Choose one of {allowed}.")
    return found[0], value


def keep_to_group(draft: Draft, routes: Routes, goal: Goal) -> None:
    """Put the slot just shown into its group and lock memory mode to it, where groups are given slot by slot."""
    twin = draft.twin
    setting, value = group_of(twin, goal.group)
    if twin.settings[setting].scope != "slot":
        return
    text = twin.settings[setting].domain.text(value)
    set_all(draft, routes, {setting: value}, {setting: f"the slot belongs to group {text} then"}, "Group")
    keys = routes.presses(twin.memory, "lock_group")
    assert keys is not None
    shown = f"G{value}"
    draft.step("Group", [f"{' '.join(keys)} until {shown}"], shows=shown, say=f"Lock to group {text}", why="the dial stays in it")


def free_key(twin: Twin, word: str) -> tuple[str, int]:
    """Return a free key and what it shall open, read from ``P3`` or ``P3=CTCSS``; raises Beyond."""
    if not twin.profile.free_keys:
        raise Beyond("free keys", "this radio has no keys to assign", "Use the list; it remembers the last entry.")
    key, _, name = word.partition("=")
    usual = next(s for m in WORTH_ASSIGNING for s in twin.profile.settings_for(m))
    key = key or twin.profile.free_keys[0]
    setting = next((i for i, s in enumerate(twin.settings) if s.name == name), None) if name else usual
    if key not in twin.profile.free_keys or setting is None:
        allowed = ", ".join(twin.profile.free_keys)
        raise Beyond(
            "free keys", f"{word} is none of {allowed}, or names no entry of this radio", f"Say for example {allowed[:2]}."
        )
    return key, setting


def _assign(draft: Draft, routes: Routes, key: str, setting: int) -> None:
    twin = draft.twin
    via = routes.to_setting(setting)
    value = twin.screens[twin.profile.screen("value")]
    press = next(b.press for b in value.bind if b.verb == "assign" and b.arg == key)
    assert via is not None
    name = twin.settings[setting].name
    opening = routes.go_to_list(draft.state, via.list_screen)
    open_entry = routes.open_entry(via.list_screen, routes.cursor_at(draft.state, via.list_screen), via.entry)
    draft.step("Set", [*opening, *open_entry], shows=name, say=f"Open {name}", why=f"{key} shall open it at once")
    why = f"from now on {key}, tapped at rest, opens {name}"
    draft.step("Set", [press_text(press)], shows="SET", say=f"Hold {key}: SET", why=why)
    back = next(b.press for b in value.bind if b.verb in ("back", "back_to_list"))
    draft.step("Set", [press_text(back)], say=f"Leave the value: {press_text(back)}", why="the value itself stays as it was")
    leave_list(draft, routes, "Set", "the key is assigned")
