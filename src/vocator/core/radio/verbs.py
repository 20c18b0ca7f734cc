"""What a key does: the closed set of verbs, each with its meaning on the state.

A verb takes the machine, the state, its argument and a count (clicks of a dial, or
the digit typed) and returns the new state with its effects.  ``LOW`` as the effect
means that nothing was done.  The label editor's verbs stand in ``verbs_label``, those
of slots in ``verbs_memory``, of typing in ``verbs_entry``, of the air in ``verbs_air``.
"""

from vocator.core.radio.going import Outcome, Verb, begun_editor, go_back, go_home, noted_open, push, say, up_to_list
from vocator.core.radio.kept import with_item
from vocator.core.radio.machine import Machine
from vocator.core.radio.moved_values import moved_place, moved_value, stride
from vocator.core.radio.profile import Means
from vocator.core.radio.screens import (
    FiguresScreen,
    LabelScreen,
    ListScreen,
    PanelScreen,
    PickerScreen,
    SearchScreen,
    ValueScreen,
)
from vocator.core.radio.state import LABEL, LOW, NOTHING, Effects, State


def open_screen(m: Machine, s: State, arg: str, n: int) -> Outcome:
    """Open a screen by name: a list where it remembers, a picker at its start, a question or editor on its slot."""
    index = m.profile.screen(arg)
    screen = m.screens[index]
    if (
        isinstance(screen, (PanelScreen, SearchScreen))
        and screen.needs is not None
        and m.get(s, screen.needs[0]) not in screen.needs[1]
    ):
        return s, LOW
    if isinstance(screen, ListScreen):
        opened = push(s, index)._replace(cursor=s.cursors[index] if screen.remembers else 0)
        return noted_open(m, mark(m, opened)), NOTHING
    if isinstance(screen, PickerScreen):
        return push(s, index)._replace(pick=m.pick_start(s, screen.starts), letters="", place=0), NOTHING
    if isinstance(screen, LabelScreen) or index in m.slot_questions:
        slot = s.pick if isinstance(m.screens[s.screen], PickerScreen) else s.positions[s.unit]
        if s.slots[slot] is None:
            return s, LOW
        return begun_part(m, push(s, index)._replace(pick=slot)), NOTHING
    if isinstance(screen, (FiguresScreen, ValueScreen)):
        setting = screen.setting if isinstance(screen, ValueScreen) else None
        return begun_editor(m, push(s, index)._replace(opened=-1 if setting is None else setting)), NOTHING
    return push(s, index), NOTHING


def reopen(m: Machine, s: State, arg: str, n: int) -> Outcome:
    """Open again what was opened last: a value, or a list; a low beep where nothing was."""
    screen, opened, stack = s.last
    if screen < 0 or (opened >= 0 and not m.takes_settings(s) and m.locked_in_memory(opened)):
        return s, LOW
    s = s._replace(screen=screen, stack=(s.screen, *stack[1:]), opened=opened, typed="", letter_key="")
    if isinstance(m.screens[screen], ListScreen):
        return mark(m, s._replace(cursor=s.cursors[screen])), NOTHING
    return begun_editor(m, s), NOTHING


def go_to_page(m: Machine, s: State, arg: str, n: int) -> Outcome:
    """Go to a page of the mode in use, from another one or from none."""
    return s._replace(screen=m.profile.screen(arg), stack=(s.modes[s.unit],), typed=""), NOTHING


def onto(m: Machine, s: State, arg: str, n: int) -> Outcome:
    """Let what is chosen here wait for the end of the dialogue, and go on to another part of it."""
    s = with_waiting(m, s)
    return begun_part(m, push(s, m.profile.screen(arg))), NOTHING


def begun_part(m: Machine, s: State) -> State:
    """Let the next part of a dialogue begin."""
    screen = m.screens[s.screen]
    if isinstance(screen, PickerScreen):
        return s._replace(pick=m.pick_start(s, screen.starts))
    return begun_editor(m, s) if isinstance(screen, (LabelScreen, FiguresScreen, ValueScreen)) else s


