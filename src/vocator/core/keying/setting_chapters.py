"""The chapters before the store: ready, frequency, shift, tone, width and power."""

from vocator.core.channel.channel import megahertz
from vocator.core.keying.draft import Draft
from vocator.core.keying.effort import TAP_S
from vocator.core.keying.goal import Goal, frequency_step
from vocator.core.keying.order import CHAPTER_OF, tour, without_disturbed
from vocator.core.keying.routes import Routes, Via, key_for
from vocator.core.keying.sheet import When
from vocator.core.keying.way_home import ways_home
from vocator.core.radio.display import display, frequency
from vocator.core.radio.profile import Amounts, Means
from vocator.core.radio.start import required_values
from vocator.core.radio.verbs_entry import entered_hz

MANY_CLICKS = 60

_NAMES = {
    "menu": "a menu shows",
    "value": "a value is open",
    "picker": "a slot number blinks",
    "label": "a label is open",
    "question": "a question shows",
    "entry": "digits are half typed",
    "search": "a tone search runs",
}


def ready(draft: Draft, routes: Routes, goal: Goal) -> None:
    """Leave whatever is open, choose the row, and go to VFO mode."""
    twin = draft.twin
    at_rest = twin.screens[draft.state.screen].kind == "rest"
    if not draft.known or not at_rest:
        options = []
        for (screen, icon), actions in ways_home(twin).items():
            when = When(screen=screen, icon=icon or None)
            words = f"If {f'{icon} is lit' if icon else _NAMES[screen]}"
            options.append((when, list(actions), f"{words}: {_spoken(actions)}", "so that nothing is open; nothing is changed"))
        options.sort(key=lambda o: (o[1], o[0].screen or ""))
        if options:
            draft.alternatives("Ready", options)
    else:
        seen = display(twin, draft.state)
        draft.step(
            "Ready",
            [],
            shows=seen.main,
            say=f"Look: {seen.main} stands on the display",
            why="the short way goes on from there; if not, take the long way",
        )
    _stop_watching(draft, routes)
    if twin.unit_of:
        _choose_side(draft, routes, goal.row or twin.profile.units[0])
    elif goal.row is not None and not (draft.known and twin.profile.units[draft.state.unit] == goal.row):
        key = routes.presses(twin.vfo, "next", "unit")
        assert key is not None
        draft.step(
            "Ready",
            [f"{' '.join(key)} until {goal.row}"],
            say=f"Choose {twin.profile.unit_word} {goal.row}",
            why="the channel is set up there",
        )
    if draft.known and not twin.in_memory(draft.state):
        return
    to_vfo = routes.mode_key(twin.memory, "vfo", draft.state.unit)
    draft.step(
        "Ready",
        [to_vfo],
        when=When(slot_shown=True),
        say=f"If a slot number shows: {_spoken((to_vfo,))}",
        why="a slot number means memory mode; a channel is built in VFO mode",
    )


def _choose_side(draft: Draft, routes: Routes, side: str) -> None:
    """Make one side main: its own dial works the lists then."""
    if draft.known and draft.twin.profile.units[draft.state.unit] == side:
        return
    actions = routes.presses(draft.twin.vfo, "unit", side)
    assert actions is not None
    draft.step(
        "Ready", list(actions), say=f"Make {side} the main side", why="the main side takes the keys, and its dial works the lists"
    )


def _stop_watching(draft: Draft, routes: Routes) -> None:
    """Switch the watch of other rows off, or a signal moves the arrow half way."""
    watch = draft.twin.watch
    if watch is not None:
        off = draft.twin.settings[watch].domain.find_meaning("off")
        assert off is not None
        why = "while it is on, a signal moves you to another row half way"
        set_all(draft, routes, {watch: off}, {watch: why}, "Ready")


def set_wide_needs(draft: Draft) -> tuple[dict[int, int], dict[int, str]]:
    """Return the set-wide settings that a channel needs, and why: sending on the row in use, no reverse."""
    twin = draft.twin
    needed: dict[int, int] = {}
    whys: dict[int, str] = {}
    for setting, meaning, why in (
        (twin.transmit_row, "auto", "else PTT sends on another row"),
        (twin.reverse_setting, "off", "reverse swaps receive and send"),
    ):
        index = twin.settings[setting].domain.find_meaning(meaning) if setting is not None else None
        if setting is not None and index is not None:
            needed[setting], whys[setting] = index, why
    return needed, whys


def _spoken(actions: tuple[str, ...]) -> str:
    """Say a way home in words."""
    words = []
    for action in actions:
        key, _, seconds = action.strip("[]").partition(" ")
        if action.startswith("wait"):
            words.append(f"leave the radio alone for {seconds[:-1]} seconds")
        else:
            words.append(f"hold {key} for {seconds[:-1]} s" if seconds else f"tap {key}")
    return ", then ".join(words)


