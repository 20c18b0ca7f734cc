"""The verb that opens an entry of a list: a value, a screen, or something done to the slot shown."""

from vocator.core.radio.going import Outcome, Verb, go_home
from vocator.core.radio.kept import with_item
from vocator.core.radio.machine import Machine
from vocator.core.radio.screens import ListScreen, SearchScreen
from vocator.core.radio.state import LOW, NOTHING, State
from vocator.core.radio.verbs import open_screen, opened_setting
from vocator.core.radio.verbs_air import search
from vocator.core.radio.verbs_memory import MEMORY_VERBS


def open_entry(m: Machine, s: State, arg: str, n: int) -> Outcome:
    """Open the marked entry: a setting's value, another screen, or nothing."""
    entry = m.showing(s, ListScreen).entries[s.cursor]
    if entry.mode and m.screens[s.modes[s.unit]].name != entry.mode:
        return s, LOW
    remembered = s._replace(cursors=with_item(s.cursors, s.screen, s.cursor))
    if entry.verb:
        after, effects = MEMORY_VERBS[entry.verb](m, go_home(m, s), "", 0)
        return (s, LOW) if effects is LOW else (after, effects)
    if entry.setting is not None:
        if not m.takes_settings(s) and m.locked_in_memory(entry.setting):
            return s, LOW
        if m.settings[entry.setting].scope == "slot" and m.shown_slot(s) is None:
            return s, LOW
        return opened_setting(m, remembered, entry.setting), NOTHING
    if entry.screen:
        opener = search if isinstance(m.screens[m.profile.screen(entry.screen)], SearchScreen) else open_screen
        opened, effects = opener(m, remembered, entry.screen, 0)
        return (s, LOW) if effects is LOW else (opened, effects)
    return s, LOW


LIST_VERBS: dict[str, Verb] = {"open_entry": open_entry}