def with_waiting(m: Machine, s: State) -> State:
    """Add what is chosen on the screen to what waits for the end of the dialogue."""
    screen = m.screens[s.screen]
    if isinstance(screen, LabelScreen):
        own: dict[int, int | str] = {LABEL: s.letters}
    elif isinstance(screen, (ValueScreen, FiguresScreen)) and s.opened >= 0:
        own = {s.opened: s.value}
    else:
        return s
    return s._replace(pending=tuple(sorted({**dict(s.pending), **own}.items())))


def keep_all(m: Machine, s: State, arg: str, n: int) -> Outcome:
    """Keep all settings that were chosen in the dialogue, and leave for the rest screen."""
    for setting, value in with_waiting(m, s).pending:
        if setting != LABEL:
            s = m.keep(s, setting, int(value))
    return go_home(m, s), NOTHING


def mark(m: Machine, s: State) -> State:
    """Let the marked entry of a list whose values change at once be what is open."""
    screen = m.showing(s, ListScreen)
    if not screen.live:
        return s
    setting = screen.entries[s.cursor].setting
    return s._replace(opened=setting if setting is not None else -1)


def open_value(m: Machine, s: State, arg: str, n: int) -> Outcome:
    """Open a setting's value at once, by a key of its own."""
    return _open_setting(m, s, m.profile.setting_named(arg))


def _open_setting(m: Machine, s: State, setting: int) -> Outcome:
    if setting < 0 or (not m.takes_settings(s) and m.locked_in_memory(setting)):
        return s, LOW
    return opened_setting(m, s, setting), NOTHING


def opened_setting(m: Machine, s: State, setting: int) -> State:
    """Open the editor of a setting."""
    opened = push(s, m.editors[setting])._replace(opened=setting, value=m.get(s, setting))
    return noted_open(m, begun_editor(m, opened) if isinstance(m.screens[opened.screen], FiguresScreen) else opened)


def use_free_key(m: Machine, s: State, arg: str, n: int) -> Outcome:
    """Open the value that a free key was given."""
    return _open_setting(m, s, s.free[m.profile.free_keys.index(arg)])


def open_inner(m: Machine, s: State, arg: str, n: int) -> Outcome:
    """Open the list that stands behind the value which a setting has now."""
    setting = m.profile.setting_named(arg)
    return _open_setting(m, s, dict(m.settings[setting].inner).get(m.get(s, setting), -1))


def assign(m: Machine, s: State, arg: str, n: int) -> Outcome:
    """Give the open value to a free key."""
    setting = s.outer[0] if s.outer is not None else s.opened
    free = with_item(s.free, m.profile.free_keys.index(arg), setting)
    return say(m, s._replace(free=free), m.profile.common.assigned), NOTHING


def home(m: Machine, s: State, arg: str, n: int) -> Outcome:
    """Leave for the rest screen; an open value is dropped."""
    return go_home(m, s), NOTHING


def back(m: Machine, s: State, arg: str, n: int) -> Outcome:
    """Go up one level; an open value is dropped."""
    return go_back(m, s), NOTHING


def back_to_list(m: Machine, s: State, arg: str, n: int) -> Outcome:
    """Go up to the list that all was opened from; an open value is dropped."""
    return up_to_list(m, go_back(m, s)), NOTHING


def step_setting(m: Machine, s: State, arg: str, n: int) -> Outcome:
    """Step a setting on by a key of its own, round and round."""
    setting = m.profile.setting_named(arg)
    count = m.settings[setting].domain.count
    return m.keep(s, setting, (m.get(s, setting) + 1) % count), NOTHING


STOPS = "stops"
"""The argument of a verb that stops at the ends of what else goes round."""


def scroll(m: Machine, s: State, arg: str, n: int) -> Outcome:
    """Move the mark in a list."""
    screen = m.showing(s, ListScreen)
    cursor, beeps = moved_place(s.cursor, n, len(screen.entries), screen.wraps and arg != STOPS)
    return mark(m, s._replace(cursor=cursor, letter_key="")), Effects(("low",) * beeps)


def change(m: Machine, s: State, arg: str, n: int) -> Outcome:
    """Turn the open value."""
    setting = m.settings[s.opened]
    if not setting.turned:
        return s, LOW
    if arg == STOPS:
        value, beeps = moved_place(s.value, n * stride(m, s, s.opened), setting.domain.count, False)
    else:
        value, beeps = moved_value(m, s, s.opened, s.value, n)
    return s._replace(value=value), Effects(("low",) * beeps)