def clear(draft: Draft, routes: Routes, goal: Goal) -> None:
    """Switch reverse off where the radio shows it."""
    icons = draft.twin.reverse_icons
    actions = routes.presses(draft.twin.vfo, "reverse")
    if icons and actions and not (draft.known and not draft.state.reverse):
        draft.step(
            "Clear",
            [" ".join(actions)],
            when=When(icon=icons[0]),
            say=f"If {icons[0]} shows: reverse off",
            why="reverse swaps receive and send",
        )


def set_frequency(draft: Draft, routes: Routes, hz: int, title: str, why: str) -> None:
    """Type a frequency, with the tuning step that it needs first."""
    twin = draft.twin
    step = frequency_step(twin, hz)
    if step is not None and step >= 0 and twin.step is not None:
        step_right = twin.step in draft.certain and _types_to(draft, hz)
        if not step_right:
            needed = {twin.step: step}
            set_all(draft, routes, needed, {twin.step: "the step decides which frequencies exist, so it comes first"})
    before = set(draft.certain)
    typed = f"{hz // 1000:06d}"
    draft.step(title, [typed], say=f"Type {typed}", why=why)
    if not draft.known:
        draft.certain = {s for s in before if twin.settings[s].scope not in ("band", "unit_band")}
    _after_auto_shift(draft, hz)


def _types_to(draft: Draft, hz: int) -> bool:
    entry = next(s for s in draft.twin.screens if s.kind == "entry" and s.of == "frequency")
    return entered_hz(draft.twin, draft.state, entry, f"{hz // 1000:06d}") == hz


def _after_auto_shift(draft: Draft, hz: int) -> None:
    """Note what the automatic shift did, as far as it is certain to be on."""
    twin = draft.twin
    if twin.auto_shift is None or twin.shift is None or twin.offset is None or draft.known:
        return
    draft.certain -= {twin.shift, twin.offset}
    on = twin.settings[twin.auto_shift].domain.meaning(draft.value(twin.auto_shift)) == "on"
    if twin.auto_shift in draft.certain and on:
        draft.certain.add(twin.shift)
        if twin.shift_rule(hz):
            draft.certain.add(twin.offset)


def set_all(draft: Draft, routes: Routes, needed: dict[int, int], whys: dict[int, str], title: str | None = None) -> None:
    """Bring settings to their values by the cheapest routes, in the order of least effort.

    ``title`` puts all of it under one chapter.  A setting whose list stands behind the key
    of another is set together with that one.
    """
    twin = draft.twin
    todo = {s: v for s, v in needed.items() if not draft.is_right(s, v)}
    todo = without_disturbed(routes, todo)
    behind: dict[int, tuple[int, int]] = {}
    for use, value in needed.items():
        hidden = twin.settings[use].then if twin.settings[use].then is not None else dict(twin.settings[use].inner).get(value)
        if hidden in todo or (use in todo and hidden in needed):
            assert hidden is not None
            behind[use] = (hidden, needed[hidden])
            todo.pop(hidden, None)
            todo[use] = value
    quick: dict[int, tuple[str, ...]] = {}
    lists: dict[int, dict[int, int]] = {}
    for setting, value in todo.items():
        presses = routes.presses(twin.vfo, "step", twin.settings[setting].name)
        via = routes.to_setting(setting)
        if presses is not None and (via is None or _quick_s(draft, setting, value, presses) < 3.0):
            quick[setting] = presses
        else:
            assert via is not None, f"{twin.settings[setting].name} cannot be set"
            lists.setdefault(via.list_screen, {})[setting] = value
    for list_screen, chosen in lists.items():
        _set_in_list(draft, routes, list_screen, chosen, whys, behind, title)
    for setting, presses in quick.items():
        _set_quick(draft, setting, todo[setting], presses, whys)


def _quick_s(draft: Draft, setting: int, value: int, presses: tuple[str, ...]) -> float:
    count = draft.twin.settings[setting].domain.count
    return ((value - draft.value(setting)) % count if setting in draft.certain else count - 1) * len(presses) * TAP_S


def _set_quick(draft: Draft, setting: int, value: int, presses: tuple[str, ...], whys: dict[int, str]) -> None:
    s = draft.twin.settings[setting]
    text = s.domain.text(value)
    rule = next((r for r in draft.twin.profile.icons if r.fact == str(s.means) and r.value == text), None)
    shown = rule.icon if rule else text
    title = CHAPTER_OF.get(s.means, "Width and power")
    draft.step(title, [f"{' '.join(presses)} until {shown}"], shows=shown, say=f"{s.name} {text}", why=whys.get(setting, ""))
    draft.now_certain(setting)


