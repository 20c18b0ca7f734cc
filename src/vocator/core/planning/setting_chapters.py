"""The chapters before the store: ready, frequency, shift, tone, width and power."""

from vocator.core.channel.channel import megahertz
from vocator.core.goals.goal import Goal, frequency_entry, frequency_step
from vocator.core.goals.sheet import ChapterKind, When
from vocator.core.planning.automatic_shift import count_on_it, note_what_it_did
from vocator.core.planning.changing import MANY_CLICKS
from vocator.core.planning.draft import Draft
from vocator.core.planning.exploration import Look
from vocator.core.planning.found_ways import and_back, beyond_chapters, type_by_search
from vocator.core.planning.quick_keys import keys_hang_on, set_quick
from vocator.core.planning.routes import Routes, key_for
from vocator.core.planning.setting_ways import set_all
from vocator.core.planning.way_home import changes_nothing, left_by, ways_home
from vocator.core.radio.display import display
from vocator.core.radio.profile import Means
from vocator.core.radio.screens import EntryScreen, FrequencyScreen, RestScreen
from vocator.core.radio.start import required_values
from vocator.core.radio.verbs_entry import digits_for, entered_hz, read_frequency

_NAMES = {
    "menu": "a menu shows",
    "value": "a value is open",
    "picker": "a slot number blinks",
    "label": "a label is open",
    "question": "a question shows",
    "entry": "digits are half typed",
    "search": "a tone search runs",
}


WORDS = 12
"""So long a text is no label of most radios."""
COMMON_RASTER_HZ = 100_000