def adjust(m: Machine, s: State, arg: str, n: int) -> Outcome:
    """Turn a setting at once, without opening it; ``arg`` empty: that of the marked entry."""
    setting = m.profile.setting_named(arg) if arg else s.opened
    if setting < 0:
        return s, LOW
    value, beeps = moved_value(m, s, setting, m.get(s, setting), n)
    after = m.keep(s, setting, value) if beeps < abs(n) else s
    return after, Effects(("low",) * beeps) if beeps else NOTHING


def take_value(m: Machine, s: State, arg: str, n: int) -> Outcome:
    """Take one value of a setting, written ``NAME=VALUE``, and leave for the rest screen."""
    name, _, text = arg.partition("=")
    setting = m.profile.setting_named(name)
    return go_home(m, m.keep(s, setting, m.settings[setting].domain.find_text(text) or 0)), NOTHING


def calm(m: Machine, s: State, arg: str, n: int) -> Outcome:
    """Do nothing, silently."""
    return s, NOTHING


def keep_back(m: Machine, s: State, arg: str, n: int) -> Outcome:
    """Keep the open value and return; a reset acts at once, a value with a second part goes on to it."""
    if isinstance(m.screens[s.screen], FiguresScreen):
        found = figures_value(m, s)
        if found is None:
            return say(m, s, m.profile.common.error), LOW
        s = s._replace(value=found)
    following = m.settings[s.opened].then
    if following is not None:
        opened = push(s, m.editors[following])._replace(outer=(s.opened, s.value), opened=following)
        return opened._replace(value=m.get(s, following)), NOTHING
    if m.settings[s.opened].means is Means.RESET:
        return reset(m, s, m.settings[s.opened].domain.meaning(s.value), 0)
    s = m.keep(s, s.opened, s.value)
    if s.outer is not None:
        s = go_back(m, m.keep(s, *s.outer))
    below = m.screens[s.stack[-1]] if s.stack else None
    if isinstance(below, ListScreen) and below.closes:
        return go_home(m, s), NOTHING
    return go_back(m, s), NOTHING


def inner(m: Machine, s: State, arg: str, n: int) -> Outcome:
    """Go to the list that stands behind the open value."""
    behind = dict(m.settings[s.opened].inner).get(s.value)
    if behind is None:
        return s, LOW
    opened = push(s, m.editors[behind])._replace(outer=(s.opened, s.value), opened=behind)
    return opened._replace(value=m.get(s, behind)), NOTHING


def figures_value(m: Machine, s: State) -> int | None:
    """Return which value of the open setting the figures are, None for none."""
    return m.settings[s.opened].domain.find_text(s.letters)


def keep_home(m: Machine, s: State, arg: str, n: int) -> Outcome:
    """Keep the open value as it stands and leave for the rest screen."""
    if isinstance(m.screens[s.screen], FiguresScreen):
        kept, effects = keep_back(m, s, arg, n)
        return (kept, effects) if effects is LOW else (go_home(m, kept), effects)
    return go_home(m, m.keep(s, s.opened, s.value)), NOTHING


def reset(m: Machine, s: State, arg: str, n: int) -> Outcome:
    """Make the VFO settings, or all, as new."""
    fresh = m.start._replace(signals=s.signals)
    if arg != "all":
        fresh = fresh._replace(slots=s.slots, positions=s.positions, values=_vfo_as_new(m, s))
    return fresh, NOTHING


def _vfo_as_new(m: Machine, s: State) -> tuple[int, ...]:
    values = list(m.new_values)
    for index, setting in enumerate(m.settings):
        if setting.scope == "set":
            values[m.address[index][0]] = s.values[m.address[index][0]]
    return tuple(values)


VERBS: dict[str, Verb] = {
    "open": open_screen,
    "open_value": open_value,
    "use_free_key": use_free_key,
    "assign": assign,
    "open_inner": open_inner,
    "adjust": adjust,
    "take_value": take_value,
    "calm": calm,
    "home": home,
    "back": back,
    "back_to_list": back_to_list,
    "step": step_setting,
    "scroll": scroll,
    "change": change,
    "keep_back": keep_back,
    "keep_home": keep_home,
    "inner": inner,
    "page": go_to_page,
    "onto": onto,
    "reopen": reopen,
    "reset": reset,
    "keep_all": keep_all,
}