def _set_in_list(
    draft: Draft,
    routes: Routes,
    list_screen: int,
    todo: dict[int, int],
    whys: dict[int, str],
    behind: dict[int, tuple[int, int]],
    one_title: str | None,
) -> None:
    twin = draft.twin
    screen = twin.screens[list_screen]
    at = draft.state.cursors[list_screen] if screen.remembers else 0
    opening: list[str] = list(routes.open_list(twin.vfo, list_screen))
    place = {e.setting: i for i, e in enumerate(screen.entries)}
    title = one_title or "Frequency"
    for setting in tour(routes, list_screen, at, todo):
        title = one_title or CHAPTER_OF.get(twin.settings[setting].means, "Width and power")
        via = Via(list_screen=list_screen, entry=place[setting])
        _set_one(draft, routes, via, todo[setting], opening, whys.get(setting, ""), title, behind.get(setting))
        opening = []
    leave = key_for(screen, "home")
    if leave is not None:
        word = "; it does not send there" if leave == "[PTT]" else ""
        draft.step(
            title, [leave], when=When(screen=screen.shows), say=f"Leave the list: tap {leave}{word}", why="the settings are kept"
        )


def _set_one(
    draft: Draft,
    routes: Routes,
    via: Via,
    value: int,
    opening: list[str],
    why: str,
    title: str,
    behind: tuple[int, int] | None,
) -> None:
    twin = draft.twin
    screen = twin.screens[via.list_screen]
    entry = screen.entries[via.entry]
    assert entry.setting is not None
    setting = twin.settings[entry.setting]
    value_screen = twin.screens[twin.profile.screen("value")]
    cursor = draft.state.cursor if not opening else draft.state.cursors[via.list_screen]
    go = routes.go_to_entry(via.list_screen, cursor, via.entry)
    open_key, keep_key = key_for(screen, "open_entry"), key_for(value_screen, "keep_back")
    assert open_key is not None and keep_key is not None
    actions = [*opening, *([go] if go else []), open_key]
    draft.step(title, actions, shows=setting.name, say=f"Open {setting.name}", why=why)
    text = setting.domain.text(value)
    change, clicks = _change(draft, routes, entry.setting, value, draft.state.value)
    turns = [change]
    if behind is not None:
        hidden, wanted = behind
        inner_key = keep_key if setting.then is not None else key_for(value_screen, "inner")
        assert inner_key is not None
        change, more = _change(draft, routes, hidden, wanted, draft.value(hidden))
        turns += [inner_key, change]
        text, clicks = f"{text} {twin.settings[hidden].domain.text(wanted)}", clicks + more
    many = f" (up to {clicks} clicks)" if clicks > MANY_CLICKS else ""
    draft.step(title, [*turns, keep_key], shows=entry.name, say=f"{setting.name} to {text}, keep it{many}", why=why)
    draft.now_certain(entry.setting)
    if behind is not None:
        draft.now_certain(behind[0])


def _change(draft: Draft, routes: Routes, setting: int, value: int, at: int) -> tuple[str, int]:
    """Return the action that brings the open value from ``at`` to the wanted one, and its clicks."""
    s = draft.twin.settings[setting]
    count = s.domain.count
    if s.digits and not s.turned:
        return f"{int(s.domain.meaning(value)) // s.digit_hz:0{s.digits}d}", 0
    back = setting not in draft.certain and isinstance(s.domain, Amounts)
    apart = (value - at) % count
    return routes.until(at, value, count, s.wraps, s.domain.text(value), back), min(apart, count - apart)


def settings(draft: Draft, routes: Routes, goal: Goal) -> None:
    """Set everything that the channel stores."""
    twin = draft.twin
    channel = goal.channel
    needed = required_values(twin, channel)
    whys = {s: _why(goal, twin.settings[s].means) for s in needed}
    wide, why_wide = set_wide_needs(draft)
    set_all(draft, routes, wide | needed, why_wide | whys)
    _check_reverse(draft, routes, goal)


def _check_reverse(draft: Draft, routes: Routes, goal: Goal) -> None:
    """Where reverse has no icon, find it by the frequency that shows once the shift is set."""
    actions = routes.presses(draft.twin.vfo, "reverse")
    if draft.twin.reverse_icons or not actions or goal.channel.is_simplex or draft.known:
        return
    if draft.value(draft.twin.shift or 0) == 0:
        return
    shown = frequency(goal.channel.rx_hz)
    draft.step(
        "Try",
        [" ".join(actions)],
        when=When(not_shows=shown),
        shows=shown,
        say=f"If {shown} does not show: reverse off",
        why="reverse was left on: it swaps receive and send",
    )


def _why(goal: Goal, means: Means) -> str:
    channel, reasons = goal.channel, goal.reasons
    if means in (Means.SHIFT, Means.OFFSET):
        if channel.is_simplex:
            return f"simplex: {reasons.get('tx_hz', 'sends where it listens')}".replace("simplex: simplex: ", "simplex: ")
        return f"send on {megahertz(channel.tx_hz or 0)}: {reasons.get('tx_hz', 'as asked')}"
    if means is Means.WIDTH:
        return f"{channel.width}: {reasons.get('width', 'as asked')}"
    if means is Means.POWER:
        return reasons.get("power", "stored with the channel, so it comes before the store")
    return reasons.get("tone_mode", "the last channel's tone must not stay")