def ready(draft: Draft, routes: Routes, goal: Goal) -> None:
    """Leave whatever is open, choose the row, and go to VFO mode."""
    twin = draft.twin
    at_rest = twin.at_rest(draft.state)
    if not draft.known or not at_rest:
        options = []
        spared = _left_anyway(draft, routes, goal)
        for look, actions in ways_home(twin).items():
            if look in spared:
                continue
            screen, icon, text, page = look
            if page and not (icon or text):
                continue  # a page that looks like another cannot be told
            when = When(screen=screen, icon=icon or None, shows=text or None)
            where = f"in the bottom line, {'a' if screen == 'memory' else 'no'} slot number" if page else "at the top"
            words = f"If {f'{icon} is lit' if icon else f'{text} stands {where}' if text else _NAMES[screen]}"
            why = (
                "so that nothing is open; nothing is changed"
                if changes_nothing(twin, look, actions)
                else "so that nothing is open"
            )
            options.append((when, list(actions), f"{words}: {spoken(actions)}", why))
        # a long text first: a label may read like a short one
        options.sort(key=lambda o: (-len(o[0].shows or "") // WORDS, not o[0].shows, o[1], o[0].screen or ""))
        if options:
            draft.alternatives(ChapterKind.READY, options)
    else:
        seen = display(twin, draft.state)
        draft.step(
            ChapterKind.READY,
            [],
            shows=seen.main,
            say=f"Look: {seen.main} stands on the display",
            why="the short way goes on from there; if not, take the long way",
        )
    _free_the_keys(draft, routes)
    _stop_watching(draft, routes)
    draft.chose_row = bool(twin.unit_of) or goal.row is not None
    if twin.unit_of:
        _choose_side(draft, routes, goal.row or twin.profile.units[0])
    elif goal.row is not None and not (draft.known and twin.profile.units[draft.state.unit] == goal.row):
        go_to_row(draft, routes, goal.row, ChapterKind.READY, "the channel is set up there")
    if not (draft.known and draft.state.modes[draft.state.unit] == twin.vfo):
        to_vfo(draft, routes)


def _left_anyway(draft: Draft, routes: Routes, goal: Goal) -> frozenset[Look]:
    """Return what the step to VFO mode leaves by itself, from every state that looks so, where nothing stands before that step."""
    twin = draft.twin
    if draft.known or twin.watch is not None or twin.unit_of or goal.row is not None:
        return frozenset()
    return left_by(twin, *_vfo_step(routes, draft.state.unit))


def _vfo_step(routes: Routes, unit: int) -> tuple[tuple[str, ...], When | None]:
    """Return the actions that go to VFO mode, and when they are done: by the key that goes round the modes, or by that of memory mode."""
    twin = routes.twin
    word = twin.rest(twin.start).word
    keys = routes.mode_keys(twin.memory, twin.vfo, unit)
    return ((f"{keys[0]} until {word}",), None) if word else (tuple(keys), When(slot_shown=True))


def go_to_row(draft: Draft, routes: Routes, row: str, chapter: ChapterKind, why: str) -> None:
    """Go on to another row by the key that goes round them.

    With two rows that is one press where the other one is in use: a label may read like the name of a row.
    """
    units, word = draft.twin.profile.units, draft.twin.profile.unit_word
    key = routes.presses(draft.twin.vfo, "next", "unit")
    assert key is not None
    if len(units) == 2:
        other = next(u for u in units if u != row)
        draft.step(chapter, list(key), when=When(row=other), say=f"If {word} {other} is in use: {spoken(key)}", why=why)
    else:
        draft.step(chapter, [f"{' '.join(key)} until {row}"], say=f"Choose {word} {row}", why=why)


def to_vfo(draft: Draft, routes: Routes) -> None:
    """Go to VFO mode."""
    twin = draft.twin
    word = twin.rest(twin.start).word
    actions, when = _vfo_step(routes, draft.state.unit)
    if word:
        others = [s.word for s in twin.screens if isinstance(s, RestScreen) and s.word and s.word != word]
        shown = f"{word} shows" if twin.screens[twin.vfo].mark else f"neither {' nor '.join(dict.fromkeys(others))} shows"
        tap = spoken((actions[0].partition(" until ")[0],))
        say = f"{tap[0].upper()}{tap[1:]} until {shown}"
        draft.step(ChapterKind.READY, list(actions), say=say, why="a channel is built in VFO mode")
        return
    draft.step(
        ChapterKind.READY,
        list(actions),
        when=when,
        say=f"If a slot number shows: {spoken(actions)}",
        why="a slot number means memory mode; a channel is built in VFO mode",
    )


def _choose_side(draft: Draft, routes: Routes, side: str) -> None:
    """Make one side main: its own dial works the lists then."""
    if draft.known and draft.twin.profile.units[draft.state.unit] == side:
        return
    actions = routes.presses(draft.twin.vfo, "unit", side)
    assert actions is not None
    draft.step(
        ChapterKind.READY,
        list(actions),
        say=f"Make {side} the main side",
        why="the main side takes the keys, and its dial works the lists",
    )


def _free_the_keys(draft: Draft, routes: Routes) -> None:
    """Put settings on which keys at rest hang to the value at which most of them work."""
    twin = draft.twin
    for setting, value in keys_hang_on(twin).items():
        if draft.is_right(setting, value) or routes.presses(twin.vfo, "step", twin.settings[setting].name) is None:
            continue
        set_quick(draft, routes, setting, value, {setting: "else some keys have no work"}, ChapterKind.READY)


def _stop_watching(draft: Draft, routes: Routes) -> None:
    """Switch the watch of other rows off, or a signal moves the arrow half way."""
    watch = draft.twin.watch
    if watch is not None:
        off = draft.twin.settings[watch].domain.find_meaning("off")
        assert off is not None
        why = "while it is on, a signal moves you to another row half way"
        set_all(draft, routes, {watch: off}, {watch: why}, ChapterKind.READY)


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


def spoken(actions: tuple[str, ...]) -> str:
    """Say a way home in words."""
    words = []
    for action in actions:
        key, _, seconds = action.strip("[]").partition(" ")
        if action.startswith(("touch", "hold")):
            words.append(action)
        elif action.startswith("wait"):
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
            ChapterKind.CLEAR,
            [" ".join(and_back(draft, actions))],
            when=When(icon=icons[0]),
            say=f"If {icons[0]} shows: reverse off",
            why="reverse swaps receive and send",
        )


def set_frequency(
    draft: Draft, routes: Routes, hz: int, chapter: ChapterKind, why: str, more: tuple[dict[int, int], dict[int, str]] = ({}, {})
) -> None:
    """Type or turn a frequency, with the tuning step that it needs first.

    ``more`` holds settings, with their reasons, that may be set in the same visit to the
    list of the step, where that list changes at once and the frequency changes none of them.
    """
    twin = draft.twin
    entry = frequency_entry(twin)
    if entry is None:
        _turn_frequency(draft, routes, hz, chapter, why, more[0])
        return
    step = frequency_step(twin, hz)
    if step is not None and step >= 0 and twin.step is not None:
        step_right = twin.step in draft.certain and _types_to(draft, entry, hz)
        if not step_right:
            needed, whys = _in_one_visit(routes, twin.step, *more)
            needed[twin.step] = step
            whys[twin.step] = "the step decides which frequencies exist, so it comes first"
            set_all(draft, routes, needed, whys)
    before, band = set(draft.certain), twin.band_of(twin.freq(draft.state)) if draft.known else None
    held = {x: draft.value(x) for x in (twin.shift, twin.offset_at(hz)) if x is not None}
    swapped = twin.reverse_setting is not None or bool(routes.presses(twin.vfo, "reverse"))
    if beyond_chapters(twin):
        type_by_search(draft, hz, chapter, why, not swapped)
    else:
        actions = typed_frequency(routes, entry, hz)
        typed = next(a for a in actions if a[0].isdigit())
        words = f"Type {typed}" if len(actions) == 1 else f"{actions[0]}, type {typed}, {actions[-1]}"
        if (shown := twin.frequency(hz)) and _less_than(typed, hz):
            whole = megahertz(hz)
            words = f"{words}: the radio adds the rest, {whole}{'' if shown == whole else f', and shows {shown}'}"
            why = f"{why}; the tuning step decides what it adds"
        draft.step(chapter, actions, shows=None if swapped else twin.frequency(hz), say=words[0].upper() + words[1:], why=why)
    if not draft.whole and len(twin.profile.bands) > 1 and band != twin.band_of(hz):
        draft.certain = {s for s in before if twin.settings[s].scope not in ("band", "unit_band")}
    note_what_it_did(draft, hz, held)
    count_on_it(draft, routes, hz, *more)


def _less_than(typed: str, hz: int) -> bool:
    """Whether what is typed says less of a frequency than it has: "430912" of 430.9125."""
    said = typed.replace(".", "")
    return len(said) >= 4 and said.rstrip("0") != str(hz).rstrip("0")


def _in_one_visit(
    routes: Routes, step: int, needed: dict[int, int], whys: dict[int, str]
) -> tuple[dict[int, int], dict[int, str]]:
    via = routes.to_setting(step)
    if via is None or not routes.twin.list_at(via.list_screen).live or len(routes.twin.profile.bands) > 1:
        return {}, {}
    listed = {e.setting for e in routes.twin.list_at(via.list_screen).entries}
    return {s: v for s, v in needed.items() if s in listed}, dict(whys)


def typed_frequency(routes: Routes, entry: FrequencyScreen, hz: int) -> list[str]:
    """Return the actions that type a frequency."""
    twin = routes.twin
    if not isinstance(entry, EntryScreen) or not entry.reading:
        return [digits_for(entry, hz)]
    opening, take = routes.presses(twin.vfo, "open", entry.name), key_for(entry, "take")
    assert opening is not None and take is not None
    pointed = f"{hz // 1_000_000}.{hz % 1_000_000:06d}".rstrip("0")
    bare = pointed.replace(".", "")
    return [*opening, bare if read_frequency(twin, entry, bare) == hz else pointed, take]


def _wider_step(draft: Draft, hz: int, step: int, needed: dict[int, int]) -> int:
    """Return the widest step that the frequency and a far offset both stand on, where that saves many clicks; else ``step``."""
    twin = draft.twin
    offset = next((s for s in needed if s in twin.offsets and twin.settings[s].by_step), None)
    if offset is None or twin.step is None:
        return step
    domain, steps = twin.settings[offset].domain, twin.settings[twin.step].domain
    wanted_hz, from_hz = int(domain.meaning(needed[offset])), int(domain.meaning(draft.value(offset)))

    def clicks(index: int) -> int:
        return abs(wanted_hz - from_hz) // int(steps.meaning(index))

    # an offset that is not known is taken to be a common one, which a step beside its raster would pass by
    apart = wanted_hz - from_hz if offset in draft.certain else COMMON_RASTER_HZ
    fitting = [i for i in range(steps.count) if all(x % int(steps.meaning(i)) == 0 for x in (hz, wanted_hz, apart))]
    widest = min(fitting, key=clicks, default=step)
    return widest if clicks(step) - clicks(widest) > MANY_CLICKS else step


def _turn_frequency(draft: Draft, routes: Routes, hz: int, chapter: ChapterKind, why: str, needed: dict[int, int]) -> None:
    """Reach a frequency by the dial alone: the band, the step, whole megahertz, then the rest."""
    twin = draft.twin
    band, step, coarse = twin.profile.setting_for(Means.BAND), frequency_step(twin, hz), key_for(twin.screens[twin.vfo], "coarse")
    assert band is not None and step is not None and twin.step is not None and coarse is not None
    here = draft.known and draft.value(band) == twin.band_of(hz)
    if not here:
        draft.certain.discard(band)
        set_all(
            draft, routes, {band: twin.band_of(hz) or 0}, {band: "settings are kept per band, so the band comes first"}, chapter
        )
        if not draft.whole:
            draft.certain -= {s for s, x in enumerate(twin.settings) if x.scope in ("band", "unit_band")}
    step = _wider_step(draft, hz, step, needed)
    set_all(
        draft, routes, {twin.step: step}, {twin.step: "it moves the frequency, and decides which ones can be reached"}, chapter
    )
    step_hz = twin.step_hz(draft.state)
    now = draft.state
    options = []
    for mhz in (hz // 1_000_000, -(-hz // 1_000_000)):
        start = mhz * 1_000_000 + twin.freq(now) % 1_000_000
        if twin.profile.receives(start) and (start - hz) % step_hz == 0:
            options.append((abs(twin.freq(now) // 1_000_000 - mhz) + abs(start - hz) // step_hz, mhz, start > hz))
    _, mhz, down = min(options)
    if twin.freq(now) != hz or not (draft.whole or here):
        icon = twin.profile.common.coarse_icon
        lit = When(no_icon=icon)
        words = "it turns by whole megahertz while M is lit"
        draft.step(chapter, [coarse], when=lit, say=f"If {icon} is out: push {coarse}", why=words)
        up = twin.freq(now) // 1_000_000 <= mhz
        turn = routes.turner(twin.vfo, "tune", 1 if up else -1)
        draft.step(chapter, [f"{turn} until {mhz}"], say=f"Turn to {mhz} MHz", why=why)
        draft.step(chapter, [coarse], say=f"Push {coarse}: {icon} goes out", why="now by the step again")
        turn = routes.turner(twin.vfo, "tune", -1 if down else 1)
        say = f"Turn to {twin.frequency(hz)}, whichever way is nearer"
        draft.step(chapter, [f"{turn} until {twin.frequency(hz)}"], shows=twin.frequency(hz), say=say, why=why)
    if not draft.whole:
        draft.certain -= {s for s in draft.certain if s in (twin.shift, *twin.offsets)}


def _types_to(draft: Draft, entry: FrequencyScreen, hz: int) -> bool:
    return entered_hz(draft.twin, draft.state, entry, digits_for(entry, hz)) == hz


def channel_needs(draft: Draft, goal: Goal) -> tuple[dict[int, int], dict[int, str]]:
    """Return the values that the channel needs and the reason of each."""
    needed = required_values(draft.twin, goal.channel)
    return needed, {s: _why(goal, draft.twin.settings[s].means) for s in needed}


def settings(draft: Draft, routes: Routes, goal: Goal, more: dict[int, int] | None = None) -> None:
    """Set everything that the channel stores; ``more`` holds settings that go with the store."""
    needed, whys = channel_needs(draft, goal)
    needed |= more or {}
    whys |= dict.fromkeys(more or {}, "a channel stored now goes into this group")
    wide, why_wide = set_wide_needs(draft)
    set_all(draft, routes, wide | needed, why_wide | whys)
    _check_reverse(draft, routes, goal)


def _check_reverse(draft: Draft, routes: Routes, goal: Goal) -> None:
    """Where reverse has no icon, find it by the frequency that shows once the shift is set."""
    actions = routes.presses(draft.twin.vfo, "reverse")
    entry = frequency_entry(draft.twin)
    if draft.twin.reverse_icons or not actions or goal.channel.is_simplex or draft.known:
        return
    if isinstance(entry, EntryScreen) and entry.ends_reverse:
        return
    if draft.value(draft.twin.shift or 0) == 0:
        return
    reverse_off(draft, routes, goal, ChapterKind.STORE if goal.satellite else ChapterKind.TRY)


def reverse_off(draft: Draft, routes: Routes, goal: Goal, chapter: ChapterKind) -> None:
    """Switch reverse off where the display does not show the receive frequency."""
    actions = routes.presses(draft.twin.vfo, "reverse")
    assert actions is not None
    shown = draft.twin.frequency(goal.channel.rx_hz)
    draft.step(
        chapter,
        [" ".join(and_back(draft, actions))],
        when=When(not_shows=shown),
        shows=shown,
        say=f"If {shown} does not show: reverse off",
        why="reverse was left on: it swaps receive and send",
    )


def _why(goal: Goal, means: Means) -> str:
    channel, reasons = goal.channel, goal.reasons
    if means is Means.MODE:
        return "a channel in FM; every band keeps its own mode"
    if means in (Means.SHIFT, Means.OFFSET, Means.SEND_FREQUENCY):
        if channel.is_simplex:
            return f"simplex: {reasons.get('tx_hz', 'sends where it listens')}".replace("simplex: simplex: ", "simplex: ")
        return f"send on {megahertz(channel.tx_hz or 0)}: {reasons.get('tx_hz', 'as asked')}"
    if means is Means.WIDTH:
        return f"{channel.width}: {reasons.get('width', 'as asked')}"
    if means is Means.POWER:
        return reasons.get("power", "stored with the channel, so it comes before the store")
    return reasons.get("tone_mode", "the last channel's tone must not stay")
